/** Lessons as their authors make them: from an inquiry or a document, given out by a link, version by version. */
import { randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import { sourceUri } from '../../../core/formats/crosswalk-sssom';
import {
	emptyStart,
	LESSON_FORMAT,
	lessonRows,
	type LessonDocument,
	type LessonRows,
	type Step
} from '../../../core/teaching';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import { faultOfRows, loadInquiry, readInquiryAt } from '../inquiry';
import { allow, newKey, type Person } from '../people';
import { currentIndexes } from '../vocabulary';
import {
	deleteLesson,
	insertLesson,
	insertVersion,
	lessonLines,
	lessonRow,
	updateLesson,
	type LessonRow
} from './lesson-rows';
import type { lessonChange, newLesson } from './lesson-schema';

/** A lesson in a list. */
export interface LessonLine {
	id: string;
	title: string;
	version: number;
	steps: number;
	/** Whether this person made it, and may change it. */
	isAuthor: boolean;
	/** What follows `/lessons/begin/` in its link; none while it is not given out, and for its learners. */
	key: string | null;
	learners: number;
	/** The inquiry in which this person learns it, and the step they are at. */
	own: string | null;
	step: number | null;
	changedAt: string;
}

const noLesson = (id: string) => new ServiceError(404, 'no-lesson', `There is no lesson “${id}”.`);

/** The lessons that somebody made or is learning from. */
export async function listLessons(person: Person | undefined): Promise<LessonLine[]> {
	const asking = allow(person, 'work');
	const rows = await lessonLines(asking);
	return rows.map(({ authorId, key, changedAt, ...row }) => {
		const isAuthor = asking.alone === true || authorId === asking.id;
		return { ...row, isAuthor, key: isAuthor ? key : null, changedAt: changedAt.toISOString() };
	});
}

/**
 * A lesson for its author.
 * @throws ServiceError 404 for anybody else, as if there were none
 */
export async function ownLesson(person: Person | undefined, id: string): Promise<LessonRow> {
	const asking = allow(person, 'work');
	const row = await lessonRow(id);
	if (!row || (!asking.alone && row.authorId !== asking.id)) throw noLesson(id);
	return row;
}

/** Makes a lesson of an inquiry of one's own; its end is that inquiry as it is. */
export async function makeLesson(
	person: Person | undefined,
	{ inquiry: inquiryId, title, from }: InferOutput<typeof newLesson>
): Promise<{ id: string }> {
	const asking = allow(person, 'work');
	const end = await endOf(person, inquiryId);
	const start =
		from === undefined ? emptyStart(end) : lessonRows((await readInquiryAt(person, inquiryId, from)).inquiry);
	const id = randomUUID();
	await insertLesson({
		id,
		authorId: asking.id,
		inquiryId,
		title,
		needs: await needsOf(end),
		start,
		steps: [],
		end
	});
	return { id };
}

/** An inquiry that somebody may read, as the end of a lesson. */
export async function endOf(person: Person | undefined, inquiryId: string): Promise<LessonRows> {
	await readInquiryAt(person, inquiryId);
	return lessonRows((await loadInquiry(inquiryId)).inquiry);
}

/** The vocabularies of the indexes that some rows use. */
async function needsOf({ indexes }: LessonRows): Promise<LessonDocument['needs']> {
	return (await currentIndexes())
		.filter(({ index }) => indexes.includes(index.code))
		.map(({ index: { code, name }, edition }) => ({
			code,
			name,
			uri: sourceUri(code),
			edition: edition?.label ?? ''
		}));
}

export const documentOf = ({ id, title, version, needs, start, steps, end }: LessonRow): LessonDocument => ({
	format: LESSON_FORMAT,
	version,
	id,
	title,
	needs,
	start,
	steps,
	end
});

export const exportLesson = async (person: Person | undefined, id: string): Promise<LessonDocument> =>
	documentOf(await ownLesson(person, id));

/**
 * What is wrong with a lesson that its schema does not see.
 * @throws ServiceError 422 with the first fault and its place
 */
async function refuseFaulty({ start, steps, end, needs }: LessonDocument): Promise<void> {
	const here = new Set((await currentIndexes()).map(({ index }) => index.code));
	const isIndex = (code: string) => here.has(code);
	const missing = needs.filter(({ code }) => !isIndex(code));
	if (missing.length > 0)
		throw new ServiceError(
			422,
			'needs-vocabulary',
			`This lesson needs ${missing.map(({ name, edition }) => `${name} (${edition || 'any edition'})`).join(', ')}, which is not here. Nothing was imported.`
		);
	const fault =
		prefixed('start', faultOfRows(start, isIndex)) ??
		prefixed('end', faultOfRows(end, isIndex)) ??
		faultOfSteps(steps, [start, end], isIndex);
	if (fault) throw new ServiceError(422, 'invalid', `${fault} Nothing was imported.`);
}

const prefixed = (place: string, fault: string | undefined) => fault?.replaceAll('inquiry.', `${place}.`);

/** Whether a step names what neither the start nor the end has: it would be of another inquiry. */
function faultOfSteps(
	steps: readonly Step[],
	sides: readonly LessonRows[],
	isIndex: (code: string) => boolean
): string | undefined {
	const concepts = new Set(sides.flatMap((side) => side.concepts.map(({ id }) => id)));
	for (const [i, { place, task }] of steps.entries()) {
		if (place.concept !== undefined && !concepts.has(place.concept))
			return `A step is at a concept of another inquiry (steps[${i}].place, “${place.concept}”).`;
		if (place.index !== undefined && !isIndex(place.index))
			return `A step is in a subject index that is not here (steps[${i}].place, “${place.index}”).`;
		if (task && 'concept' in task && !concepts.has(task.concept.id))
			return `A task is about a concept of another inquiry (steps[${i}].task, “${task.concept.name}”).`;
		if (task && 'index' in task && task.index !== undefined && !isIndex(task.index))
			return `A task is about a subject index that is not here (steps[${i}].task, “${task.index}”).`;
	}
	return undefined;
}

/** Takes a lesson's document in, as one's own; under a new identifier where its own is taken. */
export async function importLesson(
	person: Person | undefined,
	document: LessonDocument
): Promise<{ id: string }> {
	const asking = allow(person, 'work');
	await refuseFaulty(document);
	const { title, needs, start, steps, end } = document;
	const row = { authorId: asking.id, title, needs, start, steps, end };
	if (await insertLesson({ ...row, id: document.id })) return { id: document.id };
	const id = randomUUID();
	await insertLesson({ ...row, id });
	return { id };
}

const changedSince = () =>
	new ServiceError(
		409,
		'changed-since',
		'This lesson was changed in another window meanwhile. Nothing was overwritten: load it again.'
	);

/** Changes a lesson; what was given out stays as it is until it is given out again. */
export async function changeLesson(
	person: Person | undefined,
	id: string,
	{ revision, ...set }: InferOutput<typeof lessonChange>
): Promise<{ revision: number }> {
	const row = await ownLesson(person, id);
	if (set.steps) await refuseFaulty({ ...documentOf(row), steps: set.steps });
	const next = await updateLesson(id, revision, set);
	if (next === undefined) throw changedSince();
	return { revision: next };
}

/** Puts a document in the place of a lesson. */
export async function replaceLesson(
	person: Person | undefined,
	id: string,
	document: LessonDocument
): Promise<{ id: string }> {
	const { revision } = await ownLesson(person, id);
	await refuseFaulty(document);
	const { title, needs, start, steps, end } = document;
	if ((await updateLesson(id, revision, { title, needs, start, steps, end })) === undefined)
		throw changedSince();
	return { id };
}

export async function removeLesson(person: Person | undefined, id: string): Promise<void> {
	await ownLesson(person, id);
	await deleteLesson(id);
}

/**
 * Gives a lesson out as it is now, as a new version with its author's inquiry of today as its end, or takes its link back:
 * then nobody can begin it, and whoever did goes on.
 */
export async function giveOut(
	person: Person | undefined,
	id: string,
	{ revision, isOut }: { revision: number; isOut: boolean }
): Promise<{ revision: number; version: number; key: string | null }> {
	const row = await ownLesson(person, id);
	if (!isOut) {
		const next = await updateLesson(id, revision, { key: null });
		if (next === undefined) throw changedSince();
		return { revision: next, version: row.version, key: null };
	}
	if (row.steps.length === 0)
		throw new ServiceError(422, 'no-step', 'A lesson needs a step before it can be given out.');
	const end = row.inquiryId === null ? row.end : await endOf(person, row.inquiryId).catch(() => row.end);
	const given = { ...row, end, needs: await needsOf(end), version: row.version + 1 };
	const key = row.key ?? newKey();
	return inTransaction(async (tx) => {
		const set = { end, needs: given.needs, version: given.version, key };
		const next = await updateLesson(id, revision, set, tx);
		if (next === undefined) throw changedSince();
		await insertVersion(id, given.version, documentOf(given), tx);
		return { revision: next, version: given.version, key };
	});
}
