/** What lessons may be: the document, and what screens send. */
import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import { DECISIONS } from '../../../core/crosswalk';
import { LESSON_FORMAT, LONGEST_STEP, MOST_STEPS, SCREENS, type ScreenName } from '../../../core/teaching';
import { isFree, limitField, NOT_FREE } from '../input-schema';
import { bareRows } from '../inquiry';

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(300), v.check(isFree, NOT_FREE));
const label = v.pipe(v.string(), v.maxLength(2_000));
const uri = v.pipe(v.string(), v.minLength(1), v.maxLength(2_000));
const heading = v.strictObject({ uri, label });
const concept = v.strictObject({ id, name: label });
const count = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1e9));
const title = v.pipe(v.string(), v.trim(), v.minLength(1, 'A lesson needs a title.'), v.maxLength(200));
const words = v.pipe(
	v.string(),
	v.trim(),
	v.minLength(1, 'A step needs a sentence.'),
	v.maxLength(LONGEST_STEP)
);

const cell = { concept, index: id };
const task = v.variant('kind', [
	v.strictObject({
		kind: v.literal('picked'),
		...cell,
		oneOf: v.pipe(v.array(heading), v.minLength(1), v.maxLength(50))
	}),
	v.strictObject({ kind: v.literal('no-heading'), ...cell }),
	v.strictObject({ kind: v.literal('decided'), ...cell }),
	v.strictObject({
		kind: v.literal('switched'),
		...cell,
		heading,
		what: v.picklist(['withNarrower', 'chief']),
		on: v.boolean()
	}),
	v.pipe(
		v.strictObject({ kind: v.literal('finds'), index: id, from: count, to: count }),
		v.check(({ from, to }) => from <= to, 'The range is the wrong way round: nothing lies in it.')
	),
	v.strictObject({
		kind: v.literal('pearls'),
		index: id,
		records: v.pipe(v.array(v.strictObject({ id: uri, title: label })), v.minLength(1), v.maxLength(100))
	}),
	v.strictObject({
		kind: v.literal('word'),
		concept,
		text: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300)),
		present: v.boolean()
	}),
	v.strictObject({
		kind: v.literal('limit'),
		index: v.optional(id),
		field: limitField,
		present: v.boolean()
	}),
	v.strictObject({ kind: v.literal('excluded'), concept, present: v.boolean() }),
	v.strictObject({ kind: v.literal('run'), index: id }),
	v.strictObject({
		kind: v.literal('listed'),
		index: id,
		record: uri,
		title: label,
		decision: v.picklist(DECISIONS)
	})
]);

const step = v.strictObject({
	place: v.strictObject({
		screen: v.picklist(Object.keys(SCREENS) as ScreenName[]),
		concept: v.optional(id),
		index: v.optional(id),
		heading: v.optional(uri),
		record: v.optional(uri),
		word: v.optional(v.pipe(v.string(), v.maxLength(500)))
	}),
	text: words,
	hint: v.optional(words),
	task: v.optional(task)
});
const steps = v.pipe(v.array(step), v.maxLength(MOST_STEPS, `A lesson has at most ${MOST_STEPS} steps.`));

/** A lesson as one document. */
export const lessonDocument = v.strictObject({
	format: v.literal(LESSON_FORMAT),
	version: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1e6)),
	id,
	title,
	needs: v.pipe(
		v.array(v.strictObject({ code: id, name: label, uri, edition: v.pipe(v.string(), v.maxLength(300)) })),
		v.maxLength(50)
	),
	start: bareRows,
	steps,
	end: bareRows
});

export const lessonJsonSchema = (): Record<string, unknown> => ({
	...toJsonSchema(lessonDocument, { errorMode: 'ignore' }),
	title: 'An Oakmoss lesson'
});

/** A lesson that is made from an inquiry here. */
export const newLesson = v.strictObject({
	inquiry: id,
	title,
	/** The moment of its history at which learners begin; with nothing but the question where none is named. */
	from: v.optional(count)
});

/** What its author changes in it. */
export const lessonChange = v.strictObject({
	/** As they had seen it. */
	revision: count,
	title: v.optional(title),
	steps: v.optional(steps)
});
export const givenOutBody = v.strictObject({ revision: count, isOut: v.boolean() });
export const learnerBody = v.strictObject({
	step: v.optional(count),
	again: v.optional(v.literal(true)),
	isNamed: v.optional(v.boolean())
});

export const lessonsAnswer = v.array(v.strictObject({ id, title, version: count }));
export const lessonMade = v.strictObject({ id });
const state = v.picklist(['not begun', 'begun', 'done', 'passed']);
export const learnersAnswer = v.strictObject({
	learners: v.array(
		v.strictObject({
			name: v.nullable(v.string()),
			version: count,
			step: count,
			states: v.array(state),
			begunAt: v.pipe(v.string(), v.isoTimestamp())
		})
	),
	steps: v.array(
		v.strictObject({
			done: count,
			tried: count,
			passed: count,
			here: count,
			minutes: v.nullable(v.number())
		})
	),
	choices: v.array(
		v.strictObject({
			conceptId: v.string(),
			indexCode: v.string(),
			uri: v.string(),
			label: v.string(),
			learners: count
		})
	)
});
