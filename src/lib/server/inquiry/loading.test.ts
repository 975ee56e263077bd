import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { execute, type Command } from '../../../core/crosswalk';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase, statementsDuring } from '../db/database.test-aid';
import { connection, inTransaction } from '../db/client';
import { createInquiry } from './inquiries';
import { changeInquiry } from './inquiry-changes';
import { entriesOf, tablesOf, writeRows } from './inquiry-rows';
import { loadInquiry, WITHOUT_WORKS } from './loading';

let url: string;
let number = 0;
let id: string;
const work = { title: 'Walls', authors: '', source: '', year: 2020 };
const COMMANDS: Command[] = [
	{ kind: 'concept.add', id: 'c1', name: 'noise' },
	{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
	{
		kind: 'entries.add',
		from: 'here',
		entries: ['e1', 'e2'].map((entry) => ({
			...work,
			id: entry,
			records: [{ indexCode: 'alder', record: entry }]
		}))
	}
];

beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));
beforeEach(async () => {
	id = await createInquiry(LOCAL_PERSON, { id: `q${++number}`, title: 'Quiet', question: '' });
});

const change = (command: Command) => changeInquiry(LOCAL_PERSON, id, command);
/** What the rows say, which is what is remembered too. */
const state = async () => {
	const { inquiry } = await loadInquiry(id);
	const { about } = inquiry;
	expect({ about, ...(await tablesOf(id)), entries: await entriesOf(id, 'all') }).toEqual(inquiry);
	return inquiry;
};

describe('an inquiry that is loaded', () => {
	it('is remembered, and brought up to date by what was changed since, in as few statements as may be', async () => {
		for (const command of COMMANDS) await change(command);
		const full = await state();
		expect(await statementsDuring(() => loadInquiry(id))).toBe(1);
		await change({ kind: 'concept.add', id: 'c9', name: 'other' });
		expect(await statementsDuring(() => loadInquiry(id))).toBe(2);
		expect(await statementsDuring(() => loadInquiry(id))).toBe(1);
		// Some of the works, or none of them, are what they are by themselves.
		const works = Object.keys(full.entries).slice(0, 1);
		for (const some of [works, WITHOUT_WORKS.works])
			expect((await loadInquiry(id, { works: some })).inquiry.entries).toEqual(await entriesOf(id, some));
	});

	it('is what it was where a change was begun and not kept', async () => {
		await change(COMMANDS[0]);
		const before = await state();
		await expect(
			inTransaction(async (tx) => {
				const { inquiry } = await loadInquiry(id, { on: tx, forChange: true });
				const made = execute(inquiry, { kind: 'concept.add', id: 'never', name: 'never' });
				await writeRows(tx, id, made);
				await tx.execute(sql`update inquiries set revision = revision + 1 where id = ${id}`);
				// Within it, it is seen.
				expect((await loadInquiry(id, { on: tx })).inquiry.concepts.never).toBeDefined();
				throw new Error('not kept');
			})
		).rejects.toThrow('not kept');
		expect(await state()).toEqual(before);
	});

	it('is another one where one of this name was there before', async () => {
		await change(COMMANDS[0]);
		await state();
		await connection().sql`delete from inquiries where id = ${id}`;
		await expect(state()).rejects.toMatchObject({ status: 404 });
		await createInquiry(LOCAL_PERSON, { id, title: 'Another', question: '' });
		expect((await state()).concepts).toEqual({});
	});
});
