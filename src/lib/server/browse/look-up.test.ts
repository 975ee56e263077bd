import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EditionIndex, PACK_FORM } from '../../../core/edition/edition-index';
import { LOCAL_PERSON } from '../people/access';
import { closeConnection, connection } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { currentIndex } from '../vocabulary/editions';
import { hierarchyHolding, hierarchyTo, rollPlaceOf, rollWindow } from './displays';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { createIndex, listIndexes, removeIndex, usesOf } from '../vocabulary/subject-indexes';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { remakePack } from '../vocabulary/pack-remaking';
import { readPack, writePack } from '../vocabulary/pack-rows';
import { exportVocabulary } from '../vocabulary/vocabulary-export';
import { headingsBelow, headingSheet, lookupInIndexes, narrowerHeadings, topHeadings } from './look-up';
import { lookupInIndex } from './look-up-by-records';

const PREFIXES = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
@prefix dct: <http://purl.org/dc/terms/> . @prefix oak: <https://oakmoss.example/terms#> . `;

/** A diamond: hush pods lie below rooms by two ways. */
const MAPLE = `${PREFIXES} @prefix m: <https://m.example/> .
m:rooms a skos:Concept ; skos:prefLabel "Rooms"@en, "Räume"@de .
m:quiet a skos:Concept ; skos:prefLabel "Quiet Rooms"@en ; skos:altLabel "Silence rooms"@en ; skos:broader m:rooms .
m:small a skos:Concept ; skos:prefLabel "Small Rooms"@en ; skos:broader m:rooms .
m:pod a skos:Concept ; skos:prefLabel "Hush Pods"@en ; skos:broader m:quiet, m:small ; skos:related m:mind ;
  skos:scopeNote "Booths for one person."@en ; oak:introduced "1998" ; dct:replaces m:booth .
m:booth a skos:Concept ; skos:prefLabel "Quiet Booths"@en ; oak:retired "1998" .
m:mind a skos:Concept ; skos:prefLabel "Concentration"@en ; skos:hiddenLabel "concentraton"@en .
m:group a skos:Collection ; skos:prefLabel "Places"@en ; skos:member m:rooms, m:pod .
m:both a oak:CompoundEntryTerm ; <http://www.w3.org/2008/05/skos-xl#literalForm> "Concentration rooms"@en ;
  oak:useTogether m:mind, m:rooms .`;

const ROWAN = `${PREFIXES} @prefix r: <https://r.example/> .
r:consecration a skos:Concept ; skos:prefLabel "Consecrations"@en .
r:hush a skos:Concept ; skos:prefLabel "Hushing"@en .`;

let url: string;

beforeAll(async () => {
	url = await migratedDatabase();
	for (const code of ['maple', 'rowan', 'bare'])
		await createIndex(LOCAL_PERSON, { code, name: code.toUpperCase(), discipline: 'Testing' });
	await loadTurtle('maple', MAPLE);
	await loadTurtle('rowan', ROWAN);
});

afterAll(async () => {
	await closeConnection();
	await dropDatabase(url);
});

/** The partitions that hold the rows of editions. */
const partitions = async () =>
	(
		await connection().sql`select inhrelid::regclass::text as name from pg_inherits
		join pg_class on oid = inhrelid where relkind = 'r' order by name`
	).map(({ name }) => name as string);

const found = async (query: string, codes = ['maple', 'rowan']) =>
	Object.fromEntries(
		(await lookupInIndexes(LOCAL_PERSON, codes, query, 20)).map(({ code, matches }) => [
			code,
			matches.map(({ heading, tier }) => `${heading.label}: ${tier}`)
		])
	);

