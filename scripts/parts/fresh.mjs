// What a fresh machine lacks: Debian packages, npm packages, a build. Plain Node, as nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const isRoot = process.getuid?.() === 0;

/** Ends with one line that says what is wrong and what to do. */
export class Trouble extends Error {}

export function say(message) {
	console.log(`· ${message}`);
}

function run(command, args, options = {}) {
	return spawnSync(command, args, { cwd: root, encoding: 'utf8', ...options });
}

/** Installs Debian packages, with sudo where we are not root. */
export function installDebian(packages, why) {
	say(`installing ${packages.join(', ')} (${why})`);
	const prefix = isRoot ? [] : ['sudo', '-n'];
	const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
	const apt = (...args) => {
		const [command, ...rest] = [...prefix, 'apt-get', '-qq', ...args];
		return run(command, rest, { env });
	};
	apt('update');
	const { status, stderr, error } = apt('install', '-y', '--no-install-recommends', ...packages);
	if (status !== 0)
		throw new Trouble(
			`${packages.join(', ')} is missing and could not be installed; as root, run: apt-get install ${packages.join(' ')}` +
				` (${(error?.message ?? stderr ?? '').trim().split('\n').pop()})`
		);
}

/** Runs npm ci when the packages do not match the lock file. */
export function ensureNodeModules() {
	const stamp = path.join(root, 'node_modules/.oakmoss-lock');
	const wanted = digest([path.join(root, 'package-lock.json')]);
	if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
	say('installing npm packages');
	const { status, stderr } = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
		stdio: ['ignore', 'ignore', 'pipe']
	});
	if (status !== 0) throw new Trouble(`npm ci failed: ${stderr.trim().split('\n')[0]}`);
	writeFileSync(stamp, wanted);
}

const BUILT_FROM = [
	'package-lock.json',
	'package.json',
	'svelte.config.js',
	'vite.config.ts',
	'vite.worker.config.ts'
];

/** Tells one state of the sources from another. */
export const sourcesDigest = () =>
	digest([...BUILT_FROM.map((file) => path.join(root, file)), ...filesBelow('src'), ...filesBelow('static')]);

/** Builds when the sources have changed since the last build. */
export async function ensureBuild() {
	const stamp = path.join(root, 'build/.oakmoss-sources');
	const wanted = sourcesDigest();
	if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
	say('building');
	const { status, said } = await new Promise((resolve) => {
		const child = spawn('npm', ['run', '--silent', 'build'], { cwd: root });
		let said = '';
		for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += piece));
		child.on('error', ({ message }) => resolve({ status: 1, said: message }));
		child.on('exit', (status) => resolve({ status, said }));
	});
	if (status !== 0) throw new Trouble(`the build failed:\n${said}`);
	writeFileSync(stamp, wanted);
}

function filesBelow(folder) {
	const full = path.join(root, folder);
	return readdirSync(full, { recursive: true })
		.map((name) => path.join(full, String(name)))
		.filter((file) => statSync(file).isFile())
		.sort();
}

function digest(files) {
	const hash = createHash('sha256');
	for (const file of files) hash.update(path.relative(root, file)).update(readFileSync(file));
	return hash.digest('hex');
}
