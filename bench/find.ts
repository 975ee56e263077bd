/** The word field over four indexes at once, each group against the plain SQL that gives the same. */
import { connection } from '../src/lib/server/db/client';
import { fourIndexes, queryOf, SPEED } from './look-up-by-records';
import { mib, ms, table, timeEach, type Timing } from './measure';
import { inProcess } from './scale';

/** One record of so many is of a work that all four have. */
const SHARED = 8;
const QUERIES = 300;
/** Statements of the yardstick take seconds each. */
const FEW = 3;

/** Names by the beginning of one word of them: a whole one, one that a hundred share, one that ten thousand share. */
const nameOf = (i: number) =>
	[`Family${(i * 37) % 40_009}`, `family${i % 400}`, `fam`, `Journal ${i % 2_003}`][i % 4];

export async function benchFind(scratch: string): Promise<void> {
	const codes = await fourIndexes(scratch);
	const { sql } = connection();
	for (const code of codes)
		for (const other of codes)
			if (code !== other)
				await sql`
					insert into shared_works (index_code, n, other_code, other_n)
					select ${code}, n, ${other}, n from generate_series(0, ${SPEED.records - 1}::int, ${SHARED}::int) n
					on conflict do nothing`;
	await sql`analyze shared_works`;
	const names = Array.from({ length: QUERIES }, (_, i) => nameOf(i));
	const halves = Array.from({ length: 10 }, (_, i) => ['report', 'told'][i % 2]);
	const at = await inProcess<
		Record<'headings' | 'records' | 'names' | 'first' | 'all' | 'halves' | 'within' | 'labelled', Timing> & {
			start: number;
			setsMade: number;
			rss: number;
		}
	>('find', { codes, queries: Array.from({ length: QUERIES }, (_, i) => queryOf(i)), names, halves });
	const inNames = await timeEach(names.slice(0, FEW), async (name) => {
		const start = `(^|[^[:alnum:]])${name.toLowerCase()}`;
		await sql`
			select a->>'family' as family, a->>'given' as given, index_code, count(*) from records,
				jsonb_array_elements(csl->'author') a
			where index_code = any(${codes as string[]}::text[]) and lower(a->>'given' || ' ' || (a->>'family')) ~ ${start}
			group by 1, 2, 3 order by 4 desc limit 6`;
	});
	const inRecords = await timeEach(halves.slice(0, FEW), async (word) => {
		await sql`
			with said as materialized (
				select index_code, n from records
				where index_code = any(${codes as string[]}::text[]) and topic @@ to_tsquery('simple', ${word}))
			select count(*) from said r where not exists (
				select from shared_works s join said o on o.index_code = s.other_code and o.n = s.other_n
				where s.index_code = r.index_code and s.n = r.n and s.other_code < r.index_code)`;
	});
	table(
		`The word field over four indexes of ${SPEED.records.toLocaleString('en')} made-up records each`,
		['', 'median', '99 %'],
		[
			['headings, by label and by records', ms(at.headings.median), ms(at.headings.p99)],
			['people, places, sources, funders', ms(at.names.median), ms(at.names.p99)],
			['records that say it, pooled and in each', ms(at.records.median), ms(at.records.p99)],
			['the first of these, all asked at the same time', ms(at.first.median), ms(at.first.p99)],
			['all of these at the same time', ms(at.all.median), ms(at.all.p99)],
			['records of a word on every record, pooled', ms(at.halves.median), ms(at.halves.p99)],
			['sets of availability and of what records include, made', ms(at.setsMade), ''],
			['a common word within those two limits', ms(at.within.median), ms(at.within.p99)],
			['the same word within a limit that the index labels', ms(at.labelled.median), ms(at.labelled.p99)],
			['yardstick: names in plain SQL', ms(inNames.median), ms(inNames.p99)],
			['yardstick: works that say such a word in plain SQL', ms(inRecords.median), ms(inRecords.p99)],
			['what a server reads for it when it starts', ms(at.start), ''],
			['memory of that server in the end', mib(at.rss), '']
		]
	);
}
