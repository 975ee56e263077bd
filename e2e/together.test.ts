/** Two people at once in one inquiry: they see each other and what the other does, and nothing typed is lost. */
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { connect, type Connection } from '../src/lib/server/db/client';
import {
	accessibilityFaults,
	choose,
	PASSWORD,
	press,
	ready,
	saved,
	startTogether,
	waitForText,
	goTo
} from './app.test-aid';

type People = Awaited<ReturnType<typeof startTogether>>;
let app: People;
let database: Connection;
beforeAll(async () => {
	app = await startTogether();
	database = connect(app.databaseUrl, 1);
	const { sql } = database;
	await sql`update inquiry_people set person_id = 'librarian' where inquiry_id = 'quiet-rooms' and role = 'owner'`;
	await sql`insert into inquiry_people (inquiry_id, person_id, role) values ('quiet-rooms', 'member', 'editor')`;
});
afterAll(async () => {
	await database?.end();
	await app?.close();
});

const PATIENCE = 120_000;

/** A browser of somebody's own, which shares no cookies with others; a page there that was signed in by its form. */
async function signedIn(who: string, at: string): Promise<Page> {
	const context = await app.browser.browser().createBrowserContext();
	const page = await context.newPage();
	page.setDefaultTimeout(PATIENCE);
	await page.setViewport({ width: 1280, height: 800 });
	await page.goto(app.address + at);
	await waitForText(page, 'h1', 'Sign in');
	await page.type('#email', `${who}@oak.example`);
	await page.type('#password', PASSWORD);
	await Promise.all([
		page.waitForFunction((path) => location.pathname === path, {}, new URL(at, app.address).pathname),
		page.keyboard.press('Enter')
	]);
	await page.waitForSelector('#word-field');
	// What is pressed before a page has come alive does nothing.
	await ready(page);
	return page;
}

const AT = '/inquiry/quiet-rooms';

