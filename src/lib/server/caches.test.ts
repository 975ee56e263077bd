import { expect, it } from 'vitest';
import { Cache } from './caches';

it('remembers what was asked for last, makes nothing twice at once, and forgets what failed', async () => {
	let made = 0;
	const make = () => Promise.resolve(++made);
	const lately = new Cache<number>(2);
	expect(await Promise.all([lately.of('a', make), lately.of('a', make)])).toEqual([1, 1]);
	await lately.of('b', make);
	await lately.of('a', make);
	await lately.of('c', make);
	expect(made).toBe(3);
	// “b” was not asked for longest.
	expect(await lately.of('a', make)).toBe(1);
	expect(await lately.of('b', make)).toBe(4);
	await expect(lately.of('d', () => Promise.reject(new Error('no')))).rejects.toThrow('no');
	expect(await lately.of('d', make)).toBe(5);
});
