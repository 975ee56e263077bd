/** Every label of a vocabulary, filed under the forms by which it can be found. */
import { BETWEEN_PAUSES, runToEnd, type Pausing } from '../pausing';
import { isAcronymOf, key, LONGEST_ACRONYM, splitQualifier } from '../text';
import type { AcronymPair } from '../text';
import { HashTable, Rows, StringTable, type Section } from '../vocabulary/packed';
import type { LangText, VocabularyData } from '../vocabulary/types';
import { foldsFrom } from './fold-table';
import { invert, LabelKind, MOST_ROTATIONS, TextFiling, type Filed, type Listing } from './filing';
import { firstPlace } from './sorted-lists';

interface Parts extends Omit<Filed, 'numbering'> {
	/** Labels, preferred ones first, each group by the length of its folds. */
	texts: StringTable;
	kinds: Uint8Array;
	langs: Uint8Array;
	languages: string[];
	headings: Rows;
	acronyms: AcronymPair[];
}

export class LabelIndex {
	/** How many labels are preferred: they come first. */
	readonly preferred: number;

	readonly parts: Parts & { folds: StringTable };

	private constructor(parts: Parts) {
		this.parts = { ...parts, folds: foldsFrom(parts.texts, parts) };
		const { kinds } = parts;
		let count = 0;
		while (count < kinds.length && kinds[count] === LabelKind.preferred) count++;
		this.preferred = count;
	}

	/** O(total length of the labels and notes, and n log n for the sorted forms). */
	static build(data: VocabularyData): LabelIndex {
		const filing = new TextFiling();
		const count = { labels: 0, notes: 0 };
		const labels = labelsOf(data);
		const listing = listingOf(data, labels, {
			label: ({ text }) => (filing.addLabel(text), count.labels++),
			note: ({ text }) => (filing.addNote(text), count.notes++)
		});
		return runToEnd(LabelIndex.prepare(data, labels))(filing.file(listing));
	}

