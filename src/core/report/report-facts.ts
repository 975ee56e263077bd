/** What a report is made of: everything it says, as data, with the run that each number comes from. */
import type { ConceptStatus, Fit, Role } from '../crosswalk';

export interface ReportFacts {
	inquiry: { id: string; title: string; question: string };
	people: string[];
	concepts: {
		id: string;
		name: string;
		status: ConceptStatus;
		words: { text: string; lang: string; capitals: boolean; offIn: string[] }[];
	}[];
	indexes: {
		code: string;
		name: string;
		discipline: string;
		headingNoun: string;
		edition: string;
		records: number;
		/** First and last year of its records; none where no record has a year. */
		years: [number, number] | null;
		standIn: boolean;
	}[];
	cells: {
		conceptId: string;
		code: string;
		picks: {
			headings: string[];
			fit: Fit;
			role: Role;
			/** In words: with narrower, chief only, aspects, cuts. */
			switches: string[];
			note: string;
			by: string;
			/** A day: ISO 8601. */
			on: string;
		}[];
		noHeading: { tried: string[]; note: string; by: string; on: string } | null;
	}[];
	/** The run of each index that the report is of, in the order of the indexes. */
	runs: ReportRun[];
	/** What the runs found together; nothing while there is none whose records are known. */
	pool: { records: number; works: number; of: { run: number; count: number; alone: number }[] } | null;
	list: {
		all: number;
		/** Works of the list that the runs found. */
		found: number;
		keep: number;
		open: number;
		dropped: { reason: string; count: number }[];
		/** Kept works as citations, in the style named. */
		style: string;
		kept: string[];
	};
	pearls: { run: number; of: number; missed: string[] }[];
	/** By index: what the check says of the strategy as it stands. */
	checks: {
		code: string;
		open: { text: string; effect: number }[];
		left: { text: string; reason: string }[];
	}[];
}

export interface ReportRun {
	number: number;
	code: string;
	name: string;
	note: string;
	/** ISO 8601. */
	at: string;
	by: string;
	edition: string;
	count: number;
	kind: 'run' | 'combined' | 'kept' | 'elsewhere';
	/** Exactly what was searched: as CQL, and in the wording of the index. */
	cql: string;
	dialect: string;
	/** What each line found; nothing where the records have changed since, so that nobody could tell. */
	lines: ReportLine[] | null;
	limits: { says: string; removes: number; doesNotMatch: number; notLabelled: number }[];
	withoutLimits: number | null;
	/** The crosswalk says something else now than what this run searched. */
	isOutdated: boolean;
}

/** A numbered line of a strategy. */
export interface ReportLine {
	/** What it looks for, or how it joins lines before it. */
	says: string;
	/** The concept, on the line that joins it. */
	concept?: string;
	count: number;
}

/** What people say for a report besides what the data says: by item of the guideline. */
export type ReportTexts = Record<string, string>;
