// npm run restore -- FILE: a backup into the empty database that DATABASE_URL names.
import { restore } from './parts/backups.mjs';
import { Trouble } from './parts/fresh.mjs';

const [file] = process.argv.slice(2);
const url = process.env.DATABASE_URL;
try {
	if (!file) throw new Trouble('name the file: npm run restore -- oakmoss.backup');
	if (!url) throw new Trouble('DATABASE_URL is not set. It names the empty database to restore into.');
	restore(url, file);
	console.log(`All that ${file} holds is in the database. A server that starts on it brings it up to date.`);
} catch (error) {
	console.error(error instanceof Trouble ? `Nothing was restored: ${error.message}` : error);
	process.exit(1);
}
