/**
 * Spreadsheets take a cell that begins with certain signs for a formula, and would carry it out. On the way out such a
 * cell is given an apostrophe, which spreadsheets take for “this is text”; on the way in that apostrophe goes again.
 * Cells with blanks at an end are guarded too, as readers may drop those, and so are cells that look guarded themselves:
 * every text comes back as it was.
 */
const NEEDS_GUARD = /^'*[=+\-@\s]|\s$/;

/** A cell as it can safely be opened in a spreadsheet. */
export const guard = (text: string): string => (NEEDS_GUARD.test(text) ? `'${text}` : text);

/** The text of a cell: what was guarded as it was, anything else without blanks at its ends. */
export function unguarded(cell: string): string {
	const text = cell.slice(1);
	return cell.startsWith("'") && NEEDS_GUARD.test(text) ? text : cell.trim();
}

/** A row with its texts guarded. */
export function guarded<T extends object>(row: T): T {
	return Object.fromEntries(
		Object.entries(row).map(([name, value]) => [name, typeof value === 'string' ? guard(value) : value])
	) as T;
}
