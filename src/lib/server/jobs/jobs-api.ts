/** What the public API answers of jobs: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { count, text } from '../answer-schema';

export const jobAccepted = v.strictObject({ job: text });

export const jobAnswer = v.strictObject({
	/** None where the work is of no one index. */
	indexCode: v.nullable(text),
	edition: text,
	state: v.picklist(['queued', 'running', 'done', 'failed']),
	done: count,
	total: count,
	/** Of a job that waits: how many come before it. */
	ahead: v.optional(count),
	report: v.nullable(
		v.looseObject({
			counts: v.looseObject({ read: count, kept: count, repaired: count, refused: count }),
			findings: v.array(
				v.looseObject({
					severity: v.picklist(['error', 'warning', 'note']),
					rule: text,
					line: v.optional(count),
					subject: v.optional(text),
					message: text
				})
			),
			findingCounts: v.record(text, count),
			error: v.optional(v.looseObject({ code: text, message: text, line: v.optional(count) }))
		})
	)
});
