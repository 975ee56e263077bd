/**
 * Deciding apart: two people fill the same cells, or decide the same reading list, each in a copy of the inquiry that nobody
 * else sees, until both have done; then what they decided is compared, and settled in the inquiry itself.
 */
import { randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import { type Both, cellId, type CellPlace, type DecidedApart, type Inquiry } from '../../../core/crosswalk';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { takerRows } from './access-rows';
import { type ReviewRow, reviewsBy, deleteReview, insertReview, setDone } from './independent-review-rows';
import type { reviewBody } from './independent-review-schema';
import { namesOfPeople } from './change-rows';
import { allowIn } from './inquiry-access';
import { insertInquiry, originOf, rowsAsMade, writeRows } from './inquiry-rows';
import { notify } from './live-rows';
import { loadInquiry } from './loading';

/** So many are under way in one inquiry. */
const MOST_REVIEWS = 20;

/** Two who decide apart, as whoever takes part in the inquiry sees it: who they are and whether they have done. */
export interface ReviewLine {
	id: string;
	of: 'cells' | 'list';
	cells: CellPlace[];
	startedAt: string;
	people: Both<{ id: string; name: string; isDone: boolean }>;
	/** The copy of whoever asks, where they are one of the two. */
	own?: string;
	/** Whether one of them has removed their copy before they had done, so that nothing will be compared. */
	isBroken: boolean;
}

/**
 * Begins it: each of the two gets a copy in which nothing is decided of what they are to decide.
 * @throws ServiceError 422 where the two are not two who may change the inquiry, or there is nothing to decide
 */
export async function beginReview(
	person: Person | undefined,
	inquiryId: string,
	asked: InferOutput<typeof reviewBody>
): Promise<{ id: string }> {
	const { id: startedBy } = await allowIn(person, 'change-inquiry', inquiryId);
	const [one, other] = asked.people;
	const takers = await takerRows(inquiryId);
	const mayDecide = (id: string) => takers.some((taker) => taker.id === id && taker.role !== 'reader');
	if (one === other || !mayDecide(one) || !mayDecide(other))
		throw new ServiceError(
			422,
			'no-two',
			'Two people decide apart, each of whom owns the inquiry or may change it by themselves.'
		);
	if ((await reviewsBy({ copy: inquiryId })).length > 0)
		throw new ServiceError(
			409,
			'apart',
			'This inquiry is a copy to decide in. Begin from the inquiry itself.'
		);
	if ((await reviewsBy({ inquiry: inquiryId })).length >= MOST_REVIEWS)
		throw new ServiceError(422, 'too-many', `${MOST_REVIEWS} are under way already. End one of them first.`);
	const { inquiry } = await loadInquiry(inquiryId);
	const cells = asked.of === 'cells' ? asked.cells : [];
	for (const { conceptId, indexCode } of cells)
		if (!Object.hasOwn(inquiry.concepts, conceptId) || !inquiry.about.indexes.includes(indexCode))
			throw new ServiceError(422, 'no-cell', 'A cell that is named is not in the crosswalk.');
	if (asked.of === 'list' && Object.keys(inquiry.entries).length === 0)
		throw new ServiceError(422, 'empty', 'The reading list holds nothing to be decided.');
	const emptied = asked.of === 'cells' ? withoutCells(inquiry, cells) : withoutDecisions(inquiry);
	const id = randomUUID();
	await inTransaction(async (tx) => {
		const copies = [one, other].map((personId) => ({ personId, inquiryId: randomUUID() }));
		const copyOf = await originOf(inquiryId, tx);
		for (const copy of copies) {
			const title = `${inquiry.about.title.slice(0, 180)} (decided apart)`;
			const about = { ...inquiry.about, id: copy.inquiryId, title };
			await insertInquiry({ ...about, copyOf }, copy.personId, tx);
			await writeRows(tx, copy.inquiryId, rowsAsMade({ ...emptied, about }));
		}
		const [first, second] = copies;
		await insertReview({ id, inquiryId, of: asked.of, cells, startedBy }, [first, second], tx);
	});
	await notify({ inquiry: inquiryId, kind: 'people' });
	return { id };
}

/** What others said would tell them what they decided. */
const UNSAID = { comments: {}, sightings: {} };

function withoutCells(inquiry: Inquiry, cells: readonly CellPlace[]): Inquiry {
	const names = new Set(cells.map(({ conceptId, indexCode }) => cellId(conceptId, indexCode)));
	const elsewhere = <T extends CellPlace>(rows: Record<string, T>) =>
		Object.fromEntries(
			Object.entries(rows).filter(([, row]) => !names.has(cellId(row.conceptId, row.indexCode)))
		);
	return {
		...inquiry,
		...UNSAID,
		entries: {},
		picks: elsewhere(inquiry.picks),
		cells: elsewhere(inquiry.cells)
	};
}

function withoutDecisions(inquiry: Inquiry): Inquiry {
	const open = { decision: 'open' as const, reason: '', note: '', decidedAt: '', decidedBy: '' };
	return {
		...inquiry,
		...UNSAID,
		entries: Object.fromEntries(
			Object.entries(inquiry.entries).map(([id, entry]) => [id, { ...entry, ...open }])
		)
	};
}

/** All that is decided apart of an inquiry. */
export async function independentReviews(
	person: Person | undefined,
	inquiryId: string
): Promise<ReviewLine[]> {
	const { id } = await allowIn(person, 'read', inquiryId);
	return linesOf(await reviewsBy({ inquiry: inquiryId }), id);
}

async function linesOf(rows: readonly ReviewRow[], personId: string): Promise<ReviewLine[]> {
	const names = await namesOfPeople(rows.flatMap(({ people }) => people.map((one) => one.personId)));
	return rows.map(({ id, of, cells, startedAt, people }) => {
		const [first, second] = people.map((one) => ({
			id: one.personId,
			name: names.get(one.personId) ?? '',
			isDone: one.doneAt !== null
		}));
		const own = people.find((one) => one.personId === personId)?.inquiryId;
		return {
			id,
			of,
			cells,
			startedAt: startedAt.toISOString(),
			people: [first, second],
			...(own !== undefined && { own }),
			isBroken: people.some(({ isThere, doneAt }) => !isThere && doneAt === null)
		};
	});
}

/** What whoever decides in a copy is told: what of, with whom, and who has done. */
export interface ReviewCopy extends ReviewLine {
	/** The inquiry that it is of. */
	inquiry: string;
	/** What of it is theirs. */
	side: 0 | 1;
}

/** @returns nothing where the inquiry is no such copy */
export async function reviewOfCopy(
	person: Person | undefined,
	copyId: string
): Promise<ReviewCopy | undefined> {
	const { id } = await allowIn(person, 'read', copyId);
	const [row] = await reviewsBy({ copy: copyId });
	if (!row) return undefined;
	const [line] = await linesOf([row], id);
	return { ...line, inquiry: row.inquiryId, side: row.people[0].inquiryId === copyId ? 0 : 1 };
}

/** What stands in a copy of what was to be decided. */
async function decidedIn(copyId: string, { of, cells: places }: ReviewRow): Promise<DecidedApart> {
	const { inquiry } = await loadInquiry(copyId);
	if (of === 'list')
		return {
			of,
			list: Object.fromEntries(
				Object.values(inquiry.entries).map(({ id, decision, reason }) => [id, { decision, reason }])
			)
		};
	const names = new Set(places.map(({ conceptId, indexCode }) => cellId(conceptId, indexCode)));
	const asked = <T extends CellPlace>(rows: Record<string, T>) =>
		Object.fromEntries(
			Object.entries(rows).filter(([, row]) => names.has(cellId(row.conceptId, row.indexCode)))
		);
	return { of, cells: { picks: asked(inquiry.picks), cells: asked(inquiry.cells) } };
}

/**
 * Says that one of the two has done, or goes on. Once both have, each may know what the other decided, so neither goes on.
 */
export async function setReviewDone(
	person: Person | undefined,
	copyId: string,
	isDone: boolean
): Promise<void> {
	await allowIn(person, 'change-inquiry', copyId);
	const [row] = await reviewsBy({ copy: copyId });
	if (!row) throw new ServiceError(404, 'no-apart', 'Nothing is decided apart here.');
	if (row.people.every(({ doneAt }) => doneAt !== null))
		throw new ServiceError(409, 'both-done', 'Both have done, and what they decided is compared.');
	await setDone(copyId, isDone ? await decidedIn(copyId, row) : null);
	await notify({ inquiry: row.inquiryId, kind: 'people' });
}

/** What the two decided, side by side: both of the same kind. */
export interface ApartCompared extends ReviewLine {
	decided: Both<DecidedApart>;
}

/** @throws ServiceError 409 while one of them decides yet: nobody sees anything before */
export async function compareReviews(
	person: Person | undefined,
	inquiryId: string,
	id: string
): Promise<ApartCompared> {
	const { id: asking } = await allowIn(person, 'read', inquiryId);
	const row = (await reviewsBy({ inquiry: inquiryId })).find((one) => one.id === id);
	if (!row) throw noApart();
	const [first, second] = row.people.map(({ decided }) => decided);
	if (!first || !second)
		throw new ServiceError(
			409,
			'not-done',
			'One of the two decides yet. What they decided is seen once both have done.'
		);
	const [line] = await linesOf([row], asking);
	return { ...line, decided: [first, second] };
}

/** Ends it. The copies stay with whoever decided in them, as inquiries of their own. */
export async function endReview(person: Person | undefined, inquiryId: string, id: string): Promise<void> {
	await allowIn(person, 'change-inquiry', inquiryId);
	if (!(await deleteReview(inquiryId, id))) throw noApart();
	await notify({ inquiry: inquiryId, kind: 'people' });
}

const noApart = () => new ServiceError(404, 'no-apart', 'This is not decided apart, or is no more.');
