/** What the works of a pooled list are made of, by what all indexes know of their records. */
import type { PoolRecord, ValueCounts } from '../../../core/reading';
import type { Leaf, RecordSet } from '../../../core/search';
import { fold } from '../../../core/text';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import type { Found } from '../search';
import { valuesOfDimension, type Listed } from './index-values';
import { type PoolWish, poolOf } from './pooled-lists';

/** Dimensions that mean the same in every index; headings and limits are each index's own. */
export const POOL_DIMENSIONS = [
	'year',
	'source',
	'author',
	'affiliation',
	'funder',
	'language',
	'type'
] as const;
export type PoolDimension = (typeof POOL_DIMENSIONS)[number];
const FIELDS: Partial<Record<PoolDimension, string>> = {
	year: 'dc.date',
	language: 'dc.language',
	type: 'dc.type'
};

export interface PoolValue {
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

/** Of each record of a part what it has of a dimension: what tells a value from others, and how it is written. */
type ValuesOfRecord = (record: number) => { key: string; value: string }[];

async function valuesIn({ at: { sets }, result }: Found, by: PoolDimension): Promise<ValuesOfRecord> {
	const field = FIELDS[by];
	if (field === undefined) {
		const { lists, names, keys } = await valuesOfDimension(sets, by as Listed);
		return (record) => Array.from(lists.of(record), (value) => ({ key: keys[value], value: names[value] }));
	}
	const values = (await sets.limitValues()).get(field) ?? [];
	const leaves = values.map(({ value }): Leaf => ({ kind: 'value', field, value }));
	const loaded = await sets.load(leaves);
	const byRecord = new Map<number, { key: string; value: string }[]>();
	values.forEach(({ value }, i) => {
		for (const n of within(loaded.of(leaves[i]), result))
			byRecord.set(n, [...(byRecord.get(n) ?? []), { key: value, value }]);
	});
	return (record) => byRecord.get(record) ?? [];
}
const within = (set: RecordSet, result: RecordSet) => set.and(result).toArray();

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
			const known = counts.get(key) ?? { value, count: 0, of: parts.map(() => 0) };
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
	allow(person, 'read');
	const dimension = POOL_DIMENSIONS.find((known) => known === by);
	if (!dimension)
		throw new ServiceError(
			422,
			'unknown-dimension',
			`A pooled list is not broken down by “${by}”. It is by ${POOL_DIMENSIONS.join(', ')}.`
		);
	const { found, region } = await poolOf(person, inquiryId, wish);
	const composed = compose(region, await Promise.all(found.map((part) => valuesIn(part, dimension))));
	const wanted = fold(find);
	const values = composed.values.filter(({ value }) => wanted === '' || fold(value).includes(wanted));
	return { ...composed, distinct: values.length, values: values.slice(0, MOST_TOLD) };
}
