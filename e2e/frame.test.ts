/** Every view for everybody: at every width, in both themes, empty, in error and crowded; and what opens over it. */
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	openPage,
	press,
	sendJson,
	startApp,
	waitForText,
	type App
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
	await makeCrowded();
	await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { id: 'bare', title: 'Bare', question: '' });
});
afterAll(() => app.close());

/** An inquiry with more of everything than fits a screen. */
async function makeCrowded() {
	const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', {
		title: 'An inquiry whose title goes on for longer than anybody would want to read in a bar at the top',
		question: 'Which of very many things is it that matters, and to whom? '.repeat(12)
	});
	const { id } = (await made.json()) as { id: string };
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
	const command = { kind: 'many', title: 'Made crowded', commands: concepts };
	const sent = { command, base: 0, client: 'test', sending: 'crowded' };
	const answer = await sendJson(`${app.address}/inquiry/${id}/commands`, 'POST', sent);
	expect(answer.status).toBe(200);
	crowded = id;
}
let crowded = '';

const WIDTHS = [390, 1024, 1280, 1920];
/** In milliseconds. */
const LONGEST_DRAWING = 20_000;

/** What is wider than its page, at each width; none where all is well. */
async function overflows(page: Page): Promise<string[]> {
	const found: string[] = [];
	for (const width of WIDTHS) {
		await page.setViewport({ width, height: width < 500 ? 844 : 800 });
		// What floats is placed anew when the page is drawn; one that is not at the front may not be drawn at all.
		await page.evaluate(
			(most) =>
				Promise.race([
					new Promise(requestAnimationFrame),
					new Promise((resolve) => setTimeout(resolve, most))
				]),
			LONGEST_DRAWING
		);
		const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
		if (over > 0) found.push(`${over} pixels at ${width}`);
	}
	await page.setViewport({ width: 1280, height: 800 });
	return found;
}

async function isForEverybody(page: Page) {
	expect(await accessibilityFaults(page)).toEqual([]);
	// The other theme has other colours, and nothing else that axe could tell.
	await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
	expect(await accessibilityFaults(page, ['color-contrast'])).toEqual([]);
	expect(await overflows(page)).toEqual([]);
}

const QUIET = '/inquiry/quiet-rooms';
describe.concurrent('a view is for everybody', () => {
	it.each([
		['inquiries', '/'],
		['question', `${QUIET}/question`],
		['crosswalk', `${QUIET}?cell=room-acoustics:sorrel`],
		['crosswalk, headings alone', `${QUIET}?reading=compact&show=thin`],
		['indexes of an inquiry', `${QUIET}/indexes`],
		['lanes', `${QUIET}/browse?q=noise`],
		['lanes, where nothing matches', `${QUIET}/browse?q=zzyzzx`],
		['lanes without a word', `${QUIET}/browse`],
		['lineage', `${QUIET}/browse/sorrel/working-memory`],
		['hierarchical display', `${QUIET}/browse/yarrow`],
		['alphabetical display', `${QUIET}/browse/bracken?display=alphabetical`],
		['permuted display', `${QUIET}/browse/alder?display=permuted`],
		['strategy', `${QUIET}/strategy?index=yarrow`],
		['records', `${QUIET}/records?index=yarrow`],
		['composition', `${QUIET}/records?index=yarrow&view=composition`],
		['a whole dimension', `${QUIET}/records?index=yarrow&view=composition&by=heading`],
		['years of a result', `${QUIET}/records?index=yarrow&view=composition&by=year`],
		['pearls', `${QUIET}/pearls`],
		['headings worth a look', `${QUIET}/records?index=yarrow&view=headings`],
		['words of records', `${QUIET}/records?index=yarrow&view=words`],
		['neighbours of no such record', `${QUIET}/records?index=yarrow&near=none&as=cites`],
		['reading list', `${QUIET}/reading-list`],
		['citations', `${QUIET}/reading-list/citations`],
		['report', `${QUIET}/report`],
		['outbox', `${QUIET}/outbox`],
		['draft', `${QUIET}/draft`],
		['logbook', `${QUIET}/logbook`],
		['subject indexes', '/indexes'],
		['editions', '/indexes/yarrow/editions'],
		['an edition browsed', '/indexes/yarrow/editions/2025?heading=noise-indoor'],
		['an edition where nothing matches', '/indexes/yarrow/editions/2025?q=zzyzzx'],
		['keep up', `${QUIET}/keep-up`],
		['what changed', `${QUIET}/changed?since=2020-01-01`],
		['what changed since no moment', `${QUIET}/changed?since=nothing`],
		['no such inquiry', '/inquiry/none'],
		['no such heading', `${QUIET}/browse/yarrow/gone`],
		['no such page', '/nowhere']
	])('%s', async (_, at) => {
		const page = await openPage(app, at);
		await isForEverybody(page);
		await page.close();
	});

	it.each([
		'',
		'/question',
		'/indexes',
		'/browse',
		'/strategy?index=yarrow',
		'/records?index=yarrow',
		'/pearls',
		'/reading-list',
		'/reading-list/citations',
		'/report',
		'/draft',
		'/logbook',
		'/keep-up',
		'/changed'
	])('%s of an inquiry with nothing in it says what comes next', async (at) => {
		const page = await openPage(app, `/inquiry/bare${at}`);
		await isForEverybody(page);
		expect(await page.$$('main a[href], main button, main input')).not.toHaveLength(0);
		await page.close();
	});

	it.each(['', '/question', '/indexes', '/browse?q=noise', '/strategy?index=yarrow'])(
		'%s of a crowded inquiry',
		async (at) => {
			const page = await openPage(app, `/inquiry/${crowded}${at}`);
			await isForEverybody(page);
			await page.close();
		}
	);
});

