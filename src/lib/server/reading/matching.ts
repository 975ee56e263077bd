/** Which records the works of some citations are. */
import { isSameWork, workKeys } from '../../../core/evidence';
import type { CslItem } from '../../../core/evidence/citation';
import { recordsOfWorks } from './work-record-rows';

/** For each citation the records of its work in some indexes, in the order of these; none where no index has it. */
export async function matchedWorks(
	codes: readonly string[],
	items: readonly CslItem[]
): Promise<{ index: string; key: string; title: string }[][]> {
	const keys = items.map(workKeys);
	const rows = await recordsOfWorks(
		codes,
		keys.map(({ doi }) => doi ?? null),
		keys.map(({ title }) => title ?? null)
	);
	const order = new Map(codes.map((code, i) => [code, i]));
	const works = items.map((): typeof rows => []);
	for (const row of rows) {
		const { title } = keys[row.i];
		const found = {
			title,
			doi: row.doi ?? undefined,
			year: row.year ?? undefined,
			marks: row.marks ?? undefined
		};
		if (isSameWork(keys[row.i], found)) works[row.i].push(row);
	}
	for (const own of works) own.sort((a, b) => (order.get(a.index) ?? 0) - (order.get(b.index) ?? 0));
	return works;
}
