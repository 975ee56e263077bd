import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sayingWhatIsKnown } from './knowing';

beforeEach(() => {
	vi.useFakeTimers({ toFake: ['performance', 'setTimeout'] });
	vi.stubGlobal('location', new URL('http://oak.example/inquiry/q'));
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

function window() {
	const at = { id: 'q', revision: 7 };
	let answered: () => void = () => {};
	const own = vi.fn<typeof fetch>(
		(_, init) =>
			new Promise((resolve) => {
				if (!init?.method) resolve(new Response('{}'));
				else answered = () => resolve(new Response('{}'));
			})
	);
	const ask = sayingWhatIsKnown(own, () => at);
	const said = async (address: string, init?: RequestInit) => {
		await ask(address, init);
		return new Headers(own.mock.lastCall?.[1]?.headers).get('x-oakmoss-knows');
	};
	return { at, ask, said, answer: () => answered() };
}

describe('what a window says that it knows', () => {
	it('is the last change of the inquiry before it, with what is asked of that one alone', async () => {
		const { at, said } = window();
		expect(await said('/inquiry/q/facts')).toBe('7');
		at.revision = 8;
		expect(await said('http://oak.example/inquiry/q/report/__data.json')).toBe('8');
		expect(await said('/inquiry/q/facts', { headers: { 'x-oakmoss-as': 'ines' } })).toBe('8');
		expect(await said('/inquiry/quiet/facts')).toBeNull();
		expect(await said('/indexes/yarrow/sheet')).toBeNull();
	});

	it('is left unsaid while something that was sent is under way, and for longer than an answer is shared', async () => {
		const { ask, said, answer } = window();
		const sent = ask('/inquiry/q/runs', { method: 'POST' });
		expect(await said('/inquiry/q/facts')).toBeNull();
		vi.advanceTimersByTime(60_000);
		expect(await said('/inquiry/q/facts')).toBeNull();
		answer();
		await sent;
		vi.advanceTimersByTime(1_400);
		expect(await said('/inquiry/q/facts')).toBeNull();
		vi.advanceTimersByTime(200);
		expect(await said('/inquiry/q/facts')).toBe('7');
		// Of changes the window knows the last; to say where one is makes none.
		for (const kind of ['commands', 'undo', 'live']) void ask(`/inquiry/q/${kind}`, { method: 'POST' });
		expect(await said('/inquiry/q/facts')).toBe('7');
	});
});
