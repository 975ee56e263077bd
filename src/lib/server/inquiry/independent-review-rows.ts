/** The rows of what two people decide apart. */
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Both, CellPlace, DecidedApart, Side } from '../../../core/crosswalk';
import { apartPeople, aparts, connection, inquiries, type Queries } from '../db';

export interface ReviewRow {
	id: string;
	inquiryId: string;
	of: 'cells' | 'list';
	cells: CellPlace[];
	startedAt: Date;
	people: Both<ApartPerson>;
}

export interface ApartPerson {
	side: Side;
	personId: string;
	/** The copy in which they decide. */
	inquiryId: string;
	doneAt: Date | null;
	/** What they had decided when they had done. */
	decided: DecidedApart | null;
	/** Whether they have not removed the copy. */
	isThere: boolean;
}

export async function insertReview(
	row: Omit<typeof aparts.$inferInsert, 'startedAt'>,
	people: Both<{ personId: string; inquiryId: string }>,
	tx: Queries
): Promise<void> {
	await tx.insert(aparts).values(row);
	await tx.insert(apartPeople).values(people.map((one, side) => ({ ...one, side, apartId: row.id })));
}

/** What is decided apart of an inquiry, the latest last; of the inquiry itself or of one of the copies. */
export async function reviewsBy(
	by: { inquiry: string } | { copy: string } | { id: string },
	on: Queries = connection().db
): Promise<ReviewRow[]> {
	const copies = on
		.select({ id: apartPeople.apartId })
		.from(apartPeople)
		.where(eq(apartPeople.inquiryId, 'copy' in by ? by.copy : ''));
	const rows = await on
		.select({
			apart: aparts,
			person: apartPeople,
			removed: inquiries.deletedAt
		})
		.from(aparts)
		.innerJoin(apartPeople, eq(apartPeople.apartId, aparts.id))
		.innerJoin(inquiries, eq(inquiries.id, apartPeople.inquiryId))
		.where(
			'inquiry' in by
				? eq(aparts.inquiryId, by.inquiry)
				: 'id' in by
					? eq(aparts.id, by.id)
					: eq(aparts.id, copies)
		)
		.orderBy(asc(aparts.startedAt), asc(aparts.id), asc(apartPeople.side));
	const byId = new Map<string, typeof rows>();
	for (const row of rows) byId.set(row.apart.id, [...(byId.get(row.apart.id) ?? []), row]);
	return [...byId.values()].flatMap((own): ReviewRow[] => {
		const [{ apart }] = own;
		const people = own.map(({ person, removed }): ApartPerson => ({
			side: person.side as Side,
			personId: person.personId,
			inquiryId: person.inquiryId,
			doneAt: person.doneAt,
			decided: person.decided,
			isThere: removed === null
		}));
		const [first, second] = people;
		return first && second ? [{ ...apart, people: [first, second] }] : [];
	});
}

/** @param decided nothing of whoever goes on */
export async function setDone(copyId: string, decided: DecidedApart | null): Promise<void> {
	await connection()
		.db.update(apartPeople)
		.set({ doneAt: decided && new Date(), decided })
		.where(eq(apartPeople.inquiryId, copyId));
}

export async function deleteReview(inquiryId: string, id: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(aparts)
		.where(and(eq(aparts.id, id), eq(aparts.inquiryId, inquiryId)))
		.returning({ id: aparts.id });
	return gone.length > 0;
}

/** Whether an inquiry is the copy of somebody who decides apart and has not done. */
export async function isDecidedApart(inquiryId: string): Promise<boolean> {
	const found = await connection()
		.db.select({ id: apartPeople.apartId })
		.from(apartPeople)
		.where(and(eq(apartPeople.inquiryId, inquiryId), isNull(apartPeople.doneAt)));
	return found.length > 0;
}
