/** Pages of results: records in order, why each was found, and one of them whole. */
import type { RecordSet, Strategy, WordTest } from '../../../core/search';
import { type RecordLine, recordLines, recordSheet } from '../records';
import type { Person } from '../people';
import { ordered, type Sort } from './ranking';
import type { Searchable } from './searchable';
import { Matching, type Match } from './why-found';

export interface Wanted {
	sort: Sort;
	offset: number;
	limit: number;
}

/** A record of a result, with what of the strategy it was found by. */
export interface FoundRecord extends RecordLine {
	why: Match[];
}

export interface ResultPage {
	count: number;
	offset: number;
	records: FoundRecord[];
}

/** A page of a result, which is ordered whole. */
export async function page(
	at: Searchable,
	strategy: Strategy,
	result: RecordSet,
	{ sort, offset, limit }: Wanted
): Promise<ResultPage> {
	const { current, sets, vocabulary } = at;
	const order = await ordered(sets, vocabulary.edition, result, strategy, sort);
	const numbers = [...order.subarray(offset, offset + limit)];
	const [lines, matching] = await Promise.all([
		recordLines(current, numbers),
		Matching.of(sets, vocabulary, strategy)
	]);
	return { count: result.size, offset, records: lines.map((line) => ({ ...line, ...matching.of(line) })) };
}

/** The record in hand, whole, with what of the strategy stands in it. */
export interface OpenRecord extends RecordLine {
	why: Match[];
	/** Words of the strategy that are looked for in its title and in its abstract. */
	words: { title: WordTest[]; abstract: WordTest[] };
}

/** @param key which record; the first of the page where none is named */
export async function openRecord(
	person: Person | undefined,
	{ current, sets, vocabulary }: Searchable,
	strategy: Strategy,
	{ records }: ResultPage,
	key: string | null | undefined
): Promise<OpenRecord | undefined> {
	const wanted = key ?? records[0]?.id;
	if (wanted === undefined) return undefined;
	const [sheet, matching] = await Promise.all([
		recordSheet(person, current.index.code, wanted),
		Matching.of(sets, vocabulary, strategy)
	]);
	return { ...sheet, ...matching.of(sheet), words: matching.words() };
}
