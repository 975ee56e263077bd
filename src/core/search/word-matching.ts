/** Free-text words of a search: what they match in a record, and the same as a full-text query of the database. */
import type { WordField } from '../crosswalk/inquiry';
import { fold, runsOf } from '../text';

export interface WordTest {
	text: string;
	/** Matches capitals only. */
	capitals: boolean;
	field: WordField;
}

/** One word of a phrase; with `stem`, any word that begins with it. */
export interface Token {
	text: string;
	stem: boolean;
	/** Letters are left open within it: `*` stands for any, also none, and `?` for one. What the word must be like. */
	mask?: RegExp;
}

/** A stem shorter than this would match too much of any dictionary to mean anything; so would a mask with fewer letters. */
export const SHORTEST_STEM = 3;

/** Longer words are not kept, and longer phrases are in no record: in letters, and in words. */
const LONGEST_WORD = 500;
const LONGEST_PHRASE = 100;

/** A ? behind a word is where a question ends; only one with a letter after it leaves a letter open. */
const TOKEN = /(?:[\p{L}\p{N}\p{M}'’*]|\?(?=[?*]*[\p{L}\p{N}]))+/gu;
/** A word with something open before its end. */
const MASKED = /[*?].*[\p{L}\p{N}]/su;

/**
 * The words of a text that is looked for, folded, in order.
 * @returns the reason in words where it cannot be searched
 */
export function tokensOf(text: string, capitals: boolean): Token[] | string {
	const tokens: Token[] = [];
	const spaced = capitals ? text.replace(/[-‐‑–—/]/g, ' ') : fold(text);
	for (const part of spaced.match(TOKEN) ?? []) {
		if (MASKED.test(part)) {
			const mask = maskOf(part, capitals);
			if (typeof mask === 'string') return mask;
			tokens.push(mask);
			continue;
		}
		const stem = part.endsWith('*');
		const written = stem ? part.slice(0, -1) : part;
		if (written === '')
			return `A * needs the beginning of a word before it, at least ${SHORTEST_STEM} letters: “${text}”.`;
		const word = capitals ? inCapitals(written) : written;
		if (stem && word.length < SHORTEST_STEM)
			return `“${written}*” would match too many words. Give at least ${SHORTEST_STEM} letters before the *.`;
		if (word.length > LONGEST_WORD)
			return `A word of ${word.length} letters is longer than any that is kept (${LONGEST_WORD}).`;
		if (word !== '') tokens.push({ text: word, stem });
		if (tokens.length > LONGEST_PHRASE)
			return `A phrase can be ${LONGEST_PHRASE} words long; this one is longer.`;
	}
	return tokens.length > 0 ? tokens : `“${text}” holds no letter and no digit to look for.`;
}

/** A word with letters left open, or the reason in words why it cannot be looked for. */
function maskOf(part: string, capitals: boolean): Token | string {
	const pieces = part
		.split(/([*?])/)
		.map((piece) => (/[*?]/.test(piece) || !capitals ? piece : inCapitals(piece)));
	const letters = pieces.join('').replace(/[^\p{L}\p{N}]/gu, '').length;
	if (letters < SHORTEST_STEM)
		return `“${part}” would match too many words. Give at least ${SHORTEST_STEM} letters beside what is left open.`;
	if (part.length > LONGEST_WORD)
		return `A word of ${part.length} letters is longer than any that is kept (${LONGEST_WORD}).`;
	const text = pieces.join('').replace(/\*+/g, '*').replace(/['’]/g, '');
	const pattern = text.replaceAll('*', '.*').replaceAll('?', '.');
	return { text, stem: false, mask: new RegExp(`^${pattern}$`, 'su') };
}

/** Whether there is anything in a word to look for. */
export function isSearchable({ text, capitals }: Pick<WordTest, 'text' | 'capitals'>): boolean {
	return typeof tokensOf(text, capitals) !== 'string';
}

/** A word as it stands among capitals; what has no capitals, such as a number, stands as anywhere else. */
function inCapitals(word: string): string {
	const plain = word.replace(/[^\p{L}\p{N}]/gu, '').toUpperCase();
	return plain === plain.toLowerCase() ? fold(plain) : plain;
}

/** A word of a text that is written in capitals, for words that match capitals only. */
export function isCapitals(word: string): boolean {
	return word.length > 1 && word !== word.toLowerCase() && word === word.toUpperCase();
}

interface IndexedWord {
	folded: string;
	/** The word itself, where it is all capitals. */
	capitals?: string;
}

/** Most pieces of text come again; what each comes to is worked out once. */
const known = new Map<string, readonly IndexedWord[]>();
const MOST_KNOWN = 100_000;

/** Words of a text as they are looked for: each folded, and beside it the word itself where it is all capitals. */
export function indexedWords(text: string): IndexedWord[] {
	const words: IndexedWord[] = [];
	for (const piece of text.split(/[\s\-‐‑‒–—―/]+/)) {
		let found = known.get(piece);
		if (found === undefined) {
			if (known.size >= MOST_KNOWN) known.clear();
			known.set(piece, (found = wordsOfPiece(piece)));
		}
		for (const word of found) words.push(word);
	}
	return words;
}

/** The words of a text with where each stands in it, by characters. O(length). */
export function indexedWordsIn(text: string): (IndexedWord & { from: number; to: number })[] {
	return [...text.matchAll(/[^\s\-‐‑‒–—―/]+/g)].flatMap(({ 0: piece, index }) => {
		// Punctuation around a word is not part of it.
		const inner = /[\p{L}\p{N}](?:.*[\p{L}\p{N}\p{M}])?/su.exec(piece);
		if (!inner) return [];
		const from = index + inner.index;
		return indexedWords(piece).map((word) => ({ ...word, from, to: from + inner[0].length }));
	});
}

function wordsOfPiece(piece: string): IndexedWord[] {
	const folded = runsOf(fold(piece));
	if (folded.length !== 1) return folded.map((word) => ({ folded: word }));
	const plain = piece.replace(/[^\p{L}\p{N}]+/gu, '');
	return [isCapitals(plain) ? { folded: folded[0], capitals: plain } : { folded: folded[0] }];
}

/** Weights by which PostgreSQL tells apart where in a record a word stands. */
const TOPIC = { title: 'A', abstract: 'B', keywords: 'C', headings: 'D' } as const;
const NAMES = { author: 'A', source: 'B', affiliation: 'C', funder: 'D' } as const;

/** What a record says in words; lists are entries that no phrase runs across. */
export interface RecordWords {
	title: string;
	abstract: string;
	keywords: readonly string[];
	headings: readonly string[];
	author: readonly string[];
	source: string;
	affiliation: readonly string[];
	funder: readonly string[];
}

/** PostgreSQL keeps positions up to this one, and no more than 255 for a word. */
const LAST_POSITION = 16_383;
const MOST_POSITIONS = 250;

/**
 * Full-text vectors of a record, as PostgreSQL reads them: one of what it is about, one of its names.
 * @param met is given every word
 */
export function vectorsOf(words: RecordWords, met?: Set<string>): { topic: string; names: string } {
	return {
		topic: vector(
			met,
			[words.title, TOPIC.title],
			[words.abstract, TOPIC.abstract],
			...words.keywords.map((text) => [text, TOPIC.keywords] as const),
			...words.headings.map((text) => [text, TOPIC.headings] as const)
		),
		names: vector(
			met,
			...words.author.map((text) => [text, NAMES.author] as const),
			[words.source, NAMES.source],
			...words.affiliation.map((text) => [text, NAMES.affiliation] as const),
			...words.funder.map((text) => [text, NAMES.funder] as const)
		)
	};
}

function vector(
	met: Set<string> | undefined,
	...entries: (readonly [text: string, weight: string])[]
): string {
	const places = new Map<string, { positions: string; count: number }>();
	let at = 0;
	const put = (word: string, position: string) => {
		const place = places.get(word);
		if (place === undefined) places.set(word, { positions: position, count: 1 });
		else if (place.count < MOST_POSITIONS) {
			place.positions += `,${position}`;
			place.count++;
		}
	};
	for (const [text, weight] of entries) {
		for (const { folded, capitals } of indexedWords(text)) {
			at++;
			if (folded.length > LONGEST_WORD) continue;
			const position = Math.min(at, LAST_POSITION) + weight;
			put(folded, position);
			if (capitals !== undefined) put(capitals, position);
		}
		// A gap, so that no phrase is found across the end of one entry and the beginning of the next.
		at += 2;
	}
	let written = '';
	for (const [word, { positions }] of places) {
		written += `${written && ' '}'${word}':${positions}`;
		met?.add(word);
	}
	return written;
}

/** The weights of the fields that are not one place alone. */
const WEIGHTS: Partial<Record<WordField, string>> = {
	keywords: 'ABC',
	titleAndAbstract: 'AB',
	title: TOPIC.title,
	abstract: TOPIC.abstract,
	headings: TOPIC.headings,
	anywhere: '',
	...NAMES
};

/** The masks of a word that can be searched, each once. */
export function masksOf({ capitals, text }: WordTest): string[] {
	const tokens = tokensOf(text, capitals);
	if (typeof tokens === 'string') return [];
	return [...new Set(tokens.flatMap((token) => (token.mask ? [token.text] : [])))];
}

/**
 * The column a field lies in, and the full-text query for a word that can be searched.
 * @param formsOf the words of the index that a mask stands for; where it stands for none, neither does the query
 */
export function queryOf(
	{ capitals, field, text }: WordTest,
	formsOf: (mask: string) => readonly string[] = () => []
): { column: 'topic' | 'names'; query: string } {
	const tokens = tokensOf(text, capitals);
	if (typeof tokens === 'string') throw new Error(tokens);
	const weight = WEIGHTS[field] ?? '';
	const term = (word: string, marks: string) => `'${word}'${marks && `:${marks}`}`;
	const parts = tokens.map(({ text: word, stem, mask }) =>
		mask
			? formsOf(word)
					.map((form) => term(form, weight))
					.join(' | ')
			: term(word, `${weight}${stem ? '*' : ''}`)
	);
	const query = parts.includes('')
		? ''
		: parts.map((part) => (part.includes(' | ') ? `(${part})` : part)).join(' <-> ');
	return { column: field in NAMES ? 'names' : 'topic', query };
}

/** Whether a record has a word, by going through its text: what the full-text query must agree with. O(length). */
export function matchesWord(words: RecordWords, test: WordTest): boolean {
	const tokens = tokensOf(test.text, test.capitals);
	if (typeof tokens === 'string') return false;
	if (test.field === 'headings')
		return words.headings.some((label) => labelHolds(label, tokens, test.capitals));
	const entries: readonly string[] = {
		keywords: [words.title, words.abstract, ...words.keywords],
		titleAndAbstract: [words.title, words.abstract],
		anywhere: [words.title, words.abstract, ...words.keywords, ...words.headings],
		title: [words.title],
		abstract: [words.abstract],
		author: words.author,
		source: [words.source],
		affiliation: words.affiliation,
		funder: words.funder
	}[test.field];
	return entries.some((entry) => {
		const found = indexedWords(entry);
		return found.some((_, start) =>
			tokens.every((token, i) => isToken(found[start + i], token, test.capitals))
		);
	});
}

/** Whether a word is the one that is looked for, or begins as it does. */
export function isToken(
	word: IndexedWord | undefined,
	{ text, stem, mask }: Token,
	capitals: boolean
): boolean {
	const isCased = capitals && text !== text.toLowerCase();
	const form = word && (isCased ? word.capitals : word.folded);
	if (mask) return form !== undefined && mask.test(form);
	return form !== undefined && (stem ? form.startsWith(text) : form === text);
}

/** Whether the label of a heading holds all words that are looked for, in any order. O(words of both). */
export function labelHolds(label: string, tokens: readonly Token[], capitals: boolean): boolean {
	const words = indexedWords(label);
	return tokens.every((token) => words.some((word) => isToken(word, token, capitals)));
}
