/** Row changes: carrying them out, taking them back, and seeing what stands in their way. */
import { canonical } from '../canonical';
import type { Change, Inquiry, Row, Table } from './inquiry';
import { indexRows, rowChanged } from './row-index';
import { NO_SETTINGS } from './strategy-settings';

/** The state after the changes. O(changes) besides a shallow copy of the tables touched. */
export const apply = (inquiry: Inquiry, changes: readonly Change[]): Inquiry =>
	applyTo({ ...inquiry }, new Set(), changes);

/**
 * The same to a state that is its caller's own, one after the other: a table is copied the first time it is touched. Tables
 * of thousands of rows are copied in milliseconds, which for thousands of changes in a row is half a minute.
 * @param copied tables that are the caller's own already; those that are copied now are added
 * @param isLong many more changes follow, so that rows are found by an index
 */
export function applyTo(
	next: Inquiry,
	copied: Set<Table>,
	changes: readonly Change[],
	isLong = false
): Inquiry {
	for (const { table, id, after } of changes) {
		if (table === 'about') {
			if (after) next.about = after as Inquiry['about'];
			continue;
		}
		if (!copied.has(table)) {
			next[table] = { ...next[table] } as never;
			copied.add(table);
			if (isLong) indexRows(table, next[table]);
		}
		const rows = next[table] as Record<string, Row>;
		rowChanged(rows, Object.hasOwn(rows, id) ? rows[id] : undefined, after);
		if (after) rows[id] = after;
		else delete rows[id];
	}
	return next;
}

/** The changes that take back the given ones. */
export function invert(changes: readonly Change[]): Change[] {
	return changes
		.map(({ table, id, before, after }) => ({ table, id, before: after, after: before }))
		.reverse();
}

/** The first change whose row is no longer as the change expects it, if any: it cannot be applied without a loss. */
export function obstacle(inquiry: Inquiry, changes: readonly Change[]): Change | undefined {
	return changes.find(({ table, id, before }) => !sameRow(rowOf(inquiry, table, id), before));
}

export function rowOf(inquiry: Inquiry, table: Table, id: string): Row | null {
	if (table === 'about') return inquiry.about;
	const rows = inquiry[table] as Record<string, Row>;
	return Object.hasOwn(rows, id) ? rows[id] : null;
}

/** What is left out in comparing: so a row from before a field was introduced equals one that says nothing with it. */
function saysNothing(field: unknown): boolean {
	return (
		field === undefined ||
		field === null ||
		field === false ||
		field === '' ||
		(Array.isArray(field) && field.length === 0)
	);
}

export function sameRow(a: Row | null, b: Row | null): boolean {
	return canonical(a, saysNothing) === canonical(b, saysNothing);
}

/**
 * The fields in which a change would silently overwrite what somebody else did: those it changes whose value is no
 * longer the one that its maker saw. Where the row itself came or went in between, that is the field named `row`.
 * @param seenRow the row as the maker of the change saw it
 */
export function contested(seenRow: Row | null, { table, id, before: now, after }: Change): string[] {
	// A strategy that has no row yet is seen as what the crosswalk says, and settled from there.
	const seen = seenRow ?? (table === 'strategies' ? { id, ...NO_SETTINGS } : null);
	if (sameRow(seen, now) || sameRow(now, after)) return [];
	if (!seen || !now || !after) return ['row'];
	const value = (row: Row, field: string) =>
		canonical({ field: (row as unknown as Record<string, unknown>)[field] }, saysNothing);
	return Object.keys({ ...now, ...after }).filter(
		(field) =>
			value(now, field) !== value(after, field) &&
			value(seen, field) !== value(now, field) &&
			(field !== 'limits' || isLimitContested(seen, now, after))
	);
}

/** Limits of an index are set one by one: those on different fields go together. O(limits²). */
function isLimitContested(seen: Row, now: Row, after: Row): boolean {
	const limits = (row: Row) => ('limits' in row ? row.limits : []);
	const on = (row: Row, field: string) =>
		canonical(limits(row).find((limit) => limit.field === field) ?? null, saysNothing);
	return [...limits(now), ...limits(after)].some(
		({ field }) => on(now, field) !== on(after, field) && on(seen, field) !== on(now, field)
	);
}
