/** What a change would come to, before it is made. */
import type { Command, PickedHeading } from '../../../core/crosswalk';
import {
	evaluate,
	headingExpression,
	leavesOf,
	leavesOfPrices,
	pricesOf,
	RecordSet,
	type HeadingTest,
	type Leaf,
	type Prices
} from '../../../core/search';
import { allow, type Person } from '../people';
import { ServiceError } from '../errors';
import { searchable } from './searchable';
import { prepareWith, prepare, resultFor } from './searching';
import { allowIn } from '../inquiry';

/** What the switches of a pick would make it find in its index, each set otherwise than it is. */
export async function pickPrices(
	person: Person | undefined,
	code: string,
	{ test, ...priced }: { test: HeadingTest; aspects: string[]; cuts: PickedHeading[] }
): Promise<Prices> {
	allow(person, 'read');
	const { sets, vocabulary } = await searchable(code);
	return pricesOf(test, priced, await sets.load(leavesOfPrices(test, priced), vocabulary));
}

/** Headings on the same record, and on any. */
export interface JointCount {
	together: number;
	any: number;
}

/** How many records carry all of some headings, and how many any of them. */
export async function jointCount(
	person: Person | undefined,
	code: string,
	uris: readonly string[]
): Promise<JointCount> {
	allow(person, 'read');
	const { sets, vocabulary } = await searchable(code);
	const each = uris.map((uri) =>
		headingExpression({
			headings: [{ uri, label: '' }],
			withNarrower: false,
			cuts: [],
			chief: false,
			aspects: []
		})
	);
	const loaded = await sets.load(leavesOf(each), vocabulary);
	const found = each.map((one) => evaluate(one, loaded));
	return {
		together: found.reduce((left, set) => left.and(set)).size,
		any: RecordSet.union(found).size
	};
}

export interface ChangePrices {
	/** What the strategy finds as it stands, or as it is tried. */
	count: number;
	/** What it would find with each of the changes, each alone; null where the change cannot be made. */
	counts: (number | null)[];
}

/** What each of some changes would make a strategy find. As many results as there are changes. */
export async function changePrices(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	tried: readonly Command[],
	each: readonly Command[]
): Promise<ChangePrices> {
	await allowIn(person, 'read', inquiryId);
	const at = await prepare(inquiryId, code, tried);
	const counts: (number | null)[] = [];
	for (const command of each) {
		try {
			const changed = prepareWith(at, code, command);
			counts.push((await resultFor(changed, changed.strategy)).size);
		} catch (error) {
			if (!(error instanceof ServiceError)) throw error;
			counts.push(null);
		}
	}
	return { count: (await resultFor(at, at.strategy)).size, counts };
}

export interface LimitPrices {
	/** What the strategy finds now, and what it would find without this limit. */
	count: number;
	without: number;
	/** For each value: how many of those found without the limit have it, and what setting or unsetting it would leave. */
	values: { value: string; size: number; then: number }[];
	/** Of those found without the limit, how many have no value at all. */
	notLabelled: number;
}

/** The values of a limit within what a strategy finds. */
export async function limitPrices(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	tried: readonly Command[],
	field: string
): Promise<LimitPrices> {
	await allowIn(person, 'read', inquiryId);
	const at = await prepare(inquiryId, code, tried);
	const { sets, strategy } = at;
	const known = await sets.valuesOf(field);
	const leaves = known.map(({ value }): Leaf => ({ kind: 'value', field, value }));
	const labelled: Leaf = { kind: 'labelled', field };
	const [found, without, loaded] = await Promise.all([
		resultFor(at, strategy),
		resultFor(at, { ...strategy, limits: strategy.limits.filter((limit) => limit.field !== field) }),
		sets.load([...leaves, labelled])
	]);
	const set = strategy.lifted ? [] : (strategy.limits.find((limit) => limit.field === field)?.values ?? []);
	const within = new Map(known.map(({ value }, i) => [value, without.and(loaded.of(leaves[i]))]));
	const values = known.map(({ value }) => {
		const after = set.includes(value) ? set.filter((other) => other !== value) : [...set, value];
		const left = after.flatMap((other) => within.get(other) ?? []);
		return {
			value,
			size: within.get(value)?.size ?? 0,
			// Without any value there is no limit.
			then: after.length === 0 ? without.size : RecordSet.union(left).size
		};
	});
	return {
		count: found.size,
		without: without.size,
		values,
		notLabelled: without.size - without.andSize(loaded.of(labelled))
	};
}
