/** Reading which records refer to which, and which are of one work. */
import { and, eq } from 'drizzle-orm';
import { connection, records, references, sharedWorks } from '../db';

/** Records of the index that a record refers to, or that refer to it, by number. */
export async function linkedNumbers(code: string, n: number, which: 'cites' | 'citedBy'): Promise<number[]> {
	const [own, other] =
		which === 'cites' ? [references.n, references.cited] : [references.cited, references.n];
	const rows = await connection()
		.db.select({ n: other })
		.from(references)
		.where(and(eq(references.indexCode, code), eq(own, n)))
		.orderBy(other);
	return rows.map((row) => row.n);
}

/** Records that share at least two references with a record, the most first. */
export function sharingReferences(code: string, n: number): Promise<{ n: number; shared: number }[]> {
	return connection().sql<{ n: number; shared: number }>`
		select others.n, count(*)::int as shared
		from record_references own
		join record_references others on others.index_code = own.index_code and others.cited = own.cited
		where own.index_code = ${code} and own.n = ${n} and others.n <> ${n}
		group by others.n having count(*) >= 2 order by shared desc, others.n`;
}

/** How many works a record refers to in all; null where nobody said. */
export async function referencesNamed(code: string, n: number): Promise<number | null> {
	const [row] = await connection()
		.db.select({ named: records.referencesNamed })
		.from(records)
		.where(and(eq(records.indexCode, code), eq(records.n, n)));
	return row?.named ?? null;
}

/** Records of other indexes that are of the same work. */
export function sameWorkRows(code: string, n: number): Promise<{ index: string; n: number }[]> {
	const { indexCode, n: own, otherCode, otherN } = sharedWorks;
	return connection()
		.db.select({ index: otherCode, n: otherN })
		.from(sharedWorks)
		.where(and(eq(indexCode, code), eq(own, n)))
		.orderBy(otherCode, otherN);
}

/** What an index calls some of its records. */
export async function keysOfRecords(code: string, numbers: readonly number[]): Promise<Map<number, string>> {
	const rows = await connection().sql<{ n: number; key: string }>`
		select n, key from records where index_code = ${code} and n = any(${[...numbers]}::int[])`;
	return new Map(rows.map(({ n, key }) => [n, key]));
}
