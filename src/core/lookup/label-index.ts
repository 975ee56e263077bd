/** Every label of a vocabulary, filed under the forms by which it can be found. */
import {
	contentWords,
	fold,
	isAcronymOf,
	isFunctionWord,
	key,
	levelWords,
	normalWord,
	splitQualifier,
	stemOf,
	variantKeyOfFold,
	wordsOf
} from '../text';
import type { AcronymPair } from '../text';
import { HashFiling, HashTable, Rows, StringTable, type Section } from '../vocabulary/packed';
import type { VocabularyData } from '../vocabulary/types';

export const LabelKind = { preferred: 0, entry: 1, hidden: 2 } as const;

/** Longest fold that is filed; what lies beyond is kept in the label and ignored by lookup. */
const LONGEST_FOLD = 400;
/** Labels worked on between two pauses of building. */
const STEP = 512;

interface Parts {
	/** Labels, preferred ones first, each group by the length of its folds. */
	texts: StringTable;
	folds: StringTable;
	kinds: Uint8Array;
	langs: Uint8Array;
	languages: string[];
	headings: Rows;
	exact: HashTable;
	variant: HashTable;
	order: HashTable;
	stemmed: HashTable;
	stems: StringTable;
	labelsByStem: Rows;
	headingsByNoteStem: Rows;
	words: StringTable;
	wordStems: Uint32Array;
	wordLetters: Uint32Array;
	alphabetical: Uint32Array;
	/** Every word of every label in turn, in the order of the text from that word on; see `rotationOf`. */
	permuted: Uint32Array;
	acronyms: AcronymPair[];
}

/** Words of a label in any order, function words left out, as one text. */
export function orderForm(folded: string): string {
	return inAnyOrder(contentWords(folded));
}

/** Stems of a label in any order, function words left out, as one text. */
export function stemForm(folded: string): string {
	return inAnyOrder(contentWords(folded).map(stemOf));
}

function inAnyOrder(words: readonly string[]): string {
	if (words.length < 2) return words[0] ?? '';
	// Most labels have two words, which need no sorting.
	if (words.length === 2) return words[0] <= words[1] ? `${words[0]} ${words[1]}` : `${words[1]} ${words[0]}`;
	return [...words].sort().join(' ');
}

/** Preferred labels first, each group by the length of its folds, else as they come: a counting sort. O(n). */
function byKindAndLength(kinds: readonly number[], folds: readonly string[]): Uint32Array {
	const longest = folds.reduce((most, { length }) => Math.max(most, length), 0);
	const groupOf = (i: number) => (kinds[i] === LabelKind.preferred ? 0 : longest + 1) + folds[i].length;
	const starts = new Uint32Array(2 * (longest + 1) + 1);
	for (let i = 0; i < folds.length; i++) starts[groupOf(i) + 1]++;
	for (let group = 1; group < starts.length; group++) starts[group] += starts[group - 1];
	const order = new Uint32Array(folds.length);
	for (let i = 0; i < folds.length; i++) order[starts[groupOf(i)]++] = i;
	return order;
}

/** One bit for each letter a–z that a word has, and one for anything else: words one edit apart differ in at most two. */
export function lettersOf(word: string): number {
	let bits = 0;
	for (let i = 0; i < word.length; i++) {
		const letter = word.charCodeAt(i) - 97;
		bits |= 1 << (letter >= 0 && letter < 26 ? letter : 26);
	}
	return bits >>> 0;
}

export class LabelIndex {
	/** How many labels are preferred: they come first. */
	readonly preferred: number;

	private constructor(readonly parts: Parts) {
		const { kinds } = parts;
		let count = 0;
		while (count < kinds.length && kinds[count] === LabelKind.preferred) count++;
		this.preferred = count;
	}

	/**
	 * Puts the parts together. What comes of the labels one by one (`draft`) and what comes of their forms (`forms`) need
	 * nothing of each other, so they can be made at the same time.
	 */
	static assemble(data: VocabularyData, draft: LabelDraft, forms: LabelForms): LabelIndex {
		const { texts, folds, kinds, langs, headings, languages } = draft;
		return new LabelIndex({
			...forms,
			texts: StringTable.from(texts),
			folds: StringTable.from(folds),
			kinds: Uint8Array.from(kinds),
			langs: Uint8Array.from(langs),
			languages,
			headings: Rows.from(headings),
			alphabetical: alphabeticalOrder(folds),
			acronyms: acronymPairs(data)
		});
	}

