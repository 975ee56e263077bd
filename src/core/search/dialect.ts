/** Dialects: patterns that print a strategy in the words an index's own search box takes. */
import {
	COMMON_LIMITS,
	WORKED_OUT_LIMITS,
	type LimitDefinition,
	type LimitSetting
} from '../crosswalk/limits';
import { labelOfTest, type HeadingTest, type Line, type Strategy } from './strategy';
import type { WordField } from '../crosswalk/inquiry';
import { WORD_FIELD_WORDS } from '../crosswalk/describe';
import { SHORTEST_STEM, tokensOf, type WordTest } from './word-matching';

/**
 * Patterns with places to fill in. An empty pattern means that the search box cannot say it. `{it}` is what has been
 * made so far, so that switches can be put around a heading one after the other.
 */
export interface Dialect {
	/** `{label}` */
	heading: string;
	/** `{it}`: a heading with all narrower ones. */
	narrower: string;
	/** `{it}`, `{cut}`: narrower headings without a branch. */
	cut: string;
	/** `{it}`: chief headings only. */
	chief: string;
	/** `{it}`, `{aspect}` */
	aspect: string;
	/** Between headings that must be on the same record. */
	together: string;
	/** `{word}` */
	word: string;
	/** `{words}` */
	phrase: string;
	/** `{word}`: without its `*`. */
	stem: string;
	/** `{it}`: a word in capitals only. */
	capitals: string;
	/** By field, `{it}`; title, abstract and author’s keywords together need none. */
	fields: Partial<Record<WordField, string>>;
	/** Between alternatives, between blocks, before an excluded block; with the spaces that belong to them. */
	or: string;
	and: string;
	not: string;
	/** `{it}` */
	group: string;
	/** `{name}`, `{value}`; `{from}`, `{to}`; the values of a limit are joined by `or`. */
	limitValue: string;
	limitRange: string;
	limitFrom: string;
	limitTo: string;
	/** What the search box calls a limit, by field; the label where it has no name here. */
	limitNames: Record<string, string>;
	/** What stands for a quotation mark inside a label or a word. */
	quotationMark: string;
}

/** A dialect that says everything plainly: for an index of which nobody has said how its search box works. */
export const PLAIN_DIALECT: Dialect = {
	heading: 'heading "{label}"',
	narrower: '{it} with narrower',
	cut: '{it} except "{cut}"',
	chief: '{it} as chief',
	aspect: '{it} under "{aspect}"',
	together: ' beside ',
	word: '"{word}"',
	phrase: '"{words}"',
	stem: '"{word}" begun',
	capitals: '{it} in capitals',
	fields: { title: '{it} in title', titleAndAbstract: '{it} in title or abstract', headings: '{it} in headings', abstract: '{it} in abstract', author: '{it} as author', source: '{it} as source', affiliation: '{it} as affiliation', funder: '{it} as funder' },
	or: ' OR ',
	and: ' AND ',
	not: ' NOT ',
	group: '({it})',
	limitValue: '{name} is "{value}"',
	limitRange: '{name} from {from} to {to}',
	limitFrom: '{name} from {from}',
	limitTo: '{name} up to {to}',
	limitNames: {},
	quotationMark: "'"
}; // prettier-ignore

export interface DialectText {
	text: string;
	/** What the dialect cannot say, in words, each once; those parts are left out of the text or said more widely. */
	missing: string[];
}

/**
 * A strategy in a dialect. O(length of the text).
 * @param layout one line, or each block and limit on a line of its own
 */
export function printInDialect(
	strategy: Strategy,
	dialect: Dialect,
	limits: readonly LimitDefinition[],
	layout: 'line' | 'blocks'
): DialectText {
	const printer = new Printer(dialect);
	const between = (operator: string) => (layout === 'line' ? operator : `\n${operator.trimStart()}`);
	const required: string[] = [];
	const excluded: string[] = [];
	for (const block of strategy.blocks) {
		const lines = block.lines.filter(({ off }) => !off).flatMap((line) => printer.line(line) ?? []);
		if (lines.length > 0)
			(block.status === 'exclude' ? excluded : required).push(printer.alternatives(lines));
		else if (block.lines.some(({ off }) => !off))
			printer.missing.add(`the block “${block.name}”, of which no line can be said`);
	}
	let text = required.join(between(dialect.and));
	if (excluded.length > 0) {
		if (dialect.not === '') printer.missing.add('excluded blocks');
		else for (const block of excluded) text += `${between(dialect.not)}${block}`;
	}
	if (!strategy.lifted)
		for (const limit of strategy.limits) {
			const said = printer.limit(limit, [...COMMON_LIMITS, ...limits]);
			if (said !== undefined) text += text === '' ? said : `${between(dialect.and)}${said}`;
		}
	return { text: text.trim(), missing: [...printer.missing] };
}

class Printer {
	readonly missing = new Set<string>();

	constructor(private readonly dialect: Dialect) {}

	alternatives(lines: readonly string[]): string {
		if (lines.length === 1) return lines[0];
		if (this.dialect.or === '') this.missing.add('alternatives');
		return fill(this.dialect.group || '{it}', { it: lines.join(this.dialect.or) });
	}

	line(line: Line): string | undefined {
		switch (line.kind) {
			case 'heading':
				return this.heading(line.test);
			case 'word':
				return this.word(line.test);
			case 'expression':
				this.missing.add(`“${line.text}”, which is more than a line`);
				return undefined;
		}
	}

