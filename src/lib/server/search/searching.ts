/** Searching an index: by CQL, or by the strategy of an inquiry as it stands or as it is tried. */
import type { Files } from '../endpoint';
import { apply, CommandError, execute, type Command, type Inquiry } from '../../../core/crosswalk';
import {
	COMMON_LIMITS,
	CqlError,
	faultsOf,
	leavesOfStrategy,
	parseCql,
	PLAIN_DIALECT,
	printInDialect,
	printStrategy,
	readStrategy,
	recognised,
	RecordSet,
	resultOf,
	searchesNothing,
	settingsOf,
	strategyOf,
	yieldsOf,
	type CqlNode,
	type CqlSortKey,
	type Dialect,
	type DialectText,
	type Fault,
	type LimitDefinition,
	type LimitSetting,
	type Reading,
	type Strategy,
	type Yields
} from '../../../core/search';
import { allow, type Person } from '../people';
import { ServiceError } from '../errors';
import { allowIn, indexNotUsed, loadInquiry, coalescedView, WITHOUT_WORKS } from '../inquiry';
import { isWorkedOut, resolverOf } from '../records';
import type { Sort } from './ranking';
import { fieldsOf, limitsFor } from './limits-in-force';
import { page } from './result-pages';
import { searchable, type Searchable } from './searchable';

/** What is wrong with a text, and where. */
export interface TextFault {
	message: string;
	position: number;
	end: number;
	expected: string[];
}

/** A text as a strategy, or what is wrong with it. */
function attempt(text: string, { vocabulary, limits, current }: Searchable): Reading | TextFault {
	try {
		return readStrategy(text, resolverOf(vocabulary, limits, current.index));
	} catch (error) {
		if (!(error instanceof CqlError)) throw error;
		const { message, position, end, expected } = error;
		return { message, position, end, expected };
	}
}

function read(text: string, at: Searchable): Reading {
	const reading = attempt(text, at);
	if ('strategy' in reading) return reading;
	const { message, ...details } = reading;
	throw new ServiceError(422, 'cql', message, details);
}

export interface SearchRequest {
	cql: string;
	limits?: LimitSetting[];
	offset?: number;
	limit?: number;
	sort?: Sort;
	yields?: boolean;
}

/** Runs CQL on an index. What is found is ordered whole and cut into pages. */
export async function searchIndex(person: Person | undefined, code: string, request: SearchRequest) {
	allow(person, 'read');
	const { at, strategy, beyond, remarks, sort: said } = await askedByCql(code, request.cql, request.limits);
	const found = request.yields
		? await yieldsFor(at, strategy)
		: { result: await resultFor(at, strategy), yields: undefined };
	// What is asked for beside the text counts before what the text says.
	const { sort = said ?? 'relevance', offset = 0, limit = 20 } = request;
	return {
		...(await page(at, strategy, found.result, { sort, offset, limit })),
		beyond,
		remarks,
		strategy,
		yields: found.yields
	};
}

/** What a text asks of an index, within limits. */
async function askedByCql(code: string, cql: string, limits: readonly LimitSetting[] = []) {
	const at = await searchable(code);
	const { strategy, beyond, remarks, sort } = read(cql, at);
	strategy.limits = [...strategy.limits, ...knownLimits(limits, at)];
	refuse(faultsOf(strategy, at.vocabulary.narrower));
	return { at, strategy, beyond, remarks, sort };
}

/** What a text finds within limits, to be read on. */
export async function foundByCql(code: string, cql: string, limits: readonly LimitSetting[]) {
	const { at, strategy } = await askedByCql(code, cql, limits);
	return { at, strategy, result: await resultFor(at, strategy), title: undefined, faults: [] };
}

/** Limits that the index has. An unknown one would be passed over in silence. */
function knownLimits(wanted: readonly LimitSetting[], at: Searchable): readonly LimitSetting[] {
	const fields = fieldsOf(at);
	const { current } = at;
	for (const [i, { field }] of wanted.entries())
		if (!fields.includes(field))
			throw new ServiceError(
				422,
				'unknown-limit',
				`${current.index.name} has no limit “${field}” (limits[${i}]). It has ${fields.join(', ')}.`
			);
	return wanted;
}

function refuse(faults: readonly Fault[]): void {
	if (faults.length > 0)
		throw new ServiceError(422, faults[0].code, faults.map(({ message }) => message).join(' '), faults);
}

/** The syntax tree of a text, whose headings, fields and values are all known to the index. */
export async function parseForIndex(
	person: Person | undefined,
	code: string,
	cql: string
): Promise<CqlNode & { sortBy?: CqlSortKey[] }> {
	allow(person, 'read');
	const at = await searchable(code);
	read(cql, at);
	const { node, sortBy } = parseCql(cql);
	return sortBy.length > 0 ? { ...node, sortBy } : node;
}

