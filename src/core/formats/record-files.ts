/** Records as files: RIS, BibTeX, CSL-JSON and CSV, in and out. Every fault is a finding with its line; nothing is lost silently. */
import Papa from 'papaparse';
import type { Finding } from '../vocabulary/types';
import { keywordsOf, nameInWords, yearOf, type CslItem, type CslName } from './csl';
import type { DraftTagging, RecordDraft } from './records';

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

export const RECORD_FORMATS = {
	'application/x-research-info-systems': 'RIS',
	'application/x-bibtex': 'BibTeX',
	'application/vnd.citationstyles.csl+json': 'CSL-JSON',
	'text/csv': 'CSV'
} as const;
export type RecordFormat = keyof typeof RECORD_FORMATS;

// ── Keywords ────────────────────────────────────────────────────────────────────────────────────────────────────────

export interface Keyword {
	label: string;
	chief: boolean;
	aspect?: string;
}

/** `*Noise, Indoor / causes`: a leading star marks a chief heading, the last ` / ` an aspect. */
export function parseKeyword(text: string): Keyword {
	const chief = text.startsWith('*');
	const bare = text.replace(/^\*/, '').trim();
	const at = bare.lastIndexOf(' / ');
	if (at <= 0) return { label: bare, chief };
	const aspect = bare.slice(at + 3).trim();
	const label = bare.slice(0, at).trim();
	// The star may stand with the aspect as well.
	return { label, chief: chief || aspect.startsWith('*'), aspect: aspect.replace(/^\*/, '') };
}

export function printKeyword({ label, chief, aspect }: Keyword): string {
	return `${chief ? '*' : ''}${label}${aspect === undefined ? '' : ` / ${aspect}`}`;
}

/** Keywords as one field has them: by semicolons, or by commas where there is no semicolon and no inverted heading. */
function splitKeywords(text: string): string[] {
	return text
		.split(text.includes(';') ? ';' : /,(?=\S)|,\s(?=[a-z])/)
		.map((part) => part.trim())
		.filter(Boolean);
}

// ── RIS ─────────────────────────────────────────────────────────────────────────────────────────────────────────────

const RIS_TYPES: Record<string, string> = {
	JOUR: 'article-journal',
	EJOUR: 'article-journal',
	BOOK: 'book',
	EBOOK: 'book',
	CHAP: 'chapter',
	ECHAP: 'chapter',
	THES: 'thesis',
	RPRT: 'report',
	CONF: 'paper-conference',
	CPAPER: 'paper-conference',
	MGZN: 'article-magazine',
	NEWS: 'article-newspaper'
};
const RIS_LINE = /^([A-Z][A-Z0-9]) {2}-(?: (.*))?$/;

/** "Family, Given" as a name; what has no comma is kept whole. */
export function parseName(text: string): CslName {
	const at = text.indexOf(',');
	if (at < 0) return { literal: text.trim() };
	const given = text.slice(at + 1).trim();
	return { family: text.slice(0, at).trim(), ...(given && { given }) };
}

const printName = ({ family, given, literal, ...name }: CslName): string => {
	const particle = (name as { 'non-dropping-particle'?: string })['non-dropping-particle'];
	return literal ?? [[particle, family].filter(Boolean).join(' '), given].filter(Boolean).join(', ');
};

