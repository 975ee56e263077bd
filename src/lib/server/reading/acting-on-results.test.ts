import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { listWatches, removeWatch, watchResult } from '../keeping/watches';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { runStrategy } from '../runs/runs';
import { searchIndex, strategyView, tryCommands } from '../search/searching';
import '../wings';
import { keptCounts, overviewOf } from './composing';
import { setPearl } from './pearl-recall';
import { keepResult } from './keeping-results';
import { keepPooled, poolOf, type PoolWish } from './pooled-lists';
import { exportRecordsNamed, readList } from './reading-lists';
import { type Asked, readRecords } from './results';
import { takePool, takeRecords, takeResult } from './works-to-list';

const NOISE = { uri: 'https://y.example/noise', label: 'Noise, Indoor' };
const SLEEP = { uri: 'https://y.example/sleep', label: 'Sleep' };
const N = 24;
/** The odd ones say “ward”, every third one has Sleep, the last six refer to the first three. */
const draft = (i: number, code = 'yarrow'): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: 'report',
		title: `Noise, part ${i}${i % 2 ? ' on the ward' : ''}`,
		author: [{ family: i % 4 ? 'Ashdene' : 'Voss', given: 'Kai' }],
		'container-title': i % 5 ? 'Quiet Rooms' : 'Loud Rooms',
		issued: { 'date-parts': [[2000 + i]] }
	},
	taggings: [
		...(i % 2 ? [{ ...NOISE, chief: false }] : []),
		...(i % 3 ? [] : [{ ...SLEEP, chief: i % 2 === 0 }])
	],
	cites: i >= N - 6 ? ['yarrow-0', 'yarrow-1', 'yarrow-2'] : []
});

let url: string;
let run = 0;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store(
		'yarrow',
		Array.from({ length: N }, (_, i) => draft(i))
	);
	await store(
		'fern',
		Array.from({ length: 8 }, (_, i) => draft(3 * i, 'fern'))
	);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' },
		{ kind: 'pick.add', id: 'p', conceptId: 'c', indexCode: 'yarrow', headings: [NOISE], edition: '1' }
	] satisfies Command[])
		await changeInquiry(LOCAL_PERSON, 'q', command);
	run = await runStrategy(LOCAL_PERSON, 'q', 'yarrow');
	for (const i of [4, 8]) await setPearl(LOCAL_PERSON, 'q', 'yarrow', `yarrow-${i}`, true);
});
afterAll(() => dropDatabase(url));

const all = Array.from({ length: N }, (_, i) => i);
const opened = (of: Partial<Asked>): Asked => ({ opening: {}, filter: [], ...of });
/** Every kind of result of one index, and the records that it is of, told without the server. */
const KINDS: [name: string, asked: () => Asked, is: (i: number) => boolean][] = [
	['a strategy', () => opened({}), () => true],
	['a run', () => opened({ run }), () => true],
	['a part of it', () => opened({ opening: { part: 'all.line.p' } }), (i) => i % 2 === 1],
	['what a try would lose', () => opened({ opening: { tried: [{ kind: 'word.remove', id: 'w' }], which: 'lost' } }), (i) => i % 2 === 0],
	['a heading', () => opened({ opening: { heading: { id: 'sleep' } } }), (i) => i % 3 === 0],
	['what a record refers to', () => opened({ near: { record: `yarrow-${N - 1}`, how: 'cites' } }), (i) => i < 3],
	['what refers to a record', () => opened({ near: { record: 'yarrow-1', how: 'citedBy' } }), (i) => i >= N - 6],
	['works of an author', () => opened({ near: { record: 'yarrow-0', how: 'sameAuthors' } }), (i) => i > 0 && i % 4 === 0],
	['a text', () => opened({ opening: { cql: 'dc.creator = "Voss"' } }), (i) => i % 4 === 0],
	['values of a composition', () => opened({ filter: [{ by: 'source', how: 'any', values: ['Loud Rooms'] }] }), (i) => i % 5 === 0],
	['neighbours within a composition', () => opened({ near: { record: 'yarrow-1', how: 'citedBy' }, filter: [{ by: 'year', how: 'any', values: ['2019', '2023'] }] }), (i) => i === 19 || i === 23]
]; // prettier-ignore