/** What a strategy finds. */
export async function resultFor({ sets, vocabulary }: Searchable, strategy: Strategy): Promise<RecordSet> {
	return resultOf(strategy, await sets.load(leavesOfStrategy(strategy, false), vocabulary));
}

/** What a strategy finds, and what every part of it brings. */
async function yieldsFor({ sets, vocabulary }: Searchable, strategy: Strategy) {
	const loaded = await sets.load(leavesOfStrategy(strategy, true), vocabulary);
	return { result: resultOf(strategy, loaded), yields: yieldsOf(strategy, loaded, { variants: true }) };
}

/** What the strategy of an inquiry finds: nothing as long as there is nothing to search for. */
export const resultOfPrepared = async (at: Prepared): Promise<RecordSet> =>
	at.isEmpty ? RecordSet.empty : resultFor(at, at.strategy);

// ── The strategy of an inquiry ──────────────────────────────────────────────────────────────────────────────────────

export interface StrategyView {
	code: string;
	records: number;
	edition: string;
	strategy: Strategy;
	/** As CQL: the text that was typed, or what the blocks print as. */
	cql: string;
	/** The text says more than blocks can show. */
	beyond: boolean;
	/** The text was typed and is followed instead of the crosswalk. */
	typed: boolean;
	/** Fields whose limit stands in the typed text, and is changed there. */
	limitsInText: string[];
	remarks: Reading['remarks'];
	/** What is wrong with the typed text; the strategy is then the crosswalk's. */
	textFault: TextFault | null;
	faults: Fault[];
	/** Nothing is required that could be searched for, so that its counts mean nothing. */
	isEmpty: boolean;
	yields: Yields;
	dialect: { line: DialectText; blocks: DialectText };
	/** The patterns of the dialect, for the one who edits them. */
	patterns: Dialect;
	/** What can be limited by; the sizes of values that are worked out are not told here. */
	limits: (LimitDefinition & { counts: { value: string; size?: number }[] })[];
	/** Fields of limits for all that this index does not know. */
	notCarried: string[];
}

interface Prepared extends Searchable {
	inquiry: Inquiry;
	strategy: Strategy;
	reading: Reading | undefined;
	textFault: TextFault | null;
	cql: string;
	/** Neither the crosswalk nor a text says what to search for. */
	isEmpty: boolean;
}

/** The strategy of an inquiry for an index; with commands, as it would be if they were carried out. */
export async function prepare(inquiryId: string, code: string, trial: readonly Command[]): Promise<Prepared> {
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return prepareIn(inquiry, code, trial);
}

async function prepareIn(found: Inquiry, code: string, trial: readonly Command[]): Promise<Prepared> {
	const at = await searchable(code);
	if (!found.about.indexes.includes(code)) throw indexNotUsed();
	const inquiry = trial.reduce(carriedOut, found);
	return { ...at, inquiry, ...strategyFor(inquiry, code, at) };
}

/** The same with one more command. */
export function prepareWith(at: Prepared, code: string, command: Command): Prepared {
	const inquiry = carriedOut(at.inquiry, command);
	return { ...at, inquiry, ...strategyFor(inquiry, code, at) };
}

function carriedOut(inquiry: Inquiry, command: Command): Inquiry {
	try {
		return apply(inquiry, execute(inquiry, command));
	} catch (error) {
		if (error instanceof CommandError) throw new ServiceError(422, error.code, error.message);
		throw error;
	}
}

function strategyFor(inquiry: Inquiry, code: string, at: Searchable) {
	const own = { ...strategyOf(inquiry, code), ...limitsFor(inquiry, code, at) };
	const { text } = settingsOf(inquiry, code);
	const isEmpty = searchesNothing(own);
	if (text === '')
		return { strategy: own, reading: undefined, textFault: null, cql: printStrategy(own), isEmpty };
	const reading = attempt(text, at);
	if (!('strategy' in reading))
		return { strategy: own, reading: undefined, textFault: reading, cql: text, isEmpty };
	// Limits set beside the text hold with it; those that the text names itself stand as it says.
	const beside = own.limits.filter(
		({ field }) => !reading.strategy.limits.some((limit) => limit.field === field)
	);
	const limits = [...reading.strategy.limits, ...beside];
	const strategy = recognised({ ...reading.strategy, limits, lifted: own.lifted }, own);
	return { strategy, reading, textFault: null, cql: text, isEmpty: false };
}

/** Why nothing can be run yet, besides the faults of single parts. */
export function allFaults({ strategy, vocabulary }: Pick<Prepared, 'strategy' | 'vocabulary'>): Fault[] {
	const faults = faultsOf(strategy, vocabulary.narrower);
	if (faults.length === 0 && strategy.blocks.every(({ status }) => status === 'exclude'))
		faults.push({
			code: 'no-line',
			message:
				'Nothing is required yet, so there is nothing to search for. Pick a heading for a concept first.'
		});
	return faults;
}

