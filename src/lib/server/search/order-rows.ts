/** What records of an index are put in order by besides their years: how often they are cited, their sources, their authors. */
import { connection, inReading } from '../db';

/** How many records of the index refer to each; those that none refers to are left out. */
export function citedCounts(code: string): Promise<{ n: number; count: number }[]> {
	return connection().sql`
		select cited as n, count(*)::int as count from record_references where index_code = ${code} group by cited`;
}

/** The records of an index by source, then by its volume of years; or by first author. Those without one stand last. */
export async function eachByName(
	code: string,
	name: 'source' | 'author',
	take: (n: number) => void
): Promise<void> {
	await inReading(async (tx) => {
		const pages =
			name === 'source'
				? tx.pages<{ n: number }>(20_000)`
					select n from records where index_code = ${code}
					order by lower(nullif(coalesce(csl->>'container-title', csl->>'publisher'), '')) collate "und-x-icu" nulls last,
						year desc nulls last, n`
				: tx.pages<{ n: number }>(20_000)`
					select n from records where index_code = ${code}
					order by lower(nullif(coalesce(csl#>>'{author,0,family}', csl#>>'{author,0,literal}', csl#>>'{author,0,given}'), ''))
						collate "und-x-icu" nulls last, year desc nulls last, n`;
		for await (const rows of pages) for (const { n } of rows) take(n);
	});
}
