import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { americanise, britishise } from './spelling';
import { variantKey } from './variants';
import { pluralOf, singular, singularOf, stemOf } from './words';

/** Written as people write them: British, American. */
const PAIRS = [
	['behaviour', 'behavior'],
	['colours', 'colors'],
	['centre', 'center'],
	['organisation', 'organization'],
	['organised', 'organized'],
	['analyse', 'analyze'],
	['organise', 'organize'],
	['analysing', 'analyzing'],
	['paediatrics', 'pediatrics'],
	['labelled', 'labeled'],
	['modelling', 'modeling'],
	['ageing', 'aging'],
	['neighbourhoods', 'neighborhoods'],
	['specialisations', 'specializations'],
	['metres', 'meters']
] as const;
/** Spelt so on both sides. */
const SAME = [
	'noise', 'whitenoise', 'exercise', 'advise', 'surprise', 'television', 'raised', 'precise', 'calling', 'skilled', 'dwelling', 'hearing', 'ceilings', 'walls', 'rise', 'promise'
]; // prettier-ignore
const NUMBERS = [
	['ward', 'wards'],
	['study', 'studies'],
	['class', 'classes'],
	['box', 'boxes'],
	['bay', 'bays'],
	['child', 'children'],
	['criterion', 'criteria'],
	['shelf', 'shelves'],
	['analysis', 'analyses'],
	['church', 'churches'],
	['area', 'areas'],
	['cafeteria', 'cafeterias']
] as const;

describe('British and American spellings', () => {
	it.each(PAIRS)('%s is %s', (british, american) => {
		expect(americanise(british)).toBe(american);
		expect(americanise(american)).toBe(american);
		expect(variantKey(british)).toBe(variantKey(american));
		expect(stemOf(british)).toBe(stemOf(american));
	});

	it.each(SAME)('%s is the same in both', (word) => {
		expect(americanise(word)).toBe(word);
		expect(britishise(word)).toBe(word);
	});

	it('are left alone once they are American, and where a word is no word', () => {
		fc.assert(
			fc.property(fc.stringMatching(/^[a-z]{1,14}$/), (word) => {
				expect(americanise(americanise(word))).toBe(americanise(word));
			})
		);
		expect(americanise('')).toBe('');
		expect(britishise('2020')).toBe('2020');
	});

	it('go to and fro for the words that have one counterpart', () => {
		for (const [british, american] of PAIRS.filter(([word]) => !/ll|ageing/.test(word)))
			expect(britishise(american), american).toBe(british);
	});
});

describe('one and many', () => {
	it.each(NUMBERS)('%s and %s share a form, and each leads to the other', (one, many) => {
		expect(singular(one)).toBe(singular(many));
		expect(pluralOf(one)).toBe(many);
		expect(singularOf(many)).toBe(one);
		expect(variantKey(`quiet ${one}`)).toBe(variantKey(`quiet ${many}`));
	});

	it('share a form with their likely plural, whatever the word', () => {
		fc.assert(
			fc.property(fc.stringMatching(/^[a-z]{4,12}$/), (word) => {
				const many = pluralOf(word);
				// Endings in -is and -us are left alone, as most of them are no plurals.
				fc.pre(many !== undefined && singularOf(word) === undefined && !/[iu]$/.test(word));
				expect(singular(many as string), `${word}, ${many}`).toBe(singular(word));
			})
		);
	});

	it('share a form in -ic and -ics, whichever is meant', () => {
		for (const word of ['clinic', 'topic', 'acoustic']) expect(singular(`${word}s`)).toBe(singular(word));
	});

	it('are not offered for what has no other form', () => {
		for (const word of ['acoustics', 'analysis', 'gas', 'bias', 'atlas', 'glass'])
			expect(singularOf(word)).toBeUndefined();
		for (const word of ['children', 'data', 'wards']) expect(pluralOf(word)).toBeUndefined();
	});
});
