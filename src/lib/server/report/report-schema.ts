/** What may be asked of a report. */
import * as v from 'valibot';
import { GUIDELINE, REPORT_PARTS } from '../../../core/report';

const part = v.picklist(REPORT_PARTS);
const runNumber = v.pipe(v.number(), v.integer(), v.minValue(1));

/** What goes into a report, in which order, and what people say for it. */
export const reportDraft = v.object({
	parts: v.pipe(
		v.array(part),
		v.maxLength(REPORT_PARTS.length),
		v.check((parts) => new Set(parts).size === parts.length, 'A part stands in a report once.')
	),
	/** Runs that it is of; the last of each index where nothing is said. */
	runs: v.optional(v.pipe(v.array(runNumber), v.maxLength(100))),
	style: v.pipe(v.string(), v.regex(/^[\w.-]{1,200}$/)),
	texts: v.record(
		v.picklist(GUIDELINE.map(({ id }) => id)),
		v.pipe(v.string(), v.maxLength(10_000, 'What is said of an item can be 10,000 characters long.'))
	)
});
export type ReportDraft = v.InferOutput<typeof reportDraft>;

export const FIRST_DRAFT: ReportDraft = { parts: [...REPORT_PARTS], style: 'apa', texts: {} };

/** By address: some parts in an order of their own, or a report that was handed in. */
export const reportQuery = v.object({
	parts: v.optional(
		v.pipe(
			v.string(),
			v.maxLength(1_000),
			v.transform((text) => text.split(',').filter(Boolean)),
			v.array(part)
		)
	),
	report: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)))
});
