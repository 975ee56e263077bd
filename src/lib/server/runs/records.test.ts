/** This file is long: one stored index serves all of it, and takes longest to make. */
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { limitsOfRecord, wordsOfRecord, type RecordDraft } from '../../../core/formats/records';
import type { RecordFormat } from '../../../core/formats/record-reading';
import { leavesOfStrategy, resultOf, yieldsOf, type LimitSetting } from '../../../core/search';
import {
	naiveResult,
	narrower,
	someRecord,
	someStrategy,
	someWord,
	naiveLeaf,
	type NaiveRecord
} from '../../../core/search/naive.test-aid';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { currentIndex } from '../vocabulary/editions';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { createIndex, describeSearching, listIndexes, removeIndex } from '../vocabulary/subject-indexes';
import { createInquiry } from '../inquiry/inquiries';
import '../wings';
import { inquiryDocument, type InquiryDocument } from '../inquiry/document-schema';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { headingSheet } from '../browse/look-up';
import { coverageOf } from '../crosswalk/coverage';
import { formsOfStem } from '../search/stem-forms';
import { exportRecords, importRecords } from '../records/record-import';
import { recordSheet } from '../records/record-lines';
import { compareRuns } from './comparing-runs';
import {
	combineRuns,
	listRuns,
	logElsewhere,
	repeatRun,
	restoredSettings,
	runPage,
	runStrategy
} from './runs';
import { parseForIndex, resultPage, searchIndex, strategyView, tryCommands } from '../search/search';
import { IndexSets, setsOf } from '../records/sets';
import { rebuildSets, storeRecords } from '../records/record-store';

let url: string;
let scratch: string;

const draftOf = (record: NaiveRecord, i: number): RecordDraft => ({
	key: `r${i}`,
	item: {
		id: `r${i}`,
		type: 'article-journal',
		title: record.words.title,
		abstract: record.words.abstract,
		keyword: record.words.keywords.join(';'),
		'container-title': record.words.source,
		author: record.words.author.map((literal) => ({ literal })),
		custom: { affiliations: [...record.words.affiliation], funders: [...record.words.funder] },
		...(record.limits['dc.date'] && { issued: { 'date-parts': [[Number(record.limits['dc.date'][0])]] } })
	},
	limits: record.limits['oak.ageBand'] ? { 'oak.ageBand': record.limits['oak.ageBand'] } : {},
	taggings: record.taggings.map((tagging) => ({ ...tagging, label: `${tagging.uri} room` }))
});
const naiveOf = (draft: RecordDraft): NaiveRecord => ({
	taggings: draft.taggings,
	words: wordsOfRecord(draft),
	limits: limitsOfRecord(draft)
});
const store = (code: string, drafts: readonly RecordDraft[]) =>
	connection().sql.begin((tx) => storeRecords(tx, code, drafts));
const setsNow = async (code: string) => setsOf((await currentIndex(code)).index);

const VOCABULARY = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix oak: <https://oakmoss.example/terms#> . @prefix y: <https://y.example/> .
y:noise a skos:Concept ; skos:prefLabel "Noise, Indoor"@en ; skos:altLabel "Din"@en ; oak:aspect "causes" .
y:alarm a skos:Concept ; skos:prefLabel "Alarms"@en ; skos:broader y:noise .
y:sleep a skos:Concept ; skos:prefLabel "Sleep"@en .
y:t a oak:CompoundEntryTerm ; <http://www.w3.org/2008/05/skos-xl#literalForm> "Sleep in noise"@en ; oak:useTogether y:noise, y:sleep .`;

beforeAll(async () => {
	url = await migratedDatabase();
	scratch = await mkdtemp(path.join(tmpdir(), 'oakmoss-records-'));
	for (const code of ['random', 'yarrow', 'empty'])
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
	await loadTurtle('yarrow', VOCABULARY);
	await describeSearching(LOCAL_PERSON, 'yarrow', {
		limits: [{ field: 'oak.shift', label: 'Shift', kind: 'choice', values: ['day', 'night'] }]
	});
});
afterAll(() => dropDatabase(url));

