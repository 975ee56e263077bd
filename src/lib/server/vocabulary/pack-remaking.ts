/** Packs of an earlier form are made anew from the rows of their edition. */
import { EditionIndex } from '../../../core/edition/edition-index';
import type { Sql } from '../db';
import { deletePack, lockEdition, readPack, writePack } from './pack-rows';
import { readVocabularyData } from './vocabulary-rows';

/** Does nothing where the pack is of the form that is made now, as after another server was here first. */
export async function remakePack(sql: Sql, edition: number): Promise<void> {
	await sql.begin(async (tx) => {
		if (!(await lockEdition(tx, edition)) || EditionIndex.fromBytes(await readPack(edition))) return;
		const made = EditionIndex.build(await readVocabularyData(edition));
		await deletePack(tx, edition);
		await writePack(tx, edition, made.toBytes());
	});
}
