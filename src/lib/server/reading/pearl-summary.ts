/** Pearls beside the parts of an inquiry: what cells catch of them, what a strategy and a try lose of them, what runs found of them. */
import { cellId, type Command, type Inquiry } from '../../../core/crosswalk';
import { recallOf, worthOf } from '../../../core/reading';
import { overRepresentation } from '../../../core/evidence';
import {
	canSearch,
	evaluate,
	leavesOf,
	leavesOfStrategy,
	lineExpression,
	RecordSet,
	resultOf,
	strategyOf
} from '../../../core/search';
import { allowIn, loadInquiry, WITHOUT_WORKS } from '../inquiry';
import type { Person } from '../people';
import { recordLines } from '../records';
import { foundOfRuns } from '../runs';
import { findRecordsIn, foundBy, searchable } from '../search';
import { recordsOfTheirWorks } from './work-record-rows';

export interface PearlName {
	id: string;
	title: string;
}

/** The pearls that each chosen index has, by record number. One statement. */
async function pearlsByIndex(inquiry: Inquiry): Promise<Map<string, Map<number, PearlName>>> {
	const pearls = Object.values(inquiry.pearls);
	const rows = await recordsOfTheirWorks(
		pearls.map(({ indexCode }) => indexCode),
		pearls.map(({ record }) => record)
	);
	return new Map(
		inquiry.about.indexes.map((code) => [
			code,
			new Map(rows.filter(({ index }) => index === code).map(({ n, id, title }) => [n, { id, title }]))
		])
	);
}

export interface PearlsOfCell {
	/** Pearls that the index has. */
	of: number;
	/** Those that the searched headings of the cell find, and those that these or its words find. */
	headings: number;
	any: number;
}

/** What each cell catches of the pearls, for the indexes that have any. */
export async function pearlsByCell(
	person: Person | undefined,
	inquiryId: string
): Promise<Record<string, PearlsOfCell>> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const found: Record<string, PearlsOfCell> = {};
	for (const [code, pearls] of await pearlsByIndex(inquiry)) {
		if (pearls.size === 0) continue;
		const { sets, vocabulary } = await searchable(code);
		const blocks = strategyOf(inquiry, code).blocks.map(({ id, lines }) => ({
			id,
			lines: lines.filter(canSearch)
		}));
		const loaded = await sets.load(
			leavesOf(blocks.flatMap(({ lines }) => lines.map(lineExpression))),
			vocabulary
		);
		const caught = (lines: (typeof blocks)[number]['lines']) => {
			const union = RecordSet.union(lines.map((line) => evaluate(lineExpression(line), loaded)));
			return [...pearls.keys()].filter((n) => union.has(n)).length;
		};
		for (const { id, lines } of blocks)
			found[cellId(id, code)] = {
				of: pearls.size,
				headings: caught(lines.filter(({ kind }) => kind === 'heading')),
				any: caught(lines)
			};
	}
	return found;
}

export interface PearlsOfStrategy {
	of: number;
	found: number;
	/** By block, excluded ones too, and by limit, the pearls that it keeps out, whatever else does. */
	keptOut: { by: 'block' | 'limit'; id: string; pearls: PearlName[] }[];
	/** What is tried would lose these, and bring those in. */
	lost: PearlName[];
	gained: PearlName[];
}

/** What the strategy of an index does to the pearls, and what a try would do. */
export async function pearlsOfStrategy(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	tried: readonly Command[]
): Promise<PearlsOfStrategy> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const pearls = (await pearlsByIndex(inquiry)).get(code) ?? new Map<number, PearlName>();
	const { at, strategy, result } = await foundBy(person, inquiryId, code, { tried });
	const before = tried.length === 0 ? result : (await findRecordsIn(inquiry, code)).result;
	const numbers = [...pearls.keys()];
	const loaded = await at.sets.load(leavesOfStrategy(strategy, false), at.vocabulary);
	const { missed } = recallOf(strategy, numbers, loaded);
	const named = (some: readonly number[]) => some.flatMap((n) => pearls.get(n) ?? []);
	const keptOut = (by: 'block' | 'limit', id: string, holds: (why: (typeof missed)[number]) => boolean) => {
		const own = named(missed.filter(holds).map(({ record }) => record));
		return own.length > 0 ? [{ by, id, pearls: own }] : [];
	};
	return {
		of: numbers.length,
		found: numbers.filter((n) => result.has(n)).length,
		keptOut: [
			...strategy.blocks.flatMap(({ id }) =>
				keptOut('block', id, ({ blocks, exclusions }) => exclusions.includes(id) || blocks.includes(id))
			),
			...strategy.limits.flatMap(({ field }) =>
				keptOut('limit', field, ({ limits }) => limits.includes(field))
			)
		],
		lost: named(numbers.filter((n) => before.has(n) && !result.has(n))),
		gained: named(numbers.filter((n) => !before.has(n) && result.has(n)))
	};
}

