import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BibtexReader } from '../../../core/formats/bibtex';
import { writeBibtex } from '../../../core/formats/bibtex-write';
import { keyOf } from '../../../core/formats/record-draft';
import { anyDraft } from '../../../core/formats/record-drafts.test-aid';
import { toDrafts } from '../../../core/formats/record-keywords';
import { readWhole } from '../../../core/formats/record-reading';
import { parseBibtex } from './bibtex-entry';

const LABELS = ['Noise, Indoor', 'Sleep', 'Rest / Repose'];
const addressOf = (label: string) => `https://x.example/${encodeURIComponent(label)}`;
const headingOf = (label: string, uri?: string) => {
	const known = LABELS.find((one) => one === label || addressOf(one) === uri);
	return known === undefined ? undefined : [{ uri: addressOf(known), label: known }];
};
const read = (text: string) => readWhole(new BibtexReader(parseBibtex), text);
const items = (text: string) => read(text).records.map(({ item }) => item);

describe('records as BibTeX', () => {
	it('come in as they went out', () => {
		fc.assert(
			fc.property(
				fc.uniqueArray(anyDraft(LABELS), { minLength: 1, maxLength: 4, selector: ({ key }) => key }),
				(drafts) => {
					const reading = read(writeBibtex(drafts, parseBibtex));
					expect(reading.findings.filter(({ severity }) => severity !== 'note')).toEqual([]);
					expect(toDrafts(reading.records, headingOf, keyOf).drafts).toEqual(drafts);
				}
			),
			{ numRuns: 300 }
		);
	});

	it('write accents, signs and months as every reader knows them', () => {
		const [entry] = [writeBibtex([{ key: 'a1', item: { id: 'a1', type: 'article-journal', title: 'Zoë & <i>E. coli</i>: 50 %', author: [{ family: 'Müller', given: 'Žofie' }, { literal: 'Council of Rooms and Halls' }], issued: { 'date-parts': [[2011, 5]] }, page: '5-9' }, taggings: [] }], parseBibtex)];
		for (const line of ['@article{a1,', "title = {Zo{\\\"e} \\& \\textit{E. coli}: 50 \\%}", 'author = {M{\\"u}ller, {\\v Z}ofie and {Council of Rooms and Halls}}', 'month = may', 'pages = {5--9}'])
			expect(entry).toContain(line);
		expect(entry).not.toContain('more =');
	}); // prettier-ignore
});

