/**
 * Loading an inquiry. What a server loaded it remembers, and brings up to date by the changes that were made since: of an
 * inquiry that fifty people edit, everybody's view asks for all of it several times a second, and to read it is ten
 * statements each time. The database says with every request which change is the last.
 */
import type { Inquiry } from '../../../core/crosswalk';
import { apply } from '../../../core/crosswalk';
import { oncePerRequest } from '../request-cache';
import { inSnapshot, perConnection, type Queries } from '../db';
import { Cache } from '../caches';
import { doneBetween } from './change-rows';
import { entriesOf, inquiryRow, type InquiryRow, noInquiry, tablesOf } from './inquiry-rows';

export interface Loading {
	/** A transaction that it belongs to. */
	on?: Queries;
	/** It is locked, as the transaction is about to change it. */
	forChange?: boolean;
	/** Which works of the reading list come with it. It may have twenty thousand, and little needs them. */
	works?: 'all' | readonly string[];
}
/** For what never looks at the reading list. */
export const WITHOUT_WORKS = { works: [] } satisfies Loading;

export interface LoadedInquiry {
	inquiry: Inquiry;
	revision: number;
	archived: boolean;
}

/** An inquiry as it was at a change; of longer reading lists without their works. */
interface Held {
	row: InquiryRow;
	inquiry: Omit<Inquiry, 'about'>;
	hasWorks: boolean;
}

/** Inquiries that are remembered. */
const MOST_HELD = 50;
/** Works that are remembered with one. */
const MOST_WORKS = 2_000;
/** Changes that are carried out one by one; of more it is quicker to read all there is. */
const MOST_CHANGES = 200;

const heldNow = perConnection(() => new Cache<{ latest?: Held }>(MOST_HELD));

/**
 * An inquiry with all its rows.
 * @throws ServiceError 404 where it is not there, or is removed
 */
export function loadInquiry(id: string, loading: Loading = {}): Promise<LoadedInquiry> {
	const { on, forChange, works = 'all' } = loading;
	if (on || forChange) return loaded(id, loading);
	return oncePerRequest(`inquiry ${id} ${JSON.stringify(works)}`, () => loaded(id, loading));
}

async function loaded(id: string, { on, forChange = false, works = 'all' }: Loading): Promise<LoadedInquiry> {
	const rowNow = () => inquiryRow(id, on, forChange);
	const row = await (on ? rowNow() : oncePerRequest(`row of ${id}`, rowNow));
	if (!row) throw noInquiry(id);
	// Another one may have had this name before.
	const place = await heldNow().of(`${id} ${row.createdAt.getTime()}`, () => Promise.resolve({}));
	const known = place.latest && (await broughtUp(place.latest, row, on));
	if (known) {
		// What a transaction sees may never be kept.
		if (!on) keep(place, known);
		return withWorks(known, works, on);
	}
	if (on) {
		const inquiry = { ...(await tablesOf(id, on)), entries: await entriesOf(id, works, on) };
		return asLoaded(row, inquiry);
	}
	return inSnapshot(async (tx) => {
		const now = await inquiryRow(id, tx);
		if (!now) throw noInquiry(id);
		const tables = await tablesOf(id, tx);
		const entries = await entriesOf(id, works, tx);
		const hasWorks = works === 'all' && Object.keys(entries).length <= MOST_WORKS;
		const inquiry = { ...tables, entries: hasWorks ? entries : {} };
		keep(place, { row: now, inquiry, hasWorks });
		return asLoaded(now, { ...tables, entries });
	});
}

function keep(place: { latest?: Held }, held: Held): void {
	if (held.row.revision >= (place.latest?.row.revision ?? 0)) place.latest = held;
}

/** What was held, as it is at the last change; undefined where that cannot be said by the changes alone. */
async function broughtUp(held: Held, row: InquiryRow, on?: Queries): Promise<Held | undefined> {
	const missing = row.revision - held.row.revision;
	// What is said of an inquiry may change without its content.
	if (missing === 0) return { ...held, row };
	// Somebody else brought it further up since the row was read.
	if (missing < 0 && !on) return held;
	if (missing < 0 || missing > MOST_CHANGES) return undefined;
	const changes = await doneBetween(row.id, held.row.revision, row.revision, on);
	// Steps back bring rows as they were written once, which may be before they had all they have now.
	if (changes.length < missing || changes.some(({ kind }) => kind !== 'do')) return undefined;
	const { about: _, ...inquiry } = apply(
		{ ...held.inquiry, about: aboutOf(row) },
		changes.flatMap(({ rows }) => rows)
	);
	return {
		row,
		inquiry: held.hasWorks ? inquiry : { ...inquiry, entries: {} },
		hasWorks: held.hasWorks && Object.keys(inquiry.entries).length <= MOST_WORKS
	};
}

async function withWorks(
	{ row, inquiry, hasWorks }: Held,
	works: 'all' | readonly string[],
	on?: Queries
): Promise<LoadedInquiry> {
	if (!hasWorks) return asLoaded(row, { ...inquiry, entries: await entriesOf(row.id, works, on) });
	if (works === 'all') return asLoaded(row, inquiry);
	const entries = works.flatMap((work) =>
		Object.hasOwn(inquiry.entries, work) ? [[work, inquiry.entries[work]] as const] : []
	);
	return asLoaded(row, { ...inquiry, entries: Object.fromEntries(entries) });
}

const aboutOf = ({ id, title, question, indexes, wordField }: InquiryRow): Inquiry['about'] => ({
	id,
	title,
	question,
	indexes,
	wordField
});

function asLoaded(row: InquiryRow, tables: Omit<Inquiry, 'about'>): LoadedInquiry {
	const { revision, archived } = row;
	return { revision, archived, inquiry: { ...tables, about: aboutOf(row) } };
}
