// npm test [-- --changed [SINCE]] [-- VITEST …]: everything, on a fresh machine too, or what a change can touch. Says how long
// each part took; the last line is the sum.
import { spawn, spawnSync } from 'node:child_process';
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

const took = [];
/** Does a part of the work, and notes how long it took. */
async function timed(name, work) {
	const begun = performance.now();
	try {
		return await work();
	} finally {
		took.push(`${name} ${Math.round((performance.now() - begun) / 1_000)} s`);
	}
}

/** Runs a program, with what it says, and resolves when it has ended. */
const run = (command, args, env = {}) =>
	new Promise((resolve) => {
		const child = spawn(command, args, {
			cwd: root,
			stdio: ['ignore', 'inherit', 'inherit'],
			env: { ...process.env, ...env }
		});
		child.on('error', resolve);
		child.on('exit', resolve);
	});

let suites = 0;
/** Runs suites, and counts what came of them. */
async function tests(args, env) {
	const report = path.join(scratch, `report-${++suites}.json`);
	await run(
		'npx',
		['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`, ...args],
		env
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
}

/** What has changed since a state of the code: the last one that was kept, where none is named. */
function changedFiles(since = 'HEAD') {
	const git = (...args) =>
		spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
	return [...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')];
}

/** What the journeys go through, without being named by them. */
const BEHIND_JOURNEYS =
	/^(src\/(?!.*\.test(-aid)?\.ts$)|static\/|demo\/|drizzle\/|server\.mjs|own-host\.mjs|package-lock\.json)/;

/** Which suites to run with which words for them: all, or those that a change can touch. */
function suitesFor(args) {
	const at = args.indexOf('--changed');
	if (at < 0) return [args];
	const [since] = args.slice(at + 1).filter((arg) => !arg.startsWith('-'));
	const changed = changedFiles(since);
	// No test names the migrations that every database of the server's tests is made by.
	const areTablesNew = changed.some((file) => file.startsWith('drizzle/'));
	const pure = ['--project', 'core', '--project', 'components'];
	const server = ['--project', 'server'];
	const touched = ['--changed', ...(since ? [since] : []), '--passWithNoTests'];
	const journeys = changed.some((file) => BEHIND_JOURNEYS.test(file) || file === 'e2e/app.test-aid.ts')
		? ['e2e/']
		: changed.filter((file) => /^e2e\/.*\.test\.ts$/.test(file));
	return [
		...(areTablesNew ? [server, [...pure, ...touched]] : [[...pure, ...server, ...touched]]),
		...(journeys.length > 0 ? [['--project', 'interface', '--project', 'alone', ...journeys]] : [])
	];
}

try {
	await timed('packages', () => ensureNodeModules());
	if (!['/usr/bin/chromium', '/usr/bin/chromium-browser'].some(existsSync))
		installDebian(['chromium'], 'the browser for the interface tests');
	postgres = await timed('database', () =>
		startPostgres(path.join(scratch, 'home'), { durable: false, asAdmin: true })
	);
	const { runChecks } = await import('./check.mjs');
	// The build leaves a core to spare, and the checks take it.
	const checks = await timed('checks', () => runChecks(() => timed('build', ensureBuild)));
	for (const { ok } of checks) ok ? passed++ : failed++;
	const seed = process.env.OAKMOSS_SEED ?? String(parseInt(sourcesDigest().slice(0, 7), 16));
	say(`running the tests (OAKMOSS_SEED=${seed} draws the same random cases again)`);
	const env = { OAKMOSS_TEST_DATABASE: postgres.url, OAKMOSS_SEED: seed, TMPDIR: files };
	await timed('tests', async () => {
		for (const args of suitesFor(process.argv.slice(2))) await tests(args, env);
	});
} catch (error) {
	console.error(error instanceof Trouble ? error.message : error);
	failed++;
}
say(`it took: ${took.join(', ')}`);
await finish();
