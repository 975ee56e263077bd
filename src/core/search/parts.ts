/**
 * Parts of what a strategy finds, keeps out or would lose: each number on the screen of a strategy is the size of one of
 * them, and each can be opened as a result of its own.
 */
import { evaluate, lineExpression, resultOf, type Sets } from './evaluate';
import { RecordSet } from './record-set';
import { labelOfTest, type Block, type Line, type Strategy } from './strategy';

const WHICH = {
	/** What it matches; what no other line of its block matches; what would be lost, or come in, without it. */
	line: ['all', 'only', 'loss', 'gain'],
	/**
	 * What its lines match; what is left after it and the blocks before it; what would be found without it; what an excluded
	 * one takes away; what its headings find, and its headings and words, whether they are on or not.
	 */
	block: ['all', 'surviving', 'without', 'removes', 'headings', 'any'],
	/** What it keeps out with the others on: all of that, what has another value, what has no value. */
	limit: ['removes', 'doesNotMatch', 'notLabelled'],
	/** What is found with every limit lifted. */
	limits: ['without']
} as const;

type Kind = keyof typeof WHICH;

/** A part: of what, which, and the identifier of the line or block or the field of the limit. */
export type Part = { [K in Kind]: { of: K; which: (typeof WHICH)[K][number]; id: string } }[Kind];

/** A part as it stands in an address: `only.line.w-sleep`. */
export function nameOfPart({ of, which, id }: Part): string {
	return id === '' ? `${which}.${of}` : `${which}.${of}.${id}`;
}

/** @returns nothing where a name names no part */
export function readPart(name: string): Part | undefined {
	const [which, of, ...rest] = name.split('.');
	const id = rest.join('.');
	if (!Object.hasOwn(WHICH, of) || (id === '') !== (of === 'limits')) return undefined;
	const known: readonly string[] = WHICH[of as Kind];
	return known.includes(which) ? ({ of, which, id } as Part) : undefined;
}

const unionOf = (lines: readonly Line[], sets: Sets) =>
	RecordSet.union(lines.map((line) => evaluate(lineExpression(line), sets)));

const on = ({ lines }: Block) => lines.filter(({ off }) => !off);

/**
 * The records of a part. Each is worked out from what it means, by changing the strategy and looking at what changes; a few
 * times the cost of the strategy itself.
 * @param sets those of the strategy, and of all its lines
 * @returns nothing where the strategy has no such line, block or limit
 */
export function recordsOfPart(strategy: Strategy, part: Part, sets: Sets): RecordSet | undefined {
	const result = () => resultOf(strategy, sets);
	switch (part.of) {
		case 'limits':
			return resultOf({ ...strategy, lifted: true }, sets);
		case 'limit': {
			if (strategy.lifted || !strategy.limits.some(({ field }) => field === part.id)) return undefined;
			const limits = strategy.limits.filter(({ field }) => field !== part.id);
			const removes = resultOf({ ...strategy, limits }, sets).andNot(result());
			const labelled = sets.of({ kind: 'labelled', field: part.id });
			if (part.which === 'removes') return removes;
			return part.which === 'notLabelled' ? removes.andNot(labelled) : removes.and(labelled);
		}
		case 'block':
			return recordsOfBlock(strategy, part, sets);
		case 'line': {
			const block = strategy.blocks.find(({ lines }) => lines.some(({ id }) => id === part.id));
			const line = block?.lines.find(({ id }) => id === part.id);
			if (!block || !line) return undefined;
			if (part.which === 'all') return evaluate(lineExpression(line), sets);
			const others = on(block).filter(({ id }) => id !== part.id);
			if (part.which === 'only') return evaluate(lineExpression(line), sets).andNot(unionOf(others, sets));
			const without = resultOf(replacing(strategy, { ...block, lines: others }), sets);
			return part.which === 'loss' ? result().andNot(without) : without.andNot(result());
		}
	}
}

