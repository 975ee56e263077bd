import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPage, pressKeys, startApp, textOf, waitForText, type App, goTo, reload } from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app?.close());

/** The text of the crosswalk's cell of a concept and an index, by their places. */
const cell = (row: number, column: number) =>
	`[role=grid] > [role=row]:nth-child(${row + 1}) > [role=gridcell]:nth-child(${column + 1})`;

describe('from a word to the crosswalk', () => {
	it('looks a word up, walks a hierarchy, picks, and finds everything kept after a restart', async () => {
		const page = await openPage(app, '/');
		await page.click('a[href="/inquiry/quiet-rooms"]');
		await waitForText(page, '[role=grid]', 'Noise, Indoor');
		const sleepAndRest = 3;
		expect(await textOf(page, cell(sleepAndRest, 2))).toContain('undecided');

		// Look up, as typed, in four indexes at once, for the third concept.
		await pressKeys(page, ']', ']');
		await page.waitForSelector('a[aria-current=true][href*="concept=sleep-and-rest"]');
		await page.keyboard.press('/');
		await page.keyboard.type('sleep', { delay: 25 });
		await page.keyboard.press('Enter');
		await waitForText(page, '[data-lane=bracken]', 'entry term: Sleep');
		await waitForText(page, '[data-lane=sorrel]', 'the heading itself · ');
		await waitForText(page, '[data-lane=alder]', 'Sleep of building users');
		expect(new URL(page.url()).searchParams.get('q')).toBe('sleep');

		// Pick in two lanes by keyboard alone.
		await pressKeys(page, 'ArrowDown', 'Space');
		await waitForText(page, '[data-lane=bracken] footer', 'Sleep of pupils');
		await pressKeys(page, 'ArrowRight', 'Space');
		await waitForText(page, '[data-lane=sorrel] footer', 'picked Sleep');

		// Into the lineage of a heading in Yarrow, and through its hierarchy with the arrow keys.
		await pressKeys(page, 'ArrowRight', 'Enter');
		await page.waitForSelector('[data-lineage=sleep]');
		await waitForText(page, '[aria-label^="Broader headings"]', 'Rest and Sleep');
		await pressKeys(page, 'ArrowRight');
		await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'treeitem');
		await page.waitForFunction(() => document.activeElement?.textContent?.includes('Dreams'));
		await pressKeys(page, 'ArrowDown', 'ArrowDown', 'ArrowDown');
		await pressKeys(page, 'ArrowRight');
		await waitForText(page, '[aria-label^="Narrower headings"]', 'Insomnia, Hospital');
		await pressKeys(page, 'ArrowRight', 'Space');
		await waitForText(page, 'footer', 'Insomnia, Hospital');
		await pressKeys(page, 'Enter');
		await page.waitForSelector('[data-lineage=insomnia-hospital]');
		await waitForText(
			page,
			'[aria-label^="Broader headings"]',
			'Sleep Disturbance mark Sleep mark Rest and Sleep'
		);

		// Back and forward keep to the addresses.
		await page.goBack();
		await page.waitForSelector('[data-lineage=sleep]');
		await page.goBack();
		await page.waitForSelector('[data-lane=yarrow]');
		await page.goForward();
		await page.goForward();
		await page.waitForSelector('[data-lineage=insomnia-hospital]');

		// Fit, narrower headings, a note; one step too many taken back.
		await page.click('footer button[aria-expanded=false]');
		await page.waitForSelector('footer [aria-label="Fit of Insomnia, Hospital"] button');
		await page.$$eval('footer [aria-label="Fit of Insomnia, Hospital"] button', (buttons) =>
			(buttons as HTMLElement[]).find(({ innerText }) => innerText === 'narrower')?.click()
		);
		await page.waitForSelector('footer [aria-label="Fit of Insomnia, Hospital"] [data-state=on]');
		await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
		await pressKeys(page, 'm', 'Space');
		await page.waitForFunction(
			() => !document.querySelector('footer')?.textContent?.includes('Insomnia, Hospital')
		);
		await page.keyboard.down('Control');
		await page.keyboard.press('z');
		await page.keyboard.up('Control');
		await waitForText(page, 'footer', 'Insomnia, Hospital');

		// An index without a heading for it.
		await goTo(page, `${app.address}/inquiry/quiet-rooms/browse?q=siesta&concept=sleep-and-rest`);
		await waitForText(page, '[data-lane=alder]', 'no label matches');
		await page.waitForSelector('[data-lane=alder] [data-row]');
		await page.focus('[data-lane=alder] [data-row]');
		await pressKeys(page, 'n');
		await waitForText(page, '[data-lane=alder] footer', 'No heading here');

		// The crosswalk has it all, and the sheet of a cell takes a note.
		await goTo(page, `${app.address}/inquiry/quiet-rooms?cell=sleep-and-rest:bracken`);
		await page.type('aside textarea', 'Naps are under Breaks and rest.');
		await page.keyboard.press('Tab');
		await page.waitForFunction(() => document.querySelector('[data-saving]')?.textContent?.includes('Saved'));
		// What was changed is counted anew, a moment after it is saved.
		await waitForText(page, cell(sleepAndRest, 1), 'headings find');
		await waitForText(page, cell(sleepAndRest, 3), 'headings find');
		// How many records there are is the generator's matter.
		const after = await Promise.all(
			[1, 2, 3, 4].map(async (column) =>
				(await textOf(page, cell(sleepAndRest, column))).replace(/\d[\d,]*/g, 'n')
			)
		);
		expect(after).toEqual([
			'Sleep of pupils not judged yet Naps are under Breaks and rest. headings find n of n',
			'Sleep not judged yet headings find n of n',
			'Rest and Sleep exact · with narrower Insomnia, Hospital narrower · covered headings find n of n',
			'no heading here words find n'
		]);

		// It can be taken away.
		const csv = await (await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/crosswalk.csv`)).text();
		expect(csv).toContain('sleep and rest,required,Bracken,2024,picked,Sleep of pupils');
		expect(csv).toContain('Naps are under Breaks and rest.');
		expect(csv).toContain('no heading here');
		const turtle = await (await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/crosswalk.ttl`)).text();
		expect(turtle).toMatch(/skos:narrowMatch\s+<https:\/\/yarrow\.example\/headings\/insomnia-hospital>/);

		// Nothing of it lived in the server or the page.
		await app.stopServer();
		await app.startServer();
		await goTo(page, `${app.address}/inquiry/quiet-rooms?cell=sleep-and-rest:bracken`);
		await waitForText(page, cell(sleepAndRest, 3), after[2].split(' headings find')[0]);
		await waitForText(page, cell(sleepAndRest, 4), 'no heading here');
		expect(await page.$eval('aside textarea', (field) => (field as HTMLTextAreaElement).value)).toBe(
			'Naps are under Breaks and rest.'
		);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('keeps what is picked while the server is away, over a reload, and saves it when the server is back', async () => {
		const page = await openPage(app, '/inquiry/steady-hands/browse?q=dexterity');
		await app.stopServer();
		await page.click('[data-lane=sorrel] button[aria-label^="Pick Fine Motor Skills"]');
		await waitForText(page, '[data-lane=sorrel] footer', 'Fine Motor Skills');
		await waitForText(page, 'header', 'Kept here');
		await app.startServer();
		await page.waitForFunction(() => document.querySelector('[data-saving]')?.textContent?.includes('Saved'));
		await reload(page);
		await waitForText(page, '[data-lane=sorrel] footer', 'Fine Motor Skills');
		await page.close();
	});

	it('shows in one window what was done in another', async () => {
		const one = await openPage(app, '/inquiry/steady-hands');
		const two = await openPage(app, '/inquiry/steady-hands/browse?q=simulation');
		await two.click('a[href*="concept=simulators"]');
		await two.waitForSelector('a[aria-current=true][href*="concept=simulators"]');
		await two.click('[data-lane=bracken] button[aria-label^="Pick Simulation for"]');
		await one.bringToFront();
		await waitForText(one, cell(2, 1), 'Simulation');
		await Promise.all([one.close(), two.close()]);
	});

	it('makes an inquiry from nothing and puts a concept and words into it', async () => {
		const page = await openPage(app, '/');
		await page.type('form input', 'Warm rooms');
		await page.type('form textarea', 'Does warmth help?');
		await page.click('form button');
		await page.waitForSelector('[aria-label="New concept"]');
		await page.type('[aria-label="New concept"]', 'warmth');
		await page.keyboard.press('Enter');
		await page.waitForSelector('[aria-label="New words for warmth"]');
		await page.type('[aria-label="New words for warmth"]', 'warmth, thermal comfort');
		await page.keyboard.press('Enter');
		await waitForText(page, 'main', '“thermal comfort”');
		await page.waitForFunction(() => document.querySelector('[data-saving]')?.textContent?.includes('Saved'));
		await reload(page);
		await waitForText(page, 'main', '“thermal comfort”');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('what is not there', () => {
	it.each([
		['/inquiry/none', 404, 'There is no inquiry “none”'],
		['/inquiry/quiet-rooms/browse/yarrow/gone', 404, 'has no heading “gone”'],
		['/inquiry/quiet-rooms/browse/nettle/gone', 404, 'There is no subject index “nettle”'],
		['/nowhere', 404, 'There is no such page']
	])('%s says so and where to go', async (at, status, words) => {
		const page = await openPage(app, '/');
		const response = await goTo(page, app.address + at);
		expect(response?.status()).toBe(status);
		expect(await textOf(page)).toContain(words);
		expect(await page.$$('main a[href], div a.action')).not.toHaveLength(0);
		await page.close();
	});

	it('is answered by the public interface with a code and words', async () => {
		const ask = async (at: string, init?: RequestInit) => {
			const response = await fetch(`${app.address}/api/v1${at}`, init);
			return [response.status, ((await response.json()) as { error: { code: string } }).error.code];
		};
		expect(await ask('/indexes/nettle/lookup?q=a')).toEqual([404, 'no-index']);
		expect(await ask('/indexes/alder/lookup?q=a&limit=0')).toEqual([400, 'invalid']);
		expect(await ask('/indexes/alder/headings/none')).toEqual([404, 'no-heading']);
		expect(await ask('/jobs/none')).toEqual([404, 'no-job']);
		expect(
			await ask('/inquiries', { method: 'POST', body: '{', headers: { 'content-type': 'application/json' } })
		).toEqual([400, 'not-json']);
		const crossSite = { method: 'POST', body: '{}', headers: { 'sec-fetch-site': 'cross-site' } };
		expect(await ask('/inquiries', crossSite)).toEqual([403, 'cross-site']);
	});
});
