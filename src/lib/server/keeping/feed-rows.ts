/** The rows of the stand-in feed. */
import type { RecordDraft } from '../../../core/formats/record-draft';
import { connection, type Transaction } from '../db';

/** How many records each stand-in index will still bring. */
export async function feedSizes(): Promise<Record<string, number>> {
	const rows = await connection().sql<{ code: string; waiting: number }>`
		select index_code as code, count(*)::int as waiting from feed_records group by 1`;
	return Object.fromEntries(rows.map(({ code, waiting }) => [code, waiting]));
}

/** Takes the next records out of the feed; those that another server takes are passed over. */
export async function takeFromFeed(tx: Transaction, code: string, most: number): Promise<RecordDraft[]> {
	const rows = await tx<{ position: number; draft: RecordDraft }>`
		delete from feed_records where position in (
			select position from feed_records where index_code = ${code} order by position limit ${most} for update skip locked
		) returning position, draft`;
	return rows.sort((a, b) => a.position - b.position).map(({ draft }) => draft);
}

export async function putInFeed(
	tx: Transaction,
	code: string,
	drafts: readonly RecordDraft[]
): Promise<void> {
	for (const draft of drafts)
		await tx`insert into feed_records (index_code, draft) values (${code}, ${JSON.stringify(draft)})`;
}
