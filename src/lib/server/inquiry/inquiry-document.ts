/** A whole inquiry as one JSON document, with its history: taken away, and taken in again without a loss. */
import { randomUUID } from 'node:crypto';
import { inOrder, type Change, type Command, type Inquiry } from '../../../core/crosswalk';
import { allow, type Person } from '../people';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import { cellsOf } from './inquiry-changes';
import { insertHistory, wholeHistory } from './change-rows';
import { indexNames, insertInquiry, isTaken, originOf, rowsAsMade, writeRows } from './inquiry-rows';
import { loadInquiry } from './loading';
import { INQUIRY_FORMAT, type InquiryDocument } from './document-schema';
import { documentParts } from './document-parts';
import { documentFault } from './document-fault';
import { allowIn } from './inquiry-access';

export async function exportInquiry(person: Person | undefined, inquiryId: string): Promise<InquiryDocument> {
	await allowIn(person, 'read', inquiryId);
	const [{ inquiry, archived }, others, log] = await Promise.all([
		loadInquiry(inquiryId),
		Promise.all(documentParts().map(async ({ name, take }) => [name, await take(inquiryId)] as const)),
		wholeHistory(inquiryId)
	]);
	const { about, concepts, words, cells, picks, sightings, pearls, entries, strategies, comments } = inquiry;
	return {
		format: INQUIRY_FORMAT,
		version: 1,
		inquiry: {
			...about,
			archived,
			concepts: inOrder(concepts),
			words: inOrder(words),
			cells: Object.values(cells).sort((a, b) => (a.id < b.id ? -1 : 1)),
			picks: inOrder(picks),
			sightings: inOrder(sightings),
			pearls: inOrder(pearls),
			entries: inOrder(entries),
			strategies: Object.values(strategies).sort((a, b) => (a.id < b.id ? -1 : 1)),
			comments: inOrder(comments)
		},
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

const byIdentifier = <T extends { id: string }>(rows: readonly T[]) =>
	Object.fromEntries(rows.map((row) => [row.id, row]));

/**
 * Makes an inquiry of a document. It keeps its identifier where that is free, and gets a new one where it is not.
 * All or nothing.
 */
export async function importInquiry(person: Person | undefined, document: InquiryDocument): Promise<string> {
	const { id: owner } = allow(person, 'work');
	const { id: given, title, question, indexes, wordField, archived, ...tables } = document.inquiry;
	const codes = new Set((await indexNames()).map(({ code }) => code));
	const isIndex = (code: string) => codes.has(code);
	const fault =
		documentFault(document, isIndex) ??
		documentParts()
			.map((part) => part.fault(document[part.name], isIndex))
			.find((found) => found !== undefined);
	if (fault) throw new ServiceError(422, 'invalid', `${fault} Nothing was imported.`);
	return inTransaction(async (tx) => {
		const own = (await isTaken(given, tx)) ? randomUUID() : given;
		const revision = document.history.reduce((most, entry) => Math.max(most, entry.revision), 0);
		const about = { id: own, title, question, indexes, wordField };
		// Beside the inquiry that a document was taken from, what is made of it is a copy.
		const copyOf = own === given ? null : await originOf(given, tx);
		await insertInquiry({ ...about, archived, revision, copyOf }, owner, tx);
		const inquiry: Inquiry = {
			about,
			concepts: byIdentifier(tables.concepts),
			words: byIdentifier(tables.words),
			cells: byIdentifier(tables.cells),
			picks: byIdentifier(tables.picks),
			sightings: byIdentifier(tables.sightings),
			pearls: byIdentifier(tables.pearls),
			entries: byIdentifier(tables.entries),
			strategies: byIdentifier(tables.strategies),
			comments: byIdentifier(tables.comments)
		};
		await writeRows(tx, own, rowsAsMade(inquiry));
		const log = document.history.map(({ at, command, rows, ...entry }) => {
			// What the log says of the inquiry itself names it as it is called now.
			const made = (rows as unknown as Change[]).map((row) =>
				row.table === 'about'
					? { ...row, id: own, before: renamed(row.before), after: renamed(row.after) }
					: row
			);
			return {
				...entry,
				inquiryId: own,
				at: new Date(at),
				command: command as Command | null,
				rows: made,
				cells: cellsOf(made)
			};
		});
		await insertHistory(tx, log);
		for (const { name, give } of documentParts()) await give(tx, own, document[name]);
		return own;

		function renamed(row: Change['before']): Change['before'] {
			return row && ({ wordField: 'anywhere', ...row, id: own } as Change['before']);
		}
	});
}
