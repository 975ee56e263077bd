import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyInquiry, type Command } from '$core/crosswalk';
import { InquiryStore } from './inquiry-store.svelte';
import { asText } from './refused.svelte';
import { BrowserInMemory, ServerInMemory, type Line } from './server.test-aid';

const said = vi.hoisted(() => [] as string[]);
vi.mock('../messages/messages.svelte', () => {
	const say = (text: string) => said.push(text);
	return { messages: { say, warn: (text: string) => void said.push(`error: ${text}`) } };
});

let server: ServerInMemory;
let browser: BrowserInMemory;

function start() {
	said.length = 0;
	server = new ServerInMemory(emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] }));
	browser = new BrowserInMemory();
	vi.stubGlobal('fetch', server.fetch);
	vi.stubGlobal('localStorage', browser.localStorage);
	vi.stubGlobal('document', { visibilityState: 'visible' });
}

beforeEach(() => {
	vi.useFakeTimers();
	start();
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

/** Opens the inquiry as it stands on the server in a window. */
function open() {
	const loaded = { inquiry: server.inquiry, revision: server.revision, undo: null, redo: null };
	const window = browser.window();
	vi.stubGlobal('navigator', window.navigator);
	const store = new InquiryStore(loaded, []);
	const detach = store.attach();
	/** Of a window that is closed nothing goes on, wherever it was. */
	const close = () => {
		detach();
		window.close();
		const never = () => new Promise(() => {});
		Object.assign(store, { post: never, catchUp: never, unsent: { keep: () => {} } });
	};
	return { store, close };
}

/** Windows on a new inquiry, and what becomes of their requests once they are open. */
function openAll(count: number, lines: Line[], delays: number[]) {
	vi.clearAllTimers();
	start();
	const windows = Array.from({ length: count }, open);
	Object.assign(server, { lines, delays });
	return windows;
}

/** From here on everything gets through. */
const goodLine = () => Object.assign(server, { lines: [], delays: [] });

const add = (id: string, name = id): Command => ({ kind: 'concept.add', id, name });
const rename = (id: string, name: string): Command => ({ kind: 'concept.set', id, name });
const seconds = (count: number) => vi.advanceTimersByTimeAsync(count * 1_000);
const names = ({ concepts }: typeof server.inquiry) => Object.values(concepts).map(({ name }) => name);

describe('an inquiry in a window', () => {
	it('shows a change at once and says how it is kept', async () => {
		const { store } = open();
		store.send(add('c', 'noise'));
		expect(names(store.inquiry)).toEqual(['noise']);
		expect(names(server.inquiry)).toEqual([]);
		expect(store.saving).toBe('saving');
		await seconds(1);
		expect(names(server.inquiry)).toEqual(['noise']);
		expect(store.saving).toBe('saved');
		expect(browser.stored.size).toBe(0);
	});

	it('refuses what cannot be done, in words, and sends nothing', async () => {
		const { store } = open();
		expect(store.send(rename('none', 'x'))).toBeUndefined();
		expect(said).toEqual([expect.stringMatching(/^error: /)]);
		await seconds(1);
		expect(server.log).toEqual([]);
	});

	it('keeps what it cannot send, over a reload too, and sends it when the server is back', async () => {
		const first = open();
		server.lines = Array<Line>(10).fill('away');
		first.store.send(add('c', 'noise'));
		first.store.send(rename('c', 'sound'));
		await seconds(1);
		expect(first.store.saving).toBe('waiting');
		first.close();
		server.lines = [];
		const { store } = open();
		expect(names(store.inquiry)).toEqual(['sound']);
		await seconds(10);
		expect(names(server.inquiry)).toEqual(['sound']);
		expect(browser.stored.size).toBe(0);
	});

	it('does not do again what arrived although its answer was lost', async () => {
		const { store } = open();
		server.lines = ['good', 'good', 'lost'];
		store.send(add('c', 'noise'));
		await seconds(10);
		expect(server.log).toHaveLength(1);
		expect(store.saving).toBe('saved');
		expect(said.filter((text) => text.startsWith('error'))).toEqual([]);
	});

	it('asks which side stands where another window changed the same thing, and does what is chosen', async () => {
		const [one, other] = [open(), open()];
		one.store.send(add('c', 'noise'));
		await seconds(6);
		for (const [side, name] of [
			['mine', 'hum'],
			['theirs', 'buzz']
		] as const) {
			one.store.send(rename('c', name));
			other.store.send(rename('c', `not ${name}`));
			await seconds(1);
			const met = [one.store, other.store].filter((store) => store.met.length > 0);
			expect(met).toHaveLength(1);
			const [loser] = met;
			expect(loser.met[0].collisions[0]).toMatchObject({ part: 'name' });
			const wanted = loser.met[0].collisions[0][side === 'mine' ? 'yours' : 'theirs'];
			loser.choose(side);
			await seconds(6);
			expect(names(server.inquiry)).toEqual([wanted]);
			expect(names(one.store.inquiry)).toEqual([wanted]);
			expect(names(other.store.inquiry)).toEqual([wanted]);
		}
	});

	it('is not asked about what it did itself just before it was loaded again', async () => {
		const first = open();
		// It is on its way when the page goes, and arrives before the page that comes next sends it again.
		server.delays = [20, 5, 300];
		first.store.send(add('c', 'noise'));
		first.close();
		const { store } = open();
		await vi.advanceTimersByTimeAsync(1);
		expect(store.send(rename('c', 'hum'))).toBeDefined();
		await seconds(10);
		expect(store.met).toEqual([]);
		expect(server.log.map(({ summary }) => summary)).toHaveLength(2);
		expect(names(server.inquiry)).toEqual(['hum']);
	});

	it('sets aside what the server refuses for good, over a reload too, and goes on with what comes after', async () => {
		const first = open();
		server.failing = ({ command }) => command.kind === 'concept.add' && command.id === 'c1';
		first.store.send(add('c1', 'noise'));
		first.store.send(add('c2', 'rest'));
		await seconds(10);
		expect(names(server.inquiry)).toEqual(['rest']);
		expect(names(first.store.inquiry)).toEqual(['rest']);
		expect(first.store.saving).toBe('saved');
		expect(said).toContainEqual(expect.stringMatching(/^error: Not saved: .*noise/));
		first.close();
		const { store } = open();
		await seconds(1);
		expect(store.refused.list).toMatchObject([{ command: { id: 'c1', name: 'noise' } }]);
		expect(asText(store.refused.list)).toContain('noise');
		store.refused.drop(store.refused.list[0]);
		expect(browser.stored.size).toBe(0);
	});

	it('keeps what two windows could not send, each its own, although they are of one browser', async () => {
		const [one, other] = [open(), open()];
		server.lines = Array<Line>(20).fill('away');
		one.store.send(add('c1', 'noise'));
		other.store.send(add('c2', 'rest'));
		await seconds(1);
		one.close();
		other.close();
		server.lines = [];
		const again = open();
		await seconds(10);
		expect(names(server.inquiry).sort()).toEqual(['noise', 'rest']);
		expect(server.log).toHaveLength(2);
		expect(names(again.store.inquiry).sort()).toEqual(['noise', 'rest']);
	});
});

describe('windows on one inquiry', () => {
	const id = fc.constantFrom('c0', 'c1', 'c2', 'c3');
	const window = fc.nat({ max: 2 });
	const wait = fc.nat({ max: 3_000 });
	const step = fc.record({
		window,
		wait,
		act: fc.oneof(
			{ weight: 5, arbitrary: fc.record({ kind: fc.constant('concept.add' as const), id, name: id }) },
			fc.record({
				kind: fc.constant('concept.set' as const),
				id,
				name: fc.constantFrom('noise', 'rest', 'walls')
			}),
			fc.record({ kind: fc.constant('concept.remove' as const), id }),
			fc.constant('reload' as const)
		)
	});
	const lines = fc.array(fc.constantFrom<Line>('good', 'good', 'away', 'trouble', 'lost'), { maxLength: 40 });
	const delays = fc.array(fc.nat({ max: 900 }), { maxLength: 40 });

	it('forget nothing that was done in any of them, and do nothing twice', async () => {
		const additions = fc.array(fc.record({ window, wait, reload: fc.boolean() }), {
			minLength: 1,
			maxLength: 12
		});
		await fc.assert(
			fc.asyncProperty(additions, lines, delays, async (steps, faults, times) => {
				const windows = openAll(3, faults, times);
				for (const [i, { window, wait, reload }] of steps.entries()) {
					expect(windows[window].store.send(add(`c${i}`, `concept ${i}`))).toBeDefined();
					await vi.advanceTimersByTimeAsync(wait);
					if (!reload) continue;
					windows[window].close();
					windows[window] = open();
				}
				goodLine();
				await seconds(60);
				const wanted = steps.map((_, i) => `concept ${i}`).sort();
				expect(names(server.inquiry).sort()).toEqual(wanted);
				expect(server.log).toHaveLength(steps.length);
				for (const { store, close } of windows) {
					expect(names(store.inquiry).sort()).toEqual(wanted);
					close();
				}
				expect(browser.stored.size).toBe(0);
			}),
			{ numRuns: 150 }
		);
	});

	it('never meet themselves: one alone is asked nothing, however often it is loaded again', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.array(step, { minLength: 1, maxLength: 16 }),
				lines,
				delays,
				async (steps, faults, times) => {
					let [window] = openAll(1, faults, times);
					for (const { act, wait } of steps) {
						if (act === 'reload') {
							window.close();
							window = open();
						} else window.store.send(act);
						await vi.advanceTimersByTimeAsync(wait);
						expect(window.store.met).toEqual([]);
					}
					goodLine();
					await seconds(60);
					expect(window.store.met).toEqual([]);
					expect(window.store.inquiry).toEqual(server.inquiry);
					window.close();
				}
			),
			{ numRuns: 300 }
		);
	});

	it('come to agree, whatever is lost on the way', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.array(step, { minLength: 1, maxLength: 12 }),
				lines,
				delays,
				fc.boolean(),
				async (steps, faults, times, mine) => {
					const windows = openAll(3, faults, times);
					for (const { window, act, wait } of steps) {
						if (act === 'reload') {
							windows[window].close();
							windows[window] = open();
						} else {
							windows[window].store.send(act);
						}
						await vi.advanceTimersByTimeAsync(wait);
					}
					goodLine();
					for (let round = 0; round < 30; round++) {
						await seconds(10);
						for (const { store } of windows) if (store.met.length > 0) store.choose(mine ? 'mine' : 'theirs');
					}
					for (const { store, close } of windows) {
						expect(store.saving).toBe('saved');
						expect(store.met).toEqual([]);
						expect(store.inquiry).toEqual(server.inquiry);
						close();
					}
					// What one removed and another changed cannot be saved; it is kept apart and named.
					for (const [place, list] of browser.stored) {
						expect(place).toBe('oakmoss.refused.q');
						expect(said.filter((text) => text.startsWith('error: Not saved'))).not.toHaveLength(0);
						expect((JSON.parse(list) as unknown[]).length).toBeGreaterThan(0);
					}
				}
			),
			{ numRuns: 150 }
		);
	});
});
