import fc from 'fast-check';
import { Parser, Writer } from 'n3';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import {
	MAPPING_RELATIONS,
	NOTE_KINDS,
	type HeadingData,
	type VocabularyData
} from '../vocabulary/vocabulary-data';
import { SkosReader, uniqueKeys } from './skos-read';
import type { Statement } from './skos-statements';
import { vocabularyJsonLd, vocabularyStatements } from './skos-write';
import { CSV_COLUMNS, csvStatements, joinList, splitList, vocabularyRows } from './vocabulary-csv';

const word = fc.constantFrom(
	'Noise',
	'sueño',
	'A | B',
	'Rooms, Quiet',
	'صوت',
	'Wall "inner"',
	"Nurses' desks",
	'=1+1',
	'\\ bar'
);
const label = fc.tuple(word, fc.nat(999)).map(([text, number]) => `${text} ${number}`);
const lang = fc.constantFrom('en', 'es', '');
const year = fc.option(fc.integer({ min: 1900, max: 2030 }), { nil: undefined });

/** Vocabularies as an import leaves them: links mended, labels clean and not repeated under one heading. */
const vocabulary: fc.Arbitrary<VocabularyData> = fc.integer({ min: 1, max: 6 }).chain((size) => {
	const others = (n: number) =>
		fc.uniqueArray(fc.nat(size - 1), { maxLength: 2 }).map((list) => list.filter((m) => m !== n).sort());
	const heading = (n: number): fc.Arbitrary<HeadingData> =>
		fc.record({
			uri: fc.constant(`https://v.example/${n}`),
			key: fc.constant(String(n)),
			labels: fc.uniqueArray(fc.record({ lang, text: label }), { minLength: 1, maxLength: 3, selector: (l) => l.lang }),
			hidden: fc.uniqueArray(fc.record({ lang, text: fc.nat(99).map((i) => `hidden ${i}`) }), { maxLength: 2, selector: (l) => l.text }),
			notes: fc.array(fc.record({ kind: fc.constantFrom(...NOTE_KINDS), lang, text: label }), { maxLength: 3 }),
			introduced: year,
			retired: fc.option(fc.constantFrom(0, 1999), { nil: undefined }),
			broader: others(n),
			related: fc.constant<number[]>([]),
			replaces: others(n),
			aspects: fc.uniqueArray(fc.constantFrom('causes', 'costs', 'use | wear'), { maxLength: 2 }),
			codes: fc.uniqueArray(
				fc.record({ text: fc.constantFrom('N.1', '7|2', '613.5'), type: fc.constantFrom(undefined, 'https://v.example/code') }),
				{ maxLength: 3, selector: ({ text, type }) => `${text} ${type}` }
			)
		}).map(({ codes, ...rest }) => ({ ...rest, ...withCodes(codes) })); // prettier-ignore
	const match = fc.record({
		heading: fc.nat(size - 1),
		relation: fc.constantFrom(...MAPPING_RELATIONS),
		target: fc.nat(9).map((i) => `https://w.example/${i}`)
	});
	const kind = fc.constantFrom({}, { isOrdered: true as const }, { isScheme: true as const });
	return fc
		.tuple(
			fc.tuple(...Array.from({ length: size }, (_, n) => heading(n))),
			fc.uniqueArray(fc.tuple(fc.nat(size - 1), lang), {
				maxLength: 6,
				selector: ([n, language]) => `${n}${language}`
			}),
			size > 1 ? fc.array(label, { maxLength: 2 }) : fc.constant([]),
			fc.array(fc.tuple(fc.uniqueArray(fc.nat(size - 1), { minLength: 1 }), kind, fc.boolean()), {
				maxLength: 3
			}),
			fc.uniqueArray(match, { maxLength: 4, selector: (one) => JSON.stringify(one) })
		)
		.map(([headings, single, compound, groups, mappings]) => ({
			headings,
			entryTerms: [
				...single.map(([n, language], i) => ({ lang: language, text: `entry | ${i}`, headings: [n] })),
				...compound.map((text) => ({ lang: 'en', text, headings: [0, 1] }))
			],
			collections: groups
				// A reader gives schemes after collections; one that holds every heading is the vocabulary itself.
				.filter(([members, { isScheme }]) => !isScheme || members.length < size)
				.sort(([, a], [, b]) => Number('isScheme' in a) - Number('isScheme' in b))
				.map(([members, settings, isNested], i) => ({
					uri: `https://v.example/collection/${i}`,
					labels: [
						{ lang: 'en', text: `Group ${i}` },
						{ lang: 'es', text: `Grupo ${i}` }
					],
					members: isNested && i > 0 && !('isScheme' in settings) ? [{ collection: 0 }, ...members] : members,
					...settings
				})),
			...(mappings.length > 0 && { mappings })
		}));
});

