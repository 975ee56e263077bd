/** Reading what every record of an index has, as streams in the order of its records. */
import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { connection, inReading, headings } from '../db';
import type { CslItem } from '../../../core/evidence/citation';

export interface NamesOfRecord {
	n: number;
	author: CslItem['author'] | null;
	source: string | null;
	affiliations: string[] | null;
	funders: string[] | null;
}

/** Whom and what records name: authors, source, affiliations, funders. */
export async function eachNaming(code: string, take: (names: NamesOfRecord) => void): Promise<void> {
	await inReading(async (tx) => {
		const pages = tx.pages<NamesOfRecord>(5_000)`
			select n, csl->'author' as author, coalesce(csl->>'container-title', csl->>'publisher') as source,
				csl#>'{custom,affiliations}' as affiliations, csl#>'{custom,funders}' as funders
			from records where index_code = ${code} order by n`;
		for await (const rows of pages) rows.forEach(take);
	});
}

/** The years in which headings of an edition were introduced, by number; those of which nothing is said are left out. */
export async function introducedYears(
	editionId: number,
	numbers: readonly number[]
): Promise<Map<number, number>> {
	if (numbers.length === 0) return new Map();
	const rows = await connection()
		.db.select({ n: headings.n, introduced: headings.introduced })
		.from(headings)
		.where(
			and(
				eq(headings.editionId, editionId),
				inArray(headings.n, [...numbers]),
				isNotNull(headings.introduced)
			)
		);
	return new Map(rows.map(({ n, introduced }) => [n, introduced ?? 0]));
}
