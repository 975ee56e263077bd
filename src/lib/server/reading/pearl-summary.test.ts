import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { logElsewhere, runStrategy } from '../runs/runs';
import '../wings';
import { pearlsOf, setPearl } from './pearl-recall';
import { headingsOfPearls, pearlsByCell, pearlsOfRuns, pearlsOfStrategy } from './pearl-summary';

const Y = 'https://y.example/';
const NOISE = { uri: `${Y}noise`, label: 'Noise, Indoor' };
const ALARMS = { uri: `${Y}alarm`, label: 'Alarms' };
const SLEEP = { uri: `${Y}sleep`, label: 'Sleep' };
const N = 60;
const hasNoise = (i: number) => i % 2 === 0;
const hasSleep = (i: number) => i % 3 === 0;
const hasAlarms = (i: number) => i % 5 < 2;
const saysRoad = (i: number) => i % 7 === 0;
const saysNight = (i: number) => i % 4 < 2;
const yearOf = (i: number) => 2000 + (i % 10);
const DRAFTS: RecordDraft[] = Array.from({ length: N }, (_, i) => ({
	key: `r${i}`,
	item: {
		id: `r${i}`,
		type: 'report',
		title: `Rooms ${i} ${saysNight(i) ? 'at night' : 'by day'}${saysRoad(i) ? ' near a road' : ''}`,
		issued: { 'date-parts': [[yearOf(i)]] }
	},
	taggings: [
		...(hasNoise(i) ? [{ ...NOISE, chief: false }] : []),
		...(hasSleep(i) ? [{ ...SLEEP, chief: false }] : []),
		...(hasAlarms(i) ? [{ ...ALARMS, chief: false }] : [])
	],
	limits: {}
}));
const PEARLS = [0, 2, 6, 9, 12, 14, 21, 30, 36, 40, 41];
const keys = (some: number[]) => some.map((i) => `r${i}`);

let url: string;
const send = (command: Command) => changeInquiry(LOCAL_PERSON, 'quiet', command);
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await store('yarrow', DRAFTS);
	await createInquiry(LOCAL_PERSON, {
		id: 'quiet',
		title: 'Quiet',
		question: '',
		indexes: ['yarrow', 'fern']
	});
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'yarrow', headings: [NOISE], edition: '1' },
		{ kind: 'concept.add', id: 'c2', name: 'sleep' },
		{ kind: 'pick.add', id: 'p2', conceptId: 'c2', indexCode: 'yarrow', headings: [SLEEP], edition: '1' },
		{ kind: 'word.add', id: 'w2', conceptId: 'c2', text: 'night' },
		{ kind: 'concept.add', id: 'c3', name: 'roads' },
		{ kind: 'concept.set', id: 'c3', status: 'exclude' },
		{ kind: 'word.add', id: 'w3', conceptId: 'c3', text: 'road' },
		{ kind: 'concept.add', id: 'c4', name: 'waits' },
		{ kind: 'concept.set', id: 'c4', status: 'waiting' },
		{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2002 }] }
	] as Command[])
		await send(command);
});
afterAll(() => dropDatabase(url));

const inSleep = (i: number) => hasSleep(i) || saysNight(i);
const finds = (i: number) => hasNoise(i) && inSleep(i) && !saysRoad(i) && yearOf(i) >= 2002;

