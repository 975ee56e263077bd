import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	type Both,
	compareCells,
	compareLists,
	type DecidedCells,
	kappaOf,
	settle,
	settledAs,
	settleWork,
	takeInAgreed,
	takeInWorks
} from './agreement';
import { apply } from './changes';
import { execute } from './commands';
import { emptyInquiry, type Command, type Inquiry, type Pick } from './inquiry';
import { DECISIONS, type ListEntry } from './list-entry';

const PLACES = ['c', 'd'].flatMap((conceptId) =>
	['yarrow', 'alder'].map((indexCode) => ({ conceptId, indexCode }))
);
const main = (): Inquiry => {
	const empty = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'alder'] });
	return ['c', 'd'].reduce((inquiry, id) => done(inquiry, { kind: 'concept.add', id, name: id }), empty);
};
const done = (inquiry: Inquiry, command: Command) => apply(inquiry, execute(inquiry, command));

/** What somebody decided of each cell: some of five headings, with or without narrower; that there is none; or nothing. */
const decidedCell = fc.oneof(
	fc.constant('none' as const),
	fc.dictionary(fc.constantFrom('h1', 'h2', 'h3', 'h4', 'h5'), fc.boolean(), { maxKeys: 5 })
);
const decided = fc.array(decidedCell, { minLength: 4, maxLength: 4 });
type Decided = 'none' | Record<string, boolean>;

function cellsOf(list: readonly Decided[]): Inquiry {
	let inquiry = main();
	for (const [i, place] of PLACES.entries()) {
		const own = list[i];
		if (own === 'none') inquiry = done(inquiry, { kind: 'cell.noHeading', ...place, tried: [], edition: '' });
		else
			for (const [uri, withNarrower] of Object.entries(own))
				inquiry = done(inquiry, {
					kind: 'pick.add',
					id: `${place.conceptId} ${place.indexCode} ${uri}`,
					...place,
					headings: [{ uri, label: uri }],
					edition: '1',
					withNarrower
				});
	}
	return inquiry;
}

describe('two who decided cells apart', () => {
	it('agree as much as a count over all headings says, by concept, index and in all', () => {
		fc.assert(
			fc.property(decided, decided, (first, second) => {
				const compared = compareCells([cellsOf(first), cellsOf(second)], PLACES);
				const naive = (ofPlace: (place: (typeof PLACES)[number]) => boolean) => {
					let [both, one, other] = [0, 0, 0];
					for (const [i, place] of PLACES.entries())
						for (const heading of ofPlace(place) ? ['h1', 'h2', 'h3', 'h4', 'h5'] : []) {
							const has = [first, second].map((list) => {
								const own = list[i];
								return own !== 'none' && heading in own;
							});
							if (has[0] && has[1]) both++;
							else if (has[0]) one++;
							else if (has[1]) other++;
						}
					const all = 2 * both + one + other;
					return { both, alone: [one, other], share: all === 0 ? null : (2 * both) / all };
				};
				expect(compared.all).toEqual(naive(() => true));
				for (const id of ['c', 'd'])
					expect(compared.byConcept[id]).toEqual(naive(({ conceptId }) => conceptId === id));
				for (const code of ['yarrow', 'alder'])
					expect(compared.byIndex[code]).toEqual(naive(({ indexCode }) => indexCode === code));
			})
		);
	});

	it('come to one record: what both have is taken in, and each difference is settled by one command', () => {
		const choice = fc.constantFrom(0 as const, 1 as const, undefined);
		fc.assert(
			fc.property(decided, decided, fc.infiniteStream(choice), (first, second, choices) => {
				const sides: Both<DecidedCells> = [cellsOf(first), cellsOf(second)];
				const { agreed, differences } = compareCells(sides, PLACES);
				let id = 0;
				let inquiry = main();
				for (const command of takeInAgreed(inquiry, sides, agreed, () => `new ${id++}`))
					inquiry = done(inquiry, command);
				expect(takeInAgreed(inquiry, sides, agreed, () => 'none')).toEqual([]);
				for (const difference of differences) {
					const side = choices.next().value as 0 | 1 | undefined;
					const command = settle(inquiry, sides, difference, side, `new ${id++}`);
					if (!command) continue;
					// That there is no heading cannot be said of a cell that has one by now.
					const isFree = settledAs(inquiry, difference) === undefined;
					if (difference.kind === 'noHeading' && !isFree) continue;
					inquiry = done(inquiry, command);
					const wanted = difference.kind === 'noHeading' || (side !== undefined && difference.picks[side]);
					expect(settledAs(inquiry, difference)).toBe(wanted ? 'kept' : 'leftOut');
				}
				const open = differences.filter((one) => settledAs(inquiry, one) === undefined);
				expect(open.every(({ kind }) => kind === 'noHeading')).toBe(true);
			})
		);
	});

	it('differ where both search a heading in other ways, and each way can be had', () => {
		const sides = [cellsOf([{ h1: true }, {}, {}, {}]), cellsOf([{ h1: false }, {}, {}, {}])] as const;
		const { all, agreed, differences } = compareCells(sides, PLACES);
		expect(all).toEqual({ both: 1, alone: [0, 0], share: 1 });
		expect(agreed).toEqual([]);
		expect(differences).toMatchObject([{ kind: 'how', conceptId: 'c', indexCode: 'yarrow' }]);
		for (const side of [0, 1] as const) {
			const inquiry = done(main(), settle(main(), sides, differences[0], side, 'new') as Command);
			expect(Object.values<Pick>(inquiry.picks)).toMatchObject([{ id: 'new', withNarrower: side === 0 }]);
		}
	});

	it('is put over what the inquiry had recorded of the same heading', () => {
		const sides = [cellsOf([{ h1: true }, {}, {}, {}]), cellsOf([{}, {}, {}, {}])] as const;
		const [difference] = compareCells(sides, PLACES).differences;
		const left = done(main(), settle(main(), sides, difference, undefined, 'p') as Command);
		expect(left.picks.p).toMatchObject({ role: 'rejected' });
		const again = done(left, settle(left, sides, difference, 0, 'q') as Command);
		expect(Object.values<Pick>(again.picks)).toMatchObject([
			{ id: 'p', role: 'searched', withNarrower: true }
		]);
	});
});

