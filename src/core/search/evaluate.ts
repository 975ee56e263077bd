/**
 * What a strategy finds and what every part of it brings, by set algebra. Sets of single headings, words and limit values
 * come from outside; nothing here knows where they are kept.
 */
import { leafName, type Expression, type Leaf } from './expression';
import { RecordSet } from './record-set';
import type { LimitSetting } from '../crosswalk/limits';
import { SEARCHES, type Searches } from '../crosswalk/inquiry';
import { canSearch, searching, type Block, type HeadingTest, type Line, type Strategy } from './strategy';

/** What evaluation asks of the index. */
export interface Sets {
	all: RecordSet;
	of(leaf: Leaf): RecordSet;
}

/** A heading test as set algebra: chief and aspect on the same tagging, headings held together on the same record. */
export function headingExpression({ headings, withNarrower, cuts, chief, aspects }: HeadingTest): Expression {
	const each = headings.map(({ uri }): Expression => {
		const leaf = {
			kind: 'heading' as const,
			uri,
			withNarrower,
			cuts: withNarrower ? cuts.map((cut) => cut.uri) : [],
			chief
		};
		return aspects.length === 0
			? { op: 'leaf', leaf }
			: { op: 'or', of: aspects.map((aspect) => ({ op: 'leaf', leaf: { ...leaf, aspect } })) };
	});
	return each.length === 1 ? each[0] : { op: 'and', of: each };
}

export function lineExpression(line: Line): Expression {
	if (line.kind === 'expression') return line.expression;
	return line.kind === 'heading'
		? headingExpression(line.test)
		: { op: 'leaf', leaf: { kind: 'word', ...line.test } };
}

function limitExpression({ field, values, from, to }: LimitSetting): Expression {
	if (values)
		return { op: 'or', of: values.map((value) => ({ op: 'leaf', leaf: { kind: 'value', field, value } })) };
	return { op: 'leaf', leaf: { kind: 'range', field, from: from ?? -Infinity, to: to ?? Infinity } };
}

/** Every leaf of expressions, each once. */
export function leavesOf(expressions: readonly Expression[]): Leaf[] {
	const found = new Map<string, Leaf>();
	const walk = (expression: Expression): void => {
		if (expression.op === 'leaf') found.set(leafName(expression.leaf), expression.leaf);
		else for (const inner of expression.of) walk(inner);
	};
	expressions.forEach(walk);
	return [...found.values()];
}

/** The records an expression selects. O(size of the sets it names). */
export function evaluate(expression: Expression, sets: Sets): RecordSet {
	switch (expression.op) {
		case 'leaf':
			return sets.of(expression.leaf);
		case 'or':
			return RecordSet.union(expression.of.map((inner) => evaluate(inner, sets)));
		case 'and':
			// The smallest first, as what is left can only shrink.
			return expression.of
				.map((inner) => evaluate(inner, sets))
				.sort((a, b) => a.size - b.size)
				.reduce((left, set) => left.and(set));
		case 'not':
			return evaluate(expression.of[0], sets).andNot(evaluate(expression.of[1], sets));
	}
}

export interface LineYield {
	id: string;
	/** Records it matches in the index. */
	all: number;
	/** Those that no other line of its block matches. */
	only: number;
	/** What the strategy would lose without it. */
	loss: number;
	/** What the strategy would gain without it: a line of an excluded block, or the only line of a required one. */
	gain: number;
	/** With one thing about the line changed: what the whole strategy would find, and what the line itself. */
	changed: { change: 'chief' | 'narrower' | 'aspects' | 'keywords' | 'title'; count: number; all: number }[];
	/** Of a heading: a word of its block that finds every record of it, so that its switches change nothing. */
	idleBeside?: string;
}

export interface BlockYield {
	id: string;
	/** Records that any of its lines matches. */
	all: number;
	/** What is left after this block and those before it. */
	surviving: number;
	/** What the whole strategy would find without it. */
	without: number;
	/** Of an excluded block: what it takes away that the required blocks and the limits would keep. */
	removes: number;
	lines: LineYield[];
	/** What the whole strategy would find if the block searched this; asked for with the variants. */
	searches?: Record<Searches, number>;
}

export interface LimitYield {
	field: string;
	/** What it takes away with the others on: both of the following together. */
	removes: number;
	doesNotMatch: number;
	/** Records that carry no value at all for it. */
	notLabelled: number;
	/** What is left after this limit and those before it. */
	surviving: number;
}

