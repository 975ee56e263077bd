/** Records into an index, with their sets: one transaction, so that no server ever sees the one without the other. */
import { canonical } from '../../../core/canonical';
import { workKeys } from '../../../core/evidence';
import {
	limitsOfRecord,
	wordsOfRecord,
	type DraftTagging,
	type RecordDraft
} from '../../../core/formats/record-draft';
import { COMMON_LIMITS, RecordSet, vectorsOf } from '../../../core/search';
import { fold, wordsOf } from '../../../core/text';
import { copy, type Transaction, type Value } from '../db';
import { pairWorks } from './works';

export interface Stored {
	added: number;
	replaced: number;
	/** There already, just as they are. */
	unchanged: number;
}

/** Names under which a tagging of a heading is stored: as it is, and as any narrower question asks for it. */
export function setNamesOfTagging(
	h: number,
	{ chief, aspect }: Pick<DraftTagging, 'chief' | 'aspect'>
): string[] {
	return [
		setNameOfHeading(h, false),
		...(chief ? [setNameOfHeading(h, true)] : []),
		...(aspect !== undefined ? [setNameOfHeading(h, false, aspect)] : []),
		...(chief && aspect !== undefined ? [setNameOfHeading(h, true, aspect)] : [])
	];
}

export function setNameOfHeading(h: number, chief: boolean, aspect?: string): string {
	return `h ${h}${chief ? ' c' : ''}${aspect === undefined ? '' : ` a ${aspect}`}`;
}

export const setNameOfValue = (field: string, value: string) => `v ${field} ${value}`;
export const setNameOfLabelled = (field: string) => `l ${field}`;

function setNamesOfLimits(limits: Record<string, string[]>): string[] {
	return Object.entries(limits).flatMap(([field, values]) =>
		values.length === 0
			? []
			: [setNameOfLabelled(field), ...values.map((value) => setNameOfValue(field, value))]
	);
}

/** Numbers to be added to sets and taken from them, by name. */
class SetChanges {
	readonly byName = new Map<string, { add: number[]; remove: number[] }>();

	add(name: string, n: number): void {
		this.at(name).add.push(n);
	}

	/** What was added before, by an earlier entry of the same file, is no longer to be added. */
	remove(name: string, n: number, wasAdded: boolean): void {
		const { add, remove } = this.at(name);
		if (!wasAdded) return void remove.push(n);
		const at = add.lastIndexOf(n);
		if (at >= 0) add.splice(at, 1);
	}

	/** Numbers of the headings whose sets change. */
	headings(): number[] {
		return [...this.byName.keys()].flatMap((name) => {
			const match = /^h (\d+)$/.exec(name);
			return match ? [Number(match[1])] : [];
		});
	}

	private at(name: string) {
		let known = this.byName.get(name);
		if (!known) this.byName.set(name, (known = { add: [], remove: [] }));
		return known;
	}
}

/** Statements name so many things at a time. */
const BATCH = 5_000;

function* batches<T>(list: readonly T[], most = BATCH): Generator<T[]> {
	for (let at = 0; at < list.length; at += most) yield list.slice(at, at + most);
}

/** Adds records to an index; see `RecordStore`. */
export async function storeRecords(
	tx: Transaction,
	indexCode: string,
	drafts: readonly RecordDraft[]
): Promise<Stored> {
	const store = await RecordStore.open(tx, indexCode);
	await store.add(drafts);
	return store.finish();
}

/**
 * Adds records to an index, as many at a time as their source has at hand; one whose key is there already takes the place
 * of that record. The index is locked meanwhile, and its sets are written at the end. A few statements for every 5,000
 * records, besides the rows themselves. Memory: a number for each tagging and label.
 */
export class RecordStore {
	private readonly changes = new SetChanges();
	/** Numbers of the records that were written here. */
	private readonly written = new Set<number>();
	private readonly cites: { n: number; cites: readonly string[] }[] = [];
	private next: number;
	private readonly stored: Stored = { added: 0, replaced: 0, unchanged: 0 };

