import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { formOf, joinForms, keyOfForm } from '../../../core/evidence/person-names';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { currentIndex } from '../vocabulary/editions';
import '../wings';
import { neighboursBeside, neighbourSet, neighboursOf, NEARNESS } from './near-records';
import { askedOf } from './reading-schema';
import { readRecords } from './results';

const RECORDS = 40;
const keyOf = (n: number) => `r${n}`;
/** What each record refers to: others of the index, and works that it has not. */
const cites = fc
	.sample(
		fc.array(fc.uniqueArray(fc.nat(RECORDS + 10), { maxLength: 6 }), {
			minLength: RECORDS,
			maxLength: RECORDS
		}),
		{ numRuns: 1, seed: 7 }
	)[0]
	.map((own, n) => own.filter((cited) => cited !== n));
const FAMILIES = ['Ashdene', 'Voss', 'B', 'Marl'];
const HEADINGS = ['Noise, Indoor', 'Alarms', 'Sleep'];
const DRAFTS: RecordDraft[] = cites.map((own, n) => ({
	key: keyOf(n),
	item: {
		id: keyOf(n),
		type: 'report',
		title: `Report ${n}`,
		issued: { 'date-parts': [[1990 + (n % 30)]] },
		...(n % 5 && { author: [{ family: FAMILIES[n % 4], given: n % 2 ? 'Kai' : 'K.' }, { family: 'Oake', given: n % 3 ? 'Jo' : 'Al' }] }),
		...(n % 10 === 0 && { DOI: `10.5555/work.${n}` })
	},
	taggings: HEADINGS.filter((_, i) => (n >> i) & 1).map((label) => ({ uri: label, label, chief: false })),
	// The last says nothing of what it refers to.
	...(n < RECORDS - 1 && { cites: own.map(keyOf) })
})); // prettier-ignore
const inIndex = (n: number) => cites[n].filter((cited) => cited < RECORDS && n < RECORDS - 1);

/** Whoever wrote each report, by going through all of them: forms of a name as the reports themselves join them. */
const everyForm = [
	...new Map(
		DRAFTS.flatMap(({ item }) => item.author ?? []).flatMap((name) => {
			const form = formOf(name);
			return form ? [[keyOfForm(form), form] as const] : [];
		})
	).values()
];
const coAuthorsOf = (key: string) =>
	new Set(
		DRAFTS.flatMap(({ item: { author = [] } }) => {
			const forms = author.map(formOf);
			return forms.some((form) => form && keyOfForm(form) === key)
				? author.flatMap((name, i) => {
						const form = forms[i];
						return form && keyOfForm(form) === key
							? []
							: [`${name.family?.toLowerCase()} ${name.given?.[0].toLowerCase()}`];
					})
				: [];
		})
	);
const joinedForms = joinForms(
	everyForm.map((form) => ({ form, beside: () => coAuthorsOf(keyOfForm(form)) }))
);
const persons = ({ item }: RecordDraft) => [
	...new Set(
		(item.author ?? []).flatMap((name) => {
			const form = formOf(name);
			return form ? [joinedForms[everyForm.findIndex((one) => keyOfForm(one) === keyOfForm(form))]] : [];
		})
	)
];

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', DRAFTS);
	await store('fern', [
		{
			key: 'f1',
			item: { id: 'f1', type: 'report', title: 'Report 10', DOI: 'doi:10.5555/WORK.10' },
			taggings: [{ uri: 'f:hush', label: 'Hush', chief: true }]
		}
	]);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
});
afterAll(() => dropDatabase(url));

describe('the neighbours of a record', () => {
	it('are those that anybody would find by going through all records', async () => {
		for (let n = 0; n < RECORDS; n++) {
			const near = await neighboursOf(LOCAL_PERSON, 'yarrow', keyOf(n));
			const others = [...DRAFTS.keys()].filter((other) => other !== n);
			expect(new Set(near.cites)).toEqual(new Set(inIndex(n).map(keyOf)));
			expect(near.citesElsewhere).toBe(n < RECORDS - 1 ? cites[n].length - inIndex(n).length : 0);
			expect(new Set(near.citedBy)).toEqual(
				new Set(others.filter((other) => inIndex(other).includes(n)).map(keyOf))
			);
			const shared = new Map(others.map((other) => [keyOf(other), inIndex(other).filter((cited) => inIndex(n).includes(cited)).length])); // prettier-ignore
			expect(Object.fromEntries(near.sharedReferences.map((one) => [one.id, one.shared]))).toEqual(Object.fromEntries([...shared].filter(([, count]) => count >= 2))); // prettier-ignore
			for (let i = 1; i < near.sharedReferences.length; i++)
				expect(near.sharedReferences[i].shared).toBeLessThanOrEqual(near.sharedReferences[i - 1].shared);
			const authors = others.map((other) => [keyOf(other), persons(DRAFTS[other]).filter((one) => persons(DRAFTS[n]).includes(one)).length] as const); // prettier-ignore
			expect(Object.fromEntries(near.sameAuthors.map((one) => [one.id, one.authors]))).toEqual(Object.fromEntries(authors.filter(([, count]) => count > 0))); // prettier-ignore
		}
	});

	it('bring the same work in other indexes, with its headings there', async () => {
		expect((await neighboursOf(LOCAL_PERSON, 'yarrow', 'r10')).sameWork).toEqual([
			{ index: 'fern', id: 'f1' }
		]);
		const { sameWork } = await neighboursBeside(LOCAL_PERSON, 'yarrow', 'r10');
		expect(sameWork.map(({ indexCode, record }) => [indexCode, record.headings[0].label])).toEqual([
			['fern', 'Hush']
		]);
		expect((await neighboursBeside(LOCAL_PERSON, 'yarrow', 'r11')).sameWork).toEqual([]);
	});

	it('are counted beside the record as each list opens', async () => {
		const current = await currentIndex('yarrow');
		const wanted = { sort: 'newest', offset: 0, limit: 3 } as const;
		for (const n of [0, 3, 17, 39]) {
			const { lists } = await neighboursBeside(LOCAL_PERSON, 'yarrow', keyOf(n));
			expect(lists.map(({ how }) => how)).toEqual([...NEARNESS]);
			for (const { how, count, lines } of lists) {
				expect((await neighbourSet(current, n, how)).size).toBe(count);
				expect(lines.length).toBe(Math.min(5, count));
				const asked = askedOf(new URL(`https://x.example/?near=${keyOf(n)}&as=${how}`));
				const { page, title } = await readRecords(LOCAL_PERSON, 'q', 'yarrow', asked, wanted);
				expect([page.count, title?.name]).toEqual([count, `“Report ${n}”`]);
			}
		}
	});

	it('say so of a record that is not there, and take nothing for granted of one that has nothing', async () => {
		await expect(neighboursOf(LOCAL_PERSON, 'yarrow', 'r99')).rejects.toMatchObject({ status: 404 });
		expect(await neighboursOf(LOCAL_PERSON, 'fern', 'f1')).toEqual({
			cites: [],
			citesElsewhere: 0,
			citedBy: [],
			sharedReferences: [],
			sameAuthors: [],
			sameWork: [{ index: 'yarrow', id: 'r10' }]
		});
	});

	it('keep what was said of references when a file says nothing of them', async () => {
		const before = await neighboursOf(LOCAL_PERSON, 'yarrow', 'r5');
		const { cites: _, ...silent } = DRAFTS[5];
		await store('yarrow', [{ ...silent, item: { ...silent.item, title: 'Report 5, again' } }]);
		expect(await neighboursOf(LOCAL_PERSON, 'yarrow', 'r5')).toEqual(before);
	});
});
