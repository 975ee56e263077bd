/** Searching 1,000,000 records: a strategy of four blocks and forty headings, all its yields, and a start from nothing. */
import { createHash } from 'node:crypto';
import path from 'node:path';
import pg from 'pg';
import { BLOCK, resultOf, leavesOfStrategy, yieldsOf, type Line, type Strategy } from '../src/core/search';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { connection, databaseUrl } from '../src/lib/server/db/client';
import { verbatim } from '../src/lib/server/db/statements';
import { currentIndex, editionIndex } from '../src/lib/server/vocabulary/editions';
import { importVocabulary } from '../src/lib/server/vocabulary/vocabulary-import';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { makePostings } from '../src/lib/server/records/stored-postings';
import { setsOf } from '../src/lib/server/records/sets';
import { rebuildSets } from '../src/lib/server/records/record-store';
import { searchVocabulary } from '../src/lib/server/records/searched-vocabulary';
import { generateVocabulary } from './generate';
import { inProcess } from './scale';
import { mib, ms, table, timeEach, timeOnce } from './measure';

const RECORDS = Number(process.env.BENCH_RECORDS) || 1_000_000;
const HEADINGS = 30_000;
const TAGGINGS = 8;
export const CODE = 'million';
const TRIES = 30;
const RARE_WORDS = 600_000;

/** What words begin with: in no language do all words begin alike, and postings are stored by beginnings. */
const WORD_LETTERS = 'bcdfghjklmnprstv';

/** The word with a number: the lower it is, the more records have it. */
export const wordNumbered = (n: number) =>
	`${createHash('md5')
		.update(String(n))
		.digest('hex')
		.slice(0, 3)
		.replace(/./g, (digit) => WORD_LETTERS[parseInt(digit, 16)])}ord${n}`;

/** Records and taggings made by the database: a few headings are on very many records, most on some hundreds. */
export async function fillRecords(code: string, count: number, headingCount: number): Promise<void> {
	const { sql } = connection();
	await sql`
		create or replace function bench_word(n bigint) returns text language sql immutable
		return translate(substr(md5(n::text), 1, 3), '0123456789abcdef', ${verbatim(`'${WORD_LETTERS}'`)}) || 'ord' || n`;
	await sql`
		insert into records (index_code, n, key, csl, limits, year, topic, names, title_length, abstract_length)
		select ${code}, n, 'm' || n, jsonb_build_object(
				'title', 'Report on ' || bench_word(n % 997) || ' and ' || bench_word(n % 89),
				'abstract', (select string_agg('Of ' || bench_word(hashint8(n::bigint * 12 + k) & 4095) || ' in ' || bench_word(hashint8(n::bigint * 31 + k) & 511) || ', ' || bench_word(hashint8(n::bigint * 7 + k) & 63) || ' is told.', ' ') from generate_series(1, 10) k),
				'author', jsonb_build_array(
					jsonb_build_object('family', 'Family' || n % 40009, 'given', 'A.'),
					jsonb_build_object('family', 'Family' || (n * 7) % 90001, 'given', 'B.')),
				'container-title', 'Journal ' || n % 2003),
			jsonb_build_object('dc.date', jsonb_build_array((1985 + n % 42)::text)), 1985 + n % 42,
			setweight(to_tsvector('simple', 'Report on ' || bench_word(n % 997) || ' and ' || bench_word(n % 89)), 'A')
				|| setweight(to_tsvector('simple', 'Of ' || bench_word(hashint8(n::bigint * 12) & 4095) || ' in ' || bench_word(hashint8(n::bigint * 31) & 511) || ' is told'), 'B'),
			'', 8, 80
		from generate_series(0, ${count - 1}::int) n`;
	const { index, edition } = await currentIndex(code);
	if (!edition) throw new Error(`${index.code} has no vocabulary.`);
	const headings = await editionIndex(edition);
	const uris = Array.from({ length: headingCount }, (_, n) => headings.uris.at(n));
	await sql`
		insert into tagged_headings (index_code, h, uri, label)
		select ${code}, ordinality - 1, uri, uri from unnest(${uris}::text[]) with ordinality as u(uri, ordinality)`;
	// Made after the rows, as otherwise they would be most of the work.
	await sql`alter table taggings drop constraint taggings_index_code_n_position_pk`;
	await sql`drop index taggings_by_heading`;
	await sql`
		insert into taggings (index_code, n, position, h, chief, aspect)
		select ${code}, n, p,
			floor(${headingCount}::int * power((hashint8(n::bigint * 8 + p) & 2147483647) / 2147483648.0, 1.6))::int,
			p < 2, case when p % 3 = 0 then 'aspect ' || (n + p) % 4 end
		from generate_series(0, ${count - 1}::int) n, generate_series(0, ${TAGGINGS - 1}::int) p`;
	await sql`alter table taggings add constraint taggings_index_code_n_position_pk primary key (index_code, n, position)`;
	await sql`create index taggings_by_heading on taggings (index_code, h)`;
	await sql`
		insert into record_words (index_code, word)
		select ${code}, unnest(tsvector_to_array(topic)) from records where index_code = ${code}
		on conflict do nothing`;
	// As many words as a million records of prose have, nearly all of them on a few records.
	await sql`
		insert into record_words (index_code, word)
		select ${code}, substr(md5(n::text), 1, 5 + n % 9) from generate_series(1, ${RARE_WORDS}::int) n on conflict do nothing`;
	await sql.begin((tx) =>
		makePostings(
			tx,
			code,
			Array.from({ length: Math.ceil(count / BLOCK) }, (_, block) => block)
		)
	);
	await sql`analyze record_words`;
	await sql`analyze taggings`;
	await sql`analyze records`;
}

