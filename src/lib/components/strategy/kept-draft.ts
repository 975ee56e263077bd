/** A text that is typed and not followed yet, kept in the browser so that a reload does not lose it. */

export interface KeptDraft {
	get(): string | undefined;
	put(text: string): void;
	drop(): void;
}

/** Storage may be full or forbidden; then the text lives as long as the page does. */
function attempt<T>(work: () => T): T | undefined {
	try {
		return work();
	} catch {
		return undefined;
	}
}

export function keptDraft(inquiryId: string, indexCode: string): KeptDraft {
	const name = `oakmoss.draft ${inquiryId} ${indexCode}`;
	return {
		get: () => attempt(() => localStorage.getItem(name)) ?? undefined,
		put: (text) => attempt(() => localStorage.setItem(name, text)),
		drop: () => attempt(() => localStorage.removeItem(name))
	};
}
