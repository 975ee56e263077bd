import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	beginInquiry,
	choose,
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
	type App,
	waitForText,
	goTo,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app?.close());

describe('records from a file', () => {
	it('are loaded with their keywords matched, and the report says so', async () => {
		const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'oakmoss-ris-')), 'found.ris');
		writeFileSync(
			file,
			'TY  - JOUR\nTI  - Echo in the reading corner\nPY  - 2020\nKW  - Attention\nKW  - reading nooks\nER  - \n\nTY  - JOUR\nPY  - 2021\nER  - \n'
		);
		const page = await openPage(app, '/indexes');
		await press(page, 'Load records', 'main li');
		const input = await page.waitForSelector('input[type=file]');
		await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
		await page.click('form .action');
		await waitForText(page, 'main', 'import report');
		await waitForText(page, 'main', '1 new, 0 in place of earlier ones');
		await waitForText(page, 'main', '1 keywords are headings, 1 are not');
		await waitForText(page, 'main', 'Entries that say nothing');
		await waitForText(page, 'main', '“reading nooks” (1 record) is neither a heading nor an entry term here');
		expect(await accessibilityFaults(page)).toEqual([]);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('what records say of headings', () => {
	it('stands on the sheet of a heading, year by year, in a table too', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/browse/sorrel/soundscape');
		await page.waitForSelector('[aria-label^="Records with Soundscape by year"] canvas');
		await waitForText(page, '[aria-label="Records"]', 'introduced in 2011');
		await page.click('[aria-label="Records"] summary');
		const rows = await page.$$eval('[aria-label="Records"] tbody tr', (list) =>
			list.map((row) => [...row.children].map(({ textContent }) => Number(textContent)))
		);
		const said = await textOf(page, '[aria-label="Records"] p');
		const [alone, withNarrower] = (said.match(/\d+/g) ?? []).map(Number);
		const sum = (column: number) => rows.reduce((total, row) => total + row[column], 0);
		const undated = Number(
			/(\d+) more names? no year/.exec(await textOf(page, '[aria-label="Records"]'))?.[1] ?? 0
		);
		expect(sum(2) + undated).toBe(withNarrower);
		expect(sum(1)).toBeLessThanOrEqual(alone);
		// Before it was introduced, nothing could be tagged with it; a citation may name a year too early.
		expect(rows.filter(([year, count]) => year < 2010 && count > 0)).toEqual([]);
		expect(await accessibilityFaults(page)).toEqual([]);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('speaks for suggestions, beside their labels', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms?concept=attention&cell=attention:yarrow');
		await waitForText(page, 'aside[aria-label$="in Yarrow"]', '7 more');
		// The strongest reason stands there; the others come when they are asked for.
		await press(page, '7 more', 'aside[aria-label$="in Yarrow"]');
		await waitForText(page, 'aside[aria-label$="in Yarrow"]', 'works that other indexes tag with this');
		await waitForText(page, 'aside[aria-label$="in Yarrow"]', 'records for “');
		const [best] = await page.$$eval('[data-suggestion]', (links) => links.map((link) => link.textContent));
		expect(best?.trim()).toBe('Attention');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('says what excluding a concept takes away before it is done, and a choice is made when it is made', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/question');
		const part = 'Part of design measures in the search';
		await page.click('[aria-label="More for design measures"]');
		await page.waitForSelector('[role=menuitem]');
		await page.click('[role=menuitem]');
		await page.waitForSelector(`[aria-label^="${part}"]`);
		const price = '[aria-label="What excluding design measures removes"]';
		const pricesSaid = async () => {
			await page.waitForFunction(
				(where) => {
					const text = document.querySelector(where)?.textContent ?? '';
					return text.includes('of') && !text.includes('counting');
				},
				{},
				price
			);
			return [...(await textOf(page, price)).matchAll(/([\d,]+) of ([\d,]+) records?/g)].map(
				([said]) => said
			);
		};
		const before = await pricesSaid();
		expect(before).toHaveLength(4);
		await choose(page, part, 'exclude');
		// Leaving the form leaves the choice.
		await press(page, 'Done');
		await waitForText(page, 'main', 'excluded');
		await waitForText(page, 'header', 'Saved');
		const yarrow = before[2].split(' ')[0];
		await goTo(page, `${app.address}/inquiry/quiet-rooms/strategy?index=yarrow`);
		await waitForText(page, 'section[aria-label="design measures"]', `takes away ${yarrow}`);
		await page.keyboard.down('Control');
		await page.keyboard.press('z');
		await page.keyboard.up('Control');
		await waitForText(page, 'section[aria-label="design measures"]', 'without');
		await saved(page);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('says what to do, and no number, where there is nothing to search for', async () => {
		const id = await beginInquiry(app, 'Nothing yet', 'noise');
		await sendCommands(app, id, [{ kind: 'concept.set', id: 'c', status: 'exclude' }]);
		const page = await openPage(app, `/inquiry/${id}/strategy?index=yarrow`);
		await waitForText(page, '[aria-label=Result]', 'Nothing to search for yet');
		expect(await textOf(page, '[aria-label=Result]')).not.toMatch(/\d/);
		await goTo(page, `${app.address}/inquiry/${id}/records?index=yarrow`);
		expect(await textOf(page, 'main')).toContain('Nothing is required yet');
		expect(await textOf(page, '[aria-label=Screens]')).not.toMatch(/5,000|30,/);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('from the crosswalk to records', () => {
	it('runs a strategy in each index, and finds and mends the line that costs most', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms');
		await waitForText(page, '[role=grid]', 'Noise, Indoor');
		// Coverage: what the headings of a cell find of all that its headings or words find.
		await waitForText(page, '[role=grid]', 'words find');
		for (const code of ['bracken', 'sorrel', 'yarrow', 'alder']) {
			await goTo(page, `${app.address}/inquiry/quiet-rooms/strategy?index=${code}`);
			expect(await recordsFound(page)).toBeGreaterThan(20);
			await press(page, 'Run and keep');
			await waitForText(page, '[data-messages]', 'records');
		}

		// Yarrow: the NOT of traffic noise takes records away; what would change most says which line to mend.
		await goTo(page, `${app.address}/inquiry/quiet-rooms/strategy?index=yarrow`);
		const before = await recordsFound(page);
		await press(page, 'more', '[aria-label="What each part would change"]');
		const first = await textOf(page, '[aria-label="What each part would change"] li');
		const promised = Number(/\+(\d+)/.exec(first)?.[1]);
		expect(promised).toBeGreaterThan(0);
		await page.click('[aria-label="What each part would change"] li button');
		expect(await recordsFoundChange(page, before)).toBe(before + promised);
		await waitForText(page, '[aria-label="Result"]', `${promised} gained, 0 lost`);

		// Nothing was kept yet: dropped, it is as it was; kept, it is in the logbook and can be undone.
		await press(page, 'Drop');
		expect(await recordsFoundChange(page, before + promised)).toBe(before);
		await page.click('[aria-label="What each part would change"] li button');
		await recordsFoundChange(page, before);
		await press(page, 'Keep it');
		await page.waitForFunction(
			() => !document.querySelector('[aria-label="Result"]')?.textContent?.includes('Drop')
		);
		await waitForText(page, 'header', 'Saved');
		const runs = (await (await fetch(`${app.address}/inquiry/quiet-rooms/runs`)).json()) as {
			number: number;
			indexCode: string;
		}[];
		const earlier = runs.find(({ indexCode }) => indexCode === 'yarrow')?.number;
		const made = runs[0].number + 1;
		await pressKeys(page, 'r');
		await waitForText(page, '[data-messages]', `Run ${made} · Yarrow`);
		expect(await accessibilityFaults(page)).toEqual([]);

		// The two runs side by side: what the change brought, and which part it was.
		await goTo(page, `${app.address}/inquiry/quiet-rooms/logbook?show=runs`);
		await waitForText(
			page,
			'[aria-label="Logbook"]',
			`Run ${made} · Yarrow · ${before + promised} records · ${promised} more than run ${earlier}`
		);
		await press(page, 'Compare', `[aria-label="Run ${made}"]`);
		await press(page, `Compare with run ${made}`, `[aria-label="Run ${earlier}"]`);
		await waitForText(page, '[role=dialog]', `${promised} records only run ${made}`);
		await waitForText(page, '[role=dialog]', `+${promised}`);
		await page.keyboard.press('Escape');
		// Other journeys find the strategy as it was.
		await sendJson(`${app.address}/inquiry/quiet-rooms/undo`, 'POST', {});
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('keeps the index in hand from screen to screen, and says beside Undo what a change came to', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/strategy?index=yarrow&concept=attention');
		const indexInAddress = () => new URL(page.url()).searchParams.get('index');
		const follow = async (screen: string) => {
			await page.$$eval(
				'nav[aria-label=Screens] a',
				(links, wanted) =>
					(links as HTMLElement[]).find(({ innerText }) => innerText.startsWith(wanted))?.click(),
				screen
			);
			await page.waitForFunction(
				(wanted) =>
					document.querySelector('nav[aria-label=Screens] [aria-current]')?.textContent?.includes(wanted),
				{},
				screen
			);
		};
		for (const screen of ['Records', 'Browse', 'Question', 'Logbook', 'Crosswalk', 'Strategy']) {
			await follow(screen);
			expect([screen, indexInAddress()]).toEqual([screen, 'yarrow']);
			expect(new URL(page.url()).searchParams.get('concept')).toBe('attention');
		}
		// The screens show it, too.
		await waitForText(page, '[aria-label="Result"]', 'records in Yarrow');
		const before = await recordsFound(page);
		await press(page, 'Set a limit');
		await page.waitForSelector('[aria-label="Set a limit"] li button');
		await page.$$eval('[aria-label="Set a limit"] li button', (buttons) =>
			(buttons as HTMLElement[]).find(({ innerText }) => innerText.includes('Shift'))?.click()
		);
		await page.waitForFunction(() =>
			document.querySelector('[aria-label="Set a limit"]')?.textContent?.includes('night')
		);
		await press(page, 'night', '[aria-label="Set a limit"]');
		const after = await recordsFoundChange(page, before);
		await waitForText(page, '[data-messages]', `${before} → ${after}`);
		await page.keyboard.press('Escape');
		// Where the message stands, nothing else does.
		const overlaps = await page.evaluate(() => {
			const box = document.querySelector('[data-messages]')?.getBoundingClientRect();
			if (!box) return ['no message'];
			return [...document.querySelectorAll('main button, main a, main p')]
				.filter((element) => {
					const own = element.getBoundingClientRect();
					return own.top < box.bottom && own.bottom > box.top && own.left < box.right && own.right > box.left;
				})
				.map(({ textContent }) => textContent);
		});
		expect(overlaps).toEqual([]);
		await press(page, 'Undo', '[data-messages]');
		expect(await recordsFoundChange(page, after)).toBe(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('shows the cost of switches and limits before they are set, and lifts all limits in one move', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/strategy?index=yarrow');
		const before = await recordsFound(page);
		await pressKeys(page, 'g', 'Enter');
		await page.waitForSelector('[data-line][aria-expanded=true]');
		await waitForText(page, 'section[aria-label="room acoustics and noise"]', 'chief or not');
		// A stem says which words it brings along.
		await page.$$eval('section[aria-label="pupils and patients"] [data-line]', (lines) =>
			(lines as HTMLElement[]).find(({ innerText }) => innerText.includes('patient*'))?.click()
		);
		await waitForText(page, 'section[aria-label="pupils and patients"]', '“patients”');
		await press(page, 'Set a limit');
		await page.waitForSelector('[aria-label="Set a limit"] li button');
		await page.$$eval('[aria-label="Set a limit"] li button', (buttons) =>
			(buttons as HTMLElement[]).find(({ innerText }) => innerText.includes('Shift'))?.click()
		);
		await page.waitForFunction(() =>
			document.querySelector('[aria-label="Set a limit"]')?.textContent?.includes('night')
		);
		await press(page, 'night', '[aria-label="Set a limit"]');
		const limited = await recordsFoundChange(page, before);
		expect(limited).toBeLessThan(before);
		await page.keyboard.press('Escape');
		await waitForText(page, '[aria-label="Limits"]', 'not labelled');
		const gate = await textOf(page, '[aria-label="Limits"] li');
		const [, removes, doesNotMatch, notLabelled] = (
			/takes away (\d+): (\d+) do not match, (\d+) not labelled/.exec(gate) ?? []
		).map(Number);
		expect(removes).toBe(before - limited);
		expect(doesNotMatch + notLabelled).toBe(removes);
		await press(page, 'Lift all limits');
		expect(await recordsFoundChange(page, limited)).toBe(before);
		await press(page, 'Restore all limits');
		expect(await recordsFoundChange(page, before)).toBe(limited);
		await press(page, 'Remove the limit Shift: night');
		expect(await recordsFoundChange(page, limited)).toBe(before);
		await page.close();
	});

	it('corrects a fault in CQL by its message, and goes back to the crosswalk', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/strategy?index=alder');
		const before = await recordsFound(page);
		await page.click('.cql button');
		await page.waitForSelector('.cm-content');
		await page.focus('.cm-content');
		await page.keyboard.down('Control');
		await page.keyboard.press('a');
		await page.keyboard.up('Control');
		await page.keyboard.type('dc.subject = "Reverberatoin" and cql.anywhere = "sleep', { delay: 5 });
		await waitForText(page, '[role=alert]', 'never closed');
		await page.keyboard.type('"');
		await waitForText(page, '[role=alert]', '“Reverberatoin” is not a heading of this index');
		await waitForText(page, '[role=alert]', 'Reverberation');
		expect(await recordsFound(page)).toBe(before);
		await page.focus('.cm-content');
		await page.keyboard.down('Control');
		await page.keyboard.press('a');
		await page.keyboard.up('Control');
		await page.keyboard.type('dc.subject = "Reverberation" and cql.anywhere = "sleep"', { delay: 5 });
		await page.waitForFunction(() => !document.querySelector('[role=alert]'));
		await waitForText(page, '[aria-label="Strategy as text"]', 'finds');
		// What is typed and not followed yet outlives a reload.
		await reload(page);
		await waitForText(page, '[aria-label="Strategy as text"]', 'finds');
		expect(await textOf(page, '.cm-content')).toBe('dc.subject = "Reverberation" and cql.anywhere = "sleep"');
		expect(await recordsFound(page)).toBe(before);
		await press(page, 'Follow this text');
		const typed = await recordsFoundChange(page, before);
		expect(typed).toBeGreaterThan(0);
		await waitForText(page, '[aria-label="Strategy as text"]', 'followed instead of the crosswalk');
		await press(page, 'Follow the crosswalk again');
		expect(await recordsFoundChange(page, typed)).toBe(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('reads records by the keyboard, and picks a heading from one', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/records?index=yarrow&concept=attention');
		await page.waitForSelector('[data-record][aria-selected=true]');
		const first = await textOf(page, 'article h2');
		await pressKeys(page, 'g', 'ArrowDown');
		await page.waitForFunction(
			(before) => document.querySelector('article h2')?.textContent !== before,
			{},
			first
		);
		expect(new URL(page.url()).searchParams.get('record')).toMatch(/^Y-\d+$/);
		await pressKeys(page, 'ArrowRight');
		await page.waitForFunction(() => document.activeElement?.hasAttribute('data-tagged'));
		const heading = await page.evaluate(() => document.activeElement?.querySelector('a')?.textContent ?? '');
		await pressKeys(page, 'Space');
		await waitForText(page, '[data-messages]', `Picked ${heading}`);
		await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.includes('picked'));
		await choose(page, 'Sort', 'latest year first');
		await page.waitForFunction(() => location.search.includes('sort=newest'));
		await page.waitForFunction(() => document.querySelector('[data-record]')?.textContent?.includes('2026'));
		await goTo(page, `${app.address}/inquiry/quiet-rooms/strategy?index=yarrow`);
		await waitForText(page, 'section[aria-label="attention"]', heading);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
