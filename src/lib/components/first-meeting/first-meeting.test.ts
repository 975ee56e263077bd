import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepHere, keptHere } from '../parts/kept-here';

const stored = new Map<string, string>();
beforeEach(() => {
	stored.clear();
	vi.resetModules();
	vi.stubGlobal('localStorage', {
		getItem: (name: string) => stored.get(name) ?? null,
		setItem: (name: string, text: string) => void stored.set(name, text)
	});
});
afterEach(() => vi.unstubAllGlobals());

describe('what a browser keeps', () => {
	it('is had again, and nothing else', () => {
		keepHere('a', { step: 3 });
		expect(keptHere('a', null)).toEqual({ step: 3 });
		expect(keptHere('b', 'else')).toBe('else');
		stored.set('a', 'not JSON');
		expect(keptHere('a', 'else')).toBe('else');
	});

	it('is nothing where it keeps nothing, without harm', () => {
		const refuse = () => {
			throw new DOMException('Not allowed.', 'SecurityError');
		};
		vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse });
		keepHere('a', 1);
		expect(keptHere('a', 'else')).toBe('else');
	});
});

describe('the first ten minutes', () => {
	it('go on where they were left, also on another day, and end at the last step', async () => {
		const { guide, STEPS } = await import('./guide.svelte');
		expect(guide.step).toBeNull();
		guide.go(0);
		guide.go(2);
		vi.resetModules();
		const { guide: again } = await import('./guide.svelte');
		expect(again.step).toBe(2);
		again.go(STEPS.length);
		expect(again.step).toBeNull();
		again.go(-1);
		expect(again.step).toBeNull();
	});

	it('lead to a place of the demo at every step, and say in a sentence what is to be seen there', async () => {
		const { GUIDED, STEPS } = await import('./guide.svelte');
		for (const { says, at } of STEPS) {
			expect(at({ id: GUIDED, index: 'alder' })).toMatch(/^\/inquiry\/quiet-rooms/);
			expect(says).toMatch(/\.$/);
			expect(says.length).toBeLessThan(160);
		}
	});
});

describe('the meaning of a word', () => {
	it('is told until it was read, here and later', async () => {
		const { ALL_TERMS, MEANINGS, readMeanings } = await import('./meanings.svelte');
		expect(ALL_TERMS.some((term) => readMeanings.isRead(term))).toBe(false);
		readMeanings.add(['fit']);
		expect(ALL_TERMS.filter((term) => readMeanings.isRead(term))).toEqual(['fit']);
		vi.resetModules();
		const again = (await import('./meanings.svelte')).readMeanings;
		expect(again.isRead('fit')).toBe(true);
		again.add(ALL_TERMS);
		expect(ALL_TERMS.every((term) => again.isRead(term))).toBe(true);
		// A sentence each, no more.
		for (const meaning of Object.values(MEANINGS)) expect(meaning.match(/\.(?=\s|$)/g)).toHaveLength(1);
	});
});
