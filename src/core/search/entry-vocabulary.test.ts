import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logLikelihood } from '../evidence';
import { entryVocabulary, saidBy } from './entry-vocabulary';
import type { Posting } from './postings';
import { addScores } from './relevance';

const posting = (records: readonly number[]): Posting => ({
	records: Uint32Array.from([...new Set(records)].sort((a, b) => a - b)),
	title: new Uint8Array(new Set(records).size).fill(1),
	abstract: new Uint8Array(new Set(records).size)
});
const lengthsOf = (records: number) => ({ lengths: new Uint32Array(records).fill(10), mean: 10 });
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i);

/** The headings of each record, as the lists of an index have them. */
const listsOf = (of: (record: number) => readonly number[]) => ({
	of: (record: number) => Uint32Array.from(of(record)),
	count: (records: Uint32Array) => {
		const counts = new Uint32Array(7);
		for (const n of records) for (const heading of of(n)) counts[heading]++;
		return { counts, notLabelled: 0 };
	}
});

describe('the records that say a text', () => {
	it('are those that hold all its words, where they are many, and each counts the same', () => {
		fc.assert(
			fc.property(
				fc.array(fc.array(fc.nat(200), { maxLength: 200 }), { minLength: 1, maxLength: 4 }),
				(lists) => {
					const said = saidBy(lists.map(posting), lengthsOf(201));
					const whole = range(0, 201).filter((n) => lists.every((list) => list.includes(n)));
					if (whole.length >= 20 || lists.length === 1) {
						expect([...said.records]).toEqual(whole);
						expect(said.isWhole).toBe(lists[0].length > 0);
						expect(said.weights.every((weight) => weight === 1)).toBe(true);
					} else {
						// They are among them, with the best others, in order and each once.
						for (const n of whole) expect(said.records).toContain(n);
						expect(said.records.length).toBeLessThanOrEqual(Math.max(50, whole.length));
						expect([...said.records]).toEqual([...new Set(said.records)].sort((a, b) => a - b));
						for (const n of said.records) expect(lists.some((list) => list.includes(n))).toBe(true);
						for (const weight of said.weights) expect(weight > 0 && weight <= 1).toBe(true);
					}
				}
			)
		);
	});

	it('are the best of all where few hold all its words, as scoring every record says', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.nat(190), fc.nat(3), fc.array(fc.nat(200), { maxLength: 40 })), {
					minLength: 2,
					maxLength: 4
				}),
				(drawn) => {
					// From on every record to on few.
					const words = drawn.map(([most, step, some]) =>
						posting([...some, ...range(0, step === 0 ? most : 0)])
					);
					const lengths = lengthsOf(201);
					const said = saidBy(words, lengths);
					const scores = new Float64Array(201);
					for (const word of words) addScores(scores, word, lengths, new Uint8Array(201).fill(1));
					const whole = range(0, 201).filter((n) => words.every(({ records }) => records.includes(n)));
					if (whole.length >= 20) return;
					const top = Math.max(...scores);
					const others = range(0, 201)
						.filter((n) => scores[n] > 0 && scores[n] >= 0.4 * top && !whole.includes(n))
						.sort((a, b) => scores[b] - scores[a] || a - b)
						.slice(0, 50 - whole.length);
					expect([...said.records]).toEqual([...whole, ...others].sort((a, b) => a - b));
				}
			)
		);
	});

	it('hold the rarer words of it where few hold all, and count the less the less they match', () => {
		// "teacher" is common, "voice" and "strain" are rare; three records hold all of it.
		const [teacher, voice, strain] = [range(0, 150), range(0, 12), [...range(0, 3), ...range(150, 158)]];
		const said = saidBy([teacher, voice, strain].map(posting), lengthsOf(200));
		expect([...said.records.subarray(0, 12)]).toEqual(range(0, 12));
		expect(said.isWhole).toBe(false);
		expect([...said.weights.subarray(0, 3)]).toEqual([1, 1, 1]);
		expect(said.weights[3]).toBeLessThan(1);
		// Whoever holds the common word alone is not among them.
		expect(said.records).not.toContain(100);
	});

	it('are nobody where no word is known, and those of the other words where one is not', () => {
		expect(saidBy([posting([])], lengthsOf(10)).records).toHaveLength(0);
		expect(saidBy([], lengthsOf(10)).records).toHaveLength(0);
		const said = saidBy([posting([]), posting([1, 2])], lengthsOf(10));
		expect(said).toMatchObject({ isWhole: false, words: [1] });
		expect([...said.records]).toEqual([1, 2]);
	});
});

describe('the headings that records speak for', () => {
	it('are counted as they stand on the records, only where they come oftener than elsewhere', () => {
		const headings = fc.array(fc.array(fc.nat(5), { maxLength: 4 }), { minLength: 40, maxLength: 40 });
		fc.assert(
			fc.property(headings, fc.uniqueArray(fc.nat(39), { minLength: 1, maxLength: 30 }), (tags, records) => {
				const of = tags.map((list) => [...new Set(list)]);
				const sorted = Uint32Array.from(records).sort();
				const said = {
					records: sorted,
					weights: new Float64Array(sorted.length).fill(1),
					shares: new Float64Array(sorted.length).fill(1),
					words: [0],
					isWhole: true
				};
				const totals = range(0, 6).map((heading) => of.filter((list) => list.includes(heading)).length);
				const found = entryVocabulary(
					said,
					listsOf((n) => of[n]),
					totals,
					40
				);
				for (const { heading, on, of: n, lift, g2 } of found) {
					const a = records.filter((record) => of[record].includes(heading)).length;
					expect([on, n]).toEqual([a, records.length]);
					expect(lift).toBeCloseTo(a / n / (totals[heading] / 40), 10);
					expect(lift).toBeGreaterThan(1);
					// Every heading here is on more than a twentieth of the records, or on hardly any.
					if (totals[heading] > 2) expect(lift).toBeGreaterThanOrEqual(2);
					expect(a).toBeGreaterThanOrEqual(n <= 10 ? 1 : 3);
					expect(g2).toBeCloseTo(logLikelihood({ a, n, whole: totals[heading], all: 40 }), 10);
				}
				expect(found.map(({ score }) => score)).toEqual(
					found.map(({ score }) => score).sort((a, b) => b - a)
				);
			})
		);
	});

	it('come first where they are on most of the records, not where they are rare', () => {
		const said = {
			records: Uint32Array.from(range(0, 50)),
			weights: new Float64Array(50).fill(1),
			shares: new Float64Array(50).fill(1),
			words: [0],
			isWhole: true
		};
		// The first is on 30 of the 50 and on 60 of 2,000; the second on three, and nowhere else.
		const found = entryVocabulary(
			said,
			listsOf((n) => [...(n < 30 ? [0] : []), ...(n > 46 ? [1] : [])]),
			[60, 3],
			2_000
		);
		expect(found.map(({ heading }) => heading)).toEqual([0, 1]);
	});
});
