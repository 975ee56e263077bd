import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { partFromWords, partInWords } from './citation-fields';

const word = fc.stringMatching(/^[A-Za-zÀ-ÿ][A-Za-zÀ-ÿ.’-]{0,8}$/);
const name = fc.oneof(
	fc.record({ family: word, given: word }),
	word.map((literal) => ({ literal: `${literal} group` }))
);

describe('parts of a citation, written', () => {
	it('are read as they were said', () => {
		fc.assert(
			fc.property(
				fc.array(name, { minLength: 1, maxLength: 5 }),
				fc.integer({ min: 1000, max: 2200 }),
				word,
				(names, year, title) => {
					const issued = { 'date-parts': [[year]] };
					for (const [field, value] of [
						['author', names],
						['issued', issued],
						['title', title]
					] as const)
						expect(partFromWords(field, partInWords(field, value))).toEqual(value);
				}
			)
		);
	});

	it('are nothing where nothing is written, and no year where it is none', () => {
		expect(partFromWords('author', ' ')).toBeNull();
		expect(partInWords('page', undefined)).toBe('');
		expect(() => partFromWords('issued', 'soon')).toThrow('four digits');
	});
});
