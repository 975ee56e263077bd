/** The last stage of an import: a vocabulary and its packed form become the rows of a new edition. */
import type { VocabularyReading } from '../../../core/formats/skos-read';
import type { VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import {
	attachPartition,
	copy,
	makePartitions,
	type Parted,
	partitionOf,
	type Transaction,
	type Value
} from '../db';
import { ImportError } from '../jobs';
import { insertEdition, lockIndex, makeCurrent } from './edition-rows';
import { writePack } from './pack-rows';

/**
 * Writes the edition and makes it the current one of its index, in the transaction it is given.
 * @throws ImportError where the index is no longer there
 */
export async function writeVocabulary(
	tx: Transaction,
	{ indexCode, edition: label }: { indexCode: string; edition: string },
	{ data, counts }: VocabularyReading,
	packed: Uint8Array,
	progress: (share: number) => void
): Promise<void> {
	if (!(await lockIndex(tx, indexCode)))
		throw new ImportError('no-index', `There is no subject index “${indexCode}”.`);
	const languages = [
		...new Set(data.headings.flatMap(({ labels }) => labels.map(({ lang }) => lang)))
	].filter(Boolean);
	const hierarchical = data.headings.some(({ broader }) => broader.length > 0);
	const edition = await insertEdition(tx, { indexCode, label, ...counts, languages, hierarchical });
	await tx.run(makePartitions(edition));
	const tables = rowsOf(edition, data);
	for (const [i, { table, columns, rows }] of tables.entries()) {
		await copy(tx, partitionOf(table, edition), columns, rows);
		await tx.run(attachPartition(table, edition));
		progress((i + 1) / (tables.length + 1));
	}
	await copy(tx, 'collections', COLLECTION, () => collectionRows(edition, data));
	await writePack(tx, edition, packed);
	await tx.run(attachPartition('edition_packs', edition));
	await makeCurrent(tx, indexCode, edition);
}

/** The rows of the tables that are parted by edition, table by table, made as they are sent. */
function rowsOf(
	edition: number,
	{ headings, entryTerms }: VocabularyData
): { table: Parted; columns: string; rows: () => Generator<Value[]> }[] {
	return [
		{
			table: 'headings',
			columns: 'edition_id, n, key, uri, notation, introduced, retired, aspects',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					yield [
						edition,
						n,
						h.key,
						h.uri,
						h.notation ?? null,
						h.introduced ?? null,
						h.retired ?? null,
						h.aspects
					];
			}
		},
		{
			table: 'labels',
			columns: 'edition_id, n, kind, position, lang, text',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries()) {
					for (const [i, { lang, text }] of h.labels.entries())
						yield [edition, n, 'preferred', i, lang, text];
					for (const [i, { lang, text }] of h.hidden.entries()) yield [edition, n, 'hidden', i, lang, text];
				}
			}
		},
		{
			table: 'notes',
			columns: 'edition_id, n, position, kind, lang, text',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					for (const [i, { kind, lang, text }] of h.notes.entries()) yield [edition, n, i, kind, lang, text];
			}
		},
		{
			table: 'relations',
			columns: 'edition_id, n, kind, other',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					for (const kind of ['broader', 'related', 'replaces'] as const)
						for (const other of h[kind]) yield [edition, n, kind, other];
			}
		},
		{
			table: 'entry_terms',
			columns: 'edition_id, n, position, lang, text, together',
			*rows(): Generator<Value[]> {
				for (const [i, { lang, text, headings: targets }] of entryTerms.entries()) {
					const together = targets.length > 1 ? targets.map(String) : null;
					for (const n of targets) yield [edition, n, i, lang, text, together];
				}
			}
		}
	];
}

const COLLECTION = 'edition_id, position, uri, labels, members';

function* collectionRows(edition: number, { collections }: VocabularyData): Generator<Value[]> {
	for (const [i, { uri, labels, members }] of collections.entries())
		yield [edition, i, uri, JSON.stringify(labels, ['lang', 'text']), members.map(String)];
}
