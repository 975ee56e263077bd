/** The rows of one heading. */
import { and, asc, eq } from 'drizzle-orm';
import { connection, entryTerms, headings, labels, notes, relations } from '../db';

/** All that is stored of a heading. Seven statements by key, whatever the size of the vocabulary. */
export async function headingRows(editionId: number, n: number) {
	const { db } = connection();
	const replaces = eq(relations.kind, 'replaces');
	const [[heading], ownLabels, ownNotes, entries, predecessors, successors, groups] = await Promise.all([
		db
			.select()
			.from(headings)
			.where(and(eq(headings.editionId, editionId), eq(headings.n, n))),
		db
			.select({ kind: labels.kind, lang: labels.lang, text: labels.text })
			.from(labels)
			.where(and(eq(labels.editionId, editionId), eq(labels.n, n)))
			.orderBy(asc(labels.position)),
		db
			.select({ kind: notes.kind, lang: notes.lang, text: notes.text })
			.from(notes)
			.where(and(eq(notes.editionId, editionId), eq(notes.n, n)))
			.orderBy(asc(notes.position)),
		db
			.select({ lang: entryTerms.lang, text: entryTerms.text, together: entryTerms.together })
			.from(entryTerms)
			.where(and(eq(entryTerms.editionId, editionId), eq(entryTerms.n, n)))
			.orderBy(asc(entryTerms.lang), asc(entryTerms.text)),
		db
			.select({ n: relations.other })
			.from(relations)
			.where(and(eq(relations.editionId, editionId), eq(relations.n, n), replaces)),
		db
			.select({ n: relations.n })
			.from(relations)
			.where(and(eq(relations.editionId, editionId), eq(relations.other, n), replaces)),
		collectionsWith(editionId, n)
	]);
	return {
		heading,
		labels: ownLabels,
		notes: ownNotes,
		entries,
		predecessors: predecessors.map((other) => other.n),
		successors: successors.map((other) => other.n),
		groups
	};
}

/** The collections that a heading is in, each below those that it is in itself: a name for every way to it. */
function collectionsWith(editionId: number, n: number): Promise<{ name: string }[]> {
	return connection().sql<{ name: string }>`
		with recursive up as (
			select position, array[position] as way, labels->0->>'text' as name
			from collections where edition_id = ${editionId} and ${n} = any(members)
			union all
			select c.position, up.way || c.position, c.labels->0->>'text' || ' › ' || up.name
			from up join collections c
				on c.edition_id = ${editionId} and (-1 - up.position) = any(c.members) and c.position <> all(up.way)
		)
		select name from up where not exists (
			select 1 from collections c
			where c.edition_id = ${editionId} and (-1 - up.position) = any(c.members) and c.position <> all(up.way))
		order by way`;
}

/** The aspects that a heading allows. */
export async function aspectsOf(editionId: number, n: number): Promise<string[]> {
	const [{ aspects }] = await connection()
		.db.select({ aspects: headings.aspects })
		.from(headings)
		.where(and(eq(headings.editionId, editionId), eq(headings.n, n)));
	return aspects;
}
