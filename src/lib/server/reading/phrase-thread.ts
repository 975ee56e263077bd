/** A thread that takes the words of records in and counts their runs: half of the work each, while the server goes on. */
import { parentPort } from 'node:worker_threads';
import { longerRuns, PhraseCounter } from '../../../core/reading';
import { closeConnection } from '../db';
import type { PhraseAnswer, PhraseTask } from './phrase-threads';
import { eachText } from './text-rows';

async function answerTo(task: PhraseTask): Promise<PhraseAnswer['value']> {
	if (task.kind === 'count') return longerRuns(task.words, task.share);
	// A test has another database than the one before it.
	if (process.env.DATABASE_URL !== task.databaseUrl) await closeConnection();
	process.env.DATABASE_URL = task.databaseUrl;
	const counter = new PhraseCounter();
	await eachText(task.code, task.numbers, ({ title, abstract }) => counter.add(title, abstract));
	return counter.taken();
}

/** One after the other: two at once would each take twice as long. */
let before: Promise<unknown> = Promise.resolve();
parentPort?.on('message', ({ id, task }: { id: number; task: PhraseTask }) => {
	before = before.then(() =>
		answerTo(task).then(
			(value) => parentPort?.postMessage({ id, value }),
			(error: Error & { code?: string }) =>
				parentPort?.postMessage({ id, fault: { message: error.message, code: error.code } })
		)
	);
});