/** As they stand in the formats' own documentation, and what each means. */
describe('BibTeX from elsewhere', () => {
	it.each<[string, string, object[]]>([
		['strings, put together', '@string{q = "Quiet"}\n@string(j = q # { Rooms})\n@article{a, title = q # " halls", journal = j, year = 2011}', [{ id: 'a', title: 'Quiet halls', 'container-title': 'Quiet Rooms' }]],
		['comments and preambles', 'Anything at all\n@comment{@book{no, title={N}}}\n@preamble{"\\newcommand{\\x}{y}"}\n@book{b, title={B}}', [{ id: 'b', title: 'B' }]],
		['parentheses', '@book(k, title = {T (of a kind)}, year = 1999)', [{ id: 'k', title: 'T (of a kind)' }]],
		['several on a line', '@book{a, title={A}} @book{b, title={B}}@book{c, title={C}}', [{ id: 'a' }, { id: 'b' }, { id: 'c' }]],
		['nested braces', '@article{a, title={The {{DNA}} of {R}ooms}, journal={{J}}}', [{ title: 'The DNA of Rooms', 'container-title': 'J' }]],
		['quotation marks within braces', '@article{a, title = "A {"}quiet{"} room"}', [{ title: 'A "quiet" room' }]],
		['institutions', '@report{a, author={{World Council of Rooms and Halls} and Roe, Ines}, title={T}, institution={X}}', [{ author: [{ literal: 'World Council of Rooms and Halls' }, { family: 'Roe', given: 'Ines' }] }]],
		['accents in every way', '@book{a, title={\\"{o} {\\"o} \\"o {\\\'e} \\\'{e} \\c{c} \\v{s} {\\ss} {\\o} {\\AE}}}', [{ title: 'ö ö ö é é ç š ß ø Æ' }]],
		['maths', '@article{a, title={On $\\alpha$ and $x^2$}}', [{ title: 'On α and x²' }]],
		['dates of biblatex', '@article{a, title={T}, date={2011-05-03}, journaltitle={J}}\n@book{b, title={B}, date={2001/2003}}', [{ issued: { 'date-parts': [[2011, 5, 3]] }, 'container-title': 'J' }, { issued: { 'date-parts': [[2001], [2003]] } }]],
		['months by name, number and string', '@book{a, title={T}, year=2011, month=may}@book{b, title={T}, year=2011, month={May}}@book{c, title={T}, year=2011, month={5}}', Array.from({ length: 3 }, () => ({ issued: { 'date-parts': [[2011, 5]] } }))],
		['types of biblatex', '@online{a, title={T}, url={https://x.example/}}@thesis{b, title={T}, type={phdthesis}, institution={U}}@review{c, title={T}, journaltitle={J}}@collection{d, title={T}}', [{ type: 'webpage' }, { type: 'thesis', publisher: 'U' }, { type: 'review', 'container-title': 'J' }, { type: 'book' }]],
		['a book that chapters refer to, further down', '@inbook{c, crossref={b}, title={Chapter}, pages={1--9}}\n@book{b, title={Book}, publisher={P}, year=2001, doi={10.5555/b}}', [{ id: 'b', title: 'Book' }, { id: 'c', title: 'Chapter', 'container-title': 'Book', publisher: 'P', issued: { 'date-parts': [[2001]] } }]],
		['a title kept apart, which is the entry’s own', '@xdata{x, title={T}}@incollection{c, xdata={x}, booktitle={B}}', [{ title: 'T', 'container-title': 'B' }]],
		['parts kept apart for several entries', '@xdata{x, publisher={P}, location={Quarrybank}}@book{b, title={B}, xdata={x}}', [{ id: 'b', publisher: 'P', 'publisher-place': 'Quarrybank' }]]
	])('is read with %s', (_, text, wanted) => {
		const got = items(text);
		expect(got).toHaveLength(wanted.length);
		got.forEach((item, i) => expect(item).toMatchObject(wanted[i]));
		expect(read(text).findings.filter(({ severity }) => severity === 'error')).toEqual([]);
	}); // prettier-ignore

	it('does not give a chapter the DOI of its book', () => {
		const [, chapter] = items('@book{b, title={B}, doi={10.5555/b}, abstract={All}}\n@inbook{c, crossref={b}, title={C}}');
		expect(chapter).not.toHaveProperty('DOI');
		expect(chapter).not.toHaveProperty('abstract');
	}); // prettier-ignore

	it.each([
		'author={Roe, Ines and others}',
		'author={Ines Roe and Others}, bookauthor={Foo, B. and others}',
		'author="Roe, Ines and\n  {others}"',
		'author={Roe, Ines and et al.}'
	])('makes nobody of those whom it does not name: %s', (authors) => {
		const { records, findings } = read(`@incollection{a, ${authors}, title={T}}`);
		expect(JSON.stringify(records[0].item)).not.toMatch(/others|al\./i);
		expect(records[0].item.author).toEqual([{ family: 'Roe', given: 'Ines' }]);
		expect(findings.map(({ rule }) => rule)).toContain('and-others');
		expect(writeBibtex([{ key: 'a', item: records[0].item, taggings: [] }], parseBibtex)).not.toMatch(/others/);
	}); // prettier-ignore

	it('names what it does not keep, and what it cannot know, with its line', () => {
		const { records, findings, read: all } = read('@article{a, author={Roe, Ines and others}, title={T}, annotator={Somebody else entirely}}\n@book{b, title={T}, crossref={gone}}\n\n@book{c, title = nowhere, year = 2001}\n@book{d, title {T}}\n@book{e, title = {T}');
		expect(all).toBe(5);
		expect(records.map(({ key }) => key).sort()).toEqual(['a', 'b', 'c']);
		expect(findings.map(({ rule, line, subject = '' }) => [rule, line, subject]).sort()).toEqual([
			['and-others', 1, ''],
			['crossref-missing', 2, 'gone'],
			['entry-not-closed', 6, ''],
			['entry-unreadable', 5, ''],
			['field-not-kept', 1, 'annotator'],
			['string-unknown', 4, 'nowhere']
		]);
	}); // prettier-ignore
});
