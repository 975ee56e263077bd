import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inOrder, ORDERS, representation, valuesWithin } from './composition';
import { ValueLists, ValueListsMaker } from '../search';

const DISTINCT = 7;
/** The values of each record, some of them twice. */
const values = fc.array(fc.array(fc.nat(DISTINCT - 1), { maxLength: 6 }), { minLength: 1, maxLength: 40 });
const some = fc.array(fc.boolean(), { minLength: 40, maxLength: 40 });

function listsOf(of: readonly (readonly number[])[]): ValueLists {
	const maker = new ValueListsMaker(of.length);
	of.forEach((own, record) => own.forEach((value) => maker.add(record, value)));
	return maker.lists(DISTINCT);
}
const chosen = (of: readonly unknown[], flags: readonly boolean[]) =>
	Uint32Array.from([...of.keys()].filter((record) => flags[record]));

describe('the values of records', () => {
	it('are counted as by hand: a record once for a value, those without any apart', () => {
		fc.assert(
			fc.property(values, some, (of, flags) => {
				const lists = listsOf(of);
				const records = chosen(of, flags);
				const { counts, notLabelled } = lists.count(records);
				for (let value = 0; value < DISTINCT; value++)
					expect(counts[value]).toBe([...records].filter((record) => of[record].includes(value)).length);
				expect(notLabelled).toBe([...records].filter((record) => of[record].length === 0).length);
				expect([...lists.countAll().counts]).toEqual(
					Array.from({ length: DISTINCT }, (_, value) => of.filter((own) => own.includes(value)).length)
				);
			})
		);
	});

	it('count for all that they lead to, once a record, even where steps go round', () => {
		const MORE = DISTINCT + 2;
		const steps = fc.array(fc.array(fc.nat(MORE - 1), { maxLength: 3 }), {
			minLength: MORE,
			maxLength: MORE
		});
		fc.assert(
			fc.property(values, some, steps, fc.array(fc.nat(MORE - 1)), (of, flags, above, wanted) => {
				const maker = new ValueListsMaker(MORE);
				above.forEach((own, value) => own.forEach((raised) => maker.add(value, raised)));
				const leadsTo = maker.lists(MORE);
				/** Goes on until nothing is added. */
				const raised = (own: readonly number[]): Set<number> => {
					const more = new Set(own.flatMap((value) => [value, ...above[value]]));
					return more.size === new Set(own).size ? more : raised([...more]);
				};
				const records = chosen(of, flags);
				const { counts } = listsOf(of).countRaised(records, leadsTo);
				for (let value = 0; value < MORE; value++)
					expect(counts[value]).toBe([...records].filter((record) => raised(of[record]).has(value)).length);
				const leading = [...above.keys()].filter((value) => wanted.some((one) => raised([value]).has(one)));
				expect([...leadsTo.leadingTo(wanted)].sort((x, y) => x - y)).toEqual(leading);
			})
		);
	});

	it('count for others however many those are: in a chain of 300, one above the other, and in a round', () => {
		const size = 300;
		for (const isRound of [false, true]) {
			const steps = new ValueListsMaker(size);
			for (let value = 0; value < size; value++)
				if (isRound || value + 1 < size) steps.add(value, (value + 1) % size);
			const lists = new ValueListsMaker(3);
			lists.add(0, 10);
			lists.add(0, 200);
			lists.add(2, 250);
			const found = lists.lists(size).countRaised(Uint32Array.of(0, 1, 2), steps.lists(size));
			const wanted = Array.from(
				{ length: size },
				(_, value) => Number(isRound || value >= 10) + Number(isRound || value >= 250)
			);
			expect([...found.counts]).toEqual(wanted);
			expect(found.notLabelled).toBe(1);
		}
	});

	it('lead back to the records that have them', () => {
		fc.assert(
			fc.property(values, some, fc.uniqueArray(fc.nat(DISTINCT - 1)), (of, flags, wanted) => {
				const records = chosen(of, flags);
				expect([...listsOf(of).having(records, new Set(wanted))]).toEqual(
					[...records].filter((record) => of[record].some((value) => wanted.includes(value)))
				);
			})
		);
	});

	it('are the same however they were read: record by record, or value by value', () => {
		fc.assert(
			fc.property(values, some, (of, flags) => {
				const lists = listsOf(of);
				const sets = Array.from({ length: DISTINCT }, (_, value) =>
					Uint32Array.from([...of.keys()].filter((record) => of[record].includes(value)))
				);
				const turned = ValueLists.ofSets(of.length, sets);
				const records = chosen(of, flags);
				expect(turned.records).toBe(lists.records);
				expect(turned.count(records)).toEqual(lists.count(records));
				for (const record of of.keys())
					expect([...turned.of(record)]).toEqual([...new Set(of[record])].sort((a, b) => a - b));
			})
		);
	});

	it('turned round are the records of each value, and turned round again as they were', () => {
		fc.assert(
			fc.property(values, (of) => {
				const lists = listsOf(of);
				const having = lists.inverse();
				for (let value = 0; value < DISTINCT; value++)
					expect([...having.of(value)]).toEqual(
						[...of.keys()].filter((record) => of[record].includes(value))
					);
				const again = having.inverse();
				for (const record of of.keys())
					expect([...again.of(record)]).toEqual([...new Set(of[record])].sort((a, b) => a - b));
				// It is made once.
				expect(lists.inverse()).toBe(having);
			})
		);
	});

	it('come record by record, with gaps where a record has none', () => {
		const maker = new ValueListsMaker(5);
		maker.add(1, 3);
		maker.add(1, 3);
		maker.add(4, 0);
		expect(() => maker.add(2, 1)).toThrow(RangeError);
		expect(() => maker.add(5, 1)).toThrow(RangeError);
		const lists = maker.lists(DISTINCT);
		expect([0, 1, 2, 3, 4].map((record) => [...lists.of(record)])).toEqual([[], [3], [], [], [0]]);
	});
});

