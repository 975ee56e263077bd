/** The rows of an inquiry's history. */
import { and, asc, desc, eq, gt, inArray, lt, lte, notInArray, sql, type SQL } from 'drizzle-orm';
import type { Change, Command } from '../../../core/crosswalk';
import { LOCAL_PERSON } from '../people';
import { changes, connection, inquiries, people, type Queries } from '../db';

/** What undo would take back: the latest standing change; what redo would do: the first undone one. */
async function nextOf(kind: 'undo' | 'redo', on: Queries, id: string, by?: string) {
	const isUndo = kind === 'undo';
	const [row] = await on
		.select()
		.from(changes)
		.where(
			and(
				eq(changes.inquiryId, id),
				eq(changes.kind, 'do'),
				eq(changes.state, isUndo ? 'standing' : 'undone'),
				by === undefined ? undefined : eq(changes.personId, by)
			)
		)
		.orderBy(isUndo ? desc(changes.revision) : asc(changes.revision))
		.limit(1);
	return row;
}

/** @param by whose changes alone are looked at */
export const nextToUndo = (on: Queries, id: string, by?: string) => nextOf('undo', on, id, by);
export const nextToRedo = (on: Queries, id: string, by?: string) => nextOf('redo', on, id, by);

/** What undo and redo would act on, in words. */
export async function reversible(
	id: string,
	by: string | undefined,
	on: Queries = connection().db
): Promise<{ undo: string | null; redo: string | null }> {
	const undo = await nextToUndo(on, id, by);
	const redo = await nextToRedo(on, id, by);
	return { undo: undo?.summary ?? null, redo: redo?.summary ?? null };
}

/** What a sending did, where it was carried out. */
export async function doneBefore(on: Queries, id: string, sending: string) {
	const [done] = await on
		.select({ revision: changes.revision, changes: changes.rows, summary: changes.summary })
		.from(changes)
		.where(and(eq(changes.inquiryId, id), eq(changes.sending, sending)));
	return done;
}

/** What was undone and not redone can no longer be redone once something else is done. */
export async function dropUndone(tx: Queries, id: string, by?: string): Promise<void> {
	await tx
		.update(changes)
		.set({ state: 'dropped' })
		.where(
			and(
				eq(changes.inquiryId, id),
				eq(changes.kind, 'do'),
				eq(changes.state, 'undone'),
				by === undefined ? undefined : eq(changes.personId, by)
			)
		);
}

export async function setChangeState(
	tx: Queries,
	id: string,
	revision: number,
	state: 'standing' | 'undone'
): Promise<void> {
	await tx
		.update(changes)
		.set({ state })
		.where(and(eq(changes.inquiryId, id), eq(changes.revision, revision)));
}

const ELSEWHERE = 'somebody elsewhere';
/** The local person has no row; others that have none came with a document from elsewhere. */
const personName = sql<string>`case when ${changes.personId} = ${LOCAL_PERSON.id}
	then coalesce(${people.name}, ${LOCAL_PERSON.name}) else coalesce(${people.name}, ${ELSEWHERE}) end`;

/** The names of people who changed something. */
export async function namesOfPeople(ids: readonly string[]): Promise<Map<string, string>> {
	const rows =
		ids.length === 0
			? []
			: await connection()
					.db.select({ id: people.id, name: people.name })
					.from(people)
					.where(inArray(people.id, [...ids]));
	const known = new Map(rows.map(({ id, name }) => [id, name]));
	return new Map(
		ids.map((id) => [id, known.get(id) ?? (id === LOCAL_PERSON.id ? LOCAL_PERSON.name : ELSEWHERE)])
	);
}

/** What was changed after a revision, oldest first, and by whom; without what some windows did. */
export function changesAfter(
	id: string,
	revision: number,
	{ on = connection().db, without }: { on?: Queries; without?: readonly string[] } = {}
) {
	return on
		.select({
			revision: changes.revision,
			rows: changes.rows,
			summary: changes.summary,
			at: changes.at,
			client: changes.client,
			personId: changes.personId,
			person: personName
		})
		.from(changes)
		.leftJoin(people, eq(people.id, changes.personId))
		.where(
			and(
				eq(changes.inquiryId, id),
				gt(changes.revision, revision),
				without && notInArray(changes.client, [...without])
			)
		)
		.orderBy(asc(changes.revision));
}