// One after the other: a key that is pressed reaches the page at the front alone.
describe('what opens over a view is for everybody', () => {
	it.each<[string, string, (page: Page) => Promise<unknown>, string]>([
		['the keys', QUIET, (page) => page.keyboard.press('?'), '[role=dialog]'],
		['the menu of a concept', `${QUIET}/question`, (page) => page.click('[aria-label="More for attention"]'), '[role=menu]'],
		['a word', `${QUIET}/question`, (page) => page.click('[data-word=distraction]'), '[aria-label="The word distraction"]'],
		['a concept open for change', `${QUIET}/question`, (page) => press(page, 'attention', 'main ol'), '[aria-label="New words for attention"]'],
		['the question open for change', `${QUIET}/question`, (page) => page.keyboard.press('q'), 'main textarea'],
		['taking away', QUIET, (page) => page.click('[aria-label="Export the crosswalk"]'), '[role=menu]'],
		['taking in', QUIET, (page) => press(page, 'Import'), '[role=dialog]'],
		['a limit', `${QUIET}/strategy?index=yarrow`, (page) => press(page, 'Set a limit'), '[aria-label="Set a limit"]'],
		['the wording of a dialect', `${QUIET}/strategy?index=yarrow`, (page) => press(page, 'Change how it is worded'), '[role=dialog]'],
		['a search made elsewhere', `${QUIET}/logbook`, (page) => press(page, 'Log a search made elsewhere'), '[role=dialog]']
	])('%s', async (_, at, open, shown) => {
		const page = await openPage(app, at);
		await open(page);
		await page.waitForSelector(shown);
		await isForEverybody(page);
		await page.keyboard.press('Escape');
		if (shown.includes('role')) await page.waitForSelector(shown, { hidden: true });
		await page.close();
	}); // prettier-ignore

	it('is there without the word lists of the server', async () => {
		const page = await openPage(app, QUIET);
		const kilobytes = await page.evaluate(() =>
			performance
				.getEntriesByType('resource')
				.filter(({ name }) => name.endsWith('.js'))
				.reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).decodedBodySize / 1024, 0)
		);
		expect(kilobytes).toBeGreaterThan(100);
		expect(kilobytes).toBeLessThan(700);
		await page.close();
	});

	it('lists the keys of the screen at ?', async () => {
		const page = await openPage(app, QUIET);
		await page.keyboard.press('?');
		await waitForText(page, '[role=dialog]', 'Walk the cells');
		await page.close();
	});
});
