import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { connection } from '../db';
import { dropDatabase } from '../db/database.test-aid';
import { availabilityOf } from '../holdings';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import '../wings';
import { compositionOf, overviewOf, valuesOf } from './composing';
import { knownFor } from './known-for';
import { phrasesOf, phrasesOfResult } from './record-phrases';
import { askedOf, type Filter } from './reading-schema';
import { readRecords } from './results';

const Y = 'https://y.example/';
const [NOISE, ALARMS, SLEEP] = [['noise', 'Noise, Indoor'], ['alarm', 'Alarms'], ['sleep', 'Sleep']].map(([name, label]) => ({ uri: `${Y}${name}`, label })); // prettier-ignore
const GONE = { uri: `${Y}gone`, label: 'Gone' };

/** Records whose every dimension differs in its own rhythm; some have nothing of one. */
const DRAFTS: RecordDraft[] = Array.from({ length: 120 }, (_, i) => ({
	key: `r${i}`,
	item: {
		id: `r${i}`,
		type: i % 4 ? 'article-journal' : 'book',
		title: `${i % 2 ? 'Quiet' : 'Loud'} rooms`,
		author: [
			...(i % 3 ? [{ family: 'Ashdene', given: i % 6 === 1 ? 'KATJA' : 'Katja' }] : []),
			...(i % 5 ? [] : [{ literal: 'B' }, { family: 'Voss', given: 'P.' }])
		],
		...(i % 7 && { 'container-title': `Ward Review ${i % 3}` }),
		...(i % 11 && { issued: { 'date-parts': [[2000 + (i % 6)]] } }),
		...(i % 2 && { language: i % 4 === 1 ? 'en' : 'es' }),
		custom: {
			affiliations: i % 8 ? ['Fenwick School'] : [],
			funders: i % 9 ? [] : ['Marl Trust', 'marl trust']
		}
	},
	taggings: [
		...(i % 3 === 0
			? [
					{ ...NOISE, chief: i % 2 === 0, aspect: 'causes' },
					{ ...NOISE, chief: false }
				]
			: []),
		...(i % 4 === 1 ? [{ ...ALARMS, chief: true }] : []),
		...(i % 5 === 2 ? [{ ...SLEEP, chief: false }] : []),
		...(i % 13 === 0 ? [{ ...GONE, chief: false }] : [])
	],
	limits: (i % 5 === 1 ? {} : { 'oak.shift': [i % 2 ? 'day' : 'night'] }) as Record<string, string[]>
}));

/** Where each work can be had, asked of the library one by one. */
const ways = new Map<string, string[]>();
const WAYS: Record<string, string> = { online: 'online for subscribers', free: 'free online', print: 'in print', request: 'on request' }; // prettier-ignore

/** The values of a record, as anybody would read them off. */
const VALUES: Record<string, (draft: RecordDraft) => (string | undefined)[]> = {
	heading: ({ taggings }) => taggings.map(({ label }) => label),
	chiefHeading: ({ taggings }) => taggings.filter(({ chief }) => chief).map(({ label }) => label),
	headingWithBroader: ({ taggings }) => taggings.flatMap(({ label }) => (label === 'Alarms' ? ['Alarms', 'Noise, Indoor'] : [label])),
	year: ({ item }) => [item.issued && String(item.issued['date-parts']?.[0][0])],
	source: ({ item }) => [item['container-title']],
	author: ({ item }) => (item.author ?? []).map(({ family, given, literal }) => literal ?? `${given === 'KATJA' ? 'Katja' : given} ${family}`),
	affiliation: ({ item }) => item.custom?.affiliations ?? [],
	funder: ({ item }) => (item.custom?.funders ?? []).slice(0, 1),
	language: ({ item }) => [item.language],
	type: ({ item }) => [item.type === 'book' ? 'book' : 'journal article'],
	'oak.shift': ({ limits }) => limits?.['oak.shift'] ?? [],
	availability: ({ item }) => ways.get(item.id) ?? []
}; // prettier-ignore
const DIMENSIONS = Object.keys(VALUES);
const has = (draft: RecordDraft, by: string, value: string) =>
	VALUES[by](draft).some((own) => own?.toLowerCase() === value.toLowerCase());

