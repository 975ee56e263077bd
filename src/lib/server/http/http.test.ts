import fc from 'fast-check';
import * as v from 'valibot';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { numberOf } from '../endpoint';
import { ServiceError } from '../errors';
import { answer, errorAnswer, forPage } from './answers';
import { refusal } from './gate';
import { bodyOf, boundOpenBody, MOST_BODY, queryOf } from './input';
import { ownPath } from './own-address';

afterEach(() => vi.unstubAllEnvs());

function request(method: string, headers: Record<string, string>, at = 'http://localhost/inquiry/a') {
	const url = new URL(at);
	// What a browser sets itself cannot be set on a request made here.
	return [{ method, headers: new Headers(headers) } as Request, url] as const;
}
const codeOf = (...asked: Parameters<typeof refusal>) => refusal(...asked)?.code;

describe('who is let in', () => {
	it.each([
		['GET', { host: 'localhost:4310' }, undefined],
		['GET', { host: '127.0.0.1' }, undefined],
		['GET', { host: '[::1]:80' }, undefined],
		['GET', { host: 'oakmoss.example' }, 'foreign-host'],
		['GET', { host: 'localhost.evil.example' }, 'foreign-host'],
		['GET', {}, 'foreign-host'],
		['POST', { host: 'localhost', origin: 'http://localhost' }, undefined],
		['POST', { host: 'localhost' }, undefined],
		['POST', { host: 'localhost:81', origin: 'http://localhost:82' }, 'cross-site'],
		['DELETE', { host: 'localhost', origin: 'null' }, 'cross-site'],
		['PUT', { host: 'localhost', origin: 'https://evil.example' }, 'cross-site'],
		['POST', { host: 'localhost', 'sec-fetch-site': 'cross-site' }, 'cross-site'],
		['POST', { host: 'localhost', 'sec-fetch-site': 'same-site' }, 'cross-site'],
		['POST', { host: 'localhost', 'sec-fetch-site': 'none' }, undefined],
		['GET', { host: 'localhost', 'sec-fetch-site': 'cross-site', origin: 'https://evil.example' }, undefined],
		['GET', { host: 'oakmoss.example' }, undefined, 'http://localhost/live'],
		['GET', { host: 'oakmoss.example' }, undefined, 'http://localhost/metrics'],
		['GET', { host: 'oakmoss.example' }, 'foreign-host', 'http://localhost/live/x']
	] as const)('%s with %j: %s', (method, headers, code, at?: string) =>
		expect(codeOf(...request(method, headers, at))).toBe(code)
	);

	it('is whoever asks for the name that the server was given, with its port', () => {
		vi.stubEnv('ORIGIN', 'https://oak.example:8443');
		expect(codeOf(...request('GET', { host: 'OAK.example:8443' }))).toBeUndefined();
		expect(codeOf(...request('GET', { host: 'oak.example' }))).toBe('foreign-host');
		expect(codeOf(...request('GET', { host: 'localhost' }))).toBe('foreign-host');
		vi.stubEnv('ORIGIN', 'http://localhost:4310');
		expect(codeOf(...request('GET', { host: '127.0.0.1:9' }))).toBeUndefined();
	});

	it('is told from http where the server is reached by https, and the other way round', () => {
		const sent = (origin: string) => codeOf(...request('POST', { host: 'oak.example', origin }));
		vi.stubEnv('ORIGIN', 'https://oak.example');
		expect(['https://oak.example', 'http://oak.example'].map(sent)).toEqual([undefined, 'cross-site']);
		vi.stubEnv('ORIGIN', 'http://oak.example');
		expect(['https://oak.example', 'http://oak.example'].map(sent)).toEqual(['cross-site', undefined]);
	});

	it('is nobody whose address holds what no text may hold', () => {
		const at = (path: string) => codeOf(...request('GET', { host: 'localhost' }, `http://localhost/${path}`));
		expect(at('inquiry/%E2%82')).toBe('malformed-address');
		expect(at('inquiry/a%00b')).toBe('malformed-address');
		expect(at('a?q=%00')).toBe('malformed-address');
		expect(at('a?q=na%C3%AFve%20words')).toBeUndefined();
	});
});

