/** Which records are of one work, worked out anew for those that an earlier release could not tell. */
import { workKeys } from '../../../core/evidence';
import type { CslItem } from '../../../core/evidence/citation';
import { connection } from '../db';
import { pairWorks } from './work-rows';

const AT_A_TIME = 2_000;

/**
 * Gives records without an author, and those of bodies, what tells their works, and pairs them; what people joined or split
 * stays so. Does nothing once it was done. Several servers take turns, and one that is stopped is gone on from.
 */
export async function remakeWorks(): Promise<void> {
	while (await remakeSome());
}

async function remakeSome(): Promise<boolean> {
	return connection().sql.begin(async (tx) => {
		const [wanted] = await tx`select name from remakings where name = 'works' for update`;
		if (!wanted) return false;
		const rows = await tx<{ code: string; n: number; csl: CslItem }>`
			select index_code as code, n, csl - 'abstract' as csl from records
			where work_title is null and coalesce(csl->>'title', '') <> '' limit ${AT_A_TIME}`;
		const keyed = rows.map(({ code, n, csl }) => ({ code, n, ...workKeys(csl) }));
		for (const code of new Set(keyed.map((row) => row.code))) {
			const own = keyed.filter((row) => row.code === code);
			// Marks are told as JSON: an array of arrays of different lengths is none to PostgreSQL. A title that folds to nothing
			// tells no work, and is not come by again.
			await tx`
				update records r set work_title = of.title,
					work_marks = case when of.marks is null then null
						else array(select jsonb_array_elements_text(of.marks::jsonb)) end
				from unnest(${own.map(({ n }) => n)}::int[], ${own.map(({ title }) => title ?? '')}::text[],
					${own.map(({ marks }) => (marks ? JSON.stringify(marks) : null))}::text[]) as of(n, title, marks)
				where r.index_code = ${code} and r.n = of.n`;
			await pairWorks(
				tx,
				code,
				own.filter(({ title }) => title !== undefined).map(({ n }) => n)
			);
		}
		if (rows.length < AT_A_TIME) await tx`delete from remakings where name = 'works'`;
		return rows.length === AT_A_TIME;
	});
}
