// The built application as a process of its own, which ends with us.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { root, Trouble } from './fresh.mjs';

/**
 * The log goes into `logFile`, where one is named.
 * @param {{ databaseUrl: string, port: number, logFile?: string, cwd?: string, environment?: Record<string, string> }} options
 * @returns {Promise<{ address: string, pid: number | undefined, stop: () => Promise<void>, ended: Promise<void> }>}
 */
export async function startServer({ databaseUrl, port, logFile, cwd = root, environment = {} }) {
	const address = `http://127.0.0.1:${port}`;
	const child = spawn(
		process.execPath,
		[path.join(root, 'scripts/guard.mjs'), process.execPath, path.join(root, 'server.mjs')],
		{
			cwd,
			stdio: ['pipe', 'ignore', 'pipe'],
			detached: true,
			env: {
				...process.env,
				ORIGIN: address,
				...environment,
				DATABASE_URL: databaseUrl,
				PORT: String(port),
				HOST: '127.0.0.1',
				...(logFile && { OAKMOSS_LOG: logFile }),
				NODE_ENV: 'production'
			}
		}
	);
	let errors = '';
	child.stderr.on('data', (chunk) => (errors = (errors + chunk).slice(-4_000)));
	let over = false;
	const ended = new Promise((resolve) => child.once('exit', resolve)).then(() => void (over = true));
	const deadline = Date.now() + 60_000;
	for (;;) {
		const healthy = await fetch(`${address}/api/v1/health`).then(
			(response) => response.ok,
			() => false
		);
		if (healthy) break;
		if (over || Date.now() > deadline)
			throw new Trouble(`the server did not start: ${errors.trim() || 'no reason given'}`);
		await new Promise((resolve) => setTimeout(resolve, 100));
	}
	return {
		address,
		pid: child.pid,
		ended,
		stop: async () => {
			child.stdin.end();
			await ended;
		}
	};
}
