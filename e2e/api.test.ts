/** The public interface against its own description, by a validator that is not ours; and what it does with bad input. */
import http from 'node:http';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sendJson, startApp, type App } from './app.test-aid';

interface Answers {
	content?: Record<string, { schema: object }>;
}
interface Operation {
	parameters?: { name: string; in: string; required: boolean }[];
	requestBody?: { content: Record<string, { schema: object }> };
	responses: Record<string, Answers>;
}
type Paths = Record<string, Record<string, Operation>>;

let app: App;
let paths: Paths;
const ajv = new Ajv2020({ strict: false, validateFormats: false });

beforeAll(async () => {
	app = await startApp();
	const description = await fetch(`${app.address}/api/v1/openapi.json`);
	({ paths } = (await description.json()) as { paths: Paths });
});
afterAll(() => app?.close());

/** Why an answer is not what its operation says, if it is not. */
async function departure(path: string, method: string, response: Response): Promise<string | undefined> {
	const { responses } = paths[path][method];
	const known =
		responses[String(response.status)] ?? (response.status >= 400 ? responses.default : undefined);
	if (!known) return `${response.status} is not described`;
	const [type] = (response.headers.get('content-type') ?? '').split(';');
	const content = known.content?.[type];
	if (!content) return `${type} is not described for ${response.status}`;
	if (type !== 'application/json') return void (await response.arrayBuffer());
	const valid = validatorOf(content.schema);
	return valid(await response.json()) ? undefined : ajv.errorsText(valid.errors);
}

/** Most operations have the same schema for what goes wrong; to compile one takes a tenth of a second. */
const validators = new Map<string, ReturnType<typeof ajv.compile>>();
function validatorOf(schema: Parameters<typeof ajv.compile>[0]) {
	const name = JSON.stringify(schema);
	const known = validators.get(name) ?? ajv.compile(schema);
	validators.set(name, known);
	return known;
}

/** Values with which an operation of the demo works. */
const VALUES: Record<string, string> = {
	code: 'yarrow',
	keywords: 'comma',
	conceptId: 'attention',
	q: 'sleep',
	uri: 'https://yarrow.example/headings/sleep',
	edition: 'tried',
	depth: '1',
	limit: '3',
	decision: 'open',
	abstracts: 'no',
	headings: 'no',
	parts: 'question,found',
	report: '1',
	from: '2024',
	to: '2025',
	current: 'never',
	whole: 'no',
	repair: 'none',
	with: 'labels'
};
const IDS: Record<string, string> = {
	inquiries: 'quiet-rooms',
	headings: 'sleep',
	jobs: 'none',
	watches: 'none',
	tokens: 'none'
};
const BODIES: Record<string, unknown> = {
	'/indexes': { code: 'willow', name: 'Willow', discipline: 'trees' },
	'/inquiries': { title: 'Described' },
	'/indexes/{code}/search': { cql: 'sleep', yields: true, limit: 2 },
	'/indexes/{code}/composition': {
		cql: 'sleep',
		by: ['heading', 'year', 'oak.ageBand'],
		top: 3,
		sort: 'over'
	},
	'/indexes/{code}/phrases': { cql: 'sleep', top: 5 },
	'/pool': {
		parts: [
			{ index: 'yarrow', cql: 'sleep' },
			{ index: 'bracken', cql: 'sleep' }
		],
		limit: 3
	},
	'/inquiries/{id}/reading-list': [
		{ records: [{ index: 'yarrow', id: 'Y-00704' }], decision: 'keep', tags: ['wards'] }
	],
	'/citations': { records: [{ index: 'yarrow', id: 'Y-00704' }], style: 'harvard1', format: 'text' },
	'/indexes/{code}/parse': { cql: 'sleep' },
	'/watches': { name: 'An author', index: 'yarrow', cql: 'dc.creator = "Mossgrave"' },
	'/tokens': { name: 'a notebook', scope: 'read', endsAt: '2999-12-31T00:00:00Z' },
	'/inquiries/{id}/people': { people: [{ id: 'local', role: 'owner' }] },
	'/inquiries/{id}/repairs/{repair}': {},
	'/inquiries/{id}/cells/{conceptId}/{code}': { noHeading: true }
};

