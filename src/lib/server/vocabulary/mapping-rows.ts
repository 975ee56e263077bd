/** The rows of known mappings between vocabularies. */
import { asc, eq, inArray, or } from 'drizzle-orm';
import type { KnownMapping } from '../../../core/formats/known-mappings';
import { connection, copy, knownMappings, mappingSets, type Transaction } from '../db';

export interface MappingSet {
	name: string;
	title: string;
	mappings: number;
	/** How many of them join headings of two indexes that were here when the file was loaded. */
	joined: number;
	loadedAt: Date;
}

/** Under which name is kept what the vocabulary of an index says of others. */
export const nameOfVocabulary = (indexCode: string) => `vocabulary ${indexCode}`;

export function mappingSetRows(): Promise<MappingSet[]> {
	return connection().db.select().from(mappingSets).orderBy(asc(mappingSets.name));
}

/** Puts a set in the place of one of the same name. */
export async function replaceMappings(
	tx: Transaction,
	{ name, title, joined }: Pick<MappingSet, 'name' | 'title' | 'joined'>,
	mappings: readonly KnownMapping[]
): Promise<void> {
	await dropMappings(tx, name);
	await tx`
		insert into mapping_sets (name, title, mappings, joined) values (${name}, ${title}, ${mappings.length}, ${joined})`;
	await copy(tx, 'known_mappings', 'set_name, subject, object, relation, confidence', function* () {
		for (const { subject, object, relation, confidence } of mappings)
			yield [name, subject, object, relation, confidence];
	});
}

/** Removes a set, where there is one. */
export async function dropMappings(tx: Transaction, name: string): Promise<void> {
	await tx`delete from mapping_sets where name = ${name}`;
}

/** @returns whether it was there */
export async function deleteMappings(name: string): Promise<boolean> {
	const gone = await connection()
		.db.delete(mappingSets)
		.where(eq(mappingSets.name, name))
		.returning({ name: mappingSets.name });
	return gone.length > 0;
}

/** Mappings that have one of some headings at either end. */
export function mappingsOf(uris: readonly string[]): Promise<(KnownMapping & { setName: string })[]> {
	if (uris.length === 0) return Promise.resolve([]);
	return connection()
		.db.select()
		.from(knownMappings)
		.where(or(inArray(knownMappings.subject, [...uris]), inArray(knownMappings.object, [...uris])));
}

/** All mappings of a set. */
export function mappingsNamed(name: string): Promise<KnownMapping[]> {
	return connection()
		.db.select()
		.from(knownMappings)
		.where(eq(knownMappings.setName, name))
		.orderBy(asc(knownMappings.subject), asc(knownMappings.object), asc(knownMappings.relation));
}
