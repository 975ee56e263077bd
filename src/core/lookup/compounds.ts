/** Solid, open and hyphenated forms within labels: a word that a label writes as two, and two that it writes as one. */
import { stemOf, wordsOf } from '../text';
import type { LabelIndex } from './label-index';
import { intersect } from './sorted-lists';

/** Shorter parts are parts of nearly everything. */
const SHORTEST_PART = 2;
/** Labels whose words are looked at for one way to part a word; of words so common that there are more, nothing is told. */
const MOST_LOOKED_AT = 2_000;

/** Places at which a word may fall into two. */
export function* partings(word: string): Generator<[first: string, rest: string]> {
	for (let at = SHORTEST_PART; at <= word.length - SHORTEST_PART; at++)
		yield [word.slice(0, at), word.slice(at)];
}

/** Whether two neighbouring words, written as one, are a word: the first as it is, the second by its stem. */
export const isJoined = (first: string, second: string, word: string): boolean =>
	word.length > first.length && word.startsWith(first) && stemOf(word.slice(first.length)) === stemOf(second);

/**
 * Labels in which two neighbouring words, written as one, are this word: "wellbeing" in "Well-being in buildings".
 * Ascending. O(length of the word × (log words + labels with both parts)).
 */
export function labelsWithTwo(index: LabelIndex, word: string): Uint32Array {
	const found = new Set<number>();
	for (const [first, rest] of partings(word)) {
		if (!index.hasWord(first)) continue;
		const both = intersect([index.labelsWithStem(stemOf(first)), index.labelsWithWord(rest)]);
		if (both.length > MOST_LOOKED_AT) continue;
		for (const label of both) {
			if (found.has(label)) continue;
			const words = wordsOf(index.parts.folds.at(label));
			if (words.some((one, i) => one === first && i + 1 < words.length && isJoined(one, words[i + 1], word)))
				found.add(label);
		}
	}
	return Uint32Array.from(found).sort();
}
