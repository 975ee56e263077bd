/** Tables of inquiries, which change by commands only, and of who takes part in them. */
import { sql } from 'drizzle-orm';
import {
	boolean,
	index,
	integer,
	jsonb,
	pgTable,
	primaryKey,
	smallint,
	text,
	uniqueIndex
} from 'drizzle-orm/pg-core';
import { DEFAULT_WORD_FIELD } from '../../../../core/crosswalk/inquiry';
import type {
	Change,
	Command,
	PickedHeading,
	StrategySettings,
	WordField
} from '../../../../core/crosswalk/inquiry';
import type { DecidedApart } from '../../../../core/crosswalk/agreement';
import { DECISIONS } from '../../../../core/crosswalk/list-entry';
import type { ListEntry } from '../../../../core/crosswalk/list-entry';
import type { CslItem } from '../../../../core/evidence/citation';
import type { LimitSetting } from '../../../../core/crosswalk/limits';
import { moment } from './columns';
import { ofPerson, groups } from './people-tables';

export const inquiries = pgTable('inquiries', {
	id: text('id').primaryKey(),
	title: text('title').notNull(),
	question: text('question').notNull(),
	/** Codes of the chosen subject indexes, in the order of the crosswalk's columns. */
	indexes: text('indexes').array().notNull(),
	/** Where words are looked for unless the strategy of an index says otherwise. */
	wordField: text('word_field').$type<WordField>().notNull().default(DEFAULT_WORD_FIELD),
	/** Number of the last change. */
	revision: integer('revision').notNull().default(0),
	archived: boolean('archived').notNull().default(false),
	/** The first inquiry of which it is a copy, or a copy of a copy; none where it is its own. */
	copyOf: text('copy_of'),
	/** The lesson that it is learnt from in; what is picked in it is evidence for nobody. */
	lessonId: text('lesson_id'),
	/** Set when a person deletes it; it can be had back until the row is removed for good. */
	deletedAt: moment('deleted_at'),
	createdAt: moment('created_at').notNull().defaultNow(),
	changedAt: moment('changed_at').notNull().defaultNow()
});

export const ofInquiry = () =>
	text('inquiry_id')
		.notNull()
		.references(() => inquiries.id, { onDelete: 'cascade' });

/** Who takes part in an inquiry. One of them owns it. */
export const inquiryPeople = pgTable(
	'inquiry_people',
	{
		inquiryId: ofInquiry(),
		personId: ofPerson(),
		role: text('role', { enum: ['owner', 'editor', 'reader'] }).notNull()
	},
	(t) => [
		primaryKey({ columns: [t.inquiryId, t.personId] }),
		index('inquiries_of_person').on(t.personId),
		uniqueIndex('one_owner')
			.on(t.inquiryId)
			.where(sql`role = 'owner'`)
	]
);

/** What two people decide apart, to be compared. */
export const aparts = pgTable(
	'aparts',
	{
		id: text('id').primaryKey(),
		inquiryId: ofInquiry(),
		/** Cells of the crosswalk, or the whole reading list. */
		of: text('of', { enum: ['cells', 'list'] }).notNull(),
		cells: jsonb('cells').$type<{ conceptId: string; indexCode: string }[]>().notNull(),
		startedBy: text('started_by').notNull(),
		startedAt: moment('started_at').notNull().defaultNow()
	},
	(t) => [index('aparts_of_inquiry').on(t.inquiryId)]
);

/** Each of the two, the copy of the inquiry in which they decide, when they had done and what they had decided by then. */
export const apartPeople = pgTable(
	'apart_people',
	{
		apartId: text('apart_id')
			.notNull()
			.references(() => aparts.id, { onDelete: 'cascade' }),
		/** The first of them or the second. */
		side: smallint('side').notNull(),
		personId: text('person_id').notNull(),
		inquiryId: ofInquiry(),
		doneAt: moment('done_at'),
		decided: jsonb('decided').$type<DecidedApart>()
	},
	(t) => [primaryKey({ columns: [t.apartId, t.side] }), uniqueIndex('apart_copies').on(t.inquiryId)]
);

/** Groups that take part in an inquiry, whoever is in them. */
export const inquiryGroups = pgTable(
	'inquiry_groups',
	{
		inquiryId: ofInquiry(),
		groupId: text('group_id')
			.notNull()
			.references(() => groups.id, { onDelete: 'cascade' }),
		role: text('role', { enum: ['editor', 'reader'] }).notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.groupId] }), index('inquiries_of_group').on(t.groupId)]
);

/** Addresses by which whoever has them may read an inquiry, until they are taken back. */
export const inquiryLinks = pgTable(
	'inquiry_links',
	{
		key: text('key').primaryKey(),
		inquiryId: ofInquiry(),
		madeBy: text('made_by').notNull(),
		madeAt: moment('made_at').notNull().defaultNow()
	},
	(t) => [index('links_of_inquiry').on(t.inquiryId)]
);

export const concepts = pgTable(
	'concepts',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		name: text('name').notNull(),
		status: text('status', { enum: ['required', 'waiting', 'exclude'] }).notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] }), index('concepts_by_name').on(sql`lower(${t.name})`)]
);

export const words = pgTable(
	'words',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		conceptId: text('concept_id').notNull(),
		position: integer('position').notNull(),
		text: text('text').notNull(),
		lang: text('lang').notNull().default(''),
		capitals: boolean('capitals').notNull().default(false),
		off: text('off').array().notNull().default([])
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] }), index('words_by_text').on(sql`lower(${t.text})`)]
);

