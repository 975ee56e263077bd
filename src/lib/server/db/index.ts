/** The ground: the connection, the tables, rows in bulk. */
export {
	closeConnection,
	connect,
	connection,
	databaseUrl,
	inReading,
	inStatements,
	inSnapshot,
	inTransaction,
	isAway,
	isThere,
	migrateDatabase,
	perConnection
} from './client';
export type { Database, Queries } from './client';
export { copy } from './copy';
export type { Value } from './copy';
export { listen } from './listening';
export type { Listening } from './listening';
export { attachPartition, dropPartitions, makePartitions, partitionOf } from './partitions';
export type { Parted } from './partitions';
export {
	apartPeople,
	aparts,
	accounts,
	apiTokens,
	cells,
	changes,
	collections,
	comments,
	concepts,
	editionDifferences,
	editions,
	entryTerms,
	groupPeople,
	groups,
	headings,
	inquiries,
	inquiryLimits,
	inquiryNames,
	inquiryGroups,
	inquiryLinks,
	inquiryPeople,
	invitations,
	jobs,
	knownMappings,
	labels,
	learners,
	learnerSteps,
	lessons,
	lessonVersions,
	mappingSets,
	notes,
	pearls,
	recents,
	entries,
	people,
	peopleLog,
	picks,
	recordSets,
	outbox,
	records,
	reportDrafts,
	reports,
	references,
	relations,
	runs,
	sharedWorks,
	workDecisions,
	sessions,
	sightings,
	strategies,
	subjectIndexes,
	taggedHeadings,
	taggings,
	verifications,
	watches,
	watchFinds,
	words
} from './schema';
export type { JobReport } from './schema';
export { addressesOf } from './servers';
export { part, verbatim } from './statements';
export type { Sql, Transaction } from './statements';
