/** How many records carry which heading. */
import { eq } from 'drizzle-orm';
import { connection, taggedHeadings } from '../db';

/** All headings that records of an index carry, with how many records, and how many of them chiefly. */
export function headingTotals(code: string): Promise<{ uri: string; records: number; chief: number }[]> {
	return connection().sql<{ uri: string; records: number; chief: number }>`
		select uri, records, chief from tagged_headings where index_code = ${code}`;
}

/** How many of some records carry each heading. */
export function countTaggings(code: string, numbers: Uint32Array): Promise<{ uri: string; count: number }[]> {
	return connection().sql<{ uri: string; count: number }>`
		select h.uri, c.count from (
			select t.h, count(distinct t.n)::int as count from taggings t
			where t.index_code = ${code} and t.n = any(${[...numbers]}::int[]) group by t.h
		) c join tagged_headings h on h.index_code = ${code} and h.h = c.h`;
}

/** The headings that records carry, by their number in the index. */
export function headingsCarried(code: string): Promise<{ h: number; uri: string; label: string }[]> {
	const { h, uri, label, indexCode } = taggedHeadings;
	return connection().db.select({ h, uri, label }).from(taggedHeadings).where(eq(indexCode, code)).orderBy(h);
}