	/** Position of a stem in the dictionary, or -1. O(log n). */
	stemAt(stem: string): number {
		const at = lowerBound(this.parts.stems, stem);
		return at < this.parts.stems.length && this.parts.stems.at(at) === stem ? at : -1;
	}

	/** Labels that hold a word with this stem, ascending. */
	labelsWithStem(stem: string): Uint32Array {
		const at = this.stemAt(stem);
		return at < 0 ? new Uint32Array(0) : this.parts.labelsByStem.at(at);
	}

	toSections(): Record<string, Section> {
		const { languages, acronyms } = this.parts;
		return { 'labels.meta': JSON.stringify({ languages, acronyms }), ...sectionsOf(this.parts, PACKED) };
	}

	static fromSections(sections: Record<string, Section>): LabelIndex {
		const meta = JSON.parse(sections['labels.meta'] as string) as {
			languages: string[];
			acronyms: AcronymPair[];
		};
		return new LabelIndex({ ...meta, ...(partsFrom(sections, PACKED) as Omit<Parts, keyof typeof meta>) });
	}
}

const FORMS = [
	'exact', 'variant', 'order', 'stemmed', 'stems', 'labelsByStem', 'headingsByNoteStem', 'words', 'wordStems', 'wordLetters', 'permuted'
] as const; // prettier-ignore
const PACKED = [...FORMS, 'texts', 'folds', 'kinds', 'langs', 'headings', 'alphabetical'] as const;
type Packed = (typeof PACKED)[number];

function sectionsOf(parts: Partial<Pick<Parts, Packed>>, names: readonly Packed[]): Record<string, Section> {
	const sections: Record<string, Section> = {};
	for (const name of names) {
		const part = parts[name];
		if (part instanceof Uint32Array || part instanceof Uint8Array) sections[`labels.${name}`] = part;
		else
			for (const [inner, section] of Object.entries(part?.parts() ?? {}))
				sections[`labels.${name}.${inner}`] = section;
	}
	return sections;
}

function partsFrom(sections: Record<string, Section>, names: readonly Packed[]): Partial<Parts> {
	const at = <T extends Section>(name: string) => sections[`labels.${name}`] as T;
	const made = names.map((name) => {
		if (at(name) !== undefined) return [name, at(name)];
		if (at(`${name}.text`) !== undefined)
			return [name, new StringTable(at<string>(`${name}.text`), at<Uint32Array>(`${name}.starts`))];
		if (at(`${name}.hashes`) !== undefined)
			return [name, new HashTable(at<Uint32Array>(`${name}.hashes`), at<Uint32Array>(`${name}.values`))];
		return [name, new Rows(at<Uint32Array>(`${name}.starts`), at<Uint32Array>(`${name}.values`))];
	});
	return Object.fromEntries(made) as Partial<Parts>;
}

/** First position whose text is not before the wanted one. O(log n). */
export function lowerBound(table: StringTable, wanted: string): number {
	let low = 0;
	let high = table.length;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (table.at(middle) < wanted) low = middle + 1;
		else high = middle;
	}
	return low;
}

/** Every label of a vocabulary in the order in which labels are numbered, and the texts of its notes by heading. */
export interface LabelDraft {
	texts: string[];
	folds: string[];
	kinds: number[];
	langs: number[];
	headings: number[][];
	languages: string[];
	/** Scope notes and definitions of each heading, folded, as one text. */
	notes: string[];
}

/**
 * In steps of some milliseconds. Labels are numbered preferred ones first and then by length, so that a posting list,
 * which is ascending, can be entered at the labels whose length is nearest to a query's. O(total length).
 */
export function* draftingLabels(data: VocabularyData): Generator<void, LabelDraft> {
	const given = labelsOf(data);
	const rawFolds: string[] = [];
	for (const text of given.texts) {
		rawFolds.push(fold(text.length > LONGEST_FOLD ? text.slice(0, LONGEST_FOLD) : text));
		if (rawFolds.length % STEP === 0) yield;
	}
	const order = byKindAndLength(given.kinds, rawFolds);
	const inOrder = <T>(list: readonly T[]) => Array.from(order, (i) => list[i]);
	yield;
	const notes: string[] = [];
	for (const heading of data.headings) {
		const own = heading.notes.filter(({ kind }) => kind === 'scope' || kind === 'definition');
		notes.push(own.map(({ text }) => fold(text)).join(' '));
		if (notes.length % STEP === 0) yield;
	}
	return {
		texts: inOrder(given.texts),
		folds: inOrder(rawFolds),
		kinds: inOrder(given.kinds),
		langs: inOrder(given.langs),
		headings: inOrder(given.headings),
		languages: given.languages,
		notes
	};
}

