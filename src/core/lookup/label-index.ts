/** Every label of a vocabulary, filed under the forms by which it can be found. */
import {
	contentWords,
	fold,
	isAcronymOf,
	key,
	splitQualifier,
	stemOf,
	variantKeyOfFold,
	wordsOf
} from '../text';
import type { AcronymPair } from '../text';
import { HashTable, Rows, StringTable, type Section } from '../vocabulary/packed';
import type { VocabularyData } from '../vocabulary/types';

export const LabelKind = { preferred: 0, entry: 1, hidden: 2 } as const;

/** Longest fold that is filed; what lies beyond is kept in the label and ignored by lookup. */
const LONGEST_FOLD = 400;

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
	return contentWords(folded).sort().join(' ');
}

/** Stems of a label in any order, function words left out, as one text. */
export function stemForm(folded: string): string {
	return stemsOf(contentWords(folded));
}

function stemsOf(content: readonly string[]): string {
	return content.length === 1 ? stemOf(content[0]) : content.map(stemOf).sort().join(' ');
}

const rank = (kind: number) => (kind === LabelKind.preferred ? 0 : 1);

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

	/** O(total length of the labels and notes, and n log n for the sorted forms). */
	static build(data: VocabularyData): LabelIndex {
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
		data.headings.forEach((heading, n) => {
			for (const { text, lang } of heading.labels) add(text, lang, LabelKind.preferred, [n]);
			for (const { text, lang } of heading.hidden) add(text, lang, LabelKind.hidden, [n]);
		});
		for (const entry of data.entryTerms) add(entry.text, entry.lang, LabelKind.entry, entry.headings);

		// Labels are numbered preferred ones first and then by length, so that a posting list, which is ascending, can be
		// entered at the labels whose length is nearest to a query's.
		const rawFolds = texts.map((text) =>
			fold(text.length > LONGEST_FOLD ? text.slice(0, LONGEST_FOLD) : text)
		);
		const order = rawFolds.map((_, i) => i);
		order.sort((a, b) => rank(kinds[a]) - rank(kinds[b]) || rawFolds[a].length - rawFolds[b].length || a - b);
		const folds = order.map((i) => rawFolds[i]);
		const exact: [string, number][] = [];
		const variant: [string, number][] = [];
		const anyOrder: [string, number][] = [];
		const stemmed: [string, number][] = [];
		const stemIds = new Map<string, number>();
		const wordIds = new Map<string, number>();
		const labelsByStem: number[][] = [];
		const stemId = (stem: string) => {
			let id = stemIds.get(stem);
			if (id === undefined) {
				id = stemIds.size;
				stemIds.set(stem, id);
				labelsByStem.push([]);
			}
			return id;
		};
		// Each word is worked on once; from then on it is a number.
		const words: string[] = [];
		const stemOfWord: number[] = [];
		const wordId = (word: string) => {
			let id = wordIds.get(word);
			if (id === undefined) {
				id = words.length;
				wordIds.set(word, id);
				words.push(word);
				stemOfWord.push(stemId(stemOf(word)));
			}
			return id;
		};
		const wordsOfLabels = folds.map((folded) => wordsOf(folded).map(wordId));
		folds.forEach((folded, label) => {
			const { base, qualifier } = splitQualifier(folded);
			for (const form of qualifier ? [folded, base] : [folded]) {
				const content = contentWords(form);
				const plain = key(form);
				const levelled = variantKeyOfFold(form);
				exact.push([form, label]);
				variant.push([plain, label]);
				if (levelled !== plain) variant.push([levelled, label]);
				anyOrder.push([content.length > 1 ? [...content].sort().join(' ') : (content[0] ?? ''), label]);
				stemmed.push([stemsOf(content), label]);
			}
			for (const word of wordsOfLabels[label]) {
				const filed = labelsByStem[stemOfWord[word]];
				if (filed[filed.length - 1] !== label) filed.push(label);
			}
		});

		const headingsByNoteStem: number[][] = labelsByStem.map(() => []);
		data.headings.forEach((heading, n) => {
			const seen = new Set<number>();
			for (const note of heading.notes) {
				if (note.kind !== 'scope' && note.kind !== 'definition') continue;
				for (const word of wordsOf(fold(note.text))) {
					const id = stemId(stemOf(word));
					while (headingsByNoteStem.length <= id) headingsByNoteStem.push([]);
					if (!seen.has(id)) headingsByNoteStem[id].push(n);
					seen.add(id);
				}
			}
		});
		while (headingsByNoteStem.length < labelsByStem.length) headingsByNoteStem.push([]);

		// Dictionaries are stored sorted, so that a stem is found by halving; postings follow the same order.
		const stems = [...stemIds.keys()].sort();
		const position = new Uint32Array(stems.length);
		stems.forEach((stem, i) => (position[stemIds.get(stem) as number] = i));
		const sortedBy = (rows: number[][]) => Rows.from(stems.map((stem) => rows[stemIds.get(stem) as number]));
		const dictionary = words.map((_, id) => id);
		dictionary.sort((a, b) => words[a].length - words[b].length || (words[a] < words[b] ? -1 : 1));

		return new LabelIndex({
			texts: StringTable.from(order.map((i) => texts[i])),
			folds: StringTable.from(folds),
			kinds: Uint8Array.from(order, (i) => kinds[i]),
			langs: Uint8Array.from(order, (i) => langs[i]),
			languages,
			headings: Rows.from(order.map((i) => headings[i])),
			exact: HashTable.from(exact),
			variant: HashTable.from(variant),
			order: HashTable.from(anyOrder),
			stemmed: HashTable.from(stemmed),
			stems: StringTable.from(stems),
			labelsByStem: sortedBy(labelsByStem),
			headingsByNoteStem: sortedBy(headingsByNoteStem),
			words: StringTable.from(dictionary.map((id) => words[id])),
			wordStems: Uint32Array.from(dictionary, (id) => position[stemOfWord[id]]),
			wordLetters: Uint32Array.from(dictionary, (id) => lettersOf(words[id])),
			alphabetical: alphabeticalOrder(folds),
			permuted: permutedOrder(wordsOfLabels, words),
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
		const { parts } = this;
		const sections: Record<string, Section> = {
			'labels.meta': JSON.stringify({ languages: parts.languages, acronyms: parts.acronyms }),
			'labels.kinds': parts.kinds,
			'labels.langs': parts.langs,
			'labels.wordStems': parts.wordStems,
			'labels.wordLetters': parts.wordLetters,
			'labels.alphabetical': parts.alphabetical,
			'labels.permuted': parts.permuted
		};
		for (const name of STRINGS) {
			const { text, starts } = parts[name].parts();
			sections[`labels.${name}.text`] = text;
			sections[`labels.${name}.starts`] = starts;
		}
		for (const name of ROWS) {
			const { starts, values } = parts[name].parts();
			sections[`labels.${name}.starts`] = starts;
			sections[`labels.${name}.values`] = values;
		}
		for (const name of HASHES) {
			const { hashes, values } = parts[name].parts();
			sections[`labels.${name}.hashes`] = hashes;
			sections[`labels.${name}.values`] = values;
		}
		return sections;
	}

	static fromSections(sections: Record<string, Section>): LabelIndex {
		const text = (name: string) => sections[`labels.${name}`] as string;
		const numbers = (name: string) => sections[`labels.${name}`] as Uint32Array;
		const meta = JSON.parse(text('meta')) as { languages: string[]; acronyms: AcronymPair[] };
		const strings = (name: string) => new StringTable(text(`${name}.text`), numbers(`${name}.starts`));
		const rows = (name: string) => new Rows(numbers(`${name}.starts`), numbers(`${name}.values`));
		const table = (name: string) => new HashTable(numbers(`${name}.hashes`), numbers(`${name}.values`));
		return new LabelIndex({
			...meta,
			texts: strings('texts'),
			folds: strings('folds'),
			kinds: sections['labels.kinds'] as Uint8Array,
			langs: sections['labels.langs'] as Uint8Array,
			headings: rows('headings'),
			exact: table('exact'),
			variant: table('variant'),
			order: table('order'),
			stemmed: table('stemmed'),
			stems: strings('stems'),
			labelsByStem: rows('labelsByStem'),
			headingsByNoteStem: rows('headingsByNoteStem'),
			words: strings('words'),
			wordStems: numbers('wordStems'),
			wordLetters: numbers('wordLetters'),
			alphabetical: numbers('alphabetical'),
			permuted: numbers('permuted')
		});
	}
}

const STRINGS = ['texts', 'folds', 'stems', 'words'] as const;
const ROWS = ['headings', 'labelsByStem', 'headingsByNoteStem'] as const;
const HASHES = ['exact', 'variant', 'order', 'stemmed'] as const;

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

function alphabeticalOrder(folds: string[]): Uint32Array {
	const order = Uint32Array.from(folds, (_, i) => i);
	return order.sort((a, b) => (folds[a] < folds[b] ? -1 : folds[a] > folds[b] ? 1 : a - b));
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
function permutedOrder(wordIds: readonly (readonly number[])[], words: readonly string[]): Uint32Array {
	const ranks = new Uint32Array(words.length);
	words
		.map((_, id) => id)
		.sort((a, b) => (words[a] < words[b] ? -1 : 1))
		.forEach((id, rank) => (ranks[id] = rank + 1));
	let entries = Uint32Array.from(
		wordIds.flatMap((own, label) =>
			own.slice(0, MOST_ROTATIONS).map((_, place) => label * MOST_ROTATIONS + place)
		)
	);
	for (const after of [2, 1, 0]) {
		// Rank 0 is for a label that ends before.
		const rankOf = (entry: number) => {
			const id = wordIds[Math.floor(entry / MOST_ROTATIONS)][(entry % MOST_ROTATIONS) + after];
			return id === undefined ? 0 : ranks[id];
		};
		const starts = new Uint32Array(words.length + 2);
		for (const entry of entries) starts[rankOf(entry) + 1]++;
		for (let i = 0; i <= words.length; i++) starts[i + 1] += starts[i];
		const sorted = new Uint32Array(entries.length);
		for (const entry of entries) sorted[starts[rankOf(entry)]++] = entry;
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
