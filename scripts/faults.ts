/**
 * npm run faults [-- KILLS]: two servers behind a proxy, on one PostgreSQL with the demo data, while people edit, run
 * strategies, load vocabularies and sign in. At random moments a server or the database is killed (-9) and started again, 200
 * times. At the end everything that was acknowledged must be there, nothing half-loaded, no job stuck or lying, no file left,
 * and both servers up. People do what browsers and scripts do: they send again, under the same name, until they are answered.
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { table } from '../bench/measure';
import { connect } from '../src/lib/server/db/client';
import { ensureBuild, root } from './parts/fresh.mjs';
import { freePort, startPostgres } from './parts/postgres.mjs';
import { startServer } from './parts/server.mjs';

const KILLS = Number(process.argv[2] ?? 200);
const EDITORS = 6;
const INQUIRY = 'quiet-rooms';
/** Tries at passwords are counted by address, and must not run out. */
const MOST_SIGN_INS = 40;

/** Numbers between 0 and 1 that are the same every time (xorshift). */
const seed = Number(process.env.OAKMOSS_SEED ?? 20_261_130);
let state = seed;
function random(): number {
	state ^= state << 13;
	state ^= state >>> 17;
	state ^= state << 5;
	return (state >>> 0) / 2 ** 32;
}

await ensureBuild();
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-faults-'));
const uploads = path.join(scratch, 'uploads');
mkdirSync(uploads);
const home = path.join(scratch, 'home');
const databasePort = await freePort();
let postgres = await startPostgres(home, { port: databasePort });
const environment = {
	OAKMOSS_ACCOUNTS: 'on',
	OAKMOSS_SECRET: 'for faults that nobody else sees, long enough',
	TMPDIR: uploads
};
const accounts = ['demo/load.ts', 'demo/together.ts'].map((script) =>
	execFileSync(process.execPath, ['--import', 'tsx', script], {
		cwd: root,
		env: { ...process.env, ...environment, DATABASE_URL: postgres.url },
		encoding: 'utf8'
	})
)[1];

const proxyPort = await freePort();
const ports = [await freePort(), await freePort()];
type Server = Awaited<ReturnType<typeof startServer>>;
const begin = (i: number) =>
	startServer({
		databaseUrl: postgres.url,
		port: ports[i],
		environment,
		logFile: path.join(scratch, `server-${i}.log`)
	});
const servers: (Server | undefined)[] = [await begin(0), await begin(1)];

/** Hands requests on to the servers in turn, once they are whole; one that is away is passed over. */
let turn = 0;
const proxy = http.createServer(async (request, answer) => {
	const pieces: Buffer[] = [];
	for await (const piece of request) pieces.push(piece as Buffer);
	const pass = (tries: number) => {
		const port = ports[turn++ % 2];
		const headers = { ...request.headers, host: `127.0.0.1:${port}` };
		const to = { host: '127.0.0.1', port, path: request.url, method: request.method, headers };
		const onward = http.request(to, (back) => {
			answer.writeHead(back.statusCode ?? 502, back.headers);
			back.pipe(answer);
			back.on('error', () => answer.destroy());
		});
		onward.on('error', (error: NodeJS.ErrnoException) => {
			if (error.code === 'ECONNREFUSED' && tries > 1) pass(tries - 1);
			else if (answer.headersSent) answer.destroy();
			else answer.writeHead(502).end();
		});
		onward.end(Buffer.concat(pieces));
	};
	pass(2);
});
await new Promise<void>((resolve) => proxy.listen(proxyPort, '127.0.0.1', resolve));
const address = `http://127.0.0.1:${proxyPort}`;

const wrong: string[] = [];
let isOver = false;
/** How often each answer came. */
const answers = new Map<string, number>();

/** @returns the answer, or nothing where there was none or it says to come again */
async function ask(
	who: string,
	at: string,
	{
		method = 'GET',
		cookie = '',
		body,
		type = 'application/json'
	}: { method?: string; cookie?: string; body?: string; type?: string } = {}
): Promise<Response | undefined> {
	const answer = await fetch(address + at, {
		method,
		headers: { cookie, ...(body !== undefined && { 'content-type': type }) },
		body,
		signal: AbortSignal.timeout(30_000)
	}).catch(() => undefined);
	const status = answer?.status ?? 0;
	answers.set(`${who} ${status}`, (answers.get(`${who} ${status}`) ?? 0) + 1);
	if (answer && [200, 201, 202].includes(status)) return answer;
	const said = (await answer?.text().catch(() => '')) ?? '';
	if (![0, 502, 503].includes(status))
		wrong.push(`${who}: ${method} ${at} answered ${status} ${said.slice(0, 200)}`);
	return undefined;
}
/** Asks until it is answered. */
async function insist(...asked: Parameters<typeof ask>): Promise<Response> {
	for (;;) {
		const answer = await ask(...asked);
		if (answer) return answer;
		await wait(100);
	}
}
async function json<T>(answer: Response): Promise<T | undefined> {
	return (await answer.json().catch(() => undefined)) as T | undefined;
}

