/** Works set aside, decided by keys, cited and mended. */
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

interface Entry {
	id: string;
	records: { index: string; id: string }[];
	title: string;
	decision: 'open' | 'keep' | 'drop';
	reason?: string;
}
const listOf = async (id: string) =>
	(await (await fetch(`${app.address}/api/v1/inquiries/${id}/reading-list`)).json()) as Entry[];
const take = async (id: string, what: string) =>
	(await (
		await sendJson(`${app.address}/inquiry/${id}/reading-list/${what}`, 'POST', { from: 'a test' })
	).json()) as {
		added: number;
	};
const said = (count: number) => count.toLocaleString('en');
const inHand = (page: Page) =>
	page.evaluate(() => document.activeElement?.getAttribute('data-entry') ?? undefined);

describe('a reading list', () => {
	it('of two hundred works is decided with one key each, and what was decided outlives what comes later', async () => {
		const id = await beginInquiry(app, 'Decided by keys', 'noise', ['yarrow']);
		const page = await openPage(app, `/inquiry/${id}/reading-list`);
		await waitForText(page, 'main', 'Nothing is on the list yet');
		await press(page, 'Put works on it');
		await press(page, 'Put them on', '[role=dialog]');
		await page.waitForSelector('[data-entry]');
		const all = await listOf(id);
		expect(all.length).toBeGreaterThan(200);
		await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
		await page.focus('[data-entry][aria-selected=true]');
		const KEYS = ['f', 'd', 'd', 's'] as const;
		const wanted: Record<string, Entry['decision']> = {};
		for (let i = 0; i < 200; i++) {
			// Nobody decides ten works in a second; what is sent keeps up with whoever reads.
			if (i % 20 === 0) await saved(page);
			const key = KEYS[i % KEYS.length];
			const at = await inHand(page);
			expect(at, `the keys are on a work after ${i}`).toBeDefined();
			wanted[at as string] = { f: 'keep', d: 'drop', s: 'open' }[key] as Entry['decision'];
			await pressKeys(page, key);
			await page.waitForFunction(
				(before) => document.activeElement?.getAttribute('data-entry') !== before,
				{},
				at
			);
		}
		expect(Object.keys(wanted)).toHaveLength(200);
		await waitForText(page, '[data-progress]', `150 of ${said(all.length)} works looked at`);
		await saved(page);
		// The last decision is taken back with one key, and one goes back to what it was of.
		await pressKeys(page, 'a', 'a', 'k');
		await saved(page);
		const last = Object.keys(wanted)[198];
		wanted[last] = 'open';
		await waitForText(page, '[data-progress]', `149 of ${said(all.length)} works looked at`);
		// Several at once, with a reason that is written once.
		await page.focus('[data-entry][aria-selected=true]');
		await pressKeys(page, 'g');
		await page.keyboard.type('not about rooms');
		await pressKeys(page, 'Enter');
		await saved(page);
		expect(await inHand(page)).toBeDefined();
		expect(await accessibilityFaults(page)).toEqual([]);
		const decided = await listOf(id);
		for (const entry of decided) expect(entry.decision, entry.title).toBe(wanted[entry.id] ?? 'open');
		expect(decided.filter(({ reason }) => reason === 'not about rooms')).toHaveLength(1);

		// A later run brings more; what was decided stays, and what is new stands out.
		await sendCommands(app, id, [{ kind: 'word.add', id: 'w2', conceptId: 'c', text: 'sleep' }]);
		const { added } = await take(id, 'of/yarrow');
		expect(added).toBeGreaterThan(0);
		await reload(page);
		await waitForText(page, '[data-progress]', `149 of ${said(all.length + added)} works looked at`);
		await waitForText(page, '[aria-label="Which works"]', `new ${said(added)}`);
		expect((await listOf(id)).slice(0, all.length)).toEqual(decided);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('takes a record with one key from where it is read, once whichever index it is read in, and gives it back', async () => {
		const id = await beginInquiry(app, 'Taken one by one', 'reverberation', ['yarrow', 'alder']);
		const page = await openPage(app, `/inquiry/${id}/records?index=yarrow`);
		await pressKeys(page, 'r');
		await waitForText(page, '[data-to-list]', 'On the reading list');
		await saved(page);
		const [entry] = await listOf(id);
		expect(entry.records[0].index).toBe('yarrow');
		await pressKeys(page, 'r');
		await waitForText(page, '[data-to-list]', 'Put on the reading list');
		await saved(page);
		expect(await listOf(id)).toEqual([]);
		await press(page, 'Put all on the reading list');
		await waitForText(page, 'header', 'on the reading list, from the strategy for Yarrow');
		const ofYarrow = (await listOf(id)).length;
		await goTo(page, `${app.address}/inquiry/${id}/pooled`);
		const works = numberIn(await textOf(page, '[data-works]'));
		await press(page, 'Put all on the reading list');
		await waitForText(page, 'header', `${said(ofYarrow)} were there already`);
		const list = await listOf(id);
		expect(list).toHaveLength(works);
		expect(new Set(list.flatMap(({ records }) => records.map((one) => `${one.index} ${one.id}`))).size).toBe(
			list.reduce((sum, { records }) => sum + records.length, 0)
		);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('the citations of a list', () => {
	it('are copied as rich text, mended beside the record, and go out as they were mended', async () => {
		await app.browser.overridePermissions(app.address, [
			'clipboard-read',
			'clipboard-write',
			'clipboard-sanitized-write'
		]);
		const page = await openPage(app, '/inquiry/quiet-rooms/reading-list/citations?part=keep');
		await page.waitForSelector('[data-cited]');
		expect(await accessibilityFaults(page)).toEqual([]);
		const shown = await page.$$eval('[data-cited] > p:first-child', (all) =>
			all.map((line) => (line as HTMLElement).innerText.replace(/\s+/g, ' ').trim())
		);
		await pressKeys(page, 'c');
		await waitForText(page, 'header', `${shown.length} citations copied`);
		const [plain, rich] = await page.evaluate(async () => {
			const [item] = await navigator.clipboard.read();
			const text = (type: string) => item.getType(type).then((blob) => blob.text());
			return [await text('text/plain'), await text('text/html')];
		});
		expect(plain.split('\n').map((line) => line.trim())).toEqual(shown);
		expect(rich).toContain('<i>');

		// A title in capitals is mended: the list says so, the record stays as it is.
		const wrong = await page.waitForSelector('[data-checked]:has([data-finding=capitals])');
		const entry = await wrong?.evaluate((row) => row.getAttribute('data-checked'));
		const before = Number(await page.$eval('[data-wrong]', (one) => one.getAttribute('data-wrong')));
		const offered = await textOf(page, `[data-checked="${entry}"] [data-mend]`);
		await page.click(`[data-checked="${entry}"] [data-mend]`);
		await saved(page);
		await page.waitForFunction(
			(wanted) => Number(document.querySelector('[data-wrong]')?.getAttribute('data-wrong')) === wanted,
			{},
			before - 1
		);
		// The style begins a subtitle with a capital; the list keeps it as it was mended.
		const cited = offered.replace(/: \p{Ll}/u, (start) => start.toUpperCase());
		await waitForText(page, `[data-cited="${entry}"]`, cited);
		const listed = (await listOf('quiet-rooms')).find(({ id }) => id === entry) as Entry;
		const [{ index, id }] = listed.records;
		const record = (await (
			await fetch(`${app.address}/api/v1/indexes/${index}/records/${id}`)
		).json()) as object;
		expect(JSON.stringify(record)).toContain(offered.toUpperCase());
		const ris = await (
			await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/reading-list.ris?decision=keep`)
		).text();
		expect(ris).toContain(`TI  - ${offered}`);
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('come in another style, and by the hundred with their progress, as the public call has them', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/reading-list/citations?part=all');
		await page.waitForSelector('[data-cited]');
		await page.click('button[aria-label^="Citation style"]');
		await page.waitForSelector('[data-style=vancouver]');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.click('[data-style=vancouver]');
		await waitForText(page, '[data-cited] p', '1. ');
		const list = await listOf('quiet-rooms');
		const all = await page.$$eval('[data-cited] > p:first-child', (rows) =>
			rows.map((row) => (row as HTMLElement).innerText.replace(/\s+/g, ' ').trim())
		);
		expect(all).toHaveLength(list.length);
		const records = list.slice(1, 4).map((entry) => entry.records[0]);
		const body = { records, style: 'vancouver', format: 'text' };
		const answer = await sendJson(`${app.address}/api/v1/citations`, 'POST', body);
		const { entries, bibliography } = (await answer.json()) as {
			entries: { entry: string }[];
			bibliography: string;
		};
		const bare = (text: string) => text.replace(/^\d+\. /, '');
		expect(entries.map(({ entry }) => bare(entry))).toEqual(all.slice(1, 4).map(bare));
		expect(bibliography).toBe(entries.map(({ entry }) => entry).join('\n'));
		for (const [sent, status] of [
			[{ ...body, style: 'by-heart' }, 422],
			[{ ...body, style: '../../x' }, 400],
			[{ ...body, records: [{ index: 'yarrow', id: 'nowhere' }] }, 404]
		] as const)
			expect((await sendJson(`${app.address}/api/v1/citations`, 'POST', sent)).status).toBe(status);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
