import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ListEntry } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { messageFile, messagesOf, withdrawMessage } from '../inquiry';
import { LOCAL_PERSON } from '../people/access';
import { citedByJob } from '../records';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import '../wings';
import { checkList, citeEntries, citeList, citeRecords } from './citing-works';
import { askFor, sendWorks, whereToHave } from './availability';
import { readList } from './reading-lists';
import { takeRecords } from './works-to-list';

const draft = (code: string, i: number, rest: Partial<RecordDraft['item']> = {}): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: 'article-journal',
		title: `Noise, part ${String(i).padStart(3, '0')}`,
		author: [{ family: 'Ashdene', given: 'K. M.' }],
		'container-title': 'Quiet Rooms',
		issued: { 'date-parts': [[2012]] },
		volume: 1,
		page: '1-9',
		DOI: `10.5555/w.${i}`,
		...rest
	},
	taggings: []
});

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', [
		...Array.from({ length: 120 }, (_, i) => draft('yarrow', i)),
		draft('yarrow', 500, { title: 'REVERBERATION IN SMALL ROOMS', page: undefined })
	]);
	await store('fern', [draft('fern', 500, { title: 'Reverberation in small rooms', page: '5-8' })]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	const records = [500, ...Array(120).keys()].map((i) => ({ indexCode: 'yarrow', record: `yarrow-${i}` }));
	await takeRecords(LOCAL_PERSON, 'q', records, { from: 'a test', client: '' });
});
afterAll(() => dropDatabase(url));

const faulty = async () => (await readList(LOCAL_PERSON, 'q'))[0];
const keep = (entry: ListEntry, more = {}) =>
	changeInquiry(LOCAL_PERSON, 'q', { kind: 'entries.set', ids: [entry.id], decision: 'keep', ...more });

describe('the works of a list, cited', () => {
	it('are checked against the same work in another index, whose values are offered, and no more once they are mended', async () => {
		const found = await checkList(LOCAL_PERSON, 'q', { part: 'all' });
		expect(found).toMatchObject({ checked: 121, wrong: 1 });
		const [{ id, findings }] = found.works;
		expect(findings.map(({ rule, mend, from }) => [rule, mend, from])).toEqual([
			['missing', '5-8', 'fern'],
			['capitals', 'Reverberation in small rooms', 'fern']
		]);
		const mends = Object.fromEntries(findings.map(({ field, mend }) => [field, mend]));
		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'entries.set', ids: [id], mends });
		expect(await checkList(LOCAL_PERSON, 'q', { part: 'all' })).toEqual({
			checked: 121,
			wrong: 0,
			works: []
		});
		await keep(await faulty());
		const [line] = await citeEntries(LOCAL_PERSON, [await faulty()], 'vancouver');
		expect(line).toContain('Reverberation in small rooms. Quiet Rooms. 2012;1:5–8.');
	});

	it('are there at once where they are few, and by a job with its progress where they are many', async () => {
		const few = await citeList(LOCAL_PERSON, 'q', { part: 'keep', style: 'apa' });
		expect('cited' in few && few.cited).toHaveLength(1);
		const many = await citeList(LOCAL_PERSON, 'q', { part: 'all', style: 'apa' });
		const job = 'job' in many ? many.job : '';
		let cited;
		while (!cited) {
			const { done, total, cited: made } = await citedByJob(LOCAL_PERSON, job);
			expect(done).toBeLessThanOrEqual(total);
			cited = made;
			await new Promise((resolve) => setTimeout(resolve, 50));
		}
		expect(cited).toHaveLength(121);
		// Works of one author and year are told apart over the whole list.
		expect(new Set(cited.map(({ inText }) => inText.text)).size).toBe(121);
		await expect(citeList(LOCAL_PERSON, 'q', { part: 'all', style: 'by-heart' })).rejects.toThrow('by-heart');
		await expect(citedByJob(LOCAL_PERSON, 'none')).rejects.toThrow('no such job');
	});

	it('are cited in the order in which they are asked for, where the style keeps that', async () => {
		const records = [
			{ index: 'yarrow', id: 'yarrow-7' },
			{ index: 'fern', id: 'fern-500' },
			{ index: 'yarrow', id: 'yarrow-2' }
		];
		const { entries, bibliography } = await citeRecords(LOCAL_PERSON, {
			records,
			style: 'ieee',
			format: 'text'
		});
		expect(entries.map(({ record }) => record)).toEqual(records);
		expect(bibliography.split('\n').map((line) => line.slice(0, 3))).toEqual(['[1]', '[2]', '[3]']);
	});
});

describe('a work of the list', () => {
	const form = { name: 'Ines', address: 'ines@ward.example', note: 'By Friday.' };

	it('is asked for with its citation as it was mended, and what was asked stands beside it', async () => {
		const { id } = await faulty();
		expect((await whereToHave(LOCAL_PERSON, 'q', { entry: id })).asked).toEqual([]);
		const { asked } = await askFor(LOCAL_PERSON, 'q', { entry: id, ...form });
		expect(asked).toHaveLength(1);
		// It is the same work, asked about by its record.
		const byRecord = await whereToHave(LOCAL_PERSON, 'q', { index: 'yarrow', record: 'yarrow-500' });
		expect(byRecord.asked).toEqual(asked);
		const eml = await (await messageFile(LOCAL_PERSON, 'q', asked[0].id)).text();
		expect(eml.replace(/=\r?\n/g, '')).toContain('Reverberation in small rooms');
		expect(eml).toContain('By Friday.');
		await withdrawMessage(LOCAL_PERSON, 'q', asked[0].id);
		expect((await messagesOf(LOCAL_PERSON, 'q'))[0].state).toBe('withdrawn');
		await expect(messageFile(LOCAL_PERSON, 'q', 'none')).rejects.toThrow('no such message');
		await expect(askFor(LOCAL_PERSON, 'q', { entry: 'gone', ...form })).rejects.toThrow(
			'no longer on the list'
		);
		await expect(whereToHave(LOCAL_PERSON, 'q', { index: 'yarrow', record: 'x' })).rejects.toThrow(
			'no such record'
		);
	});

	it('is sent with the others that were kept, and nothing is written where there is none', async () => {
		const sent = await sendWorks(LOCAL_PERSON, 'q', {
			part: 'keep',
			style: 'apa',
			to: 'tomas@ward.example',
			note: ''
		});
		expect(sent.works).toBe(1);
		const eml = await (await messageFile(LOCAL_PERSON, 'q', sent.id)).text();
		expect(eml).toContain('To: tomas@ward.example');
		const before = await messagesOf(LOCAL_PERSON, 'q');
		const none = { part: 'drop', style: 'apa', to: 'tomas@ward.example', note: '' } as const;
		await expect(sendWorks(LOCAL_PERSON, 'q', none)).rejects.toThrow('nothing to send');
		expect(await messagesOf(LOCAL_PERSON, 'q')).toEqual(before);
	});
});
