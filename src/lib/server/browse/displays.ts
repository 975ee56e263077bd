/** The three displays of a vocabulary: hierarchical, alphabetical, permuted. */
import { headingsHolding, rollLength, rollLines, rollPlace, type RollKind } from '../../../core/lookup';
import { allow, type Person } from '../people';
import { currentIndex, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { headingCounts } from './heading-counts';
import { byLabel, lineOf, type HeadingLine } from './look-up';

async function indexOf(person: Person | undefined, code: string) {
	allow(person, 'read');
	const current = await currentIndex(code);
	const { index: subjectIndex, edition } = current;
	if (!edition)
		throw new ServiceError(404, 'no-vocabulary', `${subjectIndex.name} has no vocabulary loaded.`);
	const [index, counts] = await Promise.all([editionIndex(edition), headingCounts(current)]);
	return { index, counts };
}

/** A window on a roll. */
export async function rollWindow(
	person: Person | undefined,
	code: string,
	kind: RollKind,
	from: number,
	count: number
) {
	const { index, counts } = await indexOf(person, code);
	const lines = rollLines(index.labels, kind, from, count).map(({ headings, ...line }) => ({
		...line,
		headings: headings.map((n) => lineOf(index, n, counts))
	}));
	return { total: rollLength(index.labels, kind), from, lines };
}

export type RollWindow = Awaited<ReturnType<typeof rollWindow>>;

export async function rollPlaceOf(person: Person | undefined, code: string, kind: RollKind, typed: string) {
	const { index } = await indexOf(person, code);
	return { at: rollPlace(index.labels, kind, typed) };
}

/** The most headings sent when many levels are opened at once. */
const MOST_OPENED = 20_000;

/**
 * The hierarchy from its tops to a depth, as lists of narrower headings by heading; the tops stand under the empty
 * name. Stops at the most that is sent, and says so. O(headings sent).
 */
export async function hierarchyTo(person: Person | undefined, code: string, depth: number) {
	const { index, counts } = await indexOf(person, code);
	const { hierarchy } = index;
	const children: Record<string, HeadingLine[]> = {};
	const tops = hierarchy.tops();
	let level = tops.slice(0, MOST_OPENED);
	children[''] = level.map((n) => lineOf(index, n, counts)).sort(byLabel);
	const seen = new Set(level);
	let complete = level.length === tops.length;
	for (let at = 1; at < depth && level.length > 0; at++) {
		const next: number[] = [];
		for (const n of level) {
			const below = [...hierarchy.narrower.at(n)];
			if (below.length === 0) continue;
			if (seen.size + below.length > MOST_OPENED) {
				complete = false;
				continue;
			}
			children[index.keys.at(n)] = below.map((other) => lineOf(index, other, counts)).sort(byLabel);
			for (const other of below)
				if (!seen.has(other)) {
					seen.add(other);
					next.push(other);
				}
		}
		level = next;
	}
	return { children, complete };
}

/** Ways down to one match that a filter shows; the lineage shows them all. */
const MOST_WAYS = 4;
/** Lines that a filter shows in all. */
const MOST_LINES = 10_000;

/** The headings that hold a text, with the ways down to them; as many as come to `MOST_LINES` lines. */
export async function hierarchyHolding(person: Person | undefined, code: string, typed: string) {
	const { index, counts } = await indexOf(person, code);
	const { headings, total } = headingsHolding(index.labels, typed);
	const matches: { id: string; paths: HeadingLine[][] }[] = [];
	let lines = 0;
	for (const n of headings) {
		const found = index.hierarchy.paths(n).paths.slice(0, MOST_WAYS);
		// One on a cycle has no way down from a top, and one that lies very deep none that can be shown: each stands alone.
		const ways = found.length > 0 ? found : [[n]];
		lines += ways.reduce((sum, way) => sum + way.length, 0);
		if (lines > MOST_LINES) break;
		matches.push({
			id: index.keys.at(n),
			paths: ways.map((way) => way.map((other) => lineOf(index, other, counts)))
		});
	}
	return { matches, total };
}
