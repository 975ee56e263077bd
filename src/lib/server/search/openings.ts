/** What a number leads to: a part of a strategy, what a try changes, or what a text finds, each as a result of its own. */
import type { Command } from '../../../core/crosswalk';
import {
	COMMON_LIMITS,
	describeLimit,
	leavesOfStrategy,
	nameOfLine,
	printStrategy,
	readPart,
	recordsOfPart,
	resultOf,
	strategyOf,
	switchesOfLine,
	wordsOfPart,
	type Fault,
	type Part,
	type PartWords,
	type RecordSet,
	type Strategy
} from '../../../core/search';
import { contentWords, fold } from '../../../core/text';
import { setSaying } from '../browse';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { openRecord, page, type OpenRecord, type ResultPage, type Wanted } from './result-pages';
import type { Sort } from './ranking';
import { searchable, type Searchable } from './searchable';
import { limitsFor } from './limits-in-force';
import { allFaults, prepare, readByText, resultFor, resultOfPrepared } from './searching';
import { allowIn, loadInquiry, WITHOUT_WORKS } from '../inquiry';

/** What is asked for beside the inquiry and the index. Nothing at all means what the strategy finds. */
export interface Opening {
	/** By name, as `nameOfPart` gives it. */
	part?: string;
	/** A text of its own, whatever the strategy says. */
	cql?: string;
	/** Every record of the index. */
	whole?: boolean;
	/** Of what a strategy does not find: only what the limits of the index in the inquiry leave. */
	limited?: boolean;
	/** A text: the records that say it, as look-up counts them. */
	said?: string;
	/** A heading of the current edition, by its identifier, as it is asked for. */
	heading?: HeadingOpening;
	/** Changes that are tried: everything is of the strategy as it would be with them. */
	tried?: readonly Command[];
	/** Of what is tried: only what it would bring in, or only what it would lose. */
	which?: 'gained' | 'lost';
}

export interface HeadingOpening {
	id: string;
	withNarrower?: boolean;
	chief?: boolean;
	aspect?: string;
	year?: number;
}

export interface OpenedResult {
	page: ResultPage;
	/** The order it is in: that asked for, else that of a typed text, else best match. */
	sort: Sort;
	sheet: OpenRecord | undefined;
	/** What the records are, in words that go on from “records”; none where they are simply what the strategy finds. */
	title: PartWords | undefined;
	faults: Fault[];
}

/** Opens a result at any page, with one of its records. */
export async function openFound(
	person: Person | undefined,
	found: Found,
	{ record, sort: wantedSort, ...rest }: WantedInSome
): Promise<OpenedResult> {
	allow(person, 'read');
	const wanted = { ...rest, sort: wantedSort ?? found.sort ?? 'relevance' };
	const { at, strategy, result, title, faults } = found;
	const shown = await page(at, strategy, result, wanted);
	return {
		page: shown,
		sort: wanted.sort,
		sheet: await openRecord(person, at, strategy, shown, record),
		title,
		faults
	};
}

/** A set of an index's records, what it was found by, and what it is in words. */
export interface Found {
	at: Searchable;
	strategy: Strategy;
	result: RecordSet;
	title: PartWords | undefined;
	faults: Fault[];
	/** The order that a typed text asks for. */
	sort?: Sort;
}

/** A page of a result in the order asked for, or in its own where none is; with one of its records. */
export type WantedInSome = Omit<Wanted, 'sort'> & { sort?: Sort; record?: string | null };

/** What a number says. */
export async function foundBy(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	opening: Opening
): Promise<Found> {
	await allowIn(person, 'read', inquiryId);
	const found = await foundWithout(inquiryId, code, opening);
	return opening.limited ? withinLimits(inquiryId, found) : found;
}

/** Of what was found only what the limits leave that the inquiry has for the index, and said so. */
export async function withinLimits(inquiryId: string, found: Found): Promise<Found> {
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const { at, strategy, result, title } = found;
	const { limits, lifted } = limitsFor(inquiry, at.current.index.code, at);
	if (lifted || limits.length === 0) return found;
	const only = { blocks: [], limits, lifted: false };
	const left = resultOf(only, await at.sets.load(leavesOfStrategy(only, false), at.vocabulary));
	const words = limits.map((limit) => describeLimit(limit, limitLabels(at)(limit.field)));
	return {
		...found,
		// Kept as a text, it keeps to the limits too.
		strategy: { ...strategy, limits: [...strategy.limits, ...limits] },
		result: result.and(left),
		title: title && { ...title, after: [title.after, ...words].filter(Boolean).join(' · ') }
	};
}

