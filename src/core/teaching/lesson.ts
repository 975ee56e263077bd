/** A lesson: an inquiry made to be learnt from, as a start, steps and an end. */
import { emptyInquiry, type Decision, type Inquiry, type PickedHeading, type WordField } from '../crosswalk';

/** The screens that a step can be on. */
export const SCREENS = {
	question: 'Question',
	indexes: 'Indexes',
	crosswalk: 'Crosswalk',
	browse: 'Browse',
	strategy: 'Strategy',
	records: 'Records',
	pearls: 'Pearls',
	'reading-list': 'Reading list',
	report: 'Report',
	logbook: 'Logbook',
	'keep-up': 'Keep up'
} as const;
export type ScreenName = keyof typeof SCREENS;

/** Where a step is: a screen and what is in hand on it, never an address. */
export interface StepPlace {
	screen: ScreenName;
	/** Identifier of a concept. */
	concept?: string;
	/** Code of an index. */
	index?: string;
	/** URI of a heading. */
	heading?: string;
	/** What its index calls a record. */
	record?: string;
	/** A word that is looked up. */
	word?: string;
}

/** A concept as a task names it: by its identifier, or by its name where a learner made it. */
export interface NamedConcept {
	id: string;
	name: string;
}

/** What is to be done in a step, as a condition on the learner's inquiry. */
export type Task =
	| { kind: 'picked'; concept: NamedConcept; index: string; oneOf: PickedHeading[] }
	| { kind: 'no-heading'; concept: NamedConcept; index: string }
	| { kind: 'decided'; concept: NamedConcept; index: string }
	| {
			kind: 'switched';
			concept: NamedConcept;
			index: string;
			heading: PickedHeading;
			what: 'withNarrower' | 'chief';
			on: boolean;
	  }
	| { kind: 'finds'; index: string; from: number; to: number }
	| { kind: 'pearls'; index: string; records: { id: string; title: string }[] }
	| { kind: 'word'; concept: NamedConcept; text: string; present: boolean }
	| { kind: 'limit'; index?: string; field: string; present: boolean }
	| { kind: 'excluded'; concept: NamedConcept; present: boolean }
	| { kind: 'run'; index: string }
	| { kind: 'listed'; index: string; record: string; title: string; decision: Decision };

export interface Step {
	place: StepPlace;
	/** A sentence or a few, as Markdown. */
	text: string;
	hint?: string;
	task?: Task;
}

/** A vocabulary that a lesson is made for. */
export interface NeededVocabulary {
	/** Code of the index. */
	code: string;
	name: string;
	/** Of the vocabulary. */
	uri: string;
	edition: string;
}

/** Steps of one lesson. */
export const MOST_STEPS = 60;
/** Characters of one step's words, and of its hint. */
export const LONGEST_STEP = 2_000;

const TABLES = ['concepts', 'words', 'cells', 'picks', 'sightings', 'pearls', 'entries', 'strategies', 'limits', 'names'] as const; // prettier-ignore
type RowsOf<K extends (typeof TABLES)[number]> = Inquiry[K][string][];

/** The rows of an inquiry as a lesson holds them: without history, people, comments and runs. */
export type LessonRows = { [K in (typeof TABLES)[number]]: RowsOf<K> } & {
	title: string;
	question: string;
	indexes: string[];
	wordField: WordField;
};

/** A lesson as one document. */
export interface LessonDocument {
	format: typeof LESSON_FORMAT;
	/** How often it was given out. */
	version: number;
	id: string;
	title: string;
	needs: NeededVocabulary[];
	start: LessonRows;
	steps: Step[];
	end: LessonRows;
}
export const LESSON_FORMAT = 'oakmoss-lesson';

/** The rows of an inquiry for a lesson. */
export function lessonRows(inquiry: Inquiry): LessonRows {
	const { title, question, indexes, wordField } = inquiry.about;
	const rows = Object.fromEntries(TABLES.map((table) => [table, Object.values(inquiry[table])]));
	return { ...(rows as Pick<LessonRows, (typeof TABLES)[number]>), title, question, indexes, wordField };
}

/** The same with nothing but the question and the indexes. */
export function emptyStart(rows: LessonRows): LessonRows {
	const none = Object.fromEntries(TABLES.map((table) => [table, []]));
	return { ...rows, ...(none as unknown as Pick<LessonRows, (typeof TABLES)[number]>) };
}

/** An inquiry with the rows of a lesson. */
export function inquiryOf(rows: LessonRows, id: string): Inquiry {
	const { title, question, indexes, wordField } = rows;
	const about = { id, title, question, indexes, wordField };
	const tables = Object.fromEntries(
		TABLES.map((table) => [table, Object.fromEntries(rows[table].map((row) => [row.id, row]))])
	);
	return { ...emptyInquiry(about), ...(tables as Partial<Inquiry>) };
}