export interface Yields {
	count: number;
	/** What would be found with every limit lifted. */
	withoutLimits: number;
	/** What would be found if every block searched this; asked for with the variants. */
	searches?: Record<Searches, number>;
	blocks: BlockYield[];
	limits: LimitYield[];
}

interface Prepared {
	block: Standing;
	lines: { line: Line; set: RecordSet; variants: Map<string, RecordSet> }[];
	union: RecordSet;
	/** Records that two of its lines or more match. */
	twice: RecordSet;
}

/** Changes to a line whose effect is worth knowing before it is made. */
export function variantsOf(line: Line): { change: LineYield['changed'][number]['change']; line: Line }[] {
	if (line.kind === 'expression') return [];
	if (line.kind === 'word')
		return [
			line.test.field === 'title'
				? { change: 'keywords', line: { ...line, test: { ...line.test, field: 'keywords' } } }
				: { change: 'title', line: { ...line, test: { ...line.test, field: 'title' } } }
		];
	const { test } = line;
	return [
		{ change: 'chief' as const, line: { ...line, test: { ...test, chief: !test.chief } } },
		{
			change: 'narrower' as const,
			line: { ...line, test: { ...test, withNarrower: !test.withNarrower, cuts: [] } }
		},
		...(test.aspects.length > 0
			? [{ change: 'aspects' as const, line: { ...line, test: { ...test, aspects: [] } } }]
			: [])
	];
}

/** A block with the lines that are searched, and whole. */
type Standing = Block & { whole: Block };

function standing(strategy: Strategy): { blocks: Standing[]; limits: LimitSetting[] } {
	return {
		blocks: strategy.blocks
			.map((block) => ({
				...block,
				lines: block.lines.filter((line) => !line.off && canSearch(line)),
				whole: block
			}))
			.filter(({ lines }) => lines.length > 0),
		limits: strategy.lifted ? [] : strategy.limits
	};
}

/** Every set that the strategy and its yields need; with `variants`, those for changes not made as well. */
export function leavesOfStrategy(strategy: Strategy, variants: boolean): Leaf[] {
	const { blocks } = standing(strategy);
	const others = variants ? standing(inEachWay(strategy)).blocks : [];
	const lines = [...blocks, ...others].flatMap((block) => block.lines);
	const shown = variants ? lines.flatMap((line) => variantsOf(line).map((variant) => variant.line)) : [];
	return leavesOf([
		...[...lines, ...shown].map(lineExpression),
		...strategy.limits.map(limitExpression),
		...strategy.limits.map(({ field }): Expression => ({ op: 'leaf', leaf: { kind: 'labelled', field } }))
	]);
}

/** The strategy with everything searched that any of the ways of searching its blocks does. */
const inEachWay = (strategy: Strategy): Strategy => searchingAll(strategy, 'headings-and-words');

/** The strategy with every block searching the same. */
export const searchingAll = (strategy: Strategy, searches: Searches): Strategy => ({
	...strategy,
	blocks: strategy.blocks.map((block) => searching(searches, block))
});

function forEachSearches(count: (searches: Searches) => number): Record<Searches, number> {
	return Object.fromEntries(SEARCHES.map((searches) => [searches, count(searches)])) as Record<
		Searches,
		number
	>;
}

/** The records of a strategy: all required blocks, without the excluded ones, within the limits. */
export function resultOf(strategy: Strategy, sets: Sets): RecordSet {
	const { blocks, limits } = standing(strategy);
	const linesOf = (block: Block) => block.lines.map((line) => evaluate(lineExpression(line), sets));
	const required = blocks
		.filter(({ status }) => status === 'required')
		.map((block) => {
			const lines = linesOf(block);
			return { lines, size: lines.reduce((sum, set) => sum + set.size, 0) };
		})
		.sort((a, b) => a.size - b.size);
	// From the block that can find least. Once little is in question, only that is looked for in the lines of the next.
	let result: RecordSet | undefined;
	for (const { lines, size } of required) {
		const left: RecordSet | undefined = result;
		if (!left) result = RecordSet.union(lines);
		else if (left.size * 8 < size) result = RecordSet.union(lines.map((set) => left.and(set)));
		else result = left.and(RecordSet.union(lines));
	}
	result ??= sets.all;
	for (const block of blocks)
		if (block.status === 'exclude') for (const set of linesOf(block)) result = result.andNot(set);
	for (const limit of limits) result = result.and(evaluate(limitExpression(limit), sets));
	return result;
}

/**
 * The yield of every part. Each line costs a few set operations, however many lines there are: a record counts for one
 * line alone if its block's lines match it once, and those matched twice are gathered in one pass.
 */
