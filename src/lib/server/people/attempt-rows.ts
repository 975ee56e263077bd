/** How often something was tried, counted for all servers. */
import { connection } from '../db';

/** Counts one more try under a name. @returns how many there were since the first, which is forgotten after so many seconds */
export async function countAttempt(name: string, seconds: number): Promise<number> {
	const now = Date.now();
	const [{ points }] = await connection().sql<{ points: number }>`
		insert into attempts (key, points, expire) values (${name}, 1, ${now + 1_000 * seconds})
		on conflict (key) do update set
			points = case when attempts.expire < ${now} then 1 else attempts.points + 1 end,
			expire = case when attempts.expire < ${now} then excluded.expire else attempts.expire end
		returning points`;
	return points;
}

export async function forgetAttempts(name: string): Promise<void> {
	await connection().sql`delete from attempts where key = ${name}`;
}

/** Takes away what no longer counts. */
export async function dropOldAttempts(): Promise<void> {
	await connection().sql`delete from attempts where expire < ${Date.now()}`;
}
