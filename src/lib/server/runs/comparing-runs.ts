/** Two runs of one index: what one finds that the other does not, and which parts of their strategies made the difference. */
import {
	COMMON_LIMITS,
	describeLimit,
	nameOfLine,
	printLimit,
	printLine,
	resultOf,
	switchesOfLine,
	leavesOfStrategy,
	type LimitSetting,
	type Line,
	type Strategy
} from '../../../core/search';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { findByText } from '../search';
import type { RunRow } from './run-rows';
import { findRun, foundOf, wholeText } from './runs';
import { allowIn } from '../inquiry';

export interface Difference {
	/** What is different: a heading, a word, a limit or a whole block, by name. */
	name: string;
	isHeading: boolean;
	/** What else it asks for; of what was changed, before and after. */
	says: string;
	change: 'added' | 'removed' | 'changed';
	/** What making this change alone to the first run's strategy would do to its count, on today's records. */
	effect: number;
}

export interface Comparison {
	a: number;
	b: number;
	indexCode: string;
	counts: [number, number];
	both: number;
	/** Found by the second and not by the first. */
	gained: number;
	lost: number;
	differences: Difference[];
	/** Both are written as a text, so that their parts can be compared; and whether the texts say the same. */
	isTold: boolean;
	isSame: boolean;
	/** The records of the index, or its edition, changed between the two. */
	recordsChanged: boolean;
	editionChanged: boolean;
}

/** What one run finds that another does not, and which parts of their strategies made the difference. */
export async function compareRuns(
	person: Person | undefined,
	inquiryId: string,
	a: number,
	b: number
): Promise<Comparison> {
	await allowIn(person, 'read', inquiryId);
	const [first, second] = await Promise.all([findRun(inquiryId, a), findRun(inquiryId, b)]);
	if (first.indexCode !== second.indexCode)
		throw new ServiceError(
			422,
			'different-indexes',
			'Runs of different subject indexes find different records; only runs of one index can be compared.'
		);
	const [x, y] = [foundOf(first), foundOf(second)];
	const isTold = first.cql !== '' && second.cql !== '';
	return {
		a,
		b,
		indexCode: first.indexCode,
		counts: [x.size, y.size],
		both: x.andSize(y),
		gained: y.andNot(x).size,
		lost: x.andNot(y).size,
		differences: isTold ? await differencesOf(first, second) : [],
		isTold,
		isSame: isTold && wholeText(first) === wholeText(second),
		recordsChanged: first.recordsRevision !== second.recordsRevision,
		editionChanged: first.edition !== second.edition
	};
}

