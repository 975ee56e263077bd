/** Headings that came later than the period searched begins, and those that carry the years before. */
import { pickName } from './describe';
import { pickOfHeadings } from './cells';
import type { Command, Inquiry, Pick, PickedHeading } from './inquiry';
import { inYear } from './limits';
import { limitsOfIndex } from './limit-commands';
import { switchesOf } from './together';

/** What an edition says of when headings came and whose place they took, by their place in it. */
export interface Chains {
	/** Nothing for those of which it does not say. */
	introduced: ReadonlyMap<number, number>;
	predecessors: ReadonlyMap<number, readonly number[]>;
}

/**
 * Headings that were used before another came: its predecessors, and theirs as long as they came too late as well. One of
 * which it is not said when it came was always there. Chains may go round. O(headings of the chains).
 * @param from the first year that is searched
 */
export function predecessorsFrom(n: number, from: number, { introduced, predecessors }: Chains): number[] {
	const found = new Set<number>();
	const waiting = [n];
	for (const one of waiting) {
		if ((introduced.get(one) ?? -Infinity) <= from) continue;
		for (const before of predecessors.get(one) ?? []) {
			if (before === n || found.has(before)) continue;
			found.add(before);
			waiting.push(before);
		}
	}
	return [...found];
}

/** The first year that the strategy of an index searches; undefined where no limit says one. */
export function firstYear(inquiry: Inquiry, indexCode: string, now: number): number | undefined {
	const settings = inquiry.strategies[indexCode] as Inquiry['strategies'][string] | undefined;
	if (settings?.lifted) return undefined;
	const limit = limitsOfIndex(inquiry, indexCode).find(({ field }) => field === 'dc.date');
	return limit && inYear(limit, now).from;
}

/** Of some headings those that are not picked in the cell of a pick. */
export const notPicked = (inquiry: Inquiry, pick: Pick, headings: readonly PickedHeading[]) =>
	headings.filter(({ uri }) => {
		const known = pickOfHeadings(inquiry, pick.conceptId, pick.indexCode, [uri]);
		return !known || known.role === 'rejected';
	});

/** Picks the headings that carry the earlier years, with the switches of the pick that came after them. */
export function takePredecessors(pick: Pick, headings: readonly PickedHeading[], edition: string): Command {
	return {
		kind: 'many',
		title: `Took what came before ${pickName(pick)}`,
		commands: headings.map((heading, i) => ({
			...switchesOf(pick),
			cuts: [],
			kind: 'pick.add' as const,
			id: `${pick.id}.before${i + 1}`,
			conceptId: pick.conceptId,
			indexCode: pick.indexCode,
			headings: [heading],
			edition,
			fit: 'notJudged' as const,
			note: `Carries the years before “${pickName(pick)}”.`
		}))
	};
}