	private constructor(
		private readonly tx: Transaction,
		private readonly indexCode: string,
		private readonly records: number,
		private readonly numbers: Awaited<ReturnType<typeof heldHeadings>>
	) {
		this.next = records;
	}

	static async open(tx: Transaction, indexCode: string): Promise<RecordStore> {
		const [index] = await tx<{ records: number }>`
			select records from subject_indexes where code = ${indexCode} for update`;
		return new RecordStore(tx, indexCode, index.records, await heldHeadings(tx, indexCode));
	}

	async add(drafts: readonly RecordDraft[]): Promise<void> {
		const { tx, indexCode, numbers, changes, written } = this;
		const byKey = new Map(drafts.map((draft) => [draft.key, draft]));
		const known = await this.find(byKey);
		const kept = [...byKey.values()].filter(({ key }) => !known.get(key)?.same);
		for (const { n, same } of known.values()) {
			// What an earlier piece of the same file brought is counted once.
			if (n >= this.records || written.has(n)) continue;
			if (same) this.stored.unchanged++;
			else this.stored.replaced++;
		}
		const replaced = kept.flatMap(({ key }) => known.get(key)?.n ?? []);
		await takeOut(tx, indexCode, replaced, changes, written);
		const cited = kept.flatMap(({ key, cites }) => (cites ? (known.get(key)?.n ?? []) : []));
		for (const some of batches(cited))
			await tx`delete from record_references where index_code = ${indexCode} and n = any(${some})`;
		const placed = kept.map((draft) => ({ draft, n: known.get(draft.key)?.n ?? this.next++ }));
		for (const { draft, n } of placed) {
			written.add(n);
			for (const { uri, label, chief, aspect } of draft.taggings)
				for (const name of setNamesOfTagging(numbers.of(uri, label), { chief, aspect })) changes.add(name, n);
			for (const name of setNamesOfLimits(limitsOfRecord(draft))) changes.add(name, n);
			if (draft.cites) this.cites.push({ n, cites: draft.cites });
		}
		await numbers.write(tx);
		await copyRows(tx, indexCode, placed, (uri) => numbers.at(uri) as number);
	}

	/** Records of the index that have the keys of some drafts, and whether they are just as those say. */
	private async find(byKey: Map<string, RecordDraft>): Promise<Map<string, { n: number; same: boolean }>> {
		const { tx, indexCode, numbers } = this;
		const known = new Map<string, { n: number; same: boolean }>();
		for (const keys of batches([...byKey.keys()])) {
			const rows = await tx<{
				key: string;
				n: number;
				csl: unknown;
				limits: Record<string, string[]>;
				tags: unknown;
			}>`
				select r.key, r.n, r.csl, r.limits, (
					select coalesce(json_agg(json_build_array(t.h, t.chief, t.aspect) order by t.position), '[]')
					from taggings t where t.index_code = r.index_code and t.n = r.n) as tags
				from records r where r.index_code = ${indexCode} and r.key = any(${keys})`;
			for (const { key, n, csl, limits, tags } of rows) {
				let draft = byKey.get(key) as RecordDraft;
				if (!draft.limits) {
					draft = { ...draft, limits: labelsOf(limits) };
					byKey.set(key, draft);
				}
				const own = draft.taggings.map(({ uri, chief, aspect }) => [numbers.at(uri), chief, aspect ?? null]);
				const same = canonical([csl, limits, tags]) === canonical([draft.item, limitsOfRecord(draft), own]);
				known.set(key, { n, same });
			}
		}
		return known;
	}

	/** Writes what all that was added comes to. */
	async finish(): Promise<Stored> {
		const { tx, indexCode, changes, written } = this;
		if (written.size > 0) {
			await writeReferences(tx, indexCode, this.cites);
			await pairWorks(tx, indexCode, [...written]);
			await writeSets(tx, indexCode, changes);
			await countHeadings(tx, indexCode, changes.headings());
			await tx`
				update subject_indexes set records = ${this.next}, records_revision = records_revision + 1
				where code = ${indexCode}`;
		}
		return { ...this.stored, added: this.next - this.records };
	}
}

