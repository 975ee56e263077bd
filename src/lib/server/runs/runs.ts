/** Runs: every kept execution of a strategy, with the records it found, so that what was found can always be shown. */
import { and, asc, eq, max } from 'drizzle-orm';
import { apply, type StrategySettings } from '../../../core/crosswalk';
import {
	COMMON_LIMITS,
	describeLimit,
	NO_SETTINGS,
	printLimit,
	printLine,
	printStrategy,
	RecordSet,
	resultOf,
	leavesOfStrategy,
	settingsOf,
	strategyOf,
	type LimitSetting,
	type Line,
	type Strategy
} from '../../../core/search';
import { allow, type Person } from '../people/access';
import { connection } from '../db/client';
import { inquiries, people, runs } from '../db/schema';
import { currentIndexes } from '../vocabulary/editions';
import { ServiceError } from '../errors';
import { loadInquiry, noInquiry, type Queries } from '../inquiry/inquiry-rows';
import { findByText, findRecords, page, readByText, type ResultPage } from '../search/search';
import type { Sort } from '../search/ranking';

export interface RunLine {
	number: number;
	indexCode: string;
	kind: 'run' | 'combined' | 'elsewhere';
	name: string;
	note: string;
	cql: string;
	/** In words, with the years that a relative period meant. */
	limits: string[];
	combined: { how: 'and' | 'or' | 'not'; runs: number[] } | null;
	edition: string;
	count: number;
	at: string;
	person: string;
	/** Against the run before it in the same index. */
	change: { number: number; by: number } | null;
}

type RunRow = typeof runs.$inferSelect;

/** Runs of an inquiry, newest first. */
export async function listRuns(person: Person | undefined, inquiryId: string): Promise<RunLine[]> {
	allow(person, 'read');
	const { db } = connection();
	const labels = new Map(
		(await currentIndexes()).flatMap(({ index }) =>
			index.limits.map(({ field, label }) => [`${index.code} ${field}`, label] as const)
		)
	);
	const labelOf = (code: string, field: string) =>
		COMMON_LIMITS.find((limit) => limit.field === field)?.label ?? labels.get(`${code} ${field}`) ?? field;
	const rows = await db
		.select({
			number: runs.number,
			indexCode: runs.indexCode,
			kind: runs.kind,
			name: runs.name,
			note: runs.note,
			cql: runs.cql,
			limits: runs.limits,
			combined: runs.combined,
			edition: runs.edition,
			count: runs.count,
			at: runs.at,
			person: people.name
		})
		.from(runs)
		.leftJoin(people, eq(people.id, runs.personId))
		.where(eq(runs.inquiryId, inquiryId))
		.orderBy(asc(runs.number));
	const last = new Map<string, { number: number; count: number }>();
	const lines = rows.map((row): RunLine => {
		const before = last.get(row.indexCode);
		last.set(row.indexCode, row);
		return {
			...row,
			limits: row.limits.map((limit) => describeLimit(limit, labelOf(row.indexCode, limit.field))),
			at: row.at.toISOString(),
			person: row.person ?? '',
			change: before ? { number: before.number, by: row.count - before.count } : null
		};
	});
	return lines.reverse();
}

/** Takes the next number of the inquiry; held until the transaction ends, so that no two runs get the same. */
async function nextNumber(tx: Queries, inquiryId: string): Promise<number> {
	const [inquiry] = await tx
		.select({ id: inquiries.id })
		.from(inquiries)
		.where(eq(inquiries.id, inquiryId))
		.for('update');
	if (!inquiry) throw noInquiry(inquiryId);
	const [{ last }] = await tx
		.select({ last: max(runs.number) })
		.from(runs)
		.where(eq(runs.inquiryId, inquiryId));
	return (last ?? 0) + 1;
}

async function keep(
	inquiryId: string,
	row: Omit<typeof runs.$inferInsert, 'number' | 'inquiryId'>
): Promise<number> {
	return connection().db.transaction(async (tx) => {
		const number = await nextNumber(tx, inquiryId);
		await tx.insert(runs).values({ ...row, inquiryId, number });
		return number;
	});
}

const withoutLimits = (strategy: Strategy): Strategy => ({ ...strategy, limits: [] });

/** Runs the strategy of an index as it stands, and keeps the run. */
export async function runStrategy(person: Person | undefined, inquiryId: string, code: string) {
	const { id } = allow(person, 'change-inquiry');
	const { current, inquiry, strategy, reading, textFault, cql, result, faults, sets } = await findRecords(
		inquiryId,
		code
	);
	if (textFault) throw new ServiceError(422, 'cql', textFault.message, textFault);
	if (faults.length > 0)
		throw new ServiceError(422, faults[0].code, faults.map(({ message }) => message).join(' '), faults);
	// A text that says more than blocks can show is kept as it was typed, with the limits that stand in it.
	const asTyped = reading?.beyond && !strategy.lifted;
	const inText = new Set(asTyped ? reading.strategy.limits.map(({ field }) => field) : []);
	return keep(inquiryId, {
		indexCode: code,
		kind: 'run',
		cql: asTyped ? cql : printStrategy(withoutLimits(strategy)),
		settings: settingsOf(inquiry, code),
		// What is kept is what was applied: lifted limits were not.
		limits: strategy.lifted ? [] : strategy.limits.filter(({ field }) => !inText.has(field)),
		edition: current.edition?.label ?? '',
		recordsRevision: sets.revision,
		count: result.size,
		found: result.toBytes(),
		personId: id
	});
}

