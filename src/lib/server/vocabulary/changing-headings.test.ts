import { afterAll, beforeAll, expect, it } from 'vitest';
import type { HeadingFields, Mending } from '../../../core/vocabulary/vocabulary-edit';
import { connection } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { findJob } from '../jobs/jobs';
import { LOCAL_PERSON } from '../people/access';
import { deleteEdition, removeOvertaken } from './edition-rows';
import { currentIndex } from './editions';
import { listEditions } from './editions-kept';
import { setOwn, startMending } from './changing-headings';
import { createIndex } from './subject-indexes';
import { loadTurtle } from './turtle.test-aid';
import { readVocabularyData } from './vocabulary-rows';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'moss', name: 'Moss', discipline: 'botany', own: true });
});
afterAll(() => dropDatabase(url));

const mend = (mending: Mending) => startMending(LOCAL_PERSON, 'moss', mending);

async function now() {
	const { edition } = await currentIndex('moss');
	const { headings, entryTerms } = await readVocabularyData(edition?.id ?? 0);
	return {
		labels: headings.map(({ labels }) => labels[0].text),
		broader: headings.map(({ broader }) => broader),
		terms: entryTerms.map(({ text }) => text)
	};
}

const NONE: HeadingFields = { label: '', entryTerms: [], broader: [], related: [], scopeNote: '', historyNote: '', notation: '', introduced: '', retired: '' }; // prettier-ignore

it('an index without a file gets a hierarchy by typing it, and what is changed on one day is one edition', async () => {
	await mend({ kind: 'add', outline: 'Sound\n\tNoise' });
	await mend({ kind: 'add', outline: 'Alarms', under: 'noise' });
	await mend({
		kind: 'change',
		key: 'alarms',
		was: { ...NONE, label: 'Alarms', broader: ['noise'] },
		fields: { ...NONE, label: 'Alarm sounds', broader: ['sound'], entryTerms: ['Beepers'] }
	});
	expect(await now()).toEqual({
		labels: ['Sound', 'Noise', 'Alarm sounds'],
		broader: [[], [0], [0]],
		terms: ['Beepers']
	});
	const today = new Date().toISOString().slice(0, 10);
	expect((await listEditions(LOCAL_PERSON, 'moss')).map(({ label }) => label)).toEqual([today]);
});

it('says in words what cannot be done, and changes nothing', async () => {
	const before = await now();
	await expect(mend({ kind: 'add', outline: 'Beepers' })).rejects.toMatchObject({
		status: 422,
		message: '“Beepers” is an entry term of “Alarm sounds”.'
	});
	await expect(mend({ kind: 'change', key: 'noise', was: NONE, fields: NONE })).rejects.toThrow(/meanwhile/);
	expect(await now()).toEqual(before);
});

it('loses nothing of what two change at the same time', async () => {
	await Promise.all(['Echoes', 'Silence', 'Whispers'].map((outline) => mend({ kind: 'add', outline })));
	const { labels } = await now();
	expect(labels).toEqual(expect.arrayContaining(['Echoes', 'Silence', 'Whispers', 'Alarm sounds']));
	expect(labels).toHaveLength(6);
});

it('removes what was overtaken once nobody can be reading it, and no row of it stays', async () => {
	const { sql } = connection();
	await sql`update editions set overtaken_at = now() - interval '1 hour' where overtaken_at is not null`;
	await mend({ kind: 'add', outline: 'Hums' });
	await removeOvertaken('moss');
	const rows = await sql<{ n: number }>`
		select count(*)::int as n from editions where index_code = 'moss' and overtaken_at < now() - interval '1 minute'`;
	expect(rows[0].n).toBe(0);
	const [{ editions }] = await sql<{ editions: number }>`
		select count(distinct edition_id)::int as editions from headings`;
	expect(editions, 'the present one, and the one it overtook').toBe(2);
	await expect(deleteEdition('moss', (await currentIndex('moss')).edition?.id ?? 0)).resolves.toBe(false);
});

it('mends one that came from a file too, once it is said to be one’s own', async () => {
	await createIndex(LOCAL_PERSON, { code: 'sedge', name: 'Sedge', discipline: '' });
	await loadTurtle('sedge', '<https://s.example/a> <http://www.w3.org/2004/02/skos/core#prefLabel> "Walls"@en .');
	const add = { kind: 'add', outline: 'Doors' } as const;
	await expect(startMending(LOCAL_PERSON, 'sedge', add)).rejects.toMatchObject({ code: 'not-own' });
	await setOwn(LOCAL_PERSON, 'sedge', true);
	await startMending(LOCAL_PERSON, 'sedge', add);
	const today = new Date().toISOString().slice(0, 10);
	expect((await listEditions(LOCAL_PERSON, 'sedge')).map(({ label }) => label)).toEqual([today, '1']);
	// A file that has the name of the day keeps it; what is changed then is still one edition.
	const file = '<https://s.example/b> <http://www.w3.org/2004/02/skos/core#prefLabel> "Roofs"@en .';
	await loadTurtle('moss', file, today);
	for (const outline of ['Eaves', 'Gables'])
		await startMending(LOCAL_PERSON, 'moss', { kind: 'add', outline });
	const labels = (await listEditions(LOCAL_PERSON, 'moss')).map(({ label }) => label);
	expect(labels).toEqual([`${today} (3)`, `${today} (2)`, today]);
	expect((await now()).labels).toEqual(['Roofs', 'Eaves', 'Gables']);
}); // prettier-ignore

it('makes the edition in a thread where the vocabulary is large, and tells how that went', async () => {
	await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '', own: true });
	const lines = (from: number, to: number) =>
		Array.from({ length: to - from }, (_, i) => `Frond ${from + i}`).join('\n');
	await startMending(LOCAL_PERSON, 'fern', { kind: 'add', outline: lines(0, 2_000) });
	await startMending(LOCAL_PERSON, 'fern', { kind: 'add', outline: lines(2_000, 2_100) });
	const ends = async (outline: string) => {
		const id = (await startMending(LOCAL_PERSON, 'fern', { kind: 'add', outline })) ?? '';
		for (;;) {
			const job = await findJob(LOCAL_PERSON, id);
			if (job.state === 'done' || job.state === 'failed') return job;
			await new Promise((done) => setTimeout(done, 20));
		}
	};
	expect((await ends('Spores')).state).toBe('done');
	expect((await ends('Frond 7')).report?.error).toMatchObject({
		code: 'not-mended',
		message: '“Frond 7” is a heading already.'
	});
	expect((await currentIndex('fern')).edition?.headings).toBe(2_101);
});
