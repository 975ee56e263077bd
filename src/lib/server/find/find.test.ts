import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CslName } from '../../../core/evidence/citation';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { makeLink } from '../inquiry/participants';
import { LOCAL_PERSON, type Person } from '../people/access';
import { pooled } from '../reading/pooling';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { keepFound } from '../runs/runs';
import { cqlOfWords, RecordSet } from '../../../core/search';
import '../wings';
import { apiFound, findAnswer } from './find-api';
import { find } from './find';

const carys = { family: 'Okerlund', given: 'Carys' };
const work = (key: string, title: string, source: string, author: CslName[], more = {}): RecordDraft => ({
	key,
	item: { id: key, type: 'report', title, author, 'container-title': source, issued: { 'date-parts': [[2001]] }, ...more },
	taggings: []
}); // prettier-ignore

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', [
		work('y1', 'Napping at noon', 'Schooling and Society', [carys], { DOI: '10.5555/nap.1' }),
		work('y2', 'Short naps and napping', 'Wards', [{ family: 'Okerlund', given: 'C.' }, { family: 'Voss', given: 'Kai' }]),
		work('y3', 'Bells', 'Schooling and Society', [carys, { family: 'Voss', given: 'Kai' }], { custom: { affiliations: ['Institute of Schooling'] } })
	]);
	await store('fern', [
		work('f1', 'Napping at noon', 'Schooling and Society', [carys], { DOI: '10.5555/nap.1' }),
		work('f2', 'On napping, again', 'Okerlund Papers', [{ literal: 'Board of Napping' }])
	]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
	await changeInquiry(LOCAL_PERSON, 'q', {
		kind: 'many',
		title: 'start',
		commands: [
			{ kind: 'concept.add', id: 'rest', name: 'Rest and napping' },
			{ kind: 'word.add', id: 'w', conceptId: 'rest', text: 'napping' },
			{ kind: 'cell.noHeading', conceptId: 'rest', indexCode: 'fern', tried: [], edition: '', note: 'Napping has none' },
			{ kind: 'comment.add', id: 'c', about: 'cell/rest/fern', text: 'Is napping rest?', mentions: [] }
		]
	});
	await keepFound(LOCAL_PERSON, 'q', { indexCode: 'fern', name: 'napping alone', cql: '', edition: '', recordsRevision: 1, found: RecordSet.from([0]) });
}); // prettier-ignore
afterAll(() => dropDatabase(url));

const ask = (q: string, more: object = {}) => find(LOCAL_PERSON, { q, inquiry: 'q', limit: 10, ...more });

describe('whatever is typed', () => {
	it('is found as records, each work once', async () => {
		const { records } = await ask('napping');
		expect(records).toEqual({ pooled: 3, of: [{ index: 'yarrow', count: 2 }, { index: 'fern', count: 2 }] }); // prettier-ignore
		const parts = ['yarrow', 'fern'].map((index) => ({ index, cql: cqlOfWords('napping'), limits: [] }));
		const { items } = await pooled(LOCAL_PERSON, { parts, sort: 'newest', offset: 0, limit: 10 });
		expect(items).toBe(records.pooled);
		expect((await ask('at noon napping')).records.pooled).toBe(0);
		expect((await ask('napping at noon')).records.pooled).toBe(1);
		expect((await ask('—')).records).toEqual({ pooled: 0, of: [] });
	});

	it('is found as people with their variants, and as sources and places', async () => {
		const { names } = await ask('okerlund');
		expect(names.people).toEqual([
			{ name: 'Carys Okerlund', variants: ['C. Okerlund'], of: [{ index: 'yarrow', count: 3 }, { index: 'fern', count: 1 }] }
		]); // prettier-ignore
		expect(names.sources.map(({ name }) => name)).toEqual(['Okerlund Papers']);
		expect(names.totals).toEqual({ people: 2, affiliations: 0, sources: 1, funders: 0 });
		const { names: schools } = await ask('schooling');
		expect(schools.sources[0]).toEqual({ name: 'Schooling and Society', of: [{ index: 'yarrow', count: 2 }, { index: 'fern', count: 1 }] }); // prettier-ignore
		expect(schools.affiliations[0].name).toBe('Institute of Schooling');
		expect((await ask('board nap')).names.people[0]).toMatchObject({
			name: 'Board of Napping',
			variants: []
		});
		// A name of one letter.
		expect((await ask('o')).names.people).toEqual([]);
	});

	it('is found in the inquiry: concepts, words, notes, comments, runs', async () => {
		const { inquiry } = await ask('nap');
		expect(inquiry?.concepts).toEqual([{ id: 'rest', name: 'Rest and napping' }]);
		expect(inquiry?.words).toEqual([{ id: 'w', text: 'napping', conceptId: 'rest' }]);
		expect(inquiry?.notes.map(({ text }) => text)).toEqual(['Napping has none']);
		expect(inquiry?.comments.map(({ about }) => about)).toEqual(['cell/rest/fern']);
		expect(inquiry?.runs).toEqual([{ number: 1, index: 'fern', name: 'napping alone', count: 1 }]);
		expect(inquiry?.totals).toEqual({ concepts: 1, words: 1, notes: 1, comments: 1, runs: 1 });
	});

	it('is answered in the shape that the API says, for the indexes that are named', async () => {
		for (const q of ['napping', 'okerlund', 'schooling', 'bays']) {
			const answer = apiFound(q, await ask(q));
			expect(v.is(findAnswer, answer), q).toBe(true);
		}
		const one = await find(LOCAL_PERSON, { q: 'napping', indexes: ['fern'], limit: 10 });
		expect(one.records).toEqual({ pooled: 2, of: [{ index: 'fern', count: 2 }] });
		expect(one.inquiry).toBeUndefined();
	});

	it('is found for whoever comes by a link in the indexes of its inquiry alone', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'one', title: 'One', question: '', indexes: ['fern'] });
		const { key } = await makeLink(LOCAL_PERSON, 'one');
		const visitor: Person = { id: 'guest', name: '', role: 'visitor', links: [key] };
		const seen = { pooled: 2, of: [{ index: 'fern', count: 2 }] };
		expect((await find(visitor, { q: 'napping', limit: 10 })).records).toEqual(seen);
		expect((await find(visitor, { q: 'napping', indexes: ['fern'], limit: 10 })).records).toEqual(seen);
		const others = { q: 'napping', indexes: ['fern', 'yarrow'], limit: 10 };
		await expect(find(visitor, others)).rejects.toMatchObject({ status: 404, code: 'no-index' });
		const part = { index: 'yarrow', cql: cqlOfWords('napping'), limits: [] };
		const wish = { parts: [part], sort: 'newest' as const, offset: 0, limit: 10 };
		await expect(pooled(visitor, wish)).rejects.toMatchObject({ status: 404, code: 'no-index' });
	});

	it('is refused in words where it cannot be asked', async () => {
		await expect(ask('x'.repeat(501))).rejects.toMatchObject({ status: 422, code: 'too-long' });
		await expect(ask('x', { indexes: ['nowhere'] })).rejects.toMatchObject({ status: 404, code: 'no-index' });
		await expect(ask('x', { inquiry: 'gone' })).rejects.toMatchObject({ status: 404 });
	});
});
