/** What an author, a place, a source or a funder is known for in an index: from when to when, and by which headings. */
import { inOrder, representation, valuesWithin } from '../../../core/reading';
import { allow, type Person } from '../people';
import { searchable } from '../search';
import { countedBy, dimensionNamed, recordsHaving } from './dimensions';

export interface KnownFor {
	/** Records of the index. */
	records: number;
	/** First and last year; null where none of the records has one. */
	years: [from: number, to: number] | null;
	/** Most over-represented first. */
	headings: { label: string; id: string | null; uri: string; count: number }[];
}

const MOST_HEADINGS = 5;

/**
 * A value of a dimension against the whole index. One count of its records' headings.
 * @param value by its key or as it is written
 */
export async function knownFor(
	person: Person | undefined,
	code: string,
	by: string,
	value: string
): Promise<KnownFor> {
	allow(person, 'read');
	const at = await searchable(code);
	const records = await recordsHaving(at, at.sets.all, dimensionNamed(at, by), [value]);
	const counted = await countedBy(at, records, dimensionNamed(at, 'heading'));
	const { index } = at.vocabulary;
	const breakdown = { n: records.size, all: at.sets.records, counts: counted.counts, totals: counted.totals };
	const first = inOrder(valuesWithin(breakdown), breakdown, 'over', (n) => counted.names[n], MOST_HEADINGS);
	const years = await at.sets.yearsByRecord();
	const own = [...records.toArray()].map((n) => years[n]).filter((year) => year > 0);
	return {
		records: records.size,
		years: own.length > 0 ? [Math.min(...own), Math.max(...own)] : null,
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
