/** What becomes of the server and of what it has acknowledged when its database, or the server itself, goes away. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { freePort, startPostgres } from '../scripts/parts/postgres.mjs';
import { startServer } from '../scripts/parts/server.mjs';
import { type Pair, startPair } from '../src/lib/server/db/standby.test-aid';

const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-outages-'));
const home = path.join(scratch, 'home');
let postgres: Awaited<ReturnType<typeof startPostgres>>;
let server: Awaited<ReturnType<typeof startServer>>;
let databasePort: number;
let port: number;

beforeAll(async () => {
	databasePort = await freePort();
	port = await freePort();
	postgres = await startPostgres(home, { port: databasePort });
	server = await startServer({ databaseUrl: postgres.url, port, logFile: path.join(scratch, 'server.log') });
});
afterAll(async () => {
	await server.stop();
	await postgres.stop();
	rmSync(scratch, { recursive: true, force: true });
});

const ask = (at: string, method = 'GET', body?: unknown, address = server.address) =>
	fetch(address + at, {
		method,
		signal: AbortSignal.timeout(10_000),
		...(body !== undefined && {
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body)
		})
	});

async function newInquiry(address = server.address): Promise<string> {
	const response = await ask('/api/v1/inquiries', 'POST', { title: 'Outages' }, address);
	return ((await response.json()) as { id: string }).id;
}

interface Exported {
	inquiry: { concepts: { name: string }[] };
	history: unknown[];
}

/** Writes to each inquiry as a window does: again under the same name, until it is answered for. */
function beginWriting(inquiries: string[], address: () => string) {
	const acknowledged = inquiries.map(() => new Set<string>());
	const statuses = new Set<number>();
	let going = true;
	const writers = inquiries.map(async (id, w) => {
		for (let n = 0; going; n++) {
			const name = `concept ${w} ${n}`;
			const command = { kind: 'concept.add', id: `c${n}`, name };
			const sent = { command, base: n, client: `w${w}`, sending: `${w}-${n}` };
			for (;;) {
				const response = await ask(`/inquiry/${id}/commands`, 'POST', sent, address());
				statuses.add(response.status);
				if (response.ok) break;
				expect(response.status).toBe(503);
				expect(await response.json()).toMatchObject({ error: { code: 'database-away' } });
				await wait(30);
			}
			acknowledged[w].add(name);
		}
	});
	const end = async () => {
		going = false;
		await Promise.all(writers);
	};
	return { acknowledged, statuses, end };
}

async function expectAll(inquiries: string[], acknowledged: Set<string>[], address = server.address) {
	for (const [w, id] of inquiries.entries()) {
		const answer = await ask(`/api/v1/inquiries/${id}`, 'GET', undefined, address);
		const { inquiry, history } = (await answer.json()) as Exported;
		expect(new Set(inquiry.concepts.map(({ name }) => name))).toEqual(acknowledged[w]);
		expect(history).toHaveLength(acknowledged[w].size);
	}
}

describe('a database that is started again under load', () => {
	it('leaves the server alive, answering 503 meanwhile, and loses nothing that was acknowledged', async () => {
		const inquiries = await Promise.all(Array.from({ length: 5 }, newInquiry));
		const writing = beginWriting(inquiries, () => server.address);
		let going = true;
		const readers = inquiries.map(async (id) => {
			while (going) {
				const response = await ask(`/api/v1/inquiries/${id}`);
				expect([200, 503]).toContain(response.status);
				await response.arrayBuffer();
			}
		});
		for (let round = 0; round < 2; round++) {
			await wait(150);
			// Some orderly, some at once, as when the machine goes.
			await postgres.stop(round % 2 === 0 ? undefined : 'SIGQUIT');
			await wait(100);
			const begun = Date.now();
			const health = await ask('/api/v1/health');
			expect(health.status).toBe(503);
			expect(Date.now() - begun).toBeLessThan(1_500);
			postgres = await startPostgres(home, { port: databasePort });
			const back = Date.now();
			while (!(await ask('/api/v1/health')).ok) {
				expect(Date.now() - back).toBeLessThan(2_000);
				await wait(20);
			}
		}
		await wait(300);
		going = false;
		await Promise.all([writing.end(), ...readers]);
		expect(writing.statuses).toEqual(new Set([200, 503]));
		await expectAll(inquiries, writing.acknowledged);
	});
});

