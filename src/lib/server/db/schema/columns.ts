/** Kinds of columns that several tables have. */
import { customType, timestamp } from 'drizzle-orm/pg-core';

export const bytea = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });

export const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' });

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
