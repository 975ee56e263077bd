/** Packs of an earlier form are made anew from the rows of their edition. */
import type { Sql } from 'postgres';
import { EditionIndex } from '../../core/vocabulary/edition-index';
import { databaseUrl } from './db/client';
import { partitionOf } from './db/partitions';
import { readPack, writePack } from './packs';
import { readVocabularyData } from './vocabulary-rows';

/** Does nothing where the pack is of the form that is made now, as after another server was here first. */
export async function remakePack(sql: Sql, edition: number): Promise<void> {
	await sql.begin(async (tx) => {
		const [known] = await tx`select id from editions where id = ${edition} for update`;
		if (!known || EditionIndex.fromBytes(await readPack(databaseUrl(), edition))) return;
		const made = EditionIndex.build(await readVocabularyData(edition));
		await tx.unsafe(`delete from ${partitionOf('edition_packs', edition)}`);
		await writePack(tx, edition, made.toBytes());
	});
}
