/** Records from a file into an index, and out again. */
import { readFile } from 'node:fs/promises';
import { plugins, Cite } from '@citation-js/core';
import '@citation-js/plugin-bibtex';
import { and, asc, eq } from 'drizzle-orm';
import type { Sql } from 'postgres';
import type { CslItem } from '../../../core/formats/csl';
import { keyOf, type RecordDraft } from '../../../core/formats/records';
import {
	readBibtex,
	readCslJson,
	readRecordsCsv,
	readRis,
	toDrafts,
	withBibtexKeywords,
	writeCslJson,
	writeRecordsCsv,
	writeRis,
	type HeadingOfKeyword,
	type RecordFormat,
	type RecordReading
} from '../../../core/formats/record-files';
import { headingsLabelled } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/vocabulary/edition-index';
import type { Finding, ImportCounts } from '../../../core/vocabulary/types';
import { allow, type Person } from '../access';
import { connection } from '../db/client';
import { records, taggedHeadings, taggings } from '../db/schema';
import { currentIndex, editionIndex } from '../editions';
import { ServiceError } from '../errors';
import { ImportError } from '../import/import-error';
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

const WRITERS: Record<string, { type: string; write: (drafts: readonly RecordDraft[]) => string }> = {
	ris: { type: 'application/x-research-info-systems', write: writeRis },
	bib: {
		type: 'application/x-bibtex',
		write: (drafts) =>
			drafts
				.map((draft) => {
					const { custom: _, keyword: __, ...item } = draft.item;
					const entry = new Cite([{ ...item, id: draft.key, 'citation-key': draft.key }]).format(
						'bibtex'
					) as string;
					return withBibtexKeywords(entry.trimEnd(), draft);
				})
				.join('\n')
	},
	json: { type: 'application/vnd.citationstyles.csl+json', write: writeCslJson },
	csv: { type: 'text/csv', write: writeRecordsCsv }
};
export const RECORD_ENDINGS = Object.keys(WRITERS);

/** All records of an index as a file, in their order. */
export async function exportRecords(
	person: Person | undefined,
	code: string,
	format: string
): Promise<Response> {
	allow(person, 'read');
	const writer = WRITERS[format];
	if (!writer)
		throw new ServiceError(
			404,
			'no-format',
			`Records are given as ${RECORD_ENDINGS.map((one) => `.${one}`).join(', ')}.`
		);
	await currentIndex(code);
	const { db } = connection();
	const [rows, tags] = await Promise.all([
		db
			.select({ n: records.n, key: records.key, item: records.csl, limits: records.limits })
			.from(records)
			.where(eq(records.indexCode, code))
			.orderBy(asc(records.n)),
		db
			.select({
				n: taggings.n,
				uri: taggedHeadings.uri,
				label: taggedHeadings.label,
				chief: taggings.chief,
				aspect: taggings.aspect
			})
			.from(taggings)
			.innerJoin(
				taggedHeadings,
				and(eq(taggedHeadings.indexCode, taggings.indexCode), eq(taggedHeadings.h, taggings.h))
			)
			.where(eq(taggings.indexCode, code))
			.orderBy(asc(taggings.n), asc(taggings.position))
	]);
	const tagsOf = new Map<number, RecordDraft['taggings']>();
	for (const { n, aspect, ...tag } of tags)
		tagsOf.set(n, [...(tagsOf.get(n) ?? []), { ...tag, ...(aspect !== null && { aspect }) }]);
	const drafts = rows.map(({ n, ...row }) => ({ ...row, taggings: tagsOf.get(n) ?? [] }));
	return new Response(writer.write(drafts), {
		headers: {
			'content-type': `${writer.type}; charset=utf-8`,
			'content-disposition': `attachment; filename="${code}-records.${format}"`
		}
	});
}
