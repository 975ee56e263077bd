/** Addresses of the screens of an inquiry. The concept and the index in hand travel along. */
import type { ListOrder, ListPart } from '$core/reading';
import { cqlOfWords } from '$core/search';

export interface Place {
	id: string;
	concept?: string;
	/** Code of the index in hand. */
	index?: string;
	/** The concept that picks go to although the word looked up is another one's. */
	to?: string;
}

function address(path: string, parameters: Record<string, string | undefined>): string {
	const query = new URLSearchParams(
		Object.entries(parameters).filter((entry): entry is [string, string] => Boolean(entry[1]))
	);
	return query.size > 0 ? `${path}?${query}` : path;
}

export const crosswalkAt = ({ id, concept, index }: Place, cell?: string) =>
	address(`/inquiry/${id}`, { concept, index: cell ? undefined : index, cell });
/** Suggestions for what is undecided: of all cells, of a concept's, or of an index's. */
export const draftAt = ({ id, concept }: Place, only: { concept?: string; index?: string } = {}) =>
	address(`/inquiry/${id}/draft`, { concept, for: only.concept, in: only.index });
export const keepUpAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/keep-up`, { concept, index });
export const changedAt = ({ id, concept, index }: Place, since?: string) =>
	address(`/inquiry/${id}/changed`, { since, concept, index });
export const questionAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/question`, { concept, index });
export const indexesAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/indexes`, { concept, index });
export const strategyAt = ({ id, concept, index }: Place, code = index) =>
	address(`/inquiry/${id}/strategy`, { index: code, concept });
/** What is suggested for one cell, as data. */
export const suggestionsAt = (id: string, conceptId: string, code: string) =>
	address(`/inquiry/${id}/suggestions`, { concept: conceptId, index: code });
/** What of an index's records is to be opened; nothing at all means what its strategy finds. */
export interface Opened {
	run?: number;
	/** With a run: another one that it is set beside. */
	beside?: number;
	sort?: string;
	record?: string;
	/** A part of the strategy, by name. */
	part?: string;
	cql?: string;
	/** A text: the records that say it. */
	said?: string;
	/** A heading by its identifier, as it is asked for. */
	heading?: { id: string; withNarrower?: boolean; chief?: boolean; aspect?: string; year?: number };
	/** Commands that are tried, and whether only what they gain or lose is to be opened. */
	tried?: readonly unknown[];
	which?: string;
	/** Every record of the index. */
	whole?: boolean;
	/** Of a text, a heading, a whole index: only what the limits of the inquiry leave. */
	limited?: boolean;
	/** One region of sets that overlap: in those at these places, in no other. */
	among?: { sets: string; members: readonly number[] };
	/** The neighbours of a record. */
	near?: { record: string; how: string };
	/** Of what was found, only what these keep. */
	filter?: readonly Filter[];
	/** How it is looked at; as a list without. */
	view?: View;
}
export const VIEWS = ['list', 'composition', 'headings', 'words'] as const;
export type View = (typeof VIEWS)[number];
/** Names in an address that do not tell one result from another. */
const OF_THE_SCREEN = ['record', 'item', 'from', 'view', 'by', 'concept', 'sort', 'index'];
/** What of an address tells a result from others, always in the same order. */
export function resultIn(url: URL): string {
	const query = new URLSearchParams(url.search);
	for (const name of OF_THE_SCREEN) query.delete(name);
	query.sort();
	return query.toString();
}
export const recentAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/recent`, { concept, index });
/** Where something that was looked at is opened again. */
export function lookedAt(
	place: Place,
	{ kind, indexCode, search }: { kind: 'word' | 'heading' | 'result'; indexCode: string; search: string }
): string {
	const query = Object.fromEntries(new URLSearchParams(search));
	if (kind === 'word') return lanesAt(place, query.q);
	if (kind === 'heading') return lineageAt(place, indexCode, query.heading);
	return indexCode === ''
		? address(`/inquiry/${place.id}/pooled`, { ...query, concept: place.concept })
		: address(`/inquiry/${place.id}/records`, { index: indexCode, ...query, concept: place.concept });
}
/** The records that it stands for, where these are not what it opens. */
export function recordsLookedAt(
	place: Place,
	entry: { kind: 'word' | 'heading' | 'result'; indexCode: string; search: string }
): string {
	const { kind, indexCode, search } = entry;
	const query = new URLSearchParams(search);
	if (kind === 'word') return pooledAt(place, { cql: cqlOfWords(query.get('q') ?? '') });
	if (kind === 'heading') return recordsAt(place, indexCode, { heading: { id: query.get('heading') ?? '' } });
	return lookedAt(place, entry);
}
/** What is kept of a result by values of one dimension. */
export interface Filter {
	by: string;
	how: 'any' | 'all' | 'out' | 'unlabelled';
	values: string[];
}
/** The records that a strategy finds, or that a run found, or what a number says. */
export const recordsAt = (
	{ id, concept, index }: Place,
	code = index,
	{
		run,
		beside,
		sort,
		record,
		part,
		cql,
		said,
		heading,
		tried = [],
		which,
		whole,
		limited,
		among,
		near,
		filter = [],
		view
	}: Opened = {}
) =>
	address(`/inquiry/${id}/records`, {
		index: code,
		run: run === undefined ? undefined : String(run),
		beside: beside === undefined ? undefined : String(beside),
		part,
		cql,
		said,
		heading: heading?.id,
		narrower: heading?.withNarrower ? 'yes' : undefined,
		chief: heading?.chief ? 'yes' : undefined,
		aspect: heading?.aspect,
		year: heading?.year === undefined ? undefined : String(heading.year),
		which,
		try: tried.length > 0 ? JSON.stringify(tried) : undefined,
		whole: whole ? 'yes' : undefined,
		limits: limited ? 'yes' : undefined,
		among: among?.sets,
		members: among?.members.join('.'),
		near: near?.record,
		as: near?.how,
		sift: filter.length > 0 ? JSON.stringify(filter) : undefined,
		view: view === 'list' ? undefined : view,
		sort,
		record,
		concept
	});
