/** Changes made by hand to the headings of a vocabulary, each giving the vocabulary as it is then. */
import { fold } from '../text';
import type { EntryTermData, HeadingData, LangText, Note, NoteKind, VocabularyData } from './vocabulary-data';

/** What of a heading is changed by hand; the rest stays as it is. Headings are named by their keys. */
export interface HeadingFields {
	label: string;
	/** Each with its language where it is not that of the label, as in “Ruheraum @de”. */
	entryTerms: string[];
	broader: string[];
	related: string[];
	scopeNote: string;
	historyNote: string;
	notation: string;
	/** Years, or empty. */
	introduced: string;
	retired: string;
}

export type Mending =
	/** Headings one a line, each below the one that is indented less before it; all below `under` where that is given. */
	| { kind: 'add'; outline: string; under?: string }
	/** @property was what whoever changes it had before them */
	| { kind: 'change'; key: string; was: HeadingFields; fields: HeadingFields }
	| { kind: 'remove'; key: string };

/** What cannot be done, in words for whoever asked. */
export class MendingError extends Error {}

export const MOST_LINES = 2_000;
const LONGEST = 1_000;
const LANGUAGE = /^(.*\S)\s+@([A-Za-z]{2,8}(?:-[A-Za-z0-9]{1,8})*)$/;
/** Begins the addresses of headings that were typed here. */
const ADDRESS = 'https://oakmoss.example/headings/';

/** The part of a heading that is changed by hand. O(entry terms). */
export function fieldsOf(data: VocabularyData, n: number): HeadingFields {
	const { labels, notes, notation, introduced, retired, broader, related } = data.headings[n];
	const [{ text: label, lang }] = labels;
	const keys = (list: readonly number[]) => list.map((other) => data.headings[other].key).sort();
	return {
		label,
		entryTerms: data.entryTerms
			.filter(({ headings }) => headings.length === 1 && headings[0] === n)
			.map((term) => (term.lang === lang ? term.text : `${term.text} @${term.lang || 'und'}`)),
		broader: keys(broader),
		related: keys(related),
		scopeNote: noteOf(notes, 'scope', lang)?.text ?? '',
		historyNote: noteOf(notes, 'history', lang)?.text ?? '',
		notation: notation ?? '',
		introduced: introduced === undefined ? '' : String(introduced),
		retired: retired === undefined ? '' : retired === 0 ? 'yes' : String(retired)
	};
}

const noteOf = (notes: readonly Note[], kind: NoteKind, lang: string) =>
	notes.find((note) => note.kind === kind && note.lang === lang);

/**
 * The vocabulary with a change made; what was given is not changed. O(headings and entry terms).
 * @throws MendingError where the change cannot be made: a label that is taken, a heading above itself, one that has
 *   changed meanwhile
 */
export function mended(data: VocabularyData, mending: Mending): VocabularyData {
	switch (mending.kind) {
		case 'add':
			return withAdded(data, mending.outline, mending.under);
		case 'change':
			return withChanged(data, mending);
		case 'remove':
			return withRemoved(data, placeOf(data, mending.key));
	}
}

function placeOf(data: VocabularyData, key: string): number {
	const n = data.headings.findIndex((heading) => heading.key === key);
	if (n < 0) throw new MendingError('The heading is no longer there: somebody removed it meanwhile.');
	return n;
}

/** The label of a vocabulary's headings that a person would call taken, by what it is compared by. */
function takenBy(data: VocabularyData, except?: number): Map<string, string> {
	const taken = new Map<string, string>();
	for (const { text, headings } of data.entryTerms)
		if (headings.length === 1 && headings[0] !== except)
			taken.set(fold(text), `an entry term of “${data.headings[headings[0]].labels[0].text}”`);
	for (const [n, { labels }] of data.headings.entries())
		if (n !== except) taken.set(fold(labels[0].text), 'a heading already');
	return taken;
}

function checked(text: string, taken: ReadonlyMap<string, string>): string {
	const label = text.replace(/[\u0000-\u001f\u007f-\u009f\s]+/g, ' ').trim();
	if (label === '') throw new MendingError('A heading needs a label.');
	if (label.length > LONGEST) throw new MendingError(`A label can have ${LONGEST} letters.`);
	const by = taken.get(fold(label));
	if (by !== undefined) throw new MendingError(`“${label}” is ${by}.`);
	return label;
}

