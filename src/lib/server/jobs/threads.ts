/** Threads: where they are bundled, and the pools in which they are kept. To start one takes two seconds of a core. */
import path from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { inInstallation } from '../installation';
import { log, reasonOf } from '../log';

const THREADS = path.resolve(process.env.OAKMOSS_WORKERS ?? inInstallation('build/worker'));
/** A thread that had nothing to do for so long is ended, in milliseconds. */
const IDLE = 30_000;

/** Threads of one bundled program, each started when it is first needed. */
export function threadPool(
	name: 'import' | 'phrases' | 'reading',
	options: { maxThreads: number; maxQueue?: number; resourceLimits: Piscina['options']['resourceLimits'] }
): () => Piscina {
	let pool: Piscina | undefined;
	const filename = path.join(THREADS, `${name}.js`);
	const begin = () => {
		const made = new Piscina({ filename, minThreads: 0, idleTimeout: IDLE, ...options });
		// A thread that fails while nobody waits for it would end the server.
		made.on('error', (error: Error) =>
			log.error({ reason: reasonOf(error), thread: name }, 'a thread failed')
		);
		return made;
	};
	return () => (pool ??= begin());
}

export interface ThreadInput {
	databaseUrl: string;
	/** Which work is to be done, and what its doer is asked. */
	kind: string;
	request: unknown;
	/** The job it is done for, if for any. */
	job?: string;
}

export interface ThreadProgress {
	done: number;
	total: number;
}

/** How work in a thread ended. */
export type ThreadOutcome =
	{ kind: 'done' } | { kind: 'failed'; code: string; message: string; line?: number };

/** As many as jobs of all kinds may need at a time. */
const threads = threadPool('import', {
	maxThreads: 10,
	// A large young generation: most of what an import makes stays, and copying it to and fro costs more than room. A larger
	// vocabulary than fits the old one fails with words instead of taking the server down.
	resourceLimits: { maxOldGenerationSizeMb: 1_536, maxYoungGenerationSizeMb: 96 }
});

/**
 * Has work done in a thread. Never rejects: what goes wrong is the outcome, save that it was stopped.
 * @param how.stop ends the thread: its connection ends with it, and the database takes back what was not committed
 */
export async function doInThread(
	input: ThreadInput,
	how: { stop?: AbortSignal; progress?: (progress: ThreadProgress) => void } = {}
): Promise<ThreadOutcome> {
	const { port1, port2 } = new MessageChannel();
	port1.on('message', (told: ThreadProgress) => how.progress?.(told));
	try {
		return (await threads().run(
			{ input, progress: port2 },
			{ transferList: [port2], signal: how.stop }
		)) as ThreadOutcome;
	} catch (error) {
		how.stop?.throwIfAborted();
		const reason = error instanceof Error ? error.message : String(error);
		const message = `It stopped before its end and changed nothing: ${reason}`;
		return { kind: 'failed', code: 'interrupted', message };
	} finally {
		port1.close();
	}
}

/** Work in a thread that is waited for and is no job of its own. Rejects with what the thread says is wrong. */
export async function runThread(input: ThreadInput): Promise<void> {
	const outcome = await doInThread(input);
	if (outcome.kind === 'failed') throw new Error(outcome.message);
}
