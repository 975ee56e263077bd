/** Changing an inquiry, by commands that are logged, can be undone, and never overwrite silently. */
import {
	cellId,
	CommandError,
	describe,
	reasonsIn,
	reconcile,
	stamped,
	worksNeeded,
	type Change,
	type Collision,
	type Command,
	type Inquiry
} from '../../../core/crosswalk';
import { afterChange } from './after-change';
import type { Person } from '../people';
import { inTransaction, type Queries } from '../db';
import { ServiceError } from '../errors';
import {
	changesAfter,
	doneBefore,
	dropUndone,
	historyPage,
	type HistoryRow,
	insertChange,
	type NewChange,
	reversible,
	revisionOf
} from './change-rows';
import { indexNames, noInquiry, writeRows } from './inquiry-rows';
import { allowIn } from './inquiry-access';
import { loadInquiry } from './loading';
import { notify } from './live-rows';

export interface InquiryState {
	inquiry: Inquiry;
	revision: number;
	archived: boolean;
	/** What undo and redo would act on, in words. */
	undo: string | null;
	redo: string | null;
}

export interface Outcome {
	revision: number;
	changes: Change[];
	summary: string;
	undo: string | null;
	redo: string | null;
}

/** What the sender of a command had seen, so that it cannot overwrite what it had not. */
export interface Sender {
	/** The revision on the sender's screen. */
	base: number;
	/** The window it comes from: its own changes since then are no surprise to it. */
	client: string;
	/** Windows of which it took over what they had not sent: their changes are no surprise either. */
	also?: readonly string[];
	/** It knows what stands in the way and wants this all the same. */
	force?: boolean;
	/** The name of this sending: sent again under it, a command that was carried out is only answered for again. */
	sending?: string;
}

/** Whose changes somebody takes back: their own. Who works alone takes back whatever was done last. */
export const ownOf = ({ id, alone }: Person) => (alone ? undefined : id);

export async function readInquiry(person: Person | undefined, id: string): Promise<InquiryState> {
	const asking = await allowIn(person, 'read', id);
	const [state, way] = await Promise.all([loadInquiry(id), reversible(id, ownOf(asking))]);
	return { ...state, ...way };
}

/**
 * Carries out a command. One that changes nothing is not logged. Where others have meanwhile changed the same part of
 * the same thing, nothing is done and the error names both sides, unless the sender insists.
 */
export async function changeInquiry(
	person: Person | undefined,
	id: string,
	command: Command,
	sender?: Sender
): Promise<Outcome> {
	const asking = await allowIn(person, 'change-inquiry', id);
	const { id: personId } = asking;
	const own = ownOf(asking);
	const outcome = await inTransaction(async (tx) => {
		const works = worksNeeded(command);
		const { inquiry: found, revision } = await loadInquiry(id, { on: tx, forChange: true, works });
		const done = sender?.sending && (await doneBefore(tx, id, sender.sending));
		if (done) return { ...done, ...(await reversible(id, own, tx)) };
		const others = sender && sender.base < revision ? await changesOfOthers(tx, id, sender) : [];
		const outcome = attempt(() => reconcile(found, command, others, sender?.force));
		if ('met' in outcome) throw collision(outcome.met, outcome.others);
		const { inquiry } = outcome;
		const made = stamped(outcome.made, personId, new Date().toISOString());
		const summary = describe(inquiry, command, await indexNamer(tx));
		if (made.length === 0) return { revision, changes: made, summary, ...(await reversible(id, own, tx)) };
		await writeRows(tx, id, made);
		await dropUndone(tx, id, own);
		const client = sender?.client ?? '';
		const entry = { revision, personId, client, kind: 'do' as const, summary, command, rows: made };
		const next = await logChange(tx, id, { ...entry, sending: sender?.sending });
		return { revision: next, changes: made, summary, undo: summary, redo: null };
	});
	await afterChange(id, outcome.revision);
	return outcome;
}

interface OtherChange {
	revision: number;
	at: Date;
	person: string;
	summary: string;
	rows: Change[];
}

