/** Long work that pauses often, for a caller that has other things to see to meanwhile. */
export type Pausing<T> = Generator<void, T, void>;

/** How many small items are worked on between two pauses: some milliseconds' worth. */
export const BETWEEN_PAUSES = 2_000;

/** Goes through to the end without a pause. */
export function runToEnd<T>(work: Pausing<T>): T {
	for (;;) {
		const step = work.next();
		if (step.done) return step.value;
	}
}

/** Work done in turns of a few milliseconds, and then to its end. */
export class InTurns<T> {
	private result: { value: T } | undefined;

	constructor(private readonly work: Pausing<T>) {}

	/** Goes on for about so many milliseconds, as `now` measures them; answers whether more is left to do. */
	turn(milliseconds: number, now: () => number): boolean {
		const until = now() + milliseconds;
		while (!this.result && now() < until) {
			const step = this.work.next();
			if (step.done) this.result = { value: step.value };
		}
		return !this.result;
	}

	finish(): T {
		this.result ??= { value: runToEnd(this.work) };
		return this.result.value;
	}
}
