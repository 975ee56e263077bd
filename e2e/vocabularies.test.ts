import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { error } from '../src/lib/server/answer-schema';
import { lookupAnswer } from '../src/lib/server/browse/browse-api';
import { endpointAt } from '../src/lib/server/http/endpoints';
import { foundAnswer, parseFault, treeAnswer } from '../src/lib/server/search/search-api';
import '../src/lib/server/wings';
import {
	accessibilityFaults,
	choose,
	openPage,
	pressKeys,
	sendJson,
	startApp,
	textOf,
	waitForText,
	type App,
	goTo
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app?.close());

const FAULTY = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix x: <https://x.example/> .
x:plants a skos:Concept ; skos:prefLabel "Plants"@en ; skos:scopeNote "Things that grow in soil and light."@en .
x:oaks a skos:Concept ; skos:prefLabel "Oaks, Common"@en ; skos:altLabel "Quercus"@en ; skos:broader x:plants, x:gone ; skos:related x:moss .
x:moss a skos:Concept ; skos:prefLabel "Moss"@en ; skos:broader x:plants .
x:cell a skos:Concept ; skos:prefLabel "Cell walls of leaves"@en ; skos:altLabel "Colour of leaves"@en ; skos:broader x:plants .
x:nameless a skos:Concept ; skos:broader x:plants .
x:a a skos:Concept ; skos:prefLabel "Lichens"@en ; skos:broader x:b . x:b a skos:Concept ; skos:prefLabel "Symbionts"@en ; skos:broader x:a .
`;

describe('a vocabulary of one’s own', () => {
	it('is typed where there is no file, and its headings are changed on their sheets', async () => {
		const page = await openPage(app, '/indexes');
		await page.type('main > form input', 'Sedge');
		await page.click('main > form input[type=checkbox]');
		await page.click('main > form button');
		await page.waitForSelector('textarea.heading-voice');
		// Whoever makes it types next; Tab indents.
		await page.keyboard.type('Sound');
		await pressKeys(page, 'Enter', 'Tab');
		await page.keyboard.type('Noise');
		await pressKeys(page, 'Enter');
		await page.keyboard.type('Sound');
		const add = () => page.click('form:has(textarea.heading-voice) .action');
		await add();
		await waitForText(page, '[role=alert]', '“Sound” is typed twice here.');
		await page.focus('textarea.heading-voice');
		await pressKeys(page, 'Backspace', 'Backspace', 'Backspace', 'Backspace', 'Backspace');
		await page.keyboard.type('Quiet');
		await add();
		await waitForText(page, 'main', '3 headings, 0 entry terms, in a hierarchy');

		const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title: 'Sounds', indexes: ['sedge'] });
		const { id } = (await made.json()) as { id: string };
		await goTo(page, `${app.address}/inquiry/${id}/browse/sedge/noise`);
		const press = (name: string) =>
			page.evaluate((wanted) => {
				[...document.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === wanted)?.click();
			}, name);
		await press('Change');
		await page.waitForSelector('[role=dialog] textarea');
		expect(await page.evaluate(() => (document.activeElement as HTMLInputElement).value)).toBe('Noise');
		await page.keyboard.type(' indoors');
		await page.type('[role=dialog] textarea', 'Din');
		await page.type('[role=dialog] [aria-label="Add to related"]', 'qui');
		await waitForText(page, '[role=dialog] [aria-label=Related]', 'Quiet');
		await page.keyboard.press('Enter');
		await waitForText(page, '[role=dialog] [aria-label=Related] li', 'Quiet');
		expect(await accessibilityFaults(page)).toEqual([]);
		await press('Save');
		await page.waitForSelector('[role=dialog]', { hidden: true });
		await waitForText(page, 'h1', 'Noise indoors');
		await waitForText(page, 'article', 'Din');
		await press('Add narrower');
		await page.waitForSelector('[role=dialog] textarea');
		await page.keyboard.type('Alarms');
		await press('Add them');
		await page.waitForSelector('[role=dialog]', { hidden: true });
		await waitForText(page, '[aria-label="Narrower headings of Noise indoors"]', 'Alarms');

		// Somebody else changes the heading while it is changed here: nothing of theirs is lost, nor of what was typed.
		await press('Change');
		await page.waitForSelector('[role=dialog] textarea');
		const mend = await sendJson(`${app.address}/indexes/sedge/mend`, 'POST', { kind: 'remove', key: 'quiet' });
		expect(mend.status).toBe(200);
		await page.keyboard.type('!');
		await press('Save');
		await waitForText(page, '[role=dialog] [role=alert]', 'Somebody has changed this heading meanwhile.');
		expect(await page.evaluate(() => (document.querySelector('[role=dialog] input') as HTMLInputElement).value)).toBe('Noise indoors!');
		await pressKeys(page, 'Escape');
		await goTo(page, `${app.address}/inquiry/${id}/browse/sedge`);
		await waitForText(page, 'main', 'Sound');
		await goTo(page, `${app.address}/inquiry/${id}/browse/sedge/noise`);
		await press('Change');
		await page.waitForSelector('[role=dialog] textarea');
		await press('Remove this heading');
		await press('Remove');
		await page.waitForFunction(() => !location.pathname.endsWith('/noise'));
		const { matches } = (await (await fetch(`${app.address}/api/v1/indexes/sedge/lookup?q=alarms`)).json()) as { matches: unknown[] };
		expect(matches).toHaveLength(1);
	}); // prettier-ignore

	it('is loaded with its faults named, and found by each tier; a broken file changes nothing', async () => {
		const page = await openPage(app, '/indexes');
		await page.type('form input', 'Nettle');
		await page.click('main > form button');
		await page.waitForSelector('input[type=file]');
		// Whoever makes an index loads a vocabulary next, with the keyboard too.
		await page.waitForFunction(() => (document.activeElement as HTMLInputElement).type === 'file');

		const give = async (name: string, content: string) => {
			const file = path.join(os.tmpdir(), name);
			writeFileSync(file, content);
			await ((await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
		};
		await give('nettle.ttl', FAULTY);
		await page.type('input[placeholder="2026"]', '2026');
		await page.click('form .action');
		await page.waitForFunction(() => location.pathname.includes('/imports/'));
		await waitForText(page, 'main', 'Nettle, edition 2026: import report');
		const report = await textOf(page, 'main');
		expect(report).toContain('points to https://x.example/gone, which is no heading of this file');
		expect(report).toContain('has no preferred label');
		expect(report).toContain('are each, by broader links, above themselves');
		await choose(page, 'Rule', 'Headings above themselves');
		expect(await page.$$('main section li')).toHaveLength(1);

		// Found by each tier, in an inquiry that is begun now and so uses the new index.
		const made = await sendJson(`${app.address}/api/v1/inquiries`, 'POST', { title: 'Plants' });
		const { id } = (await made.json()) as { id: string };
		await goTo(page, `${app.address}/inquiry/${id}/browse`);
		for (const [query, heading, reason] of [
			['moss', 'Moss', 'the heading itself'],
			['quercus', 'Oaks, Common', 'entry term: Quercus'],
			['common oak', 'Oaks, Common', 'another spelling'],
			['color of leaves', 'Cell walls of leaves', 'another spelling: Colour of leaves'],
			['walls cell leaves', 'Cell walls of leaves', 'same words, other order'],
			['leaf walling cells', 'Cell walls of leaves', '“walls” same stem as “walling”'],
			['cell leaves', 'Cell walls of leaves', 'has all the words'],
			['moss garden', 'Moss', 'without “garden”'],
			['soil light', 'Plants', 'in the scope note'],
			['lichesn', 'Lichens', 'taken for “lichens”']
		]) {
			await page.$eval('#word-field', (field) => ((field as HTMLInputElement).value = ''));
			await page.type('#word-field', query);
			await page.keyboard.press('Enter');
			await waitForText(page, '[data-lane=nettle] li', heading);
			await waitForText(page, '[data-lane=nettle] li', reason);
		}

		// A broken file: the reason, the line, and the edition before still in use.
		await goTo(page, `${app.address}/indexes`);
		await page.$$eval('main li', (items) => {
			const own = (items as HTMLElement[]).find(({ innerText }) => innerText.includes('Nettle'));
			own?.querySelectorAll('button')[0].click();
		});
		await page.waitForSelector('input[type=file]');
		await give('broken.ttl', `${FAULTY}x:late skos:prefLabel "Late`);
		await page.type('input[placeholder="2026"]', '2027');
		await page.click('form .action');
		await waitForText(page, 'main', 'Nothing was changed.');
		expect(await textOf(page, 'main')).toMatch(/Line 8 cannot be read as Turtle/);
		await goTo(page, `${app.address}/indexes`);
		expect(await textOf(page, 'main')).toContain('edition 2026');

		// Removing it names the inquiry that uses it.
		await page.$$eval('main li', (items) => {
			const own = (items as HTMLElement[]).find(({ innerText }) => innerText.includes('Nettle'));
			const remove = [...(own?.querySelectorAll('button') ?? [])].find(
				({ innerText }) => innerText === 'Delete'
			);
			remove?.click();
		});
		await waitForText(page, 'main', 'Nettle is used by Plants');
		await page.waitForFunction(() => document.activeElement?.textContent === 'Keep it');
		await page.click('[role=alert] .action');
		await page.waitForFunction(() => !document.querySelector('main')?.textContent?.includes('Nettle'));
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

