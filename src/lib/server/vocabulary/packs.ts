/** Packed editions in PostgreSQL, sent and read in its binary format: as text they would take twice the bytes. */
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { connection } from '../db/client';
import { partitionOf } from '../db/partitions';
import type { Transaction } from '../db/statements';

/** Packed editions are stored in parts of this many bytes. */
const PART = 256 * 2 ** 10;

/** Signature, no flags, no extension: how PostgreSQL's binary COPY begins (its manual, chapter COPY). */
const HEADER = Buffer.concat([Buffer.from('PGCOPY\n\xff\r\n\0', 'latin1'), Buffer.alloc(8)]);
const END = Buffer.from([0xff, 0xff]);

function* rowsOf(edition: number, packed: Uint8Array): Generator<Buffer> {
	yield HEADER;
	for (let part = 0; part * PART < packed.length; part++) {
		const bytes = packed.subarray(part * PART, (part + 1) * PART);
		const head = Buffer.alloc(22);
		head.writeInt16BE(3, 0);
		head.writeInt32BE(4, 2);
		head.writeInt32BE(edition, 6);
		head.writeInt32BE(4, 10);
		head.writeInt32BE(part, 14);
		head.writeInt32BE(bytes.length, 18);
		yield head;
		yield Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
	}
	yield END;
}

/** Into the partition of the edition, whether it is a part of its table already or not. */
export async function writePack(tx: Transaction, edition: number, packed: Uint8Array): Promise<void> {
	const into = partitionOf('edition_packs', edition);
	const stream = tx.copyIn(`copy ${into} (edition_id, part, bytes) from stdin (format binary)`);
	await pipeline(Readable.from(rowsOf(edition, packed), { objectMode: false }), stream);
}

/** The packed form of an edition; empty where there is none. */
export async function readPack(edition: number): Promise<Uint8Array> {
	return connection().sql.begin(async (tx) => {
		const [{ size }] = await tx<{ size: number }>`
			select coalesce(sum(octet_length(bytes)), 0)::int as size from edition_packs where edition_id = ${edition}`;
		const rows = `select bytes from edition_packs where edition_id = ${Number(edition)} order by part`;
		const reader = new RowReader(size);
		if (size === 0) return reader.bytes;
		for await (const chunk of tx.copyOut(`copy (${rows}) to stdout (format binary)`))
			reader.take(chunk as Buffer);
		return reader.bytes;
	});
}

/** Puts the bytes of rows of one field each together, from chunks that begin and end anywhere. */
class RowReader {
	/** Memory of its own, as numbers are read from it as views, which must lie on their boundaries. */
	readonly bytes: Uint8Array;
	private filled = 0;
	/** Bytes of the current field still to come. */
	private left = 0;
	/** The beginning of a header that a chunk cut off. */
	private carried: Buffer = Buffer.alloc(0);
	private begun = false;

	constructor(size: number) {
		this.bytes = new Uint8Array(size);
	}

	take(chunk: Buffer): void {
		let at = 0;
		while (at < chunk.length) {
			if (this.left > 0) {
				const part = chunk.subarray(at, at + this.left);
				this.bytes.set(part, this.filled);
				this.filled += part.length;
				this.left -= part.length;
				at += part.length;
				continue;
			}
			// Before a row come the number of its fields and the length of the field; before all rows, the header.
			const needed = (this.begun ? 0 : HEADER.length) + 6;
			const more = chunk.subarray(at, at + needed - this.carried.length);
			this.carried = Buffer.concat([this.carried, more]);
			at += more.length;
			if (this.carried.length < needed) return;
			this.left = this.carried.readInt32BE(needed - 4);
			this.carried = Buffer.alloc(0);
			this.begun = true;
		}
	}
}
