import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { aboutCell, type DecidedApart } from '../../../core/crosswalk';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import type { Person } from '../people/access';
import { addPeople } from '../people/people.test-aid';
import {
	reviewOfCopy,
	independentReviews,
	compareReviews,
	beginReview,
	endReview,
	setReviewDone
} from './independent-review';
import { createInquiry, listInquiries, setInquiryState } from './inquiries';
import { changeInquiry, readInquiry } from './inquiry-changes';
import { makeLink, setParticipants } from './participants';

const ID = 'quiet';
const member = (id: string): Person => ({ id, name: `Name of ${id}`, role: 'member' });
const [owner, editor, reader, stranger] = ['owner', 'editor', 'reader', 'stranger'].map(member);
let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await addPeople(owner, editor, reader, stranger);
	await createInquiry(owner, { id: ID, title: 'Quiet rooms', question: '', indexes: ['yarrow', 'alder'] });
	await setParticipants(owner, ID, {
		people: [
			{ id: 'owner', role: 'owner' },
			{ id: 'editor', role: 'editor' },
			{ id: 'reader', role: 'reader' }
		],
		groups: []
	});
	for (const id of ['noise', 'rest']) await changeInquiry(owner, ID, { kind: 'concept.add', id, name: id });
	await pick(owner, ID, 'rest', 'before');
	await pick(owner, ID, 'noise', 'told');
	await changeInquiry(owner, ID, {
		kind: 'comment.add',
		id: 'said',
		about: aboutCell('noise', 'yarrow'),
		text: 'I would take Walls.',
		mentions: []
	});
	await changeInquiry(owner, ID, {
		kind: 'entries.add',
		from: 'here',
		entries: ['w1', 'w2'].map((id) => ({
			id,
			records: [{ indexCode: 'yarrow', record: id }],
			title: id,
			authors: '',
			source: '',
			year: null
		}))
	});
	await changeInquiry(owner, ID, { kind: 'entries.set', ids: ['w1'], decision: 'drop', reason: 'known' });
});
afterAll(() => dropDatabase(url));

const pick = (person: Person, inquiry: string, conceptId: string, uri: string) =>
	changeInquiry(person, inquiry, {
		kind: 'pick.add',
		id: `${inquiry} ${conceptId} ${uri}`,
		conceptId,
		indexCode: 'yarrow',
		headings: [{ uri, label: uri }],
		edition: ''
	});
const cells = [{ conceptId: 'noise', indexCode: 'yarrow' }];
const people: [string, string] = ['owner', 'editor'];
const ownCopy = async (person: Person, id: string) =>
	(await independentReviews(person, ID)).find((apart) => apart.id === id)?.own as string;

