/** Loads the demo data into the database of DATABASE_URL. */
import { closeConnection, databaseUrl, LaterRelease, migrateDatabase } from '../src/lib/server/db/client';
import { loadIndexes, loadInquiries, loadRecords } from './loading';

try {
	await migrateDatabase(databaseUrl());
} catch (error) {
	if (!(error instanceof LaterRelease)) throw error;
	console.error(error.message);
	process.exit(1);
}
await loadIndexes();
await loadRecords();
await loadInquiries();
await closeConnection();
