import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connection, inTransaction, isAway, isThere } from './client';
import { copy, type Value } from './copy';
import { dropDatabase, freshDatabase } from './database.test-aid';
import { part, verbatim } from './statements';

let url: string;
beforeAll(async () => {
	url = await freshDatabase();
	await connection().sql.run('create table leaves (n int, name text, wide boolean, marks text[])');
});
afterAll(() => dropDatabase(url));

const leaf = fc.record({
	n: fc.option(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }), { nil: null }),
	name: fc.option(
		fc.string({ unit: 'grapheme' }).map((text) => text.replaceAll('\0', '')),
		{ nil: null }
	),
	wide: fc.option(fc.boolean(), { nil: null }),
	marks: fc.array(fc.constantFrom('plain', 'a "quoted" one', 'back\\slash', 'tab\there', 'new\nline', '', '{a,b}', 'NULL', '\\N'), { maxLength: 4 }) // prettier-ignore
});

describe('rows in bulk', () => {
	it('come back as they went in, whatever their texts hold', async () => {
		await fc.assert(
			fc.asyncProperty(fc.array(leaf, { maxLength: 20 }), async (leaves) => {
				const rows = leaves.map(({ n, name, wide, marks }): Value[] => [n, name, wide, marks]);
				const found = await connection().sql.begin(async (tx) => {
					await tx`delete from leaves`;
					await copy(tx, 'leaves', 'n, name, wide, marks', () => rows);
					return tx`select n, name, wide, marks from leaves order by ctid`;
				});
				expect(found).toEqual(leaves);
			}),
			{ numRuns: 60 }
		);
	});

	it('are read page by page, each once and in order, and whoever stops early leaves nothing behind', async () => {
		await connection().sql`delete from leaves`;
		await connection().sql`insert into leaves (n) select generate_series(1, 25)`;
		const readAll = (most: number) =>
			connection().sql.begin(async (tx) => {
				const found: number[] = [];
				for await (const rows of tx.pages<{ n: number }>(10)`select n from leaves order by n`) {
					found.push(...rows.map(({ n }) => n));
					if (found.length >= most) break;
				}
				// The same connection goes on.
				const [{ n }] = await tx<{ n: number }>`select count(*)::int as n from leaves`;
				return { found, n };
			});
		const numbers = Array.from({ length: 25 }, (_, i) => i + 1);
		expect(await readAll(Infinity)).toEqual({ found: numbers, n: 25 });
		expect(await readAll(10)).toEqual({ found: numbers.slice(0, 10), n: 25 });
		const stopped = connection().sql.begin(async (tx) => {
			for await (const rows of tx.pages(10)`select n from leaves`)
				throw new Error(`Stopped after ${rows.length}.`);
		});
		await expect(stopped).rejects.toThrow('Stopped after 10.');
		expect(await readAll(Infinity)).toEqual({ found: numbers, n: 25 });
	});

	it('are kept whole or not at all', async () => {
		const count = async () =>
			(await connection().sql<{ n: number }>`select count(*)::int as n from leaves`)[0].n;
		await connection().sql`delete from leaves`;
		const broken = connection().sql.begin(async (tx) => {
			await copy(tx, 'leaves', 'n', function* () {
				yield [1];
				throw new Error('No more.');
			});
		});
		await expect(broken).rejects.toThrow('No more.');
		await expect(
			connection().sql.begin((tx) => copy(tx, 'leaves', 'n', () => [['no number']]))
		).rejects.toThrow();
		expect(await count()).toBe(0);
		await inTransaction(async () => {});
		expect(await isThere()).toBe(true);
	});
});

describe('statements', () => {
	it('send what is put into them beside the text, parts of parts as well', async () => {
		const { sql } = connection();
		const name = `'; drop table leaves; --`;
		const inner = part`${name} as name, ${part`${[1, 2]}::int[]`} as list`;
		expect(await sql`select ${inner}, ${verbatim('3')} as three`).toEqual([{ name, list: [1, 2], three: 3 }]);
		expect(await sql`select to_regclass('leaves') is not null as there`).toEqual([{ there: true }]);
	});

	it('give rows a page at a time, in order and all of them, and stop when nobody wants more', async () => {
		await connection().sql.begin(async (tx) => {
			const pages: number[][] = [];
			for await (const rows of tx.pages<{ n: number }>(4)`select n from generate_series(1, ${10}) n`)
				pages.push(rows.map(({ n }) => n));
			expect(pages).toEqual([[1, 2, 3, 4], [5, 6, 7, 8], [9, 10]]); // prettier-ignore
			for await (const rows of tx.pages<{ n: number }>(2)`select n from generate_series(1, 1000000) n`) {
				expect(rows).toHaveLength(2);
				break;
			}
			// The connection is free for the next statement.
			expect(await tx`select 1 as one`).toEqual([{ one: 1 }]);
		});
	});

	it('undo what was done before one of them failed', async () => {
		const { sql } = connection();
		await sql`delete from leaves`;
		const failing = sql.begin(async (tx) => {
			await tx`insert into leaves (n) values (1)`;
			await tx`select 1 / 0`;
		});
		await expect(failing).rejects.toThrow(/division by zero/);
		expect(await sql`select n from leaves`).toEqual([]);
	});
});

describe('whether the database is away', () => {
	it.each([
		[Object.assign(new Error(''), { code: 'ECONNREFUSED' }), true],
		[Object.assign(new Error(''), { code: '57P01' }), true],
		[Object.assign(new Error(''), { code: '08006' }), true],
		[new Error('Connection terminated unexpectedly'), true],
		[new Error('Failed query', { cause: Object.assign(new Error(''), { code: 'EPIPE' }) }), true],
		[new AggregateError([Object.assign(new Error(''), { code: 'ECONNREFUSED' })]), true],
		[Object.assign(new Error('syntax'), { code: '42601' }), false],
		[Object.assign(new Error('twice'), { code: '23505' }), false],
		[new Error('anything else'), false],
		['no error', false],
		[undefined, false]
	])('is told by the error: %s', (error, away) => expect(isAway(error)).toBe(away));
});
