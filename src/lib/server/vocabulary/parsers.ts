/** Parsers for the syntaxes a vocabulary may come in, each as a stream from text to RDF statements. */
import { EventEmitter } from 'node:events';
import { Writable, type Transform } from 'node:stream';
import { Parser, type DataFactory, type ParserOptions } from 'n3';
import Papa from 'papaparse';
import { unguarded } from '../../../core/formats/csv-guard';
import { isoRows } from '../../../core/formats/iso25964';
import { marcRecords, marcRows, marcXmlRecords } from '../../../core/formats/marc-authority';
import { taggedRows } from '../../../core/formats/tagged-text';
import type { Finding } from '../../../core/vocabulary/vocabulary-data';
import { CSV_COLUMNS, csvStatements, type CsvRow } from '../../../core/formats/vocabulary-csv';
import type { Statement } from '../../../core/formats/skos-statements';
import { JsonGuard, XmlGuard } from './guards';
import { ImportError } from '../jobs';

/** Media types taken, with the names people know them by. */
export const FORMATS = {
	'text/turtle': 'Turtle',
	'application/n-triples': 'N-Triples',
	'application/rdf+xml': 'RDF/XML',
	'application/ld+json': 'JSON-LD',
	'text/csv': 'CSV',
	'text/plain': 'tagged text',
	'application/marc': 'MARC 21 authority records',
	'application/marcxml+xml': 'MARCXML',
	'application/xml': 'ISO 25964 XML'
} as const;
export type Format = keyof typeof FORMATS;

/** The base that relative URIs of a file are taken against; it leads nowhere. */
const BASE = 'https://oakmoss.example/import/';

/** Begins the message about a context that would have to be fetched; the parser wraps it in words of its own. */
export const REMOTE_CONTEXT =
	'The file names a context on the network, and nothing is fetched. Put the context into the file: ';

/** What the text is piped through, and where statements come out. */
export interface Parsing {
	/** Streams to pipe the text through, in order; the last takes it in. */
	streams: (Transform | Writable)[];
	/** Line on which a subject first stood, for formats that have lines worth naming. */
	lines?: Map<string, number>;
	/** What the syntax itself had to leave out; filled as the text is read. */
	findings?: Finding[];
}

/**
 * Parsers that few files need are loaded when one does.
 * @param take is given every statement
 */
export async function parsing(format: Format, take: (statement: Statement) => void): Promise<Parsing> {
	const sink = () =>
		new Writable({
			objectMode: true,
			highWaterMark: 512,
			write(statement: Statement, _encoding, done) {
				take(statement);
				done();
			}
		});
	switch (format) {
		case 'text/turtle':
			return { streams: [new N3Sink({ format, baseIRI: BASE }, take)] };
		case 'application/n-triples':
			return { streams: [new N3Sink({ format }, take)] };
		case 'application/rdf+xml': {
			const { RdfXmlParser } = await import('rdfxml-streaming-parser');
			return {
				streams: [
					new XmlGuard(),
					new RdfXmlParser({ baseIRI: BASE, trackPosition: true }) as unknown as Transform,
					sink()
				]
			};
		}
		case 'application/ld+json': {
			const { JsonLdParser } = await import('jsonld-streaming-parser');
			return {
				streams: [
					new JsonGuard(),
					new JsonLdParser({
						baseIRI: BASE,
						documentLoader: {
							load: (url: string) => Promise.reject(new ImportError('remote-context', REMOTE_CONTEXT + url))
						}
					}) as unknown as Transform,
					sink()
				]
			};
		}
		case 'text/csv': {
			const lines = new Map<string, number>();
			return { streams: [new RowSink(csvRows, take, lines)], lines };
		}
		case 'text/plain':
			return found((text) => taggedRows(text), take);
		case 'application/marc':
			return found((text) => marcRows(marcRecords(text)), take);
		case 'application/xml': {
			const parsing = found(isoRows, take);
			return { ...parsing, streams: [new XmlGuard(), ...parsing.streams] };
		}
		case 'application/marcxml+xml': {
			const parsing = found((text) => marcRows(marcXmlRecords(text)), take);
			return { ...parsing, streams: [new XmlGuard(), ...parsing.streams] };
		}
	}
}

