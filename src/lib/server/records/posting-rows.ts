/** Stored postings of an index's words: rows of bytes, a bucket of words for a block of records. */
import { BLOCK } from '../../../core/search';
import { connection, copy, type Transaction, type Value } from '../db';

/** Under this bucket stand the lengths of a block's records. */
export const LENGTHS = -1;

export interface TopicRow {
	n: number;
	/** Words of the title, and of the abstract. */
	t: number;
	a: number;
	/** In the binary form of `tsvectorsend`, which only PostgreSQL itself can give. */
	vector: Buffer;
}

/** The words of the records of one block, in their order. */
export async function eachTopicOfBlock(
	tx: Transaction,
	code: string,
	block: number,
	take: (row: TopicRow) => void
): Promise<void> {
	const pages = tx.pages<TopicRow>(2_000)`
		select n, title_length as t, abstract_length as a, tsvectorsend(topic) as vector from records
		where index_code = ${code} and n >= ${block * BLOCK} and n < ${(block + 1) * BLOCK} order by n`;
	for await (const rows of pages) rows.forEach(take);
}

/** Puts the rows of a block in place of those that were there. */
export async function writeBlock(
	tx: Transaction,
	code: string,
	block: number,
	buckets: ReadonlyMap<number, Uint8Array>
): Promise<void> {
	await tx`delete from record_postings where index_code = ${code} and block = ${block}`;
	await copy(tx, 'record_postings', 'index_code, bucket, block, bytes', function* (): Generator<Value[]> {
		for (const [bucket, bytes] of buckets)
			yield [
				code,
				bucket,
				block,
				`\\x${Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('hex')}`
			];
	});
}

/** The rows of some buckets, block by block. */
export function storedBuckets(
	code: string,
	buckets: readonly number[]
): Promise<{ bucket: number; block: number; bytes: Buffer }[]> {
	return connection().sql<{ bucket: number; block: number; bytes: Buffer }>`
		select bucket, block, bytes from record_postings
		where index_code = ${code} and bucket = any(${[...buckets]}::int[]) order by bucket, block`;
}

/** Indexes that have records and no postings, as an earlier release left them. */
export async function codesWithoutPostings(): Promise<string[]> {
	const rows = await connection().sql<{ code: string }>`
		select code from subject_indexes i where records > 0
			and not exists (select from record_postings p where p.index_code = i.code) order by code`;
	return rows.map(({ code }) => code);
}
