/** The order of a result. Worked out whole, once for a revision, so that pages never overlap or leave anything out. */
import {
	addScores,
	descending,
	termsOf,
	type RecordSet,
	type Strategy,
	type Term
} from '../../../core/search';
import { Cache } from '../caches';
import { perConnection } from '../db';
import { type IndexSets, lengthsOf, postingsOf } from '../records';
import { citedCounts, eachByName } from './order-rows';

export const SORTS = ['relevance', 'newest', 'oldest', 'cited', 'source', 'author'] as const;
export type Sort = (typeof SORTS)[number];

const AFTER_ALL_YEARS = 10_000;

/** Orders kept at hand by a server. */
const MOST_KEPT = 40;

/** The result that was ordered, and its order. */
type Ordered = [result: RecordSet, order: Uint32Array];
const kept = perConnection(() => new Cache<Ordered>(MOST_KEPT));

/**
 * Record numbers of a result in order: of just this result, whatever strategy it was found by.
 * @param edition by which narrower headings were found: another edition may find other records
 */
export async function ordered(
	sets: IndexSets,
	edition: number,
	result: RecordSet,
	strategy: Strategy,
	sort: Sort
): Promise<Uint32Array> {
	const full = `${sets.version} ${edition} ${sort} ${result.size} ${nameOfResult(strategy)}`;
	const before = kept().get(full);
	if (before) {
		const [of, order] = await before;
		// A part, a neighbour list or a region is ordered by the words of the strategy it came from, and is another result.
		if (of.equals(result)) return order;
	}
	const made = order(sets, result, strategy, sort).then((ordered): Ordered => [result, ordered]);
	return (await kept().set(full, made))[1];
}

async function order(
	sets: IndexSets,
	result: RecordSet,
	strategy: Strategy,
	sort: Sort
): Promise<Uint32Array> {
	const years = await sets.yearsByRecord();
	const numbers = result.toArray();
	if (sort === 'oldest')
		// Records without a year stand last in either direction.
		return descending(
			numbers,
			years.map((year) => (year === 0 ? 0 : AFTER_ALL_YEARS - year))
		);
	if (sort === 'source' || sort === 'author') {
		const places = await placesByName(sets, sort);
		return numbers.sort((a, b) => places[a] - places[b]);
	}
	const newest = descending(numbers, years);
	if (sort === 'newest') return newest;
	if (sort === 'cited') return descending(newest, await citedTimes(sets));
	return descending(newest, await scoresOf(sets, result, termsOf(strategy)));
}

/** How many records of the index refer to each record. One statement for a revision. */
export const citedTimes = (sets: IndexSets): Promise<Uint32Array> =>
	sets.fact('times cited', async () => {
		const times = new Uint32Array(sets.records);
		for (const { n, count } of await citedCounts(sets.code)) times[n] = count;
		return times;
	});

/** The place of each record in the order of sources, or of first authors. One statement for a revision. */
const placesByName = (sets: IndexSets, name: 'source' | 'author'): Promise<Uint32Array> =>
	sets.fact(`places by ${name}`, async () => {
		const places = new Uint32Array(sets.records);
		let place = 0;
		await eachByName(sets.code, name, (n) => (places[n] = place++));
		return places;
	});

/**
 * Best-match scores by record; those that have none of the terms, or are not of the result, score nothing. O(records with
 * each term).
 */
async function scoresOf(sets: IndexSets, result: RecordSet, terms: readonly Term[]): Promise<Float64Array> {
	const scores = new Float64Array(sets.records);
	if (terms.length === 0 || result.size === 0) return scores;
	const [postings, lengths] = await Promise.all([
		postingsOf(
			sets,
			terms.map(({ text, stem }) => ({ text, as: stem ? 'beginning' : 'word' }))
		),
		lengthsOf(sets)
	]);
	const isWanted = new Uint8Array(scores.length);
	for (const n of result.toArray()) isWanted[n] = 1;
	for (const posting of postings) addScores(scores, posting, lengths, isWanted);
	return scores;
}

/** A name for a result by what it was asked for: strategies that print alike find alike. */
function nameOfResult(strategy: Strategy): string {
	return JSON.stringify(strategy, (name, value: unknown) =>
		name === 'id' || name === 'name' || name === 'fit' || name === 'label' ? undefined : value
	);
}
