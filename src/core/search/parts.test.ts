import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { yieldsOf, type Sets } from './evaluate';
import { marksIn } from './matches';
import {
	ASPECTS,
	naiveHeading,
	naiveLeaf,
	narrower,
	someRecord,
	someStrategy,
	someWord,
	URIS,
	type NaiveRecord
} from './naive.test-aid';
import { nameOfPart, readPart, recordsOfPart, wordsOfPart, type Part } from './parts';
import { leavesOfPrices, pricesOf } from './prices';
import { RecordSet } from './record-set';
import { leafName } from './expression';
import { matchesWord } from './word-matching';
import type { HeadingTest } from './strategy';

function setsOf(records: readonly NaiveRecord[]): Sets {
	return { all: RecordSet.upTo(records.length), of: (leaf) => naiveLeaf(records, leaf) };
}

const some = fc.tuple(fc.array(someRecord, { minLength: 1, maxLength: 25 }), someStrategy);

describe('a part of a strategy', () => {
	it('holds as many records as the number that leads to it says', () => {
		fc.assert(
			fc.property(some, ([records, strategy]) => {
				const sets = setsOf(records);
				const yields = yieldsOf(strategy, sets);
				const sizeOf = (part: Part) => {
					// As it stands in an address.
					const read = readPart(nameOfPart(part));
					expect(read).toEqual(part);
					return recordsOfPart(strategy, part, sets)?.size;
				};
				expect(sizeOf({ of: 'limits', which: 'without', id: '' })).toBe(yields.withoutLimits);
				for (const { id, lines, ...block } of yields.blocks) {
					for (const which of ['all', 'surviving', 'without'] as const)
						expect(sizeOf({ of: 'block', which, id })).toBe(block[which]);
					const { status } = strategy.blocks.find((one) => one.id === id) ?? {};
					if (status === 'exclude') expect(sizeOf({ of: 'block', which: 'removes', id })).toBe(block.removes);
					for (const line of lines)
						for (const which of ['all', 'only', 'loss', 'gain'] as const)
							expect(sizeOf({ of: 'line', which, id: line.id })).toBe(line[which]);
				}
				for (const { field, ...limit } of yields.limits)
					for (const which of ['removes', 'doesNotMatch', 'notLabelled'] as const)
						expect(sizeOf({ of: 'limit', which, id: field })).toBe(limit[which]);
			}),
			{ numRuns: 200 }
		);
	});

	it('is not there for what the strategy does not have, nor for a name that names none', () => {
		fc.assert(
			fc.property(some, ([records, strategy]) => {
				const sets = setsOf(records);
				for (const of of ['line', 'block'] as const) {
					const part = { of, which: 'all', id: 'not here' } as const;
					expect(recordsOfPart(strategy, part, sets)).toBeUndefined();
					expect(wordsOfPart(strategy, part, (field) => field)).toBeUndefined();
				}
			}),
			{ numRuns: 5 }
		);
		for (const name of [
			'',
			'all',
			'all.line',
			'most.line.x',
			'all.toString.x',
			'without.limits.x',
			'only.block.x'
		])
			expect(readPart(name)).toBeUndefined();
		expect(readPart('all.line.a.b')).toEqual({ of: 'line', which: 'all', id: 'a.b' });
	});
});

const someTest: fc.Arbitrary<HeadingTest> = fc.record({
	headings: fc.constantFrom(...URIS).map((uri) => [{ uri, label: uri }]),
	withNarrower: fc.boolean(),
	cuts: fc.constant([]),
	chief: fc.boolean(),
	aspects: fc.uniqueArray(fc.constantFrom(...ASPECTS))
});

describe('prices of switches', () => {
	it('are what going through the records finds with each switch set', () => {
		fc.assert(
			fc.property(fc.array(someRecord, { maxLength: 30 }), someTest, (records, test) => {
				const cuts = URIS.slice(0, 3).map((uri) => ({ uri, label: uri }));
				const known = new Set(leavesOfPrices(test, { aspects: ASPECTS, cuts }).map(leafName));
				const sets: Sets = {
					all: RecordSet.upTo(records.length),
					of: (leaf) => {
						// Only what was asked for beforehand is at hand.
						expect(known).toContain(leafName(leaf));
						return naiveLeaf(records, leaf);
					}
				};
				const prices = pricesOf(test, { aspects: ASPECTS, cuts }, sets);
				const count = (changes: Partial<HeadingTest>) =>
					records.filter((record) => naiveHeading(record, { ...test, ...changes }, narrower)).length;
				expect(prices.now).toBe(count({}));
				expect(prices.chief).toBe(count({ chief: !test.chief }));
				expect(prices.narrower).toBe(count({ withNarrower: !test.withNarrower }));
				for (const aspect of ASPECTS)
					expect(prices.aspects[aspect]).toBe(
						count({
							aspects: ASPECTS.filter((one) => test.aspects.includes(one) !== (one === aspect))
						})
					);
				for (const cut of cuts) expect(prices.cuts[cut.uri]).toBe(count({ withNarrower: true, cuts: [cut] }));
			}),
			{ numRuns: 100 }
		);
	});
});

describe('marks in a text', () => {
	it('are there just where a word is found', () => {
		fc.assert(
			fc.property(someRecord, fc.array(someWord, { maxLength: 3 }), ({ words }, tests) => {
				const marks = marksIn(words.title, tests);
				const found = tests.some((test) => matchesWord(words, { ...test, field: 'title' }));
				expect(marks.length > 0).toBe(found);
				for (const [i, { from, to }] of marks.entries()) {
					expect(from).toBeLessThan(to);
					if (i > 0) expect(from).toBeGreaterThan(marks[i - 1].to);
				}
			}),
			{ numRuns: 300 }
		);
	});

	it('stand on the words themselves, whatever is around them', () => {
		const text = 'Ward-noise (and “quiet rooms”), cafés; IT, not it.';
		const test = (word: string, capitals = false) => ({ text: word, capitals, field: 'keywords' as const });
		const marked = (...tests: ReturnType<typeof test>[]) =>
			marksIn(text, tests).map(({ from, to }) => text.slice(from, to));
		expect(marked(test('quiet room*'), test('cafes'))).toEqual(['quiet rooms', 'cafés']);
		expect(marked(test('IT', true))).toEqual(['IT']);
		expect(marked(test('noise'))).toEqual(['noise']);
		expect(marked(test('rooms'), test('quiet rooms'), test('*'))).toEqual(['quiet rooms']);
	});
});
