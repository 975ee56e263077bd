/** RIS, in and out. */
import { yearOf, type CslItem } from '../evidence/citation';
import { allKeywords } from './record-keywords';
import {
	addRecord,
	given,
	Lines,
	nothingRead,
	parseName,
	printName,
	type ReadRecord,
	type RecordReader
} from './record-reading';
import type { RecordDraft } from './record-draft';

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

/** Reads RIS. An entry that is not closed ends where the next begins; a line without a tag continues the one before. */
export class RisReader implements RecordReader {
	readonly reading = nothingRead();
	private readonly lines = new Lines((line, number) => this.line(line, number));
	private entry: { line: number; fields: [tag: string, value: string][] } | undefined;
	private stray = 0;

	take(text: string): void {
		this.lines.take(text);
	}

	end(): void {
		this.close(false, this.lines.end());
		if (this.stray > 0)
			this.reading.findings.push({
				severity: 'error',
				rule: 'outside-entry',
				line: this.stray,
				message: `Line ${this.stray} stands outside every entry; each begins with “TY  -” and ends with “ER  -”. It was left out.`
			});
	}

	private line(raw: string, line: number): void {
		const { entry } = this;
		const match = RIS_LINE.exec(raw.trimEnd());
		if (match?.[1] === 'TY') {
			this.close(false, line);
			this.entry = { line, fields: [['TY', match[2] ?? '']] };
			this.reading.read++;
		} else if (match?.[1] === 'ER') {
			if (entry) this.close(true, line);
			else if (this.stray === 0) this.stray = line;
		} else if (match && entry) entry.fields.push([match[1], match[2] ?? '']);
		else if (entry && raw.trim() !== '') {
			const last = entry.fields[entry.fields.length - 1];
			last[1] = `${last[1]} ${raw.trim()}`;
		} else if (raw.trim() !== '' && this.stray === 0) this.stray = line;
	}

	private close(closed: boolean, line: number): void {
		const { entry, reading } = this;
		if (!entry) return;
		if (!closed)
			reading.findings.push({
				severity: 'warning',
				rule: 'entry-not-closed',
				line: entry.line,
				message: `The entry that begins on line ${entry.line} is not closed by “ER  -” before line ${line}. What it says up to there was read.`
			});
		addRecord(reading, risRecord(entry));
		this.entry = undefined;
	}
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
