/** The citation style that is cited in, and the language of its words; kept in this browser. */
import type { StyleSummary } from '$lib/server/records';
import { keepHere, keptHere } from '../parts/kept-here';

const PLACE = 'oakmoss:citation-style';

interface Chosen extends Pick<StyleSummary, 'id' | 'name'> {
	/** A language tag; the empty string for the one that the style has. */
	locale: string;
}

const FIRST: Chosen = { id: 'apa', name: 'American Psychological Association, 7th edition', locale: '' };

class StyleInUse {
	now = $state.raw<Chosen>({ ...FIRST, ...keptHere<Partial<Chosen>>(PLACE, {}) });

	set(changes: Partial<Chosen>): void {
		this.now = { ...this.now, ...changes };
		keepHere(PLACE, this.now);
	}
}

export const styleInUse = new StyleInUse();

/** What is asked of the server for it. */
export const askedStyle = () => {
	const { id, locale } = styleInUse.now;
	return { style: id, ...(locale && { locale }) };
};
