/** The rows of lessons and of who learns from them. */
import { and, asc, desc, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import type { LessonDocument } from '../../../core/teaching';
import {
	connection,
	inquiries,
	learners,
	learnerSteps,
	lessons,
	lessonVersions,
	people,
	type Queries
} from '../db';

export type LessonRow = typeof lessons.$inferSelect;
export type LearnerRow = typeof learners.$inferSelect;
export type LearnerStepRow = typeof learnerSteps.$inferSelect;

/** Lessons that a person made or is learning from, latest first; all of them where nobody else is here. */
export function lessonLines({ id, alone }: { id: string; alone?: boolean }) {
	return connection()
		.db.select({
			id: lessons.id,
			title: lessons.title,
			version: lessons.version,
			key: lessons.key,
			authorId: lessons.authorId,
			changedAt: lessons.changedAt,
			steps: sql<number>`jsonb_array_length(${lessons.steps})`,
			learners: sql<number>`(select count(*)::int from learners l where l.lesson_id = lessons.id and l.version > 0)`,
			/** The inquiry in which this person is learning it. */
			own: sql<string | null>`(
				select l.inquiry_id from learners l join inquiries i on i.id = l.inquiry_id and i.deleted_at is null
				where l.lesson_id = lessons.id and l.person_id = ${id} and l.version > 0
				order by l.version desc limit 1
			)`,
			step: sql<number | null>`(
				select l.step from learners l join inquiries i on i.id = l.inquiry_id and i.deleted_at is null
				where l.lesson_id = lessons.id and l.person_id = ${id} and l.version > 0
				order by l.version desc limit 1
			)`
		})
		.from(lessons)
		.where(
			alone
				? undefined
				: or(
						eq(lessons.authorId, id),
						sql`exists (select 1 from learners l where l.lesson_id = lessons.id and l.person_id = ${id})`
					)
		)
		.orderBy(desc(lessons.changedAt), asc(lessons.id));
}

export async function lessonRow(id: string, on: Queries = connection().db): Promise<LessonRow | undefined> {
	const [row] = await on.select().from(lessons).where(eq(lessons.id, id));
	return row;
}

export async function lessonWithKey(key: string): Promise<LessonRow | undefined> {
	const [row] = await connection().db.select().from(lessons).where(eq(lessons.key, key));
	return row;
}

/** @returns whether its identifier was free */
export async function insertLesson(row: typeof lessons.$inferInsert): Promise<boolean> {
	const made = await connection()
		.db.insert(lessons)
		.values(row)
		.onConflictDoNothing()
		.returning({ id: lessons.id });
	return made.length > 0;
}

/** Changes a lesson as somebody saw it. @returns its new revision; undefined where it is another by now */
export async function updateLesson(
	id: string,
	revision: number,
	set: Partial<typeof lessons.$inferInsert>,
	on: Queries = connection().db
): Promise<number | undefined> {
	const [row] = await on
		.update(lessons)
		.set({ ...set, revision: revision + 1, changedAt: new Date() })
		.where(and(eq(lessons.id, id), eq(lessons.revision, revision)))
		.returning({ revision: lessons.revision });
	return row?.revision;
}

export async function deleteLesson(id: string): Promise<void> {
	await connection().db.delete(lessons).where(eq(lessons.id, id));
}

export async function insertVersion(
	lessonId: string,
	version: number,
	document: LessonDocument,
	on: Queries
): Promise<void> {
	await on.insert(lessonVersions).values({ lessonId, version, document });
}

export async function versionOf(lessonId: string, version: number): Promise<LessonDocument | undefined> {
	const [row] = await connection()
		.db.select({ document: lessonVersions.document })
		.from(lessonVersions)
		.where(and(eq(lessonVersions.lessonId, lessonId), eq(lessonVersions.version, version)));
	return row?.document;
}

/** The learner whose inquiry this is. */
export async function learnerOf(inquiryId: string, on: Queries = connection().db) {
	const [row] = await on.select().from(learners).where(eq(learners.inquiryId, inquiryId));
	return row as LearnerRow | undefined;
}

/** The inquiry in which somebody learns a version of a lesson, where they did not delete it. */
export async function inquiryOfLearner(
	lessonId: string,
	personId: string,
	version: number,
	on: Queries = connection().db
): Promise<string | undefined> {
	const [row] = await on
		.select({ inquiryId: learners.inquiryId })
		.from(learners)
		.innerJoin(inquiries, and(eq(inquiries.id, learners.inquiryId), isNull(inquiries.deletedAt)))
		.where(
			and(eq(learners.lessonId, lessonId), eq(learners.personId, personId), eq(learners.version, version))
		);
	return row?.inquiryId;
}

export async function insertLearner(row: typeof learners.$inferInsert, on: Queries): Promise<void> {
	// Who deleted the inquiry of an earlier try begins anew.
	await on
		.delete(learners)
		.where(
			and(
				eq(learners.lessonId, row.lessonId),
				eq(learners.personId, row.personId),
				eq(learners.version, row.version)
			)
		);
	await on.insert(learners).values(row);
}

export async function countLearners(lessonId: string, on: Queries): Promise<number> {
	return on.$count(learners, eq(learners.lessonId, lessonId));
}

export async function setLearner(
	inquiryId: string,
	set: Partial<Pick<LearnerRow, 'step' | 'isNamed'>>
): Promise<void> {
	await connection().db.update(learners).set(set).where(eq(learners.inquiryId, inquiryId));
}

/** The steps that a learner has begun, in their order. */
export function stepsOfLearner(inquiryId: string): Promise<LearnerStepRow[]> {
	return connection()
		.db.select()
		.from(learnerSteps)
		.where(eq(learnerSteps.inquiryId, inquiryId))
		.orderBy(asc(learnerSteps.step));
}

/** Puts down that a step is begun, unless it was before. */
export async function beginStep(
	inquiryId: string,
	step: number,
	revision: number,
	on: Queries = connection().db
): Promise<void> {
	await on.insert(learnerSteps).values({ inquiryId, step, begunRevision: revision }).onConflictDoNothing();
}

/** Puts down that steps are done, those that were not. */
export async function markDone(inquiryId: string, steps: readonly number[], revision: number): Promise<void> {
	if (steps.length === 0) return;
	await connection()
		.db.update(learnerSteps)
		.set({ doneAt: new Date(), doneRevision: revision })
		.where(
			and(
				eq(learnerSteps.inquiryId, inquiryId),
				inArray(learnerSteps.step, [...steps]),
				isNull(learnerSteps.doneAt)
			)
		);
}

/** Puts down that somebody went on from a step without having done it. */
export async function markPassed(inquiryId: string, step: number): Promise<void> {
	await connection()
		.db.update(learnerSteps)
		.set({ passedAt: new Date() })
		.where(
			and(
				eq(learnerSteps.inquiryId, inquiryId),
				eq(learnerSteps.step, step),
				isNull(learnerSteps.doneAt),
				isNull(learnerSteps.passedAt)
			)
		);
}

/** The learners of a lesson, in the order in which they began; its author's own walk is not among them. */
export function learnersOf(lessonId: string) {
	return connection()
		.db.select({
			inquiryId: learners.inquiryId,
			version: learners.version,
			name: people.name,
			isNamed: learners.isNamed,
			step: learners.step,
			begunAt: learners.begunAt,
			changedAt: inquiries.changedAt
		})
		.from(learners)
		.innerJoin(people, eq(people.id, learners.personId))
		.innerJoin(inquiries, and(eq(inquiries.id, learners.inquiryId), isNull(inquiries.deletedAt)))
		.where(and(eq(learners.lessonId, lessonId), sql`${learners.version} > 0`))
		.orderBy(asc(learners.begunAt), asc(learners.inquiryId));
}

/** The steps that the learners of a lesson have begun. */
export function stepsOfLesson(lessonId: string): Promise<LearnerStepRow[]> {
	const those = connection()
		.db.select({ id: learners.inquiryId })
		.from(learners)
		.where(eq(learners.lessonId, lessonId));
	return connection().db.select().from(learnerSteps).where(inArray(learnerSteps.inquiryId, those));
}

/** How many learners picked each heading in each cell, the most chosen first. */
export async function picksOfLearners(
	lessonId: string
): Promise<{ conceptId: string; indexCode: string; uri: string; label: string; learners: number }[]> {
	const { rows } = await connection().db.execute(sql`
		select p.concept_id as "conceptId", p.index_code as "indexCode", h ->> 'uri' as uri,
			min(h ->> 'label') as label, count(distinct p.inquiry_id)::int as learners
		from learners l
		join inquiries i on i.id = l.inquiry_id and i.deleted_at is null
		join picks p on p.inquiry_id = l.inquiry_id and p.role <> 'rejected'
		cross join lateral jsonb_array_elements(p.headings) h
		where l.lesson_id = ${lessonId} and l.version > 0
		group by 1, 2, 3
		order by 1, 2, learners desc, 3`);
	return rows as Awaited<ReturnType<typeof picksOfLearners>>;
}
