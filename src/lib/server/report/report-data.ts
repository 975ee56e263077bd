/** The facts of a report, gathered from the inquiry, its runs and what they found. */
import { CellsByPlace, inOrder, type Inquiry, type ListEntry, wordsOfConcept } from '../../../core/crosswalk';
import { describeLimit } from '../../../core/crosswalk/limits';
import {
	numberedLines,
	type PartName,
	type ReportFacts,
	type ReportRun,
	switchesInWords
} from '../../../core/report';
import { COMMON_LIMITS, printStrategy, strategyOf } from '../../../core/search';
import { allowIn, changeAuthors, loadInquiry } from '../inquiry';
import type { Person } from '../people';
import { checkOfAll, citeEntries, pearlsOfRuns, pooledList, worksFoundBy } from '../reading';
import { setsOf } from '../records';
import { listRuns, type RunLine, findRun } from '../runs';
import { countedByText } from '../search';
import { currentIndexes } from '../vocabulary';
import { yearsOfIndex } from './report-rows';

/** Which runs a report is of, and how its kept works are cited. */
export interface Gathering {
	/** By number; the last run of each index where nothing is said. */
	runs?: readonly number[];
	style: string;
	/** What is not told need not be worked out. */
	parts: readonly PartName[];
}

/**
 * The last search of each chosen index: a run of its strategy, or a search made elsewhere. What was combined, or kept as it
 * was found, is no search of an index unless somebody chooses it. In the order of the indexes.
 */
export function lastRuns(inquiry: Inquiry, runs: readonly RunLine[]): RunLine[] {
	const searches = runs.filter(({ kind }) => kind === 'run' || kind === 'elsewhere');
	return inquiry.about.indexes.flatMap((code) => searches.find((run) => run.indexCode === code) ?? []);
}

export async function gather(
	person: Person | undefined,
	inquiryId: string,
	{ runs: wanted, style, parts }: Gathering
): Promise<ReportFacts> {
	await allowIn(person, 'read', inquiryId);
	const [{ inquiry }, all, known, { people, last: decided }] = await Promise.all([
		loadInquiry(inquiryId),
		listRuns(person, inquiryId),
		currentIndexes(),
		changeAuthors(inquiryId)
	]);
	const chosen = wanted ? all.filter(({ number }) => wanted.includes(number)) : lastRuns(inquiry, all);
	const codes = inquiry.about.indexes;
	chosen.sort((a, b) => codes.indexOf(a.indexCode) - codes.indexOf(b.indexCode) || a.number - b.number);
	const indexes = codes.flatMap((code) => known.find(({ index }) => index.code === code) ?? []);
	const nameOf = (code: string) => indexes.find(({ index }) => index.code === code)?.index.name ?? code;
	// Only what was found here can be joined with the rest.
	const found = chosen.filter(({ kind }) => kind !== 'elsewhere');
	const numbers = found.map(({ number }) => number);
	const entries = inOrder(inquiry.entries);
	const [years, runs, pool, pearls, works, checks, kept] = await Promise.all([
		Promise.all(indexes.map(({ index }) => setsOf(index).fact('years', () => yearsOfIndex(index.code)))),
		Promise.all(chosen.map((run) => runOf(inquiry, run))),
		numbers.length > 0
			? pooledList(person, inquiryId, {
					runs: numbers,
					without: [],
					members: [],
					sort: 'relevance',
					offset: 0,
					limit: 1
				})
			: null,
		pearlsOfRuns(person, inquiryId),
		worksFoundBy(inquiryId, entries, numbers),
		parts.includes('checks') ? checkOfAll(person, inquiryId) : [],
		parts.includes('kept')
			? citeEntries(
					person,
					entries.filter(({ decision }) => decision === 'keep'),
					style
				)
			: []
	]);
	const cells = new CellsByPlace(inquiry);
	return {
		inquiry: { id: inquiryId, title: inquiry.about.title, question: inquiry.about.question },
		people: [...people].sort(),
		concepts: inOrder(inquiry.concepts).map(({ id, name, status }) => ({
			id,
			name,
			status,
			words: wordsOfConcept(inquiry, id).map(({ text, lang, capitals, off }) => ({
				text,
				lang,
				capitals,
				offIn: off.map(nameOf)
			}))
		})),
		indexes: indexes.map(
			({ index: { code, name, discipline, headingNoun, records, standIn }, edition }, i) => ({
				code,
				name,
				discipline,
				headingNoun,
				edition: edition?.label ?? '',
				records,
				years: years[i],
				standIn
			})
		),
		cells: inOrder(inquiry.concepts).flatMap(({ id: conceptId }) =>
			codes.map((code) => {
				const { picks, state, cell } = cells.at(conceptId, code);
				return {
					conceptId,
					code,
					picks: picks.map((pick) => ({
						headings: pick.headings.map(({ label }) => label),
						fit: pick.fit,
						role: pick.role,
						switches: switchesInWords(pick),
						note: pick.note,
						...(decided.get(`picks/${pick.id}`) ?? UNDATED)
					})),
					noHeading:
						state === 'noHeading'
							? {
									tried: cell?.tried ?? [],
									note: cell?.note ?? '',
									...(decided.get(`cells/${conceptId}:${code}`) ?? UNDATED)
								}
							: null
				};
			})
		),
		runs,
		pool: pool && {
			records: pool.parts.reduce((sum, { records }) => sum + records, 0),
			works: pool.items,
			of: pool.parts.map(({ run = 0, count, alone }) => ({ run, count, alone }))
		},
		list: { ...listFacts(entries), found: works, style, kept },
		pearls: found.flatMap(({ number }) => {
			const own = pearls[number];
			return own ? [{ run: number, of: own.of, missed: own.missed.map(({ title, id }) => title || id) }] : [];
		}),
		checks: checks.map(({ code, findings }) => ({
			code,
			open: findings.flatMap(({ text, effect, left }) => (left === undefined ? [{ text, effect }] : [])),
			left: findings.flatMap(({ text, left }) => (left === undefined ? [] : [{ text, reason: left }]))
		}))
	};
}

