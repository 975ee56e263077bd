/** A crosswalk of 30 concepts by 8 indexes with 1,000 picks: opening it, and a pick from the key to the saved row. */
import pg from 'pg';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import type { Command } from '../src/core/crosswalk';
import { crosswalkFacts } from '../src/lib/server/crosswalk/crosswalk-facts';
import { suggestionsFor } from '../src/lib/server/crosswalk/suggesting';
import { connection } from '../src/lib/server/db/client';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { createInquiry } from '../src/lib/server/inquiry/inquiries';
import { changeInquiry, readInquiry } from '../src/lib/server/inquiry/inquiry-changes';
import { importVocabulary } from '../src/lib/server/vocabulary/vocabulary-import';
import { generateVocabulary } from './generate';
import { ms, table, timeEach } from './measure';

const TRIES = 40;

/** How many statements go to the database while some work is done. */
async function statementsDuring(work: () => Promise<unknown>): Promise<number> {
	const send = pg.Client.prototype.query;
	let count = 0;
	pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
		const [first] = args as [string | { text?: string }];
		const text = typeof first === 'string' ? first : (first.text ?? '');
		if (!/^(begin|commit|savepoint|rollback)/i.test(text)) count++;
		return (send as (...args: unknown[]) => unknown).apply(this, args);
	} as typeof send;
	await work();
	pg.Client.prototype.query = send;
	return count;
}

/** An inquiry with `concepts` rows, and `picks` picks spread over it and the indexes. */
async function makeInquiry(id: string, codes: string[], concepts: number, picks: number): Promise<void> {
	await createInquiry(LOCAL_PERSON, { id, title: id, question: '', indexes: codes });
	const commands: Command[] = Array.from({ length: concepts }, (_, i) => ({
		kind: 'concept.add',
		id: `c${i}`,
		name: `concept ${i}`
	}));
	for (let i = 0; i < picks; i++)
		commands.push({
			kind: 'pick.add',
			id: `p${i}`,
			conceptId: `c${i % concepts}`,
			indexCode: codes[Math.floor(i / concepts) % codes.length],
			edition: '1',
			headings: [{ uri: `https://v.example/h${1 + i}`, label: `h${1 + i}` }],
			withNarrower: i % 3 === 0
		});
	await changeInquiry(LOCAL_PERSON, id, {
		kind: 'many',
		title: 'Made for measuring',
		commands: commands as never
	});
}

export async function benchCrosswalk(scratch: string): Promise<void> {
	const codes = Array.from({ length: 8 }, (_, i) => `cross-${i}`);
	for (const [i, code] of codes.entries()) {
		const file = `${scratch}/${code}.ttl`;
		await generateVocabulary(file, 300 + i, 3_000, 3);
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: 'bench' });
		await importVocabulary(connection().sql, { indexCode: code, edition: '1', file, format: 'text/turtle' });
	}
	await makeInquiry('small', codes, 5, 20);
	await makeInquiry('large', codes, 30, 1_000);
	const rows: (string | number)[][] = [];
	const tries = Array.from({ length: TRIES }, (_, i) => i);
	for (const id of ['small', 'large']) {
		const works: [string, (i: number) => Promise<unknown>][] = [
			['opening it', () => readInquiry(LOCAL_PERSON, id)],
			['what the vocabularies say of its picks', () => crosswalkFacts(LOCAL_PERSON, id)],
			['suggestions for a cell', () => suggestionsFor(LOCAL_PERSON, id, 'c1', 'cross-3')],
			[
				'a pick, from the command to the committed row',
				(i) =>
					changeInquiry(LOCAL_PERSON, id, {
						kind: 'pick.add',
						id: `new-${i}`,
						conceptId: 'c1',
						indexCode: 'cross-7',
						edition: '1',
						headings: [{ uri: `https://v.example/h${2_000 + i}`, label: `h${2_000 + i}` }]
					})
			]
		];
		for (const [name, work] of works) {
			await work(-1);
			const { median, p99 } = await timeEach(tries, work);
			const statements = await statementsDuring(() => work(TRIES + 1));
			rows.push([`${id}: ${name}`, ms(median), ms(p99), statements]);
		}
	}
	table(
		'Crosswalks: small is 5 concepts with 20 picks, large 30 by 8 with 1,000; server time',
		['', 'median', '99 %', 'statements'],
		rows
	);
}
