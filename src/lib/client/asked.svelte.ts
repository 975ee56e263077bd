import { ask, type Fault } from './ask';
import { begun } from './busy';

/**
 * What the server says to a question that changes with the screen. It is asked soon after each change; an answer to a
 * question that is no longer asked is dropped, and the last one stays until the next is there.
 */
export class Asked<T> {
	private said = $state.raw<{ address: string; value: T }>();
	fault = $state.raw<Fault>();

	/**
	 * @param address what is asked, undefined while there is nothing to ask; everything it reads makes it be asked anew
	 * @param wait milliseconds before it is asked, so that who walks quickly does not wait for everything on the way
	 */
	constructor(
		private readonly address: () => string | undefined,
		wait = 150
	) {
		$effect(() => {
			const address = this.address();
			if (address === undefined) return;
			const stop = new AbortController();
			const over = begun();
			const timer = setTimeout(async () => {
				const { value, fault } = await ask<T>(address, { signal: stop.signal }).finally(() =>
					setTimeout(over)
				);
				if (stop.signal.aborted) return;
				this.fault = fault;
				if (!fault) this.said = { address, value };
			}, wait);
			return () => {
				clearTimeout(timer);
				stop.abort();
				over();
			};
		});
	}

	/** The last answer, which may still be that to the question before. */
	get value(): T | undefined {
		return this.said?.value;
	}

	/** The answer to what is asked now. */
	get current(): T | undefined {
		return this.said?.address === this.address() ? this.said?.value : undefined;
	}
}
