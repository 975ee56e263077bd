import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import type { Step } from '../../../core/teaching';
import { conceptsLike } from '../crosswalk/memory-rows';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { loadInquiry } from '../inquiry/loading';
import { undoOrRedo } from '../inquiry/undo';
import { addPeople } from '../people/people.test-aid';
import type { Person } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { keepFound } from '../runs/runs';
import { RecordSet } from '../../../core/search';
import '../wings';
import { beginLesson, goOn, lessonStrip, walkLesson } from './learning';
import { lessonDocument } from './lesson-schema';
import {
	changeLesson,
	exportLesson,
	giveOut,
	importLesson,
	listLessons,
	makeLesson,
	ownLesson,
	removeLesson
} from './lessons';
import { asHtml } from './markdown';
import { learnersView, lessonOutcome, ownLessonView } from './outcomes';

const author: Person = { id: 'author', name: 'Author', role: 'member' };
const learner: Person = { id: 'learner', name: 'Learner', role: 'member' };
const other: Person = { id: 'other', name: 'Other', role: 'member' };
const work = (key: string, title: string): RecordDraft => ({
	key,
	item: { id: key, type: 'report', title, issued: { 'date-parts': [[2001]] } },
	taggings: []
});
const concept = { id: 'rest', name: 'Rest' };
const at = { screen: 'crosswalk', concept: 'rest', index: 'yarrow' } as const;
const steps: Step[] = [
	{ place: at, text: 'Look around. See [this](https://example.org) and [not that](javascript:alert(1)).' },
	{ place: at, text: 'Words first.', hint: 'The word is *napping*.', task: { kind: 'word', concept, text: 'napping', present: true } },
	{ place: { screen: 'strategy', index: 'yarrow' }, text: 'Two records.', task: { kind: 'finds', index: 'yarrow', from: 2, to: 2 } },
	{ place: { screen: 'strategy', index: 'yarrow' }, text: 'The pearl.', task: { kind: 'pearls', index: 'yarrow', records: [{ id: 'y1', title: 'Napping at noon' }] } },
	{ place: { screen: 'strategy', index: 'yarrow' }, text: 'Keep it.', task: { kind: 'run', index: 'yarrow' } }
]; // prettier-ignore

let url: string;
let lesson: string;
let key: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', [work('y1', 'Napping at noon'), work('y2', 'Napping'), work('y3', 'Bells')]);
	await addPeople(author, learner, other);
	await createInquiry(author, { id: 'q', title: 'Q', question: 'Why rest?', indexes: ['yarrow'] });
	await changeInquiry(author, 'q', { kind: 'concept.add', ...concept });
	await changeInquiry(author, 'q', { kind: 'word.add', id: 'w', conceptId: 'rest', text: 'napping' });
	await changeInquiry(author, 'q', { kind: 'cell.noHeading', conceptId: 'rest', indexCode: 'yarrow', tried: [], edition: '', note: 'All too wide' });
	await changeInquiry(author, 'q', { kind: 'pearl.add', id: 'p', indexCode: 'yarrow', record: 'y1', title: 'Napping at noon' });
	await changeInquiry(author, 'q', { kind: 'comment.add', id: 'c', about: 'cell/rest/yarrow', text: 'Secret', mentions: [] });
	lesson = (await makeLesson(author, { inquiry: 'q', title: 'Rest, learnt', from: 1 })).id;
	await changeLesson(author, lesson, { revision: 0, steps });
	key = (await giveOut(author, lesson, { revision: 1, isOut: true })).key ?? '';
}); // prettier-ignore
afterAll(() => dropDatabase(url));