const [, email, password] = /signs in as (\S+) with (\S+)/.exec(accounts) ?? [];
let signIns = 0;
async function signIn(who: string): Promise<string> {
	signIns++;
	const answer = await insist(who, '/account/sign-in', {
		method: 'POST',
		body: JSON.stringify({ email, password })
	});
	return answer.headers
		.getSetCookie()
		.map((cookie) => cookie.split(';')[0])
		.join('; ');
}
const cookie = await signIn('sign-in');

/** What each editor was told is kept: texts of words, by their identifiers. */
const kept = new Map<string, string>();
async function edit(i: number): Promise<void> {
	for (let n = 0; !isOver; n++) {
		const id = `fault-${i}-${n >> 3}`;
		const text = `word ${i} of turn ${n}`;
		const command =
			n % 8 === 0 ? { kind: 'word.add', id, conceptId: 'attention', text } : { kind: 'word.set', id, text };
		const body = JSON.stringify({ command, base: 999_999_999, client: `faults ${i}`, sending: `${i} ${n}` });
		await insist('edits', `/inquiry/${INQUIRY}/commands`, { method: 'POST', cookie, body });
		kept.set(id, text);
		await wait(30 + 100 * random());
	}
}

/** Runs that were acknowledged, by their numbers. */
const runs: number[] = [];
async function run(): Promise<void> {
	while (!isOver) {
		const body = JSON.stringify({ kind: 'run', indexCode: ['yarrow', 'alder'][runs.length % 2] });
		const answer = await ask('runs', `/inquiry/${INQUIRY}/runs`, { method: 'POST', cookie, body });
		const made = answer && (await json<{ number: number }>(answer));
		if (made) runs.push(made.number);
		await wait(300 + 700 * random());
	}
}

/** What each job of a vocabulary was said to have come to, by edition: each has as many headings as its number says. */
const loads: { edition: string; headings: number; said: string }[] = [];
async function load(): Promise<void> {
	await insist('loads', '/api/v1/indexes', {
		method: 'POST',
		cookie,
		body: JSON.stringify({ code: 'large', name: 'Large', discipline: '' })
	});
	for (let n = 0; !isOver; n++) {
		const headings = 3_000 + n;
		const lines = Array.from({ length: headings }, (_, h) => `<https://x.example/${h}> <http://www.w3.org/2004/02/skos/core#prefLabel> "Heading ${n} number ${h}"@en .`); // prettier-ignore
		const edition = `e${n}`;
		const answer = await ask('loads', `/api/v1/indexes/large/vocabulary?edition=${edition}`, {
			method: 'PUT',
			cookie,
			body: lines.join('\n'),
			type: 'application/n-triples'
		});
		const begun = answer && (await json<{ job: string }>(answer));
		if (!begun) {
			await wait(300);
			continue;
		}
		for (;;) {
			const asked = await insist('jobs', `/api/v1/jobs/${begun.job}`, { cookie });
			const job = await json<{ state: string }>(asked);
			if (job?.state === 'done' || job?.state === 'failed') {
				loads.push({ edition, headings, said: job.state });
				break;
			}
			await wait(200);
		}
	}
}

/** Sessions that were acknowledged. */
const sessions: string[] = [];
async function comeIn(): Promise<void> {
	while (!isOver && signIns < MOST_SIGN_INS) {
		sessions.push(await signIn('sign-in'));
		await wait(4_000 * random());
	}
}

/** The process that a guard guards. */
function guarded(guard: number | undefined): number | undefined {
	const [child] = readFileSync(`/proc/${guard}/task/${guard}/children`, 'utf8').trim().split(' ');
	return child ? Number(child) : undefined;
}

