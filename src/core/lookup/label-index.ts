/** Every label of a vocabulary, under the forms by which it can be found. */
import { americanise, britishise, key, pluralOf, singularOf, stemOf } from '../text';
import type { AcronymPair } from '../text';
import { HashTable, Rows, StringTable, type Section } from '../vocabulary/packed';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { foldsFrom } from './fold-table';
import { indexLabels, invert, LabelKind, MOST_ROTATIONS, type IndexedLabels } from './indexing';
import { stemIn, stemmedLanguage } from './language-stems';
import { firstPlace, union } from './sorted-lists';

/** Fewer letters are the beginning of too many words. */
export const SHORTEST_BEGINNING = 3;

/** A word so long is told by its stem. */
const TELLING_STEM = 7;

export class LabelIndex {
	/** How many labels are preferred: they come first. */
	readonly preferred: number;

	readonly parts: IndexedLabels & { folds: StringTable };
	/** Languages of labels, besides English, whose words have stems of their own. */
	private readonly stemmed: string[];

	private constructor(parts: IndexedLabels) {
		this.parts = { ...parts, folds: foldsFrom(parts.texts, parts) };
		this.stemmed = [...new Set(parts.languages.flatMap((tag) => stemmedLanguage(tag) ?? []))];
		const { kinds } = parts;
		let count = 0;
		while (count < kinds.length && kinds[count] === LabelKind.preferred) count++;
		this.preferred = count;
	}

	static build(data: VocabularyData): LabelIndex {
		return new LabelIndex(indexLabels(data));
	}

	/** Labels with this fold, ascending. O(log n). */
	labelsFolding(folded: string): number[] {
		const { variant, folds } = this.parts;
		return Array.from(variant.get(key(folded))).filter((label) => folds.at(label) === folded);
	}

	/** Position of a stem in the dictionary, or -1. O(log n). */
	stemAt(stem: string): number {
		const at = lowerBound(this.parts.stems, stem);
		return at < this.parts.stems.length && this.parts.stems.at(at) === stem ? at : -1;
	}

	private pairs: Rows | undefined;

	/** Whether a word stands in a label. O(log words). */
	hasWord(word: string): boolean {
		const [from, to] = this.wordsOfLength(word.length, word.length);
		const { words } = this.parts;
		const at = firstPlace(from, to, (place) => words.at(place) >= word);
		return at < to && words.at(at) === word;
	}

	/** Whether a word of a label begins so; fewer than three letters begin too many to tell anything. O(log words). */
	hasBeginning(beginning: string): boolean {
		return beginning.length >= SHORTEST_BEGINNING && this.wordsBeginning(beginning).length > 0;
	}

	/** Whether a label or a note has a word, or another form of it. O(log words). */
	knows(word: string): boolean {
		const stem = this.stemAt(stemOf(word));
		if (stem < 0) return false;
		// Of a short word little is left as a stem, and other words may share that. Of notes only the stems are kept.
		return word.length >= TELLING_STEM || this.parts.headingsByNoteStem.count(stem) > 0 || this.spells(word);
	}

	/** Whether a label has a word, in its singular or plural and in one spelling or the other. O(log words). */
	spells(word: string): boolean {
		const forms = [word, singularOf(word), pluralOf(word), americanise(word), britishise(word)];
		return forms.some((form) => form !== undefined && this.hasWord(form));
	}

	/** Whether a note has a word, or another form of it. O(log words). */
	notes(word: string): boolean {
		const stem = this.stemAt(stemOf(word));
		return stem >= 0 && this.parts.headingsByNoteStem.count(stem) > 0;
	}

	/** Places of the words of some lengths; words are stored by length, then alphabet. O(log words). */
	private wordsOfLength(least: number, most: number): [number, number] {
		const { words } = this.parts;
		return [
			firstPlace(0, words.length, (place) => words.lengthAt(place) >= least),
			firstPlace(0, words.length, (place) => words.lengthAt(place) > most)
		];
	}

	/** Places of the words that begin so. O(lengths of words × log words + words found). */
	wordsBeginning(beginning: string): number[] {
		const { words } = this.parts;
		const found: number[] = [];
		const longest = words.length === 0 ? 0 : words.lengthAt(words.length - 1);
		for (let length = beginning.length; length <= longest; length++) {
			const [from, to] = this.wordsOfLength(length, length);
			for (
				let at = firstPlace(from, to, (place) => words.at(place) >= beginning);
				at < to && words.at(at).startsWith(beginning);
				at++
			)
				found.push(at);
		}
		return found;
	}

