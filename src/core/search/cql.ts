/**
 * CQL, the Contextual Query Language 1.2 (OASIS searchRetrieve part 5; Library of Congress), as far as searches here use
 * it: boolean operators with equal precedence from left to right, brackets, fields, relations with modifiers, terms.
 */
import { quote } from './cql-print';
import { LONGEST_CQL } from '../crosswalk/strategy-settings';

export interface CqlModifier {
	name: string;
	comparator?: string;
	value?: string;
	start: number;
	end: number;
}

export interface CqlClause {
	kind: 'clause';
	/** As written; `cql.anywhere` where none was. */
	field: string;
	relation: string;
	modifiers: CqlModifier[];
	term: string;
	/** As it stands in the text, with its backslashes. */
	written: string;
	start: number;
	end: number;
	/** Where the term begins. */
	termStart: number;
}

export interface CqlBoolean {
	kind: 'boolean';
	operator: 'and' | 'or' | 'not';
	left: CqlNode;
	right: CqlNode;
	/** It stood in brackets. */
	bracketed?: true;
	start: number;
	end: number;
}

/** By what a result is to be put in order. */
export interface CqlSortKey {
	field: string;
	modifiers: CqlModifier[];
	start: number;
	end: number;
}

/** A whole text. */
export interface CqlQuery {
	node: CqlNode;
	/** In the order in which they count; empty where the text asks for none. */
	sortBy: CqlSortKey[];
}

export type CqlNode = CqlClause | CqlBoolean;

/** What is wrong with a text, where, and what would be right there. */
export class CqlError extends Error {
	constructor(
		message: string,
		/** Characters before the place. */
		readonly position: number,
		readonly expected: string[],
		/** Where the wrong part ends. */
		readonly end = position
	) {
		super(message);
	}
}

const DEEPEST = 200;

type TokenKind = 'open' | 'close' | 'comparator' | 'slash' | 'word' | 'quoted' | 'end';
interface Token {
	kind: TokenKind;
	text: string;
	start: number;
	end: number;
}

const OPERATORS = ['and', 'or', 'not'] as const;
/** Words of the grammar that nothing is done with here. */
const NOT_SUPPORTED: Record<string, string> = {
	prox: 'Nearness (“prox”) is not supported. A phrase stands in quotation marks.'
};
/** Clauses and brackets: one after another they stand as deep as they are many. */
const MOST_CLAUSES = 2_500;
/** Relations that are words. */
const RELATIONS = new Set(['any', 'all', 'adj', 'within', 'exact', 'encloses', 'scr']);

/**
 * Reads a text. O(length).
 * @throws CqlError at the first place where the text departs from the grammar
 */
export function parseCql(text: string): CqlQuery {
	if (text.length > LONGEST_CQL)
		throw new CqlError(
			`The strategy is ${text.length.toLocaleString('en')} characters long; at most ${LONGEST_CQL.toLocaleString('en')} can be read. Split it into several runs and combine them.`,
			LONGEST_CQL,
			['a shorter strategy']
		);
	return new Parser(text).whole();
}

class Parser {
	private at = 0;
	private token: Token;
	private depth = 0;
	private clauses = 0;

	constructor(private readonly text: string) {
		this.token = this.read();
	}

	whole(): CqlQuery {
		if (this.token.kind === 'end')
			throw new CqlError('There is nothing to search for yet.', 0, ['a word', 'a field such as dc.subject']);
		const node = this.query();
		if (this.token.kind === 'close')
			throw this.unexpected('This bracket closes nothing: there is no open one before it.', [
				'and',
				'or',
				'not',
				'the end'
			]);
		return { node, sortBy: this.isSortBy() ? this.sortKeys() : [] };
	}

	private isSortBy(): boolean {
		return this.token.kind === 'word' && this.token.text.toLowerCase() === 'sortby';
	}

