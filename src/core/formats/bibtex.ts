/** BibTeX as records. What LaTeX means, and how names are put together, is read by a package. */
import type { CslItem, CslName } from '../evidence/citation';
import { fold } from '../text';
import {
	EntryScanner,
	fieldsOf,
	fromVerbatim,
	monthOf,
	partNames,
	type RawEntry,
	type RawFields
} from './bibtex-text';
import { addRecord, Lines, NotKept, nothingRead, type ReadRecord, type RecordReader } from './record-reading';
import { parseGiven, parseLimits, parseMore, withMore } from './record-extras';

/** From one entry to CSL-JSON; throws where it cannot. */
export type ParseEntry = (entry: string) => CslItem | undefined;

/** Fields of our own: nothing that others read means the same. */
export const OWN = ['headings', 'limits', 'cites', 'more', 'recordid'] as const;
export const LIST = ' | ';

/** Kinds of entries that others may take parts from. */
const PARENTS = new Set([
	'book',
	'mvbook',
	'proceedings',
	'mvproceedings',
	'collection',
	'mvcollection',
	'reference',
	'mvreference',
	'periodical',
	'xdata',
	'inproceedings',
	'incollection',
	'misc'
]);
/** Parts that are the parent's own: a chapter has not the DOI of its book. */
const NOT_TAKEN = new Set([
	'crossref',
	'xdata',
	'xref',
	'keywords',
	'label',
	'doi',
	'url',
	'abstract',
	'note',
	'pages',
	'eprint',
	'file',
	'ids',
	'options',
	'shorttitle',
	...OWN
]);

interface Waiting {
	entry: RawEntry;
	raw: RawFields;
}

/**
 * Reads BibTeX entry by entry, by their braces: several on a line, in braces or parentheses, with strings, and with what
 * entries take from others by `crossref` and `xdata`, which may stand further down. Memory: the entries that others may take
 * from, and those that wait for one.
 */
export class BibtexReader implements RecordReader {
	readonly reading = nothingRead();
	private readonly scanner = new EntryScanner((entry) => this.entry(entry));
	private readonly lines = new Lines((line, number) => this.scanner.line(line, number));
	private readonly strings = new Map<string, string>();
	private readonly parents = new Map<string, RawFields>();
	private waiting: Waiting[] = [];
	private readonly notKept = new NotKept();

	constructor(private readonly parse: ParseEntry) {}

	take(text: string): void {
		this.lines.take(text);
	}

	end(): void {
		this.lines.end();
		this.scanner.end();
		const waiting = this.waiting;
		this.waiting = [];
		for (const one of waiting) this.finish(one, true);
		this.reading.findings.push(...this.notKept.findings((field) => `The field “${field}”`));
	}

	private entry(entry: RawEntry): void {
		const { kind, line, body } = entry;
		if (kind === 'comment' || kind === 'preamble') return;
		const isRecord = kind !== 'string' && kind !== 'xdata';
		if (isRecord) this.reading.read++;
		if (body === undefined)
			return this.refuse(
				line,
				'entry-not-closed',
				`The braces of the entry that begins on line ${line} do not close before the next entry.`
			);
		let raw: RawFields;
		try {
			raw = fieldsOf(body, this.strings, kind !== 'string');
		} catch (error) {
			const reason = error instanceof Error ? error.message : String(error);
			return this.refuse(
				line,
				'entry-unreadable',
				`The entry on line ${line} cannot be read as BibTeX (${reason}).`
			);
		}
		for (const name of new Set(raw.unknown))
			this.warn(
				line,
				'string-unknown',
				`Nothing is said for the string “${name}” on line ${line}: its name was kept instead.`,
				name
			);
		if (kind === 'string') return raw.fields.forEach((value, name) => void this.strings.set(name, value));
		if (PARENTS.has(kind) && raw.key) this.parents.set(raw.key.toLowerCase(), raw);
		if (isRecord) this.finish({ entry, raw }, false);
	}

	/** Keeps an entry; one that takes from another that is not known yet waits for the end of the file. */
	private finish(one: Waiting, isLast: boolean): void {
		const { raw, entry } = one;
		const links = linksOf(raw);
		const missing = links.filter(({ to }) => !this.parents.has(to.toLowerCase()));
		if (missing.length > 0 && !isLast) return void this.waiting.push(one);
		for (const { to } of missing)
			this.warn(
				entry.line,
				'crossref-missing',
				`The entry on line ${entry.line} takes parts from “${to}”, which is not in the file. It was kept without them.`,
				to
			);
		this.keep(entry, this.completed(entry.kind, raw));
	}

	/** An entry's fields with what it takes from others, and what these take. */
	private completed(kind: string, raw: RawFields): RawFields {
		const fields = new Map(raw.fields);
		const waiting = linksOf(raw);
		const seen = new Set<string>();
		for (let link = waiting.shift(); link !== undefined; link = waiting.shift()) {
			const key = link.to.toLowerCase();
			const parent = this.parents.get(key);
			if (!parent || seen.has(key)) continue;
			seen.add(key);
			for (const [field, value] of parent.fields) {
				const own = link.by === 'crossref' ? calledIn(kind, field, parent) : field;
				if (!NOT_TAKEN.has(field) && !fields.has(own)) fields.set(own, value);
			}
			waiting.push(...linksOf(parent));
		}
		return { ...raw, fields };
	}

	private keep({ kind, line }: RawEntry, raw: RawFields): void {
		try {
			const { record, unread } = recordOf(kind, line, raw, this.parse);
			for (const field of unread) this.notKept.add(field, line);
			addRecord(this.reading, record);
		} catch (error) {
			const reason = error instanceof Error ? error.message.split('\n')[0] : String(error);
			this.refuse(
				line,
				'entry-unreadable',
				`The entry on line ${line} cannot be read as BibTeX (${reason}).`
			);
		}
	}

