import fc from 'fast-check';
import { describe as group, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, type Command, type Inquiry } from '$core/crosswalk';
import { resultOf, settingsOf, strategyOf, yieldsOf, type Sets, type LimitSetting } from '$core/search';
import {
	ASPECTS,
	naiveLeaf,
	naiveResult,
	narrower,
	someRecord,
	URIS,
	type NaiveRecord
} from '$core/search/naive.test-aid';
import { RecordSet } from '$core/search/record-set';
import type { IndexSummary } from '$lib/server/vocabulary/subject-indexes';
import { effectsOf } from './effects';
import type { StrategySession } from './strategy-session.svelte';

const CODE = 'a';
const index = { code: CODE, hasChief: true, hierarchical: true } as IndexSummary;

const somePick = fc.record({
	uri: fc.constantFrom(...URIS),
	withNarrower: fc.boolean(),
	chief: fc.boolean(),
	aspects: fc.subarray(ASPECTS)
});
const someConcept = fc.record({
	status: fc.constantFrom('required' as const, 'required' as const, 'exclude' as const),
	picks: fc.uniqueArray(somePick, { maxLength: 3, selector: ({ uri }) => uri }),
	words: fc.uniqueArray(fc.constantFrom('quiet', 'room*', 'noise', 'resting'), { maxLength: 2 })
});
const someLimits = fc.subarray<LimitSetting>([
	{ field: 'dc.date', from: 2002, to: 2005 },
	{ field: 'oak.ageBand', values: ['child'] }
]);

/** An inquiry made by the commands a person would send. */
function inquiryOf(
	concepts: {
		status: 'required' | 'exclude';
		picks: { uri: string; withNarrower: boolean; chief: boolean; aspects: string[] }[];
		words: string[];
	}[],
	limits: LimitSetting[],
	forAllToo: LimitSetting[] = []
): Inquiry {
	const commands = concepts.flatMap(({ status, picks, words }, c): Command[] => [
		{ kind: 'concept.add', id: `c${c}`, name: `concept ${c}` },
		{ kind: 'concept.set', id: `c${c}`, status },
		...picks.map(({ uri, ...switches }, p): Command => ({
			kind: 'pick.add',
			id: `c${c}p${p}`,
			conceptId: `c${c}`,
			indexCode: CODE,
			edition: '1',
			headings: [{ uri, label: uri }],
			...switches
		})),
		...words.map((text, w): Command => ({ kind: 'word.add', id: `c${c}w${w}`, conceptId: `c${c}`, text }))
	]);
	const set: Command = { kind: 'strategy.set', indexCode: CODE, limits };
	// One that the index has of its own stands in the place of one for all.
	const forAll = forAllToo.map((limit): Command => ({ kind: 'limit.set', limit }));
	const start = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: [CODE] });
	return [...commands, ...forAll, set].reduce(
		(state, command) => apply(state, execute(state, command)),
		start
	);
}

const setsOf = (records: readonly NaiveRecord[]): Sets => ({
	all: RecordSet.upTo(records.length),
	of: (leaf) => naiveLeaf(records, leaf)
});

/** What the screen of the strategy knows of an inquiry. */
function sessionOf(inquiry: Inquiry, records: readonly NaiveRecord[]): StrategySession {
	const strategy = strategyOf(inquiry, CODE);
	const yields = yieldsOf(strategy, setsOf(records), { variants: true });
	return {
		code: CODE,
		inquiry,
		settings: settingsOf(inquiry, CODE),
		view: { strategy, yields, typed: false, limits: [] }
	} as unknown as StrategySession;
}

group('what each part would change', () => {
	const records = fc.array(someRecord, { minLength: 20, maxLength: 50 });
	const concepts = fc.array(someConcept, { minLength: 1, maxLength: 3 });

	it('is what happens when the change is made', () => {
		fc.assert(
			fc.property(records, concepts, someLimits, someLimits, (all, made, limits, forAll) => {
				const inquiry = inquiryOf(made, limits, forAll);
				const before = resultOf(strategyOf(inquiry, CODE), setsOf(all)).size;
				for (const { command, by, what, part } of effectsOf(sessionOf(inquiry, all), index)) {
					const after = apply(inquiry, execute(inquiry, command));
					const found = naiveResult(all, strategyOf(after, CODE), narrower).size;
					expect(found - before, `${part}: ${what}`).toBe(by);
				}
			}),
			{ numRuns: 60 }
		);
	});

	it('comes largest first, never without an effect, and offers no switch that the index lacks', () => {
		fc.assert(
			fc.property(records, concepts, someLimits, (all, made, limits) => {
				const session = sessionOf(inquiryOf(made, limits), all);
				const sizes = effectsOf(session, index).map(({ by }) => Math.abs(by));
				expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
				expect(sizes).not.toContain(0);
				const flat = effectsOf(session, { ...index, hasChief: false, hierarchical: false });
				for (const { command } of flat) {
					// One that is set all the same can be taken off.
					if ('chief' in command) expect(command.chief).toBe(false);
					expect(command).not.toHaveProperty('withNarrower');
				}
			}),
			{ numRuns: 30 }
		);
	});

	it('is not told of a typed text, which no switch would change', () => {
		const inquiry = inquiryOf([{ status: 'required', picks: [], words: ['quiet', 'noise'] }], []);
		const all = fc.sample(someRecord, { numRuns: 60 });
		const session = sessionOf(inquiry, all);
		expect(effectsOf(session, index).length).toBeGreaterThan(0);
		expect(
			effectsOf({ ...session, view: { ...session.view, typed: true } } as StrategySession, index)
		).toEqual([]);
	});
});
