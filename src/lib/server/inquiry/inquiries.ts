/** The inquiries as a whole: listing, making, copying, archiving, removing and having back. */
import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { emptyInquiry } from '../../../core/crosswalk';
import { allow, type Person } from '../people';
import { connection, inquiries, subjectIndexes } from '../db';
import { ServiceError } from '../errors';
import { loadInquiry, noInquiry, rowsAsMade, writeRows } from './inquiry-rows';

/** All inquiries that are not removed, latest first, with how far each crosswalk has come. One query. */
export async function listInquiries(person: Person | undefined) {
	allow(person, 'read');
	const { db } = connection();
	const decided = sql<number>`(
		select count(*)::int from (
			select concept_id, index_code from picks p where p.inquiry_id = inquiries.id and p.role <> 'rejected'
			union
			select concept_id, index_code from cells c where c.inquiry_id = inquiries.id and c.no_heading
		) decided where decided.index_code = any(inquiries.indexes)
	)`;
	return db
		.select({
			id: inquiries.id,
			title: inquiries.title,
			question: inquiries.question,
			indexes: inquiries.indexes,
			archived: inquiries.archived,
			changedAt: inquiries.changedAt,
			concepts: sql<number>`(select count(*)::int from concepts c where c.inquiry_id = inquiries.id)`,
			picks: sql<number>`(select count(*)::int from picks p where p.inquiry_id = inquiries.id and p.role <> 'rejected')`,
			decided
		})
		.from(inquiries)
		.where(isNull(inquiries.deletedAt))
		.orderBy(asc(inquiries.archived), desc(inquiries.changedAt));
}

export async function createInquiry(
	person: Person | undefined,
	{ id, title, question, indexes }: { id: string; title: string; question: string; indexes?: string[] }
): Promise<string> {
	allow(person, 'change-inquiry');
	const { db } = connection();
	const name = title.trim();
	if (name === '' || name.length > 200)
		throw new ServiceError(422, 'invalid', 'An inquiry needs a title of at most 200 characters.');
	const chosen = indexes ?? (await allIndexes());
	await db.insert(inquiries).values({ id, title: name, question: question.trim(), indexes: chosen });
	return id;
}

async function allIndexes(): Promise<string[]> {
	const rows = await connection()
		.db.select({ code: subjectIndexes.code })
		.from(subjectIndexes)
		.orderBy(asc(subjectIndexes.position));
	return rows.map(({ code }) => code);
}

/** An inquiry like this one, with everything recorded and a history that begins anew. */
export async function copyInquiry(person: Person | undefined, id: string): Promise<string> {
	allow(person, 'change-inquiry');
	return connection().db.transaction(async (tx) => {
		const { inquiry } = await loadInquiry(tx, id, false);
		const copy = randomUUID();
		const title = `${inquiry.about.title.slice(0, 190)} (copy)`;
		await tx.insert(inquiries).values({ ...inquiry.about, id: copy, title });
		await writeRows(tx, copy, rowsAsMade({ ...emptyInquiry(inquiry.about), ...inquiry }));
		return copy;
	});
}

/** Puts an inquiry into the archive or takes it out; removes it, or has it back. */
export async function setInquiryState(
	person: Person | undefined,
	id: string,
	{ archived, removed }: { archived?: boolean; removed?: boolean }
): Promise<void> {
	allow(person, 'change-inquiry');
	const wasRemoved = removed === false ? isNotNull(inquiries.deletedAt) : isNull(inquiries.deletedAt);
	const found = await connection()
		.db.update(inquiries)
		.set({
			...(archived !== undefined && { archived }),
			...(removed !== undefined && { deletedAt: removed ? new Date() : null })
		})
		.where(and(eq(inquiries.id, id), wasRemoved))
		.returning({ id: inquiries.id });
	if (found.length === 0) throw noInquiry(id);
}
