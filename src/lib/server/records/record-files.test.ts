import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { currentIndex } from '../vocabulary/editions';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { createIndex, listIndexes, removeIndex } from '../vocabulary/subject-indexes';
import '../wings';
import { headingSheet } from '../browse/look-up';
import { exportRecords } from './record-export';
import { neighboursOf } from '../reading/near-records';
import { recordSheet } from './record-lines';
import { rebuildSets } from './record-store';
import { store, VOCABULARY, RIS, take, databaseWithYarrow } from './yarrow.test-aid';

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('empty');
});
afterAll(() => dropDatabase(url));

describe('records from a file', () => {
	it('match keywords to headings, and say what was read, mended and refused, with the line', async () => {
		const report = await take('application/x-research-info-systems', RIS);
		expect(report.counts).toMatchObject({
			read: 4,
			kept: 3,
			refused: 1,
			added: 3,
			keywordsMatched: 5,
			keywordsUnmatched: 1
		});
		const rules = report.findings.map(({ rule, line }) => [rule, line]);
		expect(rules).toEqual(
			expect.arrayContaining([
				['entry-not-closed', 17],
				['no-title', 23],
				['entry-empty', 28],
				['outside-entry', 30],
				['keyword-unmatched', undefined]
			])
		);
		const { item, headings } = await recordSheet(LOCAL_PERSON, 'yarrow', 'a1');
		expect(item).toMatchObject({
			page: '5-9',
			abstract: 'Alarms were counted at night.',
			keyword: 'corridor talk'
		});
		expect(headings.map(({ label, chief, aspect }) => [label, chief, aspect])).toEqual([
			['Noise, Indoor', true, 'causes'],
			['Noise, Indoor', false, null],
			['Sleep', false, null]
		]);
		const sheet = await headingSheet(LOCAL_PERSON, 'yarrow', 'noise');
		expect(sheet).toMatchObject({ recordCount: 2, recordCountWithNarrower: 3 });
	});

	it('are not doubled by the same file again, nor kept when nothing in it can be read', async () => {
		const again = await take('application/x-research-info-systems', RIS);
		expect(again.counts).toMatchObject({ added: 0, unchanged: 3 });
		const { records } = (await currentIndex('yarrow')).index;
		await expect(take('application/vnd.citationstyles.csl+json', '[{"id": 1},\n{"type": ')).rejects.toThrow(
			/not JSON.*line 2/
		);
		await expect(take('text/csv', 'name;year\nx;1')).rejects.toThrow(/no column “title”/);
		await expect(take('application/x-bibtex', '@article{x, title={never closed')).rejects.toThrow(
			/line 1 do not close/
		);
		expect((await currentIndex('yarrow')).index.records).toBe(records);
	});

	it('come out and in again as they were, in every format', async () => {
		for (const [ending, type] of [
			['ris', 'application/x-research-info-systems'],
			['bib', 'application/x-bibtex'],
			['json', 'application/vnd.citationstyles.csl+json'],
			['csv', 'text/csv']
		] as const) {
			const code = `copy-${ending}`;
			await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
			await loadTurtle(code, VOCABULARY);
			const text = await (await exportRecords(LOCAL_PERSON, 'yarrow', ending)).text();
			const report = await take(type, text, code);
			expect([ending, report.counts.kept]).toEqual([ending, 3]);
			for (const key of ['a1', 'a2']) {
				const [was, is] = await Promise.all([
					recordSheet(LOCAL_PERSON, 'yarrow', key),
					recordSheet(LOCAL_PERSON, code, key)
				]);
				expect([ending, is.item, is.limits]).toEqual([ending, was.item, was.limits]);
				expect(is.headings.map(({ label, chief, aspect }) => [label, chief, aspect])).toEqual(
					was.headings.map(({ label, chief, aspect }) => [label, chief, aspect])
				);
			}
			await removeIndex(LOCAL_PERSON, code);
		}
		expect((await listIndexes(LOCAL_PERSON)).find(({ code }) => code === 'yarrow')?.records).toBe(3);
	});

	it('merge with a later, fuller file of the same: what changed is named, what it says nothing of stays', async () => {
		const code = 'later';
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
		await loadTurtle(code, VOCABULARY);
		const first = { id: 'b1', type: 'report', title: 'Night work', custom: { headings: [{ label: 'Sleep', chief: true }], limits: { 'oak.shift': ['night'] }, cites: [] } }; // prettier-ignore
		const same = { id: 'b2', type: 'report', title: 'Day work' };
		const type = 'application/vnd.citationstyles.csl+json';
		await take(type, JSON.stringify([first, same]), code);
		const fuller = {
			id: 'b1',
			type: 'report',
			title: 'Night work',
			publisher: 'Holm',
			abstract: 'Of wards.'
		};
		const { counts, findings } = await take(type, JSON.stringify([fuller, same]), code);
		expect(counts).toMatchObject({ added: 0, replaced: 1, unchanged: 1 });
		const changed = findings.filter(({ rule }) => rule === 'record-changed');
		expect(changed).toMatchObject([{ subject: 'b1', line: 1 }]);
		expect(changed[0].message).toMatch(/publisher, abstract\.$|abstract, publisher\.$/);
		const sheet = await recordSheet(LOCAL_PERSON, code, 'b1');
		expect(sheet).toMatchObject({ item: { publisher: 'Holm' }, limits: { 'oak.shift': ['night'] } });
		expect(sheet.headings.map(({ label, chief }) => [label, chief])).toEqual([['Sleep', true]]);
		// A file that says that there are none takes them away.
		await take(type, JSON.stringify([{ ...fuller, custom: { headings: [] } }]), code);
		expect((await recordSheet(LOCAL_PERSON, code, 'b1')).headings).toEqual([]);
		await removeIndex(LOCAL_PERSON, code);
	});

	it('part keywords as a person says, and say how they were parted', async () => {
		const code = 'parted';
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
		await loadTurtle(code, VOCABULARY);
		const ris = 'TY  - JOUR\nID  - k1\nTI  - x\nKW  - Sleep, Noise, Indoor\nER  - \n';
		const { findings } = await take('application/x-research-info-systems', ris, code);
		expect(findings.find(({ rule }) => rule === 'keywords-parted')?.message).toContain('commas in 1 entry');
		const { item, headings } = await recordSheet(LOCAL_PERSON, code, 'k1');
		expect([headings.map(({ label }) => label), item.keyword]).toEqual([['Sleep', 'Noise, Indoor'], undefined]); // prettier-ignore
		await take('application/x-research-info-systems', ris, code, 'comma');
		const parted = await recordSheet(LOCAL_PERSON, code, 'k1');
		expect([parted.headings.map(({ label }) => label), parted.item.keyword]).toEqual([['Sleep'], 'Noise; Indoor']); // prettier-ignore
		await removeIndex(LOCAL_PERSON, code);
	});

	it('keep the labels of a record that its file says nothing of', async () => {
		const item = { id: 'a9', type: 'report', title: 'Night work' };
		await store('yarrow', [
			{ key: 'a9', item, limits: { 'oak.shift': ['night'] }, taggings: [], cites: ['a1'] }
		]);
		await take('text/csv', 'id,type,title\na9,report,Night work on wards\n');
		const sheet = await recordSheet(LOCAL_PERSON, 'yarrow', 'a9');
		expect(sheet).toMatchObject({
			item: { title: 'Night work on wards' },
			limits: { 'oak.shift': ['night'] }
		});
		expect((await neighboursOf(LOCAL_PERSON, 'yarrow', 'a9')).cites).toEqual(['a1']);
		const { sql } = connection();
		await sql`delete from records where index_code = 'yarrow' and key = 'a9'`;
		await sql.begin((tx) => rebuildSets(tx, 'yarrow'));
	});

	it('read past a broken entry in the middle', async () => {
		const report = await take(
			'application/x-bibtex',
			'@article{b1, title={One}, year=2001}\n@article{b2, title={Broken,\n@book{b3, title={Three {Rooms}}, keywords={*Noise, Indoor; Sleep}}\n',
			'empty'
		);
		expect(report.counts).toMatchObject({ read: 3, kept: 2, refused: 1 });
		expect(report.findings.find(({ rule }) => rule === 'entry-not-closed')?.line).toBe(2);
	});
});
