/** A whole inquiry as one JSON document, with its history: taken away, and taken in again without a loss. */
import { randomUUID } from 'node:crypto';
import { inOrder, type Change, type Command, type Inquiry } from '../../../core/crosswalk';
import { allow, type Person } from '../people';
import { inTransaction } from '../db';
import { readInThread } from '../jobs';
import { cellsOf } from './inquiry-changes';
import { insertHistory, wholeHistory } from './change-rows';
import { indexNames, insertInquiry, insertRows, originOf } from './inquiry-rows';
import { loadInquiry } from './loading';
import { INQUIRY_FORMAT, type InquiryDocument } from './document-schema';
import { documentParts } from './document-parts';
import type { DocumentPieces } from './document-reading';
import { allowIn } from './inquiry-access';

export async function exportInquiry(person: Person | undefined, inquiryId: string): Promise<InquiryDocument> {
	await allowIn(person, 'read', inquiryId);
	const [{ inquiry, archived }, others, log] = await Promise.all([
		loadInquiry(inquiryId),
		Promise.all(documentParts().map(async ({ name, take }) => [name, await take(inquiryId)] as const)),
		wholeHistory(inquiryId)
	]);
	return {
		...documentWithoutHistory(inquiry, archived),
		history: log.map(({ revision, at, personId, kind, target, state, summary, command, rows }) => ({
			revision,
			at: at.toISOString(),
			personId,
			kind,
			target,
			state,
			summary,
			command: command as InquiryDocument['history'][number]['command'],
			rows: rows as InquiryDocument['history'][number]['rows']
		})),
		...Object.fromEntries(others)
	};
}

/** The rows of an inquiry as a document whose history is empty. */
export function documentWithoutHistory(
	{
		about,
		concepts,
		words,
		cells,
		picks,
		sightings,
		pearls,
		entries,
		strategies,
		limits,
		names,
		comments
	}: Inquiry,
	archived: boolean
): InquiryDocument {
	const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
	return {
		format: INQUIRY_FORMAT,
		version: 1,
		inquiry: {
			...about,
			archived,
			concepts: inOrder(concepts),
			words: inOrder(words),
			cells: Object.values(cells).sort(byId),
			picks: inOrder(picks),
			sightings: inOrder(sightings),
			pearls: inOrder(pearls),
			entries: inOrder(entries),
			strategies: Object.values(strategies).sort(byId),
			limits: inOrder(limits),
			names: Object.values(names).sort(byId),
			comments: inOrder(comments)
		},
		history: []
	};
}

/**
 * Makes an inquiry of a document. It keeps its identifier where that is free, and gets a new one where it is not.
 * All or nothing. It is checked in a thread and written piece by piece, as others are answered meanwhile.
 * @throws ServiceError 400 where the document does not fit its schema, 422 for any other fault
 */
export async function importInquiry(person: Person | undefined, document: unknown): Promise<string> {
	const { id: owner } = allow(person, 'work');
	const codes = (await indexNames()).map(({ code }) => code);
	// As a text it is handed on in no time; as a value it would be copied part by part.
	const text = JSON.stringify(document);
	const read = await readInThread<DocumentPieces>('inquiry', { text, codes });
	const { about, revision, rows, history, parts } = read;
	return inTransaction(async (tx) => {
		let own = about.id;
		if (!(await insertInquiry({ ...about, revision }, owner, tx))) {
			// Beside the inquiry that a document was taken from, what is made of it is a copy.
			const copyOf = await originOf(own, tx);
			own = randomUUID();
			await insertInquiry({ ...about, id: own, revision, copyOf }, owner, tx);
		}
		for (const { table, piece } of rows) await insertRows(tx, own, table, JSON.parse(piece));
		for (const piece of history) await insertHistory(tx, JSON.parse(piece).map(renamed));
		for (const { name, give } of documentParts()) await give(tx, own, JSON.parse(parts[name]));
		return own;

		/** What the log says of the inquiry itself names it as it is called now. */
		function renamed({ at, command, rows: changed, ...entry }: InquiryDocument['history'][number]) {
			const made = (changed as unknown as Change[]).map((row) =>
				row.table === 'about' ? { ...row, id: own, before: asOwn(row.before), after: asOwn(row.after) } : row
			);
			return {
				...entry,
				inquiryId: own,
				at: new Date(at),
				command: command as Command | null,
				rows: made,
				cells: cellsOf(made)
			};
		}
		function asOwn(row: Change['before']): Change['before'] {
			return row && ({ wordField: 'anywhere', ...row, id: own } as Change['before']);
		}
	});
}
