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

/** A notation with the address of its datatype, which says by which scheme it was given; none where it is plain. */
export interface Notation {
	text: string;
	type?: string;
}

/** A heading. Other headings are referred to by their position in `VocabularyData.headings`. */
export interface HeadingData {
	uri: string;
	/** Short identifier, unique in the edition and the same in every edition that keeps the URI. */
	key: string;
	/** Preferred labels, at most one a language; the first is the one shown. Never empty. */
	labels: LangText[];
	hidden: LangText[];
	/** The one that is shown. */
	notation?: string;
	/** All of them, where there are several or they have a datatype; the first is the one shown. */
	notations?: Notation[];
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

/** A group of headings that is not a heading itself: an array of a thesaurus, a subset, a theme, a scheme of several in one file. */
export interface CollectionData {
	uri: string;
	/** At most one a language; the first is the one shown. Never empty. */
	labels: LangText[];
	/** In the order the source gives them. Never empty. */
	members: Member[];
	/** The order of the members means something. */
	isOrdered?: true;
	/** The source has it as a scheme of its own. */
	isScheme?: true;
}

/** A heading by its position, or a collection by its own. */
export type Member = number | { collection: number };

/** What the source says of a heading and one of another vocabulary. */
export interface MappingData {
	/** By its position. */
	heading: number;
	relation: MappingRelation;
	/** The address of the other. */
	target: string;
}

export const MAPPING_RELATIONS = ['exact', 'close', 'broader', 'narrower', 'related'] as const;
export type MappingRelation = (typeof MAPPING_RELATIONS)[number];

export interface VocabularyData {
	headings: HeadingData[];
	entryTerms: EntryTermData[];
	collections: CollectionData[];
	/** Left out where the source says nothing of other vocabularies. */
	mappings?: MappingData[];
}

/** All notations of a heading. */
export const notationsOf = ({ notation, notations }: HeadingData): readonly Notation[] =>
	notations ?? (notation === undefined ? [] : [{ text: notation }]);

/** The headings among the members of a collection. */
export const headingsAmong = (members: readonly Member[]): number[] =>
	members.filter((member) => typeof member === 'number');

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
