/**
 * What a misspelt word is taken for. After the noisy channel of M. D. Kernighan, K. W. Church and W. A. Gale (1990) and of
 * E. Brill and R. C. Moore (2000): a word of the dictionary is the likelier, the more usual the slips are that lead from
 * it to what was typed, and the more labels hold it.
 */
import { distance } from 'fastest-levenshtein';
import { groupAt, type LabelIndex } from './label-index';
import { firstPlace } from './sorted-lists';
import { lettersOf } from './dictionary';

export interface Correction {
	/** One word, or the two that a word is split into. */
	text: string;
	/** What the slips cost, less a little for words that many labels hold. */
	cost: number;
}

/** Shorter words are too often one edit from another word to be taken for it. */
const SHORTEST = 4;

/** Slips that a word of a length may have. */
export const editsFor = (length: number) => (length < SHORTEST ? 0 : length < 6 ? 1 : length < 12 ? 2 : 3);

/** What slips cost; set on one half of a published list of misspellings (`npm run bench lookup`). */
const COST = {
	/** A letter put in, and one for another. */
	letter: 0.85,
	substituted: 1.13,
	doubled: 0.59,
	vowelForVowel: 0.8,
	vowel: 0.82,
	soundsAlike: 0.72,
	/** An h, which is often not heard. */
	silent: 0.74,
	swap: 0.38,
	/** A letter left out costs less than the same one put in. */
	leftOut: -0.36,
	/** A key beside the one that was meant. */
	nextKey: -0.28,
	/** On top, at the first letter, which people seldom get wrong, and where the last one is left out or put in. */
	first: 0.29,
	last: 0.15,
	/** Two words written together, and one written apart. */
	split: 0.9,
	joined: 0.9,
	/** For each doubling of the labels that hold a word. */
	common: -0.06
};

const VOWELS = 'aeiouy';
const isVowel = (letter: string) => VOWELS.includes(letter);
/** Letters that are written for one another as they can sound alike. */
const ALIKE = new Set(['ck', 'cs', 'cz', 'ks', 'sz', 'fv', 'gj', 'ei', 'iy', 'ey', 'td', 'mn', 'qk', 'xs']);
const soundAlike = (a: string, b: string) => ALIKE.has(a + b) || ALIKE.has(b + a);

/** Where letters lie on the most usual keyboard, row by row; each row begins a little further in than the one above. */
const KEYS = new Map(
	['qwertyuiop', 'asdfghjkl', 'zxcvbnm'].flatMap((row, y) =>
		[...row].map((letter, x) => [letter, { x: x + 0.4 * y, y }] as const)
	)
);
function areNextKeys(a: string, b: string): boolean {
	const [one, other] = [KEYS.get(a), KEYS.get(b)];
	return (
		one !== undefined &&
		other !== undefined &&
		Math.abs(one.x - other.x) <= 1.1 &&
		Math.abs(one.y - other.y) <= 1
	);
}

/**
 * What the cheapest slips cost that lead from what was meant to what was typed, among those that are so many edits at most:
 * optimal string alignment, in which neighbours may be swapped once. Infinite where more are needed.
 * O(product of lengths × edits).
 */
export function costOfSlips(meant: string, typed: string, most: number): number {
	if (Math.abs(meant.length - typed.length) > most) return Infinity;
	const width = typed.length + 1;
	/** By row and place, for each number of edits: the least cost of the beginnings up to there. */
	const rows = Array.from({ length: meant.length + 1 }, () =>
		new Float64Array(width * (most + 1)).fill(Infinity)
	);
	rows[0][0] = 0;
	for (let i = 0; i <= meant.length; i++) {
		const row = rows[i];
		for (let j = Math.max(0, i - most); j <= Math.min(typed.length, i + most); j++) {
			const first = i <= 1 && j <= 1 ? COST.first : 0;
			const last = i === meant.length && j === typed.length ? COST.last : 0;
			const [a, b] = [meant[i - 1], typed[j - 1]];
			const isSwap = i > 1 && j > 1 && a === typed[j - 2] && meant[i - 2] === b;
			for (let edits = 0; edits <= most; edits++) {
				const at = j * (most + 1) + edits;
				let cost = row[at];
				if (i > 0 && j > 0 && a === b) cost = Math.min(cost, rows[i - 1][at - most - 1]);
				if (edits > 0) {
					const one = at - 1;
					if (i > 0 && j > 0 && a !== b)
						cost = Math.min(cost, rows[i - 1][one - most - 1] + substituted(a, b) + first);
					if (i > 0) {
						const leftOut = inserted(meant, i - 1, b) + COST.leftOut + first + last;
						cost = Math.min(cost, rows[i - 1][one] + leftOut);
					}
					if (j > 0) cost = Math.min(cost, row[one - most - 1] + inserted(typed, j - 1, a) + first + last);
					if (isSwap) cost = Math.min(cost, rows[i - 2][one - 2 * (most + 1)] + COST.swap + first);
				}
				row[at] = cost;
			}
		}
	}
	return rows[meant.length]
		.subarray(typed.length * (most + 1))
		.reduce((least, cost) => Math.min(least, cost), Infinity);
}

function substituted(a: string, b: string): number {
	if (isVowel(a) && isVowel(b)) return COST.vowelForVowel;
	if (soundAlike(a, b)) return COST.soundsAlike;
	return COST.substituted + (areNextKeys(a, b) ? COST.nextKey : 0);
}

