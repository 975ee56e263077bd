/** A whole edition from its rows. */
import { asc, eq } from 'drizzle-orm';
import type { HeadingData, Member, VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import { collections, connection, entryTerms, headings, labels, notes, relations } from '../db';

/** A member of a collection as it is stored: headings by their numbers, collections below zero. */
export const numberOfMember = (member: Member): number =>
	typeof member === 'number' ? member : -1 - member.collection;
const memberOfNumber = (number: number): Member => (number < 0 ? { collection: -1 - number } : number);

/** The stored edition as plain data: six queries, whatever its size. */
export async function readVocabularyData(editionId: number): Promise<VocabularyData> {
	const { db } = connection();
	const [headingRows, labelRows, noteRows, relationRows, entryRows, groups] = await Promise.all([
		db.select().from(headings).where(eq(headings.editionId, editionId)).orderBy(asc(headings.n)),
		db
			.select()
			.from(labels)
			.where(eq(labels.editionId, editionId))
			.orderBy(asc(labels.n), asc(labels.position)),
		db.select().from(notes).where(eq(notes.editionId, editionId)).orderBy(asc(notes.n), asc(notes.position)),
		db
			.select()
			.from(relations)
			.where(eq(relations.editionId, editionId))
			.orderBy(asc(relations.n), asc(relations.other)),
		db
			.select()
			.from(entryTerms)
			.where(eq(entryTerms.editionId, editionId))
			.orderBy(asc(entryTerms.position), asc(entryTerms.n)),
		db
			.select()
			.from(collections)
			.where(eq(collections.editionId, editionId))
			.orderBy(asc(collections.position))
	]);
	const all = headingRows.map((row): HeadingData => ({
		uri: row.uri,
		key: row.key,
		labels: [],
		hidden: [],
		notation: row.notation ?? undefined,
		...(row.notations && { notations: row.notations }),
		notes: [],
		introduced: row.introduced ?? undefined,
		retired: row.retired ?? undefined,
		broader: [],
		related: [],
		replaces: [],
		aspects: row.aspects
	}));
	for (const { n, kind, lang, text } of labelRows)
		all[n][kind === 'preferred' ? 'labels' : 'hidden'].push({ lang, text });
	for (const { n, kind, lang, text } of noteRows) all[n].notes.push({ kind, lang, text });
	for (const { n, kind, other } of relationRows) all[n][kind].push(other);
	// A compound entry term has a row for each of its headings; one of them is enough.
	const entries = entryRows.flatMap(({ lang, text, n, together }) =>
		together && together[0] !== n ? [] : [{ lang, text, headings: together ?? [n] }]
	);
	const held = groups.map(({ uri, labels: own, members, kind }) => ({
		uri,
		labels: own,
		members: members.map(memberOfNumber),
		...(kind === 'ordered' && { isOrdered: true as const }),
		...(kind === 'scheme' && { isScheme: true as const })
	}));
	return { headings: all, entryTerms: entries, collections: held };
}