/** Runs an earlier strategy again, on the records as they are now. */
export async function repeatRun(person: Person | undefined, inquiryId: string, number: number) {
	const { id } = allow(person, 'change-inquiry');
	const run = await findRun(inquiryId, number);
	if (run.kind !== 'run')
		throw new ServiceError(422, 'not-repeatable', 'Only a run of a strategy can be repeated here.');
	const { result, current, sets } = await findByText(run.indexCode, run.cql, run.limits);
	return keep(inquiryId, {
		indexCode: run.indexCode,
		kind: 'run',
		name: run.name,
		cql: run.cql,
		settings: run.settings,
		limits: run.limits,
		edition: current.edition?.label ?? '',
		recordsRevision: sets.revision,
		count: result.size,
		found: result.toBytes(),
		personId: id
	});
}

export interface Elsewhere {
	indexCode: string;
	text: string;
	count: number;
	at: Date;
	note: string;
}

/** Logs a search that was made in the index's own search box. */
export async function logElsewhere(person: Person | undefined, inquiryId: string, made: Elsewhere) {
	const { id } = allow(person, 'change-inquiry');
	return keep(inquiryId, {
		indexCode: made.indexCode,
		kind: 'elsewhere',
		cql: made.text,
		count: made.count,
		note: made.note,
		at: made.at,
		personId: id
	});
}

/** Combines what runs of the same index found. `not` takes the later ones from the first. */
export async function combineRuns(
	person: Person | undefined,
	inquiryId: string,
	how: 'and' | 'or' | 'not',
	numbers: readonly number[]
) {
	const { id } = allow(person, 'change-inquiry');
	const parts = await Promise.all(numbers.map((number) => findRun(inquiryId, number)));
	if (new Set(parts.map(({ indexCode }) => indexCode)).size !== 1)
		throw new ServiceError(422, 'different-indexes', 'Only runs of the same subject index can be combined.');
	const sets = parts.map(foundOf);
	const found = sets.reduce((left, set) =>
		how === 'and' ? left.and(set) : how === 'or' ? left.or(set) : left.andNot(set)
	);
	return keep(inquiryId, {
		indexCode: parts[0].indexCode,
		kind: 'combined',
		combined: { how, runs: [...numbers] },
		cql: parts.map((part) => `(${wholeText(part)})`).join(`\n${how} `),
		edition: parts[0].edition,
		recordsRevision: Math.max(...parts.map(({ recordsRevision }) => recordsRevision)),
		count: found.size,
		found: found.toBytes(),
		personId: id
	});
}

function wholeText({ cql, limits }: RunRow): string {
	return [cql, ...limits.map((limit) => `and ${printLimit(limit)}`)].join('\n');
}

function foundOf({ found, number, kind }: RunRow): RecordSet {
	if (!found)
		throw new ServiceError(
			422,
			'no-records',
			kind === 'elsewhere'
				? `Run ${number} was made elsewhere: its count is known, its records are not.`
				: `The records of run ${number} were not kept.`
		);
	return RecordSet.fromBytes(found);
}

async function findRun(inquiryId: string, number: number): Promise<RunRow> {
	const [row] = await connection()
		.db.select()
		.from(runs)
		.where(and(eq(runs.inquiryId, inquiryId), eq(runs.number, number)));
	if (!row) throw new ServiceError(404, 'no-run', `There is no run ${number} in this inquiry.`);
	return row;
}

export async function describeRun(
	person: Person | undefined,
	inquiryId: string,
	number: number,
	fields: { name?: string; note?: string }
): Promise<void> {
	allow(person, 'change-inquiry');
	await findRun(inquiryId, number);
	await connection()
		.db.update(runs)
		.set(fields)
		.where(and(eq(runs.inquiryId, inquiryId), eq(runs.number, number)));
}

export interface Restored {
	/** What makes the strategy of the run the current one. */
	settings: Omit<StrategySettings, 'id'> & { indexCode: string };
	/** What it found then, and what it finds on the records as they are now. */
	then: number;
	now: number;
}

/**
 * The settings that make a run's strategy the current one: the crosswalk's blocks where they say the same, else the text;
 * the limits as they were applied, with the years that a relative period meant.
 */
