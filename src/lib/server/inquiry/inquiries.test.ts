import * as v from 'valibot';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { apply, execute, type Command } from '../../../core/crosswalk';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createIndex } from '../vocabulary/subject-indexes';
import { copyInquiry, createInquiry, listInquiries, setInquiryState } from './inquiries';
import { changeInquiry, changesSince, historyOf, readInquiry } from './inquiry-changes';
import { undoOrRedo } from './undo';
import '../wings';
import { inquiryDocument, type InquiryDocument } from './document-schema';
import { exportInquiry, importInquiry } from './inquiry-document';
import { entriesOf, tablesOf } from './inquiry-rows';

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
	{ kind: 'pick.set', id: 'p2', role: 'rejected', withNarrower: true, cuts: [heading('Brick')], chief: true, aspects: ['costs'] },
	{ kind: 'word.set', id: 'w1', lang: 'en', capitals: true, off: ['alder'] },
	{ kind: 'sighting.add', id: 's1', text: 'Racket', conceptId: 'c1', seen: 'a title' },
	{ kind: 'sighting.set', id: 's1', state: 'dismissed' },
	{ kind: 'concept.split', id: 'c1', newId: 'c3', name: 'walls', words: [], picks: ['p2'] },
	{ kind: 'concept.merge', id: 'c3', into: 'c2' },
	{ kind: 'many', title: 'Two more words', commands: [{ kind: 'word.add', id: 'w8', conceptId: 'c2', text: 'calm' }, { kind: 'word.add', id: 'w9', conceptId: 'c2', text: 'peace' }] },
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
/** What the rows say, which is what is remembered too. */
const state = async () => {
	const { inquiry } = await readInquiry(LOCAL_PERSON, id);
	const { about } = inquiry;
	expect({ about, ...(await tablesOf(id)), entries: await entriesOf(id, 'all') }).toEqual(inquiry);
	return inquiry;
};

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
			await undoOrRedo(LOCAL_PERSON, id, 'undo');
			expect(await state()).toEqual(stage);
		}
		await expect(undoOrRedo(LOCAL_PERSON, id, 'undo')).rejects.toMatchObject({
			code: 'nothing-to-undo'
		});
		for (const stage of stages.slice(1)) {
			await undoOrRedo(LOCAL_PERSON, id, 'redo');
			expect(await state()).toEqual(stage);
		}
		await expect(undoOrRedo(LOCAL_PERSON, id, 'redo')).rejects.toMatchObject({
			code: 'nothing-to-redo'
		});
	});

	it('cannot redo what was undone once something else was done', async () => {
		await change(COMMANDS[0]);
		await change(COMMANDS[1]);
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		const { redo } = await change({ kind: 'concept.add', id: 'c9', name: 'other' });
		expect(redo).toBeNull();
		await expect(undoOrRedo(LOCAL_PERSON, id, 'redo')).rejects.toMatchObject({
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
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
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
		await expect(undoOrRedo(LOCAL_PERSON, id, 'undo')).rejects.toMatchObject({ code: 'changed-since' });
		expect((await state()).concepts.c1.name).toBe('changed by hand');
	});

	it('is listed with how far it has come', async () => {
		for (const command of COMMANDS.slice(0, 7)) await change(command);
		const listed = (await listInquiries(LOCAL_PERSON)).find((other) => other.id === id);
		expect(listed).toMatchObject({ concepts: 2, decided: 2, indexes: ['alder'] });
	});

	it('is for somebody: nobody may read or change it', async () => {
		await expect(readInquiry(undefined, id)).rejects.toMatchObject({ status: 401 });
		await expect(changeInquiry(undefined, id, COMMANDS[0])).rejects.toMatchObject({ status: 401 });
	});

	it('that does not exist is said so', async () => {
		await expect(readInquiry(LOCAL_PERSON, 'none')).rejects.toMatchObject({
			status: 404,
			code: 'no-inquiry'
		});
	});
});

