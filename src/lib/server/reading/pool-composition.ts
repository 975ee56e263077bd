/** What the works of a pooled list are made of, by what all indexes know of their records. */
import type { PoolRecord } from '../../../core/reading';
import type { ValueCounts } from '../../../core/search';
import { fold } from '../../../core/text';
import type { Person } from '../people';
import { poolDimension, type ValuesOfRecord, valuesIn } from './pool-values';
import { type PoolWish, poolOf } from './pooled-lists';
import { allowIn } from '../inquiry';

export interface PoolValue {
	/** What tells it from other values. */
	key: string;
	value: string;
	/** Works that have it, and how many of these each part has. */
	count: number;
	of: number[];
}

export interface PoolComposition {
	count: number;
	distinct: number;
	notLabelled: ValueCounts['notLabelled'];
	/** Most works first. */
	values: PoolValue[];
}

/** Values told at most. */
const MOST_TOLD = 300;

/** A work counts once for a value, however many of its records have it. O(values of the records). */
function compose(
	items: readonly (readonly PoolRecord[])[],
	parts: readonly ValuesOfRecord[]
): PoolComposition {
	const counts = new Map<string, PoolValue>();
	let notLabelled = 0;
	for (const item of items) {
		const own = new Map<string, { value: string; parts: Set<number> }>();
		for (const { part, record } of item)
			for (const { key, value } of parts[part](record)) {
				const known = own.get(key) ?? { value, parts: new Set() };
				known.parts.add(part);
				own.set(key, known);
			}
		if (own.size === 0) notLabelled++;
		for (const [key, { value, parts: having }] of own) {
			const known = counts.get(key) ?? { key, value, count: 0, of: parts.map(() => 0) };
			known.count++;
			for (const part of having) known.of[part]++;
			counts.set(key, known);
		}
	}
	const values = [...counts.values()].sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
	return { count: items.length, distinct: values.length, notLabelled, values };
}

export async function compositionOfPool(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish,
	by: string,
	find: string
): Promise<PoolComposition> {
	await allowIn(person, 'read', inquiryId);
	const dimension = poolDimension(by);
	const { found, region } = await poolOf(person, inquiryId, wish);
	const composed = compose(region, await Promise.all(found.map((part) => valuesIn(part, dimension))));
	const wanted = fold(find);
	const values = composed.values.filter(({ value }) => wanted === '' || fold(value).includes(wanted));
	return { ...composed, distinct: values.length, values: values.slice(0, MOST_TOLD) };
}
