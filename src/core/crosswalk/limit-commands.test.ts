import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply } from './changes';
import { execute } from './commands';
import { command, empty, limit, run } from './commands.test-aid';
import { describe as inWords } from './describe';
import { type Command, CommandError, type Inquiry } from './inquiry';
import { limitsForAll, limitsOfIndex, withLimits, withoutLimits } from './limit-commands';
import { faultOfLimit, isSameLimit, limitInBrief, type LimitSetting } from './limits';
import { reconcile } from './reconcile';

const carryOut = (inquiry: Inquiry, commands: readonly Command[]) =>
	commands.reduce((at, one) => apply(at, execute(at, one)), inquiry);
const since2001: LimitSetting = { field: 'dc.date', from: 2001 };
const english: LimitSetting = { field: 'dc.language', values: ['en'] };
const limited = carryOut(empty, [
	{ kind: 'limit.set', limit: since2001 },
	{ kind: 'limit.set', limit: english }
]);

describe('a limit for all indexes', () => {
	it('holds in each, until one lifts it or has its own, which is seen there alone', () => {
		expect(limitsOfIndex(limited, 'a')).toEqual([since2001, english]);
		const own: LimitSetting = { field: 'dc.language', values: ['de'] };
		const apart = carryOut(limited, [
			{ kind: 'limit.lift', field: 'dc.date', indexCode: 'a', lifted: true },
			{ kind: 'strategy.set', indexCode: 'a', limits: [own] }
		]);
		expect(limitsOfIndex(apart, 'a')).toEqual([own]);
		expect(limitsForAll(apart, 'a').map(({ standing }) => standing)).toEqual(['lifted', 'own']);
		expect(limitsOfIndex(apart, 'b')).toEqual([since2001, english]);
		const lifted = carryOut(apart, [
			{ kind: 'limit.lift', field: 'dc.language', indexCode: 'a', lifted: true }
		]);
		expect(limitsOfIndex(lifted, 'a')).toEqual([]);
		expect(limitsForAll(lifted, 'a').map(({ standing }) => standing)).toEqual(['lifted', 'own']);
		expect(
			carryOut(lifted, [{ kind: 'limit.lift', field: 'dc.language', indexCode: 'a', lifted: false }])
		).toEqual(apart);
		expect(
			limitsOfIndex(carryOut(apart, [{ kind: 'limit.remove', field: 'dc.language', indexCode: 'a' }]), 'a')
		).toEqual([english]);
		const again = carryOut(apart, [
			{ kind: 'limit.lift', field: 'dc.date', indexCode: 'a', lifted: false },
			{ kind: 'limit.remove', field: 'dc.language' }
		]);
		expect(limitsOfIndex(again, 'a')).toEqual([since2001, own]);
		expect(limitsOfIndex(again, 'b')).toEqual([since2001]);
	});

	it('that is set anew keeps its place, and is lifted where it was', () => {
		const lifted = carryOut(limited, [
			{ kind: 'limit.lift', field: 'dc.date', indexCode: 'b', lifted: true },
			{ kind: 'limit.set', limit: { field: 'dc.date', lastYears: 5 } }
		]);
		expect(limitsOfIndex(lifted, 'a')).toEqual([{ field: 'dc.date', lastYears: 5 }, english]);
		expect(limitsOfIndex(lifted, 'b')).toEqual([english]);
	});

	it.each<[Command, string]>([
		[{ kind: 'limit.set', limit: { field: 'dc.date' } }, 'has values, or a range'],
		[{ kind: 'limit.set', limit: { field: 'dc.date', from: 2010, to: 2001 } }, 'wrong way round'],
		[{ kind: 'limit.set', limit: { field: 'dc.date', from: 2010, lastYears: 3 } }, 'or a range, or'],
		[{ kind: 'limit.set', limit: { field: 'dc.language', values: [] } }, 'would leave nothing'],
		[
			{ kind: 'limit.set', limit: { field: 'dc.language', values: Array.from({ length: 500 }, String) } },
			'at most 200 values'
		],
		[{ kind: 'limit.remove', field: 'oak.age' }, 'no longer set'],
		[{ kind: 'limit.lift', field: 'dc.date', indexCode: 'z', lifted: true }, 'does not use']
	])('is refused in words: %j', (wrong, words) => {
		expect(() => execute(limited, wrong)).toThrow(CommandError);
		expect(() => execute(limited, wrong)).toThrow(words);
	});

	it('is told in words', () => {
		const name = (code: string) => code.toUpperCase();
		const said = (one: Command) => inWords(limited, one, name);
		expect(said({ kind: 'limit.set', limit: since2001 })).toBe('Set for all indexes the limit Year: 2001 or later');
		expect(said({ kind: 'limit.lift', field: 'dc.date', indexCode: 'a', lifted: true })).toBe('Lifted the limit Year in A');
	}); // prettier-ignore

	it.each<[LimitSetting, string]>([
		[{ field: 'dc.date', from: 2015 }, '2015 or later'],
		[{ field: 'dc.date', from: 2015, to: 2015 }, '2015'],
		[{ field: 'dc.language', values: ['en', 'de'] }, 'en or de'],
		[{ field: 'oak.availability', values: ['free'] }, 'free online'],
		[{ field: 'oak.peerReviewed', values: ['true'] }, 'peer reviewed'],
		[{ field: 'oak.peerReviewed', values: ['false'] }, 'not: peer reviewed']
	])('stands beside a count in few words: %j', (one, words) => {
		const isFlag = one.field === 'oak.peerReviewed';
		expect(limitInBrief(one, { label: 'Peer reviewed', kind: isFlag ? 'flag' : 'choice' })).toBe(words);
	});

	it('set by one and another lifted by another go together; the same one set twice is put to the second', () => {
		const mine: Command = { kind: 'limit.set', limit: { field: 'dc.date', from: 2010 } };
		const after = (theirs: Command) => {
			const rows = execute(limited, theirs);
			return reconcile(apply(limited, rows), mine, [{ rows }]);
		};
		for (const theirs of [
			{ kind: 'limit.set', limit: { field: 'dc.type', values: ['book'] } },
			{ kind: 'limit.remove', field: 'dc.language' },
			{ kind: 'limit.lift', field: 'dc.date', indexCode: 'b', lifted: true }
		] satisfies Command[]) {
			const done = after(theirs);
			if (!('made' in done)) throw new Error('They do not go together.');
			const now = apply(done.inquiry, done.made);
			expect(now.limits['dc.date'].setting).toEqual(mine.limit);
			if (theirs.kind === 'limit.lift') expect(now.limits['dc.date'].liftedIn).toEqual(['b']);
		}
		const own: Command = { kind: 'limit.set', indexCode: 'a', limit: { field: 'dc.type', values: ['book'] } };
		const besides = execute(limited, own);
		const both = reconcile(apply(limited, besides), { ...mine, indexCode: 'a' }, [{ rows: besides }]);
		if (!('made' in both)) throw new Error('They do not go together.');
		expect(limitsOfIndex(apply(both.inquiry, both.made), 'a')).toEqual([english, own.limit, mine.limit]);
		const lifting: Command = { kind: 'limit.lift', indexCode: 'a', field: 'dc.type', lifted: true };
		const one = apply(limited, besides);
		const removal = execute(one, { kind: 'limit.remove', indexCode: 'a', field: 'dc.type' });
		expect(() => reconcile(apply(one, removal), lifting, [{ rows: removal }])).toThrow('no longer set');
		const changed = execute(one, { ...own, limit: { field: 'dc.type', values: ['thesis'] } });
		expect(reconcile(apply(one, changed), lifting, [{ rows: changed }])).toMatchObject({
			met: [
				{
					part: 'limits',
					yours: 'Kind of record: thesis (lifted)',
					theirs: 'Kind of record: thesis'
				}
			]
		});
		expect(after({ kind: 'limit.set', limit: { field: 'dc.date', lastYears: 3 } })).toMatchObject({
			met: [{ what: 'the limit Year', yours: 'Year: 2010 or later', theirs: 'Year: the last 3 years' }]
		});
	});

	it('and those of an index come to just what is wanted there, for random inquiries', () => {
		const wanted = fc.uniqueArray(limit, { selector: ({ field }) => field });
		const same = (one: readonly LimitSetting[], other: readonly LimitSetting[]) =>
			one.length === other.length && one.every((a) => other.some((b) => isSameLimit(a, b)));
		fc.assert(
			fc.property(fc.array(command, { maxLength: 30 }), wanted, (commands, limits) => {
				const inquiry = run(empty, commands);
				const other = limitsOfIndex(inquiry, 'b');
				const now = carryOut(inquiry, withLimits(inquiry, 'a', limits));
				expect(same(limitsOfIndex(now, 'a'), limits)).toBe(true);
				expect(limitsOfIndex(now, 'b')).toEqual(other);
				const fields = limits.map(({ field }) => field);
				const without = carryOut(inquiry, withoutLimits(inquiry, 'a', fields));
				expect(limitsOfIndex(without, 'a')).toEqual(
					limitsOfIndex(inquiry, 'a').filter(({ field }) => !fields.includes(field))
				);
				for (const one of limitsOfIndex(inquiry, 'b')) expect(faultOfLimit(one)).toBeUndefined();
			})
		);
	});
});