let url: string;
beforeAll(async () => {
	for (const { item } of DRAFTS) {
		const kinds = (await availabilityOf(item, 'Yarrow')).routes.map(({ kind }) => kind);
		const other = kinds.filter((kind) => kind !== 'request');
		ways.set(
			item.id,
			(other.length > 0 ? other : kinds).map((kind) => WAYS[kind])
		);
	}
	url = await databaseWithYarrow();
	await store('yarrow', DRAFTS);
	await createInquiry(LOCAL_PERSON, { id: 'quiet', title: 'Quiet', question: '', indexes: ['yarrow'] });
	await changeInquiry(LOCAL_PERSON, 'quiet', { kind: 'concept.add', id: 'c1', name: 'noise' });
	await changeInquiry(LOCAL_PERSON, 'quiet', {
		kind: 'pick.add',
		id: 'p1',
		conceptId: 'c1',
		indexCode: 'yarrow',
		edition: '1',
		headings: [NOISE],
		withNarrower: true
	});
});
afterAll(() => dropDatabase(url));

const compose = (cql: string, rest = {}) =>
	compositionOf(LOCAL_PERSON, 'yarrow', { cql, limits: [], by: DIMENSIONS, sort: 'count', ...rest });

describe('a composition', () => {
	it.each([
		['title', 'quiet', (draft: RecordDraft) => draft.item.title?.startsWith('Quiet')],
		['everything', 'dc.title any "quiet loud"', () => true],
		['two records', 'dc.title = quiet and dc.creator = b and dc.date = 2005 and oak.shift = day and dc.language = en', ({ key }: RecordDraft) => ['r5', 'r65'].includes(key)],
		['nothing', 'dc.title = zebra', () => false]
	] as const)('of %s counts every dimension as one would by hand', async (_, cql, isFound) => {
		const { count, of, dimensions } = await compose(cql);
		const found = DRAFTS.filter(isFound);
		expect(count).toBe(found.length);
		expect(of).toBe(DRAFTS.length);
		expect(dimensions.map(({ name }) => name)).toEqual(DIMENSIONS);
		for (const { name, values, notLabelled, distinct } of dimensions) {
			const wanted = new Set(found.flatMap((draft) => VALUES[name](draft).flatMap((value) => value?.toLowerCase() ?? [])));
			expect(new Set(values.map(({ value }) => value.toLowerCase())), name).toEqual(wanted);
			expect(distinct).toBe(wanted.size);
			for (const { value, count: own, all } of values) {
				expect(own, `${name} ${value}`).toBe(found.filter((draft) => has(draft, name, value)).length);
				expect(all, `${name} ${value}`).toBe(DRAFTS.filter((draft) => has(draft, name, value)).length);
			}
			expect(notLabelled, name).toBe(found.filter((draft) => !VALUES[name](draft).some(Boolean)).length);
		}
	}); // prettier-ignore

	it('says of headings how over-represented they are, which are the query’s own, and which the edition lacks', async () => {
		const { dimensions } = await compose('dc.subject = "Noise, Indoor"', { by: ['heading'], sort: 'over' });
		const [{ values }] = dimensions;
		expect(values[0]).toMatchObject({ value: 'Noise, Indoor', count: 40, all: 40, lift: 3, over: true, ofStrategy: true }); // prettier-ignore
		expect(values.find(({ value }) => value === 'Gone')).not.toHaveProperty('id');
		expect(values.filter(({ count }) => count < 5).every(({ g2 }) => g2 === undefined)).toBe(true);
		const all = await compose('dc.subject =/oak.narrower "Noise, Indoor"', { by: ['heading'] });
		expect(all.dimensions[0].values.filter(({ ofStrategy }) => ofStrategy).map(({ value }) => value).sort()).toEqual(['Alarms', 'Noise, Indoor']); // prettier-ignore
	});

	it('is cut at the top, searched and paged without changing what it counts', async () => {
		const whole = (await compose('quiet', { by: ['author'] })).dimensions[0];
		const top = (await compose('quiet', { by: ['author'], top: 1 })).dimensions[0];
		expect(top.values).toEqual(whole.values.slice(0, 1));
		const asked = { opening: { cql: 'quiet' }, filter: [] };
		const page = (query: object) => valuesOf(LOCAL_PERSON, 'quiet', 'yarrow', asked, { by: 'author', sort: 'count', find: '', from: 0, most: 10, ...query }).then(({ dimensions }) => dimensions[0]); // prettier-ignore
		expect((await page({})).values).toEqual(whole.values);
		expect((await page({ find: 'VÓSS' })).values.map(({ value }) => value)).toEqual(['P. Voss']);
		expect([...(await page({ most: 1 })).values, ...(await page({ from: 1 })).values]).toEqual(whole.values);
	});

	it('refuses a dimension that the index has not, and names those it has', async () => {
		await expect(compose('quiet', { by: ['heading', 'colour'] })).rejects.toMatchObject({
			status: 422,
			code: 'unknown-dimension',
			message: expect.stringMatching(/“colour”.*heading.*oak\.shift/)
		});
	});
});

