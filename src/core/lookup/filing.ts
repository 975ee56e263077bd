/**
 * Filing the labels and notes of a vocabulary under the forms by which look-up finds them. Texts are taken as they come
 * and worked on at once; what they come to is numbered and put in order at the end. So the work can go on in a thread of
 * its own while a file is still being read.
 */
import { fold, key, splitQualifier, variantKeyOfFold } from '../text';
import { hash, HashFiling, mixed, Rows, StringTable, type HashTable } from '../vocabulary/packed';
import { isOdd, type OddFolds } from './fold-table';
import { FlatLists, WordNumbers } from './word-numbers';

/** Longest fold that is filed; what lies beyond is kept in the label and ignored by lookup. */
const LONGEST_FOLD = 400;

/** A hidden label is found and not displayed. */
export const LabelKind = { preferred: 0, entry: 1, hidden: 2 } as const;

/** The labels of a vocabulary by the numbers of their texts, and the notes of each heading by theirs. */
export interface Listing {
	texts: ArrayLike<number>;
	/** Of `LabelKind`. */
	kinds: ArrayLike<number>;
	notes: Rows;
}

/** What texts come to, put in order. */
export interface Filed extends OddFolds {
	/** The labels, by their place in the listing, in the order in which they are numbered. */
	numbering: Uint32Array;
	/** Labels by their key and their levelled key. Labels go by their numbers here and below. */
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

/**
 * Hashes kept of every form of a text: its key, its levelled key, its stems in any order. Labels with the same fold have
 * the same key, and those with the same words the same stems, so that neither needs a table of its own.
 */
const HASHES = 3;

export class TextFiling {
	private readonly words = new WordNumbers();
	private readonly folds: string[] = [];
	/** By text: whether its fold does not follow from it, and whether that is words and single spaces alone. */
	private readonly odd: boolean[] = [];
	private readonly plain: boolean[] = [];
	private readonly wordsOfTexts = new FlatLists();
	private readonly ofBase = new FlatLists();
	private readonly hashes = new FlatLists();
	private readonly noteStems = new FlatLists();

	/** Takes a label; they are numbered from 0 as they come. O(length). */
	addLabel(text: string): void {
		const folded = fold(text.length > LONGEST_FOLD ? text.slice(0, LONGEST_FOLD) : text);
		const { words, wordsOfTexts, hashes } = this;
		const { base, qualifier } = splitQualifier(folded);
		const { key: keyed, isPlain } = words.read(folded, wordsOfTexts);
		this.folds.push(folded);
		this.odd.push(isOdd(text, folded));
		this.plain.push(isPlain);
		// Only a form as it is spoken has its words in the order of the key.
		const isSpoken = qualifier === '' && !folded.includes(',');
		hashes.push(mixed(keyed));
		hashes.push(isSpoken ? words.hashOfLevelled(wordsOfTexts) : hash(variantKeyOfFold(folded)));
		hashes.push(words.hashOfStems(wordsOfTexts));
		if (qualifier) {
			this.ofBase.clear();
			words.read(base, this.ofBase);
			hashes.push(hash(key(base)));
			hashes.push(hash(variantKeyOfFold(base)));
			hashes.push(words.hashOfStems(this.ofBase));
		}
		hashes.close();
	}

	/** Takes a scope note or definition; they are numbered from 0 as they come. O(length). */
	addNote(text: string): void {
		this.words.readStems(fold(text), this.noteStems);
	}

	/** Works out what does not depend on which texts are labels of what. Worth a call when most texts are in. */
	prepare(): void {
		this.words.sorted();
	}

	/**
	 * Numbers the labels, preferred ones first and then by length, so that a posting list, which is ascending, can be
	 * entered at the labels whose length is nearest to a query's; and files them. O(words + labels log labels).
	 */
	file({ texts, kinds, notes }: Listing): Filed {
		const numbering = this.numbering(texts, kinds);
		const textOf = numbering.map((place) => texts[place]);
		const folds: string[] = [];
		const variant = new HashFiling();
		const stemmed = new HashFiling();
		const { starts, values: hashes } = this.hashes;
		for (let label = 0; label < textOf.length; label++) {
			const text = textOf[label];
			folds.push(this.folds[text]);
			for (let at = starts[text]; at < starts[text + 1]; at += HASHES) {
				variant.addHash(hashes[at], label);
				if (hashes[at + 1] !== hashes[at]) variant.addHash(hashes[at + 1], label);
				stemmed.addHash(hashes[at + 2], label);
			}
		}
		const oddLabels = numbering.map((_, label) => label).filter((label) => this.odd[textOf[label]]);
		const displayed = numbering
			.map((_, label) => label)
			.filter((label) => kinds[numbering[label]] !== LabelKind.hidden);
		const { dictionary, rankOfStem, rankOfWord } = this.words.sorted();
		const permuted = permutedOrder(displayed, textOf, this.wordsOfTexts, rankOfWord);
		const stemCount = rankOfStem.length;
		const stemRankOfWord = Uint32Array.from(this.words.stemOfWord, (stem) => rankOfStem[stem]);
		const { starts: wordStarts, values: words } = this.wordsOfTexts;
		const { starts: noteStarts, values: noteStems } = this.noteStems;
		return {
			numbering,
			oddLabels,
			oddFolds: StringTable.from(Array.from(oddLabels, (label) => folds[label])),
			variant: variant.table(),
			stemmed: stemmed.table(),
			...dictionary,
			labelsByStem: invert(stemCount, textOf.length, (label, take) => {
				const end = wordStarts[textOf[label] + 1];
				for (let at = wordStarts[textOf[label]]; at < end; at++) take(stemRankOfWord[words[at]]);
			}),
			headingsByNoteStem: invert(stemCount, notes.length, (heading, take) => {
				for (const note of notes.at(heading))
					for (let at = noteStarts[note]; at < noteStarts[note + 1]; at++) take(rankOfStem[noteStems[at]]);
			}),
			alphabetical: alphabeticalOrder(
				folds,
				displayed,
				permuted,
				(label) => this.plain[textOf[label]],
				(one, other) => beginAlike(this.wordsOfTexts, textOf[one], textOf[other], 1 + AFTER)
			),
			permuted
		};
	}

