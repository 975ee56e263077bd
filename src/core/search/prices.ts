/** What a pick would find with one of its switches set otherwise: its price, known before it is set. */
import { evaluate, headingExpression, leavesOf, type Sets } from './evaluate';
import type { Leaf } from './expression';
import type { HeadingTest } from './strategy';
import type { PickedHeading } from '../crosswalk/inquiry';

/** Numbers of records, each with one thing otherwise than it is. */
export interface Prices {
	/** As it is. */
	now: number;
	/** With narrower, or without where it is with. */
	narrower: number;
	chief: number;
	/** With an aspect added, or taken away where it is there; by its name. */
	aspects: Record<string, number>;
	/** With a branch cut, or put back where it is cut; by the URI of the heading it begins with. */
	cuts: Record<string, number>;
}

/** Which switches a price is asked for, besides narrower and chief. */
interface Priced {
	aspects: readonly string[];
	cuts: readonly PickedHeading[];
}

function changesOf(test: HeadingTest, { aspects, cuts }: Priced) {
	const without = <T>(list: readonly T[], at: number) => list.filter((_, i) => i !== at);
	const toggled = <T>(list: readonly T[], item: T, at: number) =>
		at < 0 ? [...list, item] : without(list, at);
	return {
		narrower: { ...test, withNarrower: !test.withNarrower, cuts: [] },
		chief: { ...test, chief: !test.chief },
		aspects: aspects.map(
			(aspect) =>
				[aspect, { ...test, aspects: toggled(test.aspects, aspect, test.aspects.indexOf(aspect)) }] as const
		),
		cuts: cuts.map((cut) => {
			const at = test.cuts.findIndex(({ uri }) => uri === cut.uri);
			return [cut.uri, { ...test, withNarrower: true, cuts: toggled(test.cuts, cut, at) }] as const;
		})
	};
}

/** The sets that prices need. */
export function leavesOfPrices(test: HeadingTest, priced: Priced): Leaf[] {
	const { narrower, chief, aspects, cuts } = changesOf(test, priced);
	const others = [...aspects, ...cuts].map(([, changed]) => changed);
	return leavesOf([test, narrower, chief, ...others].map(headingExpression));
}

/** O(sets of the switches asked for). */
export function pricesOf(test: HeadingTest, priced: Priced, sets: Sets): Prices {
	const { narrower, chief, aspects, cuts } = changesOf(test, priced);
	const size = (changed: HeadingTest) => evaluate(headingExpression(changed), sets).size;
	const sizes = (changes: readonly (readonly [string, HeadingTest])[]) =>
		Object.fromEntries(changes.map(([name, changed]) => [name, size(changed)]));
	return {
		now: size(test),
		narrower: size(narrower),
		chief: size(chief),
		aspects: sizes(aspects),
		cuts: sizes(cuts)
	};
}
