/** Imports as jobs: taken from an upload, worked on in a thread, looked up by their identifier. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { pipeline } from 'node:stream/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { guarded } from '../../../core/formats/csv-guard';
import { RECORD_FORMATS, type RecordFormat } from '../../../core/formats/record-reading';
import type { VocabularyReading } from '../../../core/formats/skos-read';
import { allow, type Person } from '../people/access';
import { connection, databaseUrl, isAway } from '../db/client';
import { subjectIndexes } from '../db/schema';
import { ServiceError } from '../errors';
import { log, reasonOf } from '../log';
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
import { FORMATS, type Format } from '../vocabulary/parsers';
import { WorkQueue } from './work-queue';
import { startThread, type ThreadMessage } from './threads';
import type { ThreadInput } from './worker';

/** The largest file taken, in bytes; stated in the interface and the documentation. */
export const MOST_BYTES = Number(process.env.OAKMOSS_MAX_UPLOAD) || 512 * 2 ** 20;
/** The longest an import may take once its file has arrived, in seconds; stated beside the size. */
export const MOST_SECONDS = Number(process.env.OAKMOSS_MAX_IMPORT_SECONDS) || 900;
/** Uploads lie in folders named so, with the number of the process that works on them. */
const FOLDER = 'oakmoss-import-';

export interface Upload {
	indexCode: string;
	contentType: string;
	length: number | undefined;
	body: ReadableStream<Uint8Array> | null;
}

export interface VocabularyUpload extends Upload {
	edition: string;
}

/** Takes the file in and starts the import; the answer comes as soon as the file has arrived. */
export async function startVocabularyImport(
	person: Person | undefined,
	upload: VocabularyUpload
): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const format = formatOf(upload, FORMATS, 'A vocabulary') as Format;
	const edition = upload.edition.trim();
	if (edition === '' || edition.length > 100)
		throw new ServiceError(
			400,
			'edition-needed',
			'Name the edition with ?edition=…, in at most 100 characters.'
		);
	const { indexCode } = upload;
	return start({ ...upload, kind: 'vocabulary', edition, startedBy }, (file) => ({
		kind: 'vocabulary',
		databaseUrl: databaseUrl(),
		request: { indexCode, edition, file, format }
	}));
}

/** The same for a file of records. */
export async function startRecordImport(person: Person | undefined, upload: Upload): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const format = formatOf(upload, RECORD_FORMATS, 'A file of records') as RecordFormat;
	const { indexCode } = upload;
	return start({ ...upload, kind: 'records', edition: '', startedBy }, (file) => ({
		kind: 'records',
		databaseUrl: databaseUrl(),
		request: { indexCode, file, format }
	}));
}

function formatOf({ contentType }: Upload, known: Record<string, unknown>, what: string): string {
	const type = contentType.split(';')[0].trim().toLowerCase();
	if (!Object.hasOwn(known, type))
		throw new ServiceError(
			415,
			'unknown-format',
			`${what} can be sent as ${Object.keys(known).join(', ')}; this one came as “${type}”.`
		);
	return type;
}

async function start(
	upload: Upload & { kind: 'vocabulary' | 'records'; edition: string; startedBy: string },
	inputFor: (file: string) => ThreadInput
): Promise<string> {
	const { db } = connection();
	const [index] = await db.select().from(subjectIndexes).where(eq(subjectIndexes.code, upload.indexCode));
	if (!index) throw new ServiceError(404, 'no-index', `There is no subject index “${upload.indexCode}”.`);
	if (upload.length !== undefined && upload.length > MOST_BYTES) throw tooLarge();
	const folder = await mkdtemp(path.join(tmpdir(), `${FOLDER}${process.pid}-`));
	const file = path.join(folder, 'upload');
	try {
		const total = await receive(upload.body, file);
		const id = randomUUID();
		const { kind, edition, startedBy } = upload;
		await insertJob({ id, kind, indexCode: index.code, edition, state: 'queued', total, startedBy });
		enqueue(id, inputFor(file), folder);
		return id;
	} catch (error) {
		await rm(folder, { recursive: true, force: true });
		throw error;
	}
}

async function receive(body: ReadableStream<Uint8Array> | null, file: string): Promise<number> {
	let size = 0;
	const counting = new Transform({
		transform(chunk: Buffer, _encoding, done) {
			size += chunk.length;
			done(size > MOST_BYTES ? tooLarge() : null, chunk);
		}
	});
	if (body)
		await pipeline(Readable.fromWeb(body as NodeStream<Uint8Array>), counting, createWriteStream(file));
	if (size === 0)
		throw new ServiceError(422, 'empty', 'The file is empty; nothing was changed.', { line: 1 });
	return size;
}

function tooLarge(): ServiceError {
	const most = Math.floor(MOST_BYTES / 2 ** 20);
	return new ServiceError(
		413,
		'too-large',
		`The file is larger than ${most} MiB, the most that is taken; nothing was changed.`
	);
}

