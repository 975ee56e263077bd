import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { LOCAL_PERSON } from '../people/access';
import { setCell } from './setting-cells';
import { matchesByIndex, wordOffers } from './concept-words';
import { crosswalkFacts } from './crosswalk-facts';
import { suggestionsFor } from './suggesting';
import { exportCrosswalk } from './crosswalk-export';
import { previewCrosswalkImport } from './crosswalk-import';
import { dropDatabase, migratedDatabase, statementsDuring } from '../db/database.test-aid';
import { connection } from '../db/client';
import { currentIndex } from '../vocabulary/editions';
import { findJob } from '../jobs/jobs';
import { startVocabularyImport } from '../vocabulary/vocabulary-upload';
import { createIndex } from '../vocabulary/subject-indexes';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { readPack, writePack } from '../vocabulary/pack-rows';
import { headingSheet } from '../browse/look-up';
import { lookupInIndex } from '../browse/look-up-by-records';

let url: string;

async function load(indexCode: string, turtle: string) {
	const body = Readable.toWeb(Readable.from([Buffer.from(turtle)])) as unknown as ReadableStream<Uint8Array>;
	const id = await startVocabularyImport(LOCAL_PERSON, { indexCode, edition: '1', contentType: 'text/turtle', length: undefined, body }); // prettier-ignore
	for (;;) {
		const job = await findJob(LOCAL_PERSON, id);
		if (job.state === 'done') return job;
		if (job.state === 'failed') throw new Error(job.report?.error?.message);
		await new Promise((resolve) => setTimeout(resolve, 30));
	}
}

const PREFIXES =
	'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix oak: <https://oakmoss.example/terms#> . ';
const ALDER = `${PREFIXES} @prefix a: <https://a.example/> .
a:sound a skos:Concept ; skos:prefLabel "Sound"@en .
a:noise a skos:Concept ; skos:prefLabel "Noise (Sound)"@en ; skos:altLabel "Din"@en, "Ambient sound level"@en ; skos:broader a:sound ; oak:aspect "causes", "costs" .
a:fan a skos:Concept ; skos:prefLabel "Fan noise"@en ; skos:broader a:noise .
a:t a oak:CompoundEntryTerm ; <http://www.w3.org/2008/05/skos-xl#literalForm> "Noise of fans"@en ; oak:useTogether a:noise, a:fan .`;
const YARROW = `${PREFIXES} @prefix y: <https://y.example/> .
y:noise a skos:Concept ; skos:prefLabel "Noise, Indoor"@en ; skos:altLabel "Ambient sound level"@en .
y:calm a skos:Concept ; skos:prefLabel "Quiet Time"@en ; skos:related y:noise .`;

beforeAll(async () => {
	url = await migratedDatabase();
	for (const [code, name] of [
		['alder', 'Alder'],
		['yarrow', 'Yarrow'],
		['nettle', 'Nettle']
	])
		// prettier-ignore
		await createIndex(LOCAL_PERSON, { code, name, discipline: '' });
	await load('alder', ALDER);
	await load('yarrow', YARROW);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Quiet', question: '' });
	const commands: Command[] = [
		{ kind: 'concept.add', id: 'c1', name: 'loud rooms' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'alder', edition: '1', headings: [{ uri: 'https://a.example/noise', label: 'Noise (Sound)' }], withNarrower: true },
		{ kind: 'pick.add', id: 'p2', conceptId: 'c1', indexCode: 'alder', edition: '1', headings: [{ uri: 'https://a.example/fan', label: 'Fan noise' }] }
	]; // prettier-ignore
	for (const command of commands) await changeInquiry(LOCAL_PERSON, 'q', command);
});
afterAll(() => dropDatabase(url));

