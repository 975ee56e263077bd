import { ask, inWords, type Call } from '$lib/client/ask';
import { messages } from '../messages/messages.svelte';

/** Asks the server for something about runs; says what went wrong and answers with nothing where it does. */
export async function askRuns<T = object>(address: string, call?: Call): Promise<T | undefined> {
	const { value, fault } = await ask<T>(address, call);
	if (fault) messages.warn(inWords(fault, 'Nothing was changed.'));
	return value;
}
