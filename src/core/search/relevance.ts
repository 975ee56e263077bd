/** Best match: how well records fit the words of a strategy. */
import { contentWords, fold } from '../text';
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

/** How often each term occurs in one record: pairs of term number and count, in title and abstract. */
export interface Occurrences {
	title: Map<number, number>;
	abstract: Map<number, number>;
	titleLength: number;
	abstractLength: number;
}

export interface Collection {
	/** Records in the index. */
	records: number;
	/** Mean length of a record: words of the title, weighted, and of the abstract. */
	meanLength: number;
	/** Records whose title or abstract has each term. */
	recordsWith: number[];
}

export function lengthOf({
	titleLength,
	abstractLength
}: Pick<Occurrences, 'titleLength' | 'abstractLength'>) {
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

/** The score of a record: what its terms add, in their order, so that equal records score just the same. O(terms in it). */
export function relevance(found: Occurrences, { records, meanLength, recordsWith }: Collection): number {
	const length = lengthOf(found) / Math.max(meanLength, 1);
	return [...new Set([...found.title.keys(), ...found.abstract.keys()])]
		.sort((a, b) => a - b)
		.reduce((score, term) => {
			const rarity = rarityOf(records, recordsWith[term]);
			return score + termScore(found.title.get(term) ?? 0, found.abstract.get(term) ?? 0, length, rarity);
		}, 0);
}
