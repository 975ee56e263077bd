/** The words of titles and abstracts, as the database keeps them. */
import { inReading } from '../db';

/** The words of some records. */
export async function eachTopicOf(
	code: string,
	numbers: readonly number[],
	take: (vector: Buffer) => void
): Promise<void> {
	await inReading(async (tx) => {
		const rows = tx.pages<{ vector: Buffer }>(1_000)`
			select tsvectorsend(topic) as vector from records
			where index_code = ${code} and n = any(${numbers}::int[])`;
		for await (const some of rows) for (const { vector } of some) take(vector);
	});
}
