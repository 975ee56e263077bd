// npm run dev: the development server on a PostgreSQL of its own, with the demo data.
import { spawn, spawnSync } from 'node:child_process';
import path from 'node:path';
import { onEnd } from './parts/ending.mjs';
import { ensureNodeModules, root, say, Trouble } from './parts/fresh.mjs';
import { startPostgres } from './parts/postgres.mjs';

try {
	ensureNodeModules();
	const given = process.env.DATABASE_URL;
	const postgres = given
		? undefined
		: await startPostgres(path.resolve(process.env.OAKMOSS_HOME || path.join(root, '.oakmoss')));
	const env = {
		...process.env,
		DATABASE_URL: given ?? postgres?.url,
		OAKMOSS_WORKERS: path.join(root, '.oakmoss-worker')
	};
	const run = (...args) => spawnSync('npx', args, { cwd: root, stdio: 'inherit', env });
	run(
		'vite',
		'build',
		'--config',
		'vite.worker.config.ts',
		'--outDir',
		'.oakmoss-worker',
		'--logLevel',
		'warn'
	);
	if (!given)
		spawnSync(process.execPath, ['--import', 'tsx', 'demo/load.ts'], { cwd: root, stdio: 'inherit', env });
	say(`DATABASE_URL is ${env.DATABASE_URL}`);
	const vite = spawn('npx', ['vite', 'dev', '--port', process.env.PORT || '4310'], {
		cwd: root,
		stdio: 'inherit',
		env
	});
	const end = async () => {
		vite.kill('SIGTERM');
		await postgres?.stop();
		process.exit(0);
	};
	onEnd(end);
	vite.on('exit', end);
} catch (error) {
	console.error(error instanceof Trouble ? `Oakmoss cannot start: ${error.message}` : error);
	process.exit(1);
}
