/** The rows of editions as they are made. */
import type { Transaction } from '../db';

/** Whether an index is there; it is locked until the transaction ends. */
export async function lockIndex(tx: Transaction, code: string): Promise<boolean> {
	const [target] = await tx`select code from subject_indexes where code = ${code} for update`;
	return target !== undefined;
}

/** @returns its number, under which no other edition ever is */
export async function insertEdition(
	tx: Transaction,
	made: {
		indexCode: string;
		label: string;
		headings: number;
		entryTerms: number;
		relations: number;
		languages: string[];
		hierarchical: boolean;
	}
): Promise<number> {
	const [{ id }] = await tx<{ id: number }>`
		insert into editions (index_code, label, headings, entry_terms, relations, languages, hierarchical)
		values (${made.indexCode}, ${made.label}, ${made.headings}, ${made.entryTerms}, ${made.relations},
			${made.languages}, ${made.hierarchical})
		returning id`;
	return id;
}

export async function makeCurrent(tx: Transaction, code: string, edition: number): Promise<void> {
	await tx`update subject_indexes set current_edition = ${edition} where code = ${code}`;
}
