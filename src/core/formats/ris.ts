/** RIS, in and out. */
import type { CslItem, CslName } from '../evidence/citation';
import { allKeywords } from './record-keywords';
import {
	addRecord,
	given,
	Lines,
	NotKept,
	nothingRead,
	parseName,
	printName,
	type ReadRecord,
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
import type { RecordDraft } from './record-draft';
import { BOOKLIKE, PART_OF_BOOK, RIS_TYPES, risTypeOf } from './ris-types';

const RIS_LINE = /^([A-Z][A-Z0-9]) {2}-(?: (.*))?$/;

interface Entry {
	line: number;
	fields: { tag: string; value: string; line: number }[];
}

/** Reads RIS. An entry that is not closed ends where the next begins; a line without a tag continues the one before. */
export class RisReader implements RecordReader {
	readonly reading = nothingRead();
	private readonly lines = new Lines((line, number) => this.line(line, number));
	private entry: Entry | undefined;
	private stray = 0;
	private readonly notKept = new NotKept();

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
		this.reading.findings.push(...this.notKept.findings((tag) => `What stands under “${tag}”`));
	}

	private line(raw: string, line: number): void {
		const { entry } = this;
		const match = RIS_LINE.exec(raw.trimEnd());
		if (match?.[1] === 'TY') {
			this.close(false, line);
			this.entry = { line, fields: [{ tag: 'TY', value: match[2] ?? '', line }] };
			this.reading.read++;
		} else if (match?.[1] === 'ER') {
			if (entry) this.close(true, line);
			else if (this.stray === 0) this.stray = line;
		} else if (match && entry) entry.fields.push({ tag: match[1], value: match[2] ?? '', line });
		else if (entry && raw.trim() !== '') {
			const last = entry.fields[entry.fields.length - 1];
			// Some exporters write the first keyword with its tag, and the others below it.
			last.value += `${last.tag === 'KW' ? '\n' : ' '}${raw.trim()}`;
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
		const type = entry.fields[0].value.trim().toUpperCase();
		if (!Object.hasOwn(RIS_TYPES, type))
			reading.findings.push({
				severity: 'warning',
				rule: 'type-unknown',
				line: entry.line,
				subject: type,
				message: `“${type}” on line ${entry.line} is no type of RIS. The entry was kept as a document.`
			});
		const { record, unread } = risRecord(entry);
		for (const field of unread) this.notKept.add(field.tag, field.line);
		addRecord(reading, record);
		this.entry = undefined;
	}
}

/** Words before what Oakmoss writes under the tags that are left to each program. */
const OWN = {
	headings: 'headings: ',
	heading: 'heading: ',
	limit: 'limit: ',
	cites: 'refers to: ',
	more: 'csl: '
};

/** `2011/05/03/spring`: year, month, day, and what else was said of it. */
function parseDate(text: string | undefined): CslItem['issued'] {
	const match = /^\s*(\d{4})?(?:[/-](\d{1,2})?)?(?:[/-](\d{1,2})?)?(?:\/(.*))?\s*$/.exec(text ?? '');
	const [, year, month, day] = match ?? [];
	if (year === undefined) {
		const written = /\d{4}/.exec(text ?? '')?.[0];
		return written ? { 'date-parts': [[Number(written)]] } : undefined;
	}
	const parts = [year, month, day].map(Number);
	const known = parts.findIndex((part) => !(part > 0));
	return { 'date-parts': [parts.slice(0, known < 0 ? 3 : known)] };
}

/** `Family, Given, Suffix`. */
function parseRisName(text: string): CslName {
	const parts = text.split(',').map((part) => part.trim());
	if (parts.length !== 3 || parts.includes('')) return parseName(text);
	return { family: parts[0], given: parts[1], suffix: parts[2] };
}

/** Takes the parts of an entry out, one by one; what nobody took is told. */
function risRecord({ line, fields }: Entry): { record: ReadRecord; unread: Entry['fields'] } {
	const left = new Set(fields.filter(({ value }) => value.trim() !== ''));
	const all = (...tags: string[]) =>
		fields.flatMap((field) => {
			if (!tags.includes(field.tag) || !left.delete(field)) return [];
			return [field.value.trim()];
		});
	/** The first value of the first tag that has one; further ones stay where they are. */
	const first = (...tags: string[]): string | undefined => {
		for (const tag of tags) {
			const field = fields.find((one) => one.tag === tag && left.has(one));
			if (!field) continue;
			left.delete(field);
			return field.value.trim();
		}
		return undefined;
	};
	/** Lines that Oakmoss writes under a tag that is left to each program. */
	const own = (tag: string, word: string) =>
		fields.flatMap((field) => {
			if (field.tag !== tag || !field.value.startsWith(word) || !left.delete(field)) return [];
			return [field.value.slice(word.length)];
		});
	const people = (variable: string, ...tags: string[]) => {
		const names = all(...tags).map(parseRisName);
		return names.length > 0 && { [variable]: names };
	};
	left.delete(fields[0]);
	const ris = fields[0].value.trim().toUpperCase();
	const type = Object.hasOwn(RIS_TYPES, ris) ? RIS_TYPES[ris] : 'document';
	const [isBook, isPart] = [BOOKLIKE.has(ris), PART_OF_BOOK.has(ris)];

	const counted = own('U1', OWN.headings).length > 0;
	const headings = own('U1', OWN.heading).flatMap((text) => parseGiven(text) ?? []);
	const more = parseMore(own('U4', OWN.more)[0]);
	const limits = parseLimits(own('U2', OWN.limit));
	const cites = own('U3', OWN.cites);

	const title = first('TI', 'T1', ...(isBook ? ['BT'] : []));
	// The full name of a journal before its abbreviations.
	const source = isBook
		? undefined
		: first('T2', 'JF', 'BT', 'JO', 'J2', 'JA', ...(ris === 'CONF' ? ['C3'] : []));
	const short = source === undefined ? undefined : first('JO', 'J2', 'JA');
	const numbers = all('SN');
	const isbn = numbers.filter((one) => isBook || isPart || /^97[89]|^(?:\d[- ]?){9}[\dXx]$/.test(one));
	const issn = numbers.filter((one) => !isbn.includes(one));
	// Of a book one number says how many pages it has; two are where a part of it stands.
	const isCounted = isBook && !fields.some(({ tag }) => tag === 'EP');
	const pages = isCounted ? first('SP') : undefined;
	const [start, last] = [first('SP'), first('EP')];
	const id = first('ID') ?? first('AN') ?? '';
	const issued = parseDate(first('DA') ?? first('PY', 'Y1'));
	// What a full date says twice is not lost.
	for (const field of [...left])
		if (
			['PY', 'Y1', 'DA'].includes(field.tag) &&
			Number(/\d{4}/.exec(field.value)?.[0]) === issued?.['date-parts']?.[0]?.[0]
		)
			left.delete(field);
	const accessed = parseDate(first('Y2'));
	const affiliations = all('AD');
	const item: CslItem = {
		id,
		type,
		...given('title', title),
		...given('title-short', first('ST')),
		...given('original-title', first('TT')),
		...people('author', 'AU', 'A1'),
		...people('editor', 'ED', ...(ris === 'BOOK' ? [] : ['A2'])),
		...people('collection-editor', 'A3'),
		...people('translator', 'A4'),
		...given('container-title', source),
		...given('container-title-short', short === source ? undefined : short),
		...given('collection-title', first('T3', ...(isBook ? ['T2'] : []))),
		...(issued && { issued }),
		...given('volume', first('VL')),
		...given('issue', first('IS', 'CP')),
		...given('number', first('M1')),
		...given('genre', first('M3')),
		...given('page', start && last && !start.includes('-') ? `${start}-${last}` : start),
		...given('number-of-pages', pages),
		...given('edition', first('ET')),
		...given('publisher', first('PB')),
		...given('publisher-place', first('CY', 'PP')),
		...given('DOI', first('DO')),
		...given('ISBN', isbn.join(' ')),
		...given('ISSN', issn.join(' ')),
		...given('URL', first('UR')),
		...(accessed && { accessed }),
		...given('abstract', first('AB', 'N2')),
		...given('note', first('N1')),
		...given('call-number', first('CN')),
		...given('source', first('DB', 'DP')),
		...given('reviewed-title', first('RI')),
		...given('language', first('LA')),
		...(affiliations.length > 0 && { custom: { affiliations } })
	};
	const record = {
		item: withMore(item, more),
		key: id,
		keywords: all('KW'),
		...((counted || headings.length > 0) && { headings }),
		...(limits && { limits }),
		...(cites.length > 0 && { cites }),
		line
	};
	return { record, unread: [...left] };
}

/** The date as `2011/05/03/`, as far as it is known. */
function printDate(date: CslItem['issued']): string | undefined {
	const parts = date?.['date-parts']?.[0];
	if (!parts || parts.length < 2) return undefined;
	const [year, month, day = ''] = parts.map((part) => String(part).padStart(2, '0'));
	return `${year}/${month}/${day}/`;
}

const risName = (name: CslName) => [printName(name), name.suffix].filter(Boolean).join(', ');
const textOf = (value: unknown) =>
	typeof value === 'string' || typeof value === 'number' ? String(value) : undefined;

/** The lines of one record under their tags, as far as RIS has tags for it. */
function tagsOf({ key, item, taggings }: RecordDraft): [tag: string, value: string][] {
	const lines: [string, string][] = [];
	const put = (tag: string, value: unknown) => {
		const text = textOf(value)?.replace(/\s+/g, ' ').trim();
		if (text) lines.push([tag, text]);
	};
	const people = (tag: string, names: unknown) => {
		for (const name of (Array.isArray(names) ? names : []) as CslName[]) put(tag, risName(name));
	};
	const ris = risTypeOf(item.type);
	const isBook = BOOKLIKE.has(ris);
	lines.push(['TY', ris]);
	lines.push(['ID', key]);
	put('TI', item.title);
	put('ST', item['title-short']);
	put('TT', item['original-title']);
	people('AU', item.author);
	people('ED', item.editor);
	people('A3', item['collection-editor']);
	people('A4', item.translator);
	put('T2', item['container-title'] ?? (isBook ? item['collection-title'] : undefined));
	put('J2', item['container-title-short']);
	if (!isBook) put('T3', item['collection-title']);
	put('PY', item.issued?.['date-parts']?.[0]?.[0]);
	put('DA', printDate(item.issued));
	put('VL', item.volume);
	put('IS', item.issue);
	put('M1', item.number);
	put('M3', item.genre);
	const [, start, last] = /^([^-]+)-([^-]+)$/.exec(item.page ?? '') ?? [undefined, item.page];
	put('SP', start ?? (isBook ? item['number-of-pages'] : undefined));
	put('EP', last);
	put('ET', item.edition);
	put('PB', item.publisher);
	put('CY', item['publisher-place']);
	put('DO', item.DOI);
	put('SN', item.ISSN);
	put('SN', item.ISBN);
	put('UR', item.URL);
	put('Y2', printDate(item.accessed as CslItem['issued']));
	put('LA', item.language);
	put('AB', item.abstract);
	put('N1', item.note);
	put('CN', item['call-number']);
	put('DB', item.source);
	put('RI', item['reviewed-title']);
	for (const affiliation of item.custom?.affiliations ?? []) put('AD', affiliation);
	for (const keyword of allKeywords(item, taggings)) put('KW', keyword);
	return lines;
}

export function writeRis(records: readonly RecordDraft[]): string {
	return records
		.map((draft) => {
			const tags = tagsOf(draft);
			const back = risRecord({ line: 1, fields: tags.map(([tag, value]) => ({ tag, value, line: 1 })) });
			const more = differences(draft.item, back.record.item);
			const { taggings, limits, cites = [] } = draft;
			const lines = [
				...tags,
				...(draft.keepsTaggings ? [] : [['U1', `${OWN.headings}${taggings.length}`]]),
				...taggings.map((tagging) => ['U1', OWN.heading + printGiven(tagging)]),
				...printLimits(limits).map((limit) => ['U2', OWN.limit + limit]),
				...cites.map((cited) => ['U3', OWN.cites + cited]),
				...(more ? [['U4', OWN.more + JSON.stringify(more)]] : [])
			].map(([tag, value]) => `${tag}  - ${value.replace(/[\r\n]+/g, ' ')}`);
			return [...lines, 'ER  - ', ''].join('\r\n');
		})
		.map((entry) => `${entry}\r\n`)
		.join('');
}
