/** What a crosswalk needs of the rows of vocabularies and of its history. */
import { and, eq, inArray, isNotNull, isNull, or, sql, type Column } from 'drizzle-orm';
import type { Chains } from '../../../core/crosswalk';
import { connection, entryTerms, headings } from '../db';

/** A heading by its edition and its place in it. */
export interface Place {
	edition: number;
	n: number;
}

/** When each cell was last changed. */
export async function lastChanges(id: string): Promise<Record<string, string>> {
	const rows = await connection().sql<{ cell: string; at: string }>`
		select cell, max(at) as at from changes, unnest(cells) as cell where inquiry_id = ${id} group by cell`;
	return Object.fromEntries(rows.map(({ cell, at }) => [cell, new Date(at).toISOString()]));
}

/** Edition by edition, so that only their partitions are looked at, each for its own headings. */
function among(columns: { editionId: Column; n: Column }, places: readonly Place[]) {
	const editions = new Map<number, number[]>();
	for (const { edition, n } of places) {
		const here = editions.get(edition) ?? [];
		here.push(n);
		editions.set(edition, here);
	}
	return or(
		...Array.from(editions, ([edition, here]) =>
			and(eq(columns.editionId, edition), inArray(columns.n, here))
		)
	);
}

/** The aspects that headings allow, of those that allow any. */
export async function aspectsAt(places: readonly Place[]) {
	if (places.length === 0) return [];
	return connection()
		.db.select({ edition: headings.editionId, n: headings.n, aspects: headings.aspects })
		.from(headings)
		.where(and(among(headings, places), sql`cardinality(${headings.aspects}) > 0`));
}

/** The entry terms of some headings, those that lead to them alone, in one statement. */
export async function termsAt(places: readonly Place[]) {
	if (places.length === 0) return [];
	return connection()
		.db.select({
			edition: entryTerms.editionId,
			n: entryTerms.n,
			text: entryTerms.text,
			lang: entryTerms.lang
		})
		.from(entryTerms)
		.where(and(among(entryTerms, places), isNull(entryTerms.together)))
		.orderBy(entryTerms.position);
}

/** When headings were introduced, by their place; those of which nothing is said are left out. */
export async function introducedAt(places: readonly Place[]): Promise<Map<number, string>> {
	if (places.length === 0) return new Map();
	const rows = await connection()
		.db.select({ n: headings.n, introduced: headings.introduced })
		.from(headings)
		.where(and(among(headings, places), isNotNull(headings.introduced)));
	return new Map(rows.map(({ n, introduced }) => [n, String(introduced)]));
}

/** What came before some headings of an edition, and before those, with the years; in two statements. */
export async function chainsAt(edition: number, numbers: readonly number[]): Promise<Chains> {
	if (numbers.length === 0) return { introduced: new Map(), predecessors: new Map() };
	const edges = await connection().sql<{ n: number; other: number }>`
		with recursive chain (n, other) as (
			select n, other from relations
			where edition_id = ${edition} and kind = 'replaces' and n = any(${[...numbers]}::int[])
			union
			select r.n, r.other from chain c join relations r
				on r.edition_id = ${edition} and r.kind = 'replaces' and r.n = c.other
		) select n, other from chain order by n, other`;
	const predecessors = new Map<number, number[]>();
	for (const { n, other } of edges) predecessors.set(n, [...(predecessors.get(n) ?? []), other]);
	const all = [...new Set([...numbers, ...edges.map(({ other }) => other)])];
	const years = await introducedAt(all.map((n) => ({ edition, n })));
	return { introduced: new Map([...years].map(([n, year]) => [n, Number(year)])), predecessors };
}
