/** The tables. Vocabularies are kept by edition and never changed in place; inquiries change by commands only. This file is long: migrations are made from all tables at once. */
import { sql } from 'drizzle-orm';
import {
	bigint,
	boolean,
	customType,
	index,
	integer,
	json,
	jsonb,
	pgTable,
	primaryKey,
	real,
	serial,
	smallint,
	text,
	timestamp,
	uniqueIndex
} from 'drizzle-orm/pg-core';
import {
	type Finding,
	type ImportCounts,
	type LangText,
	type Notation,
	NOTE_KINDS
} from '../../../core/vocabulary/vocabulary-data';
import {
	DEFAULT_WORD_FIELD,
	type Change,
	type Command,
	type PickedHeading,
	type StrategySettings,
	type WordField
} from '../../../core/crosswalk/inquiry';
import type { DecidedApart } from '../../../core/crosswalk/agreement';
import { DECISIONS, type ListEntry } from '../../../core/crosswalk/list-entry';
import type { EditionDifference } from '../../../core/edition/difference';
import type { CslItem } from '../../../core/evidence/citation';
import type { PartName, ReportFacts, ReportTexts } from '../../../core/report';
import type { RecordDraft } from '../../../core/formats/record-draft';
import type { Dialect } from '../../../core/search/dialect';
import type { LimitDefinition, LimitSetting } from '../../../core/crosswalk/limits';

const bytea = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });
const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' });
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

// ── People ──────────────────────────────────────────────────────────────────────────────────────────────────────────

export const people = pgTable('people', {
	id: text('id').primaryKey(),
	name: text('name').notNull(),
	/** None of the one person of an installation without accounts, and of those who left. */
	email: text('email').unique(),
	emailVerified: boolean('email_verified').notNull().default(false),
	image: text('image'),
	role: text('role', { enum: ['administrator', 'librarian', 'member'] })
		.notNull()
		.default('member'),
	createdAt: moment('created_at').notNull().defaultNow(),
	updatedAt: moment('updated_at').notNull().defaultNow(),
	/** Since when the account is gone; the name stays beside what was decided under it. */
	leftAt: moment('left_at')
});

const ofPerson = () =>
	text('person_id')
		.notNull()
		.references(() => people.id, { onDelete: 'cascade' });

/** Who is signed in where. */
export const sessions = pgTable(
	'sessions',
	{
		id: text('id').primaryKey(),
		token: text('token').notNull().unique(),
		personId: ofPerson(),
		expiresAt: moment('expires_at').notNull(),
		ipAddress: text('ip_address'),
		userAgent: text('user_agent'),
		createdAt: moment('created_at').notNull().defaultNow(),
		updatedAt: moment('updated_at').notNull().defaultNow()
	},
	(t) => [index('sessions_by_person').on(t.personId)]
);

/** By what a person can sign in: a password, or an account with somebody who vouches for them. */
export const accounts = pgTable(
	'accounts',
	{
		id: text('id').primaryKey(),
		accountId: text('account_id').notNull(),
		providerId: text('provider_id').notNull(),
		personId: ofPerson(),
		accessToken: text('access_token'),
		refreshToken: text('refresh_token'),
		idToken: text('id_token'),
		accessTokenExpiresAt: moment('access_token_expires_at'),
		refreshTokenExpiresAt: moment('refresh_token_expires_at'),
		scope: text('scope'),
		/** What scrypt makes of it. */
		password: text('password'),
		createdAt: moment('created_at').notNull().defaultNow(),
		updatedAt: moment('updated_at').notNull().defaultNow()
	},
	(t) => [index('accounts_by_person').on(t.personId)]
);

/** What was sent to an address to be sent back: confirmations, new passwords. */
export const verifications = pgTable(
	'verifications',
	{
		id: text('id').primaryKey(),
		identifier: text('identifier').notNull(),
		value: text('value').notNull(),
		expiresAt: moment('expires_at').notNull(),
		createdAt: moment('created_at').notNull().defaultNow(),
		updatedAt: moment('updated_at').notNull().defaultNow()
	},
	(t) => [index('verifications_by_identifier').on(t.identifier)]
);

/** Places for people who are asked in; each is used once. */
export const invitations = pgTable('invitations', {
	id: text('id').primaryKey(),
	/** Of the key in the link. */
	hash: text('hash').notNull().unique(),
	/** Nobody in particular where it is empty: the first administrator. */
	email: text('email').notNull().default(''),
	role: text('role', { enum: ['administrator', 'librarian', 'member'] }).notNull(),
	madeBy: text('made_by').references(() => people.id, { onDelete: 'cascade' }),
	madeAt: moment('made_at').notNull().defaultNow(),
	endsAt: moment('ends_at').notNull(),
	usedAt: moment('used_at')
});

