/** The headings of each record of an index, in memory: read when they are first asked for. */
import { ValueLists } from '../../../core/search';
import { currentIndexes } from '../vocabulary';
import { lengthsOf } from './stored-postings';
import { type IndexSets, recordsTagged, setsOf } from './sets';
import { headingsCarried } from './tagging-rows';

export interface HeadingLists {
	/** The headings of each record, by the numbers that headings have in the index. */
	lists: ValueLists;
	/** By those numbers. */
	uris: readonly string[];
	labels: readonly string[];
}

/** @param isChief only those that a record is chiefly about */
export function headingLists(sets: IndexSets, isChief = false): Promise<HeadingLists> {
	return sets.fact(`headings of records${isChief ? ', chief' : ''}`, async () => {
		const carried = await headingsCarried(sets.code);
		// The sets by which headings are searched, turned round: far fewer rows than the taggings themselves.
		const records = await recordsTagged(
			sets.code,
			carried.map(({ h }) => h),
			isChief
		);
		return {
			lists: ValueLists.ofSets(sets.records, records),
			uris: carried.map(({ uri }) => uri),
			labels: carried.map(({ label }) => label)
		};
	});
}

/** Of larger indexes the headings are read when they are first asked for. */
const MOST_WARMED = 500_000;

/** Reads what the first look-up needs of records, one index after another: 250,000 records take some tenths of a second. */
export async function warmUpRecords(): Promise<void> {
	for (const { index } of await currentIndexes()) {
		if (index.records === 0 || index.records > MOST_WARMED) continue;
		const sets = setsOf(index);
		await headingLists(sets);
		await lengthsOf(sets);
	}
}
