/** The report as part of an inquiry's document: its draft, and what was handed in with the facts that each says. */
import * as v from 'valibot';
import { FITS, ROLES, STATUSES } from '../../../core/crosswalk';
import type { ReportFacts } from '../../../core/report';
import { registerDocumentPart, twice } from '../inquiry';
import { draftRow, insertReports, wholeReports, writeDraft } from './report-rows';
import { reportDraft } from './report-schema';

const text = v.pipe(v.string(), v.maxLength(1_000_000));
const number = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2e9));
const count = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2e9));
const year = v.pipe(v.number(), v.integer());
const decidedBy = { by: text, on: text };

const run = v.strictObject({
	number,
	code: text,
	name: text,
	note: text,
	at: v.pipe(v.string(), v.isoTimestamp()),
	by: text,
	edition: text,
	count,
	kind: v.picklist(['run', 'combined', 'kept', 'elsewhere']),
	cql: text,
	dialect: text,
	lines: v.nullable(v.array(v.strictObject({ says: text, concept: v.optional(text), count }))),
	limits: v.array(v.strictObject({ says: text, removes: count, doesNotMatch: count, notLabelled: count })),
	withoutLimits: v.nullable(count),
	isOutdated: v.boolean()
});

/** A schema that lets through just what a report is written from: anything else could not be made a report again. */
const reportFacts = v.strictObject({
	inquiry: v.strictObject({ id: text, title: text, question: text }),
	people: v.array(text),
	concepts: v.array(
		v.strictObject({
			id: text,
			name: text,
			status: v.picklist(STATUSES),
			words: v.array(v.strictObject({ text, lang: text, capitals: v.boolean(), offIn: v.array(text) }))
		})
	),
	indexes: v.array(
		v.strictObject({
			code: text,
			name: text,
			discipline: text,
			headingNoun: text,
			edition: text,
			records: count,
			// First and last; a tuple has no schema that every version of JSON Schema reads alike.
			years: v.nullable(v.pipe(v.array(year), v.length(2))),
			standIn: v.boolean()
		})
	),
	cells: v.array(
		v.strictObject({
			conceptId: text,
			code: text,
			picks: v.array(
				v.strictObject({
					headings: v.array(text),
					fit: v.picklist(FITS),
					role: v.picklist(ROLES),
					switches: v.array(text),
					note: text,
					...decidedBy
				})
			),
			noHeading: v.nullable(v.strictObject({ tried: v.array(text), note: text, ...decidedBy }))
		})
	),
	runs: v.array(run),
	pool: v.nullable(
		v.strictObject({
			records: count,
			works: count,
			of: v.array(v.strictObject({ run: number, count, alone: count }))
		})
	),
	list: v.strictObject({
		all: count,
		found: count,
		keep: count,
		open: count,
		dropped: v.array(v.strictObject({ reason: text, count })),
		style: text,
		kept: v.array(text)
	}),
	pearls: v.array(v.strictObject({ run: number, of: count, missed: v.array(text) })),
	checks: v.array(
		v.strictObject({
			code: text,
			open: v.array(v.strictObject({ text, effect: v.number() })),
			left: v.array(v.strictObject({ text, reason: text }))
		})
	)
});

const reportsOfInquiry = v.strictObject({
	draft: v.nullable(reportDraft),
	handedIn: v.array(
		v.strictObject({
			number,
			draft: reportDraft,
			facts: reportFacts,
			personId: v.pipe(v.string(), v.maxLength(100)),
			at: v.pipe(v.string(), v.isoTimestamp())
		})
	)
});

registerDocumentPart({
	name: 'reports',
	schema: v.optional(reportsOfInquiry, { draft: null, handedIn: [] }),
	take: async (inquiryId) => {
		const [draft = null, rows] = await Promise.all([draftRow(inquiryId), wholeReports(inquiryId)]);
		return {
			draft,
			handedIn: rows.map(({ inquiryId: _, at, ...row }) => ({ ...row, at: at.toISOString() }))
		};
	},
	give: async (tx, inquiryId, { draft, handedIn }) => {
		if (draft) await writeDraft(inquiryId, draft, tx);
		await insertReports(
			tx,
			handedIn.map(({ at, facts, ...row }) => ({
				...row,
				facts: facts as ReportFacts,
				inquiryId,
				at: new Date(at)
			}))
		);
	},
	fault: ({ handedIn }) =>
		twice(
			'reports.handedIn',
			handedIn.map((one) => one.number)
		)
});
