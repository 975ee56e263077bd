/** How often something was tried, counted for all servers. */
import { connection, part } from '../db';

/** Milliseconds by the database's clock, which all servers share. */
const NOW = part`(extract(epoch from clock_timestamp()) * 1000)::bigint`;

/**
 * Counts one more try under a name. Tries that would be remembered for longer than they are at first were counted before the
 * clock was set back, and are forgotten.
 * @returns how many there were since the first, which is forgotten after so many seconds
 */
export async function countAttempt(name: string, seconds: number): Promise<number> {
	const remembered = part`attempts.expire between ${NOW} and ${NOW} + ${1_000 * seconds}::bigint`;
	const [{ points }] = await connection().sql<{ points: number }>`
		insert into attempts (key, points, expire) values (${name}, 1, ${NOW} + ${1_000 * seconds}::bigint)
		on conflict (key) do update set
			points = case when ${remembered} then attempts.points + 1 else 1 end,
			expire = case when ${remembered} then attempts.expire else excluded.expire end
		returning points`;
	return points;
}

/** One try less. */
export async function takeBackAttempt(name: string): Promise<void> {
	await connection().sql`update attempts set points = points - 1 where key = ${name} and points > 0`;
}

export async function forgetAttempts(name: string): Promise<void> {
	await connection().sql`delete from attempts where key = ${name}`;
}

/** Takes away what no longer counts. */
export async function dropOldAttempts(): Promise<void> {
	await connection().sql`delete from attempts where expire < ${NOW}`;
}
