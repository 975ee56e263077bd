/** Words and phrases that a result has more often than its index. */
import type { InferOutput } from 'valibot';
import { type TellingPhrase, tellingPhrases } from '../../../core/reading';
import { allow, type Person } from '../people';
import { systematicSample, type IndexSets } from '../records';
import { type Found, foundByCql } from '../search';
import { runsOfRecords } from './phrase-threads';
import { type Asked, resultAsked } from './results';
import type { phrasesBody } from './reading-schema';

/** Of a larger result, so many records are looked at, taken evenly. */
const MOST_READ = 10_000;
/** Of a larger index, so many records say how usual a phrase is in all of it. */
const MOST_SAMPLED = 20_000;
const MOST_TOLD = 200;

export interface Phrases {
	count: number;
	of: number;
	/** Records looked at, where those are not all. */
	sampled?: number;
	/** How usual a phrase is in the index was estimated from so many of its records. */
	estimatedFrom?: number;
	phrases: TellingPhrase[];
}

interface Background {
	runs: ReadonlyMap<string, number>;
	/** Records of the index for each that was looked at. */
	scale: number;
	looked: number;
}

/** How many records of the index have each run; worked out once for a revision. */
function backgroundOf(sets: IndexSets): Promise<Background> {
	return sets.fact('runs of words', async () => {
		const numbers = systematicSample(sets.all.toArray(), MOST_SAMPLED);
		const isWhole = numbers.length === sets.records;
		// Where all is looked at, what fewer than five records have cannot be telling.
		return {
			runs: await runsOfRecords(sets.code, numbers, isWhole ? undefined : 2),
			scale: sets.records / Math.max(1, numbers.length),
			looked: numbers.length
		};
	});
}

/** @param most phrases, the most telling first */
export async function phrasesIn({ at: { sets }, result }: Found, most: number): Promise<Phrases> {
	const numbers = systematicSample(result.toArray(), MOST_READ);
	const [{ runs, scale, looked }, own] = await Promise.all([
		backgroundOf(sets),
		runsOfRecords(sets.code, numbers)
	]);
	const wholeOf = (text: string) => Math.round((runs.get(text) ?? 0) * scale);
	const phrases = tellingPhrases(own, { n: numbers.length, all: sets.records }, wholeOf);
	return {
		count: result.size,
		of: sets.records,
		...(numbers.length < result.size && { sampled: numbers.length }),
		...(looked < sets.records && { estimatedFrom: looked }),
		phrases: phrases.slice(0, most)
	};
}

/** Of what a text finds. */
export async function phrasesOf(
	person: Person | undefined,
	code: string,
	{ cql, limits, top = MOST_TOLD }: InferOutput<typeof phrasesBody>
): Promise<Phrases> {
	allow(person, 'read');
	return phrasesIn(await foundByCql(code, cql, limits), top);
}

/** Of any result of an inquiry. */
export async function phrasesOfResult(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked
): Promise<Phrases> {
	return phrasesIn(await resultAsked(person, inquiryId, code, asked), MOST_TOLD);
}
