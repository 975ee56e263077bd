/** An inquiry as plain data, and the commands that change it. */
import type { LimitForAll, LimitSetting, OwnLimit } from './limits';
import type { ListCommand, ListEntry } from './list-entry';

/**
 * Where a word is looked for: `keywords` is title, abstract and author's keywords, `headings` the labels of headings (all
 * of its words in one of them), `anywhere` all of these.
 */
export type WordField =
	| 'keywords'
	| 'title'
	| 'titleAndAbstract'
	| 'abstract'
	| 'headings'
	| 'anywhere'
	| 'author'
	| 'source'
	| 'affiliation'
	| 'funder';

/**
 * Where words are looked for unless something else is said: not in heading labels, as a word would find there what a
 * heading beside it is there to find, and nobody could see what the heading is worth.
 */
export const DEFAULT_WORD_FIELD: WordField = 'keywords';

/** What a block looks for in an index. */
export type Searches = 'headings-and-words' | 'headings' | 'words';
export const SEARCHES: readonly Searches[] = ['headings-and-words', 'headings', 'words'];

export type Fit = 'notJudged' | 'exact' | 'close' | 'broader' | 'narrower' | 'related';
export const FITS: readonly Fit[] = ['notJudged', 'exact', 'close', 'broader', 'narrower', 'related'];
export type Role = 'searched' | 'recorded' | 'rejected';
export const ROLES: readonly Role[] = ['searched', 'recorded', 'rejected'];
export const STATUSES = ['required', 'waiting', 'exclude'] as const;
export type ConceptStatus = (typeof STATUSES)[number];

export interface Concept {
	id: string;
	position: number;
	name: string;
	status: ConceptStatus;
}

/** A free-text term of a concept: a word, a phrase, or a stem that ends in `*`. */
export interface Word {
	id: string;
	conceptId: string;
	position: number;
	text: string;
	/** BCP 47 tag; the empty string where nobody said. */
	lang: string;
	/** Matches capitals only: an acronym that is also an ordinary word. */
	capitals: boolean;
	/** Codes of the indexes in which it is not searched. */
	off: string[];
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
	/** Branches left out of the narrower headings, each with what is below it. Empty without narrower. */
	cuts: PickedHeading[];
	/** Only records whose chief headings have it. */
	chief: boolean;
	/** Only with one of these aspects; any where empty. */
	aspects: string[];
	role: Role;
	fit: Fit;
	note: string;
	/** What a mapping that was taken in says besides, by slots of SSSOM; given back with it. Left out where there is nothing. */
	slots?: Record<string, string>;
}

export type SightingState = 'open' | 'used' | 'dismissed';

/** A heading or word seen somewhere and set aside. Nothing of it is lost when it is used or dismissed. */
export interface Sighting {
	id: string;
	position: number;
	/** The label of the heading, or the word. */
	text: string;
	/** Of a heading; empty for a word. */
	uri: string;
	/** Where the heading is from, or the word was seen; empty where it was nowhere in particular. */
	indexCode: string;
	/** The concept it was seen for; empty for none. */
	conceptId: string;
	/** Where it was seen, in words. */
	seen: string;
	state: SightingState;
}

/** A record known to be relevant: a search should find it. */
export interface Pearl {
	id: string;
	position: number;
	indexCode: string;
	/** What the index calls the record. */
	record: string;
	/** Its title when it was marked. */
	title: string;
}

/** What somebody said to others about a part of the inquiry. */
export interface Comment {
	id: string;
	position: number;
	/** What it is about, by the names in `comments.ts`. */
	about: string;
	text: string;
	/** People who are spoken to. */
	mentions: string[];
	isSettled: boolean;
	/** Who said it, and when (ISO 8601), as the server has it; empty until it has. */
	by: string;
	at: string;
}

/** What is settled of the strategy of one index beyond what the crosswalk says. */
export interface StrategySettings {
	/** Code of the index. */
	id: string;
	/** Picks and words that are left out for now, by identifier. */
	off: string[];
	/** By concept: where its words are looked for, if not where the inquiry says. */
	fields: Record<string, WordField>;
	/** By concept: what its block searches, if not headings and words. */
	searches: Record<string, Searches>;
	limits: OwnLimit[];
	/** All limits are lifted; they stay as they are set, to be restored. */
	lifted: boolean;
	/** Findings of the check that were looked at and left as they are, each with the reason. */
	left: Record<string, string>;
	/** CQL that takes the place of what the crosswalk gives; empty where the crosswalk is followed. */
	text: string;
}

/** A form of an author's name that somebody joined to another one, or set apart, whatever the rule for forms says. */
export interface NameJoin {
	/** The form, as the rule compares it. */
	id: string;
	/** The form it is joined to; empty where it stands alone. */
	to: string;
	/** Both as they are written. */
	says: string;
	toSays: string;
}

export interface About {
	id: string;
	title: string;
	question: string;
	/** Codes of the chosen indexes, in column order. */
	indexes: string[];
	/** Where words are looked for unless the strategy of an index says otherwise. */
	wordField: WordField;
}

/** All of an inquiry. Rows stand by their identifier; order is by `position`. */
export interface Inquiry {
	about: About;
	concepts: Record<string, Concept>;
	words: Record<string, Word>;
	cells: Record<string, Cell>;
	picks: Record<string, Pick>;
	sightings: Record<string, Sighting>;
	pearls: Record<string, Pearl>;
	/** The reading list. */
	entries: Record<string, ListEntry>;
	/** By index code. */
	strategies: Record<string, StrategySettings>;
	/** By field: those that are set once for all indexes. */
	limits: Record<string, LimitForAll>;
	/** By form of a name. */
	names: Record<string, NameJoin>;
	comments: Record<string, Comment>;
}

