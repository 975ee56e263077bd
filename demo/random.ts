/** Chance that falls the same way every time. */

/** mulberry32 (T. Ettinger): a small generator with a 32-bit state. */
export function random(seed: number): () => number {
	let state = seed;
	return () => {
		state = (state + 0x6d2b79f5) | 0;
		let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
		mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
		return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
	};
}

/** Draws from a stream of chance. */
export class Chance {
	private readonly draw: () => number;

	constructor(seed: number) {
		this.draw = random(seed);
	}

	/** True with this probability. */
	is(probability: number): boolean {
		return this.draw() < probability;
	}

	/** A whole number from `from` up to and with `to`. */
	number(from: number, to: number): number {
		return from + Math.floor(this.draw() * (to - from + 1));
	}

	of<T>(list: readonly T[]): T {
		return list[Math.floor(this.draw() * list.length)];
	}

	/** One of a list in which the first come up most, as names do in any field of work. */
	favouring<T>(list: readonly T[], strength = 2): T {
		return list[Math.floor(list.length * this.draw() ** strength)];
	}

	/** Several of a list, each at most once, in no order. */
	some<T>(list: readonly T[], count: number): T[] {
		const left = [...list];
		const taken: T[] = [];
		while (taken.length < count && left.length > 0)
			taken.push(left.splice(Math.floor(this.draw() * left.length), 1)[0]);
		return taken;
	}
}