/** G² from the four cells of the table, term by term. */
function byTable(a: number, n: number, whole: number, all: number): number {
	const cells = [
		[a, n, whole],
		[n - a, n, all - whole],
		[whole - a, all - n, whole],
		[all - n - whole + a, all - n, all - whole]
	];
	return (
		2 *
		cells.reduce(
			(sum, [seen, row, column]) => sum + (seen === 0 ? 0 : seen * Math.log((seen * all) / (row * column))),
			0
		)
	);
}

describe('a breakdown', () => {
	const table = fc
		.record({ a: fc.nat(60), b: fc.nat(60), c: fc.nat(200), d: fc.nat(900) })
		.filter(({ a, b, c, d }) => a + b > 0 && a + c > 0 && b + d > 0 && c + d > 0);

	it('measures each value against the rest of the index, and says in which direction', () => {
		fc.assert(
			fc.property(table, ({ a, b, c, d }) => {
				const [n, whole, all] = [a + b, a + c, a + b + c + d];
				const found = representation({ n, all }, { count: a, all: whole });
				if (a < 5) {
					expect(found).toBeUndefined();
					return;
				}
				expect(found?.g2).toBeCloseTo(byTable(a, n, whole, all), 6);
				expect(found?.lift).toBeCloseTo(a / n / (whole / all), 9);
				expect(found?.over).toBe(a * all > n * whole);
			})
		);
	});

	it('tells nothing of a value that every record has, and of a result that is the whole index', () => {
		expect(representation({ n: 20, all: 100 }, { count: 20, all: 100 })?.g2).toBeCloseTo(0, 9);
		expect(representation({ n: 100, all: 100 }, { count: 30, all: 30 })).toMatchObject({ over: false });
		expect(representation({ n: 0, all: 100 }, { count: 0, all: 30 })).toBeUndefined();
	});

	it('keeps every value in every order, and each order is what it says', () => {
		fc.assert(
			fc.property(values, some, (of, flags) => {
				const lists = listsOf(of);
				const records = chosen(of, flags);
				const breakdown = {
					n: records.length,
					all: of.length,
					counts: lists.count(records).counts,
					totals: lists.countAll().counts
				};
				const within = valuesWithin(breakdown);
				const nameOf = (value: number) => 'gecafbd'[value];
				for (const order of ORDERS) {
					const sorted = inOrder(within, breakdown, order, nameOf);
					expect(sorted.map(({ value }) => value).sort()).toEqual([...within]);
					for (const most of [0, 1, 2, 5])
						expect(inOrder(within, breakdown, order, nameOf, most)).toEqual(sorted.slice(0, most));
					const keys = sorted.map((share) => {
						const { g2 = 0, over = true } = representation(breakdown, share) ?? {};
						return order === 'count'
							? -share.count
							: order === 'name'
								? nameOf(share.value).charCodeAt(0)
								: over
									? -g2
									: g2;
					});
					for (let i = 1; i < keys.length; i++) expect(keys[i]).toBeGreaterThanOrEqual(keys[i - 1]);
				}
			})
		);
	});
});
