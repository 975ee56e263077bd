import type { Person } from '$lib/server/people';

declare global {
	namespace App {
		interface Error {
			code?: string;
			message: string;
		}
		interface Locals {
			/** Nobody where nobody is signed in. */
			person: Person | undefined;
		}
	}
}

export {};