describe('the years of a result', () => {
	it('come with those in which headings picked here came into the vocabulary, and no others', async () => {
		const yearsOf = async () => {
			const asked = askedOf(new URL('https://x.example/'));
			const [one] = (await valuesOf(LOCAL_PERSON, 'quiet', 'yarrow', asked, { by: 'year', sort: 'count', find: '', from: 0, most: 100 })).dimensions; // prettier-ignore
			const { dimensions } = await overviewOf(LOCAL_PERSON, 'quiet', 'yarrow', asked);
			expect(dimensions.find(({ name }) => name === 'year')?.introduced).toEqual(one.introduced);
			expect(dimensions.filter(({ name }) => name !== 'year').every(({ introduced }) => introduced === undefined)).toBe(true); // prettier-ignore
			return one.introduced;
		};
		expect(await yearsOf()).toEqual([]);
		const { sql } = connection();
		await sql`update headings set introduced = 2003 where uri = ${NOISE.uri}`;
		// Nobody picked this one.
		await sql`update headings set introduced = 1991 where uri = ${SLEEP.uri}`;
		expect(await yearsOf()).toEqual([{ year: 2003, labels: ['Noise, Indoor'] }]);
		await sql`update headings set introduced = null`;
	});
});

describe('a name', () => {
	it.each([
		['author', 'Katja Ashdene'],
		['affiliation', 'Fenwick School'],
		['source', 'Ward Review 1'],
		['funder', 'Marl Trust']
	])('of %s is known for what going through its records shows', async (by, name) => {
		const own = DRAFTS.filter((draft) => has(draft, by, name));
		const { records, years, headings } = await knownFor(LOCAL_PERSON, ['yarrow'], 'yarrow', by, name);
		expect(records).toBe(own.length);
		const known = own.flatMap((draft) => VALUES.year(draft).filter(Boolean)).map(Number);
		expect(years).toEqual([Math.min(...known), Math.max(...known)]);
		for (const { label, count } of headings) {
			expect(count).toBe(own.filter((draft) => has(draft, 'heading', label)).length);
			// As often as in the whole index, or more.
			const all = DRAFTS.filter((draft) => has(draft, 'heading', label)).length;
			if (count >= 5) expect(count / own.length).toBeGreaterThan(all / DRAFTS.length);
		}
	});

	it('of a person is known with whom, under every form that is joined', async () => {
		const { records, with: others } = await knownFor(LOCAL_PERSON, ['yarrow'], 'yarrow', 'person', 'Katja Ashdene');
		expect(records).toBeGreaterThan(0);
		for (const { name, count } of others)
			expect(count).toBe(DRAFTS.filter((draft) => has(draft, 'author', 'Katja Ashdene') && has(draft, 'author', name)).length);
		expect(others.map(({ name }) => name)).not.toContain('Katja Ashdene');
	}); // prettier-ignore

	it('that nobody has is known for nothing', async () => {
		expect(await knownFor(LOCAL_PERSON, ['yarrow'], 'yarrow', 'author', 'Nobody')).toEqual({
			records: 0,
			years: null,
			headings: [],
			with: [],
			isUnknown: false
		});
		await expect(knownFor(LOCAL_PERSON, ['yarrow'], 'yarrow', 'colour', 'x')).rejects.toMatchObject({
			code: 'unknown-dimension'
		});
	});
});

