/** A backup holds everything, and a server that was restored from it answers as the one it was made of. */
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backUp, restore } from '../scripts/parts/backups.mjs';
import { freePort } from '../scripts/parts/postgres.mjs';
import { startServer } from '../scripts/parts/server.mjs';
import { connect } from '../src/lib/server/db/client';
import { dropDatabase, freshDatabase } from '../src/lib/server/db/database.test-aid';
import { type App, sendJson, startApp } from './app.test-aid';

let app: App;
let folder: string;
let empty: string;
beforeAll(async () => {
	app = await startApp();
	folder = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-backup-'));
	empty = await freshDatabase();
});
afterAll(async () => {
	await app?.close();
	await dropDatabase(empty);
	rmSync(folder, { recursive: true, force: true });
});

/** Of every table: how many rows it has, and what they all come to; and where every counter stands. */
async function everythingIn(url: string): Promise<Record<string, string>> {
	const { sql, end } = connect(url, 1);
	const found: Record<string, string> = {};
	const tables = await sql<{ name: string }>`
		select format('%I.%I', n.nspname, c.relname) as name from pg_class c join pg_namespace n on n.oid = c.relnamespace
		where c.relkind = 'r' and n.nspname not in ('pg_catalog', 'information_schema', 'pg_toast') order by 1`;
	for (const { name } of tables) {
		await sql.run(`create temporary table sums as
			select count(*)::text || ' ' || coalesce(sum(hashtextextended(t::text, 0)::numeric), 0)::text as all from ${name} t`);
		const [{ all }] = await sql<{ all: string }>`select "all" from sums`;
		found[name] = all;
		await sql.run('drop table sums');
	}
	const counters = await sql<{ name: string; at: string }>`
		select schemaname || '.' || sequencename as name, coalesce(last_value, 0)::text as at from pg_sequences`;
	for (const { name, at } of counters) found[name] = at;
	const [{ n }] = await sql<{ n: string }>`
		select count(*)::text as n from pg_index i join pg_class c on c.oid = i.indrelid
		join pg_namespace s on s.oid = c.relnamespace where s.nspname not in ('pg_catalog', 'pg_toast')`;
	await end();
	return { ...found, indexes: n };
}

describe('a backup', () => {
	it('is restored into an empty server with everything in it, which then answers alike', async () => {
		const file = path.join(folder, 'all.backup');
		const { bytes } = backUp(app.databaseUrl, file);
		expect(bytes).toBeGreaterThan(100_000);
		expect(statSync(file).mode & 0o777).toBe(0o600);
		const before = await everythingIn(app.databaseUrl);
		expect(Object.keys(before).length).toBeGreaterThan(40);
		restore(empty, file);
		expect(await everythingIn(empty)).toEqual(before);
		const other = await startServer({ databaseUrl: empty, port: await freePort() });
		try {
			const asked = async (address: string) =>
				(
					await sendJson(`${address}/api/v1/indexes/yarrow/search`, 'POST', { cql: 'sleep', limit: 5 })
				).json();
			expect(await asked(other.address)).toEqual(await asked(app.address));
			const inquiry = async (address: string) =>
				(await fetch(`${address}/api/v1/inquiries/quiet-rooms`)).json();
			expect(await inquiry(other.address)).toEqual(await inquiry(app.address));
		} finally {
			await other.stop();
		}
	});

	it('goes into no database that holds something, and leaves nothing of a file that is none', async () => {
		const file = path.join(folder, 'broken.backup');
		writeFileSync(file, 'no backup');
		expect(() => restore(app.databaseUrl, file)).toThrow(/holds tables already/);
		const fresh = await freshDatabase();
		expect(() => restore(fresh, file)).toThrow(/pg_restore could not do it/);
		expect(await everythingIn(fresh)).toEqual({ indexes: '0' });
		await dropDatabase(fresh);
		expect(() => backUp(fresh, path.join(folder, 'gone.backup'))).toThrow(/pg_dump could not do it/);
	});
});
