/** Parts of an inquiry's document that are not the inquiry's own rows: each wing registers what is its. */
import type { GenericSchema } from 'valibot';
import type { Queries } from '../db';

export interface DocumentPart<T> {
	/** Its name in the document. */
	name: string;
	/** What it may be; a document from before there was such a part has none. */
	schema: GenericSchema<unknown, T>;
	take: (inquiryId: string) => Promise<T>;
	/** Writes what a document holds, in the transaction in which the inquiry is made of it. */
	give: (tx: Queries, inquiryId: string, part: T) => Promise<void>;
	/** What is wrong with it that its schema does not see, in words, with its place. */
	fault: (part: T, isIndex: (code: string) => boolean) => string | undefined;
}

const parts: DocumentPart<unknown>[] = [];

export function registerDocumentPart<T>(part: DocumentPart<T>): void {
	// Whatever its schema has let through is what the others take.
	parts.push(part as DocumentPart<unknown>);
}

export const documentParts = (): readonly DocumentPart<unknown>[] => parts;
