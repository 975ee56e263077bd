/** An inquiry change by change: its rows as they were, and its figures then, worked out with today's records and editions. */
import { CellsByPlace, type Inquiry } from '../../../core/crosswalk';
import { coverageIn, type CellCoverage } from '../crosswalk';
import { readInquiryAt, type Moment } from '../inquiry';
import type { Person } from '../people';
import { pearlsAmong } from '../reading';
import { findRecordsIn } from '../search';
import { type CurrentIndex, currentIndexes } from '../vocabulary';

export interface ReplayFigures {
	/** Cells of the crosswalk, and those that had come to a decision. */
	cells: number;
	decided: number;
	/** Records that the strategy of each index finds; null where it could not be run. */
	found: Record<string, number | null>;
	/** Pearls that each index has, and those that its strategy finds. */
	pearls: Record<string, { of: number; found: number }>;
}

/** An inquiry at a moment of its history. */
export interface Replayed {
	revision: number;
	last: number;
	/** Its rows then, but for the reading list. */
	inquiry: Inquiry;
	/** The change that led here; null at the beginning. */
	change: Moment | null;
	coverage: Record<string, CellCoverage>;
	figures: ReplayFigures;
	/** Those before the change; null at the beginning. */
	before: ReplayFigures | null;
}

/** An inquiry as it was after a change; 0 is what it was brought with, and where none is named it is as it is. */
export async function replayed(
	person: Person | undefined,
	inquiryId: string,
	at?: number
): Promise<Replayed> {
	const { inquiry, revision, last, change, before } = await readInquiryAt(person, inquiryId, at);
	const indexes = await currentIndexes();
	const [figures, figuresBefore, coverage] = await Promise.all([
		figuresThen(inquiry, indexes),
		before ? figuresThen(before, indexes) : null,
		coverageIn(inquiry, indexes)
	]);
	return { revision, last, inquiry, change: change ?? null, coverage, figures, before: figuresBefore };
}

async function figuresThen(inquiry: Inquiry, indexes: readonly CurrentIndex[]): Promise<ReplayFigures> {
	const { about, concepts } = inquiry;
	// An index may have been removed since.
	const codes = about.indexes.filter((code) => indexes.some(({ index }) => index.code === code));
	const results = await Promise.all(codes.map((code) => findRecordsIn(inquiry, code)));
	const each = codes.map((code, i) => [code, results[i]] as const);
	const cells = new CellsByPlace(inquiry);
	const isDecided = (conceptId: string, code: string) => cells.at(conceptId, code).state !== 'undecided';
	return {
		cells: Object.keys(concepts).length * about.indexes.length,
		decided: Object.keys(concepts).reduce(
			(sum, id) => sum + about.indexes.filter((code) => isDecided(id, code)).length,
			0
		),
		found: Object.fromEntries(
			each.map(([code, { faults, result }]) => [code, faults.length > 0 ? null : result.size])
		),
		pearls: await pearlsAmong(inquiry, Object.fromEntries(each.map(([code, { result }]) => [code, result])))
	};
}
