/** The rows that say who takes part in an inquiry. */
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import {
	connection,
	groupPeople,
	groups,
	inquiries,
	inquiryGroups,
	inquiryLinks,
	inquiryPeople,
	people,
	type Queries
} from '../db';
import { INQUIRY_ROLES, type InquiryRole, type Person } from '../people';

/** A condition on rows of `inquiries`: that a person takes part. */
export function takenPartIn({ id, links = [], alone }: Person) {
	if (alone) return sql`true`;
	return sql`(
		exists (select 1 from inquiry_people p where p.inquiry_id = inquiries.id and p.person_id = ${id})
		or exists (
			select 1 from inquiry_groups g join group_people m on m.group_id = g.group_id
			where g.inquiry_id = inquiries.id and m.person_id = ${id}
		)
		or exists (
			select 1 from inquiry_links l where l.inquiry_id = inquiries.id and l.key in ${[...links, '']}
		)
	)`;
}

/** All that a person is in an inquiry: by themselves, by their groups, by a link. Nothing where it is not there. */
export async function rolesIn({ id, links = [], alone }: Person, inquiryId: string): Promise<InquiryRole[]> {
	const { rows } = await connection().db.execute(sql`
		select role from inquiry_people where inquiry_id = ${inquiryId} and person_id = ${id}
		union
		select g.role from inquiry_groups g join group_people m on m.group_id = g.group_id
			where g.inquiry_id = ${inquiryId} and m.person_id = ${id}
		union
		select 'reader' from inquiry_links where inquiry_id = ${inquiryId} and key in ${[...links, '']}
		union
		select 'owner' from inquiries where id = ${inquiryId} and ${alone === true}`);
	return (rows as { role: InquiryRole }[]).map(({ role }) => role);
}

/** Those of some inquiries that a person takes part in, and that are not removed. One statement. */
export async function seenAmong(person: Person, ids: readonly string[]): Promise<Set<string>> {
	if (ids.length === 0) return new Set();
	const rows = await connection()
		.db.select({ id: inquiries.id })
		.from(inquiries)
		.where(and(inArray(inquiries.id, [...ids]), isNull(inquiries.deletedAt), takenPartIn(person)));
	return new Set(rows.map(({ id }) => id));
}

export interface Taker {
	id: string;
	name: string;
	role: InquiryRole;
}

export interface Group {
	id: string;
	name: string;
	role: 'editor' | 'reader';
}

/** The people who take part by themselves: the owner, then editors, then readers, each by name. */
export async function takerRows(inquiryId: string, on: Queries = connection().db): Promise<Taker[]> {
	const rows = await on
		.select({ id: people.id, name: people.name, role: inquiryPeople.role })
		.from(inquiryPeople)
		.innerJoin(people, eq(people.id, inquiryPeople.personId))
		// Whoever removed their account takes part in nothing.
		.where(and(eq(inquiryPeople.inquiryId, inquiryId), isNull(people.leftAt)))
		.orderBy(asc(people.name), asc(people.id));
	return INQUIRY_ROLES.flatMap((role) => (rows as Taker[]).filter((row) => row.role === role));
}

export function takingGroups(inquiryId: string): Promise<Group[]> {
	return connection()
		.db.select({ id: groups.id, name: groups.name, role: inquiryGroups.role })
		.from(inquiryGroups)
		.innerJoin(groups, eq(groups.id, inquiryGroups.groupId))
		.where(eq(inquiryGroups.inquiryId, inquiryId))
		.orderBy(asc(groups.name));
}

export async function areGroups(ids: readonly string[], on: Queries): Promise<boolean> {
	if (ids.length === 0) return true;
	const rows = await on
		.select({ id: groups.id })
		.from(groups)
		.where(inArray(groups.id, [...ids]));
	return rows.length === new Set(ids).size;
}

/** Puts people and groups in the place of those who took part. */
export async function replaceTakers(
	inquiryId: string,
	own: readonly { id: string; role: InquiryRole }[],
	ofGroups: readonly { id: string; role: 'editor' | 'reader' }[],
	tx: Queries
): Promise<void> {
	await tx.delete(inquiryPeople).where(eq(inquiryPeople.inquiryId, inquiryId));
	await tx.delete(inquiryGroups).where(eq(inquiryGroups.inquiryId, inquiryId));
	await tx.insert(inquiryPeople).values(own.map(({ id, role }) => ({ inquiryId, personId: id, role })));
	if (ofGroups.length > 0)
		await tx.insert(inquiryGroups).values(ofGroups.map(({ id, role }) => ({ inquiryId, groupId: id, role })));
}

