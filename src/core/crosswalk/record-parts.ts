/** What records say for headings, as parts of the evidence for a suggestion. */
import { lift, overRepresentation, type Counts } from '../evidence';
import type { Part } from './likelihood';

/** Of records that say a text: where their evidence is half as good as it can be, and what tells nothing. */
const HALF_SAID = 0.15;
const LEAST_SAID = 0.05;
const FEW_RECORDS = 2;
/** Records that hold less of a text than this say another one. */
const LEAST_HELD = 0.5;
/** One record says nothing. */
const LEAST_SAYING = 2;
/** Those that hold less than this say a part of it; what records say of a part tells less. */
const LEAST_OF_WHOLE = 0.75;
const SAID_OF_PART = 0.6;
/** G² at which evidence from works of two indexes is half as good as it can be. */
const HALF_SURE = 15;
/** A smaller G² comes by chance once in a hundred times or oftener (chi-square, one degree of freedom). */
const BY_CHANCE = 6.63;

/** How often records have a heading: of the works that are in another index too, those tagged there with what is picked. */
export interface TaggedTogether extends Counts {
	heading: number;
}
/** A heading on records that say a text of the concept: see the entry vocabulary. */
export interface SaidTogether {
	heading: number;
	/** The name, the word, or a part of the name. */
	text: string;
	isPart?: boolean;
	/** So many of the records carry it, out of so many, and how many times its usual share that is. */
	on: number;
	of: number;
	lift: number;
	/** How probable it is on them and how much more so than on any record. */
	score: number;
	/** What those that carry it count for together, and how much of the text they hold. */
	weight: number;
	share: number;
}
export interface FromRecords {
	coTagging?: readonly TaggedTogether[];
	association?: readonly SaidTogether[];
}

/** What is told of a heading by works of two indexes, or by records that say a text. */
export type RecordEvidence =
	| { kind: 'coTagging'; a: number; n: number; lift: number; score: number }
	| { kind: 'association'; text: string; a: number; n: number; lift: number; score: number };

type Add = (heading: number, evidence: RecordEvidence) => void;

/** By log-likelihood: against the strongest of them, and less so where even that one is weak. */
export function coTagging(counted: readonly TaggedTogether[], add: Add): [Part, ReadonlyMap<number, number>] {
	const found = counted
		.map((counts) => ({ counts, strength: overRepresentation(counts) }))
		.filter(({ strength }) => strength > BY_CHANCE);
	const strongest = found.reduce((most, { strength }) => Math.max(most, strength), 0);
	const scores = new Map<number, number>();
	for (const { counts, strength } of found) {
		const score = strength / (strongest + HALF_SURE);
		scores.set(counts.heading, score);
		add(counts.heading, { kind: 'coTagging', a: counts.a, n: counts.n, lift: lift(counts), score });
	}
	return ['coTagging', scores];
}

/**
 * By what records say of each text of the concept; of several texts the one that tells most.
 * @param byPart what they say of parts of the name is added to this
 */
export function association(
	said: readonly SaidTogether[],
	add: Add,
	byPart: Map<number, number>
): [Part, ReadonlyMap<number, number>] {
	const scores = new Map<number, number>();
	const saidOfPart = new Map<number, number>();
	for (const { heading, text, on, of, lift: times, score: told, weight, share, isPart } of said) {
		if (share < LEAST_HELD || on < LEAST_SAYING) continue;
		// Records that hold little of a text tell little of it, and so do one or two.
		const strength = (told * share * share * weight) / (weight + FEW_RECORDS);
		const score = strength / (strength + HALF_SAID);
		if (score < LEAST_SAID) continue;
		add(heading, { kind: 'association', text, a: on, n: of, lift: times, score });
		if (isPart || share < LEAST_OF_WHOLE) {
			const most = saidOfPart.get(heading) ?? 0;
			saidOfPart.set(heading, Math.max(most, SAID_OF_PART * score));
		} else scores.set(heading, Math.max(score, scores.get(heading) ?? 0));
	}
	for (const [heading, score] of saidOfPart)
		byPart.set(heading, 1 - (1 - score) * (1 - (byPart.get(heading) ?? 0)));
	return ['association', scores];
}
