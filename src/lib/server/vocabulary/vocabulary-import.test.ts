import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connect, connection } from '../db/client';
import { jobs } from '../db/schema';
import { currentIndex } from './editions';
import { ServiceError } from '../errors';
import { createIndex, removeIndex } from './subject-indexes';
import { headingsBelow, headingSheet } from '../browse/look-up';
import { lookupInIndex } from '../browse/look-up-by-records';
import { cancelJob, findJob, settleLeftovers } from '../jobs/jobs';
import { MOST_BYTES } from '../jobs/uploads';
import { startVocabularyImport } from './vocabulary-upload';
import { loadTurtle } from './turtle.test-aid';

const PREFIXES =
	'@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n@prefix x: <https://x.example/> .\n';
const GOOD = `${PREFIXES}
x:env a skos:Concept ; skos:prefLabel "Environment, Health Care"@en .
x:noise a skos:Concept ; skos:prefLabel "Noise, Indoor"@en, "Ruido interior"@es ; skos:altLabel "Ward noise"@en ;
	skos:broader x:env ; skos:scopeNote "Unwanted sound\\tinside \\\\ places."@en .
x:alarm a skos:Concept ; skos:prefLabel "Alarms, Clinical"@en ; skos:broader x:noise, x:env ; skos:related x:env .
`;

let url: string;

function bodyOf(content: string | Uint8Array, chunk = 1_000): ReadableStream<Uint8Array> {
	const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
	let at = 0;
	return new ReadableStream({
		pull(controller) {
			if (at >= bytes.length) return controller.close();
			controller.enqueue(bytes.slice(at, at + chunk));
			at += chunk;
		}
	});
}

async function load(content: string | Uint8Array, edition = '2024') {
	const id = await startVocabularyImport(LOCAL_PERSON, {
		indexCode: 'yarrow',
		edition,
		contentType: 'text/turtle; charset=utf-8',
		length: undefined,
		body: bodyOf(content)
	});
	for (;;) {
		const job = await findJob(LOCAL_PERSON, id);
		if (job.state === 'done' || job.state === 'failed') return job;
		await new Promise((resolve) => setTimeout(resolve, 30));
	}
}

/** How many rows every table of the vocabularies has, to see that nothing was left behind. */
async function rowCounts() {
	const tables = [
		'editions',
		'edition_packs',
		'headings',
		'labels',
		'notes',
		'relations',
		'entry_terms',
		'collections'
	];
	const counts = tables
		.map((table) => `(select count(*)::int from ${table}) as ${table}`)
		.concat('(select count(*)::int from pg_class) as relations_in_all')
		.join(', ');
	return (await connection().db.execute(sql.raw(`select ${counts}`))).rows[0];
}

beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'yarrow', name: 'Yarrow', discipline: 'nursing' });
});
afterAll(() => dropDatabase(url));

