import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isSameWork, lift, logLikelihood, overRepresentation, workKeys, type Counts } from '.';

const counts = fc
	.tuple(fc.nat(400), fc.nat(400), fc.nat(400), fc.nat(400))
	.filter((cells) => cells.some((cell) => cell > 0))
	.map(([a, b, c, d]): Counts => ({ a, n: a + b, whole: a + c, all: a + b + c + d }));

describe('Log-likelihood', () => {
	it('is what a hand comes to', () => {
		// 30 of 100 in the part, 50 of 1,000 in all: the part expects 5, the rest 45.
		const by = { a: 30, n: 100, whole: 50, all: 1_000 };
		const cells: [number, number][] = [
			[30, 5],
			[70, 95],
			[20, 45],
			[880, 855]
		];
		const g2 =
			2 * cells.reduce((sum, [observed, expected]) => sum + observed * Math.log(observed / expected), 0);
		expect(logLikelihood(by)).toBeCloseTo(g2, 9);
		expect(g2).toBeGreaterThan(70);
		expect(lift(by)).toBeCloseTo(6, 9);
	});

	it('is never below nothing, and nothing where part and rest have it alike', () => {
		fc.assert(
			fc.property(counts, (by) => {
				expect(logLikelihood(by)).toBeGreaterThanOrEqual(0);
				const alike = { a: by.a, n: by.a * 3, whole: by.a * 4, all: by.a * 12 };
				expect(logLikelihood(alike)).toBeCloseTo(0, 6);
			})
		);
	});

	it('is the same for the rest as for the part, and for not having it', () => {
		fc.assert(
			fc.property(counts, ({ a, n, whole, all }) => {
				const own = logLikelihood({ a, n, whole, all });
				expect(logLikelihood({ a: whole - a, n: all - n, whole, all })).toBeCloseTo(own, 6);
				expect(logLikelihood({ a: n - a, n, whole: all - whole, all })).toBeCloseTo(own, 6);
				expect(logLikelihood({ a, n: whole, whole: n, all })).toBeCloseTo(own, 6);
			})
		);
	});

	it('doubles with every count doubled', () => {
		fc.assert(
			fc.property(counts, ({ a, n, whole, all }) => {
				const twice = { a: 2 * a, n: 2 * n, whole: 2 * whole, all: 2 * all };
				expect(logLikelihood(twice)).toBeCloseTo(2 * logLikelihood({ a, n, whole, all }), 5);
			})
		);
	});

	it('says nothing of four records, nor of what comes less often', () => {
		expect(overRepresentation({ a: 4, n: 4, whole: 4, all: 1_000 })).toBe(0);
		expect(overRepresentation({ a: 5, n: 5, whole: 5, all: 1_000 })).toBeGreaterThan(0);
		expect(overRepresentation({ a: 10, n: 500, whole: 400, all: 1_000 })).toBe(0);
	});
});

const citation = (title: string, year: number, family: string, DOI?: string) =>
	workKeys({
		id: 'x',
		type: 'article-journal',
		title,
		author: [{ family, given: 'A.' }],
		issued: { 'date-parts': [[year]] },
		...(DOI !== undefined && { DOI })
	});

describe('Duplicates', () => {
	it('are told by their DOIs however they are written', () => {
		const a = citation('Quiet', 2001, 'Vale', 'https://doi.org/10.5555/OM.1');
		const b = citation('Altogether different', 1990, 'Orr', 'doi:10.5555/om.1.');
		expect(isSameWork(a, b)).toBe(true);
		expect(isSameWork(a, citation('Quiet', 2001, 'Vale', '10.5555/om.2'))).toBe(false);
	});

	it('are told by title, author and year where a DOI is missing', () => {
		const a = citation('Échoes of the sound-field', 2001, 'Välé', '10.5555/om.1');
		expect(isSameWork(a, citation('echoes of the Sound field', 2002, 'vale'))).toBe(true);
		expect(isSameWork(a, citation('echoes of the Sound field', 2003, 'vale'))).toBe(false);
		expect(isSameWork(a, citation('echoes of the Sound field', 2001, 'orr'))).toBe(false);
		expect(isSameWork(a, citation('echoes', 2001, 'vale'))).toBe(false);
	});

	it('are not told by what both lack', () => {
		const nameless = workKeys({ id: 'x', type: 'report', title: 'Echoes' });
		const untitled = workKeys({ id: 'y', type: 'report', author: [{ family: 'Vale' }] });
		const literal = workKeys({ id: 'z', type: 'report', title: 'Echoes', author: [{ literal: 'Vale, A.' }] });
		for (const one of [nameless, untitled, literal])
			for (const other of [nameless, untitled, literal]) expect(isSameWork(one, other)).toBe(false);
		expect(isSameWork(citation('Echoes', NaN, 'Vale'), citation('Echoes', 2001, 'Vale'))).toBe(false);
	});

	it('are so from either side', () => {
		const some = fc
			.tuple(
				fc.constantFrom('Echoes', 'echoes', 'Silence'),
				fc.integer({ min: 2000, max: 2003 }),
				fc.constantFrom('Vale', 'Orr'),
				fc.constantFrom(undefined, '10.5555/om.1', '10.5555/om.2')
			)
			.map(([title, year, family, doi]) => citation(title, year, family, doi));
		fc.assert(
			fc.property(some, some, (a, b) => {
				expect(isSameWork(a, b)).toBe(isSameWork(b, a));
			})
		);
	});
});
