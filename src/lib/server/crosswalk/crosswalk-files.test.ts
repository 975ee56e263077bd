import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow } from '../records/yarrow.test-aid';
import '../wings';
import { exportCrosswalk } from './crosswalk-export';
import { previewCrosswalkImport } from './crosswalk-import';

const NOISE = { uri: 'https://y.example/noise', label: 'Noise, Indoor' };
let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow();
	for (const id of ['own', 'other'])
		await createInquiry(LOCAL_PERSON, { id, title: 'Quiet', question: '', indexes: ['yarrow'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'concept.set', id: 'c1', status: 'exclude' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
		{ kind: 'concept.add', id: 'c2', name: 'rest' },
		{
			kind: 'pick.add',
			id: 'p1',
			conceptId: 'c2',
			indexCode: 'yarrow',
			edition: '1',
			headings: [NOISE],
			note: '12'
		},
		{
			kind: 'cell.noHeading',
			conceptId: 'c1',
			indexCode: 'yarrow',
			tried: ['din'],
			edition: '1',
			note: '=1+1\nand more'
		}
	] satisfies Command[])
		// prettier-ignore
		await changeInquiry(LOCAL_PERSON, 'own', command);
});
afterAll(() => dropDatabase(url));

const file = async (ending: string) =>
	Buffer.from(await (await exportCrosswalk(LOCAL_PERSON, 'own', ending)).arrayBuffer());
const preview = (id: string, kind: string, text: string) =>
	previewCrosswalkImport(LOCAL_PERSON, id, { kind, text });

describe('a crosswalk as a file', () => {
	it.each([
		['csv', 'csv', 'utf8'],
		['json', 'json', 'utf8'],
		['sssom.tsv', 'tsv', 'utf8'],
		['xlsx', 'xlsx', 'base64']
	] as const)('goes out as %s and changes nothing on its way in; elsewhere it says the same', async (ending, kind, as) => {
		const text = (await file(ending)).toString(as);
		expect(await preview('own', kind, text)).toMatchObject({ added: [], changed: [], newConcepts: [], unplaced: [], notKept: [] });
		const plan = await preview('other', kind, text);
		expect(plan.newConcepts.sort()).toEqual(['noise', 'rest']);
		expect(plan.changed).toEqual(['noise: exclude instead of required']);
		expect(plan.added).toEqual(expect.arrayContaining(['the word “din”, noise', 'Noise, Indoor, rest', 'no heading for noise']));
	}); // prettier-ignore

	it('says on which day each was decided, and by whom', async () => {
		const text = (await file('sssom.tsv')).toString();
		expect(text).toMatch(/^#mapping_date: \d{4}-\d\d-\d\d$/m);
		expect(text).toContain(LOCAL_PERSON.name);
	});

	it('is refused in words where it is none', async () => {
		await expect(preview('own', 'xlsx', Buffer.from('no workbook').toString('base64'))).rejects.toThrow(
			'no workbook that can be read. Nothing was changed.'
		);
		await expect(preview('own', 'pdf', '')).rejects.toThrow('SSSOM (.tsv), CSV, JSON or XLSX');
	});

	it('passes nothing in its preview that is refused afterwards', async () => {
		const long = `concept,index,heading,note\nrest,yarrow,"Noise, Indoor",${'x'.repeat(2_000_000)}\n`;
		const plan = await preview('other', 'csv', long);
		expect([plan.added, plan.unplaced.length]).toEqual([[], 1]);
		expect(plan.command?.commands.map(({ kind }) => kind)).toEqual(['concept.add']);
	});
});
