/** Reading results of 1,000,000 records on: what they are made of, their words, pearls; on the index that searching was measured on. */
import pg from 'pg';
import { inOrder, pool, recallOf, representation, valuesWithin } from '../src/core/reading';
import { leavesOfStrategy, RecordSet } from '../src/core/search';
import { strategyOfWords } from '../src/core/search/words.test-aid';
import { databaseUrl } from '../src/lib/server/db/client';
import { countedBy, dimensionNamed } from '../src/lib/server/reading/dimensions';
import { neighbourSet, type Nearness } from '../src/lib/server/reading/near-records';
import { phrasesIn } from '../src/lib/server/reading/record-phrases';
import { valuesOfDimension } from '../src/lib/server/reading/index-values';
import type { IndexSets } from '../src/lib/server/records/sets';
import type { Found } from '../src/lib/server/search/openings';
import { ordered } from '../src/lib/server/search/ranking';
import { searchable } from '../src/lib/server/search/searchable';
import { mib, ms, table, timeEach, timeOnce } from './measure';
import { benchStrategy, CODE, wordNumbered } from './search-speed';

const TRIES = 20;
/** Values on a page of a list. */
const PAGE = 200;
const STRATEGY = { blocks: [], limits: [], lifted: false };

export async function benchReading(): Promise<void> {
	const at = await searchable(CODE);
	const { sets, vocabulary } = at;
	const every = (step: number) =>
		RecordSet.fromSorted(Uint32Array.from({ length: Math.ceil(sets.records / step) }, (_, i) => i * step));
	const tenth = every(10);
	const found = (result: RecordSet) => ({ at, result, strategy: STRATEGY, title: undefined, faults: [] });
	const of = async (name: string) => {
		const counted = await countedBy(at, tenth, dimensionNamed(at, name));
		const breakdown = { n: tenth.size, all: sets.records, counts: counted.counts, totals: counted.totals };
		const order = inOrder(valuesWithin(breakdown), breakdown, 'over', (value) => counted.names[value], PAGE);
		return { counted, page: order.map((share) => ({ ...share, ...representation(breakdown, share) })) };
	};
	const before = process.memoryUsage().arrayBuffers;
	const [firstHeadings] = await timeOnce(() => valuesOfDimension(sets, 'heading'));
	const [firstNames, { lists }] = await timeOnce(() => valuesOfDimension(sets, 'author'));
	await of('headingWithBroader');
	const held = process.memoryUsage().arrayBuffers - before;

	const numbers = [...tenth.toArray()];
	const database = new pg.Pool({ connectionString: databaseUrl(), max: 1 });
	const statement = `select h, count(distinct n)::int as count from taggings where index_code = $1 and n = any($2) group by h`;
	const plain = async () =>
		(await database.query<{ h: number; count: number }>(statement, [CODE, numbers])).rows;
	const yardstick = await timeEach(Array.from({ length: 3 }), plain);
	const rows = await plain();
	const { counts: own } = (await of('heading')).counted;
	const counts = new Map(rows.map(({ h, count }) => [h, count]));
	if (own.some((count, value) => (counts.get(value) ?? 0) !== count))
		throw new Error('The composition and the yardstick disagree.');
	const tries = Array.from({ length: TRIES });
	const line = async (title: string, name: string) => {
		const time = await timeEach(tries, () => of(name));
		const ratio = name === 'heading' ? `${(yardstick.median / time.median).toFixed(0)} times faster` : '';
		return [title, ms(time.median), ms(time.p99), ratio];
	};
	const all = await timeEach(tries, () =>
		Promise.all(['heading', 'chiefHeading', 'headingWithBroader', 'year', 'source', 'author'].map(of))
	);
	const yardTitle = 'yardstick: its headings counted by plain SQL';
	table(
		`What ${tenth.size.toLocaleString('en')} of ${sets.records.toLocaleString('en')} records are made of, the ${PAGE} most over-represented first`,
		['', 'median', '99 %', 'ratio of medians'],
		[
			[yardTitle, ms(yardstick.median), ms(yardstick.p99), '1'],
			await line('headings, with G² and lift', 'heading'),
			await line('headings with their broader ones', 'headingWithBroader'),
			await line('authors', 'author'),
			await line('years', 'year'),
			['six dimensions at once', ms(all.median), ms(all.p99), '']
		]
	);

	const [firstWords] = await timeOnce(() => phrasesIn(found(every(100)), 200));
	const tenThousand = await timeEach(tries, () => phrasesIn(found(every(100)), 200));
	const more = await timeEach(tries, () => phrasesIn(found(tenth), 200));
	const strategy = benchStrategy((n) => vocabulary.index?.uris.at(n) ?? '');
	const pearls = Array.from({ length: 200 }, (_, i) => i * 4_999);
	const reasons = await timeEach(tries, async () =>
		recallOf(strategy, pearls, await sets.load(leavesOfStrategy(strategy, false), vocabulary))
	);
	table(
		'Words and pearls',
		['', 'median', '99 %'],
		[
			['words of 10,000 records', ms(tenThousand.median), ms(tenThousand.p99)],
			['words of 100,000 records, of which 10,000 are looked at', ms(more.median), ms(more.p99)],
			['what keeps out which of 200 pearls, 40 lines in four blocks', ms(reasons.median), ms(reasons.p99)]
		]
	);
	await benchStore(database);
	await benchOrder(sets, tenth);
	await benchNeighbours(at.current);
	await benchPooling();
	table(
		'The first time, and what is held then',
		['', 'value'],
		[
			['reading the headings of all records', ms(firstHeadings)],
			['reading authors, sources, affiliations, funders', ms(firstNames)],
			['words: with those of 20,000 records for comparison', ms(firstWords)],
			['lists held for headings, names and broader headings', mib(held)],
			['of these, authors', mib(lists.bytes)]
		]
	);
	await database.end();
}

