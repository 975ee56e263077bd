/**
 * npm run conformance: what Oakmoss writes, read by tools that share no code with it, and what they write, read again. The
 * tools are installed as Debian and npm packages; all data is that of the demo. Prints a table, and fails with the first row
 * that does not hold.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Parser, Writer } from 'n3';
import { DEMO_INDEXES } from '../demo/indexes';
import { commandsOf, DEMO_INQUIRIES } from '../demo/demo-inquiries';
import { generateRecords } from '../demo/record-generator';
import type { IndexCode } from '../demo/themes';
import { demoUri, parseVocabularyText, toTurtle, type TextVocabulary } from '../demo/vocabulary-text';
import { canonical } from '../src/core/canonical';
import { apply, emptyInquiry, execute } from '../src/core/crosswalk';
import { type CslItem, yearOf } from '../src/core/evidence/citation';
import { BibtexReader } from '../src/core/formats/bibtex';
import { writeBibtex } from '../src/core/formats/bibtex-write';
import { crosswalkTable } from '../src/core/formats/crosswalk-csv';
import { crosswalkToJsonLd, crosswalkToTurtle } from '../src/core/formats/crosswalk-skos';
import { crosswalkToSssom } from '../src/core/formats/crosswalk-sssom';
import { CslJsonReader, writeCslItems } from '../src/core/formats/csl-json';
import { keyOf, type RecordDraft } from '../src/core/formats/record-draft';
import { RecordCsvReader, writeRecordsCsv } from '../src/core/formats/record-csv';
import { toDrafts } from '../src/core/formats/record-keywords';
import { readWhole, type RecordReader } from '../src/core/formats/record-reading';
import { RisReader, writeRis } from '../src/core/formats/ris';
import { SkosReader } from '../src/core/formats/skos-read';
import { vocabularyJsonLd, vocabularyStatements } from '../src/core/formats/skos-write';
import { crosswalkToXlsx } from '../src/lib/server/crosswalk/workbook';
import { parseBibtex } from '../src/lib/server/records/bibtex-entry';
import { readBroken } from './parts/broken-files';
import { installDebian } from './parts/fresh.mjs';

const PYTHON = '/usr/bin/python3';
const DEBIAN = [
	'bibutils',
	'python3-bibtexparser',
	'python3-rdflib',
	'raptor2-utils',
	'python3-yaml',
	'python3-openpyxl',
	'pandoc',
	'systemd'
];
const NPM = [
	'biblatex-csl-converter@3.6.0',
	'astrocite-ris@0.16.4',
	'dclint@3.1.0',
	'dockerfile-utils@0.16.3'
];

const has = (command: string, ...args: string[]) =>
	spawnSync(command, args, { stdio: 'ignore' }).status === 0;
if (
	!existsSync('/usr/bin/bib2xml') ||
	!existsSync('/usr/bin/rapper') ||
	!existsSync('/usr/bin/pandoc') ||
	!existsSync('/usr/bin/systemd-analyze') ||
	!has(PYTHON, '-c', 'import bibtexparser, openpyxl, rdflib, yaml')
)
	installDebian(DEBIAN, 'independent readers');
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-conformance-'));
writeFileSync(path.join(scratch, 'package.json'), '{"private":true}');
execFileSync('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error', ...NPM], {
	cwd: scratch,
	stdio: 'ignore'
});
const elsewhere = createRequire(path.join(scratch, 'package.json'));

const file = (name: string, text: string): string => {
	const at = path.join(scratch, name);
	writeFileSync(at, text);
	return at;
};
const most = { maxBuffer: 2 ** 30 };
/** What a program in Python prints as JSON. */
const python = (program: string, ...args: string[]): unknown =>
	JSON.parse(execFileSync(PYTHON, ['-c', program, ...args], { encoding: 'utf8', ...most }));

interface Row {
	what: string;
	by: string;
	holds: string;
}
const rows: Row[] = [];
let failed = 0;
/** @param said what was counted: each pair has to be alike */
function row(what: string, by: string, said: Record<string, [got: number, wanted: number]>): void {
	const wrong = Object.entries(said).filter(([, [got, wanted]]) => got !== wanted);
	failed += wrong.length;
	const holds = Object.entries(said).map(
		([name, [got, wanted]]) => `${got.toLocaleString('en')} of ${wanted.toLocaleString('en')} ${name}`
	);
	rows.push({ what, by, holds: (wrong.length > 0 ? 'NOT: ' : '') + holds.join(', ') });
}

