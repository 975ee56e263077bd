/** Every screen, with data and with none, and every heading that branches widely: drawn without an error, in either theme. */
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessibilityFaults, ready, sendJson, startApp, type App } from './app.test-aid';

let app: App;
let page: Page;
/** An inquiry with nothing in it. */
let bare = '';
/** What went wrong since it was last looked at: in the console, and as an error of the page. */
let problems: string[] = [];
beforeAll(async () => {
	app = await startApp();
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title: 'Bare', question: '' });
	bare = ((await made.json()) as { id: string }).id;
	page = await app.browser.newPage();
	await page.setViewport({ width: 1280, height: 800 });
	page.on('pageerror', (error) => problems.push(String(error)));
	page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
});
afterAll(() => app.close());

const THEMES = ['light', 'dark'] as const;

/** Opens a page and says what is wrong with it; nothing where it is drawn whole. */
async function wrongWith(at: string, theme: (typeof THEMES)[number]): Promise<string[]> {
	problems = [];
	await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
	await page.goto(app.address + at, { waitUntil: 'load' });
	await ready(page);
	const failed = await page.$$eval('[data-failed]', (parts) => parts.map((part) => part.textContent ?? ''));
	const drawn = await page.$eval('main', (main) => main.innerText.trim().length);
	return [...problems, ...failed, ...(drawn > 20 ? [] : ['The page is blank.'])].map(
		(what) => `${at}: ${what}`
	);
}

const IN_INQUIRY = [
	'', '?cell=attention:yarrow&concept=attention', '/question', '/indexes', '/browse', '/browse?q=noise', '/browse?q=xyzzy',
	'/browse/sorrel/attention?q=attention', '/browse/yarrow', '/browse/yarrow?display=alphabetical', '/browse/yarrow?display=permuted', '/draft', '/strategy?index=yarrow',
	'/check', '/records?index=yarrow', '/records?index=yarrow&view=composition', '/records?index=yarrow&view=composition&by=author',
	'/records?index=yarrow&view=headings', '/records?index=yarrow&view=words', '/pooled', '/pearls', '/reading-list',
	'/reading-list/citations', '/report', '/logbook', '/keep-up', '/changed', '/outbox', '/people'
]; // prettier-ignore
const ELSEWHERE = ['/', '/indexes', '/indexes/alder/editions', '/inquiry/nowhere'];

describe('every screen is drawn', () => {
	it('with the data of the demo, and axe finds nothing in either theme', async () => {
		const found: string[] = [];
		for (const at of [...IN_INQUIRY.map((path) => `/inquiry/quiet-rooms${path}`), ...ELSEWHERE])
			{
				// What is not there is answered with 404, which a browser tells in its console.
				const wrong = await wrongWith(at, 'light');
				found.push(...wrong.filter((what) => !(at.endsWith('nowhere') && what.includes('404'))));
				for (const theme of THEMES) {
					await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
					const faults = await accessibilityFaults(page, theme === 'dark' ? ['color-contrast'] : undefined);
					found.push(...faults.map((fault) => `${at} (${theme}): ${fault}`));
				}
			}
		expect(found).toEqual([]);
	});

	it('with nothing in it', async () => {
		const found: string[] = [];
		for (const [i, path] of IN_INQUIRY.entries()) {
			found.push(...(await wrongWith(`/inquiry/${bare}${path}`, THEMES[i % 2])));
			const faults = await accessibilityFaults(page);
			found.push(...faults.map((fault) => `bare${path}: ${fault}`));
		}
		expect(found).toEqual([]);
	});

	it('for every heading with six narrower ones or more', async () => {
		const found: string[] = [];
		let opened = 0;
		for (const code of ['bracken', 'sorrel', 'yarrow', 'alder']) {
			const answer = await fetch(`${app.address}/indexes/${code}/hierarchy?depth=50`);
			const { children } = (await answer.json()) as { children: Record<string, { id: string; narrowerCount: number }[]> };
			const wide = new Set(Object.values(children).flat().filter(({ narrowerCount }) => narrowerCount >= 6).map(({ id }) => id));
			for (const id of wide) {
				const at = `/inquiry/quiet-rooms/browse/${code}/${encodeURIComponent(id)}`;
				found.push(...(await wrongWith(at, THEMES[opened++ % 2])));
				// The picture of its place: each node stands apart from the others.
				const places = await page.$$eval('figure svg rect', (nodes) => nodes.map((node) => `${node.getAttribute('x')} ${node.getAttribute('y')}`));
				if (places.length < 7 || new Set(places).size < places.length) found.push(`${at}: the picture has ${places.length} nodes at ${new Set(places).size} places`);
			}
		}
		expect(found).toEqual([]);
		expect(opened).toBeGreaterThan(60);
	});
}); // prettier-ignore
