import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, freshDatabase } from './database.test-aid';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { removeIndex } from '../vocabulary/subject-indexes';
import { headingSheet } from '../browse/look-up';
import { lookupInIndex } from '../browse/look-up-by-records';
import * as v from 'valibot';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { inquiryDocument } from '../inquiry/document-schema';
import { RIS, take, VOCABULARY } from '../records/yarrow.test-aid';
import { strategyView } from '../search/searching';
import { createIndex } from '../vocabulary/subject-indexes';
import '../wings';
import { closeConnection, connection, migrateDatabase } from './client';

let url: string;
let folder: string;

beforeEach(async () => {
	url = await freshDatabase();
	folder = mkdtempSync(path.join(tmpdir(), 'oakmoss-migrations-'));
});
afterEach(async () => {
	rmSync(folder, { recursive: true });
	await dropDatabase(url);
	await closeConnection();
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

/** Between two releases the seventh migration stood so, and was recorded at this moment. */
const ONLY_REPLACEMENTS = `drop index relations_by_other;
	create index relations_replacing on relations using btree (edition_id, other) where kind = 'replaces';
	insert into drizzle.__drizzle_migrations (hash, created_at) values ('', 1795604954723)`;

describe('a database of a later release', () => {
	it('is refused by name, and left as it is', async () => {
		await migrateDatabase(url);
		const { sql } = connection();
		await sql.run(`insert into releases (name, first_at) values ('9.1.0', now() + interval '1 second');
			insert into drizzle.__drizzle_migrations (hash, created_at) values ('', 9000000000000)`);
		await expect(migrateDatabase(url)).rejects.toThrow(
			/of a later release of Oakmoss, 9\.1\.0; this is \d+\.\d+\.\d+/
		);
		expect((await sql`select name from releases order by first_at`).at(-1)).toEqual({ name: '9.1.0' });
	});

	it('is refused where that release left no name', async () => {
		await migrateTo('0035_works_without_authors');
		const { sql } = connection();
		await sql.run("insert into drizzle.__drizzle_migrations (hash, created_at) values ('', 9000000000000)");
		await expect(migrateDatabase(url)).rejects.toThrow('of a later release of Oakmoss; this is');
	});
});

describe('an inquiry from before words could be told where to look', () => {
	it('finds what it found, also after undo and redo', async () => {
		await migrateTo('0010_index_identity');
		const { sql } = connection();
		// “Noise” stands in the label of a heading of two records, and in the title of one of them.
		const about = { id: 'old', title: 'Old', question: '', indexes: ['yarrow'] };
		const titled = { ...about, title: 'Older' };
		const change = [{ table: 'about', id: 'old', before: titled, after: about }];
		await sql.run(`
			insert into inquiries (id, title, question, indexes, revision) values ('old', 'Old', '', '{yarrow}', 1);
			insert into concepts (id, inquiry_id, position, name, status) values ('c', 'old', 0, 'noise', 'required');
			insert into words (id, inquiry_id, concept_id, position, text, lang, capitals, off)
				values ('w', 'old', 'c', 0, 'noise', '', false, '{}');
			insert into strategies (id, inquiry_id, off, fields, limits, lifted, text)
				values ('yarrow', 'old', '{}', '{}', '[]', false, '');
			insert into changes (inquiry_id, revision, person_id, kind, state, summary, rows)
				values ('old', 1, 'local', 'do', 'standing', 'Named it', '${JSON.stringify(change)}')`);
		await migrateDatabase(url);
		// What takes vocabulary and records in is of today, and knows today's tables only.
		// A server knows an edition by its number, so each of these has numbers of its own.
		await sql.run('alter sequence editions_id_seq restart with 301');
		await createIndex(LOCAL_PERSON, { code: 'yarrow', name: 'Yarrow', discipline: '' });
		await loadTurtle('yarrow', VOCABULARY);
		await take('application/x-research-info-systems', RIS);
		const found = async () => (await strategyView(LOCAL_PERSON, 'old', 'yarrow')).yields.count;
		expect(await found()).toBe(2);
		for (const step of ['undo', 'redo'] as const) {
			await undoOrRedo(LOCAL_PERSON, 'old', step);
			expect(await found()).toBe(2);
		}
		const { cql } = await strategyView(LOCAL_PERSON, 'old', 'yarrow');
		expect(cql).toBe('cql.anywhere = "noise"');
		// A document of it states the place; one from before is taken in as it was meant.
		const document = JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, 'old'))) as {
			inquiry: { wordField?: string };
			history: { rows: { before?: { wordField?: string }; after?: { wordField?: string } }[] }[];
		};
		expect(document.inquiry.wordField).toBe('anywhere');
		const rows = document.history.flatMap(({ rows }) => rows.flatMap(({ before, after }) => [before, after]));
		expect(rows.filter((row) => row?.wordField !== 'anywhere')).toEqual([]);
		delete document.inquiry.wordField;
		for (const row of rows) delete row?.wordField;
		const copy = await importInquiry(LOCAL_PERSON, v.parse(inquiryDocument(), document));
		expect((await readInquiry(LOCAL_PERSON, copy)).inquiry.about.wordField).toBe('anywhere');
		await undoOrRedo(LOCAL_PERSON, copy, 'undo');
		expect((await readInquiry(LOCAL_PERSON, copy)).inquiry.about.wordField).toBe('anywhere');
		// One that is begun now looks where nothing of a heading is found by its label.
		await createInquiry(LOCAL_PERSON, { id: 'new', title: 'New', question: '', indexes: ['yarrow'] });
		await changeInquiry(LOCAL_PERSON, 'new', { kind: 'concept.add', id: 'c', name: 'noise' });
		await changeInquiry(LOCAL_PERSON, 'new', { kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' });
		expect((await strategyView(LOCAL_PERSON, 'new', 'yarrow')).yields.count).toBe(1);
	});
});

describe('an installation from before rows were parted by edition', () => {
	it.each([
		['0007_leaner_vocabulary_keys', '', 1],
		['0006_no_check_per_heading', '', 101],
		['0006_no_check_per_heading', ONLY_REPLACEMENTS, 201]
	])(
		'keeps its vocabularies and takes new editions in and lets them go, from %s on',
		async (last, besides, one) => {
			const other = one + 1;
			await migrateTo(last);
			const { sql } = connection();
			await sql.run(besides);
			await sql.run(`
			alter sequence editions_id_seq restart with ${one};
			insert into subject_indexes (code, name, discipline, letter, hue, leaf)
				values ('rowan', 'Rowan', '', 'R', 1, 'fern'), ('elder', 'Elder', '', 'E', 2, 'arrow');
			insert into editions (index_code, label, headings, entry_terms, relations, languages, hierarchical)
				values ('rowan', '1', 2, 1, 1, '{en}', true), ('elder', '1', 1, 0, 0, '{en}', false);
			update subject_indexes i set current_edition = e.id from editions e where e.index_code = i.code;
			insert into headings (edition_id, n, key, uri, aspects)
				values (${one}, 0, 'a', 'https://x.example/a', '{}'), (${one}, 1, 'b', 'https://x.example/b', '{effects}'),
					(${other}, 0, 'a', 'https://y.example/a', '{}'), (${one + 76}, 0, 'gone', 'https://z.example/gone', '{}');
			insert into labels (edition_id, n, kind, position, lang, text)
				values (${one}, 0, 'preferred', 0, 'en', 'Rooms'), (${one}, 1, 'preferred', 0, 'en', 'Quiet Rooms'),
					(${other}, 0, 'preferred', 0, 'en', 'Walls');
			insert into relations (edition_id, n, kind, other) values (${one}, 1, 'broader', 0), (${one}, 1, 'replaces', 0);
			insert into entry_terms (edition_id, n, position, lang, text) values (${one}, 1, 0, 'en', 'Hush rooms');
			insert into notes (edition_id, n, position, kind, lang, text) values (${one}, 1, 0, 'scope', 'en', 'A note.');
			insert into edition_packs (edition_id, part, bytes) values (${one}, 0, '\\x02000000'), (${other}, 0, '\\x02000000')`);
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
			expect(left.editions).toEqual([other]);
			expect((await headingSheet(LOCAL_PERSON, 'elder', 'a')).paths[0][0].label).toBe('Walls');
		}
	);
});
