// npm run demo: from a fresh clone to a running Oakmoss with the demo data. With `-- together`, two people sign in to it.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { onEnd } from './parts/ending.mjs';
import { ensureBuild, ensureNodeModules, isRoot, root, say, Trouble } from './parts/fresh.mjs';
import { portFree, startPostgres } from './parts/postgres.mjs';
import { startServer } from './parts/server.mjs';

const port = Number(process.env.PORT || 4310);
const home = path.resolve(
	process.env.OAKMOSS_HOME || (isRoot ? '/var/lib/oakmoss' : path.join(os.homedir(), '.local/share/oakmoss'))
);

const isTogether = process.argv.includes('together');

const running = [];
async function stopAll() {
	for (const part of running.splice(0).reverse()) await part.stop().catch(() => {});
}
onEnd(async (reason) => {
	await stopAll();
	process.exit(reason === 'SIGINT' || reason === 'SIGTERM' ? 0 : 1);
});

/** What signs who is signed in: made once, so that nobody is signed out when the demo is started again. */
function keptSecret() {
	const file = path.join(home, 'secret');
	try {
		return readFileSync(file, 'utf8');
	} catch {
		const secret = randomBytes(32).toString('hex');
		writeFileSync(file, secret, { mode: 0o600 });
		return secret;
	}
}

try {
	if (!Number.isInteger(port) || port < 1 || port > 65_535)
		throw new Trouble(`PORT (${process.env.PORT}) is not a port number.`);
	if (!(await portFree(port)))
		throw new Trouble(`port ${port} is taken; choose another with PORT=… npm run demo`);
	ensureNodeModules();
	const postgres = await startPostgres(home);
	running.push(postgres);
	await ensureBuild();
	say('loading the demo data where it is not there yet');
	const load = spawnSync(process.execPath, ['--import', 'tsx', 'demo/load.ts'], {
		cwd: root,
		stdio: ['ignore', 'inherit', 'inherit'],
		env: { ...process.env, DATABASE_URL: postgres.url }
	});
	if (load.status !== 0) throw new Trouble('the demo data could not be loaded; the reason stands above.');
	if (isTogether) {
		process.env.OAKMOSS_ACCOUNTS = 'on';
		process.env.OAKMOSS_SECRET ??= keptSecret();
		process.env.ORIGIN ??= `http://127.0.0.1:${port}`;
		const people = spawnSync(process.execPath, ['--import', 'tsx', 'demo/together.ts'], {
			cwd: root,
			stdio: ['ignore', 'inherit', 'inherit'],
			env: { ...process.env, DATABASE_URL: postgres.url }
		});
		if (people.status !== 0) throw new Trouble('the people of the demo could not be given accounts.');
	}
	// The stand-in indexes bring something every quarter of an hour.
	process.env.OAKMOSS_FEED_EVERY ??= String(15 * 60);
	const server = await startServer({
		databaseUrl: postgres.url,
		port,
		logFile: path.join(home, 'server.log')
	});
	running.push(server);
	for (const part of [postgres, server])
		void part.ended.then(async () => {
			if (!running.includes(part)) return;
			console.error('Oakmoss has stopped: one of its processes ended.');
			await stopAll();
			process.exit(1);
		});
	console.log(`Oakmoss is ready at ${server.address}`);
} catch (error) {
	await stopAll();
	console.error(error instanceof Trouble ? `Oakmoss cannot start: ${error.message}` : error);
	process.exit(1);
}
