/** What a browser keeps for its person; one that keeps nothing begins anew each time. */
export function keptHere<T>(name: string, otherwise: T): T {
	try {
		const text = localStorage.getItem(name);
		return text === null ? otherwise : (JSON.parse(text) as T);
	} catch {
		return otherwise;
	}
}

export function keepHere(name: string, value: unknown): void {
	try {
		localStorage.setItem(name, JSON.stringify(value));
	} catch {
		// Nothing is lost but a convenience.
	}
}
