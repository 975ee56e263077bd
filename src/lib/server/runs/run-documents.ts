/** Runs as part of an inquiry's document. What a run found goes along as the keys of its records, where they are not too many. */
import * as v from 'valibot';
import { RecordSet } from '../../../core/search';
import type { Queries } from '../db';
import { registerDocumentPart, strategySettings, twice, unknownIndex } from '../inquiry';
import { limitSetting } from '../input-schema';
import { insertRuns, keysOfRecords, numbersOfKeys, wholeRuns } from './run-rows';

/** Of a run that found more, the document has the count alone. */
const MOST_RECORDS = 5_000;

const text = v.pipe(v.string(), v.maxLength(100_000));
const number = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2e9));

const runDocument = v.strictObject({
	number,
	indexCode: v.pipe(v.string(), v.minLength(1), v.maxLength(100)),
	kind: v.picklist(['run', 'combined', 'kept', 'elsewhere']),
	name: text,
	note: text,
	cql: text,
	settings: v.nullable(strategySettings),
	limits: v.array(limitSetting),
	combined: v.nullable(
		v.strictObject({ how: v.picklist(['and', 'or', 'not']), runs: v.pipe(v.array(number), v.minLength(1)) })
	),
	edition: text,
	count: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2e9)),
	personId: v.pipe(v.string(), v.maxLength(100)),
	at: v.pipe(v.string(), v.isoTimestamp()),
	/** Keys of the records found; left out where they are not known or too many. */
	records: v.optional(v.array(v.string()))
});
type RunDocument = v.InferOutput<typeof runDocument>;

/** One statement for the runs, and one for each index that was run in. */
async function exportRuns(inquiryId: string): Promise<RunDocument[]> {
	const rows = await wholeRuns(inquiryId);
	const found = rows.map((row) =>
		row.found && row.count <= MOST_RECORDS ? RecordSet.fromBytes(row.found) : undefined
	);
	const keys = new Map<string, Map<number, string>>();
	for (const code of new Set(rows.map(({ indexCode }) => indexCode))) {
		const all = RecordSet.union(found.filter((set, i) => set && rows[i].indexCode === code) as RecordSet[]);
		const known = await keysOfRecords(code, [...all.toArray()]);
		keys.set(code, new Map(known.map(({ n, key }) => [n, key])));
	}
	return rows.map(({ inquiryId: _, found: __, recordsRevision: ___, at, ...row }, i) => {
		const names = found[i] && [...found[i].toArray()].flatMap((n) => keys.get(row.indexCode)?.get(n) ?? []);
		return {
			...row,
			at: at.toISOString(),
			// A record that is gone since would make a smaller set pass for what was found.
			...(names && names.length === row.count && { records: names })
		};
	});
}

/** Takes runs in with what they found, as far as the index here has just those records. */
async function importRuns(tx: Queries, inquiryId: string, documents: readonly RunDocument[]): Promise<void> {
	if (documents.length === 0) return;
	const numbers = new Map<string, Map<string, number>>();
	for (const code of new Set(documents.map(({ indexCode }) => indexCode))) {
		const wanted = documents.flatMap((run) => (run.indexCode === code ? (run.records ?? []) : []));
		const known = await numbersOfKeys(tx, code, [...new Set(wanted)]);
		numbers.set(code, new Map(known.map(({ n, key }) => [key, n])));
	}
	await insertRuns(
		tx,
		documents.map(({ records: names, at, ...run }) => {
			const found = names?.flatMap((key) => numbers.get(run.indexCode)?.get(key) ?? []);
			const isWhole = found !== undefined && found.length === run.count;
			return {
				...run,
				inquiryId,
				at: new Date(at),
				found: isWhole ? RecordSet.from(found).toBytes() : null
			};
		})
	);
}

function faultOf(documents: readonly RunDocument[], isIndex: (code: string) => boolean): string | undefined {
	const numbers = documents.map(({ number }) => number);
	const fault =
		twice('runs', numbers) ??
		unknownIndex(
			documents.map(({ indexCode }, i) => [`runs[${i}]`, indexCode]),
			isIndex
		);
	if (fault) return fault;
	for (const [i, { combined }] of documents.entries())
		for (const part of combined?.runs ?? [])
			if (!numbers.includes(part))
				return `A run is combined of one that is not there (runs[${i}], run ${part}).`;
	return undefined;
}

registerDocumentPart({
	name: 'runs',
	schema: v.optional(v.array(runDocument), []),
	take: exportRuns,
	give: importRuns,
	fault: faultOf
});
