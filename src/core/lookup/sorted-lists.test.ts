import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { intersect, lowerBoundOf, union } from './sorted-lists';

const sorted = (numbers: Iterable<number>) => [...new Set(numbers)].sort((a, b) => a - b);
/** Short lists and long ones, close together and far apart, as the ways of uniting differ. */
const list = fc
	.oneof(
		fc.array(fc.nat({ max: 60 }), { maxLength: 30 }),
		fc.array(fc.nat({ max: 400_000 }), { maxLength: 300 })
	)
	.map((numbers) => Uint32Array.from(sorted(numbers)));

describe('ascending lists', () => {
	it('are united and intersected as sets are', () => {
		fc.assert(
			fc.property(fc.array(list, { minLength: 1, maxLength: 5 }), (lists) => {
				expect([...union(lists)]).toEqual(sorted(lists.flatMap((some) => [...some])));
				const inAll = [...lists[0]].filter((value) => lists.every((some) => some.includes(value)));
				expect([...intersect(lists)]).toEqual(inAll);
			})
		);
		expect([...union([])]).toEqual([]);
		expect([...intersect([])]).toEqual([]);
	});

	it('are entered at the first number of which a condition holds', () => {
		fc.assert(
			fc.property(list, fc.nat({ max: 400_000 }), (numbers, wanted) => {
				const at = lowerBoundOf(numbers, (value) => value >= wanted);
				expect(at).toBe([...numbers].filter((value) => value < wanted).length);
			})
		);
	});
});
