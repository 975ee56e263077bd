/** Telling every server what happens in an inquiry. */
import { sql } from 'drizzle-orm';
import { connection, type Queries } from '../db';

export const CHANNEL = 'oakmoss_inquiries';

/** What is told: a change, that those who take part are others, or where somebody is. */
export type Notice = { inquiry: string } & (
	| { kind: 'changed'; revision: number }
	| { kind: 'people' }
	| { kind: 'here'; window: string; person: string; name: string; at: string }
	| { kind: 'gone'; window: string; person: string }
);

/** In a transaction it is told when that is kept, and not at all where it is not. */
export async function notify(what: Notice, on: Queries = connection().db): Promise<void> {
	await on.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(what)})`);
}
