/** A whole vocabulary as a file. */
import { Readable } from 'node:stream';
import { asc, eq } from 'drizzle-orm';
import { Writer } from 'n3';
import Papa from 'papaparse';
import { PREFIXES } from '../../core/formats/skos-names';
import { vocabularyJsonLd, vocabularyStatements } from '../../core/formats/skos-write';
import { CSV_COLUMNS, vocabularyRows } from '../../core/formats/vocabulary-csv';
import type { HeadingData, VocabularyData } from '../../core/vocabulary/types';
import { allow, type Person } from './access';
import { connection } from './db/client';
import { collections, entryTerms, headings, labels, notes, relations } from './db/schema';
import { currentIndex } from './editions';
import { ServiceError } from './errors';

const TYPES: Record<string, string> = {
	ttl: 'text/turtle; charset=utf-8',
	jsonld: 'application/ld+json; charset=utf-8',
	csv: 'text/csv; charset=utf-8'
};

export async function exportVocabulary(
	person: Person | undefined,
	code: string,
	format: string
): Promise<Response> {
	allow(person, 'read');
	const type = TYPES[format];
	if (!type)
		throw new ServiceError(
			404,
			'unknown-format',
			`A vocabulary can be had as ${Object.keys(TYPES).join(', ')}, not as “${format}”.`
		);
	const { index, edition } = await currentIndex(code);
	if (!edition) throw new ServiceError(404, 'no-vocabulary', `${index.name} has no vocabulary loaded.`);
	const data = await readVocabularyData(edition.id);
	const pieces = format === 'ttl' ? turtle(data) : format === 'jsonld' ? vocabularyJsonLd(data) : csv(data);
	const name = `${code}-${edition.label.replace(/[^A-Za-z0-9.-]+/g, '-')}.${format}`;
	return new Response(Readable.toWeb(Readable.from(gathered(pieces))) as unknown as ReadableStream, {
		headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` }
	});
}

/** The stored edition as plain data: six queries, whatever its size. */
export async function readVocabularyData(editionId: number): Promise<VocabularyData> {
	const { db } = connection();
	const [headingRows, labelRows, noteRows, relationRows, entryRows, groups] = await Promise.all([
		db.select().from(headings).where(eq(headings.editionId, editionId)).orderBy(asc(headings.n)),
		db
			.select()
			.from(labels)
			.where(eq(labels.editionId, editionId))
			.orderBy(asc(labels.n), asc(labels.position)),
		db.select().from(notes).where(eq(notes.editionId, editionId)).orderBy(asc(notes.n), asc(notes.position)),
		db
			.select()
			.from(relations)
			.where(eq(relations.editionId, editionId))
			.orderBy(asc(relations.n), asc(relations.other)),
		db
			.select()
			.from(entryTerms)
			.where(eq(entryTerms.editionId, editionId))
			.orderBy(asc(entryTerms.position), asc(entryTerms.n)),
		db
			.select({ uri: collections.uri, labels: collections.labels, members: collections.members })
			.from(collections)
			.where(eq(collections.editionId, editionId))
			.orderBy(asc(collections.position))
	]);
	const all = headingRows.map((row): HeadingData => ({
		uri: row.uri,
		key: row.key,
		labels: [],
		hidden: [],
		notation: row.notation ?? undefined,
		notes: [],
		introduced: row.introduced ?? undefined,
		retired: row.retired ?? undefined,
		broader: [],
		related: [],
		replaces: [],
		aspects: row.aspects
	}));
	for (const { n, kind, lang, text } of labelRows)
		all[n][kind === 'preferred' ? 'labels' : 'hidden'].push({ lang, text });
	for (const { n, kind, lang, text } of noteRows) all[n].notes.push({ kind, lang, text });
	for (const { n, kind, other } of relationRows) all[n][kind].push(other);
	// A compound entry term has a row for each of its headings; one of them is enough.
	const entries = entryRows.flatMap(({ lang, text, n, together }) =>
		together && together[0] !== n ? [] : [{ lang, text, headings: together ?? [n] }]
	);
	return { headings: all, entryTerms: entries, collections: groups };
}

function* turtle(data: VocabularyData): Generator<string> {
	let text = '';
	const out = {
		write: (chunk: string, _encoding: string, done?: () => void) => ((text += chunk), done?.()),
		end: (done?: () => void) => done?.()
	};
	const writer = new Writer(out as never, { end: false, prefixes: PREFIXES });
	for (const statement of vocabularyStatements(data)) {
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
	for (const row of vocabularyRows(data)) yield Papa.unparse([columns.map((column) => row[column])]) + '\r\n';
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
