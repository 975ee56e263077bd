import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likelihoodOf, probability, weightsFor, type Part } from './likelihood';
import { likeness } from './similarity';

const PARTS: Part[] = ['label', 'textPart', 'neighbourhood', 'coTagging', 'association', 'memory', 'mapping'];
const share = fc.double({ min: 0, max: 1, noNaN: true });
const parts = fc.record(Object.fromEntries(PARTS.map((part) => [part, share])) as Record<Part, typeof share>);
const had = fc.subarray(PARTS, { minLength: 1 });

describe('how likely a suggestion is', () => {
	it('is a probability that more evidence never lowers, of the kinds that could be had alone', () => {
		fc.assert(
			fc.property(parts, had, fc.constantFrom(...PARTS), share, (evidence, kinds, part, more) => {
				const before = probability(evidence, kinds);
				expect(before).toBeGreaterThan(0);
				expect(before).toBeLessThan(1);
				const raised = probability({ ...evidence, [part]: Math.max(evidence[part], more) }, kinds);
				expect(raised).toBeGreaterThanOrEqual(before);
				if (!kinds.includes(part)) expect(raised).toBe(before);
			})
		);
	});

	it('is next to nothing without evidence, and sure with a label, works tagged alike or a known mapping', () => {
		for (const kinds of [['label'], ['label', 'association'], PARTS] as Part[][])
			expect(likelihoodOf(probability({}, kinds))).toBeUndefined();
		expect(likelihoodOf(probability({ label: 1 }, ['label', 'neighbourhood']))).toBe('likely');
		expect(likelihoodOf(probability({ coTagging: 1, label: 0.6 }, PARTS))).toBe('likely');
		expect(likelihoodOf(probability({ association: 0.8, label: 0.9 }, ['label', 'association']))).toBe(
			'likely'
		);
		expect(likelihoodOf(probability({ mapping: 1 }, ['label', 'mapping']))).toBe('likely');
	});

	it('is weighed by what there is: labels weigh most where there are no records', () => {
		expect(weightsFor(['label']).label).toBeGreaterThan(weightsFor(['label', 'association']).label as number);
		// What was only found in other indexes tells less than what is picked there.
		expect(weightsFor(PARTS).coTagging).toBeGreaterThan(weightsFor(PARTS, false).coTagging as number);
	});

	it.each([
		[0.7, 'likely'],
		[0.6999, 'possible'],
		[0.25, 'possible'],
		[0.2499, 'far'],
		[0.05, 'far'],
		[0.0499, undefined]
	])('%d is %s', (score, word) => expect(likelihoodOf(score)).toBe(word));
});

describe('how much two concepts have in common', () => {
	const concept = fc.record({
		name: fc.constantFrom('noise', 'Noise', 'sleep', 'rooms'),
		words: fc.uniqueArray(fc.constantFrom('din', 'racket', 'rest', 'colour', 'color', 'children', 'child'), {
			maxLength: 4
		})
	});

	it('is the same from both sides, between nothing and all, and all for one name', () => {
		fc.assert(
			fc.property(concept, concept, (a, b) => {
				const alike = likeness(a, b);
				expect(alike).toBe(likeness(b, a));
				expect(alike).toBeGreaterThanOrEqual(0);
				expect(alike).toBeLessThanOrEqual(1);
				expect(likeness(a, a)).toBe(1);
				if (a.name.toLowerCase() === b.name.toLowerCase()) expect(alike).toBe(1);
			})
		);
	});

	it('counts spellings and numbers of one word as one, and the beginning of a word as the word', () => {
		const of = (name: string, ...words: string[]) => ({ name, words });
		expect(likeness(of('hue', 'colour'), of('shade', 'colors'))).toBeCloseTo(1 / 3);
		expect(likeness(of('hue', 'child*'), of('shade', 'children'))).toBeCloseTo(1 / 3);
		expect(likeness(of('hue'), of('shade'))).toBe(0);
	});
});
