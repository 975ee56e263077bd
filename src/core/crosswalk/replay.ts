/** An inquiry as it was: today's rows with the changes since then taken back. */
import { applyTo, invert } from './changes';
import type { Change, Inquiry, Row, Table } from './inquiry';
import { NO_SETTINGS } from './strategy-settings';

/** What rows lack that were logged before a field was introduced, and what that means. */
const BEFORE_THERE_WAS: Partial<Record<Table, object>> = {
	// Words looked anywhere before they could be told where.
	about: { wordField: 'anywhere' },
	words: { lang: '', capitals: false, off: [] },
	picks: { cuts: [], chief: false, aspects: [] },
	strategies: NO_SETTINGS
};

const completed = (table: Table, row: Row | null): Row | null =>
	row && ({ ...BEFORE_THERE_WAS[table], ...row } as Row);

/**
 * An inquiry before some changes that led to it. O(rows of the changes) besides a shallow copy of the tables they touch.
 * @param changes oldest first, without a gap to what the inquiry is now
 */
export function beforeChanges(inquiry: Inquiry, changes: readonly Change[]): Inquiry {
	const back = invert(changes).map(({ table, id, before, after }) => ({
		table,
		id,
		before,
		after: completed(table, after)
	}));
	return applyTo({ ...inquiry }, new Set(), back, true);
}
