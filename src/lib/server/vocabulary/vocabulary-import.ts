/**
 * From a vocabulary file to a committed edition. The file is read as a stream; everything is written in one
 * transaction, so an import that fails at any point leaves the database as it was.
 */
import { createReadStream, existsSync } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { SkosReader, type VocabularyReading } from '../../../core/formats/skos-read';
import type { Filed } from '../../../core/lookup/filing';
import { LabelIndex, labelsOf, type Labels } from '../../../core/lookup/label-index';
import { InTurns, type Pausing } from '../../../core/pausing';
import { EditionIndex } from '../../../core/edition/edition-index';
import type { VocabularyData } from '../../../core/vocabulary/types';
import { copy, type Value } from '../db/copy';
import { attachPartition, makePartitions, partitionOf, type Parted } from '../db/partitions';
import type { Finish, Progress } from '../jobs/thread-work';
import type { Sql, Transaction } from '../db/statements';
import { FilingThread } from './filing';
import { ImportError } from '../jobs/import-error';
import { writePack } from './packs';
import { workUntil } from './work-until';
import { StrictText } from '../jobs/strict-text';
import { THREADS } from '../jobs/threads';
import { FORMATS, parsing, REMOTE_CONTEXT, type Format } from './parsers';

export interface ImportRequest {
	indexCode: string;
	edition: string;
	file: string;
	format: Format;
}

/** A smaller file is filed in this thread, as starting another would cost more than it saves. In bytes. */
const WORTH_A_THREAD = 2 * 2 ** 20;

/** For so long this thread works on other things between batches of rows: PostgreSQL has enough at hand. In milliseconds. */
const TURN = 2;

/** @param finish is called in the transaction of the import, so that what it writes is kept if the import is */
export async function importVocabulary(
	sql: Sql,
	request: ImportRequest,
	progress: Progress = () => {},
	finish: Finish = () => Promise.resolve()
) {
	const { size } = await stat(request.file);
	const filing = size >= WORTH_A_THREAD && existsSync(THREADS.filing) ? new FilingThread() : undefined;
	try {
		const read = await readVocabulary(request, size, progress, filing);
		await sql.begin(async (tx) => {
			await store(tx, request, read, filing);
			const { counts, findings, findingCounts } = read.reading;
			await finish(tx, { counts: { ...counts }, findings, findingCounts });
		});
		progress(size, size);
		return read.reading;
	} finally {
		filing?.end();
	}
}

/** A vocabulary as it was read, and what is still to be found out for the report alone, when there is time. */
interface Read {
	reading: VocabularyReading;
	inspectLinks: () => Pausing<void>;
	inspectLabels: (labels: LabelIndex) => Pausing<void>;
}

/**
 * Parses a file without storing anything.
 * Memory: the vocabulary, and the parser's window on the file; for CSV the file itself too.
 */
async function readVocabulary(
	{ file, format }: Pick<ImportRequest, 'file' | 'format'>,
	size: number,
	progress: Progress,
	filing?: FilingThread
): Promise<Read> {
	if (size === 0) throw new ImportError('empty', 'The file is empty.', 1);
	const reader = new SkosReader(filing?.watch);
	const { streams, lines } = await parsing(format, (statement) => reader.add(statement));
	let done = 0;
	const bytes = createReadStream(file, { highWaterMark: 256 * 1024 });
	bytes.on('data', (chunk) => progress((done += chunk.length), size));
	try {
		await pipeline([bytes, new StrictText(), ...streams]);
	} catch (error) {
		throw asImportError(error, format);
	}
	filing?.prepare();
	const reading = reader.gather();
	if (reading.data.headings.length === 0)
		throw new ImportError(
			'no-heading',
			`The file was read to its end (${reading.counts.statements} statements) and holds no heading: nothing in it is a SKOS concept with a preferred label.`
		);
	return {
		reading,
		inspectLinks: () => reader.inspectLinks(reading),
		*inspectLabels(labels) {
			yield* reader.inspectLabels(reading, labels);
			for (const finding of reading.findings)
				if (finding.subject !== undefined) finding.line ??= lines?.get(finding.subject);
		}
	};
}

function asImportError(error: unknown, format: Format): Error {
	if (error instanceof ImportError) return error;
	if (!(error instanceof Error) || isSystemError(error))
		return error instanceof Error ? error : new Error(String(error));
	const remote = error.message.indexOf(REMOTE_CONTEXT);
	if (remote >= 0) return new ImportError('remote-context', error.message.slice(remote).split('\n')[0]);
	const line = (error as { context?: { line?: number } }).context?.line ?? lineInMessage(error.message);
	const reason = error.message
		.replace(/ on line \d+\.?$/, '')
		.replace(/^Line \d+ column \d+: /, '')
		.replace(/^\d+:\d+: /, '')
		.split('\n')[0]
		.replace(/\.$/, '');
	const place = line === undefined ? 'The file' : `Line ${line}`;
	return new ImportError('unreadable', `${place} cannot be read as ${FORMATS[format]}: ${reason}.`, line);
}

function lineInMessage(message: string): number | undefined {
	const match = /\bline[: ]+(\d+)/i.exec(message) ?? /^(\d+):\d+: /.exec(message);
	return match ? Number(match[1]) : undefined;
}

/** A fault of the machine, such as a disk that cannot be read, says nothing about the file. */
function isSystemError(error: Error): boolean {
	return typeof (error as { errno?: unknown }).errno === 'number';
}

