/** A lesson made of an inquiry, walked, given out, learnt and compared with its author's. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
	accessibilityFaults,
	beginInquiry,
	choose,
	goTo,
	openPage,
	press,
	saved,
	sendCommands,
	startApp,
	textOf,
	waitForText,
	type App
} from './app.test-aid';

let app: App;
beforeAll(async () => {
	app = await startApp();
});
afterAll(() => app.close());

const STEP = '[aria-label^="A step for"]';
const STRIP = '[data-lesson]';

describe('a lesson', () => {
	it('is made of what its author shows, learnt in an inquiry of one’s own, and compared at the end', async () => {
		const id = await beginInquiry(app, 'Shown', 'sleep', ['yarrow']);
		const page = await openPage(app, '/lessons');
		await waitForText(page, 'main', 'No lesson yet');
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.type('form input', 'Sleep, shown');
		await press(page, 'Make it');
		await waitForText(page, 'main', 'No step yet');
		await press(page, 'Add steps in the inquiry');
		await page.waitForSelector(STEP);
		expect(page.url()).toContain(`/inquiry/${id}`);

		// One step says where to look, the next one asks for what the author does.
		await page.type(`${STEP} textarea`, 'This is **the crosswalk**.');
		await press(page, 'Add the step');
		await waitForText(page, STEP, 'it has 1 now');
		await sendCommands(app, id, [
			{
				kind: 'cell.noHeading',
				conceptId: 'c',
				indexCode: 'yarrow',
				tried: [],
				edition: '',
				note: 'Too wide here'
			}
		]);
		await goTo(page, `${app.address}/inquiry/${id}?cell=c:yarrow`);
		await page.waitForSelector(STEP);
		expect(await accessibilityFaults(page)).toEqual([]);
		await page.type(`${STEP} textarea`, 'Decide that there is none.');
		await page.type(`${STEP} input`, 'Press N.');
		await choose(page, 'Task', 'Decide that Yarrow has no heading for “sleep”.');
		await press(page, 'Add the step');
		await waitForText(page, STEP, 'it has 2 now');
		await press(page, 'The lesson', STEP);
		await waitForText(page, 'main', 'Decide that Yarrow has no heading for “sleep”.');
		expect(await accessibilityFaults(page)).toEqual([]);

		await press(page, 'Walk it as a learner');
		await waitForText(page, STRIP, 'as a learner');
		await waitForText(page, STRIP, 'This is the crosswalk.');
		await goTo(page, `${app.address}/lessons`);
		await press(page, 'Open Sleep, shown');
		await press(page, 'Give it out');
		await waitForText(page, 'main', '/lessons/begin/');
		const link = /\S+\/lessons\/begin\/\S+/.exec(await textOf(page, 'main'))?.[0] ?? '';

		await goTo(page, link);
		await press(page, 'Begin the lesson');
		await waitForText(page, STRIP, '1 of 2');
		await press(page, 'Next', STRIP);
		await waitForText(page, STRIP, 'Not done yet.');
		const own = page.url().split('/')[4].split('?')[0];
		expect(own).not.toBe(id);
		await press(page, 'Hint', STRIP);
		await waitForText(page, STRIP, 'Press N.');
		expect(await accessibilityFaults(page)).toEqual([]);
		// The start was the question alone: the concept is the learner's own, known by its name.
		await sendCommands(app, own, [{ kind: 'concept.add', id: 'mine', name: 'Sleep' }]);
		await sendCommands(app, own, [
			{ kind: 'cell.noHeading', conceptId: 'mine', indexCode: 'yarrow', tried: [], edition: '' }
		]);
		await waitForText(page, STRIP, 'Done.');
		await saved(page);
		await press(page, 'To the end', STRIP);
		await waitForText(page, 'main', 'yours beside the author’s');
		await waitForText(page, 'main', 'Too wide here');
		await waitForText(page, 'main', '1 of 1 cell the same');
		expect(await accessibilityFaults(page)).toEqual([]);

		await goTo(page, `${app.address}/lessons`);
		await waitForText(page, 'main', 'you came to its end');
		await press(page, 'Open Sleep, shown');
		await waitForText(page, '[aria-label="Learners"]', 'learner 1');
		expect(page.problems).toEqual([]);
		await page.close();
	});
});