/** A letter that one of two words has and the other has not. */
function inserted(word: string, at: number, beside: string | undefined): number {
	const letter = word[at];
	if (letter === beside || letter === word[at - 1] || letter === word[at + 1]) return COST.doubled;
	if (letter === 'h') return COST.silent;
	if (beside !== undefined && soundAlike(letter, beside)) return COST.soundsAlike;
	return isVowel(letter) ? COST.vowel : COST.letter;
}

/**
 * Words of the dictionary that a word was perhaps meant for, cheapest first. With so many slips as a word may have, one
 * more part of it than that leaves one part as it was, so only words that share a pair of letters with some part are
 * compared. O(words that share the rarest pair of a part).
 */
function correctionsOf(index: LabelIndex, word: string, most: number): Correction[] {
	const edits = editsFor(word.length);
	if (edits === 0 || /\p{N}/u.test(word)) return [];
	const { words, wordLetters, wordStems, labelsByStem } = index.parts;
	const letters = lettersOf(word);
	const from = firstPlace(0, words.length, (i) => words.lengthAt(i) >= word.length - edits);
	const to = firstPlace(0, words.length, (i) => words.lengthAt(i) > word.length + edits);
	const common = (i: number) => COST.common * Math.log2(1 + labelsByStem.count(wordStems[i]));
	const found = new Map<string, number>();
	const seen = new Set<number>();
	for (const [part, list] of listsSharing(index, word, edits))
		for (const i of list) {
			if (i < from || i >= to || seen.has(i)) continue;
			if (letterDifferences(wordLetters[i], letters) > 2 * edits) continue;
			const other = words.at(i);
			if (!other.includes(part)) continue;
			seen.add(i);
			if (other === word) continue;
			// A swap counts as two edits there, so what is more than there may be must be swaps, which leave all letters as
			// they are. Telling so is far quicker than what the slips cost.
			const others = edits - Math.max(0, distance(other, word) - edits);
			if (others < Math.abs(other.length - word.length)) continue;
			if (letterDifferences(wordLetters[i], letters) > 2 * others) continue;
			const cost = costOfSlips(other, word, edits);
			if (cost < Infinity) found.set(other, cost + common(i));
		}
	for (const [text, cost] of splitsOf(index, word)) found.set(text, cost);
	return Array.from(found, ([text, cost]) => ({ text, cost }))
		.sort((a, b) => a.cost - b.cost || (a.text < b.text ? -1 : 1))
		.slice(0, most);
}

/** So many corrections of a word are considered, and so many of a whole query. */
const CORRECTIONS = 8;
const MOST_TEXTS = 16;

/** Texts that a query of these words was perhaps meant as, cheapest first; never the query itself. */
export function correctedTexts(
	index: LabelIndex,
	words: readonly string[],
	isMisspelt: (word: string) => boolean
): Correction[] {
	const cheapest = (texts: Correction[]) => texts.sort((a, b) => a.cost - b.cost).slice(0, MOST_TEXTS);
	let texts: Correction[] = [{ text: '', cost: 0 }];
	const joined: Correction[] = [];
	for (const [i, word] of words.entries()) {
		const corrections = isMisspelt(word) ? correctionsOf(index, word, CORRECTIONS) : [];
		const options = corrections.length > 0 ? corrections : [{ text: word, cost: 0 }];
		texts = cheapest(
			texts.flatMap(({ text, cost }) =>
				options.map((option) => ({ text: `${text} ${option.text}`.trimStart(), cost: cost + option.cost }))
			)
		);
		// Two words may be one that was written apart.
		const whole = i > 0 ? words[i - 1] + word : '';
		if (whole !== '' && index.hasWord(whole))
			joined.push({
				text: [...words.slice(0, i - 1), whole, ...words.slice(i + 1)].join(' '),
				cost: COST.joined
			});
	}
	const asTyped = words.join(' ');
	return cheapest([...joined, ...texts].filter(({ text }) => text !== asTyped));
}

/** Parts of a word with the words that share the rarest pair of each; a swap may lie across two parts, so it is undone too. */
function listsSharing(index: LabelIndex, word: string, edits: number): Map<string, Uint32Array> {
	const pairs = index.wordsByPairs();
	const size = Math.floor(word.length / (edits + 1));
	const lists = new Map<string, Uint32Array>();
	const partsOf = (text: string) => {
		for (let i = 0; i <= edits; i++) {
			const part = text.slice(i * size, i === edits ? undefined : (i + 1) * size);
			if (lists.has(part)) continue;
			let rarest = groupAt(part, 0);
			for (let at = 1; at + 1 < part.length; at++) {
				const group = groupAt(part, at);
				if (pairs.count(group) < pairs.count(rarest)) rarest = group;
			}
			lists.set(part, pairs.at(rarest));
		}
	};
	partsOf(word);
	for (let i = 1; i <= edits; i++) {
		const at = i * size;
		partsOf(word.slice(0, at - 1) + word[at] + word[at - 1] + word.slice(at + 1));
	}
	return lists;
}

/** The two words of the dictionary that a word is, written together. */
function* splitsOf(index: LabelIndex, word: string): Generator<[string, number]> {
	for (let at = 3; at <= word.length - 3; at++) {
		const [first, second] = [word.slice(0, at), word.slice(at)];
		if (index.hasWord(first) && index.hasWord(second)) yield [`${first} ${second}`, COST.split];
	}
}

/** How many letters one set has and the other has not: the bits that differ, counted in parallel. */
function letterDifferences(some: number, others: number): number {
	let bits = some ^ others;
	bits -= (bits >>> 1) & 0x55555555;
	bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
	return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}