describe('look-up in several indexes', () => {
	it('answers index by index in the order asked, and with nothing for one without a vocabulary', async () => {
		const lanes = await lookupInIndexes(
			LOCAL_PERSON,
			['rowan', 'bare', 'nowhere', 'maple'],
			'quiet rooms',
			20
		);
		expect(lanes.map(({ code, edition, matches }) => [code, edition, matches.length])).toEqual([
			['rowan', '1', 0],
			['bare', '', 0],
			['maple', '1', expect.any(Number)]
		]);
		expect(lanes[2].matches[0]).toMatchObject({
			tier: 'exact',
			heading: { label: 'Quiet Rooms', narrowerCount: 1, belowCount: 1, broader: ['Rooms'] }
		});
	});

	it('takes a word for another only where no chosen vocabulary has it', async () => {
		// A few letters from "Consecrations", and itself a heading of the other index.
		expect(await found('concentration')).toEqual({
			maple: ['Concentration: exact', 'Rooms: all-words'],
			rowan: []
		});
		expect(await found('konsekratlons')).toEqual({ maple: [], rowan: ['Consecrations: typo'] });
		// The beginning of a word that one has is not another word of the other one, misspelt.
		expect(await found('hushi')).toEqual({ maple: [], rowan: ['Hushing: begins'] });
		expect(await found('konsekladlons')).toEqual({ maple: [], rowan: [] });
		expect(await found('conzekrations')).toEqual({ maple: [], rowan: ['Consecrations: typo'] });
		expect(await found('konzentration')).toEqual({
			maple: ['Concentration: typo', 'Rooms: typo'],
			rowan: []
		});
	});

	it('says which other spellings it tried, though not those of a slip of the pen', async () => {
		const tried = async (query: string) =>
			(await lookupInIndexes(LOCAL_PERSON, ['maple'], query, 20))[0].alsoTried;
		expect(await tried('quiet room')).toContain('quiet rooms');
		expect(await tried('elephant')).toContain('elephants');
		expect(await tried('quiet roons')).toEqual([]);
		expect(await tried('konzentration')).toEqual([]);
	});

	it('gives neighbours instead of matches, and the headings of a compound entry term together', async () => {
		const [lane] = await lookupInIndexes(LOCAL_PERSON, ['maple'], 'quintessence', 20);
		expect(lane.matches).toEqual([]);
		// One line a heading: that of “Quiet Rooms” is “Silence rooms”, which stands nearer the query's end.
		expect(lane.neighbours.map(({ text }) => text).sort()).toEqual([
			'Concentration rooms',
			'Hush Pods',
			'Quiet Booths',
			'Räume',
			'Silence rooms',
			'Small Rooms'
		]);
		const { matches } = await lookupInIndex(LOCAL_PERSON, 'maple', 'Concentration rooms', 20);
		expect(
			matches.slice(0, 2).map(({ heading, tier, together }) => [heading.label, tier, together?.length])
		).toEqual([
			['Concentration', 'entry', 2],
			['Rooms', 'entry', 2]
		]);
	});

	it('refuses an index that is not there, and one who may not read', async () => {
		await expect(lookupInIndex(LOCAL_PERSON, 'nowhere', 'x', 5)).rejects.toMatchObject({ status: 404 });
		await expect(lookupInIndexes(undefined, ['maple'], 'x', 5)).rejects.toMatchObject({ status: 401 });
	});
});

describe('a heading', () => {
	it('has a sheet with its paths, dates, notes and what it replaced', async () => {
		const sheet = await headingSheet(LOCAL_PERSON, 'maple', 'pod');
		expect(sheet).toMatchObject({
			label: 'Hush Pods',
			introduced: 1998,
			notes: [{ kind: 'scope', text: 'Booths for one person.' }],
			pathCount: 2,
			pathsComplete: true,
			collections: ['Places']
		});
		expect(sheet.paths.map((path) => path.map(({ label }) => label))).toEqual(
			expect.arrayContaining([
				['Rooms', 'Quiet Rooms', 'Hush Pods'],
				['Rooms', 'Small Rooms', 'Hush Pods']
			])
		);
		expect(sheet.predecessors.map(({ label }) => label)).toEqual(['Quiet Booths']);
		const before = await headingSheet(LOCAL_PERSON, 'maple', 'https://m.example/booth');
		expect(before).toMatchObject({ retired: true, retiredIn: 1998 });
		expect(before.successors.map(({ label }) => label)).toEqual(['Hush Pods']);
		expect(sheet.related.map(({ label }) => label)).toEqual(['Concentration']);
		expect(
			(await headingSheet(LOCAL_PERSON, 'maple', 'mind')).entryTerms.map(({ text, together }) => [
				text,
				together?.length
			])
		).toEqual([['Concentration rooms', 2]]);
	});

	it('tells what lies directly below and what lies below in all, each once and with its least depth', async () => {
		const labels = (list: { label: string }[]) => list.map(({ label }) => label);
		expect(labels(await narrowerHeadings(LOCAL_PERSON, 'maple', 'rooms'))).toEqual([
			'Quiet Rooms',
			'Small Rooms'
		]);
		const below = await headingsBelow(LOCAL_PERSON, 'maple', 'rooms', Infinity);
		expect(below.map(({ label, depth }) => `${depth} ${label}`).sort()).toEqual([
			'1 Quiet Rooms',
			'1 Small Rooms',
			'2 Hush Pods'
		]);
		expect(labels(await headingsBelow(LOCAL_PERSON, 'maple', 'rooms', 1))).toHaveLength(2);
		expect(labels(await topHeadings(LOCAL_PERSON, 'maple'))[0]).toBe('Rooms');
		expect(await topHeadings(LOCAL_PERSON, 'bare')).toEqual([]);
	});

	it('that is not there is said not to be, with the edition', async () => {
		await expect(headingSheet(LOCAL_PERSON, 'maple', 'attic')).rejects.toMatchObject({
			status: 404,
			message: 'MAPLE, edition 1, has no heading “attic”.'
		});
		await expect(headingSheet(LOCAL_PERSON, 'bare', 'attic')).rejects.toMatchObject({ status: 404 });
	});
});

