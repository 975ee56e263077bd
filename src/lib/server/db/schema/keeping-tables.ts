/** Tables of watches and of the stand-in feed. */
import { boolean, index, integer, json, pgTable, primaryKey, serial, text } from 'drizzle-orm/pg-core';
import type { RecordDraft } from '../../../../core/formats/record-draft';
import { moment } from './columns';
import { subjectIndexes } from './vocabulary-tables';
import { inquiries } from './inquiry-tables';

/** What is looked for among records that arrive: the strategies of an inquiry, or a text of its own. */
export const watches = pgTable(
	'watches',
	{
		id: text('id').primaryKey(),
		/** Null for one that belongs to no inquiry. */
		inquiryId: text('inquiry_id').references(() => inquiries.id, { onDelete: 'cascade' }),
		personId: text('person_id').notNull(),
		name: text('name').notNull(),
		/** The strategy of one index, those of all chosen indexes as a pooled list, or a text in one index. */
		kind: text('kind', { enum: ['strategy', 'pool', 'search'] }).notNull(),
		/** Of a strategy or a text; empty for a pooled list. */
		indexCode: text('index_code').notNull().default(''),
		cql: text('cql').notNull().default(''),
		madeAt: moment('made_at').notNull().defaultNow(),
		ranAt: moment('ran_at'),
		paused: boolean('paused').notNull().default(false),
		/** Names its feed and the way to stop it, for whoever is given the address; another one makes the old address nothing. */
		key: text('key').notNull().unique(),
		/** What keeps it from finding what it should, in words. */
		trouble: text('trouble').notNull().default('')
	},
	(t) => [index('watches_by_inquiry').on(t.inquiryId)]
);

/** How far a watch has looked in an index: records are numbered as they arrive. */
export const watchMarks = pgTable(
	'watch_marks',
	{
		watchId: text('watch_id')
			.notNull()
			.references(() => watches.id, { onDelete: 'cascade' }),
		indexCode: text('index_code').notNull(),
		/** Which index of that code: one that is made anew begins anew. */
		indexId: integer('index_id').notNull(),
		seen: integer('seen').notNull()
	},
	(t) => [primaryKey({ columns: [t.watchId, t.indexCode] })]
);

/** What a watch found, each record once. */
export const watchFinds = pgTable(
	'watch_finds',
	{
		watchId: text('watch_id')
			.notNull()
			.references(() => watches.id, { onDelete: 'cascade' }),
		indexCode: text('index_code').notNull(),
		record: text('record').notNull(),
		foundAt: moment('found_at').notNull().defaultNow(),
		/** It stands on the reading list of the inquiry, or did. */
		listed: boolean('listed').notNull().default(false),
		/** A message told of it. */
		told: boolean('told').notNull().default(false),
		/** Somebody has looked at it. */
		looked: boolean('looked').notNull().default(false)
	},
	(t) => [primaryKey({ columns: [t.watchId, t.indexCode, t.record] })]
);

/** Records that a stand-in index will bring, in the order in which they come. */
export const feedRecords = pgTable('feed_records', {
	position: serial('position').primaryKey(),
	indexCode: text('index_code')
		.notNull()
		.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
	draft: json('draft').$type<RecordDraft>().notNull()
});
