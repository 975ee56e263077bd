import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CommandError, emptyInquiry } from '$core/crosswalk';
import { ServerInMemory, type Fate } from './server.test-aid';
import { added, allComeToAgree, give, namesIn, nobodyMeetsThemselves, nothingIsLost, Play, renamed, type Stage } from './windows.test-aid'; // prettier-ignore

let server: ServerInMemory;

function begin(): Promise<Stage> {
	vi.clearAllTimers();
	server = new ServerInMemory(emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: [] }));
	return Promise.resolve({
		transport: server,
		load: () =>
			Promise.resolve({ inquiry: server.inquiry, revision: server.revision, undo: null, redo: null }),
		pass: (milliseconds) => vi.advanceTimersByTimeAsync(milliseconds).then(() => {}),
		wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds))
	});
}

/** The same, and windows are told of what happens as it happens, late or never as it may be. */
const beginHeard = async (): Promise<Stage> => ({
	...(await begin()),
	listen: (hear) => {
		server.listening.add(hear);
		return () => server.listening.delete(hear);
	}
});

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const seconds = (count: number) => vi.advanceTimersByTimeAsync(count * 1_000);
const away = (count: number) => Array<Fate>(count).fill('away');

describe('commands on their way', () => {
	it('count at once here, and soon on the server', async () => {
		const play = new Play(await begin());
		const window = await play.open();
		give(window, added('c', 'noise'));
		expect(namesIn(window.queue.inquiry)).toEqual(['noise']);
		expect(namesIn(server.inquiry)).toEqual([]);
		expect(window.queue.saving).toBe('saving');
		await seconds(1);
		expect(namesIn(server.inquiry)).toEqual(['noise']);
		expect(window.queue.saving).toBe('saved');
		expect(play.browser.stored.size).toBe(0);
	});

	it('that cannot be carried out are refused at once, and nothing is sent', async () => {
		const window = await new Play(await begin()).open();
		expect(() => give(window, renamed('none', 'x'))).toThrow(CommandError);
		await seconds(1);
		expect(server.log).toEqual([]);
	});

	it('that cannot be sent are kept, over a reload too, and sent when the server is back', async () => {
		const play = new Play(await begin());
		const first = await play.open();
		play.line.fates = away(10);
		give(first, added('c', 'noise'));
		give(first, renamed('c', 'sound'));
		await seconds(1);
		expect(first.queue.saving).toBe('waiting');
		first.close();
		play.line.fates = [];
		const again = await play.open();
		await seconds(0.1);
		expect(namesIn(again.queue.inquiry)).toEqual(['sound']);
		await seconds(10);
		expect(namesIn(server.inquiry)).toEqual(['sound']);
		expect(play.browser.stored.size).toBe(0);
	});

	it('go on being sent after the screen was left', async () => {
		const play = new Play(await begin());
		const window = await play.open();
		play.line.fates = away(3);
		give(window, added('c', 'noise'));
		window.queue.leave();
		await seconds(20);
		expect(namesIn(server.inquiry)).toEqual(['noise']);
	});

	it('that arrived although their answer was lost are not carried out again', async () => {
		const play = new Play(await begin());
		const window = await play.open();
		play.line.fates = ['lost'];
		give(window, added('c', 'noise'));
		await seconds(10);
		expect(server.log).toHaveLength(1);
		expect(window.queue.saving).toBe('saved');
		expect(window.refused).toEqual([]);
	});

	it('meet what another window did to the same thing, and what is chosen is done', async () => {
		const play = new Play(await begin());
		const windows = await play.openAll(2);
		give(windows[0], added('c', 'noise'));
		await seconds(6);
		for (const [side, name] of [
			['mine', 'hum'],
			['theirs', 'buzz']
		] as const) {
			give(windows[0], renamed('c', name));
			give(windows[1], renamed('c', `not ${name}`));
			await seconds(1);
			const met = windows.filter(({ queue }) => queue.met.length > 0);
			expect(met).toHaveLength(1);
			const [{ queue }] = met;
			expect(queue.met[0].collisions[0]).toMatchObject({ part: 'name' });
			const wanted = queue.met[0].collisions[0][side === 'mine' ? 'yours' : 'theirs'];
			queue.choose(side);
			await seconds(6);
			expect(namesIn(server.inquiry)).toEqual([wanted]);
			for (const { queue } of windows) expect(namesIn(queue.inquiry)).toEqual([wanted]);
		}
	});

	it('do not meet what was sent just before the page was loaded again', async () => {
		const play = new Play(await begin());
		const first = await play.open();
		// It is on its way when the page goes, and arrives before the page that comes next sends it again.
		play.line.delays = [20, 300];
		give(first, added('c', 'noise'));
		first.close();
		const again = await play.open();
		await vi.advanceTimersByTimeAsync(1);
		expect(give(again, renamed('c', 'hum'))).toBe(true);
		await seconds(10);
		expect(again.queue.met).toEqual([]);
		expect(server.log).toHaveLength(2);
		expect(namesIn(server.inquiry)).toEqual(['hum']);
	});

	it('that are refused for good are told, and what comes after goes on', async () => {
		const window = await new Play(await begin()).open();
		server.failing = ({ command }) => command.kind === 'concept.add' && command.id === 'c1';
		give(window, added('c1', 'noise'));
		await seconds(1);
		expect(namesIn(window.queue.inquiry)).toEqual([]);
		give(window, added('c1', 'noise'));
		give(window, added('c2', 'rest'));
		await seconds(10);
		expect(namesIn(server.inquiry)).toEqual(['rest']);
		expect(namesIn(window.queue.inquiry)).toEqual(['rest']);
		expect(window.queue.saving).toBe('saved');
		const refusal = { command: { id: 'c1' }, refusal: { code: 'unexpected' } };
		expect(window.refused).toMatchObject([refusal, refusal]);
	});

	it('of two windows of one browser are kept apart, and one that comes later takes up both', async () => {
		const play = new Play(await begin());
		const [one, other] = await play.openAll(2);
		play.line.fates = away(20);
		give(one, added('c1', 'noise'));
		give(other, added('c2', 'rest'));
		await seconds(1);
		one.close();
		other.close();
		play.line.fates = [];
		const again = await play.open();
		await seconds(10);
		expect(namesIn(server.inquiry)).toEqual(['noise', 'rest']);
		expect(server.log).toHaveLength(2);
		expect(namesIn(again.queue.inquiry)).toEqual(['noise', 'rest']);
	});
});