	private heading(test: HeadingTest): string | undefined {
		const { dialect } = this;
		if (dialect.heading === '') return this.lacks('headings');
		const name = labelOfTest(test);
		const parts = test.headings.map(({ label }) => {
			let it = fill(dialect.heading, { label: this.safe(label) });
			const switchOn = (pattern: string, what: string, values: Record<string, string> = {}) => {
				if (pattern === '') this.missing.add(`${what} of “${name}”`);
				else it = fill(pattern, { ...values, it });
			};
			if (test.aspects.length > 0) {
				if (dialect.aspect === '') this.missing.add(`aspects of “${name}”`);
				else {
					const plain = it;
					it = this.alternatives(
						test.aspects.map((aspect) => fill(dialect.aspect, { it: plain, aspect: this.safe(aspect) }))
					);
				}
			}
			if (test.withNarrower) switchOn(dialect.narrower, 'narrower headings');
			for (const cut of test.cuts) switchOn(dialect.cut, 'cuts', { cut: this.safe(cut.label) });
			if (test.chief) switchOn(dialect.chief, 'chief only');
			return it;
		});
		if (parts.length === 1) return parts[0];
		if (dialect.together === '') return this.lacks(`headings held together, as in “${name}”`);
		return fill(dialect.group || '{it}', { it: parts.join(dialect.together) });
	}

	private word({ text, capitals, field }: WordTest): string | undefined {
		const { dialect } = this;
		const tokens = tokensOf(text, capitals);
		if (typeof tokens === 'string') return undefined;
		const masked = tokens.find(({ mask }) => mask);
		if (masked) {
			// A search box that knows stems finds more by what the word begins with; nothing else comes near.
			const [beginning] = masked.text.split(/[*?]/);
			if (tokens.length > 1 || beginning.length < SHORTEST_STEM)
				return this.lacks(`the letters left open in “${text}”`);
			this.missing.add(`the letters left open in “${text}”, which is said as “${beginning}*”`);
			return this.word({ text: `${beginning}*`, capitals, field });
		}
		const isStem = tokens.some(({ stem }) => stem);
		const bare = this.safe(text.replaceAll('*', ''));
		const pattern = isStem ? dialect.stem : tokens.length > 1 ? dialect.phrase : dialect.word;
		if (pattern === '')
			return this.lacks(
				isStem ? `the stem “${text}”` : tokens.length > 1 ? `the phrase “${text}”` : 'free-text words'
			);
		let it = fill(pattern, { word: bare, words: bare });
		if (capitals) {
			if (dialect.capitals === '') this.missing.add(`capitals only for “${text}”`);
			else it = fill(dialect.capitals, { it });
		}
		const restriction = dialect.fields[field] ?? '';
		// A search box that is told nothing looks where it looks.
		const needsNone = field === 'keywords' || field === 'anywhere';
		if (!needsNone || restriction !== '') {
			if (restriction === '') this.missing.add(`words looked for ${WORD_FIELD_WORDS[field]}`);
			else it = fill(restriction, { it });
		}
		return it;
	}

	limit({ field, values, from, to }: LimitSetting, limits: readonly LimitDefinition[]): string | undefined {
		const { dialect } = this;
		const label = limits.find((limit) => limit.field === field)?.label ?? field;
		// What is worked out here no search box knows, unless somebody says what it is called there.
		if (WORKED_OUT_LIMITS.some((limit) => limit.field === field) && !Object.hasOwn(dialect.limitNames, field))
			return this.lacks(`the limit “${label}”`);
		const name = dialect.limitNames[field] ?? label;
		if (values) {
			if (dialect.limitValue === '') return this.lacks(`the limit “${label}”`);
			return this.alternatives(
				values.map((value) => fill(dialect.limitValue, { name, value: this.safe(value) }))
			);
		}
		const pattern =
			from !== undefined && to !== undefined
				? dialect.limitRange
				: from !== undefined
					? dialect.limitFrom
					: dialect.limitTo;
		if (pattern === '') return this.lacks(`the limit “${label}” as a range`);
		return fill(pattern, { name, from: String(from), to: String(to) });
	}

	private safe(text: string): string {
		return text.replaceAll('"', this.dialect.quotationMark);
	}

	private lacks(what: string): undefined {
		this.missing.add(what);
		return undefined;
	}
}

/** Fills places once: what is filled in is never searched for places again. */
function fill(pattern: string, values: Record<string, string>): string {
	return pattern.replace(/\{(\w+)\}/g, (place, name: string) => values[name] ?? place);
}

/** Places that a pattern needs and does not have, for the one who edits it. */
const PLACES: Partial<Record<keyof Dialect, string[]>> = {
	heading: ['label'],
	narrower: ['it'],
	cut: ['it', 'cut'],
	chief: ['it'],
	aspect: ['it', 'aspect'],
	word: ['word'],
	phrase: ['words'],
	stem: ['word'],
	capitals: ['it'],
	group: ['it'],
	limitValue: ['value'],
	limitRange: ['from', 'to'],
	limitFrom: ['from'],
	limitTo: ['to']
};

/** What is wrong with patterns, in words; empty where each either is empty or has its places. */
export function patternFaults(dialect: Dialect): { pattern: string; message: string }[] {
	return Object.entries(PLACES).flatMap(([name, places]) => {
		const pattern = dialect[name as keyof Dialect] as string;
		const lacking = pattern === '' ? [] : places.filter((place) => !pattern.includes(`{${place}}`));
		return lacking.length > 0
			? [
					{
						pattern: name,
						message: `The pattern needs ${lacking.map((place) => `{${place}}`).join(' and ')}.`
					}
				]
			: [];
	});
}
