/**
 * Every screen, opened once: with the data of the demo, with nothing in it and with very much in it. Each is drawn without an
 * error, fits every width, and is for everybody as far as axe can tell, in both themes.
 */
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	goTo,
	openPage,
	press,
	ready,
	sendJson,
	startApp,
	waitForText,
	type App
} from './app.test-aid';

let app: App;
let page: Page;
/** An inquiry with nothing in it. */
let bare = '';
/** One with more of everything than fits a screen. */
let crowded = '';
/** What went wrong since it was last looked at: in the console, and as an error of the page. */
let problems: string[] = [];
beforeAll(async () => {
	app = await startApp();
	bare = await newInquiry('Bare');
	crowded = await newInquiry(
		'An inquiry whose title goes on for longer than anybody would want to read in a bar at the top'
	);
	await fill(crowded);
	page = await app.browser.newPage();
	await page.setViewport({ width: 1280, height: 800 });
	page.on('pageerror', (error) => problems.push(String(error)));
	page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
});
afterAll(() => app?.close());

async function newInquiry(title: string): Promise<string> {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title, question: '' });
	return ((await made.json()) as { id: string }).id;
}

async function fill(id: string): Promise<void> {
	const concepts = Array.from({ length: 24 }, (_, i) => [
		{
			kind: 'concept.add',
			id: `c${i}`,
			name: i % 3 === 0 ? `concept ${i}` : `a concept with a name that is rather long, the ${i}th of all`
		},
		...Array.from({ length: 9 }, (_, w) => ({
			kind: 'word.add',
			id: `w${i}-${w}`,
			conceptId: `c${i}`,
			text: w === 8 ? 'Rückenlage'.repeat(9) : `noise ${i} ${w}`
		}))
	]).flat();
	const question = {
		kind: 'about.set',
		question: 'Which of very many things is it that matters, and to whom? '.repeat(12)
	};
	const command = { kind: 'many', title: 'Made crowded', commands: [question, ...concepts] };
	const sent = { command, base: 0, client: 'test', sending: 'crowded' };
	expect((await sendJson(`${app.address}/inquiry/${id}/commands`, 'POST', sent)).status).toBe(200);
}

const THEMES = ['light', 'dark'] as const;
type Theme = (typeof THEMES)[number];
const inTheme = (theme: Theme) => page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);

/** Opens a page and says what is wrong with it; nothing where it is drawn whole. @param how as asked for, or by a link from another */
async function wrongWith(
	at: string,
	theme: Theme,
	how: 'asked for' | 'by a link' = 'asked for'
): Promise<string[]> {
	problems = [];
	await inTheme(theme);
	if (how === 'asked for') await goTo(page, app.address + at);
	else {
		const before = page.url();
		await page.evaluate((address) => {
			const link = Object.assign(document.createElement('a'), { href: address });
			document.body.append(link);
			link.click();
			link.remove();
		}, at);
		await page.waitForFunction((from) => location.href !== from, {}, before);
		await ready(page);
	}
	const failed = await page.$$eval('[data-failed]', (parts) => parts.map((part) => part.textContent ?? ''));
	const drawn = await page.$eval('main', (main) => main.innerText.trim().length);
	return [...problems, ...failed, ...(drawn > 20 ? [] : ['The page is blank.'])];
}

const WIDTHS = [390, 1024, 1920, 1280];

/** What is wider than its page, at each width; none where all is well. */
async function overflows(of: Page, widths = WIDTHS): Promise<string[]> {
	const found: string[] = [];
	for (const width of widths) {
		await of.setViewport({ width, height: width < 500 ? 844 : 800 });
		// What floats is placed anew when the page is drawn.
		await of.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => drawn(undefined))));
		const over = await of.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
		if (over > 0) found.push(`${over} pixels too wide at ${width}`);
	}
	return found;
}