function recordsOfBlock(
	strategy: Strategy,
	{ which, id }: Extract<Part, { of: 'block' }>,
	sets: Sets
): RecordSet | undefined {
	const at = strategy.blocks.findIndex((block) => block.id === id);
	if (at < 0) return undefined;
	const block = strategy.blocks[at];
	const without = { ...strategy, blocks: strategy.blocks.filter((other) => other !== block) };
	switch (which) {
		case 'all':
			return unionOf(on(block), sets);
		case 'headings':
			return unionOf(
				block.lines.filter(({ kind }) => kind === 'heading'),
				sets
			);
		case 'any':
			return unionOf(block.lines, sets);
		case 'surviving':
			return resultOf({ blocks: strategy.blocks.slice(0, at + 1), limits: [], lifted: true }, sets);
		case 'without':
			return resultOf(without, sets);
		case 'removes':
			return resultOf(without, sets).andNot(resultOf(strategy, sets));
	}
}

const replacing = (strategy: Strategy, block: Block): Strategy => ({
	...strategy,
	blocks: strategy.blocks.map((other) => (other.id === block.id ? block : other))
});

/** Words around the name of a thing, as a heading stands in another voice than the rest. */
export interface PartWords {
	before: string;
	name: string;
	isHeading: boolean;
	after: string;
}

/**
 * What a part is, in words that go on from “records”.
 * @param limitLabel what people call a limit
 */
export function wordsOfPart(
	strategy: Strategy,
	part: Part,
	limitLabel: (field: string) => string
): PartWords | undefined {
	const plain = (before: string, name = '', after = ''): PartWords => ({
		before,
		name,
		isHeading: false,
		after
	});
	switch (part.of) {
		case 'limits':
			return plain('without any limit');
		case 'limit': {
			const label = limitLabel(part.id);
			return {
				removes: plain('that the limit on', label, 'keeps out'),
				doesNotMatch: plain('that the limit on', label, 'keeps out as they do not match'),
				notLabelled: plain('that the limit on', label, 'keeps out as they are not labelled')
			}[part.which];
		}
		case 'block': {
			const block = strategy.blocks.find(({ id }) => id === part.id);
			if (!block) return undefined;
			return {
				all: plain('found for', block.name),
				surviving: plain('left after', block.name),
				without: plain('found without', block.name),
				removes: plain('taken away by', block.name),
				headings: plain('found by the headings for', block.name),
				any: plain('found by headings or words for', block.name)
			}[part.which];
		}
		case 'line': {
			const line = strategy.blocks.flatMap(({ lines }) => lines).find(({ id }) => id === part.id);
			if (!line) return undefined;
			const [before, after] = {
				all: ['found by', ''],
				only: ['that only', 'finds in its block'],
				loss: ['that would be lost without', ''],
				gain: ['that would come in without', '']
			}[part.which];
			return { before, after, ...nameOfLine(line) };
		}
	}
}

/** What a line asks for besides its heading or word: its switches, or where the word is looked for. */
export function switchesOfLine(line: Line): string[] {
	if (line.kind === 'heading') {
		const { withNarrower, cuts, chief, aspects } = line.test;
		return [
			withNarrower ? 'with narrower' : '',
			cuts.length > 0 ? `without ${cuts.map(({ label }) => label).join(', ')}` : '',
			chief ? 'chief only' : '',
			aspects.join(' or ')
		].filter(Boolean);
	}
	return line.kind === 'word' && PLACES[line.test.field] ? [PLACES[line.test.field]] : [];
}

const PLACES: Record<string, string> = {
	title: 'in titles',
	titleAndAbstract: 'in title and abstract',
	abstract: 'in abstracts',
	headings: 'in headings',
	anywhere: 'anywhere',
	author: 'among its authors',
	source: 'as its source',
	affiliation: 'among its affiliations',
	funder: 'among its funders'
};

/** A line by its heading or its word. */
export function nameOfLine(line: Line): { name: string; isHeading: boolean } {
	if (line.kind === 'heading') return { name: labelOfTest(line.test), isHeading: true };
	return { name: line.kind === 'word' ? `“${line.test.text}”` : line.text, isHeading: false };
}
