/** One question to the server at a time, with what it said of it. */
import { ask, inWords } from '$lib/client/ask';

export class Asking {
	/** Why it did not work, in words. */
	problem = $state('');
	busy = $state(false);

	/** @returns what the server answered; nothing where it could not */
	async send<T>(at: string, body: unknown, method = 'POST'): Promise<T | undefined> {
		if (this.busy) return undefined;
		this.busy = true;
		const { value, fault } = await ask<T>(at, { method, body });
		this.busy = false;
		this.problem = fault ? inWords(fault, 'Your text is still here. Try again in a moment.') : '';
		return value;
	}
}
