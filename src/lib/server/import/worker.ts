/** The thread in which a vocabulary file is read, so that the server goes on answering meanwhile. */
import { parentPort, workerData } from 'node:worker_threads';
import { connect } from '../db/client';
import { ImportError } from './import-error';
import { importVocabulary, type ImportRequest } from './pipeline';

export interface WorkerInput {
	databaseUrl: string;
	request: ImportRequest;
}

export type WorkerMessage =
	| { kind: 'progress'; done: number; total: number }
	| { kind: 'done'; report: unknown }
	| { kind: 'failed'; code: string; message: string; line?: number };

const { databaseUrl, request } = workerData as WorkerInput;
const send = (message: WorkerMessage) => parentPort?.postMessage(message);

const { sql } = connect(databaseUrl, 1);
try {
	let told = 0;
	const { counts, findings, findingCounts } = await importVocabulary(sql, request, (done, total) => {
		const now = Date.now();
		if (now - told < 200) return;
		told = now;
		send({ kind: 'progress', done, total });
	});
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
}
