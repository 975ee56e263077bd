/** Where works can be had, what is sent, and what a newcomer is told. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	type App,
	openPage,
	press,
	pressKeys,
	startApp,
	waitForText,
	goTo,
	reload
} from './app.test-aid';

let app: App;
beforeAll(async () => void (app = await startApp()));
afterAll(() => app.close());

/** Headers and first part of a message. */
function readMail(eml: string): { headers: Record<string, string>; body: string } {
	const [head, ...rest] = eml.split(/\r?\n\r?\n/);
	const headers = Object.fromEntries(
		head
			.replace(/\r?\n[ \t]+/g, ' ')
			.split(/\r?\n/)
			.map((line) => [
				line.slice(0, line.indexOf(':')).toLowerCase(),
				line.slice(line.indexOf(':') + 1).trim()
			])
	);
	return { headers, body: rest.join('\n\n') };
}

describe('a work', () => {
	it('is asked for where it is read: the request is filled in, stands in the outbox, and can be taken back', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/records?index=yarrow');
		await page.waitForSelector('[data-route=request]');
		await press(page, 'Ask for it', '[data-availability]');
		await page.waitForSelector('[data-availability] form');
		await page.keyboard.type('Ines Okerlund');
		await pressKeys(page, 'Tab');
		await page.keyboard.type('ines@ward.example');
		await pressKeys(page, 'Enter');
		await waitForText(page, '[data-availability]', 'waiting for the library');
		expect(await accessibilityFaults(page)).toEqual([]);
		await goTo(page, `${app.address}/inquiry/quiet-rooms/outbox`);
		const id = await page.$eval('[data-message]', (row) => row.getAttribute('data-message'));
		const eml = await (await fetch(`${app.address}/inquiry/quiet-rooms/outbox/${id}`)).text();
		const { headers, body } = readMail(eml);
		expect(headers['reply-to']).toBe('ines@ward.example');
		expect(headers.to).toBe('interlending@brackenfield.example');
		expect(headers.date).toMatch(/\d{4} \d\d:\d\d:\d\d/);
		expect(body).toContain('Ines Okerlund');
		await press(page, 'Withdraw');
		await waitForText(page, '[data-message]', 'taken back');
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('goes with others to somebody, as citations and as a file', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/reading-list');
		await page.click('button[aria-label="Export the list"]');
		await page.waitForSelector('[role=menuitem]');
		for (const item of await page.$$('[role=menuitem]'))
			if ((await item.evaluate((one) => one.textContent ?? '')).startsWith('Send works')) await item.click();
		await page.waitForSelector('[role=dialog] input[type=email]');
		await page.type('[role=dialog] input[type=email]', 'tomas@ward.example');
		await press(page, 'Write it to the outbox');
		await waitForText(page, 'header', 'is in the outbox');
		await goTo(page, `${app.address}/inquiry/quiet-rooms/outbox`);
		const id = await page.$eval('[data-message]', (row) => row.getAttribute('data-message'));
		const eml = await (await fetch(`${app.address}/inquiry/quiet-rooms/outbox/${id}`)).text();
		expect(readMail(eml).headers['content-type']).toContain('multipart/mixed');
		expect(eml).toContain('filename=works.ris');
		const encoded = /works\.ris[\s\S]*?\r?\n\r?\n([\s\S]*?)\r?\n--/.exec(eml)?.[1] ?? '';
		const file = /^[A-Za-z0-9+/=\s]+$/.test(encoded) ? Buffer.from(encoded, 'base64').toString() : encoded;
		const answer = await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/reading-list`);
		const list = (await answer.json()) as { decision: string }[];
		const kept = list.filter(({ decision }) => decision === 'keep').length;
		expect(file.match(/^ER\s/gm)).toHaveLength(kept);
		await page.close();
	});
});

describe('a newcomer', () => {
	it('is led from a word to the report, and may leave at any step', async () => {
		const page = await openPage(app, '/');
		await page.click('[data-begin-guide]');
		await page.waitForSelector('[data-guide="0"]');
		await page.waitForSelector('[data-row]');
		expect(await accessibilityFaults(page)).toEqual([]);
		for (let step = 1; step < 8; step++) {
			await press(page, 'Next', '[data-guide]');
			await page.waitForSelector(`[data-guide="${step}"]`);
		}
		await page.waitForSelector('[data-part=question]');
		await press(page, 'Back', '[data-guide]');
		await page.waitForSelector('[data-guide="6"]');
		await press(page, 'Leave', '[data-guide]');
		await page.waitForFunction(() => !document.querySelector('[data-guide]'));
		await reload(page);
		expect(await page.$('[data-guide]')).toBeNull();
		expect(page.problems).toEqual([]);
		await page.close();
	});

	it('reads what a word means where it stands, once', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms?cell=room-acoustics:yarrow');
		await page.waitForSelector('[data-meaning=chief]');
		await page.focus('[data-meaning=chief]');
		await pressKeys(page, 'Enter');
		await page.waitForFunction(() => document.body.innerText.includes('mainly about'));
		expect(await accessibilityFaults(page)).toEqual([]);
		await press(page, 'I know now');
		await page.waitForFunction(() => !document.querySelector('[data-meaning=chief]'));
		expect(await page.$('[data-meaning=fit]')).not.toBeNull();
		await reload(page);
		await page.waitForSelector('[data-meaning=fit]');
		expect(await page.$('[data-meaning=chief]')).toBeNull();
		await page.click('[data-meaning=fit]');
		await press(page, 'I know all of these words');
		await page.waitForFunction(() => !document.querySelector('[data-meaning]'));
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
