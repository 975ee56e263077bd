/** What happened since a moment, as counts and lines. */
import { connection } from '../db';

export interface DecisionLine {
	revision: number;
	at: Date;
	person: string;
	summary: string;
}

/** Decisions after a moment that stand, latest first; as many as are wanted, and how many there are. */
export async function decisionsSince(
	inquiryId: string,
	since: Date,
	most: number
): Promise<{ total: number; lines: DecisionLine[] }> {
	const { sql } = connection();
	const [{ total }] = await sql<{ total: number }>`
		select count(*)::int as total from changes
		where inquiry_id = ${inquiryId} and at > ${since} and kind = 'do' and state = 'standing'`;
	const lines = await sql<DecisionLine>`
		select c.revision, c.at, coalesce(p.name, c.person_id) as person, c.summary
		from changes c left join people p on p.id = c.person_id
		where c.inquiry_id = ${inquiryId} and c.at > ${since} and c.kind = 'do' and c.state = 'standing'
		order by c.revision desc limit ${most}`;
	return { total, lines };
}

/** When a run, or a report that was handed in, was made; nothing where there is none of that number. */
export async function momentOf(
	inquiryId: string,
	what: 'run' | 'report',
	number: number
): Promise<Date | undefined> {
	const { sql } = connection();
	const rows =
		what === 'run'
			? await sql<{ at: Date }>`select at from runs where inquiry_id = ${inquiryId} and number = ${number}`
			: await sql<{
					at: Date;
				}>`select at from reports where inquiry_id = ${inquiryId} and number = ${number}`;
	return rows.at(0)?.at;
}

/** Reports that were handed in, latest first. */
export function reportsOf(inquiryId: string): Promise<{ number: number; at: Date }[]> {
	return connection().sql<{ number: number; at: Date }>`
		select number, at from reports where inquiry_id = ${inquiryId} order by number desc`;
}

/** Records that watches of the inquiry found since, and how many of these nobody has looked at. */
export async function findsSince(
	inquiryId: string,
	since: Date
): Promise<{ found: number; unlooked: number }> {
	const [row] = await connection().sql<{ found: number; unlooked: number }>`
		select count(distinct (f.index_code, f.record))::int as found,
			(count(distinct (f.index_code, f.record)) filter (where not f.looked))::int as unlooked
		from watch_finds f join watches w on w.id = f.watch_id
		where w.inquiry_id = ${inquiryId} and f.found_at > ${since}`;
	return row;
}