/** Terms as plain as what is looked at: the parser's own take their texts apart each time they are asked. */
function plainTerms() {
	let anonymous = 0;
	return {
		namedNode: (value: string) => ({ termType: 'NamedNode', value }),
		// No name in a file has a space.
		blankNode: (name?: string) => ({ termType: 'BlankNode', value: name ?? `anonymous ${anonymous++}` }),
		variable: (value: string) => ({ termType: 'Variable', value }),
		literal: (value: string, of?: string | { language?: string; termType?: string; value?: string }) => ({
			termType: 'Literal',
			value,
			language: (typeof of === 'string' ? of : (of?.language ?? '')).toLowerCase(),
			...(typeof of === 'object' && of.termType === 'NamedNode' && { datatype: of })
		}),
		defaultGraph: () => ({ termType: 'DefaultGraph', value: '' }),
		quad: (subject: unknown, predicate: unknown, object: unknown) => ({
			termType: 'Quad',
			value: '',
			subject,
			predicate,
			object
		})
	};
}

/** Text of the Turtle family. Statements are taken as they are read: a stream of them would cost as much as reading. */
class N3Sink extends Writable {
	private readonly text = new EventEmitter();
	private failure: Error | undefined;

	constructor(options: ParserOptions, take: (statement: Statement) => void) {
		super({ decodeStrings: false });
		const parser = new Parser({ ...options, factory: plainTerms() as unknown as typeof DataFactory });
		parser.parse(this.text, (error, statement) => {
			if (error) this.failure ??= error;
			else if (statement && !this.failure) take(statement);
		});
	}

	override _write(chunk: string | Buffer, _encoding: string, done: (error?: Error | null) => void): void {
		this.pass(done, 'data', chunk);
	}

	override _final(done: (error?: Error | null) => void): void {
		this.pass(done, 'end');
	}

	private pass(done: (error?: Error | null) => void, event: string, chunk?: string | Buffer): void {
		try {
			this.text.emit(event, chunk);
		} catch (error) {
			this.failure ??= error as Error;
		}
		done(this.failure);
	}
}

/** For syntaxes that are read whole as rows, with what was found on the way. */
function found(
	read: (text: string) => { rows: Rows; findings: Finding[] },
	take: (statement: Statement) => void
): Parsing {
	const lines = new Map<string, number>();
	const findings: Finding[] = [];
	const rowsOf = (text: string) => {
		const { rows, findings: some } = read(text);
		findings.push(...some);
		return rows;
	};
	return { streams: [new RowSink(rowsOf, take, lines)], lines, findings };
}

type Rows = { line: number; row: CsvRow }[];

/** A file of rows, gathered to its end because rows may refer to later ones. */
class RowSink extends Writable {
	private text = '';

	/** @param rowsOf throws where the text cannot be read */
	constructor(
		private readonly rowsOf: (text: string) => Rows,
		private readonly take: (statement: Statement) => void,
		private readonly lines: Map<string, number>
	) {
		super({ decodeStrings: false });
	}

	override _write(chunk: string | Buffer, _encoding: string, done: (error?: Error | null) => void): void {
		this.text += String(chunk);
		done();
	}

	override _final(done: (error?: Error | null) => void): void {
		try {
			const { statements, lines } = csvStatements(this.rowsOf(this.text));
			this.text = '';
			for (const [subject, line] of lines) this.lines.set(subject, line);
			for (const statement of statements) this.take(statement);
			done();
		} catch (error) {
			done(error as Error);
		}
	}
}

function csvRows(given: string): Rows {
	const text = given.replace(/^\ufeff/, '');
	const rows: Rows = [];
	let columns: string[] | undefined;
	let line = 1;
	/** Where the row before the present one ended. */
	let last = 0;
	Papa.parse<string[]>(text, {
		skipEmptyLines: false,
		step: ({ data, errors, meta }, parser) => {
			const here = line;
			line += linesIn(text, last, meta.cursor);
			last = meta.cursor;
			const fault = errors.find(({ type }) => type === 'Quotes');
			if (fault) {
				parser.abort();
				throw new ImportError(
					'unreadable',
					`Line ${here} cannot be read as CSV: a quotation mark is not closed.`,
					here
				);
			}
			if (data.length === 1 && data[0].trim() === '') return;
			if (!columns) {
				columns = checkColumns(data, here);
				return;
			}
			if (data.length > columns.length)
				throw new ImportError(
					'unreadable',
					`Line ${here} has ${data.length} fields where the first line names ${columns.length}.`,
					here
				);
			rows.push({
				line: here,
				row: Object.fromEntries(columns.map((column, i) => [column, unguarded(data[i] ?? '')]))
			});
		}
	});
	return rows;
}

function linesIn(text: string, from: number, to: number): number {
	let count = 0;
	for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) count++;
	return count;
}

function checkColumns(data: string[], line: number): string[] {
	const columns = data.map((name) => name.trim().toLowerCase());
	if (!columns.includes('heading'))
		throw new ImportError(
			'unreadable',
			`The first line must name the columns, “heading” among them; it names ${columns.slice(0, 6).join(', ')}. Known are ${CSV_COLUMNS.join(', ')}.`,
			line
		);
	return columns;
}
