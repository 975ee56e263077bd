/** Inquiries: reading one whole, and changing one by commands that are logged and can be undone. */
import { and, asc, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import type { PgTransaction } from 'drizzle-orm/pg-core';
import {
	CommandError,
	describe,
	execute,
	invert,
	obstacle,
	pickName,
	type Change,
	type Command,
	type Inquiry,
	type Row,
	type Table
} from '../../core/crosswalk';
import { allow, type Person } from './access';
import { connection, type Database } from './db/client';
import { cells, changes, concepts, inquiries, picks, subjectIndexes, words } from './db/schema';
import { ServiceError } from './errors';

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- the driver's own parameters say nothing to us */
type Queries = Database | PgTransaction<any, any, any>;

const TABLES = { concepts, words, cells, picks } as const;

export interface InquiryState {
	inquiry: Inquiry;
	revision: number;
	/** What undo and redo would act on, in words. */
	undo: string | null;
	redo: string | null;
}

export async function listInquiries(person: Person | undefined) {
	allow(person, 'read');
	const { db } = connection();
	const decided = sql<number>`(
		select count(*)::int from (
			select concept_id, index_code from picks p where p.inquiry_id = inquiries.id and p.role <> 'rejected'
			union
			select concept_id, index_code from cells c where c.inquiry_id = inquiries.id and c.no_heading
		) decided
	)`;
	return db
		.select({
			id: inquiries.id,
			title: inquiries.title,
			question: inquiries.question,
			indexes: inquiries.indexes,
			changedAt: inquiries.changedAt,
			concepts: sql<number>`(select count(*)::int from concepts c where c.inquiry_id = inquiries.id)`,
			decided
		})
		.from(inquiries)
		.orderBy(desc(inquiries.changedAt));
}

export async function createInquiry(
	person: Person | undefined,
	{ id, title, question, indexes }: { id: string; title: string; question: string; indexes?: string[] }
): Promise<string> {
	allow(person, 'change-inquiry');
	const { db } = connection();
	const name = title.trim();
	if (name === '' || name.length > 200)
		throw new ServiceError(422, 'invalid', 'An inquiry needs a title of at most 200 characters.');
	const chosen =
		indexes ??
		(
			await db
				.select({ code: subjectIndexes.code })
				.from(subjectIndexes)
				.orderBy(asc(subjectIndexes.position))
		).map(({ code }) => code);
	await db.insert(inquiries).values({ id, title: name, question: question.trim(), indexes: chosen });
	return id;
}

export async function readInquiry(person: Person | undefined, id: string): Promise<InquiryState> {
	allow(person, 'read');
	const { db } = connection();
	const { inquiry, revision } = await load(db, id, false);
	return { inquiry, revision, ...(await reversible(db, id)) };
}

/** Number of the last change, to see whether anything is new. */
export async function revisionOf(person: Person | undefined, id: string): Promise<number> {
	allow(person, 'read');
	const [row] = await connection()
		.db.select({ revision: inquiries.revision })
		.from(inquiries)
		.where(eq(inquiries.id, id));
	if (!row) throw noInquiry(id);
	return row.revision;
}

function noInquiry(id: string): ServiceError {
	return new ServiceError(404, 'no-inquiry', `There is no inquiry “${id}”. It may have been removed.`);
}

/** The whole inquiry in five queries, whatever its size. */
async function load(
	db: Queries,
	id: string,
	forChange: boolean
): Promise<{ inquiry: Inquiry; revision: number }> {
	const query = db.select().from(inquiries).where(eq(inquiries.id, id));
	const [about] = await (forChange ? query.for('update') : query);
	if (!about) throw noInquiry(id);
	const [conceptRows, wordRows, cellRows, pickRows] = await Promise.all([
		db.select().from(concepts).where(eq(concepts.inquiryId, id)),
		db.select().from(words).where(eq(words.inquiryId, id)),
		db.select().from(cells).where(eq(cells.inquiryId, id)),
		db.select().from(picks).where(eq(picks.inquiryId, id))
	]);
	return {
		revision: about.revision,
		inquiry: {
			about: { id, title: about.title, question: about.question, indexes: about.indexes },
			concepts: filed(conceptRows),
			words: filed(wordRows),
			cells: filed(cellRows),
			picks: filed(pickRows)
		}
	};
}

function filed<T extends { id: string; inquiryId: string }>(rows: T[]): Record<string, Omit<T, 'inquiryId'>> {
	return Object.fromEntries(rows.map(({ inquiryId: _, ...row }) => [row.id, row]));
}

async function reversible(db: Queries, id: string): Promise<{ undo: string | null; redo: string | null }> {
	const done = (state: 'standing' | 'undone', newest: boolean) =>
		db
			.select({ summary: changes.summary })
			.from(changes)
			.where(and(eq(changes.inquiryId, id), eq(changes.kind, 'do'), eq(changes.state, state)))
			.orderBy(newest ? desc(changes.revision) : asc(changes.revision))
			.limit(1);
	const [[undo], [redo]] = await Promise.all([done('standing', true), done('undone', false)]);
	return { undo: undo?.summary ?? null, redo: redo?.summary ?? null };
}

export interface Outcome {
	revision: number;
	changes: Change[];
	summary: string;
	undo: string | null;
	redo: string | null;
}

/** Carries out a command. One that changes nothing is not logged. */
export async function changeInquiry(
	person: Person | undefined,
	id: string,
	command: Command
): Promise<Outcome> {
	const { id: personId } = allow(person, 'change-inquiry');
	return connection().db.transaction(async (tx) => {
		const { inquiry, revision } = await load(tx, id, true);
		const names = await indexNames(tx);
		const made = attempt(() => execute(inquiry, command));
		const summary = describe(inquiry, command, (code) => names.get(code) ?? code);
		if (made.length === 0) return { revision, changes: made, summary, ...(await reversible(tx, id)) };
		await write(tx, id, made);
		// What was undone and not redone can no longer be redone once something else is done.
		await tx
			.update(changes)
			.set({ state: 'dropped' })
			.where(and(eq(changes.inquiryId, id), eq(changes.kind, 'do'), eq(changes.state, 'undone')));
		const next = await log(tx, id, { revision, personId, kind: 'do', summary, command, rows: made });
		return { revision: next, changes: made, summary, undo: summary, redo: null };
	});
}

/** Takes back the last standing change, or carries the last undone one out again. */
export async function stepBackOrForth(
	person: Person | undefined,
	id: string,
	kind: 'undo' | 'redo'
): Promise<Outcome> {
	const { id: personId } = allow(person, 'change-inquiry');
	return connection().db.transaction(async (tx) => {
		const { inquiry, revision } = await load(tx, id, true);
		const [target] = await tx
			.select()
			.from(changes)
			.where(
				and(
					eq(changes.inquiryId, id),
					eq(changes.kind, 'do'),
					eq(changes.state, kind === 'undo' ? 'standing' : 'undone')
				)
			)
			.orderBy(kind === 'undo' ? desc(changes.revision) : asc(changes.revision))
			.limit(1);
		if (!target) throw new ServiceError(409, `nothing-to-${kind}`, `There is nothing to ${kind}.`);
		const rows = kind === 'undo' ? invert(target.rows) : target.rows;
		const blocked = obstacle(inquiry, rows);
		if (blocked)
			throw new ServiceError(
				409,
				'changed-since',
				`“${target.summary}” cannot be ${kind === 'undo' ? 'undone' : 'redone'}: ${rowName(blocked)} has changed since.`
			);
		await write(tx, id, rows);
		await tx
			.update(changes)
			.set({ state: kind === 'undo' ? 'undone' : 'standing' })
			.where(and(eq(changes.inquiryId, id), eq(changes.revision, target.revision)));
		const summary = `${kind === 'undo' ? 'Undone' : 'Redone'}: ${target.summary}`;
		const next = await log(tx, id, { revision, personId, kind, target: target.revision, summary, rows });
		return { revision: next, changes: rows, summary, ...(await reversible(tx, id)) };
	});
}

/** The changes after a revision, oldest first; how another window catches up. */
export async function changesSince(person: Person | undefined, id: string, revision: number) {
	allow(person, 'read');
	const { db } = connection();
	const rows = await db
		.select({ revision: changes.revision, rows: changes.rows, summary: changes.summary, at: changes.at })
		.from(changes)
		.where(and(eq(changes.inquiryId, id), gt(changes.revision, revision)))
		.orderBy(asc(changes.revision));
	return { changes: rows, revision: await revisionOf(person, id), ...(await reversible(db, id)) };
}

function attempt<T>(work: () => T): T {
	try {
		return work();
	} catch (error) {
		if (!(error instanceof CommandError)) throw error;
		const status = { 'not-found': 404, 'not-allowed': 409, invalid: 422 } as const;
		throw new ServiceError(status[error.code], error.code, error.message);
	}
}

function rowName({ table, after, before }: Change): string {
	const row = (before ?? after) as Partial<{
		name: string;
		text: string;
		headings: { label: string }[];
	}> | null;
	if (table === 'about') return 'the inquiry itself';
	if (row?.headings) return `the pick ${pickName({ headings: row.headings })}`;
	return row?.name ?? row?.text ?? 'a cell';
}

async function indexNames(db: Queries): Promise<Map<string, string>> {
	const rows = await db.select({ code: subjectIndexes.code, name: subjectIndexes.name }).from(subjectIndexes);
	return new Map(rows.map(({ code, name }) => [code, name]));
}

/** Writes row changes: at most one deletion and one insertion for each table. */
async function write(tx: Queries, inquiryId: string, made: readonly Change[]): Promise<void> {
	const last = new Map<string, Change>();
	for (const change of made) last.set(`${change.table}/${change.id}`, change);
	const byTable = new Map<Table, Change[]>();
	for (const change of last.values())
		byTable.set(change.table, [...(byTable.get(change.table) ?? []), change]);
	for (const [table, rows] of byTable) {
		if (table === 'about') {
			const about = rows[0].after as Inquiry['about'];
			const { title, question, indexes } = about;
			await tx.update(inquiries).set({ title, question, indexes }).where(eq(inquiries.id, inquiryId));
			continue;
		}
		const target = TABLES[table];
		const ids = rows.map(({ id }) => id);
		await tx.delete(target).where(and(eq(target.inquiryId, inquiryId), inArray(target.id, ids)));
		const kept = rows.flatMap(({ after }) =>
			after ? [{ ...(after as Exclude<Row, Inquiry['about']>), inquiryId }] : []
		);
		if (kept.length > 0) await tx.insert(target).values(kept as never);
	}
}

async function log(
	tx: Queries,
	inquiryId: string,
	entry: {
		revision: number;
		personId: string;
		kind: 'do' | 'undo' | 'redo';
		target?: number;
		summary: string;
		command?: Command;
		rows: Change[];
	}
): Promise<number> {
	const revision = entry.revision + 1;
	await tx.insert(changes).values({ ...entry, inquiryId, revision, state: 'standing' });
	await tx.update(inquiries).set({ revision, changedAt: new Date() }).where(eq(inquiries.id, inquiryId));
	return revision;
}
