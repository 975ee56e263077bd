import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ask, inWords } from './ask';

/** What a server says, call by call; what is thrown stands for a line that is dead. */
let answers: (() => Response)[] = [];
let calls: { address: string; init: RequestInit }[] = [];
beforeEach(() => {
	answers = [];
	calls = [];
	vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 50 });
	vi.stubGlobal('fetch', (address: string, init: RequestInit) => {
		calls.push({ address, init });
		const next = answers.shift();
		return new Promise((resolve, reject) => {
			try {
				if (!next) throw new TypeError('Nobody answers.');
				resolve(next());
			} catch (error) {
				reject(error as Error);
			}
		});
	});
});
afterEach(() => {
	vi.unstubAllGlobals();
	vi.useRealTimers();
});

const json =
	(body: unknown, status = 200) =>
	() =>
		new Response(status === 204 ? null : JSON.stringify(body), { status });
const dead = () => {
	throw new TypeError('Failed to fetch');
};
const fault = (status: number, code: string) => json({ error: { code, message: `It is ${code}.` } }, status);

describe('a call to the server', () => {
	it('answers with the value', async () => {
		answers = [json({ count: 3 })];
		expect(await ask('/a')).toEqual({ value: { count: 3 } });
		expect(calls).toEqual([{ address: '/a', init: { method: 'GET', signal: undefined } }]);
	});

	it('sends what there is to send as JSON, and a text as it is', async () => {
		answers = [json({}), json({}), json(undefined, 204)];
		await ask('/a', { body: { name: 'x' } });
		await ask('/a', { body: 'as it is', method: 'PUT' });
		expect((await ask('/a', { body: {}, method: 'DELETE' })).fault).toBeUndefined();
		expect(calls.map(({ init }) => [init.method, init.body])).toEqual([['POST', '{"name":"x"}'], ['PUT', 'as it is'], ['DELETE', '{}']]); // prettier-ignore
		expect(
			calls.every(({ init }) => new Headers(init.headers).get('content-type') === 'application/json')
		).toBe(true);
	});

	it('asks once more what only reads, when the server is away, and no more than once', async () => {
		answers = [dead, json({ count: 1 })];
		expect(await ask('/a')).toEqual({ value: { count: 1 } });
		answers = [fault(503, 'database-away'), fault(502, 'x'), json({})];
		expect((await ask('/a')).fault).toMatchObject({ isAway: true, code: 'x' });
		expect(calls).toHaveLength(4);
	});

	it('never sends twice of its own accord what changes something, unless it is told that it may', async () => {
		answers = [dead, json({})];
		expect((await ask('/a', { body: {} })).fault).toMatchObject({ isAway: true, code: 'away' });
		expect(calls).toHaveLength(1);
		answers = [dead, json({ done: true })];
		expect((await ask('/a', { body: {}, again: true })).value).toEqual({ done: true });
		answers = [dead, json({})];
		expect((await ask('/a', { again: false })).fault?.isAway).toBe(true);
	});

	it('does not ask again what is not wanted any more, nor what was answered for good', async () => {
		const stop = new AbortController();
		answers = [
			() => {
				stop.abort();
				return dead();
			},
			json({})
		];
		expect((await ask('/a', { signal: stop.signal })).fault?.isAway).toBe(true);
		answers = [fault(404, 'no-run'), json({})];
		expect((await ask('/a')).fault).toEqual({ isAway: false, code: 'no-run', message: 'It is no-run.' });
		answers = [fault(500, 'unexpected'), json({})];
		expect((await ask('/a')).fault?.isAway).toBe(false);
		expect(calls).toHaveLength(3);
	});

	it('says something where what answers is not the server, and nothing it sent can be read', async () => {
		answers = [() => new Response('<html>Gateway</html>', { status: 500 })];
		expect((await ask('/a')).fault).toMatchObject({
			code: 'unexpected',
			message: expect.stringMatching(/could not/)
		});
		answers = [
			() => new Response('no JSON', { status: 200 }),
			() => new Response('no JSON', { status: 200 })
		];
		expect((await ask('/a')).fault?.code).toBe('away');
	});

	it('says what became of what a person was doing where nobody could be reached', () => {
		const message = 'The server cannot be reached.';
		expect(inWords({ isAway: true, code: 'away', message }, 'The text is kept.')).toBe(
			`${message} The text is kept.`
		);
		expect(inWords({ isAway: false, code: 'cql', message: 'Wrong.' }, 'The text is kept.')).toBe('Wrong.');
	});
});
