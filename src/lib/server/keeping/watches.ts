/** Watches: what is to be looked for among records that arrive, and what was found. */
import { randomBytes, randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import { ServiceError } from '../errors';
import { allowIn, loadInquiry, seenAmong, WITHOUT_WORKS } from '../inquiry';
import { allow, type Person } from '../people';
import { resultAsText } from '../reading';
import { findRecordsIn, foundByCql } from '../search';
import { currentIndex, currentIndexes } from '../vocabulary';
import type { newWatch } from './keeping-schema';
import { addressKey, roleAt, watchAt } from './watch-addresses';
import { runWatches } from './watch-run';
import {
	countFinds,
	deleteWatch,
	findRows,
	insertWatch,
	markLooked,
	updateWatch,
	type WatchRow,
	watchRow,
	watchRows
} from './watch-rows';
import { type RecordTitle, titlesOf } from './record-title-rows';

export interface WatchSummary {
	id: string;
	name: string;
	kind: WatchRow['kind'];
	inquiry?: string;
	index?: string;
	cql?: string;
	paused: boolean;
	trouble: string;
	madeAt: string;
	ranAt?: string;
	/** Records found since it was made, and those that nobody has looked at. */
	found: number;
	unlooked: number;
	/** Stands in the address of its feed, for whoever asks alone; nothing where they take part by a link. */
	key?: string;
}

export interface WatchFind extends RecordTitle {
	index: string;
	id: string;
	foundAt: string;
	looked: boolean;
}

const anotherKey = () => randomBytes(24).toString('base64url');

/** A watch that finds a larger part than this of its index is no watch. */
const MOST_OF_INDEX = 0.5;
/** In an index with fewer records that says nothing. */
const FEW_RECORDS = 100;

export async function listWatches(person: Person | undefined, inquiryId?: string): Promise<WatchSummary[]> {
	if (inquiryId !== undefined) {
		await allowIn(person, 'read', inquiryId);
		await loadInquiry(inquiryId, WITHOUT_WORKS);
	}
	const asking = allow(person, 'read');
	const rows = await mayFollow(asking, await watchRows(inquiryId));
	const addressed = asking.links?.length ? await mayFollow({ ...asking, links: [] }, rows) : rows;
	const counts = await countFinds(rows.map(({ id }) => id));
	return rows.map((row) => summaryOf(row, addressed.includes(row) ? asking : undefined, counts.get(row.id)));
}

/** Those of some watches that a person may see: their own, and those of inquiries in which they take part. */
async function mayFollow(person: Person, rows: WatchRow[]): Promise<WatchRow[]> {
	const seen = await seenAmong(
		person,
		rows.flatMap(({ inquiryId }) => inquiryId ?? [])
	);
	return rows.filter(({ inquiryId, personId }) =>
		inquiryId === null ? person.alone || personId === person.id : seen.has(inquiryId)
	);
}

/** @param addressed to whom its address is given */
function summaryOf(
	row: WatchRow,
	addressed: Person | undefined,
	{ found, unlooked } = { found: 0, unlooked: 0 }
): WatchSummary {
	const { id, name, kind, inquiryId, indexCode, cql, paused, trouble, madeAt, ranAt } = row;
	return {
		id,
		name,
		kind,
		...(inquiryId !== null && { inquiry: inquiryId }),
		...(indexCode !== '' && { index: indexCode }),
		...(cql !== '' && { cql }),
		paused,
		trouble,
		madeAt: madeAt.toISOString(),
		...(ranAt && { ranAt: ranAt.toISOString() }),
		found,
		unlooked,
		...(addressed && { key: addressKey(row, 'feed', addressed.id) })
	};
}

/** Makes a watch; what its index holds now is not new. */
export async function makeWatch(
	person: Person | undefined,
	{ name, inquiry, index, cql }: InferOutput<typeof newWatch>
): Promise<WatchSummary> {
	const { id: personId } =
		inquiry === undefined ? allow(person, 'work') : await allowIn(person, 'change-inquiry', inquiry);
	const loaded = inquiry === undefined ? undefined : (await loadInquiry(inquiry, WITHOUT_WORKS)).inquiry;
	const kind = cql !== undefined ? 'search' : index !== undefined ? 'strategy' : 'pool';
	if (kind !== 'search' && !loaded)
		throw new ServiceError(
			422,
			'invalid',
			'A watch needs the inquiry whose strategies it follows, or an index and CQL of its own.'
		);
	if (kind === 'search' && index === undefined)
		throw new ServiceError(422, 'invalid', 'CQL is looked for in an index; name it.');
	const codes = kind === 'pool' ? (loaded?.about.indexes ?? []) : [index ?? ''];
	if (codes.length === 0) throw new ServiceError(422, 'no-index', 'The inquiry has no subject index yet.');
	for (const code of codes) {
		const { index: looked } = await currentIndex(code);
		const found = await foundNow(code, kind === 'search' ? cql : undefined, loaded);
		if (looked.records >= FEW_RECORDS && found > MOST_OF_INDEX * looked.records)
			throw new ServiceError(
				422,
				'finds-everything',
				`This finds ${found} of the ${looked.records} records of ${looked.name}: nearly every record that arrives would be told as new. Narrow it first.`
			);
	}
	const marks = (await currentIndexes()).flatMap(({ index: { code, id, records } }) =>
		codes.includes(code) ? [{ indexCode: code, indexId: id, seen: records }] : []
	);
	const id = randomUUID();
	await insertWatch(
		{
			id,
			inquiryId: inquiry ?? null,
			personId,
			name,
			kind,
			indexCode: kind === 'pool' ? '' : (index ?? ''),
			cql: cql ?? '',
			key: anotherKey()
		},
		marks
	);
	return summaryOf(await watchFor(person, 'read', id), person);
}

/** Watches for what a result of an inquiry was found by, such as an author or a heading. */
export async function watchResult(
	person: Person | undefined,
	inquiry: string,
	index: string,
	asked: Parameters<typeof resultAsText>[3]
): Promise<WatchSummary> {
	const { name, cql } = await resultAsText(person, inquiry, index, asked);
	if (cql === undefined)
		throw new ServiceError(
			422,
			'no-text',
			'No text finds just these records, so none that arrives could be told to be one of them. Watch the strategy, or one value of it.'
		);
	const { index: of } = await currentIndex(index);
	return makeWatch(person, {
		name: `${name || 'the strategy'}, ${of.name}`.slice(0, 200),
		inquiry,
		index,
		cql
	});
}

/** How many records it finds now. A strategy that cannot be run yet finds nothing, and may be watched all the same. */
async function foundNow(
	code: string,
	cql: string | undefined,
	inquiry: Parameters<typeof findRecordsIn>[0] | undefined
): Promise<number> {
	if (cql !== undefined) return (await foundByCql(code, cql, [])).result.size;
	if (!inquiry) return 0;
	const { faults, result } = await findRecordsIn(inquiry, code);
	return faults.length > 0 ? 0 : result.size;
}

/** A watch with which a person may do something: one of an inquiry goes by that, any other is their own. */
async function watchFor(
	person: Person | undefined,
	action: 'read' | 'change-inquiry',
	id: string
): Promise<WatchRow> {
	const absent = () => new ServiceError(404, 'no-watch', 'There is no such watch. It may have been removed.');
	const asking = allow(person, 'read');
	const watch = await watchRow(id);
	if (!watch) throw absent();
	const role = await roleAt(watch, asking);
	allow(person, action, { role, absent });
	return watch;
}

/** Renames, pauses or goes on with a watch, or gives its feed another address. */
export async function changeWatch(
	person: Person | undefined,
	id: string,
	{ name, paused, anew }: { name?: string; paused?: boolean; anew?: boolean }
): Promise<WatchSummary> {
	await watchFor(person, 'change-inquiry', id);
	await updateWatch(id, {
		...(name !== undefined && { name }),
		...(paused !== undefined && { paused }),
		...(anew && { key: anotherKey() })
	});
	return summaryOf(await watchFor(person, 'read', id), person, (await countFinds([id])).get(id));
}

export async function removeWatch(person: Person | undefined, id: string): Promise<void> {
	await watchFor(person, 'change-inquiry', id);
	await deleteWatch(id);
}

/** What a watch found, latest first. */
export async function findsOf(
	person: Person | undefined,
	id: string,
	which: { unlooked?: boolean } = {}
): Promise<WatchFind[]> {
	await watchFor(person, 'read', id);
	const finds = await findRows(id, which);
	const titles = await titlesOf(finds);
	return finds.map(({ indexCode, record, foundAt, looked }, i) => ({
		index: indexCode,
		id: record,
		...titles[i],
		foundAt: foundAt.toISOString(),
		looked
	}));
}

/** Says that what was found has been looked at. */
export async function looked(person: Person | undefined, id: string): Promise<void> {
	await watchFor(person, 'change-inquiry', id);
	await markLooked(id);
}

/** Has every watch look now. @returns how many records were found */
export async function lookNow(person: Person | undefined): Promise<number> {
	allow(person, 'work');
	return runWatches();
}

/** What the address in a message leads to. */
export async function watchBehind(
	key: string
): Promise<Pick<WatchSummary, 'name' | 'paused'> & { id: string }> {
	const { id, name, paused } = await watchAt(key, 'stop');
	return { id, name, paused };
}

/** Stops a watch by the address in its messages, without signing in. */
export async function stopByKey(key: string): Promise<void> {
	const { id } = await watchAt(key, 'stop');
	await updateWatch(id, { paused: true });
}
