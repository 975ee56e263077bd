/** An inquiry as plain data, and the commands that change it. */

export type Fit = 'notJudged' | 'exact' | 'close' | 'broader' | 'narrower' | 'related';
export const FITS: readonly Fit[] = ['notJudged', 'exact', 'close', 'broader', 'narrower', 'related'];
export type Role = 'searched' | 'recorded' | 'rejected';
export const ROLES: readonly Role[] = ['searched', 'recorded', 'rejected'];
export type ConceptStatus = 'required' | 'waiting' | 'exclude';

export interface Concept {
	id: string;
	position: number;
	name: string;
	status: ConceptStatus;
}

/** A free-text term of a concept. */
export interface Word {
	id: string;
	conceptId: string;
	position: number;
	text: string;
}

export interface Cell {
	/** `conceptId:indexCode` */
	id: string;
	conceptId: string;
	indexCode: string;
	noHeading: boolean;
	tried: string[];
	/** Label of the edition the words were tried in. */
	edition: string;
	note: string;
}

export interface PickedHeading {
	uri: string;
	/** As it was when picked. */
	label: string;
}

export interface Pick {
	id: string;
	conceptId: string;
	indexCode: string;
	position: number;
	/** More than one: all must be on the same record. */
	headings: PickedHeading[];
	edition: string;
	withNarrower: boolean;
	role: Role;
	fit: Fit;
	note: string;
}

export interface About {
	id: string;
	title: string;
	question: string;
	/** Codes of the chosen indexes, in column order. */
	indexes: string[];
}

/** All of an inquiry. Rows are filed by their identifier; order is by `position`. */
export interface Inquiry {
	about: About;
	concepts: Record<string, Concept>;
	words: Record<string, Word>;
	cells: Record<string, Cell>;
	picks: Record<string, Pick>;
}

export type Table = 'about' | 'concepts' | 'words' | 'cells' | 'picks';
export type Row = About | Concept | Word | Cell | Pick;

/** One row before and after; null where it did not, or does not, exist. */
export interface Change {
	table: Table;
	id: string;
	before: Row | null;
	after: Row | null;
}

/** What a person does to an inquiry. New rows get their identifier from whoever sends the command. */
export type Command =
	| { kind: 'about.set'; title?: string; question?: string; indexes?: string[] }
	| { kind: 'concept.add'; id: string; name: string }
	| { kind: 'concept.set'; id: string; name?: string; status?: ConceptStatus }
	| { kind: 'concept.move'; id: string; to: number }
	| { kind: 'concept.remove'; id: string }
	| { kind: 'word.add'; id: string; conceptId: string; text: string }
	| { kind: 'word.remove'; id: string }
	| {
			kind: 'pick.add';
			id: string;
			conceptId: string;
			indexCode: string;
			headings: PickedHeading[];
			edition: string;
			withNarrower?: boolean;
			fit?: Fit;
			role?: Role;
			note?: string;
	  }
	| { kind: 'pick.set'; id: string; withNarrower?: boolean; role?: Role; fit?: Fit; note?: string }
	| { kind: 'pick.remove'; id: string }
	| {
			kind: 'cell.noHeading';
			conceptId: string;
			indexCode: string;
			tried: string[];
			edition: string;
			note?: string;
	  }
	| { kind: 'cell.reopen'; conceptId: string; indexCode: string }
	| {
			kind: 'cell.set';
			conceptId: string;
			indexCode: string;
			edition: string;
			picks: Omit<Pick, 'conceptId' | 'indexCode' | 'position' | 'edition'>[];
			noHeading: boolean;
	  };

/** Why a command cannot be carried out, in words a person can act on. */
export class CommandError extends Error {
	constructor(
		readonly code: 'not-found' | 'not-allowed' | 'invalid',
		message: string
	) {
		super(message);
	}
}