/** What the tables with rows by index take, keys and all. */
async function benchStore(database: pg.Pool): Promise<void> {
	const { rows } = await database.query<{ name: string; rows: number; table: string; keys: string }>(`
		select relname as name, reltuples::bigint as rows, pg_table_size(oid) as table, pg_indexes_size(oid) as keys
		from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and pg_total_relation_size(oid) > 2 ^ 20
		order by pg_total_relation_size(oid) desc`);
	table(
		'Tables of more than 1 MiB',
		['', 'rows', 'table', 'keys'],
		rows.map((row) => [
			row.name,
			Number(row.rows).toLocaleString('en'),
			mib(Number(row.table)),
			mib(Number(row.keys))
		])
	);
}

/** Best match over 100,000 records: the first time its words are asked for, and after a change that keeps them. */
async function benchOrder(sets: IndexSets, result: RecordSet): Promise<void> {
	const strategy = strategyOfWords([...[1, 7, 40, 61].map(wordNumbered), 'report']);
	let asked = 0;
	const first = () =>
		// Another limit is another order, of the same words.
		ordered(sets, 0, result, { ...strategy, limits: [{ field: 'x', from: ++asked }] }, 'relevance');
	const [cold] = await timeOnce(first);
	const warm = await timeEach(Array.from({ length: TRIES }), first);
	table(
		`Best match over ${result.size.toLocaleString('en')} records, five words, one of them on every record`,
		['', 'median', '99 %'],
		[
			['when nothing is known of the words', ms(cold), ''],
			['after a change that keeps the words', ms(warm.median), ms(warm.p99)]
		]
	);
}

async function benchNeighbours(current: Found['at']['current']): Promise<void> {
	const records = Array.from({ length: 40 }, (_, i) => 20_011 * i + 3);
	const line = async (title: string, how: Nearness) => {
		const [first] = await timeOnce(() => neighbourSet(current, 5, how));
		const time = await timeEach(records, (n) => neighbourSet(current, n, how));
		return [title, ms(first), ms(time.median), ms(time.p99)];
	};
	table(
		'Neighbours of a record; these made-up records refer to none',
		['', 'first', 'median', '99 %'],
		[
			await line('records by the same authors', 'sameAuthors'),
			await line('headings in common, rarer ones weighing more', 'sharedHeadings'),
			await line('records it refers to', 'cites')
		]
	);
}

/** Four results of 50,000 records, a tenth of each also in each of the others. */
async function benchPooling(): Promise<void> {
	const SIZE = 50_000;
	const parts = Array.from({ length: 4 }, () => Uint32Array.from({ length: SIZE }, (_, n) => n));
	const sameWork = function* (part: number, record: number) {
		if (record % 10 === 0) for (let other = 0; other < part; other++) yield { part: other, record };
	};
	const time = await timeEach(Array.from({ length: 5 }), () => Promise.resolve(pool(parts, sameWork)));
	table(
		'Pooling in memory',
		['', 'median', '99 %'],
		[['4 × 50,000 records as one list', ms(time.median), ms(time.p99)]]
	);
}
