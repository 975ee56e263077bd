/** Reading records that are named, and the records of the same works in other indexes. */
import type { ListedRecord } from '../../../core/crosswalk';
import type { CslItem } from '../../../core/evidence/citation';
import { connection } from '../db';

/** Records by normalised DOI, or by folded title with first author; one row for each that is asked for and found. */
export function recordsOfWorks(
	codes: readonly string[],
	dois: readonly (string | null)[],
	titles: readonly (string | null)[]
): Promise<
	{
		i: number;
		index: string;
		key: string;
		title: string;
		year: number | null;
		doi: string | null;
		marks: string[] | null;
	}[]
> {
	return connection().sql`
		with asked as (
			select (ord - 1)::int as i, doi, work_title
			from unnest(${[...dois]}::text[], ${[...titles]}::text[]) with ordinality as a(doi, work_title, ord)
		)
		select a.i, r.index_code as index, r.key, coalesce(r.csl->>'title', '') as title, r.year, r.doi,
			r.work_marks as marks
		from asked a join records r on r.doi = a.doi
		where r.index_code = any(${[...codes]}::text[])
		union
		select a.i, r.index_code, r.key, coalesce(r.csl->>'title', ''), r.year, r.doi, r.work_marks
		from asked a join records r on r.work_title = a.work_title
		where r.index_code = any(${[...codes]}::text[])
		order by i, index, key`;
}

export interface WorkRecord {
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
export function recordsOfTheirWorks(
	codes: readonly string[],
	keys: readonly string[]
): Promise<WorkRecord[]> {
	return connection().sql<WorkRecord>`
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

/** Citations of some records, without their abstracts. */
export function citedRecords(
	code: string,
	numbers: readonly number[]
): Promise<{ n: number; key: string; item: CslItem }[]> {
	return connection().sql`
		select n, key, csl - 'abstract' as item from records
		where index_code = ${code} and n = any(${[...numbers]}::int[])`;
}

/** The records of other indexes that are of one work with some records. */
export function partnersOf(
	code: string,
	numbers: readonly number[],
	codes: readonly string[]
): Promise<{ n: number; otherCode: string; otherN: number; otherKey: string }[]> {
	return connection().sql`
		select s.n, s.other_code as "otherCode", s.other_n as "otherN", r.key as "otherKey"
		from shared_works s join records r on r.index_code = s.other_code and r.n = s.other_n
		where s.index_code = ${code} and s.n = any(${[...numbers]}::int[]) and s.other_code = any(${[...codes]}::text[])
		order by s.n, array_position(${[...codes]}::text[], s.other_code), s.other_n`;
}

export const nameOf = ({ indexCode, record }: ListedRecord) => `${indexCode}/${record}`;

/** The numbers of records by what their indexes call them, under `nameOf` each; one that is gone has none. */
export async function numbersOfRecords(names: readonly ListedRecord[]): Promise<Map<string, number>> {
	const rows = await connection().sql<{ code: string; key: string; n: number }>`
		select r.index_code as code, r.key, r.n
		from unnest(${names.map(({ indexCode }) => indexCode)}::text[], ${names.map(({ record }) => record)}::text[]) as m(code, key)
		join records r on r.index_code = m.code and r.key = m.key`;
	return new Map(rows.map(({ code, key, n }) => [`${code}/${key}`, n]));
}
