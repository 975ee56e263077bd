/** What is probably wrong with a citation, and what would mend it. Nothing is changed here: mends are kept beside the record. */
import { type CslItem, type CslName, nameInWords, normalDoi, yearOf } from '../evidence/citation';
import type { Mends } from '../crosswalk';
import { fold } from '../text';
import { PART_WORDS } from './citation-fields';

export interface CitationFinding {
	rule: CitationRule;
	/** The CSL variable it is about. */
	field: string;
	/** In words a person can act on. */
	says: string;
	/** What that variable should hold; left out where nobody can tell. */
	mend?: unknown;
	/** Name of the index whose citation of the same work the mend is from. */
	from?: string;
}

export type CitationRule =
	| 'missing'
	| 'capitals'
	| 'initials'
	| 'pages'
	| 'year'
	| 'source-two-ways'
	| 'twice'
	| 'markup'
	| 'name-order'
	| 'doi';

/** The citation of the same work in another index. */
export interface Elsewhere {
	index: string;
	item: CslItem;
}

/** A citation with what was mended by hand; null leaves a variable out. O(variables). */
export function mended(item: CslItem, mends: Mends): CslItem {
	const kept = Object.entries({ ...item, ...mends }).filter(([, value]) => value !== null);
	return Object.fromEntries(kept) as CslItem;
}

/** What a citation of each kind cannot do without. */
const NEEDED: Record<string, string[]> = {
	'article-journal': ['author', 'title', 'container-title', 'issued', 'volume', 'page'],
	'article-magazine': ['title', 'container-title', 'issued'],
	'article-newspaper': ['title', 'container-title', 'issued'],
	book: ['author', 'title', 'publisher', 'issued'],
	chapter: ['author', 'title', 'container-title', 'publisher', 'issued', 'page'],
	thesis: ['author', 'title', 'publisher', 'issued'],
	report: ['author', 'title', 'publisher', 'issued'],
	'paper-conference': ['author', 'title', 'container-title', 'issued'],
	review: ['author', 'title', 'container-title', 'issued']
};
const ANY_KIND = ['author', 'title', 'issued'];

/**
 * What is probably wrong with one citation. O(length of the citation × citations elsewhere).
 * @param elsewhere the same work as other indexes cite it
 */
export function checkCitation(item: CslItem, elsewhere: readonly Elsewhere[] = []): CitationFinding[] {
	return [
		...missing(item, elsewhere),
		...capitals(item, elsewhere),
		...markup(item),
		...names(item, elsewhere),
		...pages(item, elsewhere),
		...year(item, elsewhere),
		...doi(item)
	];
}

function isThere(item: CslItem, field: string): boolean {
	if (field === 'issued') return yearOf(item) !== undefined;
	if (field === 'author')
		return [item.author, item.editor as CslName[] | undefined].some((list) => list?.length);
	return String(item[field] ?? '').trim() !== '';
}

function missing(item: CslItem, elsewhere: readonly Elsewhere[]): CitationFinding[] {
	return (NEEDED[item.type] ?? ANY_KIND)
		.filter((field) => !isThere(item, field))
		.map((field) => {
			// What is offered is offered without what would have to be mended next.
			const better = elsewhere
				.map(({ index, item: other }) => ({ index, item: { ...other, [field]: cleaned(other[field]) } }))
				.find((other) => isThere(other.item, field));
			return {
				rule: 'missing',
				field,
				says: `No ${PART_WORDS[field]}.`,
				...(better && { mend: better.item[field], from: better.index })
			};
		});
}

const LETTERS = /\p{L}/gu;
/** Fewer letters may well be an acronym. */
const FEWEST_LETTERS = 10;
const TITLES = ['title', 'container-title'] as const;

const isAllCapitals = (text: string) =>
	(text.match(LETTERS)?.length ?? 0) >= FEWEST_LETTERS &&
	text === text.toUpperCase() &&
	text !== text.toLowerCase();

