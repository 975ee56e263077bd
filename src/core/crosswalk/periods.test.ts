import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply } from './changes';
import { execute } from './commands';
import { emptyInquiry, type Command, type Inquiry } from './inquiry';
import { firstYear, notPicked, predecessorsFrom, takePredecessors } from './periods';

const SIZE = 8;
const chains = fc.record({
	years: fc.array(fc.option(fc.integer({ min: 1980, max: 2020 }), { nil: undefined }), {
		minLength: SIZE,
		maxLength: SIZE
	}),
	edges: fc.array(fc.array(fc.nat(SIZE - 1), { maxLength: 3 }), { minLength: SIZE, maxLength: SIZE })
});

describe('what came before a heading', () => {
	it('is followed as far back as the search begins, and no further, even where chains go round', () => {
		fc.assert(
			fc.property(
				chains,
				fc.nat(SIZE - 1),
				fc.integer({ min: 1980, max: 2020 }),
				({ years, edges }, n, from) => {
					const introduced = new Map(
						years.flatMap((year, i) => (year === undefined ? [] : [[i, year] as const]))
					);
					const predecessors = new Map(edges.map((own, i) => [i, own]));
					const found = predecessorsFrom(n, from, { introduced, predecessors });
					/** Goes on step by step until nothing is added. */
					const isLate = (one: number) => (introduced.get(one) ?? -Infinity) > from;
					const grown = (known: Set<number>): Set<number> => {
						const next = new Set([...known].flatMap((one) => [one, ...(isLate(one) ? edges[one] : [])]));
						return next.size === known.size ? known : grown(next);
					};
					const wanted = grown(new Set([n]));
					wanted.delete(n);
					expect([...found].sort()).toEqual([...wanted].sort());
				}
			)
		);
	});

	it('is nothing for a heading that was there when the search begins', () => {
		const all = { introduced: new Map([[0, 1990], [1, 1980]]), predecessors: new Map([[0, [1]]]) }; // prettier-ignore
		expect(predecessorsFrom(0, 1990, all)).toEqual([]);
		expect(predecessorsFrom(0, 1989, all)).toEqual([1]);
	});
});

function inquiryWith(...more: Command[]): Inquiry {
	const start = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['fern'] });
	const commands: Command[] = [
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{
			kind: 'pick.add',
			id: 'p',
			conceptId: 'c',
			indexCode: 'fern',
			edition: '2024',
			headings: [{ uri: 'u:soundscape', label: 'Soundscape' }],
			chief: true,
			fit: 'exact'
		},
		...more
	];
	return commands.reduce((state, command) => apply(state, execute(state, command)), start);
}
const OLD = { uri: 'u:noise', label: 'Noise' };

describe('the first year that is searched', () => {
	const limit = (fields: object, lifted = false): Command => ({
		kind: 'strategy.set',
		indexCode: 'fern',
		limits: [{ field: 'dc.date', ...fields }],
		lifted
	});
	it.each([
		['no limit', inquiryWith(), undefined],
		['from a year on', inquiryWith(limit({ from: 2010 })), 2010],
		['the last five years', inquiryWith(limit({ lastYears: 5 })), 2022],
		['up to a year', inquiryWith(limit({ to: 2010 })), undefined],
		['lifted', inquiryWith(limit({ from: 2010 }, true)), undefined]
	])('with %s', (_, inquiry, year) => expect(firstYear(inquiry, 'fern', 2026)).toBe(year));
});

describe('taking what came before', () => {
	it('picks it with the same switches, to be judged, once', () => {
		const inquiry = inquiryWith();
		const { p } = inquiry.picks;
		expect(notPicked(inquiry, p, [OLD])).toEqual([OLD]);
		const command = takePredecessors(p, [OLD], '2025');
		const taken = apply(inquiry, execute(inquiry, command));
		expect(taken.picks['p.before1']).toMatchObject({
			headings: [OLD],
			chief: true,
			fit: 'notJudged',
			edition: '2025',
			note: 'Carries the years before “Soundscape”.'
		});
		expect(notPicked(taken, p, [OLD])).toEqual([]);
	});

	it('offers again what was rejected', () => {
		const inquiry = inquiryWith({
			kind: 'pick.add',
			id: 'r',
			conceptId: 'c',
			indexCode: 'fern',
			edition: '2024',
			headings: [OLD],
			role: 'rejected'
		});
		expect(notPicked(inquiry, inquiry.picks.p, [OLD])).toEqual([OLD]);
	});
});
