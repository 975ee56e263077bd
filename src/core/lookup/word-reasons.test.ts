import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold } from '../text';
import { stemIn, stemmedLanguage } from './language-stems';
import { wordReasons } from './word-reasons';

const reasons = (asked: string, label: string, lang = 'en') => wordReasons(fold(asked), fold(label), lang);

describe('why a word of a query answers to a label', () => {
	it.each([
		['children', 'Child', [{ asked: 'children', found: 'child', why: 'number' }]],
		['colours', 'Color', [{ asked: 'colours', found: 'color', why: 'spelling' }]],
		['ageing', 'Aged', [{ asked: 'ageing', found: 'aged', why: 'stem' }]],
		['insomn', 'Insomnia', [{ asked: 'insomn', found: 'insomnia', why: 'stem' }]],
		['atten', 'Attention', [{ asked: 'atten', found: 'attention', why: 'begins' }]],
		['noise of fans', 'Fans', [{ asked: 'noise' }]],
		['sleep', 'Sleep', []]
	])('%s in %s', (asked, label, wanted) => {
		const found = reasons(asked, label);
		expect(found.map(({ asked: word, found: other }) => [word, other])).toEqual(wanted.map((one) => [one.asked, 'found' in one ? one.found : undefined])); // prettier-ignore
		for (const [i, one] of wanted.entries())
			if ('why' in one && one.why !== 'stem') expect(found[i].why).toBe(one.why);
	});

	it('names every word of the query that does not stand there, once, and no word that does', () => {
		const word = fc.constantFrom('sleep', 'noise', 'rooms', 'quiet', 'room', 'walls');
		fc.assert(
			fc.property(
				fc.array(word, { minLength: 1, maxLength: 5 }),
				fc.array(word, { maxLength: 5 }),
				(asked, label) => {
					const found = reasons(asked.join(' '), label.join(' '));
					expect(found.map((one) => one.asked)).toEqual(asked.filter((one) => !label.includes(one)));
					for (const { found: other, why } of found) {
						expect(other === undefined).toBe(why === undefined);
						if (other !== undefined) expect(label).toContain(other);
					}
				}
			)
		);
	});

	it('knows stems of other languages by the language of the label', () => {
		expect(reasons('habitaciones', 'Habitación', 'es')[0].why).toMatch(/number|stem/);
		expect(reasons('schlafstörung', 'Schlafstörungen', 'de-CH')[0].why).toMatch(/number|stem|begins/);
		expect([stemmedLanguage('es-MX'), stemmedLanguage('ES'), stemmedLanguage('tlh'), stemmedLanguage('')]).toEqual(['es', 'es', undefined, undefined]); // prettier-ignore
		// The same letters are other stems in other languages.
		expect(stemIn('es', 'son')).not.toBe(stemIn('fr', 'son'));
		for (const language of ['ar', 'de', 'es', 'fi', 'fr', 'it', 'nl', 'no', 'nb', 'pt', 'ru', 'sv', 'tr'])
			expect(stemIn(language, 'a')).toBe(`${language} a`);
	});
});
