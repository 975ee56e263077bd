/** One edition of a vocabulary in memory: all that lookup and browsing need, and no more. */
import { runToEnd, type Pausing } from '../pausing';
import { LabelIndex } from '../lookup/label-index';
import { Hierarchy } from '../vocabulary/hierarchy';
import {
	HashFiling,
	HashTable,
	pack,
	Rows,
	StringTable,
	unpack,
	type Decoders,
	type Latin1Encoder,
	type Section
} from '../vocabulary/packed';
import type { VocabularyData } from '../vocabulary/types';

/** How much of a scope note is kept at hand, for lists. */
const NOTE_START = 160;

/**
 * The form of a pack: raised whenever a word is filed differently or a section is laid out differently. A pack of another
 * form is not read, and made anew from the rows of its edition.
 */
export const PACK_FORM = '2';

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

	static build(data: VocabularyData): EditionIndex {
		return runToEnd(EditionIndex.prepare(data))(LabelIndex.build(data));
	}

	/** All but the labels, which another thread may still be filing. O(headings), and n log n for their names. */
	static *prepare(data: VocabularyData): Pausing<(labels: LabelIndex) => EditionIndex> {
		const { headings } = data;
		const filing = new HashFiling();
		const keys = headings.map((heading) => heading.key);
		const uris = headings.map((heading) => heading.uri);
		for (const ids of [keys, uris]) {
			ids.forEach((id, n) => filing.add(id, n));
			yield;
		}
		const places = filing.table();
		yield;
		const texts: StringTable[] = [];
		for (const strings of [
			() => keys,
			() => uris,
			() => headings.map((heading) => heading.labels[0].text),
			() => headings.map((heading) => startOfNote(heading.notes))
		]) {
			texts.push(StringTable.from(strings()));
			yield;
		}
		const [keyTable, uriTable, names, noteStarts] = texts;
		const retired = Uint8Array.from(headings, (heading) => (heading.retired === undefined ? 0 : 1));
		const related = Rows.from(headings.map((heading) => heading.related));
		const hierarchy = new Hierarchy(Rows.from(headings.map((heading) => heading.broader)));
		return (labels) =>
			new EditionIndex(keyTable, uriTable, names, noteStarts, retired, related, hierarchy, labels, places);
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

function startOfNote(notes: VocabularyData['headings'][number]['notes']): string {
	const note = notes.find(({ kind }) => kind === 'scope') ?? notes.find(({ kind }) => kind === 'definition');
	if (!note) return '';
	if (note.text.length <= NOTE_START) return note.text;
	const cut = note.text.slice(0, NOTE_START);
	return cut.slice(0, Math.max(cut.lastIndexOf(' '), NOTE_START / 2)) + ' …';
}
