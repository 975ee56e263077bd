/** What the public API answers of vocabulary: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { CHANGE_KINDS, type EditionDifference } from '../../../core/edition/difference';
import { count, ref, text } from '../answer-schema';
import type { IndexSummary } from './subject-indexes';

export const indexAnswer = v.strictObject({
	code: text,
	name: text,
	discipline: text,
	languages: v.array(text),
	headings: count,
	entryTerms: count,
	records: count,
	hierarchical: v.boolean(),
	limits: v.array(v.unknown())
});

export const editionsAnswer = v.array(
	v.strictObject({
		label: text,
		loadedAt: text,
		headings: count,
		entryTerms: count,
		relations: count,
		/** The one that is searched and browsed. */
		isCurrent: v.boolean(),
		/** Why it waits for somebody to make it current; empty where it does not. */
		held: text
	})
);

/** `split` and `merged` name what takes over as `to`; evidence is in words. */
export const differenceAnswer = v.strictObject({
	counts: v.record(v.picklist(CHANGE_KINDS), count),
	changes: v.array(
		v.strictObject({
			kinds: v.array(v.picklist(CHANGE_KINDS)),
			from: v.optional(ref),
			to: v.optional(ref),
			evidence: v.array(text)
		})
	)
});

export function apiIndex({
	code,
	name,
	discipline,
	languages,
	headings,
	entryTerms,
	records,
	hierarchical,
	limits
}: IndexSummary) {
	return { code, name, discipline, languages, headings, entryTerms, records, hierarchical, limits };
}

/** A difference as the API tells it. */
export const apiDifference = ({ counts, changes }: EditionDifference) => ({
	counts,
	changes: changes.map(({ kinds, from, to, evidence }) => ({
		kinds,
		...(from && { from }),
		...(to && { to }),
		evidence
	}))
});
