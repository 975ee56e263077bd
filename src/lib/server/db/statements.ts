/** SQL written as templates: what is put into one is sent beside the text, never inside it. */
import type { Readable, Writable } from 'node:stream';
import type { Pool, PoolClient, QueryResultRow } from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import Cursor from 'pg-cursor';

/** A piece of a statement, to be put into another one. */
export class Part {
	constructor(
		readonly texts: readonly string[],
		readonly values: readonly unknown[] = []
	) {}
}

export const part = (texts: TemplateStringsArray, ...values: unknown[]) => new Part(texts, values);

/** Text that becomes part of a statement as it is, such as the name of a table: never anything from outside. */
export const verbatim = (text: string) => new Part([text]);

/** The statement with its places numbered, and what goes into them. */
function compile(texts: readonly string[], given: readonly unknown[]): { text: string; values: unknown[] } {
	const values: unknown[] = [];
	const write = (parts: readonly string[], inside: readonly unknown[]): string =>
		parts.reduce((text, next, i) => {
			const value = inside[i - 1];
			if (value instanceof Part) return text + write(value.texts, value.values) + next;
			values.push(value);
			return `${text}$${values.length}${next}`;
		});
	return { text: write(texts, given), values };
}

interface Statements {
	<R extends object = QueryResultRow>(texts: TemplateStringsArray, ...values: unknown[]): Promise<R[]>;
	/** Several statements as they are written, such as those of a migration. */
	run(text: string): Promise<void>;
}

/** Statements over whichever connection of a pool is free. */
export interface Sql extends Statements {
	/** Work that is kept whole or not at all. */
	begin<T>(work: (tx: Transaction) => Promise<T>): Promise<T>;
}

/** Statements over one connection, which are kept together. */
export interface Transaction extends Statements {
	/** Rows so many at a time, for those that are too many to hold. */
	pages<R extends object>(
		size: number
	): (texts: TemplateStringsArray, ...values: unknown[]) => AsyncGenerator<R[]>;
	copyIn(statement: string): Writable;
	copyOut(statement: string): Readable;
}

export function statementsOf(pool: Pool): Sql {
	return Object.assign(tagged(pool), {
		async begin<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
			const client = await pool.connect();
			let broken = false;
			try {
				await client.query('begin');
				const result = await work(transactionOf(client));
				await client.query('commit');
				return result;
			} catch (error) {
				// A connection on which even this fails is not given to anybody again.
				await client.query('rollback').catch(() => (broken = true));
				throw error;
			} finally {
				client.release(broken);
			}
		}
	});
}

function tagged(on: Pool | PoolClient) {
	return Object.assign(
		async <R extends object = QueryResultRow>(texts: TemplateStringsArray, ...values: unknown[]) =>
			(await on.query(compile(texts, values))).rows as R[],
		{ run: async (text: string) => void (await on.query(text)) }
	);
}

function transactionOf(client: PoolClient): Transaction {
	return Object.assign(tagged(client), {
		pages: <R extends object>(size: number) =>
			async function* (texts: TemplateStringsArray, ...values: unknown[]): AsyncGenerator<R[]> {
				const { text, values: sent } = compile(texts, values);
				const cursor = client.query(new Cursor<R>(text, sent));
				const read = () => {
					const rows = cursor.read(size);
					// Whoever takes no more pages does not wait for the one that was asked for meanwhile.
					rows.catch(() => {});
					return rows;
				};
				try {
					// The next rows are fetched while these are taken in.
					for (let next = read(); ;) {
						const rows = await next;
						if (rows.length === 0) return;
						next = read();
						yield rows;
					}
				} finally {
					await cursor.close();
				}
			},
		copyIn: (statement: string): Writable => client.query(copyFrom(statement)),
		copyOut: (statement: string): Readable => client.query(copyTo(statement))
	});
}
