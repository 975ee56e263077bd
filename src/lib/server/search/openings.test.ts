import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { nameOfPart, type Part } from '../../../core/search';
import { headingSheet, recordsOfHeading } from '../browse/look-up';
import { countsWithNarrower } from '../browse/heading-counts';
import { figuresOf } from '../crosswalk/coverage';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, RIS, store, take } from '../records/yarrow.test-aid';
import { compareRuns } from '../runs/comparing-runs';
import { openResult, runPage } from '../reading/opened.test-aid';
import { runStrategy } from '../runs/runs';
import '../wings';
import type { Opening } from './openings';
import { changePrices, jointCount, limitPrices, pickPrices } from './pricing';
import { openingOf } from './search-schema';
import { strategyView, tryCommands } from './searching';

let url: string;
const Y = 'https://y.example/';
const heading = (name: string, label: string) => ({ uri: `${Y}${name}`, label });
const NOISE = heading('noise', 'Noise, Indoor');
const ALARMS = heading('alarm', 'Alarms');
const wanted = { sort: 'oldest', offset: 0, limit: 50 } as const;
const open = (opening: Opening) => openResult(LOCAL_PERSON, 'quiet', 'yarrow', opening, wanted);
const count = async (opening: Opening) => (await open(opening)).page.count;
const pick = (id: string, of: { uri: string; label: string }, rest = {}): Command => ({
	kind: 'pick.add',
	id,
	conceptId: 'c1',
	indexCode: 'yarrow',
	edition: '1',
	headings: [of],
	...rest
});

beforeAll(async () => {
	url = await databaseWithYarrow();
	await take('application/x-research-info-systems', RIS);
	// More of the kind, so that parts of a strategy differ: by shift, year, heading and words.
	await store(
		'yarrow',
		Array.from({ length: 60 }, (_, i) => ({
			key: `m${i}`,
			item: {
				id: `m${i}`,
				type: 'report',
				title: `${i % 2 ? 'Alarms' : 'Quiet'} on ${i % 3 ? 'wards' : 'corridors'}`,
				abstract: i % 5 === 0 ? 'Sleep at night.' : '',
				...(i % 4 && { issued: { 'date-parts': [[2000 + (i % 7)]] } })
			},
			taggings: [
				...(i % 3 === 0 ? [{ ...NOISE, chief: i % 2 === 0, ...(i % 4 === 0 && { aspect: 'causes' }) }] : []),
				...(i % 4 === 1 ? [{ ...ALARMS, chief: false }] : []),
				...(i % 6 === 2 ? [{ ...heading('sleep', 'Sleep'), chief: true }] : [])
			],
			limits: (i % 5 === 1 ? {} : { 'oak.shift': [i % 2 ? 'day' : 'night'] }) as Record<string, string[]>
		}))
	);
	await createInquiry(LOCAL_PERSON, { id: 'quiet', title: 'Quiet', question: '', indexes: ['yarrow'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'concept.add', id: 'c2', name: 'wards' },
		{ kind: 'concept.add', id: 'c3', name: 'sleep' },
		{ kind: 'concept.set', id: 'c3', status: 'exclude' },
		pick('p1', NOISE, { withNarrower: true }),
		pick('p2', ALARMS),
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'alarm*' },
		{ kind: 'word.add', id: 'w2', conceptId: 'c2', text: 'wards' },
		{ kind: 'word.add', id: 'w3', conceptId: 'c3', text: 'sleep' },
		{
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [
				{ field: 'oak.shift', values: ['day'] },
				{ field: 'dc.date', from: 2002 }
			]
		}
	] as Command[])
		await changeInquiry(LOCAL_PERSON, 'quiet', command);
});
afterAll(() => dropDatabase(url));

