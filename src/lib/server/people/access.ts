/** What people may do. Every service asks here first; what it asks about is given, never fetched. */
import { ServiceError } from '../errors';

/** In the installation. A visitor has no account, and came by a link to an inquiry. */
export type Role = 'administrator' | 'librarian' | 'member' | 'visitor';
export const ROLES = ['administrator', 'librarian', 'member'] as const;

/** In one inquiry. */
export type InquiryRole = 'owner' | 'editor' | 'reader';
export const INQUIRY_ROLES = ['owner', 'editor', 'reader'] as const;

export interface Person {
	id: string;
	name: string;
	role: Role;
	/** A token that only reads lets nothing be changed, whoever it is of. */
	scope?: 'read' | 'write';
	/** Keys of links to inquiries that this browser opened. */
	links?: readonly string[];
	/** What they were found to be in inquiries: while one request is answered, or for as long as nothing of people changes. */
	found?: Map<string, Promise<InquiryRole | undefined>>;
	/** The one person of an installation without accounts, who may do everything. */
	alone?: true;
}

/** The one person of a local installation. */
export const LOCAL_PERSON: Person = {
	id: 'local',
	name: 'Local researcher',
	role: 'administrator',
	alone: true
};

/**
 * - `read`: what is there for all: indexes, headings, records; of an inquiry, the whole of it
 * - `work`: inquiries and watches of one's own
 * - `change-indexes`: indexes, vocabularies, records
 * - `govern`: people and their roles
 * - `take-part`: of an inquiry, what is for those alone who take part by themselves, not for whoever has a link to it
 * - `change-inquiry`, `own-inquiry`: what is recorded in it; who takes part, and whether it stays
 */
export type Action =
	'read' | 'work' | 'change-indexes' | 'govern' | 'take-part' | 'change-inquiry' | 'own-inquiry';

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
