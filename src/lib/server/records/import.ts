/** Records from a file into an index, and out again. */
import { readFile } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { plugins, Cite } from '@citation-js/core';
import '@citation-js/plugin-bibtex';
import type { Sql } from 'postgres';
import type { CslItem } from '../../../core/formats/csl';
import { keyOf, type RecordDraft } from '../../../core/formats/records';
import { readBibtex, withBibtexKeywords } from '../../../core/formats/bibtex';
import { readCslJson, writeCslItems } from '../../../core/formats/csl-json';
import { readRecordsCsv, writeRecordsCsv } from '../../../core/formats/record-csv';
import { toDrafts, type HeadingOfKeyword } from '../../../core/formats/record-keywords';
import { RECORD_FORMATS, type RecordFormat, type RecordReading } from '../../../core/formats/record-reading';
import { readRis, writeRis } from '../../../core/formats/ris';
import { headingsLabelled } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/vocabulary/edition-index';
import type { Finding, ImportCounts } from '../../../core/vocabulary/types';
import { allow, type Person } from '../access';
import { currentIndex, editionIndex } from '../editions';
import { ServiceError } from '../errors';
import { ImportError } from '../import/import-error';
import { recordLines, type RecordLine } from './lines';
import { storeRecords } from './store';

export interface RecordRequest {
	indexCode: string;
	file: string;
	format: RecordFormat;
}

export interface RecordReport {
	counts: ImportCounts & Record<string, number>;
	findings: Finding[];
	findingCounts: Record<string, number>;
}

/** Keywords that match no heading are named up to this many; all are counted. */
const MOST_NAMED = 200;

const READERS: Record<RecordFormat, (text: string) => RecordReading> = {
	'application/x-research-info-systems': readRis,
	'application/x-bibtex': (text) =>
		readBibtex(text, (entry) => (plugins.input.chain(entry, { generateGraph: false }) as CslItem[])[0]),
	'application/vnd.citationstyles.csl+json': readCslJson,
	'text/csv': readRecordsCsv
};

/** Reads a file of records and stores them, all or nothing. Entries that cannot be read are refused one by one, with their line. */
export async function importRecords(
	sql: Sql,
	{ indexCode, file, format }: RecordRequest,
	progress: (done: number, total: number) => void = () => {}
): Promise<RecordReport> {
	const bytes = await readFile(file);
	let text: string;
	try {
		text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		throw new ImportError(
			'not-text',
			'The file is not UTF-8 text. Save it as UTF-8, or check that it is the right file.'
		);
	}
	const reading = READERS[format](text);
	progress(bytes.length / 2, bytes.length);
	if (reading.records.length === 0) {
		const [first] = reading.findings;
		throw new ImportError(
			'unreadable',
			`No record was taken in. ${first?.message ?? 'The file holds no entry.'}`,
			first?.line
		);
	}
	const { edition } = await currentIndex(indexCode);
	const index = edition ? await editionIndex(edition) : undefined;
	const { drafts, matched, unmatched } = toDrafts(reading.records, headingsByKeyword(index), keyOf);
	const findings = [...reading.findings];
	const seen = new Map<string, number>();
	drafts.forEach(({ key }, i) => {
		const first = seen.get(key);
		if (first === undefined) return void seen.set(key, reading.records[i].line);
		findings.push({
			severity: 'warning',
			rule: 'same-record',
			line: reading.records[i].line,
			subject: key,
			message: `The entries on lines ${first} and ${reading.records[i].line} are the same record, “${key}”. The later one was kept.`
		});
	});
	for (const [keyword, count] of [...unmatched].sort((a, b) => b[1] - a[1]).slice(0, MOST_NAMED))
		findings.push({
			severity: 'note',
			rule: 'keyword-unmatched',
			subject: keyword,
			message: `“${keyword}” (${count} ${count === 1 ? 'record' : 'records'}) is neither a heading nor an entry term here. It was kept as an author’s keyword.`
		});
	const stored = await sql.begin((tx) => storeRecords(tx, indexCode, drafts));
	progress(bytes.length, bytes.length);
	const count = (severity: Finding['severity']) =>
		findings.filter((finding) => finding.severity === severity).length;
	const findingCounts: Record<string, number> = {};
	for (const { rule } of findings) findingCounts[rule] = (findingCounts[rule] ?? 0) + 1;
	return {
		counts: {
			read: reading.read,
			kept: seen.size,
			repaired: count('warning'),
			refused: reading.read - reading.records.length,
			...stored,
			keywordsMatched: matched,
			keywordsUnmatched: [...unmatched.values()].reduce((sum, times) => sum + times, 0)
		},
		findings,
		findingCounts
	};
}