describe('two windows at once', () => {
	const from = (client: string, base: number, force = false) => ({ client, base, force });
	const start = async () => {
		for (const command of COMMANDS.slice(0, 4)) await change(command);
		return (await readInquiry(LOCAL_PERSON, id)).revision;
	};
	const set = (fit: 'close' | 'exact' | 'broader') => ({ kind: 'pick.set', id: 'p1', fit }) as const;

	it('never overwrite what the other had not seen, and name both sides', async () => {
		const base = await start();
		await changeInquiry(LOCAL_PERSON, id, set('close'), from('one', base));
		const blind = changeInquiry(LOCAL_PERSON, id, set('exact'), from('two', base));
		await expect(blind).rejects.toMatchObject({
			status: 409,
			code: 'collision',
			details: {
				collisions: [{ what: 'Noise', part: 'fit', yours: 'exact', theirs: 'close' }],
				by: LOCAL_PERSON.name
			}
		});
		expect((await state()).picks.p1.fit).toBe('close');
		await changeInquiry(LOCAL_PERSON, id, set('exact'), from('two', base, true));
		expect((await state()).picks.p1.fit).toBe('exact');
	});

	it('go together where they change different things, and know their own changes', async () => {
		const base = await start();
		await changeInquiry(LOCAL_PERSON, id, set('close'), from('one', base));
		const noted = { kind: 'pick.set', id: 'p1', note: 'Why not.' } as const;
		await changeInquiry(LOCAL_PERSON, id, noted, from('two', base));
		await changeInquiry(LOCAL_PERSON, id, set('broader'), from('one', base));
		expect((await state()).picks.p1).toMatchObject({ fit: 'broader', note: 'Why not.' });
	});

	it('bring back what the other removed, where that is chosen', async () => {
		const base = await start();
		await changeInquiry(LOCAL_PERSON, id, { kind: 'concept.remove', id: 'c1' }, from('one', base));
		const late = changeInquiry(LOCAL_PERSON, id, set('exact'), from('two', base));
		await expect(late).rejects.toMatchObject({
			code: 'collision',
			details: { collisions: [{ what: 'Noise', part: 'as a whole', theirs: 'removed' }] }
		});
		await undoOrRedo(LOCAL_PERSON, id, 'undo', 'one');
		await changeInquiry(LOCAL_PERSON, id, { kind: 'pick.remove', id: 'p1' }, from('one', base));
		await expect(changeInquiry(LOCAL_PERSON, id, set('exact'), from('two', base))).rejects.toMatchObject({
			code: 'collision',
			details: { collisions: [{ what: 'Noise', theirs: 'removed' }] }
		});
		await changeInquiry(LOCAL_PERSON, id, set('exact'), from('two', base, true));
		expect((await state()).picks.p1.fit).toBe('exact');
	});
});

describe('a command whose answer was lost', () => {
	const add = { kind: 'concept.add', id: 'late', name: 'late' } as const;
	const sender = (sending: string) => ({ client: 'one', base: 0, sending });

	it('is answered for again and not carried out twice, however often it is sent', async () => {
		const first = await changeInquiry(LOCAL_PERSON, id, add, sender('s1'));
		await changeInquiry(LOCAL_PERSON, id, { kind: 'concept.set', id: 'late', name: 'later' });
		const again = await Promise.all([1, 2, 3].map(() => changeInquiry(LOCAL_PERSON, id, add, sender('s1'))));
		for (const { revision, changes, summary } of again)
			expect({ revision, changes, summary }).toEqual({
				revision: first.revision,
				changes: first.changes,
				summary: first.summary
			});
		expect((await state()).concepts.late.name).toBe('later');
	});

	it('is carried out once where it arrives twice at the same time', async () => {
		const twice = [1, 2].map(() => changeInquiry(LOCAL_PERSON, id, add, sender('s2')));
		const [one, other] = await Promise.all(twice);
		expect(one.revision).toBe(other.revision);
		// Another sending of the same is another command, and says so.
		await expect(changeInquiry(LOCAL_PERSON, id, add, sender('s3'))).rejects.toMatchObject({ status: 422 });
	});
});

describe('the history', () => {
	it('tells who changed what, when and why, of all and of one cell, newest first', async () => {
		for (const command of COMMANDS.slice(0, 7)) await change(command);
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		const all = await historyOf(LOCAL_PERSON, id);
		expect(all.entries.map(({ summary }) => summary).slice(0, 2)).toEqual([
			'Undone: Decided: no heading for rest in Alder',
			'Decided: no heading for rest in Alder'
		]);
		expect(all.entries[1].state).toBe('undone');
		const cell = await historyOf(LOCAL_PERSON, id, { cell: 'c1:alder' });
		expect(cell.entries.map(({ summary }) => summary)).toEqual([
			'Picked Walls together with Paint in Alder for noise',
			'Judged Noise close',
			'Picked Noise in Alder for noise'
		]);
		expect(cell.entries[1]).toMatchObject({
			person: LOCAL_PERSON.name,
			note: expect.stringContaining('Wider')
		});
		const older = await historyOf(LOCAL_PERSON, id, { before: all.entries[1].revision });
		expect(older.entries).toHaveLength(6);
	});
});