/** What lets a script act for a person. */
export const apiTokens = pgTable(
	'api_tokens',
	{
		id: text('id').primaryKey(),
		personId: ofPerson(),
		name: text('name').notNull(),
		scope: text('scope', { enum: ['read', 'write'] }).notNull(),
		/** Of the token, which is shown once and kept nowhere. */
		hash: text('hash').notNull().unique(),
		madeAt: moment('made_at').notNull().defaultNow(),
		endsAt: moment('ends_at').notNull(),
		usedAt: moment('used_at')
	},
	(t) => [index('api_tokens_by_person').on(t.personId)]
);

export const groups = pgTable('groups', {
	id: text('id').primaryKey(),
	name: text('name').notNull().unique()
});

export const groupPeople = pgTable(
	'group_people',
	{
		groupId: text('group_id')
			.notNull()
			.references(() => groups.id, { onDelete: 'cascade' }),
		personId: ofPerson()
	},
	(t) => [primaryKey({ columns: [t.groupId, t.personId] }), index('groups_of_person').on(t.personId)]
);

/** What an administrator should be able to look up: sign-ins, roles, tokens, imports, removals. */
export const peopleLog = pgTable('people_log', {
	id: serial('id').primaryKey(),
	at: moment('at').notNull().defaultNow(),
	kind: text('kind').notNull(),
	personId: text('person_id'),
	/** In words, without secrets. */
	said: text('said').notNull(),
	address: text('address').notNull().default('')
});

/** How often something was tried of late, for every server: rows of the library that counts. */
export const attempts = pgTable('attempts', {
	key: text('key').primaryKey(),
	points: integer('points').notNull().default(0),
	expire: bigint('expire', { mode: 'number' })
});

// ── Subject indexes and their vocabularies ──────────────────────────────────────────────────────────────────────────

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

export interface JobReport {
	counts: ImportCounts & Record<string, number>;
	findings: Finding[];
	findingCounts: Record<string, number>;
	/** Why the job failed, where it did. */
	error?: { code: string; message: string; line?: number };
}

export const jobs = pgTable(
	'jobs',
	{
		id: text('id').primaryKey(),
		kind: text('kind', { enum: ['vocabulary', 'records', 'mappings', 'citations'] }).notNull(),
		/** None where the work is of no one index. */
		indexCode: text('index_code').references(() => subjectIndexes.code, { onDelete: 'cascade' }),
		edition: text('edition').notNull().default(''),
		state: text('state', { enum: ['queued', 'running', 'done', 'failed'] }).notNull(),
		/** Somebody asked for it to stop; the server that works on it looks here. */
		cancel: boolean('cancel').notNull().default(false),
		done: integer('done').notNull().default(0),
		total: integer('total').notNull().default(0),
		report: jsonb('report').$type<JobReport>(),
		/** What came of it, where that is handed out and not kept elsewhere. */
		result: text('result'),
		startedBy: text('started_by').notNull(),
		createdAt: moment('created_at').notNull().defaultNow(),
		/** Renewed while the work goes on, so that work whose process has ended can be told. */
		seenAt: moment('seen_at').notNull().defaultNow()
	},
	(t) => [index('jobs_by_index').on(t.indexCode, t.createdAt)]
);

// ── Known mappings ──────────────────────────────────────────────────────────────────────────────────────────────────

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

// ── Records ─────────────────────────────────────────────────────────────────────────────────────────────────────────

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

// ── Inquiries ───────────────────────────────────────────────────────────────────────────────────────────────────────

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
	/** Set when a person deletes it; it can be had back until the row is removed for good. */
	deletedAt: moment('deleted_at'),
	createdAt: moment('created_at').notNull().defaultNow(),
	changedAt: moment('changed_at').notNull().defaultNow()
});

const ofInquiry = () =>
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

/** Every kept execution of a strategy. The records it found are kept with it, so that runs can be compared for ever. */
export const runs = pgTable(
	'runs',
	{
		inquiryId: ofInquiry(),
		/** Counted from 1 in each inquiry. */
		number: integer('number').notNull(),
		indexCode: text('index_code').notNull(),
		kind: text('kind', { enum: ['run', 'combined', 'kept', 'elsewhere'] }).notNull(),
		name: text('name').notNull().default(''),
		note: text('note').notNull().default(''),
		/** The exact strategy: as CQL, or for a search made elsewhere as it was typed there. */
		cql: text('cql').notNull(),
		settings: jsonb('settings').$type<StrategySettings>(),
		/** Limits with the years that a relative period meant on the day. */
		limits: jsonb('limits').$type<LimitSetting[]>().notNull().default([]),
		/** Of a combination: the runs it was made of, in order, and how. */
		combined: jsonb('combined').$type<{ how: 'and' | 'or' | 'not'; runs: number[] }>(),
		edition: text('edition').notNull().default(''),
		recordsRevision: integer('records_revision').notNull().default(0),
		count: integer('count').notNull(),
		found: bytea('found'),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.number] })]
);