describe('what the vocabularies say of an inquiry', () => {
	it('is what its picks stand for, their aspects, and when each cell was changed', async () => {
		const { facts, aspects, changed } = await crosswalkFacts(LOCAL_PERSON, 'q');
		expect(facts.p1).toMatchObject({ standsFor: 2, flags: [] });
		expect(facts.p2.flags).toEqual([{ kind: 'covered', by: 'p1' }]);
		expect(aspects).toEqual({ 'alder\nhttps://a.example/noise': ['causes', 'costs'] });
		expect(Object.keys(changed)).toEqual(['c1:alder']);
		expect(Date.now() - Date.parse(changed['c1:alder'])).toBeLessThan(60_000);
	});

	it('are headings of another index, by the entry terms of what is picked in the first', async () => {
		const [first] = await suggestionsFor(LOCAL_PERSON, 'q', 'c1', 'yarrow');
		expect(first.heading.label).toBe('Noise, Indoor');
		expect(first.evidence).toContainEqual(
			expect.objectContaining({ source: 'entry term', text: 'Ambient sound level', from: { indexCode: 'alder', label: 'Noise (Sound)' } })
		); // prettier-ignore
		expect(await suggestionsFor(LOCAL_PERSON, 'q', 'c1', 'nettle')).toEqual([]);
		await expect(suggestionsFor(LOCAL_PERSON, 'q', 'gone', 'yarrow')).rejects.toMatchObject({ status: 404 });
	});

	it('are words to add, and how many headings of each index match', async () => {
		const offers = await wordOffers(LOCAL_PERSON, 'q', 'c1');
		expect(offers.map(({ text }) => text)).toEqual(
			expect.arrayContaining(['ambient sound level', 'fan noise'])
		);
		expect(offers.map(({ text }) => text)).not.toContain('noise of fans');
		expect(await matchesByIndex(LOCAL_PERSON, 'q')).toMatchObject({
			alder: { c1: { headings: 1, records: 0 } },
			yarrow: { c1: { headings: 0, records: 0 } }
		});
	});

	it('takes the same number of statements however many picks there are', async () => {
		const asked = [
			() => readInquiry(LOCAL_PERSON, 'q'),
			() => crosswalkFacts(LOCAL_PERSON, 'q'),
			() => suggestionsFor(LOCAL_PERSON, 'q', 'c1', 'yarrow')
		];
		const count = async () => {
			const counts: number[] = [];
			// What was changed is read once, whoever asks first.
			await readInquiry(LOCAL_PERSON, 'q');
			for (const work of asked) counts.push(await statementsDuring(work));
			return counts;
		};
		const before = await count();
		const many = Array.from({ length: 60 }, (_, i): Command[] => [
			{ kind: 'concept.add', id: `m${i}`, name: `more ${i}` },
			{ kind: 'pick.add', id: `n${i}`, conceptId: `m${i}`, indexCode: 'alder', edition: '1', headings: [{ uri: 'https://a.example/noise', label: 'Noise (Sound)' }] }
		]); // prettier-ignore
		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'many', title: 'More', commands: many.flat() });
		expect(await count()).toEqual(before);
	});
});

