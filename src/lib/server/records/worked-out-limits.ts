/**
 * Limits that no index labels: how the work of a record can be had, and what the record includes. Their sets are made when one is
 * first asked for, and again when the records or the catalogue change.
 */
import type { WorkedOutField } from '../../../core/crosswalk';
import { RecordSet, WORKED_OUT_LIMITS, type Leaf } from '../../../core/search';
import { catalogue, type RouteKind } from '../holdings';
import { eachHeld, eachIncluding } from './worked-out-rows';

/** What is needed of the sets of an index. */
interface SetsOfIndex {
	readonly code: string;
	readonly records: number;
	readonly all: RecordSet;
	fact<T>(name: string, work: () => Promise<T>, version?: string): Promise<T>;
}

/** The ways that are told of a work: on request only where there is no other; a resolver only asks for one. */
export const waysTold = (kinds: readonly RouteKind[]): Exclude<RouteKind, 'resolver'>[] =>
	kinds.filter(
		(kind): kind is Exclude<RouteKind, 'resolver'> =>
			kind !== 'resolver' && (kind !== 'request' || kinds.length === 1)
	);

const FIELDS: ReadonlySet<string> = new Set(WORKED_OUT_LIMITS.map(({ field }) => field));

export const isWorkedOut = (field: string): field is WorkedOutField => FIELDS.has(field);

/** The set of a value, or of every record that has any. @param leaf of a field that is worked out */
export async function workedOutSet(sets: SetsOfIndex, leaf: Leaf): Promise<RecordSet> {
	if (leaf.kind !== 'value' && leaf.kind !== 'labelled') return RecordSet.empty;
	const own = await setsOfField(sets, leaf.field as WorkedOutField);
	return leaf.kind === 'value'
		? (own.get(leaf.value) ?? RecordSet.empty)
		: RecordSet.union([...own.values()]);
}

/** The sets of a field by value; the values of which no record is are left out. */
export async function setsOfField(sets: SetsOfIndex, field: WorkedOutField): Promise<Map<string, RecordSet>> {
	if (field === 'oak.availability') return availabilitySets(sets);
	return (await includedSets(sets))[field];
}

function availabilitySets(sets: SetsOfIndex): Promise<Map<string, RecordSet>> {
	const library = catalogue();
	return sets.fact(
		'sets: availability',
		async () => {
			const byWay = new Map<string, number[]>();
			// A library that answers for one work at a time says nothing of a whole index.
			if (library)
				await eachHeld(sets.code, ({ n, source, year, doi }) => {
					if (n >= sets.records) return;
					const kinds = library.kindsOf({
						source: source ?? undefined,
						year: year ?? undefined,
						doi: doi ?? undefined
					});
					for (const way of waysTold(kinds)) {
						const known = byWay.get(way);
						if (known) known.push(n);
						else byWay.set(way, [n]);
					}
				});
			return new Map([...byWay].map(([way, numbers]) => [way, RecordSet.fromSorted(numbers)]));
		},
		library?.name
	);
}

type Included = Exclude<WorkedOutField, 'oak.availability'>;

function includedSets(sets: SetsOfIndex): Promise<Record<Included, Map<string, RecordSet>>> {
	return sets.fact('sets: what records include', async () => {
		const having: Record<Included, number[]> = {
			'oak.hasAbstract': [],
			'oak.hasKeywords': [],
			'oak.hasReferences': [],
			'oak.hasDoi': []
		};
		await eachIncluding(sets.code, ({ n, abstract, keywords, references, doi }) => {
			if (n >= sets.records) return;
			if (abstract) having['oak.hasAbstract'].push(n);
			if (keywords) having['oak.hasKeywords'].push(n);
			if (references) having['oak.hasReferences'].push(n);
			if (doi) having['oak.hasDoi'].push(n);
		});
		const parted = (numbers: number[]) => {
			const own = RecordSet.fromSorted(numbers);
			return new Map([
				['true', own],
				['false', sets.all.andNot(own)]
			]);
		};
		return {
			'oak.hasAbstract': parted(having['oak.hasAbstract']),
			'oak.hasKeywords': parted(having['oak.hasKeywords']),
			'oak.hasReferences': parted(having['oak.hasReferences']),
			'oak.hasDoi': parted(having['oak.hasDoi'])
		};
	});
}
