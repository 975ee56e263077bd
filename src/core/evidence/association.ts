/**
 * How much more often something comes with one part of a collection than with the rest of it: Dunning's log-likelihood
 * ratio (T. Dunning, "Accurate methods for the statistics of surprise and coincidence", Computational Linguistics 19,
 * 1993), which keeps its head where counts are small.
 */

/** Counts of records: `a` of the `n` in the part have it, and `whole` of the `all` in the collection. */
export interface Counts {
	a: number;
	n: number;
	whole: number;
	all: number;
}

/**
 * G², with natural logarithms and 0·ln 0 = 0; 0 where the part and the rest have it equally often, and never below. It
 * tells nothing of the direction. O(1).
 */
export function logLikelihood({ a, n, whole, all }: Counts): number {
	const rest = all - n;
	const elsewhere = whole - a;
	const sum =
		share(a, (n * whole) / all) +
		share(n - a, (n * (all - whole)) / all) +
		share(elsewhere, (rest * whole) / all) +
		share(rest - elsewhere, (rest * (all - whole)) / all);
	return Math.max(0, 2 * sum);
}

const share = (observed: number, expected: number) =>
	observed > 0 ? observed * Math.log(observed / expected) : 0;

/** How many times as often the part has it as the whole collection, itself included; 0 where there is nothing. */
export function lift({ a, n, whole, all }: Counts): number {
	return n > 0 && whole > 0 ? a / n / (whole / all) : 0;
}

/** Fewer than this tell nothing. */
export const LEAST_RECORDS = 5;

/** G² where the part has it more often than the rest does, and often enough to tell; 0 otherwise. */
export function overRepresentation(counts: Counts, least = LEAST_RECORDS): number {
	return counts.a >= least && lift(counts) > 1 ? logLikelihood(counts) : 0;
}