	private sortKeys(): CqlSortKey[] {
		this.next();
		const keys: CqlSortKey[] = [];
		while (this.token.kind === 'word') {
			const field = this.token;
			this.next();
			const modifiers = this.modifiers();
			keys.push({
				field: field.text,
				modifiers,
				start: field.start,
				end: modifiers.at(-1)?.end ?? field.end
			});
		}
		if (keys.length === 0 || this.token.kind !== 'end')
			throw this.unexpected('After “sortBy” stands a field to sort by, and nothing after that.', ['dc.date']);
		return keys;
	}

	private query(): CqlNode {
		let left = this.clause();
		for (;;) {
			const { token } = this;
			if (token.kind === 'end' || token.kind === 'close' || this.isSortBy()) return left;
			const operator = OPERATORS.find((name) => token.kind === 'word' && token.text.toLowerCase() === name);
			const foreign = token.kind === 'word' ? NOT_SUPPORTED[token.text.toLowerCase()] : undefined;
			if (foreign) throw this.unexpected(foreign, ['and', 'or', 'not', 'the end']);
			if (!operator)
				throw this.unexpected(
					token.kind === 'word' || token.kind === 'quoted'
						? `Between two words stands and, or or not. A phrase of several words goes in quotation marks.`
						: `“${token.text}” cannot stand here.`,
					['and', 'or', 'not', 'the end']
				);
			this.next();
			if (this.token.kind === 'slash')
				throw this.unexpected('Modifiers of an operator are not supported.', ['a word', '(']);
			if (this.token.kind === 'end')
				throw this.unexpected(`After “${operator}” something is missing.`, ['a word', 'a field', '(']);
			const right = this.clause();
			left = { kind: 'boolean', operator, left, right, start: left.start, end: right.end };
		}
	}

	private clause(): CqlNode {
		const first = this.token;
		if (++this.clauses > MOST_CLAUSES)
			throw this.unexpected(
				`A strategy has at most ${MOST_CLAUSES.toLocaleString('en')} words and fields; here is one more. Split it into several runs and combine them.`,
				['a shorter strategy']
			);
		if (first.kind === 'open') {
			if (++this.depth > DEEPEST)
				throw this.unexpected(`Brackets are nested more than ${DEEPEST} deep here.`, ['fewer brackets']);
			this.next();
			if (this.token.kind === 'close')
				throw this.unexpected('There is nothing between these brackets.', ['a word', 'a field', '(']);
			const inner = this.query();
			if ((this.token.kind as TokenKind) !== 'close')
				throw new CqlError(
					'This bracket is never closed.',
					first.start,
					[')', 'and', 'or', 'not'],
					first.end
				);
			const { end } = this.token;
			this.next();
			this.depth--;
			const place = { start: first.start, end };
			return inner.kind === 'boolean' ? { ...inner, ...place, bracketed: true } : { ...inner, ...place };
		}
		if (first.kind === 'comparator' && first.text === '>')
			throw this.unexpected('Prefixes of one’s own are not supported: the names of fields are fixed.', [
				'a word',
				'a field',
				'('
			]);
		if (first.kind !== 'word' && first.kind !== 'quoted')
			throw this.unexpected(
				first.kind === 'end' ? 'The strategy ends too early.' : `“${first.text}” cannot stand here.`,
				['a word', 'a field', '(']
			);
		if (first.kind === 'word' && OPERATORS.some((name) => name === first.text.toLowerCase()))
			throw this.unexpected(
				`“${first.text}” needs something before it. As a word to look for, put it in quotation marks.`,
				['a word', 'a field', '(']
			);
		this.next();
		const { token } = this;
		const named = token.kind === 'word' && RELATIONS.has(token.text.toLowerCase());
		if (first.kind === 'word' && (token.kind === 'comparator' || named)) {
			this.next();
			return this.afterRelation(first, token.text.toLowerCase());
		}
		return {
			kind: 'clause',
			field: 'cql.anywhere',
			relation: '=',
			modifiers: [],
			term: first.text,
			written: this.text.slice(first.start, first.end),
			start: first.start,
			end: first.end,
			termStart: first.start
		};
	}

