import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import type { Command, Inquiry } from '../../../core/crosswalk';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { loadInquiry } from '../inquiry/loading';
import { inquiryDocumentAt, momentsOfInquiry, revisionIn } from '../inquiry/past';
import { undoOrRedo } from '../inquiry/undo';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { findRecords } from '../search/searching';
import '../wings';
import { replayed } from './replay';

const work = (key: string, title: string): RecordDraft => ({
	key,
	item: { id: key, type: 'report', title, issued: { 'date-parts': [[2001]] } },
	taggings: []
});
const steps: Command[] = [
	{ kind: 'concept.add', id: 'rest', name: 'Rest' },
	{ kind: 'word.add', id: 'w', conceptId: 'rest', text: 'napping' },
	{ kind: 'pearl.add', id: 'p', indexCode: 'yarrow', record: 'y1', title: 'Napping at noon' },
	{ kind: 'word.set', id: 'w', text: 'bells' },
	{ kind: 'cell.noHeading', conceptId: 'rest', indexCode: 'yarrow', tried: ['bells'], edition: '', note: 'None is meant' }
]; // prettier-ignore

let url: string;
/** What the inquiry was, and what it found, after each change. */
const then: { inquiry: Inquiry; found: number }[] = [];
beforeAll(async () => {
	url = await databaseWithYarrow();
	await store('yarrow', [work('y1', 'Napping at noon'), work('y2', 'Napping'), work('y3', 'Bells')]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: 'Why?', indexes: ['yarrow'] });
	const note = async () => {
		const { inquiry } = await loadInquiry('q');
		const { faults, result } = await findRecords('q', 'yarrow');
		then.push({ inquiry, found: faults.length > 0 ? -1 : result.size });
	};
	await note();
	for (const step of steps) {
		await changeInquiry(LOCAL_PERSON, 'q', step);
		await note();
	}
	await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
	await note();
});
afterAll(() => dropDatabase(url));

describe('an inquiry change by change', () => {
	it('is at every moment what it was then, with the figures that it had', async () => {
		for (const [revision, { inquiry, found }] of then.entries()) {
			const at = await replayed(LOCAL_PERSON, 'q', revision);
			expect(at.inquiry, String(revision)).toEqual(inquiry);
			expect(at.figures.found.yarrow ?? -1, String(revision)).toBe(found);
			const document = await inquiryDocumentAt(LOCAL_PERSON, 'q', revision);
			expect(document.inquiry.words).toEqual(Object.values(inquiry.words));
			expect(document.history).toEqual([]);
		}
		expect(await replayed(LOCAL_PERSON, 'q')).toEqual(await replayed(LOCAL_PERSON, 'q', then.length - 1));
	});

	it('says what a change did: in words, to which cells, and to the figures', async () => {
		const at = await replayed(LOCAL_PERSON, 'q', 4);
		expect(at.change).toMatchObject({ revision: 4, kind: 'do', person: LOCAL_PERSON.name });
		expect([at.before?.found.yarrow, at.figures.found.yarrow]).toEqual([2, 1]);
		expect([at.before?.pearls.yarrow, at.figures.pearls.yarrow]).toEqual([
			{ of: 1, found: 1 },
			{ of: 1, found: 0 }
		]);
		const decided = await replayed(LOCAL_PERSON, 'q', 5);
		expect(decided.change).toMatchObject({ cells: ['rest:yarrow'], note: 'None is meant', state: 'undone' });
		expect([decided.before?.decided, decided.figures.decided]).toEqual([0, 1]);
		expect((await replayed(LOCAL_PERSON, 'q', 0)).change).toBeNull();
		const { revisions, times } = await momentsOfInquiry(LOCAL_PERSON, 'q');
		expect(revisions).toEqual([1, 2, 3, 4, 5, 6]);
		expect(times).toEqual([...times].sort((a, b) => a - b));
	});

	it('is a document that can be brought in again, and goes along with its history', async () => {
		const past = await inquiryDocumentAt(LOCAL_PERSON, 'q', 2);
		const copy = await importInquiry(LOCAL_PERSON, JSON.parse(JSON.stringify(past)));
		const { inquiry } = await loadInquiry(copy);
		expect(inquiry.words).toEqual(then[2].inquiry.words);
		const whole = await importInquiry(LOCAL_PERSON, JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, 'q'))));
		const at = await replayed(LOCAL_PERSON, whole, 3);
		expect(at.inquiry.words).toEqual(then[3].inquiry.words);
		expect(at.figures.found.yarrow).toBe(2);
	}); // prettier-ignore

	it('has no moment beyond its last change, and none for whoever may not read it', async () => {
		await expect(replayed(LOCAL_PERSON, 'q', 7)).rejects.toMatchObject({ status: 404, code: 'no-such-change' });
		expect(() => revisionIn('x')).toThrow('“x” is not the number of a change.');
		expect(revisionIn('0')).toBe(0);
		await expect(replayed(undefined, 'q', 1)).rejects.toMatchObject({ status: 401 });
		await expect(replayed(LOCAL_PERSON, 'gone', 0)).rejects.toMatchObject({ status: 404 });
	}); // prettier-ignore
});
