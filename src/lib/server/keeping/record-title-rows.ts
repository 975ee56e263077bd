/** What records are called, for lists of what watches found. */
import { authorsInShort, type CslItem } from '../../../core/evidence/citation';
import { connection } from '../db';

export interface RecordTitle {
	title: string;
	authors: string;
	year: number | null;
}

/** In the order in which they are asked for; a record that is gone is named by what its index called it. One statement. */
export async function titlesOf(
	records: readonly { indexCode: string; record: string }[]
): Promise<RecordTitle[]> {
	const rows = await connection().sql<{ code: string; key: string; csl: CslItem; year: number | null }>`
		select r.index_code as code, r.key, r.csl, r.year
		from unnest(${records.map(({ indexCode }) => indexCode)}::text[], ${records.map(({ record }) => record)}::text[]) as m(code, key)
		join records r on r.index_code = m.code and r.key = m.key`;
	const known = new Map(rows.map((row) => [`${row.code}/${row.key}`, row]));
	return records.map(({ indexCode, record }) => {
		const row = known.get(`${indexCode}/${record}`);
		return {
			title: row?.csl.title ?? record,
			authors: row ? authorsInShort(row.csl) : '',
			year: row?.year ?? null
		};
	});
}
