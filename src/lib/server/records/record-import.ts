/** Records from a file into an index. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import type { CslItem } from '../../../core/evidence/citation';
import { keyOf } from '../../../core/formats/record-draft';
import { BibtexReader } from '../../../core/formats/bibtex';
import { CslJsonReader } from '../../../core/formats/csl-json';
import { RecordCsvReader } from '../../../core/formats/record-csv';
import { type Parting, toDrafts, type HeadingOfKeyword } from '../../../core/formats/record-keywords';
import {
	type ReadRecord,
	type RecordFormat,
	type RecordReader,
	type RecordReading,
	readWhole
} from '../../../core/formats/record-reading';
import { RisReader } from '../../../core/formats/ris';
import { headingsLabelled } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { Finding, ImportCounts } from '../../../core/vocabulary/vocabulary-data';
import { currentIndex, editionIndex } from '../vocabulary';
import type { Sql } from '../db';
import { type Finish, ImportError, type Progress, readInThread, StrictText } from '../jobs';
import { parseBibtex } from './bibtex-entry';
import { RecordStore } from './record-store';

export interface RecordRequest {
	indexCode: string;
	file: string;
	format: RecordFormat;
	/** By what keywords of one field are parted, where a person says so. */
	parting?: Parting;
	/** The file holds all records of the index: what it lacks was withdrawn. */
	whole?: boolean;
}

export interface RecordReport {
	counts: ImportCounts & Record<string, number>;
	findings: Finding[];
	findingCounts: Record<string, number>;
}

const PARTED_BY: Record<Parting, string> = {
	semicolon: 'semicolons',
	line: 'line breaks',
	tab: 'tabs',
	comma: 'commas'
};

/** Keywords that match no heading, and records that changed, are named up to this many; all are counted. */
const MOST_NAMED = 200;
/** A report lists so many findings; all are counted. */
const MOST_FINDINGS = 10_000;

const READERS: Record<RecordFormat, () => RecordReader> = {
	'application/x-research-info-systems': () => new RisReader(),
	'application/x-bibtex': () => new BibtexReader(parseBibtex),
	'application/vnd.citationstyles.csl+json': () => new CslJsonReader(),
	'text/csv': () => new RecordCsvReader()
};

