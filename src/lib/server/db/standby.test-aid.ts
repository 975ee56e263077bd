/** Two PostgreSQL servers with one database: one writes, the other follows it, and has all that is acknowledged. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { freePort, startPostgres } from '../../../../scripts/parts/postgres.mjs';
import { connect, type Connection } from './client';

export interface Pair {
	/** Names both servers. */
	url: string;
	/** The superuser's connections to each of them. */
	first: Connection;
	second: Connection;
	/** Ends the first as if its machine was gone, and has the second take over. */
	takeOver: () => Promise<void>;
	/** The first is back as it was, knowing nothing of what happened, while the second is away until this is called. */
	mistake: () => Promise<() => Promise<void>>;
	stop: () => Promise<void>;
}

export async function startPair(): Promise<Pair> {
	const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-pair-'));
	const homes = ['first', 'second'].map((name) => path.join(scratch, name));
	const ports = [await freePort(), await freePort()];
	let writing = await startPostgres(homes[0], { asAdmin: true, port: ports[0] });
	let following = await startPostgres(homes[1], { asAdmin: true, port: ports[1], follows: homes[0] });
	const [first, second] = [writing, following].map(({ url }) => connect(url, 1, 'writing'));
	// What is acknowledged is on both from now on.
	await first.sql`alter system set synchronous_standby_names = '*'`;
	await first.sql`select pg_reload_conf()`;
	return {
		url: writing.url.replace(`:${ports[0]}/`, `:${ports[0]},127.0.0.1:${ports[1]}/`),
		first,
		second,
		takeOver: async () => {
			await writing.stop('SIGKILL');
			await second.sql`select pg_promote()`;
		},
		mistake: async () => {
			// It is not set up again: what it commits waits for the other, which does not follow it.
			writing = await startPostgres(homes[0], { asAdmin: true, port: ports[0], follows: homes[1] });
			await following.stop('SIGKILL');
			return async () => {
				following = await startPostgres(homes[1], { asAdmin: true, port: ports[1], follows: homes[0] });
			};
		},
		stop: async () => {
			await Promise.all([first.end(), second.end()]);
			await Promise.all([writing.stop().catch(() => {}), following.stop()]);
			rmSync(scratch, { recursive: true, force: true });
		}
	};
}
