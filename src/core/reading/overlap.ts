/** Overlap of sets: how many records each combination of them shares and no other set has. */
import { RecordSet } from '../search';

/** Sets whose overlap can be told at once: one bit each. */
export const MOST_SETS = 30;

/** The records that just these sets have: in all of them, and in none of the others. */
export interface Region {
	/** Places of the sets, ascending. */
	members: number[];
	count: number;
}

/**
 * Every region that holds records, largest first; of equal ones the one of fewer sets first.
 * O(sizes of the sets + regions · log(regions)), with four bytes for each record up to the last one.
 * @throws RangeError for more than `MOST_SETS` sets
 */
export function regionsOf(sets: readonly RecordSet[]): Region[] {
	if (sets.length > MOST_SETS) throw new RangeError(`The overlap of ${sets.length} sets cannot be told.`);
	const numbers = sets.map((set) => set.toArray());
	// Reduced, as a million numbers are more than a call can be given.
	const end = numbers.reduce((most, own) => Math.max(most, own.length > 0 ? own[own.length - 1] + 1 : 0), 0);
	const masks = new Uint32Array(end);
	numbers.forEach((own, i) => {
		for (const n of own) masks[n] |= 1 << i;
	});
	return regionsOfMasks(masks);
}

/** As `regionsOf`, from one number for each record or item, a bit of which is set for each set that has it. */
export function regionsOfMasks(masks: Iterable<number>): Region[] {
	const counts = new Map<number, number>();
	for (const mask of masks) if (mask !== 0) counts.set(mask, (counts.get(mask) ?? 0) + 1);
	return [...counts]
		.map(([mask, count]) => ({ members: membersOf(mask), count }))
		.sort(
			(a, b) =>
				b.count - a.count ||
				a.members.length - b.members.length ||
				a.members.join().localeCompare(b.members.join())
		);
}

function membersOf(mask: number): number[] {
	const found: number[] = [];
	for (let i = 0; i < MOST_SETS; i++) if (mask & (1 << i)) found.push(i);
	return found;
}

/** The records of one region. O(sizes of the sets). */
export function recordsOfRegion(sets: readonly RecordSet[], members: readonly number[]): RecordSet {
	const inside = members.map((i) => sets[i]);
	// A place that no set has names no region.
	if (inside.length === 0 || inside.some((set) => set === undefined)) return RecordSet.empty;
	const all = inside.reduce((left, set) => left.and(set));
	return all.andNot(RecordSet.union(sets.filter((_, i) => !members.includes(i))));
}