async function addressOf(path: string, { parameters = [] }: Operation): Promise<string> {
	let record = '';
	if (path.startsWith('/indexes/{code}/records/{id}') || path.endsWith('/{record}')) {
		const found = await sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', {
			cql: 'sleep',
			limit: 1
		});
		record = ((await found.json()) as { records: { id: string }[] }).records[0].id;
	}
	const filled = path.replace(/\{(\w+)\}/g, (_, name: string) =>
		encodeURIComponent(
			name === 'record'
				? record
				: name === 'id'
					? (path.startsWith('/indexes') && record) ||
						IDS[path.split('/')[path.startsWith('/indexes') ? 3 : 1]]
					: VALUES[name]
		)
	);
	const query = parameters
		.filter((one) => one.in === 'query')
		.map(({ name }) => `${name}=${encodeURIComponent(VALUES[name])}`);
	return `${app.address}/api/v1${filled}${query.length > 0 ? `?${query.join('&')}` : ''}`;
}

const json = (path: string, method: string): RequestInit =>
	path in BODIES && method !== 'get'
		? { body: JSON.stringify(BODIES[path]), headers: { 'content-type': 'application/json' } }
		: {};

describe('every operation', () => {
	it('answers as it is described, and so do its errors', async () => {
		const faults: string[] = [];
		const check = async (path: string, method: string, response: Response, how: string) => {
			const why = await departure(path, method, response);
			if (why) faults.push(`${method} ${path}, ${how}: ${why}`);
		};
		for (const [path, operations] of Object.entries(paths))
			for (const [method, operation] of Object.entries(operations)) {
				// What would take the demo away is tried on an index of its own.
				const isRemoval = path === '/indexes/{code}' && method === 'delete';
				const address = (await addressOf(path, operation)).replace('yarrow', isRemoval ? 'willow' : 'yarrow');
				const request = { method: method.toUpperCase(), ...json(path, method) };
				await check(path, method, await fetch(address, request), 'as it should be asked');
				// A required parameter left out is an error of the asker.
				for (const { name, required, in: where } of operation.parameters ?? []) {
					if (!required || where !== 'query') continue;
					const url = new URL(address);
					url.searchParams.delete(name);
					const response = await fetch(url, { ...request, headers: { 'content-type': 'text/turtle' } });
					expect(response.status, `${path} without ${name}`).toBe(400);
					await check(path, method, response, `without ${name}`);
				}
				if (operation.requestBody) {
					const plain = { ...request, body: 'x', headers: { 'content-type': 'application/pdf' } };
					const response = await fetch(address, plain);
					expect(response.status, `${method} ${path} as PDF`).toBe(415);
					await check(path, method, response, 'with a body of a wrong type');
				}
				if (path.includes('{code}')) {
					const foreign = address.replace('/yarrow', '/constructor').replace('/willow', '/constructor');
					const response = await fetch(foreign, request);
					const wrong = [
						404,
						422,
						...(path.endsWith('/vocabulary') || path.endsWith('/records') ? [415] : [])
					];
					expect(wrong, `${method} ${path} of no index: ${response.status}`).toContain(response.status);
					await check(path, method, response, 'of an index that is not there');
				}
			}
		expect(faults).toEqual([]);
	});

	it('is refused with its proper methods where it is asked for by another', async () => {
		for (const [path, operations] of Object.entries(paths)) {
			const address = `${app.address}/api/v1${path.replace(/\{\w+\}/g, 'x')}`;
			const response = await fetch(address, { method: 'PATCH' });
			expect(response.status, path).toBe(405);
			const allowed = (response.headers.get('allow') ?? '').split(', ').map((method) => method.toLowerCase());
			expect(allowed, path).toEqual(expect.arrayContaining(Object.keys(operations)));
			expect(await response.json(), path).toMatchObject({ error: { code: 'wrong-method' } });
		}
	});
});

/** A request as no client of ours would send it. */
function raw(
	path: string,
	headers: Record<string, string>,
	method = 'GET',
	body = ''
): Promise<{ status: number; text: string }> {
	const { hostname, port } = new URL(app.address);
	return new Promise((resolve, reject) => {
		const request = http.request({ hostname, port, path, method, headers }, (response) => {
			let text = '';
			response.on('data', (chunk) => (text += String(chunk)));
			response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
		});
		request.on('error', reject);
		request.end(body);
	});
}

