/** What may be asked of a search. */
import * as v from 'valibot';
import { LONGEST_CQL } from '../../../core/search';
import { heading, limitField, limitSetting, many, text } from '../input-schema';
import { trialBody } from '../inquiry';
import { ServiceError } from '../errors';
import type { Opening } from './openings';
import { SORTS } from './ranking';

const limits = v.pipe(v.array(limitSetting), v.maxLength(50));
/** Limits for all, and where indexes go their own way. */
export const limitsBody = v.strictObject({
	all: limits,
	own: v.optional(v.record(v.pipe(v.string(), v.maxLength(100)), many(limitField)), {})
});
export const limitCostBody = v.object({ limit: limitSetting });

/** A search through the public API. */
export const searchBody = v.object({
	cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)),
	limits: v.optional(limits, []),
	offset: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0)), 0),
	limit: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000)), 20),
	sort: v.optional(v.picklist(SORTS)),
	yields: v.optional(v.boolean(), false)
});

export const parseBody = v.object({ cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)) });

const headings = v.pipe(v.array(heading), v.minLength(1), v.maxLength(20));

/** A pick as it stands, and the aspects and branches whose price is asked for. */
export const pickPricesBody = v.object({
	test: v.object({
		headings,
		withNarrower: v.boolean(),
		cuts: many(heading),
		chief: v.boolean(),
		aspects: many(text)
	}),
	aspects: v.optional(many(text), []),
	cuts: v.optional(many(heading), [])
});

export const jointBody = v.object({ uris: v.pipe(v.array(text), v.minLength(1), v.maxLength(20)) });

const { commands } = trialBody.entries;
export const changePricesBody = v.object({
	tried: v.optional(commands, []),
	each: v.pipe(commands, v.maxLength(100))
});
export const limitPricesBody = v.object({ tried: v.optional(commands, []), field: text });

const openingQuery = v.object({
	part: v.optional(v.pipe(v.string(), v.maxLength(300))),
	cql: v.optional(v.pipe(v.string(), v.maxLength(LONGEST_CQL))),
	said: v.optional(v.pipe(v.string(), v.minLength(1), v.maxLength(500))),
	which: v.optional(v.picklist(['gained', 'lost'])),
	heading: v.optional(v.pipe(v.string(), v.maxLength(2_000))),
	whole: v.optional(v.literal('yes')),
	limits: v.optional(v.literal('yes')),
	narrower: v.optional(v.literal('yes')),
	chief: v.optional(v.literal('yes')),
	aspect: v.optional(v.pipe(v.string(), v.maxLength(300))),
	year: v.optional(v.pipe(v.string(), v.regex(/^\d{1,4}$/), v.transform(Number))),
	try: v.optional(v.pipe(v.string(), v.maxLength(20_000)), '[]')
});

/** What an address says is to be opened. */
export function openingOf(url: URL): Opening {
	const asked = v.parse(openingQuery, Object.fromEntries(url.searchParams));
	const {
		try: tried,
		heading: id,
		whole,
		limits: limited,
		narrower,
		chief,
		aspect,
		year,
		...opening
	} = asked;
	const heading: Opening['heading'] =
		id === undefined
			? undefined
			: { id, withNarrower: narrower !== undefined, chief: chief !== undefined, aspect, year };
	try {
		return {
			...opening,
			whole: whole !== undefined,
			limited: limited !== undefined,
			heading,
			tried: v.parse(commands, JSON.parse(tried))
		};
	} catch {
		throw new ServiceError(400, 'invalid', 'What was to be tried cannot be read from this address.');
	}
}
