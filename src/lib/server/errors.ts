import * as v from 'valibot';

/** Faults named in an answer; the first ones tell what is wrong. */
const MOST_ISSUES = 20;

/** What can go wrong in a service, as a value with a code and words for a person. */
export class ServiceError extends Error {
	constructor(
		readonly status: 400 | 401 | 403 | 404 | 405 | 409 | 411 | 413 | 415 | 421 | 422 | 429 | 500 | 503 | 507,
		readonly code: string,
		message: string,
		readonly details?: unknown
	) {
		super(message);
	}
}

/** What does not fit its schema, as what is answered for it. */
export function misfit(error: Pick<v.ValiError<v.GenericSchema>, 'issues'>): ServiceError {
	const issues = error.issues.map((issue) => ({
		path: v.getDotPath(issue),
		message: issue.message
	}));
	const [{ path, message }] = issues;
	return new ServiceError(
		400,
		'invalid',
		`The request does not fit${path ? `, at “${path}”` : ''}: ${message}`,
		issues.slice(0, MOST_ISSUES)
	);
}

/** Whether there was no room: for a file here, or in the database. */
export function isFull(error: unknown): boolean {
	for (let at = error; at instanceof Error; at = at.cause)
		if (['ENOSPC', 'EDQUOT', '53100'].includes((at as { code?: string }).code ?? '')) return true;
	return false;
}
