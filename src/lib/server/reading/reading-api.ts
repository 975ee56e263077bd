/** What the public API answers of reading: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import type { ListEntry } from '../../../core/crosswalk';
import { count, text } from '../answer-schema';
import type { Composition } from './composing';
import type { PearlsOfIndex } from './pearl-recall';
import type { Phrases } from './record-phrases';

/** What a result is made of; `notLabelled` records have no value of a dimension. */
export const compositionAnswer = v.strictObject({
	count,
	of: count,
	dimensions: v.record(
		text,
		v.strictObject({
			values: v.array(
				v.strictObject({
					value: text,
					id: v.optional(text),
					count,
					all: count,
					g2: v.optional(v.number()),
					lift: v.optional(v.number()),
					over: v.optional(v.boolean()),
					ofStrategy: v.optional(v.literal(true))
				})
			),
			notLabelled: count
		})
	)
});

/** Words of records; where `sampled` records were looked at, counts are of those. */
export const phrasesAnswer = v.strictObject({
	count,
	sampled: v.optional(count),
	phrases: v.array(v.strictObject({ text, count, all: count, g2: v.number(), lift: v.number() }))
});

/** Records near to one, each by its identifier; the nearest first. */
export const neighboursAnswer = v.strictObject({
	cites: v.array(text),
	citesElsewhere: count,
	citedBy: v.array(text),
	sharedReferences: v.array(v.strictObject({ id: text, shared: count })),
	sameAuthors: v.array(v.strictObject({ id: text, authors: count })),
	sameWork: v.array(v.strictObject({ index: text, id: text }))
});

/** Index by index: pearls it has, found ones, and for each missed one what keeps it out and what would let it through. */
export const pearlsAnswer = v.strictObject({
	indexes: v.array(
		v.strictObject({
			index: text,
			pearls: count,
			found: count,
			/** Found ones of those that the index has; null where it has none. */
			recall: v.nullable(v.number()),
			missed: v.array(
				v.strictObject({
					id: text,
					blocks: v.array(text),
					exclusions: v.array(text),
					limits: v.array(text),
					wouldPass: v.array(
						v.strictObject({
							concept: text,
							kind: v.picklist(['heading', 'word']),
							uri: v.optional(text),
							label: text,
							adds: count
						})
					),
					together: v.strictObject({ adds: count })
				})
			)
		})
	)
});

/** Citations in a style, in the order of its bibliography. */
export const citationsAnswer = v.strictObject({
	style: text,
	format: v.picklist(['html', 'text']),
	bibliography: text,
	entries: v.array(
		v.strictObject({ record: v.strictObject({ index: text, id: text }), entry: text, inText: text })
	)
});

/** The reading list, in the order in which works came. */
export const readingListAnswer = v.array(
	v.strictObject({
		id: text,
		/** Records of the work, one or none of each index; none of a work from a file that no index has. */
		records: v.array(v.strictObject({ index: text, id: text })),
		citation: v.optional(v.looseObject({ id: text, type: text })),
		title: text,
		year: v.nullable(v.number()),
		decision: v.picklist(['open', 'keep', 'drop']),
		reason: v.optional(text),
		note: v.optional(text),
		tags: v.array(text),
		/** Where it came from, in words. */
		from: text,
		addedAt: text,
		decidedAt: v.optional(text)
	})
);

/** Works found by searches of several indexes; `alone` are those that no other of them brings. */
export const poolAnswer = v.strictObject({
	items: count,
	of: v.array(v.strictObject({ index: text, count, alone: count })),
	list: v.array(
		v.strictObject({
			records: v.array(v.strictObject({ index: text, id: text })),
			title: text,
			year: v.nullable(v.number())
		})
	)
});

/** What is probably wrong with a strategy; `mend` is the command that mends it. */
export const checkAnswer = v.array(
	v.strictObject({
		rule: text,
		place: v.strictObject({ concept: v.optional(text), line: v.optional(text), limit: v.optional(text) }),
		effect: v.number(),
		text,
		mend: v.optional(v.looseObject({ kind: text }))
	})
);

export function apiComposition({ count, of, dimensions }: Composition) {
	return {
		count,
		of,
		dimensions: Object.fromEntries(
			dimensions.map(({ name, values, notLabelled }) => [
				name,
				{ values: values.map(({ key: _, ...value }) => value), notLabelled }
			])
		)
	};
}

export function apiPhrases({ count, sampled, phrases }: Phrases) {
	return { count, ...(sampled !== undefined && { sampled }), phrases };
}

export function apiPearls(indexes: readonly PearlsOfIndex[]) {
	return {
		indexes: indexes.map(({ index, pearls, found, recall, missed }) => ({
			index,
			pearls,
			found: found.length,
			recall,
			missed: missed.map(({ id, blocks, exclusions, limits, wouldPass, together: { adds } }) => ({
				id,
				blocks,
				exclusions,
				limits,
				wouldPass,
				together: { adds }
			}))
		}))
	};
}

export function apiReadingList(entries: readonly ListEntry[]) {
	return entries.map(
		({ id, records, citation, title, year, decision, reason, note, tags, from, addedAt, decidedAt }) => ({
			id,
			records: records.map(({ indexCode, record }) => ({ index: indexCode, id: record })),
			...(citation && { citation }),
			title,
			year,
			decision,
			...(reason && { reason }),
			...(note && { note }),
			tags,
			from,
			addedAt,
			...(decidedAt && { decidedAt })
		})
	);
}