describe('the displays', () => {
	it('show a hierarchy to open, filter and pick from by keyboard', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/browse/yarrow?concept=pupils-and-patients');
		await waitForText(page, '[role=tree]', 'Age Groups');
		await page.type('main input', 'hospitalised');
		await waitForText(page, '[role=tree]', 'Children, Hospitalised');
		expect(await textOf(page, 'main')).toContain('1 heading holds “hospitalised”');
		await pressKeys(page, 'ArrowDown', 'End', 'Space');
		await page.waitForSelector('[role=treeitem][aria-selected=true]');
		await goTo(page, `${app.address}/inquiry/quiet-rooms?concept=pupils-and-patients`);
		await waitForText(page, '[role=grid]', 'Children, Hospitalised');
		await page.close();
	});

	it('roll to what is typed, alphabetical and permuted', async () => {
		const page = await openPage(app, '/inquiry/quiet-rooms/browse/alder?display=permuted');
		await waitForText(page, 'main ul', 'Absorption');
		await page.type('main input', 'masking');
		await page.waitForFunction(() => document.querySelector('[data-row]')?.textContent?.includes('asking'));
		await page.waitForFunction(
			() => (document.querySelector('main ul')?.parentElement?.scrollTop ?? 0) > 1_000
		);
		// The sheet of the row in hand stands beside the roll, and follows the keys and the mouse.
		const beside = '[aria-label="The heading in hand"]';
		await pressKeys(page, 'ArrowDown', 'ArrowDown');
		const inHand = await page.$eval('[data-row]', (row) => (row as HTMLElement).dataset.line);
		await page.waitForSelector(`${beside}[aria-busy=false]`);
		const before = await textOf(page, `${beside} h2`);
		await page.click(`[data-line="${Number(inHand) + 3}"]`);
		await page.waitForFunction(
			(where, old) => document.querySelector(where)?.textContent?.trim() !== old,
			{},
			`${beside} h2`,
			before
		);
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.focus('[data-row]');
		await pressKeys(page, 'Enter');
		await page.waitForSelector('[data-lineage]');
		await goTo(page, `${app.address}/inquiry/quiet-rooms/browse/alder?display=alphabetical&typed=timber`);
		await page.waitForFunction(() => document.querySelector('[data-row]')?.textContent?.includes('Timber'));
		expect(page.problems).toEqual([]);
		await page.close();
	});
});