describe('deciding apart', () => {
	it('takes two who may change the inquiry, and something to decide', async () => {
		const begin = (who: [string, string], asked: object = {}) =>
			beginReview(owner, ID, { of: 'cells', cells, people: who, ...asked } as never);
		for (const who of [
			['owner', 'owner'],
			['owner', 'reader'],
			['owner', 'stranger']
		] as [string, string][])
			// prettier-ignore
			await expect(begin(who)).rejects.toMatchObject({ status: 422, code: 'no-two' });
		await expect(
			begin(people, { cells: [{ conceptId: 'noise', indexCode: 'sorrel' }] })
		).rejects.toMatchObject({ code: 'no-cell' });
		await expect(beginReview(reader, ID, { of: 'list', people })).rejects.toMatchObject({ status: 403 });
		await expect(beginReview(stranger, ID, { of: 'list', people })).rejects.toMatchObject({ status: 404 });
		expect(await independentReviews(owner, ID)).toEqual([]);
		expect(await listInquiries(editor)).toHaveLength(1);
	});

	it('of cells happens in copies that nobody else sees, until both have done', async () => {
		const { id } = await beginReview(owner, ID, { of: 'cells', cells, people });
		const [here, there] = [await ownCopy(owner, id), await ownCopy(editor, id)];
		const { inquiry } = await readInquiry(owner, here);
		// What is decided elsewhere stands; what is to be decided, and what was said of it, does not.
		expect(Object.values(inquiry.picks).map(({ conceptId }) => conceptId)).toEqual(['rest']);
		expect(inquiry.comments).toEqual({});
		for (const [person, copy] of [
			[owner, there],
			[editor, here],
			[reader, here]
		] as const)
			// prettier-ignore
			await expect(readInquiry(person, copy)).rejects.toMatchObject({ status: 404 });
		await expect(makeLink(owner, here)).rejects.toMatchObject({ code: 'apart' });
		await expect(
			setParticipants(owner, here, { people: [{ id: 'owner', role: 'owner' }, { id: 'editor', role: 'reader' }], groups: [] }) // prettier-ignore
		).rejects.toMatchObject({ code: 'apart' });
		await expect(beginReview(owner, here, { of: 'cells', cells, people })).rejects.toThrow();

		await pick(owner, here, 'noise', 'both');
		await pick(owner, here, 'noise', 'mine');
		await pick(editor, there, 'noise', 'both');
		await setReviewDone(owner, here, true);
		const [line] = await independentReviews(reader, ID);
		expect(line.people.map(({ isDone }) => isDone)).toEqual([true, false]);
		expect(JSON.stringify(line)).not.toContain('mine');
		await expect(compareReviews(owner, ID, id)).rejects.toMatchObject({ status: 409, code: 'not-done' });
		// Whoever has done may go on as long as the other has not.
		await setReviewDone(owner, here, false);
		await setReviewDone(owner, here, true);
		expect(await reviewOfCopy(editor, there)).toMatchObject({ inquiry: ID, side: 1 });
		await setReviewDone(editor, there, true);
		await expect(setReviewDone(editor, there, false)).rejects.toMatchObject({ code: 'both-done' });
		// What is done afterwards is not what was decided apart.
		await pick(editor, there, 'noise', 'late');
		const { decided } = await compareReviews(reader, ID, id);
		const headings = (one: DecidedApart) =>
			one.of === 'cells' ? Object.values(one.cells.picks).map(({ headings: [{ uri }] }) => uri) : [];
		expect(decided.map((one) => headings(one).sort())).toEqual([['both', 'mine'], ['both']]);
		await expect(compareReviews(stranger, ID, id)).rejects.toMatchObject({ status: 404 });
	});

	it('of a reading list begins with every work open', async () => {
		const { id } = await beginReview(editor, ID, { of: 'list', people });
		const [here, there] = [await ownCopy(owner, id), await ownCopy(editor, id)];
		const { inquiry } = await readInquiry(owner, here);
		expect(Object.values(inquiry.entries).map(({ decision, reason }) => [decision, reason])).toEqual([
			['open', ''],
			['open', '']
		]);
		await changeInquiry(owner, here, { kind: 'entries.set', ids: ['w1'], decision: 'keep' });
		await changeInquiry(editor, there, { kind: 'entries.set', ids: ['w1'], decision: 'drop', reason: 'off' });
		await setReviewDone(owner, here, true);
		await setReviewDone(editor, there, true);
		const { decided } = await compareReviews(owner, ID, id);
		expect(decided).toMatchObject([
			{ of: 'list', list: { w1: { decision: 'keep' }, w2: { decision: 'open' } } },
			{ of: 'list', list: { w1: { decision: 'drop', reason: 'off' }, w2: { decision: 'open' } } }
		]);
		// The inquiry itself says what it said.
		expect((await readInquiry(owner, ID)).inquiry.entries.w1.decision).toBe('drop');
	});

	it('ends without taking anything from anybody, and says where one removed what they decided', async () => {
		const { id } = await beginReview(owner, ID, { of: 'cells', cells, people });
		const there = await ownCopy(editor, id);
		await setInquiryState(editor, there, { removed: true });
		expect((await independentReviews(owner, ID)).at(-1)).toMatchObject({ id, isBroken: true });
		const here = await ownCopy(owner, id);
		await expect(endReview(reader, ID, id)).rejects.toMatchObject({ status: 403 });
		await endReview(owner, ID, id);
		await expect(endReview(owner, ID, id)).rejects.toMatchObject({ status: 404, code: 'no-apart' });
		expect(await reviewOfCopy(owner, here)).toBeUndefined();
		// By now it is an inquiry like any other.
		await makeLink(owner, here);
	});
});
