import { messages } from '../messages/messages.svelte';

/** Asks the server for something about runs; says what went wrong and answers with nothing where it does. */
export async function askRuns<T = object>(
	address: string,
	body?: unknown,
	method = body === undefined ? 'GET' : 'POST'
): Promise<T | undefined> {
	try {
		const response = await fetch(address, {
			method,
			...(body !== undefined && {
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify(body)
			})
		});
		const answer = (await response.json()) as T & { error?: { message: string } };
		if (response.ok) return answer;
		messages.warn(answer.error?.message ?? 'The server could not do it.');
	} catch {
		messages.warn('The server cannot be reached. Nothing was changed.');
	}
	return undefined;
}
