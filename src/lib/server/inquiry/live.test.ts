import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { closeConnection, connection } from '../db/client';
import { closeSessionCache } from '../people';
import { LOCAL_PERSON, type Person } from '../people/access';
import { addPeople } from '../people/people.test-aid';
import * as changeRows from './change-rows';
import { changeInquiry } from './inquiry-changes';
import { createInquiry } from './inquiries';
import { endStreams, liveStream, sayWhere, streamHead } from './live';
import { setParticipants } from './participants';

const ID = 'quiet';
const member = (id: string): Person => ({ id, name: `Name of ${id}`, role: 'member' });
const [owner, reader] = [member('owner'), member('reader')];
let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await addPeople(owner, reader);
	await createInquiry(owner, { id: ID, title: 'Quiet rooms', question: '' });
});
afterAll(async () => {
	await endStreams();
	await dropDatabase(url);
});

const share = (role?: 'editor' | 'reader') =>
	setParticipants(owner, ID, {
		people: [{ id: owner.id, role: 'owner' }, ...(role ? [{ id: reader.id, role }] : [])],
		groups: []
	});
/** What is said of a change that stood alone. */
const told = (revision: number, of: object = {}) => ({
	revision,
	news: [expect.objectContaining({ revision, ...of })]
});
const add = (name: string) => changeInquiry(owner, ID, { kind: 'concept.add', id: name, name });

/** A stream that somebody opened: what it said, as it comes. */
async function opened(person: Person, stillIn: () => Person | undefined = () => person) {
	const response = await liveStream(person, ID, () => Promise.resolve(stillIn()));
	const heard: { event: string; data: unknown }[] = [];
	let isOver = false;
	const text = new TextDecoder();
	const reading = (async () => {
		for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>)
			for (const [, event, data] of text.decode(piece).matchAll(/event: (\w+)\ndata: (.*)\n\n/g))
				heard.push({ event, data: JSON.parse(data) as unknown });
		isOver = true;
	})();
	const hears = (event: string, data: unknown) =>
		expect.poll(() => heard, { timeout: 20_000 }).toContainEqual({ event, data });
	return { heard, hears, reading, isOver: () => isOver };
}