describe('searching an index', () => {
	const drafts = fc.sample(someRecord, { seed: 7, numRuns: 120 }).map(draftOf);
	const naive = drafts.map(naiveOf);

	it('finds with PostgreSQL and stored sets what going through the records finds', async () => {
		await store('random', drafts);
		const sets = await setsNow('random');
		await fc.assert(
			fc.asyncProperty(someStrategy, async (strategy) => {
				const loaded = await sets.load(leavesOfStrategy(strategy, true), { edition: 0, narrower });
				const wanted = [...naiveResult(naive, strategy, narrower)];
				expect([...resultOf(strategy, loaded).toArray()]).toEqual(wanted);
				expect(yieldsOf(strategy, loaded, { variants: true }).count).toBe(wanted.length);
			}),
			{ seed: 3, numRuns: 120 }
		);
	});

	it('matches words as they are defined: whole, without case, marks and hyphens, capitals where asked for', async () => {
		const sets = await setsNow('random');
		await fc.assert(
			fc.asyncProperty(someWord, async (word) => {
				const leaf = { kind: 'word' as const, ...word };
				const loaded = await sets.load([leaf], { edition: 0, narrower });
				expect([...loaded.of(leaf).toArray()]).toEqual([...naiveLeaf(naive, leaf).toArray()]);
			}),
			{ seed: 5, numRuns: 150 }
		);
	});

	it('answers in full when sets do not fit the room they are given', async () => {
		const { code, id, revision, records } = await setsNow('random');
		const cramped = new IndexSets(code, id, revision, records, 1);
		const strategies = fc.sample(someStrategy, { seed: 9, numRuns: 25 });
		const found = await Promise.all(
			strategies.map(async (strategy) =>
				resultOf(strategy, await cramped.load(leavesOfStrategy(strategy, true), { edition: 0, narrower }))
			)
		);
		strategies.forEach((strategy, i) =>
			expect([...found[i].toArray()]).toEqual([...naiveResult(naive, strategy, narrower)])
		);
	});

	it('keeps sets in step when records are added, changed and stored again', async () => {
		const changed = drafts.map((draft, i) =>
			i % 3 === 0 ? { ...drafts[(i + 1) % drafts.length], key: draft.key } : draft
		);
		expect(await store('random', drafts)).toEqual({ added: 0, replaced: 0, unchanged: drafts.length });
		const before = await setsNow('random');
		const more = fc.sample(someRecord, { seed: 8, numRuns: 20 }).map((record, i) => draftOf(record, 500 + i));
		const stored = await store('random', [...changed, ...more]);
		expect(stored.added).toBe(20);
		expect(stored.replaced + stored.unchanged).toBe(drafts.length);
		const after = await setsNow('random');
		expect(after.revision).toBeGreaterThan(before.revision);
		const { sql } = connection();
		const read = () =>
			sql`select name, size, encode(bytes, 'hex') as bytes from record_sets where index_code = 'random' order by name`;
		const incremental = [...(await read())];
		await sql.begin((tx) => rebuildSets(tx, 'random'));
		expect([...(await read())]).toEqual(incremental);
	});

	it('changes nothing when storing fails half-way', async () => {
		const { sql } = connection();
		const before = await sql`select records, records_revision from subject_indexes where code = 'random'`;
		const broken = {
			...drafts[0],
			key: 'new',
			item: { ...drafts[0].item, title: 'x'.repeat(600_000) + ' \u0000' }
		};
		await expect(store('random', [draftOf(fc.sample(someRecord, 1)[0], 900), broken])).rejects.toThrow();
		expect([
			...(await sql`select records, records_revision from subject_indexes where code = 'random'`)
		]).toEqual([...before]);
		expect(await sql`select 1 from records where key = 'r900'`).toHaveLength(0);
	});
});

