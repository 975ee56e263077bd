import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { restoredSettings, runStrategy } from '../runs/runs';
import { findRecords } from '../search/searching';
import '../wings';
import { checkOf, checkOfAll, judgedCheck } from './strategy-check';
import { setPearl } from './pearl-recall';

const Y = 'https://y.example/';
const [NOISE, ALARMS, SLEEP] = [['noise', 'Noise, Indoor'], ['alarm', 'Alarms'], ['sleep', 'Sleep']].map(([name, label]) => ({ uri: `${Y}${name}`, label })); // prettier-ignore

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow();
	await store(
		'yarrow',
		Array.from({ length: 60 }, (_, i) => ({
			key: `r${i}`,
			item: {
				id: `r${i}`,
				type: 'report',
				title: `${i % 4 ? 'Din' : 'Color'} on ${i % 7 ? 'wards' : 'roads'}`,
				abstract: i % 2 ? 'Alarms and sleep.' : 'Naps.',
				...(i % 4 !== 2 && { issued: { 'date-parts': [[1996 + (i % 25)]] } })
			},
			taggings: [
				...(i % 3 === 0 ? [{ ...NOISE, chief: i % 2 === 0 }] : []),
				...(i % 4 === 1 ? [{ ...ALARMS, chief: i % 8 === 1 }] : []),
				...(i % 5 === 2 ? [{ ...SLEEP, chief: true }] : [])
			]
		}))
	);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
	for (const command of [
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{
			kind: 'pick.add',
			id: 'p',
			conceptId: 'c',
			indexCode: 'yarrow',
			edition: '1',
			headings: [NOISE],
			chief: true
		},
		{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'colour' },
		{ kind: 'word.add', id: 'z', conceptId: 'c', text: 'zebras' },
		{ kind: 'concept.add', id: 'x', name: 'roads' },
		{ kind: 'concept.set', id: 'x', status: 'exclude' },
		{ kind: 'word.add', id: 'y', conceptId: 'x', text: 'roads' },
		{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 1995 }] }
	] as Command[])
		await changeInquiry(LOCAL_PERSON, 'q', command);
	await setPearl(LOCAL_PERSON, 'q', 'yarrow', 'r0', true);
});
afterAll(() => dropDatabase(url));

const check = () => checkOf(LOCAL_PERSON, 'q', 'yarrow');
const count = async () => (await findRecords('q', 'yarrow')).result.size;

describe('the check of a strategy over real records', () => {
	it('brings what headings, words, spelling, limits and pearls say, the largest effect first', async () => {
		const findings = await check();
		const rules = findings.map(({ rule }) => rule);
		for (const rule of ['narrower-not-taken', 'chief-only', 'finds-nothing', 'entry-term-missing', 'spelling-missing', 'limit-drops-unlabelled', 'exclusion-loses-pearls'])
			expect(rules, rule).toContain(rule);
		const effects = findings.map(({ effect }) => Math.abs(effect));
		expect(effects).toEqual([...effects].sort((a, b) => b - a));
	}); // prettier-ignore

	it('says of every mend what it comes to: made alone, it changes the count by just that', async () => {
		const before = await count();
		for (const { rule, effect, mend } of await check()) {
			if (!mend) continue;
			await changeInquiry(LOCAL_PERSON, 'q', mend);
			expect((await count()) - before, rule).toBe(effect);
			await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
			expect(await count()).toBe(before);
		}
	});

	it('has less to say once its mends are made', async () => {
		const before = await check();
		for (const rule of ['narrower-not-taken', 'entry-term-missing', 'exclusion-loses-pearls']) {
			const mend = before.find((one) => one.rule === rule)?.mend;
			await changeInquiry(LOCAL_PERSON, 'q', mend as Command);
		}
		const after = (await check()).map(({ rule }) => rule);
		expect(after).not.toContain('narrower-not-taken');
		expect(after).not.toContain('exclusion-loses-pearls');
		expect(after.length).toBeLessThan(before.length);
	});

	it('keeps what was left as it is with its reason, in each index its own, until it is taken up again', async () => {
		const [first, second] = await judgedCheck(LOCAL_PERSON, 'q', 'yarrow');
		expect(first.left).toBeUndefined();
		const left = { [first.name]: 'Meant so.' };
		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'strategy.set', indexCode: 'yarrow', left });
		const [all] = await checkOfAll(LOCAL_PERSON, 'q');
		expect(all.code).toBe('yarrow');
		expect(all.findings.find(({ name }) => name === first.name)?.left).toBe('Meant so.');
		expect(all.findings.find(({ name }) => name === second.name)?.left).toBeUndefined();
		// It is not of the search: a run that is made the strategy again leaves it.
		const run = await runStrategy(LOCAL_PERSON, 'q', 'yarrow');
		const { commands } = await restoredSettings(LOCAL_PERSON, 'q', run);
		expect(commands).toHaveLength(1);
		expect(commands[0]).not.toHaveProperty('left');
		await undoOrRedo(LOCAL_PERSON, 'q', 'undo');
		expect((await judgedCheck(LOCAL_PERSON, 'q', 'yarrow'))[0].left).toBeUndefined();
	});

	it('says so where there is no such index or inquiry', async () => {
		await expect(checkOf(LOCAL_PERSON, 'q', 'fern')).rejects.toMatchObject({ status: 404 });
		await expect(checkOf(LOCAL_PERSON, 'none', 'yarrow')).rejects.toMatchObject({ status: 404 });
	});
});
