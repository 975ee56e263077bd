/** What the public API answers of browse: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { count, ref, text } from '../answer-schema';
import { TIERS } from '../../../core/lookup';
import type { HeadingLine, HeadingRef, HeadingSheet, LaneAnswer } from './look-up';

export const lineAnswer = v.strictObject({
	...ref.entries,
	notation: v.optional(text),
	narrowerCount: count,
	recordCount: count
});

export const lookupAnswer = v.strictObject({
	query: text,
	matches: v.array(
		v.strictObject({
			heading: lineAnswer,
			/** `records` where no label speaks for the heading. */
			tier: v.picklist([...TIERS, 'records']),
			matched: v.strictObject({
				text,
				kind: v.picklist(['preferred', 'entry', 'scopeNote', 'records']),
				lang: v.optional(text)
			}),
			/** The corrected or expanded query that matched, where it is not what was asked. */
			via: v.optional(text),
			/** Words that do not stand in the label as they were asked for, what stands there instead, and why it counts. */
			words: v.optional(
				v.array(
					v.strictObject({
						asked: text,
						found: v.optional(text),
						why: v.optional(v.picklist(['number', 'spelling', 'stem', 'joined', 'begins']))
					})
				)
			),
			together: v.optional(v.array(text)),
			/** On so many of the records that hold these words, out of so many, and how many times its usual share that is. */
			evidence: v.optional(v.strictObject({ on: count, of: count, lift: v.number(), words: v.array(text) }))
		})
	),
	neighbours: v.array(lineAnswer)
});

export const headingAnswer = v.strictObject({
	...ref.entries,
	labels: v.array(v.strictObject({ lang: text, text })),
	notation: v.optional(text),
	scopeNote: v.optional(text),
	historyNote: v.optional(text),
	introduced: v.optional(count),
	retired: v.optional(count),
	entryTerms: v.array(v.strictObject({ text, lang: v.optional(text), together: v.optional(v.array(text)) })),
	broader: v.array(ref),
	narrower: v.array(ref),
	related: v.array(ref),
	aspects: v.array(text),
	paths: v.array(v.array(ref)),
	recordCount: count,
	recordCountWithNarrower: count,
	chiefCount: v.optional(count)
});

export const belowAnswer = v.array(
	v.strictObject({ ...ref.entries, depth: v.pipe(v.number(), v.integer(), v.minValue(1)) })
);

const named = ({ id, uri, label }: HeadingRef) => ({ id, uri, label });

export function apiLine(heading: HeadingLine) {
	return { ...named(heading), narrowerCount: heading.narrowerCount, recordCount: heading.recordCount };
}

export function apiLookup(query: string, lane: LaneAnswer) {
	return {
		query,
		matches: lane.matches.map(({ heading, tier, matched, together, evidence }) => ({
			heading: apiLine(heading),
			tier,
			matched: { text: matched.text, kind: matched.kind, ...(matched.lang && { lang: matched.lang }) },
			...(matched.via !== undefined && { via: matched.via }),
			...(matched.words && { words: matched.words }),
			...(together && { together: together.map(({ id }) => id) }),
			...(evidence && { evidence })
		})),
		neighbours: lane.neighbours.map(apiLine)
	};
}

export function apiHeading(sheet: HeadingSheet) {
	const note = (kind: string) => sheet.notes.find((other) => other.kind === kind)?.text;
	const scopeNote = note('scope') ?? note('definition');
	const historyNote = note('history');
	return {
		...named(sheet),
		labels: sheet.labels,
		...(sheet.notation !== null && { notation: sheet.notation }),
		...(scopeNote !== undefined && { scopeNote }),
		...(historyNote !== undefined && { historyNote }),
		...(sheet.introduced !== null && { introduced: sheet.introduced }),
		...(sheet.retiredIn !== null && { retired: sheet.retiredIn }),
		entryTerms: sheet.entryTerms.map(({ text, lang, together }) => ({
			text,
			...(lang && { lang }),
			...(together && { together: together.map(({ id }) => id) })
		})),
		broader: sheet.broader.map(named),
		narrower: sheet.narrower.map(named),
		related: sheet.related.map(named),
		aspects: sheet.aspects,
		paths: sheet.paths.map((path) => path.map(named)),
		recordCount: sheet.recordCount,
		recordCountWithNarrower: sheet.recordCountWithNarrower,
		...(sheet.chiefCount !== undefined && { chiefCount: sheet.chiefCount })
	};
}
