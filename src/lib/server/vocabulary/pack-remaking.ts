/** Packs of an earlier form are made anew from the rows of their edition. */
import { EditionIndex } from '../../../core/edition/edition-index';
import { partitionOf, type Sql } from '../db';
import { readPack, writePack } from './packs';
import { readVocabularyData } from './vocabulary-rows';

/** Does nothing where the pack is of the form that is made now, as after another server was here first. */
export async function remakePack(sql: Sql, edition: number): Promise<void> {
	await sql.begin(async (tx) => {
		const [known] = await tx`select id from editions where id = ${edition} for update`;
		if (!known || EditionIndex.fromBytes(await readPack(edition))) return;
		const made = EditionIndex.build(await readVocabularyData(edition));
		await tx.run(`delete from ${partitionOf('edition_packs', edition)}`);
		await writePack(tx, edition, made.toBytes());
	});
}
