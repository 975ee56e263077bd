/** Files of every kind, broken in ten thousand ways each, and what their readers make of them. */
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { crosswalkFromCsv, crosswalkToCsv } from '../../src/core/formats/crosswalk-csv';
import { crosswalkFromJson, crosswalkToJson } from '../../src/core/formats/crosswalk-json';
import { readMappings } from '../../src/core/formats/known-mappings';
import { taggedRows } from '../../src/core/formats/tagged-text';
import { csvStatements } from '../../src/core/formats/vocabulary-csv';
import { random } from '../../demo/random';
import { DEMO_INDEXES } from '../../demo/indexes';
import type { Inquiry } from '../../src/core/crosswalk';
import { BibtexReader } from '../../src/core/formats/bibtex';
import { writeBibtex } from '../../src/core/formats/bibtex-write';
import { crosswalkFromSssom, crosswalkToSssom } from '../../src/core/formats/crosswalk-sssom';
import { CslJsonReader, writeCslItems } from '../../src/core/formats/csl-json';
import { RecordCsvReader, writeRecordsCsv } from '../../src/core/formats/record-csv';
import type { RecordDraft } from '../../src/core/formats/record-draft';
import { readWhole, type RecordReader } from '../../src/core/formats/record-reading';
import { RisReader, writeRis } from '../../src/core/formats/ris';
import { crosswalkToXlsx, sheetAsCsv } from '../../src/lib/server/crosswalk/workbook';
import { parseBibtex } from '../../src/lib/server/records/bibtex-entry';
import { readVocabulary } from '../../src/lib/server/vocabulary/import-read';
import type { Format } from '../../src/lib/server/vocabulary/parsers';

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const TURTLE = `@prefix skos: <${SKOS}> . @prefix x: <https://x.example/> .
x:a a skos:Concept ; skos:prefLabel "Noise"@en, "Ruido"@es ; skos:notation "1"^^x:code ; skos:related x:b .
x:b a skos:Concept ; skos:prefLabel "Quiet"@en ; skos:broader x:a ; skos:exactMatch x:c .
x:o a skos:OrderedCollection ; skos:prefLabel "In turn"@en ; skos:memberList (x:b x:a) .\n`;
const JSON_LD = `{"@context":{"skos":"${SKOS}"},"@graph":[{"@id":"x:a","@type":"skos:Concept","skos:prefLabel":{"@value":"Noise","@language":"en"}},{"@id":"x:b","skos:prefLabel":"Quiet","skos:broader":{"@id":"x:a"}}]}`;
const RDF_XML = `<?xml version="1.0"?><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="${SKOS}"><skos:Concept rdf:about="x:a"><skos:prefLabel xml:lang="en">Noise</skos:prefLabel><skos:related rdf:resource="x:b"/></skos:Concept><skos:Concept rdf:about="x:b"><skos:prefLabel>Quiet &amp; rest</skos:prefLabel></skos:Concept></rdf:RDF>`;
const MARC = [
	'001 1|150 aNoise|450 aDin|680 iOf rooms.',
	'001 2|150 aTraffic noise|550 wg\x1faNoise|750 aLärm\x1f0x:1'
]
	.map((record) => {
		const fields = record.split('|');
		const directory = fields.map((one) => `${one.slice(0, 3)}000000000`).join('');
		const data = fields.map((one) => (one < '01' ? one.slice(4) : `  \x1f${one.slice(4)}`)).join('\x1e');
		return `00000nz  a2200000n  4500${directory}\x1e${data}\x1e\x1d`;
	})
	.join('');
const MARC_XML = `<collection xmlns="http://www.loc.gov/MARC21/slim"><record><leader>00000nz  a2200000n  4500</leader><controlfield tag="001">1</controlfield><datafield tag="150"><subfield code="a">Noise</subfield></datafield><datafield tag="550"><subfield code="w">g</subfield><subfield code="a">Sound</subfield></datafield></record></collection>`;
const ISO = `<ISO25964Interchange xmlns="http://iso25964.org/"><Thesaurus><ThesaurusConcept><identifier>1</identifier><PreferredTerm><lexicalValue>Noise</lexicalValue></PreferredTerm></ThesaurusConcept><ThesaurusConcept><identifier>2</identifier><PreferredTerm><lexicalValue>Traffic noise</lexicalValue></PreferredTerm></ThesaurusConcept><HierarchicalRelationship><role>BT</role><isHierRelConcept>1</isHierRelConcept><hasHierRelConcept>2</hasHierRelConcept></HierarchicalRelationship></Thesaurus></ISO25964Interchange>`;

const MUTATIONS = 10_000;

interface Broken {
	what: string;
	/** The longest that one file took, in milliseconds. */
	slowest: number;
	/** Files that were read to their end, or refused in words. */
	ended: number;
	of: number;
}