/** The other theme has other colours, and nothing else that axe could tell. */
async function faultsInBothThemes(of: Page, within?: string): Promise<string[]> {
	const light = await accessibilityFaults(of, { within });
	await of.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
	const dark = await accessibilityFaults(of, { within, rules: ['color-contrast'] });
	return [...light, ...dark.map((fault) => `in the dark: ${fault}`)];
}

/** Screens of an inquiry that everything can be missing from. */
const IN_INQUIRY = [
	'', '?cell=attention:yarrow&concept=attention', '/question', '/indexes', '/browse', '/browse?q=noise', '/browse?q=xyzzy',
	'/browse/sorrel/attention?q=attention', '/browse/yarrow', '/browse/yarrow?display=alphabetical', '/browse/yarrow?display=permuted', '/draft', '/strategy?index=yarrow',
	'/check', '/records?index=yarrow', '/records?index=yarrow&view=composition', '/records?index=yarrow&view=composition&by=author',
	'/records?index=yarrow&view=headings', '/records?index=yarrow&view=words', '/pooled', '/pearls', '/reading-list',
	'/reading-list/citations', '/report', '/logbook', '/replay', '/keep-up', '/changed', '/outbox', '/people'
]; // prettier-ignore
/** Views of them that show something only where there is data. */
const WITH_DATA = [
	'?reading=compact&show=thin', '?cell=room-acoustics:sorrel', '/records?index=yarrow&view=composition&by=heading', '/records?index=yarrow&view=composition&by=year',
	'/replay?at=0', '/replay?at=40', '/records?index=yarrow&near=none&as=cites', '/changed?since=2020-01-01', '/changed?since=nothing', '/browse/yarrow/gone'
]; // prettier-ignore
const ELSEWHERE = [
	'/', '/lessons', '/indexes', '/indexes/alder/editions', '/indexes/yarrow/editions/2025?heading=noise-indoor', '/indexes/yarrow/editions/2025?q=zzyzzx',
	'/inquiry/nowhere', '/nowhere'
]; // prettier-ignore

describe('a screen is drawn, fits, and is for everybody', () => {
	it.each([...[...IN_INQUIRY, ...WITH_DATA].map((path) => `/inquiry/quiet-rooms${path}`), ...ELSEWHERE])('%s', async (at) => {
		// What is not there is answered with 404, which a browser tells in its console.
		const wrong = await wrongWith(at, 'light');
		expect(wrong.filter((what) => !(/nowhere|gone|none|nothing/.test(at) && /40[04]/.test(what)))).toEqual([]);
		// What stands around the screens of an inquiry is the same on each of them.
		const isNewAround = at === '/inquiry/quiet-rooms' || ELSEWHERE.includes(at);
		expect(await faultsInBothThemes(page, isNewAround ? 'html' : undefined)).toEqual([]);
		expect(await overflows(page)).toEqual([]);
	});

	it('sends no word lists of the server with the crosswalk', async () => {
		await goTo(page, `${app.address}/inquiry/quiet-rooms`);
		const kilobytes = await page.evaluate(() =>
			performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js')).reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).decodedBodySize / 1024, 0)
		);
		expect(kilobytes).toBeGreaterThan(100);
		expect(kilobytes).toBeLessThan(700);
	});

	it.each(IN_INQUIRY.map((path, i): [string, Theme] => [path, THEMES[i % 2]]))('%s with nothing in it says what comes next (%s)', async (path, theme) => {
		// The first is asked for, the others are gone to from screen to screen.
		expect(await wrongWith(`/inquiry/${bare}${path}`, theme, path === '' ? 'asked for' : 'by a link')).toEqual([]);
		expect(await accessibilityFaults(page)).toEqual([]);
		expect(await overflows(page, [390, 1280])).toEqual([]);
		// Where nothing is to be done by whoever is alone, it is said in words.
		if (!['/outbox', '/people'].includes(path)) expect(await page.$$('main a[href], main button, main input')).not.toHaveLength(0);
	});

	it.each(['', '/question', '/indexes', '/browse?q=noise', '/strategy?index=yarrow'])('%s of a crowded inquiry', async (path) => {
		expect(await wrongWith(`/inquiry/${crowded}${path}`, 'light')).toEqual([]);
		expect(await faultsInBothThemes(page)).toEqual([]);
		expect(await overflows(page)).toEqual([]);
	});

	it.each(['bracken', 'sorrel', 'yarrow', 'alder'])('of every heading of %s with six narrower ones or more', async (code) => {
		const answer = await fetch(`${app.address}/indexes/${code}/hierarchy?depth=50`);
		const { children } = (await answer.json()) as { children: Record<string, { id: string; narrowerCount: number }[]> };
		const wide = new Set(Object.values(children).flat().filter(({ narrowerCount }) => narrowerCount >= 6).map(({ id }) => id));
		expect(wide.size).toBeGreaterThan(10);
		const found: string[] = [];
		for (const [i, id] of [...wide].entries()) {
			const at = `/inquiry/quiet-rooms/browse/${code}/${encodeURIComponent(id)}`;
			found.push(...(await wrongWith(at, THEMES[i % 2], i === 0 ? 'asked for' : 'by a link')).map((what) => `${id}: ${what}`));
			// The picture of its place: each node stands apart from the others.
			const places = await page.$$eval('figure svg rect', (nodes) => nodes.map((node) => `${node.getAttribute('x')} ${node.getAttribute('y')}`));
			if (places.length < 7 || new Set(places).size < places.length) found.push(`${id}: the picture has ${places.length} nodes at ${new Set(places).size} places`);
		}
		expect(found).toEqual([]);
	});
}); // prettier-ignore

