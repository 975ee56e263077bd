/** Imports as jobs: taken from an upload, worked on in a thread, looked up by their identifier. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { pipeline } from 'node:stream/promises';
import { and, desc, eq, inArray } from 'drizzle-orm';
import Papa from 'papaparse';
import { RECORD_FORMATS, type RecordFormat } from '../../../core/formats/record-reading';
import type { VocabularyReading } from '../../../core/formats/skos-read';
import { allow, type Person } from '../access';
import { connection, databaseUrl } from '../db/client';
import { jobs, subjectIndexes, type JobReport } from '../db/schema';
import { ServiceError } from '../errors';
import { FORMATS, type Format } from './parsers';
import { startThread, type ThreadMessage } from './threads';
import type { ThreadInput } from './worker';

/** The largest file taken, in bytes; stated in the interface and the documentation. */
export const MOST_BYTES = Number(process.env.OAKMOSS_MAX_UPLOAD) || 512 * 2 ** 20;
/** The longest an import may take once its file has arrived, in seconds; stated beside the size. */
export const MOST_SECONDS = Number(process.env.OAKMOSS_MAX_IMPORT_SECONDS) || 900;
/** A job not heard of for this long, in milliseconds, has lost its process. */
const LOST_AFTER = 15_000;

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
	if (!(type in known))
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
	const folder = await mkdtemp(path.join(tmpdir(), 'oakmoss-import-'));
	const file = path.join(folder, 'upload');
	try {
		const total = await receive(upload.body, file);
		const id = randomUUID();
		const { kind, edition, startedBy } = upload;
		await db
			.insert(jobs)
			.values({ id, kind, indexCode: index.code, edition, state: 'queued', total, startedBy });
		void work(id, inputFor(file), folder);
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

/** How to stop the jobs that this server works on. */
const cancelHere = new Map<string, () => void>();

/** Asks a job to stop; a job that has ended stays as it is. */
export async function cancelJob(person: Person | undefined, id: string) {
	allow(person, 'change-indexes');
	const { db } = connection();
	const waiting = inArray(jobs.state, ['queued', 'running']);
	await db
		.update(jobs)
		.set({ cancel: true })
		.where(and(eq(jobs.id, id), waiting));
	cancelHere.get(id)?.();
	return findJob(person, id);
}

/** The latest imports of an index, newest first, without their findings. */
export async function recentJobs(person: Person | undefined) {
	allow(person, 'read');
	const { db } = connection();
	return db
		.selectDistinctOn([jobs.indexCode], {
			id: jobs.id,
			indexCode: jobs.indexCode,
			edition: jobs.edition,
			state: jobs.state,
			createdAt: jobs.createdAt
		})
		.from(jobs)
		.orderBy(jobs.indexCode, desc(jobs.createdAt));
}

/** Runs the thread and keeps the job's row true until it ends. Never throws: what goes wrong becomes the job's report. */
async function work(id: string, input: ThreadInput, folder: string): Promise<void> {
	const { db } = connection();
	// One after the other: over several connections, “running” could otherwise arrive after the end.
	let last: Promise<unknown> = Promise.resolve();
	const set = (values: Partial<typeof jobs.$inferInsert>) =>
		(last = last
			.then(() =>
				db
					.update(jobs)
					.set({ ...values, seenAt: new Date() })
					.where(eq(jobs.id, id))
			)
			.catch(() => {
				// The database is away; the job will be reported as lost once it is back.
			}));
	let at = { done: 0, total: 0 };
	const pulse = setInterval(() => void beat(), 2_000);
	const beat = async () => {
		await set(at.total > 0 ? at : {});
		const [row] = await db
			.select({ cancel: jobs.cancel })
			.from(jobs)
			.where(eq(jobs.id, id))
			.catch(() => []);
		if (row?.cancel) cancelHere.get(id)?.();
	};
	let overdue: ReturnType<typeof setTimeout> | undefined;
	const outcome = await new Promise<ThreadMessage>((resolve) => {
		const failed = (message: string) => resolve({ kind: 'failed', code: 'interrupted', message });
		void set({ state: 'running' });
		const worker = startThread(input);
		const stop = (code: string, message: string) => {
			resolve({ kind: 'failed', code, message });
			// Its connection ends with the thread, and the database takes back what was not committed.
			void worker.terminate();
		};
		cancelHere.set(id, () => stop('cancelled', 'The import was cancelled and changed nothing.'));
		overdue = setTimeout(
			() =>
				stop(
					'too-long',
					`The import had not ended after ${MOST_SECONDS} seconds, the most that is given. It was stopped and changed nothing.`
				),
			MOST_SECONDS * 1_000
		);
		worker.on('message', (message: ThreadMessage) => {
			if (message.kind !== 'progress') return resolve(message);
			at = { done: message.done, total: message.total };
			void set(at);
		});
		worker.on('error', (error) =>
			failed(`The import stopped before its end and changed nothing: ${error.message}`)
		);
		worker.on('exit', () => failed('The import stopped before its end and changed nothing.'));
	});
	clearInterval(pulse);
	clearTimeout(overdue);
	cancelHere.delete(id);
	await rm(folder, { recursive: true, force: true });
	if (outcome.kind === 'done')
		await set({
			state: 'done',
			...(at.total > 0 && { done: at.total }),
			report: outcome.report as JobReport
		});
	else if (outcome.kind === 'failed')
		await set({
			state: 'failed',
			report: {
				counts: { read: 0, kept: 0, repaired: 0, refused: 0 },
				findings: [{ severity: 'error', rule: outcome.code, line: outcome.line, message: outcome.message }],
				findingCounts: { [outcome.code]: 1 },
				error: { code: outcome.code, message: outcome.message, line: outcome.line }
			}
		});
}

/** Keeps the report of an import that was not started by an upload, so that it can be read like any other. */
export async function recordImport(
	indexCode: string,
	edition: string,
	{ counts, findings, findingCounts }: VocabularyReading
) {
	await connection()
		.db.insert(jobs)
		.values({
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
	const { db } = connection();
	const [job] = await db.select().from(jobs).where(eq(jobs.id, id));
	if (!job) throw new ServiceError(404, 'no-job', 'There is no such job.');
	const { indexCode, edition, state, done, total, report } = job;
	const waiting = state === 'queued' || state === 'running';
	if (waiting && Date.now() - job.seenAt.getTime() > LOST_AFTER) {
		const message =
			'The server that worked on this import has stopped. Nothing was changed; load the file again.';
		return {
			indexCode,
			edition,
			state: 'failed' as const,
			done,
			total,
			report: {
				counts: { read: 0, kept: 0, repaired: 0, refused: 0 },
				findings: [],
				findingCounts: {},
				error: { code: 'lost', message }
			}
		};
	}
	return { indexCode, edition, state, done, total, report };
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
		Papa.unparse(rows, { escapeFormulae: true, columns: ['severity', 'rule', 'line', 'place', 'message'] }) +
			'\r\n',
		{
			headers: {
				'content-type': 'text/csv; charset=utf-8',
				'content-disposition': `attachment; filename="import-${id}.csv"`
			}
		}
	);
}
