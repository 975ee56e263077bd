/**
 * npm run load [-- SECONDS]: 50 people who edit one inquiry, each every 4 seconds, and 200 who read, each opening a view every
 * 5 seconds, on a server and a PostgreSQL of their own with the demo data. Says how soon changes were seen by everybody who
 * listens as a browser does, how long views took, and whether all that was acknowledged is there.
 */
import { execFileSync } from 'node:child_process';
import { createHmac, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { table } from '../bench/measure';
import { connect } from '../src/lib/server/db/client';
import { ensureBuild, root } from './parts/fresh.mjs';
import { freePort, startPostgres } from './parts/postgres.mjs';
import { startServer } from './parts/server.mjs';

const SECONDS = Number(process.argv[2] ?? 300);
const EDITORS = 50;
const READERS = 200;
const WRITES_EVERY = 4_000;
const READS_EVERY = 5_000;
const SECRET = 'for a load that nobody else sees, long enough';
const INQUIRY = '/inquiry/quiet-rooms';
const VIEWS = ['', '/question', '/browse', '/browse/yarrow', '/strategy?index=yarrow', '/records?index=yarrow', '/pearls', '/logbook', '/report', '/reading-list']; // prettier-ignore

ensureBuild();
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-load-'));
const postgres = await startPostgres(path.join(scratch, 'home'), { asAdmin: true });
execFileSync(process.execPath, ['--import', 'tsx', 'demo/load.ts'], {
	cwd: root,
	env: { ...process.env, DATABASE_URL: postgres.url },
	stdio: 'ignore'
});
const database = connect(postgres.url, 2);
const { sql } = database;
const cookies = await signedIn([
	...Array.from({ length: EDITORS }, (_, i) => ['editor', i] as const),
	...Array.from({ length: READERS }, (_, i) => ['reader', i] as const)
]);
const server = await startServer({
	databaseUrl: postgres.url,
	port: await freePort(),
	environment: { OAKMOSS_ACCOUNTS: 'on', OAKMOSS_SECRET: SECRET }
});

/** People with a part in the inquiry and a session each, as the library for accounts would have made it. */
async function signedIn(
	people: readonly (readonly [role: 'editor' | 'reader', i: number])[]
): Promise<string[]> {
	const made: string[] = [];
	for (const [role, i] of people) {
		const [id, token] = [`${role}-${i}`, randomUUID()];
		await sql`insert into people (id, name, email, email_verified) values (${id}, ${`${role} ${i}`}, ${`${id}@oak.example`}, true)`;
		await sql`insert into sessions (id, token, person_id, expires_at) values (${randomUUID()}, ${token}, ${id}, now() + interval '1 day')`;
		await sql`insert into inquiry_people (inquiry_id, person_id, role) values ('quiet-rooms', ${id}, ${role})`;
		const signature = createHmac('sha256', SECRET).update(token).digest('base64');
		made.push(`oakmoss.session_token=${encodeURIComponent(`${token}.${signature}`)}`);
	}
	return made;
}

const wait = (time: number) => new Promise((resolve) => setTimeout(resolve, time));
const faults = new Map<string, number>();
const fault = (what: string) => void faults.set(what, (faults.get(what) ?? 0) + 1);
let over = false;

/** When each change was sent, by its revision, and how many have yet to see it. */
const sent = new Map<number, { at: number; left: number }>();
const seen: number[] = [];
/** What an editor has acknowledged: the word it last left, if any. */
const left = new Map<number, string | undefined>();
let acknowledged = 0;

class Listener {
	private revision = 0;
	private isLooking = false;
	private again = false;

	constructor(private readonly cookie: string) {}

	async listen(): Promise<void> {
		const answer = await fetch(`${server.address}${INQUIRY}/live`, { headers: { cookie: this.cookie } });
		if (!answer.ok || !answer.body) return fault(`a stream answered ${answer.status}`);
		const text = new TextDecoder();
		let held = '';
		for await (const piece of answer.body) {
			held += text.decode(piece as Uint8Array, { stream: true });
			const events = held.split('\n\n');
			held = events.pop() ?? '';
			if (events.some((event) => event.startsWith('event: changed'))) void this.look();
		}
		if (!over) fault('a stream ended');
	}

	/** Looks for what is new, one question at a time, as the queue in the browser does. */
	private async look(): Promise<void> {
		if (this.isLooking) return void (this.again = true);
		this.isLooking = true;
		const answer = await fetch(`${server.address}${INQUIRY}/changes?since=${this.revision}`, {
			headers: { cookie: this.cookie }
		});
		if (answer.ok) {
			const { changes } = (await answer.json()) as { changes: { revision: number }[] };
			for (const { revision } of changes) {
				this.revision = Math.max(this.revision, revision);
				const known = sent.get(revision);
				if (known && --known.left === 0) seen.push(performance.now() - known.at);
			}
		} else if (!over) fault(`changes answered ${answer.status}`);
		this.isLooking = false;
		if (this.again) {
			this.again = false;
			void this.look();
		}
	}

	start(revision: number): void {
		this.revision = revision;
	}
}

async function edit(i: number): Promise<void> {
	await wait(Math.random() * WRITES_EVERY);
	for (let n = 0; !over; n++) {
		const begun = performance.now();
		const id = `load-${i}`;
		const text = `word ${i} of turn ${n}`;
		const command =
			n === 0 ? { kind: 'word.add', id, conceptId: 'attention', text } : { kind: 'word.set', id, text };
		const answer = await fetch(`${server.address}${INQUIRY}/commands`, {
			method: 'POST',
			headers: { cookie: cookies[i], 'content-type': 'application/json', origin: server.address },
			body: JSON.stringify({ command, base: 999_999_999, client: `load ${i}`, sending: `${i} ${n}` })
		});
		if (answer.ok) {
			const { revision } = (await answer.json()) as { revision: number };
			acknowledged++;
			left.set(i, text);
			sent.set(revision, { at: begun, left: EDITORS });
		} else fault(`a change answered ${answer.status}: ${(await answer.text()).slice(0, 120)}`);
		await wait(WRITES_EVERY - (performance.now() - begun));
	}
}

const reads: number[] = [];
async function read(i: number): Promise<void> {
	await wait(Math.random() * READS_EVERY);
	for (let n = i; !over; n++) {
		const begun = performance.now();
		const answer = await fetch(`${server.address}${INQUIRY}${VIEWS[n % VIEWS.length]}`, {
			headers: { cookie: cookies[EDITORS + i] }
		});
		await answer.arrayBuffer();
		if (answer.ok) reads.push(performance.now() - begun);
		else fault(`a view answered ${answer.status}`);
		await wait(READS_EVERY - (performance.now() - begun));
	}
}

const [{ revision: before }] = await sql<{
	revision: number;
}>`select revision from inquiries where id = 'quiet-rooms'`;
const listeners = cookies.slice(0, EDITORS).map((cookie) => new Listener(cookie));
for (const listener of listeners) {
	listener.start(before);
	void listener.listen().catch(() => over || fault('a stream broke'));
}
// Views that were never opened read what they need first; what is measured is a server at work.
for (const view of VIEWS)
	await fetch(`${server.address}${INQUIRY}${view}`, { headers: { cookie: cookies[0] } }).then((answer) =>
		answer.arrayBuffer()
	);
setTimeout(() => (over = true), SECONDS * 1_000);
const failing = (error: unknown) => fault(`no answer: ${(error as Error).message}`);
await Promise.all([
	...listeners.map((_, i) => edit(i).catch(failing)),
	...Array.from({ length: READERS }, (_, i) => read(i).catch(failing))
]);
await wait(3_000);

const [{ revision: after }] = await sql<{
	revision: number;
}>`select revision from inquiries where id = 'quiet-rooms'`;
const words = await sql<{
	id: string;
	text: string;
}>`select id, text from words where inquiry_id = 'quiet-rooms' and id like 'load-%'`;
const lost =
	acknowledged -
	(after - before) +
	[...left].filter(([i, text]) => words.find(({ id }) => id === `load-${i}`)?.text !== text).length;
const unseen = [...sent.values()].filter((one) => one.left > 0).length;
const share = (list: number[], most: number) =>
	`${((100 * list.filter((time) => time <= most).length) / Math.max(1, list.length)).toFixed(1)} %`;
const at = (list: number[], part: number) => {
	const sorted = [...list].sort((a, b) => a - b);
	return `${(sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0).toFixed(0)} ms`;
};
table(
	`${EDITORS} people editing one inquiry and ${READERS} reading it for ${SECONDS} seconds, on ${os.availableParallelism()} cores with what asks them`,
	['', 'count', 'median', '95 %', '99 %', 'in time'],
	[
		[
			'changes, until everybody had seen them',
			seen.length,
			at(seen, 0.5),
			at(seen, 0.95),
			at(seen, 0.99),
			`${share(seen, 1_500)} in 1.5 s`
		],
		[
			'views',
			reads.length,
			at(reads, 0.5),
			at(reads, 0.95),
			at(reads, 0.99),
			`${share(reads, 200)} in 200 ms`
		]
	]
);
console.log(`\n${acknowledged} changes acknowledged, ${lost} lost, ${unseen} not seen by somebody.`);
for (const [what, count] of faults) console.log(`${count} × ${what}`);
await database.end();
await server.stop();
await postgres.stop();
rmSync(scratch, { recursive: true, force: true });
process.exit(lost === 0 && faults.size === 0 ? 0 : 1);
