import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LOCAL_PERSON } from '../access';
import { dropDatabase, freshDatabase } from '../database.test-aid';
import { loadTurtle } from '../import/turtle.test-aid';
import { removeIndex } from '../indexes';
import { headingSheet, lookupInIndex } from '../vocabularies';
import { connection, migrateDatabase } from './client';

let url: string;
let folder: string;

beforeAll(async () => {
	url = await freshDatabase();
	folder = mkdtempSync(path.join(tmpdir(), 'oakmoss-migrations-'));
});
afterAll(async () => {
	rmSync(folder, { recursive: true });
	await dropDatabase(url);
});

/** Brings the tables to where they were after a migration. */
async function migrateTo(last: string) {
	cpSync('drizzle', folder, { recursive: true });
	const file = path.join(folder, 'meta/_journal.json');
	const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: { tag: string }[] };
	const end = journal.entries.findIndex(({ tag }) => tag === last);
	writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, end + 1) }));
	await migrateDatabase(url, folder);
}

describe('an installation from before rows were parted by edition', () => {
	it('keeps its vocabularies, finds headings in them, takes new editions in and lets them go', async () => {
		await migrateTo('0007_leaner_vocabulary_keys');
		const { sql } = connection();
		await sql.unsafe(`
			insert into subject_indexes (code, name, discipline, letter, hue, leaf)
				values ('rowan', 'Rowan', '', 'R', 1, 'fern'), ('elder', 'Elder', '', 'E', 2, 'arrow');
			insert into editions (index_code, label, headings, entry_terms, relations, languages, hierarchical)
				values ('rowan', '1', 2, 1, 1, '{en}', true), ('elder', '1', 1, 0, 0, '{en}', false);
			update subject_indexes i set current_edition = e.id from editions e where e.index_code = i.code;
			insert into headings (edition_id, n, key, uri, aspects)
				values (1, 0, 'a', 'https://x.example/a', '{}'), (1, 1, 'b', 'https://x.example/b', '{effects}'),
					(2, 0, 'a', 'https://y.example/a', '{}'), (77, 0, 'gone', 'https://z.example/gone', '{}');
			insert into labels (edition_id, n, kind, position, lang, text)
				values (1, 0, 'preferred', 0, 'en', 'Rooms'), (1, 1, 'preferred', 0, 'en', 'Quiet Rooms'),
					(2, 0, 'preferred', 0, 'en', 'Walls');
			insert into relations (edition_id, n, kind, other) values (1, 1, 'broader', 0), (1, 1, 'replaces', 0);
			insert into entry_terms (edition_id, n, position, lang, text) values (1, 1, 0, 'en', 'Hush rooms');
			insert into notes (edition_id, n, position, kind, lang, text) values (1, 1, 0, 'scope', 'en', 'A note.');
			insert into edition_packs (edition_id, part, bytes) values (1, 0, '\\x02000000'), (2, 0, '\\x02000000')`);
		// A directory without a section: the form of packs was not written down then.
		await sql`update edition_packs set bytes = ${Buffer.from('\u0004\0\0\0[]  ', 'latin1')}`;
		await migrateDatabase(url);

		const lane = await lookupInIndex(LOCAL_PERSON, 'rowan', 'hush rooms', 5);
		expect(lane.matches[0]).toMatchObject({ heading: { id: 'b', label: 'Quiet Rooms' }, tier: 'entry' });
		const sheet = await headingSheet(LOCAL_PERSON, 'rowan', 'b');
		expect(sheet.paths[0].map(({ label }) => label)).toEqual(['Rooms', 'Quiet Rooms']);
		expect(sheet.notes).toMatchObject([{ text: 'A note.' }]);
		expect((await lookupInIndex(LOCAL_PERSON, 'elder', 'walls', 5)).matches).toHaveLength(1);

		await loadTurtle(
			'rowan',
			'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . <https://x.example/c> a skos:Concept ; skos:prefLabel "Later Rooms"@en .'
		);
		expect((await lookupInIndex(LOCAL_PERSON, 'rowan', 'later rooms', 5)).matches).toHaveLength(1);
		await removeIndex(LOCAL_PERSON, 'rowan');
		const [left] = await sql`select array_agg(distinct edition_id) as editions from headings`;
		expect(left.editions).toEqual([2]);
		expect((await headingSheet(LOCAL_PERSON, 'elder', 'a')).paths[0][0].label).toBe('Walls');
	});
});
