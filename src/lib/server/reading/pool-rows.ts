/** The order of an index's records by what it calls them. */
import { connection } from '../db';

/** Record numbers, by key as bytes: the same on every machine. */
export async function orderOfKeys(code: string): Promise<Uint32Array> {
	const rows = await connection().sql<{ n: number }>`
		select n from records where index_code = ${code} order by key collate "C"`;
	return Uint32Array.from(rows, ({ n }) => n);
}
