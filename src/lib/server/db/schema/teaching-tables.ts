/** Tables of lessons, and of who learns from them. */
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core';
import type { LessonDocument } from '../../../../core/teaching/lesson';
import { moment } from './columns';
import { inquiries } from './inquiry-tables';
import { people } from './people-tables';

/** Lessons as their authors have them in hand. */
export const lessons = pgTable(
	'lessons',
	{
		id: text('id').primaryKey(),
		authorId: text('author_id')
			.notNull()
			.references(() => people.id, { onDelete: 'cascade' }),
		/** The inquiry it is made from; none where it came as a document, or that inquiry is gone. */
		inquiryId: text('inquiry_id').references(() => inquiries.id, { onDelete: 'set null' }),
		title: text('title').notNull(),
		/** How often it was given out; 0 while nobody but its author can begin it. */
		version: integer('version').notNull().default(0),
		/** By what its link is known; none while it is not given out. */
		key: text('key').unique(),
		/** Rises with everything that its author changes, so that nothing is overwritten unseen. */
		revision: integer('revision').notNull().default(0),
		needs: jsonb('needs').$type<LessonDocument['needs']>().notNull(),
		start: jsonb('start').$type<LessonDocument['start']>().notNull(),
		steps: jsonb('steps').$type<LessonDocument['steps']>().notNull(),
		end: jsonb('end').$type<LessonDocument['end']>().notNull(),
		createdAt: moment('created_at').notNull().defaultNow(),
		changedAt: moment('changed_at').notNull().defaultNow()
	},
	(t) => [index('lessons_of_author').on(t.authorId)]
);

/** What was given out, as it was given out: whoever has begun a version ends that one. */
export const lessonVersions = pgTable(
	'lesson_versions',
	{
		lessonId: text('lesson_id')
			.notNull()
			.references(() => lessons.id, { onDelete: 'cascade' }),
		version: integer('version').notNull(),
		document: jsonb('document').$type<LessonDocument>().notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.lessonId, t.version] })]
);

/** Who learns, each in an inquiry of their own. */
export const learners = pgTable(
	'learners',
	{
		inquiryId: text('inquiry_id')
			.primaryKey()
			.references(() => inquiries.id, { onDelete: 'cascade' }),
		lessonId: text('lesson_id')
			.notNull()
			.references(() => lessons.id, { onDelete: 'cascade' }),
		/** 0 while its author walks it before it is given out. */
		version: integer('version').notNull(),
		personId: text('person_id')
			.notNull()
			.references(() => people.id, { onDelete: 'cascade' }),
		/** Whether the author sees their name. */
		isNamed: boolean('is_named').notNull().default(false),
		/** The step they are at, from 0; the number of steps once they are at the end. */
		step: integer('step').notNull().default(0),
		begunAt: moment('begun_at').notNull().defaultNow()
	},
	(t) => [
		index('learners_of_lesson').on(t.lessonId),
		uniqueIndex('one_inquiry_a_learner').on(t.lessonId, t.personId, t.version)
	]
);

/** The steps that somebody has begun. */
export const learnerSteps = pgTable(
	'learner_steps',
	{
		inquiryId: text('inquiry_id')
			.notNull()
			.references(() => learners.inquiryId, { onDelete: 'cascade' }),
		step: integer('step').notNull(),
		begunAt: moment('begun_at').notNull().defaultNow(),
		/** The last change of the inquiry when it was begun. */
		begunRevision: integer('begun_revision').notNull(),
		/** When its task was fulfilled first, and by which change. */
		doneAt: moment('done_at'),
		doneRevision: integer('done_revision'),
		/** When they went on without having done it. */
		passedAt: moment('passed_at')
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.step] })]
);
