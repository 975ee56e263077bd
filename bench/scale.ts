/** Vocabularies of 50,000 headings in four indexes: import, look-up, hierarchy, memory, restart. */
import { fork } from 'node:child_process';
import { statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { connection } from '../src/lib/server/db/client';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { headingsBelow } from '../src/lib/server/browse/look-up';
import { hierarchyTo } from '../src/lib/server/browse/displays';
import { generateVocabulary, queriesFor, type Generated } from './generate';
import { mib, ms, spread, table, timeEach, type Timing } from './measure';

const HEADINGS = Number(process.env.BENCH_HEADINGS) || 50_000;
const ENTRIES = 5;
const CODES = ['big-a', 'big-b', 'big-c', 'big-d'];
const here = path.dirname(fileURLToPath(import.meta.url));

/** Runs a step in a process of its own and gives what it answers, with the most memory it held. */
export function inProcess<T>(step: string, input: unknown): Promise<T> {
	return new Promise((resolve, reject) => {
		const child = fork(path.join(here, 'step.ts'), [step], {
			execArgv: ['--expose-gc', '--max-semi-space-size=64', '--import', 'tsx']
		});
		child.once('message', (answer) => {
			resolve(answer as T);
			child.kill();
		});
		child.once('error', reject);
		child.once('exit', (code) => code && reject(new Error(`${step} ended with ${code}`)));
		child.send(input as object);
	});
}

const times = (steps: readonly { time: number }[]) => steps.map(({ time }) => time);

export async function benchScale(scratch: string): Promise<void> {
	const { sql } = connection();
	const files = CODES.map((code) => path.join(scratch, `${code}.ttl`));
	const made: Generated[] = [];
	for (const [i, code] of CODES.entries()) {
		made.push(await generateVocabulary(files[i], 100 + i, HEADINGS, ENTRIES));
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: 'bench' });
	}

	// In turns, each in a process that has just started: a machine's speed may change from one minute to the next.
	const parses: { time: number; statements: number }[] = [];
	const imports: { time: number; peak: number }[] = [];
	for (const [i, code] of CODES.entries()) {
		const file = files[i];
		parses.push(await inProcess('parse', { file }));
		imports.push(await inProcess('import', { indexCode: code, edition: '1', file, format: 'text/turtle' }));
	}
	parses.push(await inProcess('parse', { file: files[0] }));
	const ratios = imports.map(({ time }, i) => time / ((parses[i].time + parses[i + 1].time) / 2));
	table(
		`Import of ${HEADINGS.toLocaleString('en')} headings with ${ENTRIES} entry terms each (${mib(statSync(files[0]).size)}, ${parses[0].statements.toLocaleString('en')} statements), four of them`,
		['', 'median', 'each'],
		[
			['yardstick: n3 parses the file and does nothing else', ...spread(times(parses), ms)],
			['import, through to committed rows', ...spread(times(imports), ms)],
			['ratio to the yardstick before and after it', ...spread(ratios, (ratio) => ratio.toFixed(1))],
			[
				'most memory the importing process held',
				...spread(
					imports.map(({ peak }) => peak),
					mib
				)
			]
		]
	);

	const restart = await inProcess<{ first: number; second: number; rss: number; one: number }>('restart', {
		codes: CODES,
		word: made[0].labels[7]
	});
	table(
		'A server that has just started, four such vocabularies',
		['', 'value'],
		[
			['first look-up in all four', ms(restart.first)],
			['second look-up in all four', ms(restart.second)],
			['memory held with all four loaded, after collection', mib(restart.rss)]
		]
	);

	// PostgreSQL's own way of finding labels like a word.
	await sql`create extension if not exists pg_trgm`;
	await sql.run(`create table trigrams as
		select i.code, l.n, l.text from labels l join subject_indexes i on i.current_edition = l.edition_id
		union all select i.code, e.n, e.text from entry_terms e
			join subject_indexes i on i.current_edition = e.edition_id`);
	await sql`create index on trigrams using gin (text gin_trgm_ops)`;
	await sql`analyze trigrams`;
	const queries = queriesFor(
		made.flatMap(({ labels }) => labels),
		7,
		600
	);
	// As a server has it: this process holds all that it made up besides.
	const own = await inProcess<Timing>('lookup', { codes: CODES, queries });
	const trigram = await timeEach(queries.slice(0, 120), (query) =>
		Promise.all(
			CODES.map(
				(code) => sql`
			select n, text, similarity(text, ${query}) as s from trigrams
			where code = ${code} and text % ${query} order by s desc limit 20`
			)
		)
	);
	table(
		'Look-up over all four indexes, server time',
		['', 'median', '99 %', 'ratio of medians'],
		[
			['yardstick: pg_trgm with a GIN index', ms(trigram.median), ms(trigram.p99), '1.0'],
			[
				'Oakmoss, every tier',
				ms(own.median),
				ms(own.p99),
				`${(trigram.median / own.median).toFixed(0)} times faster`
			]
		]
	);

	const [{ id: edition }] = await sql<{
		id: number;
	}>`select current_edition as id from subject_indexes where code = ${CODES[0]}`;
	// Nothing of the product asks the rows for this; the yardstick gets the index it would need.
	await sql`create index on relations (edition_id, other, kind)`;
	await sql`analyze relations`;
	const tries = Array.from({ length: 15 });
	let count = 0;
	const below = await timeEach(
		tries,
		async () => (count = (await headingsBelow(LOCAL_PERSON, CODES[0], 'h0', Infinity)).length)
	);
	const recursive = await timeEach(
		tries,
		() => sql`
		with recursive below (n, depth) as (
			select n, 1 from relations where edition_id = ${edition} and other = 0 and kind = 'broader'
			union select r.n, b.depth + 1 from relations r join below b on r.other = b.n
			where r.edition_id = ${edition} and r.kind = 'broader')
		select n, min(depth) from below group by n`
	);
	const { editionIndex } = await import('../src/lib/server/vocabulary/editions');
	const index = await editionIndex({ id: edition, indexCode: CODES[0] });
	const alone = await timeEach(tries, () => index.hierarchy.below(0));
	table(
		`Below a heading with ${count.toLocaleString('en')} headings under it`,
		['', 'median', 'ratio'],
		[
			['yardstick: recursive query', ms(recursive.median), '1'],
			[
				'below, the set alone',
				ms(alone.median),
				`${(recursive.median / alone.median).toFixed(0)} times faster`
			],
			[
				'the service, with every label, address and current edition',
				ms(below.median),
				`${(recursive.median / below.median).toFixed(0)} times faster`
			]
		]
	);

	const permuted = await inProcess<Timing>('roll', { code: CODES[1] });
	const tree = await timeEach(tries, () => hierarchyTo(LOCAL_PERSON, CODES[1], 3));
	table(
		'Displays, of a server that has read the vocabulary',
		['', 'median', '99 %'],
		[
			['200 lines of the permuted roll, anywhere in it', ms(permuted.median), ms(permuted.p99)],
			['hierarchy opened to three levels', ms(tree.median), ms(tree.p99)]
		]
	);
}
