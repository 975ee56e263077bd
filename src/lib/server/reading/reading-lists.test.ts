import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Command, ListEntry } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { runStrategy } from '../runs/runs';
import '../wings';
import { exportList, listedWorks, readList, setList } from './reading-lists';
import { takeCitations, takePool, takeRecords, takeResult } from './works-to-list';

const HOW = { from: 'a run', client: '' };
const NOISE = { uri: 'https://y.example/noise', label: 'Noise, Indoor' };
const draft = (code: string, i: number, rest: Partial<RecordDraft['item']> = {}): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: 'article-journal',
		title: `Noise, part ${i}`,
		author: [{ family: 'Ashdene', given: `K. ${code[0].toUpperCase()}.` }],
		'container-title': 'Quiet Rooms',
		issued: { 'date-parts': [[2000 + i]] },
		abstract: 'Alarms were counted.',
		...rest
	},
	taggings: code === 'yarrow' ? [{ ...NOISE, chief: i % 2 === 0, aspect: 'causes' }] : []
});

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store(
		'yarrow',
		Array.from({ length: 12 }, (_, i) => draft('yarrow', i))
	);
	// Every other work is in both indexes; two stand in the one alone.
	await store('fern', [
		...Array.from({ length: 6 }, (_, i) => draft('fern', 2 * i)),
		draft('fern', 40, { title: 'Noise that only fern has' }),
		draft('fern', 41, { title: '', author: [], issued: undefined })
	]);
});
afterAll(() => dropDatabase(url));

let id = '';
let n = 0;
beforeEach(async () => {
	id = `q${++n}`;
	await createInquiry(LOCAL_PERSON, { id, title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' }
	] satisfies Command[])
		await changeInquiry(LOCAL_PERSON, id, command);
});

const strategies = { runs: [], without: [], members: [], sort: 'relevance' as const, offset: 0, limit: 50 };
const list = () => readList(LOCAL_PERSON, id);
const recordsIn = ({ records }: ListEntry) => records.map(({ record }) => record).join(' + ');
const take = (code = 'yarrow') => takeResult(LOCAL_PERSON, id, code, { opening: {}, filter: [] }, HOW);
const decide = (ids: string[], decision: 'keep' | 'drop', more = {}) =>
	changeInquiry(LOCAL_PERSON, id, { kind: 'entries.set', ids, decision, ...more });

describe('works are put on the reading list', () => {
	it('from a result, each once with its records in every index, and what was decided outlives what comes later', async () => {
		expect(await take()).toMatchObject({ added: 12, already: 0 });
		const first = await list();
		expect(first.map(recordsIn).sort()).toEqual(
			Array.from({ length: 12 }, (_, i) => `yarrow-${i}${i % 2 ? '' : ` + fern-${i}`}`).sort()
		);
		await decide([first[0].id, first[1].id], 'keep', { reason: 'on wards' });
		const later = await take('fern');
		expect(later).toMatchObject({ added: 1, already: 6 });
		const now = await list();
		expect(now.slice(0, 12).map((entry) => ({ ...entry }))).toEqual(
			first.map((entry, i) =>
				i > 1
					? entry
					: {
							...entry,
							decision: 'keep',
							reason: 'on wards',
							decidedBy: LOCAL_PERSON.id,
							decidedAt: now[i].decidedAt
						}
			)
		);
		expect(now[0].decidedAt).toMatch(/^\d{4}-/);
		expect(recordsIn(now[12])).toBe('fern-40');
	});

	it('from a run as it was, a pooled list and by name: the same works are there once', async () => {
		const number = await runStrategy(LOCAL_PERSON, id, 'yarrow');
		const asked = { opening: {}, filter: [], run: number };
		expect(await takeResult(LOCAL_PERSON, id, 'yarrow', asked, HOW)).toMatchObject({ added: 12 });
		expect(await takePool(LOCAL_PERSON, id, strategies, HOW)).toMatchObject({ added: 1, already: 12 });
		const named = [
			{ indexCode: 'fern', record: 'fern-2' },
			{ indexCode: 'fern', record: 'fern-41' }
		];
		expect(await takeRecords(LOCAL_PERSON, id, named, HOW)).toMatchObject({ added: 1, already: 1 });
		expect(await list()).toHaveLength(14);
		// What has neither title nor authors is on it all the same.
		expect((await list())[13]).toMatchObject({ title: '', authors: '', year: null });
	});

	it('from a file: what an index has comes with its records, the rest as it is cited, what cannot be read is said', async () => {
		const file = [
			'TY  - JOUR\nTI  - Noise, part 3\nAU  - Ashdene, K. Y.\nPY  - 2003\nER  -\n',
			'TY  - BOOK\nTI  - Din of old\nAU  - Brackley, Iris\nPY  - 1990\nPB  - Wick\nER  -\n',
			'TY  - BOOK\nTI  - Din of old\nAU  - Brackley, Iris\nPY  - 1990\nER  -\n',
			'stray line\n'
		].join('\n');
		const taken = await takeCitations(LOCAL_PERSON, id, file, HOW);
		expect(taken).toMatchObject({ added: 2, already: 1 });
		const [known, cited] = await list();
		expect(recordsIn(known)).toBe('yarrow-3');
		expect(known.citation).toBeNull();
		expect(cited).toMatchObject({ records: [], title: 'Din of old', citation: { publisher: 'Wick' } });
		expect(await takeCitations(LOCAL_PERSON, id, file, HOW)).toMatchObject({ added: 0, already: 3 });
		const bare = await takeCitations(LOCAL_PERSON, id, '10.5555/nobody.has', HOW);
		expect(bare.added).toBe(0);
		expect(bare.faults[0].message).toContain('10.5555/nobody.has');
	});

	it('is one thing to undo', async () => {
		await take();
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		expect(await list()).toEqual([]);
		await undoOrRedo(LOCAL_PERSON, id, 'redo');
		expect(await list()).toHaveLength(12);
	});

	it('refuses a record that no index has, and leaves the list as it was', async () => {
		await take();
		const gone = [{ indexCode: 'yarrow', record: 'nowhere' }];
		await expect(takeRecords(LOCAL_PERSON, id, gone, HOW)).rejects.toThrow('“nowhere” in yarrow');
		expect(await list()).toHaveLength(12);
	});
});

