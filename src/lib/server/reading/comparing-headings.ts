/** Headings of any indexes beside each other: which works they share. */
import { regionsOfMasks } from '../../../core/reading';
import { RecordSet } from '../../../core/search';
import { chosenIndexes, indexNotUsed } from '../inquiry';
import type { Person } from '../people';
import { foundBy } from '../search';
import { type OverlapOfSets, told } from './overlaps';
import { itemsOf } from './pooling';

/** A heading of an index, by its identifier. */
export interface HeadingOfIndex {
	index: string;
	heading: string;
}

/**
 * How the records of some headings overlap, counted in works, so that headings of different indexes can share some.
 * O(records of the headings).
 * @param headings five at most, of indexes that the inquiry uses: who reads it by a link is shown no others
 */
export async function overlapOfHeadings(
	person: Person | undefined,
	inquiryId: string,
	headings: readonly HeadingOfIndex[]
): Promise<OverlapOfSets> {
	const chosen = await chosenIndexes(person, inquiryId);
	for (const { index } of headings) if (!chosen.includes(index)) throw indexNotUsed();
	const found = await Promise.all(
		headings.map(({ index, heading }) => foundBy(person, inquiryId, index, { heading: { id: heading } }))
	);
	// Works are told index by index, each of which holds the records of all its headings.
	const codes = [...new Set(headings.map(({ index }) => index))];
	const parts = codes.map((code) => {
		const own = found.filter((_, i) => headings[i].index === code);
		return { ...own[0], result: RecordSet.union(own.map(({ result }) => result)) };
	});
	const masks = (await itemsOf(parts)).map((item) =>
		item.reduce(
			(mask, { part, record }) =>
				found.reduce(
					(bits, { result }, i) =>
						headings[i].index === codes[part] && result.has(record) ? bits | (1 << i) : bits,
					mask
				),
			0
		)
	);
	return {
		sets: found.map(({ result, title }, i) => ({
			name: title?.name ?? headings[i].heading,
			isHeading: true,
			count: result.size
		})),
		left: 0,
		...told(regionsOfMasks(masks), headings.length)
	};
}
