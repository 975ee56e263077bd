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
import { insertEdition, lockIndex, makeCurrent, overtakeEdition } from './edition-rows';
import { writePack } from './pack-rows';
import { freeLabel, settle } from './settling-edition';
import { numberOfMember } from './vocabulary-rows';

/**
 * Whether an edition is made current in any case, or never at once: it is kept to be looked at. Where nothing is said, it is
 * made current unless it looks like a mistake.
 */
export type WhenCurrent = 'always' | 'never';

const TO_LOOK_AT = 'It was loaded to be looked at first.';

export interface Wanted {
	indexCode: string;
	/** The label of the edition. */
	edition: string;
	digest: string;
	current?: WhenCurrent;
	/** The edition that was changed by hand to give this one; 0 where there was none. */
	changes?: number;
}

/** Another edition became current while this one was made from the one before. */
export class Overtaken extends Error {}

/** What was done with an edition, where that is not what was asked for. */
export interface Written {
	/** The label it got, as the one asked for was taken. */
	label?: string;
	/** Why it waits for somebody to make it current. */
	held?: string;
	/** It is the file of the present edition again, under the same label: nothing was written. */
	same?: string;
}

/**
 * Writes the edition and makes it the current one of its index, in the transaction it is given; one that looks like a
 * mistake waits until a person makes it current.
 * @throws ImportError where the index is no longer there
 */
export async function writeVocabulary(
	tx: Transaction,
	{ indexCode, edition: wanted, digest, current: when, changes }: Wanted,
	{ data, counts }: VocabularyReading,
	packed: Uint8Array,
	progress: (share: number) => void
): Promise<Written> {
	if (!(await lockIndex(tx, indexCode)))
		throw new ImportError('no-index', `There is no subject index “${indexCode}”.`);
	const { current, held: reason = '' } = await settle(tx, indexCode, wanted, data);
	const byHand = changes !== undefined;
	if (byHand && changes !== (current?.id ?? 0)) throw new Overtaken();
	if (!byHand && current?.digest === digest && current.label === wanted) return { same: wanted };
	// What is changed on one day is one edition.
	if (byHand && current?.byHand && withoutNumber(current.label) === wanted)
		await overtakeEdition(tx, current.id);
	const label = await freeLabel(tx, indexCode, wanted);
	const held = when === 'always' ? '' : when === 'never' && current ? TO_LOOK_AT : reason;
	const languages = [
		...new Set(data.headings.flatMap(({ labels }) => labels.map(({ lang }) => lang)))
	].filter(Boolean);
	const hierarchical = data.headings.some(({ broader }) => broader.length > 0);
	const edition = await insertEdition(tx, {
		indexCode,
		label,
		...counts,
		languages,
		hierarchical,
		digest,
		held,
		byHand
	});
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
	if (held === '') await makeCurrent(tx, indexCode, edition);
	return { ...(label !== wanted && { label }), ...(held !== '' && { held }) };
}

/** A label as it was asked for, before it was found to be taken. */
const withoutNumber = (label: string) => label.replace(/ \(\d+\)$/, '');

/** The rows of the tables that are parted by edition, table by table, made as they are sent. */
function rowsOf(
	edition: number,
	{ headings, entryTerms }: VocabularyData
): { table: Parted; columns: string; rows: () => Generator<Value[]> }[] {
	return [
		{
			table: 'headings',
			columns: 'edition_id, n, key, uri, notation, notations, introduced, retired, aspects',
			*rows(): Generator<Value[]> {
				for (const [n, h] of headings.entries())
					yield [
						edition,
						n,
						h.key,
						h.uri,
						h.notation ?? null,
						h.notations ? JSON.stringify(h.notations) : null,
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

const COLLECTION = 'edition_id, position, uri, labels, members, kind';

function* collectionRows(edition: number, { collections }: VocabularyData): Generator<Value[]> {
	for (const [i, { uri, labels, members, isOrdered, isScheme }] of collections.entries())
		yield [
			edition,
			i,
			uri,
			JSON.stringify(labels, ['lang', 'text']),
			members.map((member) => String(numberOfMember(member))),
			isScheme ? 'scheme' : isOrdered ? 'ordered' : ''
		];
}
