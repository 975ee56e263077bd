/** What an author, a place, a source or a funder is known for in an index: from when to when, and by which headings. */
import { inOrder, representation, valuesWithin } from '../../../core/reading';
import { allow, type Person } from '../people';
import { searchable } from '../search';
import { type Counted, countedBy, dimensionNamed, recordsHaving } from './dimensions';
import { keyOfValue } from './index-values';
import { type NameJoins, PERSON, personNamed } from './people-of-records';

export interface KnownFor {
	/** Records of the index. */
	records: number;
	/** First and last year; null where none of the records has one. */
	years: [from: number, to: number] | null;
	/** Most over-represented first. */
	headings: { label: string; id: string | null; uri: string; count: number }[];
	/** Of an author: with whom most often. */
	with: { name: string; count: number }[];
	/** No record of the index names any. */
	isUnknown: boolean;
}

const MOST_HEADINGS = 5;
const MOST_OTHERS = 4;

/**
 * A value of a dimension against the whole index. One count of its records' headings.
 * @param codes of the indexes over which forms of a person's name are joined
 * @param by a dimension, or a person with every form of the name that is joined
 * @param value by its key or as it is written
 * @param joins of forms of names by hand
 */
export async function knownFor(
	person: Person | undefined,
	codes: readonly string[],
	code: string,
	by: string,
	value: string,
	joins?: NameJoins
): Promise<KnownFor> {
	allow(person, 'read');
	const at = await searchable(code);
	const dimension = dimensionNamed(at, by === PERSON ? 'author' : by);
	const own = by === PERSON ? ((await personNamed(codes, value, joins))?.keys[code] ?? []) : [value];
	const records = await recordsHaving(at, at.sets.all, dimension, own);
	const counted = await countedBy(at, records, dimensionNamed(at, 'heading'));
	const { index } = at.vocabulary;
	const breakdown = { n: records.size, all: at.sets.records, counts: counted.counts, totals: counted.totals };
	const first = inOrder(valuesWithin(breakdown), breakdown, 'over', (n) => counted.names[n], MOST_HEADINGS);
	const years = await at.sets.yearsByRecord();
	const dated = [...records.toArray()].map((n) => years[n]).filter((year) => year > 0);
	const names = await countedBy(at, records, dimension);
	const isUnknown = names.totals.every((count) => count === 0);
	const others = dimension.name === 'author' ? othersBeside(names, own) : [];
	return {
		records: records.size,
		years: dated.length > 0 ? [Math.min(...dated), Math.max(...dated)] : null,
		with: others,
		isUnknown,
		headings: first
			// What is on as many of all records says nothing of these; of a few records every heading does.
			.filter((share) => representation(breakdown, share)?.over ?? true)
			.map(({ value: n, count }) => {
				const uri = counted.keys[n];
				const place = index?.find(uri);
				return {
					label: place === undefined || !index ? counted.names[n] : index.names.at(place),
					id: place === undefined || !index ? null : index.keys.at(place),
					uri,
					count
				};
			})
	};
}

/** Authors of some records besides the one whose they are, most records first. */
function othersBeside({ counts, names, keys }: Counted, own: readonly string[]): KnownFor['with'] {
	const known = new Set(own.map((value) => keyOfValue('author', value)));
	const found: { name: string; count: number }[] = [];
	counts.forEach((count, value) => {
		if (count > 0 && !known.has(keys[value])) found.push({ name: names[value], count });
	});
	return found.sort((a, b) => b.count - a.count || (a.name < b.name ? -1 : 1)).slice(0, MOST_OTHERS);
}
