/** From a vocabulary file to a committed edition, in three stages: read, index, write. */
import type { Finish, Progress } from '../jobs';
import type { Sql } from '../db';
import { indexVocabulary } from './import-index';
import { readVocabulary } from './import-read';
import { writeVocabulary } from './import-write';
import type { Format } from './parsers';

export interface ImportRequest {
	indexCode: string;
	edition: string;
	file: string;
	format: Format;
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
	await sql.begin(async (tx) => {
		await writeVocabulary(tx, request, read.reading, packed, (share) =>
			told(READ + INDEXED + (1 - READ - INDEXED) * share)
		);
		const { counts, findings, findingCounts } = read.reading;
		await finish(tx, { counts: { ...counts }, findings, findingCounts });
	});
	return read.reading;
}
