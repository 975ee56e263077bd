/** Makes small vocabularies for tests, from labels instead of positions. */
import type { HeadingData, VocabularyData } from './vocabulary-data';

export interface Draft {
	label: string;
	broader?: string[];
	entry?: string[];
	note?: string;
	related?: string[];
}

export function vocabularyOf(
	drafts: readonly Draft[],
	compounds: Record<string, string[]> = {}
): VocabularyData {
	const at = (label: string) => drafts.findIndex((draft) => draft.label === label);
	const headings = drafts.map(({ label, broader = [], related = [], note }, n): HeadingData => ({
		uri: `https://test.example/${n}`,
		key: `h${n}`,
		labels: [{ lang: 'en', text: label }],
		hidden: [],
		notes: note ? [{ kind: 'scope', lang: 'en', text: note }] : [],
		broader: broader.map(at),
		related: related.map(at),
		replaces: [],
		aspects: []
	}));
	const single = drafts.flatMap(({ entry = [] }, n) =>
		entry.map((text) => ({ lang: 'en', text, headings: [n] }))
	);
	const together = Object.entries(compounds).map(([text, labels]) => ({
		lang: 'en',
		text,
		headings: labels.map(at)
	}));
	return { headings, entryTerms: [...single, ...together], collections: [] };
}
