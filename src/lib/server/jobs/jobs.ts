/** Background work as jobs: waiting, worked on in a thread, cancelled, looked up. It knows no kind of work by name. */
import { randomUUID } from 'node:crypto';
import { readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import Papa from 'papaparse';
import { guarded } from '../../../core/formats/csv-guard';
import { databaseUrl, isAway, type jobs } from '../db';
import { ServiceError } from '../errors';
import { log, reasonOf } from '../log';
import { allow, noteForAdministrators, type Person } from '../people';
import {
	askToCancel,
	failJob,
	failure,
	insertJob,
	jobsBefore,
	latestJobs,
	markRunning,
	readJob,
	renew,
	settleLost,
	writeProgress
} from './job-rows';
import { doInThread, type ThreadInput, type ThreadOutcome } from './threads';
import { FOLDER, receive, type Upload } from './uploads';
import { WorkQueue } from './work-queue';

/** The longest a job may take once its file has arrived, in seconds; stated beside the size of files. */
export const MOST_SECONDS = Number(process.env.OAKMOSS_MAX_IMPORT_SECONDS) || 900;

type JobRow = typeof jobs.$inferInsert;

/** Work on a file that is being sent, or on what is asked alone. */
export interface NewJob extends Pick<JobRow, 'kind' | 'indexCode' | 'edition' | 'startedBy'> {
	upload?: Pick<Upload, 'length' | 'body'>;
	/** What the doer of this kind is asked, once the file is there; the empty string where there is none. */
	request: (file: string) => unknown;
	/** Called here once the work is done and kept. */
	done?: () => void;
}

/** Takes the file in, where there is one, and has the work done; the answer comes as soon as the file has arrived. */
export async function startJob({ upload, request, done, ...row }: NewJob): Promise<string> {
	refuseMany(row.kind, row.startedBy);
	const { folder, file, total } = upload ? await receive(upload) : NO_FILE;
	try {
		const id = randomUUID();
		await insertJob({ ...row, id, state: 'queued', total });
		if (row.indexCode) await noteForAdministrators('import', row.startedBy, loadingOf(row));
		const input = { kind: row.kind, databaseUrl: databaseUrl(), request: request(file) };
		enqueue(id, row.startedBy, input, folder, done);
		return id;
	} catch (error) {
		await clear(folder);
		throw error;
	}
}

const loadingOf = ({ kind, indexCode, edition }: Pick<NewJob, 'kind' | 'indexCode' | 'edition'>) =>
	kind === 'vocabulary'
		? `The edition ${edition} of ${indexCode} is being loaded.`
		: `Records of ${indexCode} are being loaded.`;

/** So many jobs of a kind at a time: each takes a thread and room for what it works on, whole vocabularies the most. */
const AT_A_TIME = 2;
/** So many jobs of a kind that one person has waiting or under way. */
const MOST_OF_ONE = 20;
/** How often a server says that it still looks after its jobs, in milliseconds. */
const PULSE = 2_000;

/** One for each kind, so that the long ones of one keep no other waiting. */
const queues = new Map<string, WorkQueue>();
function queueOf(kind: string): WorkQueue {
	const known = queues.get(kind) ?? new WorkQueue(AT_A_TIME);
	queues.set(kind, known);
	return known;
}
const stopWork = (id: string, reason: unknown) =>
	Promise.all([...queues.values()].map((queue) => queue.stop(id, reason)));

function refuseMany(kind: string, by: string): void {
	if (queueOf(kind).countOf(by) >= MOST_OF_ONE)
		throw new ServiceError(
			429,
			'too-many-jobs',
			`${MOST_OF_ONE} of these are waiting or under way for you already. Wait until one has ended.`
		);
}
let pulse: ReturnType<typeof setInterval> | undefined;

/** Why work is stopped before its end, as its report says it. */
class Stopped extends Error {
	constructor(
		readonly code: string,
		message: string
	) {
		super(message);
	}
}

const NO_FILE = { folder: '', file: '', total: 0 };
const clear = async (folder: string) => {
	if (folder) await rm(folder, { recursive: true, force: true });
};

function enqueue(id: string, by: string, input: ThreadInput, folder: string, done?: () => void): void {
	queueOf(input.kind).add({
		id,
		by,
		run: async (stop) => {
			const isDone = await work(id, input, stop).catch((err: unknown) =>
				log.error({ reason: reasonOf(err), job: id }, 'a job could not be settled')
			);
			if (isDone) done?.();
			await clear(folder);
		},
		dropped: async (reason) => {
			const { code, message } = reason as Stopped;
			await failJob(id, failure(code, message)).finally(() => clear(folder));
		}
	});
	pulse ??= setInterval(() => void beat(), PULSE).unref();
}

/** Says that the jobs here are looked after, and stops those that somebody has cancelled at another server. */
async function beat(): Promise<void> {
	const ids = [...queues.values()].flatMap((queue) => queue.ids());
	if (ids.length === 0) {
		clearInterval(pulse);
		pulse = undefined;
		return;
	}
	// While the database is away there is nobody to tell; the next beat tells it.
	const cancelled = await renew(ids).catch(() => []);
	await Promise.all(cancelled.map((id) => stopWork(id, CANCELLED)));
}

const CANCELLED = new Stopped('cancelled', 'It was cancelled and changed nothing.');

/** Asks a job to stop, and waits for that where it is worked on here; a job that has ended stays as it is. */
export async function cancelJob(person: Person | undefined, id: string) {
	await jobFor(person, 'change', id);
	await askToCancel(id);
	await stopWork(id, CANCELLED);
	return findJob(person, id);
}

/** Stops all work of this server; resolves when every job says how it ended. */
export async function stopJobs(): Promise<void> {
	const reason = new Stopped('stopped', 'The server was stopped. Nothing was changed; begin it again.');
	await Promise.all([...queues.values()].map((queue) => queue.stopAll(reason)));
}

/** Settles what servers left that have gone: their jobs, and the files they were reading. */
export async function settleLeftovers(): Promise<void> {
	await settleLost();
	const names = (await readdir(tmpdir())).filter((name) => name.startsWith(FOLDER));
	const dead = names.filter((name) => !isAlive(Number(name.slice(FOLDER.length).split('-')[0])));
	await Promise.all(dead.map((name) => rm(path.join(tmpdir(), name), { recursive: true, force: true })));
}

function isAlive(pid: number): boolean {
	try {
		return process.kill(pid, 0);
	} catch (error) {
		// There, but somebody else's.
		return (error as { code?: string }).code === 'EPERM';
	}
}

/** A job that a person may see or change: their own, or one that works on an index. */
async function jobFor(person: Person | undefined, how: 'see' | 'change', id: string) {
	const asking = allow(person, 'read');
	const job = await readJob(id);
	const isOwn = job !== undefined && (asking.alone || job.startedBy === asking.id);
	// What was asked for by others and is of no index is theirs alone.
	if (!job || (!isOwn && job.kind === 'citations'))
		throw new ServiceError(404, 'no-job', 'There is no such job.');
	if (how === 'change') allow(person, isOwn ? 'work' : 'change-indexes');
	return job;
}

/** The latest imports of an index, newest first, without their findings. */
export async function recentJobs(person: Person | undefined) {
	allow(person, 'read');
	return latestJobs();
}

/**
 * Runs the thread until it ends. What goes wrong becomes the job's report; what went well, the thread has written.
 * @returns whether it went well
 */
async function work(id: string, input: ThreadInput, stop: AbortSignal): Promise<boolean> {
	await markRunning(id);
	let told: Promise<unknown> = Promise.resolve();
	const outcome = await doInThread(
		{ ...input, job: id },
		{
			stop: AbortSignal.any([stop, AbortSignal.timeout(MOST_SECONDS * 1_000)]),
			// One after the other, as over several connections they could arrive in another order.
			progress: ({ done, total }) =>
				void (told = told.then(() => writeProgress(id, done, total)).catch(() => {}))
		}
	).catch((): ThreadOutcome => {
		const { code, message } = stop.aborted ? (stop.reason as Stopped) : TOO_LONG;
		return { kind: 'failed', code, message };
	});
	await told;
	if (outcome.kind === 'failed')
		await untilBack(() => failJob(id, failure(outcome.code, outcome.message, outcome.line)));
	return outcome.kind === 'done';
}

const TOO_LONG = new Stopped(
	'too-long',
	`It had not ended after ${MOST_SECONDS} seconds, the most that is given. It was stopped and changed nothing.`
);

/** Tries again while the database is away, for as long as it takes others to call the job lost. */
async function untilBack(write: () => Promise<void>): Promise<void> {
	for (let tries = 0; ; tries++)
		try {
			return await write();
		} catch (error) {
			if (!isAway(error) || tries >= 20) throw error;
			await wait(500);
		}
}

/** Keeps the report of work that was not started by an upload, so that it can be read like any other. */
export async function recordJob(
	row: Pick<JobRow, 'kind' | 'indexCode' | 'edition' | 'startedBy' | 'report'>
) {
	await insertJob({ ...row, id: randomUUID(), state: 'done' });
}

export async function findJob(person: Person | undefined, id: string) {
	const job = await jobFor(person, 'see', id);
	const { indexCode, edition, state, done, total, report, createdAt } = job;
	const ahead = state === 'queued' ? await jobsBefore(job.kind, createdAt) : undefined;
	return { indexCode, edition, state, done, total, report, ...(ahead !== undefined && { ahead }) };
}

/** The findings of a job as CSV, one a row. */
export async function jobFindingsCsv(person: Person | undefined, id: string): Promise<Response> {
	const { report } = await findJob(person, id);
	const rows = (report?.findings ?? []).map(({ severity, rule, line, subject, message }) => ({
		severity,
		rule,
		line: line ?? '',
		place: subject ?? '',
		message
	}));
	return new Response(
		Papa.unparse(rows.map(guarded), { columns: ['severity', 'rule', 'line', 'place', 'message'] }) + '\r\n',
		{
			headers: {
				'content-type': 'text/csv; charset=utf-8',
				'content-disposition': `attachment; filename="import-${id}.csv"`
			}
		}
	);
}
