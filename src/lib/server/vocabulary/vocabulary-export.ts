/** A whole vocabulary as a file. */
import { filesAs } from '../endpoint';
import { Readable } from 'node:stream';
import { Writer } from 'n3';
import Papa from 'papaparse';
import { guard } from '../../../core/formats/csv-guard';
import { PREFIXES } from '../../../core/formats/skos-names';
import { type SchemeName, vocabularyJsonLd, vocabularyStatements } from '../../../core/formats/skos-write';
import { taggedText } from '../../../core/formats/tagged-text';
import { CSV_COLUMNS, vocabularyRows } from '../../../core/formats/vocabulary-csv';
import type { VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import { allow, type Person } from '../people';
import { currentIndex } from './editions';
import { ServiceError } from '../errors';
import { mappingsSaidBy } from './mapping-files';
import { readVocabularyData } from './vocabulary-rows';

const TYPES: Record<string, string> = {
	ttl: 'text/turtle; charset=utf-8',
	jsonld: 'application/ld+json; charset=utf-8',
	csv: 'text/csv; charset=utf-8',
	txt: 'text/plain; charset=utf-8'
};

const NAMES: Record<string, string> = { ttl: 'Turtle', jsonld: 'JSON-LD', csv: 'CSV', txt: 'tagged text' };
export const vocabularyFiles = filesAs(TYPES, (ending) => `The vocabulary as ${NAMES[ending]}`);

export async function exportVocabulary(
	person: Person | undefined,
	code: string,
	format: string
): Promise<Response> {
	allow(person, 'read');
	const type = Object.hasOwn(TYPES, format) ? TYPES[format] : undefined;
	if (!type)
		throw new ServiceError(
			404,
			'unknown-format',
			`A vocabulary can be had as ${Object.keys(TYPES).join(', ')}, not as “${format}”.`
		);
	const { index, edition } = await currentIndex(code);
	if (!edition) throw new ServiceError(404, 'no-vocabulary', `${index.name} has no vocabulary loaded.`);
	const data = await readVocabularyData(edition.id);
	const mappings = await mappingsSaidBy(code, data);
	if (mappings.length > 0) data.mappings = mappings;
	const scheme = {
		uri: `https://oakmoss.example/indexes/${encodeURIComponent(code)}`,
		title: index.name,
		edition: edition.label
	};
	const pieces = piecesOf(data, format, scheme);
	const name = `${code}-${edition.label.replace(/[^A-Za-z0-9.-]+/g, '-')}.${format}`;
	return new Response(Readable.toWeb(Readable.from(gathered(pieces))) as unknown as ReadableStream, {
		headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` }
	});
}

function piecesOf(data: VocabularyData, format: string, scheme: SchemeName): Iterable<string> {
	switch (format) {
		case 'ttl':
			return turtle(data, scheme);
		case 'jsonld':
			return vocabularyJsonLd(data, scheme);
		case 'txt':
			return taggedText(data);
		default:
			return csv(data);
	}
}

function* turtle(data: VocabularyData, scheme: SchemeName): Generator<string> {
	let text = '';
	const out = {
		write: (chunk: string, _encoding: string, done?: () => void) => ((text += chunk), done?.()),
		end: (done?: () => void) => done?.()
	};
	const writer = new Writer(out as never, { end: false, prefixes: PREFIXES });
	for (const statement of vocabularyStatements(data, scheme)) {
		writer.addQuad(statement);
		if (text.length > 60_000) {
			yield text;
			text = '';
		}
	}
	writer.end();
	yield text;
}

function* csv(data: VocabularyData): Generator<string> {
	const columns = [...CSV_COLUMNS];
	yield Papa.unparse([columns]) + '\r\n';
	for (const row of vocabularyRows(data))
		yield Papa.unparse([columns.map((column) => guard(row[column]))]) + '\r\n';
}

const encoder = new TextEncoder();

/** Pieces put together to a size worth sending, as bytes. */
function* gathered(pieces: Iterable<string>): Generator<Uint8Array> {
	let text = '';
	for (const piece of pieces) {
		text += piece;
		if (text.length < 60_000) continue;
		yield encoder.encode(text);
		text = '';
	}
	if (text) yield encoder.encode(text);
}
