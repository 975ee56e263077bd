/** Records as BibTeX, in LaTeX that every reader knows. */
import type { CslItem, CslName } from '../evidence/citation';
import { LIST, OWN, type ParseEntry, recordOf } from './bibtex';
import { inLatex, monthNamed, verbatim } from './bibtex-text';
import { allKeywords } from './record-keywords';
import { differences, printGiven, printLimits } from './record-extras';
import type { RecordDraft } from './record-draft';

/** The kind of entry that is written for each type of CSL; others are `misc`. */
const KINDS: Record<string, string> = {
	article: 'article',
	'article-journal': 'article',
	'article-magazine': 'article',
	'article-newspaper': 'article',
	review: 'article',
	'review-book': 'article',
	book: 'book',
	chapter: 'incollection',
	'paper-conference': 'inproceedings',
	thesis: 'phdthesis',
	report: 'techreport',
	manuscript: 'unpublished'
};
/** What is called otherwise for some kinds. */
const PUBLISHER: Record<string, string> = { phdthesis: 'school', techreport: 'institution' };
const SOURCE: Record<string, string> = { article: 'journal' };

/** Within a name a line that begins with an @ could be taken for the next entry. */
const inOneLine = (text: string) => inLatex(text.replace(/\s+/g, ' '));

const nameInBibtex = ({ family = '', given, literal, suffix, ...name }: CslName): string => {
	if (literal !== undefined) return `{${inOneLine(literal)}}`;
	// What begins with a small letter would be taken for a particle.
	const isPlain = /^\p{Lu}/u.test(family) && !/,|\sand\s|\s\p{Ll}/u.test(family);
	const own = [name['non-dropping-particle'], isPlain ? inOneLine(family) : `{${inOneLine(family)}}`]
		.filter(Boolean)
		.join(' ');
	return [own, suffix, given && inOneLine(given)].filter(Boolean).join(', ');
};

/** A key that BibTeX takes as it is; undefined for one that it does not. */
const KEY = /^[A-Za-z0-9][A-Za-z0-9:._+/-]*$/;

/** The fields of a record as far as BibTeX has names for them, written in LaTeX. */
function fieldsFor({ item, taggings }: RecordDraft, kind: string): [name: string, value: string][] {
	const fields: [string, string][] = [];
	const put = (name: string, value: unknown, written = inLatex) => {
		if ((typeof value !== 'string' && typeof value !== 'number') || String(value).trim() === '') return;
		fields.push([name, written(String(value).replace(/\s+/g, ' ').trim())]);
	};
	const people = (name: string, names: unknown) => {
		if (Array.isArray(names) && names.length > 0)
			fields.push([name, (names as CslName[]).map(nameInBibtex).join(' and ')]);
	};
	const [year, month, day] = item.issued?.['date-parts']?.[0] ?? [];
	put('title', item.title);
	put('shorttitle', item['title-short']);
	people('author', item.author);
	people('editor', item.editor);
	people('translator', item.translator);
	put(SOURCE[kind] ?? 'booktitle', item['container-title']);
	put('series', item['collection-title']);
	put('eventtitle', item['event-title']);
	put('year', year ?? item.issued?.literal ?? item.issued?.raw);
	if (month && monthNamed(Number(month))) fields.push(['month', monthNamed(Number(month)) as string]);
	put('day', day);
	put('volume', item.volume);
	put('number', kind === 'article' ? item.issue : (item.number ?? item['collection-number']));
	put('pages', item.page, (page) =>
		inLatex(page)
			.replace(/-\{\}-/g, '--')
			.replace(/(?<=\w)-(?=\w)/g, '--')
	);
	put('pagetotal', item['number-of-pages']);
	put('edition', item.edition);
	put('type', item.genre);
	put(PUBLISHER[kind] ?? 'publisher', item.publisher);
	put('address', item['publisher-place']);
	put('doi', item.DOI);
	put('isbn', item.ISBN);
	put('issn', item.ISSN);
	put('url', item.URL, (address) => address.replace(/[\\{}\s]/g, (sign) => encodeURIComponent(sign)));
	put('language', item.language);
	put('note', item.note);
	put('abstract', item.abstract);
	put('keywords', allKeywords(item, taggings).join('; '));
	return fields;
}

/** Records as BibTeX. @param parse as for the reader: what it would not bring back is written beside it */
export function writeBibtex(records: readonly RecordDraft[], parse: ParseEntry): string {
	return records.map((draft) => entryOf(draft, parse)).join('');
}

function entryOf(draft: RecordDraft, parse: ParseEntry): string {
	const { key, item, taggings, limits, cites = [] } = draft;
	const kind =
		item.type === 'thesis' && /^master/i.test(String(item.genre))
			? 'mastersthesis'
			: (KINDS[item.type] ?? 'misc');
	const fields = fieldsFor(draft, kind);
	let back: CslItem | undefined;
	try {
		back = recordOf(kind, 1, { key, fields: new Map(fields), unknown: [] }, parse).record.item;
	} catch {
		// Everything is written beside it then.
	}
	const more = differences(item, back);
	const put = (name: (typeof OWN)[number], values: readonly string[]) => {
		if (values.length > 0) fields.push([name, verbatim(values.join(LIST))]);
	};
	if (!draft.keepsTaggings) put('headings', taggings.length > 0 ? taggings.map(printGiven) : ['']);
	put('limits', printLimits(limits));
	put('cites', cites);
	if (more) put('more', [JSON.stringify(more)]);
	if (!KEY.test(key)) put('recordid', [key]);
	const lines = fields.map(([name, value]) => `\t${name} = ${name === 'month' ? value : `{${value}}`}`);
	return `@${kind}{${KEY.test(key) ? key : safeKey(key)},\n${lines.join(',\n')}\n}\n\n`;
}

/** A key of what BibTeX takes, with a number that tells it from those of other records (FNV-1a, 32 bits). */
function safeKey(key: string): string {
	let hash = 0x811c9dc5;
	for (const byte of new TextEncoder().encode(key)) hash = Math.imul(hash ^ byte, 0x01000193);
	return `${key
		.normalize('NFD')
		.replace(/[^A-Za-z0-9]+/g, '-')
		.replace(/^-/, '')
		.slice(0, 40)}-${(hash >>> 0).toString(36)}`;
}
