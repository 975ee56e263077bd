/** What people are, in words. */
export type InstallationRole = 'administrator' | 'librarian' | 'member';

export const ROLES_SAID = [
	{ value: 'member', says: 'member: inquiries of their own' },
	{ value: 'librarian', says: 'librarian: indexes, vocabularies, records too' },
	{ value: 'administrator', says: 'administrator: people too' }
] as const;

export const PARTS_SAID = [
	{ value: 'editor', says: 'may change it' },
	{ value: 'reader', says: 'may read it' }
] as const;
