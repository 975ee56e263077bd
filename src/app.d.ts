import type { Person } from '$lib/server/people/access';

declare global {
	namespace App {
		interface Error {
			code?: string;
			message: string;
		}
		interface Locals {
			person: Person;
		}
	}
}

export {};
