/** A small index “yarrow” with a vocabulary and three records, and what is needed to fill it. */
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { RecordFormat } from '../../../core/formats/record-reading';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { connection } from '../db/client';
import { migratedDatabase } from '../db/database.test-aid';
import { LOCAL_PERSON } from '../people/access';
import { currentIndex } from '../vocabulary/editions';
import { createIndex, describeSearching } from '../vocabulary/subject-indexes';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import type { Parting } from '../../../core/formats/record-keywords';
import { importRecords } from './record-import';
import { storeRecords } from './record-store';
import { setsOf } from './sets';

export const store = (code: string, drafts: readonly RecordDraft[]) =>
	connection().sql.begin((tx) => storeRecords(tx, code, drafts));
export const setsNow = async (code: string) => setsOf((await currentIndex(code)).index);

export const VOCABULARY = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix oak: <https://oakmoss.example/terms#> . @prefix y: <https://y.example/> .
y:noise a skos:Concept ; skos:prefLabel "Noise, Indoor"@en ; skos:altLabel "Din"@en ; oak:aspect "causes" .
y:alarm a skos:Concept ; skos:prefLabel "Alarms"@en ; skos:broader y:noise .
y:sleep a skos:Concept ; skos:prefLabel "Sleep"@en .
y:t a oak:CompoundEntryTerm ; <http://www.w3.org/2008/05/skos-xl#literalForm> "Sleep in noise"@en ; oak:useTogether y:noise, y:sleep .`;

export const RIS = `TY  - JOUR
ID  - a1
TI  - Noise on wards
AU  - Ashdene, Katja
AU  - Voss, P.
PY  - 2011
T2  - Ward and Bedside
SP  - 5
EP  - 9
AB  - Alarms were counted
 at night.
KW  - *Noise, Indoor / causes
KW  - Sleep in noise
KW  - corridor talk
ER  - 

TY  - JOUR
ID  - a2
TI  - Sleep without alarms
PY  - 2019
KW  - din
KW  - *Sleep
TY  - BOOK
ID  - a3
KW  - Alarms
AU  - Nobody
ER  - 
TY  - JOUR
ER  - 
stray line
`;

/** Imports a file of records that holds this text. */
export async function take(format: RecordFormat, text: string, indexCode = 'yarrow', parting?: Parting) {
	const file = path.join(await mkdtemp(path.join(tmpdir(), 'oakmoss-records-')), 'upload');
	await writeFile(file, text);
	return importRecords(connection().sql, { indexCode, file, format, parting });
}

/** A database with “yarrow”, which has no records yet, and with indexes that hold nothing. */
export async function databaseWithYarrow(...others: string[]): Promise<string> {
	const url = await migratedDatabase();
	for (const code of ['yarrow', ...others])
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
	await loadTurtle('yarrow', VOCABULARY);
	await describeSearching(LOCAL_PERSON, 'yarrow', {
		limits: [{ field: 'oak.shift', label: 'Shift', kind: 'choice', values: ['day', 'night'] }]
	});
	return url;
}