describe('displays', () => {
	it('open the hierarchy to a depth, and the ways down to what is typed', async () => {
		const { children, complete } = await hierarchyTo(LOCAL_PERSON, 'maple', 2);
		expect(complete).toBe(true);
		expect(children[''].map(({ label }) => label)).toContain('Rooms');
		expect(children.rooms.map(({ label }) => label)).toEqual(['Quiet Rooms', 'Small Rooms']);
		expect(children.quiet).toBeUndefined();
		const { matches, total } = await hierarchyHolding(LOCAL_PERSON, 'maple', 'pods');
		expect(total).toBe(1);
		expect(matches[0].paths.map((path) => path.map(({ id }) => id)).sort()).toEqual([
			['rooms', 'quiet', 'pod'],
			['rooms', 'small', 'pod']
		]);
	});

	it('give any window of a roll, and the place of what is typed in it', async () => {
		const all = await rollWindow(LOCAL_PERSON, 'maple', 'alphabetical', 0, 1_000);
		expect(all.lines).toHaveLength(all.total);
		const { at } = await rollPlaceOf(LOCAL_PERSON, 'maple', 'alphabetical', 'quiet r');
		const [line] = (await rollWindow(LOCAL_PERSON, 'maple', 'alphabetical', at, 1)).lines;
		expect(line.headings.map(({ label }) => label)).toEqual(['Quiet Rooms']);
		expect((await rollWindow(LOCAL_PERSON, 'maple', 'permuted', all.total * 10, 5)).lines).toEqual([]);
	});
});

describe('an index', () => {
	it('is given out as it was loaded, in a format that is known', async () => {
		const text = await (await exportVocabulary(LOCAL_PERSON, 'rowan', 'ttl')).text();
		expect(text).toContain('Consecrations');
		await expect(exportVocabulary(LOCAL_PERSON, 'rowan', 'doc')).rejects.toMatchObject({ status: 404 });
		await expect(exportVocabulary(LOCAL_PERSON, 'bare', 'ttl')).rejects.toMatchObject({ status: 404 });
	});

	it('cannot have the code of another', async () => {
		await expect(
			createIndex(LOCAL_PERSON, { code: 'maple', name: 'Another', discipline: '' })
		).rejects.toMatchObject({ status: 409, code: 'code-taken' });
	});

	it('names the inquiries that use it before it is removed, and they keep their picks', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'pods', title: 'Pods', question: '' });
		await changeInquiry(LOCAL_PERSON, 'pods', { kind: 'concept.add', id: 'c', name: 'pods' });
		await changeInquiry(LOCAL_PERSON, 'pods', 
			{
				kind: 'pick.add', id: 'p', conceptId: 'c', indexCode: 'rowan', edition: '1',
				headings: [{ uri: 'https://r.example/hush', label: 'Hushing' }]
			}
		); // prettier-ignore
		expect(await usesOf(LOCAL_PERSON, 'rowan')).toEqual([{ id: 'pods', title: 'Pods', picks: 1 }]);
		const before = await partitions();
		const { edition } = await currentIndex('rowan');
		await removeIndex(LOCAL_PERSON, 'rowan');
		expect(await partitions()).toEqual(before.filter((name) => !name.endsWith(`_${edition?.id}`)));
		expect(before).toHaveLength(12);
		expect((await listIndexes(LOCAL_PERSON)).map(({ code }) => code)).toEqual(['maple', 'bare']);
		await expect(removeIndex(LOCAL_PERSON, 'rowan')).rejects.toMatchObject({ status: 404 });
		expect(await found('hushing')).toEqual({ maple: expect.any(Array) });
		expect((await usesOf(LOCAL_PERSON, 'rowan'))[0]?.picks).toBe(1);
	});
});

describe('a pack', () => {
	/** Loads an index and puts the pack of an earlier release in the place of its own, before anybody asks for it. */
	async function withEarlierPack(code: string): Promise<number> {
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
		await loadTurtle(code, MAPLE);
		const id = (await currentIndex(code)).edition?.id as number;
		const { sql } = connection();
		const earlier = EditionIndex.build({ headings: [], entryTerms: [], collections: [] }).toBytes();
		const form = Buffer.from(earlier).lastIndexOf(PACK_FORM);
		earlier[form] = '1'.charCodeAt(0);
		expect(EditionIndex.fromBytes(earlier)).toBeUndefined();
		await sql`delete from edition_packs where edition_id = ${id}`;
		await sql.begin((tx) => writePack(tx, id, earlier));
		return id;
	}

	it('of an earlier release is made anew from the rows, for all who ask at once', async () => {
		const id = await withEarlierPack('elder');
		const answers = await Promise.all([
			found('silence rooms', ['elder']),
			found('consentration rooms', ['elder']),
			remakePack(connection().sql, id)
		]);
		expect(answers[0]).toEqual(
			await found('silence rooms', ['maple']).then(({ maple }) => ({ elder: maple }))
		);
		expect(answers[1]).toEqual(
			await found('consentration rooms', ['maple']).then(({ maple }) => ({ elder: maple }))
		);
		const maple = (await currentIndex('maple')).edition?.id as number;
		expect(Buffer.compare(await readPack(id), await readPack(maple))).toBe(0);
	});
});
