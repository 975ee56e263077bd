/** What is told from server to server through the database: one connection of this process listens. */
import pg, { type PoolClient } from 'pg';
import { log } from '../log';
import { databaseUrl, poolOf } from './client';

/** Milliseconds before a connection that was lost is opened again. */
const AGAIN_AFTER = 1_000;

export interface Listening {
	/** Whether the connection is there, as far as this side knows. */
	isHearing: () => boolean;
	end: () => Promise<void>;
}

/**
 * Hears what is told in a channel, from the moment it resolves on. A connection that is lost is opened again; what was told
 * meanwhile was not heard, which is said each time.
 * @param missed is called once it listens again
 */
export async function listen(
	channel: string,
	heard: (payload: string) => void,
	missed: () => void
): Promise<Listening> {
	const pool = poolOf(databaseUrl(), 1, 'writing');
	let client: PoolClient | undefined;
	let isOver = false;
	const open = async () => {
		const next = await pool.connect();
		next.on('notification', ({ payload }) => heard(payload ?? ''));
		try {
			await next.query(`listen ${pg.escapeIdentifier(channel)}`);
		} catch (error) {
			next.release(true);
			throw error;
		}
		// It was ended meanwhile.
		if (isOver) return next.release(true);
		client = next;
		// Only of one that listened: an attempt that fails ends too, and is made again by whoever made it.
		next.on('end', () => {
			if (isOver) return;
			client = undefined;
			next.release(true);
			void again();
		});
	};
	const again = async () => {
		while (!isOver) {
			await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER).unref());
			if (isOver) return;
			try {
				await open();
				return missed();
			} catch (error) {
				log.warn({ reason: (error as Error).message }, 'the database cannot be listened to');
			}
		}
	};
	try {
		await open();
	} catch (error) {
		await pool.end();
		throw error;
	}
	return {
		isHearing: () => client !== undefined,
		end: async () => {
			if (isOver) return;
			isOver = true;
			client?.release(true);
			await pool.end();
		}
	};
}
