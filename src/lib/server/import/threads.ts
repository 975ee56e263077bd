/** Where the threads of the import are bundled. */
import path from 'node:path';

const importThread = path.resolve(process.env.OAKMOSS_WORKER ?? 'build/worker/import.js');

export const THREADS = {
	import: importThread,
	filing: path.join(path.dirname(importThread), 'filing.js')
};
