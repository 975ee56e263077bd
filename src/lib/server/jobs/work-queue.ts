/** Work that needs much room: so many at a time, the rest by turns of those who wait, each in the order of their own. */

interface Piece {
	id: string;
	/** Whose turn it takes. */
	by: string;
	/** Begins the work. Resolves when it has ended, well or not. */
	run: (stop: AbortSignal) => Promise<void>;
	/** Told instead of being run when the piece is stopped while it waits. */
	dropped: (reason: unknown) => Promise<void>;
}

export class WorkQueue {
	private readonly waiting: Piece[] = [];
	private readonly running = new Map<string, { by: string; stop: AbortController; ended: Promise<void> }>();
	/** When somebody had a turn last, counted in turns. */
	private readonly turns = new Map<string, number>();
	private turn = 0;

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

	/** How many pieces of somebody wait or are worked on. */
	countOf(by: string): number {
		return [...this.running.values(), ...this.waiting].filter((piece) => piece.by === by).length;
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

	/** The next piece of whoever waits and had no turn for longest. */
	private takeNext(): Piece | undefined {
		const lastTurn = ({ by }: Piece) => this.turns.get(by) ?? 0;
		let next = 0;
		for (const [i, piece] of this.waiting.entries())
			if (lastTurn(piece) < lastTurn(this.waiting[next])) next = i;
		const [piece] = this.waiting.splice(next, 1);
		if (piece) this.turns.set(piece.by, ++this.turn);
		// Nobody waits: everybody has been served.
		else this.turns.clear();
		return piece;
	}

	private begin(): void {
		while (this.running.size < this.most) {
			const piece = this.takeNext();
			if (!piece) return;
			const stop = new AbortController();
			const ended = piece
				.run(stop.signal)
				.catch(() => {})
				.finally(() => {
					this.running.delete(piece.id);
					this.begin();
				});
			this.running.set(piece.id, { by: piece.by, stop, ended });
		}
	}
}
