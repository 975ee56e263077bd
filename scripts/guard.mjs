// Runs a command and ends it when whoever started this ends, however that happens: the pipe on standard input closes.
// Usage: node guard.mjs [--uid N --gid N] command arguments…
import { spawn } from 'node:child_process';

const args = process.argv.slice(2);
/** @type {import('node:child_process').SpawnOptions} */
const options = { stdio: ['ignore', 'inherit', 'inherit'], detached: true };
while (args[0] === '--uid' || args[0] === '--gid') {
	const [flag, value] = args.splice(0, 2);
	options[flag.slice(2)] = Number(value);
}
const child = spawn(args[0], args.slice(1), options);
child.on('error', (error) => {
	console.error(error.message);
	process.exit(127);
});
child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));

let ending = false;
function end() {
	if (ending) return;
	ending = true;
	child.kill('SIGINT');
	setTimeout(() => child.kill('SIGKILL'), 10_000).unref();
}
process.stdin.on('end', end).on('close', end).on('error', end).resume();
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end);
