/** Citations by the thousand: formatted in a thread, as a job with progress. */
import { createHash } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { Sql } from '../db';
import { ServiceError } from '../errors';
import { dropOldResults, findJob, type Finish, type Progress, resultOf, startJob } from '../jobs';
import { allow, type Person } from '../people';
import { Cache } from '../caches';
import { type Cited, cite, type Citing } from './citing';

/** So many are formatted while one waits: a third of a second. */
const AT_ONCE = 100;

/** A report cites the same works whenever it is looked at, and a style alone takes a third of a second to read. */
const citedBefore = new Cache<Cited[]>(50);
const keyOf = (citing: Citing) => createHash('sha256').update(JSON.stringify(citing)).digest('base64');

/** Formats a few at once; of many, says by which job they are formatted. */
export async function citeOrBegin(
	person: Person | undefined,
	citing: Citing
): Promise<{ cited: Cited[] } | { job: string }> {
	const { id: startedBy } = allow(person, 'read');
	if (citing.items.length <= AT_ONCE)
		return { cited: await citedBefore.of(keyOf(citing), () => Promise.resolve(cite(citing))) };
	// What no style prints would only weigh on the way to the thread; and a style that is none is said at once.
	cite({ ...citing, items: [] });
	await dropOldResults();
	return { job: await startJob({ kind: 'citations', startedBy, request: () => citing }) };
}

/** How far a job of citations is, with what came of it once it has ended. */
export async function citedByJob(
	person: Person | undefined,
	id: string
): Promise<{ state: string; done: number; total: number; cited?: Cited[] }> {
	const { state, done, total, report } = await findJob(person, id);
	if (state === 'failed')
		throw new ServiceError(422, report?.error?.code ?? 'failed', report?.error?.message ?? 'It failed.');
	const result = state === 'done' ? await resultOf(id) : undefined;
	if (result === null)
		throw new ServiceError(404, 'gone', 'These citations are a day old and were let go. Make them again.');
	return { state, done, total, ...(result && { cited: JSON.parse(result) as Cited[] }) };
}

/** Formats however many, and answers when all are there. */
export async function citeAll(person: Person | undefined, citing: Citing): Promise<Cited[]> {
	const begun = await citeOrBegin(person, citing);
	if ('cited' in begun) return begun.cited;
	for (;;) {
		const { cited } = await citedByJob(person, begun.job);
		if (cited) return cited;
		await wait(200);
	}
}

/** The work of the thread. */
export async function citeInThread(
	sql: Sql,
	citing: Citing,
	progress: Progress,
	finish: Finish
): Promise<void> {
	const cited = cite(citing, progress);
	const { length } = cited;
	await sql.begin((tx) =>
		finish(
			tx,
			{ counts: { read: length, kept: length, repaired: 0, refused: 0 }, findings: [], findingCounts: {} },
			JSON.stringify(cited)
		)
	);
}
