/** Whether whoever is here only reads: what changes anything is not offered then. */
import { getContext, setContext } from 'svelte';

const KEY = Symbol('reading only');

/** Said once, by the frame of what can be changed or not. */
export const provideReadingOnly = (isSo: () => boolean): void => void setContext(KEY, isSo);

/** Where nothing is said, everything is offered. */
export const useReadingOnly = (): (() => boolean) =>
	getContext<(() => boolean) | undefined>(KEY) ?? (() => false);
