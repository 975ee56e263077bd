import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Hierarchy, MOST_PATHS } from './hierarchy';
import { cyclesOf } from '../edition/integrity';
import { HashTable, pack, Rows, StringTable, unpack } from './packed';

/** Any graph of up to 14 headings, cycles and self-links included. */
const graph = fc
	.integer({ min: 1, max: 14 })
	.chain((size) =>
		fc.array(fc.uniqueArray(fc.nat(size - 1), { maxLength: 3 }), { minLength: size, maxLength: size })
	);

/** Least steps from each heading down to each other, the slow and plain way (R. W. Floyd, 1962). */
function stepsDown(broader: number[][], cuts: Set<number>): number[][] {
	const size = broader.length;
	const steps = broader.map((_, i) => broader.map((_, j) => (i === j ? 0 : Infinity)));
	broader.forEach((parents, child) => {
		if (!cuts.has(child)) for (const parent of parents) if (parent !== child) steps[parent][child] = 1;
	});
	for (let k = 0; k < size; k++)
		for (let i = 0; i < size; i++)
			for (let j = 0; j < size; j++) steps[i][j] = Math.min(steps[i][j], steps[i][k] + steps[k][j]);
	return steps;
}

describe('below', () => {
	it('equals a naive closure, with depth as fewest steps, also with cycles and cuts', () => {
		fc.assert(
			fc.property(graph, fc.array(fc.nat(13), { maxLength: 3 }), (broader, cutList) => {
				const hierarchy = new Hierarchy(Rows.from(broader));
				const cuts = new Set(cutList);
				const steps = stepsDown(broader, cuts);
				for (let heading = 0; heading < broader.length; heading++) {
					const { headings, depths } = hierarchy.below(heading, cuts);
					const expected = steps[heading].flatMap((depth, other) =>
						other !== heading && depth < Infinity ? [[other, depth]] : []
					);
					expect([...headings].map((other, i) => [other, depths[i]]).sort()).toEqual(expected.sort());
					expect([...depths]).toEqual([...depths].sort((x, y) => x - y));
				}
			})
		);
	});

	it('is what has the heading above it, whichever way one looks', () => {
		fc.assert(
			fc.property(graph, (broader) => {
				const hierarchy = new Hierarchy(Rows.from(broader));
				const above = broader.map((_, n) => hierarchy.above(n));
				broader.forEach((_, n) => {
					expect(new Set(above[n]).size).toBe(above[n].length);
					const below = [...hierarchy.below(n).headings].sort((a, b) => a - b);
					expect(below).toEqual([...broader.keys()].filter((other) => above[other].includes(n)));
				});
			})
		);
	});

	it('counts what it lists', () => {
		fc.assert(
			fc.property(graph, (broader) => {
				const hierarchy = new Hierarchy(Rows.from(broader));
				broader.forEach((_, n) => expect(hierarchy.belowCount(n)).toBe(hierarchy.below(n).headings.length));
			})
		);
	});
});

describe('paths', () => {
	it('start at a top, end at the heading, follow links, never repeat a heading, and come shortest first', () => {
		fc.assert(
			fc.property(graph, (broader) => {
				const hierarchy = new Hierarchy(Rows.from(broader));
				broader.forEach((_, heading) => {
					const { paths, total } = hierarchy.paths(heading);
					expect(paths.length).toBe(Math.min(total, MOST_PATHS));
					for (const path of paths) {
						expect(broader[path[0]]).toEqual([]);
						expect(path[path.length - 1]).toBe(heading);
						expect(new Set(path).size).toBe(path.length);
						for (let i = 1; i < path.length; i++) expect(broader[path[i]]).toContain(path[i - 1]);
					}
					const lengths = paths.map(({ length }) => length);
					expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
				});
			})
		);
	});

	it('lists fifty and counts the rest', () => {
		// Six layers of three headings, each under all of the layer above: 3⁵ ways up from a heading of the last.
		const broader = Array.from({ length: 18 }, (_, n) =>
			n < 3 ? [] : [0, 1, 2].map((i) => Math.floor(n / 3 - 1) * 3 + i)
		);
		const { paths, total, complete } = new Hierarchy(Rows.from(broader)).paths(17);
		expect([paths.length, total, complete]).toEqual([MOST_PATHS, 3 ** 5, true]);
	});
});

