/** A text in CQL as blocks and lines, as far as it has that shape. This file is long: it follows the grammar clause by clause. */
import { closeness } from '../lookup';
import { fold } from '../text';
import {
	CqlError,
	parseCql,
	type CqlBoolean,
	type CqlClause,
	type CqlModifier,
	type CqlNode,
	type CqlSortKey
} from './cql';
import { printLine, quote, WORD_FIELDS } from './cql-print';
import { headingExpression } from './evaluate';
import type { Expression } from './expression';
import { COMMON_LIMITS, type LimitDefinition, type LimitSetting } from '../crosswalk/limits';
import { labelOfTest, type Block, type HeadingTest, type Line, type Strategy } from './strategy';
import type { WordField } from '../crosswalk/inquiry';
import { tokensOf } from './word-matching';

const FIELD_OF = new Map<string, WordField>([
	...Object.entries(WORD_FIELDS).map(([field, name]) => [name.toLowerCase(), field as WordField] as const),
	['cql.serverchoice', 'anywhere']
]);

/** What reading a text asks of the index. */
export interface Resolver {
	limits: readonly LimitDefinition[];
	/** The heading with a preferred label, or that an entry term leads to; otherwise labels that come near. */
	heading(label: string): { uri: string; label: string; via?: string } | { nearest: string[] };
	/** Whether the index marks chief headings. */
	hasChief: boolean;
}

/** Why a line with *chief only* finds nothing in some indexes. */
export const NO_CHIEF =
	'No record of this index has a chief heading marked, so chief only finds nothing here.';

/** By year, or by how well records fit. */
export type CqlSort = 'newest' | 'oldest' | 'relevance';

export interface Reading {
	strategy: Strategy;
	/** The text says more than lines in blocks can: those parts are kept whole, as one line each. */
	beyond: boolean;
	/** The order that the text asks for. */
	sort?: CqlSort;
	/** Things worth knowing: an entry term that was taken as its heading, a switch that can find nothing. */
	remarks: { start: number; message: string }[];
}

/**
 * Reads a text as a strategy.
 * @throws CqlError with the exact place, for unknown fields, headings and values as for faults of grammar
 */
export function readStrategy(text: string, resolver: Resolver): Reading {
	const { node, sortBy } = parseCql(text);
	const sort = sortOf(sortBy);
	return { ...new Reader(text, resolver).read(node), ...(sort && { sort }) };
}

const DIRECTIONS = new Map<string, 'newest' | 'oldest'>([
	['sort.ascending', 'oldest'],
	['ascending', 'oldest'],
	['sort.descending', 'newest'],
	['descending', 'newest']
]);

/** @throws CqlError where results cannot be put in that order */
function sortOf(keys: readonly CqlSortKey[]): CqlSort | undefined {
	if (keys.length === 0) return undefined;
	const [{ field, modifiers, start }, second] = keys;
	if (second)
		throw new CqlError(
			'A second field to sort by is not supported: what is of one year stands by number.',
			second.start,
			['the end'],
			second.end
		);
	const name = field.toLowerCase();
	if (!['dc.date', 'oak.bestmatch'].includes(name))
		throw new CqlError(
			`Sorting by “${field}” is not supported; results can be sorted by dc.date or oak.bestMatch.`,
			start,
			['dc.date', 'oak.bestMatch'],
			start + field.length
		);
	let sort: CqlSort = name === 'dc.date' ? 'oldest' : 'relevance';
	for (const modifier of modifiers) {
		const direction = DIRECTIONS.get(modifier.name.toLowerCase());
		if (!direction || sort === 'relevance')
			throw unknownModifier(modifier, sort === 'relevance' ? [] : ['sort.ascending', 'sort.descending']);
		sort = direction;
	}
	return sort;
}

interface Operand {
	node: CqlNode;
	status: Block['status'];
}

class Reader {
	private readonly remarks: Reading['remarks'] = [];
	private beyond = false;
	private readonly limits: Map<string, LimitDefinition>;

	constructor(
		private readonly text: string,
		private readonly resolver: Resolver
	) {
		this.limits = new Map(
			[...COMMON_LIMITS, ...resolver.limits].map((limit) => [limit.field.toLowerCase(), limit])
		);
	}