describe('a database on two servers', () => {
	let pair: Pair;
	const servers: (typeof server)[] = [];
	beforeAll(async () => void (pair = await startPair()));
	afterAll(async () => {
		await Promise.all(servers.map((each) => each.stop()));
		await pair.stop();
	});

	it('is gone over to the other by all servers, and nothing that was acknowledged is lost', async () => {
		const environment = { OAKMOSS_READ_FROM: 'standby' };
		const onPair = async () => startServer({ databaseUrl: pair.url, port: await freePort(), environment });
		servers.push(await onPair(), await onPair());
		const [one, other] = servers.map(({ address }) => address);
		const inquiries = await Promise.all(Array.from({ length: 4 }, () => newInquiry(one)));
		// Each inquiry is written to through both.
		let turn = 0;
		const writing = beginWriting(inquiries, () => (turn++ % 2 === 0 ? one : other));
		await vi.waitUntil(() => writing.acknowledged.every(({ size }) => size > 10), { timeout: 60_000 });
		await pair.takeOver();
		const then = writing.acknowledged.map(({ size }) => size);
		await vi.waitUntil(() => writing.acknowledged.every(({ size }, w) => size > then[w] + 10), {
			timeout: 60_000
		});
		await writing.end();
		for (const address of [one, other]) await expectAll(inquiries, writing.acknowledged, address);
		// What is loaded through one of them is found through the other.
		await ask('/api/v1/indexes', 'POST', { code: 'small', name: 'Small', discipline: '' }, one);
		const loaded = await fetch(`${one}/api/v1/indexes/small/vocabulary?edition=1`, {
			method: 'PUT',
			headers: { 'content-type': 'application/n-triples' },
			body: '<https://x.example/1> <http://www.w3.org/2004/02/skos/core#prefLabel> "Quiet rooms"@en .'
		});
		const { job } = (await loaded.json()) as { job: string };
		const stateNow = async () =>
			((await (await ask(`/api/v1/jobs/${job}`, 'GET', undefined, other)).json()) as { state: string }).state;
		await expect.poll(stateNow, { timeout: 60_000 }).toBe('done');
		const found = await ask('/api/v1/indexes/small/lookup?q=quiet', 'GET', undefined, other);
		expect(await found.text()).toContain('Quiet rooms');
	});
});

describe('the database of an installation', () => {
	it('lets nobody in without a password, and gives the application no more than its own', async () => {
		const bare = new pg.Client(`postgres://oakmoss@127.0.0.1:${databasePort}/oakmoss`);
		await expect(bare.connect()).rejects.toThrow();
		const own = new pg.Client(postgres.url);
		await own.connect();
		const { rows } = await own.query(
			'select rolsuper, rolcreatedb, rolcreaterole from pg_roles where rolname = current_user'
		);
		expect(rows).toEqual([{ rolsuper: false, rolcreatedb: false, rolcreaterole: false }]);
		await expect(own.query('create database another')).rejects.toThrow(/permission/);
		await expect(own.query("copy (select 1) to program 'true'")).rejects.toThrow(/permission|superuser/);
		await own.end();
	});
});

describe('a server', () => {
	it('started from any folder and before its database, says that it waits, and serves once it is there', async () => {
		await postgres.stop();
		await server.stop();
		const logFile = path.join(scratch, 'server.log');
		const starting = startServer({ databaseUrl: postgres.url, port, logFile, cwd: os.tmpdir() });
		const address = `http://127.0.0.1:${port}`;
		let status = 0;
		for (let tries = 0; status === 0 && tries < 100; tries++) {
			status = await fetch(`${address}/api/v1/indexes`).then(
				(response) => response.status,
				() => 0
			);
			await wait(50);
		}
		expect(status).toBe(503);
		expect((await fetch(`${address}/api/v1/health`)).status).toBe(503);
		postgres = await startPostgres(home, { port: databasePort });
		server = await starting;
		expect((await ask('/api/v1/indexes')).status).toBe(200);
		const log = readFileSync(path.join(scratch, 'server.log'), 'utf8');
		expect(log).toContain('waiting for the database');
		for (const line of log.split('\n')) expect(line.length).toBeLessThan(4_000);
		// What people wrote, and the statements it was put into, are nowhere in it.
		expect(log).not.toMatch(/insert into|select "|concept 0 /i);
	});

	it('stopped while it imports ends in good time, and says of every import what became of it', async () => {
		await ask('/api/v1/indexes', 'POST', { code: 'large', name: 'Large', discipline: '' });
		const concept = 'http://www.w3.org/2004/02/skos/core#';
		const triples = Array.from(
			{ length: 60_000 },
			(_, n) => `<https://x.example/${n}> <${concept}prefLabel> "Heading number ${n}"@en .`
		).join('\n');
		const upload = async (edition: string) => {
			const response = await fetch(`${server.address}/api/v1/indexes/large/vocabulary?edition=${edition}`, {
				method: 'PUT',
				headers: { 'content-type': 'application/n-triples' },
				body: triples
			});
			return ((await response.json()) as { job: string }).job;
		};
		// One after the other: sent at once, any of them could be the last to arrive.
		const jobs: string[] = [];
		for (const edition of ['1', '2', '3']) jobs.push(await upload(edition));
		const waiting = (await (await ask(`/api/v1/jobs/${jobs[2]}`)).json()) as {
			state: string;
			ahead?: number;
		};
		expect(waiting).toMatchObject({ state: 'queued', ahead: 0 });
		// Removing what is being loaded is refused, with words.
		expect((await ask('/api/v1/indexes/large', 'DELETE')).status).toBe(409);
		await wait(700);
		const begun = Date.now();
		await server.stop();
		expect(Date.now() - begun).toBeLessThan(10_000);
		server = await startServer({ databaseUrl: postgres.url, port });
		const indexes = (await (await ask('/api/v1/indexes')).json()) as { code: string; headings: number }[];
		const states = await Promise.all(
			jobs.map(async (job) => (await (await ask(`/api/v1/jobs/${job}`)).json()) as { state: string })
		);
		for (const { state } of states) expect(['done', 'failed']).toContain(state);
		const done = states.filter(({ state }) => state === 'done').length;
		expect(indexes.find(({ code }) => code === 'large')?.headings).toBe(done > 0 ? 60_000 : 0);
	});
});
