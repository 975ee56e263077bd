/** Addresses of the screens of an inquiry. The current concept travels along. */

interface Place {
	id: string;
	concept?: string;
}

function address(path: string, parameters: Record<string, string | undefined>): string {
	const query = new URLSearchParams(
		Object.entries(parameters).filter((entry): entry is [string, string] => Boolean(entry[1]))
	);
	return query.size > 0 ? `${path}?${query}` : path;
}

export const crosswalkAt = ({ id, concept }: Place, cell?: string) =>
	address(`/inquiry/${id}`, { concept, cell });
export const questionAt = ({ id, concept }: Place) => address(`/inquiry/${id}/question`, { concept });
export const indexesAt = ({ id, concept }: Place) => address(`/inquiry/${id}/indexes`, { concept });
export const strategyAt = ({ id, concept }: Place, code?: string) =>
	address(`/inquiry/${id}/strategy`, { index: code, concept });
/** The records that a strategy finds, or that a run found. */
export const recordsAt = (
	{ id, concept }: Place,
	code?: string,
	{ run, sort, record }: { run?: number; sort?: string; record?: string } = {}
) =>
	address(`/inquiry/${id}/records`, {
		index: code,
		run: run === undefined ? undefined : String(run),
		sort,
		record,
		concept
	});
export const logbookAt = ({ id, concept }: Place) => address(`/inquiry/${id}/logbook`, { concept });
export const lanesAt = ({ id, concept }: Place, q?: string) =>
	address(`/inquiry/${id}/browse`, { q, concept });
export const displayAt = ({ id, concept }: Place, code: string, display?: string, typed?: string) =>
	address(`/inquiry/${id}/browse/${code}`, { display, typed, concept });
export const lineageAt = ({ id, concept }: Place, code: string, heading: string, q?: string) =>
	address(`/inquiry/${id}/browse/${code}/${encodeURIComponent(heading)}`, { q, concept });
