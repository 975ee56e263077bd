import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { limitsOfRecord, wordsOfRecord, type RecordDraft } from '../../../core/formats/record-draft';
import { leavesOfStrategy, resultOf, yieldsOf } from '../../../core/search';
import {
	naiveResult,
	narrower,
	someRecord,
	someStrategy,
	someWord,
	naiveLeaf,
	type NaiveRecord
} from '../../../core/search/naive.test-aid';
import { dropDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import '../wings';
import { IndexSets } from './sets';
import { rebuildSets } from './record-store';
import { store, setsNow, databaseWithYarrow } from './yarrow.test-aid';

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('random');
});
afterAll(() => dropDatabase(url));

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

describe('searching an index', () => {
	const drafts = fc.sample(someRecord, { numRuns: 120 }).map(draftOf);
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
			{ numRuns: 120 }
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
			{ numRuns: 150 }
		);
	});

	it('answers in full when sets do not fit the room they are given', async () => {
		const { code, id, revision, records } = await setsNow('random');
		const cramped = new IndexSets(code, id, revision, records, 1);
		const strategies = fc.sample(someStrategy, { numRuns: 25 });
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
		expect(await store('random', drafts)).toEqual({
			added: 0,
			replaced: 0,
			unchanged: drafts.length,
			withdrawn: 0
		});
		const before = await setsNow('random');
		const more = fc.sample(someRecord, { numRuns: 20 }).map((record, i) => draftOf(record, 500 + i));
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
