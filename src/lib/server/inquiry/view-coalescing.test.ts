import fc from 'fast-check';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { withRequestCache } from '../request-cache';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { LOCAL_PERSON } from '../people';
import { changeInquiry } from './inquiry-changes';
import { createInquiry } from './inquiries';
import { loadInquiry } from './loading';
import { sharedView } from './view-coalescing';

let url: string;
let later = 0;
let id = '';
let asked = 0;
beforeAll(async () => {
	url = await migratedDatabase();
});
beforeEach(async () => {
	later = 0;
	const now = performance.now.bind(performance);
	vi.spyOn(performance, 'now').mockImplementation(() => now() + later);
	id = await createInquiry(LOCAL_PERSON, { id: `q${++asked}`, title: 'Quiet', question: '' });
});
afterEach(() => vi.restoreAllMocks());
afterAll(() => dropDatabase(url));

let made = 0;
const change = async () => {
	const name = `c${++made}`;
	return (await changeInquiry(LOCAL_PERSON, id, { kind: 'concept.add', id: name, name })).revision;
};
/** A view that says of which state it is, with how often that was worked out. */
const work = vi.fn(async () => (await loadInquiry(id)).revision);
const view = (knows?: number, name = 'view') => withRequestCache(knows, () => sharedView(id, name, work));

describe('a view that is worked out for all who ask within a second', () => {
	it('is worked out once for them, however many there are, and anew a second later', async () => {
		const revision = await change();
		work.mockClear();
		expect(await Promise.all(Array.from({ length: 20 }, () => view(revision)))).toEqual(
			Array(20).fill(revision)
		);
		later = 900;
		await view(revision);
		expect(work).toHaveBeenCalledTimes(1);
		later = 1_100;
		await view(revision);
		expect(work).toHaveBeenCalledTimes(2);
		// Another view is another one.
		await view(revision, 'other');
		expect(work).toHaveBeenCalledTimes(3);
	});

	it('is never older than what its asker knows, nor for whoever says nothing than what there is', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.array(fc.record({ what: fc.constantFrom('change', 'ask', 'many', 'strictly'), back: fc.nat(3) }), {
					minLength: 1,
					maxLength: 12
				}),
				async (steps) => {
					let revision = await change();
					for (const { what, back } of steps) {
						// Nobody knows more than there is.
						const knows = Array.from({ length: what === 'many' ? 5 : 1 }, (_, i) =>
							Math.max(0, revision - ((back + i) % 4))
						);
						if (what === 'change') revision = await change();
						else if (what === 'strictly') expect(await view()).toBe(revision);
						else {
							const asking = knows.map((one) => view(one));
							// One is made while they ask.
							const next = what === 'many' ? change() : undefined;
							for (const [i, got] of (await Promise.all(asking)).entries())
								expect(got).toBeGreaterThanOrEqual(knows[i]);
							if (next) revision = await next;
						}
					}
				}
			),
			{ numRuns: 15 }
		);
	});

	it('that failed is worked out again by the next', async () => {
		const revision = await change();
		work.mockRejectedValueOnce(new Error('away'));
		await expect(view(revision)).rejects.toThrow('away');
		expect(await view(revision)).toBe(revision);
	});
});
