/** What the public API answers of search: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { printLimit, printLine } from '../../../core/search';
import { count, error, text } from '../answer-schema';
import { apiRecordLine } from '../records';
import type { searchIndex } from './searching';

const limit = v.strictObject({
	field: text,
	values: v.optional(v.array(text)),
	from: v.optional(v.pipe(v.number(), v.integer())),
	to: v.optional(v.pipe(v.number(), v.integer())),
	lastYears: v.optional(count)
});
/** Limits that are set for all indexes, and by index the fields on which it goes its own way. */
export const limitsAnswer = v.strictObject({
	all: v.array(limit),
	own: v.record(v.string(), v.array(text))
});

const counted = v.pipe(v.number(), v.integer());

/** What a search found; with yields, what every part of it brings. */
export const foundAnswer = v.strictObject({
	count,
	records: v.array(
		v.strictObject({
			id: text,
			title: text,
			year: v.nullable(count),
			kind: text,
			authors: v.array(text),
			source: v.optional(text),
			doi: v.optional(text)
		})
	),
	remarks: v.optional(v.array(v.strictObject({ start: count, message: text }))),
	yields: v.optional(
		v.strictObject({
			count,
			withoutLimits: count,
			blocks: v.array(
				v.strictObject({
					name: text,
					status: v.picklist(['required', 'exclude']),
					all: count,
					surviving: count,
					without: count,
					removes: count,
					lines: v.array(v.strictObject({ cql: text, all: count, only: count, loss: count, gain: counted }))
				})
			),
			limits: v.array(
				v.strictObject({
					cql: text,
					field: text,
					removes: count,
					doesNotMatch: count,
					notLabelled: count,
					surviving: count
				})
			)
		})
	)
});

/** A node of the syntax tree: a clause, or two nodes and the operator between them. */
export const treeAnswer = v.looseObject({
	kind: v.picklist(['clause', 'boolean']),
	start: count,
	end: count
});

/** Where CQL departs from the grammar or names what the index does not have, and what would be right there. */
export const parseFault = v.strictObject({
	position: count,
	end: count,
	expected: v.array(text),
	error: error.entries.error
});

export function apiSearch({
	count,
	records,
	strategy,
	yields,
	remarks
}: Awaited<ReturnType<typeof searchIndex>>) {
	return {
		count,
		records: records.map(apiRecordLine),
		...(remarks.length > 0 && { remarks }),
		...(yields && {
			yields: {
				count: yields.count,
				withoutLimits: yields.withoutLimits,
				blocks: yields.blocks.map(({ id, lines, all, surviving, without, removes }) => {
					const block = strategy.blocks.find((other) => other.id === id);
					return {
						name: block?.name ?? '',
						status: block?.status ?? 'required',
						all,
						surviving,
						without,
						removes,
						lines: lines.map(({ id: lineId, all, only, loss, gain }) => {
							const line = block?.lines.find((other) => other.id === lineId);
							return { cql: line ? printLine(line) : '', all, only, loss, gain };
						})
					};
				}),
				limits: yields.limits.map((limit, i) => ({ cql: printLimit(strategy.limits[i]), ...limit }))
			}
		})
	};
}