const CODES = DEMO_INDEXES.map(({ code }) => code) as IndexCode[];
const vocabularies = Object.fromEntries(
	CODES.map((code) => [
		code,
		parseVocabularyText(readFileSync(new URL(`../demo/vocabularies/${code}.txt`, import.meta.url), 'utf8'))
	])
) as Record<IndexCode, TextVocabulary>;
const made = generateRecords(
	vocabularies,
	(code) => DEMO_INDEXES.find((index) => index.code === code)?.hasChief ?? false
);
/** As an index gives them. */
const drafts: RecordDraft[] = made.yarrow.map(({ key, item, taggings, limits, cites }) => ({
	key,
	item: { ...item, id: key },
	taggings,
	limits,
	cites
}));
const known = new Map(
	drafts.flatMap(({ taggings }) => taggings.map(({ uri, label }) => [uri, label] as const))
);
const headingOf = (label: string, uri?: string) => {
	const own = known.get(uri ?? '');
	return own === undefined ? undefined : [{ uri: uri as string, label: own }];
};
/** What a record says; labels, references and parts of our own that are empty say the same as none. */
const told = ({ item: { custom, ...item }, limits = {}, cites = [], ...rest }: RecordDraft) =>
	canonical({
		...rest,
		item: { ...item, ...(Object.keys(custom ?? {}).length > 0 && { custom }) },
		limits,
		cites
	});
const sent = new Map(drafts.map((draft) => [draft.key, told(draft)]));
/** How many records are just as they were. */
function same(reader: RecordReader, text: string): number {
	const { records } = readWhole(reader, text);
	return toDrafts(records, headingOf, keyOf).drafts.filter((draft) => sent.get(draft.key) === told(draft))
		.length;
}
/** Letters and digits alone, as each tool has ways of its own with marks and blanks. */
const bare = (text: unknown) =>
	String(text ?? '')
		.normalize('NFC')
		.replace(/<[^<>]*>/g, '')
		.replace(/[^\p{L}\p{N}]/gu, '')
		.toLowerCase();
const titles = new Map(drafts.map(({ key, item }) => [key, bare(item.title)]));
const titled = (pairs: readonly [key: string, title: unknown][]) =>
	pairs.filter(([key, title]) => titles.get(key) === bare(title)).length;
const all = drafts.length;

// Records out and in again, through our own readers.
const bib = writeBibtex(drafts, parseBibtex);
const ris = writeRis(drafts);
const csl = `[${writeCslItems(drafts)}]`;
row('records, every format', 'our own readers', {
	'as BibTeX': [same(new BibtexReader(parseBibtex), bib), all],
	'as RIS': [same(new RisReader(), ris), all],
	'as CSL-JSON': [same(new CslJsonReader(), csl), all],
	'as CSV': [same(new RecordCsvReader(), writeRecordsCsv(drafts)), all]
});

// BibTeX, by three tools; two of them write it again.
{
	const at = file('records.bib', bib);
	const again = path.join(scratch, 'again.bib');
	const read = python(
		`import bibtexparser, json, sys
from bibtexparser.bparser import BibTexParser
from bibtexparser.customization import convert_to_unicode
parser = BibTexParser(common_strings=True, ignore_nonstandard_types=False)
base = bibtexparser.load(open(sys.argv[1], encoding='utf8'), parser)
bibtexparser.dump(base, open(sys.argv[2], 'w', encoding='utf8'))
print(json.dumps([[e['ID'], convert_to_unicode(dict(e)).get('title', '')] for e in base.entries]))`,
		at,
		again
	) as [string, string][];
	row('BibTeX', 'bibtexparser (Python)', {
		entries: [read.length, all],
		keys: [new Set(read.map(([key]) => key)).size, all],
		titles: [titled(read), all],
		'the same when it wrote them again': [
			same(new BibtexReader(parseBibtex), readFileSync(again, 'utf8')),
			all
		]
	});
	const { BibLatexParser } = elsewhere('biblatex-csl-converter') as {
		BibLatexParser: new (
			text: string,
			options: object
		) => {
			parse: () => {
				entries: Record<string, { entry_key: string; fields: { title?: unknown } }>;
				errors: unknown[];
			};
		};
	};
	const parsed = new BibLatexParser(bib, { processUnexpected: true, processUnknown: true }).parse();
	const textIn = (node: unknown): string =>
		Array.isArray(node)
			? node.map(textIn).join('')
			: node !== null && typeof node === 'object'
				? textIn((node as { text?: unknown }).text ?? Object.values(node))
				: typeof node === 'string'
					? node
					: '';
	const pairs = Object.values(parsed.entries).map(
		({ entry_key: key, fields }) =>
			[
				key,
				((fields.title ?? []) as { text?: string }[]).map(({ text }) => text ?? '').join('') ||
					textIn(fields.title)
			] as [string, string]
	);
	row('BibTeX', 'biblatex-csl-converter', { entries: [pairs.length, all], titles: [titled(pairs), all] });
	const mods = execFileSync('bib2xml', [at], {
		encoding: 'utf8',
		stdio: ['ignore', 'pipe', 'ignore'],
		...most
	});
	row('BibTeX', 'bibutils', { entries: [mods.match(/<mods /g)?.length ?? 0, all] });
}

