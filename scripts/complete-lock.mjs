// Completes package-lock.json with the builds for other platforms that a registry mirror may not carry: `npm ci` wants
// every optional dependency listed, and skips those whose platform is not this one. Run after `npm install`.
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));
const { packages } = lock;

const SYSTEMS = [
	'aix',
	'android',
	'darwin',
	'freebsd',
	'linux',
	'netbsd',
	'openbsd',
	'openharmony',
	'sunos',
	'win32'
];
const CPUS = ['arm64', 'arm', 'ia32', 'loong64', 'mips64el', 'ppc64', 'riscv64', 's390x', 'x64', 'wasm32'];

/** The folder in which npm would look a dependency up, from the package's own outwards. */
function resolve(from, name) {
	for (let at = from; ; at = at.slice(0, Math.max(0, at.lastIndexOf('/node_modules/')))) {
		const place = `${at ? `${at}/` : ''}node_modules/${name}`;
		if (packages[place]) return place;
		if (!at) return undefined;
		if (!at.includes('/node_modules/')) at = '';
	}
}

for (const [from, entry] of Object.entries({ ...packages }))
	for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
		const there = resolve(from, name);
		if (there && packages[there].version === version) continue;
		if (there && !/^\d/.test(version)) continue;
		const parts = name.split(/[-/]/);
		const os = SYSTEMS.filter((system) => parts.includes(system));
		const cpu = CPUS.filter((arch) =>
			parts.some((part) => part === arch || (arch === 'arm' && part.startsWith('arm') && part !== 'arm64'))
		);
		if (os.length === 0 && cpu.length === 0) continue;
		const place = there ? `${from}/node_modules/${name}` : `node_modules/${name}`;
		packages[place] = {
			version,
			...(cpu.length && { cpu: cpu.slice(0, 1) }),
			...(entry.dev && { dev: true }),
			optional: true,
			...(os.length && { os })
		};
	}
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(file, JSON.stringify(lock, null, '\t') + '\n');
