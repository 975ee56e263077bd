import { clearDurable, DurableText, durableTexts } from './durable-texts';

/**
 * What a window could not send yet, kept in the browser until it can. All windows of a browser share its storage, so each
 * has a place of its own there, and holds a lock of that name as long as it is open: what stands in a place that nobody
 * holds was left by a window that was closed or loaded again, and whoever comes next takes it over.
 */
export class Unsent<T> {
	private readonly place: string;
	/** Kept twice: at once, for a window that is closed in the next moment, and on the disk, for a browser that is killed. */
	private readonly durable: DurableText;

	/**
	 * @param name what it is that windows have in common
	 * @param window tells this window from others
	 */
	constructor(
		private readonly name: string,
		window: string
	) {
		this.place = `${name} ${window}`;
		this.durable = new DurableText(this.place);
	}

	/** Says that this window is open. The browser takes the lock back when it is closed. */
	hold(): void {
		void locks()?.request(this.place, () => new Promise(() => {}));
	}

	/** @returns what resolves once nothing that happens to the browser can lose it */
	keep(list: readonly T[]): Promise<void> {
		const text = list.length === 0 ? undefined : JSON.stringify(list);
		if (text === undefined) localStorage.removeItem(this.place);
		else localStorage.setItem(this.place, text);
		return this.durable.set(text);
	}

	/**
	 * Takes over what windows left that are no longer open, place by place.
	 * @param take is given what stood in one; only when it is done does that place go
	 */
	async adopt(take: (left: T[]) => void): Promise<void> {
		const durable = await durableTexts(this.name);
		for (const place of new Set([
			...this.placesOfOthers([...durable.keys()]),
			...this.placesOfOthers(placesHere())
		])) {
			const takeOver = async () => {
				take(together(listIn<T>(durable.get(place)), listIn<T>(localStorage.getItem(place))));
				localStorage.removeItem(place);
				if (durable.has(place)) await clearDurable(place);
			};
			const shared = locks();
			if (!shared) await takeOver();
			else await shared.request(place, { ifAvailable: true }, (lock) => lock && takeOver());
		}
	}

	private placesOfOthers(places: readonly string[]): string[] {
		// The name alone was the one place for all windows before.
		return places.filter(
			(place) => place !== this.place && (place === this.name || place.startsWith(`${this.name} `))
		);
	}
}

/** A page that was not sent over a safe line has no locks; there every window takes all for left. */
const locks = () => (navigator as Partial<Navigator>).locks;

const placesHere = () => Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '');

function listIn<T>(text: string | null | undefined): T[] {
	try {
		return JSON.parse(text ?? '[]') as T[];
	} catch {
		return [];
	}
}

/**
 * What was kept in two ways. Of a browser that was killed one way may have less, or what was sent since: that is known
 * where it is sent, and done once.
 */
function together<T>(first: readonly T[], second: readonly T[]): T[] {
	const known = new Set(first.map((one) => JSON.stringify(one)));
	return [...first, ...second.filter((one) => !known.has(JSON.stringify(one)))];
}
