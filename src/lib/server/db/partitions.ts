/**
 * The rows of a vocabulary lie in a partition for each edition. They are taken in without an index to keep, and their
 * keys are built at once when all are there; and an edition goes with its partitions, however many rows it has.
 */

/** The tables that are parted by edition, in the order in which they are always locked. */
const PARTED = ['headings', 'labels', 'notes', 'relations', 'entry_terms', 'edition_packs'] as const;
export type Parted = (typeof PARTED)[number];

export const partitionOf = (table: Parted, edition: number) => `${table}_${Number(edition)}`;

/** Statements that make the partitions of an edition, not yet parts of their tables and without keys. */
export const makePartitions = (edition: number) =>
	PARTED.map((table) => `create table ${partitionOf(table, edition)} (like ${table} including storage)`).join(
		'; '
	);

/** The statement that builds the keys of an edition's rows and makes them part of their table. */
export const attachPartition = (table: Parted, edition: number) =>
	`alter table ${table} attach partition ${partitionOf(table, edition)} for values in (${Number(edition)})`;

/** The statement that removes all rows of some editions, of one at least. O(editions). */
export const dropPartitions = (editions: readonly number[]) =>
	`drop table ${PARTED.flatMap((table) => editions.map((edition) => partitionOf(table, edition))).join(', ')}`;
