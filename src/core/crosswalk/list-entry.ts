/** What a reading list holds, and the commands that change it. */
import type { CslItem } from '../evidence/citation';

export const DECISIONS = ['open', 'keep', 'drop'] as const;
export type Decision = (typeof DECISIONS)[number];
/** What was decided, in a word. */
export const DECIDED: Record<Decision, string> = { keep: 'kept', drop: 'dropped', open: 'left open' };

export interface ListedRecord {
	indexCode: string;
	/** What the index calls it. */
	record: string;
}

/** What of a citation was mended by hand, by CSL variable; null for one that is to be left out. */
export type Mends = Record<string, unknown>;

/** One work on the list. */
export interface ListEntry {
	id: string;
	position: number;
	/** The records that are of this work, one or none of each index. */
	records: ListedRecord[];
	/** Of a work from a file that no index has, its citation; null for others. */
	citation: CslItem | null;
	/** As they were when it was put here, so that a list reads the same when a record is gone. */
	title: string;
	authors: string;
	source: string;
	year: number | null;
	/** Where it came from, in words. */
	from: string;
	decision: Decision;
	/** Why it was decided so. */
	reason: string;
	note: string;
	tags: string[];
	mends: Mends;
	/** Put down by the server as it takes the change in: ISO 8601, and who; the empty string before. */
	addedAt: string;
	decidedAt: string;
	decidedBy: string;
}

export type NewEntry = Pick<ListEntry, 'id' | 'records' | 'title' | 'authors' | 'source' | 'year'> & {
	citation?: CslItem | null;
};

export type ListCommand =
	| { kind: 'entries.add'; from: string; entries: NewEntry[] }
	| ({ kind: 'entries.set'; ids: string[] } & Partial<
			Pick<ListEntry, 'decision' | 'reason' | 'note' | 'tags' | 'mends' | 'records'>
	  >)
	| { kind: 'entries.remove'; ids: string[] };
