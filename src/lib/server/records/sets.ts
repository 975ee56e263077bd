/**
 * The sets of an index in memory: each read from the database when it is first asked for, and let go when the index's
 * records change. PostgreSQL says which revision is current, so every server sees a change with its next request.
 */
import {
	labelHolds,
	leafName,
	RecordSet,
	tokensOf,
	type Leaf,
	type Narrower,
	type Posting,
	type Sets,
	type WordForm,
	type WordTest
} from '../../../core/search';
import { perConnection } from '../db';
import type { CurrentIndex } from '../vocabulary';
import { queryFor } from './masked-words';
import { postingsOf } from './stored-postings';
import { setNameOfHeading, setNameOfLabelled, setNameOfValue } from './set-names';
import { isWorkedOut, setsOfField, workedOutSet } from './worked-out-limits';
import {
	countsMatching,
	headingNumbers,
	recordsMatching,
	storedSets,
	taggedLabels,
	valueSets
} from './set-rows';

/** For one index, in bytes. */
const MOST_BYTES = 256 * 2 ** 20;
/** What a set costs besides its numbers. */
const OVERHEAD = 200;

/** So many words are read to be counted; of more, the database counts the records. */
const MOST_READ = 12;

type IndexRow = CurrentIndex['index'];

/** Narrower headings, and in which edition: unions over them are kept apart by it. */
export interface NarrowerIn {
	edition: number;
	narrower: Narrower;
}

const NO_VOCABULARY: NarrowerIn = { edition: 0, narrower: (uri) => [uri] };

/** Fields of which postings say whether a word stands there. */
const POSTED: ReadonlySet<string> = new Set([
	'anywhere',
	'keywords',
	'titleAndAbstract',
	'title',
	'abstract'
]);

/** A single word, whole or as a beginning, in a field that postings tell of; phrases and masks are left to the database. */
function plainWord({ text, capitals, field }: WordTest): WordForm | undefined {
	if (!POSTED.has(field)) return undefined;
	const tokens = tokensOf(text, capitals);
	if (typeof tokens === 'string' || tokens.length !== 1 || tokens[0].mask) return undefined;
	return { text: tokens[0].text, as: tokens[0].stem ? 'beginning' : 'word' };
}

/** The records that have a word in a field, ascending. */
function recordsIn({ records, title, abstract }: Posting, field: WordTest['field']): Uint32Array {
	if (field === 'keywords' || field === 'anywhere') return records;
	return records.filter((_, i) =>
		field === 'title' ? title[i] > 0 : field === 'abstract' ? abstract[i] > 0 : title[i] + abstract[i] > 0
	);
}

const isFieldWorkedOut = (leaf: Leaf) =>
	(leaf.kind === 'value' || leaf.kind === 'labelled') && isWorkedOut(leaf.field);

/** What a server knows of an index's records at one revision. */
export class IndexSets {
	private readonly sets = new Map<string, RecordSet>();
	private readonly waiting = new Map<string, Promise<RecordSet>>();
	private readonly numbers = new Map<string, number | undefined>();
	private bytes = 0;
	private values: Promise<Map<string, { value: string; size: number }[]>> | undefined;
	private years: Promise<Int16Array> | undefined;
	private labels: Promise<{ h: number; label: string }[]> | undefined;
	/** Facts that are worked out once for a revision, by name. */
	private readonly facts = new Map<string, { version: string; known: Promise<unknown> }>();
	/** Tells what follows from these sets from what followed from others. */
	get version(): string {
		return `${this.id}.${this.revision}`;
	}

	readonly all: RecordSet;

	constructor(
		readonly code: string,
		/** Of the index itself, never given again, and of its records. */
		readonly id: number,
		readonly revision: number,
		readonly records: number,
		/** Sets kept take no more than this, in bytes; then those longest unused go. */
		private readonly mostBytes = MOST_BYTES
	) {
		this.all = RecordSet.upTo(records);
	}

	/**
	 * Brings the sets of leaves into memory: one statement for all headings and values, one for each word. Unions over
	 * narrower headings and ranges are kept as sets of their own, so that they are made once.
	 */
	async load(leaves: readonly Leaf[], vocabulary: NarrowerIn = NO_VOCABULARY): Promise<Sets> {
		const nameOf = (leaf: Leaf) =>
			leaf.kind === 'heading' && leaf.withNarrower
				? `${vocabulary.edition} ${leafName(leaf)}`
				: leafName(leaf);
		// Held from here on, so that a set that is let go meanwhile is still at hand for this answer.
		const held = new Map<string, RecordSet>();
		const missing: Leaf[] = [];
		for (const leaf of leaves) {
			const set = isFieldWorkedOut(leaf) ? await workedOutSet(this, leaf) : this.use(nameOf(leaf));
			if (set) held.set(leafName(leaf), set);
			else missing.push(leaf);
		}
		await Promise.all([
			this.loadUnions(
				missing.filter(({ kind }) => kind !== 'word'),
				vocabulary
			).then((sets) => {
				for (const [leaf, set] of sets) held.set(leafName(leaf), this.keep(nameOf(leaf), set));
			}),
			...missing
				.filter(({ kind }) => kind === 'word')
				.map(async (leaf) => held.set(leafName(leaf), await this.loadWord(leaf)))
		]);
		this.trim();
		return {
			all: this.all,
			of: (leaf) => {
				const set = held.get(leafName(leaf));
				if (!set) throw new Error(`The set of “${leafName(leaf)}” was not asked for.`);
				return set;
			}
		};
	}