/**
 * Of an inquiry that is at hand: the pearls that each index has, and how many of them are among what was found there;
 * indexes without any are left out. One statement.
 */
export async function pearlsAmong(
	inquiry: Inquiry,
	found: Readonly<Record<string, RecordSet>>
): Promise<Record<string, { of: number; found: number }>> {
	const counts: Record<string, { of: number; found: number }> = {};
	for (const [code, pearls] of await pearlsByIndex(inquiry))
		if (pearls.size > 0 && found[code])
			counts[code] = { of: pearls.size, found: [...pearls.keys()].filter((n) => found[code].has(n)).length };
	return counts;
}

/** What each run found of the pearls of its index; nothing for runs whose records are not known. */
export async function pearlsOfRuns(
	person: Person | undefined,
	inquiryId: string
): Promise<Record<number, { of: number; found: PearlName[]; missed: PearlName[] }>> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	if (Object.keys(inquiry.pearls).length === 0) return {};
	const byIndex = await pearlsByIndex(inquiry);
	const runs = await foundOfRuns(inquiryId);
	return Object.fromEntries(
		runs.flatMap(({ number, indexCode, found }) => {
			const pearls = byIndex.get(indexCode);
			if (!pearls || pearls.size === 0) return [];
			const named = (isFound: boolean) =>
				[...pearls].filter(([n]) => found.has(n) === isFound).map(([, pearl]) => pearl);
			return [[number, { of: pearls.size, found: named(true), missed: named(false) }]];
		})
	);
}

export interface SharedHeading {
	uri: string;
	/** Its identifier in the current edition; null where the edition lacks it. */
	id: string | null;
	label: string;
	/** Pearls that carry it, records that do, and missed pearls among those pearls. */
	pearls: number;
	all: number;
	missed: number;
	/** Records that would come in if the concept searched it too; null where that has no part in the search. */
	adds: number | null;
}

/** Headings told at most. */
const MOST_SHARED = 40;

/** The headings that two pearls of an index or more share, what tells pearls from the rest first, with what each would add. */
export async function headingsOfPearls(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	conceptId: string
): Promise<SharedHeading[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const pearls = (await pearlsByIndex(inquiry)).get(code) ?? new Map<number, PearlName>();
	if (pearls.size < 2) return [];
	const { current, sets, vocabulary, strategy } = await findRecordsIn(inquiry, code);
	const lines = await recordLines(current, [...pearls.keys()]);
	const shared = new Map<string, { id: string | null; label: string; on: number[] }>();
	for (const { n, headings } of lines)
		for (const { uri, id, label } of headings) {
			const own = shared.get(uri) ?? { id, label, on: [] };
			if (!own.on.includes(n)) own.on.push(n);
			shared.set(uri, own);
		}
	const several = [...shared].filter(([, { on }]) => on.length >= 2);
	const additions = several.map(([uri]) => ({
		block: conceptId,
		leaf: { kind: 'heading' as const, uri, withNarrower: false, cuts: [], chief: false }
	}));
	const loaded = await sets.load(
		[...leavesOfStrategy(strategy, false), ...additions.map(({ leaf }) => leaf)],
		vocabulary
	);
	const takesPart = strategy.blocks.some(({ id, status }) => id === conceptId && status === 'required');
	const adds = takesPart ? worthOf(strategy, additions, loaded) : undefined;
	const result = resultOf(strategy, loaded);
	return several
		.map(([uri, { id, label, on }], i) => {
			const all = loaded.of(additions[i].leaf).size;
			const counts = { a: on.length, n: pearls.size, whole: all, all: sets.records };
			return {
				uri,
				id,
				label,
				pearls: on.length,
				all,
				missed: on.filter((n) => !result.has(n)).length,
				adds: adds?.[i] ?? null,
				tells: overRepresentation(counts, 1)
			};
		})
		.sort((a, b) => b.tells - a.tells || b.pearls - a.pearls || (a.label < b.label ? -1 : 1))
		.slice(0, MOST_SHARED)
		.map(({ tells: _, ...heading }) => heading);
}
