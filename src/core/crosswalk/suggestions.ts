/**
 * Suggestions for a cell: headings that may stand for a concept in an index, each with its evidence.
 *
 * Evidence comes in parts, each scaled to 0–1: (a) labels, from the concept's words and from what is picked for it in other
 * indexes; (b) neighbourhood of strong matches in the hierarchy; (c) co-tagging and (d) association, from records, where
 * there are any; (e) memory of other inquiries; (f) known mappings between vocabularies. `likelihood.ts` combines them.
 */
import { lift, overRepresentation, type Counts } from '../evidence';
import { lookup, type Tier } from '../lookup';
import { contentWords, fold, type AcronymPair } from '../text';
import type { EditionIndex } from '../edition/edition-index';
import type { Fit } from './inquiry';
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

/** How much of a strong match's score its neighbours get. */
const NEIGHBOUR_SCORES = { related: 0.6, narrower: 0.5, broader: 0.4, sibling: 0.3 } as const;
export type Relation = keyof typeof NEIGHBOUR_SCORES;
/** A match this strong speaks for its neighbours too. */
const STRONG = 0.5;
/** Of a strong match with many neighbours of a kind, none is told apart by being one. */
const MOST_NEIGHBOURS = 40;

const RECORD_PARTS: readonly RecordPart[] = ['coTagging', 'association'];
/** Lists of suggestions are no longer than this. */
const MOST_SUGGESTED = 20;
/** G² at which evidence from records is half as good as it can be. */
const HALF_SURE = 15;
/** A smaller G² comes by chance once in a hundred times or oftener (chi-square, one degree of freedom). */
const BY_CHANCE = 6.63;

const MATCHES_PER_PROBE = 12;
/** What look-up puts first for a word of the concept is never less probable than this, as a person would see it there. */
const LEADING = [0.16, 0.06, 0.05, 0.05];
const MOST_PROBES = 60;
/** So many probes count towards one heading, the best ones. */
const PROBES_COUNTED = 3;

/** A text looked up as evidence, and where it comes from. */
export interface Probe {
	text: string;
	/** The concept's name or a word of it, or a heading picked in another index and its entry terms. */
	source: 'name' | 'word' | 'heading' | 'entry term';
	/** A word whose rest is left open: labels with a word that begins so are what was meant. */
	isStem?: boolean;
	/** Of a heading: the index it is picked in, and its label. */
	from?: { indexCode: string; label: string };
	weight: number;
}

/**
 * How often records have a heading. *Co-tagging*: of the works that are in another index too, those tagged there with
 * what is picked. *Association*: of all records of this index, those with the concept's words.
 */
export interface TaggedTogether extends Counts {
	heading: number;
	/** How many records there are, where only `n` of them, taken evenly, were counted. */
	sampledOf?: number;
}
export type RecordPart = 'coTagging' | 'association';

export type Evidence =
	| { kind: 'label'; probe: Probe; tier: Tier; matched: string; score: number }
	| { kind: 'neighbour'; relation: Relation; of: number; score: number }
	| { kind: RecordPart; a: number; n: number; sampledOf?: number; lift: number; score: number }
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
	of: { indexCode: string; label: string };
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

/** A heading picked for the concept in another index. */
export interface PickElsewhere {
	indexCode: string;
	label: string;
	entryTerms: readonly string[];
	fit: Fit;
}

