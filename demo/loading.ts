/** The demo data into a database; what is there already is left as it is. */
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Command } from '../src/core/crosswalk';
import { LOCAL_PERSON, type Person } from '../src/lib/server/people/access';
import { connection } from '../src/lib/server/db/client';
import { recordJob } from '../src/lib/server/jobs/jobs';
import { importVocabulary } from '../src/lib/server/vocabulary/vocabulary-import';
import { listEditions } from '../src/lib/server/vocabulary/editions-kept';
import { createIndex, describeSearching, listIndexes } from '../src/lib/server/vocabulary/subject-indexes';
import { createInquiry, listInquiries } from '../src/lib/server/inquiry/inquiries';
import { changeInquiry } from '../src/lib/server/inquiry/inquiry-changes';
import { setPearl } from '../src/lib/server/reading/pearl-recall';
import { readList } from '../src/lib/server/reading/reading-lists';
import { takePool } from '../src/lib/server/reading/works-to-list';
import { describeRun, runStrategy } from '../src/lib/server/runs/runs';
import { makeWatch } from '../src/lib/server/keeping/watches';
import { putInFeed } from '../src/lib/server/keeping/feed-rows';
import { storeRecords } from '../src/lib/server/records/record-store';
import { DEMO_INDEXES } from './indexes';
import { commandsOf, DEMO_INQUIRIES, type DemoInquiry } from './demo-inquiries';
import { COLLEAGUES, commandsOfStep, decisionsOn, FORTNIGHT, type Step } from './fortnight';
import { generateRecords } from './record-generator';
import { DEMO_DIALECTS, DEMO_LIMITS } from './searching';
import { applyChanges } from './edition-changes';
import { demoUri, parseVocabularyText, type TextVocabulary, toTurtle } from './vocabulary-text';

const here = path.dirname(fileURLToPath(import.meta.url));

/** The label of the later editions; they wait to be looked at, so that a person sees one arrive. */
const LATER = '2025';

export async function loadIndexes(): Promise<void> {
	const known = await listIndexes(LOCAL_PERSON);
	for (const { edition, ...fields } of DEMO_INDEXES) {
		const { code } = fields;
		if (!known.some((index) => index.code === code))
			await createIndex(LOCAL_PERSON, { ...fields, standIn: true });
		await describeSearching(LOCAL_PERSON, code, {
			limits: DEMO_LIMITS[code],
			dialect: DEMO_DIALECTS[code]
		});
		const kept = new Set((await listEditions(LOCAL_PERSON, code)).map(({ label }) => label));
		const source = (name: string) => readFile(path.join(here, 'vocabularies', `${name}.txt`), 'utf8');
		const first = parseVocabularyText(await source(code));
		if (!kept.has(edition)) await loadEdition(fields, edition, first);
		if (!kept.has(LATER))
			await loadEdition(fields, LATER, applyChanges(first, await source(`${code}.next`)), 'never');
	}
}

async function loadEdition(
	{ code: indexCode, name }: { code: string; name: string },
	edition: string,
	vocabulary: TextVocabulary,
	current?: 'never'
): Promise<void> {
	const scratch = await mkdtemp(path.join(os.tmpdir(), 'oakmoss-demo-'));
	const file = path.join(scratch, `${indexCode}.ttl`);
	await writeFile(file, await toTurtle(indexCode, vocabulary));
	const request = { indexCode, edition, file, format: 'text/turtle' as const, current };
	const { counts, findings, findingCounts } = await importVocabulary(connection().sql, request);
	await rm(scratch, { recursive: true });
	await recordJob({
		kind: 'vocabulary',
		indexCode,
		edition,
		report: { counts: { ...counts }, findings, findingCounts },
		startedBy: 'demo'
	});
	console.log(
		`· ${name}, edition ${edition}${current ? ' (waits)' : ''}: ${counts.headings} headings, ${counts.entryTerms} entry terms`
	);
}

/** Records that an index lacks. Those that come later wait in the stand-in feed. */
export async function loadRecords(): Promise<void> {
	const missing = (await listIndexes(LOCAL_PERSON)).filter(
		({ code, records }) => records === 0 && DEMO_INDEXES.some((index) => index.code === code)
	);
	if (missing.length === 0) return;
	const texts = await Promise.all(
		DEMO_INDEXES.map(async ({ code }) => {
			const source = await readFile(path.join(here, 'vocabularies', `${code}.txt`), 'utf8');
			return [code, parseVocabularyText(source)] as const;
		})
	);
	const made = generateRecords(
		Object.fromEntries(texts) as Parameters<typeof generateRecords>[0],
		(code) => DEMO_INDEXES.find((index) => index.code === code)?.hasChief ?? false
	);
	// Side by side, so that the database takes in the rows of one while those of the next are put together.
	await Promise.all(
		missing.map(async ({ code, name }) => {
			const all = made[code as keyof typeof made];
			const now = all.filter(({ later }) => !later);
			const later = all.filter((record) => record.later);
			await connection().sql.begin(async (tx) => {
				await storeRecords(tx, code, now);
				await putInFeed(tx, code, later);
			});
			console.log(`· ${name}: ${now.length} records, ${later.length} to come`);
		})
	);
	await connection()
		.sql`analyze records, taggings, tagged_headings, record_sets, record_references, shared_works`;
}

