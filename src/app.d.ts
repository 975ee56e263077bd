import type { Command } from './core/crosswalk';
import type { Person } from '$lib/server/people';

declare global {
	namespace App {
		interface Error {
			code?: string;
			message: string;
		}
		interface PageState {
			/** A change of a strategy that is tried as soon as its screen is there, and what it is, in words. */
			tried?: { command: Command; says: string };
		}
		interface Locals {
			/** Nobody where nobody is signed in. */
			person: Person | undefined;
		}
	}
}

export {};
