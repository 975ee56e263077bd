/** The thread in which a file is read or a vocabulary packed anew, so that the server goes on answering meanwhile. */
import type { MessagePort } from 'node:worker_threads';
import { closeConnection, connect } from './db';
import { isFull } from './errors';
import {
	type Finish,
	finishJob,
	ImportError,
	registerWork,
	type ThreadInput,
	type ThreadOutcome,
	type ThreadProgress,
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

export default async function work({
	input,
	progress
}: {
	input: ThreadInput;
	progress: MessagePort;
}): Promise<ThreadOutcome> {
	// Services that the work asks know the database by this name.
	process.env.DATABASE_URL = input.databaseUrl;
	const { sql, end } = connect(input.databaseUrl, 1);
	try {
		let told = 0;
		const tell = (done: number, total: number) => {
			const now = Date.now();
			// The end of the reading is told in any case: what comes after it takes as long again.
			if (now - told < 200 && done < total) return;
			told = now;
			progress.postMessage({ done, total } satisfies ThreadProgress);
		};
		const { job } = input;
		const finish: Finish = async (tx, report, result) => {
			if (job !== undefined) await finishJob(tx, job, report, result);
		};
		await workOf(input.kind)(sql, input.request, tell, finish);
		return { kind: 'done' };
	} catch (error) {
		return outcomeOf(error);
	} finally {
		progress.close();
		await end();
		await closeConnection();
	}
}

function outcomeOf(error: unknown): ThreadOutcome {
	if (error instanceof ImportError)
		return { kind: 'failed', code: error.code, message: error.message, line: error.line };
	const reason = isFull(error)
		? 'the disk of the server is full. Tell whoever runs this server.'
		: error instanceof Error
			? error.message
			: String(error);
	return {
		kind: 'failed',
		code: 'interrupted',
		message: `It stopped before its end and changed nothing: ${reason}`
	};
}
