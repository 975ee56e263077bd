/** Limits set once for all indexes; what was looked at, found again; runs put together; headings beside each other. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	beginInquiry,
	goTo,
	numberIn,
	openPage,
	press,
	pressKeys,
	recordsFound,
	recordsFoundChange,
	saved,
	sendCommands,
	sendJson,
	startApp,
	textOf,
	waitForText,
	type App
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app.close());

const CHOOSER = '[aria-label="Set a limit for all indexes"]';

describe('a limit for all indexes', () => {
	it('shows its cost in each before it is set, holds in all, and is lifted with one key where it is met', async () => {
		const id = await beginInquiry(app, 'Limited', 'noise', ['yarrow', 'alder']);
		const page = await openPage(app, `/inquiry/${id}/strategy?index=yarrow`);
		const before = await recordsFound(page);
		await press(page, 'Set one for all');
		await press(page, 'Year', CHOOSER);
		await page.type(`${CHOOSER} [aria-label="Year from"]`, '2015');
		await page.waitForSelector(`${CHOOSER} [data-cost]`);
		expect(await accessibilityFaults(page)).toEqual([]);
		const costs = await page.$$eval(`${CHOOSER} [data-cost]`, (cells) =>
			cells.map((cell) => cell.textContent)
		);
		const [from, to] = (costs[0] ?? '').split('→').map(numberIn);
		expect(from).toBe(before);
		await press(page, 'Set it for all', CHOOSER);
		expect(await recordsFoundChange(page, before)).toBe(to);
		await waitForText(page, '[aria-label="Result"] [data-limits]', '2015 or later');
		// The other index keeps to it too, until it is lifted there.
		await goTo(page, `${app.address}/inquiry/${id}/records?index=alder`);
		await page.waitForSelector('[data-record]');
		const [inAlder, without] = [
			numberIn(costs[1]?.split('→')[1] ?? ''),
			numberIn(costs[1]?.split('→')[0] ?? '')
		];
		expect(numberIn(await textOf(page, '[data-found]'))).toBe(inAlder);
		await pressKeys(page, 'i');
		await waitForText(page, '[data-found]', without.toLocaleString('en'));
		await pressKeys(page, 'i');
		await waitForText(page, '[data-found]', inAlder.toLocaleString('en'));
		await press(page, '2015 or later', '[data-limits]');
		await waitForText(page, '[data-found]', without.toLocaleString('en'));
		const told = await fetch(`${app.address}/api/v1/inquiries/${id}/limits`).then((answer) => answer.json());
		expect(told).toEqual({ all: [{ field: 'dc.date', from: 2015 }], own: { alder: ['dc.date'] } });
		// Words keep to the limits only when asked to.
		await goTo(page, `${app.address}/inquiry/${id}/records?index=yarrow&cql=cql.keywords%3D%22sleep%22`);
		await page.waitForSelector('[data-record]');
		const said = numberIn(await textOf(page, '[data-found]'));
		await press(page, 'within the limits');
		await page.waitForFunction(
			(count) => Number(document.querySelector('[data-found]')?.textContent?.replace(/\D/g, '')) < count,
			{},
			said
		);
		expect(await textOf(page, 'main')).toContain('year: 2015 or later');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('what was looked at', () => {
	it('is found again below the empty word field, and put together', async () => {
		const id = await beginInquiry(app, 'Looked at', 'noise', ['yarrow', 'sorrel']);
		const page = await openPage(app, `/inquiry/${id}/browse?q=napping`);
		const remembered = (says: string) =>
			page.waitForFunction(
				(place, wanted) => localStorage.getItem(place)?.includes(wanted),
				{},
				`oakmoss.recent.${id}`,
				says
			);
		await remembered('napping');
		await page.click('[data-lane=yarrow] [data-row]');
		await page.waitForSelector('article h1, article h2');
		await remembered('"kind":"heading"');
		await goTo(page, `${app.address}/inquiry/${id}/records?index=yarrow&cql=cql.keywords%3D%22sleep%22`);
		await page.waitForSelector('[data-record]');
		const sleep = numberIn(await textOf(page, '[data-found]'));
		await remembered('sleep');
		await goTo(page, `${app.address}/inquiry/${id}/question`);
		await pressKeys(page, 'Slash');
		await waitForText(page, '[data-recent]', 'napping');
		expect(await accessibilityFaults(page, { within: '[data-recent]' })).toEqual([]);
		await waitForText(page, '[data-recent]', `${sleep.toLocaleString('en')} records`);
		await page.keyboard.press('ArrowDown');
		await page.keyboard.press('Enter');
		await page.waitForSelector('[data-record]');
		expect(numberIn(await textOf(page, '[data-found]'))).toBe(sleep);
		await goTo(page, `${app.address}/inquiry/${id}/recent`);
		await waitForText(page, 'main', 'napping');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.click('[aria-label="napping not …"]');
		await page.$$eval('[aria-label=Recent] li', (lines) =>
			lines
				.find((line) => line.textContent?.includes('sleep'))
				?.querySelector('button')
				?.click()
		);
		await page.waitForSelector('[data-record]');
		expect(await textOf(page, 'main')).toContain('"napping" not');
		await goTo(page, `${app.address}/inquiry/${id}/recent`);
		await press(page, 'Delete all');
		await waitForText(page, 'main', 'Nothing yet');
		expect(await page.evaluate((place) => localStorage.getItem(place), `oakmoss.recent.${id}`)).toBeNull();
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('runs', () => {
	it('are put together with and, or, not, as the lines say; the first is repeated as it was', async () => {
		const id = await beginInquiry(app, 'Put together', 'noise', ['yarrow']);
		const run = () =>
			sendJson(`${app.address}/inquiry/${id}/runs`, 'POST', { kind: 'run', indexCode: 'yarrow' });
		await run();
		await sendCommands(app, id, [{ kind: 'strategy.set', indexCode: 'yarrow', text: 'sleep' }]);
		await run();
		const page = await openPage(app, `/inquiry/${id}/logbook?show=runs`);
		await page.click('[aria-label="Run 1 not another run"]');
		await waitForText(page, 'main', 'Records of run 1 not of which other run of Yarrow?');
		await press(page, 'not run 2', '[aria-label="Run 2"]');
		await waitForText(page, '[data-messages]', 'what run 1 found and run 2 did not');
		await waitForText(page, '[aria-label="Run 3"]', 'combined');
		const countOf = async (number: number) =>
			numberIn((await textOf(page, `[aria-label="Run ${number}"] button`)).split('·')[2]);
		const none = await sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', {
			cql: 'cql.keywords = "noise" not sleep'
		});
		expect(await countOf(3)).toBe(((await none.json()) as { count: number }).count);
		await page.click('[aria-label="Run 3"] button[aria-expanded]');
		await press(page, 'Repeat it now', '[aria-label="Run 3"]');
		await waitForText(page, '[aria-label="Run 4"]', 'what run 1 found and run 2 did not');
		expect(await countOf(4)).toBe(await countOf(3));
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('headings', () => {
	it('of four indexes stand beside each other, and are picked there', async () => {
		const id = await beginInquiry(app, 'Compared', 'sleep');
		const page = await openPage(app, `/inquiry/${id}/browse?q=sleep`);
		for (const lane of ['bracken', 'sorrel', 'yarrow', 'alder']) {
			await page.focus(`[data-lane=${lane}] [data-row]`);
			await pressKeys(page, 'x');
		}
		await waitForText(page, '[aria-label="Marked headings"]', '4 marked');
		await pressKeys(page, 'y');
		await page.waitForSelector('[role=dialog] [data-compared]');
		await waitForText(page, '[role=dialog]', 'works in all');
		await waitForText(page, '[role=dialog]', 'the most in');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.click('[role=dialog] [aria-label^="Pick Sleep for"]');
		await page.waitForSelector('[role=dialog] [aria-label^="Take back Sleep"]');
		await saved(page);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('an inquiry', () => {
	it('is seen as it was after any change, with what that did', async () => {
		const id = await beginInquiry(app, 'Replayed', 'sleep', ['yarrow']);
		const page = await openPage(app, `/inquiry/${id}/logbook`);
		const last = await page.$$eval('a[href*="/replay?at="]', (links) => links.length);
		await sendCommands(app, id, [{ kind: 'concept.add', id: 'night', name: 'night' }]);
		await goTo(page, `${app.address}/inquiry/${id}/replay`);
		await waitForText(page, 'main', `after change ${last + 1} of ${last + 1}`);
		await waitForText(page, '[role=grid]', 'night');
		await pressKeys(page, 'p');
		await waitForText(page, 'main', `after change ${last} of ${last + 1}`);
		expect(await textOf(page, '[role=grid]')).not.toContain('night');
		await page.click('nav a[href*="/logbook"]');
		await page.waitForSelector('a[href$="/replay?at=1"]');
		await page.click('a[href$="/replay?at=1"]');
		await waitForText(page, 'main', `after change 1 of ${last + 1}`);
		await press(page, 'Previous change');
		await waitForText(page, 'main', 'the beginning, before any change');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
