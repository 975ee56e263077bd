/**
 * One list of headings from two: those that labels lead to and those that records speak for, by reciprocal ranks
 * (G. V. Cormack, C. L. A. Clarke, S. Büttcher, "Reciprocal rank fusion outperforms Condorcet and individual rank learning
 * methods", 2009).
 */
import { saysIt, type Tier } from './tiers';

/** How much less a rank counts than the one before it. */
const SMOOTHING = 3;
/**
 * What a place in the list of labels counts, by tier, against one in that of records. A label that shares only some words is
 * met by chance, and one that holds more than what was typed gives way to what records say first: these two were set on one
 * part of a published set of definitions and judged on another, see `npm run bench look-up-by-records`; guesses count half by
 * definition.
 */
const WEIGHTS: Partial<Record<Tier, number>> = {
	'all-words': 0.95,
	'some-words': 0.2,
	begins: 0.5,
	note: 0.5,
	typo: 0.5
};
/** A text of so many content words meets every kind of label by single words of it. */
const LONG_TEXT = 4;
const BY_CHANCE = 0.1;

/**
 * The headings of both lists, each once, best first. O(n log n).
 * @param byLabel headings with the tier of their label, best first
 * @param byRecords headings that records speak for, best first
 * @param words content words of the text
 */
export function fused(
	byLabel: readonly { heading: number; tier: Tier }[],
	byRecords: readonly { heading: number }[],
	words: number
): number[] {
	const scores = new Map<number, number>();
	const add = (heading: number, rank: number, weight: number) =>
		scores.set(heading, (scores.get(heading) ?? 0) + weight / (SMOOTHING + rank));
	byLabel.forEach(({ heading, tier }, rank) => {
		const weight = WEIGHTS[tier] ?? 1;
		add(heading, rank, words >= LONG_TEXT ? Math.min(weight, BY_CHANCE) : weight);
	});
	byRecords.forEach(({ heading }, rank) => add(heading, rank, 1));
	// A label that is what was typed comes first, whatever records say.
	const firm = byLabel.filter(({ tier }) => saysIt(tier)).map(({ heading }) => heading);
	const isFirm = new Set(firm);
	const others = [...scores.keys()].filter((heading) => !isFirm.has(heading));
	others.sort((a, b) => (scores.get(b) as number) - (scores.get(a) as number));
	return [...firm, ...others];
}
