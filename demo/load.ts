/** Loads the demo data into the database of DATABASE_URL; what is there already is left as it is. */
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { LOCAL_PERSON } from '../src/lib/server/access';
import { connection, databaseUrl, migrateDatabase } from '../src/lib/server/db/client';
import { recordImport } from '../src/lib/server/import/jobs';
import { importVocabulary } from '../src/lib/server/import/pipeline';
import { createIndex, listIndexes } from '../src/lib/server/indexes';
import { createInquiry, listInquiries } from '../src/lib/server/inquiries';
import { changeInquiry } from '../src/lib/server/inquiry-changes';
import { DEMO_INDEXES } from './indexes';
import { commandsOf, DEMO_INQUIRIES } from './inquiries';
import { demoUri, parseVocabularyText, toTurtle } from './vocabulary-text';

const here = path.dirname(fileURLToPath(import.meta.url));

async function loadIndexes(): Promise<void> {
	const known = await listIndexes(LOCAL_PERSON);
	const scratch = await mkdtemp(path.join(os.tmpdir(), 'oakmoss-demo-'));
	for (const { edition, ...fields } of DEMO_INDEXES) {
		const there = known.find(({ code }) => code === fields.code);
		if (!there) await createIndex(LOCAL_PERSON, { ...fields, standIn: true });
		if (there?.edition) continue;
		const source = await readFile(path.join(here, 'vocabularies', `${fields.code}.txt`), 'utf8');
		const file = path.join(scratch, `${fields.code}.ttl`);
		await writeFile(file, await toTurtle(fields.code, parseVocabularyText(source)));
		const reading = await importVocabulary(connection().sql, {
			indexCode: fields.code,
			edition,
			file,
			format: 'text/turtle'
		});
		await recordImport(fields.code, edition, reading);
		const { counts } = reading;
		console.log(`· ${fields.name}: ${counts.headings} headings, ${counts.entryTerms} entry terms`);
	}
	await rm(scratch, { recursive: true });
}

async function loadInquiries(): Promise<void> {
	const known = await listInquiries(LOCAL_PERSON);
	const editionOf = (code: string) => DEMO_INDEXES.find((index) => index.code === code)?.edition ?? '';
	for (const inquiry of DEMO_INQUIRIES) {
		if (known.some(({ id }) => id === inquiry.id)) continue;
		await createInquiry(LOCAL_PERSON, inquiry);
		// One after the other, as each command builds on the one before.
		for (const command of commandsOf(inquiry, demoUri, editionOf))
			await changeInquiry(LOCAL_PERSON, inquiry.id, command);
		console.log(`· inquiry “${inquiry.title}”`);
	}
}

await migrateDatabase(databaseUrl());
await loadIndexes();
await loadInquiries();
await connection().sql.end();
