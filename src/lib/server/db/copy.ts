/** Many rows at once. */
import { pipeline } from 'node:stream/promises';
import type { TransactionSql } from 'postgres';
import { workUntil } from '../work-until';

export type Value = string | number | boolean | null | readonly string[];

/** A query of the driver, with the way in which it is told of an error. */
interface Rejectable {
	reject: (error: unknown) => void;
}

/**
 * COPY in text format, which PostgreSQL reads several times faster than INSERT.
 * @param meanwhile is called between batches of rows and while PostgreSQL sees to what was asked before; should be
 * brief, and answer whether there is more to do
 */
export async function copy(
	tx: TransactionSql,
	table: string,
	columns: string,
	rows: () => Iterable<Value[]>,
	meanwhile?: () => boolean
) {
	const query = tx.unsafe(`copy ${table} (${columns}) from stdin`) as ReturnType<typeof tx.unsafe> &
		Rejectable;
	// The driver resolves the query once rows can be sent, so what goes wrong after the last row (a constraint, a trigger,
	// a full disk) would reach nobody and the stream would wait for ever.
	const { reject } = query;
	const refused = new Promise<never>((_, fail) => {
		query.reject = (error) => {
			reject(error);
			fail(error);
		};
	});
	refused.catch(() => {});
	const ready = query.writable();
	if (meanwhile) await workUntil(ready, meanwhile);
	const stream = await ready;
	async function* lines() {
		let batch = '';
		for (const row of rows()) {
			// No array and no pattern for what most fields are: this runs a million times for a large vocabulary.
			for (let i = 0; i < row.length; i++) batch += (i > 0 ? '\t' : '') + copyField(row[i]);
			batch += '\n';
			if (batch.length > 65_536) {
				yield batch;
				batch = '';
				meanwhile?.();
			}
		}
		if (batch) yield batch;
	}
	await Promise.race([pipeline(lines, stream), refused]);
}

const SPECIAL = /[\\\n\r\t]/;

function copyField(value: Value): string {
	if (value === null) return '\\N';
	if (typeof value === 'number') return String(value);
	if (typeof value === 'boolean') return value ? 't' : 'f';
	const text =
		typeof value === 'string'
			? value
			: `{${value.map((item) => `"${item.replace(/[\\"]/g, '\\$&')}"`).join(',')}}`;
	if (!SPECIAL.test(text)) return text;
	return text.replace(
		/[\\\n\r\t]/g,
		(mark) => ({ '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' })[mark] as string
	);
}