	private async loadUnions(leaves: readonly Leaf[], vocabulary: NarrowerIn): Promise<[Leaf, RecordSet][]> {
		if (leaves.length === 0) return [];
		const values = leaves.some(({ kind }) => kind === 'range') ? await this.limitValues() : undefined;
		const urisOf = (leaf: Leaf) =>
			leaf.kind !== 'heading'
				? []
				: leaf.withNarrower
					? vocabulary.narrower(leaf.uri, leaf.cuts)
					: [leaf.uri];
		await this.loadNumbers(leaves.flatMap(urisOf));
		const parts = leaves.map((leaf) => ({ leaf, names: this.storedNames(leaf, urisOf(leaf), values) }));
		const stored = await storedSets(
			this.code,
			parts.flatMap(({ names }) => names)
		);
		return parts.map(({ leaf, names }) => [
			leaf,
			RecordSet.unionOfBytes(names.flatMap((name) => stored.get(name) ?? []))
		]);
	}

	private storedNames(
		leaf: Leaf,
		uris: readonly string[],
		values: Map<string, { value: string }[]> | undefined
	): string[] {
		switch (leaf.kind) {
			case 'heading':
				return uris.flatMap((uri) => {
					const h = this.numbers.get(uri);
					return h === undefined ? [] : setNameOfHeading(h, leaf.chief, leaf.aspect);
				});
			case 'value':
				return [setNameOfValue(leaf.field, leaf.value)];
			case 'labelled':
				return [setNameOfLabelled(leaf.field)];
			case 'range':
				return (values?.get(leaf.field) ?? [])
					.filter(({ value }) => Number(value) >= leaf.from && Number(value) <= leaf.to)
					.map(({ value }) => setNameOfValue(leaf.field, value));
			case 'word':
				return [];
		}
	}

	/** A set that is at hand; it counts as used now, so it is the last to go. */
	private use(name: string): RecordSet | undefined {
		const set = this.sets.get(name);
		if (!set) return undefined;
		this.sets.delete(name);
		this.sets.set(name, set);
		return set;
	}

	private keep(name: string, set: RecordSet): RecordSet {
		if (this.sets.has(name)) return set;
		this.sets.set(name, set);
		this.bytes += set.bytes + OVERHEAD;
		return set;
	}

	private trim(): void {
		for (const [name, set] of this.sets) {
			if (this.bytes <= this.mostBytes) return;
			this.sets.delete(name);
			this.bytes -= set.bytes + OVERHEAD;
		}
	}

	private async loadNumbers(uris: readonly string[]): Promise<void> {
		const unknown = [...new Set(uris.filter((uri) => !this.numbers.has(uri)))];
		if (unknown.length === 0) return;
		const rows = await headingNumbers(this.code, unknown);
		for (const uri of unknown) this.numbers.set(uri, undefined);
		for (const { h, uri } of rows) this.numbers.set(uri, h);
	}

	/** Two that ask for the same word at the same time wait for the same statement. */
	private loadWord(leaf: Leaf): Promise<RecordSet> {
		const name = leafName(leaf);
		const known =
			this.waiting.get(name) ?? this.findWord(name, leaf).finally(() => this.waiting.delete(name));
		this.waiting.set(name, known);
		return known;
	}

	private async findWord(name: string, leaf: Leaf): Promise<RecordSet> {
		if (leaf.kind !== 'word') return RecordSet.empty;
		if (leaf.field === 'headings') return this.keep(name, await this.recordsWithLabel(leaf));
		const plain = plainWord(leaf);
		if (plain) {
			const [posting] = await postingsOf(this, [plain]);
			const said = RecordSet.fromSorted(recordsIn(posting, leaf.field));
			return this.keep(name, leaf.field === 'anywhere' ? said.or(await this.recordsWithLabel(leaf)) : said);
		}
		const { column, query } = await queryFor(this.code, leaf);
		if (query === '') return this.keep(name, RecordSet.empty);
		return this.keep(name, RecordSet.fromSorted(await recordsMatching(this.code, column, query)));
	}

