import fc from 'fast-check';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { yearOf } from '../../../core/evidence/citation';
import type { RecordDraft } from '../../../core/formats/record-draft';
import type { LimitSetting } from '../../../core/search';
import { dropDatabase } from '../db/database.test-aid';
import { catalogue } from '../holdings';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { describeSearching } from '../vocabulary/subject-indexes';
import '../wings';
import { limitsAnswer } from './search-api';
import { costsOfLimit, limitsOfInquiry, setLimits } from './limits-for-all';
import { findRecords, searchIndex, strategyView } from './searching';

const SOURCES = ['Ward and Bedside', 'Annals of Quiet', 'Corridor Letters'];
/** Every part of a record is there in some and lacks in others. */
const draftOf = (code: string, i: number): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: i % 7 === 0 ? 'book' : 'article-journal',
		title: i % 3 === 0 ? `Noise ${i}` : `Sleep ${i}`,
		...(i % 4 > 0 && { issued: { 'date-parts': [[2000 + (i % 25)]] } }),
		...(i % 5 > 0 && { language: i % 2 ? 'en' : 'de' }),
		...(i % 6 > 1 && { abstract: 'Counted at night.' }),
		...(i % 3 > 0 && { keyword: 'corridor talk' }),
		...(i % 8 > 2 && { DOI: `10.5555/${code}.${i}` }),
		'container-title': SOURCES[i % 3]
	},
	limits: code === 'yarrow' && i % 3 > 0 ? { 'oak.shift': [i % 2 ? 'night' : 'day'] } : {},
	...(i % 9 === 0 && { cites: [`${code}-1`] }),
	taggings: []
});
const DRAFTS = Object.fromEntries(
	['yarrow', 'fern'].map((code) => [code, Array.from({ length: 80 }, (_, i) => draftOf(code, i))])
);

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await describeSearching(LOCAL_PERSON, 'yarrow', {
		limits: [{ field: 'oak.shift', label: 'Shift', kind: 'choice', values: [] }]
	});
	for (const code of ['yarrow', 'fern']) await store(code, DRAFTS[code]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	await send({ kind: 'concept.add', id: 'c', name: 'noise' });
	await send({ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' });
});
afterAll(() => dropDatabase(url));

const send = (command: Parameters<typeof changeInquiry>[2]) => changeInquiry(LOCAL_PERSON, 'q', command);
const saysNoise = ({ item }: RecordDraft) => item.title?.startsWith('Noise');

/** Values of a record for a field, read from what it was made of. */
function valuesOf({ item, limits, cites }: RecordDraft, field: string): string[] {
	const flag = (has: unknown) => [has ? 'true' : 'false'];
	const kinds = (): string[] => {
		const found = catalogue()?.kindsOf({ source: item['container-title'], year: yearOf(item), doi: item.DOI }) ?? []; // prettier-ignore
		return found.length > 1 ? found.filter((kind) => kind !== 'request') : found;
	};
	switch (field) {
		case 'dc.date':
			return item.issued ? [String(yearOf(item))] : [];
		case 'dc.language':
			return item.language ? [item.language] : [];
		case 'dc.type':
			return [item.type === 'book' ? 'book' : 'journal article'];
		case 'oak.hasAbstract':
			return flag(item.abstract);
		case 'oak.hasKeywords':
			return flag(item.keyword);
		case 'oak.hasReferences':
			return flag(cites);
		case 'oak.hasDoi':
			return flag(item.DOI);
		case 'oak.availability':
			return kinds();
		default:
			return limits?.[field] ?? [];
	}
}
const passes = (draft: RecordDraft, { field, values, from = -Infinity, to = Infinity }: LimitSetting) =>
	valuesOf(draft, field).some((value) =>
		values ? values.includes(value) : Number(value) >= from && Number(value) <= to
	);

const anyLimit: fc.Arbitrary<LimitSetting> = fc.oneof<fc.Arbitrary<LimitSetting>[]>(
	fc.record({ field: fc.constant('dc.date'), from: fc.integer({ min: 1999, max: 2026 }) }),
	fc.record({ field: fc.constant('dc.language'), values: fc.constantFrom(['en'], ['en', 'de']) }),
	fc.record({ field: fc.constant('dc.type'), values: fc.constant(['book']) }),
	fc.record({ field: fc.constant('oak.shift'), values: fc.constantFrom(['night'], ['day', 'night']) }),
	fc.record({ field: fc.constant('oak.availability'), values: fc.constantFrom(['free'], ['online', 'print'], ['request']) }),
	fc.record({ field: fc.constantFrom('oak.hasAbstract', 'oak.hasKeywords', 'oak.hasReferences', 'oak.hasDoi'), values: fc.constantFrom(['true'], ['false']) })
).map((limit) => ({ ...limit })); // prettier-ignore
const limitSet = fc.uniqueArray(anyLimit, { maxLength: 3, selector: ({ field }) => field });

describe('limits for all', () => {
	it('cost in each index, before they are set, what they come to once they are, counted by hand', async () => {
		expect(catalogue()).toBeDefined();
		await fc.assert(
			fc.asyncProperty(limitSet, anyLimit, async (set, wanted) => {
				await setLimits(LOCAL_PERSON, 'q', { all: set, own: {} });
				const costs = await costsOfLimit(LOCAL_PERSON, 'q', wanted);
				await send({ kind: 'limit.set', limit: wanted });
				const others = set.filter(({ field }) => field !== wanted.field);
				for (const { code, count, without, then, doesNotMatch, notLabelled, standing } of costs) {
					const holds = ({ field }: LimitSetting) => field !== 'oak.shift' || code === 'yarrow';
					const within = (limits: readonly LimitSetting[]) =>
						DRAFTS[code].filter((one) => saysNoise(one) && limits.filter(holds).every((limit) => passes(one, limit)));
					const left = within(others);
					expect([count, without, then]).toEqual([within(set).length, left.length, within([...others, wanted]).length]);
					const isUnknown = !holds(wanted);
					expect(standing).toBe(isUnknown ? 'unknown' : set.length > others.length ? 'holds' : 'none');
					const unlabelled = left.filter((one) => valuesOf(one, wanted.field).length === 0).length;
					expect([notLabelled, doesNotMatch]).toEqual(isUnknown ? [0, 0] : [unlabelled, left.length - then - unlabelled]);
					expect((await findRecords('q', code)).result.size).toBe(then);
				}
			}),
			{ numRuns: 40 }
		);
	}); // prettier-ignore

	it('are the same in a strategy as text, and as limits of a search', async () => {
		const all: LimitSetting[] = [
			{ field: 'oak.availability', values: ['free', 'print'] },
			{ field: 'oak.hasAbstract', values: ['true'] },
			{ field: 'dc.date', from: 2005 }
		];
		await setLimits(LOCAL_PERSON, 'q', { all: [], own: {} });
		await setLimits(LOCAL_PERSON, 'q', { all, own: {} });
		const { cql, yields } = await strategyView(LOCAL_PERSON, 'q', 'yarrow');
		expect(cql).toContain('and oak.hasAbstract = true');
		expect(yields.limits.map(({ field }) => field)).toEqual(all.map(({ field }) => field));
		expect((await searchIndex(LOCAL_PERSON, 'yarrow', { cql })).count).toBe(yields.count);
		const beside = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: 'noise', limits: all });
		expect(beside.count).toBe(yields.count);
	});

	it('that an index does not know leave it as it is, and it is said', async () => {
		await setLimits(LOCAL_PERSON, 'q', { all: [{ field: 'oak.shift', values: ['night'] }], own: {} });
		const [yarrow, fern] = await Promise.all(['yarrow', 'fern'].map((code) => strategyView(LOCAL_PERSON, 'q', code)));
		expect([yarrow.notCarried, fern.notCarried]).toEqual([[], ['oak.shift']]);
		expect(fern.yields.count).toBe(DRAFTS.fern.filter(saysNoise).length);
		expect(yarrow.strategy.limits).toHaveLength(1);
	}); // prettier-ignore

	it('come and go from outside as one change, the own way of an index with them', async () => {
		const all: LimitSetting[] = [
			{ field: 'dc.date', from: 2005 },
			{ field: 'dc.language', values: ['en'] }
		];
		await setLimits(LOCAL_PERSON, 'q', { all: [], own: {} });
		await send({ kind: 'strategy.set', indexCode: 'fern', limits: [{ field: 'dc.date', from: 2015 }] });
		const before = (await readInquiry(LOCAL_PERSON, 'q')).inquiry;
		const told = { all, own: { fern: ['dc.date'], yarrow: ['dc.language'] } };
		expect(await setLimits(LOCAL_PERSON, 'q', told)).toEqual(told);
		expect(v.parse(limitsAnswer, await limitsOfInquiry(LOCAL_PERSON, 'q'))).toEqual(told);
		const { inquiry } = await readInquiry(LOCAL_PERSON, 'q');
		expect(inquiry.strategies.fern.limits).toEqual([{ field: 'dc.date', from: 2015 }]);
		expect(inquiry.limits['dc.language'].liftedIn).toEqual(['yarrow']);
		// Fern no longer goes its own way, so that its own limit gives way to the one for all.
		const follows = { all, own: { yarrow: ['dc.language'] } };
		expect(await setLimits(LOCAL_PERSON, 'q', follows)).toEqual(follows);
		expect((await findRecords('q', 'fern')).strategy.limits).toEqual(all);
		await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
		await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
		expect((await readInquiry(LOCAL_PERSON, 'q')).inquiry).toEqual(before);
	});

	it.each<[string, Parameters<typeof setLimits>[2]]>([
		['No index of this inquiry has the limit “oak.mood”', { all: [{ field: 'oak.mood', values: ['calm'] }], own: {} }],
		['Two limits are on one field', { all: [{ field: 'dc.date', from: 2001 }, { field: 'dc.date', to: 2005 }], own: {} }],
		['has no value “pamphlet”', { all: [{ field: 'dc.type', values: ['pamphlet'] }], own: {} }],
		['at most 200 values', { all: [{ field: 'dc.language', values: Array.from({ length: 500 }, String) }], own: {} }],
		['the wrong way round', { all: [{ field: 'dc.date', from: 2009, to: 2001 }], own: {} }],
		['does not use the subject index “moss”', { all: [], own: { moss: [] } }],
		['dc.date is no limit for all', { all: [], own: { fern: ['dc.date'] } }]
	])('change nothing where %s', async (says, wanted) => {
		const before = await readInquiry(LOCAL_PERSON, 'q');
		await expect(setLimits(LOCAL_PERSON, 'q', wanted)).rejects.toThrow(says);
		expect((await readInquiry(LOCAL_PERSON, 'q')).revision).toBe(before.revision);
	}); // prettier-ignore

	it('that leave nothing say so and find nothing', async () => {
		await setLimits(LOCAL_PERSON, 'q', { all: [{ field: 'dc.date', from: 2900 }], own: {} });
		expect((await costsOfLimit(LOCAL_PERSON, 'q', { field: 'dc.date' })).map(({ count }) => count)).toEqual([0, 0]);
		expect((await strategyView(LOCAL_PERSON, 'q', 'fern')).yields).toMatchObject({ count: 0, limits: [{ surviving: 0 }] });
	}); // prettier-ignore
});
