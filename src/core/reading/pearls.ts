/** How well a strategy finds records that are known to be relevant, and why it misses those that it misses. */
import {
	canSearch,
	RecordSet,
	resultOf,
	type Block,
	type Leaf,
	type Line,
	type Sets,
	type Strategy
} from '../search';

/** Why a record is not found: every part that alone would keep it out. */
export interface Missed {
	record: number;
	/** Required blocks none of whose lines matches it. */
	blocks: string[];
	/** Excluded blocks that match it. */
	exclusions: string[];
	/** Limits whose values it has not, by field. */
	limits: string[];
}

export interface Recall {
	found: number[];
	missed: Missed[];
}

/** Blocks that take part in the search: those with a line that can be looked for. */
const takesPart = ({ lines }: Block) => lines.some((line) => !line.off && canSearch(line));

/**
 * Which of some records a strategy finds, and what keeps out each of the others. Blocks without a line take no part, as in
 * the search itself. O(pearls × parts) besides the sets of the parts.
 * @param pearls record numbers
 */
export function recallOf(strategy: Strategy, pearls: readonly number[], sets: Sets): Recall {
	const alone = (part: Partial<Strategy>) =>
		resultOf({ blocks: [], limits: [], lifted: false, ...part }, sets);
	const blocks = strategy.blocks
		.filter(takesPart)
		.map((block) => ({ block, set: alone({ blocks: [{ ...block, status: 'required' }] }) }));
	const limits = strategy.lifted
		? []
		: strategy.limits.map((limit) => ({ field: limit.field, set: alone({ limits: [limit] }) }));
	const recall: Recall = { found: [], missed: [] };
	for (const record of pearls) {
		const failing = (isRequired: boolean) =>
			blocks
				.filter(
					({ block, set }) => (block.status === 'required') === isRequired && set.has(record) !== isRequired
				)
				.map(({ block }) => block.id);
		const missed: Missed = {
			record,
			blocks: failing(true),
			exclusions: failing(false),
			limits: limits.filter(({ set }) => !set.has(record)).map(({ field }) => field)
		};
		if (missed.blocks.length + missed.exclusions.length + missed.limits.length === 0)
			recall.found.push(record);
		else recall.missed.push(missed);
	}
	return recall;
}

/** A line that could be added to a block. */
export interface Addition {
	block: string;
	leaf: Leaf;
}

/**
 * What each of some additions would add to the count of a strategy, each alone: the records that the rest of the strategy
 * lets through and that the block does not find yet. A few intersections for each.
 */
export function worthOf(strategy: Strategy, additions: readonly Addition[], sets: Sets): number[] {
	const result = resultOf(strategy, sets);
	const open = new Map<string, RecordSet>();
	const openOf = (id: string) => {
		let set = open.get(id);
		if (!set) {
			const blocks = strategy.blocks.filter((block) => block.id !== id);
			set = resultOf({ ...strategy, blocks }, sets).andNot(result);
			open.set(id, set);
		}
		return set;
	};
	return additions.map(({ block, leaf }) => openOf(block).andSize(sets.of(leaf)));
}

/** What would be found besides with all of some additions at once, without some exclusions and limits. */
export function worthTogether(
	strategy: Strategy,
	additions: readonly Addition[],
	without: { exclusions: readonly string[]; limits: readonly string[] },
	sets: Sets
): number {
	const changed: Strategy = {
		...strategy,
		blocks: strategy.blocks
			.filter(({ id }) => !without.exclusions.includes(id))
			.map((block) => {
				const own = additions.filter((one) => one.block === block.id);
				if (own.length === 0) return block;
				const lines = own.map(({ leaf }, i): Line => ({
					id: `added ${i}`,
					kind: 'expression',
					off: false,
					text: '',
					expression: { op: 'leaf', leaf }
				}));
				return { ...block, lines: [...block.lines, ...lines] };
			}),
		limits: strategy.limits.filter(({ field }) => !without.limits.includes(field))
	};
	return resultOf(changed, sets).andNot(resultOf(strategy, sets)).size;
}
