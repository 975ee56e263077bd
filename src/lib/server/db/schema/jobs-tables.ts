/** The table of background work. */
import { boolean, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import type { Finding, ImportCounts } from '../../../../core/vocabulary/vocabulary-data';
import { moment } from './columns';
import { subjectIndexes } from './vocabulary-tables';

export interface JobReport {
	counts: ImportCounts & Record<string, number>;
	findings: Finding[];
	findingCounts: Record<string, number>;
	/** Why the job failed, where it did. */
	error?: { code: string; message: string; line?: number };
}

export const jobs = pgTable(
	'jobs',
	{
		id: text('id').primaryKey(),
		kind: text('kind', { enum: ['vocabulary', 'records', 'mappings', 'citations'] }).notNull(),
		/** None where the work is of no one index. */
		indexCode: text('index_code').references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		edition: text('edition').notNull().default(''),
		state: text('state', { enum: ['queued', 'running', 'done', 'failed'] }).notNull(),
		/** Somebody asked for it to stop; the server that works on it looks here. */
		cancel: boolean('cancel').notNull().default(false),
		done: integer('done').notNull().default(0),
		total: integer('total').notNull().default(0),
		report: jsonb('report').$type<JobReport>(),
		/** What came of it, where that is handed out and not kept elsewhere. */
		result: text('result'),
		startedBy: text('started_by').notNull(),
		createdAt: moment('created_at').notNull().defaultNow(),
		/** Renewed while the work goes on, so that work whose process has ended can be told. */
		seenAt: moment('seen_at').notNull().defaultNow()
	},
	(t) => [index('jobs_by_index').on(t.indexCode, t.createdAt)]
);
