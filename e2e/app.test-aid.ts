/** The built application with the demo data on a database of its own, and a browser to use it with. */
import { existsSync } from 'node:fs';
import axe from 'axe-core';
import { hashPassword } from 'better-auth/crypto';
import puppeteer, {
	type Browser,
	type BrowserContext,
	type ElementHandle,
	type HTTPResponse,
	type Page
} from 'puppeteer-core';
import { freePort } from '../scripts/parts/postgres.mjs';
import { startServer } from '../scripts/parts/server.mjs';
import { connect } from '../src/lib/server/db/client';
import { demoDatabase, dropDatabase } from '../src/lib/server/db/database.test-aid';

export interface App {
	address: string;
	/** A browser’s windows that share no cookies with others’. */
	browser: BrowserContext;
	databaseUrl: string;
	/** Stops the server and starts it again at the same address. */
	stopServer: () => Promise<void>;
	startServer: () => Promise<void>;
	close: () => Promise<void>;
}

/** What a page may take to say what is waited for before it counts as stuck, in ms: the machine may be a slow one. */
const PATIENCE = 120_000;

export const BROWSER = ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync);
export const BROWSER_FLAGS = [
	'--headless',
	'--no-sandbox',
	'--disable-gpu',
	'--no-first-run',
	'--disable-background-networking',
	'--disable-component-update',
	'--disable-sync',
	// A page that is not at the front is drawn and keeps its time all the same.
	'--disable-background-timer-throttling',
	'--disable-backgrounding-occluded-windows',
	'--disable-renderer-backgrounding'
];

/** The same with accounts on: one administrator, one librarian, one member, who are called after what they are. */
export async function startTogether(
	environment: Record<string, string> = {}
): Promise<App & { signIn: (role: string) => Promise<string> }> {
	const OAKMOSS_SECRET = 'for the tests alone, and long enough';
	const app = await startApp({ OAKMOSS_ACCOUNTS: 'on', OAKMOSS_SECRET, ...environment });
	const { sql, end } = connect(app.databaseUrl, 1);
	const hash = await hashPassword(PASSWORD);
	for (const role of ['administrator', 'librarian', 'member']) {
		await sql`
			insert into people (id, name, email, email_verified, role)
			values (${role}, ${`A ${role}`}, ${`${role}@oak.example`}, true, ${role})`;
		await sql`
			insert into accounts (id, account_id, provider_id, person_id, password)
			values (${role}, ${role}, 'credential', ${role}, ${hash})`;
	}
	await end();
	return Object.assign(app, {
		/** @returns the cookies of a session */
		signIn: async (role: string) => {
			const response = await sendJson(`${app.address}/account/sign-in`, 'POST', {
				email: `${role}@oak.example`,
				password: PASSWORD
			});
			if (!response.ok) throw new Error(await response.text());
			return response.headers
				.getSetCookie()
				.map((cookie) => cookie.split(';')[0])
				.join('; ');
		}
	});
}

export const PASSWORD = 'lichen on bark 7';

let launched: Promise<Browser> | undefined;
/** One Chromium for all files that a process tests; it ends with that. */
const oneBrowser = () =>
	(launched ??= puppeteer.launch({
		executablePath: BROWSER,
		args: BROWSER_FLAGS,
		protocolTimeout: 2 * PATIENCE
	}));

/** @param environment what the server is told besides */
export async function startApp(environment: Record<string, string> = {}): Promise<App> {
	const databaseUrl = await demoDatabase();
	const port = await freePort();
	let server = await startServer({ databaseUrl, port, environment });
	const browser = await (await oneBrowser()).createBrowserContext();
	return {
		address: server.address,
		browser,
		databaseUrl,
		stopServer: () => server.stop(),
		startServer: async () => void (server = await startServer({ databaseUrl, port, environment })),
		close: async () => {
			await browser.close();
			await server.stop();
			await dropDatabase(databaseUrl);
		}
	};
}

/** A request with a body of JSON. */
export const sendJson = (address: string, method: string, body: unknown) =>
	fetch(address, {
		method,
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});

/** A page that is not at the front is not drawn, so that nothing may wait for its next picture. */
const WAITING = { timeout: PATIENCE, polling: 50 };

