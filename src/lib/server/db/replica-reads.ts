/** Reading from servers that follow the one that writes, without missing anything. */
import { setTimeout as wait } from 'node:timers/promises';
import { log } from '../log';
import type { Sql, Transaction } from './statements';

/** Milliseconds between two looks at how far a server has come, and for which they go on. */
const LOOKS_AGAIN = 5;
const CATCHES_UP = 200;
/** Milliseconds for which none is looked for where there was none. */
const ALONE_FOR = 5_000;

/** Connections to servers that follow. */
interface Opened {
	sql: Sql;
	end: () => Promise<void>;
}

export class Following {
	private connection: Opened;
	private aloneUntil = 0;

	/** @param open opens connections to servers that follow */
	constructor(private readonly open: () => Opened) {
		this.connection = open();
	}

	end(): Promise<void> {
		return this.connection.end();
	}

	/**
	 * Reads from a server that has come as far as the one that writes is now, or from that one where none comes so far in good
	 * time. Work that has begun is not begun again elsewhere: what it has read is taken already.
	 */
	async read<T>(writing: Sql, work: (tx: Transaction) => Promise<T>): Promise<T> {
		if (performance.now() < this.aloneUntil) return writing.begin(work);
		const [{ end }] = await writing<{ end: string }>`select pg_current_wal_insert_lsn()::text as end`;
		let hasBegun = false;
		try {
			return await this.connection.sql.begin(async (tx) => {
				await this.comeTo(tx, end);
				hasBegun = true;
				return work(tx);
			});
		} catch (error) {
			if (hasBegun) throw error;
			log.warn({ reason: (error as Error).message }, 'no server that follows is read from');
			this.aloneUntil = performance.now() + ALONE_FOR;
			return writing.begin(work);
		}
	}

	/** @throws Error where it does not come so far in good time, or follows no longer */
	private async comeTo(tx: Transaction, end: string): Promise<void> {
		for (const begun = performance.now(); ; await wait(LOOKS_AGAIN)) {
			const [{ far }] = await tx<{ far: boolean | null }>`
				select case when pg_is_in_recovery() then pg_last_wal_replay_lsn() >= ${end}::pg_lsn end as far`;
			if (far) return;
			if (far === null) {
				// It has taken over: connections to it are let go, and another that follows is looked for.
				void this.connection.end();
				this.connection = this.open();
				throw new Error('It follows no longer.');
			}
			if (performance.now() - begun > CATCHES_UP) throw new Error(`It has not come to ${end} in time.`);
		}
	}
}
