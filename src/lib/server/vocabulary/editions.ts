/** The subject indexes as they stand, and their current editions in memory. PostgreSQL says which edition is current. */
import { EditionIndex } from '../../../core/edition/edition-index';
import { databaseUrl } from '../db';
import { ServiceError } from '../errors';
import { startThread, type ThreadMessage } from '../jobs';
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

const loaded = new Map<number, { code: string; index: Promise<EditionIndex> }>();

/**
 * The packed form of an edition, read once by this server. An edition never changes, so a copy in memory is never
 * wrong; the copies of an index's earlier editions are let go when a newer one is loaded.
 */
export function editionIndex(edition: { id: number; indexCode: string }): Promise<EditionIndex> {
	const known = loaded.get(edition.id);
	if (known) return known.index;
	const index = readEdition(edition.id);
	for (const [id, { code }] of loaded) if (code === edition.indexCode && id < edition.id) loaded.delete(id);
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
function remade(edition: number): Promise<void> {
	return new Promise((resolve, reject) => {
		const thread = startThread({ kind: 'pack', request: edition, databaseUrl: databaseUrl() });
		thread.on('message', (message: ThreadMessage) =>
			message.kind === 'failed' ? reject(new Error(message.message)) : resolve()
		);
		thread.on('error', reject);
		thread.on('exit', () => reject(new Error('The thread that packs a vocabulary has ended.')));
	});
}