	read(root: CqlNode): Reading {
		const blocks: Block[] = [];
		const limits: LimitSetting[] = [];
		for (const { node, status } of operandsOf(root)) {
			const limit = status === 'required' ? this.limitOf(node) : undefined;
			if (limit) {
				const known = limits.find(({ field }) => field === limit.field);
				const joined = known && joinRanges(known, limit);
				if (joined) Object.assign(known, joined);
				else if (known) blocks.push(this.kept(node, status, blocks.length));
				else limits.push(limit);
				continue;
			}
			const alternatives = chainOf(node, 'or');
			const lines = titlesWithAbstracts(
				alternatives.map((alternative, i) => this.lineOf(alternative, `${blocks.length}-${i}`))
			);
			blocks.push({
				id: `text-${blocks.length}`,
				name: nameOf(lines[0]),
				status,
				lines,
				provisional: false,
				noHeading: false
			});
		}
		return { strategy: { blocks, limits, lifted: false }, beyond: this.beyond, remarks: this.remarks };
	}

	private kept(node: CqlNode, status: Block['status'], place: number): Block {
		this.beyond = true;
		const line = this.keptLine(node, `${place}-0`);
		return {
			id: `text-${place}`,
			name: nameOf(line),
			status,
			lines: [line],
			provisional: false,
			noHeading: false
		};
	}

	private keptLine(node: CqlNode, id: string): Line {
		const text = this.text.slice(node.start, node.end);
		return { id: `line-${id}`, kind: 'expression', off: false, text, expression: this.expression(node) };
	}

	private lineOf(node: CqlNode, id: string): Line {
		const together = this.together(node);
		if (together) return { id: `line-${id}`, kind: 'heading', off: false, fit: 'notJudged', test: together };
		if (node.kind === 'clause' && !this.limits.has(node.field.toLowerCase())) {
			const words = this.isWordList(node) ? undefined : this.wordOf(node);
			if (words) return { id: `line-${id}`, kind: 'word', off: false, test: words };
		}
		this.beyond = true;
		return this.keptLine(node, id);
	}

	/** A heading, or several headings with the same switches that must be on the same record. */
	private together(node: CqlNode): HeadingTest | undefined {
		const parts = chainOf(node, 'and');
		if (!parts.every((part) => part.kind === 'clause' && isHeading(part))) return undefined;
		const tests = parts.map((part) => this.headingOf(part as CqlClause));
		const switches = ({ headings: _, ...rest }: HeadingTest) => JSON.stringify(rest);
		if (tests.some((test) => switches(test) !== switches(tests[0]))) return undefined;
		return { ...tests[0], headings: tests.flatMap(({ headings }) => headings) };
	}

	private headingOf(clause: CqlClause): HeadingTest {
		if (!['=', '==', 'exact'].includes(clause.relation))
			throw this.wrongRelation(clause, ['=', 'any', 'all']);
		const test: HeadingTest = {
			headings: [this.found(clause.term, clause.termStart, clause.end)],
			withNarrower: false,
			cuts: [],
			chief: false,
			aspects: []
		};
		for (const modifier of clause.modifiers)
			switch (modifier.name.toLowerCase()) {
				case 'oak.narrower':
					test.withNarrower = true;
					break;
				case 'oak.chief':
					test.chief = true;
					if (!this.resolver.hasChief)
						this.remarks.push({ start: modifier.start, message: `${NO_CHIEF} Take oak.chief off.` });
					break;
				case 'oak.aspect':
					test.aspects.push(valued(modifier));
					break;
				case 'oak.without':
					test.cuts.push(this.found(valued(modifier), modifier.start, modifier.end));
					break;
				default:
					throw unknownModifier(modifier, ['oak.narrower', 'oak.chief', 'oak.aspect', 'oak.without']);
			}
		if (test.cuts.length > 0 && !test.withNarrower)
			throw new CqlError(
				'oak.without cuts a branch from the narrower headings, so it needs oak.narrower beside it.',
				clause.start,
				['/oak.narrower'],
				clause.end
			);
		return test;
	}

