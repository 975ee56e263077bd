/** How a result breaks down by one dimension, each value against the whole index. */
import { LEAST_RECORDS, lift, logLikelihood } from '../evidence/association';

export const ORDERS = ['count', 'over', 'name'] as const;
export type Order = (typeof ORDERS)[number];

/** Of what values a result of `n` records is made, among the `all` records of the index. */
export interface Breakdown {
	n: number;
	all: number;
	/** Records of the result with each value, and records of the whole index with it. */
	counts: Uint32Array;
	totals: Uint32Array;
}

export interface ShareOfValue {
	value: number;
	count: number;
	all: number;
}

export interface Representation {
	/** Dunning's log-likelihood ratio of the result against the rest of the index. */
	g2: number;
	/** How many times as often as in the whole index. */
	lift: number;
	/** Whether it is more often here than elsewhere. */
	over: boolean;
}

/** Every value that a record of the result has, ascending. O(values). */
export function valuesWithin({ counts }: Pick<Breakdown, 'counts'>): Uint32Array {
	let used = 0;
	const values = new Uint32Array(counts.length);
	for (let value = 0; value < counts.length; value++) if (counts[value] > 0) values[used++] = value;
	return values.subarray(0, used);
}

/** How over- or under-represented a value is; nothing where fewer than five records have it. O(1). */
export function representation(
	{ n, all }: Pick<Breakdown, 'n' | 'all'>,
	share: Pick<ShareOfValue, 'count' | 'all'>
): Representation | undefined {
	if (share.count < LEAST_RECORDS) return undefined;
	const counts = { a: share.count, n, whole: share.all, all };
	// In whole numbers: shares that are just the same may differ in their last digit.
	const over = share.count * all > n * share.all;
	return { g2: logLikelihood(counts), lift: lift(counts), over };
}

/**
 * Values in an order: the most records first; the most over-represented first, and the most under-represented last; or by
 * name. Ties by count, then by name. O(values log values) where all are wanted, else about O(values + wanted log wanted).
 * @param most no more than so many from the first on
 */
export function inOrder(
	values: Uint32Array,
	{ n, all, counts, totals }: Breakdown,
	order: Order,
	nameOf: (value: number) => string,
	most = Infinity
): ShareOfValue[] {
	const share = (value: number): ShareOfValue => ({ value, count: counts[value], all: totals[value] });
	const keys = Float64Array.from(values, (value) => {
		if (order !== 'over') return order === 'count' ? counts[value] : 0;
		if (counts[value] < LEAST_RECORDS) return 0;
		const { g2 = 0, over = true } = representation({ n, all }, share(value)) ?? {};
		return over ? g2 : -g2;
	});
	const names: string[] = [];
	const named = (at: number) => (names[at] ??= nameOf(values[at]).toLowerCase());
	const compare = (a: number, b: number) =>
		keys[b] - keys[a] ||
		(order === 'name' ? 0 : counts[values[b]] - counts[values[a]]) ||
		compareNames(named(a), named(b));
	return firstOf(values.length, most, compare).map((at) => share(values[at]));
}

// Not by locale, as names come to be compared hundreds of thousands of times.
const compareNames = (x: string, y: string) => (x < y ? -1 : x > y ? 1 : 0);

/**
 * The places of the first so many of a list in an order. Lists have tens of thousands of values, and a page of them is
 * looked at: of most it is only told that they come after it.
 */
function firstOf(length: number, most: number, compare: (a: number, b: number) => number): number[] {
	let first: number[] = [];
	let last: number | undefined;
	for (let at = 0; at < length; at++) {
		if (last !== undefined && compare(at, last) >= 0) continue;
		first.push(at);
		if (first.length <= 2 * most) continue;
		first = first.sort(compare).slice(0, most);
		last = first.at(-1);
	}
	return first.sort(compare).slice(0, most);
}