const UNDATED = { by: '', on: '' };

function listFacts(entries: readonly ListEntry[]) {
	const dropped = new Map<string, number>();
	for (const { decision, reason } of entries)
		if (decision === 'drop') dropped.set(reason, (dropped.get(reason) ?? 0) + 1);
	return {
		all: entries.length,
		keep: entries.filter(({ decision }) => decision === 'keep').length,
		open: entries.filter(({ decision }) => decision === 'open').length,
		dropped: [...dropped]
			.map(([reason, count]) => ({ reason, count }))
			.sort((a, b) => b.count - a.count || (a.reason < b.reason ? -1 : 1))
	};
}

/** A run with its lines, as they can still be counted. */
async function runOf(inquiry: Inquiry, run: RunLine): Promise<ReportRun> {
	const { number, indexCode: code, name, note, at, person: by, edition, count, kind, cql } = run;
	const told = { number, code, name, note, at, by, edition, count, kind, cql };
	const unknown = { dialect: '', lines: null, limits: [], withoutLimits: null, isOutdated: false };
	if (kind === 'elsewhere' || cql === '') return { ...told, ...unknown };
	const row = await findRun(inquiry.about.id, number);
	const own = strategyOf(inquiry, code);
	// The search may name what the index no longer has.
	const counted = await countedByText(code, cql, row.limits, own).catch(() => undefined);
	const isOutdated = kind === 'run' && printStrategy({ ...own, limits: [] }) !== cql;
	if (!counted) return { ...told, ...unknown, isOutdated };
	const { yields, dialect, recordsRevision } = counted;
	const isSame = recordsRevision === row.recordsRevision && yields.count === count;
	const labels = new Map(
		[...COMMON_LIMITS, ...counted.limits].map(({ field, label }) => [field, label] as const)
	);
	return {
		...told,
		dialect,
		isOutdated,
		lines: isSame ? numberedLines(counted.strategy, yields) : null,
		limits: isSame
			? yields.limits.map(({ field, removes, doesNotMatch, notLabelled }) => {
					const limit = counted.strategy.limits.find((one) => one.field === field);
					return {
						says: limit ? describeLimit(limit, labels.get(field) ?? field) : field,
						removes,
						doesNotMatch,
						notLabelled
					};
				})
			: [],
		withoutLimits: isSame && yields.limits.length > 0 ? yields.withoutLimits : null
	};
}
