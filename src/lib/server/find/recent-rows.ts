/** The table of what people looked at lately. */
import { and, desc, eq, notInArray } from 'drizzle-orm';
import { connection, recents } from '../db';

export type RecentRow = Omit<typeof recents.$inferSelect, 'inquiryId' | 'personId'>;

const own = (personId: string, inquiryId: string) =>
	and(eq(recents.personId, personId), eq(recents.inquiryId, inquiryId));
const told = {
	key: recents.key,
	kind: recents.kind,
	says: recents.says,
	indexCode: recents.indexCode,
	search: recents.search,
	count: recents.count,
	at: recents.at
};

/** Newest first. */
export function recentRows(personId: string, inquiryId: string): Promise<RecentRow[]> {
	return connection()
		.db.select(told)
		.from(recents)
		.where(own(personId, inquiryId))
		.orderBy(desc(recents.at), recents.key);
}

/** All of a person, with the inquiry that each is of. */
export function recentRowsOf(personId: string): Promise<(RecentRow & { inquiryId: string })[]> {
	return connection()
		.db.select({ inquiryId: recents.inquiryId, ...told })
		.from(recents)
		.where(eq(recents.personId, personId))
		.orderBy(recents.inquiryId, desc(recents.at));
}

/** Puts one at the top, in the place of what it was before; those beyond the newest go. */
export async function putRecent(
	personId: string,
	inquiryId: string,
	row: Omit<RecentRow, 'at'>,
	most: number
): Promise<void> {
	const { db } = connection();
	await db
		.insert(recents)
		.values({ personId, inquiryId, ...row })
		.onConflictDoUpdate({
			target: [recents.personId, recents.inquiryId, recents.key],
			set: { says: row.says, count: row.count, at: new Date() }
		});
	const newest = db
		.select({ key: recents.key })
		.from(recents)
		.where(own(personId, inquiryId))
		.orderBy(desc(recents.at), recents.key)
		.limit(most);
	await db.delete(recents).where(and(own(personId, inquiryId), notInArray(recents.key, newest)));
}

/** @param key of one; all of the inquiry go without it */
export async function dropRecents(personId: string, inquiryId: string, key?: string): Promise<void> {
	await connection()
		.db.delete(recents)
		.where(
			key === undefined ? own(personId, inquiryId) : and(own(personId, inquiryId), eq(recents.key, key))
		);
}
