/** The words and headings of one concept as plain lines, for places that have no vocabulary at all. */
import { inOrder, pickName, wordsOfConcept, type Inquiry } from '../crosswalk';
import { fold, splitQualifier, uninvert } from '../text';

/** The concept's name, its words, and the headings searched for it, index by index. O(words + picks). */
export function conceptAsText(
	inquiry: Inquiry,
	conceptId: string,
	indexName: (code: string) => string
): string {
	const concept = inquiry.concepts[conceptId];
	if (!concept) return '';
	const lines = [concept.name, '', ...wordsOfConcept(inquiry, conceptId).map(({ text }) => text)];
	for (const code of inquiry.about.indexes) {
		const picks = inOrder(inquiry.picks).filter(
			(pick) => pick.conceptId === conceptId && pick.indexCode === code && pick.role === 'searched'
		);
		if (picks.length === 0) continue;
		lines.push('', indexName(code));
		for (const pick of picks)
			lines.push(
				[
					pickName(pick),
					pick.withNarrower
						? pick.cuts.length > 0
							? `with narrower but ${pick.cuts.map(({ label }) => label).join(', ')}`
							: 'with narrower'
						: '',
					pick.chief ? 'chief only' : '',
					pick.aspects.join(', ')
				]
					.filter(Boolean)
					.join('; ')
			);
	}
	return lines.join('\n') + '\n';
}

/**
 * Words and headings of some concepts as a reader would type them into a field that knows no vocabulary: a term a line,
 * each once, headings the right way round and without what tells homographs apart. O(words + picks).
 */
export function plainList(inquiry: Inquiry, conceptIds: readonly string[]): string {
	const parts = conceptIds.flatMap((id) => {
		const concept = inquiry.concepts[id];
		if (!concept) return [];
		const terms = new Map<string, string>();
		const add = (text: string) => {
			if (text !== '' && !terms.has(fold(text))) terms.set(fold(text), text);
		};
		for (const { text } of wordsOfConcept(inquiry, id)) add(text);
		for (const { headings, conceptId, role } of inOrder(inquiry.picks))
			if (conceptId === id && role === 'searched')
				for (const { label } of headings) add(uninvert(splitQualifier(label).base));
		return [[`${concept.status === 'exclude' ? 'Not ' : ''}${concept.name}:`, ...terms.values()].join('\n')];
	});
	return parts.join('\n\n') + '\n';
}
