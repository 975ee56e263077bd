/** The rows of people, invitations, tokens, groups and of the administrators' log. */
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import {
	accounts,
	apiTokens,
	connection,
	groupPeople,
	groups,
	invitations,
	people,
	peopleLog,
	sessions,
	type Queries
} from '../db';
import type { Caller } from './caller';

export type Kind =
	'signed-in' | 'not-signed-in' | 'joined' | 'invited' | 'role' | 'token' | 'removed' | 'import' | 'group';

/** Puts down what an administrator should be able to look up. */
export async function noteForAdministrators(
	kind: Kind,
	personId: string | null,
	said: string,
	caller?: Pick<Caller, 'address'>,
	on: Queries = connection().db
): Promise<void> {
	await on.insert(peopleLog).values({ kind, personId, said, address: caller?.address ?? '' });
}

export function logRows(most: number, before?: number) {
	return connection()
		.db.select({
			id: peopleLog.id,
			at: peopleLog.at,
			kind: peopleLog.kind,
			person: people.name,
			said: peopleLog.said,
			address: peopleLog.address
		})
		.from(peopleLog)
		.leftJoin(people, eq(people.id, peopleLog.personId))
		.where(before === undefined ? undefined : sql`${peopleLog.id} < ${before}`)
		.orderBy(desc(peopleLog.id))
		.limit(most);
}

/** What the log says of one person’s own deeds, the latest last. */
export function logRowsOf(personId: string) {
	return connection()
		.db.select({ at: peopleLog.at, kind: peopleLog.kind, said: peopleLog.said, address: peopleLog.address })
		.from(peopleLog)
		.where(eq(peopleLog.personId, personId))
		.orderBy(peopleLog.id);
}

/** Names of the groups that a person is in. */
export async function groupsOf(personId: string): Promise<string[]> {
	const rows = await connection()
		.db.select({ name: groups.name })
		.from(groups)
		.innerJoin(groupPeople, eq(groupPeople.groupId, groups.id))
		.where(eq(groupPeople.personId, personId))
		.orderBy(groups.name);
	return rows.map(({ name }) => name);
}

export async function personWithEmail(
	email: string,
	on: Queries = connection().db
): Promise<typeof people.$inferSelect | undefined> {
	const [row] = await on.select().from(people).where(eq(people.email, email.trim().toLowerCase()));
	return row as typeof people.$inferSelect | undefined;
}

export async function personRow(
	id: string,
	on: Queries = connection().db
): Promise<typeof people.$inferSelect | undefined> {
	const [row] = await on.select().from(people).where(eq(people.id, id));
	return row as typeof people.$inferSelect | undefined;
}

/** Everybody who can sign in, by name, with when they were here last. */
export function personLines() {
	return connection()
		.db.select({
			id: people.id,
			name: people.name,
			email: people.email,
			role: people.role,
			since: people.createdAt,
			seen: sql<string | null>`(select max(updated_at) from sessions where person_id = people.id)`
		})
		.from(people)
		.where(and(isNotNull(people.email), isNull(people.leftAt)))
		.orderBy(asc(people.name), asc(people.id));
}

/** Those who can sign in, by names that begin so or have a part that does. */
export function peopleNamed(text: string, most: number) {
	const begun = `${text.replace(/[\\%_]/g, '\\$&')}%`;
	return connection()
		.db.select({ id: people.id, name: people.name })
		.from(people)
		.where(
			and(
				isNotNull(people.email),
				isNull(people.leftAt),
				sql`(${people.name} ilike ${begun} or ${people.name} ilike ${'% ' + begun})`
			)
		)
		.orderBy(asc(people.name), asc(people.id))
		.limit(most);
}

/** Whether some people are all here, under an account. */
export async function areHere(ids: readonly string[], on: Queries): Promise<boolean> {
	const rows = await on
		.select({ id: people.id })
		.from(people)
		.where(and(inArray(people.id, [...ids]), isNotNull(people.email), isNull(people.leftAt)));
	return rows.length === new Set(ids).size;
}

