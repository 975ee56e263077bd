/** The rows of inquiries: lists of them, one with all its rows, and writing row changes. */
import { and, asc, desc, eq, inArray, isNotNull, isNull, sql, ne } from 'drizzle-orm';
import type { Change, Inquiry, Row, Table } from '../../../core/crosswalk';
import {
	cells,
	comments,
	concepts,
	connection,
	entries,
	inquiries,
	inquiryLimits,
	inquiryNames,
	inquiryPeople,
	picks,
	type Queries,
	pearls,
	sightings,
	strategies,
	subjectIndexes,
	words
} from '../db';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { takenPartIn } from './access-rows';

const TABLES = {
	concepts,
	words,
	cells,
	picks,
	sightings,
	pearls,
	entries,
	strategies,
	limits: inquiryLimits,
	names: inquiryNames,
	comments
} as const;

export function noInquiry(id: string): ServiceError {
	return new ServiceError(404, 'no-inquiry', `There is no inquiry “${id}”. It may have been removed.`);
}

export type InquiryRow = typeof inquiries.$inferSelect;

/** What is said of an inquiry; nothing where it is not there, or is removed. */
export async function inquiryRow(
	id: string,
	db: Queries = connection().db,
	forChange = false
): Promise<InquiryRow | undefined> {
	const query = db
		.select()
		.from(inquiries)
		.where(and(eq(inquiries.id, id), isNull(inquiries.deletedAt)));
	const [row] = await (forChange ? query.for('update') : query);
	return row;
}

/** The rows of an inquiry in one query a table, whatever its size; without the works of its reading list. */
export async function tablesOf(
	id: string,
	db: Queries = connection().db
): Promise<Omit<Inquiry, 'about' | 'entries'>> {
	// One after the other: a transaction has one connection, which does one thing at a time.
	const conceptRows = await db.select().from(concepts).where(eq(concepts.inquiryId, id));
	const wordRows = await db.select().from(words).where(eq(words.inquiryId, id));
	const cellRows = await db.select().from(cells).where(eq(cells.inquiryId, id));
	const pickRows = await db.select().from(picks).where(eq(picks.inquiryId, id));
	const sightingRows = await db.select().from(sightings).where(eq(sightings.inquiryId, id));
	const pearlRows = await db.select().from(pearls).where(eq(pearls.inquiryId, id));
	const commentRows = await db.select().from(comments).where(eq(comments.inquiryId, id));
	const strategyRows = await db.select().from(strategies).where(eq(strategies.inquiryId, id));
	const limitRows = await db.select().from(inquiryLimits).where(eq(inquiryLimits.inquiryId, id));
	const nameRows = await db.select().from(inquiryNames).where(eq(inquiryNames.inquiryId, id));
	return {
		concepts: byIdentifier(conceptRows),
		words: byIdentifier(wordRows),
		cells: byIdentifier(cellRows),
		picks: byIdentifier(pickRows.map(({ slots, ...row }) => (slots ? { ...row, slots } : row))),
		sightings: byIdentifier(sightingRows),
		pearls: byIdentifier(pearlRows),
		strategies: byIdentifier(strategyRows),
		limits: byIdentifier(limitRows),
		names: byIdentifier(nameRows),
		comments: byIdentifier(commentRows)
	};
}

/** Works of the reading list: all, or those that are named. */
export async function entriesOf(
	id: string,
	works: 'all' | readonly string[],
	db: Queries = connection().db
): Promise<Inquiry['entries']> {
	if (works.length === 0) return {};
	const own = eq(entries.inquiryId, id);
	const wanted = works === 'all' ? own : and(own, inArray(entries.id, [...works]));
	return byIdentifier(await db.select().from(entries).where(wanted));
}

/** Works of the reading list of which something is noted, in their order. */
export function notesOfWorks(id: string): Promise<{ id: string; title: string; note: string }[]> {
	return connection()
		.db.select({ id: entries.id, title: entries.title, note: entries.note })
		.from(entries)
		.where(and(eq(entries.inquiryId, id), ne(entries.note, '')))
		.orderBy(asc(entries.position), asc(entries.id));
}

function byIdentifier<T extends { id: string; inquiryId: string }>(
	rows: T[]
): Record<string, Omit<T, 'inquiryId'>> {
	return Object.fromEntries(rows.map(({ inquiryId: _, ...row }) => [row.id, row]));
}