function capitals(item: CslItem, elsewhere: readonly Elsewhere[]): CitationFinding[] {
	return TITLES.filter((field) => isAllCapitals(item[field] ?? '')).map((field) => {
		const text = item[field] ?? '';
		const better = elsewhere.find(
			(other) => fold(other.item[field] ?? '') === fold(text) && !isAllCapitals(other.item[field] ?? '')
		);
		return {
			rule: 'capitals',
			field,
			says: `The ${PART_WORDS[field]} is all in capitals.`,
			...(better ? { mend: better.item[field], from: better.index } : { mend: inSmallLetters(text, field) })
		};
	});
}

const SMALL = new Set([
	'a',
	'an',
	'and',
	'as',
	'at',
	'by',
	'for',
	'in',
	'of',
	'on',
	'or',
	'the',
	'to',
	'with'
]);

/** A title as a sentence; a source with capitals for all but the small words. Names and acronyms cannot be told. */
function inSmallLetters(text: string, field: string): string {
	const lower = text.toLowerCase();
	if (field !== 'title')
		return lower.replace(/\p{L}[\p{L}'’]*/gu, (word, at: number) =>
			at > 0 && SMALL.has(word) ? word : word[0].toUpperCase() + word.slice(1)
		);
	return lower.replace(
		/(^|[.:?!]\s+)(\p{L})/gu,
		(_, before: string, letter: string) => before + letter.toUpperCase()
	);
}

const ENTITY =
	/&(?:#\d{1,6}|#x[\da-f]{1,5}|amp|lt|gt|quot|apos|nbsp|ndash|mdash|rsquo|lsquo|ldquo|rdquo|hellip|eacute|egrave|uuml|ouml|auml|szlig|ntilde|ccedil);/gi;
const TAG = /<\/?(?:i|b|em|strong|sub|sup|u|p|br|span|div|font|sc|italic|bold|jats:[\w-]+)\b[^<>]*>/gi;
const NAMED: Record<string, string> = {
	amp: '&', lt: '<', gt: '>', quot: '"', apos: "'", nbsp: ' ', ndash: '–', mdash: '—', rsquo: '’', lsquo: '‘',
	ldquo: '“', rdquo: '”', hellip: '…', eacute: 'é', egrave: 'è', uuml: 'ü', ouml: 'ö', auml: 'ä', szlig: 'ß',
	ntilde: 'ñ', ccedil: 'ç'
}; // prettier-ignore

/** Entities as the characters they stand for, tags gone; again, as exports escape what was escaped before. */
function withoutMarkup(text: string): string {
	const once = text
		.replace(ENTITY, (entity) => {
			const name = entity.slice(1, -1).toLowerCase();
			if (!name.startsWith('#')) return NAMED[name];
			const code = name[1] === 'x' ? parseInt(name.slice(2), 16) : Number(name.slice(1));
			return code <= 0x10ffff ? String.fromCodePoint(code) : '';
		})
		.replace(TAG, '');
	return once === text ? text.replace(/ {2,}/g, ' ').trim() : withoutMarkup(once);
}

const cleaned = (value: unknown) => (typeof value === 'string' ? withoutMarkup(value) : value);

function markup(item: CslItem): CitationFinding[] {
	return (['title', 'container-title', 'publisher'] as const).flatMap((field): CitationFinding[] => {
		const text = String(item[field] ?? '');
		const left = text.match(ENTITY) ?? text.match(TAG);
		if (!left) return [];
		const says = `“${left[0]}” was left in the ${PART_WORDS[field]}.`;
		return [{ rule: 'markup', field, says, mend: withoutMarkup(text) }];
	});
}

/** One or more initials, with or without full stops, spaces or hyphens between them. */
const INITIALS = /^(?:\p{Lu}\.?[ -]?){1,4}$/u;
const asInitials = (text: string) =>
	(text.match(/-?\p{Lu}/gu) ?? [])
		.map((letter) => `${letter}.`)
		.join(' ')
		.replaceAll(' -', '-');

function names(item: CslItem, elsewhere: readonly Elsewhere[]): CitationFinding[] {
	const authors = item.author ?? [];
	const known = new Set(
		elsewhere.flatMap((other) => (other.item.author ?? []).map(({ family }) => fold(family ?? '')))
	);
	const wrong: { rule: CitationRule; says: string }[] = [];
	const better = authors.map((name): CslName => {
		const turned = turnedRound(name, known);
		if (turned) {
			wrong.push({
				rule: 'name-order',
				says: `${nameInWords(name)}: given and family name seem to have changed places.`
			});
			return spaced(turned);
		}
		const parted = withoutInitials(name);
		if (parted) {
			wrong.push({
				rule: 'initials',
				says: `The initials of ${nameInWords(name)} stand with the family name.`
			});
			return parted;
		}
		const dotted = spaced(name);
		if (dotted.given !== name.given)
			wrong.push({ rule: 'initials', says: `The initials of ${nameInWords(name)} are without full stops.` });
		return dotted;
	});
	const [first, ...more] = wrong;
	if (!first) return [];
	const says = more.length > 0 ? `${first.says} So with ${more.length} more.` : first.says;
	return [
		{
			rule: wrong.find(({ rule }) => rule === 'name-order')?.rule ?? first.rule,
			field: 'author',
			says,
			mend: better
		}
	];
}

/** A name whose family name is initials, or whose given name is the family name that another index has. */
function turnedRound(name: CslName, known: ReadonlySet<string>): CslName | undefined {
	const { family = '', given = '' } = name;
	if (family === '' || given === '') return undefined;
	const isTurned =
		(INITIALS.test(family) && !INITIALS.test(given)) ||
		(known.has(fold(given)) && !known.has(fold(family)) && !INITIALS.test(given));
	return isTurned ? { ...name, family: given, given: family } : undefined;
}

function withoutInitials(name: CslName): CslName | undefined {
	if (name.given || name.literal || !name.family) return undefined;
	const match =
		/^(?<family>\p{Lu}[\p{L}'’-]+),?\s+(?<given>(?:\p{Lu}\.?\s?){1,4})$/u.exec(name.family) ??
		/^(?<given>(?:\p{Lu}\.\s?){1,4})\s*(?<family>\p{Lu}[\p{L}'’-]+)$/u.exec(name.family);
	return match?.groups && { ...name, family: match.groups.family, given: asInitials(match.groups.given) };
}

/** Initials with full stops: `M K` and `MK` as `M. K.`; names written out stay as they are. */
function spaced(name: CslName): CslName {
	const { given } = name;
	if (given === undefined || !INITIALS.test(given) || given.length > 6) return name;
	const isDotted = (given.match(/\p{Lu}\./gu)?.length ?? 0) === (given.match(/\p{Lu}/gu)?.length ?? 0);
	return isDotted ? name : { ...name, given: asInitials(given) };
}

function pages(item: CslItem, elsewhere: readonly Elsewhere[]): CitationFinding[] {
	const match = /^\s*(\d+)\s*[-–—]+\s*(\d+)\s*$/.exec(item.page ?? '');
	if (!match) return [];
	const [, from, to] = match;
	if (Number(to) >= Number(from)) return [];
	const whole = from.slice(0, Math.max(0, from.length - to.length)) + to;
	if (Number(whole) >= Number(from))
		return [
			{
				rule: 'pages',
				field: 'page',
				says: `Pages ${from}–${to}: the last page is abbreviated.`,
				mend: `${from}-${whole}`
			}
		];
	const better = elsewhere.find((other) => isThere(other.item, 'page') && pages(other.item, []).length === 0);
	const says = `Pages ${from}–${to} run backwards.`;
	return [
		{ rule: 'pages', field: 'page', says, ...(better && { mend: better.item.page, from: better.index }) }
	];
}

function year(item: CslItem, elsewhere: readonly Elsewhere[]): CitationFinding[] {
	const own = yearOf(item);
	const doi = normalDoi(item.DOI);
	if (own === undefined || doi === undefined) return [];
	const other = elsewhere.find(
		(one) => normalDoi(one.item.DOI) === doi && yearOf(one.item) !== undefined && yearOf(one.item) !== own
	);
	if (!other) return [];
	const says = `The year is ${own} here and ${yearOf(other.item)} in ${other.index}.`;
	return [{ rule: 'year', field: 'issued', says, mend: other.item.issued, from: other.index }];
}

function doi(item: CslItem): CitationFinding[] {
	const written = item.DOI?.trim() ?? '';
	if (written === '') return [];
	const normal = normalDoi(written);
	if (normal === written.toLowerCase()) return [];
	if (normal === undefined)
		return [
			{
				rule: 'doi',
				field: 'DOI',
				says: `“${written}” is no DOI: one begins with 10. and has a slash.`,
				mend: null
			}
		];
	return [{ rule: 'doi', field: 'DOI', says: `More than the DOI stands in “${written}”.`, mend: normal }];
}

/** What can only be seen over a whole list: sources written two ways, and works that stand twice. */
export function checkTogether(
	works: readonly { id: string; item: CslItem }[]
): Map<string, CitationFinding[]> {
	const found = new Map<string, CitationFinding[]>();
	const add = (id: string, finding: CitationFinding) => found.set(id, [...(found.get(id) ?? []), finding]);
	for (const forms of sourcesInForms(works)) {
		const [best] = [...forms].sort(
			(a, b) => b[1].length - a[1].length || b[0].length - a[0].length || (a[0] < b[0] ? -1 : 1)
		);
		for (const [form, ids] of forms)
			if (form !== best[0])
				for (const id of ids)
					add(id, {
						rule: 'source-two-ways',
						field: 'container-title',
						says: `The source is “${form}” here and “${best[0]}” in ${best[1].length} other ${best[1].length === 1 ? 'work' : 'works'} of the list.`,
						mend: best[0]
					});
	}
	for (const [id, other] of twins(works))
		add(id, { rule: 'twice', field: 'title', says: `“${other}” stands on the list twice.` });
	return found;
}

/** Sources that are one, each with the ways it is written and the works that write it so; only those with two ways or more. */
function sourcesInForms(works: readonly { id: string; item: CslItem }[]): Map<string, string[]>[] {
	const byForm = new Map<string, string[]>();
	for (const { id, item } of works) {
		const form = item['container-title']?.trim();
		if (form) byForm.set(form, [...(byForm.get(form) ?? []), id]);
	}
	const groups = new Map<string, Map<string, string[]>>();
	for (const [form, ids] of byForm) {
		const key = sourceKey(form);
		groups.set(key, (groups.get(key) ?? new Map<string, string[]>()).set(form, ids));
	}
	// An abbreviated source joins the one written out that it can stand for, where there is just one.
	for (const [key, forms] of [...groups]) {
		if (![...forms.keys()].some((form) => form.includes('.'))) continue;
		const written = [...groups.keys()].filter((other) => other !== key && abbreviates(key, other));
		const whole = written.length === 1 ? groups.get(written[0]) : undefined;
		if (!whole) continue;
		for (const [form, ids] of forms) whole.set(form, ids);
		groups.delete(key);
	}
	return [...groups.values()].filter((forms) => forms.size > 1);
}

const sourceKey = (form: string) =>
	fold(form.replaceAll('&', ' and '))
		.replace(/[^\p{L}\p{N} ]/gu, '')
		.split(' ')
		.filter((word) => word !== '' && word !== 'the')
		.join(' ');

/** Whether every word of the one begins the word of the other in its place, small words left out. */
function abbreviates(short: string, long: string): boolean {
	const words = (text: string) => text.split(' ').filter((word) => !SMALL.has(word));
	const [a, b] = [words(short), words(long)];
	return a.length === b.length && short.length < long.length && a.every((word, i) => b[i].startsWith(word));
}

/** Works whose title, year and first author are those of an earlier one of the list, with its title. */
function twins(works: readonly { id: string; item: CslItem }[]): [id: string, title: string][] {
	const seen = new Set<string>();
	const found: [string, string][] = [];
	for (const { id, item } of works) {
		const title = fold(item.title ?? '').replace(/[^\p{L}\p{N} ]/gu, '');
		const family = fold(item.author?.[0]?.family ?? '');
		if (title === '' || family === '') continue;
		const key = `${title}\n${family}\n${yearOf(item) ?? ''}`;
		if (seen.has(key)) found.push([id, item.title ?? '']);
		seen.add(key);
	}
	return found;
}
