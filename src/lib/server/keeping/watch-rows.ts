/** The rows of watches. */
import { and, asc, desc, eq, isNull, or } from 'drizzle-orm';
import { connection, inquiries, type Transaction, watches, watchFinds } from '../db';

export type WatchRow = typeof watches.$inferSelect;

export async function insertWatch(
	row: typeof watches.$inferInsert,
	marks: readonly { indexCode: string; indexId: number; seen: number }[]
): Promise<void> {
	await connection().sql.begin(async (tx) => {
		const { id, inquiryId = null, personId, name, kind, indexCode = '', cql = '', key } = row;
		await tx`
			insert into watches (id, inquiry_id, person_id, name, kind, index_code, cql, key)
			values (${id}, ${inquiryId}, ${personId}, ${name}, ${kind}, ${indexCode}, ${cql}, ${key})`;
		await setMarks(
			tx,
			marks.map((mark) => ({ watchId: id, ...mark }))
		);
	});
}

/** Watches of one inquiry, or all that belong to inquiries that are there, and to none. */
export function watchRows(inquiryId?: string): Promise<WatchRow[]> {
	const all = connection()
		.db.select({ watch: watches })
		.from(watches)
		.leftJoin(inquiries, eq(inquiries.id, watches.inquiryId))
		.where(
			and(
				or(isNull(watches.inquiryId), isNull(inquiries.deletedAt)),
				inquiryId === undefined ? undefined : eq(watches.inquiryId, inquiryId)
			)
		)
		.orderBy(asc(watches.madeAt), asc(watches.id));
	return all.then((rows) => rows.map(({ watch }) => watch));
}

export async function watchRow(id: string): Promise<WatchRow | undefined> {
	const [row] = await connection().db.select().from(watches).where(eq(watches.id, id));
	return row as WatchRow | undefined;
}

export async function updateWatch(
	id: string,
	fields: Partial<Pick<WatchRow, 'name' | 'paused' | 'key'>>
): Promise<void> {
	await connection().db.update(watches).set(fields).where(eq(watches.id, id));
}

export async function deleteWatch(id: string): Promise<void> {
	await connection().db.delete(watches).where(eq(watches.id, id));
}

export interface FindRow {
	indexCode: string;
	record: string;
	foundAt: Date;
	looked: boolean;
}

/** What a watch found, latest first. */
export function findRows(watchId: string, { unlooked = false, most = 500 } = {}): Promise<FindRow[]> {
	const { indexCode, record, foundAt, looked } = watchFinds;
	return connection()
		.db.select({ indexCode, record, foundAt, looked })
		.from(watchFinds)
		.where(and(eq(watchFinds.watchId, watchId), unlooked ? eq(watchFinds.looked, false) : undefined))
		.orderBy(desc(foundAt), asc(indexCode), asc(record))
		.limit(most);
}

/** By watch: how many it found, and how many of them nobody has looked at. */
export async function countFinds(
	ids: readonly string[]
): Promise<Map<string, { found: number; unlooked: number }>> {
	const rows = await connection().sql<{ id: string; found: number; unlooked: number }>`
		select watch_id as id, count(*)::int as found, (count(*) filter (where not looked))::int as unlooked
		from watch_finds where watch_id = any(${[...ids]}) group by 1`;
	return new Map(rows.map(({ id, ...counts }) => [id, counts]));
}

export async function markLooked(watchId: string): Promise<void> {
	await connection().db.update(watchFinds).set({ looked: true }).where(eq(watchFinds.watchId, watchId));
}

/**
 * Watches that have not looked at all records of an index they look in; so many at most. An index that was made anew counts
 * as one never looked at.
 */
export async function dueWatches(most: number, after = ''): Promise<string[]> {
	const rows = await connection().sql<{ id: string }>`
		select w.id from watches w left join inquiries q on q.id = w.inquiry_id
		where w.id > ${after} and not w.paused and q.deleted_at is null and exists (
			select from subject_indexes i left join watch_marks m
				on m.watch_id = w.id and m.index_code = i.code and m.index_id = i.id
			where (i.code = w.index_code or (w.kind = 'pool' and i.code = any(q.indexes)))
				and i.records > coalesce(m.seen, -1)
		)
		order by w.id limit ${most}`;
	return rows.map(({ id }) => id);
}

/** The watches of some that nobody else works on; they are locked until the transaction ends. */
export function lockWatches(tx: Transaction, ids: readonly string[]): Promise<WatchRow[]> {
	return tx<WatchRow>`
		select id, inquiry_id as "inquiryId", person_id as "personId", name, kind, index_code as "indexCode", cql,
			made_at as "madeAt", ran_at as "ranAt", paused, key, trouble
		from watches where id = any(${[...ids]}) and not paused order by id for update skip locked`;
}

export interface Mark {
	watchId: string;
	indexCode: string;
	indexId: number;
	seen: number;
}

