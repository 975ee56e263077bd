/**
 * Suggestions for a cell: headings that may stand for a concept in an index, each with its evidence.
 *
 * Evidence comes in parts, each scaled to 0–1: (a) labels, from the concept's words and from what is picked for it in other
 * indexes, and apart from these what speaks for a part of its name only; (b) neighbourhood of strong matches in the
 * hierarchy; (c) co-tagging and (d) association, from records, where there are any; (e) memory of other inquiries; (f) known
 * mappings between vocabularies. `likelihood.ts` combines them.
 */
import { lookup, saysIt, type Tier } from '../lookup';
import { contentWords, fold, splitQualifier, variantKey, type AcronymPair } from '../text';
import type { EditionIndex } from '../edition/edition-index';
import type { Fit } from './inquiry';
import type { HeadingElsewhere, Probe } from './probes';
import { association, coTagging, type FromRecords, type RecordEvidence } from './record-parts';
import { likelihoodOf, probability, weightsFor, type Likelihood, type Part, type Parts } from './likelihood';

/** How much a match of each tier tells. */
const TIER_SCORES: Record<Tier, number> = {
	exact: 1,
	entry: 0.95,
	variant: 0.9,
	order: 0.8,
	stem: 0.55,
	'all-words': 0.6,
	begins: 0.3,
	'some-words': 0.25,
	note: 0.2,
	typo: 0.15
};

/** All of several words in one scope note tell more than one word does. */
const WHOLE_NOTE = 0.45;
const BY_STEM = 0.4;
/** A label with a qualifier in brackets, met without it. */
const IN_SENSE = 0.6;

/** How much of a strong match's score its neighbours get. */
const NEIGHBOUR_SCORES = { related: 0.6, narrower: 0.5, broader: 0.4, sibling: 0.3 } as const;
export type Relation = keyof typeof NEIGHBOUR_SCORES;
/** A match this strong speaks for its neighbours too. */
const STRONG = 0.5;
/** Of a strong match with many neighbours of a kind, none is told apart by being one. */
const MOST_NEIGHBOURS = 40;

/** Lists of suggestions are no longer than this. */
const MOST_SUGGESTED = 20;
/** Nothing is certain. */
const MOST_SHOWN = 0.99;
/** What a part of a name leads to alone is at most possible. */
const MOST_BY_PART = 0.69;
/** A label that shares a word with what was asked is no second kind of evidence. */
const CHANCE_LABEL = 0.3;
const MATCHES_PER_PROBE = 12;
/** What look-up puts first for a word of the concept is never less probable than this, as a person would see it there. */
const LEADING = [0.16, 0.06, 0.05, 0.05];
/** Nor is a heading that is called so, or once was. */
const SAYS_IT = 0.3;
/** Labels that share a word or two of several are met by chance. */
const BY_CHANCE_MET: ReadonlySet<Tier> = new Set(['some-words', 'note']);
/** So many probes count towards one heading, the best ones. */
const PROBES_COUNTED = 3;

export type Evidence =
	| { kind: 'label'; probe: Probe; tier: Tier; matched: string; score: number }
	| { kind: 'neighbour'; relation: Relation; of: number; score: number }
	| RecordEvidence
	| Remembered
	| Mapped;

/** A heading picked for the same or a similar concept in other inquiries. */
export interface Remembered {
	kind: 'memory';
	/** In how many inquiries, and the name of the concept that is most alike. */
	inquiries: number;
	concept: string;
	score: number;
}

/** A heading that a known mapping joins with one that is picked in another index. */
export interface Mapped {
	kind: 'mapping';
	/** The name of the file, and the heading that is picked. */
	set: string;
	of: HeadingElsewhere;
	relation: Exclude<Fit, 'notJudged'>;
	score: number;
}

/** Evidence for a heading that comes from outside the vocabulary and its records. */
export type FromElsewhere = (Remembered | Mapped) & { heading: number };

export interface Suggestion {
	/** Position of the heading in its edition. */
	heading: number;
	/** How probable it is that it stands for the concept. */
	score: number;
	likelihood: Likelihood;
	parts: Parts;
	/** The strongest of each kind, then the others; each strongest first. */
	evidence: Evidence[];
}

/**
 * Headings of an edition that the probes speak for, best first; those in `taken` are left out. One look-up for each
 * probe, then O(neighbours of strong matches + headings counted).
 * @param fromRecords headings as records have them; a part that cannot be had is left out
 * @param fromElsewhere memory of other inquiries, and known mappings
 */
