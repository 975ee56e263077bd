/**
 * Texts that a browser keeps even if it is killed at once: what it is told to store lies on the disk when it says so, which of
 * its simpler storage is true only seconds later.
 */
import { type IDBPDatabase, openDB } from 'idb';

const NAME = 'oakmoss-unsent';
const TEXTS = 'texts';

/** Nothing where a browser has no such storage, or gives it to nobody, as in some private windows. */
async function database(): Promise<IDBPDatabase | undefined> {
	if (typeof indexedDB === 'undefined') return undefined;
	return openDB(NAME, 1, { upgrade: (db) => void db.createObjectStore(TEXTS) }).catch(() => undefined);
}

let opened: Promise<IDBPDatabase | undefined> | undefined;
const open = () => (opened ??= database());

/** Stores a text at a place, or clears that. Resolves once it is on the disk, as far as the browser can know. */
async function store(place: string, text: string | undefined): Promise<void> {
	const db = await open();
	if (!db) return;
	const writing = db.transaction(TEXTS, 'readwrite', { durability: 'strict' });
	if (text === undefined) void writing.store.delete(place);
	else void writing.store.put(text, place);
	await writing.done;
}

/** A text that changes often: what is stored is the last one, and each is waited for together with those after it. */
export class DurableText {
	private wanted: string | undefined;
	private writing: Promise<void> | undefined;
	private isBehind = false;

	constructor(private readonly place: string) {}

	set(text: string | undefined): Promise<void> {
		this.wanted = text;
		this.isBehind = true;
		return (this.writing ??= this.writeAll());
	}

	private async writeAll(): Promise<void> {
		try {
			while (this.isBehind) {
				this.isBehind = false;
				await store(this.place, this.wanted);
			}
		} finally {
			// In the same moment as the last look: what is set after that begins another writing.
			this.writing = undefined;
		}
	}
}

/** All places whose names begin so, with what is stored there. */
export async function durableTexts(beginning: string): Promise<Map<string, string>> {
	const db = await open();
	if (!db) return new Map();
	const places = (await db.getAllKeys(TEXTS)).map(String).filter((place) => place.startsWith(beginning));
	const texts = await Promise.all(
		places.map(async (place) => [place, String(await db.get(TEXTS, place))] as const)
	);
	return new Map(texts);
}

/** Clears a place of another window. */
export const clearDurable = (place: string) => store(place, undefined);