/** By label or entry term, as a keyword has it; each asked for once. */
function headingsByKeyword(index: EditionIndex | undefined): HeadingOfKeyword {
	const known = new Map<string, { uri: string; label: string }[] | undefined>();
	const find = (label: string) => {
		if (!index) return undefined;
		const { headings = [] } = headingsLabelled(index.labels, label) ?? {};
		return headings.length === 0
			? undefined
			: headings.map((n) => ({ uri: index.uris.at(n), label: index.names.at(n) }));
	};
	return (label) => {
		if (!known.has(label)) known.set(label, find(label));
		return known.get(label);
	};
}

/** How a format is written, so many records at a time. */
interface Writer {
	write: (drafts: readonly RecordDraft[], isFirst: boolean) => string;
	end: string;
}

const WRITERS: Record<RecordFormat, Writer> = {
	'application/x-research-info-systems': { write: writeRis, end: '' },
	'application/x-bibtex': { write: (drafts) => `${drafts.map(bibtexOf).join('\n')}\n`, end: '' },
	'application/vnd.citationstyles.csl+json': {
		write: (drafts, isFirst) => `${isFirst ? '[' : ','}\n${writeCslItems(drafts)}`,
		end: '\n]\n'
	},
	'text/csv': { write: writeRecordsCsv, end: '' }
};

function bibtexOf(draft: RecordDraft): string {
	const { custom: _, keyword: __, ...item } = draft.item;
	const entry = new Cite([{ ...item, id: draft.key, 'citation-key': draft.key }]).format('bibtex') as string;
	return withBibtexKeywords(entry.trimEnd(), draft);
}

/** Records read and written at a time: what an export holds in memory, however many there are. */
const AT_A_TIME = 2_000;

/** All records of an index as a file, in their order. */
export async function exportRecords(
	person: Person | undefined,
	code: string,
	ending: string
): Promise<Response> {
	allow(person, 'read');
	const known = Object.entries(RECORD_FORMATS).find(([, format]) => format.ending === ending);
	if (!known) {
		const endings = Object.values(RECORD_FORMATS).map((format) => `.${format.ending}`);
		throw new ServiceError(404, 'no-format', `Records are given as ${endings.join(', ')}.`);
	}
	const type = known[0] as RecordFormat;
	const current = await currentIndex(code);
	async function* parts(): AsyncGenerator<Uint8Array> {
		const { write, end } = WRITERS[type];
		const { records } = current.index;
		for (let from = 0; from === 0 || from < records; from += AT_A_TIME) {
			const numbers = Array.from({ length: Math.min(AT_A_TIME, records - from) }, (_, i) => from + i);
			const drafts = (await recordLines(current, numbers)).map(draftOf);
			yield Buffer.from(write(drafts, from === 0));
		}
		yield Buffer.from(end);
	}
	return new Response(Readable.toWeb(Readable.from(parts())) as ReadableStream, {
		headers: {
			'content-type': `${type}; charset=utf-8`,
			'content-disposition': `attachment; filename="${code}-records.${ending}"`
		}
	});
}

function draftOf({ id, item, headings }: RecordLine): RecordDraft {
	return {
		key: id,
		item,
		taggings: headings.map(({ uri, label, chief, aspect }) => ({
			uri,
			label,
			chief,
			...(aspect !== null && { aspect })
		}))
	};
}
