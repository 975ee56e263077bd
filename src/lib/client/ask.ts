/** The one way to the server: a call that answers with a value or with a fault, and never throws. */

import { begun } from './busy';

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
	/** It goes out even where the page that sends it goes away. */
	keepalive?: boolean;
}

/** For whom this page was made: a browser has one session, and another tab may have made it somebody else's. */
let askedAs: string | undefined;
let turnedAway: (fault: Fault | undefined) => void = () => {};
let isAway = false;

/**
 * Says for whom everything is asked from now on.
 * @param away is told when the server knows nobody any more, or somebody else; and when it knows them again
 */
export function askAs(person: string | undefined, away: (fault: Fault | undefined) => void): void {
	askedAs = person;
	isAway = false;
	turnedAway = away;
}

/** The header that says for whom is asked. */
export const asHeader = (): Record<string, string> =>
	askedAs === undefined ? {} : { 'x-oakmoss-as': askedAs };

/** Codes that say that it may work once whoever asks has signed in again. */
const NOT_NOW = ['not-signed-in', 'other-person'];

/** Whether it would be carried out once the same person is signed in again: until then it is kept. */
export const isTurnedAway = ({ code }: Fault) => NOT_NOW.includes(code);

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
	const over = begun();
	try {
		const answer = await askOnce<T>(address, { ...call, method });
		if (!again || !answer.fault?.isAway || call.signal?.aborted) return answer;
		await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER));
		return await askOnce<T>(address, { ...call, method });
	} finally {
		// What is drawn with the answer is drawn first.
		setTimeout(over);
	}
}

async function askOnce<T>(address: string, { method, body, signal, keepalive }: Call): Promise<Answer<T>> {
	let response: Response;
	try {
		response = await fetch(address, {
			method,
			signal,
			...(keepalive && { keepalive }),
			...((body !== undefined || askedAs !== undefined) && {
				headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...asHeader() }
			}),
			...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) })
		});
		if (response.ok) {
			if (isAway) turnedAway(undefined);
			isAway = false;
			return { value: (response.status === 204 ? undefined : await response.json()) as T };
		}
	} catch {
		return { fault: { isAway: true, code: 'away', message: 'The server cannot be reached.' } };
	}
	const fault = await faultOf(response);
	if (askedAs !== undefined && isTurnedAway(fault)) {
		isAway = true;
		turnedAway(fault);
	}
	return { fault };
}

/** An error in the shape in which the server answers it; whatever else stands between says less. */
async function faultOf(response: Response): Promise<Fault> {
	const isAway = AWAY.includes(response.status);
	const { error } = (await response.json().catch(() => ({}))) as { error?: Omit<Fault, 'isAway'> };
	if (error) return { ...error, isAway };
	return { isAway, code: 'unexpected', message: 'The server could not carry it out.' };
}
