import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { withRequestCache } from '../request-cache';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { LOCAL_PERSON } from '../people';
import { changeInquiry } from './inquiry-changes';
import { createInquiry } from './inquiries';
import { loadInquiry } from './loading';
import { coalescedView } from './view-coalescing';

let url: string;
let id = '';
let asked = 0;
beforeAll(async () => {
	url = await migratedDatabase();
});
beforeEach(async () => {
	work.mockClear();
	id = await createInquiry(LOCAL_PERSON, { id: `q${++asked}`, title: 'Quiet', question: '' });
});
afterAll(() => dropDatabase(url));

let made = 0;
const change = async () => {
	const name = `c${++made}`;
	return (await changeInquiry(LOCAL_PERSON, id, { kind: 'concept.add', id: name, name })).revision;
};
/** A view that says of which state it is. */
const work = vi.fn(async () => (await loadInquiry(id)).revision);
/** Asks as a request does that has read the inquiry before, to see who may read it. */
const view = (name = 'view') =>
	withRequestCache(async () => {
		await loadInquiry(id);
		return coalescedView(id, name, work);
	});

describe('a view that several ask for at the same time', () => {
	it('is worked out for the first, and once more for all who came meanwhile; another one apart', async () => {
		const revision = await change();
		const together = Array.from({ length: 20 }, () => coalescedView(id, 'view', work));
		expect(await Promise.all(together)).toEqual(Array(20).fill(revision));
		expect(work).toHaveBeenCalledTimes(2);
		await Promise.all([view(), view('other')]);
		expect(work).toHaveBeenCalledTimes(4);
	});

	it('is never of an earlier state than when it was asked for, whoever asks while whatever is changed', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.array(fc.record({ asks: fc.nat(4), ends: fc.boolean() }), { minLength: 1, maxLength: 10 }),
				async (steps) => {
					let revision = await change();
					const open: Promise<void>[] = [];
					for (const { asks, ends } of steps) {
						const known = revision;
						for (let i = 0; i < asks; i++)
							open.push(view().then((got) => expect(got).toBeGreaterThanOrEqual(known)));
						revision = await change();
						if (ends) await Promise.all(open.splice(0));
					}
					await Promise.all(open);
					expect(await view()).toBe(revision);
				}
			),
			{ numRuns: 15 }
		);
	});

	it('that failed is worked out again for those who came meanwhile, and for the next', async () => {
		const revision = await change();
		work.mockRejectedValueOnce(new Error('away'));
		const [first, meanwhile] = [coalescedView(id, 'view', work), coalescedView(id, 'view', work)];
		await expect(first).rejects.toThrow('away');
		expect(await meanwhile).toBe(revision);
		expect(await view()).toBe(revision);
	});
});
