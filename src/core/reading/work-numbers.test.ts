import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pool } from './pool';
import { ALONE, KNOTTED, numberWorks } from './work-numbers';

const SIZE = 6;
const pair = fc
	.tuple(fc.nat(2), fc.nat(2), fc.nat(SIZE - 1), fc.nat(SIZE - 1))
	.filter(([part, other]) => other < part)
	.map(([part, other, record, otherRecord]) => [part, record, other, otherRecord] as const);

it('works by number are as many as the items of the pool, whichever records are looked at', () => {
	const subset = fc.uniqueArray(fc.nat(SIZE - 1)).map((some) => Uint32Array.from(some).sort());
	fc.assert(
		fc.property(
			fc.uniqueArray(pair, { selector: String, maxLength: 9 }),
			fc.tuple(subset, subset, subset),
			(pairs, some) => {
				const { works, count } = numberWorks([SIZE, SIZE, SIZE], pairs);
				const items = (of: readonly Uint32Array[]) =>
					pool(of, (part, record) =>
						pairs.flatMap(([p, r, other, otherRecord]) =>
							p === part && r === record ? [{ part: other, record: otherRecord }] : []
						)
					).length;
				const seen = new Set<number>();
				let alone = 0;
				const knotted = some.map((records, part) =>
					records.filter((record) => {
						const work = works[part][record];
						if (work === ALONE) alone++;
						else if (work !== KNOTTED) seen.add(work);
						return work === KNOTTED;
					})
				);
				for (const work of seen) expect(work).toBeLessThan(count);
				expect(alone + seen.size + items(knotted)).toBe(items(some));
			}
		),
		{ numRuns: 500 }
	);
});