describe('two people in one inquiry', () => {
	it('see each other come, work in a cell, change it, and go', async () => {
		const owner = await signedIn('librarian', AT);
		const editor = await signedIn('member', `${AT}?cell=attention:yarrow`);
		await waitForText(owner, '[data-here]', 'A member');
		await waitForText(owner, '[data-in-hands]', 'A member is here');
		await waitForText(editor, '[data-here]', 'A librarian');
		// What one does stands before the other well before they would look by themselves, which is every four seconds.
		await editor.goto(`${app.address}${AT}/question`);
		await editor.waitForSelector('#word-field');
		await waitForText(editor, '[data-here]', 'A librarian');
		const name = 'corridor noise';
		const seen = owner.waitForFunction(
			(text) => (document.body.innerText.includes(text) ? performance.now() : false),
			{ timeout: PATIENCE, polling: 50 },
			name
		);
		await editor.evaluate(async (text) => {
			await fetch('/inquiry/quiet-rooms/commands', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					command: { kind: 'concept.add', id: 'corridor', name: text },
					base: 10_000,
					client: crypto.randomUUID(),
					sending: crypto.randomUUID()
				})
			});
		}, name);
		const begun = await owner.evaluate(() => performance.now());
		const at = (await (await seen).jsonValue()) as number;
		expect(at - begun).toBeLessThan(3_500);
		await waitForText(owner, 'header', 'A member');
		await editor.close();
		await owner.waitForFunction(() => !document.querySelector('[data-here]'), { timeout: PATIENCE });
		await owner.browserContext().close();
	});

	it('decide apart, see nothing of each other until both have done, and settle what differs by keys', async () => {
		const owner = await signedIn('librarian', `${AT}/people`);
		await press(owner, 'Let two decide apart', 'main');
		expect(await accessibilityFaults(owner)).toEqual([]);
		// Whoever works with the keyboard stands in what was opened, and is not lost when it closes.
		const focusIn = (where: string) =>
			owner.waitForFunction(
				(selector) => document.activeElement?.matches(selector),
				{ timeout: PATIENCE },
				where
			);
		await focusIn('main form button');
		await press(owner, 'Begin', 'main');
		await waitForText(owner, 'main', 'both decide yet');
		await focusIn('main section > button');
		await press(owner, 'Decide', 'main');
		await waitForText(owner, '[aria-label="Deciding apart"]', 'neither sees what the other decides');
		expect(await accessibilityFaults(owner)).toEqual([]);
		const editor = await signedIn('member', `${AT}/people`);
		await press(editor, 'Decide', 'main');
		await waitForText(editor, '[aria-label="Deciding apart"]', 'apart from A librarian');
		expect(editor.url()).not.toBe(owner.url());
		/** Picks headings where nothing is picked yet. */
		const pick = (page: Page, labels: string[]) =>
			page.evaluate(async (all) => {
				for (const label of all)
					await fetch(`${location.pathname}/commands`, {
						method: 'POST',
						headers: { 'content-type': 'application/json' },
						body: JSON.stringify({
							command: {
								kind: 'pick.add',
								id: crypto.randomUUID(),
								conceptId: 'sleep-and-rest',
								indexCode: 'alder',
								headings: [{ uri: `https://x.example/${label}`, label }],
								edition: ''
							},
							base: 10_000,
							client: crypto.randomUUID(),
							sending: crypto.randomUUID()
						})
					});
			}, labels);
		await pick(owner, ['Resting', 'Napping']);
		await pick(editor, ['Resting']);
		await press(owner, 'I have done');
		await waitForText(owner, '[aria-label="Deciding apart"]', 'A member decides yet');
		await press(editor, 'I have done');
		await press(editor, 'How far you agree');
		await waitForText(editor, 'h1', 'Agreement of A librarian and A member');
		await waitForText(editor, 'tbody', '67 %');
		expect(await accessibilityFaults(editor)).toEqual([]);
		await press(editor, 'Accept 1 decision', 'main');
		await waitForText(editor, 'main', 'All that both decided alike stands in the inquiry');
		const inHand = (text: string) =>
			editor.waitForFunction((wanted) => document.activeElement?.textContent?.includes(wanted), {}, text);
		await editor.keyboard.press('g');
		await inHand('Napping');
		await editor.keyboard.press('1');
		await waitForText(editor, '[data-difference]', 'in the crosswalk');
		await saved(editor);
		const { sql } = database;
		const picks = await sql<{ label: string; role: string }>`
			select headings -> 0 ->> 'label' as label, role from picks
			where inquiry_id = 'quiet-rooms' and concept_id = 'sleep-and-rest' and index_code = 'alder' order by 1`;
		expect(picks).toEqual([
			{ label: 'Napping', role: 'searched' },
			{ label: 'Resting', role: 'searched' }
		]);
		// What is kept as one decided can be left out again with one key.
		await editor.keyboard.press('0');
		await waitForText(editor, '[data-difference]', 'left out');
		await editor.browserContext().close();
		await owner.browserContext().close();
	});

	it('speak to each other where it belongs, and settle it', async () => {
		const owner = await signedIn('librarian', AT);
		const editor = await signedIn('member', `${AT}?concept=attention&cell=attention:yarrow`);
		const field = 'aside [data-say]';
		await editor.waitForSelector(field);
		await editor.type(field, 'Is anything near enough here? @A lib');
		await press(editor, '@A librarian', 'aside');
		await editor.type(field, 'what do you say?');
		expect(await accessibilityFaults(editor)).toEqual([]);
		await press(editor, 'Comment', 'aside');
		await waitForText(editor, 'aside', 'Is anything near enough here? @A librarian what do you say?');
		await owner.waitForSelector('[aria-label="People; 1 comment to you"]');
		await press(owner, 'People; 1 comment to you');
		await waitForText(owner, 'main', 'about attention in Yarrow, to you');
		await press(owner, 'Go there', 'main');
		await waitForText(owner, 'aside', 'Is anything near enough here?');
		await press(owner, 'Resolve', 'aside');
		await editor.bringToFront();
		await waitForText(editor, 'aside', 'settled');
		await owner.browserContext().close();
		await editor.browserContext().close();
	});

	it('are told when a part is taken away, and keep what they typed', async () => {
		const owner = await signedIn('librarian', `${AT}/people`);
		const editor = await signedIn('member', `${AT}/question`);
		await editor.waitForSelector('#new-concept');
		await editor.type('#new-concept', 'half a thought');
		await choose(owner, 'What A member may do', 'may read it');
		await waitForText(owner, 'header', 'A member may read it');
		await waitForText(editor, 'header', 'From now on you only read here');
		await waitForText(editor, 'header', 'you read it');
		// Sent all the same, it is refused, is off the screen, and is had again from what is not saved.
		await editor.focus('#new-concept');
		await editor.keyboard.press('Enter');
		await waitForText(editor, 'header', '1 not saved');
		await editor.type('#new-concept', 'another thought');
		await press(owner, 'More for A member');
		await owner.waitForSelector('[role="menuitem"]');
		for (const item of await owner.$$('[role="menuitem"]'))
			if ((await item.evaluate((element) => element.textContent?.trim())) === 'Remove') await item.click();
		await waitForText(owner, 'header', 'A member takes part no more');
		await waitForText(editor, '[role=alert]', 'You no longer take part in this inquiry');
		expect(await editor.$eval('#new-concept', (field) => (field as HTMLInputElement).value)).toBe(
			'another thought'
		);
		await press(editor, '1 not saved');
		await waitForText(editor, '[role=dialog]', 'half a thought');
		await owner.browserContext().close();
		await editor.browserContext().close();
	});

	it('are told apart in two tabs of one browser', async () => {
		const page = await signedIn('librarian', `${AT}/question`);
		const other = await page.browserContext().newPage();
		await goTo(other, `${app.address}/account`);
		await press(other, 'Sign out');
		await other.waitForSelector('#email');
		// Nobody is signed in: what is typed in the first tab stays there, and is sent by nobody.
		await page.bringToFront();
		await page.type('#new-concept', 'of the first tab');
		await page.focus('#new-concept');
		await page.keyboard.press('Enter');
		await waitForText(page, '[role=alert]', 'Nobody is signed in');
		await other.bringToFront();
		await other.type('#email', 'member@oak.example');
		await other.type('#password', PASSWORD);
		await other.keyboard.press('Enter');
		await other.waitForFunction(() => location.pathname === '/');
		await page.bringToFront();
		await waitForText(page, '[role=alert]', 'A member is signed in with this browser now');
		const [{ n }] = await database.sql<{ n: number }>`
			select count(*)::int as n from concepts where name = 'of the first tab'`;
		expect(n).toBe(0);
		await other.bringToFront();
		await goTo(other, `${app.address}/account`);
		await press(other, 'Sign out');
		await other.waitForSelector('#email');
		await other.type('#email', 'librarian@oak.example');
		await other.type('#password', PASSWORD);
		await other.keyboard.press('Enter');
		await other.waitForFunction(() => location.pathname === '/');
		await page.bringToFront();
		await saved(page);
		await expect
			.poll(async () => (await database.sql`select 1 from concepts where name = 'of the first tab'`).length, {
				timeout: PATIENCE
			})
			.toBe(1);
		await page.browserContext().close();
	});

	it('take away all that is here of them, without a secret, as documents that can be taken in again', async () => {
		const page = await signedIn('librarian', AT);
		await page.goto(`${app.address}/account`);
		await waitForText(page, '#own-data', 'Your data');
		expect(await accessibilityFaults(page)).toEqual([]);
		const encoded = await page.evaluate(async () => {
			const link = [...document.querySelectorAll('a')].find(({ textContent }) => textContent.includes('one archive'));
			const bytes = new Uint8Array(await (await fetch(link?.href ?? '')).arrayBuffer());
			return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
		});
		const files = unzipSync(Buffer.from(encoded, 'base64'));
		const { sql } = database;
		const own = await sql<{ id: string }>`
			select inquiry_id as id from inquiry_people where person_id = 'librarian'`;
		expect(own.length).toBeGreaterThan(1);
		expect(Object.keys(files).sort()).toEqual(['account.json', 'recent.json', ...own.map(({ id }) => `inquiries/${id}.json`)].sort());
		const account = JSON.parse(strFromU8(files['account.json'])) as Record<string, unknown>;
		expect(account).toMatchObject({ name: 'A librarian', email: 'librarian@oak.example', role: 'librarian' });
		expect(account.sessions).not.toHaveLength(0);
		expect(account.log).toContainEqual(expect.objectContaining({ kind: 'signed-in' }));
		const secrets = await sql<{ secret: string }>`
			select token as secret from sessions union select password from accounts where password is not null`;
		for (const { secret } of secrets) expect(strFromU8(files['account.json'])).not.toContain(secret);
		expect(strFromU8(files['account.json'])).not.toContain('member@');
		const made = await page.evaluate(async (text) => {
			const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: text };
			return (await fetch('/api/v1/inquiries', init)).status;
		}, strFromU8(files['inquiries/quiet-rooms.json']));
		expect(made).toBe(201);
		await page.browserContext().close();
	}); // prettier-ignore
});

