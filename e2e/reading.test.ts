import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
	accessibilityFaults,
	type App,
	beginInquiry,
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
	goTo,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => void (app = await startApp()));
afterAll(() => app.close());

/** How many records the screen says there are. */
async function shown(page: Page): Promise<number> {
	await page.waitForSelector('[data-found]');
	return numberIn(await textOf(page, '[data-found]'));
}

/** An inquiry of one concept, searched by a word, and of another that waits. */
async function inquiry(title: string, word: string): Promise<string> {
	const id = await beginInquiry(app, title, word);
	await sendCommands(app, id, [
		{ kind: 'concept.add', id: 'd', name: 'another' },
		{ kind: 'concept.set', id: 'd', status: 'waiting' }
	]);
	return id;
}

describe('a result, read by keys', () => {
	it('leads in four keys from its records to a better heading, picked, and the search finds more', async () => {
		const id = await inquiry('Growing', 'reverberation');
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow`);
		const before = await shown(page);
		await pressKeys(page, 'w');
		await page.waitForSelector('[data-worth]');
		await page.waitForFunction(() => document.activeElement?.hasAttribute('data-worth'));
		expect(await accessibilityFaults(page)).toEqual([]);
		const rows = await page.$$eval('[data-worth]', (all) =>
			all.slice(0, 10).map((row) => row.getAttribute('data-worth'))
		);
		await pressKeys(page, '3');
		expect(await page.evaluate(() => document.activeElement?.getAttribute('data-worth'))).toBe(rows[2]);
		await pressKeys(page, 'Space');
		await saved(page);
		// It stays where it is under the keys, and says what it is now.
		await waitForText(page, `[data-worth="${rows[2]}"]`, 'picked for reverberation');
		expect(
			await page.$$eval('[data-worth]', (all) =>
				all.slice(0, 10).map((row) => row.getAttribute('data-worth'))
			)
		).toEqual(rows);
		await pressKeys(page, 'ArrowDown', 'r');
		await saved(page);
		await waitForText(page, `[data-worth="${rows[3]}"]`, 'rejected for reverberation');
		await pressKeys(page, 'ArrowDown', 's');
		await saved(page);
		await waitForText(page, `[data-worth="${rows[4]}"]`, 'set aside');
		await pressKeys(page, 'g');
		await page.waitForSelector('[data-record]');
		expect(await shown(page)).toBeGreaterThan(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('offers its words for the concept: what is added is found, and taken back again', async () => {
		const id = await inquiry('Wording', 'reverberation');
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow`);
		const before = await shown(page);
		await pressKeys(page, 'v');
		await page.waitForSelector('[data-phrase]');
		await page.waitForFunction(() => document.activeElement?.hasAttribute('data-phrase'));
		expect(await accessibilityFaults(page)).toEqual([]);
		await waitForText(page, '[data-phrase=reverberation]', 'a word of the concept');
		const fresh = await page.$eval('[data-phrase]:has(button[aria-pressed=false])', (row) =>
			row.getAttribute('data-phrase')
		);
		const row = `[data-phrase="${fresh}"]`;
		await page.focus(row);
		await pressKeys(page, 'Space');
		await saved(page);
		await waitForText(page, row, 'a word of the concept');
		await pressKeys(page, 'g');
		await page.waitForSelector('[data-record]');
		expect(await shown(page)).toBeGreaterThan(before);
		const undone = page.waitForResponse((response) => response.url().endsWith('/undo'));
		await page.keyboard.down('Control');
		await pressKeys(page, 'z');
		await page.keyboard.up('Control');
		await undone;
		await reload(page);
		expect(await shown(page)).toBe(before);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('a composition', () => {
	it('says in sentences what a result is made of, and every number opens as many records as it says', async () => {
		const id = await inquiry('Made of', 'sleep');
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow`);
		await pressKeys(page, 'o');
		await waitForText(page, 'main', 'Composition of');
		await page.waitForSelector('[data-dimension=source]');
		expect(await accessibilityFaults(page)).toEqual([]);
		const links = await page.$$eval('main ul > li p a.count', (all) =>
			all
				.map((link) => ({ at: (link as HTMLAnchorElement).href, says: (link as HTMLElement).innerText }))
				.filter(({ says }) => /^[\d,]+/.test(says))
		);
		expect(links.length).toBeGreaterThan(0);
		for (const { at, says } of links) {
			await page.goto(at, { waitUntil: 'domcontentloaded' });
			expect(await shown(page)).toBe(numberIn(says));
			await page.goBack();
		}
		await page.close();
	});

	it('is searched and chosen from: what is left is known before it is done, and one step leads back', async () => {
		const id = await inquiry('Chosen', 'sleep');
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow&view=composition&by=source`);
		await page.waitForSelector('[data-value]');
		const whole = await shown(page);
		await page.focus('[data-value]');
		await pressKeys(page, 'Space', 'ArrowDown', 'Space');
		const bar = '[aria-label="Chosen values"]';
		await page.waitForFunction(
			(where) => /keep any\s*[\d,]+/.test(document.querySelector<HTMLElement>(where)?.innerText ?? ''),
			{},
			bar
		);
		expect(await accessibilityFaults(page)).toEqual([]);
		const says = await textOf(page, bar);
		const [any, out] = [/keep any ([\d,]+)/, /leave out ([\d,]+)/].map((pattern) =>
			numberIn(pattern.exec(says)?.[1] ?? '')
		);
		expect(any + out).toBe(whole);
		await page.evaluate(
			(where) =>
				[...document.querySelectorAll<HTMLElement>(`${where} button`)]
					.find(({ innerText }) => innerText.startsWith('leave out'))
					?.click(),
			bar
		);
		await page.waitForSelector('[data-record]');
		expect(await shown(page)).toBe(out);
		await waitForText(page, 'main p.bg-wash', 'without in');
		await press(page, 'One step wider');
		await waitForText(page, '[data-found]', whole.toLocaleString('en'));
		// What is looked for narrows the list, not the result.
		await goTo(page, `${app.address}/inquiry/${id}/records?index=yarrow&view=composition&by=author`);
		await page.type('input[type=search]', 'zzyzzx');
		await waitForText(page, 'main', 'No author has “zzyzzx” in it');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('of nothing, and of one record, says what it cannot tell', async () => {
		const id = await inquiry('Few', 'zzyzzx');
		const found = await sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', {
			cql: 'sleep',
			limit: 1
		});
		const [{ title }] = ((await found.json()) as { records: { title: string }[] }).records;
		const one = `cql=${encodeURIComponent(`dc.title = "${title}"`)}`;
		for (const [query, says] of [
			['view=headings', 'has no record'],
			[`view=headings&${one}`, 'too few to tell'],
			[`view=words&${one}`, 'too few to tell'],
			[`view=composition&${one}`, 'Composition of 1 record'],
			['view=composition&by=colour&whole=yes', 'is not broken down by “colour”']
		]) {
			const page = await openPage(app, `/inquiry/${id}/records?index=yarrow&${query}`);
			await waitForText(page, 'main', says);
			expect(await accessibilityFaults(page)).toEqual([]);
			await page.close();
		}
	});
});

describe('a record', () => {
	it('leads on to what is near it, to the same work in another index, and back the way one came', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/records?index=yarrow&concept=attention');
		await page.waitForSelector('[data-near]');
		const first = await textOf(page, '[aria-label=Record] h2');
		const lists = await page.$$eval('[aria-label=Record] h3 a.count', (all) =>
			all.map((link) => ({ at: (link as HTMLAnchorElement).href, says: (link as HTMLElement).innerText }))
		);
		await pressKeys(page, 'n');
		expect(await page.evaluate(() => document.activeElement?.hasAttribute('data-near'))).toBe(true);
		const line = await page.$('button[data-near]:not([aria-pressed])');
		await line?.focus();
		await pressKeys(page, 'Enter');
		await page.waitForFunction(
			(before) =>
				document.querySelector<HTMLElement>('[aria-label=Record] h2')?.innerText.replace(/\s+/g, ' ') !==
				before,
			{},
			first
		);
		await pressKeys(page, 'b');
		await waitForText(page, '[aria-label=Record] h2', first);
		// Each list opens as a result of its own, as long as it said.
		const counted = lists.filter(({ says }) => /^(the nearest )?[\d,]+/.test(says));
		expect(counted.length).toBeGreaterThan(1);
		for (const { at, says } of counted) {
			await page.goto(at, { waitUntil: 'domcontentloaded' });
			expect(await shown(page)).toBe(numberIn(says));
		}
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('pearls', () => {
	it('are taken in by their DOIs however written, held against each index, and caught one by one while recall rises', async () => {
		const id = await inquiry('Pearls', 'reverberation');
		const found = await sendJson(`${app.address}/api/v1/indexes/yarrow/search`, 'POST', {
			cql: 'dc.title = "sleep quality" not cql.keywords = reverberation',
			limit: 100
		});
		const all = ((await found.json()) as { records: { id: string; doi?: string }[] }).records.filter(
			({ doi }) => doi
		);
		expect(all.length).toBeGreaterThan(2);
		const [one, two, three] = all.map(({ doi }) => doi as string);
		const page = await openPage(app, `/inquiry/${id}/pearls`);
		await waitForText(page, 'main', 'A pearl is a record that you know to be relevant');
		await pressKeys(page, 't');
		await page.waitForSelector('[role=dialog] textarea');
		const written = [
			one,
			`https://doi.org/${two.toUpperCase()}`,
			`doi: ${three}.`,
			one,
			'10.5555/nowhere',
			'no DOI at all'
		];
		await page.$eval(
			'[role=dialog] textarea',
			(area, text) => {
				(area as HTMLTextAreaElement).value = text;
				area.dispatchEvent(new Event('input', { bubbles: true }));
			},
			written.join('\n')
		);
		await press(page, 'Look for them', '[role=dialog]');
		await waitForText(page, '[role=dialog]', '3 records found; 1 in no index of this inquiry');
		await waitForText(page, '[role=dialog]', 'Line 6: “no DOI at all” holds no DOI');
		expect(await accessibilityFaults(page)).toEqual([]);
		await press(page, 'Mark them as pearls', '[role=dialog]');
		await saved(page);
		const recall = '[data-column=yarrow] [data-recall]';
		await waitForText(page, recall, '0/3');
		expect(await accessibilityFaults(page)).toEqual([]);
		// One key lets the first one through; the others move with it where they share what it took.
		await pressKeys(page, 'g', 'Space');
		await saved(page);
		await page.waitForFunction(
			(where) => /^[1-3]\/3$/.test(document.querySelector<HTMLElement>(where)?.innerText ?? ''),
			{},
			recall
		);
		// The keys stay among what is missed, or among the pearls where nothing is.
		await page.waitForFunction(() => document.activeElement?.closest('[data-pearls]') !== null);
		await goTo(page, `${app.address}/inquiry/${id}/records?index=yarrow&view=composition`);
		const before = await shown(page);
		expect(before).toBeGreaterThan(0);
		await pressKeys(page, 'g');
		await page.waitForFunction(() => document.activeElement?.hasAttribute('data-record'));
		// Marked and taken back by a key where a record is read.
		await pressKeys(page, 'l');
		await saved(page);
		await waitForText(page, '[aria-label=Record]', 'A pearl: take it back');
		await pressKeys(page, 'l');
		await saved(page);
		await waitForText(page, '[aria-label=Record]', 'Mark as a pearl');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('the check of a strategy', () => {
	it('mends three things, each tried before it is kept', async () => {
		const id = await inquiry('Checked', 'zzyzzx');
		const commands = [
			{ kind: 'word.add', id: 'more', conceptId: 'c', text: 'reverberation' },
			{
				kind: 'pick.add',
				id: 'p',
				conceptId: 'c',
				indexCode: 'yarrow',
				edition: '',
				headings: [{ uri: 'https://yarrow.example/headings/sleep', label: 'Sleep' }],
				chief: true
			}
		];
		await sendCommands(app, id, commands);
		const page = await openPage(app, `/inquiry/${id}/strategy?index=yarrow`);
		const open = async () => {
			await press(page, 'Check this strategy');
			await page.waitForSelector('[data-findings]');
		};
		await open();
		for (const beginning of ['The headings below Sleep', 'Chief only costs', '“zzyzzx” finds nothing']) {
			if (!(await page.$('[data-findings]'))) await open();
			const before = await recordsFound(page);
			await page.evaluate((words) => {
				const line = [...document.querySelectorAll<HTMLElement>('[data-findings] li')].find(({ innerText }) =>
					innerText.includes(words)
				);
				line?.querySelector<HTMLElement>('button')?.click();
			}, beginning);
			await page.waitForSelector('[data-findings]', { hidden: true });
			await press(page, 'Keep it', 'main');
			await saved(page);
			if (!beginning.startsWith('“')) expect(await recordsFoundChange(page, before)).toBeGreaterThan(before);
		}
		await open();
		const left = await textOf(page, '[data-findings]');
		for (const words of ['The headings below Sleep', 'Chief only costs', '“zzyzzx”'])
			expect(left).not.toContain(words);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