/** @returns whether they took part by themselves */
export async function deleteTaker(inquiryId: string, personId: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(inquiryPeople)
		.where(and(eq(inquiryPeople.inquiryId, inquiryId), eq(inquiryPeople.personId, personId)))
		.returning({ id: inquiryPeople.personId });
	return gone.length > 0;
}

/** Takes somebody out of all inquiries and groups, as their account ends. */
export async function deleteParts(personId: string, tx: Queries): Promise<void> {
	await tx.delete(inquiryPeople).where(eq(inquiryPeople.personId, personId));
	await tx.delete(groupPeople).where(eq(groupPeople.personId, personId));
}

/** The inquiries that somebody owns and that are not removed. */
export async function ownedBy(personId: string, tx: Queries): Promise<string[]> {
	const rows = await tx
		.select({ id: inquiries.id })
		.from(inquiryPeople)
		.innerJoin(inquiries, eq(inquiries.id, inquiryPeople.inquiryId))
		.where(
			and(eq(inquiryPeople.personId, personId), eq(inquiryPeople.role, 'owner'), isNull(inquiries.deletedAt))
		);
	return (rows as { id: string }[]).map(({ id }) => id);
}

/** Who owns an inquiry; nobody where one works alone. */
export async function ownerOf(inquiryId: string): Promise<Taker | undefined> {
	const [first] = await takerRows(inquiryId);
	return first?.role === 'owner' ? first : undefined;
}

/** Gives an inquiry to somebody who takes part in it; who owned it takes part no more. */
export async function handOver(inquiryId: string, personId: string, tx: Queries): Promise<void> {
	await tx
		.delete(inquiryPeople)
		.where(and(eq(inquiryPeople.inquiryId, inquiryId), eq(inquiryPeople.role, 'owner')));
	await tx
		.update(inquiryPeople)
		.set({ role: 'owner' })
		.where(and(eq(inquiryPeople.inquiryId, inquiryId), eq(inquiryPeople.personId, personId)));
}

export async function insertLink(row: typeof inquiryLinks.$inferInsert): Promise<void> {
	await connection().db.insert(inquiryLinks).values(row);
}

export function linkRows(inquiryId: string) {
	return connection()
		.db.select({ key: inquiryLinks.key, madeAt: inquiryLinks.madeAt })
		.from(inquiryLinks)
		.where(eq(inquiryLinks.inquiryId, inquiryId))
		.orderBy(asc(inquiryLinks.madeAt));
}

export async function deleteLink(inquiryId: string, key: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(inquiryLinks)
		.where(and(eq(inquiryLinks.inquiryId, inquiryId), eq(inquiryLinks.key, key)))
		.returning({ key: inquiryLinks.key });
	return gone.length > 0;
}

/** Those of some keys of links that still lead to an inquiry. */
export async function liveLinks(keys: readonly string[]): Promise<string[]> {
	if (keys.length === 0) return [];
	const rows = await connection()
		.db.select({ key: inquiryLinks.key })
		.from(inquiryLinks)
		.innerJoin(inquiries, eq(inquiries.id, inquiryLinks.inquiryId))
		.where(and(inArray(inquiryLinks.key, [...keys]), isNull(inquiries.deletedAt)));
	return rows.map(({ key }) => key);
}

/** Codes of the indexes that the inquiries use to which some keys of links lead. */
export async function linkedIndexes(keys: readonly string[]): Promise<Set<string>> {
	if (keys.length === 0) return new Set();
	const rows = await connection()
		.db.select({ indexes: inquiries.indexes })
		.from(inquiryLinks)
		.innerJoin(inquiries, eq(inquiries.id, inquiryLinks.inquiryId))
		.where(and(inArray(inquiryLinks.key, [...keys]), isNull(inquiries.deletedAt)));
	return new Set(rows.flatMap(({ indexes }) => indexes));
}

export async function inquiryOfLink(key: string): Promise<string | undefined> {
	const [row] = await connection()
		.db.select({ id: inquiries.id })
		.from(inquiryLinks)
		.innerJoin(inquiries, eq(inquiries.id, inquiryLinks.inquiryId))
		.where(and(eq(inquiryLinks.key, key), isNull(inquiries.deletedAt)));
	return row?.id;
}