const isJumbled = ({ author = [] }: CslItem) => author.some(({ literal }) => literal?.includes(';'));
// RIS, by two tools; one writes it again, without what it has no place for.
{
	const at = file('records.ris', ris);
	const mods = execFileSync('ris2xml', [at], {
		encoding: 'utf8',
		stdio: ['ignore', 'pipe', 'ignore'],
		...most
	});
	const back = execFileSync('xml2ris', [file('records.xml', mods)], {
		encoding: 'utf8',
		stdio: ['ignore', 'pipe', 'ignore'],
		...most
	});
	const nameOf = (item: CslItem) => `${bare(item.title)} ${yearOf(item)}`;
	// A few works of the demo are called alike.
	const byName = new Map<string, CslItem[]>();
	for (const { item } of drafts) byName.set(nameOf(item), [...(byName.get(nameOf(item)) ?? []), item]);
	const items = readWhole(new RisReader(), back).records.map(
		({ item }) => [item, byName.get(nameOf(item)) ?? []] as const
	);
	row('RIS', 'bibutils, which wrote it again', {
		entries: [mods.match(/<mods /g)?.length ?? 0, all],
		'with title and year': [items.filter(([, before]) => before.length > 0).length, all],
		// Some citations of the demo have several names in one, which it takes apart.
		'with as many authors': [
			items.filter(([{ author = [] }, before]) =>
				before.some((item) => !isJumbled(item) && item.author?.length === author.length)
			).length,
			drafts.filter(({ item }) => !isJumbled(item)).length
		]
	});
	const { parse } = elsewhere('astrocite-ris') as {
		parse: (text: string) => { id: string; title?: string }[];
	};
	const parsed = parse(ris.replaceAll('\r\n', '\n'));
	row('RIS', 'astrocite', {
		entries: [parsed.length, all],
		titles: [titled(parsed.map(({ id, title }) => [id, title])), all]
	});
}

// CSL-JSON, by a tool that takes nothing else for it, and writes what it understood.
{
	const at = file('records.json', csl);
	const back = JSON.parse(
		execFileSync('pandoc', ['-f', 'csljson', '-t', 'csljson', at], { encoding: 'utf8', ...most })
	) as { id: string; title?: string; type?: string }[];
	const types = new Map(drafts.map(({ key, item }) => [key, item.type]));
	row('CSL-JSON', 'pandoc', {
		entries: [back.length, all],
		titles: [titled(back.map(({ id, title }) => [id, title])), all],
		types: [back.filter(({ id, type }) => types.get(id) === type).length, all]
	});
}

// Vocabularies and the crosswalk as RDF: two tools count the same statements, and both syntaxes say the same.
const GRAPHS = `import json, sys
from rdflib import Graph
from rdflib.compare import isomorphic
a, b = Graph().parse(sys.argv[1], format='turtle'), Graph().parse(sys.argv[2], format='json-ld')
print(json.dumps([len(a), len(b), 1 if isomorphic(a, b) else 0]))`;
const raptor = (at: string) =>
	execFileSync('rapper', ['-q', '-i', 'turtle', '-o', 'ntriples', at], { encoding: 'utf8', ...most })
		.split('\n')
		.filter(Boolean).length;
