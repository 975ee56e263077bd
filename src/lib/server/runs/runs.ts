/** Runs: every kept execution of a strategy, with the records it found, so that what was found can always be shown. */
import { apply, type Command, withLimits } from '../../../core/crosswalk';
import {
	areRelated,
	COMMON_LIMITS,
	describeLimit,
	NO_SETTINGS,
	printLimit,
	printStrategy,
	RecordSet,
	settingsOf,
	strategyOf,
	termsOfText,
	type Strategy
} from '../../../core/search';
import type { Person } from '../people';
import { currentIndexes } from '../vocabulary';
import { ServiceError } from '../errors';
import { allowIn, loadInquiry } from '../inquiry';
import { findByText, findRecords, type Found, readByText, searchable } from '../search';
import { insertRun, type RunRow, runLines, runRow, updateRun, wholeRuns } from './run-rows';

export interface RunLine {
	number: number;
	indexCode: string;
	kind: RunRow['kind'];
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
	/** Against the run before it in the same index that was of much the same search. */
	change: { number: number; by: number } | null;
}

/** Runs of an inquiry, newest first. */
export async function listRuns(person: Person | undefined, inquiryId: string): Promise<RunLine[]> {
	await allowIn(person, 'read', inquiryId);
	const labels = new Map(
		(await currentIndexes()).flatMap(({ index }) =>
			index.limits.map(({ field, label }) => [`${index.code} ${field}`, label] as const)
		)
	);
	const labelOf = (code: string, field: string) =>
		COMMON_LIMITS.find((limit) => limit.field === field)?.label ?? labels.get(`${code} ${field}`) ?? field;
	const rows = await runLines(inquiryId);
	const termsOfRuns = rows.map(({ cql }) => termsOfText(cql));
	const lines = rows.map((row, i): RunLine => {
		const before = earlierOf(rows, termsOfRuns, i);
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

/** Runs of an inquiry by what can be said of them in a line, newest first. */
export async function runNames(person: Person | undefined, inquiryId: string) {
	await allowIn(person, 'read', inquiryId);
	const rows = await runLines(inquiryId);
	return rows
		.map(({ number, indexCode, name, note, count }) => ({ number, indexCode, name, note, count }))
		.reverse();
}

/** So many runs of an index are looked back at for one of much the same search. */
const MOST_LOOKED_BACK = 20;

/** The run that another one is the next version of; a combination, or what was kept as it was found, is none. */
function earlierOf(
	rows: Awaited<ReturnType<typeof runLines>>,
	terms: readonly ReadonlySet<string>[],
	at: number
) {
	const { kind, indexCode } = rows[at];
	if (kind !== 'run' && kind !== 'elsewhere') return undefined;
	let looked = 0;
	for (let i = at - 1; i >= 0 && looked < MOST_LOOKED_BACK; i--) {
		if (rows[i].indexCode !== indexCode || rows[i].kind !== kind) continue;
		looked++;
		if (areRelated(terms[i], terms[at])) return rows[i];
	}
	return undefined;
}

/** As `runFields` takes it. */
const LONGEST_NAME = 200;
const withoutLimits = (strategy: Strategy): Strategy => ({ ...strategy, limits: [] });

/** Runs the strategy of an index as it stands, and keeps the run. */
export async function runStrategy(person: Person | undefined, inquiryId: string, code: string) {
	const { id } = await allowIn(person, 'change-inquiry', inquiryId);
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
	return insertRun(inquiryId, {
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
	const { id } = await allowIn(person, 'change-inquiry', inquiryId);
	const run = await findRun(inquiryId, number);
	if (run.kind === 'elsewhere')
		throw new ServiceError(
			422,
			'not-repeatable',
			'This search was made elsewhere: repeat it there, and log it here.'
		);
	if (run.cql === '')
		throw new ServiceError(
			422,
			'not-repeatable',
			`No text finds what run ${number} found, so that it cannot be repeated; it stays as it was found.`
		);
	const { result, current, sets } = await findByText(run.indexCode, run.cql, run.limits);
	return insertRun(inquiryId, {
		indexCode: run.indexCode,
		kind: run.kind,
		name: run.name,
		combined: run.combined,
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

/** Keeps what was found otherwise than by a strategy, as it was found. */
export async function keepFound(
	person: Person | undefined,
	inquiryId: string,
	kept: {
		indexCode: string;
		name: string;
		/** What finds just these records; empty where nothing that can be written does. */
		cql: string;
		edition: string;
		recordsRevision: number;
		found: RecordSet;
	}
) {
	const { id } = await allowIn(person, 'change-inquiry', inquiryId);
	const { found, ...row } = kept;
	return insertRun(inquiryId, {
		...row,
		name: row.name.slice(0, LONGEST_NAME),
		kind: 'kept',
		count: found.size,
		found: found.toBytes(),
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
	const { id } = await allowIn(person, 'change-inquiry', inquiryId);
	return insertRun(inquiryId, {
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
	const { id } = await allowIn(person, 'change-inquiry', inquiryId);
	const parts = await Promise.all(numbers.map((number) => findRun(inquiryId, number)));
	if (new Set(parts.map(({ indexCode }) => indexCode)).size !== 1)
		throw new ServiceError(422, 'different-indexes', 'Only runs of the same subject index can be combined.');
	const sets = parts.map(foundOf);
	const found = sets.reduce((left, set) =>
		how === 'and' ? left.and(set) : how === 'or' ? left.or(set) : left.andNot(set)
	);
	return insertRun(inquiryId, {
		indexCode: parts[0].indexCode,
		kind: 'combined',
		combined: { how, runs: [...numbers] },
		// What holds something that cannot be written cannot be written.
		cql: parts.some(({ cql }) => cql === '')
			? ''
			: parts.map((part) => `(${wholeText(part)})`).join(`\n${how} `),
		edition: parts[0].edition,
		recordsRevision: Math.max(...parts.map(({ recordsRevision }) => recordsRevision)),
		count: found.size,
		found: found.toBytes(),
		personId: id
	});
}

/** A run's text with its limits. */
export function wholeText({ cql, limits }: Pick<RunRow, 'cql' | 'limits'>): string {
	return [cql, ...limits.map((limit) => `and ${printLimit(limit)}`)].join('\n');
}

export function foundOf({ found, number, kind }: RunRow): RecordSet {
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

/** The records of all runs of an inquiry of which they are known. */
export async function foundOfRuns(
	inquiryId: string
): Promise<{ number: number; indexCode: string; found: RecordSet }[]> {
	const rows = await wholeRuns(inquiryId);
	return rows.flatMap(({ number, indexCode, found }) =>
		found ? [{ number, indexCode, found: RecordSet.fromBytes(found) }] : []
	);
}

export async function findRun(inquiryId: string, number: number): Promise<RunRow> {
	const row = await runRow(inquiryId, number);
	if (!row) throw new ServiceError(404, 'no-run', `There is no run ${number} in this inquiry.`);
	return row;
}

export async function describeRun(
	person: Person | undefined,
	inquiryId: string,
	number: number,
	fields: { name?: string; note?: string }
): Promise<void> {
	await allowIn(person, 'change-inquiry', inquiryId);
	await findRun(inquiryId, number);
	await updateRun(inquiryId, number, fields);
}

export interface Restored {
	/** What makes the strategy of the run the current one. */
	commands: Command[];
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
	await allowIn(person, 'read', inquiryId);
	const run = await findRun(inquiryId, number);
	if (run.kind === 'elsewhere' || run.cql === '')
		throw new ServiceError(
			422,
			'not-restorable',
			'What this run found cannot be written as a strategy of this index.'
		);
	const [{ inquiry }, { result }] = await Promise.all([
		loadInquiry(inquiryId),
		findByText(run.indexCode, run.cql, run.limits)
	]);
	// What was left of a check is not of the search.
	const { id: _, left: __, ...settled } = { ...NO_SETTINGS, ...run.settings, id: run.indexCode };
	const limits = settled.lifted ? settled.limits : run.limits;
	const after = { ...NO_SETTINGS, ...settled, limits, id: run.indexCode, text: '' };
	const asThen = apply(inquiry, [{ table: 'strategies', id: run.indexCode, before: null, after }]);
	const own = printStrategy(withoutLimits(strategyOf(asThen, run.indexCode)));
	const text = own === run.cql ? '' : run.cql;
	// Lifted limits are those of the index alone; what is lifted stays as it is set.
	const wanted = settled.lifted
		? [{ kind: 'strategy.set' as const, indexCode: run.indexCode, limits }]
		: withLimits(inquiry, run.indexCode, limits);
	const commands = wanted.map((command) =>
		command.kind === 'strategy.set' ? { ...settled, ...command, text } : command
	);
	return { commands, then: run.count, now: result.size };
}

/** What a run found, as it was found then; with `beside`, how it differs from that other run. */
export async function foundByRun(
	person: Person | undefined,
	inquiryId: string,
	number: number,
	beside?: Beside
): Promise<Found> {
	await allowIn(person, 'read', inquiryId);
	const [run, other] = await Promise.all([
		findRun(inquiryId, number),
		beside && findRun(inquiryId, beside.run)
	]);
	if (other && other.indexCode !== run.indexCode)
		throw new ServiceError(422, 'different-indexes', 'Only runs of one subject index can be compared.');
	const found = foundOf(run);
	const { strategy, ...at } = await strategyOfRun(run);
	return {
		at,
		strategy,
		result: other ? differing(found, foundOf(other), beside?.which) : found,
		title: beside && {
			before:
				beside.which === 'both'
					? `that run ${number} and run ${beside.run} found`
					: `that run ${number} found and run ${beside.run} did not`,
			name: '',
			isHeading: false,
			after: ''
		},
		faults: []
	};
}

/** What a run was found by, for the order of its records; nothing at all where that cannot be written. */
async function strategyOfRun({ indexCode, cql, limits }: RunRow) {
	if (cql !== '') return readByText(indexCode, cql, limits);
	return { ...(await searchable(indexCode)), strategy: { blocks: [], limits: [], lifted: false } };
}

/** Another run of the same index, and which of the records to show. */
export interface Beside {
	run: number;
	which: 'only' | 'both';
}

const differing = (found: RecordSet, other: RecordSet, which: Beside['which'] = 'only') =>
	which === 'both' ? found.and(other) : found.andNot(other);