describe('cycles', () => {
	it('are groups whose members lie above themselves, and all such headings are in one', () => {
		fc.assert(
			fc.property(graph, (broader) => {
				const steps = stepsDown(broader, new Set());
				const circular = broader.flatMap((_, i) =>
					broader.some((_, j) => j !== i && steps[i][j] < Infinity && steps[j][i] < Infinity) ? [i] : []
				);
				expect(cyclesOf(broader).flat().sort()).toEqual(circular.sort());
			})
		);
	});

	it('are found in a chain deeper than the engine’s stack', () => {
		const size = 50_000;
		const chain = Array.from({ length: size }, (_, n) => [(n + 1) % size]);
		expect(cyclesOf(chain)).toHaveLength(1);
	});
});

describe('packed forms', () => {
	it('come back from bytes as they were, whatever the characters', () => {
		fc.assert(
			fc.property(
				fc.array(fc.string({ unit: 'binary' })),
				fc.array(fc.array(fc.nat(50))),
				fc.uint8Array({ maxLength: 9 }),
				(strings, lists, bytes) => {
					const table = StringTable.from(strings).parts();
					const rows = Rows.from(lists).parts();
					const back = unpack(pack({ text: table.text, bytes, values: rows.values, a: rows.starts }));
					const strings2 = new StringTable(back.text as string, table.starts);
					expect(strings.map((_, i) => strings2.at(i))).toEqual(strings);
					expect([...(back.values as Uint32Array)]).toEqual([...rows.values]);
					expect([...(back.bytes as Uint8Array)]).toEqual([...bytes]);
				}
			)
		);
	});

	it('keep numbers of any size, and take few bytes for small ones and for small steps', () => {
		const ascending = fc
			.array(fc.nat(300), { maxLength: 20 })
			.map((steps) => steps.map((_, i) => steps.slice(0, i + 1).reduce((sum, step) => sum + step, 0)));
		const numbers = fc.oneof(
			fc.array(fc.nat(2 ** 16 + 5)),
			fc.array(fc.nat(2 ** 32 - 1)),
			ascending,
			ascending.map((list) => [0, ...list])
		);
		fc.assert(
			fc.property(numbers, numbers, (some, others) => {
				const back = unpack(pack({ some: Uint32Array.from(some), others: Uint32Array.from(others) }));
				expect([...(back.some as Uint32Array)]).toEqual(some);
				expect([...(back.others as Uint32Array)]).toEqual(others);
			})
		);
		const size = (list: number[]) => pack({ list: Uint32Array.from(list) }).length;
		const places = Array.from({ length: 4_000 }, (_, i) => 30 * i);
		expect(size(places)).toBeLessThan(4_200);
		expect(size(places.map((place) => (place * 7) % 60_000))).toBeLessThan(8_200);
		expect(size(places.map((place) => 2 ** 31 + place))).toBeGreaterThan(16_000);
	});

	it('invert links', () => {
		fc.assert(
			fc.property(graph, (lists) => {
				const inverse = Rows.from(lists).inverse(lists.length);
				lists.forEach((list, row) => list.forEach((value) => expect([...inverse.at(value)]).toContain(row)));
				expect(lists.flat().length).toBe(lists.reduce((sum, _, row) => sum + inverse.count(row), 0));
			})
		);
	});

	it('find every number under a text', () => {
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.string(), fc.nat(1_000))), (entries) => {
				const table = HashTable.from(entries);
				for (const [text, value] of entries) expect([...table.get(text)]).toContain(value);
			})
		);
	});
});