export function marksOf(tx: Transaction, ids: readonly string[]): Promise<Mark[]> {
	return tx<Mark>`
		select watch_id as "watchId", index_code as "indexCode", index_id as "indexId", seen
		from watch_marks where watch_id = any(${[...ids]})`;
}

export async function setMarks(tx: Transaction, marks: readonly Mark[]): Promise<void> {
	const of = <K extends keyof Mark>(name: K) => marks.map((mark) => mark[name]);
	await tx`
		insert into watch_marks (watch_id, index_code, index_id, seen)
		select * from unnest(${of('watchId')}::text[], ${of('indexCode')}::text[], ${of('indexId')}::int[], ${of('seen')}::int[])
		on conflict (watch_id, index_code) do update set index_id = excluded.index_id, seen = excluded.seen`;
}

/**
 * What watches found among records by their numbers; what one found before stays as it is.
 * @returns how many were not found before
 */
export async function insertFinds(
	tx: Transaction,
	finds: readonly { watchId: string; indexCode: string; n: number }[]
): Promise<number> {
	if (finds.length === 0) return 0;
	const rows = await tx`
		insert into watch_finds (watch_id, index_code, record)
		select f.watch_id, f.index_code, r.key
		from unnest(${finds.map(({ watchId }) => watchId)}::text[], ${finds.map(({ indexCode }) => indexCode)}::text[],
				${finds.map(({ n }) => n)}::int[]) as f(watch_id, index_code, n)
			join records r on r.index_code = f.index_code and r.n = f.n
		on conflict do nothing returning record`;
	return rows.length;
}

/** Says that watches have just looked, and what kept each from finding what it should. */
export async function markRuns(
	tx: Transaction,
	runs: readonly { id: string; trouble: string }[]
): Promise<void> {
	await tx`
		update watches w set ran_at = now(), trouble = r.trouble
		from unnest(${runs.map(({ id }) => id)}::text[], ${runs.map(({ trouble }) => trouble)}::text[]) as r(id, trouble)
		where w.id = r.id`;
}

export interface OpenFind {
	watchId: string;
	inquiryId: string;
	name: string;
	personId: string;
	person: string;
	indexCode: string;
	record: string;
}

/** Finds that are not on the reading list of their inquiry yet. */
export function unlistedFinds(): Promise<OpenFind[]> {
	return connection().sql<OpenFind>`
		select f.watch_id as "watchId", w.inquiry_id as "inquiryId", w.name, w.person_id as "personId",
			coalesce(p.name, w.person_id) as person, f.index_code as "indexCode", f.record
		from watch_finds f join watches w on w.id = f.watch_id join inquiries q on q.id = w.inquiry_id
			left join people p on p.id = w.person_id
		where not f.listed and q.deleted_at is null order by f.found_at, f.index_code, f.record limit 5000`;
}

export async function markListed(
	watchId: string,
	indexCode: string,
	records: readonly string[]
): Promise<void> {
	await connection().sql`
		update watch_finds set listed = true
		where watch_id = ${watchId} and index_code = ${indexCode} and record = any(${[...records]})`;
}

/** Inquiries with finds that no message tells of, and whose last message of this kind is older than so many seconds. */
export async function inquiriesToTell(seconds: number): Promise<string[]> {
	const rows = await connection().sql<{ id: string }>`
		select distinct w.inquiry_id as id from watch_finds f join watches w on w.id = f.watch_id
			join inquiries q on q.id = w.inquiry_id
		where not f.told and q.deleted_at is null and not exists (
			select from outbox o where o.inquiry_id = w.inquiry_id and o.kind = 'news'
				and o.at between now() - make_interval(secs => ${seconds}) and now()
		)`;
	return rows.map(({ id }) => id);
}

export interface UntoldFind {
	watchId: string;
	name: string;
	key: string;
	personId: string;
	indexCode: string;
	record: string;
	title: string;
	year: number | null;
}

/** Locks the watches of an inquiry, and gives what no message tells of; nothing where another server tells it. */
export async function takeUntold(tx: Transaction, inquiryId: string): Promise<UntoldFind[]> {
	const locked = await tx<{ id: string }>`
		select id from watches where inquiry_id = ${inquiryId} order by id for update skip locked`;
	const ids = locked.map(({ id }) => id);
	const finds = await tx<UntoldFind>`
		select f.watch_id as "watchId", w.name, w.key, w.person_id as "personId", f.index_code as "indexCode", f.record,
			coalesce(r.csl ->> 'title', f.record) as title, r.year
		from watch_finds f join watches w on w.id = f.watch_id
			left join records r on r.index_code = f.index_code and r.key = f.record
		where f.watch_id = any(${ids}) and not f.told order by w.made_at, f.found_at, f.index_code, f.record`;
	await tx`update watch_finds set told = true where watch_id = any(${ids}) and not told`;
	return finds;
}
