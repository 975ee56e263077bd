/** Reading the records that pearls name, and the records of the same works in other indexes. */
import { connection } from '../db';

/** Records by normalised DOI, or by folded title with first author; one row for each that is asked for and found. */
export function recordsOfWorks(
	codes: readonly string[],
	dois: readonly (string | null)[],
	titles: readonly (string | null)[]
): Promise<
	{ i: number; index: string; key: string; title: string; year: number | null; doi: string | null }[]
> {
	return connection().sql`
		with asked as (
			select (ord - 1)::int as i, doi, work_title
			from unnest(${[...dois]}::text[], ${[...titles]}::text[]) with ordinality as a(doi, work_title, ord)
		)
		select a.i, r.index_code as index, r.key, coalesce(r.csl->>'title', '') as title, r.year, r.doi
		from asked a join records r on r.doi = a.doi
		where r.index_code = any(${[...codes]}::text[])
		union
		select a.i, r.index_code, r.key, coalesce(r.csl->>'title', ''), r.year, r.doi
		from asked a join records r on r.work_title = a.work_title
		where r.index_code = any(${[...codes]}::text[])
		order by i, index, key`;
}

export interface PearlRecord {
	/** What was marked: an index and what it calls the record. */
	code: string;
	key: string;
	/** A record of that work: the one that was marked, or one of another index. */
	index: string;
	n: number;
	id: string;
	title: string;
}

/** For each pearl its own record and those of the same work elsewhere; one that is gone has none. One statement. */
export function recordsOfPearls(codes: readonly string[], keys: readonly string[]): Promise<PearlRecord[]> {
	return connection().sql<PearlRecord>`
		with marked as (
			select m.code, m.key, r.n from unnest(${[...codes]}::text[], ${[...keys]}::text[]) as m(code, key)
			join records r on r.index_code = m.code and r.key = m.key
		), works as (
			select code, key, code as index, n from marked
			union
			select m.code, m.key, s.other_code, s.other_n
			from marked m join shared_works s on s.index_code = m.code and s.n = m.n
		)
		select w.code, w.key, w.index, w.n, r.key as id, coalesce(r.csl->>'title', '') as title
		from works w join records r on r.index_code = w.index and r.n = w.n
		order by w.index, w.n`;
}
