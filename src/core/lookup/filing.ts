/**
 * Filing the labels and notes of a vocabulary under the forms by which look-up finds them. Texts are taken as they come
 * and worked on at once; what they come to is numbered and put in order at the end. So the work can go on in a thread of
 * its own while a file is still being read.
 */
import { fold, key, splitQualifier, variantKeyOfFold } from '../text';
import { hash, HashFiling, mixed, Rows, StringTable, type HashTable } from '../vocabulary/packed';
import { WordNumbers } from './word-numbers';

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
export interface Filed {
	/** The labels, by their place in the listing, in the order in which they are numbered. */
	numbering: Uint32Array;
	/** By the number of the label, as everything below. */
	folds: StringTable;
	/** By the key and the levelled key. */
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
	/** By text: whether it is words with single spaces between them and nothing else. */
	private readonly plain: boolean[] = [];
	private readonly wordsOfTexts = new FlatLists();
	private readonly hashes = new FlatLists();
	private readonly noteStems = new FlatLists();

	/** Takes a label; they are numbered from 0 as they come. O(length). */
	addLabel(text: string): void {
		const folded = fold(text.length > LONGEST_FOLD ? text.slice(0, LONGEST_FOLD) : text);
		const { words, hashes } = this;
		const { base, qualifier } = splitQualifier(folded);
		const own = words.read(folded);
		this.folds.push(folded);
		this.plain.push(own.isPlain);
		this.wordsOfTexts.add(own.numbers);
		// Only a form as it is spoken has its words in the order of the key.
		const isSpoken = qualifier === '' && !folded.includes(',');
		const levelled = isSpoken ? words.hashOfLevelled(own.numbers) : hash(variantKeyOfFold(folded));
		const forms = [mixed(own.key), levelled, words.hashOfStems(own.numbers)];
		if (qualifier)
			forms.push(hash(key(base)), hash(variantKeyOfFold(base)), words.hashOfStems(words.read(base).numbers));
		hashes.add(forms);
	}

	/** Takes a scope note or definition; they are numbered from 0 as they come. O(length). */
	addNote(text: string): void {
		this.noteStems.add(this.words.stemsOfNote(fold(text)));
	}

	/**
	 * Numbers the labels, preferred ones first and then by length, so that a posting list, which is ascending, can be
	 * entered at the labels whose length is nearest to a query's; and files them. O(words + labels log labels).
	 */
	file({ texts, kinds, notes }: Listing): Filed {
		const numbering = this.numbering(texts, kinds);
		const textOf = Uint32Array.from(numbering, (place) => texts[place]);
		const folds = Array.from(textOf, (text) => this.folds[text]);
		const variant = new HashFiling();
		const stemmed = new HashFiling();
		for (let label = 0; label < textOf.length; label++) {
			const end = this.hashes.starts[textOf[label] + 1];
			for (let at = this.hashes.starts[textOf[label]]; at < end; at += HASHES) {
				variant.addHash(this.hashes.at(at), label);
				if (this.hashes.at(at + 1) !== this.hashes.at(at)) variant.addHash(this.hashes.at(at + 1), label);
				stemmed.addHash(this.hashes.at(at + 2), label);
			}
		}
		const displayed = Uint32Array.from(numbering.keys()).filter(
			(label) => kinds[numbering[label]] !== LabelKind.hidden
		);
		const permuted = permutedOrder(displayed, textOf, this.wordsOfTexts, this.words.words);
		const { dictionary, rankOfStem } = this.words.sorted();
		const stemCount = rankOfStem.length;
		const stemOfWord = (word: number) => rankOfStem[this.words.stemOfWord[word]];
		return {
			numbering,
			folds: StringTable.from(folds),
			variant: variant.table(),
			stemmed: stemmed.table(),
			...dictionary,
			labelsByStem: invert(stemCount, textOf.length, (label, take) => {
				const end = this.wordsOfTexts.starts[textOf[label] + 1];
				for (let at = this.wordsOfTexts.starts[textOf[label]]; at < end; at++)
					take(stemOfWord(this.wordsOfTexts.at(at)));
			}),
			headingsByNoteStem: invert(stemCount, notes.length, (heading, take) => {
				for (const note of notes.at(heading)) {
					const end = this.noteStems.starts[note + 1];
					for (let at = this.noteStems.starts[note]; at < end; at++) take(rankOfStem[this.noteStems.at(at)]);
				}
			}),
			alphabetical: alphabeticalOrder(
				folds,
				displayed,
				permuted,
				(label) => this.plain[textOf[label]],
				(one, other) => this.wordsOfTexts.beginAlike(textOf[one], textOf[other], 1 + AFTER)
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
		for (let i = 0; i < list.length; i++) this.values[at + i] = list[i];
		this.starts.push(at + list.length);
	}

	/** Whether two lists have the same first numbers, so many of them, or all where both are shorter. */
	beginAlike(one: number, other: number, count: number): boolean {
		const { starts, values } = this;
		const length = Math.min(count, starts[one + 1] - starts[one]);
		if (length !== Math.min(count, starts[other + 1] - starts[other])) return false;
		for (let i = 0; i < length; i++) if (values[starts[one] + i] !== values[starts[other] + i]) return false;
		return true;
	}

	/** The number at a place in all lists taken as one. */
	at(place: number): number {
		return this.values[place];
	}
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
	words: readonly string[]
): Uint32Array {
	const ranks = new Uint32Array(words.length);
	words
		.map((_, id) => id)
		.sort((a, b) => (words[a] < words[b] ? -1 : 1))
		.forEach((id, rank) => (ranks[id] = rank + 1));
	const { starts } = wordsOfTexts;
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
			ranksInTurn[at] = ranks[wordsOfTexts.at(first + place)];
			if (place >= MOST_ROTATIONS) continue;
			entryAt[at] = label * MOST_ROTATIONS + place;
			places[filled++] = at;
		}
		at += AFTER;
	}
	const counts = new Uint32Array(words.length + 2);
	for (let after = AFTER; after >= 0; after--) {
		counts.fill(0);
		for (let i = 0; i < size; i++) counts[ranksInTurn[places[i] + after] + 1]++;
		for (let i = 0; i <= words.length; i++) counts[i + 1] += counts[i];
		const sorted = new Uint32Array(size);
		for (let i = 0; i < size; i++) sorted[counts[ranksInTurn[places[i] + after]]++] = places[i];
		places = sorted;
	}
	return places.map((at) => entryAt[at]);
}
