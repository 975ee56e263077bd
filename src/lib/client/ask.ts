/** The one way to the server: a call that answers with a value or with a fault, and never throws. */

/** Why there is no value, in words that can be shown. */
export interface Fault {
	/** The server could not be reached, or says that it may work a moment later. */
	isAway: boolean;
	code: string;
	message: string;
	details?: unknown;
}

/** The words of a fault; where nobody could be reached, with what became of what a person was doing. */
export const inWords = ({ code, message }: Fault, kept: string) =>
	code === 'away' ? `${message} ${kept}` : message;

export type Answer<T> = { value: T; fault?: undefined } | { value?: undefined; fault: Fault };

export interface Call {
	method?: string;
	/** Sent as JSON; a text is sent as it is. */
	body?: unknown;
	/** Ends the call; its answer is then a fault that nobody waits for. */
	signal?: AbortSignal;
	/** Whether to try again when the server is away; what only reads is, once, unless told otherwise. */
	again?: boolean;
}

/** Statuses that say that it may work a moment later; anything else is an answer, and a final one. */
const AWAY = [502, 503, 504];
/** Milliseconds before what only reads is tried again. */
const AGAIN_AFTER = 300;

/**
 * Calls the server.
 * @typeParam T what it answers; both sides are built from one source, so it is not checked again here
 */
export async function ask<T = unknown>(address: string, call: Call = {}): Promise<Answer<T>> {
	const { method = call.body === undefined ? 'GET' : 'POST', again = method === 'GET' } = call;
	const answer = await askOnce<T>(address, { ...call, method });
	if (!again || !answer.fault?.isAway || call.signal?.aborted) return answer;
	await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER));
	return askOnce<T>(address, { ...call, method });
}

async function askOnce<T>(address: string, { method, body, signal }: Call): Promise<Answer<T>> {
	let response: Response;
	try {
		response = await fetch(address, {
			method,
			signal,
			...(body !== undefined && {
				headers: { 'content-type': 'application/json' },
				body: typeof body === 'string' ? body : JSON.stringify(body)
			})
		});
		if (response.ok) return { value: (response.status === 204 ? undefined : await response.json()) as T };
	} catch {
		return { fault: { isAway: true, code: 'away', message: 'The server cannot be reached.' } };
	}
	return { fault: await faultOf(response) };
}

/** An error in the shape in which the server answers it; whatever else stands between says less. */
async function faultOf(response: Response): Promise<Fault> {
	const isAway = AWAY.includes(response.status);
	const { error } = (await response.json().catch(() => ({}))) as { error?: Omit<Fault, 'isAway'> };
	if (error) return { ...error, isAway };
	return { isAway, code: 'unexpected', message: 'The server could not carry it out.' };
}
