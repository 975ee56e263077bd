/** What learners came to: each beside the author at the end, and all of them for the author. */
import { doubtsAbout, inquiryOf, outcomeOf, type Outcome, type Step } from '../../../core/teaching';
import { allowIn, loadInquiry } from '../inquiry';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { pearlsAmong } from '../reading';
import { findRecordsIn } from '../search';
import { currentIndexes } from '../vocabulary';
import type { Inquiry } from '../../../core/crosswalk';
import { lessonIn, stateOf, type StepState } from './learning';
import { learnersOf, picksOfLearners, stepsOfLesson } from './lesson-rows';
import { endOf, ownLesson } from './lessons';
import { factsFor } from './task-facts';

/** What one strategy finds: records, and of the author's pearls those found and missed. */
interface Found {
	count: number | null;
	pearls: number;
}

export interface LessonOutcome extends Outcome {
	title: string;
	strategies: { index: string; of: number; author: Found; learner: Found }[];
}

/** A learner's inquiry beside the end of the lesson that it is of. */
export async function lessonOutcome(person: Person | undefined, inquiryId: string): Promise<LessonOutcome> {
	await allowIn(person, 'read', inquiryId);
	const found = await lessonIn(inquiryId);
	if (!found) throw new ServiceError(404, 'no-lesson', 'This inquiry is not part of a lesson.');
	const { document } = found;
	const { inquiry: learner } = await loadInquiry(inquiryId);
	const here = new Set((await currentIndexes()).map(({ index }) => index.code));
	const codes = document.end.indexes.filter((code) => here.has(code) && learner.about.indexes.includes(code));
	const whole = inquiryOf(document.end, 'end');
	const author = { ...whole, about: { ...whole.about, indexes: codes } };
	const [own, other] = await Promise.all([foundIn(author, codes, author), foundIn(learner, codes, author)]);
	return {
		title: document.title,
		...outcomeOf(author, learner),
		strategies: codes.map((index) => ({
			index,
			of: own[index].of,
			author: own[index],
			learner: other[index]
		}))
	};
}

/** What the strategies of an inquiry find, and how many of an author's pearls. */
async function foundIn(inquiry: Inquiry, codes: readonly string[], author: Inquiry) {
	const results = await Promise.all(codes.map((code) => findRecordsIn(inquiry, code)));
	const sets = Object.fromEntries(codes.map((code, i) => [code, results[i].result]));
	const pearls = await pearlsAmong(author, sets);
	return Object.fromEntries(
		codes.map((code, i) => {
			const { faults, result } = results[i];
			const { of = 0, found = 0 } = pearls[code] ?? {};
			return [code, { count: faults.length > 0 ? null : result.size, of, pearls: found }];
		})
	);
}

export interface LessonView {
	id: string;
	title: string;
	version: number;
	revision: number;
	key: string | null;
	inquiryId: string | null;
	steps: Step[];
	/** What may keep learners from doing what a step asks for. */
	doubts: { step: number; says: string }[];
	/** Names of the author's concepts, by their identifiers. */
	concepts: Record<string, string>;
}

/** A lesson for its author, with what is doubtful in its tasks. */
export async function ownLessonView(person: Person | undefined, id: string): Promise<LessonView> {
	const { title, version, revision, key, inquiryId, steps, start, end: kept } = await ownLesson(person, id);
	// Until it is given out, its end is the inquiry as it is today.
	const end = inquiryId === null ? kept : await endOf(person, inquiryId).catch(() => kept);
	const tasks = steps.flatMap(({ task }) => task ?? []);
	const side = async (rows: typeof start) => {
		const inquiry = inquiryOf(rows, `lesson ${id}`);
		return { inquiry, facts: await factsFor(inquiry, tasks) };
	};
	const [from, to] = await Promise.all([side(start), side(end)]);
	// Runs belong to no rows: whether one can be kept is not in doubt.
	const told = steps.map((step) =>
		step.task?.kind === 'run' ? { place: step.place, text: step.text } : step
	);
	return {
		id,
		title,
		version,
		revision,
		key,
		inquiryId,
		steps,
		doubts: doubtsAbout(told, from, to),
		concepts: Object.fromEntries(end.concepts.map((concept) => [concept.id, concept.name]))
	};
}

export interface LearnersView {
	learners: {
		/** Only of who agreed to it. */
		name: string | null;
		version: number;
		step: number;
		states: StepState[];
		begunAt: string;
	}[];
	/** By step: how many did it, tried it, passed it over, are there now; and the median of minutes until it was done. */
	steps: { done: number; tried: number; passed: number; here: number; minutes: number | null }[];
	/** By cell, the headings that learners picked, the most chosen first. */
	choices: Awaited<ReturnType<typeof picksOfLearners>>;
}

/** How far everybody is, for the author of a lesson. Three statements. */
export async function learnersView(person: Person | undefined, id: string): Promise<LearnersView> {
	const lesson = await ownLesson(person, id);
	const [rows, begun, choices] = await Promise.all([learnersOf(id), stepsOfLesson(id), picksOfLearners(id)]);
	const byLearner = byInquiry(begun);
	const learners = rows.map(({ inquiryId, name, isNamed, version, step, begunAt }) => {
		const own = byLearner.get(inquiryId) ?? [];
		return {
			name: isNamed ? name : null,
			version,
			step,
			states: lesson.steps.map((one, i) =>
				stateOf(
					one,
					own.find((row) => row.step === i)
				)
			),
			begunAt: begunAt.toISOString()
		};
	});
	const steps = lesson.steps.map((_, i) => {
		const states = learners.map(({ states: all }) => all[i]);
		const count = (state: StepState) => states.filter((one) => one === state).length;
		const times = begun.flatMap(({ step, begunAt, doneAt }) =>
			step === i && doneAt ? [(doneAt.getTime() - begunAt.getTime()) / 60_000] : []
		);
		return {
			done: count('done'),
			tried: count('begun'),
			passed: count('passed'),
			here: learners.filter(({ step }) => step === i).length,
			minutes: median(times)
		};
	});
	return { learners, steps, choices };
}

function byInquiry<Row extends { inquiryId: string }>(rows: readonly Row[]): Map<string, Row[]> {
	const groups = new Map<string, Row[]>();
	for (const row of rows) {
		const known = groups.get(row.inquiryId);
		if (known) known.push(row);
		else groups.set(row.inquiryId, [row]);
	}
	return groups;
}

function median(numbers: readonly number[]): number | null {
	const sorted = [...numbers].sort((a, b) => a - b);
	const middle = sorted.length >> 1;
	if (sorted.length === 0) return null;
	return sorted.length % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}