/** The labels of a stored record, without what follows from the record itself. */
function labelsOf(limits: Record<string, string[]>): Record<string, string[]> {
	const own = new Set([...COMMON_LIMITS.map(({ field }) => field), 'oak.peerReviewed']);
	return Object.fromEntries(Object.entries(limits).filter(([field]) => !own.has(field)));
}

/** The numbers of the headings that records of an index carry; new ones get the next number. */
async function heldHeadings(tx: Transaction, indexCode: string) {
	const rows = await tx<{ h: number; uri: string }>`
		select h, uri from tagged_headings where index_code = ${indexCode}`;
	const byUri = new Map(rows.map(({ h, uri }) => [uri, h]));
	const fresh: { h: number; uri: string; label: string }[] = [];
	return {
		at: (uri: string) => byUri.get(uri),
		of(uri: string, label: string): number {
			const number = byUri.get(uri);
			if (number !== undefined) return number;
			fresh.push({ h: byUri.size, uri, label });
			byUri.set(uri, byUri.size);
			return byUri.size - 1;
		},
		async write(to: Transaction): Promise<void> {
			const some = fresh.splice(0);
			if (some.length === 0) return;
			await copy(to, 'tagged_headings', 'index_code, h, uri, label', function* () {
				for (const { h, uri, label } of some) yield [indexCode, h, uri, label];
			});
		}
	};
}

async function takeOut(
	tx: Transaction,
	indexCode: string,
	gone: readonly number[],
	changes: SetChanges,
	written: ReadonlySet<number>
): Promise<void> {
	for (const some of batches(gone)) {
		const tags = await tx<{ n: number; h: number; chief: boolean; aspect: string | null }>`
			delete from taggings where index_code = ${indexCode} and n = any(${some}) returning n, h, chief, aspect`;
		for (const { n, h, chief, aspect } of tags)
			for (const name of setNamesOfTagging(h, { chief, aspect: aspect ?? undefined }))
				changes.remove(name, n, written.has(n));
		const rows = await tx<{ n: number; limits: Record<string, string[]> }>`
			delete from records where index_code = ${indexCode} and n = any(${some}) returning n, limits`;
		for (const { n, limits } of rows)
			for (const name of setNamesOfLimits(limits)) changes.remove(name, n, written.has(n));
	}
}

interface Placed {
	draft: RecordDraft;
	n: number;
}

async function copyRows(
	tx: Transaction,
	indexCode: string,
	placed: readonly Placed[],
	numberOf: (uri: string) => number
): Promise<void> {
	const length = (text: string | undefined) => Math.min(32_000, wordsOf(fold(text ?? '')).length);
	await copy(
		tx,
		'records',
		'index_code, n, key, csl, limits, year, doi, work_title, topic, names, title_length, abstract_length',
		function* (): Generator<Value[]> {
			for (const { draft, n } of placed) {
				const { item, key } = draft;
				const { topic, names } = vectorsOf(wordsOfRecord(draft));
				const { year, doi, title } = workKeys(item);
				yield [
					indexCode,
					n,
					key,
					JSON.stringify(item),
					JSON.stringify(limitsOfRecord(draft)),
					year ?? null,
					doi ?? null,
					title ?? null,
					topic,
					names,
					length(item.title),
					length(item.abstract)
				];
			}
		}
	);
	await copy(tx, 'taggings', 'index_code, n, position, h, chief, aspect', function* (): Generator<Value[]> {
		for (const { draft, n } of placed)
			for (const [position, { uri, chief, aspect }] of draft.taggings.entries())
				yield [indexCode, n, position, numberOf(uri), chief, aspect ?? null];
	});
}

async function writeReferences(
	tx: Transaction,
	indexCode: string,
	citing: readonly { n: number; cites: readonly string[] }[]
) {
	const pairs = citing.flatMap(({ n, cites }) => cites.map((cited) => ({ n, cited })));
	// Each statement goes through the records of the index, so there are few of them.
	for (const some of batches(pairs, 20 * BATCH))
		await tx`
			insert into record_references (index_code, n, cited)
			select ${indexCode}, p.n, r.n
			from unnest(${some.map(({ n }) => n)}::int[], ${some.map(({ cited }) => cited)}::text[]) as p(n, key)
			join records r on r.index_code = ${indexCode} and r.key = p.key and r.n <> p.n
			on conflict do nothing`;
}

