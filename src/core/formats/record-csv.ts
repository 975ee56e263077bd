/** Records as CSV, in and out. */
import Papa from 'papaparse';
import type { Finding } from '../vocabulary/vocabulary-data';
import { keywordsOf, yearOf, type CslItem, type CslName } from '../evidence/citation';
import { parseKeyword } from './record-keywords';
import { guarded, unguarded } from './csv-guard';
import {
	addRecord,
	given,
	NotKept,
	nothingRead,
	parseName,
	printName,
	type RecordReader
} from './record-reading';
import {
	differences,
	parseGiven,
	parseLimits,
	parseMore,
	printGiven,
	printLimits,
	withMore
} from './record-extras';
import type { DraftTagging, RecordDraft } from './record-draft';

const RECORD_COLUMNS = [
	'id', 'type', 'title', 'authors', 'editors', 'year', 'source', 'volume', 'issue', 'pages', 'edition', 'publisher', 'place', 'doi', 'issn',
	'isbn', 'url', 'language', 'abstract', 'keywords', 'headings', 'limits', 'cites', 'more'
] as const; // prettier-ignore
const LIST = ' | ';

/** A row longer than this, in characters, is one whose quotation mark is not closed. */
const LONGEST_ROW = 4_000_000;

/** What parts the fields of the first line. */
function delimiterOf(text: string): string {
	const line = /^.*[^\s,;"].*$/m.exec(text)?.[0] ?? '';
	const times = (mark: string) => line.split(mark).length;
	return [',', ';', '\t'].reduce((best, mark) => (times(mark) > times(best) ? mark : best));
}

interface ParsedRow {
	data: string[];
	/** Where it ends in the text. */
	end: number;
	fault?: string;
}

/** The rows of a text, each with the line break that ends it: those are line breaks outside quotation marks. */
function* closedRows(text: string): Generator<string> {
	let from = 0;
	let isOpen = false;
	for (let at = 0; at < text.length; at++) {
		const mark = text.charCodeAt(at);
		if (mark === 34) isOpen = !isOpen;
		else if (mark === 10 && !isOpen) {
			yield text.slice(from, at + 1);
			from = at + 1;
		}
	}
	if (from < text.length) yield text.slice(from);
}

/** Reads CSV, as many rows at a time as a piece of text closes. */
export class RecordCsvReader implements RecordReader {
	readonly reading = nothingRead();
	broken: Finding | undefined;
	private columns: string[] | undefined;
	/** Rows that may not be closed yet. */
	private rest = '';
	/** How much of them has been looked at, whether a quotation mark is open there, and the last row's end before it. */
	private looked = 0;
	private isOpen = false;
	private closed = 0;
	private line = 1;
	private cut = '';
	private isBegun = false;
	private delimiter = ',';
	private readonly notKept = new NotKept();

	take(text: string): void {
		const given = this.cut + (this.isBegun ? text : text.replace(/^\uFEFF/, ''));
		this.isBegun ||= text !== '';
		// Half of a line break is kept for the next piece.
		this.cut = given.endsWith('\r') ? '\r' : '';
		this.rest += (this.cut ? given.slice(0, -1) : given).replace(/\r\n?/g, '\n');
		for (; this.looked < this.rest.length; this.looked++) {
			const mark = this.rest.charCodeAt(this.looked);
			if (mark === 34) this.isOpen = !this.isOpen;
			else if (mark === 10 && !this.isOpen) this.closed = this.looked + 1;
		}
		this.rows(this.closed);
		if (this.rest.length > LONGEST_ROW)
			this.broken ??= {
				severity: 'error',
				rule: 'entry-unreadable',
				line: this.line,
				message: `A quotation mark that opens after line ${this.line} is not closed. Nothing of the file was kept.`
			};
	}

	end(): void {
		this.rows(this.rest.length);
		if (!this.columns) this.noTitle();
		this.reading.findings.push(...this.notKept.findings((column) => `The column “${column}”`));
	}

	private noTitle(): void {
		this.broken ??= {
			severity: 'error',
			rule: 'no-column',
			line: 1,
			message: `The first line names no column “title”. It should name ${RECORD_COLUMNS.join(', ')}.`
		};
	}

	/** Reads the rows that stand before a place. */
	private rows(to: number): void {
		const text = this.rest.slice(0, to);
		this.rest = this.rest.slice(to);
		this.looked -= to;
		this.closed = 0;
		if (!this.columns) this.delimiter = delimiterOf(text);
		const parsed = this.parsed(text);
		// A quotation mark out of place takes in what follows it, up to wherever the text ends; so then each row is read for
		// itself, and costs no other.
		if (parsed.some(({ fault }) => fault !== undefined))
			for (const row of closedRows(text)) this.keep(row, this.parsed(row));
		else this.keep(text, parsed);
	}

	private parsed(text: string): ParsedRow[] {
		const rows: ParsedRow[] = [];
		Papa.parse<string[]>(text, {
			delimiter: this.delimiter,
			newline: '\n',
			skipEmptyLines: false,
			step: ({ data, errors, meta }) => void rows.push({ data, end: meta.cursor, fault: errors[0]?.message })
		});
		return rows;
	}

	private keep(text: string, rows: readonly ParsedRow[]): void {
		let at = 0;
		for (const { data, end, fault } of rows) {
			const line = this.line;
			for (; at < end; at++) if (text.charCodeAt(at) === 10) this.line++;
			// Above the first line there may be others that name nothing, whatever parts their columns.
			const isBlank = data.every(
				(field) => (this.columns ? field.trim() : field.replace(/[\s,;"]/g, '')) === ''
			);
			if (isBlank) continue;
			if (this.columns) this.row(data, line, fault);
			else this.head(data);
		}
		for (; at < text.length; at++) if (text.charCodeAt(at) === 10) this.line++;
	}

	private head(data: string[]): void {
		this.columns = data.map((name) => name.trim().toLowerCase());
		if (!this.columns.includes('title')) this.noTitle();
	}

	private row(data: string[], line: number, problem: string | undefined): void {
		const { reading, columns = [] } = this;
		reading.read++;
		const fault =
			problem ??
			(data.length === columns.length
				? undefined
				: `${data.length} fields where the first line names ${columns.length}`);
		if (fault !== undefined)
			return void reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line,
				message: `Row ${line} does not fit the columns (${fault}). It was left out.`
			});
		const values = new Map(columns.map((column, i) => [column, unguarded(data[i])]));
		for (const [column, value] of values)
			if (value.trim() !== '' && !(RECORD_COLUMNS as readonly string[]).includes(column))
				this.notKept.add(column, line);
		const item = itemOfRow(values);
		if (cell(values, 'year') !== '' && !item.issued) this.notKept.add('year', line);
		const limits = parseLimits(cells(values, 'limits'));
		const cites = cells(values, 'cites');
		addRecord(reading, {
			item: withMore(item, parseMore(cell(values, 'more'))),
			key: item.id,
			keywords: cells(values, 'keywords'),
			// Where there is a column for them, keywords are none.
			...(columns.includes('headings') && { headings: cells(values, 'headings').map(headingOfCell) }),
			...(limits && { limits }),
			...(cites.length > 0 && { cites }),
			line
		});
	}
}

type Column = (typeof RECORD_COLUMNS)[number];
type Row = ReadonlyMap<string, string>;
const cell = (row: Row, name: Column) => row.get(name)?.trim() ?? '';
const cells = (row: Row, name: Column) =>
	cell(row, name)
		.split(LIST)
		.map((part) => part.trim())
		.filter(Boolean);

function itemOfRow(row: Row): CslItem {
	const [authors, editors] = (['authors', 'editors'] as const).map((name) => cells(row, name).map(parseName));
	const year = cell(row, 'year');
	return {
		id: cell(row, 'id'),
		type: cell(row, 'type') || 'article-journal',
		...given('title', cell(row, 'title')),
		...(authors.length > 0 && { author: authors }),
		...(editors.length > 0 && { editor: editors }),
		...(/^\d{4}$/.test(year) && { issued: { 'date-parts': [[Number(year)]] } }),
		...given('container-title', cell(row, 'source')),
		...given('volume', cell(row, 'volume')),
		...given('issue', cell(row, 'issue')),
		...given('page', cell(row, 'pages')),
		...given('edition', cell(row, 'edition')),
		...given('publisher', cell(row, 'publisher')),
		...given('publisher-place', cell(row, 'place')),
		...given('DOI', cell(row, 'doi')),
		...given('ISSN', cell(row, 'issn')),
		...given('ISBN', cell(row, 'isbn')),
		...given('URL', cell(row, 'url')),
		...given('language', cell(row, 'language')),
		...given('abstract', cell(row, 'abstract'))
	};
}

/** A heading with its URI as Oakmoss writes it, or a label alone. */
const headingOfCell = (text: string): DraftTagging => parseGiven(text) ?? { ...parseKeyword(text), uri: '' };

/** @param header whether the line of column names comes first */
export function writeRecordsCsv(records: readonly RecordDraft[], header = true): string {
	// A column of headings that is empty says that a record has none.
	const isSilent = records.length > 0 && records.every(({ keepsTaggings }) => keepsTaggings);
	const columns = RECORD_COLUMNS.filter((column) => !isSilent || column !== 'headings');
	return `${Papa.unparse(records.map(rowOf).map(guarded), { columns, header })}\r\n`;
}

const named = (names: unknown) =>
	((Array.isArray(names) ? names : []) as CslName[]).map(printName).join(LIST);

function rowOf(draft: RecordDraft): Record<Column, string | number> {
	const { key, item, taggings, limits, cites = [] } = draft;
	const text = (variable: string) => {
		const value = item[variable];
		return typeof value === 'string' || typeof value === 'number' ? value : '';
	};
	const row = {
		id: key,
		type: item.type,
		title: item.title ?? '',
		authors: named(item.author),
		editors: named(item.editor),
		year: yearOf(item) ?? '',
		source: item['container-title'] ?? '',
		volume: text('volume'),
		issue: text('issue'),
		pages: item.page ?? '',
		edition: text('edition'),
		publisher: item.publisher ?? '',
		place: text('publisher-place'),
		doi: item.DOI ?? '',
		issn: item.ISSN ?? '',
		isbn: item.ISBN ?? '',
		url: item.URL ?? '',
		language: item.language ?? '',
		abstract: item.abstract ?? '',
		keywords: keywordsOf(item).join(LIST),
		headings: taggings.map(printGiven).join(LIST),
		limits: printLimits(limits).join(LIST),
		cites: cites.join(LIST),
		more: ''
	};
	const more = differences(
		item,
		itemOfRow(new Map(Object.entries(row).map(([name, value]) => [name, String(value)])))
	);
	return { ...row, more: more ? JSON.stringify(more) : '' };
}
