/**
 * npm run load [-- SECONDS [EDITORS READERS [SERVERS]]]: 50 people who edit one inquiry, each every 4 seconds, and 200 who
 * read, each going to another view every 5 seconds, on a PostgreSQL of their own with the demo data, and a server or several
 * among whom they are shared out. All of them listen as a browser does, and ask what follows from what they change and hear,
 * when and as it does; readers open the inquiry once and go on as the browser does, with all that each view asks for. Says
 * how soon changes were seen by everybody, how long views took until their last answer, and whether all that was
 * acknowledged is there.
 */
import { execFileSync } from 'node:child_process';
import { createHmac, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { table } from '../bench/measure';
import { FOLLOWS_AFTER, followsOthersAfter } from '../src/lib/client/refresh-delay';
import { connect } from '../src/lib/server/db/client';
import { ensureBuild, root } from './parts/fresh.mjs';
import { freePort, startPostgres } from './parts/postgres.mjs';
import { startServer } from './parts/server.mjs';

const SECONDS = Number(process.argv[2] ?? 300);
const EDITORS = Number(process.argv[3] ?? 50);
const READERS = Number(process.argv[4] ?? 200);
const SERVERS = Number(process.argv[5] ?? 1);
const WRITES_EVERY = 4_000;
const READS_EVERY = 5_000;
const SECRET = 'for a load that nobody else sees, long enough';
const INQUIRY = '/inquiry/quiet-rooms';
/** What a browser asks on every view when something was changed, one after the other. */
const FOLLOWING = [`${INQUIRY}/facts`, `${INQUIRY}/coverage`];
/** What each view asks for when somebody goes to it: what it waits for, and what follows; and what it asks again later. */
const VIEWS: { name: string; first?: string; then: string[]; again?: string[] }[] = [
	{ name: 'the crosswalk', then: FOLLOWING },
	{ name: 'the question', then: [`${INQUIRY}/words`], again: [`${INQUIRY}/words`] },
	{ name: 'look-up', first: '/browse', then: [] },
	{
		name: 'a hierarchy',
		first: '/browse/yarrow',
		then: ['/indexes/yarrow/hierarchy?depth=1', '/indexes/yarrow/sheet?heading=age-groups']
	},
	{
		name: 'a strategy',
		first: '/strategy?index=yarrow',
		then: [`${INQUIRY}/strategy/yarrow`],
		again: [`${INQUIRY}/strategy/yarrow`]
	},
	{
		name: 'records',
		first: '/records?index=yarrow',
		then: ['/indexes/yarrow/neighbours?record=Y-04343']
	},
	{ name: 'pearls', then: [`${INQUIRY}/pearls/state?at=1`], again: [`${INQUIRY}/pearls/state?at=1`] },
	{ name: 'the logbook', first: '/logbook', then: [] },
	{ name: 'the report', first: '/report', then: [] },
	{ name: 'the reading list', first: '/reading-list', then: [] }
];

/** Where the browser asks for the data of a view. */
const dataOf = (view: string) => {
	const [path, query = ''] = view.split('?');
	return `${INQUIRY}${path}/__data.json?${query}&x-sveltekit-invalidated=001`;
};

await ensureBuild();
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
const servers: Awaited<ReturnType<typeof startServer>>[] = [];
for (let i = 0; i < SERVERS; i++)
	servers.push(
		await startServer({
			databaseUrl: postgres.url,
			port: await freePort(),
			environment: { OAKMOSS_ACCOUNTS: 'on', OAKMOSS_SECRET: SECRET }
		})
	);

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

/** Each change by its revision: when it was sent, once that is known, how many have yet to see it, and when the last did. */
const changes = new Map<number, { at?: number; left: number; seenAt?: number }>();
function sent(revision: number) {
	const known = changes.get(revision) ?? { left: EDITORS + READERS };
	changes.set(revision, known);
	return known;
}
const seen: number[] = [];
/** How often somebody had to ask for what they were not told. */
let asked = 0;
/** What an editor has acknowledged: the word it last left, if any. */
const left = new Map<number, string | undefined>();
let acknowledged = 0;

/** Somebody's browser: it has one server, hears what happens, and asks what follows. */
class Window {
	/** The last change that it has, with all before it. */
	private revision = 0;
	private readonly heard = new Set<number>();
	private isLooking = false;
	private following: ReturnType<typeof setTimeout> | undefined;
	private readonly name = randomUUID();
	private view = VIEWS[0];
	private readonly address: string;

	constructor(
		readonly person: number,
		private readonly cookie: string
	) {
		this.address = servers[person % SERVERS].address;
	}

	async open(revision: number): Promise<void> {
		this.revision = revision;
		void this.listen().catch(() => over || fault('a stream broke'));
		await this.sayWhere('crosswalk');
	}

	async get(path: string): Promise<void> {
		const answer = await fetch(`${this.address}${path}`, { headers: { cookie: this.cookie } });
		await answer.arrayBuffer();
		if (!answer.ok) throw new Error(`${path.split('?')[0]} answered ${answer.status}`);
	}

	post(path: string, body: unknown): Promise<Response> {
		return fetch(`${this.address}${INQUIRY}${path}`, {
			method: 'POST',
			headers: { cookie: this.cookie, 'content-type': 'application/json', origin: this.address },
			body: JSON.stringify(body)
		});
	}

	async goTo(view: (typeof VIEWS)[number]): Promise<void> {
		this.view = view;
		const { first, then } = view;
		if (first !== undefined) await this.get(dataOf(first));
		await Promise.all(then.map((path) => this.get(path)));
	}

	async sayWhere(at: string): Promise<void> {
		const answer = await this.post('/live', { window: this.name, at });
		if (!answer.ok) fault(`where somebody is answered ${answer.status}`);
	}

	/** Takes in a change of its own, and asks soon what follows from it. */
	made(revision: number): void {
		this.heard.add(revision);
		this.takeIn();
		clearTimeout(this.following);
		this.following = setTimeout(() => void this.follow(), FOLLOWS_AFTER);
	}

	private async follow(): Promise<void> {
		this.following = undefined;
		try {
			await Promise.all([
				...(this.view.again ?? []).map((path) => this.get(path)),
				(async () => {
					for (const path of FOLLOWING) await this.get(path);
				})()
			]);
		} catch (error) {
			if (!over) fault((error as Error).message);
		}
	}

	private async listen(): Promise<void> {
		const answer = await fetch(`${this.address}${INQUIRY}/live?window=${this.name}`, {
			headers: { cookie: this.cookie }
		});
		if (!answer.ok || !answer.body) return fault(`a stream answered ${answer.status}`);
		const text = new TextDecoder();
		let held = '';
		for await (const piece of answer.body) {
			held += text.decode(piece as Uint8Array, { stream: true });
			const events = held.split('\n\n');
			held = events.pop() ?? '';
			for (const event of events) if (event.startsWith('event: changed\ndata: ')) this.hear(event.slice(21));
		}
		if (!over) fault('a stream ended');
	}

	/** Takes in what follows on what is known, and asks for what is missing, as the queue in the browser does. */
	private hear(event: string): void {
		const { revision, news = [] } = JSON.parse(event) as { revision: number; news?: { revision: number }[] };
		for (const one of news) if (one.revision > this.revision) this.heard.add(one.revision);
		this.takeIn();
		if (this.heard.size > 0 || this.revision < revision) void this.look();
		this.following ??= setTimeout(() => void this.follow(), followsOthersAfter(EDITORS + READERS));
	}

	private takeIn(): void {
		while (this.heard.delete(this.revision + 1)) {
			const known = sent(++this.revision);
			if (--known.left === 0 && known.at !== undefined) seen.push(performance.now() - known.at);
			else if (known.left === 0) known.seenAt = performance.now();
		}
	}

	private async look(): Promise<void> {
		if (this.isLooking) return;
		this.isLooking = true;
		asked++;
		const answer = await fetch(`${this.address}${INQUIRY}/changes?since=${this.revision}`, {
			headers: { cookie: this.cookie }
		});
		if (answer.ok) {
			const { changes } = (await answer.json()) as { changes: { revision: number }[] };
			for (const { revision } of changes) if (revision > this.revision) this.heard.add(revision);
			this.takeIn();
			for (const revision of this.heard) if (revision <= this.revision) this.heard.delete(revision);
		} else if (!over) fault(`changes answered ${answer.status}`);
		this.isLooking = false;
	}
}

async function edit(window: Window): Promise<void> {
	const { person } = window;
	await wait(Math.random() * WRITES_EVERY);
	for (let n = 0; !over; n++) {
		const begun = performance.now();
		const id = `load-${person}`;
		const text = `word ${person} of turn ${n}`;
		const command =
			n === 0 ? { kind: 'word.add', id, conceptId: 'attention', text } : { kind: 'word.set', id, text };
		const answer = await window.post('/commands', {
			command,
			base: 999_999_999,
			client: `load ${person}`,
			sending: `${person} ${n}`
		});
		if (answer.ok) {
			const { revision } = (await answer.json()) as { revision: number };
			acknowledged++;
			left.set(person, text);
			const change = sent(revision);
			change.at = begun;
			if (change.seenAt !== undefined) seen.push(change.seenAt - begun);
			window.made(revision);
		} else fault(`a change answered ${answer.status}: ${(await answer.text()).slice(0, 120)}`);
		await wait(WRITES_EVERY - (performance.now() - begun));
	}
}

const reads: number[] = [];
const byView = new Map(VIEWS.map(({ name }) => [name, [] as number[]]));

async function read(window: Window): Promise<void> {
	await wait(Math.random() * READS_EVERY);
	for (let n = window.person; !over; n++) {
		const begun = performance.now();
		const view = VIEWS[n % VIEWS.length];
		try {
			await window.goTo(view);
			const took = performance.now() - begun;
			reads.push(took);
			byView.get(view.name)?.push(took);
		} catch (error) {
			if (!over) fault((error as Error).message);
		}
		await window.sayWhere(view.name);
		await wait(READS_EVERY - (performance.now() - begun));
	}
}

const [{ revision: before }] = await sql<{
	revision: number;
}>`select revision from inquiries where id = 'quiet-rooms'`;
const windows = cookies.map((cookie, person) => new Window(person, cookie));
// Everybody opens the inquiry, a few at a time; what is measured is a server at work.
for (const [i, window] of windows.entries()) {
	if (i % 25 < SERVERS) await window.get(INQUIRY);
	await window.open(before);
}
for (const window of windows.slice(0, SERVERS)) for (const view of VIEWS) await window.goTo(view);
setTimeout(() => (over = true), SECONDS * 1_000);
const failing = (error: unknown) => fault(`no answer: ${(error as Error).message}`);
await Promise.all(
	windows.map((window) => (window.person < EDITORS ? edit(window) : read(window)).catch(failing))
);
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
const unseen = [...changes.values()].filter((one) => one.left > 0).length;
const share = (list: number[], most: number) =>
	`${((100 * list.filter((time) => time <= most).length) / Math.max(1, list.length)).toFixed(1)} %`;
const at = (list: number[], part: number) => {
	const sorted = [...list].sort((a, b) => a - b);
	return `${(sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0).toFixed(0)} ms`;
};
table(
	`${EDITORS} people editing one inquiry and ${READERS} reading it for ${SECONDS} seconds: ${SERVERS} of Oakmoss, PostgreSQL and all who ask on ${os.availableParallelism()} cores`,
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
		],
		...Array.from(byView, ([name, times]) => [
			`· ${name}`,
			times.length,
			at(times, 0.5),
			at(times, 0.95),
			at(times, 0.99),
			`${share(times, 200)} in 200 ms`
		])
	]
);
console.log(
	`\n${acknowledged} changes acknowledged, ${lost} lost, ${unseen} not seen by somebody; ${asked} times somebody had to ask for what was not told.`
);
for (const [what, count] of faults) console.log(`${count} × ${what}`);
await database.end();
for (const server of servers) await server.stop();
await postgres.stop();
rmSync(scratch, { recursive: true, force: true });
process.exit(lost === 0 && faults.size === 0 ? 0 : 1);
