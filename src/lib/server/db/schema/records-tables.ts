/** Tables of records, their headings and words, and the sets made of them. */
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
import type { CslItem } from '../../../../core/evidence/citation';
import { bytea, tsvector, moment } from './columns';
import { subjectIndexes } from './vocabulary-tables';

/** Records are numbered from 0 in each index; sets of records are sets of these numbers. */
export const records = pgTable(
	'records',
	{
		indexCode: text('index_code')
			.notNull()
			.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		n: integer('n').notNull(),
		/** What the index calls it. */
		key: text('key').notNull(),
		csl: jsonb('csl').$type<CslItem>().notNull(),
		/** By field; a limit for which the record was not labelled is absent. */
		limits: jsonb('limits').$type<Record<string, string[]>>().notNull().default({}),
		year: smallint('year'),
		/** What tells its work: the normalised DOI, and the folded title with the first author's name. */
		doi: text('doi'),
		workTitle: text('work_title'),
		/** Of a record without author, what else tells its work: source, pages, standard numbers. */
		workMarks: text('work_marks').array(),
		/** What it is about: title, abstract, author's keywords, heading labels, in the weights A to D. */
		topic: tsvector('topic').notNull(),
		/** Authors, source, affiliations, funders. */
		names: tsvector('names').notNull(),
		/** How many works it refers to, here or elsewhere; null where its source does not say. */
		referencesNamed: integer('references_named'),
		titleLength: smallint('title_length').notNull(),
		abstractLength: smallint('abstract_length').notNull(),
		/** Since when its index no longer has it; it stays for whoever kept it, and no search finds it. */
		withdrawnAt: moment('withdrawn_at')
	},
	(t) => [
		primaryKey({ columns: [t.indexCode, t.n] }),
		uniqueIndex('records_by_key').on(t.indexCode, t.key),
		// Equality is all that is asked, and hashes are far smaller than titles.
		index('records_by_doi').using('hash', t.doi),
		index('records_by_work_title').using('hash', t.workTitle),
		index('records_by_topic').using('gin', t.topic),
		index('records_by_names').using('gin', t.names)
	]
);

/** What is to be made anew from stored rows once, after a release changed how it is worked out. */
export const remakings = pgTable('remakings', { name: text('name').primaryKey() });

/** Every word that records of an index have, by which words with letters left open are looked up; it loses none. */
export const recordWords = pgTable(
	'record_words',
	{
		indexCode: text('index_code')
			.notNull()
			.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		word: text('word').notNull()
	},
	(t) => [primaryKey({ columns: [t.indexCode, t.word] })]
);

/**
 * Which records have a word, how often: for each block of records a row for each bucket of words, and one of how long they
 * are (bucket −1). What the bytes are is said in `core/search/postings`.
 */
export const recordPostings = pgTable(
	'record_postings',
	{
		indexCode: text('index_code')
			.notNull()
			.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		bucket: smallint('bucket').notNull(),
		block: integer('block').notNull(),
		bytes: bytea('bytes').notNull()
	},
	(t) => [primaryKey({ columns: [t.indexCode, t.bucket, t.block] })]
);

/** Headings as records carry them: a record keeps its headings when a vocabulary loses them. */
export const taggedHeadings = pgTable(
	'tagged_headings',
	{
		indexCode: text('index_code').notNull(),
		h: integer('h').notNull(),
		uri: text('uri').notNull(),
		label: text('label').notNull(),
		records: integer('records').notNull().default(0),
		chief: integer('chief').notNull().default(0)
	},
	(t) => [
		primaryKey({ columns: [t.indexCode, t.h] }),
		uniqueIndex('tagged_headings_by_uri').on(t.indexCode, t.uri)
	]
);

export const taggings = pgTable(
	'taggings',
	{
		indexCode: text('index_code').notNull(),
		n: integer('n').notNull(),
		position: smallint('position').notNull(),
		h: integer('h').notNull(),
		chief: boolean('chief').notNull(),
		aspect: text('aspect')
	},
	(t) => [
		primaryKey({ columns: [t.indexCode, t.n, t.position] }),
		index('taggings_by_heading').on(t.indexCode, t.h)
	]
);

/** Records of two indexes that are of one work; each pair stands here from both sides. */
export const sharedWorks = pgTable(
	'shared_works',
	{
		indexCode: text('index_code').notNull(),
		n: integer('n').notNull(),
		otherCode: text('other_code').notNull(),
		otherN: integer('other_n').notNull()
	},
	(t) => [
		primaryKey({ columns: [t.indexCode, t.otherCode, t.n, t.otherN] }),
		index('shared_works_by_other').on(t.otherCode, t.otherN)
	]
);

/** What a person said of two records: that they are of one work, or that they are not. Kept by what the indexes call them. */
export const workDecisions = pgTable(
	'work_decisions',
	{
		/** The one whose code comes first. */
		indexCode: text('index_code').notNull(),
		key: text('key').notNull(),
		otherCode: text('other_code').notNull(),
		otherKey: text('other_key').notNull(),
		same: boolean('same').notNull(),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.indexCode, t.key, t.otherCode, t.otherKey] })]
);

/** One record refers to another of the same index. */
export const references = pgTable(
	'record_references',
	{
		indexCode: text('index_code').notNull(),
		n: integer('n').notNull(),
		cited: integer('cited').notNull()
	},
	(t) => [
		primaryKey({ columns: [t.indexCode, t.n, t.cited] }),
		index('references_by_cited').on(t.indexCode, t.cited)
	]
);

/** The compressed set of records of each heading, tagging and limit value: made from the rows above, with them. */
export const recordSets = pgTable(
	'record_sets',
	{
		indexCode: text('index_code').notNull(),
		name: text('name').notNull(),
		size: integer('size').notNull(),
		bytes: bytea('bytes').notNull()
	},
	(t) => [primaryKey({ columns: [t.indexCode, t.name] })]
);
