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

/** Words by their texts, found where they stand in a longer text without being cut out of it. Linear probing. */
class WordTable {
	readonly words: string[] = [];
	private slots = new Int32Array(4096).fill(-1);
	private readonly polynomials: number[] = [];

	/**
	 * The number of the word at a place in a text, or -1 where it has none yet. O(length).
	 * @param value the polynomial of the word
	 */
	find(text: string, from: number, to: number, value: number): number {
		const { slots, words, polynomials } = this;
		for (let slot = mixed(value) & (slots.length - 1); ; slot = (slot + 1) & (slots.length - 1)) {
			const number = slots[slot];
			if (number < 0) return -1;
			if (polynomials[number] !== value) continue;
			const word = words[number];
			if (word.length === to - from && text.startsWith(word, from)) return number;
		}
	}

	/** Enters a word that has no number yet. O(length), and now and then O(words). */
	enter(word: string, value: number): number {
		const number = this.words.length;
		this.words.push(word);
		this.polynomials.push(value);
		if (2 * this.words.length > this.slots.length) {
			this.slots = new Int32Array(2 * this.slots.length).fill(-1);
			for (let other = 0; other < number; other++) this.place(other);
		}
		this.place(number);
		return number;
	}

	private place(number: number): void {
		const { slots } = this;
		let slot = mixed(this.polynomials[number]) & (slots.length - 1);
		while (slots[slot] >= 0) slot = (slot + 1) & (slots.length - 1);
		slots[slot] = number;
	}
}

const SPACE = 32;
const isAsciiWord = (unit: number) => (unit >= 97 && unit <= 122) || (unit >= 48 && unit <= 57);

/** Where the words of a folded text stand. Made once and used for text after text, as most texts are short. */
class WordScan {
	readonly starts: number[] = [];
	readonly ends: number[] = [];
	/** Polynomials of the words. */
	readonly values: number[] = [];
	/** The polynomial of the text's key. */
	key = 0;
	/** Whether the text is words with single spaces between them and nothing else. */
	isPlain = false;

	/** O(length). A text of ASCII, as most folds are, is gone through once, without a pattern. */
	scan(folded: string): void {
		this.starts.length = this.ends.length = this.values.length = 0;
		let start = -1;
		let value = 0;
		let keyed = 0;
		let spaces = 0;
		let others = 0;
		for (let i = 0; i < folded.length; i++) {
			const unit = folded.charCodeAt(i);
			if (unit >= 128) return this.scanAny(folded);
			if (isAsciiWord(unit)) {
				if (start < 0) {
					start = i;
					value = 0;
				}
				value = withUnit(value, unit);
				keyed = withUnit(keyed, unit);
				continue;
			}
			if (start >= 0) this.take(start, i, value);
			start = -1;
			if (unit === SPACE) spaces++;
			else {
				others++;
				keyed = withUnit(keyed, unit);
			}
		}
		if (start >= 0) this.take(start, folded.length, value);
		this.key = keyed;
		this.isPlain = others === 0 && spaces === this.starts.length - 1;
	}

	private scanAny(folded: string): void {
		this.starts.length = this.ends.length = this.values.length = 0;
		let at = 0;
		let inWords = 0;
		for (const word of wordsOf(folded)) {
			const start = folded.indexOf(word, at);
			at = start + word.length;
			inWords += word.length;
			this.take(start, at, polynomial(word));
		}
		const solid = key(folded);
		this.key = polynomial(solid);
		this.isPlain = solid.length === inWords && folded.length - solid.length === this.starts.length - 1;
	}

	private take(start: number, end: number, value: number): void {
		this.starts.push(start);
		this.ends.push(end);
		this.values.push(value);
	}
}

/** What the end of a word and the beginning of the next must be for levelling to reach across. */
const Edge = { endsOpen: 1, beginsWithE: 2, beginsWithH: 4 } as const;

export class WordNumbers {
	readonly stemOfWord: number[] = [];
	private readonly table = new WordTable();
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
	private readonly noteWords = new WordTable();
	private readonly stemOfNoteWord: number[] = [];
	private readonly scanned = new WordScan();

	/** The words by number. */
	get words(): readonly string[] {
		return this.table.words;
	}

	/** The words of a folded text, the polynomial of its key, and whether it is words and single spaces. O(length). */
	read(folded: string): { numbers: number[]; key: number; isPlain: boolean } {
		const { scanned, table } = this;
		scanned.scan(folded);
		const { starts, ends, values } = scanned;
		const numbers: number[] = [];
		for (let i = 0; i < starts.length; i++) {
			const known = table.find(folded, starts[i], ends[i], values[i]);
			numbers.push(known < 0 ? this.enter(folded.slice(starts[i], ends[i]), values[i]) : known);
		}
		return { numbers, key: scanned.key, isPlain: scanned.isPlain };
	}

	private enter(word: string, value: number): number {
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
		return this.table.enter(word, value);
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

	/** Stems of the words of a folded note. O(length). */
	stemsOfNote(folded: string): number[] {
		const { scanned, noteWords, stemOfNoteWord } = this;
		scanned.scan(folded);
		const { starts, ends, values } = scanned;
		const stems: number[] = [];
		for (let i = 0; i < starts.length; i++) {
			let number = noteWords.find(folded, starts[i], ends[i], values[i]);
			if (number < 0) {
				const word = folded.slice(starts[i], ends[i]);
				number = noteWords.enter(word, values[i]);
				stemOfNoteWord.push(this.stemNumber(stemOf(word)));
			}
			stems.push(stemOfNoteWord[number]);
		}
		return stems;
	}

	/** The hash of the normal words joined and levelled, mostly without making that text. O(words). */
	hashOfLevelled(words: readonly number[]): number {
		const { levelled, shifts, edges } = this;
		let value = 0;
		for (let i = 0; i < words.length; i++) {
			const word = words[i];
			// With an e or h after some letters levelling reaches across from the word before.
			if (i > 0 && edges[word] > Edge.endsOpen && edges[words[i - 1]] & Edge.endsOpen)
				return hash(levelWords(words.map((each) => this.normalOfWord[each]).join('')));
			value = joined(value, levelled[word], shifts[word]);
		}
		return mixed(value);
	}

	/** As `hashOfStems` of the text that these words are. O(words). */
	hashOfStems(words: readonly number[]): number {
		const { stemHashes, stemOfWord, isFunctionWord } = this;
		let all = 0;
		let content = 0;
		let telling = 0;
		for (let i = 0; i < words.length; i++) {
			const hashed = stemHashes[stemOfWord[words[i]]];
			all = (all + hashed) | 0;
			if (isFunctionWord[words[i]]) continue;
			content = (content + hashed) | 0;
			telling++;
		}
		return mixed(telling > 0 ? content : all);
	}

	/** Dictionaries are stored sorted, so that a stem is found by halving, and a word by its length and then so. */
	sorted() {
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
		return { dictionary, rankOfStem };
	}
}
