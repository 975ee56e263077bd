import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { readCitations } from '../records/record-import';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import '../wings';
import { recognise } from './pearl-recall';

const record = (key: string, title: string, year: number, rest = {}) => ({
	key,
	item: { id: key, type: 'article-journal', title, author: [{ family: 'Ashdene', given: 'K.' }], issued: { 'date-parts': [[year]] }, ...rest },
	taggings: []
}); // prettier-ignore

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', [
		record('a1', 'Noise on wards', 2011, { DOI: '10.5555/Noise(2011)1' }),
		record('a2', 'Sleep without alarms', 2019),
		record('a3', 'Quiet rooms', 2015, { DOI: '10.5555/quiet' })
	]);
	await store('fern', [
		record('f1', 'Noise on wards', 2011, { DOI: '10.5555/noise(2011)1' }),
		record('f2', 'Ferns', 2001)
	]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	await changeInquiry(LOCAL_PERSON, 'q', {
		kind: 'pearl.add',
		id: 'p1',
		indexCode: 'yarrow',
		record: 'a3',
		title: ''
	});
});
afterAll(() => dropDatabase(url));

const ask = (text: string) => recognise(LOCAL_PERSON, 'q', text);
const found = async (text: string) =>
	(await ask(text)).found.map(({ indexCode, record: key }) => `${indexCode} ${key}`);

describe('citations that are pasted', () => {
	it.each([
		'10.5555/noise(2011)1',
		'10.5555/NOISE(2011)1',
		'doi:10.5555/noise(2011)1',
		'DOI: 10.5555/noise(2011)1',
		'https://doi.org/10.5555/noise(2011)1',
		'http://dx.doi.org/10.5555/Noise(2011)1',
		'Ashdene, K. (2011). Noise on wards. https://doi.org/10.5555/noise(2011)1',
		'TY  - JOUR\nDO  - https://doi.org/10.5555/noise(2011)1\nTI  - Otherwise called\nER  - \n',
		'@article{x, title={Otherwise}, doi={10.5555/noise(2011)1}}',
		'[{"id":"x","type":"book","title":"Otherwise","DOI":"10.5555/noise(2011)1"}]'
	])('are known by a DOI, however it is written: %s', async (text) => {
		// The work is in both indexes, and one pearl all the same.
		expect(await found(text)).toEqual(['yarrow a1']);
	});

	it('are known without one by title, first author and year, one year more or less', async () => {
		const ris = (title: string, year: number, author = 'Ashdene, Katja') => `TY  - JOUR\nTI  - ${title}\nAU  - ${author}\nPY  - ${year}\nER  - \n`; // prettier-ignore
		expect(await found(ris('SLEEP  without alarms', 2019))).toEqual(['yarrow a2']);
		expect(await found(ris('Sleep without alarms', 2020))).toEqual(['yarrow a2']);
		expect(await found(ris('Sleep without alarms', 2016))).toEqual([]);
		expect(await found(ris('Sleep without alarms', 2019, 'Voss, P.'))).toEqual([]);
		expect(await found(ris('Ferns', 2001))).toEqual(['fern f2']);
		// Two DOIs that differ are two works, whatever else is alike.
		expect(await found(ris('Noise on wards', 2011).replace('ER', 'DO  - 10.5555/another\nER'))).toEqual([]);
	});

	it('are counted once each; those that are pearls already and those that no index has are said apart', async () => {
		const known = await ask(
			'10.5555/noise(2011)1\n10.5555/Noise(2011)1; 10.5555/quiet\n10.9/short\n10.5555/nowhere\n\nnothing\n'
		);
		expect(known.found.map((one) => one.record)).toEqual(['a1']);
		expect(known.already).toBe(1);
		expect(known.unknown).toEqual(['10.5555/nowhere']);
		expect(known.faults.map(({ line }) => line)).toEqual([3, 6]);
	});

	it('say what of a file cannot be read, and take the rest', async () => {
		const known = await ask(
			'@article{a, title={One}, doi={10.5555/noise(2011)1}}\n@article{b, title={Broken,\n'
		);
		expect(known.found).toHaveLength(1);
		expect(known.faults.length).toBeGreaterThan(0);
		expect(await ask('   \n ')).toEqual({ found: [], unknown: [], faults: [], already: 0 });
		expect(readCitations('[{"type":7},{"type":"book","id":"b","title":"T"}]').items).toHaveLength(1);
	});

	it('may be ten thousand', async () => {
		const entries = Array.from(
			{ length: 10_000 },
			(_, i) => `TY  - JOUR\nTI  - Title ${i}\nAU  - Ashdene, K.\nPY  - 2011\nDO  - 10.5555/${i}\nER  - \n`
		);
		entries[7_777] = 'TY  - JOUR\nTI  - Noise\nDO  - 10.5555/noise(2011)1\nER  - \n';
		const known = await ask(entries.join('\n'));
		expect(known.found.map((one) => one.record)).toEqual(['a1']);
		expect(known.unknown).toHaveLength(9_999);
	});
});
