import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, key, stemOf, variantKeyOfFold, wordsOf } from '../text';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { pack, unpack } from '../vocabulary/packed';
import { headingsMatching } from './count';
import { hashOfStems, stemForm } from './dictionary';
import { lengthCompared, MOST_ROTATIONS } from './indexing';
import { LabelIndex, rotationOf } from './label-index';

const word = fc.constantFrom(
	'noise',
	'Noises',
	'sound',
	'Absorption',
	'in',
	'of',
	'rooms',
	'sueño',
	'colour',
	'x',
	'Über'
);
const phrase = fc
	.tuple(fc.array(word, { minLength: 1, maxLength: 4 }), fc.constantFrom('', ' (Sound)', ', Shared'))
	.map(([words, ending]) => words.join(' ') + ending);
const vocabulary = fc
	.uniqueArray(
		fc.record({
			label: phrase,
			entry: fc.array(phrase, { maxLength: 3 }),
			note: fc.option(phrase, { nil: undefined })
		}),
		{ minLength: 1, maxLength: 8, selector: ({ label }) => label }
	)
	.map((drafts) => vocabularyOf(drafts));

const numbersBelow = (count: number) => Array.from({ length: count }, (_, i) => i);

describe('indexing labels', () => {
	it('finds for each stem the labels and notes that going through all of them finds', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const index = LabelIndex.build(data);
				const { parts } = index;
				const stemsOf = (text: string) => wordsOf(fold(text)).map(stemOf);
				const notes = data.headings.map(({ notes }) => notes.flatMap(({ text }) => stemsOf(text)));
				const all = numbersBelow(parts.texts.length);
				const stems = new Set([...all.flatMap((label) => stemsOf(parts.texts.at(label))), ...notes.flat()]);
				expect(parts.stems.length).toBe(stems.size);
				for (const stem of stems) {
					expect([...index.labelsWithStem(stem)]).toEqual(
						all.filter((label) => stemsOf(parts.texts.at(label)).includes(stem))
					);
					expect([...parts.headingsByNoteStem.at(index.stemAt(stem))]).toEqual(
						numbersBelow(notes.length).filter((heading) => notes[heading].includes(stem))
					);
				}
			})
		);
	});

	it('keeps a dictionary of the words of labels, shorter ones first, each with its stem', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const { texts, words, wordStems, stems } = LabelIndex.build(data).parts;
				const listed = numbersBelow(words.length).map((word) => words.at(word));
				const found = new Set(numbersBelow(texts.length).flatMap((label) => wordsOf(fold(texts.at(label)))));
				const inOrder = [...found].sort((a, b) => a.length - b.length || (a < b ? -1 : 1));
				expect(listed).toEqual(inOrder);
				listed.forEach((word, i) => expect(stems.at(wordStems[i])).toBe(stemOf(word)));
			})
		);
	});

	it('turns every label by each of its words, in the order of three words from there', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const index = LabelIndex.build(data);
				const { folds, permuted } = index.parts;
				const turned = [...permuted].map((entry) => {
					const { label, start } = rotationOf(index, entry);
					return wordsOf(folds.at(label).slice(start)).slice(0, 3);
				});
				const before = (a: string[], b: string[]) => {
					for (const i of [0, 1, 2]) if ((a[i] ?? '') !== (b[i] ?? '')) return (a[i] ?? '') < (b[i] ?? '');
					return true;
				};
				turned.forEach((words, i) => i > 0 && expect(before(turned[i - 1], words)).toBe(true));
				expect([...permuted].sort((a, b) => a - b)).toEqual(
					numbersBelow(folds.length).flatMap((label) =>
						wordsOf(folds.at(label)).map((_, place) => label * MOST_ROTATIONS + place)
					)
				);
			})
		);
	});

	it('shares a number for stems in any order, and only then', () => {
		fc.assert(
			fc.property(fc.array(phrase, { maxLength: 30 }), (all) => {
				const byNumber = new Map<number, string>();
				for (const folded of all.map(fold)) {
					const form = stemForm(folded);
					expect(byNumber.get(hashOfStems(folded)) ?? form).toBe(form);
					byNumber.set(hashOfStems(folded), form);
					expect(hashOfStems(wordsOf(folded).reverse().join(' '))).toBe(hashOfStems(folded));
				}
			})
		);
	});

	it('comes back from a pack with every fold, also where lower case is longer or the fold is not lower case', () => {
		const odd = fc.oneof(
			phrase,
			fc.string({ unit: 'grapheme', maxLength: 12 }),
			fc.constantFrom('İ', 'ẞ-Test', 'A’B', 'Ǆ', 'Straße / Weg')
		);
		fc.assert(
			fc.property(fc.uniqueArray(odd, { minLength: 1, maxLength: 8 }), (texts) => {
				const index = LabelIndex.build(vocabularyOf(texts.map((label) => ({ label }))));
				const { folds } = index.parts;
				const back = LabelIndex.fromSections(unpack(pack(index.toSections()))).parts.folds;
				const all = (table: typeof folds) => Array.from({ length: table.length }, (_, i) => table.at(i));
				expect(all(back)).toEqual(all(folds));
				expect(all(folds).map((_, i) => back.lengthAt(i))).toEqual(all(folds).map(({ length }) => length));
			})
		);
	});

	it('has a label under every form that look-up asks for', () => {
		// Endings and beginnings that levelling could join across words, and letters that fold.
		const part = fc.constantFrom(
			'se', 'he', 'noise', 'enclosures', 'pie', 'echo', 'ch', 'ie', 'houses', 'of', 'sueño', 'Łódź', 'x', '3D'
		); // prettier-ignore
		const label = fc
			.tuple(fc.array(part, { minLength: 1, maxLength: 5 }), fc.constantFrom('', ', Shared', ' (Test he)'))
			.map(([words, ending]) => words.join(' ') + ending);
		fc.assert(
			fc.property(fc.uniqueArray(label, { minLength: 1, maxLength: 6 }), (texts) => {
				const index = LabelIndex.build(vocabularyOf(texts.map((text) => ({ label: text }))));
				const { parts } = index;
				for (const text of texts) {
					const folded = fold(text);
					const at = Array.from({ length: texts.length }, (_, i) => i).filter(
						(i) => parts.texts.at(i) === text
					);
					expect(at).toHaveLength(1);
					expect(index.labelsFolding(folded)).toEqual(
						texts.flatMap((_, i) => (parts.folds.at(i) === folded ? [i] : []))
					);
					for (const form of [key(folded), variantKeyOfFold(folded)])
						expect([...parts.variant.get(form)], `“${form}”`).toContain(at[0]);
					expect([...parts.stemmed.getHashed(hashOfStems(folded))]).toContain(at[0]);
				}
			}),
			{ numRuns: 300 }
		);
	});

	it('leaves hidden labels out of what is displayed, and finds them', () => {
		const data = vocabularyOf([{ label: 'Noise', entry: ['Din'] }, { label: 'Walls' }]);
		data.headings[1].hidden.push({ lang: 'en', text: 'Wals' });
		const index = LabelIndex.build(data);
		const displayed = lines(index, 'alphabetical');
		expect(displayed).toEqual(['din', 'noise', 'walls']);
		expect(lines(index, 'permuted')).toEqual(displayed);
		expect([...headingsMatching(index, ['wals'])]).toEqual([1]);
	});

	it('puts labels in alphabetical order by code units, whatever they are written in', () => {
		const text = fc.string({
			unit: fc.constantFrom('a', 'b', ' ', 'ж', 'я', 'ÿ', '漢', '字', '😀'),
			minLength: 1,
			maxLength: 9
		});
		fc.assert(
			fc.property(fc.array(text, { minLength: 1, maxLength: 200 }), (texts) => {
				const { parts } = LabelIndex.build(vocabularyOf(texts.map((label) => ({ label }))));
				const folds = [...parts.alphabetical].map((label) => parts.folds.at(label));
				expect(folds).toEqual([...folds].sort());
			})
		);
	});

	it('numbers preferred labels first, each group by length, and puts every label in alphabetical order once', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const { parts, preferred } = LabelIndex.build(data);
				const lengths = Array.from({ length: parts.folds.length }, (_, i) =>
					lengthCompared(parts.folds.at(i))
				);
				const sorted = (list: number[]) => [...list].sort((a, b) => a - b);
				expect(lengths.slice(0, preferred)).toEqual(sorted(lengths.slice(0, preferred)));
				expect(lengths.slice(preferred)).toEqual(sorted(lengths.slice(preferred)));
				const folds = [...parts.alphabetical].map((label) => parts.folds.at(label));
				expect(folds).toEqual([...folds].sort());
				expect(new Set(parts.alphabetical).size).toBe(parts.folds.length);
			})
		);
	});
});

/** The lines of a display as texts. Equal texts may stand in either order, so their places do not count. */
function lines({ parts }: LabelIndex, list: 'alphabetical' | 'permuted'): string[] {
	return [...parts[list]].map((entry) =>
		parts.folds.at(list === 'permuted' ? Math.floor(entry / 64) : entry)
	);
}

describe('headings that words match', () => {
	const index = LabelIndex.build(
		vocabularyOf([
			{ label: 'Noise in Schools', entry: ['Classroom acoustics'] },
			{ label: 'Sound Insulation', entry: ['Soundproofing'] },
			{ label: 'Rooms, Single' }
		])
	);
	it.each([
		[['noise'], [0]],
		[['school noises'], [0]],
		[['sound*'], [1]],
		[
			['acoustic*', 'single room*'],
			[0, 2]
		],
		[['sound'], [1]],
		[['elephants', '*', ' '], []]
	])('%j are %j', (words, headings) => expect([...headingsMatching(index, words)].sort()).toEqual(headings));
});
