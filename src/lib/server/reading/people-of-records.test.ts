import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CslName } from '../../../core/evidence/citation';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { watchResult } from '../keeping/watches';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import '../wings';
import { pooledList } from './pooled-lists';
import { knownFor } from './known-for';
import { formsOfPerson, personNamed } from './people-of-records';
import { askedOf } from './reading-schema';
import { readRecords } from './results';

const work = (key: string, source: string, ...author: CslName[]): RecordDraft => ({
	key,
	item: { id: key, type: 'report', title: `On ${key}`, author, 'container-title': source, issued: { 'date-parts': [[2001]] } },
	taggings: []
}); // prettier-ignore
const sami = { family: 'Okerlund', given: 'Sami' };
const short = { family: 'Okerlund', given: 'S.' };
const voss = { family: 'Voss', given: 'Kai' };

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', [
		work('y1', 'Rooms', sami, voss),
		work('y2', 'Wards', short, voss),
		work('y3', 'Halls', { family: 'Okerlund', given: 'Tove' }),
		// Nothing stands beside this one that stands beside Kai Voss.
		work('y4', 'Alone', { family: 'Voss', given: 'K.' })
	]);
	await store('fern', [
		work('f1', 'Rooms', short),
		work('f2', 'Rooms', { family: 'Okerlund-Voss', given: 'S.' }),
		work('f3', 'Lists', { family: 'Marl', given: 'Jo' }),
		work('f4', 'Lists', { family: 'Marl', given: 'J.' }, { literal: 'Board of Quiet' })
	]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow', 'fern'] });
});
afterAll(() => dropDatabase(url));

const person = (name: string, more = '') =>
	`?whole=yes&sift=${encodeURIComponent(JSON.stringify([{ by: 'person', how: 'any', values: [name] }]))}${more}`;
const asked = (query: string) => askedOf(new URL(`https://x.example/${query}`));
const worksOf = async (code: string, name: string) => {
	const wanted = { sort: 'newest' as const, offset: 0, limit: 10 };
	const { page, title } = await readRecords(LOCAL_PERSON, 'q', code, asked(person(name)), wanted);
	return { works: page.records.map(({ id }) => id).sort(), says: title?.after };
};

describe('all works of a person', () => {
	it('are those under every form of the name that is joined, in each index', async () => {
		expect(await worksOf('yarrow', 'Sami Okerlund')).toEqual({
			works: ['y1', 'y2'],
			says: 'by Sami Okerlund, also written S. Okerlund'
		});
		// From the short form, which this index has alone, the same person is found in the other one.
		expect((await worksOf('fern', 'S. Okerlund')).works).toEqual(['f1']);
		expect((await worksOf('yarrow', 'S. Okerlund')).works).toEqual(['y1', 'y2']);
		expect((await worksOf('yarrow', 'Tove Okerlund')).works).toEqual(['y3']);
		expect((await worksOf('yarrow', 'Kai Voss')).works).toEqual(['y1', 'y2']);
		expect((await worksOf('fern', 'Board of Quiet')).works).toEqual(['f4']);
		expect((await worksOf('yarrow', 'Nobody There')).works).toEqual([]);
	});

	it('are the same in the pooled list', async () => {
		const wish = { runs: [], without: [], members: [], sort: 'newest' as const, offset: 0, limit: 10 };
		const pool = await pooledList(LOCAL_PERSON, 'q', { ...wish, whole: 'yes', has: 'person', value: 'S. Okerlund' });
		expect(pool.list.flatMap(({ records }) => records.map(({ id }) => id)).sort()).toEqual(['f1', 'y1', 'y2']);
		expect(pool.value).toBe('Sami Okerlund, also written S. Okerlund');
		const place = await pooledList(LOCAL_PERSON, 'q', { ...wish, whole: 'yes', has: 'source', value: 'Rooms' });
		expect(place.list.flatMap(({ records }) => records.map(({ id }) => id)).sort()).toEqual(['f1', 'f2', 'y1']);
	}); // prettier-ignore

	it('are joined over the chosen indexes alone', async () => {
		expect(await personNamed(['fern'], 'S. Okerlund')).toEqual({
			name: 'S. Okerlund',
			variants: [],
			keys: { fern: ['s. okerlund'] }
		});
		expect((await personNamed(['yarrow', 'fern'], 'J. Marl'))?.variants).toEqual(['J. Marl']);
	});

	it('are joined and set apart by hand, for the inquiry alone, and undone', async () => {
		const set = (id: string, to: string | null) =>
			changeInquiry(LOCAL_PERSON, 'q', { kind: 'name.set', id, to, says: id });
		const formsOf = async (name: string) => {
			const known = await formsOfPerson(LOCAL_PERSON, 'q', name);
			return [known?.forms.map(({ says }) => says), known?.others.map(({ says }) => says)];
		};
		expect(await formsOf('S. Okerlund')).toEqual([['Sami Okerlund', 'S. Okerlund'], []]);
		expect(await formsOf('K. Voss')).toEqual([['K. Voss'], ['Kai Voss']]);
		expect(await formsOfPerson(LOCAL_PERSON, 'q', 'Board of Quiet')).toBeNull();
		await set('voss, k', 'voss, kai');
		expect(await formsOf('K. Voss')).toEqual([['Kai Voss', 'K. Voss'], []]);
		expect((await worksOf('yarrow', 'Kai Voss')).works).toEqual(['y1', 'y2', 'y4']);
		expect((await knownFor(LOCAL_PERSON, ['yarrow'], 'yarrow', 'person', 'Kai Voss')).records).toBe(2);
		await set('okerlund, s', '');
		expect((await worksOf('yarrow', 'Sami Okerlund')).works).toEqual(['y1']);
		expect((await worksOf('yarrow', 'S. Okerlund')).works).toEqual(['y2']);
		expect(await formsOf('Sami Okerlund')).toEqual([['Sami Okerlund'], ['S. Okerlund']]);
		await expect(set('okerlund, s', 'okerlund, s')).rejects.toMatchObject({ status: 422 });
		await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
		expect((await worksOf('yarrow', 'Sami Okerlund')).works).toEqual(['y1', 'y2']);
		await set('voss, k', null);
		expect((await worksOf('yarrow', 'Kai Voss')).works).toEqual(['y1', 'y2']);
	});

	it('can be watched, as every form can be asked for', async () => {
		const watch = await watchResult(LOCAL_PERSON, 'q', 'yarrow', asked(person('Sami Okerlund')));
		expect(watch.cql).toBe('(dc.creator = "sami okerlund" or dc.creator = "s. okerlund")');
	});
});
