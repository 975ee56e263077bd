/** What the readers of record files have in common. Every fault is a finding with its line; nothing is lost silently. */
import type { Finding } from '../vocabulary/types';
import { nameInWords, type CslItem, type CslName } from './csl';

/** Media types of records, with the names people know them by and the ending of their files. */
export const RECORD_FORMATS = {
	'application/x-research-info-systems': { name: 'RIS', ending: 'ris' },
	'application/x-bibtex': { name: 'BibTeX', ending: 'bib' },
	'application/vnd.citationstyles.csl+json': { name: 'CSL-JSON', ending: 'json' },
	'text/csv': { name: 'CSV', ending: 'csv' }
} as const;
export type RecordFormat = keyof typeof RECORD_FORMATS;

/** An entry as it was read: what it says of the work, and its keywords before anybody knows which are headings. */
export interface ReadRecord {
	item: CslItem;
	/** The identifier the file gives it; empty where it gives none. */
	key: string;
	keywords: string[];
	/** Where the entry begins, from 1. */
	line: number;
}

export interface RecordReading {
	/** Entries in the file, those that were refused among them. */
	read: number;
	records: ReadRecord[];
	findings: Finding[];
}

/** Takes an entry that was read, and says what it lacks. One that says nothing at all is refused. */
export function addRecord(reading: RecordReading, record: ReadRecord): void {
	const { item, line } = record;
	const said = item.title ?? item.author?.map(nameInWords).join('; ') ?? item.DOI ?? '';
	if (said.trim() === '') {
		reading.findings.push({
			severity: 'error',
			rule: 'entry-empty',
			line,
			message: `The entry on line ${line} has neither a title, nor an author, nor a DOI. It was left out.`
		});
		return;
	}
	if (!item.title?.trim())
		reading.findings.push({
			severity: 'warning',
			rule: 'no-title',
			line,
			subject: record.key || undefined,
			message: `The entry on line ${line} has no title. It was kept, and can be found by its headings and authors.`
		});
	reading.records.push(record);
}

/** "Family, Given" as a name; what has no comma is kept whole. */
export function parseName(text: string): CslName {
	const at = text.indexOf(',');
	if (at < 0) return { literal: text.trim() };
	const given = text.slice(at + 1).trim();
	return { family: text.slice(0, at).trim(), ...(given && { given }) };
}

export const printName = ({ family, given, literal, ...name }: CslName): string => {
	const particle = (name as { 'non-dropping-particle'?: string })['non-dropping-particle'];
	return literal ?? [[particle, family].filter(Boolean).join(' '), given].filter(Boolean).join(', ');
};

/** A field of an item, where it has a value. */
export const given = (name: string, value: string | undefined) => (value ? { [name]: value } : {});
