import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isSameWork, workKeys } from '../../../core/evidence';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { runStrategy } from '../runs/runs';
import '../wings';
import { keepPooled, pooledList, sayOfWorks, type PooledList } from './pooled-lists';
import { compositionOfPool } from './pool-composition';
import { pooled } from './pooling';
import { pooledQuery } from './reading-schema';

const CODES = ['yarrow', 'fern', 'moss'] as const;
/** Works that some indexes share, by DOI or by title; and years that part what only looks alike. */
const DRAFTS = Object.fromEntries(
	CODES.map((code, c) => [
		code,
		Array.from({ length: 30 }, (_, i): RecordDraft => ({
			key: `${code}-${String((i * 7) % 30).padStart(2, '0')}`,
			item: {
				id: `${code}-${i}`,
				type: 'report',
				title: `Noise ${i % (c + 2) === 0 ? i : `${code} ${i}`}`,
				author: [{ family: 'Ashdene', given: 'K.' }],
				issued: { 'date-parts': [[2000 + ((i * (c + 1)) % 20)]] },
				...(i % 5 === c && { DOI: `10.5555/work.${i}` }),
				...(i % 10 === 9 && { DOI: '10.5555/shared.' + (i % 20) })
			},
			taggings: []
		}))
	])
);
const draftOf = (index: string, id: string) => DRAFTS[index].find(({ key }) => key === id) as RecordDraft;

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern', 'moss');
	for (const code of CODES) await store(code, DRAFTS[code]);
});
afterAll(() => dropDatabase(url));

const parts = (...codes: string[]) => codes.map((index) => ({ index, cql: 'noise', limits: [] }));
const ask = (of = parts(...CODES), rest = {}) =>
	pooled(LOCAL_PERSON, { parts: of, sort: 'spread', offset: 0, limit: 1_000, ...rest });

/** Record by record in the order of the parts, each held against every item there is. */
function naive(codes: readonly string[]): { index: string; id: string }[][] {
	const items: { index: string; id: string }[][] = [];
	for (const index of codes)
		for (const { key, item } of [...DRAFTS[index]].sort((a, b) => (a.key < b.key ? -1 : 1))) {
			const known = items.find((other) =>
				other.every(
					(one) =>
						one.index !== index && isSameWork(workKeys(draftOf(one.index, one.id).item), workKeys(item))
				)
			);
			if (known) known.push({ index, id: key });
			else items.push([{ index, id: key }]);
		}
	return items;
}
const names = (list: readonly (readonly { index: string; id: string }[])[]) =>
	list.map((item) => item.map(({ index, id }) => `${index} ${id}`).join(' + ')).sort();

describe('searches of several indexes, pooled', () => {
	it.each([[['yarrow', 'fern']], [['fern', 'yarrow']], [['yarrow', 'fern', 'moss']], [['moss']]])(
		'%j are the works that going through all records finds, with what each alone brings',
		async (codes) => {
			const { items, of, list } = await ask(parts(...codes));
			const wanted = naive(codes);
			expect(names(list.map(({ records }) => records))).toEqual(names(wanted));
			expect(items).toBe(wanted.length);
			for (const { index, count, alone } of of) {
				expect(count).toBe(wanted.filter((item) => item.some((one) => one.index === index)).length);
				expect(alone).toBe(wanted.filter((item) => item.every((one) => one.index === index)).length);
			}
			if (codes.length === 3) expect(wanted.some((item) => item.length === 3)).toBe(true);
		}
	);

	it('are sorted by spread and by year, cut into pages that together are the whole', async () => {
		const { list } = await ask();
		const sizes = list.map(({ records }) => records.length);
		expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
		for (const sort of ['newest', 'oldest'] as const) {
			const years = (await ask(undefined, { sort })).list.map(({ year }) => year as number);
			expect(years).toEqual([...years].sort((a, b) => (sort === 'newest' ? b - a : a - b)));
		}
		const whole = names((await ask(undefined, { sort: 'relevance' })).list.map(({ records }) => records));
		const paged = [];
		for (let offset = 0; offset < whole.length; offset += 13)
			paged.push(
				...(await ask(undefined, { sort: 'relevance', offset, limit: 13 })).list.map(({ records }) => records)
			);
		expect(names(paged)).toEqual(whole);
	});

	it('follow what comes in, and say what is wrong of a part', async () => {
		const before = await ask();
		const twin = draftOf('yarrow', 'yarrow-00');
		await store('moss', [{ ...twin, key: 'moss-twin' }]);
		const after = await ask();
		expect(after.list.find(({ records }) => records.some(({ id }) => id === 'yarrow-00'))?.records.length).toBeGreaterThan(1); // prettier-ignore
		expect(after.of.find(({ index }) => index === 'yarrow')?.alone).toBeLessThanOrEqual(before.of.find(({ index }) => index === 'yarrow')?.alone as number); // prettier-ignore
		await expect(ask(parts('yarrow', 'yarrow'))).rejects.toMatchObject({ code: 'index-twice' });
		await expect(ask(parts('yarrow', 'gone'))).rejects.toMatchObject({ status: 404 });
		await expect(ask([{ index: 'yarrow', cql: 'noise and', limits: [] }])).rejects.toMatchObject({
			code: 'cql'
		});
		expect(await ask([{ index: 'yarrow', cql: 'zebra', limits: [] }])).toMatchObject({ items: 0, list: [] });
	});
});

