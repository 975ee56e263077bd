import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cellAnswer } from '../src/lib/server/crosswalk/crosswalk-api';
import {
	accessibilityFaults,
	openPage,
	pressKeys,
	saved,
	sendJson,
	startApp,
	tabTo,
	textOf,
	waitForText,
	type App,
	goTo,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app?.close());

const cell = (row: number, column: number) =>
	`[role=grid] > [role=row]:nth-child(${row + 1}) > [role=gridcell]:nth-child(${column + 1})`;

const begin = async (title: string, question = '') => {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title, question });
	return ((await made.json()) as { id: string }).id;
};

describe('by keyboard alone', () => {
	it('goes from an empty inquiry to a full row of the crosswalk', async () => {
		const page = await openPage(app, '/');
		await tabTo(page, 'Quiet rooms');
		for (let i = 0; i < 40; i++) {
			await page.keyboard.press('Tab');
			if (await page.evaluate(() => document.activeElement?.matches('form input'))) break;
		}
		await page.keyboard.type('Bright rooms');
		await page.keyboard.press('Tab');
		await page.keyboard.type('Does bright light in the room keep people awake?');
		await tabTo(page, 'Begin');
		await page.keyboard.press('Enter');
		await page.waitForSelector('#new-concept');

		// A concept out of the question, its words as a pasted list, and an offer taken.
		await pressKeys(page, 'q');
		await page.waitForSelector('main textarea');
		await page.$eval('main textarea', (field) => {
			const area = field as HTMLTextAreaElement;
			const at = area.value.indexOf('bright light in the room');
			area.setSelectionRange(at, at + 'bright light in the room'.length);
		});
		await page.keyboard.down('Alt');
		await page.keyboard.press('Enter');
		await page.keyboard.up('Alt');
		await waitForText(page, '[aria-label=Concepts]', 'bright light in the room');
		await page.keyboard.press('Escape');
		await tabTo(page, 'New words for bright light in the room');
		await page.keyboard.type('lighting; illumination; ward');
		await page.keyboard.press('Enter');
		await waitForText(page, 'main ol', '“ward”');
		await tabTo(page, 'Suggest words');
		await page.keyboard.press('Enter');
		await waitForText(page, 'main ol', 'Other spellings');
		await tabTo(page, '“wards”');
		await page.keyboard.press('Enter');
		await page.waitForSelector('[data-word=wards]');

		// Into the crosswalk, and along the row: suggestions picked, one rejected, one index without a heading.
		await tabTo(page, 'To the crosswalk');
		await page.keyboard.press('Enter');
		await page.waitForSelector('[role=grid]');
		await tabTo(page, 'gridcell');
		for (const [i, index] of ['Bracken', 'Sorrel', 'Yarrow'].entries()) {
			const column = i + 1;
			await page.keyboard.press('Enter');
			await page.waitForSelector(`aside[aria-label$="in ${index}"] [data-suggestion]`);
			await pressKeys(page, 'g', 'Space');
			await page.waitForFunction(
				(where) => !document.querySelector(where)?.textContent?.includes('undecided'),
				{},
				cell(1, column)
			);
			await pressKeys(page, 'Escape', 'ArrowRight');
		}
		await pressKeys(page, 'n');
		await waitForText(page, cell(1, 4), 'no heading here');
		await waitForText(page, '[role=rowheader]', '4 of 4');
		const row = await Promise.all([1, 2, 3].map((column) => textOf(page, cell(1, column))));
		expect(row.map((text) => text.split(' not judged')[0])).toEqual([
			'Lighting',
			'Lighting Effects',
			'Lighting, Ward'
		]);

		// What is rejected stays rejected.
		await pressKeys(page, 'ArrowLeft', 'Enter');
		await page.waitForSelector('aside[aria-label$="in Yarrow"] [data-suggestion]');
		// Those that stand open go first, one by one.
		const inFocus = () =>
			page.evaluate(() => ({
				tag: document.activeElement?.tagName,
				text: document.activeElement?.textContent?.trim() ?? ''
			}));
		await pressKeys(page, 'g');
		for (let one = await inFocus(); one.tag === 'A'; one = await inFocus()) {
			await pressKeys(page, 'r');
			await waitForText(page, cell(1, 3), `${one.text} rejected`);
			await page.waitForFunction(
				(text) =>
					![...document.querySelectorAll('[data-suggestion]')].some(
						(link) => link.textContent?.trim() === text
					),
				{},
				one.text
			);
			await pressKeys(page, 'g');
		}
		// Only far ones are left, folded away: the same key leads to what opens them, and then into them.
		expect((await inFocus()).tag).toBe('SUMMARY');
		await pressKeys(page, 'Enter', 'g');
		const rejected = (await inFocus()).text;
		await page.keyboard.press('r');
		await waitForText(page, cell(1, 3), `${rejected} rejected`);
		await saved(page);
		await reload(page);
		await page.waitForSelector('aside [data-suggestion]');
		const suggested = await page.$$eval('[data-suggestion]', (links) =>
			links.map((link) => link.textContent?.trim())
		);
		expect(suggested).not.toContain(rejected);
		await waitForText(page, 'aside', `Rejected ${rejected} in Yarrow`);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('a pick in full', () => {
	it('takes narrower headings with a branch cut, an aspect, a company, and gives it all back', async () => {
		const id = await begin('Switches');
		const page = await openPage(app, `/inquiry/${id}/question`);
		await page.type('#new-concept', 'noise');
		await page.keyboard.press('Enter');
		await saved(page);
		await goTo(page, `${app.address}/inquiry/${id}/browse?q=noise`);
		// Two headings of one index, marked and picked as one; a third set aside.
		await page.focus('[data-lane=yarrow] [data-row]');
		await pressKeys(page, 'x', 'ArrowDown', 'x', 'ArrowDown', 's');
		await waitForText(page, '[aria-label="Marked headings"]', '2 marked');
		await page.keyboard.press('j');
		await waitForText(page, '[data-lane=yarrow] footer', 'Noise, Indoor together with Noise Reduction');
		await waitForText(page, '[data-sightings]', 'Sightings 1');
		await goTo(page, `${app.address}/inquiry/${id}`);
		await page.click(cell(1, 3));
		await waitForText(page, 'aside', 'looked up “noise”');
		const press = (words: string, within = 'aside') =>
			page.waitForFunction(
				(where, wanted) => {
					const button = [...document.querySelectorAll<HTMLElement>(where)].find(({ innerText }) =>
						innerText.includes(wanted)
					);
					button?.click();
					return button !== undefined;
				},
				{},
				`${within} button`,
				words
			);
		await press('Separate');
		await waitForText(page, cell(1, 3), 'Noise, Indoor not judged');
		await page.waitForFunction(
			() => document.querySelectorAll('aside button[aria-label^=Remove]').length === 2
		);
		await page.$$eval('aside button[aria-label^=Remove]', (buttons) => (buttons[1] as HTMLElement).click());
		await waitForText(page, 'aside', 'with narrower · 6 headings');
		await press('with narrower');
		await waitForText(page, 'aside', 'cut branches');
		await press('cut branches');
		await page.waitForSelector('[role=dialog] [role=treeitem]');
		await page.focus('[role=dialog] [role=treeitem]');
		await page.keyboard.press('Space');
		await waitForText(page, '[role=dialog]', 'It stands for 5 headings');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.keyboard.press('Escape');
		await press('chief only');
		await press('any aspect');
		await page.waitForSelector('[aria-label^="Aspects of"]');
		await press('causes', '[aria-label^="Aspects of"]');
		await waitForText(page, cell(1, 3), 'with narrower, 1 cut · chief only · causes');
		await page.keyboard.press('Escape');
		for (const gone of ['causes', 'chief only', '1 cut', 'with narrower']) {
			await page.click('header button[aria-label^=Undo]');
			await page.waitForFunction(
				(where, words) => !document.querySelector(where)?.textContent?.includes(words),
				{},
				cell(1, 3),
				gone
			);
		}
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('two windows on one inquiry', () => {
	it('name both sides when they meet, and let one choose', async () => {
		const at = '/inquiry/quiet-rooms?cell=attention:bracken';
		const [one, two] = [await openPage(app, at), await openPage(app, at)];
		// The first window does not hear of the second in time.
		await one.setRequestInterception(true);
		let deaf = true;
		one.on('request', (request) => {
			if (deaf && request.url().includes('/changes?')) void request.abort();
			else void request.continue();
		});
		const judge = async (page: Page, fit: string) =>
			page.$$eval(
				'aside [aria-label="Fit of Attention"] button',
				(buttons, wanted) =>
					(buttons as HTMLElement[]).find(({ innerText }) => innerText.trim() === wanted)?.click(),
				fit
			);
		await judge(two, 'close');
		await saved(two);
		await one.bringToFront();
		await judge(one, 'broader');
		await waitForText(one, '[role=dialog]', 'Attention fit broader close');
		expect(await accessibilityFaults(one)).toEqual([]);
		deaf = false;
		await one.$$eval('[role=dialog] button', (buttons) =>
			(buttons as HTMLElement[]).find(({ innerText }) => innerText.includes('Use mine'))?.click()
		);
		await waitForText(one, cell(2, 1), 'Attention broader');
		await saved(one);
		await two.bringToFront();
		await waitForText(two, cell(2, 1), 'Attention broader');
		await waitForText(two, 'aside', 'Judged Attention broader');
		await Promise.all([one.close(), two.close()]);
	});
});

describe('a crosswalk from a file', () => {
	it('shows what would change and what cannot be placed, and is taken in and back in one step', async () => {
		const page = await openPage(app, '/inquiry/steady-hands');
		const file = path.join(os.tmpdir(), 'steady.csv');
		writeFileSync(
			file,
			[
				'concept,index,heading,fit,note',
				'fine manual skill,Sorrel,Fine Motor Skills,exact,',
				'fine manual skill,Yarrow,Steady fingers,exact,',
				'fine manual skill,Nettle,Hands,close,',
				'tools,Alder,Hand Tools,close,"They hold them, after all."'
			].join('\n')
		);
		const pressImport = (within: string) =>
			page.$$eval(`${within} button`, (buttons) =>
				(buttons as HTMLElement[]).find(({ innerText }) => innerText.trim() === 'Import')?.click()
			);
		await pressImport('main');
		await page.waitForSelector('[role=dialog] input[type=file]');
		await ((await page.$('[role=dialog] input[type=file]')) as ElementHandle<HTMLInputElement>).uploadFile(
			file
		);
		await waitForText(
			page,
			'[role=dialog]',
			'2 would be added, 0 changed; 0 stand already; 2 cannot be placed.'
		);
		const report = await textOf(page, '[role=dialog]');
		expect(report).toContain(
			'Line 3: Steady fingers. The vocabulary in use has no heading “Steady fingers”.'
		);
		expect(report).toContain('There is no subject index “Nettle”.');
		await pressImport('[role=dialog]');
		await waitForText(page, '[role=grid]', 'Hand Tools close They hold them, after all.');
		await saved(page);
		await page.click('header button[aria-label^=Undo]');
		await page.waitForFunction(
			() => !document.querySelector('[role=grid]')?.textContent?.includes('Hand Tools')
		);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('inquiries as wholes', () => {
	it('are removed and had back, archived, and taken away and in again', async () => {
		const id = await begin('Passing rooms');
		const page = await openPage(app, '/');
		const press = (words: string) =>
			page.$$eval(
				'button',
				(buttons, wanted) =>
					(buttons as HTMLElement[])
						.find(({ textContent }) => textContent?.replace(/\s+/g, ' ').trim() === wanted)
						?.click(),
				words
			);
		await press('Delete Passing rooms');
		await page.waitForFunction(() => !document.querySelector('main')?.textContent?.includes('Passing rooms'));
		await press('Undo');
		await waitForText(page, 'main', 'Passing rooms');
		await press('Archive Passing rooms');
		await waitForText(page, 'main', 'Archive (1)');
		const whole = await (await fetch(`${app.address}/api/v1/inquiries/${id}`)).text();
		const file = path.join(os.tmpdir(), 'whole.json');
		writeFileSync(file, whole);
		await ((await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
		await page.waitForFunction(() => location.pathname.startsWith('/inquiry/'));
		await waitForText(page, 'header', 'Passing rooms');
		await page.close();
	});

	it('give their crosswalk in every format, and take cells from scripts', async () => {
		const at = `${app.address}/api/v1/inquiries/quiet-rooms`;
		for (const [ending, begins] of [
			['sssom.tsv', '#sssom_version'],
			['ttl', '@prefix'],
			['jsonld', '{"@context"'],
			['csv', 'concept,status'],
			['xlsx', 'PK'],
			['json', '{\n\t"format": "oakmoss-crosswalk"']
		])
			expect((await (await fetch(`${at}/crosswalk.${ending}`)).text()).startsWith(begins), ending).toBe(true);
		const put = (body: unknown) => sendJson(`${at}/cells/sleep-and-rest/sorrel`, 'PUT', body);
		const uri = 'https://sorrel.example/headings/sleep';
		const set = await put({ picks: [{ uris: [uri], withNarrower: true, fit: 'exact' }] });
		const answer = v.parse(cellAnswer, await set.json());
		expect(answer).toMatchObject({
			state: 'picks',
			picks: [{ labels: ['Sleep'], withNarrower: true, fit: 'exact' }]
		});
		const unknown = await put({ picks: [{ uris: ['https://sorrel.example/headings/none'] }] });
		expect([unknown.status, ((await unknown.json()) as { error: { code: string } }).error.code]).toEqual([
			422,
			'no-heading'
		]);
		const both = await put({ picks: [{ uris: [uri] }], noHeading: true });
		expect(both.status).toBe(422);
		expect(v.parse(cellAnswer, await (await put({ noHeading: true })).json()).state).toBe('noHeading');
		const schema = (await (await fetch(`${app.address}/api/v1/inquiry.schema.json`)).json()) as {
			title: string;
		};
		expect(schema.title).toBe('An Oakmoss inquiry');
	});
});