	/** How many records have each of some words. One statement for those not asked before; their sets are not loaded. */
	async countWords(words: readonly WordTest[]): Promise<number[]> {
		const nameOf = (word: WordTest) => leafName({ kind: 'word', ...word });
		const known = await this.fact('counts of words', () => Promise.resolve(new Map<string, number>()));
		const open = words.filter((word) => !known.has(nameOf(word)) && !this.sets.has(nameOf(word)));
		// Words of heading labels are found by the headings, and a few plain ones by their postings, which are soon asked for.
		const areFew = open.length <= MOST_READ;
		const isLoaded = (word: WordTest) =>
			word.field === 'headings' || (areFew && plainWord(word) !== undefined);
		await this.load(open.filter(isLoaded).map((word) => ({ kind: 'word', ...word })));
		const queries = await Promise.all(
			open
				.filter((word) => !isLoaded(word))
				.map(async (word) => ({ name: nameOf(word), ...(await queryFor(this.code, word)) }))
		);
		for (const column of ['topic', 'names']) {
			const own = queries.filter((query) => query.column === column);
			if (own.length === 0) continue;
			const rows = await countsMatching(
				this.code,
				column,
				own.map(({ query }) => query)
			);
			// As many rows come as were asked for, in their order.
			own.forEach(({ name }, i) => known.set(name, rows[i].count));
		}
		return words.map((word) => this.sets.get(nameOf(word))?.size ?? known.get(nameOf(word)) ?? 0);
	}

	/** Records tagged with a heading whose label holds all the words. O(headings of the index). */
	private async recordsWithLabel({ text, capitals }: WordTest): Promise<RecordSet> {
		const tokens = tokensOf(text, capitals);
		if (typeof tokens === 'string') throw new Error(tokens);
		this.labels ??= taggedLabels(this.code);
		const names = (await this.labels)
			.filter(({ label }) => labelHolds(label, tokens, capitals))
			.map(({ h }) => setNameOfHeading(h, false));
		return RecordSet.unionOfBytes([...(await storedSets(this.code, names)).values()]);
	}

	/** The values of every limit with their sizes, in order; a range is a union of some of them. */
	limitValues(): Promise<Map<string, { value: string; size: number }[]>> {
		this.values ??= this.readLimitValues();
		return this.values;
	}

	/** The values of one limit, also of one that is worked out. */
	async valuesOf(field: string): Promise<readonly { value: string; size: number }[]> {
		if (!isWorkedOut(field)) return (await this.limitValues()).get(field) ?? [];
		return Array.from(await setsOfField(this, field), ([value, { size }]) => ({ value, size }));
	}

	private async readLimitValues() {
		const rows = await valueSets(this.code);
		const byField = new Map<string, { value: string; size: number }[]>();
		for (const { name, size } of rows) {
			const [, field, value] = /^v (\S+) (.*)$/s.exec(name) ?? [];
			if (field === undefined) continue;
			byField.set(field, [...(byField.get(field) ?? []), { value, size }]);
		}
		for (const values of byField.values())
			values.sort((a, b) => Number(a.value) - Number(b.value) || b.size - a.size);
		return byField;
	}

	/** The year of each record; 0 where it has none. */
	yearsByRecord(): Promise<Int16Array> {
		this.years ??= this.readYears();
		return this.years;
	}

	private async readYears(): Promise<Int16Array> {
		const years = new Int16Array(this.records);
		const values = (await this.limitValues()).get('dc.date') ?? [];
		const leaves = values.map(({ value }): Leaf => ({ kind: 'value', field: 'dc.date', value }));
		const sets = await this.load(leaves);
		for (const leaf of leaves)
			if (leaf.kind === 'value') for (const n of sets.of(leaf).toArray()) years[n] = Number(leaf.value);
		return years;
	}

	/** @param version of whatever else the fact follows from; it is worked out anew for another one */
	fact<T>(name: string, work: () => Promise<T>, version = ''): Promise<T> {
		const kept = this.facts.get(name);
		if (kept?.version === version) return kept.known as Promise<T>;
		const known = work();
		this.facts.set(name, { version, known });
		known.catch(() => this.facts.delete(name));
		return known;
	}
}

const currentSets = perConnection(() => new Map<number, IndexSets>());

/** The sets of an index as its row says it stands. */
export function setsOf({ id, code, recordsRevision, records }: IndexRow): IndexSets {
	const current = currentSets();
	const known = current.get(id);
	if (known && known.revision === recordsRevision) return known;
	const fresh = new IndexSets(code, id, recordsRevision, records);
	// A request that began before a change must not bring back what is out of date.
	if (!known || known.revision < recordsRevision) {
		// What was called so before has been removed.
		for (const [other, sets] of current) if (sets.code === code && other < id) current.delete(other);
		current.set(id, fresh);
	}
	return fresh;
}

/** For each of some headings, by number, the records that are tagged with it, ascending; chief taggings alone or all. */
export async function recordsTagged(
	code: string,
	headings: readonly number[],
	isChief: boolean
): Promise<Uint32Array[]> {
	const stored = await storedSets(
		code,
		headings.map((h) => setNameOfHeading(h, isChief))
	);
	return headings.map((h) => {
		const bytes = stored.get(setNameOfHeading(h, isChief));
		return bytes ? RecordSet.fromBytes(bytes).toArray() : new Uint32Array(0);
	});
}
