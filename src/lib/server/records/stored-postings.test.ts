import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BLOCK, type WordForm } from '../../../core/search';
import { connection } from '../db/client';
import { dropDatabase } from '../db/database.test-aid';
import { lengthsOf, makeMissingPostings, postingsOf } from './stored-postings';
import { databaseWithYarrow, setsNow, store } from './yarrow.test-aid';

/** More records than one block holds, made by the database. */
const RECORDS = BLOCK + 600;
let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow();
	await connection().sql`
		insert into records (index_code, n, key, csl, topic, names, title_length, abstract_length)
		select 'yarrow', n, 'r' || n, '{}', (
				'''all'':1A,2B,3B' || case when n % 7 = 0 then ' ''seventh'':4B' else '' end
				|| case when n % 5000 = 1 then ' ''seventy'':5C' else '' end || ' ''label'':9')::tsvector,
			'', n % 9, n % 31
		from generate_series(0, ${RECORDS - 1}::int) n`;
	await connection().sql`update subject_indexes set records = ${RECORDS} where code = 'yarrow'`;
	// As an earlier release left them: with records, and without postings.
	await makeMissingPostings();
});
afterAll(() => dropDatabase(url));

const read = async (...words: WordForm[]) => postingsOf(await setsNow('yarrow'), words);
const every = (step: number, first = 0) =>
	Array.from({ length: Math.ceil((RECORDS - first) / step) }, (_, i) => first + i * step);

describe('postings of an index', () => {
	it('are made for records that are there already, over all blocks, once', async () => {
		const [all, seventh, label, none] = await read(
			{ text: 'all', as: 'word' },
			{ text: 'seventh', as: 'word' },
			{ text: 'label', as: 'word' },
			{ text: 'nothing', as: 'word' }
		);
		expect([...all.records]).toEqual(every(1));
		expect([all.title[RECORDS - 1], all.abstract[RECORDS - 1]]).toEqual([1, 2]);
		expect([...seventh.records]).toEqual(every(7));
		// What stands in heading labels alone, or nowhere, is no word of a record.
		expect([label.records.length, none.records.length]).toEqual([0, 0]);
		const rows = () => connection().sql`select xmin from record_postings where index_code = 'yarrow'`;
		const before = await rows();
		await makeMissingPostings();
		expect(await rows()).toEqual(before);
	});

	it('of a beginning are those of every word that begins so, and the words of keywords count without times', async () => {
		const [seven, seventy] = await read({ text: 'sevent', as: 'beginning' }, { text: 'seventy', as: 'word' });
		expect([...seven.records]).toEqual([...new Set([...every(7), ...every(5_000, 1)])].sort((a, b) => a - b));
		expect([...seventy.records]).toEqual(every(5_000, 1));
		expect([...seventy.title, ...seventy.abstract].every((times) => times === 0)).toBe(true);
	});

	it('tell how long each record is, and follow what is changed in any block', async () => {
		const { lengths, mean } = await lengthsOf(await setsNow('yarrow'));
		const n = BLOCK + 3;
		expect(lengths[n]).toBe(2 * (n % 9) + (n % 31));
		expect(mean).toBeCloseTo(lengths.reduce((sum, one) => sum + one, 0) / RECORDS, 10);
		await store('yarrow', [
			{ key: `r${n}`, item: { id: 'x', type: 'report', title: 'Seventh heaven' }, taggings: [] },
			{ key: 'new', item: { id: 'y', type: 'report', title: 'New', abstract: 'Heaven.' }, taggings: [] }
		]);
		const [heaven, all] = await read({ text: 'heaven', as: 'word' }, { text: 'all', as: 'word' });
		expect([...heaven.records]).toEqual([n, RECORDS]);
		expect(all.records).toHaveLength(RECORDS - 1);
		expect((await lengthsOf(await setsNow('yarrow'))).lengths[n]).toBe(4);
	});
});
