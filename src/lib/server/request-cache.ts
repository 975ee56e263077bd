/** What is found out once while a request that only reads is answered: all that goes into the answer is of one state. */
import { AsyncLocalStorage } from 'node:async_hooks';

const cache = new AsyncLocalStorage<Map<string, Promise<unknown>>>();

/** Answers a request that changes nothing. */
export const withRequestCache = <T>(answer: () => T): T => cache.run(new Map(), answer);

/** What was found under a key while this request is answered, else what is found now; each time anew in all other work. */
export function oncePerRequest<T>(key: string, find: () => Promise<T>): Promise<T> {
	const found = cache.getStore();
	const one = (found?.get(key) as Promise<T> | undefined) ?? find();
	found?.set(key, one);
	return one;
}
