import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sharingValues } from './neighbours';
import { ValueListsMaker } from '../search';

describe('records that share values', () => {
	it('are all that share one, nearest first by what is rare', () => {
		const values = fc.array(fc.uniqueArray(fc.nat(5)), { minLength: 1, maxLength: 20 });
		fc.assert(
			fc.property(values, (of) => {
				const maker = new ValueListsMaker(of.length);
				of.forEach((own, record) => own.forEach((value) => maker.add(record, value)));
				const near = sharingValues(maker.lists(6), 0, Infinity);
				const df = (value: number) => of.filter((own) => own.includes(value)).length;
				const weightOf = (record: number) =>
					of[record]
						.filter((value) => of[0].includes(value))
						.reduce((sum, value) => sum + Math.log(of.length / df(value)), 0);
				// What every record has brings nobody nearer.
				const wanted = [...of.keys()].slice(1).filter((record) => weightOf(record) > 0);
				expect(near.map(({ record }) => record).sort((a, b) => a - b)).toEqual(wanted);
				near.forEach(({ record, weight, shared }, i) => {
					expect(weight).toBeCloseTo(weightOf(record), 9);
					expect(shared).toBeGreaterThan(0);
					if (i > 0) expect(weight).toBeLessThanOrEqual(near[i - 1].weight);
				});
				expect(sharingValues(maker.lists(6), 0, 2)).toEqual(near.slice(0, 2));
			})
		);
	});
});
