/** What is found out once while a request that only reads is answered: all that goes into the answer is of one state. */
import { AsyncLocalStorage } from 'node:async_hooks';

interface RequestCache {
	found: Map<string, Promise<unknown>>;
	/** The last change of its inquiry that whoever asks knows, where what is a moment old will do for them. */
	knows: number | undefined;
}

const now = new AsyncLocalStorage<RequestCache>();

/**
 * Answers a request that changes nothing.
 * @param knows the last change that whoever asks knows, as a request says it; undefined where it has to be as things are now
 */
export const withRequestCache = <T>(knows: number | undefined, answer: () => T): T =>
	now.run({ found: new Map(), knows }, answer);

/** What was found under a key while this request is answered, else what is found now; each time anew in all other work. */
export function oncePerRequest<T>(key: string, find: () => Promise<T>): Promise<T> {
	const found = now.getStore()?.found;
	const one = (found?.get(key) as Promise<T> | undefined) ?? find();
	found?.set(key, one);
	return one;
}

export const knownToAsker = (): number | undefined => now.getStore()?.knows;
