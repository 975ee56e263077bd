/** A strategy as text in CQL; `cql-read.ts` is the inverse. */
import type { LimitSetting } from '../crosswalk/limits';
import type { WordField } from '../crosswalk/inquiry';
import type { HeadingTest, Line, Strategy } from './strategy';

/** Field names of words, by where they are looked for. */
export const WORD_FIELDS: Record<Exclude<WordField, 'titleAndAbstract' | 'headings'>, string> = {
	keywords: 'cql.keywords',
	anywhere: 'cql.anywhere',
	title: 'dc.title',
	abstract: 'dc.description',
	author: 'dc.creator',
	source: 'oak.source',
	affiliation: 'oak.affiliation',
	funder: 'oak.funder'
};

/** A text as a term in quotation marks, with a backslash before whatever would mean more than itself. */
export function quote(text: string): string {
	return `"${text.replace(/[\\"?^*]/g, '\\$&')}"`;
}

/** The same of words, in which * and a ? within a word leave letters open. */
function quoteWords(text: string): string {
	return `"${text.replace(/[\\"^]|\?(?![?*]*[\p{L}\p{N}])/gu, '\\$&')}"`;
}

/** A heading, or several held together, with its switches. */
function printHeading({ headings, withNarrower, cuts, chief, aspects }: HeadingTest): string {
	const modifiers = [
		...(withNarrower ? ['/oak.narrower'] : []),
		...cuts.map(({ label }) => `/oak.without=${quote(label)}`),
		...(chief ? ['/oak.chief'] : []),
		...aspects.map((aspect) => `/oak.aspect=${quote(aspect)}`)
	].join('');
	const clauses = headings.map(({ label }) => `dc.subject =${modifiers} ${quote(label)}`);
	return clauses.length === 1 ? clauses[0] : `(${clauses.join(' and ')})`;
}

/** One line as CQL. */
export function printLine(line: Line): string {
	if (line.kind === 'expression') return line.text;
	if (line.kind === 'heading') return printHeading(line.test);
	const { text, capitals, field } = line.test;
	const said = `${capitals ? '/cql.respectCase' : ''} ${quoteWords(text)}`;
	// Words of heading labels have a relation of their own; title and abstract together are two indexes.
	if (field === 'headings') return `dc.subject all${said}`;
	if (field === 'titleAndAbstract')
		return `(${WORD_FIELDS.title} =${said} or ${WORD_FIELDS.abstract} =${said})`;
	return `${WORD_FIELDS[field]} =${said}`;
}

/** The text that finds records whose title, abstract or author's keywords say some words, several as a phrase. */
export const cqlOfWords = (text: string): string =>
	printLine({ id: '', off: false, kind: 'word', test: { text, capitals: false, field: 'keywords' } });

/** What was typed, where a text is such a one. */
export function wordsOfCql(cql: string): string | undefined {
	const [, quoted] = /^cql\.keywords = "((?:[^"\\]|\\.)*)"$/s.exec(cql) ?? [];
	return quoted?.replace(/\\(.)/gs, '$1');
}

const isPlain = (value: string) => /^(\d+|true|false)$/.test(value);
const term = (value: string) => (isPlain(value) ? value : quote(value));

/** A limit as CQL. */
export function printLimit({ field, values, from, to }: LimitSetting): string {
	if (values) {
		const clauses = values.map((value) => `${field} = ${term(value)}`);
		return clauses.length === 1 ? clauses[0] : `(${clauses.join(' or ')})`;
	}
	if (from !== undefined && to !== undefined) return `${field} within "${from} ${to}"`;
	return from !== undefined ? `${field} >= ${from}` : `${field} <= ${to}`;
}

/** A strategy as CQL, a block a paragraph. Lines that are off and blocks without a line are left out. */
export function printStrategy({ blocks, limits, lifted }: Strategy): string {
	const parts: { operator: 'and' | 'not'; text: string }[] = [];
	for (const block of blocks) {
		const lines = block.lines.filter(({ off }) => !off).map(printLine);
		if (lines.length === 0) continue;
		const text = lines.length === 1 ? lines[0] : `(${lines.join('\n  or ')})`;
		parts.push({ operator: block.status === 'exclude' ? 'not' : 'and', text });
	}
	// Nothing can be taken away from nothing: an excluded block never stands first.
	parts.sort((a, b) => Number(a.operator === 'not') - Number(b.operator === 'not'));
	if (!lifted) parts.push(...limits.map((limit) => ({ operator: 'and' as const, text: printLimit(limit) })));
	return parts.map(({ operator, text }, i) => (i === 0 ? text : `${operator} ${text}`)).join('\n');
}
