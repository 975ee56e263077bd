import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, historyOf, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { LOCAL_PERSON } from '../people/access';
import { storeRecords } from '../records/record-store';
import { makeEditionCurrent, removeEdition } from '../vocabulary/editions-kept';
import { createIndex } from '../vocabulary/subject-indexes';
import { turtleOf, uploadTurtle } from '../vocabulary/upload-turtle.test-aid';
import { runStrategy } from '../runs/runs';
import { changedSince } from './changed-since';
import { differenceCsv, differenceView } from './differences';
import { countRepairs, leaveRepair, repairsFor, takeRepair, touchedInquiries } from './repairs';

let url: string;
const FIRST = turtleOf([
	'f:rooms "Rooms"',
	'f:noise "Noise" ; skos:broader f:rooms ; skos:altLabel "Din" ; skos:scopeNote "Unwanted sound."',
	'f:alarms "Alarms" ; skos:broader f:noise',
	'f:rest "Rest" ; skos:broader f:rooms',
	'f:calm "Calm" ; skos:broader f:rooms'
]);
const LATER = turtleOf([
	'f:rooms "Rooms"',
	'f:noise "Unwanted Sound" ; skos:broader f:rooms ; skos:altLabel "Din", "Noise" ; skos:scopeNote "Unwanted sound."',
	'f:alarms "Alarms" ; skos:broader f:calm',
	'f:rest "Rest" ; skos:broader f:rooms ; oak:retired "2025"',
	'f:calm "Calm" ; skos:broader f:rooms ; skos:scopeNote "Of a place."',
	'f:sleep "Sleep" ; skos:broader f:rooms ; dct:replaces f:rest',
	'f:repose "Repose" ; skos:broader f:rooms ; dct:replaces f:rest',
	'f:sirens "Sirens" ; skos:broader f:noise',
	'f:hush "Hush" ; skos:broader f:rooms'
]);
const heading = (name: string, label: string) => ({ uri: `https://fern.example/${name}`, label });
const record = (key: string, ...names: string[]) => ({
	key,
	item: { id: key, type: 'article-journal', title: `On ${key}` },
	taggings: names.map((name) => ({ ...heading(name, name), chief: false, aspect: '' })),
	keywords: [],
	limits: {},
	later: false
});

async function inquiry(id: string, commands: Command[]): Promise<string> {
	await createInquiry(LOCAL_PERSON, { id, title: id, question: '' });
	for (const command of [
		{ kind: 'about.set', indexes: ['fern'] },
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{ kind: 'concept.add', id: 'd', name: 'rest' },
		{ kind: 'concept.add', id: 'e', name: 'hush' },
		...commands
	] as Command[])
		await changeInquiry(LOCAL_PERSON, id, command);
	return id;
}
const pick = (id: string, conceptId: string, name: string, label: string, more = {}): Command => ({
	kind: 'pick.add',
	id,
	conceptId,
	indexCode: 'fern',
	edition: '2024',
	headings: [heading(name, label)],
	...more
});
const PICKS: Command[] = [
	pick('p1', 'c', 'noise', 'Noise', { withNarrower: true, fit: 'exact' }),
	pick('p2', 'd', 'rest', 'Rest'),
	pick('p3', 'd', 'calm', 'Calm', { fit: 'close' }),
	{ kind: 'cell.noHeading', conceptId: 'e', indexCode: 'fern', tried: ['hush'], edition: '2024' }
];

beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '' });
	await uploadTurtle('fern', '2024', FIRST);
	await connection().sql.begin((tx) =>
		storeRecords(tx, 'fern', [
			record('r1', 'noise'),
			record('r2', 'alarms'),
			record('r3', 'sirens'),
			record('r4', 'rest'),
			record('r5', 'sleep'),
			record('r6', 'sirens', 'noise')
		])
	);
	await inquiry('quiet', PICKS);
	await inquiry('other', [pick('p1', 'c', 'rooms', 'Rooms')]);
});
afterAll(() => dropDatabase(url));