describe('a number', () => {
	it('of a strategy opens as many records as it says', async () => {
		const { yields } = await strategyView(LOCAL_PERSON, 'quiet', 'yarrow');
		const leadsTo = async (part: Part, n: number) => expect(await count({ part: nameOfPart(part) })).toBe(n);
		expect(await count({})).toBe(yields.count);
		expect(yields.count).toBeGreaterThan(0);
		await leadsTo({ of: 'limits', which: 'without', id: '' }, yields.withoutLimits);
		for (const { id, lines, ...block } of yields.blocks) {
			for (const which of ['all', 'surviving', 'without'] as const)
				await leadsTo({ of: 'block', which, id }, block[which]);
			for (const line of lines)
				for (const which of ['all', 'only', 'loss', 'gain'] as const)
					await leadsTo({ of: 'line', which, id: line.id }, line[which]);
		}
		for (const { field, ...limit } of yields.limits)
			for (const which of ['removes', 'doesNotMatch', 'notLabelled'] as const)
				await leadsTo({ of: 'limit', which, id: field }, limit[which]);
		const { cells } = await figuresOf(LOCAL_PERSON, 'quiet');
		await leadsTo({ of: 'block', which: 'headings', id: 'c1' }, cells['c1:yarrow'].headings);
		await leadsTo({ of: 'block', which: 'any', id: 'c1' }, cells['c1:yarrow'].all);
	});

	it('of a try, of a comparison and of a heading does so too', async () => {
		const tried: Command[] = [{ kind: 'strategy.set', indexCode: 'yarrow', off: ['w1', 'p1'], lifted: true }];
		const { trial } = await tryCommands(LOCAL_PERSON, 'quiet', 'yarrow', tried);
		expect(await count({ tried })).toBe(trial.after);
		expect(await count({ tried, which: 'gained' })).toBe(trial.gained);
		expect(await count({ tried, which: 'lost' })).toBe(trial.lost);
		expect(trial.gained * trial.lost).toBeGreaterThan(0);

		const one = await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
		await changeInquiry(LOCAL_PERSON, 'quiet', tried[0]);
		const other = await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
		await changeInquiry(LOCAL_PERSON, 'quiet', { ...tried[0], off: [], lifted: false } as Command);
		const compared = await compareRuns(LOCAL_PERSON, 'quiet', one, other);
		const beside = async (a: number, b: number, which: 'only' | 'both') =>
			(await runPage(LOCAL_PERSON, 'quiet', a, { ...wanted, beside: { run: b, which } })).page.count;
		expect(await beside(one, other, 'only')).toBe(compared.lost);
		expect(await beside(other, one, 'only')).toBe(compared.gained);
		expect(await beside(one, other, 'both')).toBe(compared.both);

		const sheet = await headingSheet(LOCAL_PERSON, 'yarrow', 'noise');
		const { id } = sheet;
		expect(await count({ heading: { id } })).toBe(sheet.recordCount);
		expect(await count({ heading: { id, withNarrower: true } })).toBe(sheet.recordCountWithNarrower);
		expect(await countsWithNarrower(LOCAL_PERSON, 'yarrow', [id, 'gone'])).toEqual({
			[id]: sheet.recordCountWithNarrower
		});
		const records = await recordsOfHeading(LOCAL_PERSON, 'yarrow', id);
		for (const { aspect, records: own } of records.aspects)
			expect(await count({ heading: { id, aspect } })).toBe(own);
		for (const [i, own] of records.withNarrower.entries())
			expect(await count({ heading: { id, withNarrower: true, year: records.from + i } })).toBe(own);
	});

	it('says in words what it is of, and each record what it was found by', async () => {
		const { title, page, sheet } = await open({ part: 'all.line.p1' });
		expect(title).toEqual({ before: 'found by', name: 'Noise, Indoor', isHeading: true, after: '' });
		for (const { why, headings } of page.records) {
			expect(why.length).toBeGreaterThan(0);
			// A heading below the one that is picked is of its concept too.
			for (const { uri, blocks } of headings)
				if (uri === NOISE.uri || uri === ALARMS.uri) expect(blocks).toContain('c1');
		}
		expect(sheet?.words.title.map(({ text }) => text)).toEqual(['alarm*', 'wards']);
		const text = await open({ cql: 'dc.creator = "Voss, P."' });
		expect(text.title).toMatchObject({ before: 'with', name: '“Voss, P.”', after: 'among its authors' });
		const years = await open({ heading: { id: 'noise', withNarrower: true, year: 2003 } });
		expect(years.title).toMatchObject({ name: 'Noise, Indoor', after: 'with narrower · of 2003' });
	});

	it('that is of something gone, or in an address that cannot be read, says so', async () => {
		await expect(open({ part: 'all.line.gone' })).rejects.toMatchObject({ status: 404, code: 'no-part' });
		await expect(open({ part: 'anything' })).rejects.toMatchObject({ status: 404 });
		await expect(open({ heading: { id: 'gone' } })).rejects.toMatchObject({
			status: 404,
			code: 'no-heading'
		});
		await expect(open({ cql: 'dc.subject = (' })).rejects.toMatchObject({ status: 422, code: 'cql' });
		const address = (query: string) => new URL(`http://localhost/?${query}`);
		for (const query of ['try=%7B', 'try=[1]', 'which=all', 'year=soon'])
			expect(() => openingOf(address(query))).toThrow();
		expect(openingOf(address('heading=a&narrower=yes&year=2001'))).toMatchObject({
			heading: { id: 'a', withNarrower: true, chief: false, year: 2001 }
		});
	});
});

