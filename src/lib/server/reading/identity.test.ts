/**
 * What a server keeps in memory is of one state of things: after an edition, after records, after an index was removed and
 * made anew, everything that is asked says what is so now. Each fact is asked before, so that it is in memory, and after.
 */
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { countsWithNarrower } from '../browse/heading-counts';
import { headingSheet } from '../browse/look-up';
import { lookupInIndex } from '../browse/look-up-by-records';
import { connection } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { store } from '../records/yarrow.test-aid';
import { searchIndex } from '../search/searching';
import { createIndex, removeIndex } from '../vocabulary/subject-indexes';
import { importVocabulary } from '../vocabulary/vocabulary-import';
import '../wings';
import { compositionOf } from './composing';
import { neighboursOf } from './near-records';
import { phrasesOf } from './record-phrases';

let url: string | undefined;
beforeEach(async () => {
	if (url) await dropDatabase(url);
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '' });
});
afterAll(() => (url ? dropDatabase(url) : undefined));

const HEAD = '@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix f: <https://f.example/> .\n';
const heading = (name: string, label: string, more = '') =>
	`f:${name} a skos:Concept ; skos:prefLabel "${label}"@en ${more}.\n`;
async function load(edition: string, ...headings: string[]) {
	const file = path.join(await mkdtemp(path.join(tmpdir(), 'oakmoss-edition-')), 'fern.ttl');
	await writeFile(file, HEAD + headings.join(''));
	await importVocabulary(connection().sql, { indexCode: 'fern', edition, file, format: 'text/turtle' });
}
const record = (n: number, title: string, ...names: string[]) => ({
	key: `r${n}`,
	item: { id: `r${n}`, type: 'report', title, author: [{ family: `Author ${n % 2}`, given: 'A' }] },
	taggings: names.map((name) => ({ uri: `https://f.example/${name}`, label: name, chief: false })),
	cites: n > 0 ? ['r0'] : []
});

/** Everything that memory has a hand in, asked at once. */
async function asked() {
	const compose = await compositionOf(LOCAL_PERSON, 'fern', {
		cql: 'dc.type = "report"',
		limits: [],
		by: ['heading', 'headingWithBroader', 'author', 'type'],
		sort: 'count'
	});
	const values = (name: string) =>
		compose.dimensions
			.find((one) => one.name === name)
			?.values.map(({ value, count, all }) => [value, count, all]);
	const search = async (cql: string) => (await searchIndex(LOCAL_PERSON, 'fern', { cql, sort: 'newest' })).records.map(({ id }) => id); // prettier-ignore
	return {
		lookup: (await lookupInIndex(LOCAL_PERSON, 'fern', 'moss', 5)).matches.map(({ heading: { label, recordCount } }) => [label, recordCount]), // prettier-ignore
		sheet: (await headingSheet(LOCAL_PERSON, 'fern', 'moss')).label,
		withNarrower: await countsWithNarrower(LOCAL_PERSON, 'fern', ['moss']),
		search: await search('dc.subject =/oak.narrower "Moss"'),
		words: await search('cql.keywords = walls'),
		labels: await search('dc.subject any "moss"'),
		headings: values('heading'),
		raised: values('headingWithBroader'),
		authors: values('author'),
		kinds: values('type'),
		phrases: (await phrasesOf(LOCAL_PERSON, 'fern', { cql: 'walls', limits: [] })).phrases.map(
			({ text }) => text
		),
		citedBy: (await neighboursOf(LOCAL_PERSON, 'fern', 'r0')).citedBy
	};
}

const MOSS = heading('moss', 'Moss');
const WALL = heading('wall', 'Wall moss', '; skos:broader f:moss ');