export function suggest(
	index: EditionIndex,
	probes: readonly Probe[],
	{
		taken = new Set(),
		limit = MOST_SUGGESTED,
		acronyms = [],
		isKnown,
		fromRecords = {},
		fromElsewhere = [],
		without = []
	}: {
		taken?: ReadonlySet<number>;
		limit?: number;
		acronyms?: readonly AcronymPair[];
		/** Whether another vocabulary has a word, so that it is not taken for misspelt here. */
		isKnown?: (word: string) => boolean;
		fromRecords?: FromRecords;
		fromElsewhere?: readonly FromElsewhere[];
		/** Kinds of evidence that are not looked at, as if they could not be had. */
		without?: readonly Part[];
	} = {}
): Suggestion[] {
	const said = without.includes('association') ? undefined : fromRecords.association;
	const found = new Map<number, Evidence[]>();
	const add = (heading: number, evidence: Evidence) =>
		found.set(heading, [...(found.get(heading) ?? []), evidence]);
	/** What look-up itself puts first for a word of the concept. */
	const leading = new Map<number, number>();
	for (const probe of probes) {
		const { matches } = lookup(index.labels, probe.text, {
			limit: MATCHES_PER_PROBE,
			label: (n) => index.names.at(n),
			acronyms,
			isKnown
		});
		if (!probe.from && probe.source !== 'part')
			for (const [rank, { heading, tier }] of matches.slice(0, LEADING.length).entries())
				// Where no records can be asked, a chance match is still better than none.
				if (!said || !BY_CHANCE_MET.has(tier)) {
					const least = saysIt(tier) ? SAYS_IT : LEADING[rank];
					leading.set(heading, Math.max(least, leading.get(heading) ?? 0));
				}
		const severalWords = contentWords(fold(probe.text)).length > 1;
		for (const { heading, tier, text, closeness, together, words = [] } of matches) {
			// Looser tiers take in much that is far off; how near the labels are tells those apart.
			const near = tier === 'exact' || tier === 'entry' || tier === 'variant' ? 1 : 0.5 + closeness / 2;
			// Of a part, labels that merely hold it are met by chance.
			const isHead = probe.source === 'part' && isHeadOf(probe.text, text);
			if (probe.source === 'part' && !isHead && !saysIt(tier)) continue;
			const half = together ? 0.6 : 1;
			// A word that only shares its stem with the one that was meant tells less: “light metal” for lighting.
			const byStem = tier === 'all-words' && words.some(({ why }) => why === 'stem') ? BY_STEM : 1;
			const isMeant = probe.isStem && (tier === 'begins' || tier === 'stem');
			const told = isMeant
				? TIER_SCORES.variant
				: isHead && !saysIt(tier)
					? TIER_SCORES.order
					: tier === 'note' && severalWords
						? WHOLE_NOTE
						: TIER_SCORES[tier];
			// What is called so in one sense of several may be meant in another.
			const inSense =
				splitQualifier(fold(text)).qualifier && !splitQualifier(fold(probe.text)).qualifier ? IN_SENSE : 1;
			const score = told * (isMeant || isHead ? 1 : near) * half * byStem * inSense * probe.weight;
			add(heading, { kind: 'label', probe, tier, matched: text, score });
		}
	}
	const ofPart = (one: Evidence) => one.kind === 'label' && one.probe.source === 'part';
	const label = scoresOf(found, (one) => !ofPart(one));
	const textPart = scoresOf(found, ofPart);
	const neighbourhood = new Map<number, number>();
	for (const [of, strength] of label) {
		if (strength < STRONG) continue;
		for (const [relation, others] of neighboursOf(index, of))
			for (const heading of others) {
				const score = strength * NEIGHBOUR_SCORES[relation];
				add(heading, { kind: 'neighbour', relation, of, score });
				neighbourhood.set(heading, Math.max(score, neighbourhood.get(heading) ?? 0));
			}
	}
	const everyPart: [Part, ReadonlyMap<number, number>][] = [
		['label', label],
		['textPart', textPart],
		...(['memory', 'mapping'] as const).map((part): [Part, ReadonlyMap<number, number>] => {
			const scores = new Map<number, number>();
			for (const { heading, ...evidence } of fromElsewhere) {
				if (evidence.kind !== part) continue;
				add(heading, evidence);
				scores.set(heading, Math.max(evidence.score, scores.get(heading) ?? 0));
			}
			return [part, scores];
		}),
		['neighbourhood', neighbourhood],
		...(fromRecords.coTagging ? [coTagging(fromRecords.coTagging, add)] : []),
		...(said ? [association(said, add, textPart)] : [])
	];
	const parts = everyPart.filter(([part]) => !without.includes(part));
	const all = new Set(parts.flatMap(([, scores]) => [...scores.keys()]));
	const had = parts.map(([part]) => part);
	const weights = weightsFor(had, !probes.some(({ from }) => from?.isFound));
	// What is picked elsewhere never takes away what records here say: few picks are no crosswalk yet.
	const alone = had.filter((part) => part !== 'coTagging');
	const least = alone.includes('association') ? weightsFor(alone) : weights;
	const suggestions = [...all]
		.filter((heading) => !taken.has(heading) && index.retired[heading] === 0)
		.flatMap((heading): Suggestion[] => {
			const own = Object.fromEntries(parts.map(([part, scores]) => [part, scores.get(heading) ?? 0]));
			const most = isByPartAlone(own) ? MOST_BY_PART : MOST_SHOWN;
			const lead = had.includes('label') ? (leading.get(heading) ?? 0) : 0;
			const score = Math.min(
				most,
				Math.max(probability(own, had, weights), probability(own, alone, least), lead)
			);
			const likelihood = likelihoodOf(score);
			if (likelihood === undefined) return [];
			return [
				{
					heading,
					score,
					likelihood,
					parts: own,
					evidence: strongestFirst(found.get(heading) ?? [], weights)
				}
			];
		});
	suggestions.sort((a, b) => b.score - a.score || a.heading - b.heading);
	return suggestions.slice(0, limit);
}

