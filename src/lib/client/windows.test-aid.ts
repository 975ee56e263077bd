/** Windows of one browser on one inquiry, over lines that fail: what must hold whatever server they are on. */
import fc from 'fast-check';
import { expect, vi } from 'vitest';
import type { Command, Inquiry } from '../../core/crosswalk';
import { BrowserInMemory, Line, type Fate } from './server.test-aid';
import { SyncQueue, type Loaded, type News, type Pace, type Refusal, type Transport } from './sync';
import { Unsent } from './unsent';

/** A server with a new inquiry, and the time it goes by. */
export interface Stage {
	transport: Transport;
	/** What stands on the server. */
	load(): Promise<Loaded>;
	/** Lets so many of its milliseconds pass. */
	pass(milliseconds: number): Promise<void>;
	/** How the line takes its time. */
	wait(milliseconds: number): Promise<void>;
	pace?: Pace;
	/** Where windows are told of changes as they happen: hands them on until it is called off. */
	listen?(hear: (news: News) => void): () => void;
}

export interface Window {
	queue: SyncQueue;
	/** What was refused it for good. */
	refused: { command: Command; refusal: Refusal }[];
	/** What it was told of others. */
	heard: string[];
	close(): void;
}

export class Play {
	readonly browser = new BrowserInMemory();
	readonly line: Line;
	/** How long what is told takes to come, in milliseconds, one by one; nothing for what never comes. Afterwards 5. */
	tellings: (number | undefined)[] = [];
	private opened = 0;

	constructor(readonly stage: Stage) {
		this.line = new Line(stage.transport, (milliseconds) => stage.wait(milliseconds));
		vi.stubGlobal('localStorage', this.browser.localStorage);
	}

	/** Opens the inquiry as it stands on the server in a window. */
	async open(): Promise<Window> {
		const loaded = await this.stage.load();
		const own = this.browser.window();
		vi.stubGlobal('navigator', own.navigator);
		const client = `window ${++this.opened}`;
		const refused: Window['refused'] = [];
		const heard: string[] = [];
		const queue = new SyncQueue(
			loaded,
			client,
			this.line,
			new Unsent('unsent.q', client),
			{
				changed: () => {},
				shown: () => {},
				elsewhere: ({ summary }) => void heard.push(summary),
				refused: ({ command }, refusal) => void refused.push({ command, refusal })
			},
			this.stage.pace
		);
		queue.start();
		// What is told comes in its order.
		let order: Promise<unknown> = Promise.resolve();
		const silence = this.stage.listen?.((news) => {
			const delay = this.tellings.length > 0 ? this.tellings.shift() : 5;
			if (delay !== undefined)
				order = Promise.all([order, this.stage.wait(delay)]).then(() => queue.hear([news]));
		});
		const close = () => {
			silence?.();
			queue.stop();
			own.close();
		};
		return { queue, refused, heard, close };
	}

	async openAll(count: number): Promise<Window[]> {
		const windows: Window[] = [];
		while (windows.length < count) windows.push(await this.open());
		return windows;
	}

	/** From here on everything gets through, until all windows show what stands on the server. */
	async settle(windows: readonly Window[], choose?: 'mine' | 'theirs'): Promise<Inquiry> {
		Object.assign(this.line, { fates: [], delays: [] });
		this.tellings = [];
		for (let round = 0; round < 120; round++) {
			await this.stage.pass(5_000);
			const { revision, inquiry } = await this.stage.load();
			for (const { queue } of windows) if (choose && queue.met.length > 0) queue.choose(choose);
			const isQuiet = windows.every(
				({ queue }) =>
					!queue.waits && queue.saving === 'saved' && queue.revision === revision && queue.met.length === 0
			);
			if (isQuiet) return inquiry;
		}
		throw new Error('The windows did not come to rest.');
	}
}