/** What of the pooled list is looked at; the strategies of all chosen indexes with nothing said. */
export interface OfPool {
	/** Runs of different indexes, instead of strategies. */
	runs?: readonly number[];
	/** With a value: of all that the indexes have, not of what their strategies find. */
	whole?: boolean;
	/** One text that is searched for in every index, instead of their strategies. */
	cql?: string;
	/** Of a text or a value: only what the limits of the inquiry leave. */
	limited?: boolean;
	/** Codes of indexes left out. */
	without?: readonly string[];
	/** Only works that stand in just these parts. */
	members?: readonly number[];
	/** Only works that have a value, by its key, of a dimension. */
	has?: string;
	value?: string;
	sort?: string;
	from?: number;
	/** The item in hand, by the index of its first record and that record. */
	item?: string;
}
/** The query of such an address. */
export const queryOfPool = ({
	runs = [],
	whole,
	cql,
	limited,
	without = [],
	members = [],
	has,
	value,
	sort,
	from,
	item
}: OfPool) => ({
	runs: runs.join('.'),
	whole: whole && has ? 'yes' : undefined,
	cql: cql || undefined,
	limits: limited ? 'yes' : undefined,
	without: without.join('.'),
	members: members.join('.'),
	has: has || undefined,
	value: has ? value : undefined,
	sort: sort === 'relevance' ? undefined : sort,
	from: from ? String(from) : undefined,
	item
});
/** A text that every index understands, as it names no heading and no field of one index alone. */
export const textKept = (url: URL): string | undefined => {
	const cql = url.searchParams.get('cql') ?? undefined;
	return cql !== undefined && /^\(?(cql\.|dc\.(title|description|creator) )/.test(cql) ? cql : undefined;
};
/** What every index knows of its records in the same way, so that a result by it is kept from one index to another. */
const IN_ALL = ['person', 'author', 'source', 'affiliation', 'funder', 'year', 'language', 'type'];
/** Of an index as a whole, what one value of a person, place, source and the like leaves: where the same is in another index. */
export function valueKept(url: URL): { by: string; value: string } | undefined {
	if (url.searchParams.get('whole') !== 'yes') return undefined;
	const has = url.searchParams.get('has');
	if (has) return { by: has, value: url.searchParams.get('value') ?? '' };
	const filters = filtersIn(url);
	const [{ by, how, values } = { by: '', how: 'out', values: [] }] = filters;
	return filters.length === 1 && how === 'any' && values.length === 1 && IN_ALL.includes(by)
		? { by, value: values[0] }
		: undefined;
}
export const pooledAt = ({ id, concept }: Place, of: OfPool = {}) =>
	address(`/inquiry/${id}/pooled`, { ...queryOfPool(of), concept });
/** What of an address says which result is read, without how it is looked at. */
const OF_THE_VIEW = ['record', 'from', 'view', 'by'];
/** The same result with one more filter, or without the last one; in the view named, else as a list. */
export function filteredAt(url: URL, more: Filter | 'back', view?: View): string {
	const next = new URL(url);
	for (const name of OF_THE_VIEW) next.searchParams.delete(name);
	const filters = filtersIn(url);
	const kept = more === 'back' ? filters.slice(0, -1) : [...filters, more];
	if (kept.length > 0) next.searchParams.set('sift', JSON.stringify(kept));
	else next.searchParams.delete('sift');
	if (view && view !== 'list') next.searchParams.set('view', view);
	return next.pathname + next.search;
}
/** The same result, looked at otherwise; in the composition, at one dimension. */
export function viewedAt(url: URL, view: View, by?: string): string {
	const next = new URL(url);
	for (const name of OF_THE_VIEW) next.searchParams.delete(name);
	if (view !== 'list') next.searchParams.set('view', view);
	if (by) next.searchParams.set('by', by);
	return next.pathname + next.search;
}
/** What an address says is kept; nothing where it cannot be read, which the server says in words. */
export function filtersIn(url: URL): Filter[] {
	try {
		return JSON.parse(url.searchParams.get('sift') ?? '[]') as Filter[];
	} catch {
		return [];
	}
}
/** Which works of the reading list are looked at, and which is in hand. */
export interface OfList {
	part?: ListPart;
	order?: ListOrder;
	find?: string;
	tag?: string;
	/** The work in hand, by its entry. */
	work?: string;
}
export const readingListAt = ({ id, concept, index }: Place, { part, order, ...of }: OfList = {}) =>
	address(`/inquiry/${id}/reading-list`, {
		part: part === 'all' ? undefined : part,
		order: order === 'added' ? undefined : order,
		...of,
		concept,
		index
	});
/** The works of the list as citations; kept ones with nothing said. */
export const citationsAt = ({ id, concept, index }: Place, part?: string) =>
	address(`/inquiry/${id}/reading-list/citations`, { part, concept, index });
export const outboxAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/outbox`, { concept, index });
export const reportAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/report`, { concept, index });
export const pearlsAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/pearls`, { concept, index });
/** The check of all strategies. */
export const checkAt = ({ id, concept, index }: Place) => address(`/inquiry/${id}/check`, { concept, index });
export const logbookAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/logbook`, { concept, index });
/** An inquiry as it was after a change; as it is, where none is named. */
export const replayAt = ({ id }: Place, revision?: number) =>
	address(`/inquiry/${id}/replay`, { at: revision === undefined ? undefined : String(revision) });
export const lanesAt = ({ id, concept, index }: Place, q?: string) =>
	address(`/inquiry/${id}/browse`, { q, concept, index });
export const displayAt = ({ id, concept }: Place, code: string, display?: string, typed?: string) =>
	address(`/inquiry/${id}/browse/${code}`, { display, typed, concept });
export const lineageAt = ({ id, concept, to }: Place, code: string, heading: string, q?: string) =>
	address(`/inquiry/${id}/browse/${code}/${encodeURIComponent(heading)}`, {
		q,
		concept,
		to: q ? to : undefined
	});
