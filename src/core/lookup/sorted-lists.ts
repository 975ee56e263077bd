/** Ascending lists of numbers, as posting lists are. */

/** First of some places from which on a condition holds, or the end where it holds at none. O(log places). */
export function firstPlace(from: number, to: number, holds: (place: number) => boolean): number {
	let low = from;
	let high = to;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (holds(middle)) high = middle;
		else low = middle + 1;
	}
	return low;
}

/** First place in an ascending list from which on a condition holds. O(log n). */
export function lowerBoundOf(
	list: Uint32Array,
	holds: (value: number) => boolean,
	from = 0,
	to = list.length
): number {
	return firstPlace(from, to, (place) => holds(list[place]));
}

/** So few numbers are sorted sooner than they are marked among all there are. */
const FEW = 200;

/** Numbers in any list, ascending, each once. O(all the numbers + the largest ÷ 32). */
export function union(lists: readonly Uint32Array[]): Uint32Array {
	const given = lists.filter(({ length }) => length > 0);
	if (given.length < 2) return given[0] ?? new Uint32Array(0);
	const total = given.reduce((sum, { length }) => sum + length, 0);
	if (total < FEW) return Uint32Array.from(new Set(given.flatMap((list) => [...list]))).sort();
	const largest = given.reduce((most, list) => Math.max(most, list[list.length - 1]), 0);
	const bits = new Uint32Array((largest >>> 5) + 1);
	let length = 0;
	for (const list of given)
		for (let i = 0; i < list.length; i++) {
			const value = list[i];
			const bit = 1 << (value & 31);
			if ((bits[value >>> 5] & bit) !== 0) continue;
			bits[value >>> 5] |= bit;
			length++;
		}
	const all = new Uint32Array(length);
	let kept = 0;
	for (let place = 0; place < bits.length; place++)
		for (let rest = bits[place]; rest !== 0; rest &= rest - 1)
			all[kept++] = (place << 5) | (31 - Math.clz32(rest & -rest));
	return all;
}

/** Numbers in every list; the lists are ascending. O(shortest list × log of the others). */
export function intersect(lists: Uint32Array[]): Uint32Array {
	if (lists.length < 2) return lists[0] ?? new Uint32Array(0);
	const [shortest, ...others] = [...lists].sort((a, b) => a.length - b.length);
	return shortest.filter((value) => others.every((list) => includesSorted(list, value)));
}

function includesSorted(list: Uint32Array, value: number): boolean {
	const at = lowerBoundOf(list, (other) => other >= value);
	return at < list.length && list[at] === value;
}
