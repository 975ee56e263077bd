import { describe, expect, it } from 'vitest';
import { isoRows } from './iso25964';
import { SkosReader } from './skos-read';
import { csvStatements } from './vocabulary-csv';

const term = (name: string, text: string, lang = 'en') =>
	`<${name}><identifier>t-${text}</identifier><lexicalValue xml:lang="${lang}">${text}</lexicalValue></${name}>`;
const concept = (id: string, label: string, more = '') =>
	`<ThesaurusConcept dc:date="2020"><identifier>${id}</identifier>${term('PreferredTerm', label)}${more}</ThesaurusConcept>`;
const hierarchy = (has: string, is: string, role = '') =>
	`<HierarchicalRelationship>${role && `<role>${role}</role>`}<isHierRelConcept>${is}</isHierRelConcept><hasHierRelConcept>${has}</hasHierRelConcept></HierarchicalRelationship>`;
const file = (...parts: string[]) =>
	`<?xml version="1.0" encoding="UTF-8"?>
<iso:ISO25964Interchange xmlns:iso="http://iso25964.org/" xmlns="http://iso25964.org/" xmlns:dc="http://purl.org/dc/elements/1.1/">
<Thesaurus><identifier>moor</identifier><title>Moor</title>
${parts.join('\n')}
</Thesaurus></iso:ISO25964Interchange>`;

function read(text: string) {
	const { rows, findings } = isoRows(text);
	const reader = new SkosReader();
	for (const statement of csvStatements(rows).statements) reader.add(statement);
	const { data } = reader.finish();
	const label = (n: number) => data.headings[n].labels[0].text;
	return {
		data,
		findings,
		broader: Object.fromEntries(
			data.headings.map((heading) => [heading.labels[0].text, heading.broader.map(label)])
		),
		heading: (name: string) => data.headings.find(({ labels }) => labels.some(({ text }) => text === name))
	};
}

describe('ISO 25964', () => {
	it('gives headings in their languages, entry terms, notes, notations and what is related', () => {
		const { data, heading, findings } = read(
			file(
				concept(
					'c1',
					'bog plants',
					`${term('PreferredTerm', 'Moorpflanzen', 'de')}${term('SimpleNonPreferredTerm', 'mire plants')}
					<SimpleNonPreferredTerm><lexicalValue xml:lang="en">bogplants</lexicalValue><hidden>true</hidden></SimpleNonPreferredTerm>
					<notation>B.1</notation><ScopeNote><lexicalValue xml:lang="en">Those of wet &amp; sour ground.</lexicalValue></ScopeNote>
					<HistoryNote><lexicalValue>Since 1990.</lexicalValue></HistoryNote>`
				),
				concept('c2', 'peat'),
				'<AssociativeRelationship><role>RT</role><isRelatedConcept>c2</isRelatedConcept><hasRelatedConcept>c1</hasRelatedConcept></AssociativeRelationship>'
			)
		);
		const bog = heading('bog plants');
		expect(bog?.labels).toEqual([
			{ lang: 'en', text: 'bog plants' },
			{ lang: 'de', text: 'Moorpflanzen' }
		]);
		expect(bog?.notation).toBe('B.1');
		expect(bog?.hidden.map(({ text }) => text)).toEqual(['bogplants']);
		expect(bog?.notes.map(({ kind, text }) => [kind, text])).toEqual([
			['scope', 'Those of wet & sour ground.'],
			['history', 'Since 1990.']
		]);
		expect(data.entryTerms.map(({ text }) => text)).toEqual(['mire plants']);
		expect(bog?.related).toEqual([data.headings.indexOf(heading('peat')!)]); // eslint-disable-line @typescript-eslint/no-non-null-assertion -- it was just read
		expect(findings).toEqual([]);
	});

	it('takes the role of a hierarchical relation at its word, either way round', () => {
		const { broader } = read(
			file(
				concept('a', 'plants'),
				concept('b', 'mosses'),
				concept('c', 'lichens'),
				hierarchy('b', 'a', 'BTG'),
				hierarchy('a', 'c', 'NT')
			)
		);
		expect(broader).toEqual({ plants: [], mosses: ['plants'], lichens: ['plants'] });
	});

	it('is told by top concepts where relations say no role, and says what it took them for', () => {
		const top = '<topConcept>true</topConcept>';
		const three = [concept('a', 'plants', top), concept('b', 'mosses'), concept('c', 'peat moss')];
		const one = read(file(...three, hierarchy('b', 'a'), hierarchy('c', 'b')));
		const other = read(file(...three, hierarchy('a', 'b'), hierarchy('b', 'c')));
		for (const { broader } of [one, other])
			expect(broader).toEqual({ plants: [], mosses: ['plants'], 'peat moss': ['mosses'] });
		expect(one.findings[0].message).toMatch(/^2 .*isHierRelConcept was taken for the broader/);
		expect(other.findings[0].message).toMatch(/hasHierRelConcept was taken for the broader/);
	});

	it('gives compound terms and groups, and names what nothing is kept of', () => {
		const { data, findings } = read(
			file(
				concept('a', 'plants', '<ConceptAttribute><lexicalValue>x</lexicalValue></ConceptAttribute>'),
				concept('b', 'frost'),
				`<CompoundEquivalence>${term('SplitNonPreferredTerm', 'frost hardy plants')}${term('PreferredTerm', 'plants')}${term('PreferredTerm', 'frost')}</CompoundEquivalence>`,
				'<ThesaurusArray><identifier>g</identifier><NodeLabel><lexicalValue xml:lang="en">by place</lexicalValue></NodeLabel><hasMemberConcept>b</hasMemberConcept><hasMemberConcept>a</hasMemberConcept></ThesaurusArray>',
				'<ThesaurusConcept><identifier>e</identifier></ThesaurusConcept>'
			)
		);
		expect(data.entryTerms).toMatchObject([{ text: 'frost hardy plants', headings: [0, 1] }]);
		expect(data.collections).toMatchObject([{ labels: [{ text: 'by place' }], members: [1, 0] }]);
		expect(findings.map(({ rule, subject }) => [rule, subject])).toEqual([
			['missing-label', 'e'],
			['statement-not-kept', 'ConceptAttribute']
		]);
	});

	it('refuses what is no XML, with its line, and XML of another kind', () => {
		expect(() => isoRows('<Thesaurus>\n<a></b>')).toThrow(/Line 2/);
		expect(() => isoRows('<html><body/></html>')).toThrow(/no Thesaurus of ISO 25964/);
	});
});
