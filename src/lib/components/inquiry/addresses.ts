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
export const questionAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/question`, { concept, index });
export const indexesAt = ({ id, concept, index }: Place) =>
	address(`/inquiry/${id}/indexes`, { concept, index });
export const strategyAt = ({ id, concept, index }: Place, code = index) =>
	address(`/inquiry/${id}/strategy`, { index: code, concept });
/** The records that a strategy finds, or that a run found. */
export const recordsAt = (
	{ id, concept, index }: Place,
	code = index,
	{ run, sort, record }: { run?: number; sort?: string; record?: string } = {}
) =>
	address(`/inquiry/${id}/records`, {
		index: code,
		run: run === undefined ? undefined : String(run),
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
