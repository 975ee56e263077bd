/** All benchmarks, or those named on the command line. */
import { closeConnection, databaseUrl, migrateDatabase } from '../src/lib/server/db/client';
import { benchCrosswalk } from './crosswalk';
import { benchFind } from './find';
import { benchKeeping } from './keeping-up';
import { benchLookup } from './look-up-quality';
import { benchReading } from './reading';
import { benchLookUpByRecords } from './look-up-by-records';
import { benchScale } from './scale';
import { benchSearch } from './search-speed';
import { benchSpelling } from './spelling';
import { benchSuggestions } from './suggestion-quality';
import { benchWorks } from './works';

const scratch = process.env.OAKMOSS_SCRATCH ?? '/tmp';
await migrateDatabase(databaseUrl());
const named = process.argv.slice(2);
const wanted = (name: string) => named.length === 0 || named.includes(name);
if (wanted('lookup')) await benchLookup();
if (wanted('look-up-by-records')) await benchLookUpByRecords(scratch);
if (wanted('find')) await benchFind(scratch);
if (wanted('spelling')) await benchSpelling();
if (wanted('suggestions')) await benchSuggestions();
if (wanted('crosswalk')) await benchCrosswalk(scratch);
if (wanted('keeping')) await benchKeeping(scratch);
if (wanted('search')) await benchSearch(scratch);
// On the index that the search was measured on.
if (wanted('search')) await benchReading();
if (wanted('works')) await benchWorks(scratch);
if (wanted('scale')) await benchScale(scratch);
await closeConnection();
process.exit(0);