/** The rows that were changed after a revision, oldest first; those of the reading list only where they are asked for. */
export async function rowsChangedAfter(
	id: string,
	revision: number,
	upTo: number,
	{ works }: { works: boolean }
): Promise<Change[]> {
	// A list of thousands of works may have come in one change; it is left where it is not looked at.
	const rows = works
		? changes.rows
		: sql<Change[]>`jsonb_path_query_array(${changes.rows}, '$[*] ? (@.table != "entries")')`;
	const found = await connection()
		.db.select({ rows })
		.from(changes)
		.where(and(eq(changes.inquiryId, id), gt(changes.revision, revision), lte(changes.revision, upTo)))
		.orderBy(asc(changes.revision));
	return found.flatMap((change) => change.rows);
}

/** The commands of the last changes that stand, newest first. */
export async function lastCommands(id: string, most: number): Promise<Command[]> {
	const rows = await connection()
		.db.select({ command: changes.command })
		.from(changes)
		.where(and(eq(changes.inquiryId, id), eq(changes.kind, 'do'), eq(changes.state, 'standing')))
		.orderBy(desc(changes.revision))
		.limit(most);
	return rows.flatMap(({ command }) => command ?? []);
}

/** How many changes after a revision stand, so that undo would take them back. */
export function standingChangesAfter(id: string, revision: number): Promise<number> {
	return connection().db.$count(
		changes,
		and(
			eq(changes.inquiryId, id),
			gt(changes.revision, revision),
			eq(changes.kind, 'do'),
			eq(changes.state, 'standing')
		)
	);
}

/** Every change with its time, oldest first. */
export function momentsOf(id: string) {
	return connection()
		.db.select({ revision: changes.revision, at: changes.at })
		.from(changes)
		.where(eq(changes.inquiryId, id))
		.orderBy(asc(changes.revision));
}

/** What was done after one revision and up to another, oldest first. */
export function doneBetween(id: string, after: number, upTo: number, on: Queries = connection().db) {
	return on
		.select({ kind: changes.kind, rows: changes.rows })
		.from(changes)
		.where(and(eq(changes.inquiryId, id), gt(changes.revision, after), lte(changes.revision, upTo)))
		.orderBy(asc(changes.revision));
}

export async function revisionOf(id: string): Promise<number | undefined> {
	const [about] = await connection()
		.db.select({ revision: inquiries.revision })
		.from(inquiries)
		.where(eq(inquiries.id, id));
	return about?.revision;
}

/** Newest first. */
export function historyPage(
	id: string,
	{ cell, before, most }: { cell?: string; before?: number; most: number }
) {
	const inCell: SQL | undefined = cell === undefined ? undefined : sql`${changes.cells} @> array[${cell}]`;
	return connection()
		.db.select({
			revision: changes.revision,
			at: changes.at,
			person: personName,
			kind: changes.kind,
			state: changes.state,
			summary: changes.summary,
			command: changes.command,
			cells: changes.cells,
			rows: changes.rows
		})
		.from(changes)
		.leftJoin(people, eq(people.id, changes.personId))
		.where(
			and(eq(changes.inquiryId, id), before === undefined ? undefined : lt(changes.revision, before), inCell)
		)
		.orderBy(desc(changes.revision))
		.limit(most);
}

export type HistoryRow = Awaited<ReturnType<typeof historyPage>>[number];

export interface NewChange {
	personId: string;
	client: string;
	sending?: string;
	kind: 'do' | 'undo' | 'redo';
	target?: number;
	summary: string;
	command?: Command;
	rows: Change[];
	/** Cells that the rows touch. */
	cells: string[];
}

/** Logs a change as the next revision of its inquiry. */
export async function insertChange(
	tx: Queries,
	inquiryId: string,
	revision: number,
	made: NewChange
): Promise<void> {
	await tx.insert(changes).values({ ...made, inquiryId, revision, state: 'standing' });
	await tx.update(inquiries).set({ revision, changedAt: new Date() }).where(eq(inquiries.id, inquiryId));
}

/** The whole history, oldest first. */
export function wholeHistory(inquiryId: string) {
	return connection()
		.db.select()
		.from(changes)
		.where(eq(changes.inquiryId, inquiryId))
		.orderBy(asc(changes.revision));
}

export async function insertHistory(
	tx: Queries,
	log: readonly (typeof changes.$inferInsert)[]
): Promise<void> {
	for (let at = 0; at < log.length; at += 1_000) await tx.insert(changes).values(log.slice(at, at + 1_000));
}