/** Waits until a page has come alive and nothing that it asks for is outstanding. */
export async function ready(page: Page): Promise<void> {
	await page.waitForFunction(
		() => document.documentElement.matches('[data-ready]:not([data-asking])'),
		WAITING
	);
	// What follows from the last answer is begun before the next picture is drawn.
	await page.evaluate(() => new Promise((done) => setTimeout(done, 30)));
	await page.waitForFunction(
		() => document.documentElement.matches('[data-ready]:not([data-asking])'),
		WAITING
	);
}

/** A page at 1280 by 800 that remembers what went wrong in it. */
export async function openPage(app: App, at: string): Promise<Page & { problems: string[] }> {
	const page = await app.browser.newPage();
	const problems: string[] = [];
	page.on('pageerror', (error) => problems.push(String(error)));
	page.setDefaultTimeout(PATIENCE);
	await page.setViewport({ width: 1280, height: 800 });
	await goTo(page, app.address + at);
	return Object.assign(page, { problems });
}

/** Goes to an address, and waits until what is there has come alive. */
export async function goTo(page: Page, address: string): Promise<HTTPResponse | null> {
	const response = await page.goto(address, { waitUntil: 'load' });
	await ready(page);
	return response;
}

export async function reload(page: Page): Promise<void> {
	await page.reload({ waitUntil: 'load' });
	await ready(page);
}

/** The text of the page as a person sees it, in one line. */
export async function textOf(page: Page, selector = 'body'): Promise<string> {
	return page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' '));
}

/** Waits until the text of an element holds the wanted words; says what it held if that never comes. */
export async function waitForText(page: Page, selector: string, wanted: string): Promise<void> {
	try {
		await page.waitForFunction(
			(where, words) =>
				(document.querySelector(where) as HTMLElement | null)?.innerText.replace(/\s+/g, ' ').includes(words),
			WAITING,
			selector,
			wanted
		);
	} catch {
		const held = await textOf(page, selector).catch(() => '(no such element)');
		throw new Error(`“${wanted}” did not appear in ${selector}, which holds: ${held.slice(0, 600)}`);
	}
}

/** Chooses, in the field so labelled, the value that begins with these words. */
export async function choose(page: Page, label: string, says: string): Promise<void> {
	await page.click(`button[aria-haspopup="menu"][aria-label^="${label}"]`);
	await page.waitForSelector('[role="menuitemradio"]');
	const options = await page.$$('[role="menuitemradio"]');
	for (const option of options)
		if ((await option.evaluate((element) => element.textContent?.trim() ?? '')).startsWith(says))
			return option.click();
	throw new Error(`“${label}” has no value “${says}”`);
}

/** Clicks what has exactly this name, once it is there. */
export async function press(page: Page, name: string, within = 'body'): Promise<void> {
	const found = await page.waitForFunction(
		(where, wanted) =>
			[
				...(document.querySelector(where)?.querySelectorAll<HTMLElement>('button, a, [role=switch]') ?? [])
			].find(({ innerText, ariaLabel }) => innerText.trim() === wanted || ariaLabel === wanted) ?? false,
		WAITING,
		within,
		name
	);
	await (found as ElementHandle<HTMLElement>).evaluate((element) => element.click());
}

/** Waits until everything that was done is saved. */
export const saved = (page: Page) =>
	page.waitForFunction(
		() => document.querySelector('[data-saving]')?.textContent?.includes('Saved'),
		WAITING
	);

/** Presses Tab until what has the focus says the wanted words, at the beginning or at the end of what it says. */
export async function tabTo(page: Page, wanted: string): Promise<void> {
	for (let i = 0; i < 120; i++) {
		await page.keyboard.press('Tab');
		const says = await page.evaluate(() => {
			const at = document.activeElement as HTMLElement | null;
			const parts = [at?.ariaLabel, at?.innerText, at?.getAttribute('placeholder'), at?.getAttribute('role')];
			return parts.map((part) => part?.replace(/\s+/g, ' ').trim() ?? '');
		});
		if (says.some((part) => part.startsWith(wanted) || part.endsWith(wanted))) return;
		// What is in quotation marks is told apart well enough wherever it stands.
		if (/[“”]/.test(wanted) && says.some((part) => part.includes(wanted))) return;
	}
	throw new Error(`“${wanted}” cannot be reached with Tab`);
}