/** A cell has a row only once it says more than its picks do. */
export const cells = pgTable(
	'cells',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		conceptId: text('concept_id').notNull(),
		indexCode: text('index_code').notNull(),
		noHeading: boolean('no_heading').notNull(),
		/** The words looked up in vain and the edition they were looked up in. */
		tried: text('tried').array().notNull(),
		edition: text('edition').notNull(),
		note: text('note').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

export const picks = pgTable(
	'picks',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		conceptId: text('concept_id').notNull(),
		indexCode: text('index_code').notNull(),
		position: integer('position').notNull(),
		/** One heading, or several held together, as URI and the label it had when it was picked. */
		headings: jsonb('headings').$type<PickedHeading[]>().notNull(),
		edition: text('edition').notNull(),
		withNarrower: boolean('with_narrower').notNull(),
		cuts: jsonb('cuts').$type<PickedHeading[]>().notNull().default([]),
		chief: boolean('chief').notNull().default(false),
		aspects: text('aspects').array().notNull().default([]),
		role: text('role', { enum: ['searched', 'recorded', 'rejected'] }).notNull(),
		fit: text('fit', { enum: ['notJudged', 'exact', 'close', 'broader', 'narrower', 'related'] }).notNull(),
		note: text('note').notNull(),
		slots: jsonb('slots').$type<Record<string, string>>()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

export const sightings = pgTable(
	'sightings',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		text: text('text').notNull(),
		uri: text('uri').notNull(),
		indexCode: text('index_code').notNull(),
		conceptId: text('concept_id').notNull(),
		seen: text('seen').notNull(),
		state: text('state', { enum: ['open', 'used', 'dismissed'] }).notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** What people said to each other about parts of an inquiry. */
export const comments = pgTable(
	'comments',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		about: text('about').notNull(),
		text: text('text').notNull(),
		mentions: text('mentions').array().notNull(),
		isSettled: boolean('is_settled').notNull(),
		by: text('by').notNull(),
		at: text('at').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** Records known to be relevant. A row stays though its index may lose the record. */
export const pearls = pgTable(
	'pearls',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		indexCode: text('index_code').notNull(),
		record: text('record').notNull(),
		title: text('title').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** The reading list. */
export const entries = pgTable(
	'list_entries',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		records: jsonb('records').$type<ListEntry['records']>().notNull(),
		citation: jsonb('citation').$type<CslItem | null>(),
		title: text('title').notNull(),
		authors: text('authors').notNull(),
		source: text('source').notNull(),
		year: integer('year'),
		from: text('from').notNull(),
		decision: text('decision', { enum: DECISIONS }).notNull(),
		reason: text('reason').notNull(),
		note: text('note').notNull(),
		tags: text('tags').array().notNull(),
		mends: jsonb('mends').$type<ListEntry['mends']>().notNull(),
		/** Texts, as they stand in the log of changes too: compared there, they must be written alike. */
		addedAt: text('added_at').notNull(),
		decidedAt: text('decided_at').notNull(),
		decidedBy: text('decided_by').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

export const strategies = pgTable(
	'strategies',
	{
		/** Code of the index. */
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		off: text('off').array().notNull(),
		fields: jsonb('fields').$type<StrategySettings['fields']>().notNull(),
		searches: jsonb('searches').$type<StrategySettings['searches']>().notNull().default({}),
		limits: jsonb('limits').$type<LimitSetting[]>().notNull(),
		lifted: boolean('lifted').notNull(),
		left: jsonb('left').$type<StrategySettings['left']>().notNull().default({}),
		text: text('text').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** Limits that all indexes of an inquiry keep to, by field. */
export const inquiryLimits = pgTable(
	'inquiry_limits',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		position: integer('position').notNull(),
		setting: jsonb('setting').$type<LimitSetting>().notNull(),
		/** Codes of the indexes in which it does not hold. */
		liftedIn: text('lifted_in').array().notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** Forms of authors' names that are joined or set apart by hand. */
export const inquiryNames = pgTable(
	'inquiry_names',
	{
		id: text('id').notNull(),
		inquiryId: ofInquiry(),
		to: text('to').notNull(),
		says: text('says').notNull(),
		toSays: text('to_says').notNull()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.id] })]
);

/** Every change of an inquiry: the command, what it did row by row, and whether it stands. */
export const changes = pgTable(
	'changes',
	{
		inquiryId: ofInquiry(),
		revision: integer('revision').notNull(),
		at: moment('at').notNull().defaultNow(),
		personId: text('person_id').notNull(),
		/** The window it came from, so that a window can tell its own changes from those of others. */
		client: text('client').notNull().default(''),
		/** Names one sending of a command, so that a command whose answer was lost is not carried out twice. */
		sending: text('sending'),
		/** The cells it touched, for the history of each. */
		cells: text('cells').array().notNull().default([]),
		/** `undo` and `redo` are changes too; `target` is the change they undid or redid. */
		kind: text('kind', { enum: ['do', 'undo', 'redo'] }).notNull(),
		target: integer('target'),
		/** Of a `do`: standing, undone, or dropped when something else was done after the undo. */
		state: text('state', { enum: ['standing', 'undone', 'dropped'] }).notNull(),
		summary: text('summary').notNull(),
		command: jsonb('command').$type<Command>(),
		rows: jsonb('rows').$type<Change[]>().notNull()
	},
	(t) => [
		primaryKey({ columns: [t.inquiryId, t.revision] }),
		index('changes_that_were_done')
			.on(t.inquiryId, t.revision)
			.where(sql`kind = 'do'`),
		uniqueIndex('changes_by_sending').on(t.inquiryId, t.sending),
		index('changes_by_cell').using('gin', t.cells)
	]
);
