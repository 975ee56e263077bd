// npm run bench: every part against a named yardstick in the same run, on a PostgreSQL of its own.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureNodeModules, root } from './parts/fresh.mjs';
import { startPostgres } from './parts/postgres.mjs';

ensureNodeModules();
await ensureBuild();
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-bench-'));
const postgres = await startPostgres(path.join(scratch, 'home'), { asAdmin: true });
const { status } = spawnSync(
	process.execPath,
	['--expose-gc', '--import', 'tsx', 'bench/main.ts', ...process.argv.slice(2)],
	{
		cwd: root,
		stdio: 'inherit',
		env: { ...process.env, DATABASE_URL: postgres.url, OAKMOSS_SCRATCH: scratch, LOG_LEVEL: 'error' }
	}
);
await postgres.stop();
rmSync(scratch, { recursive: true, force: true });
process.exit(status ?? 1);
