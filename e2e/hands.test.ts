/** The whole way, from a word to a comparison of two runs: once by keys alone, once by mouse alone. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	openPage,
	press,
	pressKeys,
	recordsFound,
	recordsFoundChange,
	saved,
	sendJson,
	startApp,
	tabTo,
	textOf,
	waitForText,
	type App
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app.close());

/** An inquiry with two concepts and nothing picked. */
async function begin(title: string): Promise<string> {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', {
		title,
		question: 'Does rest help?'
	});
	const { id } = (await made.json()) as { id: string };
	const concept = (conceptId: string, name: string, ...words: string[]) => [
		{ kind: 'concept.add', id: conceptId, name },
		...words.map((text) => ({ kind: 'word.add', id: `${conceptId}-${text}`, conceptId, text }))
	];
	const commands = [...concept('rest', 'rest', 'sleep'), ...concept('noise', 'noise', 'noise')];
	const command = { kind: 'many', title: 'Begun', commands };
	await sendJson(`${app.address}/inquiry/${id}/commands`, 'POST', {
		command,
		base: 0,
		client: 't',
		sending: id
	});
	return id;
}

describe('the whole way', () => {
	it('can be gone by keys alone', async () => {
		const id = await begin('Keys');
		const page = await openPage(app, `/inquiry/${id}`);
		const go = async (screen: string) => {
			await tabTo(page, screen);
			await page.keyboard.press('Enter');
		};
		// Looked up, walked to, picked with what is narrower.
		await pressKeys(page, '/');
		await page.keyboard.type('sleep');
		await page.keyboard.press('Enter');
		await waitForText(page, '[data-lane=yarrow]', 'Sleep');
		await pressKeys(page, 'ArrowDown', 'ArrowRight', 'ArrowRight', 'Enter');
		await page.waitForSelector('main [role=tree]');
		await pressKeys(page, 'm', 'Space');
		await saved(page);
		await go('Crosswalk');
		await waitForText(page, '[role=grid]', 'Sleep');
		// Searched: a line left out and taken back, tried and kept, run twice.
		await go('Strategy');
		await page.waitForSelector('[aria-label="Subject indexes"]');
		await go('Yarrow');
		await page.waitForSelector('[data-line]');
		const before = await recordsFound(page);
		await pressKeys(page, 'r');
		await waitForText(page, 'header', 'Run 1');
		await pressKeys(page, 't', 'g', 'ArrowDown', 'o');
		await waitForText(page, '[aria-label="Result"]', '→');
		await go('Keep');
		await saved(page);
		await recordsFoundChange(page, before);
		await pressKeys(page, 'r');
		await waitForText(page, 'header', 'Run 2');
		// Read: a record, and a heading of it set aside.
		await go('Records');
		await page.waitForSelector('[data-record]');
		await pressKeys(page, 'g', 'ArrowDown', 'ArrowRight', 's');
		await waitForText(page, '[data-sightings]', 'Sightings 1');
		// Compared.
		await go('Logbook');
		await waitForText(page, 'main', 'Run 2');
		await go('Compare');
		await go('Compare with run');
		await page.waitForSelector('[role=dialog]');
		expect(await textOf(page, '[role=dialog]')).toMatch(/Run 1 found .*run 2 found/);
		await page.keyboard.press('Escape');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('can be gone by mouse alone', async () => {
		const id = await begin('Mouse');
		const page = await openPage(app, '/');
		await page.click(`main a[href="/inquiry/${id}"]`);
		// A cell, a suggestion, its switch.
		await page.waitForSelector('[role=grid]');
		await page.click('[role=grid] > [role=row]:nth-child(2) > [role=gridcell]:nth-child(4)');
		await page.waitForSelector('aside[aria-label$="in Yarrow"] [data-suggestion]');
		await page.click('aside li > div:last-child > button');
		await saved(page);
		await waitForText(page, '[role=grid]', 'Sleep');
		await press(page, 'Close', 'aside');
		// A strategy: run, something tried and dropped, run again with a line left out.
		await page.click('nav a[href*="/strategy"]');
		await page.waitForSelector('[aria-label="Subject indexes"] a[href*="yarrow"]');
		await page.click('[aria-label="Subject indexes"] a[href*="yarrow"]');
		await page.waitForSelector('[data-line]');
		await press(page, 'Run and keep');
		await waitForText(page, 'header', 'Run 1');
		const before = await recordsFound(page);
		await page.click('[data-line="rest-sleep"]');
		await page.waitForSelector('[data-line][aria-expanded=true]');
		await page.evaluate(() =>
			[...document.querySelectorAll<HTMLElement>('main li button')]
				.find(({ innerText }) => innerText.startsWith('Leave out'))
				?.click()
		);
		await recordsFoundChange(page, before);
		await press(page, 'Run and keep');
		await waitForText(page, 'header', 'Run 2');
		// A record, a heading of it picked.
		await press(page, 'Read the records');
		await page.waitForSelector('[data-record]');
		await page.click('[data-record]');
		await page.waitForSelector('[data-tagged] button');
		const label = await page.$eval('[data-tagged] a', (heading) => heading.textContent?.trim() ?? '');
		await page.click('[data-tagged] button');
		await waitForText(page, 'header', label);
		await page.click('nav a[href*="/logbook"]');
		await waitForText(page, 'main', 'Run 2');
		await press(page, 'Compare', 'main');
		await press(page, 'Compare with run 2', 'main');
		await page.waitForSelector('[role=dialog]');
		expect(await textOf(page, '[role=dialog]')).toMatch(/Run 1 found .*run 2 found/);
		await press(page, 'Close', '[role=dialog]');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