export const give = ({ queue }: Window, command: Command) => queue.push(command, () => command.kind);
export const added = (id: string, name = id): Command => ({ kind: 'concept.add', id, name });
export const renamed = (id: string, name: string): Command => ({ kind: 'concept.set', id, name });
export const namesIn = ({ concepts }: Inquiry) =>
	Object.values(concepts)
		.map(({ name }) => name)
		.sort();

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
const fates = fc.array(fc.constantFrom<Fate>('good', 'good', 'good', 'away', 'lost'), { maxLength: 40 });
const delays = fc.array(fc.nat({ max: 900 }), { maxLength: 40 });
const tellings = fc.array(fc.option(fc.nat({ max: 2_000 }), { nil: undefined, freq: 3 }), { maxLength: 60 });
const additions = fc.array(fc.record({ window, wait, reload: fc.boolean() }), {
	minLength: 1,
	maxLength: 12
});

/** Nothing that was done in any window is forgotten, and nothing is done twice. */
export async function nothingIsLost(begin: () => Promise<Stage>, numRuns: number): Promise<void> {
	await fc.assert(
		fc.asyncProperty(additions, fates, delays, tellings, async (steps, faults, times, told) => {
			const play = new Play(await begin());
			const windows = await play.openAll(3);
			Object.assign(play.line, { fates: [...faults], delays: [...times] });
			play.tellings = [...told];
			for (const [i, { window, wait, reload }] of steps.entries()) {
				expect(give(windows[window], added(`c${i}`, `concept ${i}`))).toBe(true);
				await play.stage.pass(wait);
				if (!reload) continue;
				windows[window].close();
				windows[window] = await play.open();
			}
			const stands = await play.settle(windows);
			const wanted = steps.map((_, i) => `concept ${i}`).sort();
			expect(namesIn(stands)).toEqual(wanted);
			expect((await play.stage.load()).revision).toBe(steps.length);
			for (const { queue, refused, close } of windows) {
				expect(queue.inquiry).toEqual(stands);
				expect(refused).toEqual([]);
				close();
			}
			expect(play.browser.stored.size).toBe(0);
		}),
		{ numRuns }
	);
}

/** A window that is alone is asked nothing and told of nobody, however often it is loaded again. */
export async function nobodyMeetsThemselves(begin: () => Promise<Stage>, numRuns: number): Promise<void> {
	const steps = fc.array(step, { minLength: 1, maxLength: 16 });
	await fc.assert(
		fc.asyncProperty(steps, fates, delays, tellings, async (steps, faults, times, told) => {
			const play = new Play(await begin());
			let [window] = await play.openAll(1);
			Object.assign(play.line, { fates: [...faults], delays: [...times] });
			play.tellings = [...told];
			for (const { act, wait } of steps) {
				if (act === 'reload') {
					window.close();
					window = await play.open();
				} else
					try {
						give(window, act);
					} catch {
						// What cannot be done is refused at once, and nothing is sent.
					}
				await play.stage.pass(wait);
				expect(window.queue.met).toEqual([]);
			}
			const stands = await play.settle([window]);
			expect(window.queue.inquiry).toEqual(stands);
			expect(window.heard).toEqual([]);
			window.close();
		}),
		{ numRuns }
	);
}

/** Windows come to show the same, whatever is lost on the way and whichever side is chosen where two meet. */
export async function allComeToAgree(begin: () => Promise<Stage>, numRuns: number): Promise<void> {
	const steps = fc.array(step, { minLength: 1, maxLength: 12 });
	const side = fc.constantFrom('mine' as const, 'theirs' as const);
	await fc.assert(
		fc.asyncProperty(steps, fates, delays, tellings, side, async (steps, faults, times, told, side) => {
			const play = new Play(await begin());
			const windows = await play.openAll(3);
			Object.assign(play.line, { fates: [...faults], delays: [...times] });
			play.tellings = [...told];
			for (const { window, act, wait } of steps) {
				if (act === 'reload') {
					windows[window].close();
					windows[window] = await play.open();
				} else
					try {
						give(windows[window], act);
					} catch {
						// As above.
					}
				await play.stage.pass(wait);
			}
			const stands = await play.settle(windows, side);
			for (const { queue, close } of windows) {
				expect(queue.inquiry).toEqual(stands);
				close();
			}
			expect(play.browser.stored.size).toBe(0);
		}),
		{ numRuns }
	);
}