describe('pearls at work', () => {
	it('are nothing while none is marked', async () => {
		expect(await pearlsByCell(LOCAL_PERSON, 'quiet')).toEqual({});
		expect(await pearlsOfRuns(LOCAL_PERSON, 'quiet')).toEqual({});
		expect(await pearlsOfStrategy(LOCAL_PERSON, 'quiet', 'yarrow', [])).toMatchObject({ of: 0, keptOut: [] });
		expect(await headingsOfPearls(LOCAL_PERSON, 'quiet', 'yarrow', 'c1')).toEqual([]);
		for (const i of PEARLS) await setPearl(LOCAL_PERSON, 'quiet', 'yarrow', `r${i}`, true);
	});

	it('are caught by cells as going through them says, by headings and with words', async () => {
		// A word that cannot be looked for catches nothing, and is no reason to fail.
		await send({ kind: 'word.add', id: 'w9', conceptId: 'c1', text: '***' });
		const cells = await pearlsByCell(LOCAL_PERSON, 'quiet');
		await send({ kind: 'word.remove', id: 'w9' });
		const caught = (holds: (i: number) => boolean) => PEARLS.filter(holds).length;
		expect(cells).toEqual({
			'c1:yarrow': { of: PEARLS.length, headings: caught(hasNoise), any: caught(hasNoise) },
			'c2:yarrow': { of: PEARLS.length, headings: caught(hasSleep), any: caught(inSleep) },
			'c3:yarrow': { of: PEARLS.length, headings: 0, any: caught(saysRoad) }
		});
	});

	it('are kept out by blocks, NOT and limits, each by name; a try names those it loses and gains', async () => {
		const now = await pearlsOfStrategy(LOCAL_PERSON, 'quiet', 'yarrow', []);
		expect(now.found).toBe(PEARLS.filter(finds).length);
		const out = Object.fromEntries(
			now.keptOut.map(({ by, id, pearls }) => [`${by} ${id}`, pearls.map((one) => one.id)])
		);
		expect(out).toEqual({
			'block c1': keys(PEARLS.filter((i) => !hasNoise(i))),
			'block c2': keys(PEARLS.filter((i) => !inSleep(i))),
			'block c3': keys(PEARLS.filter(saysRoad)),
			'limit dc.date': keys(PEARLS.filter((i) => yearOf(i) < 2002))
		});
		const tried = await pearlsOfStrategy(LOCAL_PERSON, 'quiet', 'yarrow', [
			{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', to: 2004 }] }
		]);
		const then = (i: number) => hasNoise(i) && inSleep(i) && !saysRoad(i) && yearOf(i) <= 2004;
		expect(tried.lost.map(({ id }) => id)).toEqual(keys(PEARLS.filter((i) => finds(i) && !then(i))));
		expect(tried.gained.map(({ id }) => id)).toEqual(keys(PEARLS.filter((i) => !finds(i) && then(i))));
		expect(tried.lost.length).toBeGreaterThan(0);
	});

	it('are what runs found of them, where their records are known', async () => {
		const run = await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
		const other = await logElsewhere(LOCAL_PERSON, 'quiet', { indexCode: 'yarrow', text: 'x', count: 2, at: new Date(), note: '' }); // prettier-ignore
		const found = await pearlsOfRuns(LOCAL_PERSON, 'quiet');
		expect(found[run]).toMatchObject({ of: PEARLS.length });
		expect(found[run].found.map(({ id }) => id)).toEqual(keys(PEARLS.filter(finds)));
		expect(found[other]).toBeUndefined();
	});

	it('share headings, counted by hand; what each would add comes true, and lets pearls through', async () => {
		const shared = await headingsOfPearls(LOCAL_PERSON, 'quiet', 'yarrow', 'c1');
		const on = { [NOISE.uri]: hasNoise, [SLEEP.uri]: hasSleep, [ALARMS.uri]: hasAlarms };
		expect(shared.map(({ uri }) => uri).sort()).toEqual(Object.keys(on).sort());
		for (const { uri, pearls, all, missed } of shared) {
			expect(pearls).toBe(PEARLS.filter(on[uri]).length);
			expect(all).toBe(Array.from({ length: N }, (_, i) => i).filter(on[uri]).length);
			expect(missed).toBe(PEARLS.filter((i) => on[uri](i) && !finds(i)).length);
		}
		expect(
			(await headingsOfPearls(LOCAL_PERSON, 'quiet', 'yarrow', 'c4')).every(({ adds }) => adds === null)
		).toBe(true);
		const recall = async () =>
			(await pearlsOf(LOCAL_PERSON, 'quiet')).find(({ index }) => index === 'yarrow')?.recall ?? 0;
		const before = await recall();
		const count = async () => Array.from({ length: N }, (_, i) => i).filter(finds).length;
		const alarms = shared.find(({ uri }) => uri === ALARMS.uri);
		const wider = (i: number) =>
			(hasNoise(i) || hasAlarms(i)) && inSleep(i) && !saysRoad(i) && yearOf(i) >= 2002;
		expect(alarms?.adds).toBe(Array.from({ length: N }, (_, i) => i).filter(wider).length - (await count()));
		await send({ kind: 'pick.add', id: 'p9', conceptId: 'c1', indexCode: 'yarrow', headings: [ALARMS], edition: '1' }); // prettier-ignore
		expect(await recall()).toBe(PEARLS.filter(wider).length / PEARLS.length);
		expect(await recall()).toBeGreaterThanOrEqual(before);
	});
});