	private refuse(line: number, rule: string, message: string): void {
		this.reading.findings.push({ severity: 'error', rule, line, message: `${message} It was left out.` });
	}

	private warn(line: number, rule: string, message: string, subject?: string): void {
		this.reading.findings.push({ severity: 'warning', rule, line, message, ...(subject && { subject }) });
	}
}

/** The entries from which one takes parts, and by which field. */
const linksOf = ({ fields }: RawFields) =>
	(['crossref', 'xdata'] as const).flatMap((by) =>
		(fields.get(by) ?? '')
			.split(',')
			.map((key) => key.trim())
			.filter(Boolean)
			.map((to) => ({ by, to }))
	);

/** What a field of a book or a journal is called in an entry that stands in it. */
function calledIn(kind: string, field: string, parent: RawFields): string {
	if (field !== 'title') return field;
	if (kind === 'article') return 'journal';
	return kind.startsWith('in') && !parent.fields.has('booktitle') ? 'booktitle' : field;
}

const NAMES = ['author', 'editor', 'translator'] as const;
const DATES: Record<string, string> = {
	year: 'issued',
	month: 'issued',
	day: 'issued',
	date: 'issued',
	urldate: 'accessed'
};
/** Fields that say how an entry is to be handled, not what a work is. */
const HANDLING = new Set([
	'crossref',
	'xdata',
	'xref',
	'keywords',
	'langid',
	'hyphenation',
	'options',
	'ids',
	'bdsk-url-1',
	'timestamp',
	'date-added',
	'date-modified',
	'owner',
	'file'
]);

/** A record of an entry's fields; what has no place in it, by name. */
export function recordOf(
	kind: string,
	line: number,
	{ key, fields }: RawFields,
	parse: ParseEntry
): { record: ReadRecord; unread: string[] } {
	const own = (name: (typeof OWN)[number]) => fromVerbatim(fields.get(name) ?? '');
	const list = (name: (typeof OWN)[number]) =>
		own(name)
			.split(LIST)
			.map((one) => one.trim())
			.filter(Boolean);
	const given = new Map([...fields].filter(([name]) => !(OWN as readonly string[]).includes(name)));
	const literals = new Map<string, Set<number>>();
	for (const name of NAMES) {
		const names = partNames(given.get(name) ?? '');
		literals.set(
			name,
			new Set(names.flatMap((one, i) => (/^\{[^{}]*(?:\{[^{}]*\}[^{}]*)*\}$/.test(one) ? [i] : [])))
		);
		if (names.length > 0) given.set(name, names.join(' and '));
		else given.delete(name);
	}
	const month = monthOf(given.get('month') ?? '');
	const text = [...given]
		.map(([name, value]) => (name === 'month' && month ? `month = ${month}` : `${name} = {${value}}`))
		.join(',\n');
	const keywords = decoded(given.get('keywords'), parse);
	const parsed = parse(`@${kind}{x,\n${text}\n}`);
	if (!parsed) throw new Error('it holds no entry');
	const { 'citation-key': _, keyword: __, ...rest } = parsed;
	const item = rest as CslItem;
	item.id = fields.has('recordid') ? own('recordid') : key;
	// These only repeat what the kind of entry says.
	if (item.genre === 'phdthesis' || item.genre === 'techreport') delete item.genre;
	if (item.genre === 'mastersthesis') item.genre = 'Master’s thesis';
	// A review is a kind of article, of which the package keeps less.
	if (item.type === 'review') {
		const article = parse(`@article{x,\n${text}\n}`);
		if (article) Object.assign(item, { ...article, id: item.id, type: 'review' });
		delete item['citation-key'];
		delete item.keyword;
	}
	for (const name of NAMES)
		if (Array.isArray(item[name]))
			item[name] = (item[name] as CslName[]).map((one, i) =>
				literals.get(name)?.has(i) && one.family && !one.given ? { literal: one.family } : one
			);
	const headings = fields.has('headings')
		? list('headings').flatMap((one) => parseGiven(one) ?? [])
		: undefined;
	const limits = parseLimits(list('limits'));
	const cites = list('cites');
	const record = {
		item: withMore(item, parseMore(own('more'))),
		key: item.id,
		keywords: keywords === undefined ? [] : [keywords],
		...(headings && { headings }),
		...(limits && { limits }),
		...(cites.length > 0 && { cites }),
		line
	};
	return { record, unread: unreadFields(item, given) };
}

/** A text as LaTeX means it. The package parts keywords as it pleases, so to it they are a title. */
function decoded(raw: string | undefined, parse: ParseEntry): string | undefined {
	if (raw === undefined || !/[\\{}$~]|--|``|''/.test(raw)) return raw;
	return parse(`@misc{x, title = {${raw}}}`)?.title ?? raw;
}

/** Letters and digits alone, so that what LaTeX makes of a text makes no difference. */
const bare = (text: string) => fold(text.replace(/\\[a-zA-Z]+|\\./g, '')).replace(/[^\p{L}\p{N}]/gu, '');

/** Fields of which nothing stands in the citation that was made of them. */
function unreadFields(item: CslItem, given: ReadonlyMap<string, string>): string[] {
	const said = bare(JSON.stringify(item));
	return [...given].flatMap(([name, value]) => {
		if (HANDLING.has(name)) return [];
		if (Object.hasOwn(DATES, name)) return item[DATES[name]] ? [] : [name];
		if ((NAMES as readonly string[]).includes(name)) return item[name] ? [] : [name];
		return said.includes(bare(value).slice(0, 12)) ? [] : [name];
	});
}
