/** The table of messages. */
import { sql } from 'drizzle-orm';
import { index, pgTable, smallint, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';
import { inquiries } from './inquiry-tables';

/** Messages that were written and would be sent: kept as files of mail, as no mail leaves this installation. */
export const outbox = pgTable(
	'outbox',
	{
		id: text('id').primaryKey(),
		/** None of a message about somebody's account. */
		inquiryId: text('inquiry_id').references(() => inquiries.id, { onDelete: 'cascade' }),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow(),
		kind: text('kind', { enum: ['request', 'works', 'news', 'account'] }).notNull(),
		to: text('to').notNull(),
		subject: text('subject').notNull(),
		/** What it asks for, under a name of its own: a record or a work of the list. */
		about: text('about').notNull().default(''),
		state: text('state', { enum: ['waiting', 'withdrawn', 'sent', 'failed'] })
			.notNull()
			.default('waiting'),
		/** How often it could not be handed on, and when that is tried again. */
		tries: smallint('tries').notNull().default(0),
		nextAt: moment('next_at').notNull().defaultNow(),
		/** The whole message, as RFC 5322 has it. */
		eml: text('eml').notNull()
	},
	(t) => [
		index('outbox_by_inquiry').on(t.inquiryId, t.at),
		index('outbox_to_be_sent')
			.on(t.nextAt)
			.where(sql`kind = 'account' and state = 'waiting'`)
	]
);
