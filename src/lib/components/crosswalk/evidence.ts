import type { EvidenceLine, SuggestionLine } from '$lib/server/crosswalk';
import { FIT_WORDS, type HeadingElsewhere, type Likelihood, type Pick } from '$core/crosswalk';
import type { Tier } from '$core/lookup';
import { counted, number } from '../parts/numbers';
import { REASONS } from '../marks/reasons';

/** Why a heading is suggested, in a line. */
export function evidenceWords(evidence: EvidenceLine, indexName: (code: string) => string): string {
	const where = ({ indexCode, isFound }: HeadingElsewhere) =>
		`${isFound ? 'in' : 'picked in'} ${indexName(indexCode)}`;
	const elsewhere = (from: HeadingElsewhere) => `${from.label}, ${where(from)}`;
	if (evidence.kind === 'neighbour') {
		const relation = evidence.relation === 'sibling' ? 'a sibling of' : `${evidence.relation} to`;
		return `${relation} ${evidence.of}, which matches`;
	}
	if (evidence.kind === 'memory') {
		const { inquiries, concept } = evidence;
		return `picked for “${concept}” in ${inquiries === 1 ? 'another inquiry' : `${inquiries} other inquiries`}`;
	}
	if (evidence.kind === 'mapping') {
		const { of, relation, set } = evidence;
		return `${FIT_WORDS[relation]} to ${elsewhere(of)} · known mapping in ${set}`;
	}
	if (evidence.kind !== 'label') {
		const { a, n, lift } = evidence;
		const times = `${lift >= 10 ? Math.round(lift) : lift.toFixed(1)} times its usual share`;
		return evidence.kind === 'coTagging'
			? `on ${number(a)} of ${counted(n, 'work')} that other indexes tag with this · ${times}`
			: `on ${number(a)} of ${counted(n, 'record')} that ${n === 1 ? 'says' : 'say'} “${evidence.text}” · ${times}`;
	}
	const { source, text, from, tier, matched } = evidence;
	const how = `${REASONS[tier as Tier]}${matched && tier !== 'exact' && tier !== 'note' ? `: ${matched}` : ''}`;
	if (!from) return `${source === 'part' ? 'for the part ' : ''}“${text}” · ${how}`;
	const via = source === 'entry term' ? `${text}, entry term of ${from.label}` : from.label;
	return `${via}, ${where(from)} · ${how}`;
}

/** What suggestions of each kind are called. */
export const LIKELIHOOD_WORDS: Record<Likelihood, string> = {
	likely: 'Likely',
	possible: 'Possible',
	far: 'Far'
};

/** How the cuts did on concepts that had no part in setting them; `npm run bench suggestions` measures it anew. */
export const HOW_SURE =
	'The number is how likely the heading stands for the concept, of 100. Measured on concepts of the demo that set nothing: by labels alone 49 of 55 likely ones were right, with its made-up records 77 of 84.';

/** Suggestions that no pick of their cell answers yet, by searching them or by rejecting them. */
export function unanswered(lines: readonly SuggestionLine[], picks: readonly Pick[]): SuggestionLine[] {
	return lines.filter(
		({ heading }) => !picks.some(({ headings }) => headings.length === 1 && headings[0].uri === heading.uri)
	);
}

/** Why a suggestion was taken or turned down, as the history of its cell says it. */
export function becauseOf(
	{ evidence: [first] }: SuggestionLine,
	indexName: (code: string) => string
): string {
	return first ? `Suggested: ${evidenceWords(first, indexName)}` : 'Suggested';
}

/**
 * Headings for the parts of a name that nothing stands for as a whole, one for each part, to be held together; none where a
 * suggestion is likely, or only one part has a heading.
 */
export function heldTogether(lines: readonly SuggestionLine[]): SuggestionLine[] {
	if (lines.some(({ likelihood }) => likelihood === 'likely')) return [];
	const byPart = new Map<string, SuggestionLine>();
	for (const line of lines.filter(({ likelihood }) => likelihood === 'possible'))
		for (const one of line.evidence)
			if (one.kind === 'label' && one.source === 'part' && !byPart.has(one.text)) byPart.set(one.text, line);
	const distinct = [...new Set(byPart.values())];
	return distinct.length > 1 ? distinct : [];
}
