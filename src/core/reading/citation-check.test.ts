import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../evidence/citation';
import { checkCitation, checkTogether, mended, type CitationRule, type Elsewhere } from './citation-check';

const issued = (year: number) => ({ 'date-parts': [[year]] });
const GOOD: CslItem = {
	id: 'x',
	type: 'article-journal',
	title: 'Reverberation in small classrooms',
	author: [
		{ family: 'Ashdene', given: 'K. M.' },
		{ family: 'Brackley', given: 'Iris' },
		{ family: 'al-Saqi', given: 'J.-P.' }
	],
	'container-title': 'Journal of Quiet Rooms',
	issued: issued(2012),
	volume: 4,
	page: '113-129',
	DOI: '10.5555/abc.1'
};
const other = (item: Partial<CslItem>, index = 'Sorrel'): Elsewhere => ({
	index,
	item: { ...GOOD, ...item }
});
const BARE = /…|\{/;

/** What is wrong, which rule sees it, what would mend it, and what another index has. */
const CASES: [
	wrong: Partial<CslItem>,
	rule: CitationRule,
	field: string,
	mend: unknown,
	elsewhere?: Elsewhere[]
][] = [
	[{ volume: undefined }, 'missing', 'volume', undefined],
	[{ volume: undefined }, 'missing', 'volume', 7, [other({ volume: '' }), other({ volume: 7 }, 'Alder')]],
	[{ author: [] }, 'missing', 'author', GOOD.author, [other({})]],
	[{ type: 'book' }, 'missing', 'publisher', undefined],
	[{ issued: undefined }, 'missing', 'issued', undefined],
	[
		{ title: 'REVERBERATION IN CLASSROOMS: A SURVEY' },
		'capitals',
		'title',
		'Reverberation in classrooms: A survey'
	],
	[
		{ title: 'REVERBERATION IN SMALL CLASSROOMS' },
		'capitals',
		'title',
		'Reverberation in small classrooms',
		[other({})]
	],
	[{ 'container-title': 'JOURNAL OF QUIET ROOMS' }, 'capitals', 'container-title', 'Journal of Quiet Rooms'],
	[
		{ author: [{ family: 'Ashdene', given: 'K M' }] },
		'initials',
		'author',
		[{ family: 'Ashdene', given: 'K. M.' }]
	],
	[
		{ author: [{ family: 'Ashdene', given: 'KM' }] },
		'initials',
		'author',
		[{ family: 'Ashdene', given: 'K. M.' }]
	],
	[{ author: [{ family: 'Ashdene KM' }] }, 'initials', 'author', [{ family: 'Ashdene', given: 'K. M.' }]],
	[{ author: [{ family: 'K. M. Ashdene' }] }, 'initials', 'author', [{ family: 'Ashdene', given: 'K. M.' }]],
	[
		{ author: [{ family: 'K.', given: 'Ashdene' }] },
		'name-order',
		'author',
		[{ family: 'Ashdene', given: 'K.' }]
	],
	[
		{ author: [{ family: 'Iris', given: 'Brackley' }] },
		'name-order',
		'author',
		[{ family: 'Brackley', given: 'Iris' }],
		[other({})]
	],
	[{ page: '113-29' }, 'pages', 'page', '113-129'],
	[{ page: '1298–305' }, 'pages', 'page', '1298-1305'],
	[{ page: '129-113' }, 'pages', 'page', undefined],
	[{ page: '129-113' }, 'pages', 'page', '113-129', [other({})]],
	[
		{ issued: issued(2011) },
		'year',
		'issued',
		issued(2012),
		[other({ DOI: 'https://doi.org/10.5555/ABC.1' })]
	],
	[{ title: 'Sleep &amp;amp; rest' }, 'markup', 'title', 'Sleep & rest'],
	[{ title: 'Effects of CO<sub>2</sub> &#8211; a trial' }, 'markup', 'title', 'Effects of CO2 – a trial'],
	[{ DOI: 'doi:10.5555/ABC.1' }, 'doi', 'DOI', '10.5555/abc.1'],
	[{ DOI: 'see the web page' }, 'doi', 'DOI', null]
];

describe('the check of a citation', () => {
	it.each(CASES)('of %j says “%s” of its %s', (wrong, rule, field, mend, elsewhere = []) => {
		const item = { ...GOOD, ...wrong } as CslItem;
		const finding = checkCitation(item, elsewhere).find((one) => one.rule === rule && one.field === field);
		expect(finding?.mend).toEqual(mend);
		expect(finding?.says).toMatch(/\.$/);
		expect(finding?.says).not.toMatch(BARE);
		if (mend === undefined) return;
		// What is mended is not found again.
		const after = checkCitation(mended(item, { [field]: mend }), elsewhere);
		expect(after.filter((one) => one.rule === rule && one.field === field)).toEqual([]);
	});

	it.each<Partial<CslItem>>([
		{},
		{ title: 'DNA' },
		{ title: 'ضوضاء المستشفيات' },
		{ title: 'For all x < 3 and y > 2' },
		{ page: '113' },
		{ page: 'e1204' },
		{ page: 'S12-S19' },
		{ author: [{ literal: 'ASHDENE WARD STUDY GROUP' }] },
		{ author: [{ family: 'O’Shea', given: 'Ó.' }] },
		{ type: 'manuscript', volume: undefined, page: undefined }
	])('finds nothing wrong with %j', (fine) => {
		expect(checkCitation({ ...GOOD, ...fine }, [other({})])).toEqual([]);
	});

	it('says of six hundred authors what is wrong in one finding', () => {
		const author = Array.from({ length: 600 }, (_, i) => ({ family: `Ashdene${i}`, given: 'K' }));
		const [finding, ...more] = checkCitation({ ...GOOD, author });
		expect(more).toEqual([]);
		expect(finding.says).toContain('So with 599 more.');
		expect((finding.mend as unknown[]).length).toBe(600);
	});

	it('ends, and takes its own mends, whatever it is given', () => {
		const text = fc.oneof(
			fc.string({ maxLength: 12 }),
			fc.constantFrom('&amp;amp;lt;b&gt;', '<i>x</i', 'A B', 'AB', 'K.', '10.1/x', '19-2', '2-19')
		);
		const item = fc.record({
			id: fc.constant('x'),
			type: fc.constantFrom('article-journal', 'book', 'nothing'),
			title: text,
			'container-title': text,
			page: text,
			DOI: text,
			author: fc.array(fc.record({ family: text, given: text }, { requiredKeys: [] }), { maxLength: 3 })
		});
		fc.assert(
			fc.property(item, fc.array(item, { maxLength: 2 }), (own, others) => {
				const elsewhere = others.map((one, i) => ({ index: `I${i}`, item: one }));
				let state: CslItem = own;
				for (let round = 0; round < 8; round++) {
					const mends = checkCitation(state, elsewhere).filter(({ mend }) => mend !== undefined);
					if (mends.length === 0) return;
					for (const { field, mend } of mends) state = mended(state, { [field]: mend });
				}
				expect(checkCitation(state, elsewhere).filter(({ mend }) => mend !== undefined)).toEqual([]);
			})
		);
	});
});

describe('the check of a list of citations', () => {
	const list = (...sources: string[]) =>
		sources.map((source, i) => ({
			id: `w${i}`,
			item: { ...GOOD, id: `w${i}`, title: `Work ${i}`, 'container-title': source }
		}));

	it.each([
		[['Quiet Rooms', 'Quiet Rooms', 'Quiet rooms'], 'Quiet Rooms'],
		[['Sound & Rest', 'Sound and Rest', 'Sound and Rest'], 'Sound and Rest'],
		[['J. Quiet Rooms', 'Journal of Quiet Rooms', 'Journal of Quiet Rooms'], 'Journal of Quiet Rooms'],
		[['The Quiet Review', 'Quiet Review', 'The Quiet Review'], 'The Quiet Review']
	])('%j are one source', (sources, best) => {
		const works = list(...sources);
		const found = checkTogether(works);
		for (const { id, item } of works) {
			const finding = found.get(id)?.find(({ rule }) => rule === 'source-two-ways');
			expect(finding?.mend).toBe(item['container-title'] === best ? undefined : best);
		}
	});

	it('leaves sources apart that only begin alike, or where an abbreviation can mean two', () => {
		expect(checkTogether(list('Quiet Rooms', 'Quiet Rooms Letters')).size).toBe(0);
		expect(checkTogether(list('J. Rest', 'Journal of Rest', 'Journal of Restoration')).size).toBe(0);
	});

	it('sees the same work twice, by its title, first author and year', () => {
		const works = list('A', 'A', 'A').map(({ id, item }, i) => ({
			id,
			item: { ...item, title: i === 1 ? 'Din!' : 'din', issued: issued(i === 2 ? 1999 : 2012) }
		}));
		const found = checkTogether(works);
		expect([...found.keys()]).toEqual(['w1']);
		expect(found.get('w1')?.[0].rule).toBe('twice');
	});
});
