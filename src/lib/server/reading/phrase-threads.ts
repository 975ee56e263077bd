/**
 * The words of many records, in two threads, so that the server answers others meanwhile: half a second of its own time went
 * into those of 10,000. On two cores it is a little quicker, too: in turn, 403 ms and 492 ms in one thread (10,000 of 300,000
 * records, medians of 20).
 */
import {
	frequentWords,
	type FrequentWords,
	runsByText,
	type Share,
	type TakenTexts
} from '../../../core/reading';
import { databaseUrl } from '../db';
import { threadPool } from '../jobs';

export type PhraseTask =
	| { kind: 'take'; code: string; numbers: Uint32Array; databaseUrl: string }
	| { kind: 'count'; words: Omit<FrequentWords, 'words' | 'counts'>; share: Share };

/** What a thread answers; an error would lose its code on the way. */
export type PhraseAnswer = { value: TakenTexts | Uint32Array } | { fault: string; code?: string };

const THREADS = 2;
const threads = threadPool('phrases', {
	maxThreads: THREADS,
	resourceLimits: { maxOldGenerationSizeMb: 1_024 }
});

/** Has each half of the work done. */
async function shared<T extends TakenTexts | Uint32Array>(
	taskOf: (part: number) => PhraseTask
): Promise<T[]> {
	const answers = await Promise.all(
		Array.from({ length: THREADS }, (_, part) => threads().run(taskOf(part)) as Promise<PhraseAnswer>)
	);
	return answers.map((answer) => {
		if ('value' in answer) return answer.value as T;
		throw Object.assign(new Error(answer.fault), { code: answer.code });
	});
}

/** Every run of words that at least so many of some records have, with how many have it. */
export async function runsOfRecords(
	code: string,
	numbers: Uint32Array,
	least?: number
): Promise<Map<string, number>> {
	const size = Math.ceil(numbers.length / THREADS);
	const parts = await shared<TakenTexts>((part) => ({
		kind: 'take',
		code,
		numbers: numbers.slice(part * size, (part + 1) * size),
		databaseUrl: databaseUrl()
	}));
	const { words, counts, ...frequent } = frequentWords(parts, least);
	const shares = await shared<Uint32Array>((part) => ({
		kind: 'count',
		words: frequent,
		share: { part, of: THREADS }
	}));
	return runsByText({ words, counts, ...frequent }, shares);
}
