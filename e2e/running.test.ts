/** A server as others reach it: by its own name, over https, behind a proxy. */
import http from 'node:http';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { dropDatabase, migratedDatabase } from '../src/lib/server/db/database.test-aid';
import { freePort } from '../scripts/parts/postgres.mjs';
import { startServer } from '../scripts/parts/server.mjs';

let url: string;
let port: number;
let server: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
	url = await migratedDatabase();
	port = await freePort();
	const environment = {
		ORIGIN: 'https://oak.example',
		OAKMOSS_ACCOUNTS: 'on',
		OAKMOSS_SECRET: 'for the tests alone, and long enough'
	};
	server = await startServer({ databaseUrl: url, port, environment });
});
afterAll(async () => {
	await server?.stop();
	await dropDatabase(url);
});

interface Answer {
	status: number;
	headers: http.IncomingHttpHeaders;
	text: string;
}
function ask(
	path: string,
	{ method = 'GET', host = 'oak.example', headers = {}, body = '' } = {}
): Promise<Answer> {
	return new Promise((resolve, reject) => {
		const asked = http.request(
			{ port, host: '127.0.0.1', path, method, headers: { host, ...headers } },
			(answer) => {
				let text = '';
				answer.setEncoding('utf8');
				answer.on('data', (piece: string) => (text += piece));
				answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
			}
		);
		asked.on('error', reject);
		asked.end(body);
	});
}
const json = (body: string, more = {}) => ({
	method: 'POST',
	body,
	headers: { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(body)), ...more }
});

it('says under any name whether it runs, and nothing else under another than its own', async () => {
	const local = { host: `127.0.0.1:${port}` };
	for (const path of ['/live', '/api/v1/health']) expect((await ask(path, local)).status).toBe(200);
	const page = await ask('/sign-in');
	expect(page.status).toBe(200);
	const [file] = /\/_app\/immutable\/[^"']+\.js/.exec(page.text) ?? [''];
	for (const path of ['/sign-in', file, '/favicon.svg'])
		expect([path, (await ask(path, local)).status]).toEqual([path, 421]);
});

it('has every answer taken as what it says it is, and asked for over https from then on', async () => {
	const page = await ask('/sign-in');
	const [file] = /\/_app\/immutable\/[^"']+\.js/.exec(page.text) ?? [''];
	for (const path of ['/sign-in', file, '/live', '/api/v1/me', '/nowhere']) {
		const { headers } = await ask(path);
		expect([path, headers['x-content-type-options'], headers['strict-transport-security']]).toEqual([
			path,
			'nosniff',
			'max-age=31536000'
		]);
	}
});

it('has a door before every endpoint, whatever is said to be accepted', async () => {
	for (const accept of ['text/html', '*/*', 'application/json'])
		for (const path of [
			'/inquiry/any/facts',
			'/indexes/any/sheet?uri=x',
			'/inquiry/any/live',
			'/account/archive',
			'/people/names?q=aa',
			'/inquiry/any/outbox/any'
		])
			// Whoever followed an address is led to where one signs in, and gets nothing of what is there.
			expect([accept, path, (await ask(path, { headers: { accept } })).status]).toEqual([
				accept,
				path,
				accept === 'text/html' ? 303 : 401
			]);
	// A page leads to where one signs in.
	expect(await ask('/inquiry/any', { headers: { accept: 'text/html' } })).toMatchObject({
		status: 303,
		headers: { location: '/sign-in?to=%2Finquiry%2Fany' }
	});
});

it('takes little from whoever is not signed in, and says why not more', async () => {
	const large = JSON.stringify({ email: 'a@oak.example', password: 'x'.repeat(20_000) });
	expect(await ask('/account/sign-in', json(large))).toMatchObject({
		status: 413,
		text: expect.stringContaining('16 KiB') as string
	});
	const chunked = {
		...json('{}'),
		headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' }
	};
	expect((await ask('/account/sign-in', chunked)).status).toBe(411);
	const small = JSON.stringify({ email: 'a@oak.example', password: 'x' });
	expect((await ask('/account/sign-in', json(small))).status).toBe(401);
	// From a page of the same name that was not sent over https.
	expect((await ask('/account/sign-in', json(small, { origin: 'http://oak.example' }))).status).toBe(403);
	expect((await ask('/account/sign-in', json(small, { origin: 'https://oak.example' }))).status).toBe(401);
});

it('says in words what it cannot take at all', async () => {
	expect(await ask(`/inquiry/${'a'.repeat(100_000)}`)).toMatchObject({
		status: 431,
		text: expect.stringContaining('longer than is taken') as string
	});
	expect(await ask('/%E2%82')).toMatchObject({
		status: 400,
		text: expect.stringContaining('malformed-address') as string
	});
});