function withCodes(
	codes: readonly { text: string; type?: string }[]
): Pick<HeadingData, 'notation' | 'notations'> {
	if (codes.length === 0) return { notation: undefined };
	const all = codes.map(({ text, type }) => (type === undefined ? { text } : { text, type }));
	return all.length === 1 && all[0].type === undefined
		? { notation: all[0].text }
		: { notation: all[0].text, notations: all };
}

/** The same vocabulary with everything in one order, as formats may keep another. */
function settled({ headings, entryTerms, collections, mappings = [] }: VocabularyData) {
	const sorted = <T>(list: readonly T[]) => [...list].map((item) => JSON.stringify(item)).sort();
	return {
		headings: headings.map(({ labels, hidden, notes, broader, replaces, aspects, ...rest }) => ({
			...rest,
			labels: sorted(labels),
			hidden: sorted(hidden),
			notes: sorted(notes),
			broader: [...broader].sort(),
			replaces: [...replaces].sort(),
			aspects: sorted(aspects)
		})),
		entryTerms: sorted(
			entryTerms.map(({ lang, text, headings: targets }) => [lang, text, [...targets].sort()])
		),
		collections: collections.map((group) =>
			group.isScheme ? { ...group, members: sorted(group.members) } : group
		),
		mappings: sorted(mappings)
	};
}

function readBack(statements: Iterable<Statement>) {
	const reader = new SkosReader();
	for (const statement of statements) reader.add(statement);
	return reader.finish();
}

describe('out and in again gives the same vocabulary', () => {
	it('as Turtle', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const writer = new Writer();
				const scheme = { uri: 'https://v.example/', title: 'Trees', edition: '2024' };
				for (const statement of vocabularyStatements(data, scheme)) writer.addQuad(statement);
				let turtle = '';
				writer.end((_error, text: string) => (turtle = text));
				expect(settled(readBack(new Parser().parse(turtle)).data)).toEqual(settled(data));
			})
		);
	});

	it('as CSV, through a real CSV reader', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const text = Papa.unparse({ fields: [...CSV_COLUMNS], data: [...vocabularyRows(data)] as never });
				const rows = Papa.parse<Record<string, string>>(text, { header: true }).data;
				const { statements } = csvStatements(rows.map((row, i) => ({ line: i + 2, row })));
				expect(settled(readBack(statements).data)).toEqual(settled(data));
			})
		);
	});

	it('as JSON-LD, whose pieces are one JSON document', () => {
		fc.assert(
			fc.property(vocabulary, (data) => {
				const document = JSON.parse([...vocabularyJsonLd(data)].join('')) as { '@graph': unknown[] };
				const compound = data.entryTerms.filter(({ headings }) => headings.length > 1).length;
				const cells = data.collections.reduce(
					(n, { isOrdered, members }) => n + (isOrdered ? members.length : 0),
					0
				);
				expect(document['@graph']).toHaveLength(
					data.headings.length + compound + data.collections.length + cells
				);
			})
		);
	});
});