/** Whether somebody is here, under an account. */
export const isHere = (id: string) => areHere([id], connection().db);

/** How many administrators can sign in; they are locked, as a transaction is about to make one fewer of them. */
export async function administratorsFor(tx: Queries, without: string): Promise<number> {
	const rows = await tx
		.select({ id: people.id })
		.from(people)
		.where(
			and(
				eq(people.role, 'administrator'),
				isNotNull(people.email),
				isNull(people.leftAt),
				ne(people.id, without)
			)
		)
		.for('update');
	return rows.length;
}

/** Whether anybody at all can sign in. */
export async function isAnybodyHere(on: Queries = connection().db): Promise<boolean> {
	const rows = await on.select({ id: accounts.id }).from(accounts).limit(1);
	return rows.length > 0;
}

export async function upsertPerson(row: typeof people.$inferInsert, tx: Queries): Promise<void> {
	const { id: _, ...fields } = row;
	await tx.insert(people).values(row).onConflictDoUpdate({ target: people.id, set: fields });
}

export async function updatePerson(
	id: string,
	fields: Partial<typeof people.$inferInsert>,
	on: Queries = connection().db
): Promise<void> {
	await on
		.update(people)
		.set({ ...fields, updatedAt: new Date() })
		.where(eq(people.id, id));
}

/** Takes away all by which a person could come in. */
export async function shutOut(id: string, tx: Queries): Promise<void> {
	await tx.delete(sessions).where(eq(sessions.personId, id));
	await tx.delete(accounts).where(eq(accounts.personId, id));
	await deleteTokensOf(id, tx);
	await tx.delete(groupPeople).where(eq(groupPeople.personId, id));
}

export async function endSessionsOf(id: string, on: Queries = connection().db): Promise<void> {
	await on.delete(sessions).where(eq(sessions.personId, id));
}

export async function insertAccount(row: typeof accounts.$inferInsert, tx: Queries): Promise<void> {
	await tx.insert(accounts).values(row);
}

// ── Invitations ─────────────────────────────────────────────────────────────────────────────────────────────────────

export async function insertInvitation(
	row: typeof invitations.$inferInsert,
	on: Queries = connection().db
): Promise<void> {
	await on.insert(invitations).values(row);
}

/** An invitation that can still be used, by what its key hashes to. In a transaction it is locked. */
export async function openInvitation(
	hash: string,
	tx?: Queries
): Promise<typeof invitations.$inferSelect | undefined> {
	const query = (tx ?? connection().db)
		.select()
		.from(invitations)
		.where(and(eq(invitations.hash, hash), isNull(invitations.usedAt), gt(invitations.endsAt, sql`now()`)));
	const [row] = await (tx ? query.for('update') : query);
	return row as typeof invitations.$inferSelect | undefined;
}

export async function useInvitation(id: string, tx: Queries): Promise<void> {
	await tx.update(invitations).set({ usedAt: new Date() }).where(eq(invitations.id, id));
}

/** Invitations that nobody has used yet, latest first. */
export function invitationLines() {
	const { id, email, role, madeAt, endsAt } = invitations;
	return connection()
		.db.select({ id, email, role, madeAt, endsAt })
		.from(invitations)
		.where(and(isNull(invitations.usedAt), ne(email, ''), gt(endsAt, sql`now()`)))
		.orderBy(desc(madeAt));
}

export async function deleteInvitation(id: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(invitations)
		.where(eq(invitations.id, id))
		.returning({ id: invitations.id });
	return gone.length > 0;
}

// ── Tokens ──────────────────────────────────────────────────────────────────────────────────────────────────────────

export async function insertToken(row: typeof apiTokens.$inferInsert): Promise<void> {
	await connection().db.insert(apiTokens).values(row);
}

