import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { contentWords, fold, wordsOf } from '../../../core/text';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { openResult } from '../reading/opened.test-aid';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import type { Command } from '../../../core/crosswalk';
import '../wings';
import { searchIndex } from './searching';

const Y = 'https://y.example/';
const NOISE = { uri: `${Y}noise`, label: 'Noise, Indoor' };
const ALARMS = { uri: `${Y}alarm`, label: 'Alarms' };
const SLEEP = { uri: `${Y}sleep`, label: 'Sleep' };
const TITLES = [
	'Alarms at night',
	'Quiet rooms and noise',
	'Sleep, noise and alarms',
	'Children asleep',
	'Noise noise noise'
];
const TEXTS = [
	'',
	'Noise was counted in rooms.',
	'Alarms rang, and alarms were heard; nobody slept.',
	'Sleep at night is sleep in quiet rooms, without noise.'
];

const DRAFTS: RecordDraft[] = Array.from({ length: 80 }, (_, i) => ({
	key: `r${String(i).padStart(2, '0')}`,
	item: {
		id: `r${i}`,
		type: 'report',
		title: TITLES[i % TITLES.length],
		abstract: TEXTS[i % TEXTS.length],
		...(i % 6 && { issued: { 'date-parts': [[2000 + (i % 9)]] } })
	},
	taggings: [
		...(i % 3 === 0 ? [{ ...NOISE, chief: i % 2 === 0, ...(i % 4 === 0 && { aspect: 'causes' }) }] : []),
		...(i % 4 === 1 ? [{ ...ALARMS, chief: false }] : []),
		...(i % 5 === 2 ? [{ ...SLEEP, chief: i % 10 === 2 }] : [])
	]
})); // prettier-ignore

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow();
	await store('yarrow', DRAFTS);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
	const pick = (id: string, conceptId: string, heading: { uri: string; label: string }, rest = {}): Command => ({ kind: 'pick.add', id, conceptId, indexCode: 'yarrow', edition: '1', headings: [heading], ...rest }); // prettier-ignore
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		pick('p1', 'c1', NOISE, { withNarrower: true }),
		pick('p2', 'c1', SLEEP, { chief: true }),
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'alarm*' },
		{ kind: 'word.add', id: 'w2', conceptId: 'c1', text: 'quiet rooms' },
		{ kind: 'concept.add', id: 'c2', name: 'night' },
		pick('p3', 'c2', SLEEP),
		{ kind: 'word.add', id: 'w3', conceptId: 'c2', text: 'night' },
		{ kind: 'word.add', id: 'w4', conceptId: 'c2', text: 'noise' },
		{ kind: 'strategy.set', indexCode: 'yarrow', off: ['w4'] }
	] as Command[])
		await changeInquiry(LOCAL_PERSON, 'q', command);
});
afterAll(() => dropDatabase(url));

const draftOf = (id: string) => DRAFTS.find(({ key }) => key === id) as RecordDraft;
const textOf = ({ item }: RecordDraft) => `${item.title} ${item.abstract}`;
const has = (draft: RecordDraft, phrase: string) => ` ${wordsOf(fold(textOf(draft))).join(' ')} `.includes(` ${phrase} `); // prettier-ignore

describe('why a record was found', () => {
	it('is every line that it matches, and no other; a line that is off is never why', async () => {
		const { page } = await openResult(
			LOCAL_PERSON,
			'q',
			'yarrow',
			{},
			{ sort: 'oldest', offset: 0, limit: 100 }
		);
		expect(page.count).toBeGreaterThan(10);
		for (const { id, why, headings } of page.records) {
			const draft = draftOf(id);
			const tagged = (label: string) => draft.taggings.some((one) => one.label === label);
			const wanted = [
				...(tagged('Noise, Indoor') || tagged('Alarms') ? ['c1 Noise, Indoor'] : []),
				...(draft.taggings.some(({ label, chief }) => label === 'Sleep' && chief) ? ['c1 Sleep'] : []),
				...(wordsOf(fold(textOf(draft))).some((word) => word.startsWith('alarm')) ? ['c1 “alarm*”'] : []),
				...(has(draft, 'quiet rooms') ? ['c1 “quiet rooms”'] : []),
				...(tagged('Sleep') ? ['c2 Sleep'] : []),
				...(has(draft, 'night') ? ['c2 “night”'] : [])
			]; // prettier-ignore
			expect(why.map(({ name, block }) => `${block} ${name}`).sort(), id).toEqual(wanted.sort());
			// A heading below one that is picked with its narrower ones belongs to the block too.
			for (const { label, blocks, chief } of headings)
				expect(blocks, `${id} ${label}`).toEqual(label !== 'Sleep' ? ['c1'] : chief ? ['c1', 'c2'] : ['c2']);
		}
	});

	it('stands in the record as the words that were looked for there', async () => {
		const { sheet } = await openResult(
			LOCAL_PERSON,
			'q',
			'yarrow',
			{},
			{ sort: 'oldest', offset: 0, limit: 1 }
		);
		expect(sheet?.words.title.map(({ text }) => text).sort()).toEqual(['alarm*', 'night', 'quiet rooms']);
		expect(sheet?.words.abstract).toEqual(sheet?.words.title);
	});
});

