// npm run backup -- FILE: everything in the database that DATABASE_URL names, as one file.
import { backUp } from './parts/backups.mjs';
import { Trouble } from './parts/fresh.mjs';

const [file] = process.argv.slice(2);
const url = process.env.DATABASE_URL;
try {
	if (!file) throw new Trouble('name the file: npm run backup -- oakmoss.backup');
	if (!url) throw new Trouble('DATABASE_URL is not set. It names the database to keep.');
	const { bytes } = backUp(url, file);
	console.log(`${file} holds everything, in ${(bytes / 2 ** 20).toFixed(1)} MiB.`);
} catch (error) {
	console.error(error instanceof Trouble ? `No backup was made: ${error.message}` : error);
	process.exit(1);
}
