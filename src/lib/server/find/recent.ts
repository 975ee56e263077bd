/** What a person looked at lately in an inquiry: words, headings and results, for that person alone. */
import { createHash } from 'node:crypto';
import * as v from 'valibot';
import { cqlOfWords, isSearchable, LONGEST_CQL, quote } from '../../../core/search';
import { ServiceError } from '../errors';
import { allowIn, chosenIndexes, indexNotUsed, registerOwnData } from '../inquiry';
import type { Person } from '../people';
import { askedOf, countPooled, countResult, pooledQuery, resultAsText } from '../reading';
import { searchable } from '../search';
import { dropRecents, putRecent, recentRows, recentRowsOf } from './recent-rows';
import type { recentEntry } from './recent-schema';

/** So many are kept of each person in each inquiry. */
const MOST = 200;

/** One thing that was looked at: what it is, and what opens it again. */
export type RecentEntry = v.InferOutput<typeof recentEntry>;

export interface Recent extends RecentEntry {
	key: string;
	at: string;
}

export async function listRecent(person: Person | undefined, inquiryId: string): Promise<Recent[]> {
	const { id } = await allowIn(person, 'take-part', inquiryId);
	const rows = await recentRows(id, inquiryId);
	return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

export async function addRecent(
	person: Person | undefined,
	inquiryId: string,
	entry: RecentEntry
): Promise<{ key: string }> {
	const { id } = await allowIn(person, 'take-part', inquiryId);
	const { kind, indexCode, search } = entry;
	const key = createHash('sha256')
		.update(JSON.stringify([kind, indexCode, search]))
		.digest('hex');
	await putRecent(id, inquiryId, { key, ...entry }, MOST);
	return { key };
}

/** @param key of one; all of this inquiry without it */
export async function deleteRecent(
	person: Person | undefined,
	inquiryId: string,
	key?: string
): Promise<void> {
	const { id } = await allowIn(person, 'take-part', inquiryId);
	await dropRecents(id, inquiryId, key);
}

registerOwnData('recent', recentRowsOf);

type Named = Pick<RecentEntry, 'kind' | 'indexCode' | 'search'>;

/** How many records each has now, in their order; null for what is no longer there. */
export async function recentCounts(
	person: Person | undefined,
	inquiryId: string,
	entries: readonly Named[]
): Promise<(number | null)[]> {
	const chosen = await chosenIndexes(person, inquiryId);
	const counts: (number | null)[] = [];
	// One after the other, as each may take a while and nobody waits for them.
	for (const entry of entries) {
		try {
			// Who reads by a link is shown no index that the inquiry does not use.
			const isShown = entry.indexCode === '' || chosen.includes(entry.indexCode);
			counts.push(isShown ? await countNow(person, inquiryId, entry) : null);
		} catch (error) {
			if (!(error instanceof ServiceError || error instanceof v.ValiError)) throw error;
			counts.push(null);
		}
	}
	return counts;
}

async function countNow(
	person: Person | undefined,
	inquiryId: string,
	{ kind, indexCode, search }: Named
): Promise<number> {
	const query = new URLSearchParams(search);
	if (kind === 'word') {
		const text = query.get('q') ?? '';
		if (!isSearchable({ text, capitals: false })) return 0;
		const counts = await Promise.all(
			(await chosenIndexes(person, inquiryId)).map(async (code) => {
				const { sets } = await searchable(code);
				return (await sets.countWords([{ text, capitals: false, field: 'keywords' }]))[0];
			})
		);
		return counts.reduce((sum, count) => sum + count, 0);
	}
	if (indexCode === '')
		return countPooled(person, inquiryId, v.parse(pooledQuery, Object.fromEntries(query)));
	return countResult(person, inquiryId, indexCode, askedOf(asAddress(search)));
}

const asAddress = (search: string) => new URL(`http://records?${search}`);

/** Two as one: of which index, and the text that finds it. */
export interface Together {
	/** Empty where every index is searched. */
	indexCode: string;
	cql: string;
}
/** A longer text does not fit into an address. */
const LONGEST = Math.min(6_000, LONGEST_CQL);

/**
 * Two put together with and, or, not, as one text; nothing is kept.
 * @throws ServiceError 422 where one cannot be said as a text, or they are of different indexes
 */
export async function putTogether(
	person: Person | undefined,
	inquiryId: string,
	how: 'and' | 'or' | 'not',
	entries: readonly [Named, Named]
): Promise<Together> {
	const chosen = await chosenIndexes(person, inquiryId);
	for (const { indexCode } of entries)
		if (indexCode !== '' && !chosen.includes(indexCode)) throw indexNotUsed();
	const texts: string[] = [];
	for (const entry of entries) {
		const text = await textOf(person, inquiryId, entry);
		if (text === undefined)
			throw new ServiceError(
				422,
				'no-text',
				'One of the two cannot be said as a text. Keep it as a run first; runs are put together in the logbook.'
			);
		texts.push(`(${text})`);
	}
	const [first, second] = entries.map(({ indexCode }) => indexCode);
	if (first !== '' && second !== '' && first !== second)
		throw new ServiceError(
			422,
			'different-indexes',
			'They are of two subject indexes, and no record is in both. Words go together with anything.'
		);
	const cql = texts.join(` ${how} `);
	if (cql.length > LONGEST)
		throw new ServiceError(
			422,
			'too-long',
			'Together they are too long a text to be opened here. Keep both as runs; runs are put together in the logbook.'
		);
	return { indexCode: first || second, cql };
}

async function textOf(
	person: Person | undefined,
	inquiryId: string,
	{ kind, indexCode, search }: Named
): Promise<string | undefined> {
	const query = new URLSearchParams(search);
	if (kind === 'word') return cqlOfWords(query.get('q') ?? '');
	if (kind === 'heading') {
		const { vocabulary } = await searchable(indexCode);
		const n = vocabulary.index?.find(query.get('heading') ?? '');
		return n === undefined ? undefined : `dc.subject = ${quote(vocabulary.index?.names.at(n) ?? '')}`;
	}
	if (indexCode !== '')
		return (await resultAsText(person, inquiryId, indexCode, askedOf(asAddress(search)))).cql;
	const { cql, members, has, limits } = v.parse(pooledQuery, Object.fromEntries(query));
	return members.length === 0 && !has && !limits ? cql : undefined;
}
