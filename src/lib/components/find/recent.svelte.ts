import { getContext, setContext } from 'svelte';
import { ask } from '$lib/client/ask';
import type { Recent, RecentEntry } from '$lib/server/find';

/** So many are kept. */
const MOST = 200;
/** So many are counted at once. */
const AT_ONCE = 20;
/** A longer address is not kept. */
const LONGEST = 4_000;

/**
 * What a person looked at lately in an inquiry, newest first, for that person alone: kept on the server where people have
 * accounts, else in this browser.
 */
export class RecentEntries {
	entries = $state.raw<Recent[]>([]);
	/** Records that each has now, by key; null where it is no longer there. */
	now = $state.raw<ReadonlyMap<string, number | null>>(new Map());
	private loaded: Promise<void> | undefined;

	constructor(
		private readonly inquiryId: string,
		private readonly isOnServer: boolean
	) {}

	private get address() {
		return `/inquiry/${this.inquiryId}/recent/entries`;
	}
	private get place() {
		return `oakmoss.recent.${this.inquiryId}`;
	}

	/** Reads them once. */
	load(): Promise<void> {
		return (this.loaded ??= this.read());
	}

	private async read(): Promise<void> {
		if (this.isOnServer) {
			const { value } = await ask<Recent[]>(this.address);
			if (value) this.entries = value;
			else this.loaded = undefined;
			return;
		}
		this.entries = stored(this.place);
	}

	/** Puts one at the top. One that nobody counted yet is counted now. */
	async remember(looked: Omit<RecentEntry, 'count'> & { count?: number }): Promise<void> {
		if (looked.search.length > LONGEST) return;
		await this.load();
		const { count = (await this.countsOf([looked]))?.[0] ?? null } = looked;
		const entry: RecentEntry = { ...looked, says: looked.says.slice(0, 500), count };
		const key = keyOf(entry);
		const first = { ...entry, key, at: new Date().toISOString() };
		this.entries = [first, ...this.entries.filter((one) => keyOf(one) !== key)].slice(0, MOST);
		this.now = new Map(this.now).set(key, count);
		if (!this.isOnServer) return this.store();
		const { value } = await ask<{ key: string }>(this.address, { body: entry });
		// By the key that the server gives, it can be deleted.
		if (value) this.entries = this.entries.map((one) => (one === first ? { ...first, key: value.key } : one));
	}

	/** Counts some of them anew, a few at a time. */
	async count(entries: readonly Recent[]): Promise<void> {
		for (let at = 0; at < entries.length; at += AT_ONCE) {
			const some = entries.slice(at, at + AT_ONCE);
			const counts = await this.countsOf(some);
			if (!counts) return;
			const now = new Map(this.now);
			some.forEach((entry, i) => now.set(keyOf(entry), counts[i]));
			this.now = now;
		}
	}

	nowOf = (entry: Recent): number | null | undefined => this.now.get(keyOf(entry));

	private async countsOf(
		entries: readonly Omit<RecentEntry, 'count'>[]
	): Promise<(number | null)[] | undefined> {
		const body = {
			entries: entries.map(({ kind, indexCode, search }) => ({ kind, indexCode, search }))
		};
		const { value } = await ask<(number | null)[]>(`/inquiry/${this.inquiryId}/recent/counts`, { body });
		return value;
	}

	/** Deletes one, or all. */
	async remove(entry?: Recent): Promise<void> {
		if (this.isOnServer) {
			const query = entry ? `?key=${encodeURIComponent(entry.key)}` : '';
			const { fault } = await ask(`${this.address}${query}`, { method: 'DELETE' });
			if (fault) return;
		}
		this.entries = entry ? this.entries.filter((one) => keyOf(one) !== keyOf(entry)) : [];
		if (!this.isOnServer) this.store();
	}

	private store(): void {
		try {
			if (this.entries.length === 0) localStorage.removeItem(this.place);
			else localStorage.setItem(this.place, JSON.stringify(this.entries));
		} catch {
			// A browser that gives no room, or is full, forgets with the window.
		}
	}
}

/** What tells one thing looked at from others. */
const keyOf = ({ kind, indexCode, search }: Pick<RecentEntry, 'kind' | 'indexCode' | 'search'>) =>
	JSON.stringify([kind, indexCode, search]);

function stored(place: string): Recent[] {
	try {
		const found: unknown = JSON.parse(localStorage.getItem(place) ?? '[]');
		return Array.isArray(found) ? (found as Recent[]) : [];
	} catch {
		// What cannot be read is not there.
		return [];
	}
}

const KEY = Symbol('recent');
export const provideRecent = (recent: () => RecentEntries) => setContext(KEY, recent);
export const useRecent = () => getContext<() => RecentEntries>(KEY);

/** Whoever walks through quickly has not looked at anything. */
const STAYED = 1_200;

/** Remembers what a screen shows, once somebody has stayed on it; nothing while there is nothing to remember. */
export function rememberWhatIsShown(
	shown: () => (Omit<RecentEntry, 'count'> & { count?: number }) | undefined
): void {
	const recent = useRecent();
	$effect(() => {
		const looked = shown();
		const entries = recent();
		if (!looked) return;
		const timer = setTimeout(() => void entries.remember(looked), STAYED);
		return () => clearTimeout(timer);
	});
}