const json = (body: BodyInit, type = 'application/json', headers = {}) =>
	new Request('http://localhost/', { method: 'POST', body, headers: { 'content-type': type, ...headers } });
const shape = v.object({ name: v.string(), list: v.optional(v.array(v.number()), []) });

describe('what comes in', () => {
	it('is taken as it was sent where it fits', async () => {
		await fc.assert(
			fc.asyncProperty(fc.string({ unit: 'grapheme' }), fc.array(fc.integer()), async (name, list) => {
				if (name.includes('\0')) return;
				expect(await bodyOf(json(JSON.stringify({ name, list })), shape)).toEqual({ name, list });
			}),
			{ numRuns: 50 }
		);
		expect(await bodyOf(json('{"name":"a"}', 'application/ld+json; charset=utf-8'), shape)).toEqual({ name: 'a', list: [] }); // prettier-ignore
	});

	it.each([
		['another type', json('{"name":"a"}', 'text/plain'), 415, /application\/json.*text\/plain/],
		['no JSON', json('{"name":'), 400, /not JSON/],
		['bytes that are no text', json(Uint8Array.from([0x7b, 0xff, 0x7d])), 400, /UTF-8/],
		['a NUL', json('{"name":"a\\u0000"}'), 400, /“name”.*NUL/],
		['half a character', json('{"name":"\\ud800"}'), 400, /half of a character/],
		['a name that no object may have', json('{"name":"a","__proto__":{"x":1}}'), 400, /__proto__/],
		['a NUL in a name', json('{"name":"a","b\\u0000":1}'), 400, /NUL/],
['more values than anything holds', json(`{"name":"a","list":[${'0,'.repeat(500_001)}0]}`), 413, /larger than 500,000 values/],
		['what is nested without end', json(`{"name":"a","deep":${'['.repeat(70)}${']'.repeat(70)}}`), 400, /60 levels/],
		['what is too large, as it says itself', json('{}', 'application/json', { 'content-length': String(MOST_BODY + 1) }), 413, /10 MiB/],
		['what is too large, whatever it says', json(`"${'x'.repeat(MOST_BODY)}"`), 413, /nothing was changed/]
	])('is refused in words: %s', async (_, sent, status, message) => {
		await expect(bodyOf(sent, shape)).rejects.toMatchObject({ status, message: expect.stringMatching(message) });
	}); // prettier-ignore

	it('is looked through in less time and memory than it takes to read it', async () => {
		const text = `[${'0,'.repeat(490_000)}0]`;
		const begun = performance.now();
		JSON.parse(text);
		const reading = performance.now() - begun;
		const before = performance.now();
		await expect(bodyOf(json(text), v.strictObject({ name: v.string() }))).rejects.toBeInstanceOf(
			v.ValiError
		);
		// Reading it is part of it, as is decoding; the walk that held every value with its place took some forty times as long.
		expect(performance.now() - before).toBeLessThan(15 * reading + 100);
	});

	it('may hold as many commas and brackets in its texts as it likes', async () => {
		const name = '[{,\\",'.repeat(300_000);
		expect(await bodyOf(json(JSON.stringify({ name })), shape)).toEqual({ name, list: [] });
	});

	it('is small where nobody is signed in, and says how large it is', () => {
		const open =
			(body: string, headers = {}) =>
			() =>
				boundOpenBody(json(body, 'application/json', headers));
		expect(open('{}', { 'content-length': '2' })).not.toThrow();
		expect(open('{}')).toThrow(expect.objectContaining({ status: 411 }));
		expect(open('{}', { 'content-length': String(16 * 2 ** 10 + 1) })).toThrow(
			expect.objectContaining({ status: 413 })
		);
	});

	it('is a number only where it is one', () => {
		expect(numberOf('17', 'a run')).toBe(17);
		for (const text of ['0', '-1', '1.5', '1e3', '', 'x', '9999999999', '01'])
			expect(() => numberOf(text, 'a run')).toThrow(/is not the number of a run/);
		expect(queryOf(new URL('http://x/?name=a'), v.object({ name: v.string() }))).toEqual({ name: 'a' });
	});
});

