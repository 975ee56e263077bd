/** The rows of the outbox. */
import { and, desc, eq, ne, or } from 'drizzle-orm';
import { connection, inStatements, outbox, type Transaction } from '../db';

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

/** Of an inquiry, what a person may see: news is its reader's alone. */
const seenBy = (inquiryId: string, personId: string) =>
	and(eq(outbox.inquiryId, inquiryId), or(ne(outbox.kind, 'news'), eq(outbox.personId, personId)));

/** Messages of an inquiry for one person, newest first, without what they say. */
export function messageLines(inquiryId: string, personId: string) {
	const { id, at, kind, to, subject, about, state } = outbox;
	return connection()
		.db.select({ id, at, kind, to, subject, about, state })
		.from(outbox)
		.where(seenBy(inquiryId, personId))
		.orderBy(desc(outbox.at), desc(outbox.id));
}

export async function messageRow(inquiryId: string, personId: string, id: string) {
	const [row] = await connection()
		.db.select()
		.from(outbox)
		.where(and(seenBy(inquiryId, personId), eq(outbox.id, id)));
	return row;
}

export async function withdraw(inquiryId: string, id: string): Promise<void> {
	await connection()
		.db.update(outbox)
		.set({ state: 'withdrawn' })
		.where(and(eq(outbox.inquiryId, inquiryId), eq(outbox.id, id)));
}

export interface Waiting {
	id: string;
	to: string;
	eml: string;
	tries: number;
}

/**
 * Hands on the next message about an account that is due, if any: locked meanwhile, so that no other server does. One whose
 * server ends between sending and saying so is sent once more, under the same name.
 * @param maxAge in seconds; what is older says what is past
 * @param longest in seconds, until when one may have to wait; what waits for longer does so by a clock that was set back
 * @param send answers when it is tried again, in seconds; nothing where it was handed on, null where it is given up
 * @returns whether there was one
 */
export function handOnNext(
	maxAge: number,
	longest: number,
	send: (message: Waiting) => Promise<number | null | undefined>
): Promise<boolean> {
	return inStatements(async (tx) => {
		const [message] = await tx<Waiting>`
			select id, "to", eml, tries from outbox
			where kind = 'account' and state = 'waiting' and at > now() - ${maxAge} * interval '1 second'
				and not next_at between now() and now() + ${longest} * interval '1 second'
			order by next_at limit 1 for update skip locked`;
		if (!message) return false;
		const again = await send(message);
		const state = again === undefined ? 'sent' : again === null ? 'failed' : 'waiting';
		await tx`
			update outbox set state = ${state}, tries = tries + 1, next_at = now() + ${again ?? 0} * interval '1 second'
			where id = ${message.id}`;
		return true;
	});
}