describe('a later edition', () => {
	it('touches nothing before it is in use, and says what it would touch', async () => {
		await uploadTurtle('fern', '2025', LATER, 'never');
		expect(await countRepairs(LOCAL_PERSON, 'quiet')).toBe(0);
		expect(await touchedInquiries(LOCAL_PERSON, 'fern')).toEqual([]);
		expect(await touchedInquiries(LOCAL_PERSON, 'fern', '2025')).toEqual([
			{ id: 'quiet', title: 'quiet', cells: 3, repairs: 4 }
		]);
	});

	it('touches each pick once, with what its cell finds in both', async () => {
		await makeEditionCurrent(LOCAL_PERSON, 'fern', '2025');
		// What changed is told from the edition it was decided in, which therefore stays.
		await expect(removeEdition(LOCAL_PERSON, 'fern', '2024')).rejects.toThrow(
			/2 inquiries hold what was decided/
		);
		const repairs = await repairsFor(LOCAL_PERSON, 'quiet');
		expect(repairs.map(({ id, touched }) => [id, ...touched])).toEqual([
			['p1', 'renamed', 'below'],
			['p2', 'retired', 'split'],
			['p3', 'noteChanged'],
			['e:fern', 'headingForWords']
		]);
		// Noise with alarms before; with sirens now. Worked out by hand from the six records.
		expect(repairs[0].price).toEqual({ then: 3, now: 3, after: 3, gained: 1, lost: 1 });
		expect(repairs[1].price).toEqual({ then: 1, now: 1, after: 2, gained: 1, lost: 0 });
		expect(await countRepairs(LOCAL_PERSON, 'quiet')).toBe(4);
		expect(await countRepairs(LOCAL_PERSON, 'other')).toBe(0);
		expect(await touchedInquiries(LOCAL_PERSON, 'fern')).toHaveLength(1);
		// Looking changes nothing.
		expect((await readInquiry(LOCAL_PERSON, 'quiet')).inquiry.picks.p1.edition).toBe('2024');
	});

	it('is followed by repairs that are taken, each one step that can be undone', async () => {
		await takeRepair(LOCAL_PERSON, 'quiet', 'p2');
		const { inquiry } = await readInquiry(LOCAL_PERSON, 'quiet');
		expect(Object.values(inquiry.picks).filter(({ conceptId }) => conceptId === 'd').map(({ headings }) => headings[0].label).sort()).toEqual(['Calm', 'Repose', 'Rest', 'Sleep']); // prettier-ignore
		expect(await countRepairs(LOCAL_PERSON, 'quiet')).toBe(3);
		await undoOrRedo(LOCAL_PERSON, 'quiet', 'undo');
		expect(await countRepairs(LOCAL_PERSON, 'quiet')).toBe(4);
		await undoOrRedo(LOCAL_PERSON, 'quiet', 'redo');
		expect(await countRepairs(LOCAL_PERSON, 'quiet')).toBe(3);
		await expect(takeRepair(LOCAL_PERSON, 'quiet', 'p2')).rejects.toMatchObject({ code: 'no-repair' });
	});

	it('is followed by repairs that are left, with the reason in the logbook', async () => {
		await leaveRepair(LOCAL_PERSON, 'quiet', 'p3', 'The note says what we meant.');
		const { entries } = await historyOf(LOCAL_PERSON, 'quiet');
		expect(entries[0].summary).toBe('Kept Calm as it is in the edition 2025: The note says what we meant.');
		expect((await readInquiry(LOCAL_PERSON, 'quiet')).inquiry.picks.p3.fit).toBe('close');
		await leaveRepair(LOCAL_PERSON, 'quiet', 'e:fern', 'Not what is meant.');
		expect((await readInquiry(LOCAL_PERSON, 'quiet')).inquiry.cells['e:fern']).toMatchObject({ noHeading: true, tried: ['hush'], edition: '2025' }); // prettier-ignore
		expect((await repairsFor(LOCAL_PERSON, 'quiet')).map(({ id }) => id)).toEqual(['p1']);
	});

	it('that is taken back proposes the way back for what followed it', async () => {
		await makeEditionCurrent(LOCAL_PERSON, 'fern', '2024');
		const repairs = await repairsFor(LOCAL_PERSON, 'quiet');
		// What was not repaired stands in its own edition again and needs nothing.
		expect(repairs.map(({ id, from, to }) => [id, from, to])).not.toContainEqual(['p1', '2025', '2024']);
		const gone = repairs.find(({ pick }) => pick?.headings[0].label === 'Sleep');
		expect(gone).toMatchObject({ from: '2025', to: '2024', touched: ['retired'] });
		await makeEditionCurrent(LOCAL_PERSON, 'fern', '2025');
	});
});

