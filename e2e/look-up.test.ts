import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	beginInquiry,
	goTo,
	openPage,
	press,
	pressKeys,
	saved,
	sendCommands,
	sendJson,
	startApp,
	textOf,
	type App,
	waitForText
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app?.close());

describe('look-up by what records say', () => {
	it('shows headings that no label leads to, says how many records, and opens just those', async () => {
		const id = await beginInquiry(app, 'Short sleep', 'rest');
		const page = await openPage(app, `/inquiry/${id}/browse?q=napping`);
		const lane = '[data-lane=alder]';
		await waitForText(page, lane, 'On records that say “napping”');
		await waitForText(page, lane, 'no label matches');
		// Every heading once, with its reason; the numbers are those of what they open.
		const rows = await page.$$eval(`${lane} [data-row]`, (list) =>
			list.map(({ textContent }) => textContent)
		);
		expect(new Set(rows).size).toBe(rows.length);
		const [on, of] = await page.$$eval(`${lane} [data-evidence] a`, (links) =>
			links.slice(0, 2).map((link) => ({
				count: Number((link.firstChild?.textContent ?? '').replaceAll(',', '')),
				at: (link as HTMLAnchorElement).href
			}))
		);
		for (const { count, at } of [on, of]) {
			await goTo(page, at);
			await waitForText(page, 'main', 'that say “napping”');
			expect(await textOf(page, 'main')).toContain(`${count} records`);
		}
		await goTo(page, `${app.address}/inquiry/${id}/browse?q=napping`);
		await waitForText(page, lane, 'On records that say “napping”');
		// By the keys alone: a heading that records speak for is picked, and the records that say the word are opened.
		await page.focus(`${lane} [data-row]`);
		await pressKeys(page, 'Space');
		await waitForText(page, `${lane} footer`, 'picked');
		await saved(page);
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.focus(`${lane} [data-row]`);
		await pressKeys(page, 'r');
		await waitForText(page, 'main', 'records of Alder that say “napping”');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('a first row', () => {
	it('is decided on one screen, from an empty inquiry, in a few clicks and one typed field', async () => {
		const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', {
			title: 'First row',
			question: ''
		});
		const { id } = (await made.json()) as { id: string };
		const page = await openPage(app, `/inquiry/${id}/question`);
		let clicks = 0;
		const click = async (where: string) => {
			await (await page.waitForSelector(where))?.click();
			clicks++;
		};
		await click('#new-concept');
		await page.keyboard.type('attention');
		await click('form button.action');
		// Its name is looked up at once; what is to be picked comes up below it.
		const row = '[aria-label="Headings for attention"]';
		await waitForText(page, row, 'decided in 0 of 4');
		for (const [i, code] of ['bracken', 'sorrel', 'yarrow'].entries()) {
			await click(`${row} [data-cell$=":${code}"] li button`);
			await waitForText(page, row, `decided in ${i + 1} of 4`);
		}
		await click(`${row} [data-cell$=":alder"] footer button`);
		await waitForText(page, row, 'decided in 4 of 4');
		expect(clicks).toBeLessThanOrEqual(10);
		await saved(page);
		await goTo(page, `${app.address}/inquiry/${id}`);
		await waitForText(page, '[role=rowheader]', '4 of 4');
		expect(await accessibilityFaults(page)).toEqual([]);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('begins with the parts of the question, none of which is taken by itself', async () => {
		const question = 'How do alarm sounds on wards affect the sleep of patients?';
		const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title: 'Parts', question });
		const { id } = (await made.json()) as { id: string };
		const page = await openPage(app, `/inquiry/${id}/question`);
		const parts = '[aria-label="Parts of the question"]';
		await page.waitForSelector(`${parts} [data-part=sleep]`);
		const texts = await page.$$eval(`${parts} [data-part]`, (list) =>
			list.map((one) => (one as HTMLElement).dataset.part)
		);
		expect(texts).toEqual(['alarm sounds', 'wards', 'sleep', 'patients']);
		expect(await textOf(page, '[data-screen=question], main')).not.toContain('“alarm sounds”');
		await page.focus('[data-part="alarm sounds"]');
		await pressKeys(page, 'Enter');
		await waitForText(page, '[aria-label=Concepts]', 'alarm sounds');
		await page.waitForFunction(() => !document.querySelector('[data-part="alarm sounds"]'));
		// Its lanes come up, and the keys go on among the parts.
		await page.waitForSelector('[aria-label="Headings for alarm sounds"] [data-cell$=":yarrow"] li');
		expect(await page.evaluate(() => (document.activeElement as HTMLElement).dataset.part)).toBe('wards');
		// As it is typed, it is read anew.
		await press(page, 'Change');
		await page.waitForSelector('main textarea');
		await page.focus('main textarea');
		await page.keyboard.press('End');
		await page.keyboard.type(' And their memory?');
		await page.waitForSelector('[data-part=memory]');
		await saved(page);
		expect(await accessibilityFaults(page)).toEqual([]);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('keeps what was taken when it is undone and done again', async () => {
		const id = await beginInquiry(app, 'Undone', 'noise');
		await sendCommands(app, id, [{ kind: 'about.set', question: 'Does light matter for sleep?' }]);
		const page = await openPage(app, `/inquiry/${id}/question`);
		await (await page.waitForSelector('[data-part=sleep]'))?.click();
		await waitForText(page, '[aria-label=Concepts]', 'sleep');
		await page.keyboard.down('Control');
		await page.keyboard.press('z');
		await page.keyboard.up('Control');
		await page.waitForSelector('[data-part=sleep]');
		await saved(page);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('the word field', () => {
	it('finds people, sources, records and what the inquiry says, and leads on from each by keys', async () => {
		const id = await beginInquiry(app, 'Anything', 'rest');
		const page = await openPage(app, `/inquiry/${id}/question`);
		const type = async (text: string) => {
			await page.keyboard.press('Escape');
			await page.click('#word-field', { count: 3 });
			await page.keyboard.type(text);
		};
		const panel = '[data-find]';
		const linesOf = (group: string) =>
			page.$$eval(`${panel} [role=group]`, (groups, name) => groups.filter((one) => one.firstElementChild?.textContent?.startsWith(name)).flatMap((one) => [...one.querySelectorAll('[role=option]')].map((line) => (line as HTMLElement).innerText)), group); // prettier-ignore

		// A person, all of that name, a source.
		await type('carys okerlund');
		await waitForText(page, panel, 'also written');
		expect((await linesOf('People'))[0]).toContain('Carys');
		await type('schooling and soc');
		await waitForText(page, panel, 'Schooling and Society');
		expect(await accessibilityFaults(page)).toEqual([]);
		await type('okerlund');
		await waitForText(page, panel, 'Carys');
		const people = await linesOf('People');
		expect(people.length).toBeGreaterThan(3);
		await pressKeys(page, 'ArrowDown', 'Enter');
		await page.waitForFunction(() => location.pathname.endsWith('/pooled'));
		await waitForText(page, '[data-known-everywhere]', 'known for');
		await waitForText(page, '[data-known-everywhere]', '; with ');

		// Records that say a word, over all indexes, and a concept made of it.
		await type('napping');
		await waitForText(page, panel, 'each once');
		const works = Number(/([\d,]+) works?/.exec((await linesOf('Records'))[0])?.[1].replaceAll(',', ''));
		await page.$$eval(`${panel} [role=option]`, (lines) => (lines as HTMLElement[]).find(({ innerText }) => innerText.includes('each once'))?.click()); // prettier-ignore
		await waitForText(page, 'main', 'that say “napping”');
		expect(Number((await textOf(page, '[data-works]')).replaceAll(',', ''))).toBe(works);
		await press(page, 'Make it a concept');
		await waitForText(page, '[aria-label=Concepts]', 'napping');
		await saved(page);

		// What the inquiry says itself; and in one index as in all.
		await type('napp');
		await waitForText(page, panel, 'word of napping');
		await page.keyboard.press('Escape');
		await page.click('[aria-label="Subject indexes"] a[href*="index=yarrow"]');
		await page.waitForFunction(() => location.pathname.endsWith('/records'));
		expect(decodeURIComponent(page.url())).toContain('cql.keywords');

		// What nothing says; Enter goes to the lanes with what was typed, whatever it is.
		await type('zyxw');
		await waitForText(page, panel, 'Nothing here says “zyxw”');
		await page.keyboard.press('Enter');
		await waitForText(page, '[data-lane=yarrow]', 'Next in the alphabet');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('a word that nobody knows', () => {
	it('says what it can of a text that nobody says, and of an index without records', async () => {
		await sendJson(`${app.address}/api/v1/indexes`, 'POST', {
			code: 'fern',
			name: 'Fern',
			discipline: 'moss'
		});
		const id = await beginInquiry(app, 'Nothing known', 'rest', ['yarrow', 'fern']);
		const page = await openPage(app, `/inquiry/${id}/browse?q=${encodeURIComponent('zyxw qwrt')}`);
		await waitForText(page, '[data-lane=yarrow]', 'No label matches here, and no record says it.');
		await waitForText(page, '[data-lane=yarrow]', 'Next in the alphabet');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
