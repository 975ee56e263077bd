/** One edition of a vocabulary in memory: all that lookup and browsing need, and no more. */
import { LabelIndex } from '../lookup/label-index';
import { Hierarchy } from '../vocabulary/hierarchy';
import {
	HashTable,
	pack,
	Rows,
	StringTable,
	unpack,
	type Decoders,
	type Latin1Encoder,
	type Section
} from '../vocabulary/packed';
import type { HeadingData, VocabularyData } from '../vocabulary/vocabulary-data';

/** How much of a scope note is kept at hand, for lists. */
const NOTE_START = 160;

/**
 * The form of a pack: raised whenever a word is indexed differently or a section is laid out differently. A pack of another
 * form is not read, and made anew from the rows of its edition.
 */
export const PACK_FORM = '4';

export class EditionIndex {
	private constructor(
		readonly keys: StringTable,
		readonly uris: StringTable,
		readonly names: StringTable,
		readonly noteStarts: StringTable,
		readonly retired: Uint8Array,
		readonly related: Rows,
		readonly hierarchy: Hierarchy,
		readonly labels: LabelIndex,
		private readonly places: HashTable
	) {}

	/** O(headings + total length of the labels and notes, and n log n for the orders). */
	static build(data: VocabularyData): EditionIndex {
		const { headings } = data;
		const table = (text: (heading: HeadingData) => string) => StringTable.from(headings.map(text));
		return new EditionIndex(
			table(({ key }) => key),
			table(({ uri }) => uri),
			table(({ labels }) => labels[0].text),
			table(({ notes }) => startOfNote(notes)),
			Uint8Array.from(headings, ({ retired }) => (retired === undefined ? 0 : 1)),
			Rows.from(headings.map(({ related }) => related)),
			new Hierarchy(Rows.from(headings.map(({ broader }) => broader))),
			LabelIndex.build(data),
			HashTable.from(headings.flatMap(({ key, uri }, n) => [[key, n] as const, [uri, n] as const]))
		);
	}

	get size(): number {
		return this.keys.length;
	}

	/** Position of the heading with this key or URI, or undefined. O(log n). */
	find(keyOrUri: string): number | undefined {
		for (const n of this.places.get(keyOrUri))
			if (this.keys.at(n) === keyOrUri || this.uris.at(n) === keyOrUri) return n;
		return undefined;
	}

	/** The whole as bytes, for storage. */
	toBytes(encode?: Latin1Encoder): Uint8Array {
		const sections: Record<string, Section> = {
			form: PACK_FORM,
			retired: this.retired,
			...this.labels.toSections()
		};
		for (const name of ['keys', 'uris', 'names', 'noteStarts'] as const) {
			const { text, starts } = this[name].parts();
			sections[`${name}.text`] = text;
			sections[`${name}.starts`] = starts;
		}
		for (const [name, rows] of [
			['related', this.related],
			['broader', this.hierarchy.broader]
		] as const) {
			const { starts, values } = rows.parts();
			sections[`${name}.starts`] = starts;
			sections[`${name}.values`] = values;
		}
		const { hashes, values } = this.places.parts();
		sections['places.hashes'] = hashes;
		sections['places.values'] = values;
		return pack(sections, encode);
	}

	/** The edition of a pack, or undefined where that is of another form than is made now. */
	static fromBytes(bytes: Uint8Array, decoders?: Decoders): EditionIndex | undefined {
		const sections = unpack(bytes, decoders);
		if (sections.form !== PACK_FORM) return undefined;
		const numbers = (name: string) => sections[name] as Uint32Array;
		const strings = (name: string) =>
			new StringTable(sections[`${name}.text`] as string, numbers(`${name}.starts`));
		const rows = (name: string) => new Rows(numbers(`${name}.starts`), numbers(`${name}.values`));
		return new EditionIndex(
			strings('keys'),
			strings('uris'),
			strings('names'),
			strings('noteStarts'),
			sections.retired as Uint8Array,
			rows('related'),
			new Hierarchy(rows('broader')),
			LabelIndex.fromSections(sections),
			new HashTable(numbers('places.hashes'), numbers('places.values'))
		);
	}
}

function startOfNote(notes: HeadingData['notes']): string {
	const note = notes.find(({ kind }) => kind === 'scope') ?? notes.find(({ kind }) => kind === 'definition');
	if (!note) return '';
	if (note.text.length <= NOTE_START) return note.text;
	const cut = note.text.slice(0, NOTE_START);
	return cut.slice(0, Math.max(cut.lastIndexOf(' '), NOTE_START / 2)) + ' …';
}
