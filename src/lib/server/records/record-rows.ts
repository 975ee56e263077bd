/** The rows of records, for lists and sheets. */
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { connection, records, references, taggedHeadings, taggings } from '../db';

export function recordRows(code: string, numbers: readonly number[]) {
	return connection()
		.db.select({ n: records.n, key: records.key, item: records.csl, limits: records.limits })
		.from(records)
		.where(and(eq(records.indexCode, code), inArray(records.n, [...numbers])));
}

/** The headings of records, in the order in which each record has them. */
export function taggingRows(code: string, numbers: readonly number[]) {
	return connection()
		.db.select({
			n: taggings.n,
			uri: taggedHeadings.uri,
			label: taggedHeadings.label,
			chief: taggings.chief,
			aspect: taggings.aspect
		})
		.from(taggings)
		.innerJoin(
			taggedHeadings,
			and(eq(taggedHeadings.indexCode, taggings.indexCode), eq(taggedHeadings.h, taggings.h))
		)
		.where(and(eq(taggings.indexCode, code), inArray(taggings.n, [...numbers])))
		.orderBy(asc(taggings.n), asc(taggings.position));
}

export async function numberOfRecord(code: string, key: string): Promise<number | undefined> {
	const [row] = await connection()
		.db.select({ n: records.n })
		.from(records)
		.where(and(eq(records.indexCode, code), eq(records.key, key)));
	return row?.n;
}

const MOST_LINKED = 100;

/** Records that a record refers to, or that refer to it; the latest first. */
export function linkedRows(code: string, n: number, which: 'cites' | 'citedBy') {
	const [own, other] =
		which === 'cites' ? [references.n, references.cited] : [references.cited, references.n];
	return connection()
		.db.select({
			id: records.key,
			title: sql<string>`coalesce(${records.csl}->>'title', '')`,
			year: records.year
		})
		.from(references)
		.innerJoin(records, and(eq(records.indexCode, references.indexCode), eq(records.n, other)))
		.where(and(eq(references.indexCode, code), eq(own, n)))
		.orderBy(sql`${records.year} desc nulls last`, asc(records.n))
		.limit(MOST_LINKED);
}
