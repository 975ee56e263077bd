// npm run audit [-- REPORT]: what is known of weaknesses in the packages, against those that were looked at
// (docs/reviewed-advisories.json). REPORT is what `npm audit --json` said elsewhere, for where the registry does not answer.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './parts/fresh.mjs';

const REVIEWED = 'docs/reviewed-advisories.json';

function reported() {
	if (process.argv[2]) return readFileSync(process.argv[2], 'utf8');
	return spawnSync('npm', ['audit', '--json'], { cwd: root, encoding: 'utf8' }).stdout;
}

/** Weaknesses by address, each with the packages that have it: of a package that only uses another one, that one is named. */
function weaknesses({ vulnerabilities }) {
	const found = new Map();
	for (const { name, via, isDirect } of Object.values(vulnerabilities))
		for (const { url, title, severity } of via.filter((one) => typeof one === 'object')) {
			const known = found.get(url) ?? { title, severity, packages: new Set() };
			known.packages.add(isDirect ? name : `${name}, by others`);
			found.set(url, known);
		}
	return found;
}

const report = JSON.parse(reported() || '{}');
if (!report.vulnerabilities) {
	console.error(`The registry does not say what is known: ${report.message ?? 'no answer'}`);
	console.error('Run `npm audit --json > FILE` where one does, and `npm run audit -- FILE` here.');
	process.exit(2);
}
/** @type {{ url: string, reviewed: string, until: string, why: string }[]} */
const reviewed = JSON.parse(readFileSync(path.join(root, REVIEWED), 'utf8'));
const today = new Date().toISOString().slice(0, 10);
const found = weaknesses(report);
let open = 0;
for (const [url, { title, severity, packages }] of found) {
	const known = reviewed.find((one) => one.url === url);
	const isOpen = !known || known.until < today;
	if (isOpen) open++;
	console.log(`${isOpen ? 'open' : 'reviewed'}: ${severity}: ${title} (${[...packages].join('; ')}) ${url}`);
	if (known)
		console.log(`  ${known.reviewed}: ${known.why}${isOpen ? ` That held until ${known.until}.` : ''}`);
}
for (const { url } of reviewed.filter((one) => !found.has(one.url)))
	console.log(`gone: ${url} can be taken out of ${REVIEWED}`);
console.log(`${found.size} known, ${open} open`);
process.exit(open > 0 ? 1 : 0);
