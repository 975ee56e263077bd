/** Indexing the labels and notes of a vocabulary under the forms by which look-up finds them. */
import { fold, isAcronymOf, key, LONGEST_ACRONYM, splitQualifier, variantKeyOfFold, wordsOf } from '../text';
import type { AcronymPair } from '../text';
import { hash, HashTableMaker, Rows, StringTable, type HashTable } from '../vocabulary/packed';
import type { LangText, VocabularyData } from '../vocabulary/vocabulary-data';
import { Dictionary, hashOfStems } from './dictionary';
import { isOdd, type OddFolds } from './fold-table';
import { stemmedLanguage } from './language-stems';

/** Longest fold that is indexed; what lies beyond is kept in the label and ignored by lookup. */
const LONGEST_FOLD = 400;

const NONE: readonly number[] = [];

/** A hidden label is found and not displayed. */
export const LabelKind = { preferred: 0, entry: 1, hidden: 2 } as const;

/** The labels of a vocabulary and all they are found by. Labels go by their numbers. */
export interface IndexedLabels extends OddFolds {
	/** Labels, preferred ones first, each group by the length of its folds, qualifiers set aside. */
	texts: StringTable;
	/** Of `LabelKind`. */
	kinds: Uint8Array;
	/** By place in the languages; the 255th and later share a number. */
	langs: Uint8Array;
	languages: string[];
	headings: Rows;
	acronyms: AcronymPair[];
	/** Labels by their key and their levelled key. */
	variant: HashTable;
	/** By the stems in any order. */
	stemmed: HashTable;
	stems: StringTable;
	labelsByStem: Rows;
	headingsByNoteStem: Rows;
	words: StringTable;
	wordStems: Uint32Array;
	wordLetters: Uint32Array;
	/** Labels that are displayed. */
	alphabetical: Uint32Array;
	/** Every word of every label that is displayed in turn, in the order of the text from that word on; see `rotationOf`. */
	permuted: Uint32Array;
}

interface Label extends LangText {
	kind: number;
	headings: readonly number[];
	folded: string;
}

/**
 * Indexes a vocabulary. Labels are numbered preferred ones first and then by length, so that a posting list, which is
 * ascending, can be entered at the labels whose length is nearest to a query's.
 * O(total length of labels and notes, and n log n for the orders).
 */
export function indexLabels(data: VocabularyData): IndexedLabels {
	const labels = labelsOf(data).sort(byKindAndLength);
	const variant = new HashTableMaker();
	const stemmed = new HashTableMaker();
	// Labels with one fold have one key, and labels with the same words the same stems, so that two tables are enough.
	const addBoth = (label: number, keyed: string, levelled: string) => {
		variant.add(hash(keyed), label);
		if (levelled !== keyed) variant.add(hash(levelled), label);
	};
	const dictionary = new Dictionary();
	const words = labels.map(({ folded }, label) => {
		const own = wordsOf(folded).map((word) => dictionary.wordNumber(word));
		const { base, qualifier } = splitQualifier(folded);
		// Only what is written as it is spoken has its words in the order of its variants.
		const isSpoken = qualifier === '' && !folded.includes(',');
		addBoth(label, key(folded), isSpoken ? dictionary.variantKey(own) : variantKeyOfFold(folded));
		stemmed.add(dictionary.hashOfStems(own), label);
		if (qualifier) {
			addBoth(label, key(base), variantKeyOfFold(base));
			stemmed.add(hashOfStems(base), label);
		}
		return own;
	});
	const ownStems = labels.map(({ lang, folded }) =>
		stemmedLanguage(lang) === undefined
			? NONE
			: wordsOf(folded).flatMap((word) => dictionary.stemNumberIn(lang, word) ?? [])
	);
	const noteStems = data.headings.map(({ notes }) =>
		notes.flatMap(({ kind, text }) =>
			kind === 'scope' || kind === 'definition'
				? wordsOf(fold(text)).map((word) => dictionary.stemNumber(word))
				: []
		)
	);
	const sorted = dictionary.sorted();
	const languages = [...new Set(labels.map(({ lang }) => lang))];
	const placeOf = new Map(languages.map((lang, place) => [lang, Math.min(place, 255)]));
	const numbers = Uint32Array.from(labels.keys());
	const displayed = numbers.filter((label) => labels[label].kind !== LabelKind.hidden);
	const oddLabels = numbers.filter((label) => isOdd(labels[label].text, labels[label].folded));
	return {
		texts: StringTable.from(labels.map(({ text }) => text)),
		kinds: Uint8Array.from(labels, ({ kind }) => kind),
		langs: Uint8Array.from(labels, ({ lang }) => placeOf.get(lang) ?? 255),
		languages,
		headings: Rows.from(labels.map(({ headings }) => headings)),
		acronyms: acronymPairs(data),
		oddLabels,
		oddFolds: StringTable.from(Array.from(oddLabels, (label) => labels[label].folded)),
		variant: variant.table(),
		stemmed: stemmed.table(),
		...sorted.dictionary,
		labelsByStem: invert(sorted.rankOfStem.length, words.length, (label, take) => {
			for (const word of words[label]) take(sorted.stemRankOfWord[word]);
			for (const stem of ownStems[label]) take(sorted.rankOfStem[stem]);
		}),
		headingsByNoteStem: invert(sorted.rankOfStem.length, noteStems.length, (heading, take) => {
			for (const stem of noteStems[heading]) take(sorted.rankOfStem[stem]);
		}),
		alphabetical: alphabeticalOrder(displayed, labels),
		permuted: permutedOrder(displayed, words, sorted.rankOfWord)
	};
}

