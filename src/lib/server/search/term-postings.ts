/**
 * Where terms of strategies occur, held in memory once they were read: a change to a strategy mostly keeps its words, and its
 * result can then be put in order anew without the database. For 100,000 of 1,000,000 records `npm run bench search` says what that brings.
 */
import type { Term } from '../../../core/search';
import { type IndexSets, WantedTerms } from '../records';
import { eachTopicMatching } from './topic-rows';

/** The records whose title or abstract has a term, in the order they were read in, with how often. */
export interface Posting {
	records: Uint32Array;
	title: Uint8Array;
	abstract: Uint8Array;
}

export interface Postings {
	/** One for each term that was asked for, in that order. */
	terms: Posting[];
	/** Words of the title and of the abstract, by record; of records that have none of the terms nothing is known. */
	titleLengths: Uint16Array;
	abstractLengths: Uint16Array;
}

interface Held extends Omit<Postings, 'terms'> {
	byQuery: Map<string, Posting>;
	bytes: number;
}

/** For one index, in bytes. */
const MOST_BYTES = 64 * 2 ** 20;
const BYTES_EACH = 6;

const heldBy = (sets: IndexSets) =>
	sets.fact('postings', () =>
		Promise.resolve<Held>({
			byQuery: new Map(),
			titleLengths: new Uint16Array(sets.records),
			abstractLengths: new Uint16Array(sets.records),
			bytes: 0
		})
	);

/** A term in title or abstract, as a full-text query. */
export function queryOfTerm({ text, stem }: Term): string {
	return `'${text}':${stem ? '*' : ''}AB`;
}

/** Postings of terms, where all of them are at hand. */
export async function knownPostings(sets: IndexSets, terms: readonly Term[]): Promise<Postings | undefined> {
	const held = await heldBy(sets);
	const known = terms.map((term) => held.byQuery.get(queryOfTerm(term)));
	if (known.some((posting) => posting === undefined)) return undefined;
	return { ...held, terms: known as Posting[] };
}

/** Postings of terms; those not at hand are read, all in one statement. O(records that have them). */
export async function postingsOf(sets: IndexSets, terms: readonly Term[]): Promise<Postings> {
	const held = await heldBy(sets);
	const missing = terms.filter((term) => !held.byQuery.has(queryOfTerm(term)));
	const read = missing.length > 0 ? await readPostings(sets, missing, held) : [];
	const own = new Map(missing.map((term, i) => [queryOfTerm(term), read[i]]));
	const found = terms.map((term) => {
		const query = queryOfTerm(term);
		return (own.get(query) ?? held.byQuery.get(query)) as Posting;
	});
	for (const [query, posting] of own) {
		// Who asked at the same time may have read it too.
		if (held.byQuery.has(query)) continue;
		held.byQuery.set(query, posting);
		held.bytes += BYTES_EACH * posting.records.length;
	}
	// The longest known go first; what this answer needs it has already.
	for (const [query, { records }] of held.byQuery) {
		if (held.bytes <= MOST_BYTES) break;
		held.byQuery.delete(query);
		held.bytes -= BYTES_EACH * records.length;
	}
	return { ...held, terms: found };
}

async function readPostings(
	sets: IndexSets,
	terms: readonly Term[],
	{ titleLengths, abstractLengths }: Held
): Promise<Posting[]> {
	const wanted = new WantedTerms(terms);
	const lists = terms.map(() => ({
		records: [] as number[],
		title: [] as number[],
		abstract: [] as number[]
	}));
	const any = terms.map(queryOfTerm).join(' | ');
	await eachTopicMatching(sets.code, any, undefined, ({ n, t, a, vector }) => {
		titleLengths[n] = t;
		abstractLengths[n] = a;
		const { title, abstract } = wanted.occurrencesIn(vector);
		for (const term of new Set([...title.keys(), ...abstract.keys()])) {
			const list = lists[term];
			list.records.push(n);
			// More often than this tells nothing more: the score has long levelled off.
			list.title.push(Math.min(255, title.get(term) ?? 0));
			list.abstract.push(Math.min(255, abstract.get(term) ?? 0));
		}
	});
	return lists.map(({ records, title, abstract }) => ({
		records: Uint32Array.from(records),
		title: Uint8Array.from(title),
		abstract: Uint8Array.from(abstract)
	}));
}
