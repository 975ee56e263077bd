/** Packed editions in PostgreSQL, sent and read in its binary format: as text they would take twice the bytes. */
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { TransactionSql } from 'postgres';
import { connect } from './db/client';

/** Packed editions are stored in parts of this many bytes. */
const PART = 4 * 2 ** 20;

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

export async function writePack(tx: TransactionSql, edition: number, packed: Uint8Array): Promise<void> {
	const stream = await tx`copy edition_packs (edition_id, part, bytes) from stdin (format binary)`.writable();
	await pipeline(Readable.from(rowsOf(edition, packed), { objectMode: false }), stream);
}

/**
 * The packed form of an edition; empty where there is none. Read over a connection of its own, which is closed after
 * it: the driver may leave a connection that copied out paused, and whoever got it next from the pool would wait.
 */
export async function readPack(url: string, edition: number): Promise<Uint8Array> {
	const { sql } = connect(url, 1);
	const chunks: Buffer[] = [];
	try {
		const rows = `select bytes from edition_packs where edition_id = ${Number(edition)} order by part`;
		const stream = await sql.unsafe(`copy (${rows}) to stdout (format binary)`).readable();
		for await (const chunk of stream) chunks.push(chunk as Buffer);
	} finally {
		await sql.end({ timeout: 0 });
	}
	const all = Buffer.concat(chunks);
	const parts: Buffer[] = [];
	let at = HEADER.length;
	while (at < all.length && all.readInt16BE(at) === 1) {
		const length = all.readInt32BE(at + 2);
		parts.push(all.subarray(at + 6, at + 6 + length));
		at += 6 + length;
	}
	// Numbers are read as views, so they must lie on their boundaries: the whole is put into memory of its own.
	const packed = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
	let filled = 0;
	for (const part of parts) {
		packed.set(part, filled);
		filled += part.length;
	}
	return packed;
}
