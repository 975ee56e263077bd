/** The rows of subject indexes. */
import { and, asc, count, eq, max, or, sql } from 'drizzle-orm';
import { oncePerRequest } from '../request-cache';
import {
	connection,
	type Database,
	dropPartitions,
	editions,
	inquiries,
	mappingSets,
	inTransaction,
	picks,
	recordSets,
	references,
	runs,
	sharedWorks,
	workDecisions,
	subjectIndexes,
	taggedHeadings,
	taggings
} from '../db';
import { nameOfVocabulary } from './mapping-rows';

export interface CurrentIndex {
	index: typeof subjectIndexes.$inferSelect;
	edition: typeof editions.$inferSelect | null;
}

/** Every request asks this first, so the query is put together once for a connection. */
const prepared = new WeakMap<Database, ReturnType<typeof prepareIndexes>>();

function prepareIndexes(db: Database) {
	return db
		.select({ index: subjectIndexes, edition: editions })
		.from(subjectIndexes)
		.leftJoin(editions, eq(editions.id, subjectIndexes.currentEdition))
		.orderBy(asc(subjectIndexes.position), asc(subjectIndexes.code))
		.prepare('current_indexes');
}

/** All subject indexes with their current editions, in their order. */
export function currentIndexes(): Promise<CurrentIndex[]> {
	const { db } = connection();
	const query = prepared.get(db) ?? prepareIndexes(db);
	prepared.set(db, query);
	return oncePerRequest('indexes', () => query.execute());
}

/** The inquiries that use an index: their titles, and how many picks of each are from it. */
export function inquiriesUsing(code: string): Promise<{ id: string; title: string; picks: number }[]> {
	return connection()
		.db.select({ id: inquiries.id, title: inquiries.title, picks: count(picks.id) })
		.from(inquiries)
		.leftJoin(picks, and(eq(picks.inquiryId, inquiries.id), eq(picks.indexCode, code)))
		.where(sql`${code} = any(${inquiries.indexes})`)
		.groupBy(inquiries.id, inquiries.title)
		.orderBy(inquiries.title);
}

export type NewIndexRow = typeof subjectIndexes.$inferInsert;

/** Adds an index after the others. @returns nothing where its code is taken */
export async function insertIndex(
	row: Omit<NewIndexRow, 'position'>
): Promise<CurrentIndex['index'] | undefined> {
	const { db } = connection();
	const [{ last }] = await db.select({ last: max(subjectIndexes.position) }).from(subjectIndexes);
	const [index] = await db
		.insert(subjectIndexes)
		.values({ position: (last ?? -1) + 1, ...row })
		.onConflictDoNothing({ target: subjectIndexes.code })
		.returning();
	return index;
}

export async function updateIndex(code: string, fields: Partial<NewIndexRow>): Promise<void> {
	await connection().db.update(subjectIndexes).set(fields).where(eq(subjectIndexes.code, code));
}

/** As PostgreSQL names it. */
const LOCK_NOT_AVAILABLE = '55P03';
/** A lock that is not had so soon is let go: whoever waits for one keeps others from reading. */
const SOON = '500ms';

/** Removes all of an index, or nothing where somebody else holds a part of it. */
export async function deleteIndex(code: string): Promise<boolean> {
	try {
		await inTransaction(async (tx) => {
			await tx.execute(sql.raw(`set local lock_timeout = '${SOON}'`));
			await tx.select().from(subjectIndexes).where(eq(subjectIndexes.code, code)).for('update');
			const own = await tx.select({ id: editions.id }).from(editions).where(eq(editions.indexCode, code));
			if (own.length > 0) await tx.execute(sql.raw(dropPartitions(own.map(({ id }) => id))));
			for (const table of [taggings, taggedHeadings, references, recordSets])
				await tx.delete(table).where(eq(table.indexCode, code));
			await tx
				.delete(sharedWorks)
				.where(or(eq(sharedWorks.indexCode, code), eq(sharedWorks.otherCode, code)));
			await tx
				.delete(workDecisions)
				.where(or(eq(workDecisions.indexCode, code), eq(workDecisions.otherCode, code)));
			// Their numbers say nothing of the records of an index that is made anew under this code.
			await tx.update(runs).set({ found: null }).where(eq(runs.indexCode, code));
			await tx.delete(mappingSets).where(eq(mappingSets.name, nameOfVocabulary(code)));
			await tx.delete(subjectIndexes).where(eq(subjectIndexes.code, code));
		});
		return true;
	} catch (error) {
		const { code: fault } = ((error as Error).cause ?? error) as { code?: string };
		if (fault === LOCK_NOT_AVAILABLE) return false;
		throw error;
	}
}
