/** What is found out once while a request that only reads is answered: all that goes into the answer is of one state. */
import { AsyncLocalStorage } from 'node:async_hooks';

const found = new AsyncLocalStorage<Map<string, Promise<unknown>>>();

/** Answers a request that changes nothing. */
export const whileReading = <T>(answer: () => T): T => found.run(new Map(), answer);

/** What was found under a key while this request is answered, else what is found now; each time anew in all other work. */
export function onceWhileReading<T>(key: string, find: () => Promise<T>): Promise<T> {
	const known = found.getStore();
	const one = (known?.get(key) as Promise<T> | undefined) ?? find();
	known?.set(key, one);
	return one;
}
