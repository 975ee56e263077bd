/** Loads the demo data into the database of DATABASE_URL. */
import { closeConnection, databaseUrl, migrateDatabase } from '../src/lib/server/db/client';
import { loadIndexes, loadInquiries, loadRecords } from './loading';

await migrateDatabase(databaseUrl());
await loadIndexes();
await loadRecords();
await loadInquiries();
await closeConnection();