describe('what is kept in memory', () => {
	it('follows an edition: labels, the hierarchy, and what is found by it', async () => {
		await load('1', MOSS, WALL);
		await store('fern', [record(0, 'Moss on walls', 'moss'), record(1, 'Walls', 'wall')]);
		const before = await asked();
		expect(before).toMatchObject({
			lookup: [['Moss', 1], ['Wall moss', 1]],
			withNarrower: { moss: 2 },
			search: ['r0', 'r1'],
			raised: [['Moss', 2, 2], ['Wall moss', 1, 1]]
		}); // prettier-ignore
		// In the next edition the one heading is no longer below the other, and is called otherwise.
		await load('2', MOSS, heading('wall', 'Plants of walls'));
		const after = await asked();
		expect(after).toMatchObject({
			lookup: [['Moss', 1]],
			withNarrower: { moss: 1 },
			search: ['r0'],
			raised: [['Moss', 1, 1], ['Plants of walls', 1, 1]],
			headings: [['Moss', 1, 1], ['Plants of walls', 1, 1]]
		}); // prettier-ignore
		expect(after.words).toEqual(before.words);
		await load('3', MOSS, WALL);
		expect(await asked()).toEqual(before);
	});

	it('follows records: added, changed, and as they were once more', async () => {
		await load('1', MOSS, WALL);
		await store('fern', [record(0, 'Moss on walls', 'moss'), record(1, 'Walls', 'wall')]);
		const before = await asked();
		await store('fern', [record(2, 'Walls again', 'moss', 'wall'), record(1, 'Roofs', 'moss')]);
		expect(await asked()).toMatchObject({
			lookup: [['Moss', 3], ['Wall moss', 1]],
			search: ['r0', 'r1', 'r2'],
			words: ['r0', 'r2'],
			headings: [['Moss', 3, 3], ['Wall moss', 1, 1]],
			authors: [['A Author 0', 2, 2], ['A Author 1', 1, 1]],
			kinds: [['report', 3, 3]],
			citedBy: ['r1', 'r2']
		}); // prettier-ignore
		const more = Array.from({ length: 12 }, (_, i) =>
			record(3 + i, i % 2 ? 'Damp walls' : 'Dry roofs', 'moss')
		);
		await store('fern', more);
		expect((await asked()).phrases).toContain('damp walls');
		await store('fern', [record(1, 'Walls', 'wall')]);
		const { words, search } = await asked();
		expect(words).toContain('r1');
		expect(search).toHaveLength(15);
		expect(before.words).toEqual(['r0', 'r1']);
	});

	it('is of the index that is there now, not of one of its name that was removed', async () => {
		await load('1', MOSS, WALL);
		await store('fern', [record(0, 'Moss on walls', 'moss'), record(1, 'Walls', 'wall')]);
		await asked();
		await removeIndex(LOCAL_PERSON, 'fern');
		await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '' });
		// The same label of edition, the same number of records, the same identifiers: all of it another thing.
		await load(
			'1',
			heading('moss', 'Moss of the sea'),
			heading('wall', 'Sea walls', '; skos:broader f:moss ')
		);
		await store('fern', [record(0, 'Sea walls', 'wall'), record(1, 'Tides', 'wall')]);
		await expect(asked()).rejects.toThrow(/“Moss” is not a heading/);
		const { dimensions } = await compositionOf(LOCAL_PERSON, 'fern', { cql: 'dc.type = "report"', limits: [], by: ['headingWithBroader'], sort: 'name' }); // prettier-ignore
		expect(dimensions[0].values.map(({ value, count }) => [value, count])).toEqual([['Moss of the sea', 2], ['Sea walls', 2]]); // prettier-ignore
		expect((await headingSheet(LOCAL_PERSON, 'fern', 'moss')).label).toBe('Moss of the sea');
		expect((await searchIndex(LOCAL_PERSON, 'fern', { cql: 'walls' })).records.map(({ id }) => id)).toEqual([
			'r0'
		]);
	});

	it('is the same for an inquiry that looks while records come in', async () => {
		await load('1', MOSS, WALL);
		await store('fern', [record(0, 'Moss on walls', 'moss')]);
		await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['fern'] });
		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'concept.add', id: 'c', name: 'moss' });
		// Many look at once while the index changes under them: each answer is of one state or of the next, and the last of the last.
		const looking = Array.from({ length: 8 }, async (_, i) => {
			if (i === 3) await store('fern', [record(1, 'Walls', 'wall')]);
			const { headings, search } = await asked();
			return [headings?.length, search.length];
		});
		for (const [headings, found] of await Promise.all(looking)) {
			expect([1, 2]).toContain(headings);
			expect([1, 2]).toContain(found);
		}
		expect((await asked()).search).toEqual(['r0', 'r1']);
	});
});
