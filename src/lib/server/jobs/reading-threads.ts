/**
 * Reading what a person brings, in threads that are kept: while a text of megabytes is taken apart, everybody else is
 * answered. It is waited for, and is bounded in time and memory.
 */
import { ServiceError } from '../errors';
import { threadPool } from './threads';

const THREADS = 2;
/** Texts that wait for a thread; each may have megabytes. */
const MOST_WAITING = 40;
/** Milliseconds after which a text is given up, its wait for a thread counted. */
const LONGEST = 60_000;
/** A thread's heap, in MiB. */
const MOST_MEMORY = 768;

/** What a thread answers: what it read, or why it cannot be read. */
export type Reading<T> = { value: T } | { fault: ReadingFault };
export type ReadingFault = Pick<ServiceError, 'status' | 'code' | 'message' | 'details'>;

const threads = threadPool('reading', {
	maxThreads: THREADS,
	maxQueue: MOST_WAITING,
	resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY }
});

/**
 * @param kind which reader is asked, by the name it has in the thread
 * @throws ServiceError what its reader says is wrong; 422 where it takes too long or too much memory; 503 where too many wait
 */
export async function readInThread<T>(kind: string, request: unknown): Promise<T> {
	let reading: Reading<T>;
	try {
		reading = (await threads().run(
			{ kind, request },
			{ signal: AbortSignal.timeout(LONGEST) }
		)) as Reading<T>;
	} catch (error) {
		throw troubleOf(error as Error & { code?: string });
	}
	if ('value' in reading) return reading.value;
	const { status, code, message, details } = reading.fault;
	throw new ServiceError(status, code, message, details);
}

function troubleOf(error: Error & { code?: string }): Error {
	const { name, code, message } = error;
	if (name === 'AbortError' || name === 'TimeoutError')
		return new ServiceError(422, 'too-large', 'This takes too long to be read. Bring it in smaller parts.');
	if (code === 'ERR_WORKER_OUT_OF_MEMORY')
		return new ServiceError(
			422,
			'too-large',
			'This takes too much memory to be read. Bring it in smaller parts.'
		);
	if (/queue/i.test(message))
		return new ServiceError(503, 'busy', 'Much is being read for others just now. Try again in a moment.');
	return error;
}