describe('bad input', () => {
	const inquiry = () => `${app.address}/inquiry/steady-hands`;
	const command = (of: unknown, sending = crypto.randomUUID()) =>
		sendJson(`${inquiry()}/commands`, 'POST', { command: of, base: 1e6, client: 'x', sending });
	const conceptNamed = (name: string, id = crypto.randomUUID() as string) => ({
		kind: 'concept.add',
		id,
		name
	});

	it.each([
		['a NUL', () => command(conceptNamed('a\0b')), 400, 'invalid'],
		['half of a character', () => command(conceptNamed('a\ud83d')), 400, 'invalid'],
		['a name that every object has', () => command(conceptNamed('noise', 'constructor')), 400, 'invalid'],
		['the prototype', () => command({ kind: 'concept.remove', id: '__proto__' }), 400, 'invalid'],
		['a concept called so', () => command({ kind: 'word.add', id: 'w', conceptId: 'toString', text: 'x' }), 400, 'invalid'],
		['nested without end', () => sendJson(`${inquiry()}/commands`, 'POST', JSON.parse(`${'['.repeat(500)}${']'.repeat(500)}`)), 400, 'invalid'],
		['a count beyond all counting', () => sendJson(`${inquiry()}/runs`, 'POST', { kind: 'elsewhere', indexCode: 'yarrow', text: 'x', count: 1e12, at: '2026-01-01' }), 400, 'invalid'],
		['a change of nothing', () => sendJson(`${inquiry()}/runs/1`, 'PATCH', {}), 400, 'invalid'],
		['a state of nothing', () => sendJson(`${inquiry()}/state`, 'PATCH', {}), 400, 'invalid'],
		['a run that is no number', () => fetch(`${inquiry()}/runs/abc/settings`), 404, 'no-such-number'],
		['an unknown limit', () => sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', { cql: 'sleep', limits: [{ field: 'oak.moon', values: ['full'] }] }), 422, 'unknown-limit'],
		['a word longer than any', () => sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', { cql: 'x'.repeat(2_100) }), 422, 'cql'],
		['a phrase of 20,000 words', () => sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', { cql: `"${'a '.repeat(9_000)}"` }), 422, 'cql'],
		['a text longer than a strategy', () => sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', { cql: `"${'ab '.repeat(40_000)}"` }), 422, 'cql'],
		['a format that every object has', () => fetch(`${app.address}/api/v1/indexes/yarrow/export.constructor`), 404, 'unknown-format'],
		['records so', () => fetch(`${app.address}/api/v1/indexes/yarrow/records.toString`), 404, 'no-format'],
		['a code that every object has', () => sendJson(`${app.address}/api/v1/indexes`, 'POST', { code: 'constructor', name: 'C', discipline: '' }), 400, 'invalid'],
		['nothing there', () => fetch(`${app.address}/api/v2/indexes`), 404, 'no-route'],
		['a malformed address', () => fetch(`${app.address}/api/v1/indexes/%E0%A4%A`), 400, 'malformed-address'],
		['a NUL in the address', () => fetch(`${app.address}/api/v1/indexes/yarrow/lookup?q=%00`), 400, 'malformed-address']
	])('%s is refused with a code and words, and never falls over', async (_, send, status, code) => {
		const response = await send();
		const body = (await response.json()) as { error: { code: string; message: string } };
		expect([response.status, body.error.code]).toEqual([status, code]);
		expect(body.error.message).not.toBe('');
	}); // prettier-ignore

	it('leaves the screen as usable as it was', async () => {
		expect((await command(conceptNamed('after all that', 'after'))).status).toBe(200);
		expect((await fetch(inquiry())).status).toBe(200);
		expect((await command({ kind: 'concept.remove', id: 'after' })).status).toBe(200);
	});

	it('of any size is refused while it comes in', async () => {
		let sent = 0;
		const piece = new TextEncoder().encode(`"${'x'.repeat(65_534)}"`);
		const body = new ReadableStream<Uint8Array>({
			pull(controller) {
				sent += piece.length;
				if (sent > 200 * 2 ** 20) controller.close();
				else controller.enqueue(piece);
			}
		});
		const headers = { 'content-type': 'application/json' };
		const response = await fetch(`${app.address}/api/v1/inquiries`, { method: 'POST', headers, body, duplex: 'half' } as RequestInit).catch(() => undefined); // prettier-ignore
		// The answer comes while the sender is still sending; whether it reads it is up to it.
		if (response) expect(response.status).toBe(413);
		expect(sent).toBeLessThan(60 * 2 ** 20);
		const begun = Date.now();
		expect((await fetch(`${app.address}/api/v1/indexes`)).ok).toBe(true);
		expect(Date.now() - begun).toBeLessThan(2_000);
	});

	it('makes one index of four that come at the same time', async () => {
		const body = { code: 'hazel', name: 'Hazel', discipline: '' };
		const made = await Promise.all(
			Array.from({ length: 4 }, () => sendJson(`${app.address}/api/v1/indexes`, 'POST', body))
		);
		expect(made.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409]);
	});
});

describe('other sites', () => {
	it('cannot write, by whatever name they come', async () => {
		const own = new URL(app.address).host;
		const write = (headers: Record<string, string>) =>
			raw(
				'/api/v1/inquiries',
				{ 'content-type': 'application/json', ...headers },
				'POST',
				'{"title":"Taken"}'
			);
		expect((await write({ host: own })).status).toBe(201);
		expect((await write({ host: own, origin: `http://${own}` })).status).toBe(201);
		const foreign: Record<string, string>[] = [
			{ host: own, origin: 'http://foreign.example' },
			{ host: own, origin: 'null' },
			{ host: own, origin: 'http://127.0.0.1:1' },
			{ host: own, 'sec-fetch-site': 'cross-site' },
			{ host: own, 'sec-fetch-site': 'same-site' }
		];
		for (const headers of foreign) expect((await write(headers)).status, JSON.stringify(headers)).toBe(403);
		// A name that somebody has pointed here is not ours, whoever asks.
		expect((await write({ host: 'rebound.example', origin: 'http://rebound.example' })).status).toBe(421);
		expect((await raw('/api/v1/inquiries', { host: 'rebound.example' })).status).toBe(421);
		expect((await raw('/', { host: 'rebound.example', accept: 'text/html' })).status).toBe(421);
		// A form of another page can send text, which is not taken for JSON.
		expect((await write({ host: own, 'content-type': 'text/plain' })).status).toBe(415);
	});

	it('cannot put a page of ours into theirs, nor a script of theirs into ours', async () => {
		const { headers } = await fetch(`${app.address}/`, { headers: { accept: 'text/html' } });
		const policy = headers.get('content-security-policy') ?? '';
		for (const directive of [
			"frame-ancestors 'none'",
			"base-uri 'none'",
			"form-action 'self'",
			"object-src 'none'"
		])
			expect(policy).toContain(directive);
		expect(policy).toMatch(/script-src 'self' 'nonce-[^']{16,}'/);
		expect(policy.split(';').find((part) => part.includes('script-src'))).not.toContain('unsafe');
	});
});

describe('a chain of headings', () => {
	it('of any length is filtered, opened and listed without holding anybody up', async () => {
		const size = 6_000;
		await sendJson(`${app.address}/api/v1/indexes`, 'POST', { code: 'chain', name: 'Chain', discipline: '' });
		const skos = 'http://www.w3.org/2004/02/skos/core#';
		const file = Array.from({ length: size }, (_, n) => `<https://c.example/${n}> <${skos}prefLabel> "Link ${n}"@en .${n > 0 ? ` <https://c.example/${n}> <${skos}broader> <https://c.example/${n - 1}> .` : ''}`).join('\n'); // prettier-ignore
		const put = await fetch(`${app.address}/api/v1/indexes/chain/vocabulary?edition=1`, { method: 'PUT', headers: { 'content-type': 'application/n-triples' }, body: file }); // prettier-ignore
		const { job } = (await put.json()) as { job: string };
		for (let state = ''; state !== 'done';) {
			({ state } = (await (await fetch(`${app.address}/api/v1/jobs/${job}`)).json()) as { state: string });
			expect(state).not.toBe('failed');
			await new Promise((resolve) => setTimeout(resolve, 50));
		}
		for (const at of ['/indexes/chain/hierarchy?holding=link', '/indexes/chain/hierarchy?depth=99', `/api/v1/indexes/chain/headings/${size - 1}`, '/api/v1/indexes/chain/lookup?q=link']) {
			const begun = Date.now();
			const response = await fetch(app.address + at);
			const bytes = (await response.arrayBuffer()).byteLength;
			expect(response.status, at).toBe(200);
			expect(bytes, at).toBeLessThan(6 * 2 ** 20);
			expect(Date.now() - begun, at).toBeLessThan(3_000);
		} // prettier-ignore
	});
});
