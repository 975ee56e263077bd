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
			select n, doi, work_title, work_marks, year from records where index_code = ${indexCode} and n = any(${own}::int[])
		), pairs as (
			select own.n, r.index_code as other_code, r.n as other_n
			from own join records r on r.doi = own.doi
			where r.index_code <> ${indexCode}
			union
			select own.n, r.index_code, r.n
			from own join records r on r.work_title = own.work_title
			where r.index_code <> ${indexCode} and (r.doi is null or own.doi is null)
				and case when own.work_marks is null then abs(r.year - own.year) <= 1
					else r.year = own.year and r.work_marks && own.work_marks end
		)
		insert into shared_works (index_code, n, other_code, other_n)
		select ${indexCode}, n, other_code, other_n from pairs
		union all
		select other_code, other_n, ${indexCode}, n from pairs`;
	await followDecisions(tx, indexCode, own);
}

/** Puts what people said of pairs in the place of what was worked out, for some records of an index. */
async function followDecisions(
	tx: Transaction,
	indexCode: string,
	numbers: readonly number[]
): Promise<void> {
	const own = [...numbers];
	const decided = await tx<{ n: number; code: string; other: number; same: boolean }>`
		with pairs as (
			select index_code, key, other_code, other_key, same from work_decisions
			union all
			select other_code, other_key, index_code, key, same from work_decisions
		)
		select r.n, o.index_code as code, o.n as other, pairs.same
		from pairs
		join records r on r.index_code = pairs.index_code and r.key = pairs.key
		join records o on o.index_code = pairs.other_code and o.key = pairs.other_key
		where pairs.index_code = ${indexCode} and r.n = any(${own}::int[])`;
	for (const { n, code, other, same } of decided)
		for (const [a, an, b, bn] of [
			[indexCode, n, code, other],
			[code, other, indexCode, n]
		] as const)
			if (same)
				await tx`
					insert into shared_works (index_code, n, other_code, other_n)
					values (${a}, ${an}, ${b}, ${bn}) on conflict do nothing`;
			else
				await tx`
					delete from shared_works
					where index_code = ${a} and n = ${an} and other_code = ${b} and other_n = ${bn}`;
}

/** A record by its index and what that calls it. */
export interface RecordName {
	code: string;
	key: string;
}

/**
 * Keeps what a person says of two records of different indexes: of one work, or not; with neither, what was said is taken
 * back, and what is worked out holds again. It lasts when they come in again.
 */
export async function decideWork(
	one: RecordName,
	other: RecordName,
	same: boolean | null,
	personId: string
): Promise<void> {
	const [a, b] = one.code < other.code ? [one, other] : [other, one];
	await connection().sql.begin(async (tx) => {
		if (same === null)
			await tx`
				delete from work_decisions
				where index_code = ${a.code} and key = ${a.key} and other_code = ${b.code} and other_key = ${b.key}`;
		else
			await tx`
				insert into work_decisions (index_code, key, other_code, other_key, same, person_id)
				values (${a.code}, ${a.key}, ${b.code}, ${b.key}, ${same}, ${personId})
				on conflict (index_code, key, other_code, other_key)
				do update set same = excluded.same, person_id = excluded.person_id, at = now()`;
		const rows = await tx<{ n: number }>`
			select n from records where index_code = ${a.code} and key = ${a.key}`;
		await pairWorks(
			tx,
			a.code,
			rows.map(({ n }) => n)
		);
	});
}

/** What people said of pairs of records of some indexes, by number. */
export function decisionsAmong(
	codes: readonly string[]
): Promise<{ code: string; n: number; otherCode: string; other: number; same: boolean }[]> {
	return connection().sql`
		select d.index_code as code, r.n, d.other_code as "otherCode", o.n as other, d.same
		from work_decisions d
		join records r on r.index_code = d.index_code and r.key = d.key
		join records o on o.index_code = d.other_code and o.key = d.other_key
		where d.index_code = any(${[...codes]}) and d.other_code = any(${[...codes]})
		order by d.index_code, d.key, d.other_code, d.other_key`;
}

/** Pairs of records that are of one work, by their numbers in the one index and in the other. */
export function pairsOfWorks(code: string, other: string): Promise<{ n: number; other: number }[]> {
	return connection().sql<{ n: number; other: number }>`
		select n, other_n as other from shared_works where index_code = ${code} and other_code = ${other} order by n`;
}
