/** The thread in which a file is read or a vocabulary packed anew, so that the server goes on answering meanwhile. */
import { parentPort, workerData } from 'node:worker_threads';
import { closeConnection, connect } from './db';
import { isFull } from './errors';
import {
	type Finish,
	finishJob,
	ImportError,
	registerWork,
	type ThreadInput,
	type ThreadMessage,
	workOf
} from './jobs';
import { citeInThread, importRecords } from './records';
import { importMappings, importVocabulary, remakePack, workOutDifference } from './vocabulary';

registerWork('vocabulary', importVocabulary);
registerWork('records', importRecords);
registerWork('citations', citeInThread);
registerWork('mappings', importMappings);
registerWork('pack', remakePack);
registerWork('difference', workOutDifference);

const input = workerData as ThreadInput;
// Services that the import asks know the database by this name.
process.env.DATABASE_URL = input.databaseUrl;
const send = (message: ThreadMessage) => parentPort?.postMessage(message);

const { sql, end } = connect(input.databaseUrl, 1);
try {
	let told = 0;
	const progress = (done: number, total: number) => {
		const now = Date.now();
		// The end of the reading is told in any case: what comes after it takes as long again.
		if (now - told < 200 && done < total) return;
		told = now;
		send({ kind: 'progress', done, total });
	};
	const { job } = input;
	const finish: Finish = async (tx, report, result) => {
		if (job !== undefined) await finishJob(tx, job, report, result);
	};
	await workOf(input.kind)(sql, input.request, progress, finish);
	send({ kind: 'done' });
} catch (error) {
	if (error instanceof ImportError)
		send({ kind: 'failed', code: error.code, message: error.message, line: error.line });
	else {
		const reason = isFull(error)
			? 'the disk of the server is full. Tell whoever runs this server.'
			: error instanceof Error
				? error.message
				: String(error);
		send({
			kind: 'failed',
			code: 'interrupted',
			message: `It stopped before its end and changed nothing: ${reason}`
		});
	}
} finally {
	await end();
	await closeConnection();
}