	private found(label: string, start: number, end: number): { uri: string; label: string } {
		const found = this.resolver.heading(label);
		if ('nearest' in found) {
			const near = found.nearest.map((other) => `“${other}”`).join(', ');
			throw new CqlError(
				`“${label}” is not a heading of this index${near ? `. Near it: ${near}` : ''}.`,
				start,
				found.nearest.length > 0 ? found.nearest.map(quote) : ['a heading of this index'],
				end
			);
		}
		if (found.via !== undefined)
			this.remarks.push({
				start,
				message: `“${found.via}” is an entry term of “${found.label}”, which is searched.`
			});
		return { uri: found.uri, label: found.label };
	}

	/** `any` and `all` of several words say what lines of single words cannot. */
	private isWordList({ field, relation, term }: CqlClause): boolean {
		// All words of one label are one thing to look for.
		if (field.toLowerCase() === 'dc.subject' && relation === 'all') return false;
		return (relation === 'any' || relation === 'all') && fold(term).includes(' ');
	}

	private wordOf(clause: CqlClause): { text: string; capitals: boolean; field: WordField } {
		const field = isSubject(clause) ? 'headings' : FIELD_OF.get(clause.field.toLowerCase());
		if (!field) throw this.unknownField(clause);
		if (!['=', 'adj', 'any', 'all'].includes(clause.relation))
			throw this.wrongRelation(clause, ['=', 'any', 'all']);
		refuseMasks(clause);
		let capitals = false;
		for (const modifier of clause.modifiers) {
			if (!['cql.respectcase', 'respectcase'].includes(modifier.name.toLowerCase()))
				throw unknownModifier(modifier, ['cql.respectCase']);
			capitals = true;
		}
		const text = wordsAsWritten(clause.written);
		const tokens = tokensOf(text, capitals);
		if (typeof tokens === 'string')
			throw new CqlError(tokens, clause.termStart, ['a word of at least three letters'], clause.end);
		return { text, capitals, field };
	}

	private expression(node: CqlNode): Expression {
		if (node.kind === 'boolean') {
			const of: [Expression, Expression] = [this.expression(node.left), this.expression(node.right)];
			return { op: node.operator, of };
		}
		const limit = this.limitClause(node);
		if (limit)
			return limit.values
				? {
						op: 'or',
						of: limit.values.map((value) => ({
							op: 'leaf',
							leaf: { kind: 'value', field: limit.field, value }
						}))
					}
				: {
						op: 'leaf',
						leaf: {
							kind: 'range',
							field: limit.field,
							from: limit.from ?? -Infinity,
							to: limit.to ?? Infinity
						}
					};
		if (isHeading(node)) return headingExpression(this.headingOf(node));
		if (this.isWordList(node)) {
			const words = wordsAsWritten(node.written).trim().split(/\s+/);
			return {
				op: node.relation === 'any' ? 'or' : 'and',
				of: words.map((word) => ({
					op: 'leaf',
					leaf: { kind: 'word', ...this.wordOf({ ...node, term: word, written: word }) }
				}))
			};
		}
		return { op: 'leaf', leaf: { kind: 'word', ...this.wordOf(node) } };
	}

	private limitOf(node: CqlNode): LimitSetting | undefined {
		const parts = chainOf(node, 'or');
		if (!parts.every((part): part is CqlClause => part.kind === 'clause')) return undefined;
		const settings = parts.map((part) => this.limitClause(part));
		const [first] = settings;
		if (!first || settings.some((other) => other?.field !== first.field)) return undefined;
		if (settings.length === 1) return first;
		if (settings.some((other) => !other?.values)) return undefined;
		return { field: first.field, values: settings.flatMap((other) => other?.values ?? []) };
	}

	private limitClause(clause: CqlClause): LimitSetting | undefined {
		const definition = this.limits.get(clause.field.toLowerCase());
		if (!definition) return undefined;
		const { field, kind } = definition;
		const { relation, term, termStart, end } = clause;
		if (clause.modifiers.length > 0) throw unknownModifier(clause.modifiers[0], []);
		if (kind === 'number') return this.numberLimit(definition, clause);
		if (relation !== '=' && relation !== '==') throw this.wrongRelation(clause, ['=']);
		if (kind === 'flag') {
			if (!/^(true|false)$/i.test(term))
				throw new CqlError(`${definition.label} is true or false.`, termStart, ['true', 'false'], end);
			return { field, values: [term.toLowerCase()] };
		}
		const value = definition.values.find((other) => fold(other) === fold(term));
		if (value === undefined && definition.values.length > 0)
			throw new CqlError(
				`${definition.label} has no value “${term}”. It has: ${definition.values.join(', ')}.`,
				termStart,
				definition.values.map(quote),
				end
			);
		return { field, values: [value ?? term] };
	}