async function foundWithout(inquiryId: string, code: string, opening: Opening): Promise<Found> {
	const { cql, part, heading, tried = [], which } = opening;
	if (opening.whole) {
		const at = await searchable(code);
		const title = { before: 'in all', name: '', isHeading: false, after: '' };
		return {
			at,
			strategy: { blocks: [], limits: [], lifted: false },
			result: at.sets.all,
			title,
			faults: []
		};
	}
	if (opening.said !== undefined) {
		const at = await searchable(code);
		const title = { before: 'that say', name: `“${opening.said}”`, isHeading: false, after: '' };
		const result = await setSaying(at.current, opening.said);
		return { at, strategy: strategyOfText(opening.said), result, title, faults: [] };
	}
	if (heading !== undefined) {
		const at = await searchable(code);
		const strategy = strategyOfHeading(at, heading);
		const title = wordsOfText(strategy, limitLabels(at));
		return { at, strategy, result: await resultFor(at, strategy), title, faults: [] };
	}
	if (cql !== undefined) {
		const { strategy, ...at } = await readByText(code, cql, []);
		const title = wordsOfText(strategy, limitLabels(at));
		return { at, strategy, result: await resultFor(at, strategy), title, faults: [] };
	}
	const at = await prepare(inquiryId, code, tried);
	const { strategy } = at;
	const faults = allFaults(at);
	if (part !== undefined) {
		const known = readPart(part);
		// What the crosswalk shows is of its own strategy, also where a text is followed instead.
		const own = strategyOf(at.inquiry, code);
		const isOfCell = known?.of === 'block' && (known.which === 'headings' || known.which === 'any');
		const [first, second] = isOfCell ? [own, strategy] : [strategy, own];
		const result = known && ((await partOf(at, first, known)) ?? (await partOf(at, second, known)));
		const title =
			known && (wordsOfPart(first, known, limitLabels(at)) ?? wordsOfPart(second, known, limitLabels(at)));
		if (!result || !title)
			throw new ServiceError(
				404,
				'no-part',
				'The strategy has changed since: what this number was of is no longer there.'
			);
		return { at, strategy, result, title, faults: [] };
	}
	const result = await resultOfPrepared(at);
	const { sort } = at.reading ?? {};
	if (which === undefined) return { at, strategy, result, title: undefined, faults, ...(sort && { sort }) };
	const before = await prepare(inquiryId, code, []);
	const unchanged = await resultOfPrepared(before);
	return {
		at: which === 'gained' ? at : before,
		strategy: which === 'gained' ? strategy : before.strategy,
		result: which === 'gained' ? result.andNot(unchanged) : unchanged.andNot(result),
		title: {
			before: which === 'gained' ? 'that what is tried would bring in' : 'that what is tried would lose',
			name: '',
			isHeading: false,
			after: ''
		},
		faults: []
	};
}

function strategyOfHeading({ vocabulary: { index } }: Searchable, asked: HeadingOpening): Strategy {
	const n = index?.find(asked.id);
	if (!index || n === undefined)
		throw new ServiceError(404, 'no-heading', 'This heading is not in the current edition.');
	const { withNarrower = false, chief = false, aspect, year } = asked;
	const headings = [{ uri: index.uris.at(n), label: index.names.at(n) }];
	const test = { headings, withNarrower, cuts: [], chief, aspects: aspect === undefined ? [] : [aspect] };
	return {
		blocks: [
			{
				id: 'heading',
				name: index.names.at(n),
				status: 'required',
				provisional: false,
				noHeading: false,
				lines: [{ id: 'heading', off: false, kind: 'heading', fit: 'notJudged', test }]
			}
		],
		limits: year === undefined ? [] : [{ field: 'dc.date', from: year, to: year }],
		lifted: false
	};
}

/** A strategy that requires each word of a text: by it the records that say the text are ordered, and marked. */
const strategyOfText = (text: string): Strategy => ({
	blocks: [...new Set(contentWords(fold(text)))].map((word) => ({
		id: `word-${word}`,
		name: word,
		status: 'required',
		provisional: false,
		noHeading: false,
		lines: [
			{
				id: `word-${word}`,
				off: false,
				kind: 'word',
				test: { text: word, capitals: false, field: 'keywords' }
			}
		]
	})),
	limits: [],
	lifted: false
});

async function partOf({ sets, vocabulary }: Searchable, strategy: Strategy, part: Part) {
	const whole = { ...strategy, blocks: strategy.blocks.map(allOn) };
	const leaves = [...leavesOfStrategy(strategy, false), ...leavesOfStrategy(whole, false)];
	return recordsOfPart(strategy, part, await sets.load(leaves, vocabulary));
}

/** With the lines that are off as well: a part may be of one of those. */
const allOn = (block: Strategy['blocks'][number]) => ({
	...block,
	lines: block.lines.map((line) => ({ ...line, off: false }))
});

const limitLabels =
	({ limits }: Searchable) =>
	(field: string) =>
		limits.find((limit) => limit.field === field)?.label.toLowerCase() ?? COMMON[field] ?? field;
const COMMON: Record<string, string> = Object.fromEntries(
	COMMON_LIMITS.map(({ field, label }) => [field, label.toLowerCase()])
);

/** A text in words where it asks for one thing, else as it is. */
function wordsOfText(strategy: Strategy, labelOf: (field: string) => string): PartWords {
	const [block, ...blocks] = strategy.blocks;
	const limits = strategy.limits.map((limit) =>
		limit.from !== undefined && limit.from === limit.to && limit.field === 'dc.date'
			? `of ${limit.from}`
			: describeLimit(limit, labelOf(limit.field))
	);
	if (block?.lines.length === 1 && blocks.length === 0 && block.lines[0].kind !== 'expression') {
		const [line] = block.lines;
		return {
			before: 'with',
			...nameOfLine(line),
			after: [...switchesOfLine(line), ...limits].join(' · ')
		};
	}
	if (!block && limits.length > 0)
		return { before: 'of', name: limits.join(', '), isHeading: false, after: '' };
	return { before: 'that this finds:', name: printStrategy(strategy), isHeading: false, after: '' };
}
