// npm run screenshots: a current picture of each main view, from the demo data, into docs/screenshots.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureNodeModules, root } from './parts/fresh.mjs';
import { freePort, startPostgres } from './parts/postgres.mjs';
import { startServer } from './parts/server.mjs';

const LONG = 'concept=sleep-and-rest';
const VIEWS = [
	{ name: 'inquiries', at: '/' },
	{ name: 'question', at: '/inquiry/quiet-rooms/question' },
	{ name: 'crosswalk', at: '/inquiry/quiet-rooms?concept=attention&cell=attention:yarrow' },
	{ name: 'lanes', at: `/inquiry/quiet-rooms/browse?q=napping&${LONG}` },
	{ name: 'lineage', at: `/inquiry/quiet-rooms/browse/yarrow/sleep-promotion?${LONG}` },
	{ name: 'draft', at: '/inquiry/quiet-rooms/draft' },
	{ name: 'strategy', at: '/inquiry/quiet-rooms/strategy?index=yarrow' },
	{ name: 'records', at: '/inquiry/quiet-rooms/records?index=yarrow&concept=attention' },
	{ name: 'composition', at: '/inquiry/quiet-rooms/records?index=yarrow&concept=attention&view=composition' },
	{
		name: 'headings-worth-a-look',
		at: '/inquiry/quiet-rooms/records?index=yarrow&concept=attention&view=headings'
	},
	{ name: 'pearls', at: '/inquiry/quiet-rooms/pearls' },
	{ name: 'pooled', at: '/inquiry/quiet-rooms/pooled?sort=spread' },
	{ name: 'reading-list', at: '/inquiry/quiet-rooms/reading-list?part=open' },
	{ name: 'citations', at: '/inquiry/quiet-rooms/reading-list/citations?part=all' },
	{ name: 'report', at: '/inquiry/quiet-rooms/report' },
	{ name: 'logbook', at: '/inquiry/quiet-rooms/logbook' },
	{ name: 'subject-indexes', at: '/indexes' },
	{ name: 'editions', at: '/indexes/yarrow/editions' },
	{ name: 'keep-up', at: '/inquiry/quiet-rooms/keep-up', after: arrive }
];

/** A later edition is used, and records arrive until a watch has found some. */
async function arrive(address) {
	await fetch(`${address}/indexes/yarrow/editions/2025`, { method: 'PUT' });
	for (let turn = 0, found = 0; turn < 12 && found < 4; turn++)
		for (const code of ['alder', 'bracken']) {
			const delivery = await fetch(`${address}/indexes/${code}/deliver`, { method: 'POST' });
			if (delivery.ok) found += (await delivery.json()).found;
		}
}

ensureNodeModules();
await ensureBuild();
const scratch = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-pictures-'));
const postgres = await startPostgres(path.join(scratch, 'home'), { durable: false });
const env = { ...process.env, DATABASE_URL: postgres.url };
spawnSync(process.execPath, ['--import', 'tsx', 'demo/load.ts'], { cwd: root, stdio: 'inherit', env });
const server = await startServer({ databaseUrl: postgres.url, port: await freePort() });
const { default: puppeteer } = await import('puppeteer-core');
const browser = await puppeteer.launch({
	executablePath: ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync),
	args: '--headless --no-sandbox --disable-gpu --no-first-run --disable-background-networking --disable-component-update --disable-sync'.split(
		' '
	)
});
try {
	for (const { name, at, after } of VIEWS) {
		await after?.(server.address);
		const page = await browser.newPage();
		await page.setViewport({ width: 1280, height: 800 });
		await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
		await page.goto(server.address + at, { waitUntil: 'networkidle0' });
		await page.screenshot({ path: path.join(root, 'docs/screenshots', `${name}.png`) });
		await page.close();
	}
} finally {
	await browser.close();
	await server.stop();
	await postgres.stop();
	rmSync(scratch, { recursive: true, force: true });
}
