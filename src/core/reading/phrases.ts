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

/** The words of records as numbers, so that runs are counted without making a text of each; plain, to be sent to a thread. */
export interface TakenTexts {
	/** The words, by number; the first is no word. */
	words: readonly string[];
	/** By word, how many records have it. */
	counts: readonly number[];
	/** The words of all records one after another, each text closed by a mark, and where each record ends. */
	tokens: Uint32Array;
	ends: Uint32Array;
}

/** Takes the texts of records in. */
export class PhraseCounter {
	private readonly numbers = new Map<string, number>();
	/** Folding is most of the work, and most of what stands between spaces comes again and again. */
	private readonly byPiece = new Map<string, number[]>();
	private readonly words: string[] = [''];
	private tokens = new Uint32Array(1 << 14);
	private readonly ends: number[] = [];
	private used = 0;
	/** By word, how many records have it; and which record had it last. */
	private readonly counts: number[] = [0];
	private readonly lastIn: number[] = [0];

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

	taken(): TakenTexts {
		const { words, counts, tokens, ends, used } = this;
		return { words, counts, tokens: tokens.slice(0, used), ends: Uint32Array.from(ends) };
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
			this.counts.push(0);
			this.lastIn.push(0);
		}
		return number;
	}
}

/** The words that enough records have, and texts in which nothing else stands. Its lists may be shared by threads. */
export interface FrequentWords {
	/** By rank, from 1. */
	words: readonly string[];
	counts: readonly number[];
	/** By rank, 1 for a word that may begin and end a run. */
	isEnd: Uint8Array;
	/** As of `TakenTexts`, by rank; a word that few records have is a mark. */
	tokens: Uint32Array;
	ends: Uint32Array;
	least: number;
}

/** The frequent words of all parts together. O(words). */
export function frequentWords(parts: readonly TakenTexts[], least = LEAST_RECORDS): FrequentWords {
	const counts = new Map<string, number>();
	for (const part of parts)
		for (const [number, word] of part.words.entries())
			if (number > 0) counts.set(word, (counts.get(word) ?? 0) + part.counts[number]);
	const frequent = [...counts].filter(([, count]) => count >= least);
	const ranks = new Map(frequent.map(([word], i) => [word, i + 1]));
	const lengthOf = (list: 'tokens' | 'ends') => parts.reduce((sum, part) => sum + part[list].length, 0);
	const tokens = shared(lengthOf('tokens'));
	const ends = shared(lengthOf('ends'));
	let [used, ended] = [0, 0];
	for (const part of parts) {
		const rankOf = Uint32Array.from(part.words, (word) => ranks.get(word) ?? BREAK);
		for (let i = 0; i < part.ends.length; i++) ends[ended++] = used + part.ends[i];
		for (let i = 0; i < part.tokens.length; i++) tokens[used++] = rankOf[part.tokens[i]];
	}
	const isEnd = new Uint8Array(new SharedArrayBuffer(frequent.length + 1));
	for (const [i, [word]] of frequent.entries()) isEnd[i + 1] = isFunctionWord(word) ? 0 : 1;
	return {
		words: ['', ...frequent.map(([word]) => word)],
		counts: [0, ...frequent.map(([, count]) => count)],
		isEnd,
		tokens,
		ends,
		least
	};
}

const shared = (length: number) => new Uint32Array(new SharedArrayBuffer(4 * length));

/** Part of the work, by the first word of a run. */
export interface Share {
	part: number;
	of: number;
}

/**
 * The runs of two and three words that enough records have: four numbers for each, the ranks of its words, with 0 for no third
 * one, and how many records have it. A run can only be in so many records if each shorter run within it is (the idea of
 * R. Agrawal and R. Srikant's Apriori, 1994), so few are counted. O(words).
 */
export function longerRuns(
	{ isEnd, tokens, ends, least }: Omit<FrequentWords, 'words' | 'counts'>,
	{ part, of }: Share
): Uint32Array {
	const found: number[] = [];
	const base = isEnd.length;
	const pairs = countRuns(tokens, ends, (at) =>
		isEnd[tokens[at]] && tokens[at + 1] !== BREAK && tokens[at] % of === part
			? tokens[at] * base + tokens[at + 1]
			: 0
	);
	const wordsOfPair = (pair: number): [number, number] => [
		Math.floor(pairs.numbers[pair] / base),
		pairs.numbers[pair] % base
	];
	for (let pair = 1; pair < pairs.counts.length; pair++) {
		const [first, second] = wordsOfPair(pair);
		if (pairs.counts[pair] >= least && isEnd[second]) found.push(first, second, 0, pairs.counts[pair]);
	}
	const triples = countRuns(tokens, ends, (at) =>
		isEnd[tokens[at + 2]] && pairs.counts[pairs.at[at]] >= least ? pairs.at[at] * base + tokens[at + 2] : 0
	);
	for (let triple = 1; triple < triples.counts.length; triple++)
		if (triples.counts[triple] >= least)
			found.push(
				...wordsOfPair(Math.floor(triples.numbers[triple] / base)),
				triples.numbers[triple] % base,
				triples.counts[triple]
			);
	return Uint32Array.from(found);
}

/** Every run, by its text, with how many records have it; the longer ones in any number of shares. */
export function runsByText(
	{ words, counts, isEnd }: FrequentWords,
	shares: readonly Uint32Array[]
): Map<string, number> {
	const runs = new Map<string, number>();
	for (let rank = 1; rank < words.length; rank++) if (isEnd[rank]) runs.set(words[rank], counts[rank]);
	for (const found of shares)
		for (let at = 0; at < found.length; at += 4) {
			const [first, second, third, count] = found.subarray(at, at + 4);
			const text = `${words[first]} ${words[second]}`;
			runs.set(third === 0 ? text : `${text} ${words[third]}`, count);
		}
	return runs;
}

/** How many records have each run that is given a number; a place without one has 0. */
function countRuns(tokens: Uint32Array, ends: Uint32Array, numberAt: (at: number) => number): Runs {
	const runOf = new Map<number, number>();
	const numbers = [0];
	const counts = [0];
	/** By run, the record that had it last, from 1. */
	const lastIn = [0];
	const runAt = new Uint32Array(tokens.length);
	let at = 0;
	for (let record = 1; record <= ends.length; record++)
		// Every record ends with a mark, so no run reaches over its end.
		for (; at < ends[record - 1]; at++) {
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
	return { at: runAt, counts, numbers };
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