const QUIET = '/inquiry/quiet-rooms';

describe('what opens over a screen is for everybody', () => {
	it.each<[string, string, (page: Page) => Promise<unknown>, string]>([
		['the keys', QUIET, (of) => of.keyboard.press('?'), '[role=dialog]'],
		['the menu of a concept', `${QUIET}/question`, (of) => of.click('[aria-label="More for attention"]'), '[role=menu]'],
		['a word', `${QUIET}/question`, (of) => of.click('[data-word=distraction]'), '[aria-label="The word distraction"]'],
		['a concept open for change', `${QUIET}/question`, (of) => press(of, 'attention', 'main ol'), '[aria-label="New words for attention"]'],
		['the question open for change', `${QUIET}/question`, (of) => of.keyboard.press('q'), 'main textarea'],
		['taking away', QUIET, (of) => of.click('[aria-label="Export the crosswalk"]'), '[role=menu]'],
		['taking in', QUIET, (of) => press(of, 'Import'), '[role=dialog]'],
		['a limit', `${QUIET}/strategy?index=yarrow`, (of) => press(of, 'Set a limit'), '[aria-label="Set a limit"]'],
		['the wording of a dialect', `${QUIET}/strategy?index=yarrow`, (of) => press(of, 'Change how it is worded'), '[role=dialog]'],
		['a search made elsewhere', `${QUIET}/logbook`, (of) => press(of, 'Log a search made elsewhere'), '[role=dialog]']
	])('%s', async (_, at, open, shown) => {
		const own = await openPage(app, at);
		await open(own);
		await own.waitForSelector(shown);
		expect(await faultsInBothThemes(own, shown)).toEqual([]);
		expect(await overflows(own)).toEqual([]);
		await own.keyboard.press('Escape');
		if (shown.includes('role')) await own.waitForSelector(shown, { hidden: true });
		await own.close();
	}); // prettier-ignore

	it('lists the keys of the screen at ?', async () => {
		const own = await openPage(app, QUIET);
		await own.keyboard.press('?');
		await waitForText(own, '[role=dialog]', 'Walk the cells');
		await own.close();
	});
});
