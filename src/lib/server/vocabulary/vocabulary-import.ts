/** From a vocabulary file to a committed edition, in three stages: read, index, write. */
import type { Finding } from '../../../core/vocabulary/vocabulary-data';
import type { Finish, Progress } from '../jobs';
import type { Sql } from '../db';
import { indexVocabulary } from './import-index';
import { readVocabulary } from './import-read';
import { type WhenCurrent, writeVocabulary, type Written } from './import-write';
import { mappingsOfVocabulary } from './mapping-files';
import type { Format } from './parsers';
import { digestOf } from './settling-edition';

export interface ImportRequest {
	indexCode: string;
	edition: string;
	file: string;
	format: Format;
	current?: WhenCurrent;
}

/** About which share of an import is reading, and which is indexing. */
const READ = 0.3;
const INDEXED = 0.4;

/**
 * Imports a vocabulary. Everything is written in one transaction, so an import that fails at any point leaves the
 * database as it was.
 * @param finish is called in the transaction of the import, so that what it writes is kept if the import is
 */
export async function importVocabulary(
	sql: Sql,
	request: ImportRequest,
	progress: Progress = () => {},
	finish: Finish = () => Promise.resolve()
) {
	const told = (share: number) => progress(Math.round(share * 100), 100);
	const read = await readVocabulary(request.file, request.format, (share) => told(READ * share));
	const packed = indexVocabulary(read);
	told(READ + INDEXED);
	const digest = await digestOf(request.file);
	const said = await mappingsOfVocabulary(request.indexCode, read.reading.data);
	await sql.begin(async (tx) => {
		const written = await writeVocabulary(tx, { ...request, digest }, read.reading, packed, (share) =>
			told(READ + INDEXED + (1 - READ - INDEXED) * share)
		);
		const { counts } = read.reading;
		if (written.same === undefined) await said.write(tx);
		const own = [
			...findingsOf(written, request.edition),
			...(written.same === undefined ? said.findings : [])
		];
		const findings = [...own, ...read.reading.findings];
		const findingCounts = { ...read.reading.findingCounts };
		for (const { rule } of own) findingCounts[rule] = 1;
		await finish(tx, { counts: { ...counts }, findings, findingCounts });
	});
	return read.reading;
}

/** What a person should know of what became of the edition. */
function findingsOf({ label, held, same }: Written, wanted: string): Finding[] {
	if (same !== undefined)
		return [
			{
				severity: 'note',
				rule: 'same-edition',
				message: `This is the file of the present edition ${same} again, byte for byte. Nothing was changed.`
			}
		];
	const findings: Finding[] = [];
	if (held !== undefined)
		findings.push({
			severity: 'warning',
			rule: 'edition-held',
			message: `The edition was kept and is not in use yet. ${held} Look at what changed, then make it current or remove it.`
		});
	if (label !== undefined)
		findings.push({
			severity: 'note',
			rule: 'label-taken',
			message: `An edition ${wanted} is there already, so this one is called ${label}.`
		});
	return findings;
}