	private numberLimit({ field, label }: LimitDefinition, clause: CqlClause): LimitSetting {
		const { relation, term, termStart, end } = clause;
		const numbers = term.trim().split(/\s+/).map(Number);
		const wanted = relation === 'within' ? 2 : 1;
		if (numbers.length !== wanted || !numbers.every(Number.isInteger))
			throw new CqlError(
				wanted === 2
					? `${label} within needs two whole numbers, as in "2015 2020".`
					: `${label} needs a whole number; “${term}” is none.`,
				termStart,
				wanted === 2 ? ['two whole numbers in quotation marks'] : ['a whole number'],
				end
			);
		const [first, second] = numbers;
		switch (relation) {
			case '=':
			case '==':
				return { field, from: first, to: first };
			case '>=':
				return { field, from: first };
			case '>':
				return { field, from: first + 1 };
			case '<=':
				return { field, to: first };
			case '<':
				return { field, to: first - 1 };
			case 'within':
				if (first > second)
					throw new CqlError(
						`The range from ${first} to ${second} is the wrong way round: nothing lies in it.`,
						termStart,
						[`"${second} ${first}"`],
						end
					);
				return { field, from: first, to: second };
			default:
				throw this.wrongRelation(clause, ['=', '>=', '<=', '>', '<', 'within']);
		}
	}

	private unknownField({ field, start }: CqlClause): CqlError {
		const known = [
			'dc.subject',
			...Object.values(WORD_FIELDS),
			...Array.from(this.limits.values(), (limit) => limit.field)
		];
		const nearest = [...known].sort(
			(a, b) =>
				closeness(b.toLowerCase(), field.toLowerCase()) - closeness(a.toLowerCase(), field.toLowerCase())
		);
		return new CqlError(
			`There is no field “${field}” here. Nearest: ${nearest.slice(0, 3).join(', ')}.`,
			start,
			known,
			start + field.length
		);
	}

	private wrongRelation({ field, relation, start, termStart }: CqlClause, expected: string[]): CqlError {
		return new CqlError(
			`“${field}” cannot be searched with “${relation}”, which is not supported there; use ${expected.join(', ')}.`,
			start,
			expected,
			termStart
		);
	}
}

/** The words of a term: a backslash takes what comes after it as it is, and a * or ? that is none of these leaves letters open. */
function wordsAsWritten(written: string): string {
	const inner = written.startsWith('"') ? written.slice(1, -1) : written;
	// A sign that is meant as it stands parts words, as signs do.
	return inner.replace(/\\(.)(?=(\p{L}|\p{N})?)/gsu, (_, sign: string, next: string | undefined) =>
		sign === '*' || (sign === '?' && next !== undefined) ? ' ' : sign
	);
}

/** Signs that nothing is done with where they stand: none is to be taken for an ordinary one. */
const MASKS: [sign: RegExp, message: string][] = [
	[
		/\?(?![?*]*[\p{L}\p{N}])/u,
		'A ? behind the last letter of a word is not supported. Write the beginning of the word and a *.'
	],
	[/\^/, 'A ^ for where a field begins or ends is not supported.']
];

/** @throws CqlError at a sign that would be misread */
function refuseMasks({ written, termStart }: CqlClause): void {
	// What a backslash stands before is taken as it is.
	const bare = written.replace(/\\./gs, '  ');
	for (const [sign, message] of MASKS) {
		const at = bare.search(sign);
		if (at >= 0)
			throw new CqlError(
				message,
				termStart + at,
				['a word', 'the beginning of a word and a *'],
				termStart + at + 1
			);
	}
}

function isSubject(node: CqlClause): boolean {
	return node.field.toLowerCase() === 'dc.subject';
}

/** A heading, rather than words of heading labels. */
function isHeading(node: CqlClause): boolean {
	return isSubject(node) && node.relation !== 'any' && node.relation !== 'all';
}

