// A whole database as one file, and back, by PostgreSQL's own programs.
import { spawnSync } from 'node:child_process';
import { renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Trouble } from './fresh.mjs';
import { postgresPrograms } from './postgres.mjs';

/** @param {string} name @param {string} url @param {string[]} args */
function run(name, url, args) {
	const [folder] = postgresPrograms();
	if (!folder)
		throw new Trouble('PostgreSQL’s programs are not installed: apt-get install postgresql-client');
	const { username, password, hostname, port, pathname } = new URL(url);
	const env = {
		...process.env,
		PGHOST: hostname,
		PGPORT: port || '5432',
		PGUSER: decodeURIComponent(username),
		// In the environment, as others may read what a program is called with.
		PGPASSWORD: decodeURIComponent(password),
		PGDATABASE: decodeURIComponent(pathname.slice(1))
	};
	const { status, stdout, stderr, error } = spawnSync(path.join(folder, name), args, {
		env,
		encoding: 'utf8',
		maxBuffer: 2 ** 28
	});
	if (status !== 0)
		throw new Trouble(
			`${name} could not do it: ${(error?.message ?? stderr).trim().split('\n').slice(-3).join(' ')}`
		);
	return stdout;
}

/**
 * Everything as it is at one moment, while people go on working. The file has its name only once it is whole.
 * @param {string} url
 * @param {string} file
 * @returns {{ bytes: number }}
 */
export function backUp(url, file) {
	const unfinished = `${file}.unfinished`;
	try {
		// Whoever reads it reads every inquiry, so it is its owner's alone from its first byte.
		rmSync(unfinished, { force: true });
		writeFileSync(unfinished, '', { flag: 'wx', mode: 0o600 });
		run('pg_dump', url, ['--format=custom', '--no-owner', '--no-privileges', `--file=${unfinished}`]);
		renameSync(unfinished, file);
	} catch (error) {
		rmSync(unfinished, { force: true });
		throw error;
	}
	return { bytes: statSync(file).size };
}

/**
 * Puts a backup into an empty database: whole or not at all.
 * @param {string} url
 * @param {string} file
 */
export function restore(url, file) {
	const held = run('psql', url, [
		'--no-psqlrc',
		'--tuples-only',
		'--no-align',
		'--command',
		"select count(*) from pg_tables where schemaname not in ('pg_catalog', 'information_schema')"
	]).trim();
	if (held !== '0')
		throw new Trouble(
			'the database holds tables already. A backup goes into an empty one; nothing was changed.'
		);
	run('pg_restore', url, [
		`--dbname=${decodeURIComponent(new URL(url).pathname.slice(1))}`,
		'--no-owner',
		'--no-privileges',
		'--single-transaction',
		'--exit-on-error',
		file
	]);
}