export function tokenLines(personId: string) {
	const { id, name, scope, madeAt, endsAt, usedAt } = apiTokens;
	return connection()
		.db.select({ id, name, scope, madeAt, endsAt, usedAt })
		.from(apiTokens)
		.where(eq(apiTokens.personId, personId))
		.orderBy(desc(madeAt), asc(id));
}

export async function deleteToken(personId: string, id: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(apiTokens)
		.where(and(eq(apiTokens.id, id), eq(apiTokens.personId, personId)))
		.returning({ id: apiTokens.id });
	return gone.length > 0;
}

/** @returns how many there were */
export async function deleteTokensOf(personId: string, on: Queries = connection().db): Promise<number> {
	const gone = await on
		.delete(apiTokens)
		.where(eq(apiTokens.personId, personId))
		.returning({ id: apiTokens.id });
	return gone.length;
}

/** Whose a token is that is good now, by what it hashes to. Its use is noted, once a minute at most. */
export async function tokenHolder(hash: string) {
	const [row] = await connection()
		.db.select({
			id: people.id,
			name: people.name,
			role: people.role,
			scope: apiTokens.scope,
			token: apiTokens.id,
			isStale: sql<boolean>`${apiTokens.usedAt} is null or ${apiTokens.usedAt} < now() - interval '1 minute'`
		})
		.from(apiTokens)
		.innerJoin(people, eq(people.id, apiTokens.personId))
		.where(and(eq(apiTokens.hash, hash), gt(apiTokens.endsAt, sql`now()`), isNull(people.leftAt)));
	if (!row) return undefined;
	const { token, isStale, ...holder } = row;
	if (isStale)
		await connection().db.update(apiTokens).set({ usedAt: new Date() }).where(eq(apiTokens.id, token));
	return holder;
}

// ── Groups ──────────────────────────────────────────────────────────────────────────────────────────────────────────

export async function groupLines(): Promise<
	{ id: string; name: string; people: { id: string; name: string }[] }[]
> {
	const rows = await connection()
		.db.select({ id: groups.id, name: groups.name, personId: people.id, personName: people.name })
		.from(groups)
		.leftJoin(groupPeople, eq(groupPeople.groupId, groups.id))
		.leftJoin(people, eq(people.id, groupPeople.personId))
		.orderBy(asc(groups.name), asc(people.name));
	const found = new Map<string, { id: string; name: string; people: { id: string; name: string }[] }>();
	for (const { id, name, personId, personName } of rows) {
		const group = found.get(id) ?? { id, name, people: [] };
		found.set(id, group);
		if (personId !== null && personName !== null) group.people.push({ id: personId, name: personName });
	}
	return [...found.values()];
}

/** Names a group and says who is in it. */
export async function putGroup(
	{ id, name, people: members }: { id: string; name: string; people: readonly string[] },
	tx: Queries
): Promise<void> {
	await tx.insert(groups).values({ id, name }).onConflictDoUpdate({ target: groups.id, set: { name } });
	await tx.delete(groupPeople).where(eq(groupPeople.groupId, id));
	if (members.length > 0)
		await tx.insert(groupPeople).values(members.map((personId) => ({ groupId: id, personId })));
}

export async function deleteGroup(id: string): Promise<boolean> {
	const gone = await connection().db.delete(groups).where(eq(groups.id, id)).returning({ id: groups.id });
	return gone.length > 0;
}

/** Whether somebody has a password: whoever comes by single sign-on need not. */
export async function hasPassword(personId: string): Promise<boolean> {
	const rows = await connection()
		.db.select({ id: accounts.id })
		.from(accounts)
		.where(and(eq(accounts.personId, personId), eq(accounts.providerId, 'credential')));
	return rows.length > 0;
}

/** Whether anybody has an account. */
export async function hasAccounts(): Promise<boolean> {
	const rows = await connection().db.select({ id: accounts.id }).from(accounts).limit(1);
	return rows.length > 0;
}