describe('SKOS from elsewhere', () => {
	const PREFIXES =
		'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix owl: <http://www.w3.org/2002/07/owl#> . @prefix v: <https://v.example/> .\n';
	const read = (turtle: string) => readBack(new Parser().parse(PREFIXES + turtle));

	it('gives lasting addresses to headings that have none, and keeps the links between them', () => {
		const text =
			'_:a a skos:Concept ; skos:prefLabel "Noise, Indoor" . _:b a skos:Concept ; skos:prefLabel "Alarms" ; skos:broader _:a . _:c a skos:Concept ; skos:prefLabel "Alarms" .';
		const { data, findings } = read(text);
		const uris = data.headings.map(({ uri }) => uri);
		expect(uris).toEqual(['noise,-indoor', 'alarms', 'alarms-2'].map((end) => `https://oakmoss.example/.well-known/genid/${end}`)); // prettier-ignore
		expect(data.headings[1].broader).toEqual([0]);
		expect(findings.filter(({ rule }) => rule === 'no-address')).toHaveLength(3);
		expect(read(text.replaceAll('_:', '_:x')).data.headings.map(({ uri }) => uri)).toEqual(uris);
	});

	it('names with a count what nothing is kept of', () => {
		const { findings } = read(
			'v:a a skos:Concept ; skos:prefLabel "A" ; skos:inScheme v:s . v:s a skos:ConceptScheme ; skos:hasTopConcept v:a ; skos:note "All." . v:b a skos:Concept ; skos:prefLabel "B" ; skos:broaderTransitive v:a ; v:own 1 . v:c a skos:Collection ; skos:prefLabel "C" ; skos:altLabel "D" ; skos:notation "7" ; skos:member v:a .'
		);
		const left = findings.filter(({ rule }) => rule === 'statement-not-kept');
		expect(left.map(({ message }) => message)).toEqual([
			'http://www.w3.org/2004/02/skos/core#broaderTransitive is said once; nothing is kept of it.',
			'https://v.example/own is said once; nothing is kept of it.',
			'a further label of a collection is said once; nothing is kept of it.',
			'a notation of a collection is said once; nothing is kept of it.',
			'a note of a scheme is said once; nothing is kept of it.'
		]);
	});

	it('keeps every notation with its datatype, and what headings are to those of other vocabularies', () => {
		const { data, findings } = read(
			'v:a a skos:Concept ; skos:prefLabel "A" ; skos:notation "1", "2"^^v:code ; skos:exactMatch v:x, v:x, "no address" ; skos:broadMatch v:y .'
		);
		expect(data.headings[0].notation).toBe('1');
		expect(data.headings[0].notations).toEqual([
			{ text: '1' },
			{ text: '2', type: 'https://v.example/code' }
		]);
		expect(data.mappings).toEqual([
			{ heading: 0, relation: 'exact', target: 'https://v.example/x' },
			{ heading: 0, relation: 'broader', target: 'https://v.example/y' }
		]);
		expect(findings.map(({ rule }) => rule)).toContain('unknown-target');
	});

	it('takes several schemes of one file as groups, by their titles, and one that holds everything as the vocabulary', () => {
		const heading = (name: string, schemes: string) =>
			`v:${name} a skos:Concept ; skos:prefLabel "${name}" ; skos:inScheme ${schemes} . `;
		const { data } = read(
			`${heading('a', 'v:all, v:s')}${heading('b', 'v:all, v:t')}v:all a skos:ConceptScheme . v:s a skos:ConceptScheme ; <http://purl.org/dc/terms/title> "Sounds"@en, "Noises"@en . v:t a skos:ConceptScheme .`
		);
		expect(data.collections).toEqual([
			{ uri: 'https://v.example/s', labels: [{ lang: 'en', text: 'Sounds' }], members: [0], isScheme: true },
			{
				uri: 'https://v.example/t',
				labels: [{ lang: '', text: 'https://v.example/t' }],
				members: [1],
				isScheme: true
			}
		]);
		expect(read(heading('a', 'v:s') + 'v:b a skos:Concept ; skos:prefLabel "b" .').data.collections).toEqual(
			[]
		);
	});

	it('leaves out a collection that holds nothing but itself or others that hold nothing', () => {
		const collection = (name: string, members: string) =>
			`v:${name} a skos:Collection ; skos:prefLabel "${name}" ; skos:member ${members} . `;
		const { data, findings, counts } = read(
			`v:a a skos:Concept ; skos:prefLabel "A" . ${collection('p', 'v:q')}${collection('q', 'v:p, v:r')}${collection('r', 'v:r')}${collection('s', 'v:t, v:a')}${collection('t', 'v:a')}`
		);
		expect(data.collections.map(({ labels }) => labels[0].text)).toEqual(['s', 't']);
		expect(data.collections[0].members).toEqual([{ collection: 1 }, 0]);
		expect(findings.filter(({ rule }) => rule === 'empty-collection')).toHaveLength(3);
		expect(counts.read).toBe(counts.kept + counts.refused);
	});

	it('keeps a concept that is a collection or a scheme as well, and says so', () => {
		const { data, findings } = read(
			'v:a a skos:Concept, skos:Collection ; skos:prefLabel "A" ; skos:member v:b . v:b a skos:Concept, skos:ConceptScheme ; skos:prefLabel "B" . v:c a skos:Collection ; skos:prefLabel "C" ; skos:member v:b .'
		);
		expect(data.headings.map(({ labels }) => labels[0].text)).toEqual(['A', 'B']);
		expect(data.collections.map(({ labels }) => labels[0].text)).toEqual(['C']);
		expect(findings.filter(({ rule }) => rule === 'heading-and-more')).toHaveLength(2);
	});

	it('writes a scheme with its top headings, and says with a type what is no longer used', () => {
		const heading = (n: number, rest = {}): HeadingData => ({ uri: `https://v.example/${n}`, key: String(n), labels: [{ lang: 'en', text: `H ${n}` }], hidden: [], notes: [], broader: [], related: [], replaces: [], aspects: [], ...rest }); // prettier-ignore
		const data = { headings: [heading(0), heading(1, { broader: [0], retired: 0 })], entryTerms: [], collections: [] }; // prettier-ignore
		const scheme = { uri: 'https://v.example/', title: 'Trees', edition: '2024' };
		const writer = new Writer({ format: 'N-Triples' });
		for (const statement of vocabularyStatements(data, scheme)) writer.addQuad(statement);
		let text = '';
		writer.end((_error, all: string) => (text = all));
		const S = 'http://www.w3.org/2004/02/skos/core#';
		for (const line of [
			`<https://v.example/> <${S}hasTopConcept> <https://v.example/0> .`,
			`<https://v.example/0> <${S}topConceptOf> <https://v.example/> .`,
			`<https://v.example/1> <${S}inScheme> <https://v.example/> .`,
			'<https://v.example/> <http://purl.org/dc/terms/title> "Trees" .',
			'<https://v.example/> <http://www.w3.org/2002/07/owl#versionInfo> "2024" .',
			'<https://v.example/1> <http://www.w3.org/2002/07/owl#deprecated> "true"^^<http://www.w3.org/2001/XMLSchema#boolean> .'
		])
			expect(text).toContain(line);
		expect(text).not.toContain(`hasTopConcept> <https://v.example/1>`);
	});
});

