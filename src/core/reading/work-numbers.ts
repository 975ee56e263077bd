/** Works of records of several indexes, numbered once, so that works among some of the records are counted by their numbers. */

/** Of a record that is of one work with no other; and of one in a knot, where two are alike that are both like a third, or not. */
export const ALONE = -1;
export const KNOTTED = -2;

export interface WorkNumbers {
	/** By part: the number of the work of each record, or one of the two above. */
	works: readonly Int32Array[];
	/** How many works are numbered. */
	count: number;
}

/**
 * Numbers works. Records that are all of one work with each other, one of each part, are one work whichever of them are looked
 * at; all else is a knot, of which `pool` must say what is one item. O(records + pairs · log(pairs)).
 * @param sizes how many records each part has
 * @param pairs records of one work, each pair once: part and record, other part and record
 */
export function numberWorks(
	sizes: readonly number[],
	pairs: Iterable<readonly [part: number, record: number, other: number, otherRecord: number]>
): WorkNumbers {
	const starts = sizes.map((_, part) => sizes.slice(0, part).reduce((sum, size) => sum + size, 0));
	const all = sizes.reduce((sum, size) => sum + size, 0);
	const root = Uint32Array.from({ length: all }, (_, node) => node);
	const find = (node: number) => {
		let at = node;
		while (root[at] !== at) at = root[at] = root[root[at]];
		return at;
	};
	/** Pairs that each record is in. */
	const degree = new Uint32Array(all);
	for (const [part, record, other, otherRecord] of pairs) {
		const [a, b] = [starts[part] + record, starts[other] + otherRecord];
		degree[a]++;
		degree[b]++;
		root[find(a)] = find(b);
	}
	const members = new Uint32Array(all);
	/** A bit for each part; a part that comes twice is a knot. */
	const parts = new Uint32Array(all);
	const isKnot = new Uint8Array(all);
	sizes.forEach((size, part) => {
		for (let node = starts[part]; node < starts[part] + size; node++) {
			if (degree[node] === 0) continue;
			const at = find(node);
			members[at]++;
			if (parts[at] & (1 << part)) isKnot[at] = 1;
			parts[at] |= 1 << part;
		}
	});
	for (let node = 0; node < all; node++)
		// In a work everybody is like everybody else.
		if (degree[node] > 0 && degree[node] !== members[find(node)] - 1) isKnot[find(node)] = 1;
	const numbers = new Int32Array(all).fill(ALONE);
	let count = 0;
	const works = sizes.map((size, part) =>
		Int32Array.from({ length: size }, (_, record) => {
			const node = starts[part] + record;
			if (degree[node] === 0) return ALONE;
			const at = find(node);
			if (isKnot[at]) return KNOTTED;
			if (numbers[at] === ALONE) numbers[at] = count++;
			return numbers[at];
		})
	);
	return { works, count };
}