async function take(format: RecordFormat, text: string, indexCode = 'yarrow') {
	const file = path.join(scratch, 'upload');
	await writeFile(file, text);
	return importRecords(connection().sql, { indexCode, file, format });
}

const RIS = `TY  - JOUR
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

describe('records from a file', () => {
	it('match keywords to headings, and say what was read, mended and refused, with the line', async () => {
		const report = await take('application/x-research-info-systems', RIS);
		expect(report.counts).toMatchObject({
			read: 4,
			kept: 3,
			refused: 1,
			added: 3,
			keywordsMatched: 5,
			keywordsUnmatched: 1
		});
		const rules = report.findings.map(({ rule, line }) => [rule, line]);
		expect(rules).toEqual(
			expect.arrayContaining([
				['entry-not-closed', 17],
				['no-title', 23],
				['entry-empty', 28],
				['outside-entry', 30],
				['keyword-unmatched', undefined]
			])
		);
		const { item, headings } = await recordSheet(LOCAL_PERSON, 'yarrow', 'a1');
		expect(item).toMatchObject({
			page: '5-9',
			abstract: 'Alarms were counted at night.',
			keyword: 'corridor talk'
		});
		expect(headings.map(({ label, chief, aspect }) => [label, chief, aspect])).toEqual([
			['Noise, Indoor', true, 'causes'],
			['Noise, Indoor', false, null],
			['Sleep', false, null]
		]);
		const sheet = await headingSheet(LOCAL_PERSON, 'yarrow', 'noise');
		expect(sheet).toMatchObject({ recordCount: 2, recordCountWithNarrower: 3 });
	});

	it('are not doubled by the same file again, nor kept when nothing in it can be read', async () => {
		const again = await take('application/x-research-info-systems', RIS);
		expect(again.counts).toMatchObject({ added: 0, unchanged: 3 });
		const { records } = (await currentIndex('yarrow')).index;
		await expect(take('application/vnd.citationstyles.csl+json', '[{"id": 1},\n{"type": ')).rejects.toThrow(
			/not JSON.*line 2/
		);
		await expect(take('text/csv', 'name;year\nx;1')).rejects.toThrow(/no column “title”/);
		await expect(take('application/x-bibtex', '@article{x, title={never closed')).rejects.toThrow(
			/line 1 do not close/
		);
		expect((await currentIndex('yarrow')).index.records).toBe(records);
	});

	it('come out and in again as they were, in every format', async () => {
		for (const [ending, type] of [
			['ris', 'application/x-research-info-systems'],
			['bib', 'application/x-bibtex'],
			['json', 'application/vnd.citationstyles.csl+json'],
			['csv', 'text/csv']
		] as const) {
			const code = `copy-${ending}`;
			await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
			await loadTurtle(code, VOCABULARY);
			const text = await (await exportRecords(LOCAL_PERSON, 'yarrow', ending)).text();
			const report = await take(type, text, code);
			expect([ending, report.counts.kept]).toEqual([ending, 3]);
			for (const key of ['a1', 'a2']) {
				const [was, is] = await Promise.all([
					recordSheet(LOCAL_PERSON, 'yarrow', key),
					recordSheet(LOCAL_PERSON, code, key)
				]);
				expect([ending, is.item.title, is.item.issued?.['date-parts'], is.item.page]).toEqual([
					ending,
					was.item.title,
					was.item.issued?.['date-parts'],
					was.item.page
				]);
				expect(is.headings.map(({ label, chief, aspect }) => [label, chief, aspect])).toEqual(
					was.headings.map(({ label, chief, aspect }) => [label, chief, aspect])
				);
			}
			await removeIndex(LOCAL_PERSON, code);
		}
		expect((await listIndexes(LOCAL_PERSON)).find(({ code }) => code === 'yarrow')?.records).toBe(3);
	});

	it('keep the labels of a record that its file says nothing of', async () => {
		const item = { id: 'a9', type: 'report', title: 'Night work' };
		await store('yarrow', [
			{ key: 'a9', item, limits: { 'oak.shift': ['night'] }, taggings: [], cites: ['a1'] }
		]);
		await take('text/csv', 'id,type,title\na9,report,Night work on wards\n');
		const sheet = await recordSheet(LOCAL_PERSON, 'yarrow', 'a9');
		expect(sheet).toMatchObject({
			item: { title: 'Night work on wards' },
			limits: { 'oak.shift': ['night'] }
		});
		expect(sheet.cites.map(({ id }) => id)).toEqual(['a1']);
		const { sql } = connection();
		await sql`delete from records where index_code = 'yarrow' and key = 'a9'`;
		await sql.begin((tx) => rebuildSets(tx, 'yarrow'));
	});

	it('read past a broken entry in the middle', async () => {
		const report = await take(
			'application/x-bibtex',
			'@article{b1, title={One}, year=2001}\n@article{b2, title={Broken,\n@book{b3, title={Three {Rooms}}, keywords={*Noise, Indoor; Sleep}}\n',
			'empty'
		);
		expect(report.counts).toMatchObject({ read: 3, kept: 2, refused: 1 });
		expect(report.findings.find(({ rule }) => rule === 'entry-not-closed')?.line).toBe(2);
	});
});

describe('CQL on an index', () => {
	const search = (cql: string, rest = {}) => searchIndex(LOCAL_PERSON, 'yarrow', { cql, ...rest });
	const ids = async (cql: string, rest = {}) => (await search(cql, rest)).records.map(({ id }) => id).sort();

	it('finds by heading, narrower, chief, aspect, words and limits', async () => {
		expect(await ids('dc.subject = "Noise, Indoor"')).toEqual(['a1', 'a2']);
		expect(await ids('dc.subject =/oak.narrower "Noise, Indoor"')).toEqual(['a1', 'a2', 'a3']);
		expect(await ids('dc.subject =/oak.narrower/oak.without="Alarms" "Noise, Indoor"')).toEqual(['a1', 'a2']);
		expect(await ids('dc.subject =/oak.chief "Noise, Indoor"')).toEqual(['a1']);
		expect(await ids('dc.subject =/oak.chief/oak.aspect="causes" "Noise, Indoor"')).toEqual(['a1']);
		expect(await ids('(dc.subject = "Noise, Indoor" and dc.subject = "Sleep") and dc.date < 2015')).toEqual([
			'a1'
		]);
		expect(await ids('alarm* not dc.title = sleep')).toEqual(['a1', 'a3']);
		expect(await ids('dc.creator = voss or dc.type = "book"')).toEqual(['a1', 'a3']);
		expect(await ids('"counted at night"')).toEqual(['a1']);
		expect(await ids('wards', { limits: [{ field: 'dc.date', from: 2012 }] })).toEqual([]);
	});

	it('takes an entry term as its heading and says so; names what comes near an unknown one', async () => {
		expect((await search('dc.subject = "din"')).remarks[0].message).toMatch(/entry term of “Noise, Indoor”/);
		await expect(search('alarms and dc.subject = "Nois"')).rejects.toMatchObject({
			status: 422,
			code: 'cql',
			details: { position: 24, expected: expect.arrayContaining(['"Noise, Indoor"']) }
		});
		expect(await parseForIndex(LOCAL_PERSON, 'yarrow', 'a or b')).toMatchObject({
			kind: 'boolean',
			operator: 'or'
		});
	});

	it('sees what another server changes, with its next search', async () => {
		// Modules of their own have memory of their own, as another server would.
		vi.resetModules();
		const other = await import('../search/search');
		const { closeConnection: closeOther } = await import('../db/client');
		const count = async () => (await other.searchIndex(LOCAL_PERSON, 'yarrow', { cql: 'sundown' })).count;
		expect(await count()).toBe(0);
		const item = { id: 'a8', type: 'report', title: 'Sundown on wards' };
		await store('yarrow', [{ key: 'a8', item, taggings: [] }]);
		expect(await count()).toBe(1);
		await store('yarrow', [{ key: 'a8', item: { ...item, title: 'Evening on wards' }, taggings: [] }]);
		expect(await count()).toBe(0);
		await closeOther();
		await connection().sql`delete from records where index_code = 'yarrow' and key = 'a8'`;
		await connection().sql.begin((tx) => rebuildSets(tx, 'yarrow'));
	});

	it('never serves what an index of the same code held before it was made anew', async () => {
		const book = (n: number, title: string): RecordDraft => ({
			key: `b${n}`,
			item: { id: `b${n}`, type: 'book', title },
			taggings: []
		});
		const count = async () => (await searchIndex(LOCAL_PERSON, 'phoenix', { cql: 'ash' })).count;
		for (const [size, title] of [
			[7, 'Ash trees'],
			[30, 'Ash and embers']
		] as const) {
			await createIndex(LOCAL_PERSON, { code: 'phoenix', name: 'Phoenix', discipline: '' });
			await store(
				'phoenix',
				Array.from({ length: size }, (_, n) => book(n, title))
			);
			expect(await count()).toBe(size);
			const { records } = await searchIndex(LOCAL_PERSON, 'phoenix', {
				cql: 'ash',
				sort: 'newest',
				limit: 1
			});
			expect(records[0].item.title).toBe(title);
			await removeIndex(LOCAL_PERSON, 'phoenix');
		}
	});

	it('lists the forms that a stem matches, with the records of each', async () => {
		const { forms, total, counted, records } = await formsOfStem(LOCAL_PERSON, 'yarrow', 'Ala*');
		const { count } = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: 'ala*', limit: 0 });
		expect([records, counted, total]).toEqual([count, count, forms.length]);
		expect(forms.length).toBeGreaterThan(0);
		for (const { form, records: own } of forms) {
			expect(form.startsWith('ala')).toBe(true);
			const found = await searchIndex(LOCAL_PERSON, 'yarrow', { cql: form, limit: 0 });
			expect(found.count, form).toBe(own);
		}
		expect((await formsOfStem(LOCAL_PERSON, 'yarrow', 'zzz*')).forms).toEqual([]);
		for (const text of ['alarm', 'an alarm*', 'al*', '*'])
			await expect(formsOfStem(LOCAL_PERSON, 'yarrow', text)).rejects.toMatchObject({ status: 422 });
	});

	it('orders results the same way on every page', async () => {
		const newest = (await search('sleep or wards or alarms', { sort: 'newest' })).records.map(({ id }) => id);
		expect(newest).toEqual(['a2', 'a1', 'a3']);
		const best = (await search('sleep or alarms', { limit: 50 })).records.map(({ id }) => id);
		const paged: string[] = [];
		for (let offset = 0; offset < best.length; offset++)
			paged.push(...(await search('sleep or alarms', { offset, limit: 1 })).records.map(({ id }) => id));
		expect(paged).toEqual(best);
		expect(best[0]).toBe('a2');
	});
});

describe('the strategy of an inquiry', () => {
	const send = (...commands: Command[]) =>
		commands.reduce<Promise<unknown>>(
			(before, command) => before.then(() => changeInquiry(LOCAL_PERSON, 'quiet', command)),
			Promise.resolve()
		);
	const view = () => strategyView(LOCAL_PERSON, 'quiet', 'yarrow');

	it('is built from the crosswalk, run, kept, and compared with the run before', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'quiet', title: 'Quiet', question: '' });
		await send(
			{ kind: 'about.set', indexes: ['yarrow', 'empty'] },
			{ kind: 'concept.add', id: 'c1', name: 'noise' },
			{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'yarrow', headings: [{ uri: 'https://y.example/noise', label: 'Noise, Indoor' }], edition: '1' }
		); // prettier-ignore
		expect((await view()).yields?.count).toBe(2);
		expect(await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).toBe(1);
		const widened: Command = { kind: 'pick.set', id: 'p1', withNarrower: true };
		const tried = await tryCommands(LOCAL_PERSON, 'quiet', 'yarrow', [widened]);
		expect(tried.view.yields.count).toBe(3);
		expect(tried.trial).toEqual({
			before: 2,
			after: 3,
			gained: 1,
			lost: 0
		});
		expect((await view()).yields?.count).toBe(2);
		await send(widened, {
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [{ field: 'dc.date', lastYears: 200 }]
		});
		const limited = await view();
		expect(limited.yields?.limits).toEqual([
			{ field: 'dc.date', removes: 1, doesNotMatch: 0, notLabelled: 1, surviving: 2 }
		]);
		expect(await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).toBe(2);
		const compared = await compareRuns(LOCAL_PERSON, 'quiet', 1, 2);
		expect(compared).toMatchObject({ both: 2, gained: 0, lost: 0, recordsChanged: false });
		expect(compared.differences.map(({ change, effect }) => [change, effect])).toEqual([
			['changed', 1],
			['added', 0]
		]);
		const [second, first] = await listRuns(LOCAL_PERSON, 'quiet');
		expect(second.change).toEqual({ number: 1, by: 0 });
		expect(second.limits[0]).toMatch(/^Year: \d{4} to \d{4}$/);
		expect(first.cql).toBe('dc.subject = "Noise, Indoor"');
	});

	it('finds the same again when a run is restored, whatever has been changed since', async () => {
		const heading = fc.constantFrom('noise', 'alarm', 'sleep');
		const labels = { noise: 'Noise, Indoor', alarm: 'Alarms', sleep: 'Sleep' };
		const limit = fc.constantFrom<LimitSetting>(
			{ field: 'dc.date', from: 2010 },
			{ field: 'dc.date', lastYears: 8 },
			{ field: 'dc.type', values: ['journal article'] },
			{ field: 'oak.shift', values: ['night'] }
		);
		const texts = [
			'',
			'noise',
			'dc.subject = "Sleep" or cql.anywhere = "alarms"',
			'noise and dc.date >= 2000',
			'(noise or alarms) not (sleep and (night or wards)) and dc.date >= 1990'
		];
		const change = fc.oneof(
			fc.record({ kind: fc.constant('pick' as const), heading, concept: fc.constantFrom('c1', 'c2'), withNarrower: fc.boolean(), chief: fc.boolean() }),
			fc.record({ kind: fc.constant('word' as const), concept: fc.constantFrom('c1', 'c2'), text: fc.constantFrom('wards', 'night', 'alarm*') }),
			fc.record({ kind: fc.constant('status' as const), status: fc.constantFrom('required' as const, 'exclude' as const, 'waiting' as const) }),
			fc.record({ kind: fc.constant('limits' as const), limits: fc.uniqueArray(limit, { maxLength: 2, selector: ({ field }) => field }), lifted: fc.boolean() }),
			fc.record({ kind: fc.constant('field' as const), field: fc.constantFrom('title' as const, 'anywhere' as const) }),
			fc.record({ kind: fc.constant('text' as const), text: fc.constantFrom(...texts) }),
			fc.constant({ kind: 'remove' as const })
		); // prettier-ignore
		let made = 0;
		const commandsFor = async (id: string, step: typeof change extends fc.Arbitrary<infer T> ? T : never): Promise<Command[]> => {
			const { inquiry } = await readInquiry(LOCAL_PERSON, id);
			const at = { indexCode: 'yarrow' };
			switch (step.kind) {
				case 'pick':
					return [{ kind: 'pick.add', id: `p${made++}`, conceptId: step.concept, ...at, edition: '1', headings: [{ uri: `https://y.example/${step.heading}`, label: labels[step.heading] }], withNarrower: step.withNarrower, chief: step.chief }];
				case 'word':
					return [{ kind: 'word.add', id: `w${made++}`, conceptId: step.concept, text: step.text }];
				case 'status':
					return [{ kind: 'concept.set', id: 'c2', status: step.status }];
				case 'limits':
					return [{ kind: 'strategy.set', ...at, limits: step.limits, lifted: step.lifted }];
				case 'field':
					return [{ kind: 'strategy.set', ...at, fields: { c1: step.field } }];
				case 'text':
					return [{ kind: 'strategy.set', ...at, text: step.text }];
				case 'remove':
					return Object.keys(inquiry.picks).slice(0, 1).map((pick): Command => ({ kind: 'pick.remove', id: pick }));
			}
		}; // prettier-ignore
		const steps = fc.array(change, { minLength: 1, maxLength: 6 });
		await fc.assert(
			fc.asyncProperty(steps, steps, async (before, after) => {
				const id = `restored-${made++}`;
				await createInquiry(LOCAL_PERSON, { id, title: 'Restored', question: '', indexes: ['yarrow'] });
				const carryOut = async (commands: Command[]) => {
					for (const command of commands) await changeInquiry(LOCAL_PERSON, id, command);
				};
				await carryOut([
					{ kind: 'concept.add', id: 'c1', name: 'noise' },
					{ kind: 'word.add', id: `w${made++}`, conceptId: 'c1', text: 'noise' },
					{ kind: 'concept.add', id: 'c2', name: 'sleep' },
					{ kind: 'word.add', id: `w${made++}`, conceptId: 'c2', text: 'sleep' }
				]);
				for (const step of before) await carryOut(await commandsFor(id, step));
				const number = await runStrategy(LOCAL_PERSON, id, 'yarrow');
				const page = { sort: 'oldest' as const, offset: 0, limit: 40 };
				const then = await resultPage(LOCAL_PERSON, id, 'yarrow', page);
				for (const step of after) await carryOut(await commandsFor(id, step));
				const restored = await restoredSettings(LOCAL_PERSON, id, number);
				expect(restored).toMatchObject({ then: then.count, now: then.count });
				await carryOut([{ kind: 'strategy.set', ...restored.settings }]);
				const now = await resultPage(LOCAL_PERSON, id, 'yarrow', page);
				expect(now.records.map((record) => record.id)).toEqual(then.records.map((record) => record.id));
			}),
			{ numRuns: 40 }
		);
	});

	it('can be restored from a run, repeated, combined, and logged by hand', async () => {
		expect(await restoredSettings(LOCAL_PERSON, 'quiet', 1)).toMatchObject({
			settings: { text: 'dc.subject = "Noise, Indoor"', limits: [] },
			then: 2,
			now: 2
		});
		expect(await restoredSettings(LOCAL_PERSON, 'quiet', 2)).toMatchObject({
			settings: { text: '', limits: [{ field: 'dc.date' }] }
		});
		expect(await repeatRun(LOCAL_PERSON, 'quiet', 1)).toBe(3);
		expect(await combineRuns(LOCAL_PERSON, 'quiet', 'or', [1, 2])).toBe(4);
		expect(await runPage(LOCAL_PERSON, 'quiet', 4, { sort: 'oldest', offset: 0, limit: 10 })).toMatchObject({
			count: 2
		});
		const at = new Date('2026-01-02');
		expect(
			await logElsewhere(LOCAL_PERSON, 'quiet', { indexCode: 'empty', text: 'x', count: 9, at, note: '' })
		).toBe(5);
		await expect(combineRuns(LOCAL_PERSON, 'quiet', 'and', [1, 5])).rejects.toThrow(/same subject index/);
		await expect(compareRuns(LOCAL_PERSON, 'quiet', 1, 5)).rejects.toThrow(/different subject indexes/);
		await expect(runPage(LOCAL_PERSON, 'quiet', 5, { sort: 'newest', offset: 0, limit: 1 })).rejects.toThrow(
			/made elsewhere/
		);
	});

	it('tells of each cell what its picks find and what its words add, for the indexes that have records', async () => {
		await send({ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'wards' });
		const found = async (cql: string) => (await searchIndex(LOCAL_PERSON, 'yarrow', { cql })).count;
		const headings = await found('dc.subject =/oak.narrower "Noise, Indoor"');
		const coverage = await coverageOf(LOCAL_PERSON, 'quiet');
		expect(coverage['c1:yarrow']).toEqual({
			headings,
			all: await found('dc.subject =/oak.narrower "Noise, Indoor" or wards'),
			picks: { p1: headings }
		});
		await expect(coverageOf(undefined, 'quiet')).rejects.toMatchObject({ status: 403 });
		await send({ kind: 'word.remove', id: 'w1' });
	});

	it('goes along with its runs in the document of the inquiry, and what they found where it is there', async () => {
		const document = v.parse(
			inquiryDocument(),
			JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, 'quiet')))
		) as InquiryDocument & { runs: { number: number; kind: string; records?: string[] }[] };
		expect(document.runs.map(({ number, kind, records }) => [number, kind, records?.length])).toEqual([
			[1, 'run', 2],
			[2, 'run', 2],
			[3, 'run', 2],
			[4, 'combined', 2],
			[5, 'elsewhere', undefined]
		]);
		const copy = await importInquiry(LOCAL_PERSON, document);
		const [own, taken] = [await listRuns(LOCAL_PERSON, 'quiet'), await listRuns(LOCAL_PERSON, copy)];
		expect(taken).toEqual(own);
		const wanted = { sort: 'newest', offset: 0, limit: 10 } as const;
		expect(await runPage(LOCAL_PERSON, copy, 4, wanted)).toEqual(
			await runPage(LOCAL_PERSON, 'quiet', 4, wanted)
		);
		expect(await runStrategy(LOCAL_PERSON, copy, 'yarrow')).toBe(6);

		// Where a record of it is not there, what a run found is not made up from the others.
		const elsewhere = document.runs.map((run) => ({
			...run,
			...(run.records && { records: ['never heard of', ...run.records.slice(1)] })
		}));
		const other = await importInquiry(LOCAL_PERSON, { ...document, runs: elsewhere });
		expect((await listRuns(LOCAL_PERSON, other))[1].count).toBe(2);
		await expect(runPage(LOCAL_PERSON, other, 4, wanted)).rejects.toThrow(/were not kept/);
		const twice = { ...document, runs: [...document.runs, document.runs[0]] };
		await expect(importInquiry(LOCAL_PERSON, twice)).rejects.toThrow(/one name/);
	});

	it('follows a typed text, and keeps one that cannot be read while the crosswalk’s is shown', async () => {
		await send({
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [],
			text: 'dc.subject = "Sleep" or (alarms and night)'
		});
		const typed = await view();
		expect(typed).toMatchObject({ typed: true, beyond: true, textFault: null });
		expect(typed.yields?.count).toBe(2);
		// What was typed holds its own limits, in a run and when that is repeated.
		await send({
			kind: 'strategy.set',
			indexCode: 'yarrow',
			text: '(dc.subject = "Sleep" or (alarms and night)) and dc.date < 2015'
		});
		const run = await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
		const again = await repeatRun(LOCAL_PERSON, 'quiet', run);
		const counts = (await listRuns(LOCAL_PERSON, 'quiet')).map(({ number, count }) => [number, count]);
		expect(counts.slice(0, 2)).toEqual([
			[again, 1],
			[run, 1]
		]);
		await send({ kind: 'strategy.set', indexCode: 'yarrow', text: 'dc.subject = "Sleeep"' });
		const broken = await view();
		expect(broken.textFault).toMatchObject({ position: 13 });
		expect(broken.cql).toBe('dc.subject = "Sleeep"');
		expect(broken.strategy.blocks[0].name).toBe('noise');
		await expect(runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).rejects.toThrow(/not a heading/);
	});

	it('does not run with a required block that has nothing to search', async () => {
		await send(
			{ kind: 'strategy.set', indexCode: 'yarrow', text: '' },
			{ kind: 'concept.add', id: 'c2', name: 'rest' }
		);
		await expect(runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).rejects.toThrow(
			/“rest” has neither a pick nor a word/
		);
		expect((await view()).faults).toHaveLength(1);
	});
});
