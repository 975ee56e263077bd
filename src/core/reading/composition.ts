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

/** Every value that a record of the result has. O(values). */
export function sharesOf({ counts, totals }: Breakdown): ShareOfValue[] {
	const shares: ShareOfValue[] = [];
	for (let value = 0; value < counts.length; value++)
		if (counts[value] > 0) shares.push({ value, count: counts[value], all: totals[value] });
	return shares;
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
 * name. Ties by count, then by name. O(values log values) where all are wanted, else O(values + wanted log wanted).
 * @param most no more than so many from the first on
 */
export function inOrder(
	shares: readonly ShareOfValue[],
	breakdown: Pick<Breakdown, 'n' | 'all'>,
	order: Order,
	nameOf: (value: number) => string,
	most = Infinity
): ShareOfValue[] {
	const keys = Float64Array.from(shares, keyOf);
	// Lists have tens of thousands of values, and a page of them is looked at: the rest is only told to come after it.
	const least = leastOfFirst(keys, most);
	const ties = order === 'name' ? [] : shares.filter((_, i) => keys[i] === least);
	const above = keys.reduce((sum, key) => sum + Number(key > least), 0);
	const leastCount = leastOfFirst(
		Float64Array.from(ties, ({ count }) => count),
		most - above
	);
	const keyed: { share: ShareOfValue; key: number; name?: string }[] = [];
	shares.forEach((share, i) => {
		if (keys[i] > least || (keys[i] === least && (order === 'name' || share.count >= leastCount)))
			keyed.push({ share, key: keys[i] });
	});
	// Each is named once, as most tie.
	const named = (one: (typeof keyed)[number]) => (one.name ??= nameOf(one.share.value).toLowerCase());
	return keyed
		.sort(
			(a, b) =>
				b.key - a.key || (order === 'name' ? 0 : b.share.count - a.share.count) || compare(named(a), named(b))
		)
		.slice(0, most)
		.map(({ share }) => share);

	function keyOf(share: ShareOfValue): number {
		if (order !== 'over') return order === 'count' ? share.count : 0;
		const { g2 = 0, over = true } = representation(breakdown, share) ?? {};
		return over ? g2 : -g2;
	}
}

// Not by locale, as names come to be compared hundreds of thousands of times.
const compare = (x: string, y: string) => (x < y ? -1 : x > y ? 1 : 0);

/** The least of the first so many, largest first; what is less comes after them. O(n log n) in numbers alone. */
const leastOfFirst = (numbers: Float64Array, most: number) =>
	most < numbers.length ? Float64Array.from(numbers).sort()[numbers.length - Math.max(1, most)] : -Infinity;
