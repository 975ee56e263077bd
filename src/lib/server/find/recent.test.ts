import fc from 'fast-check';
import { unzipSync, strFromU8 } from 'fflate';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { connection } from '../db/client';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { ownArchive } from '../inquiry/own-data';
import type { Person } from '../people';
import * as account from '../people/own-account';
import { addPeople } from '../people/people.test-aid';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { searchIndex } from '../search/searching';
import '../wings';
import { addRecent, deleteRecent, listRecent, putTogether, recentCounts, type RecentEntry } from './recent';

const WORDS = ['noise', 'sleep', 'napping', 'bells'];
/** Each says some of the words, and carries some headings. */
const draftOf = (code: string, i: number): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: 'report',
		title: WORDS.filter((_, w) => (i >> w) & 1).join(' ') || 'nothing',
		...(i % 3 === 0 && { abstract: 'napping' })
	},
	taggings: [
		...(i % 2 ? [{ uri: 'https://y.example/noise', label: 'Noise, Indoor', chief: false }] : []),
		...(i % 5 ? [] : [{ uri: 'https://y.example/sleep', label: 'Sleep', chief: true }])
	]
});

const ada: Person = { id: 'ada', name: 'Ada', role: 'member' };
const ben: Person = { id: 'ben', name: 'Ben', role: 'member' };
const visitor: Person = { id: 'guest', name: '', role: 'visitor', links: [] };
let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	for (const code of ['yarrow', 'fern'])
		await store(code, Array.from({ length: 48 }, (_, i) => draftOf(code, i)));
	await addPeople(ada, ben);
	for (const id of ['q', 'gone']) {
		await createInquiry(ada, { id, title: id, question: '', indexes: ['yarrow', 'fern'] });
		await connection().sql`insert into inquiry_people (inquiry_id, person_id, role) values (${id}, 'ben', 'reader')`;
	}
	await changeInquiry(ada, 'q', { kind: 'strategy.set', indexCode: 'yarrow', text: 'noise or bells' });
}); // prettier-ignore
afterAll(() => dropDatabase(url));

const word = (text: string, count = 1): RecentEntry => ({ kind: 'word', indexCode: '', search: `q=${text}`, says: text, count }); // prettier-ignore
const says = async (person: Person, id = 'q') => (await listRecent(person, id)).map((one) => one.says);

