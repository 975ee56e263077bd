/** The connection to PostgreSQL, opened on first use. */
import net from 'node:net';
import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import postgres, { type Sql } from 'postgres';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;

export interface Connection {
	sql: Sql;
	db: Database;
}

/** Some number that all servers of this application agree on; only one of them migrates at a time. */
const MIGRATION_LOCK = 7_203_118;

export function connect(url: string, connections = 10): Connection {
	const options = {
		max: connections,
		onnotice: () => {},
		connect_timeout: 5,
		idle_timeout: 60,
		// The driver's types do not name this option.
		socket: eagerSocket()
	};
	const sql = postgres(url, options);
	return { sql, db: drizzle(sql, { schema }) };
}

/** What the driver says of where it connects to; with several hosts it takes the next one each time. */
interface Address {
	host: string[];
	port: number[];
	path?: string | false;
}

/**
 * Sockets that send small messages at once. Held back until the other side has acknowledged what went before (Nagle's
 * algorithm), each COPY and each statement after one would take 40 ms and more.
 */
function eagerSocket() {
	let attempt = 0;
	return ({ host, port, path }: Address): net.Socket => {
		if (path) return net.connect({ path });
		const at = attempt++ % host.length;
		const socket = net.connect({ host: host[at], port: port[at], noDelay: true });
		// The driver asks for the name when it goes on to TLS.
		return Object.assign(socket, { host: host[at] });
	};
}

/** Brings the tables up to date; safe when several servers start at once. */
export async function migrateDatabase(url: string, folder = 'drizzle'): Promise<void> {
	const { sql, db } = connect(url, 1);
	try {
		await sql`select pg_advisory_lock(${MIGRATION_LOCK})`;
		await migrate(db, { migrationsFolder: folder });
	} finally {
		await sql.end();
	}
}

let shared: Connection | undefined;

export function databaseUrl(): string {
	const url = process.env.DATABASE_URL;
	if (!url) throw new Error('DATABASE_URL is not set. It names the PostgreSQL database to use.');
	return url;
}

export async function closeConnection(): Promise<void> {
	await shared?.sql.end({ timeout: 2 });
	shared = undefined;
}

/** The connection this server works with. */
export function connection(): Connection {
	shared ??= connect(databaseUrl());
	return shared;
}
