/** What can be asked of keeping. */
import { endpoint } from '../endpoint';
import {
	apiRepair,
	repairsAnswer,
	repairedAnswer,
	apiWatch,
	watchesAnswer,
	watchAnswer,
	newsAnswer
} from './keeping-api';
import { repairsFor, leaveRepair, takeRepair, countRepairs } from './repairs';
import { repairBody, newWatch, differenceQuery, watchChange } from './keeping-schema';
import {
	listWatches,
	makeWatch,
	removeWatch,
	findsOf,
	lookNow,
	changeWatch,
	looked,
	watchResult
} from './watches';
import { removed } from '../answer-schema';
import { deliver } from './feed';
import { differenceCsv } from './differences';
import { askedOf } from '../reading';
import { atomFeed } from './watch-news';

export const keepingEndpoints = [
	endpoint('GET /api/v1/inquiries/[id]/repairs', {
		action: 'read',
		summary: 'What later editions touch in the crosswalk, with what is proposed for it',
		answer: repairsAnswer,
		run: async ({ person, params }) => (await repairsFor(person, params.id)).map(apiRepair)
	}),
	endpoint('POST /api/v1/inquiries/[id]/repairs/[repair]', {
		action: 'change-inquiry',
		summary: 'Takes a repair; with `leave` and a reason, leaves what it is for as it is',
		answer: repairedAnswer,
		body: repairBody,
		isBodyOptional: true,
		run: async ({ person, body, params: { id, repair } }) => {
			const { leave } = body ?? {};
			const { revision, summary } =
				leave === undefined
					? await takeRepair(person, id, repair)
					: await leaveRepair(person, id, repair, leave);
			return { revision, summary };
		}
	}),
	endpoint('GET /api/v1/watches', {
		action: 'read',
		summary: 'The watches',
		answer: watchesAnswer,
		run: async ({ person }) => (await listWatches(person)).map(apiWatch)
	}),
	endpoint('POST /api/v1/watches', {
		action: 'work',
		status: 201,
		summary:
			'Watches the strategy of an inquiry in an index, all its strategies as a pooled list, or CQL in an index',
		answer: watchAnswer,
		body: newWatch,
		run: async ({ person, body }) => apiWatch(await makeWatch(person, body))
	}),
	endpoint('DELETE /api/v1/watches/[id]', {
		action: 'work',
		summary: 'Removes a watch with what it found; what stands on reading lists stays',
		answer: removed,
		run: async ({ person, params }) => {
			await removeWatch(person, params.id);
			return { removed: params.id };
		}
	}),
	endpoint('GET /api/v1/watches/[id]/new', {
		action: 'read',
		summary: 'Records that a watch found and nobody has looked at, latest first',
		answer: newsAnswer,
		run: async ({ person, params }) => ({
			records: (await findsOf(person, params.id, { unlooked: true })).map(
				({ index, id, title, year, foundAt }) => ({ index, id, title, year, foundAt })
			)
		})
	}),
	endpoint('POST /indexes/[code]/deliver', {
		action: 'change-indexes',
		run: ({ person, params }) => deliver(person, params.code)
	}),
	endpoint('GET /indexes/[code]/editions/difference.csv', {
		action: 'read',
		query: differenceQuery,
		run: async ({ person, query, params: { code } }) => {
			const { from = '', to = '' } = query;
			return new Response(await differenceCsv(person, code, from, to), {
				headers: {
					'content-type': 'text/csv; charset=utf-8',
					'content-disposition': `attachment; filename="${code}-difference.csv"`
				}
			});
		}
	}),
	endpoint('GET /inquiry/[id]/repairs', {
		action: 'read',
		run: async ({ person, params }) => ({ repairs: await countRepairs(person, params.id) })
	}),
	endpoint('POST /inquiry/[id]/watches', {
		action: 'change-inquiry',
		status: 201,
		body: newWatch,
		run: ({ person, params, body }) => makeWatch(person, { ...body, inquiry: params.id })
	}),
	/** Has the watches look now. */
	endpoint('PUT /inquiry/[id]/watches', {
		action: 'change-inquiry',
		run: async ({ person }) => ({ found: await lookNow(person) })
	}),
	endpoint('PATCH /inquiry/[id]/watches/[watch]', {
		action: 'change-inquiry',
		body: watchChange,
		run: ({ person, params, body }) => changeWatch(person, params.watch, body)
	}),
	/** What was found has been looked at. */
	endpoint('POST /inquiry/[id]/watches/[watch]', {
		action: 'change-inquiry',
		run: async ({ person, params }) => {
			await looked(person, params.watch);
			return { looked: params.watch };
		}
	}),
	endpoint('DELETE /inquiry/[id]/watches/[watch]', {
		action: 'change-inquiry',
		run: async ({ person, params }) => {
			await removeWatch(person, params.watch);
			return { removed: params.watch };
		}
	}),
	/** Watches for what the result that the address names was found by. */
	endpoint('POST /inquiry/[id]/watches/of/[code]', {
		action: 'change-inquiry',
		status: 201,
		run: ({ person, params, url }) => watchResult(person, params.id, params.code, askedOf(url))
	}),
	endpoint('GET /watches/[key]/feed.atom', {
		action: 'open',
		run: async ({ params }) =>
			new Response(await atomFeed(params.key), {
				headers: { 'content-type': 'application/atom+xml; charset=utf-8', 'cache-control': 'no-cache' }
			})
	})
];
