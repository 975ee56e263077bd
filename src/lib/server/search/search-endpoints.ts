/** What can be asked of search. */
import * as v from 'valibot';
import { strategyFiles } from './searching';
import { endpoint } from '../endpoint';
import { ServiceError } from '../errors';
import {
	parseBody,
	searchBody,
	jointBody,
	pickPricesBody,
	limitCostBody,
	limitPricesBody,
	limitsBody,
	changePricesBody
} from './search-schema';
import { parseForIndex, searchIndex, strategyFile, strategyView, tryCommands } from './searching';
import { treeAnswer, apiSearch, foundAnswer, limitsAnswer } from './search-api';
import { costsOfLimit, limitsOfInquiry, setLimits } from './limits-for-all';
import { formsOfStem } from './stem-forms';
import { jointCount, pickPrices, limitPrices, changePrices } from './pricing';
import { trialBody } from '../inquiry';

export const searchEndpoints = [
	endpoint('POST /api/v1/indexes/[code]/parse', {
		action: 'read',
		summary:
			'The syntax tree of CQL whose headings, fields and values the index knows; 422 with position and expectation else',
		answer: treeAnswer,
		body: parseBody,
		run: async ({ person, params, body: { cql } }) => {
			try {
				return await parseForIndex(person, params.code, cql);
			} catch (error) {
				if (!(error instanceof ServiceError) || error.code !== 'cql') throw error;
				// Position and expectation stand at the top, where a script looks for them.
				const { message, details } = error;
				return Response.json(
					{ ...(details as object), error: { code: 'cql', message, details } },
					{ status: 422 }
				);
			}
		}
	}),
	endpoint('POST /api/v1/indexes/[code]/search', {
		action: 'read',
		summary: 'Searches an index by CQL; with yields, says what every part brings',
		answer: foundAnswer,
		body: searchBody,
		run: async ({ person, params, body }) => apiSearch(await searchIndex(person, params.code, body))
	}),
	endpoint('GET /api/v1/inquiries/[id]/strategies/[code].[format]', {
		action: 'read',
		files: strategyFiles,
		run: ({ person, params }) => strategyFile(person, params.id, params.code, params.format)
	}),
	endpoint('GET /indexes/[code]/forms', {
		action: 'read',
		query: v.object({ stem: v.optional(v.string(), '') }),
		run: ({ person, params, query }) => formsOfStem(person, params.code, query.stem)
	}),
	/** How many records carry all of some headings, and how many any. */
	endpoint('POST /indexes/[code]/joint', {
		action: 'read',
		body: jointBody,
		run: ({ person, params, body }) => jointCount(person, params.code, body.uris)
	}),
	/** What the switches of a pick would make it find; nothing is changed. */
	endpoint('POST /indexes/[code]/prices', {
		action: 'read',
		body: pickPricesBody,
		run: ({ person, params, body }) => pickPrices(person, params.code, body)
	}),
	endpoint('GET /inquiry/[id]/strategy/[code]', {
		action: 'read',
		run: ({ person, params }) => strategyView(person, params.id, params.code)
	}),
	/** The strategy as it would be with some commands, and what they would gain and lose. */
	endpoint('POST /inquiry/[id]/strategy/[code]', {
		action: 'read',
		body: trialBody,
		run: ({ person, params, body: { commands } }) => tryCommands(person, params.id, params.code, commands)
	}),
	endpoint('GET /api/v1/inquiries/[id]/limits', {
		action: 'read',
		summary: 'The limits that are set for all indexes, and where an index goes its own way',
		answer: limitsAnswer,
		run: ({ person, params }) => limitsOfInquiry(person, params.id)
	}),
	endpoint('PUT /api/v1/inquiries/[id]/limits', {
		action: 'change-inquiry',
		summary:
			'Sets just these limits for all, as one change that can be undone; an index that goes its own way keeps its own limit, or has none',
		answer: limitsAnswer,
		body: limitsBody,
		run: ({ person, params, body }) => setLimits(person, params.id, body)
	}),
	/** What a limit would cost in each index; nothing is changed. */
	endpoint('POST /inquiry/[id]/limits', {
		action: 'read',
		body: limitCostBody,
		run: ({ person, params, body: { limit } }) => costsOfLimit(person, params.id, limit)
	}),
	/** The values of a limit within what the strategy finds; nothing is carried out. */
	endpoint('POST /inquiry/[id]/strategy/[code]/limits', {
		action: 'read',
		body: limitPricesBody,
		run: ({ person, params, body: { tried, field } }) =>
			limitPrices(person, params.id, params.code, tried, field)
	}),
	/** What each of some changes would make the strategy find; nothing is carried out. */
	endpoint('POST /inquiry/[id]/strategy/[code]/prices', {
		action: 'read',
		body: changePricesBody,
		run: ({ person, params, body: { tried, each } }) =>
			changePrices(person, params.id, params.code, tried, each)
	})
];
