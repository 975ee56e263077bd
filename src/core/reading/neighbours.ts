/** Records that are near to a record, by whom they share authors with and what they are tagged with. */
import type { ValueLists } from '../search';

export interface Near {
	record: number;
	/** How near: what they share, what is rarer weighing more. */
	weight: number;
	/** How many values they share. */
	shared: number;
}

/**
 * The records that share values with one, nearest first: each shared value weighs log(records ÷ records that have it), so
 * that one on every record weighs nothing. O(records that share a value), besides the lists turned round, which is done once.
 */
export function sharingValues(lists: ValueLists, record: number, most: number): Near[] {
	const { records } = lists;
	const having = lists.inverse();
	const weights = new Float64Array(records);
	const shared = new Uint16Array(records);
	const found: number[] = [];
	for (const value of lists.of(record)) {
		const own = having.of(value);
		const weight = Math.log(records / own.length);
		if (weight === 0) continue;
		for (const other of own) {
			if (shared[other]++ === 0) found.push(other);
			weights[other] += weight;
		}
	}
	const others = found.filter((other) => other !== record);
	// What is further than the last that is wanted need not be put in order.
	const last =
		others.length > most
			? Float64Array.from(others, (other) => weights[other]).sort()[others.length - most]
			: -Infinity;
	return others
		.filter((other) => weights[other] >= last)
		.sort((a, b) => weights[b] - weights[a] || a - b)
		.slice(0, most)
		.map((other) => ({ record: other, weight: weights[other], shared: shared[other] }));
}