async function differencesOf(first: RunRow, second: RunRow): Promise<Difference[]> {
	const [one, other] = await Promise.all([
		findByText(first.indexCode, first.cql, first.limits),
		findByText(second.indexCode, second.cql, second.limits)
	]);
	const labelOf = (field: string) =>
		[...COMMON_LIMITS, ...one.limits].find((limit) => limit.field === field)?.label.toLowerCase() ?? field;
	const saysOf = (line: Line) => switchesOfLine(line).join(', ');
	const blocksOf = (strategy: Strategy) =>
		strategy.blocks.map((block) => new Map(block.lines.map((line) => [printLine(line), line])));
	const mine = blocksOf(one.strategy);
	const theirs = blocksOf(other.strategy);
	// Blocks are paired by the lines they share, so that a block that moved is not taken for another one.
	const pairs = new Map<number, number>();
	for (const [i, lines] of mine.entries()) {
		const best = theirs
			.map((own, j) => ({ j, shared: [...lines.keys()].filter((text) => own.has(text)).length }))
			.filter(
				({ j, shared }) =>
					shared > 0 &&
					![...pairs.values()].includes(j) &&
					other.strategy.blocks[j].status === one.strategy.blocks[i].status
			)
			.sort((p, q) => q.shared - p.shared)[0];
		if (best) pairs.set(i, best.j);
	}
	const changes: (Omit<Difference, 'effect'> & { strategy: Strategy })[] = [];
	const plain = (name: string) => ({ name, isHeading: false, says: '' });
	const withBlocks = (blocks: Strategy['blocks']): Strategy => ({ ...one.strategy, blocks });
	// What is left stands for what stood in its place, as long as both are required or both excluded.
	for (const i of mine.keys()) {
		if (pairs.has(i)) continue;
		const free = theirs.findIndex(
			(_, j) =>
				![...pairs.values()].includes(j) && other.strategy.blocks[j].status === one.strategy.blocks[i].status
		);
		if (free >= 0) pairs.set(i, free);
	}
	one.strategy.blocks.forEach((block, i) => {
		const pair = pairs.get(i);
		if (pair === undefined)
			return void changes.push({
				...plain(wholeBlock(block)),
				change: 'removed',
				strategy: withBlocks(one.strategy.blocks.filter((_, at) => at !== i))
			});
		const replaced = (lines: typeof block.lines) =>
			withBlocks(one.strategy.blocks.map((own, at) => (at === i ? { ...own, lines } : own)));
		const added = new Map([...theirs[pair]].filter(([text]) => !mine[i].has(text)));
		for (const [text, line] of mine[i]) {
			if (theirs[pair].has(text)) continue;
			// The same heading or word with other switches is one change rather than two.
			const [next] = [...added].filter(([, candidate]) => subjectOf(candidate) === subjectOf(line));
			if (next) {
				added.delete(next[0]);
				changes.push({
					...nameOfLine(line),
					says: `${saysOf(line) || 'as it is'} → ${saysOf(next[1]) || 'as it is'}`,
					change: 'changed',
					strategy: replaced(block.lines.map((own) => (own === line ? next[1] : own)))
				});
			} else
				changes.push({
					...nameOfLine(line),
					says: saysOf(line),
					change: 'removed',
					strategy: replaced(block.lines.filter((own) => own !== line))
				});
		}
		for (const line of added.values())
			changes.push({
				...nameOfLine(line),
				says: saysOf(line),
				change: 'added',
				strategy: replaced([...block.lines, line])
			});
	});
	other.strategy.blocks.forEach((block, j) => {
		if (![...pairs.values()].includes(j))
			changes.push({
				...plain(wholeBlock(block)),
				change: 'added',
				strategy: withBlocks([...one.strategy.blocks, block])
			});
	});
	// A limit with other values is one change rather than two.
	const fields = new Set([...first.limits, ...second.limits].map(({ field }) => field));
	for (const field of fields) {
		const [was, is] = [first.limits, second.limits].map((limits) =>
			limits.find((own) => own.field === field)
		);
		if (was && is && printLimit(was) === printLimit(is)) continue;
		const values = (limit: LimitSetting | undefined) =>
			limit ? describeLimit(limit, '').replace(/^: /, '') : '';
		const limits = one.strategy.limits.filter((own) => own.field !== field);
		changes.push({
			...plain(`limit on ${labelOf(field)}`),
			says: [was, is].map(values).filter(Boolean).join(' → '),
			change: was ? (is ? 'changed' : 'removed') : 'added',
			strategy: { ...one.strategy, limits: is ? [...limits, is] : limits }
		});
	}
	return Promise.all(
		changes.map(async ({ strategy, ...difference }) => {
			const loaded = await one.sets.load(leavesOfStrategy(strategy, false), one.vocabulary);
			const effect = resultOf(strategy, loaded).size - one.result.size;
			return { ...difference, effect };
		})
	).then((found) => found.sort((p, q) => Math.abs(q.effect) - Math.abs(p.effect)));
}

const wholeBlock = ({ name, status }: Strategy['blocks'][number]) =>
	status === 'exclude' ? `leaving out “${name}”` : `the whole block “${name}”`;

/** What a line is about, whatever its switches. */
function subjectOf(line: Line): string {
	if (line.kind === 'heading') return line.test.headings.map(({ uri }) => uri).join(' ');
	return line.kind === 'word' ? `“${line.test.text}”` : line.text;
}