const keysOf = (is: (i: number) => boolean) => all.filter(is).map((i) => `yarrow-${i}`).sort(); // prettier-ignore
const page = { sort: 'relevance' as const, offset: 0, limit: 100 };
const shown = async (asked: Asked) =>
	(await readRecords(LOCAL_PERSON, 'q', 'yarrow', asked, page)).page.records.map(({ id }) => id).sort();

async function emptyList(): Promise<void> {
	const ids = (await readList(LOCAL_PERSON, 'q')).map(({ id }) => id);
	if (ids.length > 0) await changeInquiry(LOCAL_PERSON, 'q', { kind: 'entries.remove', ids });
}
const listed = async () =>
	(await readList(LOCAL_PERSON, 'q'))
		.flatMap(({ records }) => records.filter(({ indexCode }) => indexCode === 'yarrow'))
		.map(({ record }) => record)
		.sort();

describe.each(KINDS)('what acts on %s acts on just that', (_, asked, is) => {
	const wanted = keysOf(is);

	it('when it is read, after the strategy was read', async () => {
		expect(await shown(opened({}))).toHaveLength(N);
		expect(await shown(asked())).toEqual(wanted);
	});

	it('when it is put on the reading list, and what is said of it agrees', async () => {
		await emptyList();
		await shown(opened({}));
		const taken = await takeResult(LOCAL_PERSON, 'q', 'yarrow', asked(), { from: 'here', client: '' });
		expect(await listed()).toEqual(wanted);
		expect(taken).toMatchObject({ added: wanted.length, already: 0 });
		expect(taken.summary).toContain(String(wanted.length === 1 ? 'work' : wanted.length));
		expect(
			await takeResult(LOCAL_PERSON, 'q', 'yarrow', asked(), { from: 'here', client: '' })
		).toMatchObject({ added: 0, already: wanted.length });
	});

	it('when it is kept as a run', async () => {
		const { number } = await keepResult(LOCAL_PERSON, 'q', 'yarrow', asked());
		expect(await shown(opened({ run: number }))).toEqual(wanted);
	});

	it('when it is described, and narrowed by a value', async () => {
		const { count } = await overviewOf(LOCAL_PERSON, 'q', 'yarrow', asked());
		expect(count).toBe(wanted.length);
		const each = [{ by: 'source', how: 'out' as const, values: ['Quiet Rooms'] }];
		const { counts } = await keptCounts(LOCAL_PERSON, 'q', 'yarrow', asked(), each);
		expect(counts[0]).toBe(all.filter((i) => is(i) && i % 5 === 0).length);
	});

	it('when it is watched: by a text that finds the same, or not at all', async () => {
		const made = await watchResult(LOCAL_PERSON, 'q', 'yarrow', asked()).catch((error: { code: string }) => error);
		if ('code' in made) return void expect(made.code).toBe('no-text');
		const { records } = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: made.cql ?? '', limit: 100 });
		expect(records.map(({ id }) => id).sort()).toEqual(wanted);
		await removeWatch(LOCAL_PERSON, made.id);
		expect(await listWatches(LOCAL_PERSON, 'q')).toEqual([]);
	}); // prettier-ignore
});