describe('windows on one inquiry', () => {
	it('forget nothing that was done in any of them, and do nothing twice', async () => {
		await nothingIsLost(begin, 75);
		await nothingIsLost(beginHeard, 75);
	});
	it('never meet themselves', async () => {
		await nobodyMeetsThemselves(begin, 150);
		await nobodyMeetsThemselves(beginHeard, 150);
	});
	it('come to agree where two make the same change at once', async () => {
		const play = new Play(await begin());
		const [one, other] = await play.openAll(2);
		give(one, added('c0'));
		await play.stage.pass(6_000);
		give(one, renamed('c0', 'rest'));
		give(other, renamed('c0', 'rest'));
		const stands = await play.settle([one, other]);
		expect([one.queue.inquiry, other.queue.inquiry]).toEqual([stands, stands]);
		expect(namesIn(other.queue.inquiry)).toEqual(['rest']);
		one.close();
		other.close();
	});

	it('come to agree, whatever is lost on the way', async () => {
		await allComeToAgree(begin, 75);
		await allComeToAgree(beginHeard, 75);
	});
	it('show what they are told of at once, and ask for nothing', async () => {
		const play = new Play(await beginHeard());
		const [here, there] = await play.openAll(2);
		const asked = vi.spyOn(server, 'changesSince');
		for (let i = 0; i < 5; i++) {
			give(here, added(`c${i}`));
			await vi.advanceTimersByTimeAsync(100);
			give(there, added(`d${i}`));
			await vi.advanceTimersByTimeAsync(100);
			expect(namesIn(there.queue.inquiry)).toContain(`c${i}`);
			expect(namesIn(here.queue.inquiry)).toContain(`d${i}`);
		}
		expect(asked).not.toHaveBeenCalled();
		expect(here.heard).toHaveLength(5);
		// What was not told is asked for as soon as what follows it is.
		play.tellings = [undefined, undefined, 5, 5];
		give(here, added('lost'));
		await vi.advanceTimersByTimeAsync(100);
		expect(namesIn(there.queue.inquiry)).not.toContain('lost');
		give(here, added('told'));
		await vi.advanceTimersByTimeAsync(100);
		expect(namesIn(there.queue.inquiry)).toEqual(expect.arrayContaining(['lost', 'told']));
		expect(asked).toHaveBeenCalledOnce();
	});
});
