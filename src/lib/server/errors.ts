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
