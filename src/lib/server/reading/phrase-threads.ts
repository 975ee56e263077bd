/**
 * The words of many records, in two threads, so that the server answers others meanwhile: half a second of its own time went
 * into those of 10,000. On two cores it is a little quicker, too: in turn, 403 ms and 492 ms in one thread (10,000 of 300,000
 * records, medians of 20).
 */
import { Worker } from 'node:worker_threads';
import {
	frequentWords,
	type FrequentWords,
	runsByText,
	type Share,
	type TakenTexts
} from '../../../core/reading';
import { databaseUrl } from '../db';
import { threadAt } from '../jobs';

export type PhraseTask =
	| { kind: 'take'; code: string; numbers: Uint32Array; databaseUrl: string }
	| { kind: 'count'; words: Omit<FrequentWords, 'words' | 'counts'>; share: Share };

export interface PhraseAnswer {
	id: number;
	value?: TakenTexts | Uint32Array;
	fault?: { message: string; code?: string };
}

const THREADS = 2;

/** A thread, started when it is first needed, and what it has not answered yet. */
class PhraseThread {
	private worker: Worker | undefined;
	private readonly waiting = new Map<
		number,
		{ give: (value: never) => void; fail: (error: Error) => void }
	>();
	private last = 0;

	do<T extends PhraseAnswer['value']>(task: PhraseTask): Promise<T> {
		this.worker ??= this.start();
		const id = ++this.last;
		return new Promise<T>((give, fail) => {
			this.waiting.set(id, { give, fail });
			this.worker?.postMessage({ id, task });
		});
	}

	private start(): Worker {
		const worker = new Worker(threadAt('phrases'));
		// A server that has nothing else to do may end.
		worker.unref();
		worker.on('message', ({ id, value, fault }: PhraseAnswer) => {
			const { give, fail } = this.waiting.get(id) ?? {};
			this.waiting.delete(id);
			if (fault) fail?.(Object.assign(new Error(fault.message), { code: fault.code }));
			else give?.(value as never);
		});
		worker.on('error', (error) => this.ended(worker, error));
		worker.on('exit', () => this.ended(worker, new Error('The thread that counts words has ended.')));
		return worker;
	}

	/** A thread that fails says so, and ends after that, when another may be at work already. */
	private ended(worker: Worker, error: Error): void {
		if (this.worker !== worker) return;
		this.worker = undefined;
		for (const { fail } of this.waiting.values()) fail(error);
		this.waiting.clear();
	}
}

const threads = Array.from({ length: THREADS }, () => new PhraseThread());

/** Every run of words that at least so many of some records have, with how many have it. */
export async function runsOfRecords(
	code: string,
	numbers: Uint32Array,
	least?: number
): Promise<Map<string, number>> {
	const size = Math.ceil(numbers.length / THREADS);
	const parts = await Promise.all(
		threads.map((thread, i) =>
			thread.do<TakenTexts>({
				kind: 'take',
				code,
				numbers: numbers.slice(i * size, (i + 1) * size),
				databaseUrl: databaseUrl()
			})
		)
	);
	const { words, counts, ...frequent } = frequentWords(parts, least);
	const shares = await Promise.all(
		threads.map((thread, part) =>
			thread.do<Uint32Array>({ kind: 'count', words: frequent, share: { part, of: THREADS } })
		)
	);
	return runsByText({ words, counts, ...frequent }, shares);
}
