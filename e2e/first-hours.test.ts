/** What somebody does in the first hours, by mouse: where picks go, what is marked, what helps. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	beginInquiry,
	openPage,
	press,
	ready,
	sendCommands,
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

const PICKED = (index: string) => `[data-lane=${index}] button[aria-label^="Take back"]`;

describe('a pick', () => {
	it('goes to the concept whose word was looked up, says so, and can be sent elsewhere', async () => {
		const id = await beginInquiry(app, 'Where picks go', 'noise');
		await sendCommands(app, id, [
			{ kind: 'concept.add', id: 'rest', name: 'rest' },
			{ kind: 'word.add', id: 'r', conceptId: 'rest', text: 'sleep' }
		]);
		// “noise” is the current concept, and “sleep” a word of the other one.
		const page = await openPage(app, `/inquiry/${id}/browse?q=sleep&concept=c`);
		await waitForText(page, '[data-pick-target=rest]', 'Picks go to rest');
		await page.click('[data-lane=sorrel] button[aria-label="Pick Sleep for rest"]');
		await waitForText(page, '[data-messages]', 'for rest');
		await page.waitForSelector(PICKED('sorrel'));
		await press(page, 'to noise instead');
		await waitForText(page, '[data-pick-target=c]', 'Picks go to noise');
		await page.click('[data-lane=sorrel] button[aria-label="Pick Sleep for noise"]');
		await waitForText(page, '[data-messages]', 'for noise');
		// The picks of a cell are one line, and open where they are set.
		const line = '[data-lane=sorrel] footer';
		expect(await textOf(page, line)).toContain('picked Sleep');
		expect(await page.$(`${line} [role=switch]`)).toBeNull();
		await page.click(`${line} button[aria-expanded=false]`);
		await page.waitForSelector(`${line} [role=switch]`);
		// On the heading itself the buttons name both.
		await page.goto(`${app.address}/inquiry/${id}/browse/sorrel/attention?q=sleep&concept=c`);
		await ready(page);
		const main = await textOf(page, 'article');
		expect(main).toMatch(/Pick for rest.*Pick for noise/);
		// A word of no concept becomes one, and picks go there.
		await page.goto(`${app.address}/inquiry/${id}/browse?q=daydreaming&concept=c`);
		await ready(page);
		await waitForText(page, '[data-pick-target=c]', '“daydreaming” is a word of no concept');
		await press(page, 'Make it a concept');
		await waitForText(page, '[data-pick-target]', 'Picks go to daydreaming');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('of narrower and related headings is there without looking for it, several can be marked, and siblings are called so', async () => {
		const id = await beginInquiry(app, 'By mouse', 'attention');
		const page = await openPage(app, `/inquiry/${id}/browse/sorrel/attention`);
		const tree = '[role=tree][aria-label^="Narrower"]';
		const rows = await page.$$eval(`${tree} [role=treeitem]`, (items) => items.map((item) => (item as HTMLElement).innerText.replace(/\s+/g, ' ')));
		expect(rows.length).toBeGreaterThan(8);
		for (const row of rows) expect(row).toMatch(/\d+ records?/);
		const shown = await page.$$eval(`${tree} [data-act=pick]`, (picks) => picks.map((pick) => getComputedStyle(pick).opacity));
		expect(new Set(shown)).toEqual(new Set(['1']));
		const marks = await page.$$(`${tree} [data-act=mark]`);
		await marks[0].click();
		await marks[1].click();
		await waitForText(page, '[aria-label="Marked headings"]', '2 marked');
		await page.click('article li button[aria-label^="Pick"]');
		await waitForText(page, '[data-messages]', 'Picked');
		expect(await textOf(page, 'article')).toMatch(/sibling/);
		expect(page.problems).toEqual([]);
		await page.close();
	}); // prettier-ignore
});

describe('a concept that is made', () => {
	it('has its price asked for once the server knows it', async () => {
		const id = await beginInquiry(app, 'Made by hand', 'noise');
		const page = await openPage(app, `/inquiry/${id}/question`);
		const refused: string[] = [];
		page.on('response', (response) => {
			if (response.status() >= 400) refused.push(`${response.status()} ${response.url()}`);
		});
		await page.type('input[placeholder="One idea of the question"]', 'sleep');
		await press(page, 'Add concept');
		await waitForText(page, 'main', 'Excluding it would take away:');
		await page.waitForFunction(
			() => !(document.querySelector('main') as HTMLElement).innerText.includes('counting')
		);
		await ready(page);
		expect(refused).toEqual([]);
		await page.close();
	});
});

describe('looser matches', () => {
	it('are folded after five, and open', async () => {
		const id = await beginInquiry(app, 'Long tails', 'noise');
		const page = await openPage(app, `/inquiry/${id}/browse?q=${encodeURIComponent('measurement of sound in rooms for children')}`);
		const lane = await page.evaluate(() => [...document.querySelectorAll('[data-lane]')].find((one) => one.textContent.includes('more looser match'))?.getAttribute('data-lane'));
		const count = () => page.$$eval(`[data-lane=${lane}] [data-row]`, (all) => all.length);
		const before = await count();
		await page.$$eval(`[data-lane=${lane}] button`, (all) => all.find((one) => one.textContent.includes('more looser match'))?.click());
		await page.waitForFunction((where, n) => document.querySelectorAll(where).length > n, {}, `[data-lane=${lane}] [data-row]`, before);
		expect(page.problems).toEqual([]);
		await page.close();
	}); // prettier-ignore
});

describe('records', () => {
	it('that are marked are copied, exported and put on the list without being kept first', async () => {
		const id = await beginInquiry(app, 'Marks', 'noise', ['yarrow']);
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow`);
		await page.focus('[data-record]');
		await page.keyboard.press('x');
		const marks = await page.$$('[data-record] [data-act=mark]');
		await marks[2].evaluate((mark) => (mark as HTMLElement).click());
		await page.waitForSelector('[data-marked="2"]');
		const [first, , third] = await page.$$eval('[data-record]', (rows) => rows.map((row) => row.getAttribute('data-record')));
		const ids = encodeURIComponent(`${first}\n${third}`);
		const file = await (await fetch(`${app.address}/inquiry/${id}/records/yarrow/marked.ris?ids=${ids}`)).text();
		expect(file.match(/^TY {2}-/gm)).toHaveLength(2);
		await press(page, 'Reading list', '[aria-label="Marked records"]');
		await waitForText(page, '[aria-label=Screens]', '0/2');
		expect(await page.$('[data-marked]')).toBeNull();
		// What a row says beside its record, and the orders there are.
		expect(await textOf(page, '[role=listbox]')).toMatch(/cited by \d+/);
		expect(await textOf(page, '[role=listbox]')).toMatch(/online for subscribers|free online|in print|on request/);
		expect(page.problems).toEqual([]);
		await page.close();
	}); // prettier-ignore

	it('of a person are kept from index to index, and in the pooled list', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/records?index=yarrow');
		const name = await textOf(page, '[aria-label=Record] p a.count');
		/** The result is of the whole person: the form that was pressed stands first or among the other forms. */
		const isOfThePerson = async (index: string) => {
			await waitForText(page, 'main', `of ${index} in all by`);
			expect(await textOf(page, 'main')).toContain(name);
		};
		await page.click('[aria-label=Record] p a.count');
		await isOfThePerson('Yarrow');
		await press(page, 'pooled list');
		await page.waitForFunction(() => location.pathname.endsWith('/pooled'));
		await waitForText(page, 'main', 'whether a strategy finds it or not');
		expect(page.url()).toContain('person');
		expect(await textOf(page, 'main')).toContain(name);
		await page.click('main nav a[href*="index=sorrel"]');
		await page.waitForFunction(() => location.search.includes('index=sorrel'));
		await isOfThePerson('Sorrel');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('help', () => {
	it('has the keys of the screen and a glossary, and the first ten minutes stay in their inquiry', async () => {
		const id = await beginInquiry(app, 'Elsewhere', 'noise');
		const page = await openPage(app, '/');
		await page.click('[data-begin-guide]');
		await page.waitForSelector('[data-guide]');
		await page.goto(`${app.address}/inquiry/${id}/question`);
		await ready(page);
		expect(await page.$('[data-guide]')).toBeNull();
		await page.keyboard.type('?');
		await page.click('[data-help=words]');
		await waitForText(page, '[data-glossary]', 'also called: major heading');
		await page.type('[aria-label="Find a word in the glossary"]', 'subheading');
		await page.waitForFunction(() => document.querySelectorAll('[data-glossary] dt').length === 1);
		await page.goto(`${app.address}/inquiry/quiet-rooms/question`);
		await ready(page);
		await page.waitForSelector('[data-guide]');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('says how sharing is switched on where one works alone', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms');
		await press(page, 'Share');
		await waitForText(page, 'main', 'npm run demo -- together');
		await page.close();
	});
});