describe('CSV', () => {
	it('lists come back as they went in', () => {
		fc.assert(
			fc.property(fc.array(fc.constantFrom('a', 'b | c', '|', 'd\\e')), (items) => {
				expect(splitList(joinList(items))).toEqual(items);
			})
		);
	});

	it('refers to headings by id or by label, before or after they come, and says on which line a fault stands', () => {
		const { statements, lines } = csvStatements([
			{
				line: 2,
				row: { id: '7', heading: 'Naps', language: 'en', broader: 'Sleep', entry_terms: 'Dozing | Siesta' }
			},
			{ line: 3, row: { id: '8', heading: 'Sleep', language: 'en' } },
			{ line: 4, row: { heading: 'Rest', language: 'en', broader: '8', related: 'gone' } },
			{ line: 5, row: { heading: 'Quiet sleep', use_together: 'Rest | 8', language: 'en' } }
		]);
		const { data, findings } = readBack(statements);
		expect(data.headings.map(({ broader }) => broader)).toEqual([[1], [], [1]]);
		expect(data.entryTerms.map(({ text, headings }) => [text, headings])).toEqual([
			['Dozing', [0]],
			['Siesta', [0]],
			['Quiet sleep', [2, 1]]
		]);
		const [fault] = findings.filter(({ rule }) => rule === 'unknown-target');
		expect(lines.get(fault.subject ?? '')).toBe(4);
	});

	it('gives short identifiers for the URIs it makes', () => {
		expect([...uniqueKeys(['urn:oakmoss:7', 'urn:oakmoss:Quiet%20rooms']).values()][0]).toBe('7');
	});
});
