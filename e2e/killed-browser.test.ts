/** What somebody typed while the server was away, in a browser that is killed as soon as it says that it keeps it. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { type App, beginInquiry, BROWSER, BROWSER_FLAGS, ready, saved, startApp } from './app.test-aid';

let app: App;
let profile: string;
beforeAll(async () => {
	app = await startApp();
	profile = mkdtempSync(path.join(os.tmpdir(), 'oakmoss-killed-'));
});
afterAll(async () => {
	await app?.close();
	rmSync(profile, { recursive: true, force: true });
});

async function open(at: string): Promise<{ browser: Browser; page: Page }> {
	const browser = await puppeteer.launch({
		executablePath: BROWSER,
		args: BROWSER_FLAGS,
		userDataDir: profile
	});
	const page = await browser.newPage();
	await page.goto(app.address + at, { waitUntil: 'load' });
	await ready(page);
	return { browser, page };
}

it('is there when the browser comes back', async () => {
	const id = await beginInquiry(app, 'Killed', 'noise', ['yarrow']);
	const at = `/inquiry/${id}/question`;
	const typed: string[] = [];
	for (const round of [1, 2]) {
		const { browser, page } = await open(at);
		await app.stopServer();
		for (const name of [`first of ${round}`, `second of ${round}`]) {
			await page.type('#new-concept', name);
			await page.keyboard.press('Enter');
			typed.push(name);
		}
		await page.waitForFunction(() => document.querySelector('[data-saving]')?.textContent?.includes('Kept here'), { polling: 10 });
		const killed = new Promise((resolve) => browser.process()?.once('exit', resolve));
		browser.process()?.kill('SIGKILL');
		await killed;
		await app.startServer();
		const again = await open(at);
		await saved(again.page);
		const { inquiry } = (await (await fetch(`${app.address}/api/v1/inquiries/${id}`)).json()) as { inquiry: { concepts: { name: string }[] } };
		const names = inquiry.concepts.map(({ name }) => name);
		for (const name of typed) expect(names.filter((one) => one === name)).toEqual([name]);
		await again.browser.close();
	}
}); // prettier-ignore
