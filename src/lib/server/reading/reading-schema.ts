/** What may be asked of a result that is read. */
import * as v from 'valibot';
import { ORDERS } from '../../../core/reading';
import { LONGEST_CQL } from '../../../core/search';
import { ServiceError } from '../errors';
import { limitSetting } from '../input-schema';
import { openingOf } from '../search';
import { NEARNESS } from './near-records';
import type { Among } from './overlaps';
import type { Asked } from './results';
import { MOST_SETS } from '../../../core/reading';

const value = v.pipe(v.string(), v.maxLength(2_000));

/** What is kept of a result by values of one dimension. */
export const filter = v.strictObject({
	by: v.pipe(v.string(), v.maxLength(100)),
	/** Records with any of the values, with all of them, with none of them; or with no value at all. */
	how: v.picklist(['any', 'all', 'out', 'unlabelled']),
	values: v.pipe(v.array(value), v.maxLength(200))
});
export type Filter = v.InferOutput<typeof filter>;

const number = v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)));
const address = v.object({
	run: number,
	beside: number,
	among: v.optional(v.pipe(v.string(), v.maxLength(500))),
	members: v.optional(v.pipe(v.string(), v.regex(/^(\d{1,2}(\.\d{1,2})*)?$/)), ''),
	near: v.optional(v.pipe(v.string(), v.maxLength(2_000))),
	as: v.optional(v.picklist(NEARNESS), 'cites'),
	sift: v.optional(v.pipe(v.string(), v.maxLength(20_000)), '[]')
});

/** What an address says is to be read. */
export function askedOf(url: URL): Asked {
	const {
		run,
		beside,
		among,
		members,
		near,
		as,
		sift: kept
	} = v.parse(address, Object.fromEntries(url.searchParams));
	return {
		// A run is read as it was kept: of a strategy nothing else is asked, and *which* is of the run it stands beside.
		opening: run === undefined ? openingOf(url) : {},
		run,
		beside:
			beside === undefined
				? undefined
				: {
						run: beside,
						which: url.searchParams.get('which') === 'both' ? 'both' : 'only'
					},
		among:
			among === undefined
				? undefined
				: {
						sets: amongOf(among),
						members: members === '' ? [] : members.split('.').map(Number)
					},
		near: near === undefined ? undefined : { record: near, how: as },
		filter: filtersOf(kept)
	};
}

const UNREADABLE = 'The comparison cannot be read from this address.';
const someRuns = v.pipe(
	v.array(v.pipe(v.string(), v.regex(/^\d{1,9}$/, UNREADABLE), v.transform(Number))),
	v.minLength(2, 'An overlap needs two runs.'),
	v.maxLength(MOST_SETS)
);

/** What sets an address names: `runs.3.5`, `lines.` and a block, or `blocks`. */
export function amongOf(text: string): Among {
	const [of, ...rest] = text.split('.');
	if (of === 'blocks' && rest.length === 0) return { of };
	if (of === 'lines' && rest.length > 0) return { of, block: rest.join('.') };
	if (of === 'runs') return { of, runs: [...new Set(v.parse(someRuns, rest))] };
	throw new ServiceError(400, 'invalid', UNREADABLE);
}

function filtersOf(text: string): Filter[] {
	try {
		return v.parse(v.pipe(v.array(filter), v.maxLength(20)), JSON.parse(text));
	} catch {
		throw new ServiceError(
			400,
			'invalid',
			'What was to be kept of the result cannot be read from this address.'
		);
	}
}

const dimension = v.pipe(v.string(), v.maxLength(100));
const limits = v.optional(v.pipe(v.array(limitSetting), v.maxLength(50)), []);
const cql = v.pipe(v.string(), v.maxLength(LONGEST_CQL));

/** A composition through the public API. */
export const compositionBody = v.object({
	cql,
	limits,
	by: v.pipe(v.array(dimension), v.minLength(1), v.maxLength(50)),
	/** At most so many values of each dimension; all of them without. */
	top: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
	sort: v.optional(v.picklist(ORDERS), 'count')
});

/** Citations as they were pasted; ten thousand of them are a few MB. */
export const citationsBody = v.object({ text: v.pipe(v.string(), v.maxLength(8_000_000)) });

/** Searches of several indexes, to be pooled. */
export const poolBody = v.object({
	parts: v.pipe(
		v.array(v.object({ index: v.pipe(v.string(), v.maxLength(100)), cql, limits })),
		v.minLength(1),
		v.maxLength(20)
	),
	sort: v.optional(v.picklist(['relevance', 'newest', 'oldest', 'spread']), 'relevance'),
	offset: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0)), 0),
	limit: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000)), 20)
});

/** Numbers or codes in one value of an address, parted by dots. */
const dotted = v.pipe(
	v.optional(v.pipe(v.string(), v.maxLength(500)), ''),
	v.transform((text) => text.split('.').filter(Boolean))
);
const wholeNumbers = v.pipe(
	dotted,
	v.array(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number))),
	v.maxLength(20)
);

/** The pooled list as an address names it. */
export const pooledQuery = v.object({
	runs: wholeNumbers,
	/** Of all that the indexes have, what has a value; instead of what their strategies find. */
	whole: v.optional(v.literal('yes')),
	/** One text that is searched for in every index, instead of what their strategies find. */
	cql: v.optional(cql),
	/** Of a text or of all that the indexes have: only what the limits of the inquiry leave. */
	limits: v.optional(v.literal('yes')),
	without: dotted,
	members: wholeNumbers,
	/** A dimension, and the key of the value of it that works are to have. */
	has: v.optional(v.pipe(v.string(), v.maxLength(100))),
	value: v.optional(v.pipe(v.string(), v.maxLength(2_000))),
	sort: v.fallback(v.picklist(['relevance', 'newest', 'oldest', 'spread']), 'relevance'),
	offset: v.optional(v.number(), 0),
	limit: v.optional(v.number(), 40)
});

/** Headings that are seen beside each other. */
export const comparedHeadings = v.object({
	headings: v.pipe(
		v.array(
			v.object({
				index: v.pipe(v.string(), v.maxLength(100)),
				heading: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000))
			})
		),
		v.minLength(2, 'Two to five headings stand beside each other.'),
		v.maxLength(5, 'Two to five headings stand beside each other.')
	)
});

const recordName = v.strictObject({
	code: v.pipe(v.string(), v.maxLength(100)),
	key: v.pipe(v.string(), v.maxLength(2_000))
});
const recordNames = v.pipe(v.array(recordName), v.minLength(1), v.maxLength(20));
/** What a person says of records and others: that they are of one work, or not; or that nothing is said any more. */
export const saidOfWorks = v.strictObject({
	records: recordNames,
	others: recordNames,
	same: v.nullable(v.boolean())
});

/** Words of records through the public API. */
export const phrasesBody = v.object({
	cql,
	limits,
	top: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000)))
});

const page = (most: number, otherwise: number) =>
	v.optional(
		v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number), v.maxValue(most)),
		String(otherwise)
	);

/** What each of some more filters would keep. */
export const keptBody = v.object({ each: v.pipe(v.array(filter), v.minLength(1), v.maxLength(10)) });

/** Of one dimension, a stretch of its values. */
export const valuesQuery = v.object({
	by: dimension,
	sort: v.optional(v.picklist(ORDERS), 'count'),
	find: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
	from: page(1e9, 0),
	most: page(1_000, 100)
});