describe('who reads by a link', () => {
	it('is led to any screen, is told once what reading is, and is offered nothing that changes', async () => {
		const owner = await signedIn('librarian', `${AT}/people`);
		const key = await owner.evaluate(async (at) => {
			const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' };
			return ((await (await fetch(`${at}/people/links`, init)).json()) as { key: string }).key;
		}, AT);
		const context = await app.browser.browser().createBrowserContext();
		const page = await context.newPage();
		const problems: string[] = [];
		page.on('pageerror', (error) => problems.push(String(error)));
		await page.setViewport({ width: 1280, height: 800 });
		await page.goto(`${app.address}/shared/${key}?to=${encodeURIComponent(`${AT}/browse?q=sleep`)}`);
		await ready(page);
		expect(new URL(page.url()).pathname).toBe(`${AT}/browse`);
		await waitForText(page, '[data-reads]', 'You read this inquiry');
		const offered = () => page.$$eval('[data-changes]', (all) => all.filter((one) => (one as HTMLElement).checkVisibility()).length);
		for (const path of ['/browse?q=sleep', '/browse/sorrel/attention', '', '/question', '/strategy?index=yarrow', '/records?index=yarrow', '/reading-list', '/logbook', '/pearls']) {
			await page.goto(app.address + AT + path);
			await ready(page);
			expect([path, await offered()]).toEqual([path, 0]);
			const pick = await page.evaluate(() => [...document.querySelectorAll('main button')].filter((one) => (one as HTMLElement).checkVisibility() && /^(Pick|Set aside|Add words|Run and keep|Delete)/.test((one as HTMLElement).innerText)).map((one) => (one as HTMLElement).innerText));
			expect([path, pick]).toEqual([path, []]);
		}
		await page.goto(app.address);
		await ready(page);
		expect(await page.evaluate(() => document.querySelector('main')?.innerText)).not.toMatch(/^Copy/m);
		// Nowhere else than within its inquiry.
		for (const to of ['//elsewhere.example/', '/account', '/inquiry/quiet-rooms-other'])
			expect((await fetch(`${app.address}/shared/${key}?to=${encodeURIComponent(to)}`, { redirect: 'manual' })).headers.get('location')).toBe(AT);
		expect(problems).toEqual([]);
		await context.close();
		await owner.browserContext().close();
	}); // prettier-ignore
});
