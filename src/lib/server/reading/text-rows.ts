/** Reading the titles and abstracts of records. */
import { inReading } from '../db';

export interface TextRow {
	title: string;
	abstract: string;
}

/** Of some records, in no order. */
export async function eachText(
	code: string,
	numbers: Uint32Array,
	take: (row: TextRow) => void
): Promise<void> {
	await inReading(async (tx) => {
		const pages = tx.pages<TextRow>(1_000)`
			select coalesce(csl->>'title', '') as title, coalesce(csl->>'abstract', '') as abstract from records
			where index_code = ${code} and n = any(${[...numbers]}::int[])`;
		for await (const rows of pages) rows.forEach(take);
	});
}
