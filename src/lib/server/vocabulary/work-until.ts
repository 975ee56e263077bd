/** Work that fills the time for which something else is waited for. */
import { setImmediate } from 'node:timers/promises';

/**
 * Works in turns until something else is settled, well or not, or nothing is left to do; does not wait for it.
 * @param work goes on for a moment, and answers whether there is more to do
 */
export async function workUntil(settled: Promise<unknown>, work: () => boolean): Promise<void> {
	let isSettled = false;
	const settle = () => (isSettled = true);
	settled.then(settle, settle);
	while (!isSettled && work()) await setImmediate();
}
