/** How many records carry each heading of an edition: for lists of headings, and for the sheet of one. */
import type { HeadingLeaf, RecordSet } from '../../../core/search';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { allow, type Person } from '../people';
import { type CurrentIndex, currentIndex, editionIndex } from '../vocabulary';
import { headingTotals, searchVocabulary, setsOf } from '../records';

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
		for (const { uri, records, chief } of await headingTotals(index.code)) {
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
	const leaf = leafOf(headings.uris.at(n), { withNarrower: true });
	const sets = await setsOf(current.index).load([leaf], await searchVocabulary(current));
	return sets.of(leaf).size;
}

/** Headings asked about at once. */
const MOST_ASKED = 100;

/** Records that carry each of some headings or any below it, by identifier; what the index lacks is left out. */
export async function countsWithNarrower(
	person: Person | undefined,
	code: string,
	ids: readonly string[]
): Promise<Record<string, number>> {
	allow(person, 'read');
	const current = await currentIndex(code);
	if (!current.edition || current.index.records === 0) return {};
	const headings = await editionIndex(current.edition);
	const known = ids.slice(0, MOST_ASKED).flatMap((id) => {
		const n = headings.find(id);
		return n === undefined ? [] : [{ id, leaf: leafOf(headings.uris.at(n), { withNarrower: true }) }];
	});
	const sets = await setsOf(current.index).load(
		known.map(({ leaf }) => leaf),
		await searchVocabulary(current)
	);
	return Object.fromEntries(known.map(({ id, leaf }) => [id, sets.of(leaf).size]));
}

function leafOf(
	uri: string,
	{ withNarrower = false, aspect }: { withNarrower?: boolean; aspect?: string } = {}
): HeadingLeaf {
	return {
		kind: 'heading',
		uri,
		withNarrower,
		cuts: [],
		chief: false,
		...(aspect !== undefined && { aspect })
	};
}

/** The records of a heading over the years, and with each of its aspects. */
export interface HeadingRecords {
	/** The first year that any record of the index is from; the lists go on from it, year by year. */
	from: number;
	alone: number[];
	/** Records that carry the heading or any below it. */
	withNarrower: number[];
	/** Those of `withNarrower` that name no year. */
	withoutYear: number;
	/** Most records first. */
	aspects: { aspect: string; records: number }[];
}

/**
 * What the records of an index say of a heading. O(records of the heading), once the years of the index are at hand.
 * @param allowed the aspects it may be used with
 */
export async function headingRecords(
	current: CurrentIndex,
	uri: string,
	allowed: readonly string[]
): Promise<HeadingRecords> {
	const sets = setsOf(current.index);
	const alone = leafOf(uri);
	const withNarrower = leafOf(uri, { withNarrower: true });
	const byAspect = allowed.map((aspect) => ({ aspect, leaf: leafOf(uri, { aspect }) }));
	const [years, loaded] = await Promise.all([
		sets.yearsByRecord(),
		sets.load([alone, withNarrower, ...byAspect.map(({ leaf }) => leaf)], await searchVocabulary(current))
	]);
	const { from, to } = await sets.fact('span of years', async () => spanOf(years));
	const perYear = (set: RecordSet) => {
		const counts = Array.from({ length: from === 0 ? 0 : to - from + 1 }, () => 0);
		for (const n of set.toArray()) if (years[n] > 0) counts[years[n] - from]++;
		return counts;
	};
	const dated = perYear(loaded.of(withNarrower));
	return {
		from,
		alone: perYear(loaded.of(alone)),
		withNarrower: dated,
		withoutYear: loaded.of(withNarrower).size - dated.reduce((sum, count) => sum + count, 0),
		aspects: byAspect
			.map(({ aspect, leaf }) => ({ aspect, records: loaded.of(leaf).size }))
			.sort((a, b) => b.records - a.records || a.aspect.localeCompare(b.aspect, 'en'))
	};
}

/** The first and the last year of any record; 0 and 0 where none has one. */
function spanOf(years: Int16Array): { from: number; to: number } {
	let from = 0;
	let to = 0;
	for (const year of years) {
		if (year > 0 && (from === 0 || year < from)) from = year;
		if (year > to) to = year;
	}
	return { from, to };
}