describe('what is kept of a result', () => {
	const countOf = async (filter: Filter[], opening = {}) => {
		const at = new URL(`https://x.example/?sift=${encodeURIComponent(JSON.stringify(filter))}`);
		const wanted = { sort: 'oldest', offset: 0, limit: 5 } as const;
		const { page, title } = await readRecords(
			LOCAL_PERSON,
			'quiet',
			'yarrow',
			{ ...askedOf(at), opening },
			wanted
		);
		return { count: page.count, title: title ? `${title.before} ${title.after}` : '' };
	};

	it('is as many records as the value said, for every value of every dimension', async () => {
		const { dimensions } = await compose('quiet');
		for (const { name, values, notLabelled } of dimensions) {
			for (const { key, count } of values) {
				const kept = await countOf([{ by: name, how: 'any', values: [key] }], { cql: 'quiet' });
				expect(kept.count, `${name} ${key}`).toBe(count);
				const left = await countOf([{ by: name, how: 'out', values: [key] }], { cql: 'quiet' });
				expect(left.count, `${name} ${key}`).toBe(60 - count);
			}
			expect(
				(await countOf([{ by: name, how: 'unlabelled', values: [] }], { cql: 'quiet' })).count,
				name
			).toBe(notLabelled);
		}
	});

	it('keeps any and all of several, one after another, and says so', async () => {
		const pairs = DRAFTS.filter((draft) => has(draft, 'heading', 'Alarms') && has(draft, 'heading', 'Noise, Indoor'));
		const both = await countOf([{ by: 'heading', how: 'all', values: [NOISE.uri, ALARMS.uri] }]);
		expect(both.count).toBe(pairs.length);
		expect(both.title).toMatch(/strategy finds.*Noise, Indoor and Alarms together/);
		// A name is said as it is written, however it was asked for.
		const named = await countOf([{ by: 'source', how: 'any', values: ['ward review 1'] }]);
		expect(named.title).toMatch(/in Ward Review 1$/);
		const then = await countOf([{ by: 'heading', how: 'all', values: [NOISE.uri, ALARMS.uri] }, { by: 'oak.shift', how: 'any', values: ['day', 'night'] }]);
		expect(then.count).toBe(pairs.filter((draft) => VALUES['oak.shift'](draft).length > 0).length);
		await expect(countOf([{ by: 'heading', how: 'some' as 'any', values: [] }])).rejects.toMatchObject({ status: 400 });
	}); // prettier-ignore

	it('reads addresses of runs as they are written, and refuses what cannot be one', () => {
		const asked = (query: string) => askedOf(new URL(`https://x.example/?${query}`));
		expect(asked('run=3&beside=2&which=both&sort=newest')).toMatchObject({ run: 3, beside: { run: 2, which: 'both' }, opening: {} }); // prettier-ignore
		expect(asked('run=3&beside=2&which=only').beside).toEqual({ run: 2, which: 'only' });
		expect(asked('run=3').beside).toBeUndefined();
		expect(asked('part=only.line.p&which=gained').opening).toMatchObject({
			part: 'only.line.p',
			which: 'gained'
		});
		for (const query of ['run=x', 'run=-1', 'which=both', 'sift=%5B', 'as=likes&near=r1', 'year=soon'])
			expect(() => asked(query), query).toThrow();
	});

	it('is described again: of the strategy, its headings apart, in the words of the edition', async () => {
		const { count, dimensions } = await overviewOf(LOCAL_PERSON, 'quiet', 'yarrow', {
			opening: {},
			filter: []
		});
		expect(count).toBe(DRAFTS.filter((draft) => has(draft, 'headingWithBroader', 'Noise, Indoor')).length);
		const [{ values }] = dimensions;
		expect(values.filter(({ ofStrategy }) => ofStrategy).length).toBe(2);
	});
});

describe('words of records', () => {
	it('are counted over the records of the result and of the whole index', async () => {
		const { count, phrases } = await phrasesOf(LOCAL_PERSON, 'yarrow', {
			cql: 'dc.title = quiet',
			limits: []
		});
		expect(count).toBe(60);
		// Every title ends in the same word, which tells nothing; "quiet" gives way to what all of its records have.
		expect(phrases).toMatchObject([{ text: 'quiet rooms', count: 60, all: 60, lift: 2 }]);
		const asked = {
			opening: { whole: true },
			filter: [{ by: 'oak.shift', how: 'any' as const, values: ['day'] }]
		};
		const kept = await phrasesOfResult(LOCAL_PERSON, 'quiet', 'yarrow', asked);
		expect(kept.phrases.map(({ text }) => text)).toEqual(['quiet rooms']);
		expect((await phrasesOf(LOCAL_PERSON, 'yarrow', { cql: 'zebra', limits: [] })).phrases).toEqual([]);
	});
});