/** BM25 over a title that counts twice and an abstract, read off the texts themselves. */
function scores(terms: readonly string[]): Map<string, number> {
	const bags = DRAFTS.map(({ key, item }) => ({ key, title: wordsOf(fold(item.title ?? '')), abstract: wordsOf(fold(item.abstract ?? '')) })); // prettier-ignore
	const length = ({ title, abstract }: (typeof bags)[number]) => 2 * title.length + abstract.length;
	const mean = bags.reduce((sum, bag) => sum + length(bag), 0) / bags.length;
	const times = (words: readonly string[], term: string) => words.filter((word) => word === term).length;
	return new Map(
		bags.map((bag) => [
			bag.key,
			terms.reduce((sum, term) => {
				const n = bags.filter(
					({ title, abstract }) => title.includes(term) || abstract.includes(term)
				).length;
				const tf = 2 * times(bag.title, term) + times(bag.abstract, term);
				const idf = Math.log(1 + (bags.length - n + 0.5) / (n + 0.5));
				return sum + (idf * tf * 2.2) / (tf + 1.2 * (0.25 + (0.75 * length(bag)) / mean));
			}, 0)
		])
	);
}

describe('the order of a result', () => {
	const year = (id: string) => Number(draftOf(id).item.issued?.['date-parts']?.[0][0] ?? 0);
	const ids = async (cql: string, sort: 'relevance' | 'newest' | 'oldest') =>
		(await searchIndex(LOCAL_PERSON, 'yarrow', { cql, sort, limit: 100 })).records.map(({ id }) => id);

	it.each([
		['noise', ['noise']],
		['noise or alarms', ['noise', 'alarms']],
		['"quiet rooms" or dc.subject = "Sleep"', ['quiet', 'rooms', ...contentWords('sleep')]]
	])(
		'is best match first for %s, as BM25 has it; ties by year, latest first, then as they came',
		async (cql, terms) => {
			const found = await ids(cql, 'relevance');
			expect(found.length).toBeGreaterThan(5);
			const by = scores(terms);
			const rank = (id: string) => Math.round((by.get(id) ?? 0) * 1e9);
			const wanted = [...found].sort((a, b) => rank(b) - rank(a) || year(b) - year(a) || (a < b ? -1 : 1));
			expect(found).toEqual(wanted);
		}
	);

	it('is by year in either direction, with what has none at the end', async () => {
		const newest = await ids('noise or alarms', 'newest');
		const oldest = await ids('noise or alarms', 'oldest');
		expect([...newest].sort()).toEqual([...oldest].sort());
		expect(newest).toEqual([...newest].sort((a, b) => year(b) - year(a) || (a < b ? -1 : 1)));
		expect(oldest).toEqual(
			[...oldest].sort((a, b) => (year(a) || 9999) - (year(b) || 9999) || (a < b ? -1 : 1))
		);
	});

	it('is one order for all pages, whatever their size', async () => {
		const whole = await ids('noise or alarms', 'relevance');
		for (const size of [1, 7, 40]) {
			const paged: string[] = [];
			for (let offset = 0; offset < whole.length; offset += size) {
				const { records } = await searchIndex(LOCAL_PERSON, 'yarrow', {
					cql: 'noise or alarms',
					offset,
					limit: size
				});
				paged.push(...records.map(({ id }) => id));
			}
			expect(paged).toEqual(whole);
		}
	});
});