export type Table =
	| 'about'
	| 'concepts'
	| 'words'
	| 'cells'
	| 'picks'
	| 'sightings'
	| 'pearls'
	| 'entries'
	| 'strategies'
	| 'limits'
	| 'names'
	| 'comments';
export type Row =
	| About
	| Concept
	| Word
	| Cell
	| Pick
	| Sighting
	| Pearl
	| ListEntry
	| StrategySettings
	| LimitForAll
	| NameJoin
	| Comment;

/** An inquiry without anything in it. */
export function emptyInquiry(about: Omit<About, 'wordField'> & Partial<About>): Inquiry {
	return {
		about: { wordField: DEFAULT_WORD_FIELD, ...about },
		concepts: {},
		words: {},
		cells: {},
		picks: {},
		sightings: {},
		pearls: {},
		entries: {},
		strategies: {},
		limits: {},
		names: {},
		comments: {}
	};
}

/** One row before and after; null where it did not, or does not, exist. */
export interface Change {
	table: Table;
	id: string;
	before: Row | null;
	after: Row | null;
}

/** What may be said of a pick besides its headings. */
export interface PickSwitches {
	withNarrower?: boolean;
	cuts?: PickedHeading[];
	chief?: boolean;
	aspects?: string[];
	role?: Role;
	fit?: Fit;
	note?: string;
	slots?: Record<string, string>;
}

interface WordSwitches {
	lang?: string;
	capitals?: boolean;
	off?: string[];
}

interface Place {
	conceptId: string;
	indexCode: string;
}

/** What a person does to an inquiry. New rows get their identifier from whoever sends the command. */
export type Command =
	| { kind: 'about.set'; title?: string; question?: string; indexes?: string[]; wordField?: WordField }
	| { kind: 'concept.add'; id: string; name: string }
	| { kind: 'concept.set'; id: string; name?: string; status?: ConceptStatus }
	| { kind: 'concept.move'; id: string; to: number }
	/** Everything of one concept becomes the other's. */
	| { kind: 'concept.merge'; id: string; into: string }
	/** The words and picks named become those of a new concept, which stands next. */
	| { kind: 'concept.split'; id: string; newId: string; name: string; words: string[]; picks: string[] }
	| { kind: 'concept.remove'; id: string }
	| ({ kind: 'word.add'; id: string; conceptId: string; text: string } & WordSwitches)
	| ({ kind: 'word.set'; id: string; conceptId?: string; text?: string } & WordSwitches)
	| { kind: 'word.remove'; id: string }
	/** With the reason that spoke for it, such as a suggestion's; it stands in the history, and the note stays the person's. */
	| ({
			kind: 'pick.add';
			id: string;
			headings: PickedHeading[];
			edition: string;
			because?: string;
	  } & Place &
			PickSwitches)
	| ({ kind: 'pick.set'; id: string } & PickSwitches)
	/** The pick as a later edition has it, or left as it is, with the reason. */
	| {
			kind: 'pick.follow';
			id: string;
			edition: string;
			headings?: PickedHeading[];
			cuts?: PickedHeading[];
			fit?: Fit;
			because?: string;
	  }
	| { kind: 'pick.remove'; id: string }
	| ({ kind: 'cell.noHeading'; tried: string[]; edition: string; note?: string } & Place)
	| ({ kind: 'cell.reopen' } & Place)
	| ({
			kind: 'cell.set';
			edition: string;
			picks: ({ id: string; headings: PickedHeading[] } & PickSwitches)[];
			noHeading: boolean;
	  } & Place)
	| {
			kind: 'sighting.add';
			id: string;
			text: string;
			uri?: string;
			indexCode?: string;
			conceptId?: string;
			seen: string;
	  }
	| { kind: 'sighting.set'; id: string; state: SightingState }
	| { kind: 'pearl.add'; id: string; indexCode: string; record: string; title: string }
	| { kind: 'pearl.remove'; id: string }
	| { kind: 'comment.add'; id: string; about: string; text: string; mentions: string[] }
	| { kind: 'comment.set'; id: string; isSettled: boolean }
	| { kind: 'comment.remove'; id: string }
	| ListCommand
	| ({ kind: 'strategy.set'; indexCode: string } & Partial<Omit<StrategySettings, 'id'>>)
	/** Sets a limit, for all indexes or for the one that is named, in the place of one on the same field. */
	| { kind: 'limit.set'; limit: LimitSetting; indexCode?: string }
	/** In one index a limit does not hold, or holds again: its own one if it has one, else the one for all. */
	| { kind: 'limit.lift'; field: string; indexCode: string; lifted: boolean }
	| { kind: 'limit.remove'; field: string; indexCode?: string }
	/** Joins a form of a name to another one, or sets it apart where that is empty; by the rule again with null. */
	| { kind: 'name.set'; id: string; to: string | null; says: string; toSays?: string }
	/** Several as one change, taken back in one step. The title says what they come to. */
	| { kind: 'many'; title: string; commands: Command[] };

/** Why a command cannot be carried out, in words a person can act on. */
export class CommandError extends Error {
	constructor(
		readonly code: 'not-found' | 'not-allowed' | 'invalid',
		message: string
	) {
		super(message);
	}
}
