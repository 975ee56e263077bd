/** Tables of people: accounts, sessions, invitations, groups, tokens, and what administrators look up. */
import { bigint, boolean, index, integer, pgTable, primaryKey, serial, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';

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

export const ofPerson = () =>
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

/** By what a person can sign in: a password, or an account with a provider of single sign-on. */
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