describe('a reading list', () => {
	it('reads works with their mends, and remembers those whose records are gone', async () => {
		const there = { indexCode: 'fern', record: 'fern-40' };
		await takeRecords(LOCAL_PERSON, id, [there], HOW);
		const [{ id: entry }] = await list();
		const mend = { title: 'Noise that fern has', page: '1-9', abstract: null };
		await changeInquiry(LOCAL_PERSON, id, { kind: 'entries.set', ids: [entry], mends: mend });
		const [work] = await listedWorks(LOCAL_PERSON, id, [entry, 'unknown']);
		expect(work.item).toMatchObject({ title: 'Noise that fern has', page: '1-9' });
		expect(work.item.abstract).toBeUndefined();
		expect(work.records[0].item.title).toBe('Noise that only fern has');
		await connection()
			.sql`update records set key = 'elsewhere' where index_code = 'fern' and key = 'fern-40'`;
		const [left] = await listedWorks(LOCAL_PERSON, id, [entry]);
		await connection()
			.sql`update records set key = 'fern-40' where index_code = 'fern' and key = 'elsewhere'`;
		expect(left).toMatchObject({ records: [], gone: [there], item: { title: 'Noise that fern has' } });
	});

	it('goes out with what was mended and with the headings of every index, or without', async () => {
		await take();
		const all = await list();
		const two = all.find((entry) => entry.records[0].record === 'yarrow-2') as ListEntry;
		await decide([two.id], 'keep');
		await changeInquiry(LOCAL_PERSON, id, {
			kind: 'entries.set',
			ids: [two.id],
			mends: { title: 'Noise, the second part' }
		});
		const text = async (ending: string, abstracts = true, headings = true) =>
			(await exportList(LOCAL_PERSON, id, ending, { decision: ['keep'], abstracts, headings })).text();
		const full = await text('ris');
		expect(full).toContain('TI  - Noise, the second part');
		expect(full).toContain('KW  - *Noise, Indoor / causes');
		expect(full).toContain('AB  - Alarms were counted.');
		expect(full.match(/^TY {2}-/gm)).toHaveLength(1);
		const bare = await text('ris', false, false);
		expect(bare).not.toMatch(/^(KW|AB) {2}-/m);
		expect(JSON.parse(await text('json'))).toMatchObject([{ title: 'Noise, the second part' }]);
		const none = await exportList(LOCAL_PERSON, id, 'json', {
			decision: ['drop'],
			abstracts: true,
			headings: true
		});
		expect(await none.json()).toEqual([]);
	});

	it('is set whole by a script: what stays keeps what is not said of it, and a fault changes nothing', async () => {
		await take();
		const before = await list();
		await decide([before[0].id], 'keep', { tags: ['wards'] });
		const record = (entry: ListEntry) => ({ index: entry.records[0].indexCode, id: entry.records[0].record });
		await setList(LOCAL_PERSON, id, [
			{ records: [record(before[0])], reason: 'measured' },
			{ records: [record(before[3])], decision: 'drop' },
			{ records: [{ index: 'fern', id: 'fern-40' }], decision: 'keep' }
		]);
		const after = await list();
		expect(after.map(({ decision }) => decision).sort()).toEqual(['drop', 'keep', 'keep']);
		expect(after.find((entry) => entry.id === before[0].id)).toMatchObject({
			decision: 'keep',
			tags: ['wards'],
			reason: 'measured'
		});
		for (const wrong of [
			[{ records: [{ index: 'fern', id: 'nowhere' }] }],
			[{ records: [] }],
			[{ records: [record(before[0])] }, { records: [record(before[0])] }]
		])
			await expect(setList(LOCAL_PERSON, id, wrong)).rejects.toThrow(/nowhere|Entry 1|named twice/);
		expect(await list()).toEqual(after);
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		expect((await list()).map((entry) => entry.id)).toEqual(before.map((entry) => entry.id));
	});

	it('goes with the inquiry as a document and comes back as it was', async () => {
		await take();
		const [first] = await list();
		await decide([first.id], 'drop', { reason: 'too loud', tags: ['nights'] });
		const document = await exportInquiry(LOCAL_PERSON, id);
		const copy = await importInquiry(LOCAL_PERSON, JSON.parse(JSON.stringify(document)));
		const { inquiry } = await readInquiry(LOCAL_PERSON, copy);
		const bare = (entries: ListEntry[]) => entries.map(({ id: _, ...entry }) => entry);
		expect(bare(Object.values(inquiry.entries).sort((a, b) => a.position - b.position))).toEqual(
			bare(await list())
		);
	});
});
