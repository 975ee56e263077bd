import { beforeEach, expect, it, vi } from 'vitest';
import { DurableText } from './durable-texts';

const stored = new Map<string, string>();
vi.mock('idb', () => ({
	openDB: () =>
		Promise.resolve({
			transaction: () => ({
				store: {
					put: (text: string, place: string) => void stored.set(place, text),
					delete: (place: string) => void stored.delete(place)
				},
				done: Promise.resolve()
			})
		})
}));
beforeEach(() => void vi.stubGlobal('indexedDB', {}));

it('has stored the last text whenever it says so, however soon one came after the other', async () => {
	for (let moments = 0; moments < 30; moments++) {
		const text = new DurableText('place');
		const first = text.set('one');
		for (let i = 0; i < moments; i++) await Promise.resolve();
		await text.set('two');
		expect([moments, stored.get('place')]).toEqual([moments, 'two']);
		await first;
		await text.set(undefined);
		expect(stored.has('place')).toBe(false);
	}
});
