/** What was worked out lately and follows from its key alone; what was not asked for longest is let go. */
export class Remembered<T> {
	private readonly known = new Map<string, Promise<T>>();

	/** @param most so many are remembered */
	constructor(private readonly most: number) {}

	/** What is remembered under a key, else what is worked out now, by one for all who ask meanwhile. What fails is not kept. */
	of(key: string, make: () => Promise<T>): Promise<T> {
		const found = this.known.get(key) ?? make();
		this.known.delete(key);
		this.known.set(key, found);
		found.catch(() => this.known.get(key) === found && this.known.delete(key));
		for (const oldest of this.known.keys()) {
			if (this.known.size <= this.most) break;
			this.known.delete(oldest);
		}
		return found;
	}
}
