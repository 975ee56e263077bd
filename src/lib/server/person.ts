/** Who acts, and what they may be allowed to do: the words that every wing speaks of it. */

/** In the installation. A visitor has no account, and came by a link to an inquiry. */
export type Role = 'administrator' | 'librarian' | 'member' | 'visitor';

/** In one inquiry. */
export type InquiryRole = 'owner' | 'editor' | 'reader';

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

/** Where a request comes from, and what it carries. */
export interface Caller {
	headers: Headers;
	/** Of the network. */
	address: string;
}