async function changesOfOthers(
	tx: Queries,
	id: string,
	{ base, client, also = [] }: Sender
): Promise<OtherChange[]> {
	return changesAfter(id, base, { on: tx, without: [client, ...also] });
}

function collision(met: Collision[], others: OtherChange[]): ServiceError {
	const last = others[others.length - 1];
	return new ServiceError(
		409,
		'collision',
		`${last?.person ?? 'Somebody'} changed ${met[0].what} in another window while you did. Nothing is overwritten until you choose.`,
		{ collisions: met, by: last?.person, at: last?.at, summary: last?.summary }
	);
}

/** The changes after a revision, oldest first; how another window catches up. */
export async function changesSince(person: Person | undefined, id: string, revision: number) {
	const asking = await allowIn(person, 'read', id);
	const [latest, rows] = await Promise.all([revisionOf(id), changesAfter(id, revision)]);
	if (latest === undefined) throw noInquiry(id);
	return { changes: rows, revision: latest, ...(await reversible(id, ownOf(asking))) };
}

/** How many entries of the history are given at once. */
const HISTORY_PAGE = 100;

/** What was changed, newest first: of the whole inquiry, or of one cell. */
export async function historyOf(
	person: Person | undefined,
	id: string,
	{ cell, before }: { cell?: string; before?: number } = {}
) {
	await allowIn(person, 'read', id);
	const rows = await historyPage(id, { cell, before, most: HISTORY_PAGE });
	return {
		entries: rows.map((row) => asHistoryEntry(row, cell)),
		more: rows.length === HISTORY_PAGE
	};
}

/** A change as people read it, of the whole inquiry or of one cell. */
export function asHistoryEntry(
	{ revision, at, person, kind, state, summary, command, rows }: HistoryRow,
	cell?: string
) {
	return {
		revision,
		at,
		person,
		kind,
		state,
		summary,
		note: noteIn(rows),
		/** Why it was done, where that was said: of a cell's own picks, or of the one thing that was picked. */
		reasons: command ? reasonsOf(command, cell) : []
	};
}

export type HistoryEntry = ReturnType<typeof asHistoryEntry>;

function reasonsOf(command: Command, cell: string | undefined): string[] {
	if (cell !== undefined) return reasonsIn(command, cell);
	return command.kind === 'pick.add' && command.because ? [command.because] : [];
}

/** The note that a change wrote, where it wrote one. */
function noteIn(rows: readonly Change[]): string {
	for (const { before, after } of rows) {
		const [old, now] = [before, after].map((row) => (row as { note?: string } | null)?.note ?? '');
		if (now !== '' && now !== old) return now;
	}
	return '';
}

function attempt<T>(work: () => T): T {
	try {
		return work();
	} catch (error) {
		if (!(error instanceof CommandError)) throw error;
		throw asServiceError(error);
	}
}

function asServiceError({ code, message }: CommandError): ServiceError {
	const status = { 'not-found': 404, 'not-allowed': 409, invalid: 422 } as const;
	return new ServiceError(status[code], code, message);
}

async function indexNamer(db: Queries): Promise<(code: string) => string> {
	const names = new Map((await indexNames(db)).map(({ code, name }) => [code, name]));
	return (code) => names.get(code) ?? code;
}

/** The cells that row changes touch, by their identifiers. */
export function cellsOf(rows: readonly Change[]): string[] {
	const found = new Set<string>();
	for (const { table, before, after } of rows)
		if (table === 'picks' || table === 'cells')
			for (const row of [before, after] as ({ conceptId: string; indexCode: string } | null)[])
				if (row) found.add(cellId(row.conceptId, row.indexCode));
	return [...found];
}

/** Puts a change down as the next revision, and says so to whoever listens. @returns that revision */
export async function logChange(
	tx: Queries,
	inquiryId: string,
	{ revision, ...made }: Omit<NewChange, 'cells'> & { revision: number }
): Promise<number> {
	await insertChange(tx, inquiryId, revision + 1, { ...made, cells: cellsOf(made.rows) });
	await notify({ inquiry: inquiryId, kind: 'changed', revision: revision + 1 }, tx);
	return revision + 1;
}