/** The forms under which labels and notes are found. */
export type LabelForms = Pick<Parts, (typeof FORMS)[number]>;

/**
 * In steps of some milliseconds; needs nothing but texts, so it can be done in another thread. O(total length of labels
 * and notes, and n log n for the sorted forms).
 */
export function* filingForms({
	folds,
	notes
}: Pick<LabelDraft, 'folds' | 'notes'>): Generator<void, LabelForms> {
	const words = new WordNumbers();
	const wordsOfLabels = new FlatLists();
	const [exact, variant, order, stemmed] = Array.from({ length: 4 }, () => new HashFiling());
	for (let label = 0; label < folds.length; label++) {
		const folded = folds[label];
		const own = words.numbersOf(wordsOf(folded));
		wordsOfLabels.add(own);
		words.fileUnderStems(own, label);
		const { base, qualifier } = splitQualifier(folded);
		for (const form of qualifier ? [folded, base] : [folded]) {
			const content = words.meaningful(form === folded ? own : words.numbersOf(wordsOf(form)));
			const plain = key(form);
			// Only a form as it is spoken has its words in the order of the key.
			const spoken = form === folded && !qualifier && !form.includes(',');
			const levelled = spoken ? levelWords(words.normals(own)) : variantKeyOfFold(form);
			exact.add(form, label);
			variant.add(plain, label);
			if (levelled !== plain) variant.add(levelled, label);
			order.add(words.anyOrder(content), label);
			stemmed.add(words.anyOrderOfStems(content), label);
		}
		if (label % STEP === 0) yield;
	}
	for (let n = 0; n < notes.length; n++) {
		words.fileNote(notes[n], n);
		if (n % STEP === 0) yield;
	}
	return {
		exact: exact.table(),
		variant: variant.table(),
		order: order.table(),
		stemmed: stemmed.table(),
		...words.sorted(),
		permuted: permutedOrder(wordsOfLabels, words.words)
	};
}

/** Forms as sections of a pack, to be sent from one thread to another. */
export function formsToSections(forms: LabelForms): Record<string, Section> {
	return sectionsOf(forms, FORMS);
}

export function formsFromSections(sections: Record<string, Section>): LabelForms {
	return partsFrom(sections, FORMS) as LabelForms;
}

/** Every label with its kind, its language and the headings it leads to, in the order of the data. */
function labelsOf(data: VocabularyData) {
	const texts: string[] = [];
	const kinds: number[] = [];
	const langs: number[] = [];
	const headings: number[][] = [];
	const languages: string[] = [];
	const langId = new Map<string, number>();
	const add = (text: string, lang: string, kind: number, targets: number[]) => {
		let id = langId.get(lang);
		if (id === undefined) {
			id = languages.length;
			languages.push(lang);
			langId.set(lang, id);
		}
		texts.push(text);
		kinds.push(kind);
		langs.push(Math.min(id, 255));
		headings.push(targets);
	};
	for (const [n, heading] of data.headings.entries()) {
		for (const { text, lang } of heading.labels) add(text, lang, LabelKind.preferred, [n]);
		for (const { text, lang } of heading.hidden) add(text, lang, LabelKind.hidden, [n]);
	}
	for (const entry of data.entryTerms) add(entry.text, entry.lang, LabelKind.entry, entry.headings);
	return { texts, kinds, langs, headings, languages };
}

/** Lists of numbers laid end to end as they come. */
class FlatLists {
	private values = new Uint32Array(4096);
	readonly starts: number[] = [0];

	add(list: readonly number[]): void {
		const at = this.starts[this.starts.length - 1];
		if (at + list.length > this.values.length) {
			const larger = new Uint32Array(2 * (at + list.length));
			larger.set(this.values);
			this.values = larger;
		}
		this.values.set(list, at);
		this.starts.push(at + list.length);
	}

