/** The words of titles and abstracts, as the database keeps them for ranking and for the forms of stems. */
import { connection, inReading, part } from '../db';

export interface TopicRow {
	n: number;
	/** Words of the title, and of the abstract. */
	t: number;
	a: number;
	/** In the binary form of `tsvectorsend`. */
	vector: Buffer;
}

/**
 * The words of records that a full-text query matches, some thousands of records at a time.
 * @param numbers only among these, where it is given
 */
export async function eachTopicMatching(
	code: string,
	query: string,
	numbers: readonly number[] | undefined,
	take: (row: TopicRow) => void
): Promise<void> {
	const among = numbers ? part`and n = any(${numbers}::int[])` : part``;
	await inReading(async (tx) => {
		const rows = tx.pages<TopicRow>(2_000)`
			select n, title_length as t, abstract_length as a, tsvectorsend(topic) as vector from records
			where index_code = ${code} and topic @@ ${query}::tsquery ${among}`;
		for await (const some of rows) some.forEach(take);
	});
}

/** The words of some records. */
export async function eachTopicOf(
	code: string,
	numbers: readonly number[],
	take: (vector: Buffer) => void
): Promise<void> {
	await inReading(async (tx) => {
		const rows = tx.pages<{ vector: Buffer }>(1_000)`
			select tsvectorsend(topic) as vector from records
			where index_code = ${code} and n = any(${numbers}::int[])`;
		for await (const some of rows) for (const { vector } of some) take(vector);
	});
}

/** Mean numbers of words of a title and of an abstract. */
export async function meanLengths(code: string): Promise<{ title: number; abstract: number }> {
	const [row] = await connection().sql<{ title: number; abstract: number }>`
		select coalesce(avg(title_length), 0)::float8 as title, coalesce(avg(abstract_length), 0)::float8 as abstract
		from records where index_code = ${code}`;
	return row;
}

/** How many records each of some full-text queries matches. */
export function countsOfQueries(
	code: string,
	queries: readonly string[]
): Promise<{ query: string; count: number }[]> {
	return connection().sql<{ query: string; count: number }>`
		select q as query, (select count(*)::int from records
			where index_code = ${code} and topic @@ q::tsquery) as count
		from unnest(${queries}::text[]) as q`;
}
