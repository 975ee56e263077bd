/** The rows of records, for lists and sheets. */
import { and, asc, eq, inArray } from 'drizzle-orm';
import { connection, records, taggedHeadings, taggings } from '../db';

export function recordRows(code: string, numbers: readonly number[]) {
	return connection()
		.db.select({
			n: records.n,
			key: records.key,
			item: records.csl,
			limits: records.limits,
			withdrawnAt: records.withdrawnAt
		})
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
