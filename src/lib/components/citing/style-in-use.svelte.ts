/** The citation style that is cited in, and the language of its words; kept in this browser. */
import type { StyleSummary } from '$lib/server/records';

const PLACE = 'oakmoss:citation-style';

interface Chosen extends Pick<StyleSummary, 'id' | 'name'> {
	/** A language tag; the empty string for the one that the style has. */
	locale: string;
}

const FIRST: Chosen = { id: 'apa', name: 'American Psychological Association, 7th edition', locale: '' };

class StyleInUse {
	now = $state.raw(kept() ?? FIRST);

	set(changes: Partial<Chosen>): void {
		this.now = { ...this.now, ...changes };
		// A browser may keep nothing; then it is chosen anew.
		try {
			localStorage.setItem(PLACE, JSON.stringify(this.now));
		} catch {
			return;
		}
	}
}

function kept(): Chosen | undefined {
	try {
		const found = JSON.parse(localStorage.getItem(PLACE) ?? '') as Partial<Chosen>;
		return typeof found.id === 'string' ? { ...FIRST, ...found } : undefined;
	} catch {
		return undefined;
	}
}

export const styleInUse = new StyleInUse();

/** What is asked of the server for it. */
export const askedStyle = () => {
	const { id, locale } = styleInUse.now;
	return { style: id, ...(locale && { locale }) };
};
