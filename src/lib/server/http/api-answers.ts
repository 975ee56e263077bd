/** The shapes of the public API, made from what the services give. */
import type { ListEntry } from '../../../core/crosswalk';
import { nameInWords, yearOf } from '../../../core/evidence/citation';
import { printLimit, printLine } from '../../../core/search';
import type { EditionDifference } from '../../../core/edition/difference';
import type { PricedRepair, WatchSummary } from '../keeping';
import type { IndexSummary } from '../vocabulary';
import type { RecordLine } from '../records';
import type { Composition, PearlsOfIndex, Phrases } from '../reading';
import type { searchIndex } from '../search';
import type { SuggestionLine } from '../crosswalk';
import type { HeadingLine, HeadingRef, HeadingSheet, LaneAnswer } from '../browse';

export function apiIndex({
	code,
	name,
	discipline,
	languages,
	headings,
	entryTerms,
	records,
	hierarchical,
	limits
}: IndexSummary) {
	return { code, name, discipline, languages, headings, entryTerms, records, hierarchical, limits };
}

const ref = ({ id, uri, label }: HeadingRef) => ({ id, uri, label });

function line(heading: HeadingLine) {
	return { ...ref(heading), narrowerCount: heading.narrowerCount, recordCount: heading.recordCount };
}

export function apiLookup(query: string, lane: LaneAnswer) {
	return {
		query,
		matches: lane.matches.map(({ heading, tier, matched, together, evidence }) => ({
			heading: line(heading),
			tier,
			matched: { text: matched.text, kind: matched.kind, ...(matched.lang && { lang: matched.lang }) },
			...(matched.via !== undefined && { via: matched.via }),
			...(matched.words && { words: matched.words }),
			...(together && { together: together.map(({ id }) => id) }),
			...(evidence && { evidence })
		})),
		neighbours: lane.neighbours.map(line)
	};
}

/** Suggestions for a cell, the best first, each with what speaks for it. */
export const apiSuggestions = (suggestions: readonly SuggestionLine[]) =>
	suggestions.map(({ heading, score, likelihood, evidence }) => ({
		heading: line(heading),
		score,
		likelihood,
		evidence
	}));

export function apiHeading(sheet: HeadingSheet) {
	const note = (kind: string) => sheet.notes.find((other) => other.kind === kind)?.text;
	const scopeNote = note('scope') ?? note('definition');
	const historyNote = note('history');
	return {
		...ref(sheet),
		labels: sheet.labels,
		...(sheet.notation !== null && { notation: sheet.notation }),
		...(scopeNote !== undefined && { scopeNote }),
		...(historyNote !== undefined && { historyNote }),
		...(sheet.introduced !== null && { introduced: sheet.introduced }),
		...(sheet.retiredIn !== null && { retired: sheet.retiredIn }),
		entryTerms: sheet.entryTerms.map(({ text, lang, together }) => ({
			text,
			...(lang && { lang }),
			...(together && { together: together.map(({ id }) => id) })
		})),
		broader: sheet.broader.map(ref),
		narrower: sheet.narrower.map(ref),
		related: sheet.related.map(ref),
		aspects: sheet.aspects,
		paths: sheet.paths.map((path) => path.map(ref)),
		recordCount: sheet.recordCount,
		recordCountWithNarrower: sheet.recordCountWithNarrower,
		...(sheet.chiefCount !== undefined && { chiefCount: sheet.chiefCount })
	};
}

/** A record in a list, as scripts want it. */
function apiRecordLine({ id, item, kind }: RecordLine) {
	return {
		id,
		title: item.title ?? '',
		year: yearOf(item) ?? null,
		kind,
		authors: (item.author ?? []).map(nameInWords),
		...(item['container-title'] && { source: item['container-title'] }),
		...(item.DOI && { doi: item.DOI })
	};
}

export function apiSearch({
	count,
	records,
	strategy,
	yields,
	remarks
}: Awaited<ReturnType<typeof searchIndex>>) {
	return {
		count,
		records: records.map(apiRecordLine),
		...(remarks.length > 0 && { remarks }),
		...(yields && {
			yields: {
				count: yields.count,
				withoutLimits: yields.withoutLimits,
				blocks: yields.blocks.map(({ id, lines, all, surviving, without, removes }) => {
					const block = strategy.blocks.find((other) => other.id === id);
					return {
						name: block?.name ?? '',
						status: block?.status ?? 'required',
						all,
						surviving,
						without,
						removes,
						lines: lines.map(({ id: lineId, all, only, loss, gain }) => {
							const line = block?.lines.find((other) => other.id === lineId);
							return { cql: line ? printLine(line) : '', all, only, loss, gain };
						})
					};
				}),
				limits: yields.limits.map((limit, i) => ({ cql: printLimit(strategy.limits[i]), ...limit }))
			}
		})
	};
}

export function apiComposition({ count, of, dimensions }: Composition) {
	return {
		count,
		of,
		dimensions: Object.fromEntries(
			dimensions.map(({ name, values, notLabelled }) => [
				name,
				{ values: values.map(({ key: _, ...value }) => value), notLabelled }
			])
		)
	};
}

export function apiPhrases({ count, sampled, phrases }: Phrases) {
	return { count, ...(sampled !== undefined && { sampled }), phrases };
}

export function apiPearls(indexes: readonly PearlsOfIndex[]) {
	return {
		indexes: indexes.map(({ index, pearls, found, recall, missed }) => ({
			index,
			pearls,
			found: found.length,
			recall,
			missed: missed.map(({ id, blocks, exclusions, limits, wouldPass, together: { adds } }) => ({
				id,
				blocks,
				exclusions,
				limits,
				wouldPass,
				together: { adds }
			}))
		}))
	};
}

export function apiRecord({ item, headings, limits }: RecordLine) {
	return {
		...item,
		limits,
		headings: headings.map(({ id, uri, label, chief, aspect }) => ({
			id: id ?? '',
			uri,
			label,
			chief,
			...(aspect !== null && { aspect })
		}))
	};
}

export function apiReadingList(entries: readonly ListEntry[]) {
	return entries.map(
		({ id, records, citation, title, year, decision, reason, note, tags, from, addedAt, decidedAt }) => ({
			id,
			records: records.map(({ indexCode, record }) => ({ index: indexCode, id: record })),
			...(citation && { citation }),
			title,
			year,
			decision,
			...(reason && { reason }),
			...(note && { note }),
			tags,
			from,
			addedAt,
			...(decidedAt && { decidedAt })
		})
	);
}

/** A difference as the API tells it. */
export const apiDifference = ({ counts, changes }: EditionDifference) => ({
	counts,
	changes: changes.map(({ kinds, from, to, evidence }) => ({
		kinds,
		...(from && { from }),
		...(to && { to }),
		evidence
	}))
});

export const apiRepair = ({
	id,
	conceptId,
	indexCode: index,
	from,
	to,
	pick,
	touched,
	happened,
	proposal,
	price
}: PricedRepair) => ({
	id,
	conceptId,
	index,
	editions: { from, to },
	headings: pick?.headings ?? [],
	touched,
	happened,
	proposal,
	...(price && { finds: price })
});

/** A watch as the API tells it. Its feed is read by whoever has the address, while whom it was given to takes part. */
export const apiWatch = ({ key, ...watch }: WatchSummary) => ({
	...watch,
	...(key !== undefined && { feed: `/watches/${key}/feed.atom` })
});