describe('what goes out', () => {
	const errorOf = async (response: Response) => [
		response.status,
		((await response.json()) as { error: object }).error
	];

	it('is the result, or the error in the one shape', async () => {
		expect(await (await answer(() => Promise.resolve({ a: 1 }), 201)).json()).toEqual({ a: 1 });
		const own = new Response('plain');
		expect(await answer(() => Promise.resolve(own))).toBe(own);
		const refuse = () => Promise.reject(new ServiceError(404, 'no-run', 'There is none.', { number: 3 }));
		expect(await errorOf(await answer(refuse))).toEqual([404, { code: 'no-run', message: 'There is none.', details: { number: 3 } }]); // prettier-ignore
		expect(await errorOf(errorAnswer({ status: 403, code: 'x', message: 'No.', details: undefined }))).toEqual([403, { code: 'x', message: 'No.' }]); // prettier-ignore
	});

	it('says that a disk is full, here or under the database, in words', async () => {
		const here = Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
		const there = new Error('Failed query', { cause: Object.assign(new Error('could not extend file'), { code: '53100' }) });
		for (const error of [here, there])
			expect(await errorOf(await answer(() => Promise.reject(error)))).toMatchObject([507, { code: 'disk-full', message: /disk of the server is full/ }].map((one) => (typeof one === 'number' ? one : { ...one, message: expect.stringMatching(one.message) as string })));
	}); // prettier-ignore

	it('names what does not fit, and where, but no more than the first twenty places', async () => {
		const parse = (value: unknown) =>
			answer(async () => v.parse(v.object({ list: v.array(v.number()) }), value));
		const [status, error] = await errorOf(await parse({ list: Array(50).fill('x') }));
		expect(status).toBe(400);
		expect(error).toMatchObject({ code: 'invalid', message: expect.stringMatching(/“list\.0”/) });
		expect((error as { details: unknown[] }).details).toHaveLength(20);
	});

	it('says that the database is away, and tells nothing of what else went wrong', async () => {
		const gone = Object.assign(new Error('connect ECONNREFUSED 10.0.0.1:5432'), { code: 'ECONNREFUSED' });
		const wrapped = new Error('Failed query', { cause: gone });
		for (const error of [gone, wrapped])
			expect(await errorOf(await answer(() => Promise.reject(error)))).toMatchObject([503, { code: 'database-away' }]); // prettier-ignore
		const [status, error] = await errorOf(await answer(() => Promise.reject(new Error('secret'))));
		expect(status).toBe(500);
		expect(JSON.stringify(error)).not.toContain('secret');
		await expect(forPage(() => Promise.reject(new ServiceError(404, 'no-page', 'Nowhere.')))).rejects.toMatchObject({ status: 404, body: { code: 'no-page', message: 'Nowhere.' } }); // prettier-ignore
	});
});

describe('an address that a request names', () => {
	it.each([
		['/inquiry/a?q=b', '/inquiry/a?q=b'],
		['', '/'],
		['a', '/a'],
		['http://oak.example/a', '/a'],
		['//elsewhere.example/', undefined],
		['/\\elsewhere.example', undefined],
		['/%09/elsewhere.example', '/%09/elsewhere.example'],
		['/\t/elsewhere.example', undefined],
		['/\n/elsewhere.example', undefined],
		['\\\\elsewhere.example', undefined],
		['https://elsewhere.example/', undefined],
		['javascript:alert(1)', undefined],
		['http://', undefined]
	])('%j is of this origin as %s', (wanted, path) =>
		expect(ownPath(wanted, new URL('http://oak.example/sign-in'))).toBe(path)
	);
});
