/**
 * Words and phrases that records have more often than the rest of their index: runs of one to three words of titles and
 * abstracts, within a sentence, with no function word at either end. What is counted is always records, never occurrences.
 */
import { logLikelihood, LEAST_RECORDS, lift } from '../evidence/association';
import { fold, isFunctionWord, wordsOf } from '../text';

/** Where a sentence, or a part of one that no phrase reaches over, ends. */
const ENDS = '.!?;:,()[]{}"“”«»\n\r\t';
/** By code of a character: 1 for a space, 2 for an end. */
const PARTING = new Uint8Array(2 ** 16);
PARTING[' '.charCodeAt(0)] = 1;
for (const mark of ENDS) PARTING[mark.charCodeAt(0)] = 2;
/** A mark that no phrase reaches over. */
const BREAK = 0;

/** Texts as numbers of words, so that runs are counted without making a text of each. */
export class PhraseCounter {
	private readonly numbers = new Map<string, number>();
	/** Folding is most of the work, and most of what stands between spaces comes again and again. */
	private readonly byPiece = new Map<string, number[]>();
	private readonly words: string[] = [''];
	private readonly isFunctionWord: boolean[] = [true];
	/** The words of all records one after another, each text closed by a mark, and where each record ends. */
	private tokens = new Uint32Array(1 << 14);
	private readonly ends: number[] = [];
	private used = 0;
	/** By word, how many records have it; and which record had it last. */
	private readonly counts: number[] = [0];
	private readonly lastIn: number[] = [0];

	get size(): number {
		return this.ends.length;
	}

	/** Takes the texts of one record in. O(length). */
	add(...texts: readonly string[]): void {
		const record = this.ends.length + 1;
		for (const text of texts) {
			// By character, as taking texts apart into lists of parts would be most of the work.
			let from = 0;
			for (let at = 0; at <= text.length; at++) {
				const parting = at === text.length ? 2 : PARTING[text.charCodeAt(at)];
				if (parting === 0) continue;
				if (at > from)
					for (const number of this.wordsIn(text.slice(from, at))) {
						this.push(number);
						if (this.lastIn[number] === record) continue;
						this.lastIn[number] = record;
						this.counts[number]++;
					}
				if (parting === 2) this.push(BREAK);
				from = at + 1;
			}
		}
		this.ends.push(this.used);
	}

	private push(token: number): void {
		if (this.used === this.tokens.length) {
			const more = new Uint32Array(2 * this.tokens.length);
			more.set(this.tokens);
			this.tokens = more;
		}
		this.tokens[this.used++] = token;
	}

	private wordsIn(piece: string): readonly number[] {
		let words = this.byPiece.get(piece);
		if (!words) {
			words = wordsOf(fold(piece)).map((word) => this.number(word));
			this.byPiece.set(piece, words);
		}
		return words;
	}

	private number(word: string): number {
		let number = this.numbers.get(word);
		if (number === undefined) {
			number = this.words.length;
			this.numbers.set(word, number);
			this.words.push(word);
			this.isFunctionWord.push(isFunctionWord(word));
			this.counts.push(0);
			this.lastIn.push(0);
		}
		return number;
	}