describe('cells and files from outside', () => {
	it('take headings by URI or by label, and typed ones where there is no vocabulary', async () => {
		const nettle = await setCell(LOCAL_PERSON, { inquiry: 'q', concept: 'c1', index: 'nettle' }, { picks: [{ uris: ['Loudness'] }], noHeading: false }); // prettier-ignore
		expect(nettle.picks[0].labels).toEqual(['Loudness']);
		expect(nettle.remarks).toBeUndefined();
		const marked = await setCell(LOCAL_PERSON, { inquiry: 'q', concept: 'c1', index: 'nettle' }, { picks: [{ uris: ['Loudness'], chief: true }], noHeading: false }); // prettier-ignore
		expect(marked.remarks).toEqual([expect.stringMatching(/chief/)]);
		const csv =
			'concept,index,heading,fit\nloud rooms,Yarrow,ambient SOUND level,close\nloud rooms,Nettle,Shouting,\nloud rooms,Alder,Noise of fans,';
		const plan = await previewCrosswalkImport(LOCAL_PERSON, 'q', { kind: 'csv', text: csv });
		expect(plan.added).toEqual(['ambient SOUND level, loud rooms', 'Shouting, loud rooms']);
		expect(plan.unplaced).toMatchObject([{ line: 4, what: 'Noise of fans' }]);
		expect((await readInquiry(LOCAL_PERSON, 'q')).inquiry.picks).not.toHaveProperty(['Shouting']);
		await changeInquiry(LOCAL_PERSON, 'q', plan.command as Command);
		const labels = Object.values((await readInquiry(LOCAL_PERSON, 'q')).inquiry.picks).flatMap(({ headings }) => headings.map(({ label }) => label)); // prettier-ignore
		expect(labels).toEqual(expect.arrayContaining(['Noise, Indoor', 'Shouting']));
	});

	it.each([
		['another kind of file', { kind: 'pdf', text: '' }, 415],
		['what cannot be read', { kind: 'json', text: '{' }, 422],
		['more than is taken', { kind: 'csv', text: 'x'.repeat(10_000_001) }, 413]
	])('refuse %s with the reason', async (_, file, status) => {
		await expect(previewCrosswalkImport(LOCAL_PERSON, 'q', file)).rejects.toMatchObject({ status });
	});

	it('give a workbook whose texts are texts', async () => {
		const { default: exceljs } = await import('exceljs');
		const file = await exportCrosswalk(LOCAL_PERSON, 'q', 'xlsx');
		const book = new exceljs.Workbook();
		await book.xlsx.load(await file.arrayBuffer());
		const sheet = book.getWorksheet('Crosswalk');
		expect(sheet?.getRow(1).getCell(1).value).toBe('concept');
		expect(sheet?.getRow(2).getCell(6).value).toBe('Noise (Sound)');
		await expect(exportCrosswalk(LOCAL_PERSON, 'q', 'toString')).rejects.toMatchObject({ status: 404 });
	});
});

describe('packs', () => {
	it('come back as they were, whatever their size', async () => {
		const { edition } = await currentIndex('yarrow');
		const id = edition?.id as number;
		const before = await readPack(id);
		for (const size of [1, 4 * 2 ** 20, 4 * 2 ** 20 + 1, 9_000_001]) {
			const bytes = Uint8Array.from({ length: size }, (_, i) => (i * 31 + (i >> 8)) & 255);
			await connection().sql`delete from edition_packs where edition_id = ${id}`;
			await connection().sql.begin((tx) => writePack(tx, id, bytes));
			expect(Buffer.compare(await readPack(id), bytes)).toBe(0);
		}
		await connection().sql`delete from edition_packs where edition_id = ${id}`;
		expect((await readPack(id)).length).toBe(0);
		await connection().sql.begin((tx) => writePack(tx, id, before));
	});
});

describe('a vocabulary large enough for a thread of its own', () => {
	it('is found and shown like any other', async () => {
		const headings = Array.from(
			{ length: 12_000 },
			(_, n) =>
				`x:h${n} a skos:Concept ; skos:prefLabel "Kind ${n} of walls"@en ; skos:altLabel "Wall type ${n}, painted"@en, ""@en ; skos:scopeNote "Walls of the number ${n}, and of no other kind at all."@en .`
		);
		const turtle = `${PREFIXES} @prefix x: <https://x.example/> .\n${headings.join('\n')}\nx:odd a skos:Concept ; skos:prefLabel "Odd\\u0000 one  out"@en .`;
		expect(turtle.length).toBeGreaterThan(2 * 2 ** 20);
		const job = await load('nettle', turtle);
		expect(job.report?.counts).toMatchObject({ headings: 12_001, entryTerms: 12_000 });
		const first = async (query: string) => {
			const [match] = (await lookupInIndex(LOCAL_PERSON, 'nettle', query, 3)).matches;
			return [match.heading.label, match.tier];
		};
		expect(await first('kind 77 of walls')).toEqual(['Kind 77 of walls', 'exact']);
		expect(await first('painted wall types 11999')).toEqual(['Kind 11999 of walls', 'variant']);
		expect(await first('odd one out')).toEqual(['Odd one out', 'exact']);
		expect((await headingSheet(LOCAL_PERSON, 'nettle', 'h5')).entryTerms).toEqual([
			{ lang: 'en', text: 'Wall type 5, painted' }
		]);
	});
});
