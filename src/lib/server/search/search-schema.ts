/** What may be asked of a search. */
import * as v from 'valibot';
import { LONGEST_CQL } from '../../../core/search';
import { limitSetting } from '../input-schema';

/** A search through the public API. */
export const searchBody = v.object({
	cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)),
	limits: v.optional(v.pipe(v.array(limitSetting), v.maxLength(50)), []),
	offset: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0)), 0),
	limit: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000)), 20),
	sort: v.optional(v.picklist(['relevance', 'newest', 'oldest']), 'relevance'),
	yields: v.optional(v.boolean(), false)
});

export const parseBody = v.object({ cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)) });

/** Which part of a result, and in which order; from the address. */
export const pageOfResults = v.object({
	sort: v.optional(v.picklist(['relevance', 'newest', 'oldest']), 'relevance'),
	offset: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(0)), '0'),
	limit: v.optional(
		v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(200)),
		'40'
	)
});
