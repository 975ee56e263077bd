/** Who acts, and what they may do. Every service asks here first. */
import { ServiceError } from '../errors';

export interface Person {
	id: string;
	name: string;
}

/** The one person of a local installation. */
export const LOCAL_PERSON: Person = { id: 'local', name: 'Local researcher' };

export type Action = 'read' | 'change-inquiry' | 'change-indexes';

/** @throws ServiceError when the person may not do this */
export function allow(person: Person | undefined, action: Action): Person {
	if (!person)
		throw new ServiceError(403, 'not-allowed', `Nobody is signed in, so “${action}” is not possible.`);
	return person;
}