/** The texts that speak for a concept, strongest first, none twice. O(words + picks and their entry terms). */
export function probesOf(
	name: string,
	words: readonly string[],
	elsewhere: readonly PickElsewhere[]
): Probe[] {
	const probes: Probe[] = [
		{ text: name, source: 'name', weight: 1 },
		...words.map((text): Probe => ({
			text: text.replace(/\*$/, ''),
			source: 'word',
			...(text.endsWith('*') && { isStem: true }),
			weight: wordScore(text)
		})),
		...elsewhere.flatMap(({ indexCode, label, entryTerms, fit }): Probe[] => {
			const from = { indexCode, label };
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
		fromRecords?: Partial<Record<RecordPart, readonly TaggedTogether[]>>;
		fromElsewhere?: readonly FromElsewhere[];
		/** Kinds of evidence that are not looked at, as if they could not be had. */
		without?: readonly Part[];
	} = {}
): Suggestion[] {
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
		if (!probe.from)
			for (const [rank, { heading }] of matches.slice(0, LEADING.length).entries())
				leading.set(heading, Math.max(LEADING[rank], leading.get(heading) ?? 0));
		const severalWords = contentWords(fold(probe.text)).length > 1;
		for (const { heading, tier, text, closeness, together, words = [] } of matches) {
			// Looser tiers take in much that is far off; how near the labels are tells those apart.
			const near = tier === 'exact' || tier === 'entry' || tier === 'variant' ? 1 : 0.5 + closeness / 2;
			const half = together ? 0.6 : 1;
			// A word that only shares its stem with the one that was meant tells less: “light metal” for lighting.
			const byStem = tier === 'all-words' && words.some(({ why }) => why === 'stem') ? BY_STEM : 1;
			const isMeant = probe.isStem && (tier === 'begins' || tier === 'stem');
			const told = isMeant
				? TIER_SCORES.variant
				: tier === 'note' && severalWords
					? WHOLE_NOTE
					: TIER_SCORES[tier];
			const score = told * (isMeant ? 1 : near) * half * byStem * probe.weight;
			add(heading, { kind: 'label', probe, tier, matched: text, score });
		}
	}
	const label = new Map([...found].map(([heading, evidence]) => [heading, joined(evidence)]));
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
		...RECORD_PARTS.flatMap((part): [Part, ReadonlyMap<number, number>][] => {
			const counted = fromRecords[part];
			if (!counted) return [];
			const scores = scaled(counted);
			for (const { heading, a, n, whole, all, sampledOf } of counted) {
				const score = scores.get(heading);
				if (score !== undefined)
					add(heading, {
						kind: part,
						a,
						n,
						...(sampledOf !== undefined && { sampledOf }),
						lift: lift({ a, n, whole, all }),
						score
					});
			}
			return [[part, scores]];
		})
	];
	const parts = everyPart.filter(([part]) => !without.includes(part));
	const all = new Set(parts.flatMap(([, scores]) => [...scores.keys()]));
	const had = parts.map(([part]) => part);
	const suggestions = [...all]
		.filter((heading) => !taken.has(heading) && index.retired[heading] === 0)
		.flatMap((heading): Suggestion[] => {
			const own = Object.fromEntries(parts.map(([part, scores]) => [part, scores.get(heading) ?? 0]));
			const score = Math.max(probability(own, had), had.includes('label') ? (leading.get(heading) ?? 0) : 0);
			const likelihood = likelihoodOf(score);
			if (likelihood === undefined) return [];
			return [
				{ heading, score, likelihood, parts: own, evidence: strongestFirst(found.get(heading) ?? [], had) }
			];
		});
	suggestions.sort((a, b) => b.score - a.score || a.heading - b.heading);
	return suggestions.slice(0, limit);
}

/** Several pieces of evidence as one, each taken as an independent chance to be right (noisy or). */
function joined(evidence: readonly Evidence[]): number {
	const scores = evidence.map(({ score }) => score).sort((a, b) => b - a);
	return 1 - scores.slice(0, PROBES_COUNTED).reduce((miss, score) => miss * (1 - Math.min(score, 0.97)), 1);
}

/** By log-likelihood: against the strongest of them, and less so where even that one is weak. */
function scaled(counted: readonly TaggedTogether[]): Map<number, number> {
	const found = counted.flatMap((counts): [number, number][] => {
		const strength = overRepresentation(counts);
		return strength > BY_CHANCE ? [[counts.heading, strength]] : [];
	});
	const strongest = found.reduce((most, [, strength]) => Math.max(most, strength), 0);
	return new Map(found.map(([heading, strength]) => [heading, strength / (strongest + HALF_SURE)]));
}

/** By how much a piece of evidence counts; the strongest of each kind before others of the same kind. */
function strongestFirst(evidence: Evidence[], had: readonly Part[]): Evidence[] {
	const weights = weightsFor(had);
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