/** Everything the screen of a strategy shows. */
export async function strategyView(
	person: Person | undefined,
	inquiryId: string,
	code: string
): Promise<StrategyView> {
	await allowIn(person, 'read', inquiryId);
	return coalescedView(inquiryId, `strategy ${code}`, async () => {
		const { view } = await viewOf(await prepare(inquiryId, code, []));
		return view;
	});
}

async function viewOf(prepared: Prepared): Promise<{ view: StrategyView; result: RecordSet }> {
	const { inquiry, current, strategy, sets, reading, textFault, cql, limits } = prepared;
	// What can be worked out is shown although a part of it cannot be run.
	const [counted, values] = await Promise.all([yieldsFor(prepared, strategy), sets.limitValues()]);
	const { isEmpty } = prepared;
	const result = isEmpty ? RecordSet.empty : counted.result;
	const yields = isEmpty ? { ...counted.yields, count: 0, withoutLimits: 0 } : counted.yields;
	const { code } = current.index;
	const dialect: Dialect = current.index.dialect ?? PLAIN_DIALECT;
	const view = {
		code,
		records: sets.records,
		edition: current.edition?.label ?? '',
		strategy,
		cql,
		beyond: reading?.beyond ?? false,
		typed: settingsOf(inquiry, code).text !== '',
		limitsInText: reading?.strategy.limits.map(({ field }) => field) ?? [],
		remarks: reading?.remarks ?? [],
		textFault,
		faults: allFaults(prepared),
		isEmpty,
		yields,
		dialect: {
			line: printInDialect(strategy, dialect, limits, 'line'),
			blocks: printInDialect(strategy, dialect, limits, 'blocks')
		},
		patterns: dialect,
		limits: [...COMMON_LIMITS, ...limits].map((limit) => ({
			...limit,
			counts: isWorkedOut(limit.field)
				? limit.values.map((value) => ({ value }))
				: (values.get(limit.field) ?? [])
		})),
		notCarried: Object.keys(inquiry.limits).filter((field) => !fieldsOf(prepared).includes(field))
	};
	return { view, result };
}

export interface Trial {
	before: number;
	after: number;
	gained: number;
	lost: number;
}

/** The strategy as it would be after some commands, and what they would gain and lose; nothing is carried out. */
export async function tryCommands(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	commands: readonly Command[]
): Promise<{ view: StrategyView; trial: Trial }> {
	await allowIn(person, 'read', inquiryId);
	const [before, { view, result: after }] = await Promise.all([
		findRecords(inquiryId, code).then(({ result }) => result),
		prepare(inquiryId, code, commands).then(viewOf)
	]);
	return {
		view,
		trial: {
			before: before.size,
			after: after.size,
			gained: after.andNot(before).size,
			lost: before.andNot(after).size
		}
	};
}

/** What the strategy of an inquiry finds as it stands. */
export async function findRecords(inquiryId: string, code: string) {
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return findRecordsIn(inquiry, code);
}

/** The same of an inquiry that is at hand. */
export async function findRecordsIn(inquiry: Inquiry, code: string) {
	const prepared = await prepareIn(inquiry, code, []);
	const result = await resultOfPrepared(prepared);
	return { ...prepared, faults: allFaults(prepared), result };
}

/** A strategy as a file: `CODE.cql`, or `CODE.txt` in the index's dialect. */
export async function strategyFile(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	format: string
): Promise<Response> {
	await allowIn(person, 'read', inquiryId);
	if (!Object.hasOwn(strategyFiles, format))
		throw new ServiceError(
			404,
			'no-format',
			'A strategy is given as .cql or, in the index’s dialect, as .txt.'
		);
	const { current, strategy, cql, limits } = await prepare(inquiryId, code, []);
	const { text } = printInDialect(strategy, current.index.dialect ?? PLAIN_DIALECT, limits, 'blocks');
	return new Response(`${format === 'cql' ? cql : text}\n`, {
		headers: { 'content-type': 'text/plain; charset=utf-8' }
	});
}

export const strategyFiles: Files = {
	cql: { type: 'text/plain', summary: 'The strategy for an index as CQL' },
	txt: { type: 'text/plain', summary: 'The strategy in the dialect of the index' }
};

/** A strategy that is kept elsewhere, such as one of a run, with its limits besides those in the text. */
export async function readByText(code: string, text: string, limits: readonly LimitSetting[]) {
	const at = await searchable(code);
	const { strategy } = read(text, at);
	strategy.limits = [...strategy.limits, ...limits];
	return { ...at, strategy };
}

/** What such a strategy finds on the records as they are now. */
export async function findByText(code: string, text: string, limits: readonly LimitSetting[]) {
	const at = await readByText(code, text, limits);
	return { ...at, result: await resultFor(at, at.strategy) };
}
