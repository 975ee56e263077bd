/** Where this installation lies, whatever folder the server was started from. */
import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/** The nearest folder above this file that holds the migrations, as only the installation's own does. */
function installation(): string {
	for (let at = path.dirname(fileURLToPath(import.meta.url)); ; at = path.dirname(at)) {
		if (existsSync(path.join(at, 'drizzle/meta/_journal.json'))) return at;
		if (at === path.dirname(at)) return process.cwd();
	}
}

export const inInstallation = (...parts: string[]) => path.join(installation(), ...parts);