describe('a lesson', () => {
	it('is its author’s alone, begins at the moment that was chosen, and says nothing of people', async () => {
		const document = await exportLesson(author, lesson);
		expect(v.is(lessonDocument, document)).toBe(true);
		expect(document.version).toBe(1);
		expect(document.start.concepts).toHaveLength(1);
		expect(document.start.words).toEqual([]);
		expect(document.end.words).toHaveLength(1);
		expect(document.needs).toMatchObject([{ code: 'yarrow', uri: expect.stringContaining('yarrow') }]);
		expect(JSON.stringify(document)).not.toContain('Secret');
		await expect(ownLesson(learner, lesson)).rejects.toMatchObject({ status: 404 });
		await expect(exportLesson(undefined, lesson)).rejects.toMatchObject({ status: 401 });
		expect(await listLessons(other)).toEqual([]);
		await expect(
			changeLesson(author, lesson, { revision: 0, title: 'Behind' })
		).rejects.toMatchObject({ status: 409, code: 'changed-since' });
		const { doubts } = await ownLessonView(author, lesson);
		expect(doubts).toEqual([]);
	}); // prettier-ignore

	it('travels as a document, and is refused whole where it does not fit', async () => {
		const document = await exportLesson(author, lesson);
		const { id } = await importLesson(other, JSON.parse(JSON.stringify(document)));
		expect(id).not.toBe(lesson);
		expect(await exportLesson(other, id)).toEqual({ ...document, id, version: 0 });
		const before = await listLessons(other);
		const wrong = (change: object, code: string) =>
			expect(importLesson(other, { ...document, ...change } as never)).rejects.toMatchObject({ status: 422, code }); // prettier-ignore
		await wrong({ needs: [{ code: 'gone', name: 'Gone', uri: 'u', edition: '1' }] }, 'needs-vocabulary');
		await wrong({ steps: [{ place: { screen: 'crosswalk', concept: 'of another' }, text: 'x' }] }, 'invalid');
		await wrong({ steps: [{ place: at, text: 'x', task: { kind: 'finds', index: 'nowhere', from: 1, to: 2 } }] }, 'invalid'); // prettier-ignore
		await wrong({ start: { ...document.start, indexes: ['nowhere'] } }, 'invalid');
		expect(await listLessons(other)).toEqual(before);
		expect(v.is(lessonDocument, { ...document, steps: [{ place: at, text: ' ' }] })).toBe(false);
		expect(v.is(lessonDocument, { ...document, more: 1 })).toBe(false);
		await removeLesson(other, id);
	});

	it('shows words without markup of its author’s, and links to pages alone', () => {
		const html = asHtml('<script>alert(1)</script> ![x](https://x.example/y.png) [a](javascript:1) [b](https://b.example)');
		expect(html).not.toMatch(/<script|<img|href="javascript/);
		expect(html).toContain('<a href="https://b.example">b</a>');
	}); // prettier-ignore
});

describe('a learner', () => {
	let own: string;

	it('gets an inquiry of their own from the start, the same one however often the link is opened', async () => {
		own = (await beginLesson(learner, key)).inquiry;
		expect((await beginLesson(learner, key)).inquiry).toBe(own);
		const { inquiry, revision } = await loadInquiry(own);
		expect([revision, Object.keys(inquiry.words), inquiry.about.title]).toEqual([0, [], 'Rest, learnt']);
		await expect(beginLesson(learner, 'no such key')).rejects.toMatchObject({ status: 404 });
		await expect(loadInquiry('q').then(() => changeInquiry(learner, 'q', { kind: 'concept.remove', id: 'rest' }))).rejects.toMatchObject({ status: 404 });
		await expect(lessonStrip(other, own)).rejects.toMatchObject({ status: 404 });
		expect(await lessonStrip(author, 'q')).toBeNull();
	}); // prettier-ignore

	it('is told what is done, which stays done whatever is undone after it', async () => {
		const first = await lessonStrip(learner, own);
		expect(first?.now?.text).toContain('href="https://example.org"');
		expect(first?.now?.text).not.toContain('href="javascript');
		expect((await goOn(learner, own, { step: 1 }))?.steps.slice(0, 2)).toEqual(['done', 'begun']);
		await changeInquiry(learner, own, { kind: 'word.add', id: 'mine', conceptId: 'rest', text: 'Napping' });
		await undoOrRedo(learner, own, 'undo');
		expect((await lessonStrip(learner, own))?.steps[1]).toBe('done');
		// The next one is passed over, and done later.
		await goOn(learner, own, { step: 2 });
		const passed = await goOn(learner, own, { step: 3 });
		expect(passed?.steps).toEqual(['done', 'done', 'passed', 'begun', 'not begun']);
		await changeInquiry(learner, own, { kind: 'word.add', id: 'again', conceptId: 'rest', text: 'napping' });
		expect((await lessonStrip(learner, own))?.steps).toEqual(['done', 'done', 'done', 'done', 'not begun']);
		await goOn(learner, own, { step: 4 });
		await keepFound(learner, own, { indexCode: 'yarrow', name: '', cql: 'x', edition: '', recordsRevision: 1, found: RecordSet.from([0]) });
		expect((await goOn(learner, own, { step: 5 }))).toMatchObject({ step: 5, now: null, steps: ['done', 'done', 'done', 'done', 'done'] });
	}); // prettier-ignore

	it('begins a step again by taking back what was done in it', async () => {
		await goOn(learner, own, { step: 4 });
		const before = (await loadInquiry(own)).inquiry;
		const fresh = (await beginLesson(other, key)).inquiry;
		await goOn(other, fresh, { step: 1 });
		await changeInquiry(other, fresh, { kind: 'word.add', id: 'a', conceptId: 'rest', text: 'dozing' });
		await changeInquiry(other, fresh, { kind: 'word.add', id: 'b', conceptId: 'rest', text: 'sleep' });
		const strip = await goOn(other, fresh, { again: true });
		expect(strip?.steps[1]).toBe('begun');
		expect((await loadInquiry(fresh)).inquiry.words).toEqual({});
		expect((await loadInquiry(own)).inquiry).toEqual(before);
	});

	it('sees at the end what the author had, with the reasons, and what each found', async () => {
		const { cells, strategies } = await lessonOutcome(learner, own);
		expect(cells).toMatchObject([
			{ concept: 'Rest', isSame: false, author: { noHeading: true, note: 'All too wide' }, learner: { noHeading: false } }
		]);
		expect(strategies).toMatchObject([
			{ index: 'yarrow', of: 1, author: { count: 2, pearls: 1 }, learner: { count: 2, pearls: 1 } }
		]);
		await expect(lessonOutcome(author, 'q')).rejects.toMatchObject({ status: 404, code: 'no-lesson' });
	}); // prettier-ignore

	it('is evidence for nobody, and the author’s inquiry is none for them', async () => {
		await createInquiry(other, { id: 'third', title: 'Third', question: '', indexes: ['yarrow'] });
		const origins = async (inquiry: string) =>
			(await conceptsLike(inquiry, ['rest'])).map(({ inquiryId }) => inquiryId);
		expect(await origins('third')).toEqual(['q']);
		expect(await origins(own)).toEqual([]);
	});

	it('is seen by the author step by step, by name only where they agreed', async () => {
		expect((await learnersView(author, lesson)).learners.map(({ name }) => name)).toEqual([null, null]);
		await goOn(learner, own, { isNamed: true });
		const { learners, steps: bySteps } = await learnersView(author, lesson);
		expect(learners.map(({ name, step }) => [name, step])).toEqual([
			['Learner', 4],
			[null, 1]
		]);
		expect(bySteps[1]).toMatchObject({ done: 1, tried: 1, passed: 0, here: 1 });
		expect(bySteps[1].minutes).toBeGreaterThanOrEqual(0);
		await expect(learnersView(learner, lesson)).rejects.toMatchObject({ status: 404 });
	});

	it('ends the version that was begun, while the next one is given out', async () => {
		const row = await ownLesson(author, lesson);
		const { revision } = await changeLesson(author, lesson, { revision: row.revision, steps: steps.slice(0, 2) });
		expect(await giveOut(author, lesson, { revision, isOut: true })).toMatchObject({ version: 2, key });
		expect((await lessonStrip(learner, own))?.steps).toHaveLength(5);
		const next = (await beginLesson(learner, key)).inquiry;
		expect(next).not.toBe(own);
		expect((await lessonStrip(learner, next))?.steps).toHaveLength(2);
		const { inquiry: walk } = await walkLesson(author, lesson);
		expect((await lessonStrip(author, walk))?.isTrial).toBe(true);
		const { inquiry: second } = await walkLesson(author, lesson);
		expect(second).not.toBe(walk);
		await expect(loadInquiry(walk)).rejects.toMatchObject({ status: 404 });
		expect((await learnersView(author, lesson)).learners).toHaveLength(3);
		await giveOut(author, lesson, { revision: revision + 1, isOut: false });
		await expect(beginLesson(other, key)).rejects.toMatchObject({ status: 404 });
		await removeLesson(author, lesson);
		expect(await lessonStrip(learner, own)).toBeNull();
		expect((await loadInquiry(own)).inquiry.words).not.toEqual({});
	}); // prettier-ignore
});
