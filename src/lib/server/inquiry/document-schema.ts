/** The document of a whole inquiry, as its published schema has it. */
import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import { DECISIONS, FITS, ROLES, STATUSES } from '../../../core/crosswalk';
import { documentParts } from './document-parts';
import { citation, command, listedRecords, mends, slots, strategySettings } from './command-schema';
import { isFree, limitSetting, NOT_FREE, wordField } from '../input-schema';

export const INQUIRY_FORMAT = 'oakmoss-inquiry';

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(300), v.check(isFree, NOT_FREE));
const text = v.pipe(v.string(), v.maxLength(20_000));
const whole = v.pipe(v.number(), v.integer(), v.minValue(-2e9), v.maxValue(2e9));
const heading = v.strictObject({ uri: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)), label: text });
const place = { conceptId: id, indexCode: id };
const title = v.pipe(v.string(), v.trim(), v.minLength(1, 'A title is needed.'), v.maxLength(200));
const status = v.picklist(STATUSES);
const lang = v.pipe(v.string(), v.maxLength(35));

/** The rows of an inquiry, by their table. */
const ROWS = {
	concepts: v.strictObject({ id, position: whole, name: text, status }),
	words: v.strictObject({
		id,
		conceptId: id,
		position: whole,
		text,
		lang,
		capitals: v.boolean(),
		off: v.array(id)
	}),
	cells: v.strictObject({
		id,
		...place,
		noHeading: v.boolean(),
		tried: v.array(text),
		edition: text,
		note: text
	}),
	picks: v.strictObject({
		id,
		...place,
		position: whole,
		headings: v.pipe(v.array(heading), v.minLength(1)),
		edition: text,
		withNarrower: v.boolean(),
		cuts: v.array(heading),
		chief: v.boolean(),
		aspects: v.array(text),
		role: v.picklist(ROLES),
		fit: v.picklist(FITS),
		note: text,
		slots: v.optional(slots)
	}),
	sightings: v.strictObject({
		id,
		position: whole,
		text,
		uri: v.pipe(v.string(), v.maxLength(2_000)),
		indexCode: v.pipe(v.string(), v.maxLength(100)),
		conceptId: v.pipe(v.string(), v.maxLength(300)),
		seen: text,
		state: v.picklist(['open', 'used', 'dismissed'])
	}),
	pearls: v.strictObject({
		id,
		position: whole,
		indexCode: id,
		record: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)),
		title: text
	}),
	entries: v.strictObject({
		id,
		position: whole,
		records: listedRecords,
		citation: v.nullable(citation),
		title: text,
		authors: text,
		source: text,
		year: v.nullable(whole),
		from: text,
		decision: v.picklist(DECISIONS),
		reason: text,
		note: text,
		tags: v.array(text),
		mends,
		addedAt: text,
		decidedAt: text,
		decidedBy: v.pipe(v.string(), v.maxLength(100))
	}),
	strategies: strategySettings,
	limits: v.strictObject({ id, position: whole, setting: limitSetting, liftedIn: v.array(id) }),
	names: v.strictObject({ id, to: text, says: text, toSays: text }),
	comments: v.strictObject({
		id,
		position: whole,
		about: v.pipe(v.string(), v.minLength(1), v.maxLength(2_400)),
		text,
		mentions: v.array(v.pipe(v.string(), v.maxLength(100))),
		isSettled: v.boolean(),
		by: v.pipe(v.string(), v.maxLength(100)),
		at: text
	})
} as const;

/** A row as the history has it; one from before a field was introduced lacks that. */
const past = <S extends v.StrictObjectSchema<v.ObjectEntries, undefined>>(row: S) =>
	v.nullable(v.partial(row));
const changeOf = <T extends string, S extends v.GenericSchema>(table: T, row: S) =>
	v.strictObject({ table: v.literal(table), id, before: row, after: row });
/** A document from before words could be told where to look states no place: they looked anywhere. */
const about = v.strictObject({
	id,
	title,
	question: text,
	indexes: v.array(id),
	wordField: v.optional(wordField, 'anywhere')
});
const rowChange = v.variant('table', [
	changeOf('about', past(about)),
	changeOf('concepts', past(ROWS.concepts)),
	changeOf('words', past(ROWS.words)),
	changeOf('cells', past(ROWS.cells)),
	changeOf('picks', past(ROWS.picks)),
	changeOf('sightings', past(ROWS.sightings)),
	changeOf('pearls', past(ROWS.pearls)),
	changeOf('entries', past(ROWS.entries)),
	changeOf('strategies', past(ROWS.strategies)),
	changeOf('limits', past(ROWS.limits)),
	changeOf('names', past(ROWS.names)),
	changeOf('comments', past(ROWS.comments))
]);

/** The rows of an inquiry without what belongs to its people, as other documents hold them. */
export const bareRows = v.strictObject({
	title,
	question: text,
	indexes: v.array(id),
	wordField,
	concepts: v.array(ROWS.concepts),
	words: v.array(ROWS.words),
	cells: v.array(ROWS.cells),
	picks: v.array(ROWS.picks),
	sightings: v.array(ROWS.sightings),
	pearls: v.array(ROWS.pearls),
	entries: v.array(ROWS.entries),
	strategies: v.array(ROWS.strategies),
	limits: v.array(ROWS.limits),
	names: v.array(ROWS.names)
});

const ownDocument = v.strictObject({
	format: v.literal(INQUIRY_FORMAT),
	version: v.literal(1),
	inquiry: v.strictObject({
		...about.entries,
		archived: v.boolean(),
		concepts: v.array(ROWS.concepts),
		words: v.array(ROWS.words),
		cells: v.array(ROWS.cells),
		picks: v.array(ROWS.picks),
		sightings: v.array(ROWS.sightings),
		pearls: v.optional(v.array(ROWS.pearls), []),
		entries: v.optional(v.array(ROWS.entries), []),
		strategies: v.optional(v.array(ROWS.strategies), []),
		limits: v.optional(v.array(ROWS.limits), []),
		names: v.optional(v.array(ROWS.names), []),
		comments: v.optional(v.array(ROWS.comments), [])
	}),
	history: v.array(
		v.strictObject({
			revision: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2e9)),
			at: v.pipe(v.string(), v.isoTimestamp()),
			personId: v.pipe(v.string(), v.maxLength(100)),
			kind: v.picklist(['do', 'undo', 'redo']),
			target: v.nullable(v.pipe(v.number(), v.integer())),
			state: v.picklist(['standing', 'undone', 'dropped']),
			summary: text,
			/** The command and the rows it changed, as undo needs them. */
			command: v.nullable(command),
			rows: v.array(rowChange)
		})
	)
});
export type InquiryDocument = v.InferOutput<typeof ownDocument> & Record<string, unknown>;

/** The published schema of the document, with the parts that other wings have registered. */
export function inquiryDocument(): v.GenericSchema<unknown, InquiryDocument> {
	const entries = Object.fromEntries(documentParts().map(({ name, schema }) => [name, schema]));
	return v.strictObject({ ...ownDocument.entries, ...entries });
}

export function inquirySchema(): Record<string, unknown> {
	return { ...toJsonSchema(inquiryDocument(), { errorMode: 'ignore' }), title: 'An Oakmoss inquiry' };
}
