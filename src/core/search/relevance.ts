/** Best match: how well records fit the words of a strategy. */
import { contentWords, fold } from '../text';
import type { Posting } from './postings';
import { labelOfTest, type Strategy } from './strategy';
import { tokensOf } from './word-matching';

/** A word in the title counts as much as so many in the abstract. */
export const TITLE_WEIGHT = 2;
const K1 = 1.2;
const B = 0.75;

/** A term of a strategy; a stem stands for all words that begin with it. */
export interface Term {
	text: string;
	stem: boolean;
}

/** What the ranking goes by: the strategy's words and the labels of its headings, each word once. */
export function termsOf(strategy: Strategy): Term[] {
	const terms = new Map<string, Term>();
	const add = (term: Term) => terms.set(`${term.text}${term.stem ? '*' : ''}`, term);
	for (const block of strategy.blocks) {
		if (block.status === 'exclude') continue;
		for (const line of block.lines) {
			if (line.off) continue;
			if (line.kind === 'word') {
				const tokens = tokensOf(line.test.text, false);
				if (typeof tokens !== 'string')
					tokens.forEach(({ text, stem, mask }) => !mask && add({ text, stem }));
			} else if (line.kind === 'heading')
				for (const word of contentWords(fold(labelOfTest(line.test)))) add({ text: word, stem: false });
		}
	}
	return [...terms.values()];
}

/** Words of a record: those of the title count as often as they do for best match. */
export function lengthOf({ titleLength, abstractLength }: { titleLength: number; abstractLength: number }) {
	return TITLE_WEIGHT * titleLength + abstractLength;
}

/** How much a term says by being rare. */
export const rarityOf = (records: number, recordsWith: number) =>
	Math.log(1 + (records - recordsWith + 0.5) / (recordsWith + 0.5));

/**
 * What one term adds to the score of a record: BM25 over weighted fields (S. Robertson, H. Zaragoza, M. Taylor, "Simple BM25
 * extension to multiple weighted fields", 2004): counts are weighted by field before they saturate. Never negative. O(1).
 * @param title how often it stands in the title, and in the abstract
 * @param length of the record, as `lengthOf` has it, over the mean length
 */
export function termScore(title: number, abstract: number, length: number, rarity: number): number {
	const count = TITLE_WEIGHT * title + abstract;
	return (rarity * (count * (K1 + 1))) / (count + K1 * (1 - B + B * length));
}

/** In how many records a term stands in the title or the abstract. O(records that have the term). */
export function havingText({ title, abstract }: Posting): number {
	let having = 0;
	for (let i = 0; i < title.length; i++) if (title[i] + abstract[i] > 0) having++;
	return having;
}

/** More than this a term adds to no score. */
export const mostScore = (rarity: number): number => rarity * (K1 + 1);

/**
 * Adds to the scores of records what one term brings them; terms are added in their order, so that equal records score just
 * the same. Author's keywords are found by, and add nothing. O(records that have the term).
 * @param scores by record
 * @param isWanted 1 for each record that is to be scored
 */
export function addScores(
	scores: Float64Array,
	posting: Posting,
	{ lengths, mean }: { lengths: Uint32Array; mean: number },
	isWanted: Uint8Array
): void {
	const { records, title, abstract } = posting;
	const rarity = rarityOf(scores.length, havingText(posting));
	for (let i = 0; i < records.length; i++) {
		const n = records[i];
		if (isWanted[n] === 0 || title[i] + abstract[i] === 0) continue;
		scores[n] += termScore(title[i], abstract[i], lengths[n] / Math.max(mean, 1), rarity);
	}
}
