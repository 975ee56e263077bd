/** The connection to PostgreSQL, opened on first use. */
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import type { PgTransaction } from 'drizzle-orm/pg-core';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { log } from '../log';
import { inInstallation } from '../installation';
import { Following } from './replica-reads';
import { LaterRelease, noteRelease, refuseLater } from './releases';
import * as schema from './schema';
import { addressesOf, PoolOfServers, type Wanted } from './servers';
import { statementsOf, type Sql, type Transaction } from './statements';

export type Database = NodePgDatabase<typeof schema>;

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- the driver's own parameters say nothing to us */
export type Queries = Database | PgTransaction<any, any, any>;

export interface Connection {
	sql: Sql;
	db: Database;
	/** Lets every connection go; waits for those at work. */
	end: () => Promise<void>;
}

/** Some number that all servers of this application agree on; only one of them migrates at a time. */
const MIGRATION_LOCK = 7_203_118;

/** @param url of a server, or of several that hold the same database, one of which is wanted */
export function connect(url: string, connections = 10, wanted: Wanted = 'writing'): Connection {
	const pool = poolOf(url, connections, wanted);
	let ended: Promise<void> | undefined;
	return {
		sql: statementsOf(pool),
		db: drizzle(pool, { schema }),
		end: () => (ended ??= pool.end())
	};
}

/** Connections that outlive the loss of any of them. */
export function poolOf(url: string, connections: number, wanted: Wanted): PoolOfServers {
	const pool = new PoolOfServers(addressesOf(url), wanted, {
		max: connections,
		connectionTimeoutMillis: 5_000,
		idleTimeoutMillis: 60_000
	});
	// A connection that is lost while nobody waits for it is no reason to end: the next statement opens another. The
	// pool listens only to those at rest, so each is listened to as well.
	const lost = (err: Error) => log.warn({ reason: err.message }, 'a connection to the database was lost');
	pool.on('error', () => {});
	pool.on('connect', (client) => client.on('error', lost));
	return pool;
}

/**
 * Brings the tables up to date; safe when several servers start at once.
 * @throws LaterRelease where a later release than this one did so before: it knows what this one would break
 */
export async function migrateDatabase(url: string, folder = inInstallation('drizzle')): Promise<void> {
	const { sql, db, end } = connect(url, 1);
	try {
		await sql`select pg_advisory_lock(${MIGRATION_LOCK})`;
		await refuseLater(sql, folder);
		await migrate(db, { migrationsFolder: folder });
		await noteRelease(sql);
	} finally {
		await end();
	}
}

export { LaterRelease };

let shared: Connection | undefined;

export function databaseUrl(): string {
	const url = process.env.DATABASE_URL;
	if (!url) throw new Error('DATABASE_URL is not set. It names the PostgreSQL database to use.');
	return url;
}

export async function closeConnection(): Promise<void> {
	const open = shared;
	const followers = open && following();
	shared = undefined;
	await Promise.all([open?.end(), followers?.end()]);
}

/** The connection this server works with. */
export function connection(): Connection {
	shared ??= connect(databaseUrl());
	return shared;
}

/** Work that is kept whole or not at all. */
export function inTransaction<T>(work: (tx: Queries) => Promise<T>): Promise<T> {
	return connection().db.transaction(work);
}

/** Reading that sees everything as it is at one moment. */
export function inSnapshot<T>(work: (tx: Queries) => Promise<T>): Promise<T> {
	return connection().db.transaction(work, { isolationLevel: 'repeatable read', accessMode: 'read only' });
}

/** As `inTransaction`, for statements written as such. */
export function inStatements<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
	return connection().sql.begin(work);
}

/** Where reading by servers that follow is wished for: connections to those of the present connection. */
const following = perConnection(() => {
	const url = databaseUrl();
	if (process.env.OAKMOSS_READ_FROM !== 'standby' || addressesOf(url).length === 1) return undefined;
	return new Following(() => connect(url, 10, 'following'));
});

/**
 * Long reading of what is read by the page: by a server that follows, where there is one and it has come as far as the one
 * that writes was when this was asked for; else by that one. So nothing that was acknowledged is missed.
 */
export function inReading<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
	const { sql } = connection();
	const followers = following();
	return followers ? followers.read(sql, work) : sql.begin(work);
}

/**
 * Something that is held for as long as a connection is: what is known of one database says nothing of another.
 * @returns what is held for the present connection, made when it is first asked for
 */
export function perConnection<T>(make: () => T): () => T {
	const held = new WeakMap<Connection, T>();
	return () => {
		const now = connection();
		const known = held.get(now) ?? make();
		held.set(now, known);
		return known;
	};
}

/** Whether the database answers. */
export function isThere(): Promise<boolean> {
	return connection().sql`select 1`.then(
		() => true,
		() => false
	);
}

/** Whether an error says that the database is away for now, rather than that a statement was wrong. */
export function isAway(error: unknown): boolean {
	for (let cause: unknown = error; cause instanceof Error; cause = cause.cause) {
		const code = (cause as { code?: string }).code ?? '';
		// Classes 08 (connection) and 57P (operator intervention) of PostgreSQL's error codes, and those of sockets.
		// 40001 is what a server that follows says where what it reads was cleared away on the one that writes.
		if (/^(ECONN|EPIPE|ETIMEDOUT|EHOSTUNREACH|ENETUNREACH|ENOTFOUND|EAI_AGAIN|08|57P|53300|40001)/.test(code))
			return true;
		// What the driver says without a code.
		if (
			/Connection terminated|timeout exceeded when trying to connect|not queryable|Client was closed/.test(
				cause.message
			)
		)
			return true;
		if (cause instanceof AggregateError && cause.errors.some(isAway)) return true;
	}
	return false;
}
