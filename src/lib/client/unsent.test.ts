import { beforeEach, describe, expect, it, vi } from 'vitest';
import { BrowserInMemory } from './server.test-aid';
import { Unsent } from './unsent';

let browser: BrowserInMemory;

beforeEach(() => {
	browser = new BrowserInMemory();
	vi.stubGlobal('localStorage', browser.localStorage);
});

/** A window with its place; `end` closes it. */
function open(window: string) {
	const { navigator, close } = browser.window();
	vi.stubGlobal('navigator', navigator);
	const unsent = new Unsent<string>('kept.q', window);
	unsent.hold();
	return { unsent, end: close };
}

async function adoptedBy(unsent: Unsent<string>): Promise<string[]> {
	const found: string[] = [];
	await unsent.adopt((left) => void found.push(...left));
	return found;
}

describe('what a window could not send', () => {
	it('is left alone while that window is open, and taken over once when it is not', async () => {
		const first = open('one');
		await first.unsent.keep(['a', 'b']);
		const second = open('two');
		expect(await adoptedBy(second.unsent)).toEqual([]);
		first.end();
		expect(await adoptedBy(second.unsent)).toEqual(['a', 'b']);
		expect(await adoptedBy(open('three').unsent)).toEqual([]);
		expect(browser.stored.size).toBe(0);
	});

	it('is gone once it is sent', async () => {
		const { unsent } = open('one');
		await unsent.keep(['a']);
		await unsent.keep([]);
		expect(browser.stored.size).toBe(0);
	});

	it('is not mixed up with that of another inquiry, whose name begins alike', async () => {
		browser.localStorage.setItem('kept.q2 one', '["other"]');
		browser.localStorage.setItem('kept.q one', '["own"]');
		expect(await adoptedBy(open('two').unsent)).toEqual(['own']);
		expect([...browser.stored.keys()]).toEqual(['kept.q2 one']);
	});

	it('is found in the one place of an earlier release, and where a browser has no locks', async () => {
		browser.localStorage.setItem('kept.q', '["early"]');
		browser.localStorage.setItem('kept.q gone', '["left"]');
		vi.stubGlobal('navigator', {});
		const unsent = new Unsent<string>('kept.q', 'two');
		unsent.hold();
		expect(await adoptedBy(unsent)).toEqual(['early', 'left']);
	});

	it('is passed over where it cannot be read', async () => {
		browser.localStorage.setItem('kept.q one', '[not so');
		expect(await adoptedBy(open('two').unsent)).toEqual([]);
	});

	it('stays where it is until it has been taken', async () => {
		browser.localStorage.setItem('kept.q one', '["a"]');
		const { unsent } = open('two');
		await expect(
			unsent.adopt(() => {
				expect(browser.stored.has('kept.q one')).toBe(true);
				throw new Error('No room.');
			})
		).rejects.toThrow('No room.');
		expect(browser.stored.get('kept.q one')).toBe('["a"]');
	});
});