/** Every label with its kind, its fold and the headings it leads to, in the order of the data. */
function labelsOf({ headings, entryTerms }: VocabularyData): Label[] {
	const labels: Label[] = [];
	const take = ({ lang, text }: LangText, kind: number, headings: readonly number[]) => {
		const folded = fold(text.length > LONGEST_FOLD ? text.slice(0, LONGEST_FOLD) : text);
		labels.push({ lang, text, kind, headings, folded });
	};
	headings.forEach((heading, n) => {
		for (const label of heading.labels) take(label, LabelKind.preferred, [n]);
		for (const label of heading.hidden) take(label, LabelKind.hidden, [n]);
	});
	for (const entry of entryTerms) take(entry, LabelKind.entry, entry.headings);
	return labels;
}

/** How long a fold is for comparing: a trailing bracketed qualifier is set aside. */
export const lengthCompared = (folded: string) => splitQualifier(folded).base.length;

/** Equal ones stay as they come. */
const byKindAndLength = (a: Label, b: Label) =>
	Number(a.kind !== LabelKind.preferred) - Number(b.kind !== LabelKind.preferred) ||
	lengthCompared(a.folded) - lengthCompared(b.folded);

/**
 * For each name, the items that have it, ascending and each once: a counting sort in two passes. O(names given).
 * @param names gives the names of an item, maybe one more than once
 */
export function invert(
	count: number,
	items: number,
	names: (item: number, take: (name: number) => void) => void
): Rows {
	const starts = new Uint32Array(count + 1);
	const last = new Int32Array(count).fill(-1);
	for (let item = 0; item < items; item++)
		names(item, (name) => {
			if (last[name] === item) return;
			last[name] = item;
			starts[name + 1]++;
		});
	for (let name = 0; name < count; name++) starts[name + 1] += starts[name];
	const values = new Uint32Array(starts[count]);
	const next = starts.slice();
	last.fill(-1);
	for (let item = 0; item < items; item++)
		names(item, (name) => {
			if (last[name] === item) return;
			last[name] = item;
			values[next[name]++] = item;
		});
	return new Rows(starts, values);
}

/** Labels by their folds, code unit by code unit; equal ones by number. O(n log n). */
function alphabeticalOrder(displayed: Uint32Array, labels: readonly Label[]): Uint32Array {
	const byFold = (a: number, b: number) =>
		labels[a].folded < labels[b].folded ? -1 : labels[a].folded > labels[b].folded ? 1 : a - b;
	// An ordinary list is sorted faster by what is compared than a typed one.
	return Uint32Array.from(Array.from(displayed).sort(byFold));
}

/** Words of a label that are rotated; no heading has more. */
export const MOST_ROTATIONS = 64;

/** Words after the first by which the permuted order goes. */
const AFTER = 2;

/**
 * Ordered by the word, then by the two words after it. Words are replaced by their ranks in the dictionary and the
 * entries sorted by counting, last word first (D. E. Knuth, The Art of Computer Programming 3, 5.2.5), so that the whole
 * costs three passes. O(words).
 */
function permutedOrder(
	labels: Uint32Array,
	words: ReadonlyArray<readonly number[]>,
	ranks: Uint32Array
): Uint32Array {
	let size = 0;
	let length = 0;
	for (const label of labels) {
		size += Math.min(MOST_ROTATIONS, words[label].length);
		length += words[label].length + AFTER;
	}
	// The ranks of all words end to end; rank 0 stands where a label has ended, so that the word after is one step on.
	const ranksInTurn = new Uint32Array(length);
	const entryAt = new Uint32Array(length);
	let places = new Uint32Array(size);
	let at = 0;
	let filled = 0;
	for (const label of labels) {
		for (const [place, word] of words[label].entries()) {
			ranksInTurn[at] = ranks[word];
			if (place < MOST_ROTATIONS) {
				entryAt[at] = label * MOST_ROTATIONS + place;
				places[filled++] = at;
			}
			at++;
		}
		at += AFTER;
	}
	const counts = new Uint32Array(ranks.length + 2);
	for (let after = AFTER; after >= 0; after--) {
		counts.fill(0);
		for (let i = 0; i < size; i++) counts[ranksInTurn[places[i] + after] + 1]++;
		for (let i = 0; i <= ranks.length; i++) counts[i + 1] += counts[i];
		const sorted = new Uint32Array(size);
		for (let i = 0; i < size; i++) sorted[counts[ranksInTurn[places[i] + after]]++] = places[i];
		places = sorted;
	}
	return places.map((at) => entryAt[at]);
}

/** Acronyms and expansions that name the same heading. O(labels), as few labels look like acronyms. */
function acronymPairs({ headings, entryTerms }: VocabularyData): AcronymPair[] {
	const pairs: AcronymPair[] = [];
	/** All labels of the headings that have a short one. */
	const candidates = new Map<number, string[]>();
	const look = (n: number, text: string) => {
		if (text.length <= LONGEST_ACRONYM) candidates.set(n, []);
		if (!text.includes('(')) return;
		const { base, qualifier } = splitQualifier(text);
		if (isAcronymOf(qualifier, base)) pairs.push({ acronym: qualifier, expansion: base });
	};
	const each = (take: (n: number, text: string) => void) => {
		headings.forEach(({ labels, hidden }, n) => {
			for (const { text } of labels) take(n, text);
			for (const { text } of hidden) take(n, text);
		});
		for (const { headings: targets, text } of entryTerms) if (targets.length === 1) take(targets[0], text);
	};
	each(look);
	if (candidates.size > 0) each((n, text) => candidates.get(n)?.push(text));
	for (const labels of candidates.values())
		for (const short of labels)
			if (short.length <= LONGEST_ACRONYM)
				for (const long of labels)
					if (isAcronymOf(short, long)) pairs.push({ acronym: short, expansion: long });
	return pairs;
}
