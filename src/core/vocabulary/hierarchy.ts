/** The hierarchy of a vocabulary: what lies below and above a heading. Cycles are tolerated everywhere. */
import { Rows } from './packed';

/** The most paths listed for one heading. */
export const MOST_PATHS = 50;

/** All listed paths together hold no more headings than this. */
export const MOST_ON_PATHS = 10_000;
/** Steps taken in looking for paths. */
const MOST_STEPS = 200_000;

/** Headings and, place by place, how many steps down each is. */
export interface Below {
	headings: Uint32Array;
	depths: Uint16Array;
}

export class Hierarchy {
	readonly narrower: Rows;

	/** @param broader for each heading, the headings directly broader than it */
	constructor(readonly broader: Rows) {
		this.narrower = broader.inverse(broader.length);
	}

	/**
	 * The distinct headings reachable by narrower links, the heading itself left out, with the fewest steps to each;
	 * nearest first. Headings in `cuts` are not entered. O(headings and links below), and a byte for every heading.
	 */
	below(heading: number, cuts?: ReadonlySet<number>): Below {
		const size = this.broader.length;
		const seen = new Uint8Array(size);
		seen[heading] = 1;
		if (cuts) for (const cut of cuts) seen[cut] = 1;
		const found = new Uint32Array(size);
		const depths = new Uint16Array(size);
		const { starts, values } = this.narrower.parts();
		let end = 0;
		let depth = 0;
		// The list is its own queue: what has been found is taken up in the order it was found.
		for (let at = -1; at < end; at++) {
			const from = at < 0 ? heading : found[at];
			depth = at < 0 ? 1 : depths[at] + 1;
			for (let i = starts[from]; i < starts[from + 1]; i++) {
				const child = values[i];
				if (seen[child]) continue;
				seen[child] = 1;
				found[end] = child;
				depths[end++] = Math.min(depth, 65_535);
			}
		}
		return { headings: found.subarray(0, end), depths: depths.subarray(0, end) };
	}

	/** The distinct headings reachable by broader links, the heading itself left out. O(headings and links above). */
	above(heading: number): number[] {
		const found: number[] = [];
		const seen = new Set([heading]);
		for (let at = -1; at < found.length; at++)
			for (const parent of this.broader.at(at < 0 ? heading : found[at])) {
				if (seen.has(parent)) continue;
				seen.add(parent);
				found.push(parent);
			}
		return found;
	}

	/** By heading, one more than how many lie below; 0 until it is known. */
	private belowCounts: Uint32Array | undefined;
	/** Used again for every count: in which round each heading was last seen, and the queue of a round. */
	private scratch: { seenIn: Uint32Array; queue: Uint32Array; round: number } | undefined;

	/** How many distinct headings lie below; remembered after the first time. O(headings and links below). */
	belowCount(heading: number): number {
		if (this.narrower.count(heading) === 0) return 0;
		this.belowCounts ??= new Uint32Array(this.broader.length);
		if (this.belowCounts[heading] === 0) this.belowCounts[heading] = this.countBelow(heading) + 1;
		return this.belowCounts[heading] - 1;
	}

	private countBelow(heading: number): number {
		const size = this.broader.length;
		this.scratch ??= { seenIn: new Uint32Array(size), queue: new Uint32Array(size), round: 0 };
		const { seenIn, queue } = this.scratch;
		const round = ++this.scratch.round;
		const { starts, values } = this.narrower.parts();
		seenIn[heading] = round;
		let end = 0;
		for (let at = -1; at < end; at++) {
			const from = at < 0 ? heading : queue[at];
			for (let i = starts[from]; i < starts[from + 1]; i++) {
				if (seenIn[values[i]] === round) continue;
				seenIn[values[i]] = round;
				queue[end++] = values[i];
			}
		}
		return end;
	}

	/** Headings without a broader one, in order. O(headings). */
	tops(): number[] {
		const tops: number[] = [];
		for (let heading = 0; heading < this.broader.length; heading++)
			if (this.broader.count(heading) === 0) tops.push(heading);
		return tops;
	}

	/** Headings that lie below themselves; found out once. O(headings and links). */
	private cyclic: Uint8Array | undefined;

	private isCyclic(heading: number): boolean {
		this.cyclic ??= onCycles(this.broader);
		return this.cyclic[heading] === 1;
	}

	/**
	 * Every path from a top heading down to this one, both included, shortest first; at most `MOST_PATHS` of them and
	 * the total. A path that runs into a cycle is followed only as far as it does not repeat itself, and one that never
	 * reaches a top is left out. Paths are counted up to a bound of work, and listed as long as all of them together hold
	 * no more than `MOST_ON_PATHS` headings; `complete` says whether either bound was met.
	 */
	paths(heading: number): { paths: number[][]; total: number; complete: boolean } {
		const paths: number[][] = [];
		let total = 0;
		let work = 0;
		let listed = 0;
		let complete = true;
		// Breadth first, so that the shortest come first and the rest need only be counted. Each step knows the one below.
		let frontier: Step[] = [{ heading, length: 1, below: undefined }];
		while (frontier.length > 0 && work < MOST_STEPS) {
			const next: Step[] = [];
			for (const step of frontier) {
				work++;
				const parents = this.broader.at(step.heading);
				if (parents.length === 0) {
					total++;
					if (paths.length >= MOST_PATHS) continue;
					if (listed + step.length > MOST_ON_PATHS) complete = false;
					else {
						paths.push(downFrom(step));
						listed += step.length;
					}
				}
				for (const parent of parents) {
					// Only on a cycle can a path come back to where it was.
					if (this.isCyclic(parent)) {
						work += step.length;
						if (isOn(step, parent)) continue;
					}
					next.push({ heading: parent, length: step.length + 1, below: step });
				}
			}
			frontier = next;
		}
		return { paths, total, complete: complete && frontier.length === 0 };
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

/** A heading on a way up, with the one below it. */
interface Step {
	heading: number;
	length: number;
	below: Step | undefined;
}

function downFrom(step: Step): number[] {
	const path: number[] = [];
	for (let at: Step | undefined = step; at; at = at.below) path.push(at.heading);
	return path;
}

function isOn(step: Step, heading: number): boolean {
	for (let at: Step | undefined = step; at; at = at.below) if (at.heading === heading) return true;
	return false;
}

/**
 * Headings that can be reached from themselves, marked by 1: what is left once every heading without a broader one is
 * taken away, again and again, from above and from below (Kahn 1962), but for what only lies between two cycles, which is
 * marked too: it costs a look and changes nothing. O(headings and links).
 */
function onCycles(broader: Rows): Uint8Array {
	const left = new Uint8Array(broader.length).fill(1);
	const narrower = broader.inverse(broader.length);
	for (const [up, down] of [
		[broader, narrower],
		[narrower, broader]
	]) {
		const degree = Uint32Array.from({ length: up.length }, (_, n) => up.count(n));
		const queue: number[] = [];
		for (let n = 0; n < up.length; n++) if (degree[n] === 0) queue.push(n);
		for (let n = queue.pop(); n !== undefined; n = queue.pop()) {
			left[n] = 0;
			for (const other of down.at(n)) if (--degree[other] === 0) queue.push(other);
		}
	}
	return left;
}
