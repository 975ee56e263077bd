/** Which records are of one work, worked out anew for those that an earlier release could not tell. */
import { workKeys } from '../../../core/evidence';
import { inOneStep, tellWorks, untold, worksAreDone, worksAreLeft } from './remaking-rows';
import { pairWorks } from './work-rows';

const AT_A_TIME = 2_000;

/**
 * Gives records without an author, and those of bodies, what tells their works, and pairs them; what people joined or split
 * stays so. Does nothing once it was done. Several servers take turns, and one that is stopped is gone on from.
 */
export async function remakeWorks(): Promise<void> {
	while (await remakeSome());
}

/** @returns whether there may be more */
const remakeSome = (): Promise<boolean> =>
	inOneStep(async (tx) => {
		if (!(await worksAreLeft(tx))) return false;
		const rows = await untold(tx, AT_A_TIME);
		const told = rows.map(({ code, n, csl }) => ({ code, n, ...workKeys(csl) }));
		for (const code of new Set(told.map((row) => row.code))) {
			const own = told.filter((row) => row.code === code);
			await tellWorks(tx, code, own);
			await pairWorks(
				tx,
				code,
				own.filter(({ title }) => title !== undefined).map(({ n }) => n)
			);
		}
		if (rows.length < AT_A_TIME) await worksAreDone(tx);
		return rows.length === AT_A_TIME;
	});
