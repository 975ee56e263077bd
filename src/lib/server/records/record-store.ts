/** Records into an index, with their sets: one transaction, so that no server ever sees the one without the other. */
import { canonical } from '../../../core/canonical';
import { limitsOfRecord, type RecordDraft } from '../../../core/formats/record-draft';
import { COMMON_LIMITS, RecordSet } from '../../../core/search';
import type { Transaction } from '../db';
import { setNamesOfLimits, setNamesOfTagging } from './set-names';
import {
	addWords,
	allLimits,
	allTaggings,
	batches,
	copyRows,
	copySets,
	countHeadings,
	deleteAllSets,
	deleteRecords,
	deleteReferences,
	deleteSets,
	heldHeadings,
	keysNow,
	lockRecords,
	orderTexts,
	recordsByKey,
	recount,
	setRecords,
	withdrawnNumbers,
	withdrawRecords,
	writeReferences
} from './stored-rows';
import { blocksOf, makePostings } from './stored-postings';
import { pairWorks } from './work-rows';

export interface Stored {
	added: number;
	replaced: number;
	/** There already, just as they are. */
	unchanged: number;
	/** No longer there. */
	withdrawn: number;
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
	/** Every word of what was written here. */
	private readonly words = new Set<string>();
	private readonly cites: { n: number; cites: readonly string[] }[] = [];
	/** Numbers of those that are no longer there. */
	private gone: number[] = [];
	private next: number;
	private readonly stored: Stored = { added: 0, replaced: 0, unchanged: 0, withdrawn: 0 };

	private constructor(
		private readonly tx: Transaction,
		private readonly indexCode: string,
		private readonly records: number,
		private readonly numbers: Awaited<ReturnType<typeof heldHeadings>>
	) {
		this.next = records;
	}

	static async open(tx: Transaction, indexCode: string): Promise<RecordStore> {
		const records = await lockRecords(tx, indexCode);
		return new RecordStore(tx, indexCode, records, await heldHeadings(tx, indexCode));
	}

	/** @returns of records that were there and come otherwise now, which parts of each did */
	async add(drafts: readonly RecordDraft[]): Promise<ChangedRecord[]> {
		const { tx, indexCode, numbers, changes, written } = this;
		const byKey = new Map(drafts.map((draft) => [draft.key, draft]));
		const known = await this.find(byKey);
		const kept = [...byKey.values()].filter(({ key }) => !known.get(key)?.same);
		const changed = [...known].flatMap(([key, { n, same, parts }]) =>
			!same && n < this.records && !written.has(n) ? [{ key, parts }] : []
		);
		for (const { n, same } of known.values()) {
			// What an earlier piece of the same file brought is counted once.
			if (n >= this.records || written.has(n)) continue;
			if (same) this.stored.unchanged++;
			else this.stored.replaced++;
		}
		const replaced = kept.flatMap(({ key }) => known.get(key)?.n ?? []);
		await takeOut(tx, indexCode, replaced, changes, written);
		const cited = kept.flatMap(({ key, cites }) => (cites ? (known.get(key)?.n ?? []) : []));
		await deleteReferences(tx, indexCode, cited);
		const placed = kept.map((draft) => ({
			draft,
			n: known.get(draft.key)?.n ?? this.next++,
			named: draft.cites?.length ?? known.get(draft.key)?.named ?? null
		}));
		for (const { draft, n } of placed) {
			written.add(n);
			for (const { uri, label, chief, aspect } of draft.taggings)
				for (const name of setNamesOfTagging(numbers.of(uri, label), { chief, aspect })) changes.add(name, n);
			for (const name of setNamesOfLimits(limitsOfRecord(draft))) changes.add(name, n);
			if (draft.cites) this.cites.push({ n, cites: draft.cites });
		}
		await numbers.write(tx);
		await copyRows(tx, indexCode, placed, (uri) => numbers.at(uri) as number, this.words);
		return changed;
	}

	/** Records of the index that have the keys of some drafts, and whether they are just as those say. */
	private async find(byKey: Map<string, RecordDraft>): Promise<Map<string, Known>> {
		const { tx, indexCode, numbers } = this;
		const known = new Map<string, Known>();
		for await (const { key, n, csl, limits, named, withdrawn, tags } of recordsByKey(tx, indexCode, [
			...byKey.keys()
		])) {
			let draft = byKey.get(key) as RecordDraft;
			if (!draft.limits) {
				draft = { ...draft, limits: labelsOf(limits) };
				byKey.set(key, draft);
			}
			if (draft.keepsTaggings) {
				draft = { ...draft, taggings: tags.flatMap((tag) => taggingOf(tag, numbers.named(tag[0]))) };
				byKey.set(key, draft);
			}
			const own = draft.taggings.map(({ uri, chief, aspect }) => [numbers.at(uri), chief, aspect ?? null]);
			const sameCites = draft.cites === undefined || draft.cites.length === named;
			const parts = [
				...changedParts(csl as Record<string, unknown>, draft.item),
				...changedParts(limits, limitsOfRecord(draft)).filter((field) => !OWN_FIELDS.has(field)),
				...(canonical(tags) === canonical(own) ? [] : ['headings']),
				...(sameCites ? [] : ['references']),
				...(withdrawn ? ['there again'] : [])
			];
			known.set(key, { n, same: parts.length === 0, named, parts });
		}
		return known;
	}

