import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { fold, wordsOf } from '../../../core/text';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { LOCAL_PERSON } from '../people/access';
import { openResult } from '../reading/opened.test-aid';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import '../wings';
import { lookupInIndex, spokenInIndexes } from './look-up-by-records';

const Y = 'https://y.example/';
const LABELS: Record<string, string> = { noise: 'Noise, Indoor', alarm: 'Alarms', sleep: 'Sleep' };
const WORDS = ['dozing', 'bells', 'quiet', 'ward', 'night', 'visitors', 'tea'];

/** Two hundred records whose words follow from their number, so that any other way of counting can be tried on them. */
const DRAFTS: RecordDraft[] = Array.from({ length: 200 }, (_, i) => {
	const words = WORDS.filter((_, k) => (i * 7 + k * 13) % (k + 3) === 0);
	const names = [
		...(words.includes('dozing') || i % 11 === 0 ? ['sleep'] : []),
		...(words.includes('bells') ? ['alarm'] : []),
		...(i % 5 === 0 ? ['noise'] : [])
	];
	const [inTitle, inAbstract] = [words.filter((_, k) => k % 2 === 0), words.filter((_, k) => k % 2 === 1)];
	return {
		key: `r${i}`,
		item: { id: `r${i}`, type: 'report', title: `On ${inTitle.join(' ')}`, abstract: inAbstract.join(' ') },
		taggings: names.map((name) => ({ uri: Y + name, label: LABELS[name], chief: false }))
	};
});

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', DRAFTS);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
});
afterAll(() => dropDatabase(url));

const saying = (text: string) =>
	DRAFTS.filter(({ item }) => {
		const own = wordsOf(fold(`${item.title} ${item.abstract}`));
		return wordsOf(fold(text)).every((word) => own.includes(word));
	});
const has = ({ taggings }: RecordDraft, uri: string) => taggings.some((one) => one.uri === uri);
const spoken = async (text: string) => (await spokenInIndexes(LOCAL_PERSON, ['yarrow'], text))[0];
const PAGE = { sort: 'relevance', offset: 0, limit: 1 } as const;
const opened = async (said: string) =>
	(await openResult(LOCAL_PERSON, 'q', 'yarrow', { said }, PAGE)).page.count;

describe('look-up by what records say', () => {
	it('counts the records that say a word, and the headings on them, as going through them does', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.uniqueArray(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 2 }),
				async (words) => {
					const text = words.join(' ');
					const records = saying(text);
					const { of, isWhole, matches } = await spoken(text);
					// Fewer than twenty that hold two words are joined by the nearest others.
					fc.pre(words.length === 1 || records.length >= 20);
					expect({ of, isWhole }).toEqual({ of: records.length, isWhole: records.length > 0 });
					expect(await opened(text)).toBe(of);
					for (const { heading, evidence, tier, matched } of matches) {
						const on = records.filter((draft) => has(draft, heading.uri)).length;
						const whole = DRAFTS.filter((draft) => has(draft, heading.uri)).length;
						expect(evidence).toEqual({
							on,
							of,
							lift: expect.closeTo(on / of / (whole / DRAFTS.length), 8),
							words: expect.arrayContaining(words)
						});
						expect([tier, matched.kind]).toEqual(['records', 'records']);
					}
					// What comes so much oftener is there; what comes no oftener is not.
					for (const name of Object.keys(LABELS)) {
						const on = records.filter((draft) => has(draft, Y + name)).length;
						const whole = DRAFTS.filter((draft) => has(draft, Y + name)).length;
						const times = on / records.length / (whole / DRAFTS.length);
						const isThere = matches.some(({ heading }) => heading.uri === Y + name);
						expect(isThere).toBe(on >= 3 && times > 1 && (whole <= 10 || times >= 2));
					}
				}
			)
		);
	});

	it('leads to a heading that no label says, and says both reasons where a label does too', async () => {
		const { matches } = await lookupInIndex(LOCAL_PERSON, 'yarrow', 'dozing', 5);
		expect(matches[0]).toMatchObject({ heading: { label: 'Sleep' }, tier: 'records' });
		const alone = await lookupInIndex(LOCAL_PERSON, 'yarrow', 'dozing', 5, false);
		expect(alone.matches.filter(({ tier }) => tier !== 'typo')).toEqual([]);
		const [alarms] = (await lookupInIndex(LOCAL_PERSON, 'yarrow', 'alarms', 5)).matches;
		expect(alarms).toMatchObject({ heading: { label: 'Alarms' }, tier: 'exact' });
	});

	it('takes the nearest records where few or none hold all of a text, and opens just those', async () => {
		const { of, isWhole, words } = await spoken('dozing visitors in xylophones');
		expect(of).toBeGreaterThan(0);
		expect(of).toBeLessThanOrEqual(50);
		expect(isWhole).toBe(false);
		expect(words).not.toContain('xylophones');
		expect(await opened('dozing visitors in xylophones')).toBe(of);
		// A plural that no record has is looked for as its singular.
		expect((await spoken('wards')).of).toBe(saying('ward').length);
	});

	it.each([
		['nothing but words without a subject', 'of the and'],
		['one letter', 'x'],
		['another script', '音響'],
		['signs alone', '?! –'],
		['a text at the limit', 'zebra '.repeat(83)]
	])('says what it can of %s, and nothing else', async (_, text) => {
		expect(await spoken(text)).toMatchObject({ of: 0, matches: [] });
		const { matches } = await lookupInIndex(LOCAL_PERSON, 'yarrow', text, 5);
		expect(matches.every(({ tier }) => tier !== 'records')).toBe(true);
	});

	it('refuses a text longer than can be typed, and says how long it can be', async () => {
		const long = 'a'.repeat(501);
		const refused = { status: 422, code: 'too-long' };
		await expect(spokenInIndexes(LOCAL_PERSON, ['yarrow'], long)).rejects.toMatchObject(refused);
		await expect(lookupInIndex(LOCAL_PERSON, 'yarrow', long, 5)).rejects.toMatchObject(refused);
	});

	it('has nothing to say of an index without records or without a vocabulary', async () => {
		expect(await spokenInIndexes(LOCAL_PERSON, ['fern', 'nowhere'], 'dozing')).toEqual([
			{ code: 'fern', of: 0, words: [], isWhole: false, matches: [] },
			{ code: 'nowhere', of: 0, words: [], isWhole: false, matches: [] }
		]);
		await expect(spokenInIndexes(undefined, ['yarrow'], 'dozing')).rejects.toMatchObject({ status: 401 });
	});

	it('follows what comes in and what goes', async () => {
		const before = (await spoken('tea')).of;
		const more = { ...DRAFTS[1], key: 'more', item: { ...DRAFTS[1].item, title: 'Tea', abstract: 'tea' } };
		await store('yarrow', [more]);
		expect((await spoken('tea')).of).toBe(before + 1);
		await store('yarrow', [{ ...more, item: { ...more.item, title: 'Coffee', abstract: '' } }]);
		expect((await spoken('tea')).of).toBe(before);
	});
});
