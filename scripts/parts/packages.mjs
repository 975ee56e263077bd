// Whether docs/dependencies.md says why each package is here and under which licence, and every licence is one that is
// known there; and whether what runs outside of the build is installed where Oakmoss runs.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from './fresh.mjs';

const read = (/** @type {string} */ file) => readFileSync(path.join(root, file), 'utf8');

/** The first cells of the rows of each table in a text, by the heading above it. */
function tablesOf(/** @type {string} */ text) {
	/** @type {Record<string, string[][]>} */
	const tables = {};
	let title = '';
	for (const line of text.split('\n')) {
		if (line.startsWith('## ')) tables[(title = line.slice(3))] = [];
		else if (/^\| (?!---)/.test(line))
			tables[title].push(
				line
					.split('|')
					.slice(1, -1)
					.map((cell) => cell.trim())
			);
	}
	return tables;
}

const namesIn = (/** @type {string[][]} */ rows) => rows.slice(1).flatMap(([names]) => names.split(', '));
const isNamed = (/** @type {string[]} */ names, /** @type {string} */ one) =>
	names.some((name) => name === one || (name.endsWith('/*') && one.startsWith(name.slice(0, -1))));

/** Licences that a package offers or asks for, each by itself: “(MIT OR GPL-3.0-or-later)” offers MIT. */
const isKnown = (/** @type {string[]} */ known, /** @type {string} */ licence) =>
	known.includes(licence) ||
	licence.replace(/[()]/g, '').split(/ OR /).some((/** @type {string} */ offered) => offered.split(/ AND /).every((one) => known.includes(one))); // prettier-ignore

/** Packages that the threads, which are built apart, load when they run. */
function loadedByThreads() {
	const folder = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-threads-'));
	try {
		const build = ['vite', 'build', '--config', 'vite.worker.config.ts', '--outDir', folder];
		const { status, stderr } = spawnSync('npx', build, { cwd: root, encoding: 'utf8' });
		if (status !== 0) throw new Error(stderr);
		const text = readdirSync(folder, { recursive: true })
			.map(String)
			.filter((name) => name.endsWith('.js'))
			.map((name) => readFileSync(path.join(folder, name), 'utf8'))
			.join('\n');
		const imports = text.matchAll(/(?:from ?|import\()["'](@?[a-z][\w./@:-]*)["']/g);
		const names = new Set([...imports].map(([, name]) => /^(@[^/]+\/)?[^/]+/.exec(name)?.[0] ?? name));
		return [...names].filter((name) => !name.startsWith('node:'));
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

/** @returns {string} what is wrong, a line each; empty where nothing is */
export function packageFaults() {
	const { dependencies, devDependencies } = JSON.parse(read('package.json'));
	const { 'Installed where Oakmoss runs': installed, 'Built in, or used to build, test and measure': others, 'What the licences ask': licences, 'Licences that stand elsewhere than in package.json': elsewhere } = tablesOf(read('docs/dependencies.md')); // prettier-ignore
	const known = namesIn(licences);
	const stated = namesIn(elsewhere).map((name) => `node_modules/${name}`);
	const faults = [];
	for (const [half, rows] of /** @type {const} */ ([
		[dependencies, installed],
		[devDependencies, others]
	])) {
		// prettier-ignore
		const named = namesIn(rows);
		for (const name of Object.keys(half)) if (!isNamed(named, name)) faults.push(`${name} is not in its table of docs/dependencies.md.`); // prettier-ignore
		for (const name of named) if (!name.endsWith('/*') && !(name in half)) faults.push(`${name} is in docs/dependencies.md, and not in that half of package.json.`); // prettier-ignore
	}
	for (const name of loadedByThreads()) if (!(name in dependencies)) faults.push(`${name} is loaded by a thread, and is not among the dependencies.`); // prettier-ignore
	/** @type {[string, { license?: string, link?: boolean }][]} */
	const locked = Object.entries(JSON.parse(read('package-lock.json')).packages);
	for (const [place, { license }] of locked) {
		if (place === '' || stated.includes(place)) continue;
		const licence = license ?? licenceOfInstalled(place);
		if (licence !== undefined && !isKnown(known, licence)) faults.push(`${place} has the licence “${licence}”, of which docs/dependencies.md says nothing.`); // prettier-ignore
	}
	return faults.join('\n');
}

/** What a package says itself; nothing where it is for another platform and not installed here. */
function licenceOfInstalled(/** @type {string} */ place) {
	try {
		const { license, licenses } = JSON.parse(read(`${place}/package.json`));
		return (
			license ?? licenses?.map((/** @type {{ type: string }} */ { type }) => type).join(' OR ') ?? 'none'
		);
	} catch {
		return undefined;
	}
}
