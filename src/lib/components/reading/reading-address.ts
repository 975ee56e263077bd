/** Where the server is asked about the result that an address names. */

/**
 * @param search the query of the address; where the screen stands is known by it alone
 * @param revision of the inquiry: what its strategy finds changes with it
 */
export function readingAddress(
	search: string,
	inquiryId: string,
	code: string,
	revision: number,
	more: Record<string, string | number> = {},
	what = 'composition'
): string {
	const query = new URLSearchParams(search);
	for (const name of ['record', 'from', 'view', 'by', 'concept', 'sort', 'index']) query.delete(name);
	query.set('at', String(revision));
	for (const [name, value] of Object.entries(more)) query.set(name, String(value));
	return `/inquiry/${inquiryId}/${what}/${code}?${query}`;
}