/** Reads RIS. An entry that is not closed ends where the next begins; a line without a tag continues the one before. */
export function readRis(text: string): RecordReading {
	const reading: RecordReading = { read: 0, records: [], findings: [] };
	let entry: { line: number; fields: [tag: string, value: string][] } | undefined;
	let stray = 0;
	const end = (closed: boolean, line: number) => {
		if (!entry) return;
		if (!closed)
			reading.findings.push({
				severity: 'warning',
				rule: 'entry-not-closed',
				line: entry.line,
				message: `The entry that begins on line ${entry.line} is not closed by “ER  -” before line ${line}. What it says up to there was read.`
			});
		add(reading, risRecord(entry));
		entry = undefined;
	};
	const lines = text.split(/\r\n|\r|\n/);
	lines.forEach((raw, i) => {
		const line = i + 1;
		const match = RIS_LINE.exec(raw.replace(/^\uFEFF/, '').trimEnd());
		if (match?.[1] === 'TY') {
			end(false, line);
			entry = { line, fields: [['TY', match[2] ?? '']] };
			reading.read++;
		} else if (match?.[1] === 'ER') {
			if (entry) end(true, line);
			else if (stray === 0) stray = line;
		} else if (match && entry) entry.fields.push([match[1], match[2] ?? '']);
		else if (entry && raw.trim() !== '') {
			const last = entry.fields[entry.fields.length - 1];
			last[1] = `${last[1]} ${raw.trim()}`;
		} else if (raw.trim() !== '' && stray === 0) stray = line;
	});
	end(false, lines.length);
	if (stray > 0)
		reading.findings.push({
			severity: 'error',
			rule: 'outside-entry',
			line: stray,
			message: `Line ${stray} stands outside every entry; each begins with “TY  -” and ends with “ER  -”. It was left out.`
		});
	return reading;
}

function risRecord({ line, fields }: { line: number; fields: [string, string][] }): ReadRecord {
	const all = (...tags: string[]) =>
		fields.flatMap(([tag, value]) => (tags.includes(tag) && value ? [value] : []));
	const first = (...tags: string[]) => tags.flatMap((tag) => all(tag))[0];
	const year = /\d{4}/.exec(first('PY', 'Y1', 'DA') ?? '')?.[0];
	const [start, last] = [first('SP'), first('EP')];
	const type = RIS_TYPES[fields[0][1].trim().toUpperCase()] ?? 'report';
	const source = first('T2', 'JO', 'JF', 'JA', 'BT');
	const item: CslItem = {
		id: first('ID', 'AN') ?? '',
		type,
		...given('title', first('TI', 'T1')),
		...(all('AU', 'A1').length > 0 && { author: all('AU', 'A1').map(parseName) }),
		...given('container-title', source),
		...(year && { issued: { 'date-parts': [[Number(year)]] } }),
		...given('volume', first('VL')),
		...given('issue', first('IS')),
		...given('page', start && last && !start.includes('-') ? `${start}-${last}` : start),
		...given('publisher', first('PB')),
		...given('DOI', first('DO')),
		...given('ISSN', first('SN')),
		...given('URL', first('UR')),
		...given('abstract', first('AB', 'N2')),
		...given('language', first('LA')),
		...(all('AD').length > 0 && { custom: { affiliations: all('AD') } })
	};
	return { item, key: item.id, keywords: all('KW'), line };
}

const given = (name: string, value: string | undefined) => (value ? { [name]: value } : {});

const RIS_TYPE_OF = Object.fromEntries(
	Object.entries(RIS_TYPES)
		.map(([ris, csl]) => [csl, ris])
		.reverse()
);

export function writeRis(records: readonly RecordDraft[]): string {
	const lines: string[] = [];
	const put = (tag: string, value: string | number | undefined) => {
		if (value !== undefined && value !== '') lines.push(`${tag}  - ${String(value).replace(/\s+/g, ' ')}`);
	};
	for (const { key, item, taggings } of records) {
		put('TY', RIS_TYPE_OF[item.type] ?? 'GEN');
		put('ID', key);
		put('TI', item.title);
		for (const name of item.author ?? []) put('AU', printName(name));
		put('T2', item['container-title']);
		put('PY', yearOf(item));
		put('VL', item.volume);
		put('IS', item.issue);
		put('SP', item.page);
		put('PB', item.publisher);
		put('DO', item.DOI);
		put('UR', item.URL);
		put('LA', item.language);
		put('AB', item.abstract);
		for (const affiliation of item.custom?.affiliations ?? []) put('AD', affiliation);
		for (const keyword of allKeywords(item, taggings)) put('KW', keyword);
		lines.push('ER  - ', '');
	}
	return lines.join('\r\n');
}