describe('an inquiry as a whole', () => {
	it('is taken away and in again without a loss, its history and undo included', async () => {
		for (const command of COMMANDS.slice(0, -1)) await change(command);
		await undoOrRedo(LOCAL_PERSON, id, 'undo');
		const document = await exportInquiry(LOCAL_PERSON, id);
		const parsed = v.parse(inquiryDocument(), JSON.parse(JSON.stringify(document)));
		const copy = await importInquiry(LOCAL_PERSON, parsed);
		expect(copy).not.toBe(id);
		const again = await exportInquiry(LOCAL_PERSON, copy);
		const renamed = JSON.parse(JSON.stringify(again).replaceAll(copy, id)) as typeof again;
		expect(renamed).toEqual(document);
		const before = await state();
		id = copy;
		await undoOrRedo(LOCAL_PERSON, copy, 'redo');
		for (let i = 0; i < 4; i++) await undoOrRedo(LOCAL_PERSON, copy, 'undo');
		for (let i = 0; i < 3; i++) await undoOrRedo(LOCAL_PERSON, copy, 'redo');
		expect({ ...(await state()), about: null }).toEqual({ ...before, about: null });
	});

	it('is refused where it contradicts itself, and nothing of it is kept', async () => {
		for (const command of COMMANDS.slice(0, 4)) await change(command);
		const document = await exportInquiry(LOCAL_PERSON, id);
		const broken = { ...document, inquiry: { ...document.inquiry, id: 'broken', concepts: [] } };
		await expect(importInquiry(LOCAL_PERSON, broken)).rejects.toMatchObject({
			status: 422,
			message: expect.stringContaining('inquiry.words[0]')
		});
		await expect(readInquiry(LOCAL_PERSON, 'broken')).rejects.toMatchObject({ status: 404 });
		expect(v.safeParse(inquiryDocument(), { ...document, version: 2 }).success).toBe(false);
	});

	it.each<[string, (document: InquiryDocument) => unknown, RegExp]>([
		['a blank title', (d) => (d.inquiry.title = '  '), /title/],
		['two concepts of one name', (d) => d.inquiry.concepts.push({ ...d.inquiry.concepts[0] }), /inquiry\.concepts.*one name/],
		['two entries of one revision', (d) => d.history.push({ ...d.history[0] }), /history.*one name/],
		['an index that is not here', (d) => d.inquiry.indexes.push('nettle'), /no subject index “nettle” here \(inquiry\.indexes/],
		['a pick in an index that is not here', (d) => (d.inquiry.picks[0].indexCode = 'nettle'), /inquiry\.picks\[0\]/],
		['an undo of nothing', (d) => Object.assign(d.history[0], { kind: 'undo', target: 99 }), /history\[0\]/],
		['a row that is none', (d) => Object.assign(d.history[0], { rows: [{ table: 'concepts', id: 'x', before: null, after: { position: 'first' } }] }), /position/],
		['a row of no table', (d) => Object.assign(d.history[0], { rows: [{ table: 'people', id: 'x', before: null, after: null }] }), /table/],
		['a command that is none', (d) => Object.assign(d.history[0], { command: { kind: 'everything.drop' } }), /kind/],
		['a revision beyond all counting', (d) => (d.history[0].revision = 1e12), /revision/],
		['a name that every object has', (d) => (d.inquiry.concepts[0].id = 'constructor'), /cannot be used/],
		['a cell called otherwise', (d) => d.inquiry.cells.push({ id: 'x', conceptId: 'c1', indexCode: 'alder', noHeading: true, tried: [], edition: '', note: '' }), /inquiry\.cells/]
	])('is refused with the place where it has %s, before anything is written', async (_, spoil, why) => {
		for (const command of COMMANDS.slice(0, 6)) await change(command);
		const document = structuredClone(await exportInquiry(LOCAL_PERSON, id));
		document.inquiry.id = 'spoilt';
		spoil(document);
		const take = async () => {
			const read = v.safeParse(inquiryDocument(), document);
			if (read.success) return importInquiry(LOCAL_PERSON, read.output);
			const [issue] = read.issues;
			throw new Error(`${v.getDotPath(issue)}: ${issue.message}`);
		};
		await expect(take()).rejects.toThrow(why);
		await expect(readInquiry(LOCAL_PERSON, 'spoilt')).rejects.toMatchObject({ status: 404 });
	}); // prettier-ignore

	it('does not say of the local person what somebody elsewhere did', async () => {
		for (const command of COMMANDS.slice(0, 3)) await change(command);
		const document = structuredClone(await exportInquiry(LOCAL_PERSON, id));
		document.inquiry.id = `${id}-foreign`;
		document.history[0].personId = 'somebody-at-another-place';
		const taken = await importInquiry(LOCAL_PERSON, document);
		const { entries } = await historyOf(LOCAL_PERSON, taken);
		expect(entries.map(({ person }) => person)).toEqual([
			LOCAL_PERSON.name,
			LOCAL_PERSON.name,
			'somebody elsewhere'
		]);
	});

	it('is copied, archived, removed and had back', async () => {
		for (const command of COMMANDS.slice(0, 6)) await change(command);
		const copy = await copyInquiry(LOCAL_PERSON, id);
		const [own, other] = [await state(), (await readInquiry(LOCAL_PERSON, copy)).inquiry];
		expect(other).toEqual({ ...own, about: { ...own.about, id: copy, title: 'Quiet (copy)' } });
		await setInquiryState(LOCAL_PERSON, copy, { archived: true });
		const listed = await listInquiries(LOCAL_PERSON);
		expect(listed[listed.length - 1]).toMatchObject({ id: copy, archived: true });
		await setInquiryState(LOCAL_PERSON, copy, { removed: true });
		await expect(readInquiry(LOCAL_PERSON, copy)).rejects.toMatchObject({ status: 404 });
		await setInquiryState(LOCAL_PERSON, copy, { removed: false });
		expect((await readInquiry(LOCAL_PERSON, copy)).inquiry).toEqual(other);
		await expect(setInquiryState(LOCAL_PERSON, 'none', { removed: true })).rejects.toMatchObject({
			status: 404
		});
	});
});