async function writeSets(tx: Transaction, indexCode: string, { byName }: SetChanges): Promise<void> {
	for (const names of batches([...byName.keys()])) {
		const rows = await tx<{ name: string; bytes: Uint8Array }>`
			delete from record_sets where index_code = ${indexCode} and name = any(${names}) returning name, bytes`;
		const before = new Map(rows.map(({ name, bytes }) => [name, RecordSet.fromBytes(bytes)]));
		const sets = names.flatMap((name) => {
			const { add, remove } = byName.get(name) as { add: number[]; remove: number[] };
			const set = (before.get(name) ?? RecordSet.empty)
				.andNot(RecordSet.from(remove))
				.or(RecordSet.from(add));
			return set.size > 0 ? [{ name, set }] : [];
		});
		await copySets(tx, indexCode, sets);
	}
}

/** Counts of headings, kept where lists can reach them without a set. */
async function countHeadings(tx: Transaction, indexCode: string, numbers: readonly number[]): Promise<void> {
	for (const some of batches(numbers))
		await tx`
		update tagged_headings t set
			records = coalesce((select size from record_sets s
				where s.index_code = t.index_code and s.name = 'h ' || t.h), 0),
			chief = coalesce((select size from record_sets s
				where s.index_code = t.index_code and s.name = 'h ' || t.h || ' c'), 0)
		where index_code = ${indexCode} and h = any(${some})`;
}

async function copySets(
	tx: Transaction,
	indexCode: string,
	sets: Iterable<{ name: string; set: RecordSet }>
): Promise<void> {
	await copy(tx, 'record_sets', 'index_code, name, size, bytes', function* (): Generator<Value[]> {
		for (const { name, set } of sets)
			yield [indexCode, name, set.size, `\\x${Buffer.from(set.toBytes()).toString('hex')}`];
	});
}

/** Makes all sets of an index anew from its rows, which are read in order as a stream. */
export async function rebuildSets(
	tx: Transaction,
	indexCode: string
): Promise<{ sets: number; bytes: number }> {
	const numbers = new Map<string, number[]>();
	const add = (name: string, n: number) => {
		const known = numbers.get(name);
		if (!known) numbers.set(name, [n]);
		// A record that carries a heading twice counts once.
		else if (known[known.length - 1] !== n) known.push(n);
	};
	const tags = tx.pages<{ n: number; h: number; chief: boolean; aspect: string | null }>(50_000)`
		select n, h, chief, aspect from taggings where index_code = ${indexCode} order by n`;
	for await (const rows of tags)
		for (const { n, h, chief, aspect } of rows)
			for (const name of setNamesOfTagging(h, { chief, aspect: aspect ?? undefined })) add(name, n);
	const limits = tx.pages<{ n: number; limits: Record<string, string[]> }>(20_000)`
		select n, limits from records where index_code = ${indexCode} order by n`;
	for await (const rows of limits)
		for (const { n, limits } of rows) for (const name of setNamesOfLimits(limits)) add(name, n);
	await tx`delete from record_sets where index_code = ${indexCode}`;
	let bytes = 0;
	function* sets() {
		for (const [name, list] of numbers) {
			const set = RecordSet.fromSorted(list);
			bytes += set.bytes;
			yield { name, set };
		}
	}
	await copySets(tx, indexCode, sets());
	const held = await tx<{ h: number }>`select h from tagged_headings where index_code = ${indexCode}`;
	await countHeadings(
		tx,
		indexCode,
		held.map(({ h }) => h)
	);
	await tx`
		update subject_indexes set records_revision = records_revision + 1,
			records = (select coalesce(max(n) + 1, 0) from records where index_code = ${indexCode})
		where code = ${indexCode}`;
	return { sets: numbers.size, bytes };
}
