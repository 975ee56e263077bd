import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cited } from '$lib/server/records';
import { messages } from '../messages/messages.svelte';
import { copyCited, inParagraphs } from './copying';
import { FormattedList } from './formatted-list.svelte';
import { askedStyle, styleInUse } from './style-in-use.svelte';

const one = (id: string): Cited => ({
	id,
	html: `<i>${id}</i>`,
	text: id,
	inText: { html: `(${id})`, text: `(${id})` }
});
const asked: { at: string; method: string; body?: unknown }[] = [];
let answers: ((at: string, method: string) => Response)[] = [];
beforeEach(() => {
	asked.length = 0;
	vi.useFakeTimers();
	vi.stubGlobal('fetch', (at: string, { method, body }: { method: string; body?: string }) => {
		asked.push({ at, method, ...(body && { body: JSON.parse(body) as unknown }) });
		const next = answers.length > 1 ? answers.shift() : answers[0];
		return Promise.resolve(next?.(at, method) ?? new Response('', { status: 503 }));
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
	styleInUse.set({ id: 'apa', name: 'APA', locale: '' });
});
const json =
	(body: unknown, status = 200) =>
	() =>
		Response.json(body, { status });

describe('the style in use', () => {
	it('is asked for with its language where one is chosen, and kept', () => {
		const stored = new Map<string, string>();
		vi.stubGlobal('localStorage', {
			getItem: (name: string) => stored.get(name) ?? null,
			setItem: (name: string, text: string) => void stored.set(name, text)
		});
		styleInUse.set({ id: 'vancouver', name: 'Vancouver' });
		expect(askedStyle()).toEqual({ style: 'vancouver' });
		styleInUse.set({ locale: 'de-DE' });
		expect(askedStyle()).toEqual({ style: 'vancouver', locale: 'de-DE' });
		expect(JSON.parse([...stored.values()][0])).toEqual({
			id: 'vancouver',
			name: 'Vancouver',
			locale: 'de-DE'
		});
	});
});

describe('the works of a list in a style', () => {
	it('are there at once where they are few', async () => {
		const list = new FormattedList('q');
		answers = [json({ cited: [one('a')] })];
		await list.make({ part: 'keep' });
		expect(list.cited?.map(({ id }) => id)).toEqual(['a']);
		expect(asked[0]).toEqual({
			at: '/inquiry/q/reading-list/citations/formatted',
			method: 'POST',
			body: { part: 'keep', style: 'apa' }
		});
		expect([list.share, list.fault]).toEqual([undefined, '']);
	});

	it('are watched where they are many, with how much is done', async () => {
		const list = new FormattedList('q');
		answers = [
			json({ job: 'j1' }),
			json({ state: 'running', done: 30, total: 120 }),
			json({ state: 'done', done: 120, total: 120, cited: [one('a'), one('b')] })
		];
		const made = list.make({ part: 'all' });
		await vi.advanceTimersByTimeAsync(10);
		expect(list.share).toBe(0);
		await vi.advanceTimersByTimeAsync(300);
		expect(list.share).toBe(0.25);
		await vi.advanceTimersByTimeAsync(300);
		await made;
		expect(list.cited).toHaveLength(2);
		expect(list.share).toBeUndefined();
		expect(asked.slice(1).map(({ at }) => at)).toEqual(
			Array(2).fill('/inquiry/q/reading-list/citations/formatted/j1')
		);
	});

	it('are given up when others are asked for, whatever comes of them later', async () => {
		const list = new FormattedList('q');
		answers = [json({ job: 'j1' })];
		const first = list.make({ part: 'all' });
		await vi.advanceTimersByTimeAsync(10);
		answers = [json({}), json({ cited: [one('later')] })];
		const second = list.make({ part: 'keep' });
		await vi.advanceTimersByTimeAsync(400);
		await Promise.all([first, second]);
		expect(asked.find(({ method }) => method === 'DELETE')?.at).toBe('/api/v1/jobs/j1');
		expect(list.cited?.map(({ id }) => id)).toEqual(['later']);
		expect(list.share).toBeUndefined();
	});

	it('stay as they were where they cannot be made anew, and the reason is said', async () => {
		const list = new FormattedList('q');
		answers = [json({ cited: [one('a')] })];
		await list.make({ part: 'keep' });
		answers = [json({ error: { code: 'no-style', message: 'No such style.' } }, 422)];
		await list.make({ part: 'keep' });
		expect([list.fault, list.cited?.length]).toEqual(['No such style.', 1]);
	});
});

describe('citations that are copied', () => {
	/** A page whose clipboard takes what is copied, or does not. */
	function page(lets: boolean) {
		const held: Record<string, string> = {};
		let fill: ((event: unknown) => void) | undefined;
		vi.stubGlobal('document', {
			addEventListener: (_: string, listener: typeof fill) => (fill = listener),
			removeEventListener: () => (fill = undefined),
			execCommand: () => {
				if (!lets) return false;
				const setData = (type: string, text: string) => (held[type] = text);
				fill?.({ preventDefault: () => {}, clipboardData: { setData } });
				return true;
			}
		});
		return held;
	}

	it.each([
		['rich', { 'text/plain': 'a\nb', 'text/html': inParagraphs([one('a'), one('b')]) }],
		['plain', { 'text/plain': 'a\nb' }],
		['in text', { 'text/plain': '(a)\n(b)', 'text/html': inParagraphs([{ html: '(a)' }, { html: '(b)' }]) }]
	] as const)('%s are what they should be', (how, wanted) => {
		const say = vi.spyOn(messages, 'say').mockReturnValue(1);
		const held = page(true);
		copyCited([one('a'), one('b')], how);
		expect(held).toEqual(wanted);
		expect(say).toHaveBeenCalledWith(expect.stringMatching(/^2 citations copied/));
	});

	it('say so where the browser does not let them be', () => {
		const warn = vi.spyOn(messages, 'warn').mockReturnValue(undefined as never);
		page(false);
		copyCited([one('a')], 'rich');
		expect(warn).toHaveBeenCalledWith(expect.stringContaining('did not let'));
	});
});
