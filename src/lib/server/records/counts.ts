/** How many records carry each heading of an edition, ready for lists of headings. */
import type { EditionIndex } from '../../../core/vocabulary/edition-index';
import { connection } from '../db/client';
import { editionIndex, type CurrentIndex } from '../editions';
import { setsOf } from './sets';
import { searchVocabulary } from './vocabulary';

/** By the position of the heading in its edition. */
export interface HeadingCounts {
	records: Uint32Array;
	chief: Uint32Array;
}

/** The counts of the current edition; read once for an edition and a revision of the records. */
export async function headingCounts({ index, edition }: CurrentIndex): Promise<HeadingCounts | undefined> {
	if (!edition || index.records === 0) return undefined;
	return setsOf(index).fact(`counts ${edition.id}`, async () => {
		const headings = await editionIndex(edition);
		const counts = { records: new Uint32Array(headings.size), chief: new Uint32Array(headings.size) };
		const rows = await connection().sql<{ uri: string; records: number; chief: number }[]>`
			select uri, records, chief from tagged_headings where index_code = ${index.code}`;
		for (const { uri, records, chief } of rows) {
			const n = headings.find(uri);
			if (n === undefined) continue;
			counts.records[n] = records;
			counts.chief[n] = chief;
		}
		return counts;
	});
}

/** Records that carry a heading or any below it, each once. */
export async function countWithNarrower(
	current: CurrentIndex,
	headings: EditionIndex,
	n: number
): Promise<number> {
	const leaf = {
		kind: 'heading' as const,
		uri: headings.uris.at(n),
		withNarrower: true,
		cuts: [],
		chief: false
	};
	const sets = await setsOf(current.index).load([leaf], await searchVocabulary(current));
	return sets.of(leaf).size;
}