	/** Preferred labels first, each group by the length of its folds, else as they come: a counting sort. O(n). */
	private numbering(texts: ArrayLike<number>, kinds: ArrayLike<number>): Uint32Array {
		let longest = 0;
		for (const { length } of this.folds) longest = Math.max(longest, length);
		const groupOf = (place: number) =>
			(kinds[place] === LabelKind.preferred ? 0 : longest + 1) + this.folds[texts[place]].length;
		const starts = new Uint32Array(2 * (longest + 1) + 1);
		for (let place = 0; place < texts.length; place++) starts[groupOf(place) + 1]++;
		for (let group = 1; group < starts.length; group++) starts[group] += starts[group - 1];
		const numbering = new Uint32Array(texts.length);
		for (let place = 0; place < texts.length; place++) numbering[starts[groupOf(place)]++] = place;
		return numbering;
	}
}

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

/** Whether two lists have the same first numbers, so many of them, or all where both are shorter. */
function beginAlike({ starts, values }: FlatLists, one: number, other: number, count: number): boolean {
	const length = Math.min(count, starts[one + 1] - starts[one]);
	if (length !== Math.min(count, starts[other + 1] - starts[other])) return false;
	for (let i = 0; i < length; i++) if (values[starts[one] + i] !== values[starts[other] + i]) return false;
	return true;
}

/**
 * Labels by their folds, code unit by code unit; equal ones by number. A space sorts before anything in a word, so that
 * labels of words and single spaces alone stand as their first words do in the permuted order, and only those that begin
 * with the same three words are compared. O(labels + comparisons of the others).
 */
function alphabeticalOrder(
	folds: readonly string[],
	labels: Uint32Array,
	permuted: Uint32Array,
	isPlain: (label: number) => boolean,
	beginAlike: (one: number, other: number) => boolean
): Uint32Array {
	const byFold = (a: number, b: number) => (folds[a] < folds[b] ? -1 : folds[a] > folds[b] ? 1 : a - b);
	const others = labels.filter((label) => !isPlain(label)).sort(byFold);
	const plain = new Uint32Array(labels.length - others.length);
	let filled = 0;
	for (const entry of permuted)
		if (entry % MOST_ROTATIONS === 0 && isPlain(entry / MOST_ROTATIONS))
			plain[filled++] = entry / MOST_ROTATIONS;
	for (let from = 0, to = 0; from < plain.length; from = to) {
		for (to = from + 1; to < plain.length && beginAlike(plain[from], plain[to]);) to++;
		if (to - from > 1) plain.subarray(from, to).sort(byFold);
	}
	const order = new Uint32Array(labels.length);
	for (let i = 0, p = 0, o = 0; i < order.length; i++)
		order[i] =
			o === others.length || (p < plain.length && byFold(plain[p], others[o]) < 0) ? plain[p++] : others[o++];
	return order;
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
	textOf: Uint32Array,
	wordsOfTexts: FlatLists,
	ranks: Uint32Array
): Uint32Array {
	const { starts, values } = wordsOfTexts;
	const countOf = (label: number) => starts[textOf[label] + 1] - starts[textOf[label]];
	let size = 0;
	let length = 0;
	for (const label of labels) {
		size += Math.min(MOST_ROTATIONS, countOf(label));
		length += countOf(label) + AFTER;
	}
	// The ranks of all words end to end; rank 0 stands where a label has ended, so that the word after is one step on.
	const ranksInTurn = new Uint32Array(length);
	const entryAt = new Uint32Array(length);
	let places = new Uint32Array(size);
	let at = 0;
	let filled = 0;
	for (const label of labels) {
		const first = starts[textOf[label]];
		const count = countOf(label);
		for (let place = 0; place < count; place++, at++) {
			ranksInTurn[at] = ranks[values[first + place]];
			if (place >= MOST_ROTATIONS) continue;
			entryAt[at] = label * MOST_ROTATIONS + place;
			places[filled++] = at;
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
