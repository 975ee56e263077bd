/** Records of several indexes as one list, in which a work stands once. */

/** A record of one of the parts that are pooled. */
export interface PoolRecord {
	part: number;
	record: number;
}

/**
 * The items of a pooled list. Records are taken part by part, in the order in which each part has them; a record joins the
 * first item all of whose records are of one work with it, else begins one. So nothing follows from a third record that is
 * like both. O(records + pairs of records of one work).
 * @param parts the records of each part, each once
 * @param sameWork records of earlier parts that are of one work with a record
 */
export function pool(
	parts: readonly Uint32Array[],
	sameWork: (part: number, record: number) => Iterable<PoolRecord>
): PoolRecord[][] {
	const items: PoolRecord[][] = [];
	/** By part: the item of each record that has been placed. */
	const placed = parts.map(() => new Map<number, number>());
	parts.forEach((records, part) => {
		for (const record of records) {
			// Most records are of one work with none, and nothing is made for those.
			let alike: Set<number> | undefined;
			let candidates: number[] | undefined;
			for (const other of sameWork(part, record)) {
				const item = placed[other.part]?.get(other.record);
				if (item === undefined) continue;
				(candidates ??= []).push(item);
				(alike ??= new Set()).add(keyOf(other));
			}
			const joined = candidates
				?.sort((a, b) => a - b)
				.find((item) => items[item].every((own) => alike?.has(keyOf(own))));
			const item = joined ?? items.push([]) - 1;
			items[item].push({ part, record });
			placed[part].set(record, item);
		}
	});
	return items;
}

/** A record as one number: those of an index are below 2^32. */
const keyOf = ({ part, record }: PoolRecord) => part * 2 ** 32 + record;

/** For each part, the items that have records of it, and those that have records of no other. O(records). */
export function contributions(
	items: readonly (readonly PoolRecord[])[],
	parts: number
): { count: number; alone: number }[] {
	const found = Array.from({ length: parts }, () => ({ count: 0, alone: 0 }));
	for (const item of items) {
		const own = new Set(item.map(({ part }) => part));
		for (const part of own) {
			found[part].count++;
			if (own.size === 1) found[part].alone++;
		}
	}
	return found;
}