describe('importing a vocabulary', () => {
	it('stores an edition that is looked up and browsed', async () => {
		const job = await load(GOOD);
		expect(job.state).toBe('done');
		expect(job.done).toBe(job.total);
		expect(job.report?.counts).toMatchObject({ headings: 3, entryTerms: 1, repaired: 1, refused: 0 });
		const lane = await lookupInIndex(LOCAL_PERSON, 'yarrow', 'ward noise', 5);
		expect(lane.matches[0]).toMatchObject({ heading: { id: 'noise', narrowerCount: 1 }, tier: 'entry' });
		const sheet = await headingSheet(LOCAL_PERSON, 'yarrow', 'alarm');
		expect(sheet.paths.map((path) => path.map(({ id }) => id))).toEqual([
			['env', 'alarm'],
			['env', 'noise', 'alarm']
		]);
		expect((await headingSheet(LOCAL_PERSON, 'yarrow', 'https://x.example/noise')).notes[0].text).toBe(
			'Unwanted sound\tinside \\ places.'
		);
		expect(await headingsBelow(LOCAL_PERSON, 'yarrow', 'env', Infinity)).toMatchObject([
			{ id: 'noise', depth: 1 },
			{ id: 'alarm', depth: 1 }
		]);
	});

	it('puts a later edition in its place for the next question', async () => {
		await load(GOOD, '2024');
		await load(`${PREFIXES} x:new a skos:Concept ; skos:prefLabel "Quiet"@en .`, '2025');
		expect((await currentIndex('yarrow')).edition?.label).toBe('2025');
		expect((await lookupInIndex(LOCAL_PERSON, 'yarrow', 'quiet', 5)).matches[0].heading.id).toBe('new');
		await expect(headingSheet(LOCAL_PERSON, 'yarrow', 'noise')).rejects.toMatchObject({
			status: 404,
			code: 'no-heading'
		});
	});

	it.each([
		[
			'a broken file',
			`${GOOD}\nx:late a skos:Concept ; skos:prefLabel "Late"@en ;; skos:broader .\n`,
			'unreadable',
			9
		],
		['text that never was Turtle', 'once upon a time', 'unreadable', 1],
		['a file cut short', GOOD.slice(0, -30), 'unreadable', 7],
		['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]), 'not-text', 1],
		[
			'text in another encoding',
			new Uint8Array([...new TextEncoder().encode(`${PREFIXES}x:a x:b "`), 0xe9, 0x22]),
			'not-text',
			3
		],
		['a file without a heading', `${PREFIXES} x:a x:b x:c .`, 'no-heading', undefined]
	])('refuses %s, says where, and changes nothing', async (_, content, code, line) => {
		const before = await rowCounts();
		const edition = (await currentIndex('yarrow')).edition?.id;
		const job = await load(content);
		expect(job.state).toBe('failed');
		expect(job.report?.error).toMatchObject({ code });
		expect(job.report?.error?.line).toBe(line);
		expect(await rowCounts()).toEqual(before);
		expect((await currentIndex('yarrow')).edition?.id).toBe(edition);
	});

	const upload = {
		indexCode: 'yarrow',
		edition: '1',
		contentType: 'text/turtle',
		length: undefined,
		body: null
	};
	it.each([
		['an empty body', {}, 422, 'empty'],
		['a length over the limit', { length: MOST_BYTES + 1 }, 413, 'too-large'],
		['another format', { contentType: 'application/pdf' }, 415, 'unknown-format'],
		['no edition', { edition: ' ' }, 400, 'edition-needed'],
		['an unknown index', { indexCode: 'nettle' }, 404, 'no-index']
	])('refuses %s at once', async (_, fields, status, code) => {
		const attempt = startVocabularyImport(LOCAL_PERSON, { ...upload, ...fields });
		await expect(attempt).rejects.toMatchObject({ status, code });
		await expect(attempt).rejects.toBeInstanceOf(ServiceError);
	});

	it('stops an upload that never ends at the limit, and forgets one that is broken off', async () => {
		const leftOvers = () => readdirSync(tmpdir()).filter((name) => name.startsWith('oakmoss-import-')).length;
		const before = leftOvers();
		let sent = 0;
		const chunk = new Uint8Array(8 * 2 ** 20).fill(32);
		const endless = new ReadableStream<Uint8Array>({
			pull(controller) {
				sent += chunk.length;
				controller.enqueue(chunk);
			}
		});
		await expect(startVocabularyImport(LOCAL_PERSON, { ...upload, body: endless })).rejects.toMatchObject({
			status: 413,
			code: 'too-large'
		});
		expect(sent).toBeLessThan(MOST_BYTES + 8 * chunk.length);
		const broken = new ReadableStream<Uint8Array>({
			pull(controller) {
				controller.error(new Error('the sender has gone'));
			}
		});
		await expect(startVocabularyImport(LOCAL_PERSON, { ...upload, body: broken })).rejects.toThrow('gone');
		expect(leftOvers()).toBe(before);
	});

	const refuse = (returns: string) =>
		`create function refuse() returns ${returns} language plpgsql as $$ begin raise exception 'disk full'; end $$;`;
	it.each([
		[
			'at a row in the middle',
			"create domain disk_full as text check (value <> 'Alarms, Clinical'); alter table labels alter text type disk_full",
			'alter table labels alter text type text; drop domain disk_full'
		],
		[
			'after the last row of a table',
			`${refuse('trigger')} create trigger refuse after insert on collections for each statement execute function refuse()`,
			'drop trigger refuse on collections; drop function refuse()'
		],
		[
			'when keys are built',
			`${refuse('event_trigger')} create event trigger refuse on ddl_command_start when tag in ('ALTER TABLE') execute function refuse()`,
			'drop event trigger refuse; drop function refuse()'
		]
	])('undoes everything when the database fails %s', async (when, fail, mend) => {
		const edition = `2030, ${when}`;
		await connection().sql`delete from labels`;
		const before = await rowCounts();
		await connection().sql.run(fail);
		const job = await load(GOOD, edition);
		await connection().sql.run(mend);
		expect(job.report?.error).toMatchObject({ code: 'interrupted' });
		expect(job.report?.error?.message).toMatch(/changed nothing.*disk.full/);
		expect(await rowCounts()).toEqual(before);
		expect((await load(GOOD, edition)).state).toBe('done');
	});

	it('is said to be done from the moment its edition is there, and never before', async () => {
		const id = await startVocabularyImport(LOCAL_PERSON, {
			indexCode: 'yarrow',
			edition: 'at once',
			contentType: 'text/turtle',
			length: undefined,
			body: bodyOf(GOOD)
		});
		// Whoever looks at both at one moment, as after a server was killed, sees them agree.
		const seen = new Set<string>();
		for (let state = ''; state !== 'done';) {
			const [row] = await connection().sql<{ state: string; stored: number; report: unknown }>`
				select state, report, (select count(*)::int from editions where label = 'at once') as stored
				from jobs where id = ${id}`;
			({ state } = row);
			seen.add(state);
			expect([row.stored, row.report !== null]).toEqual(state === 'done' ? [1, true] : [0, false]);
		}
		expect(seen).toContain('running');
	});

	it('stays done though it is cancelled a moment later, and nothing of one that was cancelled is kept', async () => {
		const start = () =>
			startVocabularyImport(LOCAL_PERSON, {
				indexCode: 'yarrow',
				edition: 'cancelled',
				contentType: 'text/turtle',
				length: undefined,
				body: bodyOf(GOOD)
			});
		const stored = async () =>
			(await connection().sql`select 1 from editions where label = 'cancelled'`).length;
		// Cancelled at moments from before its beginning to after its end.
		for (const delay of [0, 20, 60, 100, 140, 180, 220, 300, 400, 600]) {
			const before = await stored();
			const id = await start();
			await new Promise((resolve) => setTimeout(resolve, delay));
			const { state, report } = await cancelJob(LOCAL_PERSON, id);
			expect(['done', 'failed']).toContain(state);
			expect((await stored()) - before).toBe(state === 'done' ? 1 : 0);
			if (state === 'failed') expect(report?.error?.code).toBe('cancelled');
		}
	});

	it('sweeps the files of imports whose process has gone, and no others', async () => {
		// No process has this number: it is beyond what the system gives.
		const dead = path.join(tmpdir(), 'oakmoss-import-4194305-gone');
		const alive = path.join(tmpdir(), `oakmoss-import-${process.pid}-here`);
		for (const folder of [dead, alive]) mkdirSync(folder, { recursive: true });
		await settleLeftovers();
		expect([existsSync(dead), existsSync(alive)]).toEqual([false, true]);
		rmSync(alive, { recursive: true });
	});

	it('tells of a job whose server has gone', async () => {
		const longAgo = new Date(Date.now() - 60_000);
		await connection().db.insert(jobs).values({
			id: 'lost',
			kind: 'vocabulary',
			indexCode: 'yarrow',
			state: 'running',
			startedBy: 'local',
			seenAt: longAgo
		});
		await settleLeftovers();
		expect(await findJob(LOCAL_PERSON, 'lost')).toMatchObject({
			state: 'failed',
			report: { error: { code: 'lost' } }
		});
		await expect(findJob(LOCAL_PERSON, 'none')).rejects.toMatchObject({ status: 404 });
	});
});

describe('removing an index', () => {
	it(
		'gives way to whoever reads it whole, says so, and keeps nobody from reading the others',
		{ retry: 2 },
		async () => {
			await createIndex(LOCAL_PERSON, { code: 'sedge', name: 'Sedge', discipline: '' });
			await loadTurtle('sedge', GOOD);
			const backup = connect(url, 1);
			let end = () => {};
			const held = new Promise<void>((resolve) => (end = resolve));
			const reading = backup.sql.begin(async (tx) => {
				await tx`select count(*) from headings`;
				await held;
			});
			await new Promise((resolve) => setTimeout(resolve, 100));
			const removal = removeIndex(LOCAL_PERSON, 'sedge');
			removal.catch(() => {});
			// Others go on reading meanwhile.
			for (let i = 0; i < 5; i++) {
				const begun = Date.now();
				await headingSheet(LOCAL_PERSON, 'yarrow', 'noise').catch(() => {});
				await connection().sql`select count(*) from headings`;
				expect(Date.now() - begun).toBeLessThan(900);
				await new Promise((resolve) => setTimeout(resolve, 200));
			}
			await expect(removal).rejects.toMatchObject({ status: 409, code: 'index-in-use' });
			end();
			await reading;
			await backup.end();
			await removeIndex(LOCAL_PERSON, 'sedge');
			await expect(currentIndex('sedge')).rejects.toMatchObject({ status: 404 });
		}
	);
});
