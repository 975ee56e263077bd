/** The rows of editions. */
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { EditionDifference } from '../../../core/edition/difference';
import {
	connection,
	dropPartitions,
	editionDifferences,
	editions,
	type Sql,
	subjectIndexes,
	type Transaction
} from '../db';

export type EditionRow = typeof editions.$inferSelect;

/** For an edition that is made here, rather than in a thread. */
export const sqlHere = (): Sql => connection().sql;

/** Whether an index is there; it is locked until the transaction ends. */
export async function lockIndex(tx: Transaction, code: string): Promise<boolean> {
	const [target] = await tx`select code from subject_indexes where code = ${code} for update`;
	return target !== undefined;
}

/** @returns its number, under which no other edition ever is */
export async function insertEdition(
	tx: Transaction,
	made: {
		indexCode: string;
		label: string;
		headings: number;
		entryTerms: number;
		relations: number;
		languages: string[];
		hierarchical: boolean;
		digest: string;
		held: string;
		byHand: boolean;
	}
): Promise<number> {
	const [{ id }] = await tx<{ id: number }>`
		insert into editions (index_code, label, headings, entry_terms, relations, languages, hierarchical, digest, held, by_hand)
		values (${made.indexCode}, ${made.label}, ${made.headings}, ${made.entryTerms}, ${made.relations},
			${made.languages}, ${made.hierarchical}, ${made.digest}, ${made.held}, ${made.byHand})
		returning id`;
	return id;
}

export async function makeCurrent(tx: Transaction, code: string, edition: number): Promise<void> {
	await tx`update subject_indexes set current_edition = ${edition} where code = ${code}`;
}

export async function currentEditionOf(tx: Transaction, code: string) {
	const [row] = await tx<{ id: number; label: string; headings: number; digest: string; byHand: boolean }>`
		select e.id, e.label, e.headings, e.digest, e.by_hand as "byHand" from editions e
		join subject_indexes i on i.current_edition = e.id where i.code = ${code}`;
	return row as typeof row | undefined;
}

export async function editionLabels(tx: Transaction, code: string): Promise<string[]> {
	const rows = await tx<{ label: string }>`select label from editions where index_code = ${code}`;
	return rows.map(({ label }) => label);
}

/** How many headings of an edition have one of these identifiers, or else one of these labels. */
export async function headingsShared(
	tx: Transaction,
	edition: number,
	uris: readonly string[],
	labels: readonly string[]
): Promise<number> {
	const [row] = await tx<{ shared: number }>`
		select greatest(
			(select count(*) from headings where edition_id = ${edition} and uri = any(${[...uris]}::text[])),
			(select count(distinct n) from labels
				where edition_id = ${edition} and kind = 'preferred' and text = any(${[...labels]}::text[]))
		)::int as shared`;
	return row.shared;
}

/** All editions of an index, the one loaded last first. */
export function editionsOf(code: string): Promise<EditionRow[]> {
	return connection()
		.db.select()
		.from(editions)
		.where(and(eq(editions.indexCode, code), isNull(editions.overtakenAt)))
		.orderBy(desc(editions.id));
}

/** Puts an edition aside for one that takes its label. */
export async function overtakeEdition(tx: Transaction, id: number): Promise<void> {
	await tx`update editions set overtaken_at = now(), label = label || ' before change ' || id where id = ${id}`;
}

/** Removes editions that were overtaken so long ago that no answer can still be made of them. */
export async function removeOvertaken(code: string): Promise<void> {
	const rows = await connection().sql<{ id: number }>`
		select id from editions where index_code = ${code} and overtaken_at < now() - interval '1 minute'`;
	for (const { id } of rows) await deleteEdition(code, id);
}

/** Editions that wait for somebody to make them current, by index. */
export async function editionsWaiting(): Promise<Record<string, string[]>> {
	const rows = await connection().sql<{ code: string; labels: string[] }>`
		select index_code as code, array_agg(label order by id) as labels from editions where held <> '' group by 1`;
	return Object.fromEntries(rows.map(({ code, labels }) => [code, labels]));
}

/** Makes an edition the current one, and says that somebody decided it. @returns whether it is there */
export async function setCurrent(code: string, id: number): Promise<boolean> {
	return connection().db.transaction(async (tx) => {
		const there = await tx
			.update(editions)
			.set({ held: '' })
			.where(and(eq(editions.id, id), eq(editions.indexCode, code)))
			.returning({ id: editions.id });
		if (there.length === 0) return false;
		await tx.update(subjectIndexes).set({ currentEdition: id }).where(eq(subjectIndexes.code, code));
		return true;
	});
}

/** How many inquiries hold picks or decisions that were made in an edition of an index. */
export async function inquiriesDecidedIn(code: string, label: string): Promise<number> {
	const [row] = await connection().sql<{ inquiries: number }>`
		select count(distinct d.id)::int as inquiries from (
			select inquiry_id as id from picks where index_code = ${code} and edition = ${label} and role <> 'rejected'
			union select inquiry_id from cells where index_code = ${code} and edition = ${label} and no_heading
		) d join inquiries q on q.id = d.id and q.deleted_at is null`;
	return row.inquiries;
}

/** Removes an edition that is not current. @returns whether it was removed */
export async function deleteEdition(code: string, id: number): Promise<boolean> {
	return connection().sql.begin(async (tx) => {
		const [row] = await tx<{ current: number | null }>`
			select current_edition as current from subject_indexes where code = ${code} for update`;
		if ((row as typeof row | undefined)?.current === id) return false;
		// Somebody else may have removed it in the meantime.
		const [there] = await tx`select 1 from editions where id = ${id} and index_code = ${code}`;
		if (there === undefined) return true;
		await tx.run(dropPartitions([id]));
		await tx`delete from collections where edition_id = ${id}`;
		await tx`delete from editions where id = ${id} and index_code = ${code}`;
		return true;
	});
}

export async function storedDifference(
	from: number,
	to: number,
	form: string
): Promise<EditionDifference | undefined> {
	const [row] = await connection()
		.db.select({ difference: editionDifferences.difference })
		.from(editionDifferences)
		.where(
			and(
				eq(editionDifferences.fromId, from),
				eq(editionDifferences.toId, to),
				eq(editionDifferences.form, form)
			)
		);
	return (row as typeof row | undefined)?.difference;
}

export async function storeDifference(
	from: number,
	to: number,
	form: string,
	difference: EditionDifference
): Promise<void> {
	await connection()
		.db.insert(editionDifferences)
		.values({ fromId: from, toId: to, form, difference })
		.onConflictDoUpdate({
			target: [editionDifferences.fromId, editionDifferences.toId],
			set: { form, difference }
		});
}