const RESULT = '[aria-label="Result"] p span';

/** How many records the strategy on the screen finds. */
export async function recordsFound(page: Page): Promise<number> {
	return Number((await textOf(page, RESULT)).replaceAll(',', ''));
}

/** Waits until the strategy finds another number of records; answers with that. */
export async function recordsFoundChange(page: Page, from: number): Promise<number> {
	await page.waitForFunction(
		(where, before) => {
			const text = document.querySelector(where)?.textContent ?? '';
			return text !== '' && Number(text.replaceAll(',', '')) !== before;
		},
		WAITING,
		RESULT,
		from
	);
	return recordsFound(page);
}

export async function pressKeys(
	page: Page,
	...keys: Parameters<Page['keyboard']['press']>[0][]
): Promise<void> {
	for (const key of keys) await page.keyboard.press(key);
}

/** Of many lines that are alike, the first ones say what is wrong with each. */
const ALIKE = ['li', 'tr', '[role=row]', '[role=treeitem]', '[role=option]'].map(
	(line) => `${line}:nth-of-type(n+5)`
);

/**
 * What axe finds wrong, as lines; none where all is well. It looks at what lies over the page, where something does, else at
 * what is new on it: what stands around every screen is looked at once (`screens.test.ts`).
 * @param asked only these rules, and in the whole page or in what this selector names, where given
 */
export async function accessibilityFaults(
	page: Page,
	asked: { rules?: string[]; within?: string } = {}
): Promise<string[]> {
	await page.evaluate(axe.source);
	return page.evaluate(
		async ({ rules, within, alike }) => {
			// What is still fading in has no contrast yet.
			const passing = document
				.getAnimations()
				.filter(({ effect }) => Number.isFinite(Number(effect?.getComputedTiming().endTime)));
			// A page that is not at the front may not be drawn, and nothing fades in it.
			const late = new Promise((resolve) => setTimeout(resolve, 5_000));
			await Promise.race([Promise.all(passing.map(({ finished }) => finished.catch(() => {}))), late]);
			const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(
				{
					include: [within ?? (document.querySelector('[role=dialog]') ? '[role=dialog]' : 'main')],
					exclude: alike
				},
				{
					runOnly: rules ?? ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
					resultTypes: ['violations']
				}
			);
			// What floats stands beside the regions of a page; it is reached from the button that opens it.
			const floats = (target: unknown) =>
				document.querySelector(String(target))?.closest('[data-bits-floating-content-wrapper]') !== null;
			const faults = violations.filter(
				({ id, nodes }) => id !== 'region' || !nodes.every(({ target }) => floats(target[0]))
			);
			return faults.map(
				({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 200)).join(' | ')}`
			);
		},
		{ ...asked, alike: ALIKE }
	);
}

/** The first number in a text, as screens write it. */
export const numberIn = (text: string) => Number(/[\d,]+/.exec(text)?.[0].replaceAll(',', ''));

/** Carries out commands as one change, whatever others did meanwhile. */
export async function sendCommands(app: App, inquiry: string, commands: object[]): Promise<void> {
	const command = { kind: 'many', title: 'Set', commands };
	const sent = { command, base: 0, client: 'test', force: true };
	const answer = await sendJson(`${app.address}/inquiry/${inquiry}/commands`, 'POST', sent);
	if (!answer.ok) throw new Error(`Commands were refused: ${await answer.text()}`);
}

/** Begins an inquiry whose one concept, “c”, is searched by one word, “w”; over some indexes, or over all. @returns its id */
export async function beginInquiry(
	app: App,
	title: string,
	word: string,
	indexes?: readonly string[]
): Promise<string> {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title });
	const { id } = (await made.json()) as { id: string };
	await sendCommands(app, id, [
		...(indexes ? [{ kind: 'about.set', indexes }] : []),
		{ kind: 'concept.add', id: 'c', name: word },
		{ kind: 'word.add', id: 'w', conceptId: 'c', text: word }
	]);
	return id;
}
