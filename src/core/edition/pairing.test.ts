import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { copyOf, drafts, renumbered, reordered, vocabularyOf } from './later-edition.test-aid';
import { entryTermsOf, pairByLabels } from './pairing';

/** Pairs of two editions of which no heading is known to be in both. */
function paired(before: VocabularyData, after: VocabularyData) {
	const none = ({ headings }: VocabularyData) => new Int32Array(headings.length).fill(-1);
	const terms = { before: entryTermsOf(before), after: entryTermsOf(after) };
	return pairByLabels(before, after, none(before), none(after), terms);
}
const label = (data: VocabularyData, n: number) => data.headings[n].labels[0].text;

describe('pairing by labels', () => {
	it('finds every heading whose label both have, wherever it stands', () => {
		fc.assert(
			fc.property(drafts, fc.infiniteStream(fc.nat()), (rows, numbers) => {
				const before = vocabularyOf(rows);
				const order = before.headings.map((_, n) => n).sort(() => ((numbers.next().value ?? 0) % 3) - 1);
				const after = renumbered(reordered(before, order));
				const { pairs, follows } = paired(before, after);
				expect(follows).toEqual([]);
				expect(pairs.map(({ from, to }) => [label(before, from), label(after, to)]).sort()).toEqual(
					rows.map((row) => [row.label, row.label]).sort()
				);
			})
		);
	});

	it('gives each heading one partner at most, and a reason for each', () => {
		const words = fc.constantFrom('Noise', 'Din', 'Rest', 'Calm', 'Hush', 'Quiet');
		const heading = fc.record({ label: words, entry: fc.uniqueArray(words, { maxLength: 3 }) });
		const vocabulary = fc.uniqueArray(heading, { maxLength: 5, selector: (one) => one.label }).map((rows) => vocabularyOf(rows)); // prettier-ignore
		fc.assert(
			fc.property(vocabulary, vocabulary, (before, after) => {
				const { pairs, follows } = paired(before, renumbered(after));
				for (const end of ['from', 'to'] as const)
					expect(new Set(pairs.map((pair) => pair[end])).size).toBe(pairs.length);
				for (const { evidence } of pairs) expect(evidence.length).toBeGreaterThanOrEqual(2);
				// What is paired needs no other to take over from it.
				const known = new Set(pairs.map(({ from }) => from));
				for (const { from } of follows) expect(known.has(from)).toBe(false);
				// The same label is evidence that nothing outweighs.
				for (const [n, one] of before.headings.entries()) {
					const twin = after.headings.findIndex((other) => other.labels[0].text === one.labels[0].text);
					if (twin >= 0) expect(pairs.find(({ from }) => from === n)?.to).toBe(twin);
				}
			})
		);
	});

	it('is told apart by what else they share where labels alone do not', () => {
		const before = vocabularyOf([
			{ label: 'Walls' },
			{ label: 'Sound absorbers', broader: ['Walls'], entry: ['Panels', 'Baffles'] }
		]);
		const after = renumbered(
			vocabularyOf([
				{ label: 'Walls' },
				{ label: 'Panels', entry: ['Boards'] },
				{ label: 'Absorbers', broader: ['Walls'], entry: ['Panels', 'Baffles', 'Sound absorbers'] }
			])
		);
		const { pairs } = paired(before, after);
		const other = pairs.find(({ from }) => from === 1);
		expect(pairs).toHaveLength(2);
		expect(label(after, other?.to ?? 0)).toBe('Absorbers');
		expect(other?.evidence).toEqual(expect.arrayContaining(['its label is an entry term now', 'the same broader heading'])); // prettier-ignore
	});

	it('takes a notation for evidence', () => {
		const before = vocabularyOf([{ label: 'Noise', entry: ['Din'] }]);
		const after = renumbered(vocabularyOf([{ label: 'Loudness', entry: ['Din', 'Racket'] }]));
		expect(paired(before, after).pairs).toEqual([]);
		const [old, now] = [copyOf(before), copyOf(after)];
		old.headings[0].notation = now.headings[0].notation = 'N 12';
		expect(paired(old, now).pairs).toMatchObject([{ from: 0, to: 0 }]);
	});

	it('lets a label that stands at very many headings say nothing', () => {
		const before = vocabularyOf([{ label: 'General' }]);
		const after = renumbered(
			vocabularyOf(Array.from({ length: 30 }, (_, n) => ({ label: `Heading ${n}`, entry: ['General'] })))
		);
		expect(paired(before, after)).toEqual({ pairs: [], follows: [] });
	});
});

describe('entry terms by heading', () => {
	it('are those that lead to it alone', () => {
		const data = vocabularyOf([{ label: 'Noise', entry: ['Din'] }, { label: 'Rest' }], { 'Quiet rooms': ['Noise', 'Rest'] }); // prettier-ignore
		expect(entryTermsOf(data)).toEqual([['Din'], []]);
	});
});
