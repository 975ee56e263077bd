/** Structured logs, one JSON object a line; to the file of OAKMOSS_LOG where that is set. */
import pino from 'pino';

/** What is said of an error at most, in characters. */
const LONGEST = 300;

const { OAKMOSS_LOG: file, LOG_LEVEL: level = 'info' } = process.env;
export const log = file ? pino({ level }, pino.destination({ dest: file, mkdir: true })) : pino({ level });

/**
 * What went wrong, without contents: statements and the values put into them hold what people wrote, and stay out of
 * logs. The places in the code do not.
 */
export function reasonOf(error: unknown): { message: string; code?: string; at?: string[] } {
	let cause: unknown = error;
	// What wraps an error of the database repeats the statement; what is within says what was wrong with it.
	while (cause instanceof Error && cause.message.startsWith('Failed query') && cause.cause)
		cause = cause.cause;
	if (!(cause instanceof Error)) return { message: String(cause).slice(0, LONGEST) };
	const { code } = cause as { code?: unknown };
	const places = (cause.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
	return {
		message: cause.message.split('\n')[0].slice(0, LONGEST),
		...(typeof code === 'string' && { code }),
		at: places.slice(0, 8).map((line) => line.trim().slice(0, LONGEST))
	};
}
