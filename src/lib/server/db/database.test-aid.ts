/** A database of its own for each test file, on the PostgreSQL that `npm test` starts. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { vi } from 'vitest';
import { closeConnection, connect, migrateDatabase } from './client';

function server(): string {
	const url = process.env.OAKMOSS_TEST_DATABASE;
	if (!url) throw new Error('OAKMOSS_TEST_DATABASE is not set; run the tests with npm test.');
	return url;
}

async function onServer(statement: string): Promise<void> {
	const { sql, end } = connect(server(), 1);
	await sql.run(statement);
	await end();
}

/** Makes an empty database, without tables, and names it in DATABASE_URL. */
export async function freshDatabase(): Promise<string> {
	const name = `test_${randomUUID().replaceAll('-', '')}`;
	await onServer(`create database ${name}`);
	const url = new URL(server());
	url.pathname = `/${name}`;
	process.env.DATABASE_URL = url.href;
	return url.href;
}

const TEMPLATE = 'test_demo';

/**
 * A database with the demo data. It is loaded once, into a database of which the others are copies.
 * @param load loads the demo data into an empty database
 */
export async function demoDatabase(load: (url: string) => void): Promise<string> {
	const template = new URL(server());
	template.pathname = `/${TEMPLATE}`;
	const { sql, end } = connect(server(), 1);
	const [known] = await sql`select 1 from pg_database where datname = ${TEMPLATE}`;
	await end();
	if (!known) {
		await onServer(`create database ${TEMPLATE}_loading`);
		const loading = new URL(template);
		loading.pathname = `/${TEMPLATE}_loading`;
		load(loading.href);
		// It has its name only once it is whole.
		await onServer(`alter database ${TEMPLATE}_loading rename to ${TEMPLATE}`);
	}
	const url = new URL(template);
	url.pathname = `/test_${randomUUID().replaceAll('-', '')}`;
	await onServer(`create database "${url.pathname.slice(1)}" template ${TEMPLATE}`);
	process.env.DATABASE_URL = url.href;
	return url.href;
}

export async function migratedDatabase(): Promise<string> {
	const url = await freshDatabase();
	await migrateDatabase(url);
	return url;
}

export async function dropDatabase(url: string): Promise<void> {
	if (process.env.DATABASE_URL === url) await closeConnection();
	await onServer(`drop database "${new URL(url).pathname.slice(1)}" with (force)`);
}

/** How many statements some work sends. */
export async function statementsDuring(work: () => Promise<unknown>): Promise<number> {
	const sent = vi.spyOn(pg.Client.prototype, 'query');
	await work();
	const count = sent.mock.calls.length;
	sent.mockRestore();
	return count;
}
