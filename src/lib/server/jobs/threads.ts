/** Threads: where they are bundled, and how the one in which files are read is started. */
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { inInstallation } from '../installation';

const THREADS = path.resolve(process.env.OAKMOSS_WORKERS ?? inInstallation('build/worker'));

/** The bundled program of a thread. */
export const threadAt = (name: 'import' | 'phrases' | 'reading') => path.join(THREADS, `${name}.js`);

/** A thread's heap, in MiB: a larger vocabulary fails with words instead of taking the server down. */
const MOST_MEMORY = 1_536;

/** What a thread tells of its work. */
export type ThreadMessage =
	| { kind: 'progress'; done: number; total: number }
	| { kind: 'done' }
	| { kind: 'failed'; code: string; message: string; line?: number };

export interface ThreadInput {
	databaseUrl: string;
	/** Which work is to be done, and what its doer is asked. */
	kind: string;
	request: unknown;
	/** The job it is done for, if for any. */
	job?: string;
}

export function startThread(input: ThreadInput): Worker {
	return new Worker(threadAt('import'), {
		workerData: input,
		// A large young generation: most of what an import makes stays, and copying it to and fro costs more than room.
		resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY, maxYoungGenerationSizeMb: 96 }
	});
}

/** Work in a thread that is waited for and is no job of its own. Rejects with what the thread says is wrong. */
export function runThread(input: ThreadInput): Promise<void> {
	return new Promise((resolve, reject) => {
		const thread = startThread(input);
		thread.on('message', (message: ThreadMessage) => {
			if (message.kind === 'failed') reject(new Error(message.message));
			if (message.kind === 'done') resolve();
		});
		thread.on('error', reject);
		thread.on('exit', () => reject(new Error(`The thread for “${input.kind}” has ended.`)));
	});
}
