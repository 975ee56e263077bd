/** By what a result can be broken down, and which records have a value of it. */
import type { ValueCounts } from '../../../core/search';
import { COMMON_LIMITS, type Leaf, RecordSet } from '../../../core/search';
import { ServiceError } from '../errors';
import { catalogue } from '../holdings';
import type { Found } from '../search';
import { keyOfValue, type Listed, LISTED, raisedHeadings, valuesOfDimension } from './index-values';

/** What the public names of some dimensions stand for among the limits. */
const FIELDS: Record<string, string> = { year: 'dc.date', language: 'dc.language', type: 'dc.type' };

export type Dimension =
	| { kind: 'listed'; name: Listed }
	| { kind: 'broader'; name: 'headingWithBroader' }
	| { kind: 'field'; name: string; field: string; label: string }
	/** The library that is asked answers for one work at a time only. */
	| { kind: 'unknown'; name: 'availability' };

type At = Found['at'];

/** Every dimension of an index, by name. */
export function dimensionsOf({ limits }: At): Dimension[] {
	const fields = Object.entries(FIELDS).map(([name, field]): Dimension => {
		const label = COMMON_LIMITS.find((limit) => limit.field === field)?.label ?? name;
		return { kind: 'field', name, field, label };
	});
	return [
		...LISTED.map((name): Dimension => ({ kind: 'listed', name })),
		{ kind: 'broader', name: 'headingWithBroader' },
		...fields,
		catalogue() ? { kind: 'listed', name: 'availability' } : { kind: 'unknown', name: 'availability' },
		...limits
			.filter(({ field }) => !Object.values(FIELDS).includes(field))
			.map(({ field, label }): Dimension => ({ kind: 'field', name: field, field, label }))
	];
}

/** @throws ServiceError where the index has no such dimension, with those it has */
export function dimensionNamed(at: At, name: string): Dimension {
	const all = dimensionsOf(at);
	const known = all.find((dimension) => dimension.name === name);
	if (!known)
		throw new ServiceError(
			422,
			'unknown-dimension',
			`${at.current.index.name} is not broken down by “${name}”. It is by ${all.map((one) => one.name).join(', ')}.`
		);
	return known;
}

/** The values of a dimension with their records in a result and in the whole index. */
export interface Counted extends ValueCounts {
	totals: Uint32Array;
	names: readonly string[];
	/** What tells each value from others: the URI of a heading, the text itself of a limit. */
	keys: readonly string[];
}

export async function countedBy(
	{ sets, vocabulary }: At,
	records: RecordSet,
	dimension: Dimension
): Promise<Counted> {
	switch (dimension.kind) {
		case 'listed': {
			const { lists, names, keys } = await valuesOfDimension(sets, dimension.name);
			return { ...lists.count(records.toArray()), totals: lists.countAll().counts, names, keys };
		}
		case 'broader': {
			const [{ lists }, { leadsTo, names, keys, totals }] = await Promise.all([
				valuesOfDimension(sets, 'heading'),
				raisedHeadings(sets, vocabulary)
			]);
			return { ...lists.countRaised(records.toArray(), leadsTo), totals, names, keys };
		}
		case 'field': {
			const { field } = dimension;
			const values = (await sets.limitValues()).get(field) ?? [];
			const leaves = values.map(({ value }): Leaf => ({ kind: 'value', field, value }));
			const labelled: Leaf = { kind: 'labelled', field };
			const loaded = await sets.load([...leaves, labelled]);
			const names = values.map(({ value }) => value);
			return {
				counts: Uint32Array.from(leaves, (leaf) => loaded.of(leaf).andSize(records)),
				totals: Uint32Array.from(values, ({ size }) => size),
				notLabelled: records.size - loaded.of(labelled).andSize(records),
				names,
				keys: names
			};
		}
		case 'unknown':
			return {
				counts: new Uint32Array(0),
				totals: new Uint32Array(0),
				notLabelled: records.size,
				names: [],
				keys: []
			};
	}
}

/** Those of some records that have any of some values, given by their keys or as they are written. */
export async function recordsHaving(
	{ sets, vocabulary }: At,
	records: RecordSet,
	dimension: Dimension,
	values: readonly string[]
): Promise<RecordSet> {
	switch (dimension.kind) {
		case 'listed': {
			const { lists, byKey } = await valuesOfDimension(sets, dimension.name);
			const wanted = values.flatMap((value) => byKey.get(keyOfValue(dimension.name, value)) ?? []);
			return RecordSet.fromSorted(lists.having(records.toArray(), new Set(wanted)));
		}
		case 'broader': {
			const [{ lists }, { leadsTo, byKey }] = await Promise.all([
				valuesOfDimension(sets, 'heading'),
				raisedHeadings(sets, vocabulary)
			]);
			const wanted = leadsTo.leadingTo(values.flatMap((value) => byKey.get(value) ?? []));
			const carried = [...wanted].filter((value) => value < lists.distinct);
			return RecordSet.fromSorted(lists.having(records.toArray(), new Set(carried)));
		}
		case 'field': {
			const { field } = dimension;
			const leaves = values.map((value): Leaf => ({ kind: 'value', field, value }));
			const loaded = await sets.load(leaves);
			return RecordSet.union(leaves.map((leaf) => loaded.of(leaf))).and(records);
		}
		case 'unknown':
			return RecordSet.empty;
	}
}

/** Those of some records that have no value at all. */
export async function recordsWithout(
	{ sets }: At,
	records: RecordSet,
	dimension: Dimension
): Promise<RecordSet> {
	if (dimension.kind === 'unknown') return records;
	if (dimension.kind === 'field') {
		const labelled: Leaf = { kind: 'labelled', field: dimension.field };
		return records.andNot((await sets.load([labelled])).of(labelled));
	}
	const { lists } = await valuesOfDimension(sets, dimension.kind === 'listed' ? dimension.name : 'heading');
	return RecordSet.fromSorted(records.toArray().filter((record) => lists.of(record).length === 0));
}

/** Values, given by their keys, as people read them: a heading by its label in the current edition. */
export async function valuesAsWritten(
	{ sets, vocabulary: { index } }: At,
	dimension: Dimension,
	values: readonly string[]
): Promise<string[]> {
	if (dimension.kind !== 'listed' && dimension.kind !== 'broader') return [...values];
	const { names, byKey } = await valuesOfDimension(
		sets,
		dimension.kind === 'listed' ? dimension.name : 'heading'
	);
	return values.map((key) => {
		const n = index?.find(key);
		if (index && n !== undefined) return index.names.at(n);
		const value = byKey.get(key);
		return value === undefined ? key : names[value];
	});
}
