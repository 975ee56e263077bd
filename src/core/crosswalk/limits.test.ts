import { describe, expect, it } from 'vitest';
import { COMMON_LIMITS, describeLimit, inYear, type LimitSetting } from './limits';

describe('a limit', () => {
	it.each<[LimitSetting, string]>([
		[{ field: 'dc.date', from: 2001, to: 2010 }, 'Year: 2001 to 2010'],
		[{ field: 'dc.date', from: 2001 }, 'Year: 2001 or later'],
		[{ field: 'dc.date', to: 2010 }, 'Year: up to 2010'],
		[{ field: 'dc.date', lastYears: 5 }, 'Year: the last 5 years'],
		[{ field: 'dc.date', values: ['2001', '2003'] }, 'Year: 2001 or 2003']
	])('is told in words: %j', (limit, words) => expect(describeLimit(limit, 'Year')).toBe(words));

	it('of the last years ends with the year of the run, and counts it', () => {
		expect(inYear({ field: 'dc.date', lastYears: 1 }, 2026)).toEqual({
			field: 'dc.date',
			from: 2026,
			to: 2026
		});
		expect(inYear({ field: 'dc.date', lastYears: 10 }, 2026)).toMatchObject({ from: 2017, to: 2026 });
	});

	it('that names its years stays as it is in any year', () => {
		const limit = { field: 'dc.date', from: 2001 };
		expect(inYear(limit, 2026)).toBe(limit);
	});

	it('that every index offers has a name of its own', () => {
		const fields = COMMON_LIMITS.map(({ field }) => field);
		expect(new Set(fields).size).toBe(fields.length);
	});
});