function rdf(what: string, turtle: string, jsonLd: string): void {
	const [a, b] = [file('graph.ttl', turtle), file('graph.jsonld', jsonLd)];
	const [triples, others, alike] = python(GRAPHS, a, b) as number[];
	row(what, 'rdflib and raptor', {
		'statements of JSON-LD as of Turtle': [others, triples],
		'statements by raptor': [raptor(a), triples],
		'the same graph': [alike, 1]
	});
}
for (const code of CODES) {
	const reader = new SkosReader();
	for (const statement of new Parser().parse(await toTurtle(code, vocabularies[code]))) reader.add(statement);
	const { data } = reader.finish();
	const scheme = { uri: `https://oakmoss.example/indexes/${code}`, title: code, edition: '1' };
	const writer = new Writer();
	for (const statement of vocabularyStatements(data, scheme)) writer.addQuad(statement);
	let turtle = '';
	writer.end((_, text: string) => (turtle = text));
	rdf(`vocabulary of ${code}`, turtle, [...vocabularyJsonLd(data, scheme)].join(''));
}
const demo = DEMO_INQUIRIES.find(({ id }) => id === 'quiet-rooms') ?? DEMO_INQUIRIES[0];
const inquiry = commandsOf(demo, demoUri, () => '1').reduce(
	(state, command) => apply(state, execute(state, command)),
	emptyInquiry({ id: demo.id, title: demo.title, question: demo.question, indexes: CODES })
);
rdf('crosswalk', crosswalkToTurtle(inquiry), crosswalkToJsonLd(inquiry));
{
	const names = DEMO_INDEXES.map(({ code, name, edition }) => ({ code, name, edition }));
	const text = crosswalkToSssom(inquiry, names, () => ({ by: 'Somebody', on: '2026-01-31' }));
	const [slots, picks] = python(
		`import csv, json, sys, yaml
lines = open(sys.argv[1], encoding='utf8').read().split('\\n')
head = yaml.safe_load('\\n'.join(l[1:] for l in lines if l.startswith('#')))
rows = list(csv.DictReader([l + '\\n' for l in lines if not l.startswith('#')], delimiter='\\t'))
print(json.dumps([len(head['extension_definitions']), sum(1 for r in rows if None not in r and r['subject_id'].startswith('https:'))]))`,
		file('crosswalk.sssom.tsv', text)
	) as number[];
	row('crosswalk as SSSOM', 'PyYAML and Python’s csv', {
		'extension slots declared': [slots, (text.match(/slot_name:/g) ?? []).length],
		mappings: [
			picks,
			text
				.trim()
				.split('\n')
				.filter((line) => !line.startsWith('#')).length - 1
		]
	});
}

// The crosswalk as a workbook: the cells are those of the CSV, numbers as numbers.
{
	const names = DEMO_INDEXES.map(({ code, name, edition }) => ({ code, name, edition }));
	const at = path.join(scratch, 'crosswalk.xlsx');
	writeFileSync(at, await crosswalkToXlsx(inquiry, names));
	const cells = python(
		`import json, openpyxl, sys
sheet = openpyxl.load_workbook(sys.argv[1]).worksheets[0]
print(json.dumps([['' if c is None else c for c in row] for row in sheet.iter_rows(values_only=True)]))`,
		at
	) as (string | number)[][];
	const wanted = crosswalkTable(inquiry, names).flat();
	const got = cells.slice(1).flat();
	row('crosswalk as XLSX', 'openpyxl', {
		cells: [got.filter((cell, i) => String(cell) === wanted[i]).length, wanted.length],
		'numbers as numbers': [
			got.filter((cell) => typeof cell === 'number').length,
			wanted.filter((cell) => /^\d+$/.test(cell)).length
		]
	});
}

// What runs a server elsewhere, as those who would take it read it.
{
	const deploy = (name: string) => fileURLToPath(new URL(`../deploy/${name}`, import.meta.url));
	const { validate } = elsewhere('dockerfile-utils') as { validate: (text: string) => unknown[] };
	row('Containerfile', 'dockerfile-utils', {
		faults: [validate(readFileSync(deploy('Containerfile'), 'utf8')).length, 0]
	});
	const compose = spawnSync(
		path.join(scratch, 'node_modules/.bin/dclint'),
		['--formatter', 'json', '--max-warnings', '0', deploy('compose.yaml')],
		{ encoding: 'utf8' }
	);
	const said = JSON.parse(compose.stdout || '[]') as { messages: { severity: string }[] }[];
	// Which order keys stand in is for people to decide.
	const faults = said.flatMap(({ messages }) =>
		messages.filter(({ severity }) => severity === 'critical' || severity === 'major')
	);
	row('compose file', 'dclint', { faults: [compose.error ? 1 : faults.length, 0] });
	const unit = spawnSync('systemd-analyze', ['verify', deploy('oakmoss.service')], { encoding: 'utf8' });
	row('systemd unit', 'systemd-analyze', { faults: [unit.status ?? 1, 0] });
}

// Broken files: each reader comes to an end in good time, and refuses in words where it refuses the whole file.
for (const { what, slowest, ended, of } of await readBroken(inquiry, drafts.slice(0, 4), scratch))
	row(`${what}, broken`, `our reader, slowest ${Math.ceil(slowest)} ms`, { 'read or refused': [ended, of] });

const widths = (['what', 'by', 'holds'] as const).map((column) =>
	Math.max(...rows.map((one) => one[column].length))
);
console.log(
	`\n| ${['what'.padEnd(widths[0]), 'read by'.padEnd(widths[1]), 'holds'.padEnd(widths[2])].join(' | ')} |\n| ${widths.map((width) => '-'.repeat(width)).join(' | ')} |`
);
for (const { what, by, holds } of rows)
	console.log(`| ${what.padEnd(widths[0])} | ${by.padEnd(widths[1])} | ${holds.padEnd(widths[2])} |`);
rmSync(scratch, { recursive: true, force: true });
process.exitCode = failed === 0 ? 0 : 1;