async function store(tx: Transaction, request: ImportRequest, read: Read, filing: FilingThread | undefined) {
	const { data, counts } = read.reading;
	const [target] = await tx`select code from subject_indexes where code = ${request.indexCode} for update`;
	if (!target) throw new ImportError('no-index', `There is no subject index “${request.indexCode}”.`);
	const languages = [
		...new Set(data.headings.flatMap(({ labels }) => labels.map(({ lang }) => lang)))
	].filter(Boolean);
	const hierarchical = data.headings.some(({ broader }) => broader.length > 0);
	const [edition] = await tx<{ id: number }>`
		insert into editions (index_code, label, headings, entry_terms, relations, languages, hierarchical)
		values (${request.indexCode}, ${request.edition}, ${counts.headings}, ${counts.entryTerms}, ${counts.relations},
			${languages}, ${hierarchical})
		returning id`;
	// The rows are on their way to the database while the labels are filed in their thread, where there is one.
	const labels = filing && labelsOf(data);
	const filed = filing && labels && filing.file(data, labels);
	const prepared = new InTurns(prepare(read, labels));
	// What this thread does while the database takes rows in; once the labels are filed, the rest.
	let work: InTurns<unknown> = prepared;
	const packed = filed?.then((filed) => {
		const form = new InTurns(packedForm(prepared.finish(), filed));
		work = form;
		return form;
	});
	packed?.catch(() => {});
	const goOn = (some: InTurns<unknown>) => some.turn(TURN, () => performance.now());
	const meanwhile = () => goOn(work);
	await tx.run(makePartitions(edition.id));
	for (const { table, columns, rows } of rowsOf(edition.id, data)) {
		await copy(tx, partitionOf(table, edition.id), columns, rows, meanwhile);
		await tx.run(attachPartition(table, edition.id));
	}
	await copy(tx, 'collections', COLLECTION, () => collectionRows(edition.id, data), meanwhile);
	const form = (await packed) ?? new InTurns(packedForm(prepared.finish(), undefined));
	const { bytes, labels: filedLabels } = form.finish();
	const report = new InTurns(read.inspectLabels(filedLabels));
	const written = writePack(tx, edition.id, bytes);
	await workUntil(written, () => goOn(report));
	await written;
	report.finish();
	await tx.run(attachPartition('edition_packs', edition.id));
	await tx`update subject_indexes set current_edition = ${edition.id} where code = ${request.indexCode}`;
}

/** As much of the report and of the packed form as does not need the labels filed. */
function* prepare({ reading: { data }, inspectLinks }: Read, labels: Labels | undefined) {
	yield* inspectLinks();
	const withLabels = yield* EditionIndex.prepare(data);
	const withFiled = labels && (yield* LabelIndex.prepare(data, labels));
	return { data, withLabels, withFiled };
}

type Prepared = ReturnType<typeof prepare> extends Generator<void, infer T> ? T : never;

/** The packed form as bytes, of labels that were filed elsewhere or are filed now. */
function* packedForm(
	{ data, withLabels, withFiled }: Prepared,
	filed: Filed | undefined
): Pausing<{ labels: LabelIndex; bytes: Uint8Array }> {
	const labels = filed && withFiled ? withFiled(filed) : LabelIndex.build(data);
	yield;
	const index = withLabels(labels);
	yield;
	return { labels, bytes: index.toBytes((text) => Buffer.from(text, 'latin1')) };
}

/** The rows of the tables that are parted by edition, table by table, made as they are sent. */
function rowsOf(
	edition: number,
	{ headings, entryTerms }: VocabularyData
): { table: Parted; columns: string; rows: () => Generator<Value[]> }[] {
	return [
		{
			table: 'headings',
			columns: 'edition_id, n, key, uri, notation, introduced, retired, aspects',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					yield [
						edition,
						n,
						h.key,
						h.uri,
						h.notation ?? null,
						h.introduced ?? null,
						h.retired ?? null,
						h.aspects
					];
			}
		},
		{
			table: 'labels',
			columns: 'edition_id, n, kind, position, lang, text',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries()) {
					for (const [i, { lang, text }] of h.labels.entries())
						yield [edition, n, 'preferred', i, lang, text];
					for (const [i, { lang, text }] of h.hidden.entries()) yield [edition, n, 'hidden', i, lang, text];
				}
			}
		},
		{
			table: 'notes',
			columns: 'edition_id, n, position, kind, lang, text',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					for (const [i, { kind, lang, text }] of h.notes.entries()) yield [edition, n, i, kind, lang, text];
			}
		},
		{
			table: 'relations',
			columns: 'edition_id, n, kind, other',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					for (const kind of ['broader', 'related', 'replaces'] as const)
						for (const other of h[kind]) yield [edition, n, kind, other];
			}
		},
		{
			table: 'entry_terms',
			columns: 'edition_id, n, position, lang, text, together',
			*rows(): Generator<Value[]> {
				for (const [i, { lang, text, headings: targets }] of entryTerms.entries()) {
					const together = targets.length > 1 ? targets.map(String) : null;
					for (const n of targets) yield [edition, n, i, lang, text, together];
				}
			}
		}
	];
}

const COLLECTION = 'edition_id, position, uri, labels, members';

function* collectionRows(edition: number, { collections }: VocabularyData): Generator<Value[]> {
	for (const [i, { uri, labels, members }] of collections.entries())
		yield [edition, i, uri, JSON.stringify(labels, ['lang', 'text']), members.map(String)];
}
