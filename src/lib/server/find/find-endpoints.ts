/** What can be asked of the word field. */
import { endpoint } from '../endpoint';
import { apiFound, findAnswer } from './find-api';
import { find, findGroup } from './find';
import { findQuery, groupQuery } from './find-schema';

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
	})
];