describe('what was looked at', () => {
	it('is kept newest first, each once, 200 of them, and for the one who looked alone', async () => {
		for (let i = 0; i < 205; i++) await addRecent(ada, 'q', word(`word ${i}`));
		await addRecent(ada, 'q', word('word 100', 7));
		const own = await listRecent(ada, 'q');
		expect(own).toHaveLength(200);
		expect(own.slice(0, 2).map((one) => [one.says, one.count])).toEqual([
			['word 100', 7],
			['word 204', 1]
		]);
		expect(new Set(own.map(({ key }) => key)).size).toBe(200);
		expect(await says(ada, 'gone')).toEqual([]);
		// Whoever only reads the inquiry looks at things too.
		await addRecent(ben, 'q', word('mine'));
		expect(await says(ben)).toEqual(['mine']);
		expect(await says(ada)).not.toContain('mine');
		for (const person of [undefined, visitor]) {
			await expect(listRecent(person, 'q')).rejects.toThrow();
			await expect(addRecent(person, 'q', word('x'))).rejects.toThrow();
		}
	});

	it('goes one by one or all at once, and no one else’s with it', async () => {
		const [first, second] = await listRecent(ada, 'q');
		await deleteRecent(ben, 'q', first.key);
		await deleteRecent(ada, 'q', first.key);
		expect((await listRecent(ada, 'q'))[0].key).toBe(second.key);
		await deleteRecent(ada, 'q');
		expect(await says(ada)).toEqual([]);
		expect(await says(ben)).toEqual(['mine']);
	});

	it('is among one’s own data, and goes with the inquiry and with the person', async () => {
		await addRecent(ada, 'gone', word('bells'));
		// Nobody is signed in here; what is kept of an account itself is another matter.
		vi.spyOn(account, 'ownAccount').mockResolvedValue({} as never);
		const caller = { headers: new Headers(), address: '' };
		const files = unzipSync(new Uint8Array(await (await ownArchive(ada, caller)).arrayBuffer()));
		expect(JSON.parse(strFromU8(files['recent.json']))).toMatchObject([{ inquiryId: 'gone', says: 'bells' }]);
		expect(strFromU8(files['inquiries/gone.json'])).not.toContain('bells');
		await connection().sql`delete from inquiries where id = 'gone'`;
		await expect(addRecent(ada, 'gone', word('x'))).rejects.toMatchObject({ status: 404 });
		await connection().sql`delete from people where id = 'ben'`;
		expect(await connection().sql`select 1 from recents`).toEqual([]);
	});

	const results: RecentEntry[] = [
		word('napping'),
		word('noise sleep'),
		{ kind: 'heading', indexCode: 'yarrow', search: 'heading=https%3A%2F%2Fy.example%2Fsleep', says: 'Sleep', count: 0 },
		{ kind: 'result', indexCode: 'yarrow', search: '', says: 'the strategy', count: 0 },
		{ kind: 'result', indexCode: 'yarrow', search: 'cql=bells', says: 'bells', count: 0 },
		{ kind: 'result', indexCode: '', search: 'cql=cql.keywords+%3D+%22sleep%22', says: 'sleep', count: 0 }
	]; // prettier-ignore
	const textOf = ({ kind, search }: RecentEntry) =>
		kind === 'word'
			? `cql.keywords = "${search.slice(2)}"`
			: kind === 'heading'
				? 'dc.subject = "Sleep"'
				: (new URLSearchParams(search).get('cql') ?? 'noise or bells');
	const idsOf = async (code: string, cql: string) =>
		new Set((await searchIndex(ada, code, { cql, limit: 1_000 })).records.map(({ id }) => id));

	it('says how many records it has now, and what is no longer there', async () => {
		const counts = await recentCounts(ada, 'q', [
			...results,
			{ kind: 'result', indexCode: 'yarrow', search: 'run=99' },
			{ kind: 'result', indexCode: 'yarrow', search: 'cql=dc.subject+%3D+%22Nothing+like+it%22' },
			{ kind: 'result', indexCode: 'gone', search: '' },
			{ kind: 'result', indexCode: '', search: 'runs=x' }
		]);
		expect(counts.slice(results.length)).toEqual([null, null, null, null]);
		for (const [i, entry] of results.entries()) {
			const codes = entry.indexCode ? [entry.indexCode] : ['yarrow', 'fern'];
			const sizes = await Promise.all(codes.map(async (code) => (await idsOf(code, textOf(entry))).size));
			const isPooled = entry.kind === 'result' && entry.indexCode === '';
			if (isPooled) expect(counts[i]).toBeLessThanOrEqual(sizes[0] + sizes[1]);
			else expect(counts[i]).toBe(sizes.reduce((sum, size) => sum + size, 0));
		}
	});

	it('tells nothing of an index that the inquiry does not use, though it is there', async () => {
		await createInquiry(ada, { id: 'one', title: 'One', question: '', indexes: ['yarrow'] });
		const inFern = { kind: 'result' as const, indexCode: 'fern', search: 'cql=noise' };
		expect((await recentCounts(ada, 'q', [inFern]))[0]).toBeGreaterThan(0);
		expect(await recentCounts(ada, 'one', [inFern])).toEqual([null]);
		await expect(putTogether(ada, 'one', 'and', [word('noise'), inFern])).rejects.toMatchObject({
			code: 'index-not-used'
		});
	});

	it('is put together as the algebra of its records has it', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.constantFrom('and' as const, 'or' as const, 'not' as const),
				fc.constantFrom(...results),
				fc.constantFrom(...results),
				async (how, one, other) => {
					const { indexCode, cql } = await putTogether(ada, 'q', how, [one, other]);
					expect(indexCode).toBe(one.indexCode || other.indexCode);
					for (const code of indexCode ? [indexCode] : ['yarrow', 'fern']) {
						const [a, b] = [await idsOf(code, textOf(one)), await idsOf(code, textOf(other))];
						const wanted =
							how === 'or'
								? new Set([...a, ...b])
								: new Set([...a].filter((id) => b.has(id) === (how === 'and')));
						expect(await idsOf(code, cql)).toEqual(wanted);
					}
				}
			),
			{ numRuns: 60 }
		);
	});

	it('is not put together where that makes no sense, and it is said why', async () => {
		const fern = { kind: 'result' as const, indexCode: 'fern', search: 'cql=bells' };
		await expect(putTogether(ada, 'q', 'and', [results[3], fern])).rejects.toThrow('two subject indexes');
		const near = { kind: 'result' as const, indexCode: 'yarrow', search: 'near=yarrow-1&as=sharedHeadings' };
		await expect(putTogether(ada, 'q', 'or', [word('noise'), near])).rejects.toThrow('Keep it as a run first');
		const long = { kind: 'result' as const, indexCode: 'yarrow', search: `cql=${Array(700).fill('noise').join('+or+')}` };
		await expect(putTogether(ada, 'q', 'or', [word('noise'), long])).rejects.toThrow('too long');
	}); // prettier-ignore
});
