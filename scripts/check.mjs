// npm run check: types, lint, format, one-way dependencies. Each is reported; all are run.
import { spawnSync } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { root } from './parts/fresh.mjs';

const CHECKS = [
	['routes and types', 'npx', ['svelte-kit', 'sync']],
	[
		'types',
		'npx',
		['svelte-check', '--tsconfig', './tsconfig.json', '--output', 'human', '--fail-on-warnings']
	],
	['lint', 'npx', ['eslint', '.', '--max-warnings', '0']],
	['format', 'npx', ['prettier', '--check', '.', '--log-level', 'warn']],
	[
		'one-way dependencies',
		'npx',
		['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'demo', '--output-type', 'err']
	],
	['tables match migrations', 'npx', ['drizzle-kit', 'check']]
];

/** @returns {{ name: string, ok: boolean }[]} */
export function runChecks() {
	return CHECKS.map(([name, command, args]) => {
		const { status, stdout, stderr } = spawnSync(command, args, { cwd: root, encoding: 'utf8' });
		console.log(`${status === 0 ? '✓' : '✗'} ${name}`);
		if (status !== 0) console.log(`${stdout}\n${stderr}`);
		return { name, ok: status === 0 };
	});
}

if (import.meta.url === pathToFileURL(process.argv[1]).href)
	process.exit(runChecks().every(({ ok }) => ok) ? 0 : 1);
