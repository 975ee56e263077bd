/** Tables of subject indexes and their vocabularies, which are kept by edition and never changed in place. */
import { sql } from 'drizzle-orm';
import {
	boolean,
	index,
	integer,
	json,
	jsonb,
	pgTable,
	primaryKey,
	real,
	serial,
	smallint,
	text
} from 'drizzle-orm/pg-core';
import type { LangText, Notation } from '../../../../core/vocabulary/vocabulary-data';
import { NOTE_KINDS } from '../../../../core/vocabulary/vocabulary-data';
import type { EditionDifference } from '../../../../core/edition/difference';
import type { Dialect } from '../../../../core/search/dialect';
import type { LimitDefinition } from '../../../../core/crosswalk/limits';
import { bytea, moment } from './columns';

export const subjectIndexes = pgTable('subject_indexes', {
	code: text('code').primaryKey(),
	/** Never given again: an index that is removed and made anew under its code is another one. */
	id: serial('id').notNull().unique(),
	name: text('name').notNull(),
	discipline: text('discipline').notNull(),
	coverage: text('coverage').notNull().default(''),
	/** How the index is told apart at a glance: a letter, the hue of its colour in degrees, the name of a leaf. */
	letter: text('letter').notNull(),
	hue: smallint('hue').notNull(),
	leaf: text('leaf').notNull(),
	/** What the index calls its headings, in the plural. */
	headingNoun: text('heading_noun').notNull().default('headings'),
	hasChief: boolean('has_chief').notNull().default(false),
	standIn: boolean('stand_in').notNull().default(false),
	/** Its headings are typed and changed here. */
	own: boolean('own').notNull().default(false),
	position: integer('position').notNull().default(0),
	currentEdition: integer('current_edition'),
	/** Limits that its records carry, besides those of every index. */
	limits: jsonb('limits').$type<LimitDefinition[]>().notNull().default([]),
	dialect: jsonb('dialect').$type<Dialect>(),
	records: integer('records').notNull().default(0),
	/** Rises with every change of its records, so that every server process sees that its sets are out of date. */
	recordsRevision: integer('records_revision').notNull().default(0),
	createdAt: moment('created_at').notNull().defaultNow()
});

export const editions = pgTable(
	'editions',
	{
		id: serial('id').primaryKey(),
		indexCode: text('index_code')
			.notNull()
			.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		label: text('label').notNull(),
		loadedAt: moment('loaded_at').notNull().defaultNow(),
		headings: integer('headings').notNull(),
		entryTerms: integer('entry_terms').notNull(),
		relations: integer('relations').notNull(),
		languages: text('languages').array().notNull(),
		hierarchical: boolean('hierarchical').notNull(),
		/** SHA-256 of the file it came in, by which the same file is known when it comes again; empty for older ones. */
		digest: text('digest').notNull().default(''),
		/** Why it was not made current at once; empty where it was, or somebody decided since. */
		held: text('held').notNull().default(''),
		/** It came of changes made here. */
		byHand: boolean('by_hand').notNull().default(false),
		/** Since when a later change of the same day stands in its place; it goes once nobody can be reading it. */
		overtakenAt: moment('overtaken_at')
	},
	(t) => [index('editions_by_index').on(t.indexCode)]
);

/** What changed between two editions, worked out when it is first asked for. */
export const editionDifferences = pgTable(
	'edition_differences',
	{
		fromId: integer('from_id')
			.notNull()
			.references(() => editions.id, { onDelete: 'cascade' }),
		toId: integer('to_id')
			.notNull()
			.references(() => editions.id, { onDelete: 'cascade' }),
		/** How it was worked out; one of another form is worked out anew. */
		form: text('form').notNull(),
		difference: json('difference').$type<EditionDifference>().notNull()
	},
	(t) => [primaryKey({ columns: [t.fromId, t.toId] })]
);

/**
 * The tables from here to the entry terms are parted by edition; see `partitions.ts`. Their rows are written by the
 * hundred thousand and only ever with their edition, so they carry no foreign key: its check for every row would cost
 * more than the row. `removeIndex` removes them.
 *
 * This one holds the packed form that lookup and browsing work on, in parts small enough to send one by one.
 */
export const editionPacks = pgTable(
	'edition_packs',
	{
		editionId: integer('edition_id').notNull(),
		part: integer('part').notNull(),
		bytes: bytea('bytes').notNull()
	},
	(t) => [primaryKey({ columns: [t.editionId, t.part] })]
);

