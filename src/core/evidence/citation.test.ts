import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	authorsInShort,
	keywordsOf,
	kindOf,
	linksOf,
	nameInWords,
	normalDoi,
	yearOf,
	type CslItem
} from './citation';

const item = (fields: Partial<CslItem>): CslItem => ({ id: '1', type: 'article-journal', ...fields });

describe('an item of CSL-JSON', () => {
	it.each<[CslItem['issued'], number | undefined]>([
		[{ 'date-parts': [[2019, 5]] }, 2019],
		[{ 'date-parts': [['2019']] }, 2019],
		[{ raw: 'Spring 1987' }, 1987],
		[{ literal: 'about 1790' }, 1790],
		[{ literal: 'no date' }, undefined],
		[{ 'date-parts': [['soon']] }, undefined],
		[{ 'date-parts': [[20190]] }, undefined],
		[{ 'date-parts': [] }, undefined],
		[undefined, undefined]
	])('issued %j is of the year %s', (issued, year) => expect(yearOf(item({ issued }))).toBe(year));

	it('names its authors in a line', () => {
		const people = [{ family: 'Voss', given: 'Ada' }, { literal: 'Ward Board' }, { given: 'Kim' }];
		const line = (count: number) => authorsInShort(item({ author: people.slice(0, count) }));
		expect([0, 1, 2, 3].map(line)).toEqual(['', 'Voss', 'Voss and Ward Board', 'Voss and 2 others']);
		expect(people.map(nameInWords)).toEqual(['Ada Voss', 'Ward Board', 'Kim']);
	});

	it('has keywords without blanks, and a kind in plain words', () => {
		expect(keywordsOf(item({ keyword: ' noise;; rest ; ' }))).toEqual(['noise', 'rest']);
		expect(keywordsOf(item({}))).toEqual([]);
		expect(kindOf(item({}))).toBe('journal article');
		expect(kindOf(item({ type: 'song' }))).toBe('report');
	});
});

describe('a DOI', () => {
	it.each([
		['https://doi.org/10.5555/ABC.5', '10.5555/abc.5'],
		['doi:10.5555/abc.5.', '10.5555/abc.5'],
		['(10.5555/abc)', '10.5555/abc'],
		['10.12/short', undefined],
		['none', undefined],
		[undefined, undefined]
	])('%s is compared as %s', (given, normal) => expect(normalDoi(given)).toBe(normal));

	it('is in the form in which it is compared once and for all', () => {
		const doi = fc
			.tuple(fc.stringMatching(/^\d{4,6}$/), fc.stringMatching(/^[A-Za-z0-9./()-]{1,20}$/))
			.map(([registrant, rest]) => `10.${registrant}/${rest}`);
		fc.assert(
			fc.property(doi, (given) => {
				const once = normalDoi(given);
				// Nothing but punctuation after the slash is no DOI a second time.
				if (once !== undefined && !once.endsWith('/'))
					expect(normalDoi(`https://doi.org/${once}`)).toBe(once);
			})
		);
	});

	it('leads to its DOI and its address on the web, and nowhere else', () => {
		expect(linksOf(item({ DOI: 'https://doi.org/10.5555/AB.c ', URL: 'https://oak.example/a?b=1' }))).toEqual(
			[
				{ at: 'https://doi.org/10.5555/ab.c', says: 'DOI 10.5555/ab.c' },
				{ at: 'https://oak.example/a?b=1', says: 'oak.example' }
			]
		);
		for (const URL of ['javascript:alert(1)', 'data:text/html,x', 'file:///etc/passwd', 'not an address'])
			expect(linksOf(item({ URL, DOI: 'none' }))).toEqual([]);
		fc.assert(
			fc.property(fc.string(), fc.string(), (DOI, URL) => {
				for (const { at } of linksOf(item({ DOI: `10.5555/${DOI}`, URL })))
					expect(['https:', 'http:']).toContain(new globalThis.URL(at).protocol);
			})
		);
	});
});