/** A word in titles and then the same in abstracts is one word in both. */
function titlesWithAbstracts(lines: readonly Line[]): Line[] {
	const joined: Line[] = [];
	for (const line of lines) {
		const before = joined[joined.length - 1];
		if (
			before?.kind === 'word' &&
			line.kind === 'word' &&
			before.test.field === 'title' &&
			line.test.field === 'abstract' &&
			before.test.text === line.test.text &&
			before.test.capitals === line.test.capitals
		)
			joined[joined.length - 1] = { ...before, test: { ...before.test, field: 'titleAndAbstract' } };
		else joined.push(line);
	}
	return joined;
}

function valued(modifier: CqlModifier): string {
	if (modifier.value === undefined)
		throw new CqlError(
			`${modifier.name} needs a value, as in ${modifier.name}="…".`,
			modifier.start,
			['="…"'],
			modifier.end
		);
	return modifier.value;
}

function unknownModifier({ name, start, end }: CqlModifier, expected: string[]): CqlError {
	return new CqlError(
		expected.length > 0
			? `There is no modifier “${name}” for this field: it is not supported. It takes: ${expected.join(', ')}.`
			: `This field takes no modifier such as “${name}”: it is not supported.`,
		start,
		expected,
		end
	);
}

/** The parts that `and` and `not` join from left to right; their order does not change what is found. */
function operandsOf(root: CqlNode): Operand[] {
	const operands: Operand[] = [];
	let node = root;
	const right: Operand[] = [];
	while (node.kind === 'boolean' && node.operator !== 'or' && !isTogether(node)) {
		right.push({ node: node.right, status: node.operator === 'not' ? 'exclude' : 'required' });
		node = node.left;
	}
	operands.push({ node, status: 'required' }, ...right.reverse());
	return operands;
}

/** The parts of a chain of one operator; the node alone where it is none. */
function chainOf(root: CqlNode, operator: 'and' | 'or'): CqlNode[] {
	const found: CqlNode[] = [];
	const waiting: CqlNode[] = [root];
	for (let node = waiting.pop(); node; node = waiting.pop())
		if (node.kind === 'boolean' && node.operator === operator) waiting.push(node.right, node.left);
		else found.push(node);
	return found;
}

/** Headings in brackets of their own are held together, rather than each a block. */
function isTogether(node: CqlBoolean): boolean {
	return (
		node.bracketed === true && chainOf(node, 'and').every((part) => part.kind === 'clause' && isHeading(part))
	);
}

function joinRanges(a: LimitSetting, b: LimitSetting): LimitSetting | undefined {
	if (a.values || b.values) return undefined;
	const from = Math.max(a.from ?? -Infinity, b.from ?? -Infinity);
	const to = Math.min(a.to ?? Infinity, b.to ?? Infinity);
	return {
		field: a.field,
		...(from > -Infinity && { from }),
		...(to < Infinity && { to })
	};
}

function nameOf(line: Line): string {
	switch (line.kind) {
		case 'heading':
			return labelOfTest(line.test);
		case 'word':
			return line.test.text;
		case 'expression':
			return line.text.length > 60 ? `${line.text.slice(0, 58)} …` : line.text;
	}
}

/**
 * A strategy read from a text, with the names and identifiers of the crosswalk's where they say the same: a block takes
 * the concept with which it shares most lines, a line the pick or word that prints alike.
 */
export function recognised(read: Strategy, own: Strategy): Strategy {
	const taken = new Set<string>();
	const printed = own.blocks.map((block) => ({
		block,
		lines: new Map(block.lines.map((line) => [printLine(line), line]))
	}));
	return {
		...read,
		blocks: read.blocks.map((block) => {
			const shared = printed
				.filter(({ block: other }) => !taken.has(other.id) && other.status === block.status)
				.map((candidate) => ({
					...candidate,
					count: block.lines.filter((line) => candidate.lines.has(printLine(line))).length
				}))
				.sort((a, b) => b.count - a.count)[0];
			if (!shared || shared.count === 0) return block;
			taken.add(shared.block.id);
			return {
				...block,
				id: shared.block.id,
				name: shared.block.name,
				lines: block.lines.map((line) => {
					const known = shared.lines.get(printLine(line));
					return known ? { ...known, off: false } : line;
				})
			};
		})
	};
}
