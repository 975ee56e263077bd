/**
 * A whole inquiry's document where it is checked: in a thread, as it may have tens of thousands of rows. It comes back in
 * pieces, each a text that is taken apart only when it is written, so that nobody else waits for the whole.
 */
import * as v from 'valibot';
import { ServiceError } from '../errors';
import { documentFault } from './document-fault';
import { documentParts } from './document-parts';
import { inquiryDocument, type InquiryDocument } from './document-schema';

/** Rows in one piece, which hold others up for some ten milliseconds as they are written. */
const ROWS_IN_PIECE = 100;

type Tables = Omit<
	InquiryDocument['inquiry'],
	'id' | 'title' | 'question' | 'indexes' | 'wordField' | 'archived'
>;
export type TableName = keyof Tables;

/** What a checked document holds; every piece is JSON. */
export interface DocumentPieces {
	about: Pick<InquiryDocument['inquiry'], 'id' | 'title' | 'question' | 'indexes' | 'wordField' | 'archived'>;
	/** The last revision of its history. */
	revision: number;
	rows: { table: TableName; piece: string }[];
	history: string[];
	/** What other wings registered, by name. */
	parts: Record<string, string>;
}

/**
 * Checks the text of a document against its schema and for what names what is not there. O(size).
 * @param codes the subject indexes that are here
 * @throws ValiError where it does not fit the schema, ServiceError 422 for any other fault
 */
export function readDocument({ text, codes }: { text: string; codes: readonly string[] }): DocumentPieces {
	const document = v.parse(inquiryDocument(), JSON.parse(text));
	const known = new Set(codes);
	const isIndex = (code: string) => known.has(code);
	const fault =
		documentFault(document, isIndex) ??
		documentParts()
			.map((part) => part.fault(document[part.name], isIndex))
			.find((found) => found !== undefined);
	if (fault) throw new ServiceError(422, 'invalid', `${fault} Nothing was imported.`);
	const { id, title, question, indexes, wordField, archived, ...tables } = document.inquiry;
	return {
		about: { id, title, question, indexes, wordField, archived },
		revision: document.history.reduce((most, entry) => Math.max(most, entry.revision), 0),
		rows: Object.entries(tables).flatMap(([table, rows]) =>
			inPieces(rows).map((piece) => ({ table: table as TableName, piece }))
		),
		history: inPieces(document.history),
		parts: Object.fromEntries(documentParts().map(({ name }) => [name, JSON.stringify(document[name])]))
	};
}

function inPieces(rows: readonly unknown[]): string[] {
	const pieces: string[] = [];
	for (let at = 0; at < rows.length; at += ROWS_IN_PIECE)
		pieces.push(JSON.stringify(rows.slice(at, at + ROWS_IN_PIECE)));
	return pieces;
}
