import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, emptyInquiry, execute, type Command } from '$core/crosswalk';
import type { StrategyView } from '$lib/server/search/searching';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { StrategySession } from './strategy-session.svelte';

const said = vi.hoisted(() => [] as string[]);
vi.mock('../messages/messages.svelte', () => ({
	messages: {
		warn: (text: string) => void said.push(text),
		addEffect: (_: unknown, effect: string) => void said.push(effect)
	}
}));

/** A view that is told from others by its number of results. */
const viewOf = (count: number) => ({ total: count }) as unknown as StrategyView;

let sent: Command[];
let session: StrategySession;
let answers: ((request?: RequestInit) => Promise<Response>)[];
let asked: (Command[] | undefined)[];

beforeEach(() => {
	vi.useFakeTimers();
	sent = [];
	said.length = 0;
	asked = [];
	answers = [];
	let inquiry = emptyInquiry({ id: 'q', title: '', question: '', indexes: ['yarrow'] });
	const store = {
		get inquiry() {
			return inquiry;
		},
		id: 'q',
		saving: 'saved',
		indexName: () => 'Yarrow',
		send: (command: Command) => {
			sent.push(command);
			inquiry = apply(inquiry, execute(inquiry, command));
			return true;
		}
	};
	session = new StrategySession(store as unknown as InquiryStore, 'yarrow', viewOf(0));
	vi.stubGlobal('fetch', (_: string, request?: RequestInit) => {
		const { body } = request ?? {};
		asked.push(body ? (JSON.parse(body as string) as { commands: Command[] }).commands : undefined);
		return (answers.shift() ?? (() => Promise.resolve(Response.json(viewOf(1)))))(request);
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const soon = () => vi.advanceTimersByTimeAsync(1_000);

describe('the strategy on the screen', () => {
	it('changes at once where nothing is tried', () => {
		session.switchLine('line', true);
		session.setLimit({ field: 'oak.age', values: ['young'] });
		session.setLimit({ field: 'oak.age', values: ['old'] });
		session.switchLine('line', false);
		expect(sent).toHaveLength(4);
		expect(session.settings).toMatchObject({ off: [], limits: [{ field: 'oak.age', values: ['old'] }] });
		session.removeLimit('oak.age');
		expect(session.settings.limits).toEqual([]);
	});

	it('tells what a try that is kept came to from the count without it', async () => {
		const counting = (count: number) => ({ yields: { count } }) as unknown as StrategyView;
		session.view = counting(1);
		session.trying = true;
		session.switchLine('a', true);
		answers = [() => Promise.resolve(Response.json({ view: counting(134), trial: { before: 1, after: 134, gained: 133, lost: 0 } }))];
		await soon();
		answers = [() => Promise.resolve(Response.json(counting(134)))];
		session.keep();
		await soon();
		expect(said).toEqual(['1 → 134']);
	}); // prettier-ignore

	it('collects what is tried, shows it, asks for its effect, and keeps it as one step', async () => {
		session.trying = true;
		session.switchLine('a', true);
		session.switchLine('b', true);
		session.change({ kind: 'many', title: '', commands: [{ kind: 'concept.add', id: 'c', name: 'noise' }] });
		expect(sent).toEqual([]);
		expect(session.settings.off).toEqual(['a', 'b']);
		answers = [() => Promise.resolve(Response.json({ view: viewOf(7), trial: { gained: 3 } }))];
		await soon();
		expect(asked).toEqual([session.trial]);
		expect(session.view).toEqual(viewOf(7));
		expect(session.effect).toEqual({ gained: 3 });

		session.keep();
		expect(sent).toHaveLength(1);
		expect(sent[0]).toMatchObject({ kind: 'many', title: expect.stringContaining('3 changes') });
		expect((sent[0] as { commands: Command[] }).commands.map(({ kind }) => kind)).toEqual([
			'strategy.set',
			'strategy.set',
			'concept.add'
		]);
		expect(session.settings.off).toEqual(['a', 'b']);
		await soon();
		expect(asked[1]).toBeUndefined();
		expect(session.effect).toBeUndefined();
	});

	it('drops what was tried without a trace', async () => {
		session.trying = true;
		session.switchLine('a', true);
		session.drop();
		expect(session.settings.off).toEqual([]);
		expect(session.trying).toBe(false);
		await soon();
		expect(sent).toEqual([]);
		expect(asked).toEqual([undefined]);
	});

	it('shows the answer to what was asked last, in whatever order answers come', async () => {
		await fc.assert(
			fc.asyncProperty(fc.array(fc.nat({ max: 2_000 }), { minLength: 1, maxLength: 6 }), async (delays) => {
				for (const [i, delay] of delays.entries()) {
					answers.push(async () => {
						await new Promise((resolve) => setTimeout(resolve, delay));
						return Response.json(viewOf(i));
					});
					session.ask();
					await vi.advanceTimersByTimeAsync(150);
				}
				await vi.advanceTimersByTimeAsync(5_000);
				expect(session.view).toEqual(viewOf(delays.length - 1));
				expect(session.problem).toBe('');
			}),
			{ numRuns: 60 }
		);
	});

	it('says in words what went wrong, and forgets it once all is well', async () => {
		const wrong = { error: { code: 'no-index', message: 'There is no such index.' } };
		answers = [
			// What only reads is tried twice.
			() => Promise.reject(new TypeError('down')),
			() => Promise.reject(new TypeError('down')),
			() => Promise.resolve(Response.json(wrong, { status: 404 }))
		];
		for (const problem of ['The server cannot be reached.', 'There is no such index.', '']) {
			session.ask();
			await soon();
			expect(session.problem).toBe(problem);
		}
	});

	it('runs, and says why where it cannot', async () => {
		answers = [
			() => Promise.resolve(Response.json({ number: 4 })),
			() => Promise.resolve(Response.json({ error: { message: 'Nothing to run.' } }, { status: 422 })),
			() => Promise.reject(new TypeError('down'))
		];
		expect(await session.run()).toBe(4);
		expect(await session.run()).toBeUndefined();
		expect(await session.run()).toBeUndefined();
		expect(said).toEqual(['Nothing to run.', 'The server cannot be reached. Nothing was run.']);
	});
});
