import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import { apply, execute, type Command, type Inquiry } from '../crosswalk';
import { crosswalkToCsv } from './crosswalk-csv';
import { conceptUri, crosswalkToTurtle } from './crosswalk-skos';
import { PREFIXES } from './skos-names';
import { LabelIndex } from '../lookup/label-index';
import { LONGEST_LABEL, SkosReader, uniqueKeys } from './skos-read';

const HEAD = `@prefix skos: <${PREFIXES.skos}> . @prefix skosxl: <${PREFIXES.skosxl}> . @prefix oak: <${PREFIXES.oak}> .
@prefix dct: <${PREFIXES.dct}> . @prefix x: <https://x.example/> .\n`;

function read(turtle: string) {
	const reader = new SkosReader();
	for (const statement of new Parser().parse(HEAD + turtle)) reader.add(statement);
	const reading = reader.finish();
	reader.inspectLabels(reading, LabelIndex.build(reading.data));
	return reading;
}
const rules = (turtle: string) => read(turtle).findings.map(({ rule }) => rule);

describe('a SKOS vocabulary', () => {
	it('is read with labels, notes, links and years', () => {
		const { data, counts } = read(`
			x:a a skos:Concept ; skos:prefLabel "Sleep"@en, "Sueño"@es ; skos:altLabel "Slumber"@en ; skos:scopeNote "Rest."@en .
			x:b a skos:Concept ; skos:prefLabel "Naps"@en ; skos:broader x:a ; oak:introduced "1988" ; dct:replaces x:a ; oak:aspect "causes" .`);
		expect(data.headings.map(({ labels }) => labels[0].text)).toEqual(['Sleep', 'Naps']);
		expect(data.headings[1]).toMatchObject({
			broader: [0],
			introduced: 1988,
			replaces: [0],
			aspects: ['causes'],
			key: 'b'
		});
		expect(data.entryTerms).toEqual([{ lang: 'en', text: 'Slumber', headings: [0] }]);
		expect(counts).toMatchObject({ headings: 2, entryTerms: 1, relations: 1, notes: 1, refused: 0 });
		expect(counts.read).toBe(counts.kept + counts.refused);
	});

	it('may have its labels as resources, its narrower links alone, and compound entry terms', () => {
		const { data } = read(`
			x:a a skos:Concept ; skosxl:prefLabel x:l1 ; skos:narrower x:b . x:l1 skosxl:literalForm "Walls"@en .
			x:b a skos:Concept ; skosxl:prefLabel [ skosxl:literalForm "Paint"@en ] .
			x:c a oak:CompoundEntryTerm ; skosxl:literalForm "Wall paint"@en ; oak:useTogether x:a, x:b .`);
		expect(data.headings[1].broader).toEqual([0]);
		expect(data.entryTerms).toEqual([{ lang: 'en', text: 'Wall paint', headings: [0, 1] }]);
	});

	it.each([
		['unknown-target', 'x:a skos:prefLabel "A"@en ; skos:broader x:gone .'],
		['missing-label', 'x:a a skos:Concept . x:b skos:prefLabel "B"@en .'],
		['self-relation', 'x:a skos:prefLabel "A"@en ; skos:broader x:a .'],
		[
			'cycle',
			'x:a skos:prefLabel "A"@en ; skos:broader x:b . x:b skos:prefLabel "B"@en ; skos:broader x:a .'
		],
		[
			'broader-and-related',
			'x:a skos:prefLabel "A"@en ; skos:broader x:b ; skos:related x:b . x:b skos:prefLabel "B"@en .'
		],
		['one-way-related', 'x:a skos:prefLabel "A"@en ; skos:related x:b . x:b skos:prefLabel "B"@en .'],
		[
			'one-way-hierarchy',
			'x:a skos:prefLabel "A"@en ; skos:broader x:b . x:b skos:prefLabel "B"@en ; skos:narrower x:c . x:c skos:prefLabel "C"@en .'
		],
		[
			'entry-equals-heading',
			'x:a skos:prefLabel "A"@en ; skos:altLabel "B"@en . x:b skos:prefLabel "B"@en .'
		],
		['same-label', 'x:a skos:prefLabel "A"@en . x:b skos:prefLabel "A"@en .'],
		['labels-alike', 'x:a skos:prefLabel "Sound-proofing"@en . x:b skos:prefLabel "Sound proofing"@en .'],
		['second-label', 'x:a skos:prefLabel "A"@en, "Z"@en .'],
		['no-language', 'x:a skos:prefLabel "A"@en, "Z" .'],
		[
			'orphan',
			'x:a skos:prefLabel "A"@en . x:b skos:prefLabel "B"@en ; skos:broader x:c . x:c skos:prefLabel "C"@en .'
		],
		['entry-without-heading', 'x:a skos:prefLabel "A"@en . x:z skos:altLabel "Stray"@en .'],
		['label-mended', 'x:a skos:prefLabel "A\\u0007  B"@en .'],
		['empty-label', 'x:a skos:prefLabel "A"@en ; skos:altLabel " "@en .'],
		[
			'broader-and-related',
			'x:a skos:prefLabel "A"@en . x:b skos:prefLabel "B"@en ; skos:broader x:a . x:c skos:prefLabel "C"@en ; skos:broader x:b ; skos:related x:a . '
		],
		['label-too-long', `x:a skos:prefLabel "A"@en ; skos:altLabel "${'l'.repeat(LONGEST_LABEL + 1)}"@en .`],
		['not-a-year', 'x:a skos:prefLabel "A"@en ; oak:introduced "long ago" .']
	])('reports %s', (rule, turtle) => {
		expect(rules(turtle)).toContain(rule);
		const { counts } = read(turtle);
		expect(counts.read).toBe(counts.kept + counts.refused);
	});

	it('keeps collections apart from headings, ordered ones and their lists too, and schemes out', () => {
		const { data, counts, findings } = read(`
			x:a skos:prefLabel "A"@en . x:b skos:prefLabel "B"@en .
			x:s a skos:ConceptScheme ; skos:prefLabel "The whole"@en .
			x:g a skos:Collection ; skos:prefLabel "By use"@en ; skos:member x:b, x:gone, x:o .
			x:o a skos:OrderedCollection ; skos:prefLabel "In turn"@en ; skos:memberList (x:b x:a) .
			x:e a skos:Collection ; skos:prefLabel "Empty"@en .`);
		expect(data.headings.map(({ labels }) => labels[0].text)).toEqual(['A', 'B']);
		expect(data.collections.map(({ labels, members }) => [labels[0].text, members])).toEqual([
			['By use', [1, { collection: 1 }]],
			['In turn', [1, 0]]
		]);
		expect(findings.map(({ rule }) => rule).sort()).toEqual(['empty-collection', 'unknown-target']);
		expect(counts.read).toBe(counts.kept + counts.refused);
	});

	it('without faults reports nothing', () => {
		expect(rules('x:a skos:prefLabel "A"@en . x:b skos:prefLabel "B"@en ; skos:broader x:a .')).toEqual([]);
	});

	it('keeps right-to-left and combining characters', () => {
		const { data } = read('x:a skos:prefLabel "صوت"@ar, "e\\u0301cole"@fr .');
		expect(data.headings[0].labels.map(({ text }) => text)).toEqual(['صوت', 'e\u0301cole']);
	});

	it('gives every URI its own short identifier', () => {
		const uris = [
			'https://x.example/a',
			'https://y.example/a',
			'https://x.example/b#c',
			'urn:x:d',
			'https://x.example/e%20f'
		];
		const keys = uniqueKeys(uris);
		expect(new Set(keys.values()).size).toBe(uris.length);
		expect(keys.get('https://x.example/b#c')).toBe('c');
	});
});

