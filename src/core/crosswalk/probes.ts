/** The texts that are looked up for a concept, and how much each tells. */
import { fold } from '../text';
import type { Fit } from './inquiry';

/** How much a picked heading of another index tells, by its fit to the concept. */
const FIT_SCORES: Record<Fit, number> = {
	exact: 1,
	close: 0.9,
	notJudged: 0.8,
	narrower: 0.65,
	broader: 0.5,
	related: 0.4
};
/** Entry terms of a picked heading tell less than its own label. */
const ENTRY_TERM_SCORE = 0.6;
/** A part of a name says less than the name. */
const A_PART = 0.9;
const MOST_PROBES = 60;

/** A heading of another index that speaks for a concept. */
export interface HeadingElsewhere {
	indexCode: string;
	label: string;
	/** It is not picked there, but called what the concept is called. */
	isFound?: boolean;
}

/** A text looked up as evidence, and where it comes from. */
export interface Probe {
	text: string;
	/** The concept's name, a part of it, a word of it, or a heading picked in another index and its entry terms. */
	source: 'name' | 'part' | 'word' | 'heading' | 'entry term';
	/** A word whose rest is left open: labels with a word that begins so are what was meant. */
	isStem?: boolean;
	/** Of a heading: the index it is picked in, and its label. */
	from?: HeadingElsewhere;
	weight: number;
}

/** A heading picked for the concept in another index. */
export interface PickElsewhere extends HeadingElsewhere {
	entryTerms: readonly string[];
	fit: Fit;
}

/**
 * The texts that speak for a concept, strongest first, none twice. O(words + picks and their entry terms).
 * @param parts of the name, where it is of several
 */
export function probesOf(
	name: string,
	words: readonly string[],
	elsewhere: readonly PickElsewhere[],
	parts: readonly string[] = []
): Probe[] {
	const probes: Probe[] = [
		{ text: name, source: 'name', weight: 1 },
		...words.map((text): Probe => ({
			text: text.replace(/\*$/, ''),
			source: 'word',
			...(text.endsWith('*') && { isStem: true }),
			weight: wordScore(text)
		})),
		...parts.map((text): Probe => ({ text, source: 'part', weight: A_PART })),
		...elsewhere.flatMap(({ indexCode, label, isFound, entryTerms, fit }): Probe[] => {
			const from = { indexCode, label, ...(isFound && { isFound }) };
			return [
				{ text: label, source: 'heading', from, weight: FIT_SCORES[fit] },
				...entryTerms.map((text): Probe => ({
					text,
					source: 'entry term',
					from,
					weight: FIT_SCORES[fit] * ENTRY_TERM_SCORE
				}))
			];
		})
	];
	const best = new Map<string, Probe>();
	for (const probe of probes) {
		const folded = fold(probe.text);
		const known = best.get(folded);
		if (folded && (!known || known.weight < probe.weight)) best.set(folded, probe);
	}
	return [...best.values()].sort((a, b) => b.weight - a.weight).slice(0, MOST_PROBES);
}

/** A stem is cut short, so it tells a little less; a short form may stand for anything. */
function wordScore(text: string): number {
	if (/^[A-Z][A-Z0-9]{1,4}$/.test(text)) return 0.4;
	return text.endsWith('*') ? 0.85 : 1;
}
