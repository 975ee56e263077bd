import { describe, expect, it } from 'vitest';
import { dayOf, daysOf, stepDay } from './moments';

const at = (day: number, hour: number) => new Date(2026, 10, day, hour).getTime();
const days = daysOf({
	revisions: [1, 2, 3, 5, 6],
	times: [at(1, 9), at(1, 10), at(3, 9), at(3, 23), at(4, 0)]
});

describe('the days of a history', () => {
	it('hold the changes made on each, where a revision may be missing', () => {
		expect(days.map(({ first, last, changes }) => [first, last, changes])).toEqual([
			[1, 2, 2],
			[3, 5, 2],
			[6, 6, 1]
		]);
		expect(days[0].says).toContain('1 Nov 2026');
		expect(dayOf(days, 0)).toBeUndefined();
		expect(dayOf(days, 4)).toBe(days[1]);
		expect(daysOf({ revisions: [], times: [] })).toEqual([]);
	});

	it('are stepped through by their ends, from the beginning and back to it', () => {
		const forward = [0];
		while (forward.length < 9) {
			const last = forward[forward.length - 1];
			const next = stepDay(days, last, 1);
			if (next === last) break;
			forward.push(next);
		}
		expect(forward).toEqual([0, 2, 5, 6]);
		expect([6, 5, 4, 2, 1, 0].map((revision) => stepDay(days, revision, -1))).toEqual([5, 2, 2, 0, 0, 0]);
		expect(stepDay(days, 3, 1)).toBe(5);
		expect(stepDay([], 0, 1)).toBe(0);
	});
});