	/**
	 * Marks every record as withdrawn whose key is not among those that its index has now. A statement or two for every 5,000.
	 * @returns their keys
	 */
	async withdrawOthers(present: { has(key: string): boolean }): Promise<string[]> {
		const { tx, indexCode, changes } = this;
		const gone: { n: number; key: string }[] = [];
		for await (const rows of keysNow(tx, indexCode))
			for (const row of rows) if (!present.has(row.key)) gone.push(row);
		this.gone = gone.map(({ n }) => n);
		await removeFromSets(withdrawRecords(tx, indexCode, this.gone), changes, this.written);
		this.stored.withdrawn = gone.length;
		return gone.map(({ key }) => key);
	}

	/** Writes what all that was added comes to. */
	async finish(): Promise<Stored> {
		const { tx, indexCode, changes, written } = this;
		if (written.size > 0 || this.stored.withdrawn > 0) {
			await addWords(tx, indexCode, this.words);
			await writeReferences(tx, indexCode, this.cites);
			await pairWorks(tx, indexCode, [...written]);
			await makePostings(tx, indexCode, blocksOf([...written, ...this.gone]));
			await writeSets(tx, indexCode, changes);
			await countHeadings(tx, indexCode, changes.headings());
			await setRecords(tx, indexCode, this.next);
			await orderTexts(tx);
		}
		return { ...this.stored, added: this.next - this.records };
	}
}

interface Known {
	n: number;
	same: boolean;
	named: number | null;
	/** What is not as it was, by the names of variables and limits. */
	parts: string[];
}

/** A record that comes otherwise than it is. */
export interface ChangedRecord {
	key: string;
	parts: string[];
}

function changedParts(before: Record<string, unknown>, after: Record<string, unknown>): string[] {
	const names = new Set([...Object.keys(before), ...Object.keys(after)]);
	return [...names].filter((name) => canonical(before[name] ?? null) !== canonical(after[name] ?? null));
}

const taggingOf = (
	[, chief, aspect]: [h: number, chief: boolean, aspect: string | null],
	named: { uri: string; label: string } | undefined
) => (named ? [{ ...named, chief, ...(aspect !== null && { aspect }) }] : []);

/** Limits that follow from the record itself. */
const OWN_FIELDS: ReadonlySet<string> = new Set([
	...COMMON_LIMITS.map(({ field }) => field),
	'oak.peerReviewed'
]);

/** The labels of a stored record, without what follows from the record itself. */
export function labelsOf(limits: Record<string, string[]>): Record<string, string[]> {
	return Object.fromEntries(Object.entries(limits).filter(([field]) => !OWN_FIELDS.has(field)));
}

async function takeOut(
	tx: Transaction,
	indexCode: string,
	gone: readonly number[],
	changes: SetChanges,
	written: ReadonlySet<number>
): Promise<void> {
	await removeFromSets(deleteRecords(tx, indexCode, gone), changes, written);
}

/** Takes records out of all sets that they are in. */
async function removeFromSets(
	rows: ReturnType<typeof deleteRecords>,
	changes: SetChanges,
	written: ReadonlySet<number>
): Promise<void> {
	for await (const { taggings, records } of rows) {
		for (const { n, h, chief, aspect } of taggings)
			for (const name of setNamesOfTagging(h, { chief, aspect: aspect ?? undefined }))
				changes.remove(name, n, written.has(n));
		for (const { n, limits } of records)
			for (const name of setNamesOfLimits(limits)) changes.remove(name, n, written.has(n));
	}
}

async function writeSets(tx: Transaction, indexCode: string, { byName }: SetChanges): Promise<void> {
	for (const names of batches([...byName.keys()])) {
		const rows = await deleteSets(tx, indexCode, names);
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

/** Makes all sets of an index anew from its rows, which are read in order as a stream. */
export async function rebuildSets(
	tx: Transaction,
	indexCode: string
): Promise<{ sets: number; bytes: number }> {
	const numbers = new Map<string, number[]>();
	const withdrawn = await withdrawnNumbers(tx, indexCode);
	const add = (name: string, n: number) => {
		if (withdrawn.has(n)) return;
		const known = numbers.get(name);
		if (!known) numbers.set(name, [n]);
		// A record that carries a heading twice counts once.
		else if (known[known.length - 1] !== n) known.push(n);
	};
	for await (const rows of allTaggings(tx, indexCode))
		for (const { n, h, chief, aspect } of rows)
			for (const name of setNamesOfTagging(h, { chief, aspect: aspect ?? undefined })) add(name, n);
	for await (const rows of allLimits(tx, indexCode))
		for (const { n, limits } of rows) for (const name of setNamesOfLimits(limits)) add(name, n);
	await deleteAllSets(tx, indexCode);
	let bytes = 0;
	function* sets() {
		for (const [name, list] of numbers) {
			const set = RecordSet.fromSorted(list);
			bytes += set.bytes;
			yield { name, set };
		}
	}
	await copySets(tx, indexCode, sets());
	await recount(tx, indexCode);
	return { sets: numbers.size, bytes };
}
