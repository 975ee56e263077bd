/**
 * Caches of what follows from its key alone. A key is an identity that never comes again in its database; what is of one
 * database is held by `perConnection`.
 */
import { LRUCache } from 'lru-cache';

export class Cache<T> {
	private readonly known: LRUCache<string, Promise<T>>;

	/** @param most entries; what was not asked for longest is let go */
	constructor(most: number) {
		this.known = new LRUCache({ max: most });
	}

	/** What is known under a key, else what is worked out now, once for all who ask meanwhile. What fails is not kept. */
	of(key: string, make: () => Promise<T>): Promise<T> {
		return this.get(key) ?? this.set(key, make());
	}

	get(key: string): Promise<T> | undefined {
		return this.known.get(key);
	}

	set(key: string, made: Promise<T>): Promise<T> {
		this.known.set(key, made);
		made.catch(() => this.known.peek(key) === made && this.known.delete(key));
		return made;
	}
}

/** What is held as long as it fits: the least recently asked for goes first. */
export class SizedCache<T extends object> extends LRUCache<string, T> {
	/** @param most bytes; what is larger than that is not held at all */
	constructor(most: number, bytesOf: (value: T) => number) {
		super({ maxSize: most, sizeCalculation: bytesOf });
	}
}
