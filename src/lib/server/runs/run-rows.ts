/** The rows of runs. */
import { and, asc, eq, inArray, max } from 'drizzle-orm';
import { connection, inquiries, inTransaction, people, type Queries, records, runs } from '../db';
import { noInquiry } from '../inquiry';

export type RunRow = typeof runs.$inferSelect;

/** Runs of an inquiry with who made them, oldest first; without the records they found. */
export function runLines(inquiryId: string) {
	return connection()
		.db.select({
			number: runs.number,
			indexCode: runs.indexCode,
			kind: runs.kind,
			name: runs.name,
			note: runs.note,
			cql: runs.cql,
			limits: runs.limits,
			combined: runs.combined,
			edition: runs.edition,
			count: runs.count,
			at: runs.at,
			person: people.name
		})
		.from(runs)
		.leftJoin(people, eq(people.id, runs.personId))
		.where(eq(runs.inquiryId, inquiryId))
		.orderBy(asc(runs.number));
}

/** Takes the next number of the inquiry; held until the transaction ends, so that no two runs get the same. */
async function nextNumber(tx: Queries, inquiryId: string): Promise<number> {
	const [inquiry] = await tx
		.select({ id: inquiries.id })
		.from(inquiries)
		.where(eq(inquiries.id, inquiryId))
		.for('update');
	if (!inquiry) throw noInquiry(inquiryId);
	const [{ last }] = await tx
		.select({ last: max(runs.number) })
		.from(runs)
		.where(eq(runs.inquiryId, inquiryId));
	return (last ?? 0) + 1;
}

/** @returns its number */
export function insertRun(
	inquiryId: string,
	row: Omit<typeof runs.$inferInsert, 'number' | 'inquiryId'>
): Promise<number> {
	return inTransaction(async (tx) => {
		const number = await nextNumber(tx, inquiryId);
		await tx.insert(runs).values({ ...row, inquiryId, number });
		return number;
	});
}

export async function runRow(inquiryId: string, number: number): Promise<RunRow | undefined> {
	const [row] = await connection()
		.db.select()
		.from(runs)
		.where(and(eq(runs.inquiryId, inquiryId), eq(runs.number, number)));
	return row;
}

export async function updateRun(
	inquiryId: string,
	number: number,
	fields: { name?: string; note?: string }
): Promise<void> {
	await connection()
		.db.update(runs)
		.set(fields)
		.where(and(eq(runs.inquiryId, inquiryId), eq(runs.number, number)));
}

/** Runs of an inquiry with all that is kept of them, oldest first. */
export function wholeRuns(inquiryId: string): Promise<RunRow[]> {
	return connection().db.select().from(runs).where(eq(runs.inquiryId, inquiryId)).orderBy(asc(runs.number));
}

export async function insertRuns(tx: Queries, rows: (typeof runs.$inferInsert)[]): Promise<void> {
	await tx.insert(runs).values(rows);
}

/** The keys of records by their numbers. */
export function keysOfRecords(code: string, numbers: readonly number[]) {
	return connection()
		.db.select({ n: records.n, key: records.key })
		.from(records)
		.where(and(eq(records.indexCode, code), inArray(records.n, [...numbers])));
}

/** The numbers of records by their keys. */
export function numbersOfKeys(on: Queries, code: string, keys: readonly string[]) {
	return on
		.select({ n: records.n, key: records.key })
		.from(records)
		.where(and(eq(records.indexCode, code), inArray(records.key, [...keys])));
}

/** The indexes of which an inquiry has a run. */
export async function indexesRun(inquiryId: string): Promise<Set<string>> {
	const rows = await connection()
		.db.selectDistinct({ code: runs.indexCode })
		.from(runs)
		.where(eq(runs.inquiryId, inquiryId));
	return new Set(rows.map(({ code }) => code));
}
