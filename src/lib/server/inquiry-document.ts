/** A whole inquiry as one JSON document, with its history: taken away, and taken in again without a loss. */
import { randomUUID } from 'node:crypto';
import { toJsonSchema } from '@valibot/to-json-schema';
import { asc, eq } from 'drizzle-orm';
import * as v from 'valibot';
import { FITS, inOrder, ROLES, type Change, type Command, type Inquiry } from '../../core/crosswalk';
import { allow, type Person } from './access';
import { connection } from './db/client';
import { changes, inquiries } from './db/schema';
import { ServiceError } from './errors';
import { cellsOf } from './inquiry-changes';
import { loadInquiry, rowsAsMade, writeRows } from './inquiry-rows';
import { exportRuns, importRuns, runDocument } from './records/run-documents';
import { strategySettings } from './schemas';

export const INQUIRY_FORMAT = 'oakmoss-inquiry';

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(300));
const text = v.pipe(v.string(), v.maxLength(20_000));
const position = v.pipe(v.number(), v.integer());
const heading = v.strictObject({ uri: v.pipe(v.string(), v.minLength(1)), label: text });
const place = { conceptId: id, indexCode: id };

/** The published schema of the document. */
export const inquiryDocument = v.strictObject({
	format: v.literal(INQUIRY_FORMAT),
	version: v.literal(1),
	inquiry: v.strictObject({
		id,
		title: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
		question: text,
		indexes: v.array(id),
		archived: v.boolean(),
		concepts: v.array(
			v.strictObject({ id, position, name: text, status: v.picklist(['required', 'waiting', 'exclude']) })
		),
		words: v.array(
			v.strictObject({
				id,
				conceptId: id,
				position,
				text,
				lang: v.string(),
				capitals: v.boolean(),
				off: v.array(id)
			})
		),
		cells: v.array(
			v.strictObject({
				id,
				...place,
				noHeading: v.boolean(),
				tried: v.array(text),
				edition: text,
				note: text
			})
		),
		picks: v.array(
			v.strictObject({
				id,
				...place,
				position,
				headings: v.pipe(v.array(heading), v.minLength(1)),
				edition: text,
				withNarrower: v.boolean(),
				cuts: v.array(heading),
				chief: v.boolean(),
				aspects: v.array(text),
				role: v.picklist(ROLES),
				fit: v.picklist(FITS),
				note: text
			})
		),
		sightings: v.array(
			v.strictObject({
				id,
				position,
				text,
				uri: v.string(),
				indexCode: v.string(),
				conceptId: v.string(),
				seen: text,
				state: v.picklist(['open', 'used', 'dismissed'])
			})
		),
		strategies: v.optional(v.array(strategySettings), [])
	}),
	history: v.array(
		v.strictObject({
			revision: v.pipe(v.number(), v.integer(), v.minValue(1)),
			at: v.pipe(v.string(), v.isoTimestamp()),
			personId: text,
			kind: v.picklist(['do', 'undo', 'redo']),
			target: v.nullable(v.pipe(v.number(), v.integer())),
			state: v.picklist(['standing', 'undone', 'dropped']),
			summary: text,
			/** The command and the rows it changed, as undo needs them. */
			command: v.nullable(v.record(v.string(), v.unknown())),
			rows: v.array(v.record(v.string(), v.unknown()))
		})
	),
	runs: v.optional(v.array(runDocument), [])
});
export type InquiryDocument = v.InferOutput<typeof inquiryDocument>;

export function inquirySchema(): Record<string, unknown> {
	return { ...toJsonSchema(inquiryDocument), title: 'An Oakmoss inquiry' };
}

export async function exportInquiry(person: Person | undefined, inquiryId: string): Promise<InquiryDocument> {
	allow(person, 'read');
	const { db } = connection();
	const [{ inquiry, archived }, runs, log] = await Promise.all([
		loadInquiry(db, inquiryId, false),
		exportRuns(inquiryId),
		db.select().from(changes).where(eq(changes.inquiryId, inquiryId)).orderBy(asc(changes.revision))
	]);
	const { about, concepts, words, cells, picks, sightings, strategies } = inquiry;
	return {
		format: INQUIRY_FORMAT,
		version: 1,
		inquiry: {
			...about,
			archived,
			concepts: inOrder(concepts),
			words: inOrder(words),
			cells: Object.values(cells).sort((a, b) => (a.id < b.id ? -1 : 1)),
			picks: inOrder(picks),
			sightings: inOrder(sightings),
			strategies: Object.values(strategies).sort((a, b) => (a.id < b.id ? -1 : 1))
		},
		history: log.map(({ revision, at, personId, kind, target, state, summary, command, rows }) => ({
			revision,
			at: at.toISOString(),
			personId,
			kind,
			target,
			state,
			summary,
			command: command as Record<string, unknown> | null,
			rows: rows as unknown as Record<string, unknown>[]
		})),
		runs
	};
}

const filed = <T extends { id: string }>(rows: readonly T[]) =>
	Object.fromEntries(rows.map((row) => [row.id, row]));

/**
 * Makes an inquiry of a document. It keeps its identifier where that is free, and gets a new one where it is not.
 * All or nothing.
 */
export async function importInquiry(person: Person | undefined, document: InquiryDocument): Promise<string> {
	allow(person, 'change-inquiry');
	const { id: given, title, question, indexes, archived, ...tables } = document.inquiry;
	const concepts = new Set(tables.concepts.map((concept) => concept.id));
	for (const table of ['words', 'cells', 'picks'] as const)
		for (const [i, row] of tables[table].entries())
			if (!concepts.has(row.conceptId))
				throw new ServiceError(
					422,
					'invalid',
					`The document names a concept that it does not hold (inquiry.${table}[${i}], “${row.conceptId}”). Nothing was taken in.`
				);
	const numbers = new Set(document.runs.map((run) => run.number));
	if (numbers.size < document.runs.length)
		throw new ServiceError(422, 'invalid', 'Two runs of the document have one number. Nothing was taken in.');
	return connection().db.transaction(async (tx) => {
		const [taken] = await tx.select({ id: inquiries.id }).from(inquiries).where(eq(inquiries.id, given));
		const own = taken ? randomUUID() : given;
		const revision = document.history.reduce((most, entry) => Math.max(most, entry.revision), 0);
		const about = { id: own, title, question, indexes };
		await tx.insert(inquiries).values({ ...about, archived, revision });
		const inquiry: Inquiry = {
			about,
			concepts: filed(tables.concepts),
			words: filed(tables.words),
			cells: filed(tables.cells),
			picks: filed(tables.picks),
			sightings: filed(tables.sightings),
			strategies: filed(tables.strategies)
		};
		await writeRows(tx, own, rowsAsMade(inquiry));
		const log = document.history.map(({ at, command, rows, ...entry }) => {
			// What the log says of the inquiry itself names it as it is called now.
			const made = (rows as unknown as Change[]).map((row) =>
				row.table === 'about'
					? { ...row, id: own, before: renamed(row.before), after: renamed(row.after) }
					: row
			);
			return {
				...entry,
				inquiryId: own,
				at: new Date(at),
				command: command as Command | null,
				rows: made,
				cells: cellsOf(made)
			};
		});
		for (let at = 0; at < log.length; at += 1_000) await tx.insert(changes).values(log.slice(at, at + 1_000));
		await importRuns(tx, own, document.runs);
		return own;

		function renamed(row: Change['before']): Change['before'] {
			return row && ({ ...row, id: own } as Change['before']);
		}
	});
}
