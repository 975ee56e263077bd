/** Works in several indexes: told while four files of 250,000 records each are loaded, with how far that is. */
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { once } from 'node:events';
import path from 'node:path';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { connection } from '../src/lib/server/db/client';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { importRecords } from '../src/lib/server/records/record-import';
import { mib, ms, table, timeOnce } from './measure';

const RECORDS = Number(process.env.BENCH_WORKS) || 250_000;
const CODES = ['works-a', 'works-b', 'works-c', 'works-d'];

/**
 * A record of one of the files. Of ten, one is told by its DOI in all four, one by its title in all four, the rest is
 * of one index.
 */
function record(part: number, n: number): string {
	const kind = n % 10;
	const own = kind < 2 ? 'all' : `part ${part}`;
	return [
		'TY  - JOUR',
		`ID  - w${n}`,
		`TI  - On study ${n} of ${own}, with findings of place ${n % 997}`,
		`AU  - Family${n % 40_009}, A.`,
		`PY  - ${1985 + (n % 40)}`,
		`JO  - Journal ${n % 2003}`,
		...(kind === 0 ? [`DO  - 10.5555/w.${n}`] : kind > 1 ? [`DO  - 10.5555/${part}.${n}`] : []),
		'ER  - ',
		''
	].join('\n');
}

async function writeFile(file: string, part: number): Promise<void> {
	const out = createWriteStream(file);
	for (let n = 0; n < RECORDS; n += 1000) {
		const lines = Array.from({ length: Math.min(1000, RECORDS - n) }, (_, i) => record(part, n + i));
		if (!out.write(lines.join('\n') + '\n')) await once(out, 'drain');
	}
	out.end();
	await once(out, 'finish');
}

export async function benchWorks(scratch: string): Promise<void> {
	const { sql } = connection();
	const rows: string[][] = [];
	let longest = 0;
	for (const [part, code] of CODES.entries()) {
		const file = path.join(scratch, `${code}.ris`);
		await writeFile(file, part);
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
		let told = 0;
		let last = performance.now();
		const [time] = await timeOnce(() =>
			importRecords(
				sql,
				{ indexCode: code, file, format: 'application/x-research-info-systems' },
				() => {
					told++;
					longest = Math.max(longest, performance.now() - last);
					last = performance.now();
				},
				() => Promise.resolve()
			)
		);
		const after = performance.now() - last;
		const [{ pairs }] = await sql<{ pairs: number }>`
			select count(*)::int as pairs from shared_works where index_code = ${code}`;
		// Two of ten records are in every index that is there.
		if (pairs !== part * 2 * (RECORDS / 10)) throw new Error(`${code} has ${pairs} pairs.`);
		rows.push([`file ${part + 1}`, ms(time), String(told), ms(after), pairs.toLocaleString('en')]);
		await rm(file);
	}
	table(
		`Loading four files of ${RECORDS.toLocaleString('en')} records, works told meanwhile`,
		['', 'time', 'times it told how far', 'storing, after all is read', 'pairs of one work'],
		rows
	);
	table(
		'Between two reports of how far it is',
		['', 'value'],
		[
			['at most', ms(longest)],
			['memory at the end', mib(process.memoryUsage().rss)]
		]
	);
	for (const code of CODES) {
		await sql`delete from shared_works where index_code = ${code}`;
		await sql`delete from subject_indexes where code = ${code}`;
	}
}