const inquiry: Inquiry = (
	[
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'a', edition: '2024', headings: [{ uri: 'https://a.example/1', label: 'Noise, Indoor' }], fit: 'broader', withNarrower: true, note: '=1+1' },
		{ kind: 'pick.add', id: 'p2', conceptId: 'c1', indexCode: 'a', edition: '2024', headings: [{ uri: 'https://a.example/2', label: 'Walls' }, { uri: 'https://a.example/3', label: 'Paint' }] },
		{ kind: 'pick.add', id: 'p3', conceptId: 'c1', indexCode: 'a', edition: '2024', headings: [{ uri: 'https://a.example/4', label: 'Noise (Electrical)' }], role: 'rejected' },
		{ kind: 'cell.noHeading', conceptId: 'c1', indexCode: 'b', tried: ['din', 'noise'], edition: '7' }
	] as Command[]
).reduce((state, command) => apply(state, execute(state, command)), {
	about: { id: 'q 1', title: 'Quiet', question: 'Why?', indexes: ['a', 'b'] },
	concepts: {},
	words: {},
	cells: {},
	picks: {}
} as Inquiry); // prettier-ignore
const indexes = [
	{ code: 'a', name: 'Alder', edition: '2024' },
	{ code: 'b', name: 'Bracken', edition: '7' }
];

