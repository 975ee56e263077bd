/** What can be asked of the word field. */
import { endpoint } from '../endpoint';
import { apiFound, findAnswer } from './find-api';
import { find, findGroup } from './find';
import { findQuery, groupQuery } from './find-schema';
import { addRecent, deleteRecent, listRecent, putTogether, recentCounts } from './recent';
import { recentCountsBody, recentEntry, recentQuery, togetherBody } from './recent-schema';

export const findEndpoints = [
	endpoint('GET /api/v1/find', {
		action: 'read',
		summary:
			'Whatever is typed, in several indexes at once: headings, records that say it, people, places, sources, funders, and what an inquiry says',
		about: {
			q: 'What is typed, up to 500 characters',
			indexes: 'Codes of indexes, parted by commas; those of the inquiry, else all, without it',
			inquiry: 'An inquiry, whose concepts, words, notes, comments and runs are found too',
			limit: 'At most so many of each group, 1 to 50'
		},
		answer: findAnswer,
		query: findQuery,
		run: async ({ person, query: { q, indexes, inquiry, limit } }) =>
			apiFound(q, await find(person, { q, indexes: indexes?.split(',').filter(Boolean), inquiry, limit }))
	}),
	/** One group of what the word field finds; each comes as soon as it is there. */
	endpoint('GET /inquiry/[id]/find', {
		action: 'read',
		query: groupQuery,
		run: ({ person, params, query }) => findGroup(person, params.id, query)
	}),
	/** What this person looked at lately, newest first. */
	endpoint('GET /inquiry/[id]/recent/entries', {
		action: 'take-part',
		run: ({ person, params }) => listRecent(person, params.id)
	}),
	endpoint('POST /inquiry/[id]/recent/entries', {
		action: 'take-part',
		body: recentEntry,
		run: ({ person, params, body }) => addRecent(person, params.id, body)
	}),
	endpoint('DELETE /inquiry/[id]/recent/entries', {
		action: 'take-part',
		query: recentQuery,
		run: async ({ person, params, query }) => {
			await deleteRecent(person, params.id, query.key);
			return {};
		}
	}),
	endpoint('POST /inquiry/[id]/recent/counts', {
		action: 'read',
		body: recentCountsBody,
		run: ({ person, params, body: { entries } }) => recentCounts(person, params.id, entries)
	}),
	/** Two put together as one text; nothing is kept. */
	endpoint('POST /inquiry/[id]/recent/together', {
		action: 'read',
		body: togetherBody,
		run: ({ person, params, body: { how, entries } }) => putTogether(person, params.id, how, entries)
	})
];
