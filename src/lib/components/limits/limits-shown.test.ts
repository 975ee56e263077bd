import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, limitsOfIndex, type Command, type Inquiry } from '$core/crosswalk';
import { settingsOf } from '$core/search';
import { brief, definitionsOf, hasLimits, limitsShown, turnAll, turnEverywhere } from './limits-shown';

const AGE = { field: 'oak.age', label: 'Age band', kind: 'choice' as const, values: [] };
const A = { code: 'a', limits: [AGE] };
const B = { code: 'b', limits: [] };
const carryOut = (inquiry: Inquiry, ...commands: Command[]) =>
	commands
		.flatMap((one) => (one.kind === 'many' ? one.commands : [one]))
		.reduce((at, one) => apply(at, execute(at, one)), inquiry);
const limited = carryOut(
	emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['a', 'b'] }),
	{ kind: 'limit.set', limit: { field: 'dc.date', from: 2015 } },
	{ kind: 'limit.set', limit: { field: 'oak.age', values: ['old'] } },
	{ kind: 'strategy.set', indexCode: 'b', limits: [{ field: 'dc.language', values: ['de'] }] }
);

describe('the limits beside a count', () => {
	it('are those for all that the index knows, and its own, in words', () => {
		const shown = (inquiry: Inquiry, index: typeof A) =>
			limitsShown(inquiry, index).map(({ words, state, isForAll }) => [words, state, isForAll]);
		expect(shown(limited, A)).toEqual([
			['2015 or later', 'holds', true],
			['old', 'holds', true]
		]);
		expect(shown(limited, B)).toEqual([
			['2015 or later', 'holds', true],
			['old', 'unknown', true],
			['German', 'holds', false]
		]);
		expect(brief({ field: 'oak.hasDoi', values: ['true'] }, [])).toBe('has a DOI');
		expect(definitionsOf([A, A]).filter(({ field }) => field === 'oak.age')).toHaveLength(1);
	});

	it('are each lifted where they stand, and hold again by the same press', () => {
		for (const index of [A, B])
			for (const { field, state, isForAll, turn } of limitsShown(limited, index)) {
				if (!turn) {
					expect(state).toBe('unknown');
					continue;
				}
				const lifted = carryOut(limited, turn);
				expect(limitsOfIndex(lifted, index.code).some((limit) => limit.field === field)).toBe(false);
				const again = limitsShown(lifted, index).find((one) => one.field === field);
				expect(again).toMatchObject({ state: 'lifted', isForAll });
				expect(carryOut(lifted, again?.turn as Command)).toEqual(limited);
			}
	});

	it('are all lifted at once, in one index or in all, and one of them lets all hold again', () => {
		expect(hasLimits(limited, [A])).toBe(true);
		const lifted = carryOut(limited, turnAll(limited, [A, B]));
		expect(['a', 'b'].map((code) => settingsOf(lifted, code).lifted)).toEqual([true, true]);
		expect(limitsShown(lifted, A).every(({ state }) => state === 'lifted')).toBe(true);
		const [first] = limitsShown(lifted, A);
		const again = carryOut(lifted, first.turn as Command);
		expect(['a', 'b'].map((code) => settingsOf(again, code).lifted)).toEqual([false, true]);
		const one = lifted.limits['dc.date'];
		expect(settingsOf(carryOut(lifted, turnEverywhere(lifted, one, '') as Command), 'b').lifted).toBe(false);
	});

	it('for all are lifted in every index at once', () => {
		const partly = carryOut(limited, { kind: 'limit.lift', field: 'dc.date', indexCode: 'a', lifted: true });
		const none = carryOut(
			partly,
			turnEverywhere(partly, partly.limits['dc.date'], '2015 or later') as Command
		);
		expect(none.limits['dc.date'].liftedIn).toEqual(['a', 'b']);
		const all = carryOut(none, turnEverywhere(none, none.limits['dc.date'], '2015 or later') as Command);
		expect(all.limits['dc.date'].liftedIn).toEqual([]);
		const own = ['a', 'b'].map((indexCode): Command => ({
			kind: 'limit.set',
			limit: { field: 'dc.date', from: 2001 },
			indexCode
		}));
		const apart = carryOut(limited, own[0]);
		const rest = carryOut(apart, turnEverywhere(apart, apart.limits['dc.date'], '') as Command);
		expect(rest.limits['dc.date'].liftedIn).toEqual(['b']);
		expect(settingsOf(rest, 'a').limits).toEqual(settingsOf(apart, 'a').limits);
		const ownEverywhere = carryOut(apart, own[1]);
		expect(turnEverywhere(ownEverywhere, ownEverywhere.limits['dc.date'], '')).toBeUndefined();
	});
});
