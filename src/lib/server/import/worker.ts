/** The thread in which a file of a vocabulary or of records is read, so that the server goes on answering meanwhile. */
import { parentPort, workerData } from 'node:worker_threads';
import { closeConnection, connect } from '../db/client';
import { importRecords, type RecordRequest } from '../records/import';
import { ImportError } from './import-error';
import { importVocabulary, type ImportRequest } from './pipeline';

export type WorkerInput = { databaseUrl: string } & (
	{ kind: 'vocabulary'; request: ImportRequest } | { kind: 'records'; request: RecordRequest }
);

export type WorkerMessage =
	| { kind: 'progress'; done: number; total: number }
	| { kind: 'done'; report: unknown }
	| { kind: 'failed'; code: string; message: string; line?: number };

const input = workerData as WorkerInput;
// Services that the import asks know the database by this name.
process.env.DATABASE_URL = input.databaseUrl;
const send = (message: WorkerMessage) => parentPort?.postMessage(message);

const { sql } = connect(input.databaseUrl, 1);
try {
	let told = 0;
	const progress = (done: number, total: number) => {
		const now = Date.now();
		if (now - told < 200) return;
		told = now;
		send({ kind: 'progress', done, total });
	};
	const { counts, findings, findingCounts } =
		input.kind === 'vocabulary'
			? await importVocabulary(sql, input.request, progress)
			: await importRecords(sql, input.request, progress);
	send({ kind: 'done', report: { counts, findings, findingCounts } });
} catch (error) {
	if (error instanceof ImportError)
		send({ kind: 'failed', code: error.code, message: error.message, line: error.line });
	else {
		const reason = error instanceof Error ? error.message : String(error);
		send({
			kind: 'failed',
			code: 'interrupted',
			message: `The import stopped before its end and changed nothing: ${reason}`
		});
	}
} finally {
	await sql.end({ timeout: 2 });
	await closeConnection();
}
