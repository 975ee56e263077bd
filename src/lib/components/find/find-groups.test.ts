import { describe, expect, it } from 'vitest';
import type { FoundHere } from '$lib/server/find';
import { groupsOf, MOST_LINES, type FindContext, type FoundSoFar } from './find-groups';

const context: FindContext = {
	place: { id: 'q' },
	limit: 2,
	indexName: (code) => code.toUpperCase(),
	placeOfAbout: (about) => (about === 'cell/a/b' ? { says: 'a in B', at: '/there' } : undefined),
	conceptName: (id) => `concept ${id}`
};
const here: FoundHere = {
	concepts: [],
	words: [],
	notes: [],
	comments: [
		{ id: '1', about: 'cell/a/b', text: 'one' },
		{ id: '2', about: 'cell/gone/b', text: 'two' }
	],
	runs: [],
	totals: { concepts: 0, words: 0, notes: 0, comments: 2, runs: 0 }
};
const nobody = { people: [], affiliations: [], sources: [], funders: [] };
const none: FoundSoFar = {
	headings: [],
	records: { pooled: 0, of: [] },
	names: { ...nobody, totals: { people: 0, affiliations: 0, sources: 0, funders: 0 } },
	inquiry: { ...here, comments: [], totals: { ...here.totals, comments: 0 } },
	faults: {}
};

describe('what the word field has found', () => {
	it('leaves out groups that are empty, and says of others that they are looked for or cannot be asked', () => {
		expect(groupsOf('x', none, context)).toEqual([]);
		const two = groupsOf('x', { faults: { records: 'No.' }, names: none.names, inquiry: none.inquiry }, context);
		expect(two.map(({ name, isWaiting, fault }) => [name, isWaiting, fault])).toEqual([
			['Headings', true, undefined],
			['Records', false, 'No.']
		]);
	}); // prettier-ignore

	it('offers more only where there is more, and no more than can be shown', () => {
		const person = { name: 'Carys Okerlund', variants: [], of: [{ index: 'b', count: 3 }] };
		const names = (total: number) => ({ ...none.names, people: [person, person], totals: { people: total, affiliations: 0, sources: 0, funders: 0 } }) as FoundSoFar['names']; // prettier-ignore
		const hasMore = (total: number, limit = 2) => groupsOf('x', { ...none, names: names(total) }, { ...context, limit })[0].hasMore; // prettier-ignore
		expect([hasMore(2), hasMore(3), hasMore(300, MOST_LINES)]).toEqual([false, true, false]);
	});

	it('passes over comments on what is gone, which are not more either', () => {
		const [group] = groupsOf('x', { ...none, inquiry: here }, context);
		expect(group.lines.map(({ text, at }) => [text, at])).toEqual([['one', '/there']]);
		expect(group.hasMore).toBe(false);
	});
});