describe('the pooled list of an inquiry', () => {
	const wish = (query: Record<string, string> = {}) => ({
		...v.parse(pooledQuery, query),
		offset: 0,
		limit: 1_000
	});
	const list = (query?: Record<string, string>) => pooledList(LOCAL_PERSON, 'pool', wish(query));
	const namesOf = (pool: PooledList) =>
		pool.list
			.map(({ records }) => records.map(({ indexCode, id }) => `${indexCode} ${id}`).join(' + '))
			.sort();
	const itemOf = (pool: PooledList, id: string) =>
		pool.list.find(({ records }) => records.some((record) => record.id === id)) as PooledList['list'][number];

	beforeAll(async () => {
		await createInquiry(LOCAL_PERSON, { id: 'pool', title: 'Pool', question: '', indexes: [...CODES] });
		await changeInquiry(LOCAL_PERSON, 'pool', { kind: 'concept.add', id: 'c', name: 'noise' });
		await changeInquiry(LOCAL_PERSON, 'pool', { kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' });
		for (const code of CODES) await runStrategy(LOCAL_PERSON, 'pool', code);
	});

	it('is what the public pool of the same searches is; each region opens the works it counts, and is kept as runs', async () => {
		const pool = await list();
		expect(namesOf(pool)).toEqual(names((await ask()).list.map(({ records }) => records)));
		expect(pool.overlap.total).toBe(pool.items);
		for (const { members, count } of pool.overlap.regions) {
			const region = await list({ members: members.join('.') });
			expect(region.count).toBe(count);
			const codes = members.map((part) => CODES[part]);
			for (const { records } of region.list) expect(records.map(({ indexCode }) => indexCode)).toEqual(codes);
			const runs = await keepPooled(LOCAL_PERSON, 'pool', wish({ members: members.join('.') }));
			expect(runs).toHaveLength(codes.length);
			// What was kept of each index is that index's part of it, no more.
			expect(namesOf(await list({ runs: runs.join('.') }))).toEqual(namesOf(region));
		}
		expect(namesOf(await list({ runs: '1.2.3' }))).toEqual(namesOf(pool));
		expect((await list({ without: 'fern' })).parts.map(({ code }) => code)).toEqual(['yarrow', 'moss']);
	});

	it('says why records are one work, and follows who says otherwise, also when records come in again', async () => {
		const before = await list();
		const reasons = new Set(before.list.flatMap(({ joins }) => joins.map(({ by }) => by)));
		expect([...reasons].sort()).toEqual(['doi', 'title']);
		const shared = before.list.find(({ records }) => records.length === 2) as PooledList['list'][number];
		const [one, other] = shared.records.map(({ indexCode, id }) => ({ code: indexCode, key: id }));
		await sayOfWorks(LOCAL_PERSON, [one], [other], false);
		const again = async () => {
			await store(one.code, [{ ...draftOf(one.code, one.key), limits: { 'oak.shift': ['night'] } }]);
			await store(other.code, [{ ...draftOf(other.code, other.key), limits: { 'oak.shift': ['day'] } }]);
		};
		for (const step of [async () => {}, again]) {
			await step();
			const split = await list();
			expect(split.items).toBe(before.items + 1);
			expect(itemOf(split, one.key).records).toHaveLength(1);
		}
		const lonely = before.list.filter(({ records }) => records.length === 1);
		const [mine] = lonely
			.filter(({ records }) => records[0].indexCode === 'yarrow')
			.map(({ records }) => records[0]);
		const [theirs] = lonely
			.filter(({ records }) => records[0].indexCode === 'moss')
			.map(({ records }) => records[0]);
		const [a, b] = [mine, theirs].map(({ indexCode, id }) => ({ code: indexCode, key: id }));
		await sayOfWorks(LOCAL_PERSON, [b], [a], true);
		await store('moss', [{ ...draftOf('moss', b.key), limits: { 'oak.shift': ['night'] } }]);
		const joined = await list();
		expect(itemOf(joined, a.key).records.map(({ id }) => id)).toEqual([a.key, b.key]);
		expect(itemOf(joined, a.key).joins).toEqual([{ codes: ['yarrow', 'moss'], by: 'hand' }]);
		// Both can be taken back: then what is worked out holds again, with its own reason.
		await sayOfWorks(LOCAL_PERSON, [a], [b], null);
		await sayOfWorks(LOCAL_PERSON, [other], [one], null);
		const after = await list();
		expect(namesOf(after)).toEqual(namesOf(before));
		expect(after.list.some(({ joins }) => joins.some(({ by }) => by === 'hand'))).toBe(false);
	});

	it.each(['year', 'source', 'author', 'type'] as const)(
		'is made of values by %s as its works have them, each work once',
		async (by) => {
			const pool = await list();
			const own = ({ item, kind }: PooledList['list'][number]['records'][number]) =>
			by === 'year' ? String(item.issued?.['date-parts']?.[0][0]) : by === 'author' ? 'K. Ashdene' : by === 'type' ? kind : undefined; // prettier-ignore
			const counts = new Map<string, number>();
			for (const { records } of pool.list)
				for (const value of new Set(records.flatMap((record) => own(record) ?? [])))
					counts.set(value, (counts.get(value) ?? 0) + 1);
			const composed = await compositionOfPool(LOCAL_PERSON, 'pool', wish(), by, '');
			expect(new Map(composed.values.map(({ value, count }) => [value, count]))).toEqual(counts);
			expect(composed.notLabelled).toBe(by === 'source' ? pool.items : 0);
			for (const { count, of } of composed.values) {
				expect(Math.max(...of)).toBeLessThanOrEqual(count);
				expect(of.reduce((sum, one) => sum + one, 0)).toBeGreaterThanOrEqual(count);
			}
			if (by !== 'year') return;
			const some = await compositionOfPool(LOCAL_PERSON, 'pool', wish(), by, '201');
			expect(some.values.every(({ value }) => value.includes('201'))).toBe(true);
			await expect(compositionOfPool(LOCAL_PERSON, 'pool', wish(), 'heading', '')).rejects.toThrow(
				'not broken down'
			);
		}
	);

	it('opens the works with a value: just those that are counted for it', async () => {
		for (const by of ['year', 'author', 'type', 'availability']) {
			const { values } = await compositionOfPool(LOCAL_PERSON, 'pool', wish(), by, '');
			expect(values.length, by).toBeGreaterThan(0);
			for (const { key, value, count } of values) {
				const opened = await list({ has: by, value: key });
				expect([opened.count, opened.value], `${by} ${value}`).toEqual([count, value]);
			}
		}
		expect(await list({ has: 'year', value: '1066' })).toMatchObject({ count: 0, value: '1066' });
		await expect(list({ has: 'heading', value: 'x' })).rejects.toThrow('not broken down');
	});

	it('joins no two records of one index, and none that is not there', async () => {
		const name = (code: string, key: string) => ({ code, key });
		const say = (a: ReturnType<typeof name>, b: ReturnType<typeof name>) =>
			sayOfWorks(LOCAL_PERSON, [a], [b], true);
		await expect(say(name('yarrow', 'yarrow-00'), name('yarrow', 'yarrow-01'))).rejects.toThrow('two items');
		await expect(say(name('yarrow', 'yarrow-00'), name('fern', 'gone'))).rejects.toMatchObject({
			status: 404
		});
		expect(() => v.parse(pooledQuery, { runs: '1.x' })).toThrow();
		await expect(list({ runs: '1.77' })).rejects.toThrow('There is no run 77');
	});
});
