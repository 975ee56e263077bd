/** What the public API answers of crosswalk: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { FITS, ROLES, SEARCHES } from '../../../core/crosswalk/inquiry';
import { text } from '../answer-schema';
import { apiLine, lineAnswer } from '../browse';
import type { SuggestionLine } from './suggesting';

/** Headings that may stand for a concept in an index, the likeliest first. */
export const suggestionsAnswer = v.array(
	v.strictObject({
		heading: lineAnswer,
		/** How probable it is, from 0 to 0.99. */
		score: v.number(),
		likelihood: v.picklist(['likely', 'possible', 'far']),
		/** Strongest first; what else each says depends on its kind. */
		evidence: v.array(
			v.looseObject({
				kind: v.picklist(['label', 'neighbour', 'coTagging', 'association', 'memory', 'mapping']),
				score: v.number()
			})
		)
	})
);

/** A cell as it now is. */
export const cellAnswer = v.strictObject({
	state: v.picklist(['undecided', 'picks', 'noHeading']),
	noHeading: v.boolean(),
	searches: v.picklist(SEARCHES),
	/** What was set and can find nothing. */
	remarks: v.optional(v.array(text)),
	picks: v.array(
		v.strictObject({
			uris: v.array(text),
			labels: v.array(text),
			withNarrower: v.boolean(),
			cuts: v.array(text),
			chief: v.boolean(),
			aspects: v.array(text),
			role: v.picklist(ROLES),
			fit: v.picklist(FITS),
			note: text
		})
	)
});

/** Suggestions for a cell, the best first, each with what speaks for it. */
export const apiSuggestions = (suggestions: readonly SuggestionLine[]) =>
	suggestions.map(({ heading, score, likelihood, evidence }) => ({
		heading: apiLine(heading),
		score,
		likelihood,
		evidence
	}));