/** What a text of citations is written in, by how it begins; a list of DOIs where it is none of them. */
function formatOfText(text: string): RecordFormat | undefined {
	if (/^\s*@\w+\s*\{/m.test(text)) return 'application/x-bibtex';
	if (/^TY {2}- /m.test(text)) return 'application/x-research-info-systems';
	if (/^\s*[[{]/.test(text)) return 'application/vnd.citationstyles.csl+json';
	return undefined;
}

/** Citations of one text that are looked for in the indexes at once. */
const MOST_CITATIONS = 10_000;

/** How an entry of BibTeX or RIS begins. */
const ENTRY = /^[^\S\n]*(?:@(?!comment|string|preamble)\w+\s*[{(]|TY {2}- )/gim;

export interface CitationReading {
	items: CslItem[];
	findings: Finding[];
}

/**
 * The citations of a text that somebody brings, read in a thread.
 * @throws ServiceError 422 where they are too many, or cannot be read
 */
export const citationsOf = (text: string) => readInThread<CitationReading>('citations', text);

/** The same where it is read: what is said of it is bounded, as it is sent on. */
export function readCitations(text: string): CitationReading {
	const refuseMany = (count: number) => {
		if (count > MOST_CITATIONS)
			throw new Error(
				`The text holds ${count} citations; at most ${MOST_CITATIONS} are looked for at once. Bring it in parts.`
			);
	};
	// To see how many begin takes a moment, to read them takes minutes.
	refuseMany(text.match(ENTRY)?.length ?? 0);
	const { items, findings } = citationsIn(text);
	refuseMany(items.length);
	return { items, findings: findings.slice(0, MOST_CITATIONS) };
}

/** The citations of a text: RIS, BibTeX, CSL-JSON, or DOIs line by line, however each is written. */
function citationsIn(text: string): CitationReading {
	const format = formatOfText(text);
	if (format !== undefined) {
		const { records, findings } = readWhole(READERS[format](), text);
		return { items: records.map(({ item }) => item), findings };
	}
	const items: CslItem[] = [];
	const findings: Finding[] = [];
	for (const [i, line] of text.split(/\r?\n/).entries()) {
		const dois = line.match(/\b10\.\d{3,9}\/[^\s;,]+/g) ?? [];
		for (const DOI of dois) items.push({ id: DOI, type: 'article', DOI });
		if (dois.length === 0 && line.trim() !== '')
			findings.push({
				severity: 'error',
				rule: 'no-doi',
				line: i + 1,
				message: `“${line.trim().slice(0, 80)}” holds no DOI, and the text is none of RIS, BibTeX and CSL-JSON.`
			});
	}
	return { items, findings };
}

/** Records stored at a time. */
const BATCH = 5_000;

/**
 * Reads a file of records as a stream and stores them, all or nothing. Entries that cannot be read are refused one by
 * one, with their line.
 */
export async function importRecords(
	sql: Sql,
	{ indexCode, file, format, parting, whole = false }: RecordRequest,
	progress: Progress = () => {},
	finish: Finish = () => Promise.resolve()
): Promise<RecordReport> {
	const { edition, index: subjectIndex } = await currentIndex(indexCode);
	const index = edition ? await editionIndex(edition) : undefined;
	return sql.begin(async (tx) => {
		const taking = new Taking(await RecordStore.open(tx, indexCode), headingsByKeyword(index), parting);
		await readFrom(file, READERS[format](), progress, (reading, isLast) => taking.take(reading, isLast));
		if (whole) await taking.withdrawOthers(subjectIndex.records);
		const report = await taking.report();
		await finish(tx, report);
		return report;
	});
}

/** Reads a file piece by piece; whatever is read is handed on before the next piece. */
async function readFrom(
	file: string,
	reader: RecordReader,
	progress: Progress,
	hand: (reading: RecordReading, isLast: boolean) => Promise<void>
): Promise<void> {
	const { size } = await stat(file);
	let done = 0;
	const bytes = createReadStream(file, { highWaterMark: 256 * 1024 });
	bytes.on('data', (chunk) => progress((done += chunk.length), size));
	const { reading } = reader;
	const refuse = () => {
		const { broken } = reader;
		if (broken) throw new ImportError('unreadable', `No record was imported. ${broken.message}`, broken.line);
	};
	let fault: unknown;
	await pipeline(bytes, new StrictText(), async (texts: AsyncIterable<string | Buffer>) => {
		try {
			for await (const text of texts) {
				reader.take(String(text));
				refuse();
				await hand(reading, false);
			}
		} catch (error) {
			fault = error;
			throw error;
		}
	}).catch((error: unknown) => {
		// The streams before it say only that they were broken off.
		throw fault ?? error;
	});
	reader.end();
	refuse();
	await hand(reading, true);
}

/** What is being taken in, and what is to be said of it. */
class Taking {
	private read = 0;
	private records = 0;
	private matched = 0;
	private readonly waiting: ReadRecord[] = [];
	private readonly findings: Finding[] = [];
	private readonly findingCounts: Record<string, number> = {};
	private readonly severities = { error: 0, warning: 0, note: 0 };
	private readonly unmatched = new Map<string, number>();
	/** Records that were there already and are otherwise now. */
	private changed = 0;
	private readonly ways = new Map<Parting, number>();
	/** The line on which each record stood last, by its key. */
	private readonly lines = new Map<string, number>();

	constructor(
		private readonly store: RecordStore,
		private readonly headingOf: HeadingOfKeyword,
		private readonly parting?: Parting
	) {}

	async take(reading: RecordReading, isLast: boolean): Promise<void> {
		this.read = reading.read;
		for (const finding of reading.findings.splice(0)) this.say(finding);
		for (const record of reading.records.splice(0)) this.waiting.push(record);
		while (this.waiting.length >= BATCH || (isLast && this.waiting.length > 0))
			await this.keep(this.waiting.splice(0, BATCH));
	}

	private async keep(records: ReadRecord[]): Promise<void> {
		const { drafts, matched, unmatched, ways } = toDrafts(records, this.headingOf, keyOf, this.parting);
		for (const [way, entries] of ways) this.ways.set(way, (this.ways.get(way) ?? 0) + entries);
		this.records += records.length;
		this.matched += matched;
		for (const [keyword, count] of unmatched)
			this.unmatched.set(keyword, (this.unmatched.get(keyword) ?? 0) + count);
		drafts.forEach(({ key }, i) => {
			const { line } = records[i];
			const before = this.lines.get(key);
			this.lines.set(key, line);
			if (before !== undefined)
				this.say({
					severity: 'warning',
					rule: 'same-record',
					line,
					subject: key,
					message: `The entries on lines ${before} and ${line} are the same record, “${key}”. The later one was kept.`
				});
		});
		const changed = await this.store.add(drafts);
		for (const { key, parts } of changed) {
			// A whole index that changed must not crowd out what is wrong with a few entries.
			if (this.changed++ >= MOST_NAMED) continue;
			this.say({
				severity: 'note',
				rule: 'record-changed',
				line: this.lines.get(key),
				subject: key,
				message: `“${key}” was there already and is otherwise now: ${parts.join(', ')}.`
			});
		}
	}

	/**
	 * What the file does not hold was withdrawn.
	 * @param before how many records the index had
	 * @throws ImportError where that would be most of them, as of a file that is not whole
	 */
	async withdrawOthers(before: number): Promise<void> {
		// A file without any record changes nothing, and is refused for that.
		if (this.records === 0) return;
		const gone = await this.store.withdrawOthers(this.lines);
		if (2 * gone.length > before)
			throw new ImportError(
				'withdraws-most',
				`The file was loaded as all that the index has, and lacks ${gone.length} of its ${before} records. Nothing was changed; load it as a part, or load the whole file.`
			);
		for (const key of gone.slice(0, MOST_NAMED))
			this.say({
				severity: 'note',
				rule: 'record-withdrawn',
				subject: key,
				message: `“${key}” is not in the file: it was withdrawn. No search finds it any more; where somebody kept it, it stays.`
			});
	}

	private say(finding: Finding): void {
		this.findingCounts[finding.rule] = (this.findingCounts[finding.rule] ?? 0) + 1;
		this.severities[finding.severity]++;
		if (this.findings.length < MOST_FINDINGS) this.findings.push(finding);
	}

	/** @throws ImportError where nothing was taken in */
	async report(): Promise<RecordReport> {
		if (this.records === 0) {
			const [first] = this.findings;
			throw new ImportError(
				'unreadable',
				`No record was imported. ${first?.message ?? 'The file holds no entry.'}`,
				first?.line
			);
		}
		const mended = this.severities.warning;
		for (const [way, entries] of this.ways)
			this.say({
				severity: 'note',
				rule: 'keywords-parted',
				subject: way,
				message: `Keywords of one field were parted by ${PARTED_BY[way]} in ${entries} ${entries === 1 ? 'entry' : 'entries'}.`
			});
		const named = [...this.unmatched].sort((a, b) => b[1] - a[1]).slice(0, MOST_NAMED);
		for (const [keyword, count] of named)
			this.say({
				severity: 'note',
				rule: 'keyword-unmatched',
				subject: keyword,
				message: `“${keyword}” (${count} ${count === 1 ? 'record' : 'records'}) is neither a heading nor an entry term here. It was kept as an author’s keyword.`
			});
		return {
			counts: {
				read: this.read,
				kept: this.lines.size,
				repaired: mended,
				refused: this.read - this.records,
				...(await this.store.finish()),
				keywordsMatched: this.matched,
				keywordsUnmatched: [...this.unmatched.values()].reduce((sum, times) => sum + times, 0)
			},
			findings: this.findings,
			findingCounts: this.findingCounts
		};
	}
}

/** By URI, else by label or entry term, as a keyword has it; each asked for once. */
function headingsByKeyword(index: EditionIndex | undefined): HeadingOfKeyword {
	const known = new Map<string, { uri: string; label: string }[] | undefined>();
	const at = (n: number) => ({ uri: index?.uris.at(n) ?? '', label: index?.names.at(n) ?? '' });
	const find = (label: string, uri: string) => {
		if (!index) return undefined;
		const own = uri === '' ? undefined : index.find(uri);
		if (own !== undefined) return [at(own)];
		const { headings = [] } = headingsLabelled(index.labels, label) ?? {};
		return headings.length === 0 ? undefined : headings.map(at);
	};
	return (label, uri = '') => {
		const name = uri === '' ? label : `${label} <${uri}>`;
		if (!known.has(name)) known.set(name, find(label, uri));
		return known.get(name);
	};
}
