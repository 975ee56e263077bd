/**
 * Words and phrases that records have more often than the rest of their index: runs of one to three words of titles and
 * abstracts, within a sentence, with no function word at either end. What is counted is always records, never occurrences.
 */
import { logLikelihood, LEAST_RECORDS, lift } from '../evidence/association';
import { fold, isFunctionWord, wordsOf } from '../text';

/** Where a sentence, or a part of one that no phrase reaches over, ends. */
const SENTENCE = /[.!?;:,()[\]{}"“”«»\n\r\t]+/;
/** A mark that no phrase reaches over. */
const BREAK = 0;
/** Words get numbers from 1 up; two of them make one number without loss as long as there are fewer than this. */
const MOST_WORDS = 2 ** 26;

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
		for (const text of texts)
			for (const sentence of text.split(SENTENCE)) {
				for (const piece of sentence.split(' ')) {
					if (piece === '') continue;
					for (const number of this.wordsIn(piece)) {
						this.push(number);
						if (this.lastIn[number] === record) continue;
						this.lastIn[number] = record;
						this.counts[number]++;
					}
				}
				this.push(BREAK);
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
		const isFrequent = (word: number) => word !== BREAK && counts[word] >= least;
		const isEnd = (word: number) => !this.isFunctionWord[word];
		for (let word = 1; word < words.length; word++)
			if (isFrequent(word) && isEnd(word)) found.set(words[word], counts[word]);

		const pairs = this.countRuns((tokens, at) =>
			isFrequent(tokens[at]) && isFrequent(tokens[at + 1]) ? tokens[at] * MOST_WORDS + tokens[at + 1] : 0
		);
		const numbers = new Map<number, number>();
		for (const [pair, count] of pairs) {
			if (count < least) continue;
			numbers.set(pair, numbers.size + 1);
			const [first, second] = [Math.floor(pair / MOST_WORDS), pair % MOST_WORDS];
			if (isEnd(first) && isEnd(second)) found.set(`${words[first]} ${words[second]}`, count);
		}

		const pairAt = (tokens: Uint32Array, at: number) => numbers.get(tokens[at] * MOST_WORDS + tokens[at + 1]);
		const byNumber = [...numbers.keys()];
		const triples = this.countRuns((tokens, at) => {
			if (!isEnd(tokens[at]) || !isEnd(tokens[at + 2])) return 0;
			const first = pairAt(tokens, at);
			return first !== undefined && pairAt(tokens, at + 1) !== undefined
				? first * MOST_WORDS + tokens[at + 2]
				: 0;
		});
		for (const [triple, count] of triples) {
			if (count < least) continue;
			const pair = byNumber[Math.floor(triple / MOST_WORDS) - 1];
			const [first, second] = [Math.floor(pair / MOST_WORDS), pair % MOST_WORDS];
			found.set(`${words[first]} ${words[second]} ${words[triple % MOST_WORDS]}`, count);
		}
		return found;
	}

	/** How many records have each run that is given a number; a run without one is 0. */
	private countRuns(numberAt: (tokens: Uint32Array, at: number) => number): Map<number, number> {
		const places = new Map<number, number>();
		const counts: number[] = [];
		/** By place, the record that had the run last. */
		const lastIn: number[] = [];
		let at = 0;
		this.ends.forEach((end, record) => {
			// Every record ends with a mark, so no run reaches over its end.
			for (; at + 1 < end; at++) {
				const number = numberAt(this.tokens, at);
				if (number === 0) continue;
				const place = places.get(number);
				if (place === undefined) {
					places.set(number, counts.length);
					counts.push(1);
					lastIn.push(record);
				} else if (lastIn[place] !== record) {
					lastIn[place] = record;
					counts[place]++;
				}
			}
			at = end;
		});
		return new Map(Array.from(places, ([number, place]) => [number, counts[place]]));
	}
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
