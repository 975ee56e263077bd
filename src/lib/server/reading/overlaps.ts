/** Sets whose overlap can be looked at, and the records of each of its regions: runs, lines of a block, blocks. */
import { MOST_SETS, recordsOfRegion, regionsOf, type Region } from '../../../core/reading';
import {
	canSearch,
	evaluate,
	leavesOfStrategy,
	lineExpression,
	nameOfLine,
	RecordSet,
	type Strategy
} from '../../../core/search';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { foundByRun } from '../runs';
import { findRecords, type Found } from '../search';
import { allowIn } from '../inquiry';

/** Which sets are looked at together. */
export type Among = { of: 'runs'; runs: number[] } | { of: 'lines'; block: string } | { of: 'blocks' };

/** One of the sets, as it is called. */
export interface SetName {
	name: string;
	isHeading: boolean;
	/** What it finds is taken away. */
	isExcluded?: boolean;
}

export interface OverlapOfSets {
	sets: (SetName & { count: number })[];
	regions: Region[];
	/** Regions that are not told one by one, and the records they hold. */
	more: { regions: number; records: number };
	/** Records that every two of the sets share. */
	pairs: number[][];
	/** Records in any of them. */
	total: number;
	/** Sets beyond those that can be told apart; the smallest. */
	left: number;
}

/** Regions told one by one; a list of more is no longer read. */
const MOST_REGIONS = 60;

interface Sets extends Pick<Found, 'at' | 'strategy'> {
	sets: (SetName & { set: RecordSet })[];
	left: number;
}

async function setsAmong(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	among: Among
): Promise<Sets> {
	if (among.of === 'runs') {
		const runs = await Promise.all(among.runs.map((number) => foundByRun(person, inquiryId, number)));
		if (new Set(runs.map(({ at }) => at.current.index.code)).size !== 1)
			throw new ServiceError(
				422,
				'different-indexes',
				'Runs of different subject indexes find different records: read them as one pooled list instead.'
			);
		const sets = runs.map(({ result }, i) => ({
			name: `run ${among.runs[i]}`,
			isHeading: false,
			set: result
		}));
		return { at: runs[0].at, strategy: runs[0].strategy, sets, left: 0 };
	}
	const { strategy, ...at } = await findRecords(inquiryId, code);
	const loaded = await at.sets.load(leavesOfStrategy(strategy, false), at.vocabulary);
	const linesOf = ({ lines }: Strategy['blocks'][number]) =>
		lines.filter((line) => !line.off && canSearch(line));
	const finds = (line: Strategy['blocks'][number]['lines'][number]) => evaluate(lineExpression(line), loaded);
	if (among.of === 'blocks') {
		const sets = strategy.blocks
			.filter((block) => linesOf(block).length > 0)
			.map((block) => ({
				name: block.name,
				isHeading: false,
				isExcluded: block.status === 'exclude',
				set: RecordSet.union(linesOf(block).map(finds))
			}));
		return { at, strategy, ...largest(sets) };
	}
	const block = strategy.blocks.find(({ id }) => id === among.block);
	if (!block) throw new ServiceError(404, 'no-block', 'The strategy has no such block any more.');
	return {
		at,
		strategy,
		...largest(linesOf(block).map((line) => ({ ...nameOfLine(line), set: finds(line) })))
	};
}

/** The largest sets, in their own order: more cannot be told apart at once. */
function largest<Own extends { set: RecordSet }>(sets: Own[]): { sets: Own[]; left: number } {
	const kept = new Set([...sets].sort((a, b) => b.set.size - a.set.size).slice(0, MOST_SETS));
	return { sets: sets.filter((own) => kept.has(own)), left: sets.length - kept.size };
}

/** How sets overlap: the number in each region, largest first. */
export async function overlapOf(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	among: Among
): Promise<OverlapOfSets> {
	await allowIn(person, 'read', inquiryId);
	const { sets, left } = await setsAmong(person, inquiryId, code, among);
	const regions = regionsOf(sets.map(({ set }) => set));
	return {
		sets: sets.map(({ set, ...name }) => ({ ...name, count: set.size })),
		left,
		...told(regions, sets.length)
	};
}

/** Regions as they are told: the largest one by one, and what every two sets share. */
export function told(
	regions: readonly Region[],
	sets: number
): Pick<OverlapOfSets, 'regions' | 'more' | 'pairs' | 'total'> {
	const rest = regions.slice(MOST_REGIONS);
	const records = (some: readonly Region[]) => some.reduce((sum, { count }) => sum + count, 0);
	const pairs = Array.from({ length: sets }, () => new Array<number>(sets).fill(0));
	for (const { members, count } of regions)
		for (const i of members) for (const j of members) pairs[i][j] += count;
	return {
		regions: regions.slice(0, MOST_REGIONS),
		more: { regions: rest.length, records: records(rest) },
		pairs,
		total: records(regions)
	};
}

/** The records of one region, as a result of its own. */
export async function foundAmong(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	among: Among,
	members: readonly number[]
): Promise<Found> {
	await allowIn(person, 'read', inquiryId);
	const { at, strategy, sets } = await setsAmong(person, inquiryId, code, among);
	const result = recordsOfRegion(
		sets.map(({ set }) => set),
		members
	);
	return {
		at,
		strategy,
		result,
		title: titleOfRegion(sets, members),
		faults: []
	};
}

/** Sets that a title names; of more it says how many. */
const MOST_NAMED = 4;

function titleOfRegion(sets: readonly SetName[], members: readonly number[]): Found['title'] {
	const list = (names: string[]) =>
		names.length > MOST_NAMED
			? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`
			: names.join(' and ');
	const within = members.flatMap((i) => (sets[i] ? [sets[i].name] : []));
	const outside = sets.filter((_, i) => !members.includes(i)).map(({ name }) => name);
	return {
		before: `in ${list(within)}`,
		name: '',
		isHeading: false,
		after:
			outside.length === 0
				? ''
				: outside.length === 1
					? `and not in ${outside[0]}`
					: `and in none of ${list(outside)}`
	};
}
