import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resultOf, type Leaf, type Sets, type Strategy } from '../search';
import {
	naiveLeaf,
	naiveResult,
	narrower,
	someRecord,
	someStrategy,
	URIS,
	type NaiveRecord
} from '../search/naive.test-aid';
import { RecordSet } from '../search/record-set';
import { recallOf, worthOf, worthTogether, type Addition } from './pearls';

const setsOver = (records: readonly NaiveRecord[]): Sets => ({
	all: RecordSet.upTo(records.length),
	of: (leaf) => naiveLeaf(records, leaf)
});
const headingLeaf = (uri: string): Leaf => ({
	kind: 'heading',
	uri,
	withNarrower: false,
	cuts: [],
	chief: false
});
const records = fc.array(someRecord, { minLength: 1, maxLength: 12 });

/** A strategy with a heading as one more line of a block. */
const withLine = (strategy: Strategy, { block, leaf }: Addition): Strategy => ({
	...strategy,
	blocks: strategy.blocks.map((own) =>
		own.id === block
			? { ...own, lines: [...own.lines, { id: 'more', kind: 'expression', off: false, text: '', expression: { op: 'leaf', leaf } }] }
			: own
	)
}); // prettier-ignore

describe('pearls', () => {
	it('are found where the strategy finds them; each part that is named keeps a missed one out by itself', () => {
		fc.assert(
			fc.property(records, someStrategy, (all, strategy) => {
				const sets = setsOver(all);
				const { found, missed } = recallOf(strategy, [...all.keys()], sets);
				const result = naiveResult(all, strategy, narrower);
				expect(new Set(found)).toEqual(result);
				expect([...found, ...missed.map(({ record }) => record)].sort((a, b) => a - b)).toEqual([
					...all.keys()
				]);
				for (const { record, blocks, exclusions, limits } of missed) {
					// Without all parts that are named it is found, and with any one of them left in it is not.
					const without = (keep?: string): Strategy => ({
						...strategy,
						blocks: strategy.blocks.filter(
							({ id }) => ![...blocks, ...exclusions].includes(id) || id === keep
						),
						limits: strategy.limits.filter(({ field }) => !limits.includes(field) || field === keep)
					});
					expect(naiveResult(all, without(), narrower).has(record)).toBe(true);
					for (const part of [...blocks, ...exclusions, ...limits])
						expect(naiveResult(all, without(part), narrower).has(record), part).toBe(false);
				}
			})
		);
	});

	it('are worth what a heading would add, block by block and all together, as a strategy with it finds', () => {
		fc.assert(
			fc.property(records, someStrategy, fc.array(fc.constantFrom(...URIS), { maxLength: 4 }), (all, strategy, uris) => {
				const sets = setsOver(all);
				const blocks = strategy.blocks.filter(({ status, lines }) => status === 'required' && lines.some(({ off }) => !off));
				const additions = blocks.flatMap(({ id }) => uris.map((uri): Addition => ({ block: id, leaf: headingLeaf(uri) })));
				const before = resultOf(strategy, sets);
				worthOf(strategy, additions, sets).forEach((adds, i) =>
					expect(adds).toBe(resultOf(withLine(strategy, additions[i]), sets).andNot(before).size)
				);
				const limits = strategy.limits.map(({ field }) => field);
				const exclusions = strategy.blocks.filter(({ status }) => status === 'exclude').map(({ id }) => id);
				const changed = additions.reduce(withLine, { ...strategy, limits: [], blocks: strategy.blocks.filter(({ id }) => !exclusions.includes(id)) });
				expect(worthTogether(strategy, additions, { exclusions, limits }, sets)).toBe(resultOf(changed, sets).andNot(before).size);
			})
		);
	}); // prettier-ignore
});
