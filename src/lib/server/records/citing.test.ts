import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../../../core/evidence/citation';
import { COMMON_STYLES, localeTags, stylesLike } from './citation-styles';
import { cite } from './citing';
import { CITED_STYLES, NINE_KINDS } from './nine-kinds.test-aid';

/** By style and kind, what pandoc 2.17, whose processor shares no code with ours, made of the same works. */
const ELSEWHERE = JSON.parse(
	readFileSync(new URL('./cited-elsewhere.json', import.meta.url), 'utf8')
) as Record<string, Record<string, string>>;
/** Where the two differ, and why. */
const DIFFERENCES: Record<string, string> = {
	// The style puts a space between a place, which is unknown here, and the publisher, unknown too: ours keeps the space.
	'american-medical-association paper-conference': '1. Gessner-Lowe E, Whitlorn A. Alarms counted at night. In: Papers of the Meeting on Calm Wards. ; 2011:12-19.'
}; // prettier-ignore

describe('a citation', () => {
	it.each(CITED_STYLES.flatMap((style) => NINE_KINDS.map((item) => [style, item.type, item] as const)))(
		'in %s of a work of the kind %s is what another processor makes of it',
		(style, type, item) => {
			const [{ text }] = cite({ items: [item], style });
			expect(text).toBe(DIFFERENCES[`${style} ${type}`] ?? ELSEWHERE[style][type]);
		}
	);

	it('stands in the text and in the bibliography by one number, in the order in which works came', () => {
		const numeric = COMMON_STYLES.filter(({ family }) => family === 'numeric');
		for (const { id } of numeric)
			for (const [i, { text, inText, id: item }] of cite({ items: NINE_KINDS, style: id }).entries()) {
				expect(item).toBe(NINE_KINDS[i].id);
				expect(/\d+/.exec(text)?.[0], id).toBe(String(i + 1));
				expect(/\d+/.exec(inText.text)?.[0], id).toBe(String(i + 1));
			}
	});

	it('tells works of the same authors and year apart, in the text as in the bibliography', () => {
		const two = ['x', 'y'].map((id) => ({ ...NINE_KINDS[1], id, title: `Quiet ${id}` }));
		const cited = cite({ items: two, style: 'apa' });
		expect(cited.map(({ inText }) => inText.text)).toEqual(['(Brackley, 1998a)', '(Brackley, 1998b)']);
		expect(cited.map(({ text }) => text)).toEqual([
			expect.stringContaining('(1998a)'),
			expect.stringContaining('(1998b)')
		]);
	});

	it('begins a subtitle with a capital where the style wants one, and leaves it elsewhere', () => {
		const item = { ...NINE_KINDS[0], title: 'Quiet rooms: “the sound of wards” and sleep' };
		const text = (style: string) => cite({ items: [item], style })[0].text;
		expect(text('apa')).toContain('Quiet rooms: “The sound of wards” and sleep');
		expect(text('vancouver')).toContain('Quiet rooms: “the sound of wards” and sleep');
	});

	it('speaks the language that is asked for', () => {
		const [, , chapter] = NINE_KINDS;
		const text = (locale?: string) => cite({ items: [chapter], style: 'apa', locale })[0].inText.text;
		expect(text()).toBe('(Camberly et al., 2005)');
		const two = cite({ items: [NINE_KINDS[0]], style: 'chicago-author-date', locale: 'de-DE' })[0].text;
		expect(two).toContain('und Per Voss');
		// One that has no words of its own speaks the nearest.
		expect(() => text('de-LU')).not.toThrow();
		expect(localeTags()).toContain('de-DE');
	});

	const ODD: [name: string, item: Partial<CslItem>][] = [
		['without title, authors or year', { title: undefined, author: [], issued: undefined }],
		['with nothing but a name of its own', { type: 'book', title: '', author: undefined, issued: undefined, 'container-title': undefined, publisher: undefined, page: undefined, volume: undefined, issue: undefined, DOI: undefined }],
		['of six hundred authors', { author: Array.from({ length: 600 }, (_, i) => ({ family: `Ashdene${i}`, given: 'K.' })) }],
		['from right to left', { title: 'الضوضاء في المستشفيات', author: [{ family: 'الراوي', given: 'نور' }] }],
		['of formulas', { title: 'For x < 3 & y > 2: H<sub>2</sub>O, α→β' }],
		['of a group', { author: [{ literal: 'Ward Study Group' }] }],
		['with a script in it', { title: '<script>alert(1)</script><img src=x onerror=alert(1)>', DOI: '"><b onmouseover=alert(1)>' }]
	]; // prettier-ignore
	it.each(ODD)('%s is given in every style, and can do nothing', (_, odd) => {
		for (const { id } of COMMON_STYLES) {
			const [{ html, text, inText }] = cite({ items: [{ ...NINE_KINDS[0], ...odd }], style: id });
			expect(text, id).toMatch(/\p{L}/u);
			expect(inText.text, id).not.toBe('');
			for (const said of [html, inText.html]) {
				expect(said, id).not.toContain('STYLE ERROR');
				expect(
					said.replace(/<\/?(i|b|sup|sub)>|<span style="font-[a-z]+: ?[a-z-]+;?">|<\/span>/g, ''),
					id
				).not.toMatch(/[<>]/);
			}
		}
	});

	it('is given in any style that is published', () => {
		const all = stylesLike('', 10_000);
		expect(all.length).toBeGreaterThan(2_000);
		fc.assert(
			fc.property(fc.constantFrom(...all), fc.constantFrom(...NINE_KINDS), ({ id }, item) => {
				const [{ text, inText }] = cite({ items: [item], style: id });
				expect(`${text}${inText.text}`, id).not.toBe('');
			}),
			{ numRuns: 40 }
		);
	});

	it('is refused in a style that nobody published', () => {
		expect(() => cite({ items: NINE_KINDS, style: 'by-heart' })).toThrow('“by-heart”');
	});
});

describe('citation styles', () => {
	it('are found by words of their names, the common ones first', () => {
		expect(
			stylesLike('HARVARD', 3)
				.map(({ id }) => id)
				.slice(0, 2)
		).toEqual(['harvard1', 'harvard-cite-them-right']);
		expect(stylesLike('no such style anywhere', 5)).toEqual([]);
	});
});
