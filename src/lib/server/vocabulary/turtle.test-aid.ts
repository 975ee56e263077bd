/** Loads a small vocabulary, written in a test, into an index. */
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { connection } from '../db/client';
import { importVocabulary } from './vocabulary-import';

export async function loadTurtle(indexCode: string, content: string, edition = '1'): Promise<void> {
	const file = path.join(await mkdtemp(path.join(tmpdir(), 'oakmoss-turtle-')), `${indexCode}.ttl`);
	await writeFile(file, content);
	await importVocabulary(connection().sql, { indexCode, edition, file, format: 'text/turtle' });
}
