/** Results that can be read: what a strategy, a number or a run stands for, and what is kept of that by some values. */
import type { PartWords, RecordSet } from '../../../core/search';
import type { Person } from '../people';
import { type Beside, foundByRun } from '../runs';
import {
	type Found,
	foundBy,
	openFound,
	type OpenedResult,
	type Opening,
	type WantedInSome
} from '../search';
import { recordLines, recordNumber } from '../records';
import { dimensionNamed, recordsHaving, recordsWithout, valuesAsWritten } from './dimensions';
import { neighbourSet, type Nearness } from './near-records';
import { type Among, foundAmong } from './overlaps';
import { nameJoinsOf, PERSON, personInWords, personNamed } from './people-of-records';
import { marksOf, type RecordMarks } from './record-marks';
import type { Filter } from './reading-schema';
import { allowIn, chosenIndexes, coalescedView } from '../inquiry';

/** What is to be read. */
export interface Asked {
	opening: Opening;
	run?: number;
	beside?: Beside;
	/** One region of sets that overlap: in those of these places, in none of the others. */
	among?: { sets: Among; members: readonly number[] };
	/** The neighbours of a record, instead of what was found. */
	near?: { record: string; how: Nearness };
	/** Of what was found, only what these keep, one after another. */
	filter: readonly Filter[];
}

/** What was found with what it was kept by, a person as the forms of the name that are joined. */
export type Kept = Found & { filters: readonly Filter[] };

/** @param code of the index; a run has its own */
export async function resultAsked(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	{ opening, run, beside, among, near, filter }: Asked
): Promise<Kept> {
	await allowIn(person, 'read', inquiryId);
	const found = await (among
		? foundAmong(person, inquiryId, code, among.sets, among.members)
		: run === undefined
			? foundBy(person, inquiryId, code, opening)
			: foundByRun(person, inquiryId, run, beside));
	return filtered(
		near ? await nearTo(found, near) : found,
		await withPeople(person, inquiryId, found, filter)
	);
}

/** How many records are to be read. */
export async function countResult(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked
): Promise<number> {
	return (await resultAsked(person, inquiryId, code, asked)).result.size;
}

/**
 * Filters by a person as filters by the forms of the name that are joined, over the chosen indexes. A person whom this index does
 * not name has no record in it.
 */
async function withPeople(
	person: Person | undefined,
	inquiryId: string,
	{ at }: Pick<Found, 'at'>,
	filters: readonly Filter[]
): Promise<readonly (Filter & { says?: string })[]> {
	if (!filters.some(({ by }) => by === PERSON)) return filters;
	const codes = await chosenIndexes(person, inquiryId);
	const joins = await nameJoinsOf(inquiryId);
	return Promise.all(
		filters.map(async (filter) => {
			if (filter.by !== PERSON) return filter;
			const [name = ''] = filter.values;
			const known = await personNamed(codes, name, joins);
			return {
				by: 'author',
				how: filter.how,
				values: known?.keys[at.current.index.code] ?? [],
				says: known ? personInWords(known) : name
			};
		})
	);
}

const NEAR_WORDS: Record<Nearness, string> = {
	cites: 'that are referred to by',
	citedBy: 'that refer to',
	sharedReferences: 'that share references with',
	sameAuthors: 'with an author of',
	sharedHeadings: 'whose headings are nearest to those of'
};

/** The neighbours of a record, ordered and marked as what was found is. */
async function nearTo(found: Found, { record, how }: { record: string; how: Nearness }): Promise<Found> {
	const { current } = found.at;
	const number = await recordNumber(current, record);
	const [result, sheet] = await Promise.all([
		neighbourSet(current, number, how),
		recordLines(current, [number])
	]);
	const title = {
		before: NEAR_WORDS[how],
		name: `“${sheet[0].item.title ?? record}”`,
		isHeading: false,
		after: ''
	};
	return { ...found, result, title, faults: [] };
}

/** A page of a result, with one of its records whole. */
export async function readRecords(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked,
	wanted: WantedInSome
): Promise<OpenedResult & { code: string; marks: RecordMarks[] }> {
	await allowIn(person, 'read', inquiryId);
	return coalescedView(inquiryId, `records ${JSON.stringify([code, asked, wanted])}`, async () => {
		const found = await resultAsked(person, inquiryId, code, asked);
		const opened = await openFound(person, found, wanted);
		const marks = await marksOf(found.at.sets, opened.page.records);
		return { code: found.at.current.index.code, ...opened, marks };
	});
}

async function filtered(found: Found, filters: readonly (Filter & { says?: string })[]): Promise<Kept> {
	if (filters.length === 0) return { ...found, filters };
	let { result } = found;
	for (const filter of filters) result = await keptBy(found, result, filter);
	return {
		...found,
		result,
		title: await titleOf(found, filters),
		faults: [],
		filters
	};
}

/** What a filter keeps of some records. */
export async function keptBy(
	{ at }: Pick<Found, 'at'>,
	records: RecordSet,
	{ by, how, values }: Filter
): Promise<RecordSet> {
	const dimension = dimensionNamed(at, by);
	switch (how) {
		case 'unlabelled':
			return recordsWithout(at, records, dimension);
		case 'any':
			return recordsHaving(at, records, dimension, values);
		case 'out':
			return records.andNot(await recordsHaving(at, records, dimension, values));
		case 'all': {
			let kept = records;
			for (const value of values) kept = await recordsHaving(at, kept, dimension, [value]);
			return kept;
		}
	}
}

const WORDS: Record<Filter['how'], (by: string, values: string) => string> = {
	any: (by, values) => `${by} ${values}`,
	all: (by, values) => `${by} ${values} together`,
	out: (by, values) => `without ${by} ${values}`,
	unlabelled: (by) => `not labelled by ${by}`
};

/** How dimensions are called where a result is described by them. */
const CALLED: Record<string, string> = {
	heading: 'with',
	chiefHeading: 'chiefly about',
	headingWithBroader: 'with or below',
	source: 'in',
	author: 'by',
	affiliation: 'from',
	funder: 'funded by',
	year: 'of',
	language: 'in',
	type: 'of kind',
	availability: 'availability'
};

/** Values that a title names; of more it says how many. */
const MOST_NAMED = 4;

async function titleOf(
	{ title, at }: Found,
	filters: readonly (Filter & { says?: string })[]
): Promise<PartWords> {
	const written = await Promise.all(filters.map(({ by, values }) => valuesAsWritten(at, dimensionNamed(at, by), values.slice(0, MOST_NAMED)))); // prettier-ignore
	const kept = filters.map(({ by, how, values, says }, i) => {
		if (says !== undefined) return WORDS[how]('by', says);
		const called = CALLED[by] ?? at.limits.find(({ field }) => field === by)?.label.toLowerCase() ?? by;
		const shown = written[i];
		const more = values.length > shown.length ? ` and ${values.length - shown.length} more` : '';
		return WORDS[how](called, shown.join(how === 'all' ? ' and ' : ' or ') + more);
	});
	const base = title ?? { before: 'that the strategy finds', name: '', isHeading: false, after: '' };
	return { ...base, after: [base.after, ...kept].filter(Boolean).join(' · ') };
}
