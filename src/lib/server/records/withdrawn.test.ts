import { mkdtemp, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dropDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createInquiry } from '../inquiry/inquiries';
import { LOCAL_PERSON } from '../people/access';
import { listedWorks, readList } from '../reading/reading-lists';
import { takeRecords } from '../reading/works-to-list';
import { searchIndex } from '../search/searching';
import { currentIndex } from '../vocabulary/editions';
import '../wings';
import { importRecords } from './record-import';
import { recordSheet } from './record-lines';
import { rebuildSets } from './record-store';
import { databaseWithYarrow } from './yarrow.test-aid';

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('empty');
});
afterAll(() => dropDatabase(url));

const NOISE = 'https://y.example/noise';
const item = (n: number, title = `Noise on ward ${n}`) => ({
	id: `w${n}`,
	type: 'article-journal',
	title,
	author: [{ family: `Family${n}`, given: 'A' }],
	issued: { 'date-parts': [[2_000 + n]] },
	custom: { headings: [{ uri: NOISE, label: 'Noise, Indoor', chief: true }] }
});
const all = Array.from({ length: 6 }, (_, n) => item(n));

async function load(items: readonly object[], whole: boolean) {
	const folder = await mkdtemp(path.join(os.tmpdir(), 'oakmoss-withdrawn-'));
	const file = path.join(folder, 'records.json');
	await writeFile(file, JSON.stringify(items));
	return importRecords(connection().sql, {
		indexCode: 'yarrow',
		file,
		format: 'application/vnd.citationstyles.csl+json',
		whole
	});
}
const found = async (cql: string) =>
	(await searchIndex(LOCAL_PERSON, 'yarrow', { cql, limit: 50 })).records.map(({ id }) => id).sort();
const everywhere = async () => ({
	heading: await found(`dc.subject = "Noise, Indoor"`),
	word: await found('noise'),
	author: await found('dc.creator = "Family2"'),
	years: await found('dc.date >= 2000')
});
const ids = (...numbers: number[]) => numbers.map((n) => `w${n}`);

describe('records that a whole file lacks', () => {
	it('are withdrawn: told in the report, found by no search, and kept where somebody kept them', async () => {
		await load(all, false);
		expect((await everywhere()).heading).toEqual(ids(0, 1, 2, 3, 4, 5));
		await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
		await takeRecords(LOCAL_PERSON, 'q', [{ indexCode: 'yarrow', record: 'w2' }], { from: 'x', client: '' });

		const { counts, findings } = await load([item(0), item(1, 'Noise otherwise'), item(3), item(4), item(5), item(7)], true); // prettier-ignore
		expect(counts).toMatchObject({ added: 1, replaced: 1, unchanged: 4, withdrawn: 1 });
		expect(findings.filter(({ rule }) => rule === 'record-withdrawn').map(({ subject }) => subject)).toEqual([
			'w2'
		]);
		const without = { heading: ids(0, 1, 3, 4, 5, 7), word: ids(0, 1, 3, 4, 5, 7), author: [], years: ids(0, 1, 3, 4, 5, 7) }; // prettier-ignore
		expect(await everywhere()).toEqual(without);
		// What is worked out anew from the rows says the same.
		await connection().sql.begin((tx) => rebuildSets(tx, 'yarrow'));
		expect(await everywhere()).toEqual(without);

		const sheet = await recordSheet(LOCAL_PERSON, 'yarrow', 'w2');
		expect(sheet).toMatchObject({
			item: { title: 'Noise on ward 2' },
			headings: [{ label: 'Noise, Indoor' }]
		});
		expect(sheet.withdrawn).toMatch(/^\d{4}-/);
		expect((await recordSheet(LOCAL_PERSON, 'yarrow', 'w3')).withdrawn).toBeUndefined();
		const [entry] = await readList(LOCAL_PERSON, 'q');
		const [work] = await listedWorks(LOCAL_PERSON, 'q', [entry.id]);
		expect(work).toMatchObject({ gone: [], records: [{ id: 'w2', withdrawn: sheet.withdrawn }] });
	});

	it('are there again when a later file has them', async () => {
		const { counts } = await load([item(2)], false);
		expect(counts).toMatchObject({ added: 0, replaced: 1, withdrawn: 0 });
		expect((await everywhere()).author).toEqual(ids(2));
		expect((await everywhere()).heading).toEqual(ids(0, 1, 2, 3, 4, 5, 7));
		expect((await recordSheet(LOCAL_PERSON, 'yarrow', 'w2')).withdrawn).toBeUndefined();
	});

	it('are not those that a file of some records lacks, nor withdrawn twice', async () => {
		expect((await load([item(0)], false)).counts).toMatchObject({ unchanged: 1, withdrawn: 0 });
		const most = [0, 2, 3, 4, 5].map((n) => item(n)).concat(item(1, 'Noise otherwise'));
		expect((await load(most, true)).counts.withdrawn).toBe(1);
		expect((await load(most, true)).counts.withdrawn).toBe(0);
	});

	it('are not most of an index: such a file is none that is whole, and nothing changes', async () => {
		const before = await everywhere();
		const { index } = await currentIndex('yarrow');
		await expect(load([item(0), item(8)], true)).rejects.toMatchObject({ code: 'withdraws-most' });
		expect(await everywhere()).toEqual(before);
		expect((await currentIndex('yarrow')).index.recordsRevision).toBe(index.recordsRevision);
	});
});
