/** Between HTTP and the services: answers as JSON, errors with a code and words. */
import { error as pageError, json } from '@sveltejs/kit';
import * as v from 'valibot';
import { isAway } from '../db';
import { isFull, misfit, ServiceError } from '../errors';
import { log, reasonOf } from '../log';

export interface ErrorBody {
	error: { code: string; message: string; details?: unknown };
}

export const UNEXPECTED = 'Something went wrong on the server. What you saved before is kept.';

/** Runs the work of a route and answers with its result, or with the error in words. */
export async function answer(work: () => Promise<unknown>, status = 200): Promise<Response> {
	try {
		const result = await work();
		return result instanceof Response ? result : json(result, { status });
	} catch (error) {
		return errorAnswer(asServiceError(error));
	}
}

/** An error in the one shape in which all of them are answered. */
export function errorAnswer(
	{ status, code, message, details }: Pick<ServiceError, 'status' | 'code' | 'message' | 'details'>,
	headers: Record<string, string> = {}
): Response {
	const body: ErrorBody = { error: { code, message, ...(details !== undefined && { details }) } };
	return json(body, { status, headers });
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

/** Whatever went wrong, as what is answered for it. */
export function asServiceError(error: unknown): ServiceError {
	if (error instanceof ServiceError) return error;
	if (v.isValiError(error)) return misfit(error);
	if (isFull(error)) {
		log.error({ reason: reasonOf(error) }, 'disk full');
		return new ServiceError(
			507,
			'disk-full',
			'The disk of the server is full. Nothing was changed; tell whoever runs this server.'
		);
	}
	if (isAway(error)) {
		log.error({ reason: reasonOf(error) }, 'database away');
		return new ServiceError(
			503,
			'database-away',
			'The database does not answer. Nothing was changed; try again in a moment.'
		);
	}
	log.error({ reason: reasonOf(error) }, 'unexpected');
	return new ServiceError(500, 'unexpected', UNEXPECTED);
}
