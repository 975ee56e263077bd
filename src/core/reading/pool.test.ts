import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contributions, pool, type PoolRecord } from './pool';

/** Up to four parts of a few records each, and which of them are of one work: any pairs between different parts. */
const parts = fc.array(fc.uniqueArray(fc.nat(6), { maxLength: 6 }), { minLength: 1, maxLength: 4 });
const pairs = fc.array(fc.tuple(fc.nat(3), fc.nat(6), fc.nat(3), fc.nat(6)), { maxLength: 30 });

const same = (a: PoolRecord, b: PoolRecord, all: readonly (readonly number[])[]) =>
	a.part !== b.part &&
	all.some(
		([p, x, q, y]) =>
			(p === a.part && x === a.record && q === b.part && y === b.record) ||
			(q === a.part && y === a.record && p === b.part && x === b.record)
	);

/** Item by item, the long way. */
function naive(of: readonly (readonly number[])[], all: readonly (readonly number[])[]): PoolRecord[][] {
	const items: PoolRecord[][] = [];
	of.forEach((records, part) =>
		records.forEach((record) => {
			const own = { part, record };
			const item = items.find((other) => other.every((one) => same(own, one, all)));
			if (item) item.push(own);
			else items.push([own]);
		})
	);
	return items;
}

describe('a pooled list', () => {
	const make = (of: readonly (readonly number[])[], all: readonly (readonly number[])[]) =>
		pool(
			of.map((records) => Uint32Array.from(records)),
			(part, record) =>
				of.flatMap((records, other) =>
					other < part
						? records
								.map((one) => ({ part: other, record: one }))
								.filter((one) => same({ part, record }, one, all))
						: []
				)
		);

	it('joins just what the definition joins, in its order, and loses no record', () => {
		fc.assert(
			fc.property(parts, pairs, (of, all) => {
				const items = make(of, all);
				expect(items).toEqual(naive(of, all));
				expect(items.flat().length).toBe(of.flat().length);
			})
		);
	});

	it('says what each part brings, and what it alone brings', () => {
		fc.assert(
			fc.property(parts, pairs, (of, all) => {
				const items = make(of, all);
				contributions(items, of.length).forEach(({ count, alone }, part) => {
					const own = items.filter((item) => item.some((one) => one.part === part));
					expect(count).toBe(own.length);
					expect(alone).toBe(own.filter((item) => item.every((one) => one.part === part)).length);
				});
			})
		);
	});

	it('does not chain: two records that are both like a third are one work with it only where they are with each other', () => {
		const all = [[0, 1, 1, 1], [1, 1, 2, 1]] as const; // prettier-ignore
		expect(make([[1], [1], [1]], all)).toEqual([[{ part: 0, record: 1 }, { part: 1, record: 1 }], [{ part: 2, record: 1 }]]); // prettier-ignore
		expect(make([[1], [1], [1]], [...all, [0, 1, 2, 1]])).toHaveLength(1);
		expect(make([[], []], [])).toEqual([]);
	});
});