describe('what acts on the pooled list, or a region of it, acts on just that', () => {
	const wish = (of: Partial<PoolWish> = {}): PoolWish => ({
		runs: [],
		without: [],
		members: [],
		sort: 'relevance',
		offset: 0,
		limit: 100,
		...of
	});

	it.each([
		['all', wish(), () => true],
		['in one index alone', wish({ members: [0] }), (i: number) => i % 3 > 0],
		['in both', wish({ members: [0, 1] }), (i: number) => i % 3 === 0],
		['with a value', wish({ has: 'year', value: '2006' }), (i: number) => i === 6]
	])('%s', async (_, of, is) => {
		const wanted = keysOf(is);
		await shown(opened({}));
		const { region } = await poolOf(LOCAL_PERSON, 'q', of);
		expect(region).toHaveLength(wanted.length);
		await emptyList();
		expect(await takePool(LOCAL_PERSON, 'q', of, { from: 'here', client: '' })).toMatchObject({
			added: wanted.length
		});
		expect(await listed()).toEqual(wanted);
		const [number] = await keepPooled(LOCAL_PERSON, 'q', of);
		expect(await shown(opened({ run: number }))).toEqual(wanted);
	});

	it('pearls, by name', async () => {
		await emptyList();
		const records = [4, 8].map((i) => ({ indexCode: 'yarrow', record: `yarrow-${i}` }));
		await takeRecords(LOCAL_PERSON, 'q', records, { from: 'pearls', client: '' });
		expect(await listed()).toEqual(['yarrow-4', 'yarrow-8']);
	});
});

describe('a result', () => {
	const inOrder = async (sort: 'cited' | 'source' | 'author') =>
		(await readRecords(LOCAL_PERSON, 'q', 'yarrow', opened({}), { ...page, sort })).page.records.map(({ id }) => Number(id.split('-')[1]));
	const latestFirst = (a: number, b: number) => b - a;

	it('is put in order by how often records are cited, by source, and by first author', async () => {
		const rest = all.filter((i) => i > 2).sort(latestFirst);
		expect(await inOrder('cited')).toEqual([2, 1, 0, ...rest]);
		const having = (is: (i: number) => boolean) => all.filter(is).sort(latestFirst);
		expect(await inOrder('source')).toEqual([...having((i) => i % 5 === 0), ...having((i) => i % 5 > 0)]);
		expect(await inOrder('author')).toEqual([...having((i) => i % 4 > 0), ...having((i) => i % 4 === 0)]);
	});

	it('says beside each record how often it is cited and where its work can be had', async () => {
		const { page: shown, marks } = await readRecords(LOCAL_PERSON, 'q', 'yarrow', opened({}), page);
		expect(marks.map(({ cited }) => cited)).toEqual(shown.records.map(({ id }) => (Number(id.split('-')[1]) < 3 ? 6 : 0)));
		expect(marks.every(({ ways }) => (ways?.length ?? 0) > 0)).toBe(true);
	});

	it('gives some of its records as a file, just those, and says which are not there', async () => {
		const file = await exportRecordsNamed(LOCAL_PERSON, 'q', 'yarrow', ['yarrow-4', 'yarrow-9'], 'json');
		expect(((await file.json()) as { title: string }[]).map(({ title }) => title).sort()).toEqual(['Noise, part 4', 'Noise, part 9 on the ward']);
		await expect(exportRecordsNamed(LOCAL_PERSON, 'q', 'yarrow', ['nowhere'], 'ris')).rejects.toThrow('nowhere');
	});

	it('is empty where there is nothing to search for, whatever it is asked by', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'bare', title: 'B', question: '', indexes: ['yarrow'] });
		const nothing = () => readRecords(LOCAL_PERSON, 'bare', 'yarrow', opened({}), page);
		expect((await nothing()).page.count).toBe(0);
		for (const command of [
			{ kind: 'concept.add', id: 'c', name: 'noise' },
			{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' },
			{ kind: 'concept.set', id: 'c', status: 'exclude' }
		] satisfies Command[])
			await changeInquiry(LOCAL_PERSON, 'bare', command);
		expect((await nothing()).page.count).toBe(0);
		const view = await strategyView(LOCAL_PERSON, 'bare', 'yarrow');
		expect(view).toMatchObject({ isEmpty: true, yields: { count: 0 } });
		const tried = [{ kind: 'concept.set' as const, id: 'c', status: 'required' as const }];
		expect((await tryCommands(LOCAL_PERSON, 'bare', 'yarrow', tried)).trial).toEqual({ before: 0, after: N, gained: N, lost: 0 });
	});
}); // prettier-ignore
