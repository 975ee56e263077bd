/** What people looked at lately, each for themselves. */
import { index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';
import { ofInquiry } from './inquiry-tables';
import { ofPerson } from './people-tables';

export const recents = pgTable(
	'recents',
	{
		inquiryId: ofInquiry(),
		personId: ofPerson(),
		/** Tells one thing that was looked at from others. */
		key: text('key').notNull(),
		kind: text('kind', { enum: ['word', 'heading', 'result'] }).notNull(),
		/** In words. */
		says: text('says').notNull(),
		/** Of one index; empty for all. */
		indexCode: text('index_code').notNull(),
		/** What opens it again: the query of its address. */
		search: text('search').notNull(),
		/** Records that it had when it was last looked at; null where nobody counted. */
		count: integer('count'),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [
		primaryKey({ columns: [t.personId, t.inquiryId, t.key] }),
		index('recents_of_inquiry').on(t.inquiryId)
	]
);
