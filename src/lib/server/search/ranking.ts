/** The order of a result. Worked out whole, once for a revision, so that pages never overlap or leave anything out. */
import {
	lengthOf,
	rarityOf,
	relevance,
	termScore,
	termsOf,
	type RecordSet,
	type Strategy,
	type Term
} from '../../../core/search';
import { Cache } from '../caches';
import { perConnection } from '../db';
import { type IndexSets, WantedTerms } from '../records';
import { citedCounts, eachByName } from './order-rows';
import { knownPostings, postingsOf, queryOfTerm, type Postings } from './term-postings';
import { countsOfQueries, eachTopicMatching, meanLengths } from './topic-rows';

export const SORTS = ['relevance', 'newest', 'oldest', 'cited', 'source', 'author'] as const;
export type Sort = (typeof SORTS)[number];

/** Orders kept at hand by a server. */
const MOST_KEPT = 40;
/** A result up to this size is named to the database record by record. */
const MOST_NAMED = 20_000;

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
		return numbers.sort((a, b) => (years[a] || 9999) - (years[b] || 9999) || a - b);
	if (sort === 'newest') return numbers.sort((a, b) => years[b] - years[a] || a - b);
	if (sort === 'cited') {
		const times = await citedTimes(sets);
		return numbers.sort((a, b) => times[b] - times[a] || years[b] - years[a] || a - b);
	}
	if (sort === 'source' || sort === 'author') {
		const places = await placesByName(sets, sort);
		return numbers.sort((a, b) => places[a] - places[b]);
	}
	const scores = await scoresOf(sets, result, termsOf(strategy));
	return numbers.sort((a, b) => scores[b] - scores[a] || years[b] - years[a] || a - b);
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

/** Best-match scores by record; those that have none of the terms, or are not of the result, score nothing. */
async function scoresOf(sets: IndexSets, result: RecordSet, terms: readonly Term[]): Promise<Float64Array> {
	const scores = new Float64Array(sets.records);
	if (terms.length === 0 || result.size === 0) return scores;
	// A few records are read themselves; what is read for many is kept, as the next order asks for the same words.
	const postings =
		result.size <= MOST_NAMED ? await knownPostings(sets, terms) : await postingsOf(sets, terms);
	const mean = await meanLength(sets);
	if (postings) scoreAll(scores, result, postings, mean);
	else await scoreNamed(scores, sets, result, terms, mean);
	return scores;
}

/** O(records with each term); only those of the result are scored, which may be a small part of them. */
function scoreAll(
	scores: Float64Array,
	result: RecordSet,
	{ terms, titleLengths, abstractLengths }: Postings,
	mean: number
): void {
	const isWanted = new Uint8Array(scores.length);
	for (const n of result.toArray()) isWanted[n] = 1;
	for (const { records, title, abstract } of terms) {
		const rarity = rarityOf(scores.length, records.length);
		for (let i = 0; i < records.length; i++) {
			const n = records[i];
			if (isWanted[n] === 0) continue;
			const length =
				lengthOf({ titleLength: titleLengths[n], abstractLength: abstractLengths[n] }) / Math.max(mean, 1);
			scores[n] += termScore(title[i], abstract[i], length, rarity);
		}
	}
}

async function scoreNamed(
	scores: Float64Array,
	sets: IndexSets,
	result: RecordSet,
	terms: readonly Term[],
	mean: number
): Promise<void> {
	const recordsWithEach = await recordsWith(sets, terms);
	const collection = { records: sets.records, meanLength: mean, recordsWith: recordsWithEach };
	const wanted = new WantedTerms(terms);
	const any = terms.map(queryOfTerm).join(' | ');
	await eachTopicMatching(sets.code, any, [...result.toArray()], ({ n, t, a, vector }) => {
		const occurrences = { ...wanted.occurrencesIn(vector), titleLength: t, abstractLength: a };
		scores[n] = relevance(occurrences, collection);
	});
}

function meanLength(sets: IndexSets): Promise<number> {
	return sets.fact('mean length', async () => {
		const row = await meanLengths(sets.code);
		return lengthOf({ titleLength: row.title, abstractLength: row.abstract });
	});
}

/** How many records have each term in title or abstract. One statement for those not asked before. */
async function recordsWith(sets: IndexSets, terms: readonly Term[]): Promise<number[]> {
	const counts = await sets.fact('records with a word', () => Promise.resolve(new Map<string, number>()));
	const queries = terms.map(queryOfTerm);
	const missing = queries.filter((query) => !counts.has(query));
	if (missing.length > 0) {
		const rows = await countsOfQueries(sets.code, missing);
		for (const { query, count } of rows) counts.set(query, count);
	}
	return queries.map((query) => counts.get(query) ?? 0);
}

/** A name for a result by what it was asked for: strategies that print alike find alike. */
function nameOfResult(strategy: Strategy): string {
	return JSON.stringify(strategy, (name, value: unknown) =>
		name === 'id' || name === 'name' || name === 'fit' || name === 'label' ? undefined : value
	);
}