	get length(): number {
		return this.starts.length - 1;
	}

	/** The number at a place in all lists taken as one. */
	at(place: number): number {
		return this.values[place];
	}
}

/** The dictionary while it grows. Each word is worked on once; from then on it is a number. */
class WordNumbers {
	readonly words: string[] = [];
	private readonly numbers = new Map<string, number>();
	private readonly stems = new Map<string, number>();
	private readonly stemOfWord: number[] = [];
	private readonly stemTexts: string[] = [];
	private readonly normalOfWord: string[] = [];
	private readonly isFunctionWord: boolean[] = [];
	private readonly labelsByStem: number[][] = [];
	private readonly headingsByNoteStem: number[][] = [];

	numbersOf(words: readonly string[]): number[] {
		const numbers: number[] = new Array(words.length);
		for (let i = 0; i < words.length; i++) numbers[i] = this.numbers.get(words[i]) ?? this.enter(words[i]);
		return numbers;
	}

	private enter(word: string): number {
		const number = this.words.length;
		this.numbers.set(word, number);
		this.words.push(word);
		this.stemOfWord.push(this.stemNumber(stemOf(word)));
		this.normalOfWord.push(normalWord(word));
		this.isFunctionWord.push(isFunctionWord(word));
		return number;
	}

	/** As `meaningful` of the text module. */
	meaningful(words: number[]): number[] {
		const content = words.filter((word) => !this.isFunctionWord[word]);
		return content.length > 0 ? content : words;
	}

	normals(words: readonly number[]): string {
		let text = '';
		for (const word of words) text += this.normalOfWord[word];
		return text;
	}

	/** As `orderForm`. */
	anyOrder(words: readonly number[]): string {
		return inAnyOrder(words.map((word) => this.words[word]));
	}

	/** As `stemForm`. */
	anyOrderOfStems(words: readonly number[]): string {
		return inAnyOrder(words.map((word) => this.stemTexts[this.stemOfWord[word]]));
	}

	private stemNumber(stem: string): number {
		let number = this.stems.get(stem);
		if (number === undefined) {
			number = this.stems.size;
			this.stems.set(stem, number);
			this.stemTexts.push(stem);
			this.labelsByStem.push([]);
			this.headingsByNoteStem.push([]);
		}
		return number;
	}

	/** Labels come in ascending order. */
	fileUnderStems(words: readonly number[], label: number): void {
		for (const word of words) {
			const filed = this.labelsByStem[this.stemOfWord[word]];
			if (filed[filed.length - 1] !== label) filed.push(label);
		}
	}

	/** Headings come in ascending order. Words of notes have stems, and no place in the dictionary. */
	fileNote(note: string, heading: number): void {
		for (const word of wordsOf(note)) {
			const known = this.numbers.get(word);
			const stem = known === undefined ? this.stemNumber(stemOf(word)) : this.stemOfWord[known];
			const filed = this.headingsByNoteStem[stem];
			if (filed[filed.length - 1] !== heading) filed.push(heading);
		}
	}

	/** Dictionaries are stored sorted, so that a stem is found by halving; postings follow the same order. */
	sorted() {
		const { words } = this;
		const stems = [...this.stems.keys()].sort();
		const numbers = stems.map((stem) => this.stems.get(stem) as number);
		const position = new Uint32Array(stems.length);
		numbers.forEach((number, i) => (position[number] = i));
		const order = words.map((_, number) => number);
		order.sort((a, b) => words[a].length - words[b].length || (words[a] < words[b] ? -1 : 1));
		return {
			stems: StringTable.from(stems),
			labelsByStem: Rows.from(numbers.map((number) => this.labelsByStem[number])),
			headingsByNoteStem: Rows.from(numbers.map((number) => this.headingsByNoteStem[number])),
			words: StringTable.from(order.map((number) => words[number])),
			wordStems: Uint32Array.from(order, (number) => position[this.stemOfWord[number]]),
			wordLetters: Uint32Array.from(order, (number) => lettersOf(words[number]))
		};
	}
}

