import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { emptyInquiry, type Command } from '$core/crosswalk';
import { BrowserInMemory, ServerInMemory } from '$lib/client/server.test-aid';
import type { Sent } from '$lib/client/sync';
import { InquiryStore } from './inquiry-store.svelte';
import { asText } from './refused.svelte';

const said = vi.hoisted(() => [] as string[]);
vi.mock('../messages/messages.svelte', () => {
	const say = (text: string) => said.push(text);
	return { messages: { say, hear: say, warn: (text: string) => void said.push(`error: ${text}`) } };
});

let server: ServerInMemory;
let browser: BrowserInMemory;
/** Requests that reach nobody, from here on. */
let isAway: boolean;

/** The network, with the server behind it. */
async function fetched(address: string, request?: { body?: string }): Promise<Response> {
	await new Promise((resolve) => setTimeout(resolve, 5));
	if (isAway) throw new TypeError('The line is down.');
	const { pathname, searchParams } = new URL(address, 'http://oakmoss.example');
	const what = pathname.split('/').pop();
	if (what === 'facts') return Response.json({ facts: {}, aspects: {}, changed: {} });
	if (what === 'coverage') return Response.json({ cells: {}, found: {} });
	const reply =
		what === 'changes'
			? await server.changesSince(Number(searchParams.get('since')))
			: await server.send(JSON.parse(request?.body ?? '') as Sent);
	if (reply === 'away') return new Response('', { status: 503 });
	return 'done' in reply
		? Response.json(reply.done)
		: Response.json({ error: reply.refused }, { status: 409 });
}

beforeEach(() => {
	vi.useFakeTimers();
	said.length = 0;
	isAway = false;
	server = new ServerInMemory(emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] }));
	browser = new BrowserInMemory();
	vi.stubGlobal('fetch', fetched);
	vi.stubGlobal('localStorage', browser.localStorage);
	vi.stubGlobal('document', { visibilityState: 'visible' });
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

function open() {
	vi.stubGlobal('navigator', browser.window().navigator);
	const loaded = { inquiry: server.inquiry, revision: server.revision, undo: null, redo: null };
	const store = new InquiryStore(loaded, []);
	store.attach();
	return store;
}
const add = (id: string, name: string): Command => ({ kind: 'concept.add', id, name });
const seconds = (count: number) => vi.advanceTimersByTimeAsync(count * 1_000);
const names = ({ concepts }: typeof server.inquiry) => Object.values(concepts).map(({ name }) => name);

it('shows a change at once, names the way back, and says how it is kept', async () => {
	const store = open();
	expect(store.send(add('c', 'noise'))).toBeDefined();
	expect(names(store.inquiry)).toEqual(['noise']);
	expect(store.undoName).toMatch(/noise/);
	expect([store.saving, store.revision]).toEqual(['saving', 0]);
	await seconds(1);
	expect([store.saving, store.revision]).toEqual(['saved', 1]);
	expect(said).toEqual([expect.stringMatching(/noise/)]);
});

it('says in words what cannot be done, and sends nothing', async () => {
	const store = open();
	expect(store.send({ kind: 'concept.set', id: 'none', name: 'x' })).toBeUndefined();
	expect(said).toEqual([expect.stringMatching(/^error: /)]);
	await seconds(1);
	expect(server.log).toEqual([]);
});

it('names what another window did, and nothing of its own', async () => {
	const [one, other] = [open(), open()];
	one.send(add('c', 'noise'));
	await seconds(6);
	expect(names(other.inquiry)).toEqual(['noise']);
	expect(said.filter((text) => text.startsWith('In another window'))).toHaveLength(1);
});

it('says that nothing is undone while the server is away, and keeps what waits', async () => {
	const store = open();
	isAway = true;
	store.send(add('c', 'noise'));
	await seconds(1);
	expect(store.saving).toBe('waiting');
	const undoing = store.step('undo');
	await seconds(1);
	await undoing;
	expect(said.at(-1)).toMatch(/^error: .*kept here/);
	isAway = false;
	await seconds(5);
	expect(names(server.inquiry)).toEqual(['noise']);
});

it('sets aside what the server refuses for good, over a reload too', async () => {
	const first = open();
	server.failing = ({ command }) => command.kind === 'concept.add' && command.id === 'c1';
	first.send(add('c1', 'noise'));
	await seconds(10);
	expect(names(first.inquiry)).toEqual([]);
	expect(said).toContainEqual(expect.stringMatching(/^error: Not saved: .*noise/));
	const store = open();
	await seconds(1);
	expect(store.refused.list).toMatchObject([{ command: { id: 'c1', name: 'noise' } }]);
	expect(asText(store.refused.list)).toContain('noise');
	store.refused.drop(store.refused.list[0]);
	expect(browser.stored.size).toBe(0);
});
