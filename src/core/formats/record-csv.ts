/** Records as CSV, in and out. */
import Papa from 'papaparse';
import { yearOf, type CslItem } from './csl';
import { allKeywords } from './record-keywords';
import { addRecord, given, parseName, printName, type RecordReading } from './record-reading';
import type { RecordDraft } from './records';

const RECORD_COLUMNS = [
	'id', 'type', 'title', 'authors', 'year', 'source', 'volume', 'issue', 'pages', 'publisher', 'doi', 'language', 'abstract', 'keywords'
] as const; // prettier-ignore
const LIST = ' | ';

export function readRecordsCsv(text: string): RecordReading {
	const reading: RecordReading = { read: 0, records: [], findings: [] };
	const { data, meta, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
		header: true,
		skipEmptyLines: 'greedy',
		transformHeader: (name) => name.trim().toLowerCase()
	});
	if (!meta.fields?.includes('title')) {
		reading.findings.push({
			severity: 'error',
			rule: 'no-column',
			line: 1,
			message: `The first line names no column “title”. It should name ${RECORD_COLUMNS.join(', ')}.`
		});
		return reading;
	}
	reading.read = data.length;
	const broken = new Map(errors.map(({ row, message }) => [row ?? -1, message]));
	data.forEach((row, i) => {
		const line = i + 2;
		const fault = broken.get(i);
		if (fault !== undefined) {
			reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line,
				message: `Row ${line} does not fit the columns (${fault}). It was left out.`
			});
			return;
		}
		const field = (name: (typeof RECORD_COLUMNS)[number]) => row[name]?.trim() ?? '';
		const authors = field('authors').split(LIST).filter(Boolean).map(parseName);
		const item: CslItem = {
			id: field('id'),
			type: field('type') || 'article-journal',
			...given('title', field('title')),
			...(authors.length > 0 && { author: authors }),
			...(/^\d{4}$/.test(field('year')) && { issued: { 'date-parts': [[Number(field('year'))]] } }),
			...given('container-title', field('source')),
			...given('volume', field('volume')),
			...given('issue', field('issue')),
			...given('page', field('pages')),
			...given('publisher', field('publisher')),
			...given('DOI', field('doi')),
			...given('language', field('language')),
			...given('abstract', field('abstract'))
		};
		addRecord(reading, {
			item,
			key: item.id,
			keywords: field('keywords')
				.split(LIST)
				.map((part) => part.trim())
				.filter(Boolean),
			line
		});
	});
	return reading;
}

/** @param header whether the line of column names comes first */
export function writeRecordsCsv(records: readonly RecordDraft[], header = true): string {
	const rows = records.map(({ key, item, taggings }) => ({
		id: key,
		type: item.type,
		title: item.title ?? '',
		authors: (item.author ?? []).map(printName).join(LIST),
		year: yearOf(item) ?? '',
		source: item['container-title'] ?? '',
		volume: item.volume ?? '',
		issue: item.issue ?? '',
		pages: item.page ?? '',
		publisher: item.publisher ?? '',
		doi: item.DOI ?? '',
		language: item.language ?? '',
		abstract: item.abstract ?? '',
		keywords: allKeywords(item, taggings).join(LIST)
	}));
	return `${Papa.unparse(rows, { columns: [...RECORD_COLUMNS], escapeFormulae: /^[=+\-@\t\r]/, header })}\r\n`;
}