function withAdded(data: VocabularyData, outline: string, under?: string): VocabularyData {
	const taken = takenBy(data);
	const headings = [...data.headings];
	const keys = new Set(headings.map(({ key }) => key));
	const uris = new Set(headings.map(({ uri }) => uri));
	const top = under === undefined ? [] : [placeOf(data, under)];
	const lang = headings.length > 0 ? headings[0].labels[0].lang : 'en';
	/** The lines above the one at hand, each with how far it is indented. */
	const above: { depth: number; n: number }[] = [];
	const lines = outline.split(/\r?\n/).filter((line) => line.trim() !== '');
	if (lines.length === 0) throw new MendingError('Type at least one heading.');
	if (lines.length > MOST_LINES)
		throw new MendingError(
			`${lines.length} headings are too many to be typed at once; ${MOST_LINES} are taken. Load them from a file.`
		);
	for (const line of lines) {
		const indent = /^[\t \u00a0]*/.exec(line)?.[0] ?? '';
		const depth = indent.replaceAll('\t', '    ').length;
		while (above.length > 0 && above[above.length - 1].depth >= depth) above.pop();
		const label = checked(line, taken);
		taken.set(fold(label), 'typed twice here');
		const key = freeKey(label, keys, uris);
		above.push({ depth, n: headings.length });
		headings.push({
			uri: ADDRESS + key,
			key,
			labels: [{ lang, text: label }],
			hidden: [],
			notes: [],
			broader: above.length > 1 ? [above[above.length - 2].n] : [...top],
			related: [],
			replaces: [],
			aspects: []
		});
	}
	return { ...data, headings };
}

/** A key made of the label that no heading has. */
function freeKey(label: string, keys: Set<string>, uris: ReadonlySet<string>): string {
	const slug = fold(label)
		.replace(/[^a-z0-9]+/g, '-')
		.replace(/^-|-$/g, '')
		.slice(0, 60);
	const base = slug === '' ? 'heading' : slug;
	let key = base;
	for (let i = 2; keys.has(key) || uris.has(ADDRESS + key); i++) key = `${base}-${i}`;
	keys.add(key);
	return key;
}

function withChanged(
	data: VocabularyData,
	{ key, was, fields }: Extract<Mending, { kind: 'change' }>
): VocabularyData {
	const n = placeOf(data, key);
	const now = fieldsOf(data, n);
	if (!isSame(now, was))
		throw new MendingError(
			'Somebody has changed this heading meanwhile. Look at it as it is now, and change it then.'
		);
	const before = data.headings[n];
	const [{ lang }] = before.labels;
	const taken = takenBy(data, n);
	const label = fields.label === now.label ? now.label : checked(fields.label, taken);
	const broader = fields.broader.map((other) => placeOf(data, other));
	const related = fields.related.map((other) => placeOf(data, other));
	const over = broader.find((other) => isAtOrAbove(data.headings, n, other));
	if (over !== undefined)
		throw new MendingError(
			`“${data.headings[over].labels[0].text}” cannot be broader than “${label}”: it is the same heading or lies below it.`
		);
	if (related.includes(n)) throw new MendingError('A heading cannot be related to itself.');
	const heading: HeadingData = {
		...before,
		labels: [{ lang, text: label }, ...before.labels.slice(1)],
		notes: withNote(
			withNote(before.notes, 'scope', lang, fields.scopeNote),
			'history',
			lang,
			fields.historyNote
		),
		...notationAfter(before, fields.notation.trim()),
		introduced: yearOf(fields.introduced, 'Introduced in'),
		retired: fields.retired.trim() === 'yes' ? 0 : yearOf(fields.retired, 'Retired in'),
		broader,
		related
	};
	const headings = data.headings.map((other, m) =>
		m === n
			? heading
			: {
					...other,
					related: related.includes(m)
						? [...new Set([...other.related, n])]
						: other.related.filter((one) => one !== n)
				}
	);
	return { ...data, headings, entryTerms: entryTermsAfter(data, n, lang, label, fields.entryTerms) };
}

const isSame = (a: HeadingFields, b: HeadingFields) =>
	JSON.stringify(sorted(a), FIELDS) === JSON.stringify(sorted(b), FIELDS);
const FIELDS = ['label', 'entryTerms', 'broader', 'related', 'scopeNote', 'historyNote', 'notation', 'introduced', 'retired']; // prettier-ignore
const sorted = (fields: HeadingFields): HeadingFields => ({
	...fields,
	entryTerms: [...fields.entryTerms].sort(),
	broader: [...fields.broader].sort(),
	related: [...fields.related].sort()
});

