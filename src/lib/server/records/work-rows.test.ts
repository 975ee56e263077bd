import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { isSameWork, workKeys } from '../../../core/evidence';
import type { CslName } from '../../../core/evidence/citation';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { verbatim } from '../db/statements';
import { createIndex, removeIndex } from '../vocabulary/subject-indexes';
import { storeRecords } from './record-store';
import { decideWork } from './work-rows';
import { remakeWorks } from './works-remade';

const CODES = ['reed', 'sedge', 'vetch'] as const;
type Code = (typeof CODES)[number];

let url: string;

beforeAll(async () => {
	url = await migratedDatabase();
	for (const code of CODES) await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
});
afterAll(() => dropDatabase(url));

/** For a few rows, far quicker than making the tables anew. */
async function empty(): Promise<void> {
	const { sql } = connection();
	for (const table of ['records', 'taggings', 'tagged_headings', 'record_sets', 'shared_works'])
		await sql`delete from ${verbatim(table)}`;
	await sql`update subject_indexes set records = 0`;
}
beforeEach(empty);

const store = (code: Code, drafts: readonly RecordDraft[]) =>
	connection().sql.begin((tx) => storeRecords(tx, code, drafts));

/** Pairs as the table has them, by the keys of the records. */
async function pairs(): Promise<string[]> {
	const rows = await connection().sql<{ here: string; there: string }>`
		select s.index_code || ' ' || a.key as here, s.other_code || ' ' || b.key as there
		from shared_works s
		join records a on a.index_code = s.index_code and a.n = s.n
		join records b on b.index_code = s.other_code and b.n = s.other_n`;
	return rows.map(({ here, there }) => `${here} = ${there}`).sort();
}

interface Citation {
	title: string;
	year: number | undefined;
	/** Of a person, or of a body; or nobody. */
	author: CslName | undefined;
	source: string | undefined;
	page: string | undefined;
	doi: string | undefined;
}

const someCitation: fc.Arbitrary<Citation> = fc.record({
	title: fc.constantFrom('Echoes', 'échoes', 'Silence', ''),
	year: fc.constantFrom(undefined, 2001, 2002, 2003),
	author: fc.constantFrom(
		undefined,
		{ family: 'Vale' },
		{ literal: 'Board of Quiet' },
		{ literal: 'board of quiet' }
	),
	source: fc.constantFrom(undefined, 'Rooms', 'Wards'),
	page: fc.constantFrom(undefined, '1-9', '1–9'),
	doi: fc.constantFrom(undefined, undefined, '10.5555/om.1', 'https://doi.org/10.5555/OM.1', '10.5555/om.2')
});

const draftOf = ({ title, year, author, source, page, doi }: Partial<Citation>, i: number): RecordDraft => ({
	key: `k${i}`,
	item: {
		id: `k${i}`,
		type: 'article-journal',
		title,
		...(author !== undefined && { author: [author] }),
		...(source !== undefined && { 'container-title': source }),
		...(page !== undefined && { page }),
		...(year !== undefined && { issued: { 'date-parts': [[year]] } }),
		...(doi !== undefined && { DOI: doi })
	},
	limits: {},
	taggings: []
});

function naivePairs(all: Record<Code, RecordDraft[]>): string[] {
	const found: string[] = [];
	for (const here of CODES)
		for (const there of CODES)
			if (here !== there)
				for (const a of all[here])
					for (const b of all[there])
						if (isSameWork(workKeys(a.item), workKeys(b.item)))
							found.push(`${here} ${a.key} = ${there} ${b.key}`);
	return found.sort();
}

describe('works in several indexes', () => {
	it('are those that comparing every two records finds, in whatever order they come and change', async () => {
		const list = fc.array(someCitation, { maxLength: 6 });
		await fc.assert(
			fc.asyncProperty(
				fc.record({ reed: list, sedge: list, vetch: list }),
				fc.constantFrom(...CODES),
				list,
				async (citations, changed, later) => {
					await empty();
					const all = Object.fromEntries(CODES.map((code) => [code, citations[code].map(draftOf)])) as Record<
						Code,
						RecordDraft[]
					>;
					for (const code of CODES) await store(code, all[code]);
					expect(await pairs()).toEqual(naivePairs(all));
					// Records of the same keys take the place of those before, and their pairs too.
					const fresh = later.map(draftOf);
					await store(changed, fresh);
					all[changed] = [...fresh, ...all[changed].slice(fresh.length)];
					expect(await pairs()).toEqual(naivePairs(all));
				}
			),
			{ numRuns: 25 }
		);
	});

	it('are told for what an earlier release could not tell, and what people said of pairs stays', async () => {
		const body = { author: { literal: 'Board of Quiet' } };
		const all: Partial<Citation>[] = [
			{ title: 'Echoes', year: 2001, ...body },
			{ title: 'Silence', year: 2001, source: 'Rooms' },
			{ title: 'Murmurs', year: 2001, page: '1-9' },
			{ title: 'Hush', year: 2001, ...body }
		];
		for (const code of ['reed', 'sedge'] as const) await store(code, all.map(draftOf));
		const known = await pairs();
		expect(known).toHaveLength(8);
		await decideWork({ code: 'reed', key: 'k3' }, { code: 'sedge', key: 'k3' }, false, LOCAL_PERSON.id);
		// As that release left them: nothing tells these works.
		const { sql } = connection();
		await sql`update records set work_title = null, work_marks = null`;
		await sql`delete from shared_works`;
		await sql`insert into remakings (name) values ('works') on conflict do nothing`;
		await Promise.all([remakeWorks(), remakeWorks()]);
		expect(await pairs()).toEqual(known.filter((pair) => !pair.includes('k3')));
		expect(await sql`select name from remakings`).toHaveLength(0);
		await decideWork({ code: 'reed', key: 'k3' }, { code: 'sedge', key: 'k3' }, null, LOCAL_PERSON.id);
	});

	it('are found by two imports at the same time', async () => {
		const work = draftOf({ title: 'Echoes', year: 2001, author: { family: 'Vale' }, doi: '10.5555/om.1' }, 0);
		await Promise.all(CODES.map((code) => store(code, [work])));
		expect(await pairs()).toHaveLength(6);
	});

	it('go with their index', async () => {
		const work = draftOf({ title: 'Echoes', year: 2001, author: { family: 'Vale' } }, 0);
		await createIndex(LOCAL_PERSON, { code: 'moss', name: 'moss', discipline: '' });
		await store('reed', [work]);
		await connection().sql.begin((tx) => storeRecords(tx, 'moss', [work]));
		expect(await pairs()).toHaveLength(2);
		await removeIndex(LOCAL_PERSON, 'moss');
		const [{ left }] = await connection().sql<{
			left: number;
		}>`select count(*)::int as left from shared_works`;
		expect(left).toBe(0);
	});
});
