/** Which records of two indexes are of one work: worked out as records come in, by the rules of `isSameWork`. */
import { connection, type Transaction } from '../db';

/** Finds the records of other indexes that are of the works of some records. Four statements, each by index. */
export async function pairWorks(
	tx: Transaction,
	indexCode: string,
	numbers: readonly number[]
): Promise<void> {
	if (numbers.length === 0) return;
	// Two imports at once would each not see what the other brings; held until the transaction ends.
	await tx`select pg_advisory_xact_lock(hashtext('oakmoss shared works'))`;
	const own = [...numbers];
	await tx`
		delete from shared_works where index_code = ${indexCode} and n = any(${own}::int[])`;
	await tx`
		delete from shared_works where other_code = ${indexCode} and other_n = any(${own}::int[])`;
	await tx`
		with own as (
			select n, doi, work_title, year from records where index_code = ${indexCode} and n = any(${own}::int[])
		), pairs as (
			select own.n, r.index_code as other_code, r.n as other_n
			from own join records r on r.doi = own.doi
			where r.index_code <> ${indexCode}
			union
			select own.n, r.index_code, r.n
			from own join records r on r.work_title = own.work_title
			where r.index_code <> ${indexCode} and abs(r.year - own.year) <= 1 and (r.doi is null or own.doi is null)
		)
		insert into shared_works (index_code, n, other_code, other_n)
		select ${indexCode}, n, other_code, other_n from pairs
		union all
		select other_code, other_n, ${indexCode}, n from pairs`;
}

/** Pairs of records that are of one work, by their numbers in the one index and in the other. */
export function pairsOfWorks(code: string, other: string): Promise<{ n: number; other: number }[]> {
	return connection().sql<{ n: number; other: number }>`
		select n, other_n as other from shared_works where index_code = ${code} and other_code = ${other} order by n`;
}