const ofHeading = () => ({ editionId: integer('edition_id').notNull(), n: integer('n').notNull() });

/** Headings are numbered from 0 in each edition; the numbers are the positions in the packed form. */
export const headings = pgTable(
	'headings',
	{
		...ofHeading(),
		key: text('key').notNull(),
		uri: text('uri').notNull(),
		notation: text('notation'),
		/** All of them, where that one is not all there is to say. */
		notations: jsonb('notations').$type<Notation[]>(),
		introduced: smallint('introduced'),
		/** The year of retirement; 0 where only the fact is known. */
		retired: smallint('retired'),
		aspects: text('aspects').array().notNull()
	},
	// No index by URI or key: the packed form answers those.
	(t) => [primaryKey({ columns: [t.editionId, t.n] })]
);

export const labels = pgTable(
	'labels',
	{
		...ofHeading(),
		kind: text('kind', { enum: ['preferred', 'hidden'] }).notNull(),
		position: integer('position').notNull(),
		lang: text('lang').notNull(),
		text: text('text').notNull()
	},
	// Numbers first: texts are dearer to compare.
	(t) => [primaryKey({ columns: [t.editionId, t.n, t.position, t.kind] })]
);

export const notes = pgTable(
	'notes',
	{
		...ofHeading(),
		position: integer('position').notNull(),
		kind: text('kind', { enum: NOTE_KINDS }).notNull(),
		lang: text('lang').notNull(),
		text: text('text').notNull()
	},
	(t) => [primaryKey({ columns: [t.editionId, t.n, t.position] })]
);

/** Narrower links are the broader ones read backwards; related links stand once in each direction. */
export const relations = pgTable(
	'relations',
	{
		...ofHeading(),
		kind: text('kind', { enum: ['broader', 'related', 'replaces'] }).notNull(),
		other: integer('other').notNull()
	},
	(t) => [
		primaryKey({ columns: [t.editionId, t.n, t.other, t.kind] }),
		// The packed form answers for the hierarchy from both ends; only what replaces a heading is asked of the rows.
		index('relations_replacing')
			.on(t.editionId, t.other)
			.where(sql`${t.kind} = 'replaces'`)
	]
);

/** A row for each heading that an entry term leads to. */
export const entryTerms = pgTable(
	'entry_terms',
	{
		...ofHeading(),
		/** The same for all rows of one entry term. */
		position: integer('position').notNull(),
		lang: text('lang').notNull(),
		text: text('text').notNull(),
		/** All headings to be used together, in their order; null where it leads to one alone. */
		together: integer('together').array()
	},
	(t) => [primaryKey({ columns: [t.editionId, t.n, t.position] })]
);

/** Groups of headings; a vocabulary has few, so they are looked through whole. */
export const collections = pgTable(
	'collections',
	{
		editionId: integer('edition_id')
			.notNull()
			.references(() => editions.id, { onDelete: 'cascade' }),
		position: integer('position').notNull(),
		uri: text('uri').notNull(),
		labels: jsonb('labels').$type<LangText[]>().notNull(),
		/** Headings by their numbers; a collection at position p as -1 - p. */
		members: integer('members').array().notNull(),
		kind: text('kind', { enum: ['', 'ordered', 'scheme'] })
			.notNull()
			.default('')
	},
	(t) => [primaryKey({ columns: [t.editionId, t.position] })]
);

/** A file of mappings between vocabularies, by the name it was loaded under. */
export const mappingSets = pgTable('mapping_sets', {
	name: text('name').primaryKey(),
	title: text('title').notNull().default(''),
	mappings: integer('mappings').notNull(),
	/** How many of them join headings of two indexes that are here. */
	joined: integer('joined').notNull().default(0),
	loadedAt: moment('loaded_at').notNull().defaultNow()
});

/** How the heading of one vocabulary stands to that of another, by URI. */
export const knownMappings = pgTable(
	'known_mappings',
	{
		setName: text('set_name')
			.notNull()
			.references(() => mappingSets.name, { onDelete: 'cascade' }),
		subject: text('subject').notNull(),
		object: text('object').notNull(),
		relation: text('relation', { enum: ['exact', 'close', 'broader', 'narrower', 'related'] }).notNull(),
		confidence: real('confidence').notNull()
	},
	(t) => [
		primaryKey({ columns: [t.setName, t.subject, t.object, t.relation] }),
		index('known_mappings_by_subject').on(t.subject),
		index('known_mappings_by_object').on(t.object)
	]
);