/** Whether going up from a heading leads to another, or it is that one. Hierarchies may go round. */
function isAtOrAbove(headings: readonly HeadingData[], wanted: number, from: number): boolean {
	const met = new Set([from]);
	for (const n of met) for (const above of headings[n].broader) met.add(above);
	return met.has(wanted);
}

function withNote(notes: readonly Note[], kind: NoteKind, lang: string, text: string): Note[] {
	const known = noteOf(notes, kind, lang);
	const said = text.trim();
	if (!known) return said === '' ? [...notes] : [...notes, { kind, lang, text: said }];
	return notes.flatMap((note) => (note !== known ? [note] : said === '' ? [] : [{ ...note, text: said }]));
}

function notationAfter(before: HeadingData, notation: string): Pick<HeadingData, 'notation' | 'notations'> {
	if (notation === (before.notation ?? '')) return {};
	const others = (before.notations ?? []).slice(1);
	const all = notation === '' ? others : [{ text: notation }, ...others];
	const isPlain = all.length < 2 && all[0]?.type === undefined;
	return { notation: all[0]?.text, notations: isPlain ? undefined : all };
}

function yearOf(text: string, field: string): number | undefined {
	const said = text.trim();
	if (said === '') return undefined;
	if (!/^\d{4}$/.test(said)) throw new MendingError(`${field}: “${said}” is no year.`);
	return Number(said);
}

function entryTermsAfter(
	data: VocabularyData,
	n: number,
	lang: string,
	label: string,
	typed: readonly string[]
): EntryTermData[] {
	const own: LangText[] = [];
	for (const line of typed) {
		const [, text = line.trim(), language = lang] = LANGUAGE.exec(line.trim()) ?? [];
		const term = { lang: language === 'und' ? '' : language.toLowerCase(), text: text.replace(/\s+/g, ' ') };
		if (term.text.length > LONGEST) throw new MendingError(`An entry term can have ${LONGEST} letters.`);
		if (term.text === '' || (term.text === label && term.lang === lang)) continue;
		if (!own.some((other) => other.text === term.text && other.lang === term.lang)) own.push(term);
	}
	const isOwn = ({ headings }: EntryTermData) => headings.length === 1 && headings[0] === n;
	return [
		...data.entryTerms.filter((term) => !isOwn(term)),
		...own.map((term) => ({ ...term, headings: [n] }))
	];
}

/** What was below a heading that is removed comes to be below what was above it. */
function withRemoved(data: VocabularyData, gone: number): VocabularyData {
	if (data.headings.length === 1)
		throw new MendingError('It is the only heading: a vocabulary cannot be without any.');
	const at = (n: number) => (n > gone ? n - 1 : n);
	const without = (list: readonly number[]) => list.filter((n) => n !== gone).map(at);
	const above = data.headings[gone].broader;
	const headings = data.headings
		.map((heading, n) => ({
			...heading,
			broader: without(
				heading.broader.includes(gone)
					? [...new Set([...heading.broader, ...above])].filter((other) => other !== n)
					: heading.broader
			),
			related: without(heading.related),
			replaces: without(heading.replaces)
		}))
		.filter((_, n) => n !== gone);
	// A compound entry term whose headings are no longer all there says nothing more.
	const entryTerms = data.entryTerms
		.filter((term) => !term.headings.includes(gone))
		.map((term) => ({ ...term, headings: term.headings.map(at) }));
	return {
		...data,
		headings,
		entryTerms,
		collections: collectionsWithout(data, gone, at),
		...(data.mappings && {
			mappings: data.mappings
				.filter(({ heading }) => heading !== gone)
				.map((mapping) => ({ ...mapping, heading: at(mapping.heading) }))
		})
	};
}

/** Collections that hold nothing any more go too, and with them what held only those. */
function collectionsWithout({ collections }: VocabularyData, gone: number, at: (n: number) => number) {
	const kept = collections.map(({ members }) => members.filter((member) => member !== gone));
	const isEmpty = (i: number): boolean => kept[i].length === 0;
	for (let changed = true; changed;) {
		changed = false;
		for (const [i, members] of kept.entries()) {
			const held = members.filter((member) => typeof member === 'number' || !isEmpty(member.collection));
			changed ||= held.length < members.length;
			kept[i] = held;
		}
	}
	const place = new Map([...kept.keys()].filter((i) => !isEmpty(i)).map((i, now) => [i, now]));
	return collections.flatMap((collection, i) =>
		isEmpty(i)
			? []
			: [
					{
						...collection,
						members: kept[i].map((member) =>
							typeof member === 'number' ? at(member) : { collection: place.get(member.collection) as number }
						)
					}
				]
	);
}
