/** A vocabulary as plain data: what importers make, what is stored, what exporters write. */

/** A text with its language as a BCP 47 tag; the empty string where the source gave none. */
export interface LangText {
	lang: string;
	text: string;
}

export const NOTE_KINDS = [
	'scope',
	'history',
	'definition',
	'editorial',
	'example',
	'general',
	'change'
] as const;
export type NoteKind = (typeof NOTE_KINDS)[number];

export interface Note extends LangText {
	kind: NoteKind;
}

/** A heading. Other headings are referred to by their position in `VocabularyData.headings`. */
export interface HeadingData {
	uri: string;
	/** Short identifier, unique in the edition and the same in every edition that keeps the URI. */
	key: string;
	/** Preferred labels, at most one a language; the first is the one shown. Never empty. */
	labels: LangText[];
	hidden: LangText[];
	notation?: string;
	notes: Note[];
	introduced?: number;
	retired?: number;
	broader: number[];
	related: number[];
	/** Headings of the same vocabulary that this one took the place of. */
	replaces: number[];
	aspects: string[];
}

/** A non-preferred term. With several headings it is compound: use all of them together. */
export interface EntryTermData extends LangText {
	headings: number[];
}

/** A group of headings that is not a heading itself: an array of a thesaurus, a subset, a theme. */
export interface CollectionData {
	uri: string;
	/** At most one a language; the first is the one shown. Never empty. */
	labels: LangText[];
	/** Headings by their position, in the order the source gives them. Never empty. */
	members: number[];
}

export interface VocabularyData {
	headings: HeadingData[];
	entryTerms: EntryTermData[];
	collections: CollectionData[];
}

export type Severity = 'error' | 'warning' | 'note';

/** One thing an import found: what, where, and what was done about it. */
export interface Finding {
	severity: Severity;
	rule: string;
	line?: number;
	subject?: string;
	message: string;
}

export interface ImportCounts {
	read: number;
	kept: number;
	repaired: number;
	refused: number;
}
