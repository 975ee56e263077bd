/** What the records of a pooled list have of what all indexes know of theirs. */
import type { Leaf, RecordSet } from '../../../core/search';
import { ServiceError } from '../errors';
import type { Found } from '../search';
import { valuesOfDimension, type Listed } from './index-values';

/** Dimensions that mean the same in every index; headings and limits are each index's own. */
export const POOL_DIMENSIONS = [
	'year',
	'source',
	'author',
	'affiliation',
	'funder',
	'language',
	'type',
	'availability'
] as const;
export type PoolDimension = (typeof POOL_DIMENSIONS)[number];
const FIELDS: Partial<Record<PoolDimension, string>> = {
	year: 'dc.date',
	language: 'dc.language',
	type: 'dc.type'
};

/** @throws ServiceError for what is no dimension of several indexes, with those that are */
export function poolDimension(name: string): PoolDimension {
	const known = POOL_DIMENSIONS.find((one) => one === name);
	if (known) return known;
	throw new ServiceError(
		422,
		'unknown-dimension',
		`A pooled list is not broken down by “${name}”. It is by ${POOL_DIMENSIONS.join(', ')}.`
	);
}

/** Of each record of a part what it has of a dimension: what tells a value from others, and how it is written. */
export type ValuesOfRecord = (record: number) => { key: string; value: string }[];

export async function valuesIn({ at: { sets }, result }: Found, by: PoolDimension): Promise<ValuesOfRecord> {
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
