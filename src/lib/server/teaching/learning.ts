/** Learning: an inquiry of one's own from the start of a lesson, and what was done of its steps. */
import { randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import {
	isFulfilled,
	inquiryOf,
	taskInWords,
	type LessonDocument,
	type Step,
	type StepPlace
} from '../../../core/teaching';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import {
	allowIn,
	insertInquiryOf,
	loadInquiry,
	originOf,
	registerAfterChange,
	revisionOf,
	setInquiryState,
	standingChangesAfter,
	undoOrRedo
} from '../inquiry';
import { allow, type Person } from '../people';
import { currentIndexes } from '../vocabulary';
import {
	beginStep,
	countLearners,
	inquiryOfLearner,
	insertLearner,
	learnerOf,
	lessonRow,
	lessonWithKey,
	markDone,
	markPassed,
	setLearner,
	stepsOfLearner,
	versionOf,
	type LearnerRow,
	type LearnerStepRow,
	type LessonRow
} from './lesson-rows';
import type { learnerBody } from './lesson-schema';
import { documentOf, ownLesson } from './lessons';
import { asHtml } from './markdown';
import { factsFor } from './task-facts';

/** Learners of one lesson. */
const MOST_LEARNERS = 10_000;

/** How a step stands for its learner. */
export type StepState = 'not begun' | 'begun' | 'done' | 'passed';

/** A lesson as its learner sees it, at the step in hand. */
export interface LessonStrip {
	lessonId: string;
	title: string;
	/** The step in hand, from 0; as many as there are once they are at the end. */
	step: number;
	steps: StepState[];
	/** Its author walks it, before it is given out. */
	isTrial: boolean;
	isNamed: boolean;
	/** Nothing at the end. */
	now: {
		place: StepPlace;
		/** As HTML that holds no markup of its author's. */
		text: string;
		hint?: string;
		task?: string;
	} | null;
	/** What differs here from what the lesson was made for. */
	remarks: string[];
}

/**
 * Begins a lesson by its link: an inquiry of one's own with the rows of its start. Who did before goes on there.
 * @throws ServiceError 404 where there is no such link any more, 409 where none of its vocabularies is here
 */
export async function beginLesson(person: Person | undefined, key: string): Promise<{ inquiry: string }> {
	const asking = allow(person, 'work');
	const row = await lessonWithKey(key);
	const document = row && (await versionOf(row.id, row.version));
	if (!row || !document)
		throw new ServiceError(404, 'no-lesson', 'There is no lesson at this link, or not any more.');
	return { inquiry: await beginOf(asking, row, document) };
}

/** The lesson at a link, for whoever is about to begin it. */
export async function lessonAtLink(person: Person | undefined, key: string) {
	allow(person, 'work');
	const row = await lessonWithKey(key);
	if (!row) throw new ServiceError(404, 'no-lesson', 'There is no lesson at this link, or not any more.');
	return { title: row.title, question: row.start.question, steps: row.steps.length, key };
}

/** Its author walks a lesson as a learner, as it is now. */
export async function walkLesson(person: Person | undefined, id: string): Promise<{ inquiry: string }> {
	const asking = allow(person, 'work');
	const row = await ownLesson(person, id);
	if (row.steps.length === 0)
		throw new ServiceError(422, 'no-step', 'A lesson needs a step before it can be walked.');
	// Each walk begins anew, with the lesson as it is by then.
	const last = await inquiryOfLearner(id, asking.id, 0);
	if (last !== undefined) await setInquiryState(person, last, { removed: true });
	return { inquiry: await beginOf(asking, row, { ...documentOf(row), version: 0 }) };
}

async function beginOf(
	{ id: personId }: Person,
	{ id: lessonId, inquiryId: authors }: LessonRow,
	document: LessonDocument
): Promise<string> {
	const { version } = document;
	const here = new Set((await currentIndexes()).map(({ index }) => index.code));
	const indexes = document.start.indexes.filter((code) => here.has(code));
	if (indexes.length === 0)
		throw new ServiceError(
			409,
			'needs-vocabulary',
			`None of the subject indexes of this lesson is here: it needs ${document.needs.map(({ name }) => name).join(', ')}.`
		);
	return inTransaction(async (tx) => {
		const known = await inquiryOfLearner(lessonId, personId, version, tx);
		if (known) return known;
		if ((await countLearners(lessonId, tx)) >= MOST_LEARNERS)
			throw new ServiceError(409, 'too-many', `This lesson has ${MOST_LEARNERS} learners already.`);
		const inquiryId = randomUUID();
		const start = { ...document.start, indexes, title: document.title };
		// As a copy of its author's it is no evidence for the learner, nor the author's for it.
		const copyOf = authors === null ? `lesson ${lessonId}` : await originOf(authors, tx);
		await insertInquiryOf(inquiryOf(start, inquiryId), { lessonId, copyOf }, personId, tx);
		await insertLearner({ inquiryId, lessonId, version, personId }, tx);
		await beginStep(inquiryId, 0, 0, tx);
		return inquiryId;
	});
}

/** The lesson that an inquiry is learnt in, as it was when it was begun. */
async function documentFor({ lessonId, version }: LearnerRow): Promise<LessonDocument | undefined> {
	if (version > 0) return versionOf(lessonId, version);
	const row = await lessonRow(lessonId);
	return row && documentOf(row);
}

/** The learner and the lesson of an inquiry; undefined where it is not one that is learnt in. */
export async function lessonIn(inquiryId: string) {
	const learner = await learnerOf(inquiryId);
	const document = learner && (await documentFor(learner));
	return learner && document ? { learner, document } : undefined;
}

/** The strip of an inquiry that is learnt in; null of any other. */
export async function lessonStrip(
	person: Person | undefined,
	inquiryId: string
): Promise<LessonStrip | null> {
	await allowIn(person, 'read', inquiryId);
	const found = await lessonIn(inquiryId);
	if (!found) return null;
	const { learner, document } = found;
	// A run that was kept is no change of the inquiry, and may be what was to be done.
	await tellWhatIsDone(inquiryId, learner, document);
	const [steps, indexes] = await Promise.all([stepsOfLearner(inquiryId), currentIndexes()]);
	const names = new Map(indexes.map(({ index: { code, name } }) => [code, name]));
	const step = document.steps.at(learner.step);
	return {
		lessonId: learner.lessonId,
		title: document.title,
		step: Math.min(learner.step, document.steps.length),
		steps: document.steps.map((own, i) =>
			stateOf(
				own,
				steps.find((one) => one.step === i)
			)
		),
		isTrial: learner.version === 0,
		isNamed: learner.isNamed,
		now: step
			? {
					place: step.place,
					text: asHtml(step.text),
					...(step.hint !== undefined && { hint: asHtml(step.hint) }),
					...(step.task && { task: taskInWords(step.task, (code) => names.get(code) ?? code) })
				}
			: null,
		remarks: document.needs.flatMap(({ code, name, edition }) => {
			const here = indexes.find(({ index }) => index.code === code);
			if (!here) return [`${name} is not here: what this lesson does there cannot be done.`];
			const own = here.edition?.label ?? '';
			return own === edition || edition === ''
				? []
				: [`This lesson was made for ${name} ${edition}; here it is ${own || 'without a vocabulary'}.`];
		})
	};
}

export function stateOf({ task }: Step, row: LearnerStepRow | undefined): StepState {
	if (!row) return 'not begun';
	if (row.doneAt) return 'done';
	if (!task && row.passedAt) return 'done';
	return row.passedAt ? 'passed' : 'begun';
}

/** Marks as done what is fulfilled now of the steps that were begun; what was done stays so. */
async function tellWhatIsDone(
	inquiryId: string,
	learner: LearnerRow,
	{ steps }: LessonDocument
): Promise<void> {
	const rows = await stepsOfLearner(inquiryId);
	const open = rows.flatMap(({ step, doneAt }) => {
		const task = steps.at(step)?.task;
		return task && !doneAt ? [{ step, task }] : [];
	});
	if (open.length === 0) return;
	const { inquiry, revision } = await loadInquiry(inquiryId);
	const facts = await factsFor(
		inquiry,
		open.map(({ task }) => task)
	);
	const done = open.filter(({ task }) => isFulfilled(task, inquiry, facts)).map(({ step }) => step);
	await markDone(learner.inquiryId, done, revision);
}

registerAfterChange(async (inquiryId) => {
	const found = await lessonIn(inquiryId);
	if (found) await tellWhatIsDone(inquiryId, found.learner, found.document);
});

/**
 * Goes to a step, begins the one in hand again, or says whether the author sees one's name.
 * @throws ServiceError 404 where the inquiry is not one that is learnt in
 */
export async function goOn(
	person: Person | undefined,
	inquiryId: string,
	{ step, again, isNamed }: InferOutput<typeof learnerBody>
): Promise<LessonStrip | null> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const found = await lessonIn(inquiryId);
	if (!found) throw new ServiceError(404, 'no-lesson', 'This inquiry is not part of a lesson.');
	const { learner, document } = found;
	if (isNamed !== undefined) await setLearner(inquiryId, { isNamed });
	if (again) await takeBackStep(person, inquiryId, learner.step);
	if (step !== undefined) {
		const to = Math.min(step, document.steps.length);
		if (to > learner.step) await markPassed(inquiryId, learner.step);
		await setLearner(inquiryId, { step: to });
		if (to < document.steps.length) await beginStep(inquiryId, to, (await revisionOf(inquiryId)) ?? 0);
	}
	return lessonStrip(person, inquiryId);
}

/** Takes back what was done since a step was begun, change by change. */
async function takeBackStep(person: Person | undefined, inquiryId: string, step: number): Promise<void> {
	const begun = (await stepsOfLearner(inquiryId)).find((row) => row.step === step);
	if (!begun) return;
	const standing = await standingChangesAfter(inquiryId, begun.begunRevision);
	for (let i = 0; i < standing; i++) await undoOrRedo(person, inquiryId, 'undo');
}
