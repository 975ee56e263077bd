/** A database of its own for each test file, on the PostgreSQL that `npm test` starts. */
import { spawnSync } from 'node:child_process';
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
	const name = nameOfOwn();
	await onServer(`create database ${name}`);
	return workWith(name);
}

const nameOfOwn = () => `test_${randomUUID().replaceAll('-', '')}`;

/** From now on, what is tested works with this database: a file before it in the same process may have left another. */
async function workWith(name: string): Promise<string> {
	await closeConnection();
	process.env.DATABASE_URL = urlOf(name);
	return process.env.DATABASE_URL;
}

/** What databases of tests are copies of: with the tables alone, and with the demo data. */
const TEMPLATES = { migrated: 'test_migrated', demo: 'test_demo' };

const urlOf = (database: string) => {
	const url = new URL(server());
	url.pathname = `/${database}`;
	return url.href;
};

/**
 * Makes a template once for all tests that run on a server of databases, however many ask for it at the same time.
 * @param fill fills an empty database
 */
async function makeTemplate(name: string, fill: (url: string) => Promise<void> | void): Promise<void> {
	const { sql, end } = connect(server(), 1);
	await sql`select pg_advisory_lock(hashtext(${name}))`;
	const [known] = await sql`select 1 from pg_database where datname = ${name}`;
	if (!known) {
		// It has its name only once it is whole.
		const unfinished = `${name}_unfinished`;
		await sql.run(`drop database if exists ${unfinished}`);
		await sql.run(`create database ${unfinished}`);
		await fill(urlOf(unfinished));
		await sql.run(`alter database ${unfinished} rename to ${name}`);
	}
	await end();
}

/** A copy of a template, named in DATABASE_URL: to copy one takes a tenth of a second. */
async function copyOf(template: string): Promise<string> {
	const name = nameOfOwn();
	await onServer(`create database ${name} template ${template}`);
	return workWith(name);
}

/** A database with the demo data, which is loaded once for all tests. */
export async function demoDatabase(): Promise<string> {
	await makeTemplate(TEMPLATES.demo, loadDemo);
	return copyOf(TEMPLATES.demo);
}

function loadDemo(url: string): void {
	const load = spawnSync(process.execPath, ['--import', 'tsx', 'demo/load.ts'], {
		encoding: 'utf8',
		env: { ...process.env, DATABASE_URL: url }
	});
	if (load.status !== 0)
		throw new Error(`The demo data could not be loaded:\n${load.stdout}\n${load.stderr}`);
}

export async function migratedDatabase(): Promise<string> {
	await makeTemplate(TEMPLATES.migrated, migrateDatabase);
	return copyOf(TEMPLATES.migrated);
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