describe('the crosswalk as a file', () => {
	it('is CSV with a row a pick and a row for each cell without, formulas made harmless', () => {
		const lines = crosswalkToCsv(inquiry, indexes).trim().split('\r\n');
		expect(lines).toHaveLength(5);
		expect(lines[1]).toContain('"Noise, Indoor",https://a.example/1,yes,searched,broader,\'=1+1,');
		expect(lines[2]).toContain('Walls | Paint');
		expect(lines[3]).toContain('considered');
		expect(lines[4]).toContain('no heading here');
		expect(lines[4]).toContain('din | noise');
	});

	it('is SKOS whose mapping relations follow the fits; headings together and rejected ones are not mapped', () => {
		const statements = new Parser().parse(crosswalkToTurtle(inquiry));
		const of = (name: string) =>
			statements
				.filter(({ predicate }) => predicate.value === PREFIXES.skos + name)
				.map(({ subject, object }) => [subject.value, object.value]);
		expect(of('broadMatch')).toEqual([[conceptUri('q 1', 'c1'), 'https://a.example/1']]);
		expect(of('mappingRelation')).toEqual([]);
		expect(of('altLabel')).toEqual([[conceptUri('q 1', 'c1'), 'din']]);
		const together = statements.filter(({ predicate }) => predicate.value === PREFIXES.oak + 'useTogether');
		expect(together.map(({ object }) => object.value)).toEqual([
			'https://a.example/2',
			'https://a.example/3'
		]);
		expect(statements.some(({ object }) => object.value === 'https://a.example/4')).toBe(false);
	});
});

describe('addresses that are none', () => {
	it('are escaped in the crosswalk, so that nothing can be put into the file by one', () => {
		const commands: Command[] = [
			{ kind: 'concept.add', id: 'c1', name: 'noise' },
			{
				kind: 'pick.add',
				id: 'p1',
				conceptId: 'c1',
				indexCode: 'a',
				edition: '1',
				headings: [{ uri: 'https://x.example/a> . <urn:evil> <urn:p> "taken', label: 'Noise' }]
			}
		];
		let inquiry: Inquiry = {
			about: { id: 'q', title: 'Quiet', question: '', indexes: ['a'], wordField: 'keywords' },
			concepts: {},
			words: {},
			cells: {},
			picks: {},
			sightings: {},
			pearls: {},
			entries: {},
			strategies: {},
			limits: {},
			names: {},
			comments: {}
		};
		for (const command of commands) inquiry = apply(inquiry, execute(inquiry, command));
		const quads = new Parser().parse(crosswalkToTurtle(inquiry));
		expect(quads.some(({ subject }) => subject.value === 'urn:evil')).toBe(false);
		const [mapping] = quads.filter(({ predicate }) => predicate.value === `${PREFIXES.skos}mappingRelation`);
		expect(mapping.object.value).toBe('https://x.example/a%3E%20.%20%3Curn:evil%3E%20%3Curn:p%3E%20%22taken');
	});
});
