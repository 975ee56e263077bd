/**
 * What a window could not send yet, kept in the browser until it can. All windows of a browser share its storage, so each
 * has a place of its own there, and holds a lock of that name as long as it is open: what stands in a place that nobody
 * holds was left by a window that was closed or loaded again, and whoever comes next takes it over.
 */
export class Unsent<T> {
	private readonly place: string;

	/**
	 * @param name what it is that windows have in common
	 * @param window tells this window from others
	 */
	constructor(
		private readonly name: string,
		window: string
	) {
		this.place = `${name} ${window}`;
	}

	/** Says that this window is open. The browser takes the lock back when it is closed. */
	hold(): void {
		void locks()?.request(this.place, () => new Promise(() => {}));
	}

	keep(list: readonly T[]): void {
		if (list.length === 0) localStorage.removeItem(this.place);
		else localStorage.setItem(this.place, JSON.stringify(list));
	}

	/**
	 * Takes over what windows left that are no longer open, place by place.
	 * @param take is given what stood in one; only when it is done does that place go
	 */
	async adopt(take: (left: T[]) => void): Promise<void> {
		for (const place of this.placesOfOthers()) {
			const takeOver = () => {
				take(read<T>(place));
				localStorage.removeItem(place);
			};
			const shared = locks();
			if (!shared) takeOver();
			else await shared.request(place, { ifAvailable: true }, (lock) => lock && takeOver());
		}
	}

	private placesOfOthers(): string[] {
		const places = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '');
		// The name alone was the one place for all windows before.
		return places.filter(
			(place) => place !== this.place && (place === this.name || place.startsWith(`${this.name} `))
		);
	}
}

/** A page that was not sent over a safe line has no locks; there every window takes all for left. */
const locks = () => (navigator as Partial<Navigator>).locks;

function read<T>(place: string): T[] {
	try {
		return JSON.parse(localStorage.getItem(place) ?? '[]') as T[];
	} catch {
		return [];
	}
}
