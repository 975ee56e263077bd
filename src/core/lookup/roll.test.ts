import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, wordsOf } from '../text';
import { EditionIndex } from '../edition/edition-index';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { headingsHolding, rollLength, rollLines, rollPlace } from './roll';

const word = fc.constantFrom(
	'Noise',
	'noises',
	'Ácoustic',
	'Rest',
	'in',
	'Wards',
	'sound-proof',
	'Ｑuiet',
	"Nurses'"
);
const labels = fc.uniqueArray(
	fc.array(word, { minLength: 1, maxLength: 4 }).map((words) => words.join(words.length === 2 ? ', ' : ' ')),
	{ minLength: 1, maxLength: 12 }
);
const indexOf = (texts: string[]) =>
	EditionIndex.build(vocabularyOf(texts.map((label) => ({ label })))).labels;

describe('rolls', () => {
	it('are in order and complete: a line a label, a line a word', () => {
		fc.assert(
			fc.property(labels, (texts) => {
				const index = indexOf(texts);
				const alphabetical = rollLines(index, 'alphabetical', 0, 1_000).map(({ text }) => text);
				expect(alphabetical).toHaveLength(texts.length);
				const folds = alphabetical.map(fold);
				expect(folds).toEqual([...folds].sort());
				const permuted = rollLines(index, 'permuted', 0, 1_000);
				const words = texts.flatMap((text) => wordsOf(fold(text)));
				expect(permuted.map(({ text }) => wordsOf(fold(text))[0])).toEqual(words.sort());
				for (const { before, text, headings } of permuted) expect(before + text).toBe(texts[headings[0]]);
			})
		);
	});

	it('open anywhere as they do from the start', () => {
		fc.assert(
			fc.property(labels, fc.nat(20), fc.nat(10), (texts, from, count) => {
				const index = indexOf(texts);
				for (const kind of ['alphabetical', 'permuted'] as const)
					expect(rollLines(index, kind, from, count)).toEqual(
						rollLines(index, kind, 0, rollLength(index, kind)).slice(from, from + count)
					);
			})
		);
	});

	it('scroll to the first line that begins with what is typed', () => {
		fc.assert(
			fc.property(
				labels,
				fc.constantFrom('noise', 'NOISES', 'acou', 'rest', 'w', 'sound'),
				(texts, typed) => {
					const index = indexOf(texts);
					for (const kind of ['alphabetical', 'permuted'] as const) {
						const all = rollLines(index, kind, 0, 1_000);
						const first = all.findIndex(({ text }) => fold(text).startsWith(fold(typed)));
						if (first >= 0) expect(rollPlace(index, kind, typed)).toBe(first);
					}
				}
			)
		);
	});
});

describe('the filter', () => {
	it('finds the headings that hold the text, and only those', () => {
		fc.assert(
			fc.property(labels, fc.constantFrom('ois', 'acoustic', 'd-p', 'zz', ''), (texts, typed) => {
				const { headings, total } = headingsHolding(indexOf(texts), typed);
				const expected = texts.flatMap((text, n) => (typed && fold(text).includes(fold(typed)) ? [n] : []));
				expect([...headings].sort((a, b) => a - b)).toEqual(expected);
				expect(total).toBe(expected.length);
			})
		);
	});
});
