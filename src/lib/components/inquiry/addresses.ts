/** Addresses of the screens of an inquiry. The concept and the index in hand travel along. */

export interface Place {
	id: string;
	concept?: string;
	/** Code of the index in hand. */
	index?: string;
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
export const questionAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/question`, { concept, index });
export const indexesAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/indexes`, { concept, index });
export const strategyAt = ({ id, concept, index }: Place, code = index) =>
	address(`/inquiry/${id}/strategy`, { index: code, concept });
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
	/** A heading by its identifier, as it is asked for. */
	heading?: { id: string; withNarrower?: boolean; chief?: boolean; aspect?: string; year?: number };
	/** Commands that are tried, and whether only what they gain or lose is to be opened. */
	tried?: readonly unknown[];
	which?: string;
}
/** The records that a strategy finds, or that a run found, or what a number says. */
export const recordsAt = (
	{ id, concept, index }: Place,
	code = index,
	{ run, beside, sort, record, part, cql, heading, tried = [], which }: Opened = {}
) =>
	address(`/inquiry/${id}/records`, {
		index: code,
		run: run === undefined ? undefined : String(run),
		beside: beside === undefined ? undefined : String(beside),
		part,
		cql,
		heading: heading?.id,
		narrower: heading?.withNarrower ? 'yes' : undefined,
		chief: heading?.chief ? 'yes' : undefined,
		aspect: heading?.aspect,
		year: heading?.year === undefined ? undefined : String(heading.year),
		which,
		try: tried.length > 0 ? JSON.stringify(tried) : undefined,
		sort,
		record,
		concept
	});
export const logbookAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/logbook`, { concept, index });
export const lanesAt = ({ id, concept, index }: Place, q?: string) =>
	address(`/inquiry/${id}/browse`, { q, concept, index });
export const displayAt = ({ id, concept }: Place, code: string, display?: string, typed?: string) =>
	address(`/inquiry/${id}/browse/${code}`, { display, typed, concept });
export const lineageAt = ({ id, concept }: Place, code: string, heading: string, q?: string) =>
	address(`/inquiry/${id}/browse/${code}/${encodeURIComponent(heading)}`, { q, concept });
