// npm run check: types, lint, format, one-way dependencies and what else can be told without running anything. Each is
// reported; all are run.
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './parts/fresh.mjs';
import { packageFaults } from './parts/packages.mjs';

/** A longer file says why it is one: in a line with these words. */
const LONGEST_FILE = 400;
const REASON = 'This file is long:';

/**
 * What a program says, and whether it ended well.
 * @param {string[]} args
 * @returns {Promise<{ isWell: boolean, said: string }>}
 */
const said = (...args) =>
	new Promise((resolve) => {
		const child = spawn('npx', args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
		let said = '';
		for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
		child.on('error', ({ message }) => resolve({ isWell: false, said: message }));
		child.on('exit', (status) => resolve({ isWell: status === 0, said: said || 'It failed.' }));
	});

/**
 * What a program has to complain of; empty where it has nothing.
 * @param {string[]} args
 */
const npx = (...args) => said(...args).then(({ isWell, said }) => (isWell ? '' : said));

/** Whether the migrations make the tables that the code speaks of: another one would have to be made if they did not. */
async function schemaDeparture() {
	// The program takes no folder elsewhere, and ends well whatever went wrong: only its words say that nothing has changed.
	const folder = mkdtempSync(path.join(root, 'node_modules/.oakmoss-schema-'));
	try {
		cpSync(path.join(root, 'drizzle'), folder, { recursive: true });
		const schema = 'src/lib/server/db/schema/index.ts';
		const out = path.relative(root, folder);
		const made = await said(
			'drizzle-kit',
			'generate',
			'--dialect',
			'postgresql',
			'--schema',
			schema,
			'--out',
			out
		);
		if (made.said.includes('No schema changes')) return '';
		return `The tables in db/schema have changed and no migration says so: run npm run db:generate.\n${made.said}`;
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

function longFiles() {
	const { stdout } = spawnSync('git', ['ls-files', '*.ts', '*.svelte', '*.mjs'], {
		cwd: root,
		encoding: 'utf8'
	});
	return stdout
		.split('\n')
		.filter((file) => {
			if (file === '') return false;
			const text = readFileSync(path.join(root, file), 'utf8');
			return text.split('\n').length > LONGEST_FILE && !text.includes(REASON);
		})
		.map((file) => `${file} has more than ${LONGEST_FILE} lines and does not say why (“${REASON} …”).`)
		.join('\n');
}

/** Every route answers with what is described for just its method and address, and all that is described has a route. */
function contractFaults() {
	const { stdout } = spawnSync('git', ['ls-files', 'src/routes', 'src/lib/server'], {
		cwd: root,
		encoding: 'utf8'
	});
	const files = stdout.split('\n');
	const textOf = (file) => readFileSync(path.join(root, file), 'utf8');
	const described = files
		.filter((file) => /endpoints\.ts$/.test(file))
		.flatMap((file) =>
			[...textOf(file).matchAll(/\bendpoint\(\s*'([A-Z]+ \/[^']*)'/g)].map(([, route]) => route)
		);
	const served = new Set();
	const faults = [];
	for (const file of files.filter((name) => name.endsWith('/+server.ts'))) {
		const address = file.slice('src/routes'.length, -'/+server.ts'.length);
		const rest = textOf(file)
			.replace("import { serve } from '$lib/server/http';", '')
			.replace(/^export const ([A-Z]+) = serve\('([A-Z]+) ([^']+)'\);$/gm, (line, name, method, at) => {
				if (name !== method || at !== address) return line;
				served.add(`${method} ${at}`);
				return '';
			});
		if (rest.trim() !== '') faults.push(`${file} does more than to serve what is described for ${address}.`);
	}
	for (const route of described)
		if (!served.has(route)) faults.push(`${route} is described and has no route.`);
	return faults.join('\n');
}

/** @type {[name: string, run: () => string | Promise<string>][]} What each finds wrong, as text; empty where all is well. */
const CHECKS = [
	['routes and types', () => npx('svelte-kit', 'sync')],
	[
		'types',
		() => npx('svelte-check', '--tsconfig', './tsconfig.json', '--output', 'human', '--fail-on-warnings')
	],
	['types of scripts', () => npx('tsc', '-p', 'tsconfig.scripts.json')],
	['lint', () => npx('eslint', '.', '--max-warnings', '0')],
	['format', () => npx('prettier', '--check', '.', '--log-level', 'warn')],
	[
		'one-way dependencies, of files and of folders',
		() => npx('depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'demo', '--output-type', 'err')
	],
	['unused code', () => npx('knip', '--no-progress', '--no-config-hints')],
	['tables match migrations', schemaDeparture],
	['no long file without a reason', longFiles],
	['every route has a contract', contractFaults],
	['packages and their licences', packageFaults]
];

/** As many at a time as an ordinary machine has cores to spare; the first one makes what others read. */
const AT_A_TIME = 2;

/**
 * @param {() => Promise<unknown>} [beside] is done beside the checks, once what both read is made, and takes the place of one
 * @returns {Promise<{ name: string, ok: boolean }[]>}
 */
export async function runChecks(beside) {
	/** @type {{ name: string, ok: boolean }[]} */
	const done = [];
	/** @param {(typeof CHECKS)[number]} check */
	const look = async ([name, run]) => {
		const begun = performance.now();
		const trouble = await run();
		const seconds = Math.round((performance.now() - begun) / 1_000);
		console.log(`${trouble === '' ? '✓' : '✗'} ${name} (${seconds} s)`);
		if (trouble) console.log(trouble);
		done.push({ name, ok: trouble === '' });
	};
	const [first, ...waiting] = CHECKS;
	await look(first);
	const work = async () => {
		for (let next = waiting.shift(); next; next = waiting.shift()) await look(next);
	};
	await Promise.all([beside?.(), ...Array.from({ length: beside ? AT_A_TIME - 1 : AT_A_TIME }, work)]);
	return done;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href)
	process.exit((await runChecks()).every(({ ok }) => ok) ? 0 : 1);
