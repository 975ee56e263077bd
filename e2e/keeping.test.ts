/** Keeping up: a later edition arrives and is followed, records arrive and are told. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	type App,
	openPage,
	press,
	saved,
	sendJson,
	startApp,
	tabTo,
	waitForText,
	goTo,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => void (app = await startApp()));
afterAll(() => app.close());

const REPAIRS = '[data-repair]';

/** Runs the strategy of one index as it stands. @returns the number of the run */
async function runOfYarrow(): Promise<number> {
	const answer = await sendJson(`${app.address}/inquiry/quiet-rooms/runs`, 'POST', { kind: 'run', indexCode: 'yarrow' }); // prettier-ignore
	return ((await answer.json()) as { number: number }).number;
}

describe('a later edition', () => {
	it('is looked at, used, and followed in the crosswalk: four repairs are taken, one is left with its reason', async () => {
		const page = await openPage(app, '/indexes');
		// Nothing is touched while the editions wait.
		await waitForText(page, 'main', 'The edition 2025 waits to be used.');
		const waiting = await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/repairs`);
		expect(await waiting.json()).toEqual([]);
		await goTo(page, `${app.address}/indexes/yarrow/editions`);
		await waitForText(page, 'main', 'It was loaded to be looked at first.');
		await waitForText(page, 'main', '“Noise, Indoor” is called “Noise, Health Care” now');
		await waitForText(page, 'main', 'Quiet rooms: 3 cells');
		expect(await accessibilityFaults(page)).toEqual([]);
		// Narrowed by kind, with the keyboard.
		await tabTo(page, 'split');
		await page.keyboard.press('Enter');
		await page.waitForFunction(() => location.search.includes('kinds=split'));
		await waitForText(page, 'main', 'Alarms, Clinical');
		await page.waitForFunction(() => !document.body.innerText.includes('Noise, Health Care'));
		await press(page, 'Use it');
		await waitForText(page, 'main table', 'in use');
		await goTo(page, `${app.address}/indexes/bracken/editions`);
		await press(page, 'Use it');
		await waitForText(page, 'main table', 'Use it again');

		const before = await runOfYarrow();
		await goTo(page, `${app.address}/inquiry/quiet-rooms/keep-up`);
		await page.waitForSelector(REPAIRS);
		const count = (await page.$$(REPAIRS)).length;
		expect(count).toBeGreaterThanOrEqual(5);
		expect(await accessibilityFaults(page)).toEqual([]);
		// By the keyboard alone: the first repair, taken.
		await page.keyboard.press('g');
		await page.keyboard.press('Enter');
		await page.waitForFunction((n) => document.querySelectorAll('[data-repair]').length === n, {}, count - 1);
		// The next is left, with the reason.
		await page.keyboard.press('g');
		await tabTo(page, 'Leave it …');
		await page.keyboard.press('Enter');
		await page.keyboard.type('The place in the hierarchy does not matter here.');
		await page.keyboard.press('Enter');
		await page.waitForFunction((n) => document.querySelectorAll('[data-repair]').length === n, {}, count - 2);
		for (let left = count - 3; left > count - 6 && left >= 0; left--) {
			await page.keyboard.press('g');
			await page.keyboard.press('Enter');
			await page.waitForFunction((n) => document.querySelectorAll('[data-repair]').length === n, {}, left);
		}
		await saved(page);
		await reload(page);
		expect((await page.$$(REPAIRS)).length).toBe(Math.max(0, count - 5));

		// The logbook says what was done and why; the strategy can be run and set beside the run from before.
		await goTo(page, `${app.address}/inquiry/quiet-rooms/logbook`);
		await waitForText(page, 'main', 'The place in the hierarchy does not matter here.');
		await waitForText(page, 'main', 'in the edition 2025');
		const after = await runOfYarrow();
		const compared = await fetch(`${app.address}/inquiry/quiet-rooms/runs/compare?a=${before}&b=${after}`);
		expect(compared.status).toBe(200);
		const runs = (await (await fetch(`${app.address}/inquiry/quiet-rooms/runs`)).json()) as {
			number: number;
			edition: string;
		}[];
		expect(runs.slice(0, 2).map(({ number, edition }) => [number, edition])).toEqual([
			[after, '2025'],
			[before, '2025']
		]);
		// Taken back: the edition before is used again, and the way back is proposed.
		await goTo(page, `${app.address}/indexes/yarrow/editions`);
		await press(page, 'Use it again');
		await page.waitForFunction(() =>
			[...document.querySelectorAll('tr')].some((row) => /^2024.*in use/s.test(row.innerText))
		);
		await goTo(page, `${app.address}/inquiry/quiet-rooms/keep-up`);
		await waitForText(page, 'main', 'edition 2024');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('records that arrive', () => {
	it('are told to whoever watches for them, and stand on the reading list to be decided', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/keep-up');
		await waitForText(page, 'main', 'Quiet rooms, all indexes');
		// An author's, a heading's or any other result is watched from its records.
		await goTo(
			page,
			`${app.address}/inquiry/quiet-rooms/records?index=yarrow&cql=${encodeURIComponent('dc.subject =/oak.narrower "Rest and Sleep"')}`
		);
		await press(page, 'Watch');
		await waitForText(page, 'body', 'Watching: ');
		await press(page, 'Keep up', '[role=status], body');
		await page.waitForFunction(() => location.pathname.endsWith('/keep-up'));
		await page.waitForFunction(() => document.querySelectorAll('[data-watch]').length === 2);
		let found = 0;
		for (let turn = 0; turn < 14 && found === 0; turn++) {
			const delivery = await sendJson(`${app.address}/indexes/yarrow/deliver`, 'POST', {});
			found = ((await delivery.json()) as { found: number }).found;
		}
		expect(found).toBeGreaterThan(0);
		await reload(page);
		await waitForText(page, 'main', `${found} not looked at`);
		const title = await page.$eval('[data-watch] ul a', (link) => (link as HTMLElement).innerText);
		expect(await accessibilityFaults(page)).toEqual([]);
		// The feed says the same, to whoever has its address.
		const list = (await (await fetch(`${app.address}/api/v1/watches`)).json()) as { feed: string; unlooked: number; id: string }[]; // prettier-ignore
		const own = list.filter(({ unlooked }) => unlooked > 0);
		const feed = await fetch(app.address + own[0].feed);
		expect(feed.headers.get('content-type')).toContain('application/atom+xml');
		const atom = await feed.text();
		expect(atom.match(/<entry>/g)?.length).toBe(own[0].unlooked);
		// Each entry leads to its record.
		const [, link] = /<entry>.*?<link href="([^"]+)"/s.exec(atom) ?? [];
		const { pathname, search } = new URL(link.replaceAll('&amp;', '&'));
		expect((await fetch(app.address + pathname + search)).status).toBe(200);
		const news = await fetch(`${app.address}/api/v1/watches/${own[0].id}/new`);
		const { records } = (await news.json()) as { records: { index: string; id: string; title: string }[] };
		expect(records).toHaveLength(own[0].unlooked);
		expect(records.map((one) => one.title)).toContain(title);
		await press(page, 'Looked at');
		await page.waitForFunction(() => !document.body.innerText.includes('not looked at'));
		const listed = (await (
			await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/reading-list`)
		).json()) as {
			records: { index: string; id: string }[];
			decision: string;
		}[];
		for (const { index, id } of records)
			expect(
				listed.find((entry) => entry.records.some((own) => own.index === index && own.id === id))
			).toMatchObject({
				decision: 'open'
			});
		// One message tells of it, and leads to where it is stopped.
		await goTo(page, `${app.address}/inquiry/quiet-rooms/outbox`);
		await waitForText(page, 'main', 'news of watches');
		const file = await page.$eval('main a[download][href*="/outbox/"]', (link) => link.getAttribute('href'));
		const message = await (await fetch(`${app.address}${file}`)).text();
		const [stop = ''] =
			/\/watches\/[^\s]+\/stop/.exec(message.replace(/=\r?\n/g, '').replaceAll('=3D', '=')) ?? [];
		await goTo(page, app.address + stop);
		expect(await accessibilityFaults(page)).toEqual([]);
		await press(page, 'Stop it');
		await waitForText(page, 'main', 'This watch is stopped');
		expect((await fetch(`${app.address}/watches/nothing/feed.atom`)).status).toBe(404);
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
