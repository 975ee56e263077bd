/** The rows of records that tell no work yet, and what an earlier release left to be made anew. */
import type { CslItem } from '../../../core/evidence/citation';
import { connection, type Transaction } from '../db';

/** Does some of what is to be made anew, whole or not at all. */
export const inOneStep = <T>(work: (tx: Transaction) => Promise<T>): Promise<T> =>
	connection().sql.begin(work);

/** Whether works are still to be told; held until the transaction ends, so that servers take turns. */
export async function worksAreLeft(tx: Transaction): Promise<boolean> {
	const rows = await tx`select name from remakings where name = 'works' for update`;
	return rows.length > 0;
}

export async function worksAreDone(tx: Transaction): Promise<void> {
	await tx`delete from remakings where name = 'works'`;
}

export interface RecordPlace {
	code: string;
	n: number;
}

/** The next records with a title that nothing is known of as works, in the order of their key: all are gone through once. */
export function untold(
	tx: Transaction,
	after: RecordPlace,
	most: number
): Promise<(RecordPlace & { csl: CslItem })[]> {
	return tx<RecordPlace & { csl: CslItem }>`
		select index_code as code, n, csl - 'abstract' as csl from records
		where (index_code, n) > (${after.code}, ${after.n}) and work_title is null and coalesce(csl->>'title', '') <> ''
		order by index_code, n limit ${most}`;
}

/**
 * Puts down what tells the works of some records. Marks go as JSON: an array of arrays of different lengths is none to
 * PostgreSQL. A title that folds to nothing tells no work, and is not come by again.
 */
export async function tellWorks(
	tx: Transaction,
	code: string,
	told: readonly { n: number; title?: string; marks?: string[] }[]
): Promise<void> {
	await tx`
		update records r set work_title = of.title,
			work_marks = case when of.marks is null then null
				else array(select jsonb_array_elements_text(of.marks::jsonb)) end
		from unnest(${told.map(({ n }) => n)}::int[], ${told.map(({ title }) => title ?? '')}::text[],
			${told.map(({ marks }) => (marks ? JSON.stringify(marks) : null))}::text[]) as of(n, title, marks)
		where r.index_code = ${code} and r.n = of.n`;
}