	/** All but what the labels come to, which are filed in the order of `listingOf`. O(labels). */
	static *prepare(
		data: VocabularyData,
		{ labels, kinds, langs, headings, languages }: Labels
	): Pausing<(filed: Filed) => LabelIndex> {
		const texts = labels.map(({ text }) => text);
		yield;
		const acronyms = yield* acronymPairs(data);
		return ({ numbering, ...filed }) => {
			const ordered: string[] = [];
			const byNumber = { kinds: new Uint8Array(numbering.length), langs: new Uint8Array(numbering.length) };
			for (let label = 0; label < numbering.length; label++) {
				ordered.push(texts[numbering[label]]);
				byNumber.kinds[label] = kinds[numbering[label]];
				byNumber.langs[label] = langs[numbering[label]];
			}
			return new LabelIndex({
				...filed,
				...byNumber,
				texts: StringTable.from(ordered),
				languages,
				headings: headings.inOrder(numbering),
				acronyms
			});
		};
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

	private ends: { first: Rows; last: Rows } | undefined;
	private pairs: Rows | undefined;

	/** Words of the dictionary by the group of their first two characters, and of their last two. O(words) at first. */
	wordsByEnds(): { first: Rows; last: Rows } {
		const { words } = this.parts;
		this.ends ??= {
			first: invert(GROUPS, words.length, (word, take) => take(groupOfPair(words, word, 0))),
			last: invert(GROUPS, words.length, (word, take) =>
				take(groupOfPair(words, word, words.lengthAt(word) - 2))
			)
		};
		return this.ends;
	}

	/** Words by the groups of all pairs of neighbouring characters in them. O(length of all words) at first. */
	wordsByPairs(): Rows {
		const { words } = this.parts;
		this.pairs ??= invert(GROUPS, words.length, (word, take) => {
			for (let at = 0; at < words.lengthAt(word) - 1; at++) take(groupOfPair(words, word, at));
		});
		return this.pairs;
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

const FILED = [
	'oddLabels', 'oddFolds', 'variant', 'stemmed', 'stems', 'labelsByStem', 'headingsByNoteStem', 'words', 'wordStems',
	'wordLetters', 'alphabetical', 'permuted'
] as const; // prettier-ignore
const PACKED = [...FILED, 'texts', 'kinds', 'langs', 'headings'] as const;
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

/** What was filed as sections of a pack, to be sent from one thread to another. */
export function filedToSections({ numbering, ...filed }: Filed): Record<string, Section> {
	return { numbering, ...sectionsOf(filed, FILED) };
}

export function filedFromSections({ numbering, ...sections }: Record<string, Section>): Filed {
	return { numbering: numbering as Uint32Array, ...partsFrom(sections, FILED) } as Filed;
}

/**
 * The labels and notes of a vocabulary, in the order of the data, by the numbers that their texts are given.
 * @param numberOf told each label and note; answers with the number of its text
 */
export function listingOf(
	data: VocabularyData,
	{ labels, kinds }: Labels,
	numberOf: { label: (label: LangText) => number; note: (note: LangText) => number }
): Listing {
	const texts = new Uint32Array(labels.length);
	for (let place = 0; place < texts.length; place++) texts[place] = numberOf.label(labels[place]);
	return {
		texts,
		kinds,
		notes: Rows.from(
			data.headings.map(({ notes }) =>
				notes.flatMap((note) =>
					note.kind === 'scope' || note.kind === 'definition' ? [numberOf.note(note)] : []
				)
			)
		)
	};
}

/** Labels, place by place. */
export interface Labels {
	labels: LangText[];
	kinds: Uint8Array;
	/** By place in the languages; the 255th and later share a number. */
	langs: Uint8Array;
	headings: Rows;
	languages: string[];
}

/** Every label with its kind, its language and the headings it leads to, in the order of the data. */
export function labelsOf(data: VocabularyData): Labels {
	let count = data.entryTerms.length;
	for (const { labels, hidden } of data.headings) count += labels.length + hidden.length;
	const labels: LangText[] = [];
	const kinds = new Uint8Array(count);
	const langs = new Uint8Array(count);
	const starts = new Uint32Array(count + 1);
	const values: number[] = [];
	const languages: string[] = [];
	const langId = new Map<string, number>();
	const add = (label: LangText, kind: number) => {
		const { lang } = label;
		let id = langId.get(lang);
		if (id === undefined) {
			id = languages.length;
			languages.push(lang);
			langId.set(lang, id);
		}
		const place = labels.length;
		labels.push(label);
		kinds[place] = kind;
		langs[place] = Math.min(id, 255);
		starts[place + 1] = values.length;
	};
	for (const [n, heading] of data.headings.entries()) {
		for (const label of heading.labels) {
			values.push(n);
			add(label, LabelKind.preferred);
		}
		for (const label of heading.hidden) {
			values.push(n);
			add(label, LabelKind.hidden);
		}
	}
	for (const entry of data.entryTerms) {
		for (const n of entry.headings) values.push(n);
		add(entry, LabelKind.entry);
	}
	return { labels, kinds, langs, headings: new Rows(starts, Uint32Array.from(values)), languages };
}

/** An entry of the permuted order: which label, and where in its fold the word begins that the order goes by. */
export function rotationOf(index: LabelIndex, entry: number): { label: number; start: number } {
	const label = Math.floor(entry / MOST_ROTATIONS);
	const words = [...index.parts.folds.at(label).matchAll(WORD_START)];
	return { label, start: words[entry % MOST_ROTATIONS]?.index ?? 0 };
}

const WORD_START = /[\p{L}\p{N}]+/gu;

/** Acronyms and expansions that name the same heading. O(labels), as few labels look like acronyms. */
function* acronymPairs({ headings, entryTerms }: VocabularyData): Pausing<AcronymPair[]> {
	const pairs: AcronymPair[] = [];
	/** All labels of the headings that have a short one. */
	const candidates = new Map<number, string[]>();
	const look = (n: number, text: string) => {
		if (text.length <= LONGEST_ACRONYM) candidates.set(n, []);
		if (!text.includes('(')) return;
		const { base, qualifier } = splitQualifier(text);
		if (isAcronymOf(qualifier, base)) pairs.push({ acronym: qualifier, expansion: base });
	};
	const each = function* (take: (n: number, text: string) => void): Pausing<void> {
		for (const [n, { labels, hidden }] of headings.entries()) {
			if (n % BETWEEN_PAUSES === 0) yield;
			for (const { text } of labels) take(n, text);
			for (const { text } of hidden) take(n, text);
		}
		for (const [i, { headings: targets, text }] of entryTerms.entries()) {
			if (i % BETWEEN_PAUSES === 0) yield;
			if (targets.length === 1) take(targets[0], text);
		}
	};
	yield* each(look);
	if (candidates.size > 0) yield* each((n, text) => candidates.get(n)?.push(text));
	for (const labels of candidates.values())
		for (const short of labels)
			if (short.length <= LONGEST_ACRONYM)
				for (const long of labels)
					if (isAcronymOf(short, long)) pairs.push({ acronym: short, expansion: long });
	return pairs;
}
