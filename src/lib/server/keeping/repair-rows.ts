/** The rows that a later edition may touch. */
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { cells, connection, inquiries, picks } from '../db';

/** Picks and cells of all inquiries that were decided in one edition of an index, inquiry by inquiry. Two statements. */
export async function decidedIn(code: string, edition: string) {
	const { db } = connection();
	const used = and(
		isNull(inquiries.deletedAt),
		eq(inquiries.archived, false),
		sql`${code} = any(${inquiries.indexes})`
	);
	const [pickRows, cellRows] = await Promise.all([
		db
			.select({ pick: picks, title: inquiries.title })
			.from(picks)
			.innerJoin(inquiries, and(eq(inquiries.id, picks.inquiryId), used))
			.where(and(eq(picks.indexCode, code), eq(picks.edition, edition), ne(picks.role, 'rejected'))),
		db
			.select({ cell: cells, title: inquiries.title })
			.from(cells)
			.innerJoin(inquiries, and(eq(inquiries.id, cells.inquiryId), used))
			.where(and(eq(cells.indexCode, code), eq(cells.edition, edition), cells.noHeading))
	]);
	const picked = pickRows.map(({ pick: { slots, ...pick }, title }) => ({
		pick: slots ? { ...pick, slots } : pick,
		title
	}));
	return { picks: picked, cells: cellRows };
}

/** The labels of editions in which something was decided that stands, index by index. */
export async function editionsDecidedIn(code: string): Promise<string[]> {
	const rows = await connection().sql<{ edition: string }>`
		select distinct edition from picks where index_code = ${code} and role <> 'rejected'
		union select distinct edition from cells where index_code = ${code} and no_heading`;
	return rows.map(({ edition }) => edition);
}
