/** Work that needs much room: so many at a time, the rest in the order in which they came. */

interface Piece {
	id: string;
	/** Begins the work. Resolves when it has ended, well or not. */
	run: (stop: AbortSignal) => Promise<void>;
	/** Told instead of being run when the piece is stopped while it waits. */
	dropped: (reason: unknown) => Promise<void>;
}

export class WorkQueue {
	private readonly waiting: Piece[] = [];
	private readonly running = new Map<string, { stop: AbortController; ended: Promise<void> }>();

	/** @param most pieces that are worked on at the same time */
	constructor(private readonly most: number) {}

	add(piece: Piece): void {
		this.waiting.push(piece);
		this.begin();
	}

	/** Everything that waits or is worked on. */
	ids(): string[] {
		return [...this.running.keys(), ...this.waiting.map(({ id }) => id)];
	}

	/** Stops a piece of work; resolves when it has ended. One that is not here is left alone. */
	async stop(id: string, reason: unknown): Promise<void> {
		const at = this.waiting.findIndex((piece) => piece.id === id);
		if (at >= 0) return this.waiting.splice(at, 1)[0].dropped(reason);
		const piece = this.running.get(id);
		piece?.stop.abort(reason);
		await piece?.ended;
	}

	async stopAll(reason: unknown): Promise<void> {
		await Promise.all(
			this.ids()
				.reverse()
				.map((id) => this.stop(id, reason))
		);
	}

	private begin(): void {
		while (this.running.size < this.most) {
			const piece = this.waiting.shift();
			if (!piece) return;
			const stop = new AbortController();
			const ended = piece
				.run(stop.signal)
				.catch(() => {})
				.finally(() => {
					this.running.delete(piece.id);
					this.begin();
				});
			this.running.set(piece.id, { stop, ended });
		}
	}
}