const killed = { servers: 0, database: 0 };
let longest = 0;
async function kill(): Promise<void> {
	for (let n = 0; n < KILLS; n++) {
		await wait(150 + 1_200 * random());
		const begun = performance.now();
		if (random() < 0.25) {
			killed.database++;
			await postgres.stop('SIGKILL');
			await wait(200 * random());
			postgres = await startPostgres(home, { port: databasePort });
		} else {
			killed.servers++;
			const i = random() < 0.5 ? 0 : 1;
			const pid = guarded(servers[i]?.pid);
			if (pid !== undefined) process.kill(pid, 'SIGKILL');
			await servers[i]?.ended;
			await wait(200 * random());
			servers[i] = await begin(i);
		}
		longest = Math.max(longest, performance.now() - begun);
		if ((n + 1) % 20 === 0) console.log(`· ${n + 1} of ${KILLS} kills`);
	}
	isOver = true;
}

await Promise.all([kill(), run(), load(), comeIn(), ...Array.from({ length: EDITORS }, (_, i) => edit(i))]);
// Servers settle what others left every quarter of a minute.
await wait(20_000);

const database = connect(postgres.url, 2);
const { sql } = database;
const check = (what: string, isSo: boolean) => void (isSo || wrong.push(what));
const words = await sql<{
	id: string;
	text: string;
}>`select id, text from words where inquiry_id = ${INQUIRY} and id like 'fault-%'`;
check(`${kept.size} words acknowledged, ${words.length} there`, words.length === kept.size);
for (const { id, text } of words) check(`${id} says “${text}”, not “${kept.get(id)}”`, kept.get(id) === text);
const [{ revision, changes }] = await sql<{ revision: number; changes: number }>`
	select revision, (select count(*)::int from changes where inquiry_id = ${INQUIRY}) as changes from inquiries where id = ${INQUIRY}`;
check(`revision ${revision} with ${changes} changes`, revision === changes);
const sendings = await sql<{
	sending: string;
}>`select sending from changes where inquiry_id = ${INQUIRY} and sending is not null and client like 'faults %'`;
check('a change is there twice', new Set(sendings.map((one) => one.sending)).size === sendings.length);
const found = await sql<{ number: number }>`select number from runs where inquiry_id = ${INQUIRY}`;
for (const number of runs)
	check(
		`run ${number} is gone`,
		found.some((one) => one.number === number)
	);
const editions = await sql<{ label: string; headings: number; rows: number }>`
	select e.label, e.headings, (select count(*)::int from headings h where h.edition_id = e.id) as rows from editions e where e.index_code = 'large'`;
for (const { label, headings, rows } of editions) {
	const wanted = 3_000 + Number(label.slice(1));
	check(
		`edition ${label} has ${headings} headings by its row, ${rows} rows, of ${wanted}`,
		headings === wanted && rows === wanted
	);
}
for (const { edition, said } of loads) {
	const isThere = editions.some(({ label }) => label === edition);
	check(
		`edition ${edition} was said to be ${said}, and is ${isThere ? '' : 'not '}there`,
		isThere === (said === 'done')
	);
}
const stuck = await sql<{ state: string }>`select state from jobs where state not in ('done', 'failed')`;
check(`${stuck.length} jobs are stuck`, stuck.length === 0);
for (const [n, session] of sessions.entries()) {
	const me = await ask('sessions', '/api/v1/me', { cookie: session });
	check(`session ${n} is gone`, me !== undefined);
}
for (const port of ports) {
	const health = await fetch(`http://127.0.0.1:${port}/api/v1/health`).catch(() => undefined);
	check(`the server at ${port} is down`, health?.ok === true);
}
const left = readdirSync(uploads).filter((name) => name.startsWith('oakmoss-'));
check(`${left.length} uploads are left: ${left.join(', ')}`, left.length === 0);

const done = loads.filter(({ said }) => said === 'done').length;
table(
	`${KILLS} kills (seed ${seed}): ${killed.servers} of two servers behind a proxy, ${killed.database} of their database`,
	['', 'acknowledged', 'there'],
	[
		['changes of words', sendings.length, sendings.length],
		['runs', runs.length, runs.filter((number) => found.some((one) => one.number === number)).length],
		['vocabularies loaded, and stopped', `${done} + ${loads.length - done}`, `${editions.length}`],
		['sessions', sessions.length, sessions.length]
	]
);
console.log(`\nThe longest from a kill until it was up again: ${(longest / 1_000).toFixed(1)} s.`);
console.log(
	[...answers]
		.sort()
		.map(([what, count]) => `${count} × ${what}`)
		.join(', ')
);
for (const what of new Set(wrong)) console.log(`WRONG: ${what}`);
await database.end();
proxy.close();
proxy.closeAllConnections();
await Promise.all(servers.map((server) => server?.stop()));
await postgres.stop();
rmSync(scratch, { recursive: true, force: true });
process.exit(wrong.length === 0 ? 0 : 1);