describe('the view of a difference', () => {
	const view = (asked: Partial<Parameters<typeof differenceView>[2]> = {}) =>
		differenceView(LOCAL_PERSON, 'fern', {
			from: '2024',
			to: '2025',
			kinds: [],
			typed: '',
			most: 100,
			...asked
		});

	it('is narrowed by kind and by text, and shows so many', async () => {
		const all = await view();
		expect(all.total).toBe(all.changes.length);
		expect(all.counts).toMatchObject({
			renamed: 1,
			retired: 1,
			moved: 1,
			split: 1,
			noteChanged: 1,
			added: 4
		});
		const added = await view({ kinds: ['added'] });
		expect(added.changes.map(({ to }) => to?.label).sort()).toEqual(['Hush', 'Repose', 'Sirens', 'Sleep']);
		expect((await view({ typed: 'UNWANTED' })).changes.map(({ says }) => says)).toEqual(['“Noise” is called “Unwanted Sound” now.']); // prettier-ignore
		expect(await view({ most: 2 })).toMatchObject({ total: all.total, changes: [{}, {}] });
		expect(all.branches).toEqual([{ id: 'rooms', label: 'Rooms', headings: 9, changed: 8, gone: false }]);
	});

	it('is taken away as CSV, guarded against formulas', async () => {
		const rows = (await differenceCsv(LOCAL_PERSON, 'fern', '2024', '2025')).split('\r\n');
		expect(rows[0]).toContain('heading before');
		expect(rows.filter((row) => row.startsWith('added,'))).toHaveLength(4);
		expect(rows.some((row) => row.startsWith('renamed,noise,Noise,noise,Unwanted Sound'))).toBe(true);
		expect(rows.some((row) => row.startsWith('entry terms changed,noise,Unwanted Sound') && row.includes('Noise'))).toBe(true); // prettier-ignore
	});
});

describe('what changed since a moment', () => {
	it('tells decisions, editions, strategies and records from a date, a run or a number of days', async () => {
		const all = await changedSince(LOCAL_PERSON, 'quiet', '2020-01-01');
		expect(all.since).toBe('2020-01-01T00:00:00.000Z');
		expect(all.decisions.lines[0].summary).toContain('Not what is meant');
		expect(all.decisions.total).toBe(all.decisions.lines.length);
		expect(all.editions).toMatchObject([{ index: 'fern', label: '2025', from: '2024', isCurrent: true }]);
		expect(all.strategies).toMatchObject([{ index: 'fern', then: null }]);
		// Nobody has found anything for this concept, so there is nothing to search for it.
		await changeInquiry(LOCAL_PERSON, 'quiet', { kind: 'concept.set', id: 'e', status: 'waiting' });
		const run = await runStrategy(LOCAL_PERSON, 'quiet', 'fern');
		await changeInquiry(LOCAL_PERSON, 'quiet', { kind: 'word.add', id: 'w1', conceptId: 'c', text: 'r4' });
		const since = await changedSince(LOCAL_PERSON, 'quiet', `run ${run}`);
		expect(since.decisions.lines.map(({ summary }) => summary)).toEqual(['Added the word “r4” to noise']);
		expect(since.editions).toEqual([]);
		expect(since.strategies[0].then).toMatchObject({ number: run });
		expect(since.runs).toMatchObject([{ number: run, index: 'fern' }]);
		expect((await changedSince(LOCAL_PERSON, 'quiet', '7 days')).editions).toHaveLength(1);
	});

	it.each(['yesterday', '2026-13-01', 'run x', '', '99999 days'])('refuses “%s”', async (since) => {
		await expect(changedSince(LOCAL_PERSON, 'quiet', since)).rejects.toMatchObject({ status: 400 });
	});

	it('refuses a run or a report that is not there', async () => {
		for (const since of ['run 99', 'report 1'])
			await expect(changedSince(LOCAL_PERSON, 'quiet', since)).rejects.toMatchObject({ code: 'no-moment' });
	});
});
