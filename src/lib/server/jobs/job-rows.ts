/** The rows of jobs. Each statement says in which state it expects a job, so that what has ended stays as it ended. */
import { and, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { connection, type JobReport, jobs, type Transaction } from '../db';
import { ImportError } from './import-error';

/** A job not heard of for this long, in seconds, has lost its process. */
const LOST_AFTER = 15;

const UNDER_WAY = inArray(jobs.state, ['queued', 'running']);

/** The report of an import that changed nothing. */
export function failure(code: string, message: string, line?: number): JobReport {
	return {
		counts: { read: 0, kept: 0, repaired: 0, refused: 0 },
		findings: [{ severity: 'error', rule: code, line, message }],
		findingCounts: { [code]: 1 },
		error: { code, message, line }
	};
}

export async function insertJob(row: typeof jobs.$inferInsert): Promise<void> {
	await connection().db.insert(jobs).values(row);
}

export async function markRunning(id: string): Promise<void> {
	const { db } = connection();
	await db
		.update(jobs)
		.set({ state: 'running', seenAt: sql`now()` })
		.where(and(eq(jobs.id, id), eq(jobs.state, 'queued')));
}

export async function writeProgress(id: string, done: number, total: number): Promise<void> {
	await connection()
		.db.update(jobs)
		.set({ done, total, seenAt: sql`now()` })
		.where(and(eq(jobs.id, id), eq(jobs.state, 'running')));
}

/**
 * The end of a job that was carried out, in the transaction of its work: whoever sees the one sees the other.
 * @throws ImportError where the job has been ended meanwhile, so that its work is not kept either
 */
export async function finishJob(
	tx: Transaction,
	id: string,
	report: JobReport,
	result: string | null = null
): Promise<void> {
	const ended = await tx`
		update jobs set state = 'done', done = total, report = ${JSON.stringify(report)}, result = ${result}, seen_at = now()
		where id = ${id} and state in ('queued', 'running') and not cancel returning id`;
	if (ended.length === 0) throw new ImportError('cancelled', 'It was cancelled and changed nothing.');
}

/** The end of a job that changed nothing. One that was carried out after all stays so. */
export async function failJob(id: string, report: JobReport): Promise<void> {
	await connection()
		.db.update(jobs)
		.set({ state: 'failed', report })
		.where(and(eq(jobs.id, id), UNDER_WAY));
}

export async function askToCancel(id: string): Promise<void> {
	await connection()
		.db.update(jobs)
		.set({ cancel: true })
		.where(and(eq(jobs.id, id), UNDER_WAY));
}

/** Says that these jobs are still being looked after; answers with those that somebody wants cancelled. */
export async function renew(ids: readonly string[]): Promise<string[]> {
	// A job whose work is just being committed is not waited for.
	const rows = await connection().sql<{ id: string; cancel: boolean }>`
		update jobs set seen_at = now()
		where id in (select id from jobs where id = any(${ids}) for update skip locked)
		returning id, cancel`;
	return rows.flatMap(({ id, cancel }) => (cancel ? [id] : []));
}

/** Ends the jobs whose server has gone. Waits for one that is just being committed, which then stays as it is. */
export async function settleLost(): Promise<void> {
	const report = failure(
		'lost',
		'The server that worked on this has stopped. Nothing was changed; begin it again.'
	);
	await connection().sql`
		update jobs set state = 'failed', report = ${JSON.stringify(report)}
		where state in ('queued', 'running') and seen_at < now() - make_interval(secs => ${LOST_AFTER})`;
}

export async function readJob(id: string) {
	const [job] = await connection().db.select().from(jobs).where(eq(jobs.id, id));
	return job;
}

/** Whether something is being loaded into an index, or waits to be. */
export async function isLoading(indexCode: string): Promise<boolean> {
	const [job] = await connection()
		.db.select({ id: jobs.id })
		.from(jobs)
		.where(and(eq(jobs.indexCode, indexCode), UNDER_WAY))
		.limit(1);
	return job !== undefined;
}

/** How many jobs of a kind that have not begun came before this one: others take their turns between them. */
export async function jobsBefore(kind: string, createdAt: Date): Promise<number> {
	const [{ count }] = await connection().sql<{ count: number }>`
		select count(*)::int as count from jobs
		where state = 'queued' and kind = ${kind} and created_at < ${createdAt}`;
	return count;
}

/** The latest job of each index, without its findings. */
export async function latestJobs() {
	return connection()
		.db.selectDistinctOn([jobs.indexCode], {
			id: jobs.id,
			indexCode: jobs.indexCode,
			edition: jobs.edition,
			state: jobs.state,
			createdAt: jobs.createdAt
		})
		.from(jobs)
		.where(isNotNull(jobs.indexCode))
		.orderBy(jobs.indexCode, desc(jobs.createdAt));
}

/** What came of a job that hands something out; null for others, and once it is a day old. */
export async function resultOf(id: string): Promise<string | null> {
	const [row] = await connection().db.select({ result: jobs.result }).from(jobs).where(eq(jobs.id, id));
	return row?.result ?? null;
}

/** Lets go of what was handed out long ago. */
export async function dropOldResults(): Promise<void> {
	await connection()
		.sql`update jobs set result = null where result is not null and created_at < now() - interval '1 day'`;
}
