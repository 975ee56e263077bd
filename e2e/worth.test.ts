import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	openPage,
	press,
	pressKeys,
	recordsFoundChange,
	recordsFound,
	saved,
	sendJson,
	startApp,
	textOf,
	waitForText,
	type App,
	goTo
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app.close());

const count = (text: string) => Number(/[\d,]+/.exec(text)?.[0].replaceAll(',', '') ?? NaN);

async function inquiry(title: string, ...words: string[]): Promise<string> {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title });
	const { id } = (await made.json()) as { id: string };
	const commands = [
		{ kind: 'concept.add', id: 'rest', name: 'sleep and rest' },
		...words.map((text, i) => ({ kind: 'word.add', id: `w${i}`, conceptId: 'rest', text }))
	];
	const sent = { command: { kind: 'many', title: 'Begun', commands }, base: 0, client: 'test' };
	expect((await sendJson(`${app.address}/inquiry/${id}/commands`, 'POST', sent)).status).toBe(200);
	return id;
}

describe('what a heading is worth', () => {
	it('is seen before it is set, opened to its records, and lifted again', async () => {
		const id = await inquiry('Worth', 'sleep');
		const page = await openPage(app, `/inquiry/${id}/browse?q=sleep`);
		// The price of the narrower headings stands beside the heading before anything is picked.
		await page.waitForFunction(() =>
			/narrower → [\d,]+/.test(document.querySelector<HTMLElement>('[data-lane=yarrow] li')?.innerText ?? '')
		);
		const row = await textOf(page, '[data-lane=yarrow] li');
		const [, alone, whole] = /([\d,]+) records · \d+ narrower → ([\d,]+)/.exec(row) ?? [];
		await page.focus('[data-lane=yarrow] [data-row]');
		await pressKeys(page, 'Space');
		await saved(page);
		const picks = '[data-lane=yarrow] footer';
		await page.click(`${picks} button[aria-expanded=false]`);
		await waitForText(page, picks, `${alone} → ${whole}`);
		await page.evaluate(() =>
			[...document.querySelectorAll<HTMLElement>('[data-lane=yarrow] footer [role=switch]')]
				.find(({ innerText }) => innerText.startsWith('with narrower'))
				?.click()
		);
		await saved(page);
		// Set, it shows what taking it back would leave; and the number opens just those records.
		await waitForText(page, picks, `${whole} → ${alone}`);
		await waitForText(page, picks, `${whole} records`);
		await page.evaluate(() =>
			document.querySelector<HTMLElement>('[data-lane=yarrow] footer a.count')?.click()
		);
		await page.waitForSelector('[data-record]');
		await waitForText(page, 'main', `${whole} records of Yarrow found by Sleep`);
		expect(await textOf(page, '[role=listbox]')).toMatch(/Sleep|Nap|Dream|Insomnia|Snoring/);
		expect(await accessibilityFaults(page)).toEqual([]);

		// Back by the way one came, and to the strategy: each of its numbers says the same as what it opens.
		await press(page, 'Back to browsing');
		await page.waitForSelector('[data-lane=yarrow]');
		await goTo(page, `${app.address}/inquiry/${id}/strategy?index=yarrow`);
		const before = await recordsFound(page);
		const links = await page.$$eval('section[aria-label="sleep and rest"] a.count', (all) =>
			all.map((link) => ({ at: (link as HTMLAnchorElement).href, says: (link as HTMLElement).innerText }))
		);
		expect(links.length).toBeGreaterThan(3);
		for (const { at, says } of links) {
			await page.goto(at, { waitUntil: 'domcontentloaded' });
			await page.waitForSelector('h1');
			await waitForText(page, 'main', `${count(says).toLocaleString('en')} record`);
		}
		// The heading alone is lifted: what it brought beyond the word goes.
		await goTo(page, `${app.address}/inquiry/${id}/strategy?index=yarrow`);
		await page.click('[data-line]');
		await page.waitForSelector('[data-line][aria-expanded=true]');
		await page.evaluate(() =>
			[...document.querySelectorAll<HTMLElement>('main li button')]
				.find(({ innerText }) => innerText.startsWith('without narrower'))
				?.click()
		);
		expect(await recordsFoundChange(page, before)).toBeLessThan(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('is reached by a misspelt word, by its beginning and by its plural alike', async () => {
		const id = await inquiry('Alike');
		for (const query of ['attentoin', 'attenti', 'attentions', 'attent*']) {
			const page = await openPage(app, `/inquiry/${id}/browse?q=${encodeURIComponent(query)}`);
			await page.waitForSelector('[data-lane=yarrow] [data-row]');
			await page.focus('[data-lane=yarrow] [data-row]');
			await pressKeys(page, 'Space');
			await saved(page);
			await waitForText(page, '[data-lane=yarrow] footer', 'Attention');
			await pressKeys(page, 'Space');
			await saved(page);
			expect(page.problems).toEqual([]);
			await page.close();
		}
		const page = await openPage(app, `/inquiry/${id}/browse?q=*`);
		await waitForText(page, 'main', 'A * stands for the rest of a word');
		await page.close();
	});
});

describe('a draft', () => {
	it('fills three columns from the first one in under a minute, and is taken back in one step', async () => {
		const began = Date.now();
		const id = await inquiry('Drafted', 'sleep', 'rest', 'napping');
		const pick = {
			command: {
				kind: 'pick.add',
				id: 'p',
				conceptId: 'rest',
				indexCode: 'yarrow',
				edition: '2024',
				headings: [{ uri: 'https://yarrow.example/rest-sleep', label: 'Rest and Sleep' }]
			},
			base: 1,
			client: 'test'
		};
		expect((await sendJson(`${app.address}/inquiry/${id}/commands`, 'POST', pick)).status).toBe(200);
		const page = await openPage(app, `/inquiry/${id}`);
		await page.waitForSelector('[role=grid]');
		await pressKeys(page, 'd');
		await waitForText(page, 'main', '3 cells looked at');
		await page.waitForSelector('[data-suggestion]');
		// One by one with the keys: the first is picked, the next one rejected.
		await pressKeys(page, 'g');
		const first = await page.evaluate(() => document.activeElement?.textContent?.trim() ?? '');
		await pressKeys(page, 'Space');
		await saved(page);
		await waitForText(page, 'main', `picked: ${first}`);
		await pressKeys(page, 'r');
		await saved(page);
		// All that is likely in what is still undecided, after a look at it.
		await pressKeys(page, 'a');
		await page.waitForSelector('[role=dialog]');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.evaluate(() => document.querySelector<HTMLElement>('[role=dialog] .action')?.click());
		await saved(page);
		await goTo(page, `${app.address}/inquiry/${id}`);
		await waitForText(page, 'main', '4 of 4 cells decided');
		// Why each was suggested stands in the history of its cell, and the note stays empty for the person.
		expect(await page.$eval('[role=grid]', (grid) => grid.textContent)).not.toContain('Suggested: ');
		expect(Date.now() - began).toBeLessThan(60_000);
		// One step takes back all that was taken at once, and leaves what was picked by hand.
		await page.keyboard.down('Control');
		await page.keyboard.press('z');
		await page.keyboard.up('Control');
		await saved(page);
		await waitForText(page, 'main', '2 of 4 cells decided');
		await waitForText(page, '[role=grid]', first);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