	/**
	 * Every run that at least so many records have, with how many have it. A run can only be in so many records if each
	 * shorter run within it is (the idea of R. Agrawal and R. Srikant's Apriori, 1994), so few are counted. O(words).
	 */
	runs(least = LEAST_RECORDS): Map<string, number> {
		const found = new Map<string, number>();
		const { words, counts } = this;
		/** Words that enough records have, numbered among themselves from 1; two of them make one number without loss. */
		const frequent: number[] = [];
		const rankOf = new Uint32Array(words.length);
		for (let word = 1; word < words.length; word++) {
			if (counts[word] < least) continue;
			rankOf[word] = frequent.length + 1;
			frequent.push(word);
			if (!this.isFunctionWord[word]) found.set(words[word], counts[word]);
		}
		const tokens = this.tokens.subarray(0, this.used).map((word) => rankOf[word]);
		const isEnd = (rank: number) => !this.isFunctionWord[frequent[rank - 1]];
		const textOf = (rank: number) => words[frequent[rank - 1]];
		const BASE = frequent.length + 1;

		const pairs = this.countRuns(tokens, (at) =>
			tokens[at] !== BREAK && tokens[at + 1] !== BREAK ? tokens[at] * BASE + tokens[at + 1] : 0
		);
		const wordsOfPair = (pair: number): [number, number] => [
			Math.floor(pairs.numbers[pair] / BASE),
			pairs.numbers[pair] % BASE
		];
		for (let pair = 1; pair < pairs.counts.length; pair++) {
			const [first, second] = wordsOfPair(pair);
			if (pairs.counts[pair] >= least && isEnd(first) && isEnd(second))
				found.set(`${textOf(first)} ${textOf(second)}`, pairs.counts[pair]);
		}

		const isPair = (at: number) => pairs.counts[pairs.at[at]] >= least;
		const triples = this.countRuns(tokens, (at) =>
			isPair(at) && isPair(at + 1) && isEnd(tokens[at]) && isEnd(tokens[at + 2])
				? pairs.at[at] * BASE + tokens[at + 2]
				: 0
		);
		for (let triple = 1; triple < triples.counts.length; triple++) {
			if (triples.counts[triple] < least) continue;
			const [first, second] = wordsOfPair(Math.floor(triples.numbers[triple] / BASE));
			const third = triples.numbers[triple] % BASE;
			found.set(`${textOf(first)} ${textOf(second)} ${textOf(third)}`, triples.counts[triple]);
		}
		return found;
	}

	/** How many records have each run that is given a number; a place without one has 0. */
	private countRuns(tokens: Uint32Array, numberAt: (at: number) => number): Runs {
		const runOf = new Map<number, number>();
		const numbers = [0];
		const counts = [0];
		/** By run, the record that had it last, from 1. */
		const lastIn = [0];
		const runAt = new Uint32Array(tokens.length + 1);
		let at = 0;
		this.ends.forEach((end, index) => {
			const record = index + 1;
			// Every record ends with a mark, so no run reaches over its end.
			for (; at + 1 < end; at++) {
				const number = numberAt(at);
				if (number === 0) continue;
				let run = runOf.get(number);
				if (run === undefined) {
					run = numbers.push(number) - 1;
					runOf.set(number, run);
					counts.push(0);
					lastIn.push(0);
				}
				runAt[at] = run;
				if (lastIn[run] !== record) {
					lastIn[run] = record;
					counts[run]++;
				}
			}
			at = end;
		});
		return { at: runAt, counts, numbers };
	}
}

/** Runs of one length, numbered from 1 as they came. */
interface Runs {
	/** By place in the texts, the run that begins there; 0 for none. */
	at: Uint32Array;
	/** By run, how many records have it. */
	counts: readonly number[];
	/** By run, what it was told by. */
	numbers: readonly number[];
}

export interface TellingPhrase {
	text: string;
	/** Records of the result, as far as they were looked at, that have it; and records of the whole index. */
	count: number;
	all: number;
	g2: number;
	lift: number;
}

/**
 * The phrases that a result has more often than the rest of its index, most telling first. A run whose records are nine
 * tenths those of a longer one gives way to it. O(runs × words of each + runs log runs).
 * @param n records of the result that were looked at, and `all` records of the index
 * @param wholeOf records of the whole index with a run
 */
export function tellingPhrases(
	runs: ReadonlyMap<string, number>,
	{ n, all }: { n: number; all: number },
	wholeOf: (text: string) => number
): TellingPhrase[] {
	const taken = new Set<string>();
	for (const [text, count] of runs)
		for (const shorter of within(text))
			if (count >= 0.9 * (runs.get(shorter) ?? Infinity)) taken.add(shorter);
	const phrases: TellingPhrase[] = [];
	for (const [text, a] of runs) {
		if (a < LEAST_RECORDS || taken.has(text)) continue;
		const whole = Math.max(a, wholeOf(text));
		const counts = { a, n, whole, all };
		if (a * all <= n * whole) continue;
		phrases.push({ text, count: a, all: whole, g2: logLikelihood(counts), lift: lift(counts) });
	}
	return phrases.sort((x, y) => y.g2 - x.g2 || y.count - x.count || (x.text < y.text ? -1 : 1));
}

/** The shorter runs in a run. */
function within(text: string): string[] {
	const words = text.split(' ');
	if (words.length === 1) return [];
	if (words.length === 2) return words;
	return [...words, words.slice(0, 2).join(' '), words.slice(1).join(' ')];
}
