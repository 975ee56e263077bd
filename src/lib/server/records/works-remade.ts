/** Which records are of one work, worked out anew for those that an earlier release could not tell. */
import { workKeys } from '../../../core/evidence';
import { inOneStep, type RecordPlace, tellWorks, untold, worksAreDone, worksAreLeft } from './remaking-rows';
import { pairWorks } from './work-rows';

const AT_A_TIME = 2_000;

/**
 * Gives records without an author, and those of bodies, what tells their works, and pairs them; what people joined or split
 * stays so. Does nothing once it was done. Several servers take turns, and one that is stopped is gone on from.
 */
export async function remakeWorks(): Promise<void> {
	let after: RecordPlace | undefined = { code: '', n: -1 };
	while (after) after = await remakeSome(after);
}

/** @returns the last record that was looked at, where there may be more */
const remakeSome = (after: RecordPlace): Promise<RecordPlace | undefined> =>
	inOneStep(async (tx) => {
		if (!(await worksAreLeft(tx))) return undefined;
		const rows = await untold(tx, after, AT_A_TIME);
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
		if (rows.length === AT_A_TIME) return rows[AT_A_TIME - 1];
		await worksAreDone(tx);
		return undefined;
	});
