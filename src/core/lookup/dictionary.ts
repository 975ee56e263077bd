/** The words of a vocabulary with their stems, and the forms of several words in any order. */
import { contentWords, isFunctionWord, levelWords, normalWord, stemOf } from '../text';
import { hash, mixed, StringTable } from '../vocabulary/packed';
import { stemIn, stemmedLanguage } from './language-stems';

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

/** Numbers for texts, in the order in which they come. */
class Numbering {
	readonly texts: string[] = [];
	private readonly known = new Map<string, number>();

	of(text: string): number {
		let number = this.known.get(text);
		if (number === undefined) {
			number = this.texts.length;
			this.texts.push(text);
			this.known.set(text, number);
		}
		return number;
	}
}

/**
 * A dictionary while it grows: each word is worked on once, and from then on it is a number. Words of notes have no place
 * in it, and their stems do.
 */
export class Dictionary {
	private readonly words = new Numbering();
	private readonly stems = new Numbering();
	private readonly stemOfWord: number[] = [];
	private readonly stemOfAnyWord = new Map<string, number>();
	private readonly stemHashes: number[] = [];
	private readonly normals: string[] = [];
	private readonly isFunctionWord: boolean[] = [];

	wordNumber(word: string): number {
		const number = this.words.of(word);
		if (number === this.stemOfWord.length) {
			const stem = stemOf(word);
			this.stemOfWord.push(this.stems.of(stem));
			this.stemHashes.push(hash(stem));
			this.normals.push(normalWord(word));
			this.isFunctionWord.push(isFunctionWord(word));
		}
		return number;
	}

	/** The number of the stem of a word in its own language; undefined for a language without a stemmer. */
	stemNumberIn(tag: string, word: string): number | undefined {
		const language = stemmedLanguage(tag);
		return language === undefined ? undefined : this.stems.of(stemIn(language, word));
	}

	/** The number of the stem of a word, which need not be in the dictionary. */
	stemNumber(word: string): number {
		let number = this.stemOfAnyWord.get(word);
		if (number === undefined) this.stemOfAnyWord.set(word, (number = this.stems.of(stemOf(word))));
		return number;
	}

	/** As `hashOfStems` of a text of these words. O(words). */
	hashOfStems(words: readonly number[]): number {
		let all = 0;
		let content = 0;
		let telling = 0;
		for (const word of words) {
			all = (all + this.stemHashes[word]) | 0;
			if (this.isFunctionWord[word]) continue;
			content = (content + this.stemHashes[word]) | 0;
			telling++;
		}
		return mixed(telling > 0 ? content : all);
	}

	/** The variant key of a text of these words in the order in which they are spoken. O(length). */
	variantKey(words: readonly number[]): string {
		let joined = '';
		for (const word of words) joined += this.normals[word];
		return levelWords(joined);
	}

	/**
	 * Stored sorted, so that a stem is found by halving, and a word by its length and then so. O(words log words).
	 * @returns also where each stem stands, and each word in the order of the alphabet alone, from 1
	 */
	sorted() {
		const { stemOfWord } = this;
		const [words, stems] = [this.words.texts, this.stems.texts];
		const inAlphabet = (texts: readonly string[]) =>
			Array.from(texts.keys()).sort((a, b) => (texts[a] < texts[b] ? -1 : 1));
		const byStem = inAlphabet(stems);
		const rankOfStem = ranks(byStem);
		const byWord = inAlphabet(words);
		const rankOfWord = ranks(byWord).map((rank) => rank + 1);
		const byLength = byWord.sort((a, b) => words[a].length - words[b].length);
		return {
			dictionary: {
				stems: StringTable.from(byStem.map((number) => stems[number])),
				words: StringTable.from(byLength.map((number) => words[number])),
				wordStems: Uint32Array.from(byLength, (number) => rankOfStem[stemOfWord[number]]),
				wordLetters: Uint32Array.from(byLength, (number) => lettersOf(words[number]))
			},
			rankOfStem,
			rankOfWord,
			stemRankOfWord: Uint32Array.from(stemOfWord, (stem) => rankOfStem[stem])
		};
	}
}

function ranks(order: readonly number[]): Uint32Array {
	const found = new Uint32Array(order.length);
	order.forEach((number, rank) => (found[number] = rank));
	return found;
}
