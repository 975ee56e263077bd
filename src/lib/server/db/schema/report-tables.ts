/** Tables of reports: drafts, and what was handed in. */
import { integer, json, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import type { PartName, ReportFacts, ReportTexts } from '../../../../core/report';
import { moment } from './columns';
import { ofInquiry } from './inquiry-tables';

/** What goes into a report: parts in their order, runs, the citation style, and what people say of items. */
interface ReportDraft {
	parts: PartName[];
	runs?: number[];
	style: string;
	texts: ReportTexts;
}

/** What the report of an inquiry is to hold, while it is being made. */
export const reportDrafts = pgTable('report_drafts', {
	inquiryId: ofInquiry().primaryKey(),
	draft: jsonb('draft').$type<ReportDraft>().notNull()
});

/** Reports that were handed in, each with the facts that it says, so that it can always be had again as it was. */
export const reports = pgTable(
	'reports',
	{
		inquiryId: ofInquiry(),
		number: integer('number').notNull(),
		draft: jsonb('draft').$type<ReportDraft>().notNull(),
		/** As they were written, to the letter: of these the same report is made again. */
		facts: json('facts').$type<ReportFacts>().notNull(),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.number] })]
);
