/** From runs in four indexes to a report whose numbers agree. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	type App,
	choose,
	openPage,
	press,
	pressKeys,
	sendCommands,
	sendJson,
	startApp,
	textOf,
	waitForText,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => void (app = await startApp()));
afterAll(() => app.close());

interface Facts {
	runs: { number: number; code: string; count: number; cql: string }[];
	pool: { works: number; records: number };
	list: { all: number; keep: number };
}
const reportOf = async (query = '') =>
	(await (await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/report.json${query}`)).json()) as {
		facts: Facts;
	};

describe('the report', () => {
	it('tells of runs in four indexes what a search of their exact text finds, and is kept as it was handed in', async () => {
		// Runs of today, so that the report is of the crosswalk as it stands.
		for (const index of ['bracken', 'sorrel', 'yarrow', 'alder'])
			await sendJson(`${app.address}/inquiry/quiet-rooms/runs`, 'POST', { kind: 'run', indexCode: index });
		const page = await openPage(app, '/inquiry/quiet-rooms/report');
		await page.waitForSelector('[data-part=found] td a');
		expect(await textOf(page, 'aside')).not.toContain('The crosswalk has changed');
		const { facts } = await reportOf();
		expect(facts.runs.map(({ code }) => code)).toEqual(['bracken', 'sorrel', 'yarrow', 'alder']);
		const shown = await page.$$eval('[data-part=found] tbody tr', (rows) =>
			rows.map((row) => (row as HTMLElement).innerText.split('\t').map((cell) => cell.trim()))
		);
		for (const [i, { code, count, cql }] of facts.runs.entries()) {
			const answer = await sendJson(`${app.address}/api/v1/indexes/${code}/search`, 'POST', {
				cql,
				limit: 0
			});
			expect(((await answer.json()) as { count: number }).count, code).toBe(count);
			expect(shown[i][1]).toBe(count.toLocaleString('en'));
		}
		expect(shown[4].slice(1, 3)).toEqual(
			[facts.pool.records, facts.pool.works].map((n) => n.toLocaleString('en'))
		);
		// A number leads to its run.
		await page.click('[data-part=found] td a');
		expect(await page.evaluate(() => location.hash)).toBe(`#run-${facts.runs[0].number}`);

		// What only people can say is said, and a part is left out.
		await pressKeys(page, 's');
		await page.waitForSelector('[data-item=contacts]');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.type('[data-item=contacts]', 'Two authors were asked.');
		await pressKeys(page, 'Tab');
		await waitForText(page, '[data-part=guideline]', 'Two authors were asked.');
		await pressKeys(page, 'Escape');
		await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
		await page.click('button[aria-label="Pearls: place"]');
		await page.waitForSelector('[role=menuitem]');
		for (const item of await page.$$('[role=menuitem]'))
			if ((await item.evaluate((one) => one.textContent?.trim())) === 'Leave out') await item.click();
		await page.waitForFunction(() => !document.querySelector('[data-part=pearls]'));
		await choose(page, 'Citation style', 'Vancouver');
		await waitForText(page, '[data-part=kept]', 'in the style vancouver');

		const before = await (await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/report.html`)).text();
		await press(page, 'Hand in');
		await waitForText(page, 'aside', 'Report 1');
		await sendCommands(app, 'quiet-rooms', [
			{ kind: 'word.add', id: 'late', conceptId: 'attention', text: 'vigilance' }
		]);
		await reload(page);
		await waitForText(page, 'aside', 'The crosswalk has changed since runs');
		await waitForText(page, '[data-part=changes]', 'Concept attention: changed.');
		const kept = await (
			await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/report.html?report=1`)
		).text();
		expect(kept).toBe(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	/** What is on paper, and pages at least: where one screen of it would be a page, the rest is not cut off. */
	it.each([
		['the report', '/report', '[data-part]', 'PRISMA', 5],
		['the crosswalk', '', '[role=grid]', 'Quiet rooms: crosswalk', 1],
		['a strategy', '/strategy?index=yarrow', '[data-line]', 'Quiet rooms: strategy for Yarrow', 2],
		['a record', '/records?index=yarrow', '[data-tagged]', 'Availability', 1],
		['the reading list', '/reading-list?part=keep', '[data-entry]', 'Quiet rooms: reading list', 2],
		['citations', '/reading-list/citations', '[data-cited]', 'in the text', 2]
	])('prints %s without anything of the screen about it', async (_, at, wanted, says, pages) => {
		const page = await openPage(app, `/inquiry/quiet-rooms${at}`);
		await page.waitForSelector(wanted);
		await page.emulateMediaType('print');
		// As the browser says before it prints.
		await page.evaluate(() => void window.dispatchEvent(new Event('beforeprint')));
		expect(await textOf(page)).toContain(says);
		const seen = await page.evaluate(() =>
			['nav', '[data-saving]', 'aside', 'input', '.quiet-action', '.action'].filter((what) =>
				[...document.querySelectorAll<HTMLElement>(what)].some((one) => one.checkVisibility())
			)
		);
		expect(seen).toEqual([]);
		const pdf = await page.pdf({ format: 'A4' });
		const found = Buffer.from(pdf)
			.toString('latin1')
			.match(/\/Type\s*\/Page\b/g);
		expect(found?.length).toBeGreaterThanOrEqual(pages);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
