/** What changed between two editions of an index: worked out in a thread the first time, then kept. */
import { differenceOf, type EditionDifference } from '../../../core/edition/difference';
import { databaseUrl, type Sql } from '../db';
import { runThread } from '../jobs';
import { storedDifference, storeDifference } from './edition-rows';
import { readVocabularyData } from './vocabulary-rows';

/** Raised whenever differences are worked out otherwise. */
const FORM = '1';

interface DifferenceRequest {
	from: number;
	to: number;
}

/** In the thread. Memory: both vocabularies. */
export async function workOutDifference(_sql: Sql, { from, to }: DifferenceRequest): Promise<void> {
	const [before, after] = [await readVocabularyData(from), await readVocabularyData(to)];
	await storeDifference(from, to, FORM, differenceOf(before, after));
}

const underWay = new Map<string, Promise<EditionDifference>>();

/** Between two editions, by their numbers. Several who ask at once wait for one thread. */
export function differenceBetween(from: number, to: number): Promise<EditionDifference> {
	const name = `${from} ${to}`;
	const known = underWay.get(name);
	if (known) return known;
	const difference = found(from, to).finally(() => underWay.delete(name));
	underWay.set(name, difference);
	return difference;
}

async function found(from: number, to: number): Promise<EditionDifference> {
	const stored = await storedDifference(from, to, FORM);
	if (stored) return stored;
	await runThread({ kind: 'difference', request: { from, to }, databaseUrl: databaseUrl() });
	const made = await storedDifference(from, to, FORM);
	if (!made) throw new Error(`The difference of the editions ${from} and ${to} could not be kept.`);
	return made;
}
