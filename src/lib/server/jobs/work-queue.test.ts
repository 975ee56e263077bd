import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WorkQueue } from './work-queue';

describe('work that needs much room', () => {
	it('is done by turns of those who wait, each in their own order', async () => {
		const queue = new WorkQueue(1);
		const begun: string[] = [];
		const add = (by: string, id: string) =>
			queue.add({ id, by, run: async () => void begun.push(id), dropped: async () => {} });
		for (let i = 0; i < 5; i++) add('many', `m${i}`);
		add('few', 'f0');
		add('few', 'f1');
		expect(queue.countOf('many')).toBe(5);
		while (queue.ids().length > 0) await new Promise((resolve) => setImmediate(resolve));
		expect(begun).toEqual(['m0', 'f0', 'm1', 'f1', 'm2', 'm3', 'm4']);
		expect(queue.countOf('many')).toBe(0);
	});

	it('is done so many at a time, in order, each once; what is stopped while it waits is never begun', async () => {
		const piece = fc.record({ steps: fc.nat(4), fails: fc.boolean(), stop: fc.boolean() });
		await fc.assert(
			fc.asyncProperty(
				fc.array(piece, { maxLength: 12 }),
				fc.integer({ min: 1, max: 3 }),
				async (pieces, most) => {
					const queue = new WorkQueue(most);
					const begun: number[] = [];
					const ended: number[] = [];
					const dropped: number[] = [];
					let running = 0;
					pieces.forEach(({ steps, fails }, i) =>
						queue.add({
							id: String(i),
							by: 'one',
							run: async (stop) => {
								begun.push(i);
								expect(++running).toBeLessThanOrEqual(most);
								for (let step = 0; step < steps && !stop.aborted; step++) await Promise.resolve();
								running--;
								ended.push(i);
								if (fails) throw new Error('It went wrong.');
							},
							dropped: async () => void dropped.push(i)
						})
					);
					await Promise.all(pieces.flatMap(({ stop }, i) => (stop ? [queue.stop(String(i), 'why')] : [])));
					while (queue.ids().length > 0) await new Promise((resolve) => setImmediate(resolve));
					expect([...begun].sort((a, b) => a - b)).toEqual(begun);
					expect(new Set(ended)).toEqual(new Set(begun));
					expect([...begun, ...dropped].sort((a, b) => a - b)).toEqual(pieces.map((_, i) => i));
					for (const i of dropped) expect(pieces[i].stop).toBe(true);
				}
			)
		);
	});
});
