// A PostgreSQL of our own: Debian's programs, our data folder, loopback only, a free port.
import { spawn, spawnSync } from 'node:child_process';
import {
	accessSync,
	chmodSync,
	chownSync,
	closeSync,
	constants,
	existsSync,
	mkdirSync,
	openSync,
	readdirSync,
	readFileSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { installDebian, isRoot, root, Trouble } from './fresh.mjs';

const MARKER = 'oakmoss.json';
const USER = 'oakmoss';
const DATABASE = 'oakmoss';

function programs() {
	const base = '/usr/lib/postgresql';
	const found = existsSync(base)
		? readdirSync(base)
				.filter((version) => existsSync(`${base}/${version}/bin/initdb`) && Number(version) >= 13)
				.sort((a, b) => Number(b) - Number(a))
		: [];
	return found.map((version) => `${base}/${version}/bin`);
}

/** The folder of PostgreSQL's programs; installs them first where they are missing. */
function ensurePrograms(home) {
	if (programs().length === 0) {
		// Debian starts a server of its own on installation unless told not to; ours is the only one wanted.
		if (isRoot && !existsSync('/etc/postgresql-common/createcluster.conf')) {
			mkdirSync('/etc/postgresql-common', { recursive: true });
			writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
		}
		installDebian(['postgresql'], 'the database');
	}
	const all = programs();
	if (all.length === 0)
		throw new Trouble('PostgreSQL is installed, but its programs are not under /usr/lib/postgresql.');
	const versionFile = path.join(home, 'postgres/PG_VERSION');
	if (!existsSync(versionFile)) return all[0];
	const version = readFileSync(versionFile, 'utf8').trim();
	const match = all.find((folder) => folder.includes(`/${version}/`));
	if (!match)
		throw new Trouble(
			`the data in ${home} was made by PostgreSQL ${version}, which is not installed: apt-get install postgresql-${version}`
		);
	return match;
}

/** Makes or recognises the folder where data lives. */
export function ensureHome(home) {
	if (existsSync(home)) {
		if (!statSync(home).isDirectory()) throw new Trouble(`OAKMOSS_HOME (${home}) is not a folder.`);
		const inside = readdirSync(home);
		if (inside.length > 0 && !inside.includes(MARKER))
			throw new Trouble(
				`OAKMOSS_HOME (${home}) holds something else and was left alone; name an empty or new folder.`
			);
	} else {
		try {
			mkdirSync(home, { recursive: true });
		} catch (error) {
			throw new Trouble(`OAKMOSS_HOME (${home}) cannot be made: ${error.message}`);
		}
	}
	const marker = path.join(home, MARKER);
	if (!existsSync(marker))
		writeFileSync(marker, JSON.stringify({ about: 'Data of an Oakmoss installation.' }) + '\n');
}

/** PostgreSQL refuses to run as root, so root runs it as the user that Debian's package made. */
function serverUser() {
	if (!isRoot) return undefined;
	const line = readFileSync('/etc/passwd', 'utf8')
		.split('\n')
		.find((entry) => entry.startsWith('postgres:'));
	if (!line)
		throw new Trouble(
			'there is no user “postgres” to run the database as; reinstall Debian’s postgresql package.'
		);
	const [, , uid, gid] = line.split(':');
	return { uid: Number(uid), gid: Number(gid) };
}

/** The command that runs a program as the server's user, also where a folder above the data is closed to that user. */
function as(user, home, program, args) {
	if (!user) return { command: program, args, options: {} };
	if (reachable(home)) return { command: program, args, options: user };
	const may = '+dac_read_search';
	return {
		command: 'setpriv',
		args: [
			`--reuid=${user.uid}`,
			`--regid=${user.gid}`,
			'--clear-groups',
			`--inh-caps=${may}`,
			`--ambient-caps=${may}`,
			program,
			...args
		],
		options: {}
	};
}

function reachable(folder) {
	for (let at = path.resolve(folder); at !== '/'; at = path.dirname(at))
		if ((statSync(at).mode & 0o001) === 0) return false;
	return true;
}

/** Whether a port on loopback is free. */
export function portFree(port) {
	return new Promise((resolve) => {
		const server = net.createServer();
		server.once('error', () => resolve(false));
		server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
	});
}

export function freePort() {
	return new Promise((resolve, reject) => {
		const server = net.createServer();
		server.once('error', reject);
		server.listen(0, '127.0.0.1', () => {
			const { port } = server.address();
			server.close(() => resolve(port));
		});
	});
}

/**
 * Starts PostgreSQL on the data in `home`, made on first use.
 * @returns {Promise<{ url: string, stop: () => Promise<void>, ended: Promise<void> }>}
 */
export async function startPostgres(home, { durable = true } = {}) {
	ensureHome(home);
	const bin = ensurePrograms(home);
	const user = serverUser();
	const data = path.join(home, 'postgres');
	const sockets = path.join(home, 'sockets');
	if (isRoot && !reachable(home) && (statSync(home).mode & 0o001) === 0 && readdirSync(home).length <= 3)
		chmodSync(home, 0o711);
	for (const folder of [data, sockets]) {
		mkdirSync(folder, { recursive: true, mode: 0o700 });
		if (user) chownSync(folder, user.uid, user.gid);
	}
	await endLeftover(data);
	if (!existsSync(path.join(data, 'PG_VERSION'))) {
		const { command, args, options } = as(user, home, `${bin}/initdb`, [
			'-D',
			data,
			'-U',
			USER,
			'--auth=trust',
			'--encoding=UTF8',
			'--locale=C.UTF-8',
			'--no-instructions'
		]);
		const { status, stderr, error } = spawnSync(command, args, { ...options, cwd: '/', encoding: 'utf8' });
		if (status !== 0) {
			rmSync(data, { recursive: true, force: true });
			throw new Trouble(
				`the database could not be set up in ${data}: ${(error?.message ?? stderr).trim().split('\n').pop()}`
			);
		}
	}
	const port = await freePort();
	const settings = {
		listen_addresses: '127.0.0.1',
		port: String(port),
		// A socket's path may be 107 bytes long at most, and nothing here needs a socket.
		unix_socket_directories: sockets.length < 80 ? sockets : '',
		shared_buffers: '256MB',
		// Room for the log of several large imports between two checkpoints.
		max_wal_size: '4GB',
		checkpoint_timeout: '15min',
		max_connections: '60',
		...(durable ? {} : { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' })
	};
	const server = as(user, home, `${bin}/postgres`, [
		'-D',
		data,
		...Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`])
	]);
	const identity = Object.entries(server.options).flatMap(([name, value]) => [`--${name}`, String(value)]);
	// Into a file: a pipe that nobody empties while this process waits for another would bring the database to a stop.
	const log = path.join(home, 'postgres.log');
	const output = openSync(log, 'w');
	const said = () => readFileSync(log, 'utf8').trim();
	const child = spawn(
		process.execPath,
		[path.join(root, 'scripts/guard.mjs'), ...identity, server.command, ...server.args],
		{
			cwd: '/',
			stdio: ['pipe', output, output],
			detached: true
		}
	);
	closeSync(output);
	const ended = new Promise((resolve) => child.once('exit', resolve));
	let over = false;
	void ended.then(() => (over = true));
	const deadline = Date.now() + 60_000;
	while (!said().includes('ready to accept connections')) {
		if (over || Date.now() > deadline)
			throw new Trouble(`the database did not start: ${said().split('\n').pop() || 'no reason given'}`);
		await new Promise((resolve) => setTimeout(resolve, 50));
	}
	const admin = `postgres://${USER}@127.0.0.1:${port}/postgres`;
	const url = `postgres://${USER}@127.0.0.1:${port}/${DATABASE}`;
	const { default: postgres } = await import('postgres');
	const sql = postgres(admin, { max: 1, onnotice: () => {} });
	const [known] = await sql`select 1 from pg_database where datname = ${DATABASE}`;
	if (!known) await sql.unsafe(`create database ${DATABASE}`);
	await sql.end();
	return {
		url,
		ended,
		stop: async () => {
			child.stdin.end();
			await ended;
		}
	};
}

/** Ends a server that an earlier run left behind on the same data, as two must never share it. */
async function endLeftover(data) {
	const file = path.join(data, 'postmaster.pid');
	if (!existsSync(file)) return;
	const pid = Number(readFileSync(file, 'utf8').split('\n')[0]);
	const alive = () => {
		try {
			accessSync(`/proc/${pid}`, constants.F_OK);
			return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(data);
		} catch {
			return false;
		}
	};
	if (!alive()) return;
	const parent = Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);
	if (parent > 1 && readFileSync(`/proc/${parent}/cmdline`, 'utf8').includes('guard.mjs')) {
		// Its guard may just be ending it.
		for (let i = 0; i < 50 && alive(); i++) await new Promise((resolve) => setTimeout(resolve, 100));
		if (alive())
			throw new Trouble(
				`Oakmoss is already running on the data in ${path.dirname(data)}; stop it first, or name another OAKMOSS_HOME.`
			);
		return;
	}
	process.kill(pid, 'SIGINT');
	for (let i = 0; i < 100 && alive(); i++) await new Promise((resolve) => setTimeout(resolve, 100));
	if (alive()) throw new Trouble(`a database from an earlier run (process ${pid}) does not end.`);
}