export function yieldsOf(
	strategy: Strategy,
	sets: Sets,
	{ variants = false }: { variants?: boolean } = {}
): Yields {
	const { blocks, limits } = standing(strategy);
	const setOf = (line: Line) => evaluate(lineExpression(line), sets);
	const prepared = blocks.map((block): Prepared => {
		const lines = block.lines.map((line) => ({
			line,
			set: setOf(line),
			variants: new Map(
				variants ? variantsOf(line).map((variant) => [variant.change, setOf(variant.line)]) : []
			)
		}));
		let union = RecordSet.empty;
		let twice = RecordSet.empty;
		for (const { set } of lines) {
			twice = twice.or(union.and(set));
			union = union.or(set);
		}
		return { block, lines, union, twice };
	});
	const limitSets = limits.map((limit) => evaluate(limitExpression(limit), sets));
	const within = limitSets.reduce<RecordSet | undefined>((all, set) => all?.and(set) ?? set, undefined);
	const inside = (set: RecordSet) => (within ? set.and(within) : set);

	// What all the other blocks leave, for each block: from the front, and from the back.
	const narrowBy = (left: RecordSet | undefined, { block, union }: Prepared) =>
		block.status === 'required' ? (left?.and(union) ?? union) : (left ?? sets.all).andNot(union);
	const before: (RecordSet | undefined)[] = [undefined];
	for (const part of prepared) before.push(narrowBy(before[before.length - 1], part));
	const found = before[prepared.length] ?? sets.all;
	const result = inside(found);
	const others = prepared.map((_, i) =>
		prepared.slice(i + 1).reduce<RecordSet | undefined>((left, part) => narrowBy(left, part), before[i])
	);

	const byBlock = new Map<string, BlockYield>();
	prepared.forEach(({ block, lines, union, twice }, i) => {
		const rest = inside(others[i] ?? sets.all);
		const isRequired = block.status === 'required';
		byBlock.set(block.id, {
			id: block.id,
			all: union.size,
			surviving: (before[i + 1] ?? sets.all).size,
			without: rest.size,
			removes: isRequired ? 0 : rest.andSize(union),
			...(variants && {
				searches: forEachSearches((searches) => {
					const [own] = standing({ ...strategy, blocks: [searching(searches, block.whole)] }).blocks;
					const found = RecordSet.union((own?.lines ?? []).map(setOf));
					return isRequired ? rest.andSize(found) : rest.size - rest.andSize(found);
				})
			}),
			lines: lines.map(({ line, set, variants }) => {
				const alone = set.andNot(twice);
				// What the other lines match, within what the other blocks leave; only a change to this line needs it.
				const remaining = variants.size > 0 ? rest.and(union.andNot(alone)) : RecordSet.empty;
				const countWith = (other: RecordSet) => {
					const kept = remaining.size + rest.and(other).andNot(remaining).size;
					return isRequired ? kept : rest.size - kept;
				};
				const word =
					line.kind === 'heading' && variants.size > 0 && alone.size === 0 && set.size > 0
						? lines.find((other) => other.line.kind === 'word' && set.andNot(other.set).size === 0)
						: undefined;
				const isOnlyLine = lines.length === 1;
				const inRest = rest.andSize(alone);
				return {
					id: line.id,
					all: set.size,
					only: alone.size,
					loss: isRequired && !isOnlyLine ? inRest : 0,
					gain: isRequired ? (isOnlyLine ? rest.size - result.size : 0) : inRest,
					changed: Array.from(variants, ([change, other]) => ({
						change: change as LineYield['changed'][number]['change'],
						count: countWith(other),
						all: other.size
					})),
					...(word && { idleBeside: word.line.id })
				};
			})
		});
	});

	let surviving = found;
	const limitYields = limits.map((limit, i): LimitYield => {
		const withOthers = limitSets.reduce((left, set, j) => (i === j ? left : left.and(set)), found);
		const removed = withOthers.andNot(limitSets[i]);
		const labelled = sets.of({ kind: 'labelled', field: limit.field });
		const notLabelled = removed.size - removed.andSize(labelled);
		surviving = surviving.and(limitSets[i]);
		return {
			field: limit.field,
			removes: removed.size,
			doesNotMatch: removed.size - notLabelled,
			notLabelled,
			surviving: surviving.size
		};
	});
	return {
		count: result.size,
		withoutLimits: found.size,
		...(variants && {
			searches: forEachSearches((searches) => resultOf(searchingAll(strategy, searches), sets).size)
		}),
		blocks: blocks.flatMap(({ id }) => byBlock.get(id) ?? []),
		limits: limitYields
	};
}