/** Four blocks of ten headings, every fourth of them with its narrower headings. */
export function benchStrategy(uriOf: (n: number) => string): Strategy {
	const line = (n: number, i: number): Line => ({
		id: `line-${n}`,
		kind: 'heading',
		off: false,
		fit: 'exact',
		test: {
			headings: [{ uri: uriOf(n), label: `heading ${n}` }],
			withNarrower: i % 4 === 0,
			cuts: [],
			chief: false,
			aspects: []
		}
	});
	return {
		blocks: Array.from({ length: 4 }, (_, block) => ({
			id: `block-${block}`,
			name: `block ${block}`,
			status: 'required',
			provisional: false,
			noHeading: false,
			lines: Array.from({ length: 10 }, (_, i) => line((block * 10 + i) * 7, i))
		})),
		limits: [],
		lifted: false
	};
}

export async function benchSearch(scratch: string): Promise<void> {
	const { sql } = connection();
	const file = path.join(scratch, `${CODE}.ttl`);
	await generateVocabulary(file, 77, HEADINGS, 2);
	await createIndex(LOCAL_PERSON, { code: CODE, name: CODE, discipline: 'bench' });
	await importVocabulary(sql, { indexCode: CODE, edition: '1', file, format: 'text/turtle' });
	await fillRecords(CODE, RECORDS, HEADINGS);
	const [build, built] = await timeOnce(() => sql.begin((tx) => rebuildSets(tx, CODE)));
	const current = await currentIndex(CODE);
	const vocabulary = await searchVocabulary(current);
	const headings = vocabulary.index;
	if (!headings) throw new Error('The vocabulary was not loaded.');
	const strategy = benchStrategy((n) => headings.uris.at(n));
	const { narrower } = vocabulary;
	const index = setsOf(current.index);
	const count = async () => {
		const sets = await index.load(leavesOfStrategy(strategy, false), vocabulary);
		return resultOf(strategy, sets).size;
	};
	const found = await count();
	const tries = Array.from({ length: TRIES });
	const own = await timeEach(tries, count);
	const yields = await timeEach(tries, async () => {
		const sets = await index.load(leavesOfStrategy(strategy, false), vocabulary);
		return yieldsOf(strategy, sets);
	});

	// Every time another word, so that none is at hand.
	const masked = await timeEach([...Array(15).keys()], async (i) => {
		const leaf = { kind: 'word', text: `*ord${i + 10}`, capitals: false, field: 'keywords' } as const;
		return (await index.load([leaf], vocabulary)).of(leaf).size;
	});

	// The same count as one statement, each block as the headings it stands for.
	const numbers = strategy.blocks.map((block) => [
		...new Set(
			block.lines.flatMap((line) => {
				if (line.kind !== 'heading') return [];
				const [{ uri }] = line.test.headings;
				return (line.test.withNarrower ? narrower(uri, []) : [uri]).map(
					(one) => headings.find(one) as number
				);
			})
		)
	]);
	const block = (i: number) => `select n from taggings where index_code = $1 and h = any($${i + 2})`;
	const statement = `select count(*)::int as count from (\n  ${numbers.map((_, i) => block(i)).join('\n  intersect\n  ')}\n) found`;
	const pool = new pg.Pool({ connectionString: databaseUrl(), max: 1 });
	const plain = async () => (await pool.query<{ count: number }>(statement, [CODE, ...numbers])).rows;
	const [{ count: same }] = await plain();
	const yardstick = await timeEach(Array.from({ length: 5 }), plain);
	console.log(
		`\nThe yardstick, with ${numbers.map((list) => list.length).join(', ')} headings in its blocks:\n${statement}`
	);
	table(
		`A strategy of 4 blocks and 40 headings over ${RECORDS.toLocaleString('en')} records with ${TAGGINGS} taggings each (${found.toLocaleString('en')} found; the yardstick finds ${same.toLocaleString('en')})`,
		['', 'median', '99 %', 'ratio of medians'],
		[
			['yardstick: the plain SQL above', ms(yardstick.median), ms(yardstick.p99), '1'],
			[
				'the count, warm',
				ms(own.median),
				ms(own.p99),
				`${(yardstick.median / own.median).toFixed(0)} times faster`
			],
			['all yields of the 40 lines, warm', ms(yields.median), ms(yields.p99), ''],
			['the records of *ord10, *ord11 …, each asked once', ms(masked.median), ms(masked.p99), '']
		]
	);
	if (found !== same) throw new Error('The count and the yardstick disagree.');

	// The order of everything, by a word on every record, on a server that has read nothing of it.
	const bestMatch = await inProcess<{ first: number; again: number; page: number }>('bestMatch', {
		code: CODE
	});

	const restart = await inProcess<{ count: number; yields: number; rss: number; found: number }>('search', {
		code: CODE
	});
	const [size] = await sql<{ bytes: string; sets: number }>`
		select sum(octet_length(bytes))::bigint as bytes, count(*)::int as sets from record_sets where index_code = ${CODE}`;
	table(
		'Sets, and a server that has just started',
		['', 'value'],
		[
			['building all sets from the rows', ms(build)],
			['sets', built.sets.toLocaleString('en')],
			['their size in the database', mib(Number(size.bytes))],
			['first count after a restart, vocabulary and sets read cold', ms(restart.count)],
			['all yields after that', ms(restart.yields)],
			['memory held after that', mib(restart.rss)],
			['best match of a word on every record, the first time, found and in order', ms(bestMatch.first)],
			['the next page of it', ms(bestMatch.page)],
			['best match of five words, one of them on every record, the first time', ms(bestMatch.again)]
		]
	);
	if (restart.found !== found) throw new Error('A server that has just started counts otherwise.');
}
