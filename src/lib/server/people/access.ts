/** What people may do. Every service asks here first; what it asks about is given, never fetched. */
import { ServiceError } from '../errors';
import type { Action, InquiryRole, Person, Role } from '../person';

export type { Action, InquiryRole, Person, Role };

export const ROLES = ['administrator', 'librarian', 'member'] as const;

export const INQUIRY_ROLES = ['owner', 'editor', 'reader'] as const;

/** The one person of a local installation. */
export const LOCAL_PERSON: Person = {
	id: 'local',
	name: 'Local researcher',
	role: 'administrator',
	alone: true
};

const BY_ROLE: Record<Role, readonly Action[]> = {
	visitor: ['read'],
	member: ['read', 'work'],
	librarian: ['read', 'work', 'change-indexes'],
	administrator: ['read', 'work', 'change-indexes', 'govern']
};

const BY_INQUIRY_ROLE: Record<InquiryRole, readonly Action[]> = {
	reader: ['read', 'take-part'],
	editor: ['read', 'take-part', 'change-inquiry'],
	owner: ['read', 'take-part', 'change-inquiry', 'own-inquiry']
};

const SAID: Record<Action, string> = {
	read: 'read this',
	work: 'make inquiries and watches',
	'change-indexes': 'change indexes, vocabularies and records',
	govern: 'say who takes part and what they may do',
	'take-part': 'see its messages: they are for those who take part themselves, not by a link',
	'change-inquiry': 'change this inquiry',
	'own-inquiry': 'do this: only its owner may'
};

/** What is acted on, as far as it matters here. */
export interface Place {
	/** What this person is in the inquiry; nothing where they are nothing in it, or it is not there. */
	role: InquiryRole | undefined;
	/** What is said where they may not even see it: the same as if it were not there. */
	absent: () => ServiceError;
}

/**
 * Whether a person may do something, in the installation or in one inquiry.
 * @throws ServiceError 401 where nobody is signed in, 404 for what they may not see, 403 for what they may see and not do
 */
export function allow(person: Person | undefined, action: Action, place?: Place): Person {
	if (!person) throw new ServiceError(401, 'not-signed-in', 'Nobody is signed in. Sign in, or use a token.');
	const may = place ? (place.role ? BY_INQUIRY_ROLE[place.role] : undefined) : BY_ROLE[person.role];
	if (!may) throw place?.absent() ?? new ServiceError(404, 'not-there', 'There is no such thing.');
	if (!may.includes(action)) throw notAllowed(person, action);
	if (action !== 'read' && action !== 'take-part' && person.scope === 'read')
		throw new ServiceError(403, 'reads-only', 'This token only reads. Changes need one that may write.');
	return person;
}

export const notAllowed = ({ name }: Person, action: Action) =>
	new ServiceError(403, 'not-allowed', `${name} may not ${SAID[action]}.`);

/** Who asks, as scripts are told. */
export function whoAmI(person: Person | undefined) {
	const { id, name, role, scope = 'write', alone } = allow(person, 'read');
	return { id, name, role, scope, accounts: !alone };
}
