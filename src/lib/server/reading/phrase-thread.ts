/** A thread that takes the words of records in and counts their runs: half of the work each, while the server goes on. */
import { longerRuns, PhraseCounter, type TakenTexts } from '../../../core/reading';
import { closeConnection } from '../db';
import type { PhraseAnswer, PhraseTask } from './phrase-threads';
import { eachText } from './text-rows';

export default async function work(task: PhraseTask): Promise<PhraseAnswer> {
	try {
		return { value: await answerTo(task) };
	} catch (error) {
		const { message, code } = error as Error & { code?: string };
		return { fault: message, code };
	}
}

async function answerTo(task: PhraseTask): Promise<TakenTexts | Uint32Array> {
	if (task.kind === 'count') return longerRuns(task.words, task.share);
	// A test has another database than the one before it.
	if (process.env.DATABASE_URL !== task.databaseUrl) await closeConnection();
	process.env.DATABASE_URL = task.databaseUrl;
	const counter = new PhraseCounter();
	await eachText(task.code, task.numbers, ({ title, abstract }) => counter.add(title, abstract));
	return counter.taken();
}