	private modifiers(): CqlModifier[] {
		const modifiers: CqlModifier[] = [];
		while (this.token.kind === 'slash') {
			const slash = this.token;
			this.next();
			const name = this.token;
			if (name.kind !== 'word')
				throw this.unexpected('After / stands the name of a modifier.', [
					'oak.narrower',
					'oak.chief',
					'oak.aspect',
					'oak.without'
				]);
			this.next();
			const modifier: CqlModifier = { name: name.text, start: slash.start, end: name.end };
			const comparator: Token = this.token;
			if (comparator.kind === 'comparator') {
				modifier.comparator = comparator.text;
				this.next();
				const value = this.token;
				if (value.kind !== 'word' && value.kind !== 'quoted')
					throw this.unexpected(`“${name.text}” needs a value here.`, ['a value in quotation marks']);
				modifier.value = value.text;
				modifier.end = value.end;
				this.next();
			}
			modifiers.push(modifier);
		}
		return modifiers;
	}

	private afterRelation(field: Token, relation: string): CqlClause {
		const modifiers = this.modifiers();
		const term = this.token;
		if (term.kind !== 'word' && term.kind !== 'quoted')
			throw this.unexpected(
				`What should “${field.text}” be? A word or a text in quotation marks is missing.`,
				['a word', 'a text in quotation marks']
			);
		this.next();
		return {
			kind: 'clause',
			field: field.text,
			relation,
			modifiers,
			term: term.text,
			written: this.text.slice(term.start, term.end),
			start: field.start,
			end: term.end,
			termStart: term.start
		};
	}

	private unexpected(message: string, expected: string[]): CqlError {
		return new CqlError(message, this.token.start, expected, this.token.end);
	}

	private next(): void {
		this.token = this.read();
	}

	private read(): Token {
		const { text } = this;
		while (this.at < text.length && /\s/.test(text[this.at])) this.at++;
		const start = this.at;
		const made = (kind: TokenKind, read: string, end: number): Token => {
			this.at = end;
			return { kind, text: read, start, end };
		};
		if (start >= text.length) return made('end', '', start);
		const mark = text[start];
		if (mark === '(') return made('open', mark, start + 1);
		if (mark === ')') return made('close', mark, start + 1);
		if (mark === '/') return made('slash', mark, start + 1);
		if (mark === '"') return this.quoted(start);
		const comparator = /^(==|<>|<=|>=|=|<|>)/.exec(text.slice(start, start + 2));
		if (comparator) return made('comparator', comparator[0], start + comparator[0].length);
		let end = start;
		while (end < text.length && !/[\s()/"=<>]/.test(text[end])) end++;
		return made('word', text.slice(start, end), end);
	}

	private quoted(start: number): Token {
		let read = '';
		for (let i = start + 1; i < this.text.length; i++) {
			const mark = this.text[i];
			if (mark === '"') {
				this.at = i + 1;
				return { kind: 'quoted', text: read, start, end: i + 1 };
			}
			// A backslash takes the next character as it is.
			if (mark === '\\' && i + 1 < this.text.length) read += this.text[++i];
			else read += mark;
		}
		throw new CqlError('This quotation mark is never closed.', start, ['"'], start + 1);
	}
}

function printModifiers(modifiers: readonly CqlModifier[]): string {
	return modifiers
		.map(({ name, comparator, value }) =>
			value === undefined ? `/${name}` : `/${name}${comparator ?? '='}${quote(value)}`
		)
		.join('');
}

/** A tree as text that reads back as the same tree. O(length). */
export function printCql(node: CqlNode): string {
	if (node.kind === 'boolean') {
		const right = printCql(node.right);
		return `${printCql(node.left)} ${node.operator} ${node.right.kind === 'boolean' ? `(${right})` : right}`;
	}
	const { field, relation, modifiers, written } = node;
	// As it was written, since a backslash tells what is meant as it stands.
	const isPlain = /^(?:"|\d+$|true$|false$)/.test(written);
	return `${field} ${relation}${printModifiers(modifiers)} ${isPlain ? written : `"${written}"`}`;
}
