/** What the kinds of background work and the thread they are done in agree on. */
import type { JobReport, Sql, Transaction } from '../db';

export type Progress = (done: number, total: number) => void;

/** Ends the job in the transaction of its work, so that its report is kept if the work is. */
export type Finish = (tx: Transaction, report: JobReport, result?: string) => Promise<void>;

/** Does one kind of work. Throws where it cannot; nothing is kept then. */
export type Work = (sql: Sql, request: unknown, progress: Progress, finish: Finish) => Promise<unknown>;

const kinds = new Map<string, Work>();

/** Each wing registers the kinds of work that are its own. */
export function registerWork<R>(
	kind: string,
	work: (sql: Sql, request: R, progress: Progress, finish: Finish) => Promise<unknown>
): void {
	// Who sends a request and who does the work are of one wing, and agree on its shape.
	kinds.set(kind, work as Work);
}

export function workOf(kind: string): Work {
	const work = kinds.get(kind);
	if (!work) throw new Error(`Nobody does work of the kind “${kind}”.`);
	return work;
}
