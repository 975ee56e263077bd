/** What can be asked of teaching. */
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { momentsOfInquiry, revisionIn } from '../inquiry';
import { beginLesson, goOn, lessonStrip, walkLesson } from './learning';
import {
	givenOutBody,
	learnerBody,
	learnersAnswer,
	lessonChange,
	lessonDocument,
	lessonJsonSchema,
	lessonMade,
	lessonsAnswer,
	newLesson
} from './lesson-schema';
import {
	changeLesson,
	exportLesson,
	giveOut,
	importLesson,
	listLessons,
	makeLesson,
	removeLesson,
	replaceLesson
} from './lessons';
import { offeredTasks } from './offered-tasks';
import { learnersView } from './outcomes';
import { replayed } from './replay';

export const teachingEndpoints = [
	endpoint('GET /api/v1/lesson.schema.json', { action: 'open', run: () => lessonJsonSchema() }),
	endpoint('GET /api/v1/lessons', {
		action: 'work',
		summary: 'The lessons that one made or is learning from',
		answer: lessonsAnswer,
		run: async ({ person }) =>
			(await listLessons(person)).map(({ id, title, version }) => ({ id, title, version }))
	}),
	endpoint('POST /api/v1/lessons', {
		action: 'work',
		status: 201,
		summary: 'Makes a lesson of an inquiry, or takes a whole one in',
		answer: lessonMade,
		takesEither: () => v.union([newLesson, lessonDocument]),
		body: v.looseObject({ format: v.optional(v.string()) }),
		run: ({ person, body }) =>
			body.format === undefined
				? makeLesson(person, v.parse(newLesson, body))
				: importLesson(person, v.parse(lessonDocument, body))
	}),
	endpoint('GET /api/v1/lessons/[id]', {
		action: 'work',
		summary: 'A lesson of one’s own as one document',
		answer: lessonDocument,
		run: ({ person, params }) => exportLesson(person, params.id)
	}),
	endpoint('PUT /api/v1/lessons/[id]', {
		action: 'work',
		summary: 'Puts a document in the place of a lesson; what was given out stays as it is',
		answer: lessonMade,
		body: lessonDocument,
		run: ({ person, params, body }) => replaceLesson(person, params.id, body)
	}),
	endpoint('DELETE /api/v1/lessons/[id]', {
		action: 'work',
		summary: 'Deletes a lesson; its learners keep their inquiries',
		answer: v.strictObject({}),
		run: async ({ person, params }) => {
			await removeLesson(person, params.id);
			return {};
		}
	}),
	endpoint('GET /api/v1/lessons/[id]/learners', {
		action: 'work',
		summary: 'How far everybody is; names only of those who agreed',
		answer: learnersAnswer,
		run: ({ person, params }) => learnersView(person, params.id)
	}),
	endpoint('PATCH /lessons/[id]', {
		action: 'work',
		body: lessonChange,
		run: ({ person, params, body }) => changeLesson(person, params.id, body)
	}),
	/** Gives it out, or takes its link back. */
	endpoint('POST /lessons/[id]/given-out', {
		action: 'work',
		body: givenOutBody,
		run: ({ person, params, body }) => giveOut(person, params.id, body)
	}),
	/** Its author walks it as a learner. */
	endpoint('POST /lessons/[id]/walk', {
		action: 'work',
		run: ({ person, params }) => walkLesson(person, params.id)
	}),
	endpoint('POST /lessons/begin/[key]', {
		action: 'work',
		run: ({ person, params }) => beginLesson(person, params.key)
	}),
	/** The strip of an inquiry that is learnt in; null of any other. */
	endpoint('GET /inquiry/[id]/lesson', {
		action: 'read',
		run: ({ person, params }) => lessonStrip(person, params.id)
	}),
	endpoint('POST /inquiry/[id]/lesson', {
		action: 'change-inquiry',
		body: learnerBody,
		run: ({ person, params, body }) => goOn(person, params.id, body)
	}),
	/** Tasks to choose from for a lesson that is made of this inquiry. */
	endpoint('GET /inquiry/[id]/lesson/tasks', {
		action: 'read',
		run: ({ person, params }) => offeredTasks(person, params.id)
	}),
	/** When each change of an inquiry was made. */
	endpoint('GET /inquiry/[id]/replay/moments', {
		action: 'read',
		run: ({ person, params }) => momentsOfInquiry(person, params.id)
	}),
	/** An inquiry as it was after a change, and what that change did to its figures. */
	endpoint('GET /inquiry/[id]/replay/[revision]', {
		action: 'read',
		run: ({ person, params }) => replayed(person, params.id, revisionIn(params.revision))
	})
] as const;
