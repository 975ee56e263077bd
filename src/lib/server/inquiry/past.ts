/** An inquiry as it was after any of its changes, worked out from what it is now and from its history. */
import { beforeChanges, type Inquiry } from '../../../core/crosswalk';
import { numberOf } from '../endpoint';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { historyPage, momentsOf, rowsChangedAfter } from './change-rows';
import type { InquiryDocument } from './document-schema';
import { allowIn } from './inquiry-access';
import { documentWithoutHistory } from './inquiry-document';
import { asHistoryEntry, type HistoryEntry } from './inquiry-changes';
import { loadInquiry, WITHOUT_WORKS } from './loading';

const noMoment = (revision: number, last: number) =>
	new ServiceError(
		404,
		'no-such-change',
		`There is no change ${revision}: the last one is ${last}. 0 is how this inquiry began.`
	);

/** The revision that an address names; 0 comes before the first change. */
export const revisionIn = (text: string): number => (text === '0' ? 0 : numberOf(text, 'a change'));

/**
 * The rows at a revision, with those of the reading list where they are asked for.
 * @throws ServiceError 404 where the inquiry has not come so far
 */
async function loadInquiryAt(id: string, revision: number | undefined, { works }: { works: boolean }) {
	const loaded = await loadInquiry(id, works ? {} : WITHOUT_WORKS);
	const { revision: last, archived } = loaded;
	const at = revision ?? last;
	if (at > last) throw noMoment(at, last);
	const rows = await rowsChangedAfter(id, at, last, { works });
	return { inquiry: beforeChanges(loaded.inquiry, rows), archived, revision: at, last };
}

export async function inquiryDocumentAt(
	person: Person | undefined,
	id: string,
	revision: number
): Promise<InquiryDocument> {
	await allowIn(person, 'read', id);
	const { inquiry, archived } = await loadInquiryAt(id, revision, { works: true });
	return documentWithoutHistory(inquiry, archived);
}

/** When each change was made, oldest first. */
export async function momentsOfInquiry(person: Person | undefined, id: string) {
	await allowIn(person, 'read', id);
	const rows = await momentsOf(id);
	return { revisions: rows.map(({ revision }) => revision), times: rows.map(({ at }) => at.getTime()) };
}

/** A change as the history tells it, with the cells it touched. */
export type Moment = HistoryEntry & { cells: string[] };

/** An inquiry at a moment of its history, without its reading list. */
export interface InquiryThen {
	revision: number;
	last: number;
	inquiry: Inquiry;
	/** The change that led here, and the rows before it; nothing at the beginning, and where it came without its history. */
	change?: Moment;
	before?: Inquiry;
}

/** An inquiry as it was after a change; as it is where none is named. Three statements. */
export async function readInquiryAt(
	person: Person | undefined,
	id: string,
	revision?: number
): Promise<InquiryThen> {
	await allowIn(person, 'read', id);
	const then = await loadInquiryAt(id, revision, { works: false });
	const [row] = await historyPage(id, { before: then.revision + 1, most: 1 });
	if (row?.revision !== then.revision) return then;
	const rows = row.rows.filter(({ table }) => table !== 'entries');
	return {
		...then,
		change: { ...asHistoryEntry(row), cells: row.cells },
		before: beforeChanges(then.inquiry, rows)
	};
}