export async function loadInquiries(): Promise<void> {
	const known = await listInquiries(LOCAL_PERSON);
	const editionOf = (code: string) => DEMO_INDEXES.find((index) => index.code === code)?.edition ?? '';
	for (const inquiry of DEMO_INQUIRIES) {
		if (known.some(({ id }) => id === inquiry.id)) continue;
		await createInquiry(LOCAL_PERSON, inquiry);
		const commands = commandsOf(inquiry, demoUri, editionOf);
		if (inquiry.id === FIRST) await liveThroughFortnight(inquiry, commands);
		// One after the other, as each command builds on the one before.
		else for (const command of commands) await changeInquiry(LOCAL_PERSON, inquiry.id, command);
		if (inquiry.id === FIRST)
			await makeWatch(LOCAL_PERSON, { name: `${inquiry.title}, all indexes`, inquiry: FIRST });
		console.log(`· inquiry “${inquiry.title}”`);
	}
}

const FIRST = 'quiet-rooms';
/** What was done on a day, in seconds from one thing to the next. */
const PACE = 95;

/** The first inquiry as two people made it, with everything dated as it was done. */
async function liveThroughFortnight(inquiry: DemoInquiry, commands: readonly Command[]): Promise<void> {
	const { sql } = connection();
	for (const { id, name } of COLLEAGUES)
		await sql`insert into people (id, name) values (${id}, ${name}) on conflict do nothing`;
	let revision = await lastRevision(inquiry.id);
	for (const { ago, from, who, steps } of FORTNIGHT) {
		const person = COLLEAGUES.find(({ id }) => id === who) ?? COLLEAGUES[0];
		const start = new Date();
		start.setUTCHours(0, from, 0, 0);
		start.setUTCDate(start.getUTCDate() - ago);
		let done = 0;
		const moment = () => new Date(start.getTime() + 1_000 * PACE * done++);
		for (const step of steps) {
			const run = await carryOut(person, inquiry, step, commands);
			const last = await lastRevision(inquiry.id);
			while (revision < last) {
				const at = moment();
				await sql`update changes set at = ${at} where inquiry_id = ${inquiry.id} and revision = ${++revision}`;
				await dateStamps(inquiry.id, revision, at);
			}
			if (run !== undefined)
				await sql`update runs set at = ${moment()} where inquiry_id = ${inquiry.id} and number = ${run}`;
		}
	}
}

/** What a change says of when works came and were decided is dated as the change is. */
async function dateStamps(id: string, revision: number, at: Date): Promise<void> {
	const { sql } = connection();
	const stamps = await sql<{ stamp: string }>`
		select distinct stamp from (
			select added_at as stamp from list_entries where inquiry_id = ${id}
			union select decided_at from list_entries where inquiry_id = ${id}
		) as stamps join changes on inquiry_id = ${id} and revision = ${revision}
		where stamp <> '' and not stamp = any(${dated}::text[]) and rows::text like '%' || stamp || '%'`;
	const then = at.toISOString();
	for (const { stamp } of stamps) {
		await sql`update list_entries set added_at = replace(added_at, ${stamp}, ${then}), decided_at = replace(decided_at, ${stamp}, ${then}) where inquiry_id = ${id}`;
		await sql`update changes set rows = replace(rows::text, ${stamp}, ${then})::jsonb where inquiry_id = ${id} and revision >= ${revision}`;
	}
	dated.push(then);
}
/** Moments that are dated as they should be. */
const dated: string[] = [];

/** @returns the number of the run, where a step is one */
async function carryOut(
	person: Person,
	inquiry: DemoInquiry,
	step: Step,
	commands: readonly Command[]
): Promise<number | undefined> {
	// One after the other, as each command builds on the one before.
	for (const command of commandsOfStep(step, commands)) await changeInquiry(person, inquiry.id, command);
	if (step.do === 'pearls')
		for (const [code, record] of inquiry.pearls ?? []) await setPearl(person, inquiry.id, code, record, true);
	if (step.do === 'list')
		await takePool(
			person,
			inquiry.id,
			{ runs: step.runs, without: [], members: [], sort: 'relevance', offset: 0, limit: 50 },
			{ from: `${step.runs.length > 1 ? 'runs' : 'run'} ${step.runs.join(', ')}`, client: '' }
		);
	if (step.do === 'decide')
		for (const command of decisionsOn((await readList(person, inquiry.id)).slice(step.from, step.to)))
			await changeInquiry(person, inquiry.id, command);
	if (step.do !== 'run') return undefined;
	const run = await runStrategy(person, inquiry.id, step.index);
	const { name, note } = step;
	if (name !== undefined || note !== undefined) await describeRun(person, inquiry.id, run, { name, note });
	return run;
}

async function lastRevision(id: string): Promise<number> {
	const [row] = await connection().sql<{ last: number }>`
		select coalesce(max(revision), 0)::int as last from changes where inquiry_id = ${id}`;
	return row.last;
}
