/** What can be asked of browse. */
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { apiHeading, headingAnswer, belowAnswer, apiLookup, lookupAnswer } from './browse-api';
import { ServiceError } from '../errors';
import { headingSheet, headingsBelow, narrowerHeadings, recordsOfHeading } from './look-up';
import { lookupInIndex, spokenInIndexes } from './look-up-by-records';
import { lookupQuery, lanesQuery } from './look-up-schema';
import { hierarchyHolding, hierarchyTo, rollPlaceOf, rollWindow } from './displays';
import { countsWithNarrower } from './heading-counts';
import { chosenIndexes } from '../inquiry';

const whole = v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number));

const headingNamed = v.object({ heading: v.optional(v.string(), '') });

export const browseEndpoints = [
	endpoint('GET /api/v1/indexes/[code]/headings', {
		action: 'read',
		summary: 'A heading by its URI',
		about: { uri: 'URI of the heading' },
		answer: headingAnswer,
		query: v.object({ uri: v.fallback(v.string(), '') }),
		run: async ({ person, params, query: { uri } }) => {
			if (!uri) throw new ServiceError(400, 'uri-needed', 'Name the heading with ?uri=….');
			return apiHeading(await headingSheet(person, params.code, uri));
		}
	}),
	endpoint('GET /api/v1/indexes/[code]/headings/[id]', {
		action: 'read',
		summary: 'A heading',
		answer: headingAnswer,
		run: async ({ person, params }) => apiHeading(await headingSheet(person, params.code, params.id))
	}),
	endpoint('GET /api/v1/indexes/[code]/headings/[id]/narrower', {
		action: 'read',
		summary: 'Every distinct heading below, at its least depth',
		about: { depth: '“all” or a number from 1' },
		answer: belowAnswer,
		query: v.object({
			depth: v.optional(
				v.pipe(v.string(), v.regex(/^(all|[1-9]\d{0,3})$/, 'The depth is “all” or a number from 1.')),
				'all'
			)
		}),
		run: ({ person, params, query: { depth } }) =>
			headingsBelow(person, params.code, params.id, depth === 'all' ? Infinity : Number(depth))
	}),
	endpoint('GET /api/v1/indexes/[code]/lookup', {
		action: 'read',
		summary:
			'Headings that match a word, by their labels and by what records say, best first, each with the reasons',
		about: {
			q: 'The word, up to 500 characters',
			limit: 'At most so many, 1 to 100',
			with: 'labels: records are left out'
		},
		answer: lookupAnswer,
		query: lookupQuery,
		run: async ({ person, params, query: { q, limit, with: only } }) => {
			return apiLookup(q, await lookupInIndex(person, params.code, q, limit, only !== 'labels'));
		}
	}),
	endpoint('GET /indexes/[code]/hierarchy', {
		action: 'read',
		query: v.object({
			depth: v.optional(v.pipe(v.string(), v.regex(/^\d{1,2}$/), v.transform(Number)), '1'),
			holding: v.optional(v.pipe(v.string(), v.maxLength(200)))
		}),
		run: ({ person, params, query: { depth, holding } }) =>
			holding === undefined
				? hierarchyTo(person, params.code, depth)
				: hierarchyHolding(person, params.code, holding)
	}),
	endpoint('GET /indexes/[code]/narrower', {
		action: 'read',
		query: headingNamed,
		run: ({ person, params, query }) => narrowerHeadings(person, params.code, query.heading)
	}),
	endpoint('GET /indexes/[code]/records-of', {
		action: 'read',
		query: headingNamed,
		run: ({ person, params, query }) => recordsOfHeading(person, params.code, query.heading)
	}),
	endpoint('GET /indexes/[code]/roll', {
		action: 'read',
		query: v.object({
			kind: v.picklist(['alphabetical', 'permuted']),
			typed: v.optional(v.pipe(v.string(), v.maxLength(200))),
			from: v.optional(whole, '0'),
			count: v.optional(v.pipe(whole, v.maxValue(1_000)), '200')
		}),
		run: ({ person, params, query: { kind, typed, from, count } }) =>
			typed === undefined
				? rollWindow(person, params.code, kind, from, count)
				: rollPlaceOf(person, params.code, kind, typed)
	}),
	endpoint('GET /indexes/[code]/sheet', {
		action: 'read',
		query: headingNamed,
		run: ({ person, params, query }) => headingSheet(person, params.code, query.heading)
	}),
	endpoint('GET /indexes/[code]/with-narrower', {
		action: 'read',
		query: v.object({ headings: v.pipe(v.string(), v.maxLength(20_000)) }),
		run: ({ person, params, query }) => countsWithNarrower(person, params.code, query.headings.split('\n'))
	}),
	/** What the records of the chosen indexes say of what was typed. */
	endpoint('GET /inquiry/[id]/lanes/records', {
		action: 'read',
		query: lanesQuery,
		run: async ({ person, params, query: { q } }) => {
			const codes = await chosenIndexes(person, params.id);
			return spokenInIndexes(person, codes, q);
		}
	})
];