describe('a stream of an inquiry', () => {
	it('tells of each change once it is kept, and not of what was not', async () => {
		const stream = await opened(owner);
		await stream.hears('changed', { revision: 0 });
		const { revision, changes, summary } = await add('noise');
		await stream.hears('changed', told(revision, { rows: changes, summary, personId: owner.id }));
		await expect(add('noise')).rejects.toMatchObject({ status: 422 });
		const next = await add('rest');
		await stream.hears('changed', told(next.revision, { summary: next.summary }));
		expect(stream.heard.filter(({ event }) => event === 'changed')).toHaveLength(3);
	});

	it('tells every change once and with what was changed, also one that comes while another is read', async () => {
		const stream = await opened(owner);
		const read = changeRows.changesAfter;
		const made: number[] = [];
		const reading = vi.spyOn(changeRows, 'changesAfter').mockImplementationOnce(((...asked) =>
			add('meanwhile')
				.then(({ revision }) => made.push(revision))
				// By then it was told of, and is read with the one before it.
				.then(() => new Promise((resolve) => setTimeout(resolve, 300)))
				.then(() => read(...asked))) as typeof read);
		made.unshift((await add('first')).revision);
		const told = () =>
			stream.heard.flatMap(({ data }) => (data as { news?: { revision: number }[] }).news ?? []);
		await expect.poll(() => told().length, { timeout: 20_000 }).toBe(2);
		made.push((await add('after')).revision);
		await expect.poll(() => told().length, { timeout: 20_000 }).toBe(3);
		expect(told().map(({ revision }) => revision)).toEqual(made);
		reading.mockRestore();
	});

	it('tells those who come late how far it is, and of a change too large to be told that it is there', async () => {
		const late = await opened(owner);
		const before = await add('late');
		await late.hears('changed', told(before.revision));
		const again = await opened(owner);
		await again.hears('changed', { revision: before.revision });
		const large = await changeInquiry(owner, ID, {
			kind: 'many',
			title: 'Many words',
			commands: Array.from({ length: 300 }, (_, i) => ({
				kind: 'word.add',
				id: `long ${i}`,
				conceptId: 'late',
				text: `${'wordy '.repeat(30)}${i}`
			}))
		});
		await again.hears('changed', { revision: large.revision });
	});

	it('tells who is here and where, until they go', async () => {
		await share('reader');
		const stream = await opened(owner);
		const window = randomUUID();
		await sayWhere(reader, ID, { window, at: 'noise:yarrow' });
		await stream.hears('here', [{ window, person: reader.id, name: reader.name, at: 'noise:yarrow' }]);
		const late = await opened(owner);
		await late.hears('here', [{ window, person: reader.id, name: reader.name, at: 'noise:yarrow' }]);
		// Nobody else moves the window or says that it is gone: nor does the end of a stream that names it.
		await sayWhere(owner, ID, { window, at: 'elsewhere' });
		await sayWhere(owner, ID, { window, at: null });
		const named = await liveStream(owner, ID, () => Promise.resolve(owner), window);
		await named.body?.cancel();
		await sayWhere(reader, ID, { window, at: 'noise:sorrel' });
		await stream.hears('here', [{ window, person: reader.id, name: reader.name, at: 'noise:sorrel' }]);
		expect(JSON.stringify(stream.heard)).not.toContain('elsewhere');
		expect(
			stream.heard.filter(({ event, data }) => event === 'here' && (data as unknown[]).length === 0)
		).toHaveLength(1);
		await sayWhere(reader, ID, { window, at: null });
		await expect.poll(() => stream.heard.at(-1), { timeout: 20_000 }).toEqual({ event: 'here', data: [] });
		// Whoever came by a link is not known by name.
		const visitor: Person = { id: 'visitor', name: 'A reader', role: 'visitor', alone: true };
		await sayWhere(visitor, ID, { window, at: 'noise:yarrow' });
		await expect(sayWhere(member('other'), ID, { window, at: 'x' })).rejects.toMatchObject({ status: 404 });
	});

	it('says that a part is another one, and ends for whoever takes part no more', async () => {
		await share('reader');
		const stream = await opened(reader);
		await share('editor');
		await stream.hears('role', { role: 'editor' });
		await share();
		await stream.hears('out', {});
		await stream.reading;
		expect(stream.isOver()).toBe(true);
		await expect(opened(reader)).rejects.toMatchObject({ status: 404 });
	});

	it('goes on over a lost line to the database, with one line and not more', async () => {
		const stream = await opened(owner);
		const lines = () => connection().sql<{ pid: number }>`
			select pid from pg_stat_activity where datname = current_database() and query like 'listen %'`;
		const [{ pid }] = await lines();
		await connection().sql`select pg_terminate_backend(${pid})`;
		// What was told meanwhile was not heard; that is said, so that the window looks.
		await stream.hears('changed', { revision: Number.MAX_SAFE_INTEGER });
		const { revision } = await add('light');
		await stream.hears('changed', told(revision));
		const now = await lines();
		expect(now).toHaveLength(1);
		expect(now[0].pid).not.toBe(pid);
	});

	it('ends at once where the session was ended elsewhere, or the account', async () => {
		vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
		// Listening begins anew with accounts on.
		await endStreams();
		await closeConnection();
		await share('reader');
		let isIn = true;
		const stream = await opened(reader, () => (isIn ? reader : undefined));
		const other = await opened(owner);
		await stream.hears('here', []);
		isIn = false;
		const begun = performance.now();
		await connection().sql`update people set updated_at = now() where id = ${reader.id}`;
		await stream.reading;
		expect(stream.heard.at(-1)?.event).toBe('out');
		// Far less than the beat at which each is looked at anyway.
		expect(performance.now() - begun).toBeLessThan(10_000);
		expect(other.isOver()).toBe(false);
		await closeSessionCache();
		vi.unstubAllEnvs();
	});

	it('is open to one person so many times, and no more', async () => {
		const all: Response[] = [];
		const open = () => liveStream(owner, ID, () => Promise.resolve(owner));
		// Some are open since before.
		while (
			await open().then(
				(stream) => all.push(stream),
				() => undefined
			)
		)
			expect(all.length).toBeLessThanOrEqual(100);
		expect(all.length).toBeGreaterThan(50);
		await expect(open()).rejects.toMatchObject({ status: 429, code: 'too-many-streams' });
		for (const { body } of all) await body?.cancel();
		await (await opened(owner)).hears('here', []);
		expect((await streamHead(owner, ID)).headers.get('content-type')).toContain('event-stream');
		await expect(streamHead(member('other'), ID)).rejects.toMatchObject({ status: 404 });
	});

	it('is ended when the server stops', async () => {
		const stream = await opened(LOCAL_PERSON);
		await endStreams();
		await stream.reading;
		expect(stream.isOver()).toBe(true);
	});
});