const LOOKUP = 'GET /api/v1/indexes/[code]/lookup';
const HEADING = 'GET /api/v1/indexes/[code]/headings/[id]';
const BELOW = 'GET /api/v1/indexes/[code]/headings/[id]/narrower';
const BELOW_PATH = '/indexes/{code}/headings/{id}/narrower';

describe('the public interface', () => {
	const get = async (at: string) => (await fetch(`${app.address}/api/v1${at}`)).json() as Promise<unknown>;

	it('finds a word by its beginning, by its plural and as it was misspelt, and says what it was taken for', async () => {
		for (const [index, query, label, tier, via] of [
			['yarrow', 'insomn', 'Insomnia, Hospital', 'begins', undefined],
			['yarrow', 'insomn*', 'Insomnia, Hospital', 'begins', undefined],
			['alder', 'reverberatoin', 'Reverberation', 'typo', 'reverberation'],
			['alder', 'reverberations', 'Reverberation', 'variant', undefined]
		] as const) {
			const { matches } = v.parse(
				lookupAnswer,
				await get(`/indexes/${index}/lookup?${new URLSearchParams({ q: query })}`)
			);
			const found = matches.find(({ heading }) => heading.label === label);
			expect([query, found?.tier, found?.via]).toEqual([query, tier, via]);
		}
	});

	it('answers as its description says', async () => {
		const description = (await get('/openapi.json')) as {
			openapi: string;
			paths: Record<string, Record<string, unknown>>;
		};
		expect(description.openapi).toBe('3.1.0');
		for (const [route, path, at] of [
			['GET /api/v1/health', '/health', '/health'],
			['GET /api/v1/indexes', '/indexes', '/indexes'],
			[LOOKUP, '/indexes/{code}/lookup', '/indexes/alder/lookup?q=acoustic%20ceiling%20tiles'],
			[LOOKUP, '/indexes/{code}/lookup', '/indexes/alder/lookup?q=zzzz&limit=3'],
			[HEADING, '/indexes/{code}/headings/{id}', '/indexes/sorrel/headings/working-memory'],
			[
				'GET /api/v1/indexes/[code]/headings',
				'/indexes/{code}/headings',
				'/indexes/alder/headings?uri=https://alder.example/headings/room-acoustics'
			],
			[BELOW, BELOW_PATH, '/indexes/yarrow/headings/rest-and-sleep/narrower?depth=all'],
			[BELOW, BELOW_PATH, '/indexes/yarrow/headings/rest-and-sleep/narrower?depth=1'],
			['GET /api/v1/inquiries', '/inquiries', '/inquiries'],
			['GET /api/v1/inquiries/[id]', '/inquiries/{id}', '/inquiries/quiet-rooms'],
			[
				'GET /api/v1/indexes/[code]/records/[id]',
				'/indexes/{code}/records/{id}',
				'/indexes/yarrow/records/Y-00011'
			]
		] as const) {
			expect(description.paths).toHaveProperty([path]);
			const { answer } = endpointAt(route);
			const shape = typeof answer === 'function' ? answer() : answer;
			expect(shape && v.safeParse(shape, await get(at)).issues, at).toBeUndefined();
			expect(shape, route).toBeDefined();
		}
		expect(v.safeParse(error, await get('/jobs/none')).issues).toBeUndefined();
	});

	it('searches by CQL, and says where it departs from the grammar', async () => {
		const post = async (at: string, body: unknown) => {
			const response = await fetch(`${app.address}/api/v1${at}`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify(body)
			});
			return { status: response.status, body: (await response.json()) as unknown };
		};
		const cql =
			'dc.subject =/oak.narrower "Rest and Sleep" and (noise or "sound level*") and oak.shift = "night"';
		const { body } = await post('/indexes/yarrow/search', { cql, yields: true, limit: 3, sort: 'newest' });
		const found = v.parse(foundAnswer, body);
		expect(found.records).toHaveLength(3);
		expect(found.yields?.limits[0]).toMatchObject({ field: 'oak.shift', surviving: found.count });
		expect(
			v.safeParse(treeAnswer, (await post('/indexes/yarrow/parse', { cql })).body).issues
		).toBeUndefined();
		const wrong = await post('/indexes/yarrow/parse', { cql: 'noise and dc.subject = "Slep"' });
		expect(wrong.status).toBe(422);
		expect(v.parse(parseFault, wrong.body)).toMatchObject({ position: 23 });
		const text = await fetch(`${app.address}/api/v1/inquiries/quiet-rooms/strategies/yarrow.cql`);
		const own = await post('/indexes/yarrow/search', { cql: await text.text(), limit: 0 });
		expect(own.status).toBe(200);
		expect(v.parse(foundAnswer, own.body).count).toBeGreaterThan(20);
	});

	it('gives headings used together with one another, and a vocabulary as a file of each kind', async () => {
		const { matches } = (await get('/indexes/alder/lookup?q=acoustic%20ceiling%20tiles')) as v.InferOutput<
			typeof lookupAnswer
		>;
		expect(matches[0].together).toEqual(['sound-absorbers', 'ceilings']);
		expect(matches[1].heading.id).toBe('ceilings');
		for (const [ending, begins] of [
			['ttl', '@prefix'],
			['jsonld', '{"@context"'],
			['csv', 'id,heading,language']
		]) {
			const file = await fetch(`${app.address}/api/v1/indexes/bracken/export.${ending}`);
			expect(file.headers.get('content-disposition')).toContain(`bracken-2024.${ending}`);
			expect((await file.text()).startsWith(begins)).toBe(true);
		}
	});
});
