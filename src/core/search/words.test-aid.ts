/** A strategy of words alone, for tests and measurements. */
import type { Line, Strategy } from './strategy';

/** Looks for any of some words in title, abstract and keywords. */
export function strategyOfWords(texts: readonly string[]): Strategy {
	const lines = texts.map((text): Line => ({
		id: text,
		off: false,
		kind: 'word',
		test: { text, capitals: false, field: 'keywords' }
	}));
	const block = {
		id: 'b',
		name: 'b',
		status: 'required' as const,
		provisional: false,
		noHeading: false,
		lines
	};
	return { blocks: [block], limits: [], lifted: false };
}