function allKeywords(item: CslItem, taggings: readonly DraftTagging[]): string[] {
	return [...taggings.map(printKeyword), ...keywordsOf(item)];
}

// ── BibTeX ──────────────────────────────────────────────────────────────────────────────────────────────────────────

/** An entry of a BibTeX file as text, with the line it begins on. */
export interface BibtexEntry {
	text: string;
	line: number;
}

/** Splits a BibTeX file into entries by their braces. One that is not closed ends where a line begins the next. */
export function splitBibtex(text: string): { entries: BibtexEntry[]; findings: Finding[] } {
	const entries: BibtexEntry[] = [];
	const findings: Finding[] = [];
	const starts = [...text.matchAll(/^[ \t]*@(\w+)\s*[{(]/gm)];
	let line = 1;
	let counted = 0;
	for (const [i, match] of starts.entries()) {
		const start = match.index;
		for (; counted < start; counted++) if (text[counted] === '\n') line++;
		const limit = starts[i + 1]?.index ?? text.length;
		if (/^(comment|preamble|string)$/i.test(match[1])) continue;
		let depth = 0;
		let end = -1;
		for (let at = text.indexOf('{', start); at >= 0 && at < limit; at++) {
			if (text[at] === '\\') at++;
			else if (text[at] === '{') depth++;
			else if (text[at] === '}' && --depth === 0) {
				end = at + 1;
				break;
			}
		}
		if (end < 0)
			findings.push({
				severity: 'error',
				rule: 'entry-not-closed',
				line,
				message: `The braces of the entry that begins on line ${line} do not close before the next entry. It was left out.`
			});
		else entries.push({ text: text.slice(start, end), line });
	}
	return { entries, findings };
}

/** The keywords of a BibTeX entry as it has them; readers of BibTeX join or split them as they please. */
export function bibtexKeywords(entry: string): string[] {
	const match =
		/^\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/im.exec(entry) ??
		/[,{]\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/i.exec(entry);
	return splitKeywords((match?.[1] ?? match?.[2] ?? '').replace(/\\([&%$#_])/g, '$1'));
}

/**
 * Reads BibTeX.
 * @param parse from one entry to CSL-JSON; throws where it cannot
 */
export function readBibtex(text: string, parse: (entry: string) => CslItem | undefined): RecordReading {
	const { entries, findings } = splitBibtex(text);
	const reading: RecordReading = { read: entries.length + findings.length, records: [], findings };
	for (const { text: entry, line } of entries) {
		try {
			const item = parse(entry);
			if (!item) throw new Error('it holds no entry');
			const { keyword: _, 'citation-key': key, ...rest } = item;
			add(reading, {
				item: rest as CslItem,
				key: typeof key === 'string' ? key : item.id,
				keywords: bibtexKeywords(entry),
				line
			});
		} catch (error) {
			const reason = error instanceof Error ? error.message.split('\n')[0] : String(error);
			reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line,
				message: `The entry on line ${line} cannot be read as BibTeX (${reason}). It was left out.`
			});
		}
	}
	return reading;
}

/** Puts the headings and keywords of a record into its BibTeX entry. */
export function withBibtexKeywords(entry: string, { item, taggings }: RecordDraft): string {
	const keywords = allKeywords(item, taggings);
	if (keywords.length === 0) return entry;
	const safe = keywords
		.join('; ')
		.replace(/[{}]/g, '')
		.replace(/[&%$#_]/g, '\\$&');
	return entry.replace(/,?\s*\}\s*$/, `,\n\tkeywords = {${safe}},\n}\n`);
}

// ── CSL-JSON ────────────────────────────────────────────────────────────────────────────────────────────────────────

/** @throws Error with the place where the text is not JSON */
export function readCslJson(text: string): RecordReading {
	const reading: RecordReading = { read: 0, records: [], findings: [] };
	let given: unknown;
	try {
		given = JSON.parse(text.replace(/^\uFEFF/, ''));
	} catch (error) {
		// Without a place in the message, it is the end that is missing.
		const at = Number(/position (\d+)/.exec((error as Error).message)?.[1] ?? text.length);
		const line = text.slice(0, at).split('\n').length;
		reading.findings.push({
			severity: 'error',
			rule: 'not-json',
			line,
			message: `The file is not JSON: something is wrong on line ${line}. Nothing of it was read.`
		});
		return reading;
	}
	const items = Array.isArray(given) ? given : [given];
	reading.read = items.length;
	items.forEach((one: unknown, i) => {
		if (one === null || typeof one !== 'object' || typeof (one as CslItem).type !== 'string') {
			reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line: 1,
				subject: `item ${i + 1}`,
				message: `Item ${i + 1} is not an object with a type, so it is no record. It was left out.`
			});
			return;
		}
		const { keyword, headings, ...rest } = one as CslItem & { headings?: unknown };
		const tagged = Array.isArray(headings)
			? headings.flatMap((heading: unknown) =>
					heading !== null && typeof heading === 'object' && 'label' in heading
						? [printKeyword(heading as Keyword)]
						: []
				)
			: [];
		const id = typeof rest.id === 'number' ? String(rest.id) : (rest.id ?? '');
		add(reading, {
			item: { ...rest, id } as CslItem,
			key: id,
			keywords: [...tagged, ...splitKeywords(typeof keyword === 'string' ? keyword : '')],
			line: i + 1
		});
	});
	return reading;
}

export function writeCslJson(records: readonly RecordDraft[]): string {
	const items = records.map(({ key, item, taggings }) => ({
		...item,
		id: key,
		...(taggings.length > 0 && {
			headings: taggings.map(({ label, chief, aspect }) => ({ label, chief, ...(aspect && { aspect }) }))
		})
	}));
	return `${JSON.stringify(items, null, '\t')}\n`;
}

// ── CSV ─────────────────────────────────────────────────────────────────────────────────────────────────────────────

export const RECORD_COLUMNS = [
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
		add(reading, {
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

export function writeRecordsCsv(records: readonly RecordDraft[]): string {
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
	return `${Papa.unparse(rows, { columns: [...RECORD_COLUMNS], escapeFormulae: /^[=+\-@\t\r]/ })}\r\n`;
}

// ── All formats ─────────────────────────────────────────────────────────────────────────────────────────────────────

/** Takes an entry that was read, and says what it lacks. One that says nothing at all is refused. */
function add(reading: RecordReading, record: ReadRecord): void {
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

/** A heading or headings that a keyword stands for in an index; undefined where it is none. */
export type HeadingOfKeyword = (label: string) => { uri: string; label: string }[] | undefined;

/** Entries as records of an index: keywords that are headings or entry terms become taggings, the others stay keywords. */
export function toDrafts(
	records: readonly ReadRecord[],
	headingOf: HeadingOfKeyword,
	keyOf: (item: CslItem) => string
): { drafts: RecordDraft[]; matched: number; unmatched: Map<string, number> } {
	let matched = 0;
	const unmatched = new Map<string, number>();
	const drafts = records.map(({ item, key, keywords }): RecordDraft => {
		const taggings: DraftTagging[] = [];
		const free: string[] = [];
		for (const text of keywords) {
			const { chief, aspect, label } = parseKeyword(text);
			// A label may hold “ / ” itself.
			const whole = headingOf(text.replace(/^\*/, ''));
			const found = whole ?? headingOf(label);
			if (!found) {
				free.push(text);
				unmatched.set(text, (unmatched.get(text) ?? 0) + 1);
				continue;
			}
			matched++;
			for (const heading of found)
				if (
					!taggings.some(
						(other) => other.uri === heading.uri && other.aspect === (whole ? undefined : aspect)
					)
				)
					taggings.push({ ...heading, chief, ...(!whole && aspect !== undefined && { aspect }) });
		}
		const own = key || keyOf(item);
		return {
			key: own,
			item: { ...item, id: own, ...(free.length > 0 && { keyword: free.join('; ') }) },
			taggings
		};
	});
	return { drafts, matched, unmatched };
}