/** Writes row changes: at most one deletion and one insertion for each table. */
export async function writeRows(tx: Queries, inquiryId: string, made: readonly Change[]): Promise<void> {
	const last = new Map<string, Change>();
	for (const change of made) last.set(`${change.table}/${change.id}`, change);
	const byTable = new Map<Table, Change[]>();
	for (const change of last.values())
		byTable.set(change.table, [...(byTable.get(change.table) ?? []), change]);
	for (const [table, rows] of byTable) {
		if (table === 'about') {
			const { id: _, ...about } = rows[0].after as Inquiry['about'];
			await tx.update(inquiries).set(about).where(eq(inquiries.id, inquiryId));
			continue;
		}
		const target = TABLES[table];
		const ids = rows.map(({ id }) => id);
		await tx.delete(target).where(and(eq(target.inquiryId, inquiryId), inArray(target.id, ids)));
		const kept = rows.flatMap(({ after }) => (after ? [after] : []));
		await insertRows(tx, inquiryId, table, kept);
	}
}

/** Puts down rows that are not there yet. */
export async function insertRows(
	tx: Queries,
	inquiryId: string,
	table: keyof typeof TABLES,
	rows: readonly object[]
): Promise<void> {
	// The driver takes so many values in one statement and no more.
	for (let at = 0; at < rows.length; at += 2_000)
		await tx
			.insert(TABLES[table])
			.values(rows.slice(at, at + 2_000).map((row) => ({ ...row, inquiryId })) as never);
}

/** Every row of an inquiry as if it had just been made. */
export function rowsAsMade(inquiry: Inquiry): Change[] {
	return (Object.keys(TABLES) as (keyof typeof TABLES)[]).flatMap((table) =>
		Object.values<Row & { id: string }>(inquiry[table]).map((row) => ({
			table,
			id: row.id,
			before: null,
			after: row
		}))
	);
}

/** All inquiries that are not removed, latest first, with how far each crosswalk has come. One statement. */
export function inquiryLines(person: Person) {
	const decided = sql<number>`(
		select count(*)::int from (
			select concept_id, index_code from picks p where p.inquiry_id = inquiries.id and p.role <> 'rejected'
			union
			select concept_id, index_code from cells c where c.inquiry_id = inquiries.id and c.no_heading
		) decided where decided.index_code = any(inquiries.indexes)
	)`;
	return connection()
		.db.select({
			id: inquiries.id,
			title: inquiries.title,
			question: inquiries.question,
			indexes: inquiries.indexes,
			archived: inquiries.archived,
			changedAt: inquiries.changedAt,
			concepts: sql<number>`(select count(*)::int from concepts c where c.inquiry_id = inquiries.id)`,
			picks: sql<number>`(select count(*)::int from picks p where p.inquiry_id = inquiries.id and p.role <> 'rejected')`,
			decided
		})
		.from(inquiries)
		.where(and(isNull(inquiries.deletedAt), takenPartIn(person)))
		.orderBy(asc(inquiries.archived), desc(inquiries.changedAt));
}

/** Puts down an inquiry and whose it is. @returns whether its identifier was free; where not, nothing is put down */
export async function insertInquiry(
	row: typeof inquiries.$inferInsert,
	ownerId: string,
	on: Queries
): Promise<boolean> {
	const made = await on.insert(inquiries).values(row).onConflictDoNothing().returning({ id: inquiries.id });
	if (made.length === 0) return false;
	await on.insert(inquiryPeople).values({ inquiryId: row.id, personId: ownerId, role: 'owner' });
	return true;
}

/** Puts down an inquiry with all its rows. @returns whether its identifier was free */
export async function insertInquiryOf(
	inquiry: Inquiry,
	more: Partial<typeof inquiries.$inferInsert>,
	ownerId: string,
	on: Queries
): Promise<boolean> {
	if (!(await insertInquiry({ ...inquiry.about, ...more }, ownerId, on))) return false;
	await writeRows(on, inquiry.about.id, rowsAsMade(inquiry));
	return true;
}

/** The first inquiry of which one is a copy; itself where it is none. */
export async function originOf(id: string, on: Queries): Promise<string> {
	const [row] = await on.select({ copyOf: inquiries.copyOf }).from(inquiries).where(eq(inquiries.id, id));
	return row?.copyOf ?? id;
}

/** @param wasRemoved of which kind the inquiry must be, or nothing is set @returns whether it was there */
export async function setState(
	id: string,
	state: { archived?: boolean; deletedAt?: Date | null },
	wasRemoved: boolean,
	on: Queries = connection().db
): Promise<boolean> {
	const found = await on
		.update(inquiries)
		.set(state)
		.where(
			and(eq(inquiries.id, id), wasRemoved ? isNotNull(inquiries.deletedAt) : isNull(inquiries.deletedAt))
		)
		.returning({ id: inquiries.id });
	return found.length > 0;
}

/** Codes and names of the subject indexes that are here, in their order. */
export function indexNames(on: Queries = connection().db): Promise<{ code: string; name: string }[]> {
	return on
		.select({ code: subjectIndexes.code, name: subjectIndexes.name })
		.from(subjectIndexes)
		.orderBy(asc(subjectIndexes.position));
}