const table = fc.array(fc.array(fc.nat({ max: 30 }), { minLength: 2, maxLength: 2 }), {
	minLength: 2,
	maxLength: 2
});

describe('kappa', () => {
	it('has the value and the standard error of a table worked out by hand', () => {
		// Observed 0.7, by chance 0.5: 0.2 / 0.5; the variance by Fleiss, Cohen and Everitt’s formula (13).
		const found = kappaOf([
			[20, 5],
			[10, 15]
		]);
		expect(found?.value).toBeCloseTo(0.4, 12);
		const agreeing = 0.4 * (1 - (0.5 + 0.6) * 0.6) ** 2 + 0.3 * (1 - (0.5 + 0.4) * 0.6) ** 2;
		const differing = 0.36 * (0.1 * (0.6 + 0.5) ** 2 + 0.2 * (0.4 + 0.5) ** 2);
		const error = Math.sqrt((agreeing + differing - (0.4 - 0.5 * 0.6) ** 2) / 50) / 0.5;
		expect(found?.standardError).toBeCloseTo(error, 12);
	});

	it('has the standard error that the delta method gives by differences', () => {
		const value = (cells: readonly number[]) => {
			const [a, b, c, d] = cells;
			const observed = a + d;
			const expected = (a + b) * (a + c) + (c + d) * (b + d);
			return (observed - expected) / (1 - expected);
		};
		fc.assert(
			fc.property(table, (counts) => {
				const found = kappaOf(counts);
				const total = counts.flat().reduce((sum, count) => sum + count, 0);
				if (!found) return;
				const cells = counts.flat().map((count) => count / total);
				const step = 1e-6;
				const slopes = cells.map((_, i) => {
					const moved = (by: number) => value(cells.map((cell, j) => (i === j ? cell + by : cell)));
					return (moved(step) - moved(-step)) / (2 * step);
				});
				const mean = cells.reduce((sum, cell, i) => sum + cell * slopes[i], 0);
				const variance = cells.reduce((sum, cell, i) => sum + cell * slopes[i] ** 2, 0) - mean ** 2;
				expect(found.value).toBeCloseTo(value(cells), 9);
				expect(found.standardError ** 2 * total).toBeCloseTo(variance, 3);
			})
		);
	});

	it('is none where there is nothing, or where they could only agree', () => {
		expect(kappaOf([[0, 0], [0, 0]])).toBeNull(); // prettier-ignore
		expect(kappaOf([[9, 0], [0, 0]])).toBeNull(); // prettier-ignore
		expect(kappaOf([[0, 3], [3, 0]])).toMatchObject({ value: -1 }); // prettier-ignore
	});
});

describe('two who decided a reading list apart', () => {
	const decisions = fc.array(fc.tuple(fc.constantFrom(...DECISIONS), fc.constantFrom(...DECISIONS)), {
		maxLength: 40
	});

	it('are compared work by work, and settling every difference leaves none open that either decided', () => {
		fc.assert(
			fc.property(decisions, fc.array(fc.constantFrom(0 as const, 1 as const)), (list, choices) => {
				const works = list.map((_, i) => `w${i}`);
				const sideOf = (side: 0 | 1) =>
					Object.fromEntries(list.map((own, i) => [works[i], { decision: own[side], reason: `r${side}` }]));
				const sides = [sideOf(0), sideOf(1)] as const;
				const { table, open, share, differences } = compareLists(works, sides);
				const count = (a: string, b: string) => list.filter(([x, y]) => x === a && y === b).length;
				expect(table).toEqual([
					[count('keep', 'keep'), count('keep', 'drop')],
					[count('drop', 'keep'), count('drop', 'drop')]
				]);
				expect(open).toBe(list.filter((own) => own.includes('open')).length);
				const both = list.length - open;
				if (both === 0) expect(share).toBeNull();
				else expect(share).toBeCloseTo((count('keep', 'keep') + count('drop', 'drop')) / both, 12);
				expect(differences.map(({ id }) => id).sort()).toEqual(
					works.filter((_, i) => list[i][0] !== list[i][1]).sort()
				);
				let inquiry = main();
				const entries = works.map((id) => ({
					id,
					records: [{ indexCode: 'yarrow', record: id }],
					title: id,
					authors: '',
					source: '',
					year: null
				}));
				if (entries.length > 0) inquiry = done(inquiry, { kind: 'entries.add', from: '', entries });
				for (const command of takeInWorks(inquiry.entries, sides)) inquiry = done(inquiry, command);
				expect(takeInWorks(inquiry.entries, sides)).toEqual([]);
				const chosen = differences.map((one, i) => {
					const side = choices[i] ?? (one.decisions[0] === 'open' ? 1 : 0);
					inquiry = done(inquiry, settleWork(one, side));
					return [one.id, one.decisions[side]] as const;
				});
				for (const [id, decision] of chosen) expect(inquiry.entries[id].decision).toBe(decision);
				for (const [i, [first, second]] of list.entries())
					if (first === second) expect((inquiry.entries[works[i]] as ListEntry).decision).toBe(first);
			})
		);
	});
});
