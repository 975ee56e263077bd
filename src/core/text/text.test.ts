import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, key, splitQualifier, uninvert } from './fold';
import { isAcronymOf, variantKey, variants } from './variants';
import { singular, stemOf, wordsOf } from './words';

describe('fold', () => {
	it('is idempotent on any text', () => {
		fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (text) => fold(fold(text)) === fold(text)));
		fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => fold(fold(text)) === fold(text)));
	});

	it('drops marks, capitals, apostrophes and the kind of dash', () => {
		expect(fold('Acústica  del Aula')).toBe('acustica del aula');
		expect(fold('Nurses’ stations')).toBe(fold("nurses' Stations"));
		expect(fold('Structure–Borne/Sound')).toBe('structure borne sound');
		expect(fold('a\u0000b\tc')).toBe('a b c');
	});

	it('gives solid, open and hyphenated spellings one key', () => {
		const keys = ['Sound-proofing', 'sound proofing', 'Soundproofing'].map((text) => key(fold(text)));
		expect(new Set(keys).size).toBe(1);
	});

	it('sets a trailing qualifier apart and turns inversions round', () => {
		expect(splitQualifier('Absorption (Sound)')).toEqual({ base: 'Absorption', qualifier: 'Sound' });
		expect(splitQualifier('(Sound)')).toEqual({ base: '(Sound)', qualifier: '' });
		expect(uninvert('Bays, Shared (Wards)')).toBe('Shared Bays (Wards)');
	});
});

describe('variants', () => {
	const word = fc.constantFrom(
		'noise', 'classes', 'study', 'ward', 'children', 'behaviour', 'analyses', 'colour', 'echoes', 'centre', 'boxes', 'bays', 'sleep'
	); // prettier-ignore
	const phrase = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join(' '));

	it('all share the variant key of the phrase, unless a join swallows a British or irregular word', () => {
		fc.assert(
			fc.property(phrase, (text) => {
				for (const variant of variants(text)) {
					const joined = wordsOf(fold(variant)).length < wordsOf(fold(text)).length;
					if (joined && /colour|behaviour|centre|children|analyses/.test(text)) continue;
					expect(variantKey(variant), `${variant} of ${text}`).toBe(variantKey(text));
				}
			})
		);
	});

	it('do not repeat the phrase or one another', () => {
		fc.assert(
			fc.property(phrase, (text) => {
				const found = variants(text);
				expect(found).not.toContain(fold(text));
				expect(new Set(found).size).toBe(found.length);
			})
		);
	});

	it.each([
		['Shared bays', 'Bays, Shared'],
		['Colour vision', 'Color Vision'],
		['organisation of wards', 'organization of ward'],
		['child', 'Children'],
		['class rooms', 'classroom'],
		['noise barriers', 'noisebarrier']
	])('%s is a variant of %s', (a, b) => expect(variantKey(a)).toBe(variantKey(b)));

	it.each([
		['form', 'from'],
		['exercise', 'exercize x'],
		['Absorption (Sound)', 'Absorption (Moisture)']
	])('%s is not a variant of %s', (a, b) => expect(variantKey(a)).not.toBe(variantKey(b)));

	it('makes singular forms stable', () => {
		fc.assert(fc.property(word, (text) => singular(singular(text)) === singular(text)));
		expect(stemOf('behaviours')).toBe(stemOf('behavior'));
	});

	it('knows an acronym by its initials only', () => {
		expect(isAcronymOf('NRC', 'Noise reduction coefficient')).toBe(true);
		expect(isAcronymOf('ITU', 'Intensive therapy units')).toBe(true);
		expect(isAcronymOf('NRC', 'Noise reduction')).toBe(false);
		expect(isAcronymOf('nrc', 'Noise reduction coefficient')).toBe(false);
	});
});
