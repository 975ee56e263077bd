/** The subject indexes as they stand, and their current editions in memory. PostgreSQL says which edition is current. */
import { EditionIndex } from '../../../core/edition/edition-index';
import { databaseUrl, perConnection } from '../db';
import { ServiceError } from '../errors';
import { runThread } from '../jobs';
import { type CurrentIndex, currentIndexes } from './index-rows';
import { readPack } from './pack-rows';

/**
 * Reads what look-up and browsing need, so that the first to ask after a restart or an import need not wait for it.
 * What cannot be read is read, or named, when it is asked for.
 */
export async function warmUp(): Promise<void> {
	const current = await currentIndexes();
	await Promise.allSettled(current.flatMap(({ edition }) => (edition ? [editionIndex(edition)] : [])));
}

export async function currentIndex(code: string): Promise<CurrentIndex> {
	const found = (await currentIndexes()).find(({ index }) => index.code === code);
	if (!found) throw new ServiceError(404, 'no-index', `There is no subject index “${code}”.`);
	return found;
}

/** By connection, as numbers of editions mean something in one database only. */
const loadedNow = perConnection(() => new Map<number, { code: string; index: Promise<EditionIndex> }>());

/** Editions of one index that are held at once: the current one, and some that it is compared with. */
const MOST_HELD = 3;

/**
 * The packed form of an edition, read once by this server. An edition never changes, so a copy in memory is never
 * wrong; of each index the copies that were asked for last are held.
 */
export function editionIndex(edition: { id: number; indexCode: string }): Promise<EditionIndex> {
	const loaded = loadedNow();
	const known = loaded.get(edition.id);
	if (known) {
		// What is asked for stands last, so that the first of the map is what nobody asked for the longest.
		loaded.delete(edition.id);
		loaded.set(edition.id, known);
		return known.index;
	}
	const index = readEdition(edition.id);
	const own = [...loaded].filter(([, { code }]) => code === edition.indexCode);
	for (const [id] of own.slice(0, Math.max(0, own.length + 1 - MOST_HELD))) loaded.delete(id);
	loaded.set(edition.id, { code: edition.indexCode, index });
	index.catch(() => loaded.delete(edition.id));
	return index;
}

/** Node's own decoders, which copy memory instead of going character by character. */
const DECODERS = {
	latin1: (bytes: Uint8Array) => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('latin1'),
	utf16: (bytes: Uint8Array) => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('utf16le')
};

async function readEdition(id: number): Promise<EditionIndex> {
	const index = (await unpacked(id)) ?? (await remade(id), await unpacked(id));
	if (!index) throw new Error(`The pack of edition ${id} could not be made anew.`);
	return index;
}

async function unpacked(id: number): Promise<EditionIndex | undefined> {
	const packed = await readPack(id);
	if (packed.length === 0)
		throw new ServiceError(404, 'no-vocabulary', 'This subject index has no vocabulary loaded.');
	return EditionIndex.fromBytes(packed, DECODERS);
}

/** A pack of an earlier release, made anew in a thread: that takes as long as indexing does. */
const remade = (edition: number) => runThread({ kind: 'pack', request: edition, databaseUrl: databaseUrl() });
