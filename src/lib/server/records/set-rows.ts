/** Reading what searching needs of an index: stored sets, the numbers of headings, records with words. */
import { and, eq, like } from 'drizzle-orm';
import { connection, recordSets, taggedHeadings, verbatim } from '../db';

/** The numbers that headings have in an index; those that no record carries have none. */
export function headingNumbers(code: string, uris: readonly string[]): Promise<{ h: number; uri: string }[]> {
	return connection().sql<{ h: number; uri: string }>`
		select h, uri from tagged_headings where index_code = ${code} and uri = any(${uris})`;
}

/** Stored sets by name; names that none is stored under are left out. */
export async function storedSets(code: string, names: readonly string[]): Promise<Map<string, Uint8Array>> {
	if (names.length === 0) return new Map();
	const rows = await connection().sql<{ name: string; bytes: Uint8Array }>`
		select name, bytes from record_sets where index_code = ${code} and name = any(${[...new Set(names)]})`;
	return new Map(rows.map(({ name, bytes }) => [name, bytes]));
}

/**
 * Records that a full-text query matches, by number.
 * @param column name of a column with a vector; never anything from outside
 */
export async function recordsMatching(code: string, column: string, query: string): Promise<number[]> {
	const rows = await connection().sql<{ n: number }>`
		select n from records where index_code = ${code} and ${verbatim(column)} @@ ${query}::tsquery order by n`;
	return rows.map(({ n }) => n);
}

/** How many records each of some full-text queries matches. One statement. */
export function countsMatching(
	code: string,
	column: string,
	queries: readonly string[]
): Promise<{ query: string; count: number }[]> {
	return connection().sql<{ query: string; count: number }>`
		select q as query, (select count(*)::int from records
			where index_code = ${code} and ${verbatim(column)} @@ q::tsquery) as count
		from unnest(${queries}::text[]) as q`;
}

/**
 * Words of an index's records that a pattern of SQL's `like` describes. O(words of the index).
 * @param most no more are given
 */
export async function wordsLike(code: string, pattern: string, most: number): Promise<string[]> {
	const rows = await connection().sql<{ word: string }>`
		select word from record_words where index_code = ${code} and word like ${pattern} limit ${most}`;
	return rows.map(({ word }) => word);
}

/** The labels of the headings that records of an index carry. */
export function taggedLabels(code: string): Promise<{ h: number; label: string }[]> {
	const { h, label } = taggedHeadings;
	return connection().db.select({ h, label }).from(taggedHeadings).where(eq(taggedHeadings.indexCode, code));
}

/** Names and sizes of the sets of single values of limits. */
export function valueSets(code: string): Promise<{ name: string; size: number }[]> {
	return connection()
		.db.select({ name: recordSets.name, size: recordSets.size })
		.from(recordSets)
		.where(and(eq(recordSets.indexCode, code), like(recordSets.name, 'v %')));
}
