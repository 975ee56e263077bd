/** Random vocabularies, and later editions of them by changes that are known. */
import fc from 'fast-check';
import { vocabularyOf, type Draft } from '../vocabulary/make.test-aid';
import type { VocabularyData } from '../vocabulary/vocabulary-data';

/** Labels that share no letters in order, so that nothing is told by a chance likeness. */
export const labelAt = (n: number) => `Heading ${String.fromCharCode(97 + (n % 26))}${n}`;

export const drafts: fc.Arbitrary<Draft[]> = fc
	.array(fc.record({ above: fc.array(fc.nat(), { maxLength: 2 }), terms: fc.nat(3), note: fc.boolean() }), {
		minLength: 1,
		maxLength: 14
	})
	.map((rows) =>
		rows.map(({ above, terms, note }, n): Draft => ({
			label: labelAt(n),
			// Only what stands before it is above it, so there is no cycle.
			broader: n === 0 ? [] : [...new Set(above.map((at) => labelAt(at % n)))],
			entry: Array.from({ length: terms }, (_, i) => `term ${n} ${i}`),
			...(note && { note: `Note of ${n}.` })
		}))
	);

export const copyOf = (data: VocabularyData): VocabularyData => structuredClone(data);

/** The same vocabulary with its headings in another order. */
export function reordered(data: VocabularyData, order: readonly number[]): VocabularyData {
	const placeOf = new Map(order.map((old, place) => [old, place]));
	const moved = (list: readonly number[]) => list.map((n) => placeOf.get(n) as number);
	return {
		headings: order.map((old) => {
			const heading = data.headings[old];
			return {
				...heading,
				broader: moved(heading.broader),
				related: moved(heading.related),
				replaces: moved(heading.replaces)
			};
		}),
		entryTerms: data.entryTerms.map((term) => ({ ...term, headings: moved(term.headings) })),
		collections: []
	};
}

/** Without one heading; what stood under it stands under nothing in its place. */
export function without(data: VocabularyData, gone: number): VocabularyData {
	const kept = data.headings.map((_, n) => n).filter((n) => n !== gone);
	const cleared = copyOf(data);
	for (const heading of cleared.headings)
		for (const kind of ['broader', 'related', 'replaces'] as const)
			heading[kind] = heading[kind].filter((n) => n !== gone);
	cleared.entryTerms = cleared.entryTerms.filter(({ headings }) => !headings.includes(gone));
	return reordered(cleared, kept);
}

/** Every heading under another identifier. */
export function renumbered(data: VocabularyData): VocabularyData {
	const next = copyOf(data);
	next.headings.forEach((heading, n) => {
		heading.uri = `https://other.example/${n * 7}`;
		heading.key = `k${n * 7}`;
	});
	return next;
}

export { vocabularyOf };