export async function readBroken(
	inquiry: Inquiry,
	few: readonly RecordDraft[],
	folder: string
): Promise<Broken[]> {
	const read: Broken[] = [];
	// What a package says of broken files is not looked at here.
	console.warn = () => {};
	const tagged = 'Noise\n  SN  Of rooms.\n  UF  Din\n  BT  Sound\n  NT2 x\n\nDin\n  USE Noise + Sound\n';
	const names = DEMO_INDEXES.map(({ code, name, edition }) => ({ code, name, edition }));
	const whole = (make: () => RecordReader) => (text: string) => void readWhole(make(), text);
	/** Through a file, as an import reads it. */
	const vocabulary = (format: Format) => async (text: string) => {
		const file = path.join(folder, 'broken');
		await writeFile(file, text);
		await readVocabulary(file, format, () => {});
	};
	const workbook = Buffer.from(await crosswalkToXlsx(inquiry, names)).toString('latin1');
	const readers: Record<string, [text: string, read: (text: string) => void | Promise<void>]> = {
		'vocabulary as Turtle': [TURTLE, vocabulary('text/turtle')],
		'vocabulary as JSON-LD': [JSON_LD, vocabulary('application/ld+json')],
		'vocabulary as RDF/XML': [RDF_XML, vocabulary('application/rdf+xml')],
		'vocabulary as CSV': [
			'id,heading,language,broader\n1,"Noise",en,\n2,"Traffic\nnoise",en,1\n',
			vocabulary('text/csv')
		],
		'MARC 21': [MARC, vocabulary('application/marc')],
		MARCXML: [MARC_XML, vocabulary('application/marcxml+xml')],
		'ISO 25964': [ISO, vocabulary('application/xml')],
		'crosswalk as XLSX': [
			workbook,
			async (text) => void crosswalkFromCsv(await sheetAsCsv(Buffer.from(text, 'latin1')))
		],
		RIS: [writeRis(few), whole(() => new RisReader())],
		BibTeX: [writeBibtex(few, parseBibtex), whole(() => new BibtexReader(parseBibtex))],
		'CSL-JSON': [`[${writeCslItems(few)}]`, whole(() => new CslJsonReader())],
		'CSV of records': [writeRecordsCsv(few), whole(() => new RecordCsvReader())],
		'tagged text': [tagged, (text) => void [...csvStatements(taggedRows(text).rows).statements]],
		'crosswalk as SSSOM': [crosswalkToSssom(inquiry, names), (text) => void crosswalkFromSssom(text)],
		'crosswalk as CSV': [crosswalkToCsv(inquiry, names), (text) => void crosswalkFromCsv(text)],
		'crosswalk as JSON': [
			JSON.stringify(crosswalkToJson(inquiry, names)),
			(text) => void crosswalkFromJson(text)
		],
		'known mappings': [crosswalkToSssom(inquiry, names), (text) => void readMappings(text)]
	};
	for (const [what, [text, readerOf]] of Object.entries(readers)) {
		const next = random(7);
		const at = (most: number) => Math.floor(next() * most);
		const signs = [
			'{',
			'}',
			'"',
			'\\',
			'\n',
			'\r',
			'\t',
			',',
			'@',
			'#',
			'=',
			'\0',
			'\ud800',
			'<',
			' ',
			';',
			'|',
			':',
			'[',
			']',
			'TY  - ',
			'ER  - ',
			'𝛼'
		];
		let ended = 0;
		let slowest = 0;
		for (let i = 0; i < MUTATIONS; i++) {
			let broken = text.slice(0, 8_000);
			for (let times = 1 + at(4); times > 0; times--) {
				const [from, to] = [at(broken.length), at(broken.length)].sort((a, b) => a - b);
				const way = at(4);
				if (way === 0) broken = broken.slice(0, from) + signs[at(signs.length)] + broken.slice(from);
				else if (way === 1) broken = broken.slice(0, from) + broken.slice(Math.min(to, from + 40));
				else if (way === 2)
					broken = broken.slice(0, to) + broken.slice(from, Math.min(to, from + 200)) + broken.slice(to);
				else broken = broken.slice(0, from) + signs[at(signs.length)] + broken.slice(from + 1);
			}
			const begun = performance.now();
			try {
				await readerOf(broken);
				ended++;
			} catch (error) {
				// A refusal says something; a fault of the program says something else.
				if (
					error instanceof Error &&
					!(error instanceof TypeError) &&
					!(error instanceof RangeError) &&
					error.message
				)
					ended++;
				else console.error(what, error);
			}
			slowest = Math.max(slowest, performance.now() - begun);
		}
		read.push({ what, slowest, ended, of: MUTATIONS });
	}
	return read;
}
