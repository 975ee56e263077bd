/** The rows of reports: those that were handed in, the draft of each inquiry, and what is asked of records for them. */
import { and, desc, eq, max } from 'drizzle-orm';
import type { ReportFacts } from '../../../core/report';
import { connection, inquiries, inTransaction, people, type Queries, reportDrafts, reports } from '../db';
import type { ReportDraft } from './report-schema';

export type ReportRow = typeof reports.$inferSelect;

/** First and last year of the records of an index; none where no record has one. O(records of the index). */
export async function yearsOfIndex(code: string): Promise<[first: number, last: number] | null> {
	const [{ first, last }] = await connection().sql<{ first: number | null; last: number | null }>`
		select min(year) as first, max(year) as last from records where index_code = ${code}`;
	return first === null || last === null ? null : [first, last];
}

export async function draftRow(inquiryId: string): Promise<ReportDraft | undefined> {
	const [row] = await connection()
		.db.select({ draft: reportDrafts.draft })
		.from(reportDrafts)
		.where(eq(reportDrafts.inquiryId, inquiryId));
	return row?.draft;
}

export async function writeDraft(
	inquiryId: string,
	draft: ReportDraft,
	on: Queries = connection().db
): Promise<void> {
	await on
		.insert(reportDrafts)
		.values({ inquiryId, draft })
		.onConflictDoUpdate({ target: reportDrafts.inquiryId, set: { draft } });
}

/** @returns its number */
export function insertReport(
	inquiryId: string,
	row: { personId: string; draft: ReportDraft; facts: ReportFacts; at: Date }
): Promise<number> {
	return inTransaction(async (tx) => {
		// Held until the transaction ends, so that no two reports get one number.
		await tx.select({ id: inquiries.id }).from(inquiries).where(eq(inquiries.id, inquiryId)).for('update');
		const [{ last }] = await tx
			.select({ last: max(reports.number) })
			.from(reports)
			.where(eq(reports.inquiryId, inquiryId));
		const number = (last ?? 0) + 1;
		await tx.insert(reports).values({ inquiryId, number, ...row });
		return number;
	});
}

/** Reports with the numbers that they have already. */
export async function insertReports(tx: Queries, rows: (typeof reports.$inferInsert)[]): Promise<void> {
	if (rows.length > 0) await tx.insert(reports).values(rows);
}

/** Reports that were handed in, with everything that they say, in their order. */
export function wholeReports(inquiryId: string): Promise<ReportRow[]> {
	return connection()
		.db.select()
		.from(reports)
		.where(eq(reports.inquiryId, inquiryId))
		.orderBy(reports.number);
}

export async function reportRow(inquiryId: string, number: number): Promise<ReportRow | undefined> {
	const [row] = await connection()
		.db.select()
		.from(reports)
		.where(and(eq(reports.inquiryId, inquiryId), eq(reports.number, number)));
	return row;
}

/** Reports that were handed in, newest first, without what they say. */
export function reportLines(inquiryId: string) {
	return connection()
		.db.select({ number: reports.number, at: reports.at, person: people.name, draft: reports.draft })
		.from(reports)
		.leftJoin(people, eq(people.id, reports.personId))
		.where(eq(reports.inquiryId, inquiryId))
		.orderBy(desc(reports.number));
}
