// npm test: everything, on a fresh machine too. The last line is the sum.
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { onEnd } from './parts/ending.mjs';
import {
	ensureBuild,
	ensureNodeModules,
	installDebian,
	root,
	say,
	sourcesDigest,
	Trouble
} from './parts/fresh.mjs';
import { startPostgres } from './parts/postgres.mjs';

let passed = 0;
let failed = 0;
let postgres;
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-test-'));
// The database of root's tests runs as another user.
chmodSync(scratch, 0o711);
/** Where tests put their files, so that none outlives the run. */
const files = path.join(scratch, 'files');
mkdirSync(files, { mode: 0o711 });

async function finish() {
	await postgres?.stop().catch(() => {});
	rmSync(scratch, { recursive: true, force: true });
	console.log(`${passed} passed, ${failed} failed`);
	process.exit(failed === 0 && passed > 0 ? 0 : 1);
}
onEnd(() => {
	failed++;
	void finish();
});

try {
	ensureNodeModules();
	if (!['/usr/bin/chromium', '/usr/bin/chromium-browser'].some(existsSync))
		installDebian(['chromium'], 'the browser for the interface tests');
	const { runChecks } = await import('./check.mjs');
	for (const { ok } of await runChecks()) ok ? passed++ : failed++;
	ensureBuild();
	postgres = await startPostgres(path.join(scratch, 'home'), { durable: false, asAdmin: true });
	const report = path.join(scratch, 'report.json');
	const seed = process.env.OAKMOSS_SEED ?? String(parseInt(sourcesDigest().slice(0, 7), 16));
	say(`running the tests (OAKMOSS_SEED=${seed} draws the same random cases again)`);
	spawnSync(
		'npx',
		[
			'vitest',
			'run',
			'--reporter=default',
			'--reporter=json',
			`--outputFile.json=${report}`,
			...process.argv.slice(2)
		],
		{
			cwd: root,
			stdio: ['ignore', 'inherit', 'inherit'],
			env: { ...process.env, OAKMOSS_TEST_DATABASE: postgres.url, OAKMOSS_SEED: seed, TMPDIR: files }
		}
	);
	const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
	passed += numPassedTests;
	// A file that cannot even be loaded has no tests to count, and has failed all the same.
	failed +=
		numFailedTests +
		testResults.filter(
			({ status, assertionResults }) =>
				status === 'failed' && assertionResults.every((test) => test.status !== 'failed')
		).length;
} catch (error) {
	console.error(error instanceof Trouble ? error.message : error);
	failed++;
}
await finish();
