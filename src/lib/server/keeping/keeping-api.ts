/** What the public API answers of keeping: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { TOUCHES } from '../../../core/keeping';
import { count, text } from '../answer-schema';
import type { PricedRepair } from './repairs';
import type { WatchSummary } from './watches';

/** What editions touch, each with its proposal and what the cell finds: then, now, and once it is taken. */
export const repairsAnswer = v.array(
	v.strictObject({
		id: text,
		conceptId: text,
		index: text,
		editions: v.strictObject({ from: text, to: text }),
		headings: v.array(v.strictObject({ uri: text, label: text })),
		touched: v.array(v.picklist(TOUCHES)),
		happened: v.array(text),
		proposal: text,
		finds: v.optional(v.strictObject({ then: count, now: count, after: count, gained: count, lost: count }))
	})
);

export const repairedAnswer = v.strictObject({ revision: count, summary: text });

export const watchAnswer = v.strictObject({
	id: text,
	name: text,
	/** The strategy of one index, those of all chosen indexes as a pooled list, or CQL in an index. */
	kind: v.picklist(['strategy', 'pool', 'search']),
	inquiry: v.optional(text),
	index: v.optional(text),
	cql: v.optional(text),
	paused: v.boolean(),
	/** What keeps it from finding what it should; empty where nothing does. */
	trouble: text,
	madeAt: text,
	ranAt: v.optional(text),
	found: count,
	unlooked: count,
	/** Address of its Atom feed, from the root of the server, for whoever asks alone; none where they take part by a link. */
	feed: v.optional(text)
});

export const watchesAnswer = v.array(watchAnswer);

export const newsAnswer = v.strictObject({
	records: v.array(
		v.strictObject({ index: text, id: text, title: text, year: v.nullable(v.number()), foundAt: text })
	)
});

export const apiRepair = ({
	id,
	conceptId,
	indexCode: index,
	from,
	to,
	pick,
	touched,
	happened,
	proposal,
	price
}: PricedRepair) => ({
	id,
	conceptId,
	index,
	editions: { from, to },
	headings: pick?.headings ?? [],
	touched,
	happened,
	proposal,
	...(price && { finds: price })
});

/** A watch as the API tells it. Its feed is read by whoever has the address, while whom it was given to takes part. */
export const apiWatch = ({ key, ...watch }: WatchSummary) => ({
	...watch,
	...(key !== undefined && { feed: `/watches/${key}/feed.atom` })
});
