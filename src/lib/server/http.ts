/** Between HTTP and the services: answers as JSON, errors with a code and words. */
import { error as pageError, json } from '@sveltejs/kit';
import * as v from 'valibot';
import { log } from './log';
import { ServiceError } from './errors';

export interface ErrorBody {
	error: { code: string; message: string; details?: unknown };
}

/** Runs the work of a route and answers with its result, or with the error in words. */
export async function answer(work: () => Promise<unknown>, status = 200): Promise<Response> {
	try {
		const result = await work();
		return result instanceof Response ? result : json(result, { status });
	} catch (error) {
		const known = asServiceError(error);
		const { code, message, details } = known;
		const body: ErrorBody = { error: { code, message, ...(details !== undefined && { details }) } };
		return json(body, { status: known.status });
	}
}

/** The same for a page: an error becomes the error page. */
export async function forPage<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (error) {
		const { status, code, message } = asServiceError(error);
		pageError(status, { code, message });
	}
}

function asServiceError(error: unknown): ServiceError {
	if (error instanceof ServiceError) return error;
	if (error instanceof v.ValiError) {
		const issues = (error as v.ValiError<v.GenericSchema>).issues.map((issue) => ({
			path: v.getDotPath(issue),
			message: issue.message
		}));
		return new ServiceError(400, 'invalid', `The request does not fit: ${issues[0].message}`, issues);
	}
	if (isConnectionError(error)) {
		log.error({ err: error }, 'database away');
		return new ServiceError(
			503,
			'database-away',
			'The database does not answer. Nothing was changed; try again in a moment.'
		);
	}
	log.error({ err: error }, 'unexpected');
	throw error;
}

function isConnectionError(error: unknown): boolean {
	for (let cause: unknown = error; cause instanceof Error; cause = cause.cause) {
		const code = (cause as { code?: string }).code ?? '';
		if (/^(ECONN|CONNECT|CONNECTION_|EPIPE|ETIMEDOUT|57P0)/.test(code)) return true;
		if (cause instanceof AggregateError && cause.errors.some(isConnectionError)) return true;
	}
	return false;
}

/** The body of a request as JSON that fits the schema. */
export async function bodyOf<S extends v.GenericSchema>(
	request: Request,
	schema: S
): Promise<v.InferOutput<S>> {
	let body: unknown;
	try {
		body = await request.json();
	} catch {
		throw new ServiceError(400, 'not-json', 'The body of the request is not JSON.');
	}
	return v.parse(schema, body);
}

/** The query string as values that fit the schema. */
export function queryOf<S extends v.GenericSchema>(url: URL, schema: S): v.InferOutput<S> {
	return v.parse(schema, Object.fromEntries(url.searchParams));
}