export async function restoredSettings(
	person: Person | undefined,
	inquiryId: string,
	number: number
): Promise<Restored> {
	allow(person, 'read');
	const run = await findRun(inquiryId, number);
	if (run.kind !== 'run')
		throw new ServiceError(
			422,
			'not-restorable',
			'Only a run of a strategy can become the current strategy.'
		);
	const [{ inquiry }, { result }] = await Promise.all([
		loadInquiry(connection().db, inquiryId, false),
		findByText(run.indexCode, run.cql, run.limits)
	]);
	const { id: _, ...settled } = run.settings ?? { id: run.indexCode, ...NO_SETTINGS };
	const settings = { ...settled, limits: settled.lifted ? settled.limits : run.limits };
	const after = { id: run.indexCode, ...settings, text: '' };
	const asThen = apply(inquiry, [{ table: 'strategies', id: run.indexCode, before: null, after }]);
	const own = printStrategy(withoutLimits(strategyOf(asThen, run.indexCode)));
	const text = own === run.cql ? '' : run.cql;
	return { settings: { ...settings, indexCode: run.indexCode, text }, then: run.count, now: result.size };
}

/** A page of what a run found, as it was found then. */
export async function runPage(
	person: Person | undefined,
	inquiryId: string,
	number: number,
	wanted: { sort: Sort; offset: number; limit: number }
): Promise<ResultPage & { indexCode: string }> {
	allow(person, 'read');
	const run = await findRun(inquiryId, number);
	const found = foundOf(run);
	const at = await readByText(run.indexCode, run.cql, run.limits);
	// The name keeps orders of different runs apart though their strategies may be the same.
	const named = { ...at.strategy, run: `${inquiryId} ${number}` };
	return { indexCode: run.indexCode, ...(await page(at, named, found, wanted)) };
}

export interface Difference {
	/** What is different, in words. */
	part: string;
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
	allow(person, 'read');
	const [first, second] = await Promise.all([findRun(inquiryId, a), findRun(inquiryId, b)]);
	if (first.indexCode !== second.indexCode)
		throw new ServiceError(
			422,
			'different-indexes',
			'Runs of different subject indexes find different records; only runs of one index can be compared.'
		);
	const [x, y] = [foundOf(first), foundOf(second)];
	return {
		a,
		b,
		indexCode: first.indexCode,
		counts: [x.size, y.size],
		both: x.andSize(y),
		gained: y.andNot(x).size,
		lost: x.andNot(y).size,
		differences: first.kind === 'run' && second.kind === 'run' ? await differencesOf(first, second) : [],
		recordsChanged: first.recordsRevision !== second.recordsRevision,
		editionChanged: first.edition !== second.edition
	};
}

async function differencesOf(first: RunRow, second: RunRow): Promise<Difference[]> {
	const [one, other] = await Promise.all([
		findByText(first.indexCode, first.cql, first.limits),
		findByText(second.indexCode, second.cql, second.limits)
	]);
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
	const changes: { part: string; change: Difference['change']; strategy: Strategy }[] = [];
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
				part: `the whole block “${block.name}”`,
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
					part: `${text} → ${next[0]}`,
					change: 'changed',
					strategy: replaced(block.lines.map((own) => (own === line ? next[1] : own)))
				});
			} else
				changes.push({
					part: text,
					change: 'removed',
					strategy: replaced(block.lines.filter((own) => own !== line))
				});
		}
		for (const [text, line] of added)
			changes.push({ part: text, change: 'added', strategy: replaced([...block.lines, line]) });
	});
	other.strategy.blocks.forEach((block, j) => {
		if (![...pairs.values()].includes(j))
			changes.push({
				part: `the whole block “${block.name}”`,
				change: 'added',
				strategy: withBlocks([...one.strategy.blocks, block])
			});
	});
	const printed = (limits: readonly LimitSetting[]) =>
		new Map(limits.map((limit) => [printLimit(limit), limit]));
	const [before, after] = [printed(first.limits), printed(second.limits)];
	for (const [text, limit] of before)
		if (!after.has(text))
			changes.push({
				part: text,
				change: 'removed',
				strategy: { ...one.strategy, limits: one.strategy.limits.filter((own) => own !== limit) }
			});
	for (const [text, limit] of after)
		if (!before.has(text))
			changes.push({
				part: text,
				change: 'added',
				strategy: { ...one.strategy, limits: [...one.strategy.limits, limit] }
			});
	return Promise.all(
		changes.map(async ({ part, change, strategy }) => {
			const loaded = await one.sets.load(leavesOfStrategy(strategy, false), one.vocabulary);
			const effect = resultOf(strategy, loaded).size - one.result.size;
			return { part, change, effect };
		})
	).then((found) => found.sort((p, q) => Math.abs(q.effect) - Math.abs(p.effect)));
}

/** What a line is about, whatever its switches. */
function subjectOf(line: Line): string {
	if (line.kind === 'heading') return line.test.headings.map(({ uri }) => uri).join(' ');
	return line.kind === 'word' ? `“${line.test.text}”` : line.text;
}
