/** The hierarchy of a vocabulary: what lies below and above a heading. Cycles are tolerated everywhere. */
import { Rows } from './packed';

/** The most paths listed for one heading. */
export const MOST_PATHS = 50;

export class Hierarchy {
	readonly narrower: Rows;

	/** @param broader for each heading, the headings directly broader than it */
	constructor(readonly broader: Rows) {
		this.narrower = broader.inverse(broader.length);
	}

	/**
	 * The distinct headings reachable by narrower links, the heading itself left out, with the fewest steps to each;
	 * nearest first. Headings in `cuts` are not entered. O(headings and links below).
	 */
	below(heading: number, cuts: ReadonlySet<number> = new Set()): { heading: number; depth: number }[] {
		const seen = new Set([heading]);
		const found: { heading: number; depth: number }[] = [];
		let frontier = [heading];
		for (let depth = 1; frontier.length > 0; depth++) {
			const next: number[] = [];
			for (const from of frontier)
				for (const child of this.narrower.at(from)) {
					if (seen.has(child) || cuts.has(child)) continue;
					seen.add(child);
					found.push({ heading: child, depth });
					next.push(child);
				}
			frontier = next;
		}
		return found;
	}

	private readonly belowCounts = new Map<number, number>();

	/** How many distinct headings lie below; remembered after the first time. */
	belowCount(heading: number): number {
		let count = this.belowCounts.get(heading);
		if (count === undefined) {
			count = this.narrower.count(heading) === 0 ? 0 : this.below(heading).length;
			this.belowCounts.set(heading, count);
		}
		return count;
	}

	/** Headings without a broader one, in order. O(headings). */
	tops(): number[] {
		const tops: number[] = [];
		for (let heading = 0; heading < this.broader.length; heading++)
			if (this.broader.count(heading) === 0) tops.push(heading);
		return tops;
	}

	/**
	 * Every path from a top heading down to this one, both included, shortest first; at most `MOST_PATHS` of them and
	 * the total. A path that runs into a cycle is followed only as far as it does not repeat itself, and one that never
	 * reaches a top is left out. The total counts paths up to a bound of work, and says when it stopped there.
	 */
	paths(heading: number): { paths: number[][]; total: number; complete: boolean } {
		const paths: number[][] = [];
		let total = 0;
		let work = 0;
		// Breadth first, so that the shortest come first and the rest need only be counted.
		let frontier: number[][] = [[heading]];
		while (frontier.length > 0 && work < 20_000) {
			const next: number[][] = [];
			for (const path of frontier) {
				work++;
				const parents = this.broader.at(path[0]);
				if (parents.length === 0) {
					total++;
					if (paths.length < MOST_PATHS) paths.push(path);
				}
				for (const parent of parents) if (!path.includes(parent)) next.push([parent, ...path]);
			}
			frontier = next;
		}
		return { paths, total, complete: frontier.length === 0 };
	}

	/** Headings that share a broader heading with this one, itself left out, ascending; for a top, the other tops. */
	siblings(heading: number): number[] {
		const parents = this.broader.at(heading);
		if (parents.length === 0) return this.tops().filter((other) => other !== heading);
		const found = new Set<number>();
		for (const parent of parents) for (const child of this.narrower.at(parent)) found.add(child);
		found.delete(heading);
		return [...found].sort((a, b) => a - b);
	}
}
