/**
 * The dictionary of a vocabulary while it grows: each word is worked on once, and from then on it is a number with all
 * that filing needs to know of it. Also the forms of several words in any order.
 */
import { contentWords, isFunctionWord, key, levelWords, normalWord, stemOf, wordsOf } from '../text';
import { hash, joined, mixed, polynomial, shiftOf, StringTable, withUnit } from '../vocabulary/packed';

/** Words of a label in any order, function words left out, as one text. */
export const orderForm = (folded: string) => contentWords(folded).sort().join(' ');

/** Stems of a label in any order, function words left out, as one text. */
export const stemForm = (folded: string) => contentWords(folded).map(stemOf).sort().join(' ');

/** One number for all texts with the same stems in any order, function words left out. O(length). */
export function hashOfStems(folded: string): number {
	let sum = 0;
	for (const word of contentWords(folded)) sum += hash(stemOf(word));
	return mixed(sum | 0);
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

/** Lists of numbers laid end to end as they come. */
export class FlatLists {
	private room = new Uint32Array(4096);
	private filled = 0;
	readonly starts: number[] = [0];

	/** All lists as one; its end is not in use yet. */
	get values(): Uint32Array {
		return this.room;
	}

	/** Adds to the list that is being made. */
	push(value: number): void {
		if (this.filled === this.room.length) {
			const larger = new Uint32Array(2 * this.filled);
			larger.set(this.room);
			this.room = larger;
		}
		this.room[this.filled++] = value;
	}

	/** The list that was being made is whole. */
	close(): void {
		this.starts.push(this.filled);
	}

	clear(): void {
		this.starts.length = 1;
		this.filled = 0;
	}

	/** Where the last whole list begins, and where it ends. */
	get last(): { from: number; to: number } {
		const { starts } = this;
		return { from: starts[starts.length - 2], to: starts[starts.length - 1] };
	}
}

/**
 * Words by their texts, found where they stand in a longer text without being cut out of it. Linear probing. The letters
 * of all words lie end to end, as going from string to string would take longer than comparing them.
 */
class WordTable {
	readonly words: string[] = [];
	private slots = new Int32Array(4096).fill(-1);
	private polynomials = new Int32Array(2048);
	/** Where each word begins among the letters; one more for where the next will. */
	private starts = new Uint32Array(2049);
	private letters = new Uint16Array(16_384);

	/** @param entered is told of each word that is given a number */
	constructor(private readonly entered: (word: string) => void) {}

	/**
	 * The number of the word at a place in a text; a word that has none is given the next. O(length), now and then O(words).
	 * @param value the polynomial of the word
	 */
	numberOf(text: string, from: number, to: number, value: number): number {
		const { slots, polynomials } = this;
		const mask = slots.length - 1;
		for (let slot = mixed(value) & mask; ; slot = (slot + 1) & mask) {
			const number = slots[slot];
			if (number < 0) return this.enter(text.slice(from, to), value);
			if (polynomials[number] === value && this.isAt(number, text, from, to)) return number;
		}
	}

	private isAt(number: number, text: string, from: number, to: number): boolean {
		const { letters, starts } = this;
		const start = starts[number];
		if (starts[number + 1] - start !== to - from) return false;
		for (let i = from; i < to; i++) if (letters[start + i - from] !== text.charCodeAt(i)) return false;
		return true;
	}

	private enter(word: string, value: number): number {
		const number = this.words.length;
		if (number === this.polynomials.length) this.grow();
		this.words.push(word);
		this.polynomials[number] = value;
		const start = this.starts[number];
		if (start + word.length > this.letters.length) {
			const larger = new Uint16Array(2 * (start + word.length));
			larger.set(this.letters);
			this.letters = larger;
		}
		for (let i = 0; i < word.length; i++) this.letters[start + i] = word.charCodeAt(i);
		this.starts[number + 1] = start + word.length;
		this.place(number);
		this.entered(word);
		return number;
	}

	private grow(): void {
		const { words, polynomials, starts } = this;
		this.polynomials = new Int32Array(2 * words.length);
		this.polynomials.set(polynomials);
		this.starts = new Uint32Array(2 * words.length + 1);
		this.starts.set(starts);
		this.slots = new Int32Array(4 * words.length).fill(-1);
		for (let number = 0; number < words.length; number++) this.place(number);
	}

	private place(number: number): void {
		const { slots } = this;
		const mask = slots.length - 1;
		let slot = mixed(this.polynomials[number]) & mask;
		while (slots[slot] >= 0) slot = (slot + 1) & mask;
		slots[slot] = number;
	}
}

const SPACE = 32;
const isAsciiWord = (unit: number) => (unit >= 97 && unit <= 122) || (unit >= 48 && unit <= 57);

/** What is found out about a text while its words are read. */
interface Reading {
	/** The polynomial of its key. */
	key: number;
	/** Whether it is words with single spaces between them and nothing else. */
	isPlain: boolean;
}

/**
 * Reads the words of a folded text. A text of ASCII, as most folds are, is gone through once, without a pattern.
 * O(length).
 * @param take is given the number of each word
 */
function readWords(folded: string, table: WordTable, take: { push(number: number): void }): Reading {
	let start = -1;
	let value = 0;
	let key = 0;
	let spaces = 0;
	let others = 0;
	let count = 0;
	for (let i = 0; i < folded.length; i++) {
		const unit = folded.charCodeAt(i);
		if (isAsciiWord(unit)) {
			if (start < 0) {
				start = i;
				value = 0;
			}
			value = withUnit(value, unit);
			key = withUnit(key, unit);
			continue;
		}
		if (start >= 0) {
			take.push(table.numberOf(folded, start, i, value));
			count++;
			start = -1;
		}
		if (unit === SPACE) spaces++;
		else {
			others++;
			key = withUnit(key, unit);
		}
	}
	if (start >= 0) {
		take.push(table.numberOf(folded, start, folded.length, value));
		count++;
	}
	return { key, isPlain: others === 0 && spaces === count - 1 };
}

const ASCII = /^[\0-\x7f]*$/;

/** The same for any text. */
function readAnyWords(folded: string, table: WordTable, take: { push(number: number): void }): Reading {
	const words = wordsOf(folded);
	let inWords = 0;
	for (const word of words) {
		take.push(table.numberOf(word, 0, word.length, polynomial(word)));
		inWords += word.length;
	}
	const solid = key(folded);
	const isPlain = solid.length === inWords && folded.length - solid.length === words.length - 1;
	return { key: polynomial(solid), isPlain };
}

/** What the end of a word and the beginning of the next must be for levelling to reach across. */
const Edge = { endsOpen: 1, beginsWithE: 2, beginsWithH: 4 } as const;

export class WordNumbers {
	readonly stemOfWord: number[] = [];
	private readonly table = new WordTable((word) => this.entered(word));
	private readonly stems = new Map<string, number>();
	private readonly stemTexts: string[] = [];
	private readonly stemHashes: number[] = [];
	private readonly normalOfWord: string[] = [];
	/** Polynomials of the levelled words, their shifts, and bits of `Edge`. */
	private readonly levelled: number[] = [];
	private readonly shifts: number[] = [];
	private readonly edges: number[] = [];
	private readonly isFunctionWord: boolean[] = [];
	/** Words of notes have no place in the dictionary. */
	private readonly noteWords = new WordTable((word) =>
		this.stemOfNoteWord.push(this.stemNumber(stemOf(word)))
	);
	private readonly stemOfNoteWord: number[] = [];

	/** The words by number. */
	get words(): readonly string[] {
		return this.table.words;
	}

	/** Reads the words of a folded text into a list. O(length). */
	read(folded: string, into: FlatLists): Reading {
		const reading = (ASCII.test(folded) ? readWords : readAnyWords)(folded, this.table, into);
		into.close();
		return reading;
	}

	/** Reads the stems of the words of a folded note into a list. O(length). */
	readStems(folded: string, into: FlatLists): void {
		const take = { push: (word: number) => into.push(this.stemOfNoteWord[word]) };
		(ASCII.test(folded) ? readWords : readAnyWords)(folded, this.noteWords, take);
		into.close();
	}

	private entered(word: string): void {
		this.stemOfWord.push(this.stemNumber(stemOf(word)));
		const normal = normalWord(word);
		const levelled = levelWords(normal);
		this.normalOfWord.push(normal);
		this.levelled.push(polynomial(levelled));
		this.shifts.push(shiftOf(levelled.length));
		this.edges.push(
			(/[sxzohci]$/.test(levelled) ? Edge.endsOpen : 0) |
				(levelled.startsWith('e') ? Edge.beginsWithE : 0) |
				(levelled.startsWith('h') ? Edge.beginsWithH : 0)
		);
		this.isFunctionWord.push(isFunctionWord(word));
	}

	private stemNumber(stem: string): number {
		let number = this.stems.get(stem);
		if (number === undefined) {
			number = this.stems.size;
			this.stems.set(stem, number);
			this.stemTexts.push(stem);
			this.stemHashes.push(hash(stem));
		}
		return number;
	}

	/** The hash of the normal words of the last list joined and levelled, mostly without making that text. O(words). */
	hashOfLevelled(lists: FlatLists): number {
		const { levelled, shifts, edges } = this;
		const { values } = lists;
		const { from, to } = lists.last;
		let value = 0;
		for (let i = from; i < to; i++) {
			const word = values[i];
			// With an e or h after some letters levelling reaches across from the word before.
			if (i > from && edges[word] > Edge.endsOpen && edges[values[i - 1]] & Edge.endsOpen)
				return hash(
					levelWords(Array.from(values.subarray(from, to), (each) => this.normalOfWord[each]).join(''))
				);
			value = joined(value, levelled[word], shifts[word]);
		}
		return mixed(value);
	}

	/** As `hashOfStems` of the text that the words of the last list are. O(words). */
	hashOfStems(lists: FlatLists): number {
		const { stemHashes, stemOfWord, isFunctionWord } = this;
		const { values } = lists;
		const { from, to } = lists.last;
		let all = 0;
		let content = 0;
		let telling = 0;
		for (let i = from; i < to; i++) {
			const hashed = stemHashes[stemOfWord[values[i]]];
			all = (all + hashed) | 0;
			if (isFunctionWord[values[i]]) continue;
			content = (content + hashed) | 0;
			telling++;
		}
		return mixed(telling > 0 ? content : all);
	}

	private inOrder: (ReturnType<WordNumbers['sort']> & { words: number; stems: number }) | undefined;

	/**
	 * Dictionaries are stored sorted, so that a stem is found by halving, and a word by its length and then so. Asked for
	 * again, nothing is done unless words have come since. O(words log words).
	 */
	sorted() {
		const [words, stems] = [this.words.length, this.stemTexts.length];
		if (this.inOrder?.words !== words || this.inOrder.stems !== stems)
			this.inOrder = { ...this.sort(), words, stems };
		return this.inOrder;
	}

	private sort() {
		const { words, stemTexts } = this;
		const stems = stemTexts.map((_, number) => number);
		stems.sort((a, b) => (stemTexts[a] < stemTexts[b] ? -1 : 1));
		const rankOfStem = new Uint32Array(stems.length);
		stems.forEach((number, rank) => (rankOfStem[number] = rank));
		const order = words.map((_, number) => number);
		order.sort((a, b) => words[a].length - words[b].length || (words[a] < words[b] ? -1 : 1));
		const dictionary = {
			stems: StringTable.from(stems.map((number) => stemTexts[number])),
			words: StringTable.from(order.map((number) => words[number])),
			wordStems: Uint32Array.from(order, (number) => rankOfStem[this.stemOfWord[number]]),
			wordLetters: Uint32Array.from(order, (number) => lettersOf(words[number]))
		};
		// In the order of the alphabet alone, from 1.
		const rankOfWord = new Uint32Array(words.length);
		order
			.sort((a, b) => (words[a] < words[b] ? -1 : 1))
			.forEach((number, rank) => (rankOfWord[number] = rank + 1));
		return { dictionary, rankOfStem, rankOfWord };
	}
}
