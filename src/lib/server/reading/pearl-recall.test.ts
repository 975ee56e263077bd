import * as v from 'valibot';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { inquiryDocument } from '../inquiry/document-schema';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { findRecords } from '../search/searching';
import '../wings';
import { pearlsOf, setPearl } from './pearl-recall';

const Y = 'https://y.example/';
const NOISE = { uri: `${Y}noise`, label: 'Noise, Indoor' };
const ALARMS = { uri: `${Y}alarm`, label: 'Alarms' };
const SLEEP = { uri: `${Y}sleep`, label: 'Sleep' };

const record = (key: string, title: string, headings: { uri: string; label: string }[], rest: Partial<RecordDraft['item']> = {}): RecordDraft => ({
	key,
	item: { id: key, type: 'report', title, issued: { 'date-parts': [[2015]] }, ...rest },
	taggings: headings.map((heading) => ({ ...heading, chief: false }))
}); // prettier-ignore
const DRAFTS = [
	record('found', 'Noise at night', [NOISE, SLEEP]),
	// Each of these is missed for another reason.
	record('block', 'Bells at night', [ALARMS, SLEEP], { keyword: 'bell ringing; night care' }),
	record('two', 'Bells by day', [ALARMS]),
	record('not', 'Noise at night, from roads', [NOISE, SLEEP]),
	record('early', 'Noise at night once', [NOISE, SLEEP], { issued: { 'date-parts': [[1990]] } }),
	record('bare', 'Untitled', []),
	...Array.from({ length: 30 }, (_, i) => record(`m${i}`, i % 2 ? 'Bells at night' : 'Rooms', [...(i % 3 ? [ALARMS] : []), ...(i % 2 ? [SLEEP] : [])])) // prettier-ignore
];

let url: string;
let id = '';
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', DRAFTS);
	await store('fern', [
		{ ...record('f1', 'Noise at night', [], { DOI: '10.5555/Found' }) },
		{ ...record('f2', 'Only here', [], { DOI: '10.5555/only' }) }
	]);
	await store('yarrow', [
		record('twin', 'Noise at night, again', [NOISE, SLEEP], { DOI: 'https://doi.org/10.5555/found' })
	]);
});
afterAll(() => dropDatabase(url));
let n = 0;
beforeEach(async () => {
	id = `q${++n}`;
	await createInquiry(LOCAL_PERSON, { id, title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'yarrow', edition: '1', headings: [NOISE] },
		{ kind: 'concept.add', id: 'c2', name: 'night' },
		{ kind: 'word.add', id: 'w2', conceptId: 'c2', text: 'night' },
		{ kind: 'concept.add', id: 'c3', name: 'roads' },
		{ kind: 'concept.set', id: 'c3', status: 'exclude' },
		{ kind: 'word.add', id: 'w3', conceptId: 'c3', text: 'roads' },
		{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2000 }] }
	] as Command[])
		await changeInquiry(LOCAL_PERSON, id, command);
});

const mark = (...keys: string[]) =>
	keys.reduce<Promise<unknown>>(async (before, key) => (await before, setPearl(LOCAL_PERSON, id, 'yarrow', key, true)), Promise.resolve()); // prettier-ignore
const yarrow = async () => (await pearlsOf(LOCAL_PERSON, id)).find(({ index }) => index === 'yarrow') as Awaited<ReturnType<typeof pearlsOf>>[number]; // prettier-ignore