/** So many imports at a time: each takes a thread and room for a whole vocabulary. */
const AT_A_TIME = 2;
/** How often a server says that it still looks after its jobs, in milliseconds. */
const PULSE = 2_000;

const queue = new WorkQueue(AT_A_TIME);
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

function enqueue(id: string, input: ThreadInput, folder: string): void {
	const clear = () => rm(folder, { recursive: true, force: true });
	queue.add({
		id,
		run: async (stop) => {
			await work(id, input, stop).catch((err: unknown) =>
				log.error({ reason: reasonOf(err), job: id }, 'a job could not be settled')
			);
			await clear();
		},
		dropped: async (reason) => {
			const { code, message } = reason as Stopped;
			await failJob(id, failure(code, message)).finally(clear);
		}
	});
	pulse ??= setInterval(() => void beat(), PULSE).unref();
}

/** Says that the jobs here are looked after, and stops those that somebody has cancelled at another server. */
async function beat(): Promise<void> {
	const ids = queue.ids();
	if (ids.length === 0) {
		clearInterval(pulse);
		pulse = undefined;
		return;
	}
	// While the database is away there is nobody to tell; the next beat tells it.
	const cancelled = await renew(ids).catch(() => []);
	await Promise.all(cancelled.map((id) => queue.stop(id, CANCELLED)));
}

const CANCELLED = new Stopped('cancelled', 'The import was cancelled and changed nothing.');

/** Asks a job to stop, and waits for that where it is worked on here; a job that has ended stays as it is. */
export async function cancelJob(person: Person | undefined, id: string) {
	allow(person, 'change-indexes');
	await askToCancel(id);
	await queue.stop(id, CANCELLED);
	return findJob(person, id);
}

/** Stops all work of this server; resolves when every job says how it ended. */
export async function stopJobs(): Promise<void> {
	await queue.stopAll(
		new Stopped('stopped', 'The server was stopped. Nothing was changed; load the file again.')
	);
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

/** The latest imports of an index, newest first, without their findings. */
export async function recentJobs(person: Person | undefined) {
	allow(person, 'read');
	return latestJobs();
}

/** Runs the thread until it ends. What goes wrong becomes the job's report; what went well, the thread has written. */
async function work(id: string, input: ThreadInput, stop: AbortSignal): Promise<void> {
	await markRunning(id);
	let told: Promise<unknown> = Promise.resolve();
	const outcome = await new Promise<ThreadMessage>((resolve) => {
		const failed = (message: string) => resolve({ kind: 'failed', code: 'interrupted', message });
		const worker = startThread({ ...input, job: id });
		let stopped: ThreadMessage | undefined;
		const end = ({ code, message }: Stopped) => {
			stopped = { kind: 'failed', code, message };
			// Its connection ends with the thread, and the database takes back what was not committed.
			void worker.terminate();
		};
		const overdue = setTimeout(
			() =>
				end(
					new Stopped(
						'too-long',
						`The import had not ended after ${MOST_SECONDS} seconds, the most that is given. It was stopped and changed nothing.`
					)
				),
			MOST_SECONDS * 1_000
		);
		const onStop = () => end(stop.reason as Stopped);
		if (stop.aborted) onStop();
		else stop.addEventListener('abort', onStop);
		worker.on('message', (message: ThreadMessage) => {
			if (message.kind !== 'progress') return resolve(message);
			// One after the other, as over several connections they could arrive in another order.
			told = told.then(() => writeProgress(id, message.done, message.total)).catch(() => {});
		});
		worker.on('error', (error) =>
			failed(`The import stopped before its end and changed nothing: ${error.message}`)
		);
		worker.on('exit', () => {
			clearTimeout(overdue);
			if (stopped) resolve(stopped);
			else failed('The import stopped before its end and changed nothing.');
		});
	});
	await told;
	if (outcome.kind === 'failed')
		await untilBack(() => failJob(id, failure(outcome.code, outcome.message, outcome.line)));
}

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

/** Keeps the report of an import that was not started by an upload, so that it can be read like any other. */
export async function recordImport(
	indexCode: string,
	edition: string,
	{ counts, findings, findingCounts }: VocabularyReading
) {
	await insertJob({
		id: randomUUID(),
		kind: 'vocabulary',
		indexCode,
		edition,
		state: 'done',
		report: { counts: { ...counts }, findings, findingCounts },
		startedBy: 'demo'
	});
}

export async function findJob(person: Person | undefined, id: string) {
	allow(person, 'read');
	const job = await readJob(id);
	if (!job) throw new ServiceError(404, 'no-job', 'There is no such job.');
	const { indexCode, edition, state, done, total, report, createdAt } = job;
	const ahead = state === 'queued' ? await jobsBefore(createdAt) : undefined;
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
