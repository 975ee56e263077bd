import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RecordSet } from '../search';
import { drawnInProportion, lensArea, type Circle } from './circles';
import { MOST_SETS, recordsOfRegion, regionsOf, type Region } from './overlap';

const numbers = fc.uniqueArray(fc.nat(200), { maxLength: 120 });
const sets = (most: number) =>
	fc.array(
		numbers.map((own) => RecordSet.from(own)),
		{ minLength: 1, maxLength: most }
	);

describe('The regions of sets', () => {
	it('are those that asking every set about every record gives, largest first', () => {
		fc.assert(
			fc.property(sets(6), (all) => {
				const counts = new Map<string, number>();
				for (let n = 0; n <= 200; n++) {
					const members = all.flatMap((set, i) => (set.toArray().includes(n) ? [i] : []));
					if (members.length > 0) counts.set(members.join(), (counts.get(members.join()) ?? 0) + 1);
				}
				const regions = regionsOf(all);
				expect(new Map(regions.map(({ members, count }) => [members.join(), count]))).toEqual(counts);
				expect(regions.map(({ count }) => count)).toEqual(
					regions.map(({ count }) => count).sort((a, b) => b - a)
				);
			})
		);
	});

	it('hold each record of any set once, and open as many records as they say', () => {
		fc.assert(
			fc.property(sets(8), (all) => {
				const opened = regionsOf(all).map(({ members, count }) => {
					const records = recordsOfRegion(all, members);
					expect(records.size).toBe(count);
					return records;
				});
				const union = RecordSet.union(all);
				expect(opened.reduce((sum, { size }) => sum + size, 0)).toBe(union.size);
				expect([...RecordSet.union(opened).toArray()]).toEqual([...union.toArray()]);
			})
		);
	});

	it('are none of nothing, and refused for more sets than can be told apart', () => {
		expect(regionsOf([])).toEqual([]);
		expect(regionsOf([RecordSet.empty, RecordSet.empty])).toEqual([]);
		expect(recordsOfRegion([RecordSet.from([1])], [])).toBe(RecordSet.empty);
		expect(recordsOfRegion([RecordSet.from([1])], [0, 7])).toBe(RecordSet.empty);
		const one = RecordSet.from([7]);
		const most = Array.from({ length: MOST_SETS }, () => one);
		expect(regionsOf(most)).toEqual([{ members: most.map((_, i) => i), count: 1 }]);
		expect(() => regionsOf([...most, one])).toThrow(RangeError);
	});
});

/** Shares of a drawing, by throwing points at it: knows nothing of how it was made. */
function sharesSeen(circles: readonly Circle[]): Map<string, number> {
	const left = Math.min(...circles.map(({ x, r }) => x - r));
	const top = Math.min(...circles.map(({ y, r }) => y - r));
	const wide = Math.max(...circles.map(({ x, r }) => x + r)) - left;
	const high = Math.max(...circles.map(({ y, r }) => y + r)) - top;
	const STEPS = 400;
	/** By the circles that a point is in, a bit for each. */
	const seen = new Uint32Array(2 ** circles.length);
	for (let i = 0; i < STEPS; i++)
		for (let j = 0; j < STEPS; j++) {
			const [x, y] = [left + ((i + 0.5) / STEPS) * wide, top + ((j + 0.5) / STEPS) * high];
			let members = 0;
			for (let n = 0; n < circles.length; n++) {
				const { x: ownX, y: ownY, r } = circles[n];
				if ((x - ownX) ** 2 + (y - ownY) ** 2 < r ** 2) members |= 1 << n;
			}
			seen[members]++;
		}
	const all = seen.subarray(1).reduce((sum, count) => sum + count, 0);
	const named = (members: number) => circles.flatMap((_, n) => ((members >> n) & 1 ? [n] : [])).join();
	return new Map(
		Array.from(seen, (count, members): [string, number] => [named(members), count / all]).filter(
			([members, share]) => members !== '' && share > 0
		)
	);
}