describe('pearls of an inquiry', () => {
	it('are found or missed, each missed one with the parts that keep it out', async () => {
		await mark('found', 'block', 'two', 'not', 'early', 'bare');
		const { pearls, found, recall, missed } = await yarrow();
		expect([pearls, found.map((one) => one.id), recall]).toEqual([6, ['found'], 1 / 6]);
		const why = Object.fromEntries(missed.map(({ id: key, blocks, exclusions, limits }) => [key, [...blocks, ...exclusions, ...limits]])); // prettier-ignore
		expect(why).toEqual({
			block: ['c1'],
			two: ['c1', 'c2'],
			not: ['c3'],
			early: ['dc.date'],
			bare: ['c1', 'c2']
		});
		expect(missed.find((one) => one.id === 'bare')).toMatchObject({
			wouldPass: [],
			together: { additions: [] }
		});
	});

	it('say what would let one through, and what that brings; what is said comes true', async () => {
		await mark('found', 'block');
		const count = async () => (await findRecords(id, 'yarrow')).result.size;
		const before = await count();
		const [{ wouldPass, together }] = (await yarrow()).missed;
		expect(wouldPass.map(({ kind, label }) => `${kind} ${label}`)).toEqual(expect.arrayContaining(['heading Alarms', 'heading Sleep', 'word bell ringing', 'word night care'])); // prettier-ignore
		// Both pearls carry it, so it tells them best.
		expect(wouldPass[0].label).toBe('Sleep');
		expect(together.additions).toEqual([wouldPass[0]]);
		const alarms = wouldPass.find(({ label }) => label === 'Alarms') as (typeof wouldPass)[number];
		await changeInquiry(LOCAL_PERSON, id, { kind: 'pick.add', id: 'p9', conceptId: 'c1', indexCode: 'yarrow', edition: '1', headings: [ALARMS] }); // prettier-ignore
		expect((await count()) - before).toBe(alarms.adds);
		const after = await yarrow();
		expect([after.recall, after.missed]).toEqual([1, []]);
	});

	it('that fail two blocks are caught by no single addition: together says what both bring', async () => {
		await mark('two');
		const [{ blocks, wouldPass, together }] = (await yarrow()).missed;
		expect(blocks).toEqual(['c1', 'c2']);
		expect(together.additions.map(({ concept, label }) => [concept, label])).toEqual([['c1', 'Alarms'], ['c2', 'Alarms']]); // prettier-ignore
		for (const one of wouldPass) expect(together.adds).toBeGreaterThanOrEqual(one.adds);
		const before = (await findRecords(id, 'yarrow')).result.size;
		for (const [i, { concept }] of together.additions.entries())
			await changeInquiry(LOCAL_PERSON, id, { kind: 'pick.add', id: `t${i}`, conceptId: concept, indexCode: 'yarrow', edition: '1', headings: [ALARMS] }); // prettier-ignore
		const { found } = await yarrow();
		expect(found.map((one) => one.id)).toEqual(['two']);
		// A concept that was searched by its words alone is searched by headings and words now, so none is lost.
		expect((await findRecords(id, 'yarrow')).result.size - before).toBe(together.adds);
	});

	it('of one work are one, in whichever index it was marked; what an index has not is said apart', async () => {
		await setPearl(LOCAL_PERSON, id, 'fern', 'f1', true);
		await setPearl(LOCAL_PERSON, id, 'fern', 'f2', true);
		const [own, fern] = await pearlsOf(LOCAL_PERSON, id);
		expect([own.pearls, own.found.map((one) => one.id), own.elsewhere.map((one) => one.id)]).toEqual([1, ['twin'], ['f2']]); // prettier-ignore
		expect([fern.pearls, fern.elsewhere]).toEqual([2, []]);
		await mark('twin');
		expect((await yarrow()).pearls).toBe(1);
	});

	it('are taken back, undone and handed on like anything else of an inquiry', async () => {
		await mark('found', 'block', 'found');
		expect((await yarrow()).pearls).toBe(2);
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		expect((await yarrow()).pearls).toBe(1);
		await undoOrRedo(LOCAL_PERSON, id, 'redo');
		await setPearl(LOCAL_PERSON, id, 'yarrow', 'found', false);
		expect((await yarrow()).missed.map((one) => one.id)).toEqual(['block']);
		const copy = await importInquiry(LOCAL_PERSON, await exportInquiry(LOCAL_PERSON, id));
		const { inquiry } = await readInquiry(LOCAL_PERSON, copy);
		expect(Object.values(inquiry.pearls).map(({ record: key, title }) => [key, title])).toEqual([['block', 'Bells at night']]); // prettier-ignore
		// A document from before there were pearls has none.
		const older = JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, id))) as {
			inquiry: { id: string; pearls?: unknown };
		};
		delete older.inquiry.pearls;
		const taken = await importInquiry(LOCAL_PERSON, v.parse(inquiryDocument(), older));
		expect((await readInquiry(LOCAL_PERSON, taken)).inquiry.pearls).toEqual({});
	});

	it('say so where there are none, and where a record or a pearl is not there', async () => {
		expect(await yarrow()).toEqual({
			index: 'yarrow',
			pearls: 0,
			found: [],
			recall: null,
			missed: [],
			elsewhere: []
		});
		await expect(setPearl(LOCAL_PERSON, id, 'yarrow', 'nowhere', true)).rejects.toMatchObject({
			status: 404
		});
		await expect(setPearl(LOCAL_PERSON, id, 'yarrow', 'found', false)).rejects.toMatchObject({
			code: 'no-pearl'
		});
		await expect(pearlsOf(LOCAL_PERSON, 'none')).rejects.toMatchObject({ status: 404 });
	});
});
