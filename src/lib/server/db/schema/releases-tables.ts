/** The table of the releases that have kept this database. */
import { pgTable, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';

/** The releases of Oakmoss that brought these tables up to date, so that an older one can name the one it must not follow. */
export const releases = pgTable('releases', {
	name: text('name').primaryKey(),
	firstAt: moment('first_at').notNull().defaultNow()
});