/** Messages that were written and would be sent: kept as files of mail, as no mail leaves this installation. */
export const outbox = pgTable(
	'outbox',
	{
		id: text('id').primaryKey(),
		/** None of a message about somebody's account. */
		inquiryId: text('inquiry_id').references(() => inquiries.id, { onDelete: 'cascade' }),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow(),
		kind: text('kind', { enum: ['request', 'works', 'news', 'account'] }).notNull(),
		to: text('to').notNull(),
		subject: text('subject').notNull(),
		/** What it asks for, under a name of its own: a record or a work of the list. */
		about: text('about').notNull().default(''),
		state: text('state', { enum: ['waiting', 'withdrawn', 'sent', 'failed'] })
			.notNull()
			.default('waiting'),
		/** How often it could not be handed on, and when that is tried again. */
		tries: smallint('tries').notNull().default(0),
		nextAt: moment('next_at').notNull().defaultNow(),
		/** The whole message, as RFC 5322 has it. */
		eml: text('eml').notNull()
	},
	(t) => [
		index('outbox_by_inquiry').on(t.inquiryId, t.at),
		index('outbox_to_be_sent')
			.on(t.nextAt)
			.where(sql`kind = 'account' and state = 'waiting'`)
	]
);

/** What goes into a report: parts in their order, runs, the citation style, and what people say of items. */
interface ReportDraft {
	parts: PartName[];
	runs?: number[];
	style: string;
	texts: ReportTexts;
}

/** What the report of an inquiry is to hold, while it is being made. */
export const reportDrafts = pgTable('report_drafts', {
	inquiryId: ofInquiry().primaryKey(),
	draft: jsonb('draft').$type<ReportDraft>().notNull()
});

/** Reports that were handed in, each with the facts that it says, so that it can always be had again as it was. */
export const reports = pgTable(
	'reports',
	{
		inquiryId: ofInquiry(),
		number: integer('number').notNull(),
		draft: jsonb('draft').$type<ReportDraft>().notNull(),
		/** As they were written, to the letter: of these the same report is made again. */
		facts: json('facts').$type<ReportFacts>().notNull(),
		personId: text('person_id').notNull(),
		at: moment('at').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.inquiryId, t.number] })]
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

// ── Keeping up ──────────────────────────────────────────────────────────────────────────────────────────────────────

/** What is looked for among records that arrive: the strategies of an inquiry, or a text of its own. */
export const watches = pgTable(
	'watches',
	{
		id: text('id').primaryKey(),
		/** Null for one that belongs to no inquiry. */
		inquiryId: text('inquiry_id').references(() => inquiries.id, { onDelete: 'cascade' }),
		personId: text('person_id').notNull(),
		name: text('name').notNull(),
		/** The strategy of one index, those of all chosen indexes as a pooled list, or a text in one index. */
		kind: text('kind', { enum: ['strategy', 'pool', 'search'] }).notNull(),
		/** Of a strategy or a text; empty for a pooled list. */
		indexCode: text('index_code').notNull().default(''),
		cql: text('cql').notNull().default(''),
		madeAt: moment('made_at').notNull().defaultNow(),
		ranAt: moment('ran_at'),
		paused: boolean('paused').notNull().default(false),
		/** Names its feed and the way to stop it, for whoever is given the address; another one makes the old address nothing. */
		key: text('key').notNull().unique(),
		/** What keeps it from finding what it should, in words. */
		trouble: text('trouble').notNull().default('')
	},
	(t) => [index('watches_by_inquiry').on(t.inquiryId)]
);

/** How far a watch has looked in an index: records are numbered as they arrive. */
export const watchMarks = pgTable(
	'watch_marks',
	{
		watchId: text('watch_id')
			.notNull()
			.references(() => watches.id, { onDelete: 'cascade' }),
		indexCode: text('index_code').notNull(),
		/** Which index of that code: one that is made anew begins anew. */
		indexId: integer('index_id').notNull(),
		seen: integer('seen').notNull()
	},
	(t) => [primaryKey({ columns: [t.watchId, t.indexCode] })]
);

/** What a watch found, each record once. */
export const watchFinds = pgTable(
	'watch_finds',
	{
		watchId: text('watch_id')
			.notNull()
			.references(() => watches.id, { onDelete: 'cascade' }),
		indexCode: text('index_code').notNull(),
		record: text('record').notNull(),
		foundAt: moment('found_at').notNull().defaultNow(),
		/** It stands on the reading list of the inquiry, or did. */
		listed: boolean('listed').notNull().default(false),
		/** A message told of it. */
		told: boolean('told').notNull().default(false),
		/** Somebody has looked at it. */
		looked: boolean('looked').notNull().default(false)
	},
	(t) => [primaryKey({ columns: [t.watchId, t.indexCode, t.record] })]
);

/** Records that a stand-in index will bring, in the order in which they come. */
export const feedRecords = pgTable('feed_records', {
	position: serial('position').primaryKey(),
	indexCode: text('index_code')
		.notNull()
		.references(() => subjectIndexes.code, { onDelete: 'cascade' }),
	draft: json('draft').$type<RecordDraft>().notNull()
});

/** The releases of Oakmoss that brought these tables up to date, so that an older one can name the one it must not follow. */
export const releases = pgTable('releases', {
	name: text('name').primaryKey(),
	firstAt: moment('first_at').notNull().defaultNow()
});
