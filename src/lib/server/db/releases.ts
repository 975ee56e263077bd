/** Which releases of Oakmoss have kept this database, so that none works on what a later one made. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { inInstallation } from '../installation';
import type { Sql } from './statements';

/** The data is of a later release; said in words to whoever starts the older one. */
export class LaterRelease extends Error {}

/** This release, as its package says. */
export const releaseName = () =>
	(JSON.parse(readFileSync(inInstallation('package.json'), 'utf8')) as { version: string }).version;

async function isThere(sql: Sql, table: string): Promise<boolean> {
	const [{ found }] = await sql<{ found: boolean }>`select to_regclass(${table}) is not null as found`;
	return found;
}

/** @param folder of this release's migrations */
export async function refuseLater(sql: Sql, folder: string): Promise<void> {
	if (!(await isThere(sql, 'drizzle.__drizzle_migrations'))) return;
	const journal = JSON.parse(readFileSync(path.join(folder, 'meta/_journal.json'), 'utf8')) as {
		entries: { when: number }[];
	};
	const known = Math.max(...journal.entries.map(({ when }) => when));
	const [{ last }] = await sql<{ last: string | null }>`
		select max(created_at)::text as last from drizzle.__drizzle_migrations`;
	if (Number(last ?? 0) <= known) return;
	const [of] = (await isThere(sql, 'releases'))
		? await sql<{ name: string }>`select name from releases order by first_at desc, name desc limit 1`
		: [];
	throw new LaterRelease(
		`This database is of a later release of Oakmoss${of ? `, ${of.name}` : ''}; this is ${releaseName()}, which does not know what that one keeps there. Start ${of?.name ?? 'the later one'} or a later one, or restore a backup from before. Nothing was changed.`
	);
}

/** Puts down that this release has kept the database, once. Tables of before there were releases are left alone. */
export async function noteRelease(sql: Sql): Promise<void> {
	if (await isThere(sql, 'releases'))
		await sql`insert into releases (name) values (${releaseName()}) on conflict do nothing`;
}
