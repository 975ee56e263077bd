/**
 * Packed editions in PostgreSQL, in parts, as one value would have to be held and sent whole. They are read in its binary
 * format: 16 MiB take about 0.05 s so and 0.18 s as text, which is half a second of the first look-up after a restart in
 * four vocabularies of 50,000 headings.
 */
import { inReading, partitionOf, type Transaction, verbatim } from '../db';

/** Packed editions are stored in parts of this many bytes. */
const PART = 256 * 2 ** 10;

/** Into the partition of the edition, whether it is a part of its table already or not. */
export async function writePack(tx: Transaction, edition: number, packed: Uint8Array): Promise<void> {
	const into = verbatim(partitionOf('edition_packs', edition));
	for (let part = 0; part * PART < packed.length; part++) {
		const bytes = Buffer.from(packed.subarray(part * PART, (part + 1) * PART));
		await tx`insert into ${into} (edition_id, part, bytes) values (${edition}, ${part}, ${bytes})`;
	}
}

/** Whether an edition is there; it is locked until the transaction ends. */
export async function lockEdition(tx: Transaction, edition: number): Promise<boolean> {
	const [known] = await tx`select id from editions where id = ${edition} for update`;
	return known !== undefined;
}

export async function deletePack(tx: Transaction, edition: number): Promise<void> {
	await tx.run(`delete from ${partitionOf('edition_packs', edition)}`);
}

/** The packed form of an edition; empty where there is none. */
export async function readPack(edition: number): Promise<Uint8Array> {
	return inReading(async (tx) => {
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

/** Signature, flags, length of the extension: what PostgreSQL's binary COPY begins with (its manual, chapter COPY). */
const HEADER = 19;

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
			const needed = (this.begun ? 0 : HEADER) + 6;
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
