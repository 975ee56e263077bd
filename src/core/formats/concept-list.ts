/** The words and headings of one concept as plain lines, for places that have no vocabulary at all. */
import { inOrder, pickName, wordsOfConcept, type Inquiry } from '../crosswalk';

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
