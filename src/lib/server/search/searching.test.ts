import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { type RecordDraft } from '../../../core/formats/record-draft';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createIndex, removeIndex } from '../vocabulary/subject-indexes';
import '../wings';
import { formsOfStem } from './stem-forms';
import { parseForIndex, searchIndex } from './searching';
import { rebuildSets } from '../records/record-store';
import { makePostings } from '../records/stored-postings';
import { store, RIS, take, databaseWithYarrow } from '../records/yarrow.test-aid';

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow();
	await take('application/x-research-info-systems', RIS);
});
afterAll(() => dropDatabase(url));

describe('CQL on an index', () => {
	const search = (cql: string, rest = {}) => searchIndex(LOCAL_PERSON, 'yarrow', { cql, ...rest });
	const ids = async (cql: string, rest = {}) => (await search(cql, rest)).records.map(({ id }) => id).sort();

	it('finds by heading, narrower, chief, aspect, words and limits', async () => {
		expect(await ids('dc.subject = "Noise, Indoor"')).toEqual(['a1', 'a2']);
		expect(await ids('dc.subject =/oak.narrower "Noise, Indoor"')).toEqual(['a1', 'a2', 'a3']);
		expect(await ids('dc.subject =/oak.narrower/oak.without="Alarms" "Noise, Indoor"')).toEqual(['a1', 'a2']);
		expect(await ids('dc.subject =/oak.chief "Noise, Indoor"')).toEqual(['a1']);
		expect(await ids('dc.subject =/oak.chief/oak.aspect="causes" "Noise, Indoor"')).toEqual(['a1']);
		expect(await ids('(dc.subject = "Noise, Indoor" and dc.subject = "Sleep") and dc.date < 2015')).toEqual([
			'a1'
		]);
		expect(await ids('alarm* not dc.title = sleep')).toEqual(['a1', 'a3']);
		expect(await ids('dc.creator = voss or dc.type = "book"')).toEqual(['a1', 'a3']);
		expect(await ids('"counted at night"')).toEqual(['a1']);
		expect(await ids('wards', { limits: [{ field: 'dc.date', from: 2012 }] })).toEqual([]);
	});

	it('takes an entry term as its heading and says so; names what comes near an unknown one', async () => {
		expect((await search('dc.subject = "din"')).remarks[0].message).toMatch(/entry term of “Noise, Indoor”/);
		await expect(search('alarms and dc.subject = "Nois"')).rejects.toMatchObject({
			status: 422,
			code: 'cql',
			details: { position: 24, expected: expect.arrayContaining(['"Noise, Indoor"']) }
		});
		expect(await parseForIndex(LOCAL_PERSON, 'yarrow', 'a or b')).toMatchObject({
			kind: 'boolean',
			operator: 'or'
		});
	});

	it('says why chief only finds nothing, until a record of the index has a chief heading marked', async () => {
		await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '' });
		const chief = async () => searchIndex(LOCAL_PERSON, 'fern', { cql: 'dc.subject =/oak.chief "Moss"' });
		const write = (n: number, isChief: boolean) =>
			store('fern', [
				{
					key: `f${n}`,
					item: { id: `f${n}`, type: 'book', title: `Moss ${n}` },
					taggings: [{ uri: 'Moss', label: 'Moss', chief: isChief }]
				}
			]);
		await write(1, false);
		expect(await chief()).toMatchObject({
			count: 0,
			remarks: [{ message: expect.stringMatching(/No record/) }]
		});
		await write(2, true);
		expect(await chief()).toMatchObject({ count: 1, remarks: [] });
		await removeIndex(LOCAL_PERSON, 'fern');
	});

	it('sees what another server changes, with its next search', async () => {
		// Modules of their own have memory of their own, as another server would.
		vi.resetModules();
		const other = await import('./searching');
		const { closeConnection: closeOther } = await import('../db/client');
		const count = async () => (await other.searchIndex(LOCAL_PERSON, 'yarrow', { cql: 'sundown' })).count;
		expect(await count()).toBe(0);
		const item = { id: 'a8', type: 'report', title: 'Sundown on wards' };
		await store('yarrow', [{ key: 'a8', item, taggings: [] }]);
		expect(await count()).toBe(1);
		await store('yarrow', [{ key: 'a8', item: { ...item, title: 'Evening on wards' }, taggings: [] }]);
		expect(await count()).toBe(0);
		await closeOther();
		await connection().sql`delete from records where index_code = 'yarrow' and key = 'a8'`;
		await connection().sql.begin(async (tx) => {
			await makePostings(tx, 'yarrow', [0]);
			await rebuildSets(tx, 'yarrow');
		});
	});

	it('never serves what an index of the same code held before it was made anew', async () => {
		const book = (n: number, title: string): RecordDraft => ({
			key: `b${n}`,
			item: { id: `b${n}`, type: 'book', title },
			taggings: []
		});
		const count = async () => (await searchIndex(LOCAL_PERSON, 'phoenix', { cql: 'ash' })).count;
		for (const [size, title] of [
			[7, 'Ash trees'],
			[30, 'Ash and embers']
		] as const) {
			await createIndex(LOCAL_PERSON, { code: 'phoenix', name: 'Phoenix', discipline: '' });
			await store(
				'phoenix',
				Array.from({ length: size }, (_, n) => book(n, title))
			);
			expect(await count()).toBe(size);
			const { records } = await searchIndex(LOCAL_PERSON, 'phoenix', {
				cql: 'ash',
				sort: 'newest',
				limit: 1
			});
			expect(records[0].item.title).toBe(title);
			await removeIndex(LOCAL_PERSON, 'phoenix');
		}
	});

	it('lists the forms that a stem matches, with the records of each', async () => {
		const { forms, total, counted, records } = await formsOfStem(LOCAL_PERSON, 'yarrow', 'Ala*');
		const { count } = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: 'cql.keywords = ala*', limit: 0 });
		expect([records, counted, total]).toEqual([count, count, forms.length]);
		expect(forms.length).toBeGreaterThan(0);
		for (const { form, records: own } of forms) {
			expect(form.startsWith('ala')).toBe(true);
			const found = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: `cql.keywords = ${form}`, limit: 0 });
			expect(found.count, form).toBe(own);
		}
		expect((await formsOfStem(LOCAL_PERSON, 'yarrow', 'zzz*')).forms).toEqual([]);
		for (const text of ['alarm', 'an alarm*', 'al*', '*'])
			await expect(formsOfStem(LOCAL_PERSON, 'yarrow', text)).rejects.toMatchObject({ status: 422 });
	});

	it('finds words with letters left open as the words they stand for, and says which those are', async () => {
		const forms = (await formsOfStem(LOCAL_PERSON, 'yarrow', 'al*rm*')).forms.map(({ form }) => form);
		expect(forms.length).toBeGreaterThan(0);
		const open = await search('cql.keywords = "al*rm*"', { limit: 50 });
		const each = await search(forms.map((form) => `cql.keywords = "${form}"`).join(' or '), { limit: 50 });
		expect(open.count).toBe(each.count);
		expect(open.count).toBeGreaterThan(0);
		expect((await search('cql.keywords = "zz?zz"')).count).toBe(0);
		await expect(search('cql.keywords = "a*b"')).rejects.toMatchObject({
			status: 422,
			details: { position: 15 }
		});
	});

	it('puts what is found in the order that the text asks for, unless another is asked for beside it', async () => {
		const ids = async (cql: string, rest = {}) => (await search(cql, rest)).records.map(({ id }) => id);
		const text = 'sleep or wards or alarms';
		const [newest, oldest] = [await ids(text, { sort: 'newest' }), await ids(text, { sort: 'oldest' })];
		expect(newest).not.toEqual(oldest);
		expect(await ids(`${text} sortBy dc.date/sort.descending`)).toEqual(newest);
		expect(await ids(`${text} sortBy dc.date`)).toEqual(oldest);
		expect(await ids(`${text} sortBy dc.date`, { sort: 'newest' })).toEqual(newest);
		const tree = await parseForIndex(LOCAL_PERSON, 'yarrow', `${text} sortBy dc.date`);
		expect(tree.sortBy).toMatchObject([{ field: 'dc.date', modifiers: [] }]);
		expect(await parseForIndex(LOCAL_PERSON, 'yarrow', text)).not.toHaveProperty('sortBy');
	});

	it('orders results the same way on every page', async () => {
		const newest = (await search('sleep or wards or alarms', { sort: 'newest' })).records.map(({ id }) => id);
		expect(newest).toEqual(['a2', 'a1', 'a3']);
		const best = (await search('sleep or alarms', { limit: 50 })).records.map(({ id }) => id);
		const paged: string[] = [];
		for (let offset = 0; offset < best.length; offset++)
			paged.push(...(await search('sleep or alarms', { offset, limit: 1 })).records.map(({ id }) => id));
		expect(paged).toEqual(best);
		expect(best[0]).toBe('a2');
	});
});
