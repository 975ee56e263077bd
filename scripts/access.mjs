// npm run access: who gets what. Every method of every route, for everybody there is, held against what the routes say.
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureNodeModules, root } from './parts/fresh.mjs';
import { startPostgres } from './parts/postgres.mjs';

ensureNodeModules();
await ensureBuild();
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-access-'));
// The database of root's tests runs as another user.
chmodSync(scratch, 0o711);
const postgres = await startPostgres(path.join(scratch, 'home'), { durable: false, asAdmin: true });
const { status } = spawnSync(
	'npx',
	['vitest', 'run', '--disable-console-intercept', '--project', 'interface', 'e2e/access-matrix.test.ts'],
	{
		cwd: root,
		stdio: ['ignore', 'inherit', 'inherit'],
		env: { ...process.env, OAKMOSS_TEST_DATABASE: postgres.url, OAKMOSS_ACCESS: 'all' }
	}
);
await postgres.stop();
rmSync(scratch, { recursive: true, force: true });
process.exit(status ?? 1);
