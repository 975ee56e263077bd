import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byBuckets, descending } from './result-order';

describe('records by a number each', () => {
	it('come as a stable sort puts them, whatever the numbers are', () => {
		const key = fc.oneof(
			fc.double({ min: -1e9, max: 1e9, noNaN: true }),
			fc.double({ min: 0, max: 1e-6, noNaN: true }),
			fc.constantFrom(-44, 0, 1, 1985, 2026, Number.MIN_VALUE)
		);
		fc.assert(
			fc.property(
				fc.array(key, { maxLength: 300 }),
				fc.array(fc.nat(299), { maxLength: 300 }),
				(keys, some) => {
					const numbers = [...new Set(some)].filter((n) => n < keys.length);
					const wanted = numbers.map((n, i) => ({ n, i })).sort((a, b) => keys[b.n] - keys[a.n] || a.i - b.i);
					for (const sort of [descending, byBuckets])
						expect([...sort(Uint32Array.from(numbers), Float64Array.from(keys))]).toEqual(
							wanted.map(({ n }) => n)
						);
				}
			)
		);
	});
});