describe('a price', () => {
	it('is what making the change finds', async () => {
		const each: Command[] = [
			{ kind: 'pick.set', id: 'p1', withNarrower: false },
			{ kind: 'word.add', id: 'w9', conceptId: 'c2', text: 'corridors' },
			{ kind: 'pick.set', id: 'gone', chief: true }
		];
		const { count: now, counts } = await changePrices(LOCAL_PERSON, 'quiet', 'yarrow', [], each);
		expect(now).toBe(await count({}));
		expect(counts).toEqual([await count({ tried: [each[0]] }), await count({ tried: [each[1]] }), null]);
	});

	it('of a limit’s value is what setting it leaves, and what is not labelled is counted apart', async () => {
		const without: Command = {
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [{ field: 'dc.date', from: 2002 }]
		};
		for (const tried of [[], [without]]) {
			const prices = await limitPrices(LOCAL_PERSON, 'quiet', 'yarrow', tried, 'oak.shift');
			const all = await open({ tried: [without] });
			expect(prices.without).toBe(all.page.count);
			expect(prices.notLabelled).toBe(
				all.page.records.filter(({ limits }) => !limits['oak.shift']?.length).length
			);
			for (const { value, size, then } of prices.values) {
				expect(size).toBe(all.page.records.filter((one) => one.limits['oak.shift']?.includes(value)).length);
				const set = tried.length === 0 ? ['day'] : [];
				const values = set.includes(value) ? [] : [...set, value];
				const limits = [...(without as { limits: object[] }).limits];
				if (values.length > 0) limits.push({ field: 'oak.shift', values });
				expect(then).toBe(await count({ tried: [{ ...without, limits } as Command] }));
			}
		}
	});

	it('of a pick’s switches is what the heading finds so, and headings held together are counted', async () => {
		const test = { headings: [NOISE], withNarrower: false, cuts: [], chief: false, aspects: [] };
		const prices = await pickPrices(LOCAL_PERSON, 'yarrow', { test, aspects: ['causes'], cuts: [ALARMS] });
		const id = 'noise';
		expect(prices).toEqual({
			now: await count({ heading: { id } }),
			narrower: await count({ heading: { id, withNarrower: true } }),
			chief: await count({ heading: { id, chief: true } }),
			aspects: { causes: await count({ heading: { id, aspect: 'causes' } }) },
			cuts: { [ALARMS.uri]: await count({ heading: { id } }) }
		});
		expect(await jointCount(LOCAL_PERSON, 'yarrow', [NOISE.uri, ALARMS.uri])).toEqual({
			together: await count({ cql: 'dc.subject = "Noise, Indoor" and dc.subject = "Alarms"' }),
			any: await count({ cql: 'dc.subject = "Noise, Indoor" or dc.subject = "Alarms"' })
		});
	});
});
