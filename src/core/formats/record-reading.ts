/** What the readers of record files have in common. Every fault is a finding with its line; nothing is lost silently. */
import type { Finding } from '../vocabulary/vocabulary-data';
import { fold } from '../text';
import { nameInWords, type CslItem, type CslName } from '../evidence/citation';
import type { DraftTagging, RecordDraft } from './record-draft';
import { itemFault, shapeFault } from './csl-fault';

/** Media types of records, with the names people know them by and the ending of their files. */
export const RECORD_FORMATS = {
	'application/x-research-info-systems': { name: 'RIS', ending: 'ris' },
	'application/x-bibtex': { name: 'BibTeX', ending: 'bib' },
	'application/vnd.citationstyles.csl+json': { name: 'CSL-JSON', ending: 'json' },
	'text/csv': { name: 'CSV', ending: 'csv' }
} as const;
export type RecordFormat = keyof typeof RECORD_FORMATS;

/** An entry as it was read: what it says of the work, and its keywords before anybody knows which are headings. */
export interface ReadRecord extends Pick<RecordDraft, 'limits' | 'cites'> {
	item: CslItem;
	/** The identifier the file gives it; empty where it gives none. */
	key: string;
	/** Fields of keywords, each of which may hold several. */
	keywords: string[];
	/** Its headings, where it names them apart from keywords: then none of those is a heading. */
	headings?: DraftTagging[];
	/** Where the entry begins, from 1. */
	line: number;
}

export interface RecordReading {
	/** Entries in the file, those that were refused among them. */
	read: number;
	/** Entries that were read and that nobody has taken yet. */
	records: ReadRecord[];
	findings: Finding[];
}

/**
 * A reader that is given a file piece by piece, so that no file need be held whole. Memory: the entry being read, and
 * what nobody has taken from `reading.records`.
 */
export interface RecordReader {
	readonly reading: RecordReading;
	/** Why the file cannot be read as what it should be; nothing of it is to be kept then. */
	readonly broken?: Finding;
	take(text: string): void;
	/** The file has ended. */
	end(): void;
}

export const nothingRead = (): RecordReading => ({ read: 0, records: [], findings: [] });

/** Fields that nothing was kept of, by name: how often, and where first. */
export class NotKept {
	private readonly fields = new Map<string, { count: number; line: number }>();

	add(name: string, line: number): void {
		const known = this.fields.get(name);
		if (known) known.count++;
		else this.fields.set(name, { count: 1, line });
	}

	/** @param called how such a field is named to people */
	findings(called: (name: string) => string): Finding[] {
		return [...this.fields].map(([name, { count, line }]) => ({
			severity: 'note',
			rule: 'field-not-kept',
			line,
			subject: name,
			message: `${called(name)} has no place in a record: it was left out ${count === 1 ? 'once' : `${count} times`}, first on line ${line}.`
		}));
	}
}

/** Reads a text that is at hand whole. */
export function readWhole(reader: RecordReader, text: string): RecordReading {
	reader.take(text);
	reader.end();
	if (reader.broken) reader.reading.findings.push(reader.broken);
	return reader.reading;
}

/** Parts pieces of text into lines, which are numbered from 1; a line that a piece cuts off waits for the next one. */
export class Lines {
	private rest = '';
	private line = 0;

	constructor(private readonly each: (line: string, number: number) => void) {}

	take(text: string): void {
		const lines = (this.rest + text).split(/\r\n|\r(?!$)|\n/);
		this.rest = lines.pop() ?? '';
		for (const line of lines) this.give(line);
	}

	/** Answers with the number of lines. */
	end(): number {
		this.give(this.rest.replace(/\r$/, ''));
		this.rest = '';
		return this.line;
	}

	private give(line: string): void {
		this.line++;
		this.each(this.line === 1 ? line.replace(/^\uFEFF/, '') : line, this.line);
	}
}

/** What stands at the end of a list of names for those that it leaves out; a person is called otherwise. */
const OTHERS = new Set(['others', 'et al', 'and others', 'u a']);

const allOf = (name: CslName) =>
	fold(
		[name.given, name['non-dropping-particle'], name['dropping-particle'], name.family, name.literal]
			.filter(Boolean)
			.join(' ')
	)
		.replaceAll('.', '')
		.trim();

/** Takes what stands for further names off the lists of an item. @returns whether any stood there */
function withoutOthers(item: CslItem): boolean {
	let were = false;
	for (const [variable, value] of Object.entries(item)) {
		if (!Array.isArray(value) || value.length === 0) continue;
		const last: unknown = value.at(-1);
		if (last === null || typeof last !== 'object' || !OTHERS.has(allOf(last))) continue;
		were = true;
		if (value.length > 1) item[variable] = value.slice(0, -1);
		else delete item[variable];
	}
	return were;
}

/** Takes an entry that was read, and says what it lacks. One that says nothing, or what cannot be kept, is refused. */
export function addRecord(reading: RecordReading, record: ReadRecord): void {
	const { item, line } = record;
	const refuse = (rule: string, message: string) =>
		void reading.findings.push({ severity: 'error', rule, line, message: `${message} It was left out.` });
	const fault =
		itemFault(item) ??
		shapeFault(item) ??
		itemFault([record.keywords, record.headings, record.limits, record.cites]);
	if (fault) return refuse('entry-unreadable', `The entry on line ${line} cannot be kept: ${fault}.`);
	if (withoutOthers(item))
		reading.findings.push({
			severity: 'warning',
			rule: 'and-others',
			line,
			message: `The entry on line ${line} has further authors that it does not name (“and others”).`
		});
	const said = item.title ?? item.author?.map(nameInWords).join('; ') ?? item.DOI ?? '';
	if (said.trim() === '')
		return refuse('entry-empty', `The entry on line ${line} has neither a title, nor an author, nor a DOI.`);
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
	const particle = name['non-dropping-particle'];
	return literal ?? [[particle, family].filter(Boolean).join(' '), given].filter(Boolean).join(', ');
};

/** A field of an item, where it has a value. */
export const given = (name: string, value: string | undefined) => (value ? { [name]: value } : {});