	/** Words by the groups of all pairs of neighbouring characters in them. O(length of all words) at first. */
	wordsByPairs(): Rows {
		const { words } = this.parts;
		this.pairs ??= invert(GROUPS, words.length, (word, take) => {
			for (let at = 0; at < words.lengthAt(word) - 1; at++) take(groupOfPair(words, word, at));
		});
		return this.pairs;
	}

	/** Labels that hold a word with the stem of another, by English or by the language of the label; ascending. */
	labelsWithWord(word: string): Uint32Array {
		const own = this.labelsWithStem(stemOf(word));
		if (this.stemmed.length === 0) return own;
		return union([own, ...this.stemmed.map((language) => this.labelsWithStem(stemIn(language, word)))]);
	}

	/** Labels that hold a word with this stem, ascending. */
	labelsWithStem(stem: string): Uint32Array {
		const at = this.stemAt(stem);
		return at < 0 ? new Uint32Array(0) : this.parts.labelsByStem.at(at);
	}

	toSections(): Record<string, Section> {
		const { languages, acronyms } = this.parts;
		const sections: Record<string, Section> = { 'labels.meta': JSON.stringify({ languages, acronyms }) };
		for (const name of PACKED) {
			const part = this.parts[name];
			if (part instanceof Uint32Array || part instanceof Uint8Array) sections[`labels.${name}`] = part;
			else
				for (const [inner, section] of Object.entries(part.parts()))
					sections[`labels.${name}.${inner}`] = section;
		}
		return sections;
	}

	static fromSections(sections: Record<string, Section>): LabelIndex {
		const meta = JSON.parse(sections['labels.meta'] as string) as {
			languages: string[];
			acronyms: AcronymPair[];
		};
		return new LabelIndex({ ...meta, ...(partsFrom(sections) as Omit<IndexedLabels, keyof typeof meta>) });
	}
}

const PACKED = [
	'oddLabels', 'oddFolds', 'variant', 'stemmed', 'stems', 'labelsByStem', 'headingsByNoteStem', 'words', 'wordStems',
	'wordLetters', 'alphabetical', 'permuted', 'texts', 'kinds', 'langs', 'headings'
] as const; // prettier-ignore

function partsFrom(sections: Record<string, Section>): Partial<IndexedLabels> {
	const at = <T extends Section>(name: string) => sections[`labels.${name}`] as T;
	const made = PACKED.map((name) => {
		if (at(name) !== undefined) return [name, at(name)];
		if (at(`${name}.text`) !== undefined)
			return [name, new StringTable(at<string>(`${name}.text`), at<Uint32Array>(`${name}.starts`))];
		if (at(`${name}.hashes`) !== undefined)
			return [name, new HashTable(at<Uint32Array>(`${name}.hashes`), at<Uint32Array>(`${name}.values`))];
		return [name, new Rows(at<Uint32Array>(`${name}.starts`), at<Uint32Array>(`${name}.values`))];
	});
	return Object.fromEntries(made) as Partial<IndexedLabels>;
}

/** First position whose text is not before the wanted one. O(log n). */
export function lowerBound(table: StringTable, wanted: string): number {
	return firstPlace(0, table.length, (place) => table.at(place) >= wanted);
}

const GROUPS = 1024;

/** Two characters as a small number: five bits of each, which is what letters differ in. Others may share it. */
const groupOf = (first: number, second: number) => ((first & 0x1f) << 5) | (second & 0x1f);

/** The group of two characters of a text. */
export const groupAt = (text: string, at: number) => groupOf(text.charCodeAt(at), text.charCodeAt(at + 1));

function groupOfPair(words: StringTable, word: number, at: number): number {
	return words.lengthAt(word) < 2 ? 0 : groupOf(words.codeAt(word, at), words.codeAt(word, at + 1));
}

/** An entry of the permuted order: which label, and where in its fold the word begins that the order goes by. */
export function rotationOf(index: LabelIndex, entry: number): { label: number; start: number } {
	const label = Math.floor(entry / MOST_ROTATIONS);
	const words = [...index.parts.folds.at(label).matchAll(WORD_START)];
	return { label, start: words[entry % MOST_ROTATIONS]?.index ?? 0 };
}

const WORD_START = /[\p{L}\p{N}]+/gu;
