/** The table of runs. */
import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import type { StrategySettings } from '../../../../core/crosswalk/inquiry';
import type { LimitSetting } from '../../../../core/crosswalk/limits';
import { bytea, moment } from './columns';
import { ofInquiry } from './inquiry-tables';

/** Every kept execution of a strategy. The records it found are kept with it, so that runs can be compared for ever. */
export const runs = pgTable(
	'runs',
	{
		inquiryId: ofInquiry(),
		/** Counted from 1 in each inquiry. */
		number: integer('number').notNull(),
		indexCode: text('index_code').notNull(),
		kind: text('kind', { enum: ['run', 'combined', 'kept', 'elsewhere'] }).notNull(),
		name: text('name').notNull().default(''),
		note: text('note').notNull().default(''),
		/** The exact strategy: as CQL, or for a search made elsewhere as it was typed there. */
		cql: text('cql').notNull(),
		settings: jsonb('settings').$type<StrategySettings>(),
		/** Limits with the years that a relative period meant on the day. */
		limits: jsonb('limits').$type<LimitSetting[]>().notNull().default([]),
		/** Of a combination: the runs it was made of, in order, and how. */
		combined: jsonb('combined').$type<{ how: 'and' | 'or' | 'not'; runs: number[] }>(),
		edition: text('edition').notNull().default(''),
		recordsRevision: integer('records_revision').notNull().default(0),
		count: integer('count').notNull(),
		found: bytea('found'),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.number] })]
);
