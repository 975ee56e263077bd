/** The rows of the outbox. */
import { and, desc, eq } from 'drizzle-orm';
import { connection, outbox, type Transaction } from '../db';

export async function insertMessage(row: typeof outbox.$inferInsert): Promise<void> {
	await connection().db.insert(outbox).values(row);
}

/** The same in a transaction. */
export async function insertMessageIn(
	tx: Transaction,
	{ id, inquiryId, personId, kind, to, subject, about = '', eml }: typeof outbox.$inferInsert
): Promise<void> {
	await tx`
		insert into outbox (id, inquiry_id, person_id, kind, "to", subject, about, eml)
		values (${id}, ${inquiryId}, ${personId}, ${kind}, ${to}, ${subject}, ${about}, ${eml})`;
}

/** Messages of an inquiry, newest first, without what they say. */
export function messageLines(inquiryId: string) {
	const { id, at, kind, to, subject, about, state } = outbox;
	return connection()
		.db.select({ id, at, kind, to, subject, about, state })
		.from(outbox)
		.where(eq(outbox.inquiryId, inquiryId))
		.orderBy(desc(outbox.at), desc(outbox.id));
}

export async function messageRow(inquiryId: string, id: string) {
	const [row] = await connection()
		.db.select()
		.from(outbox)
		.where(and(eq(outbox.inquiryId, inquiryId), eq(outbox.id, id)));
	return row;
}

export async function withdraw(inquiryId: string, id: string): Promise<void> {
	await connection()
		.db.update(outbox)
		.set({ state: 'withdrawn' })
		.where(and(eq(outbox.inquiryId, inquiryId), eq(outbox.id, id)));
}