/** What some of the evidence of each heading comes to; headings that have none of it are left out. */
function scoresOf(
	found: ReadonlyMap<number, readonly Evidence[]>,
	counts: (evidence: Evidence) => boolean
): Map<number, number> {
	return new Map(
		[...found].flatMap(([heading, evidence]): [number, number][] => {
			const own = evidence.filter(counts);
			return own.length > 0 ? [[heading, joined(own)]] : [];
		})
	);
}

/** Whether a text is what an inverted label begins with: *alarms* of "Alarms, Clinical". */
function isHeadOf(text: string, label: string): boolean {
	const comma = label.indexOf(',');
	return comma > 0 && variantKey(label.slice(0, comma)) === variantKey(text);
}

/** Whether nothing but a part of the name speaks for a heading, and what stands near it. */
const isByPartAlone = ({
	textPart = 0,
	label = 0,
	coTagging: shared = 0,
	association: said = 0,
	memory = 0,
	mapping = 0
}: Parts) => textPart > 0 && label < CHANCE_LABEL && shared + said + memory + mapping === 0;

/** Several pieces of evidence as one, each taken as an independent chance to be right (noisy or). */
function joined(evidence: readonly Evidence[]): number {
	const scores = evidence.map(({ score }) => score).sort((a, b) => b - a);
	return 1 - scores.slice(0, PROBES_COUNTED).reduce((miss, score) => miss * (1 - Math.min(score, 0.97)), 1);
}

/** By how much a piece of evidence counts; the strongest of each kind before others of the same kind. */
function strongestFirst(evidence: Evidence[], weights: ReturnType<typeof weightsFor>): Evidence[] {
	const weightOf = ({ kind, score }: Evidence) =>
		score * (weights[kind === 'neighbour' ? 'neighbourhood' : kind] ?? 0);
	evidence.sort((a, b) => weightOf(b) - weightOf(a));
	const isFirst = (one: Evidence) => evidence.find(({ kind }) => kind === one.kind) === one;
	return [...evidence.filter(isFirst), ...evidence.filter((one) => !isFirst(one))];
}

function neighboursOf({ related, hierarchy }: EditionIndex, n: number): [Relation, Iterable<number>][] {
	const few = (list: ArrayLike<number>) => (list.length > MOST_NEIGHBOURS ? [] : Array.from(list));
	return [
		['related', few(related.at(n))],
		['narrower', few(hierarchy.narrower.at(n))],
		['broader', few(hierarchy.broader.at(n))],
		['sibling', hierarchy.broader.count(n) > 0 ? few(hierarchy.siblings(n)) : []]
	];
}
