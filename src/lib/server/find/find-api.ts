/** What the public API answers of finding: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { count, text } from '../answer-schema';
import { apiLookup, lookupAnswer } from '../browse';
import type { Found } from './find';

const inIndexes = v.array(v.strictObject({ index: text, count }));
const name = v.strictObject({ name: text, of: inIndexes });

export const findAnswer = v.strictObject({
	headings: v.array(v.strictObject({ index: text, matches: lookupAnswer.entries.matches })),
	/** Those whose title, abstract or author's keywords say it; `pooled` counts each work once. */
	records: v.strictObject({ pooled: count, of: inIndexes }),
	people: v.array(v.strictObject({ name: text, variants: v.array(text), of: inIndexes })),
	affiliations: v.array(name),
	sources: v.array(name),
	funders: v.array(name),
	/** How many there are of each, up to 1,000; of people, forms of names. */
	totals: v.strictObject({ people: count, affiliations: count, sources: count, funders: count }),
	inquiry: v.optional(
		v.strictObject({
			concepts: v.array(v.strictObject({ id: text, name: text })),
			words: v.array(v.strictObject({ id: text, text, concept: text })),
			/** Of a pick, a cell, or a work of the reading list. */
			notes: v.array(
				v.strictObject({
					of: v.picklist(['pick', 'cell', 'work']),
					concept: v.optional(text),
					index: v.optional(text),
					label: v.optional(text),
					entry: v.optional(text),
					text
				})
			),
			comments: v.array(v.strictObject({ id: text, about: text, text })),
			runs: v.array(v.strictObject({ number: count, index: text, name: text, count })),
			totals: v.strictObject({ concepts: count, words: count, notes: count, comments: count, runs: count })
		})
	)
});

export function apiFound(q: string, { headings, records, names, inquiry }: Found) {
	return {
		headings: headings.map((lane) => ({ index: lane.code, matches: apiLookup(q, lane).matches })),
		records,
		...names,
		...(inquiry && {
			inquiry: {
				...inquiry,
				words: inquiry.words.map(({ id, text, conceptId }) => ({ id, text, concept: conceptId })),
				notes: inquiry.notes.map(({ place, text }) => ({
					of: place.of,
					...(place.of === 'work'
						? { entry: place.entry, label: place.title }
						: { concept: place.conceptId, index: place.indexCode }),
					...(place.of === 'pick' && { label: place.label }),
					text
				}))
			}
		})
	};
}
