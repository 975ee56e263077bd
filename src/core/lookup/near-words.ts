/** Words of a dictionary that another was perhaps meant for. */
import { distance } from 'fastest-levenshtein';
import type { StringTable } from '../vocabulary/packed';
import { groupAt, type LabelIndex } from './label-index';
import { firstPlace } from './sorted-lists';
import { lettersOf } from './dictionary';

export interface NearWord {
	word: string;
	/** Position of its stem in the dictionary. */
	stem: number;
}

/**
 * Words of the dictionary one edit or one adjacent swap away from a word of five letters or more, or two edits from
 * one of eight. After one edit the first two letters or the last two are as they were, after two either these or the
 * middle; and an edit changes at most two of the set of letters, so few words are compared whole. O(words that share
 * such a pair of letters).
 */
export function wordsNear(index: LabelIndex, word: string, edits: 1 | 2): NearWord[] {
	const { words, wordLetters, wordStems } = index.parts;
	const letters = lettersOf(word);
	const isNear = edits === 1 ? (other: string) => isOneEditAway(word, other) : isTwoEditsFrom(word);
	const start = firstOfLength(words, word.length - edits);
	const end = firstOfLength(words, word.length + edits + 1);
	const found: NearWord[] = [];
	const { first, last } = index.wordsByEnds();
	const lists = [first.at(groupAt(word, 0)), last.at(groupAt(word, word.length - 2))];
	if (edits === 2) {
		// Of the pairs in the middle the rarest leads to it soonest.
		const pairs = index.wordsByPairs();
		const [, middle] = thirdsOf(word);
		let rarest = pairs.at(groupAt(middle, 0));
		for (let at = 1; at < middle.length - 1; at++) {
			const list = pairs.at(groupAt(middle, at));
			if (list.length < rarest.length) rarest = list;
		}
		lists.push(rarest);
	}
	const seen = new Set<number>();
	for (const list of lists)
		for (const i of list) {
			if (i < start || i >= end || letterDifferences(wordLetters[i], letters) > 2 * edits) continue;
			if (seen.has(i)) continue;
			seen.add(i);
			const other = words.at(i);
			if (other !== word && isNear(other)) found.push({ word: other, stem: wordStems[i] });
		}
	return found;
}

/** Words are stored by length, then alphabet. O(log n). */
function firstOfLength(words: StringTable, length: number): number {
	return firstPlace(0, words.length, (word) => words.lengthAt(word) >= length);
}

/** How many letters one set has and the other has not: the bits that differ, counted in parallel. */
function letterDifferences(some: number, others: number): number {
	let bits = some ^ others;
	bits -= (bits >>> 1) & 0x55555555;
	bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
	return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

function thirdsOf(word: string): [string, string, string] {
	const third = Math.floor(word.length / 3);
	return [word.slice(0, third), word.slice(third, -third), word.slice(-third)];
}

/** Of three parts of a word two edits leave one as it is; few words hold such a part and need to be compared whole. */
function isTwoEditsFrom(word: string): (other: string) => boolean {
	const parts = thirdsOf(word);
	return (other) => parts.some((part) => other.includes(part)) && distance(word, other) <= 2;
}

/** One insertion, deletion, substitution or swap of neighbours. O(length). */
export function isOneEditAway(a: string, b: string): boolean {
	if (a === b || Math.abs(a.length - b.length) > 1) return false;
	let start = 0;
	while (start < a.length && start < b.length && a[start] === b[start]) start++;
	if (a.length === b.length) {
		const swapped = a[start] === b[start + 1] && a[start + 1] === b[start];
		return (
			a.slice(start + 1) === b.slice(start + 1) || (swapped && a.slice(start + 2) === b.slice(start + 2))
		);
	}
	const [longer, shorter] = a.length > b.length ? [a, b] : [b, a];
	return longer.slice(start + 1) === shorter.slice(start);
}