function expectInProportion(regions: readonly Region[], circles: readonly Circle[]): void {
	const total = regions.reduce((sum, { count }) => sum + count, 0);
	const seen = sharesSeen(circles);
	for (const { members, count } of regions) {
		expect(Math.abs((seen.get(members.join()) ?? 0) - count / total)).toBeLessThan(0.025);
		seen.delete(members.join());
	}
	for (const share of seen.values()) expect(share).toBeLessThan(0.025);
}

const amount = fc.nat(2_000);

describe('A drawing of regions', () => {
	it('of two sets is always in proportion, also where they share nothing or all', () => {
		fc.assert(
			fc.property(amount, amount, amount, (a, b, both) => {
				const regions = [
					{ members: [0], count: a },
					{ members: [1], count: b },
					{ members: [0, 1], count: both }
				].filter(({ count }) => count > 0);
				const drawing = drawnInProportion(regions, 2);
				if (a + both === 0 || b + both === 0) return void expect(drawing).toBeUndefined();
				if (!drawing) throw new Error('not drawn');
				expectInProportion(regions, drawing.circles);
				expect(drawing.error).toBeLessThan(0.02);
			}),
			{ numRuns: 40 }
		);
	});

	it('of three sets is in proportion or is not drawn at all; its numbers stand in their regions', () => {
		let drawn = 0;
		fc.assert(
			fc.property(fc.array(amount, { minLength: 7, maxLength: 7 }), (counts) => {
				const regions = counts
					.map((count, i) => ({ members: [0, 1, 2].filter((n) => (i + 1) & (1 << n)), count }))
					.filter(({ count }) => count > 0);
				const drawing = drawnInProportion(regions, 3);
				if (!drawing) return;
				drawn++;
				expectInProportion(regions, drawing.circles);
				for (const { members, x, y } of drawing.places)
					expect(
						drawing.circles.flatMap((own, n) => (Math.hypot(x - own.x, y - own.y) < own.r ? [n] : []))
					).toEqual(members);
			}),
			{ numRuns: 40 }
		);
		expect(drawn).toBeGreaterThan(0);
	});

	it('of what circles can show well is drawn: three that share a middle, three apart, one in another', () => {
		const of = (counts: Record<string, number>) =>
			Object.entries(counts).map(([members, count]) => ({ members: members.split('').map(Number), count }));
		for (const counts of [
			{ 0: 100, 1: 100, 2: 100, '01': 30, '02': 30, '12': 30, '012': 20 },
			{ 0: 50, 1: 80, 2: 20 },
			{ 0: 50, '01': 30, 2: 40 },
			{ 0: 200, 1: 10, '01': 40, 2: 60 }
		] as Record<string, number>[]) {
			const regions = of(counts);
			const drawing = drawnInProportion(regions, 3);
			expect(drawing, JSON.stringify(counts)).toBeDefined();
			if (drawing) expectInProportion(regions, drawing.circles);
		}
	});

	it('is not made of one set, of four, or of what circles cannot show', () => {
		expect(drawnInProportion([{ members: [0], count: 3 }], 1)).toBeUndefined();
		expect(drawnInProportion([{ members: [0, 1, 2, 3], count: 3 }], 4)).toBeUndefined();
		// Every two share much, all three nothing.
		const hollow = [[0, 1], [0, 2], [1, 2]].map((members) => ({ members, count: 100 })); // prettier-ignore
		expect(drawnInProportion(hollow, 3)).toBeUndefined();
	});

	it('measures what two circles share as the published formula has it', () => {
		expect(lensArea(1, 1, 0)).toBeCloseTo(Math.PI);
		expect(lensArea(1, 1, 2)).toBe(0);
		expect(lensArea(1, 1, 1)).toBeCloseTo((2 * Math.PI) / 3 - Math.sqrt(3) / 2);
		expect(lensArea(3, 1, 1)).toBeCloseTo(Math.PI);
	});
});
