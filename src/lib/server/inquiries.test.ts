import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { apply, execute, type Command } from '../../core/crosswalk';
import { LOCAL_PERSON } from './access';
import { dropDatabase, migratedDatabase } from './database.test-aid';
import { connection } from './db/client';
import { createIndex } from './indexes';
import {
	changeInquiry,
	changesSince,
	createInquiry,
	listInquiries,
	readInquiry,
	stepBackOrForth
} from './inquiries';

let url: string;
let number = 0;
let id: string;

const heading = (name: string) => ({ uri: `https://a.example/${name}`, label: name });
const COMMANDS: Command[] = [
	{ kind: 'concept.add', id: 'c1', name: 'noise' },
	{ kind: 'concept.add', id: 'c2', name: 'rest' },
	{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
	{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'alder', headings: [heading('Noise')], edition: '1' },
	{ kind: 'pick.set', id: 'p1', fit: 'close', note: 'Wider than the idea; “noise” of circuits too.' },
	{ kind: 'pick.add', id: 'p2', conceptId: 'c1', indexCode: 'alder', headings: [heading('Walls'), heading('Paint')], edition: '1', withNarrower: true },
	{ kind: 'cell.noHeading', conceptId: 'c2', indexCode: 'alder', tried: ['rest', 'repose'], edition: '1' },
	{ kind: 'concept.move', id: 'c2', to: 0 },
	{ kind: 'pick.set', id: 'p2', role: 'rejected' },
	{ kind: 'about.set', question: 'Why is it loud?' },
	{ kind: 'concept.remove', id: 'c1' }
]; // prettier-ignore

beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'alder', name: 'Alder', discipline: 'engineering' });
});
afterAll(() => dropDatabase(url));
beforeEach(async () => {
	id = await createInquiry(LOCAL_PERSON, { id: `q${++number}`, title: 'Quiet', question: '' });
});

const change = (command: Command) => changeInquiry(LOCAL_PERSON, id, command);
const state = async () => (await readInquiry(LOCAL_PERSON, id)).inquiry;

describe('an inquiry in the database', () => {
	it('holds after every command what the core says it holds', async () => {
		let expected = await state();
		for (const command of COMMANDS) {
			expected = apply(expected, execute(expected, command));
			await change(command);
			expect(await state()).toEqual(expected);
		}
	});

	it('goes back step by step to where it began, and forth again', async () => {
		const stages = [await state()];
		for (const command of COMMANDS) {
			await change(command);
			stages.push(await state());
		}
		for (const stage of stages.slice(0, -1).reverse()) {
			await stepBackOrForth(LOCAL_PERSON, id, 'undo');
			expect(await state()).toEqual(stage);
		}
		await expect(stepBackOrForth(LOCAL_PERSON, id, 'undo')).rejects.toMatchObject({
			code: 'nothing-to-undo'
		});
		for (const stage of stages.slice(1)) {
			await stepBackOrForth(LOCAL_PERSON, id, 'redo');
			expect(await state()).toEqual(stage);
		}
		await expect(stepBackOrForth(LOCAL_PERSON, id, 'redo')).rejects.toMatchObject({
			code: 'nothing-to-redo'
		});
	});

	it('cannot redo what was undone once something else was done', async () => {
		await change(COMMANDS[0]);
		await change(COMMANDS[1]);
		await stepBackOrForth(LOCAL_PERSON, id, 'undo');
		const { redo } = await change({ kind: 'concept.add', id: 'c9', name: 'other' });
		expect(redo).toBeNull();
		await expect(stepBackOrForth(LOCAL_PERSON, id, 'redo')).rejects.toMatchObject({
			code: 'nothing-to-redo'
		});
	});

	it('takes commands of several windows at once, one after the other', async () => {
		await change(COMMANDS[0]);
		await Promise.all(
			Array.from({ length: 12 }, (_, i) =>
				change({ kind: 'word.add', id: `w${i}`, conceptId: 'c1', text: `word ${i}` })
			)
		);
		const { inquiry, revision } = await readInquiry(LOCAL_PERSON, id);
		expect(Object.keys(inquiry.words)).toHaveLength(12);
		expect(new Set(Object.values(inquiry.words).map(({ position }) => position)).size).toBe(12);
		expect(revision).toBe(13);
	});

	it('tells another window what it missed', async () => {
		const before = await readInquiry(LOCAL_PERSON, id);
		for (const command of COMMANDS.slice(0, 5)) await change(command);
		await stepBackOrForth(LOCAL_PERSON, id, 'undo');
		const news = await changesSince(LOCAL_PERSON, id, before.revision);
		const caughtUp = news.changes.reduce((inquiry, { rows }) => apply(inquiry, rows), before.inquiry);
		expect(caughtUp).toEqual(await state());
		expect(news.revision).toBe(6);
	});

	it('does not log what changes nothing, and refuses what makes no sense without a trace', async () => {
		await change(COMMANDS[0]);
		const same = await change({ kind: 'concept.set', id: 'c1', name: 'noise' });
		expect(same).toMatchObject({ revision: 1, changes: [] });
		await expect(change({ kind: 'pick.remove', id: 'none' })).rejects.toMatchObject({ status: 404 });
		await expect(change({ kind: 'concept.add', id: 'c2', name: '  ' })).rejects.toMatchObject({
			status: 422
		});
		expect((await readInquiry(LOCAL_PERSON, id)).revision).toBe(1);
	});

	it('does not undo over what stands in the way', async () => {
		await change(COMMANDS[0]);
		await connection().sql`update concepts set name = 'changed by hand' where inquiry_id = ${id}`;
		await expect(stepBackOrForth(LOCAL_PERSON, id, 'undo')).rejects.toMatchObject({ code: 'changed-since' });
		expect((await state()).concepts.c1.name).toBe('changed by hand');
	});

	it('is listed with how far it has come', async () => {
		for (const command of COMMANDS.slice(0, 7)) await change(command);
		const listed = (await listInquiries(LOCAL_PERSON)).find((other) => other.id === id);
		expect(listed).toMatchObject({ concepts: 2, decided: 2, indexes: ['alder'] });
	});

	it('is for somebody: nobody may read or change it', async () => {
		await expect(readInquiry(undefined, id)).rejects.toMatchObject({ status: 403 });
		await expect(changeInquiry(undefined, id, COMMANDS[0])).rejects.toMatchObject({ status: 403 });
	});

	it('that does not exist is said so', async () => {
		await expect(readInquiry(LOCAL_PERSON, 'none')).rejects.toMatchObject({
			status: 404,
			code: 'no-inquiry'
		});
	});
});