function alphabeticalOrder(folds: string[]): Uint32Array {
	// The first characters as one number settle most pairs at the speed of a numeric sort; only ties compare texts.
	const keys = Float64Array.from(folds, headOf).sort();
	const places = new Map<number, number>();
	for (let i = keys.length - 1; i >= 0; i--) places.set(keys[i], i);
	const order = new Uint32Array(folds.length);
	const next = new Map(places);
	for (let label = 0; label < folds.length; label++) {
		const head = headOf(folds[label]);
		const at = next.get(head) as number;
		order[at] = label;
		next.set(head, at + 1);
	}
	const compare = (a: number, b: number) => (folds[a] < folds[b] ? -1 : folds[a] > folds[b] ? 1 : a - b);
	for (const [head, start] of places) {
		const end = next.get(head) as number;
		if (end - start > 1) order.subarray(start, end).sort(compare);
	}
	return order;
}

/** The first three characters as a number that sorts as they do. */
function headOf(text: string): number {
	let head = 0;
	// A character that is not there sorts before any that is.
	for (let i = 0; i < 3; i++) head = head * 65_537 + (i < text.length ? text.charCodeAt(i) + 1 : 0);
	return head;
}

/** Words of a label that are rotated; no heading has more. */
const MOST_ROTATIONS = 64;

/** An entry of the permuted order: which label, and where in its fold the word begins that the order goes by. */
export function rotationOf(index: LabelIndex, entry: number): { label: number; start: number } {
	const label = Math.floor(entry / MOST_ROTATIONS);
	const words = [...index.parts.folds.at(label).matchAll(WORD_START)];
	return { label, start: words[entry % MOST_ROTATIONS]?.index ?? 0 };
}

const WORD_START = /[\p{L}\p{N}]+/gu;

/**
 * Ordered by the word, then by the two words after it. Words are replaced by their ranks in the dictionary and the
 * entries sorted by counting, last word first (D. E. Knuth, The Art of Computer Programming 3, 5.2.5), so that the whole
 * costs three passes. O(words).
 */
function permutedOrder(wordsOfLabels: FlatLists, words: readonly string[]): Uint32Array {
	const ranks = new Uint32Array(words.length);
	words
		.map((_, id) => id)
		.sort((a, b) => (words[a] < words[b] ? -1 : 1))
		.forEach((id, rank) => (ranks[id] = rank + 1));
	const { starts } = wordsOfLabels;
	let size = 0;
	for (let label = 0; label < wordsOfLabels.length; label++)
		size += Math.min(MOST_ROTATIONS, starts[label + 1] - starts[label]);
	let entries = new Uint32Array(size);
	let filled = 0;
	for (let label = 0; label < wordsOfLabels.length; label++)
		for (let place = 0; place < Math.min(MOST_ROTATIONS, starts[label + 1] - starts[label]); place++)
			entries[filled++] = label * MOST_ROTATIONS + place;
	const keys = new Uint32Array(size);
	for (const after of [2, 1, 0]) {
		const counts = new Uint32Array(words.length + 2);
		for (let i = 0; i < size; i++) {
			const label = Math.floor(entries[i] / MOST_ROTATIONS);
			const at = starts[label] + (entries[i] % MOST_ROTATIONS) + after;
			// Rank 0 is for a label that ends before.
			keys[i] = at < starts[label + 1] ? ranks[wordsOfLabels.at(at)] : 0;
			counts[keys[i] + 1]++;
		}
		for (let i = 0; i <= words.length; i++) counts[i + 1] += counts[i];
		const sorted = new Uint32Array(size);
		for (let i = 0; i < size; i++) sorted[counts[keys[i]]++] = entries[i];
		entries = sorted;
	}
	return entries;
}

/** Acronyms and expansions that name the same heading. O(labels), as few labels look like acronyms. */
function acronymPairs(data: VocabularyData): AcronymPair[] {
	const entries: string[][] = data.headings.map(() => []);
	for (const entry of data.entryTerms)
		if (entry.headings.length === 1) entries[entry.headings[0]].push(entry.text);
	const pairs: AcronymPair[] = [];
	data.headings.forEach((heading, n) => {
		const labels = [...heading.labels, ...heading.hidden].map(({ text }) => text).concat(entries[n]);
		for (const short of labels)
			if (short.length <= 6)
				for (const long of labels)
					if (isAcronymOf(short, long)) pairs.push({ acronym: short, expansion: long });
		for (const long of labels) {
			const { base, qualifier } = splitQualifier(long);
			if (isAcronymOf(qualifier, base)) pairs.push({ acronym: qualifier, expansion: base });
		}
	});
	return pairs;
}
