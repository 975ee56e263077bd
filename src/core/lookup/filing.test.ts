import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runToEnd } from '../pausing';
import { fold, key, variantKeyOfFold } from '../text';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { pack, unpack } from '../vocabulary/packed';
import { headingsMatching } from './count';
import { TextFiling } from './filing';
import { filedFromSections, filedToSections, LabelIndex, labelsOf, listingOf } from './label-index';
import { hashOfStems } from './word-numbers';

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

describe('filing labels', () => {
	it('comes to the same whatever the order in which the texts arrived, and whatever else arrived', () => {
		fc.assert(
			fc.property(vocabulary, fc.array(phrase, { maxLength: 5 }), fc.boolean(), (data, others, backwards) => {
				const filing = new TextFiling();
				const numbers = { label: new Map<string, number>(), note: new Map<string, number>() };
				const arrive = (kind: 'label' | 'note', text: string) => {
					const known = numbers[kind].get(text);
					if (known !== undefined) return known;
					if (kind === 'label') filing.addLabel(text);
					else filing.addNote(text);
					numbers[kind].set(text, numbers[kind].size);
					return numbers[kind].size - 1;
				};
				const texts = data.entryTerms.map(({ text }) => text).concat(others);
				for (const text of backwards ? texts.reverse() : texts) arrive('label', text);
				for (const text of others) arrive('note', text);
				const labels = labelsOf(data);
				const listing = listingOf(data, labels, {
					label: ({ text }) => arrive('label', text),
					note: ({ text }) => arrive('note', text)
				});
				// As it goes from thread to thread, and into a pack and out again.
				const filed = filedFromSections(unpack(pack(filedToSections(filing.file(listing)))));
				const [own, whole] = [runToEnd(LabelIndex.prepare(data, labels))(filed), LabelIndex.build(data)];
				for (const text of [...texts, ...data.headings.map(({ labels }) => labels[0].text)])
					expect(headingsMatching(own, [text])).toEqual(headingsMatching(whole, [text]));
				for (const table of ['variant', 'stemmed'] as const)
					expect(own.parts[table].parts()).toEqual(whole.parts[table].parts());
				for (const list of ['alphabetical', 'permuted'] as const)
					expect(lines(own, list)).toEqual(lines(whole, list));
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

	it('files a label under every form that look-up asks for', () => {
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
				const lengths = Array.from({ length: parts.folds.length }, (_, i) => parts.folds.lengthAt(i));
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
