import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { combineRuns, listRuns, logElsewhere, restoredSettings, runStrategy } from '../runs/runs';
import '../wings';
import { keepResult } from './keeping-results';
import { overlapOf, type Among } from './overlaps';
import { amongOf, askedOf } from './reading-schema';
import { readRecords } from './results';

const Y = 'https://y.example/';
const NOISE = { uri: `${Y}noise`, label: 'Noise, Indoor' };
const SLEEP = { uri: `${Y}sleep`, label: 'Sleep' };
const hasNoise = (i: number) => i % 2 === 0;
const hasSleep = (i: number) => i % 3 === 0;
const saysWard = (i: number) => i % 5 === 0;
const N = 90;
const DRAFTS: RecordDraft[] = Array.from({ length: N }, (_, i) => ({
	key: `r${i}`,
	item: {
		id: `r${i}`,
		type: 'article-journal',
		title: saysWard(i) ? 'On the ward' : 'Elsewhere',
		author: [{ family: i % 4 ? 'Ashdene' : 'Ashdene Marl', given: 'K.' }],
		'container-title': `Review ${i % 3}`,
		issued: { 'date-parts': [[2000 + (i % 6)]] }
	},
	taggings: [...(hasNoise(i) ? [{ ...NOISE, chief: i % 4 === 0 }] : []), ...(hasSleep(i) ? [{ ...SLEEP, chief: false }] : [])],
	limits: {} as Record<string, string[]>
})); // prettier-ignore

let url: string;
const send = async (...commands: Command[]) => {
	for (const command of commands) await changeInquiry(LOCAL_PERSON, 'quiet', command);
};
beforeAll(async () => {
	url = await databaseWithYarrow('empty');
	await store('yarrow', DRAFTS);
	await createInquiry(LOCAL_PERSON, {
		id: 'quiet',
		title: 'Quiet',
		question: '',
		indexes: ['yarrow', 'empty']
	});
	await send(
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'concept.add', id: 'c2', name: 'wards' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'yarrow', headings: [NOISE], edition: '1' },
		{ kind: 'pick.add', id: 'p2', conceptId: 'c1', indexCode: 'yarrow', headings: [SLEEP], edition: '1' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c2', text: 'ward' }
	); // prettier-ignore
	await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
	await send({ kind: 'strategy.set', indexCode: 'yarrow', off: ['p2'] });
	await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
	await send({
		kind: 'strategy.set',
		indexCode: 'yarrow',
		off: [],
		limits: [{ field: 'dc.date', from: 2003 }]
	});
	await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
	await send({ kind: 'strategy.set', indexCode: 'yarrow', limits: [] });
});
afterAll(() => dropDatabase(url));

const records = Array.from({ length: N }, (_, i) => i);
const RUNS = [
	(i: number) => (hasNoise(i) || hasSleep(i)) && saysWard(i),
	(i: number) => hasNoise(i) && saysWard(i),
	(i: number) => (hasNoise(i) || hasSleep(i)) && saysWard(i) && i % 6 >= 3
];
const opened = async (query: string) => {
	const asked = askedOf(new URL(`https://x.example/?${query}`));
	const found = await readRecords(LOCAL_PERSON, 'quiet', 'yarrow', asked, {
		sort: 'oldest',
		offset: 0,
		limit: 1_000
	});
	return { ...found, ids: found.page.records.map(({ id }) => Number(id.slice(1))).sort((a, b) => a - b) };
};
const keep = (query: string) =>
	keepResult(LOCAL_PERSON, 'quiet', 'yarrow', askedOf(new URL(`https://x.example/?${query}`)));

describe('how sets overlap', () => {
	it.each([
		['runs.1.2.3', RUNS],
		['lines.c1', [hasNoise, hasSleep]],
		['blocks', [(i: number) => hasNoise(i) || hasSleep(i), saysWard]]
	] as [string, ((i: number) => boolean)[]][])(
		'%s is what going through the records finds, and opens so',
		async (name, holds) => {
			const overlap = await overlapOf(LOCAL_PERSON, 'quiet', 'yarrow', amongOf(name));
			expect(overlap.sets.map(({ count }) => count)).toEqual(holds.map((own) => records.filter(own).length));
			const membersOf = (i: number) => holds.flatMap((own, set) => (own(i) ? [set] : []));
			expect(overlap.total).toBe(records.filter((i) => membersOf(i).length > 0).length);
			expect(overlap.pairs).toEqual(
				holds.map((one) => holds.map((other) => records.filter((i) => one(i) && other(i)).length))
			);
			for (const { members, count } of overlap.regions) {
				const expected = records.filter((i) => membersOf(i).join() === members.join());
				expect(count).toBe(expected.length);
				expect((await opened(`among=${name}&members=${members.join('.')}`)).ids).toEqual(expected);
			}
		}
	);

	it('passes over a word that cannot be looked for', async () => {
		const before = await overlapOf(LOCAL_PERSON, 'quiet', 'yarrow', { of: 'lines', block: 'c2' });
		await send({ kind: 'word.add', id: 'w9', conceptId: 'c2', text: '***' });
		expect(await overlapOf(LOCAL_PERSON, 'quiet', 'yarrow', { of: 'lines', block: 'c2' })).toEqual(before);
		expect((await overlapOf(LOCAL_PERSON, 'quiet', 'yarrow', { of: 'blocks' })).sets).toHaveLength(2);
		await send({ kind: 'word.remove', id: 'w9' });
	});

	it('is said in words where a region is opened', async () => {
		const words = async (query: string) => {
			const { title } = await opened(query);
			return `${title?.before} ${title?.after}`.trim();
		};
		expect(await words('among=runs.1.2.3&members=0.2')).toBe('in run 1 and run 3 and not in run 2');
		expect(await words('among=lines.c1&members=0.1')).toBe('in Noise, Indoor and Sleep');
		expect(await words('among=runs.1.2.3&members=1')).toBe('in run 2 and in none of run 1 and run 3');
	});

	it('is refused for what cannot be set beside each other, in words', async () => {
		for (const name of ['', 'runs', 'runs.1', 'runs.x.2', 'lines', 'blocks.c1', 'words.a'])
			expect(() => amongOf(name), name).toThrow();
		const overlap = (among: Among) => overlapOf(LOCAL_PERSON, 'quiet', 'yarrow', among);
		await expect(overlap({ of: 'runs', runs: [1, 77] })).rejects.toThrow('There is no run 77');
		await expect(overlap({ of: 'lines', block: 'gone' })).rejects.toThrow('no such block any more');
		await logElsewhere(LOCAL_PERSON, 'quiet', {
			indexCode: 'yarrow',
			text: 'x',
			count: 3,
			at: new Date(),
			note: ''
		});
		await expect(overlap({ of: 'runs', runs: [1, 4] })).rejects.toThrow('made elsewhere');
	});
});

describe('a result that is kept', () => {
	it.each([
		['a value of a field', 'sift=[{"by":"source","how":"any","values":["Review 1"]}]', true],
		[
			'headings together',
			`whole=yes&sift=[{"by":"heading","how":"all","values":["${NOISE.uri}","${SLEEP.uri}"]}]`,
			true
		],
		[
			'with broader',
			`whole=yes&sift=[{"by":"headingWithBroader","how":"any","values":["${NOISE.uri}"]}]`,
			true
		],
		['without a year', 'sift=[{"by":"year","how":"out","values":["2003","2004"]}]', true],
		[
			'one after another',
			'run=1&sift=[{"by":"year","how":"any","values":["2002"]},{"by":"source","how":"out","values":["Review 0"]}]',
			true
		],
		// The words of a shorter name are also in the longer one, so no text of words finds just these.
		[
			'an author whose name others have in theirs',
			'whole=yes&sift=[{"by":"author","how":"any","values":["K. Ashdene"]}]',
			false
		],
		['no label', 'sift=[{"by":"funder","how":"unlabelled","values":[]}]', false],
		['a region', 'among=runs.1.2.3&members=0.2', false],
		['a difference of runs', 'run=1&beside=2&which=only', false],
		['a part of the strategy', 'part=only.line.p1', false]
	])(
		'by %s is a run with just these records; with a text where one finds them',
		async (_, query, hasText) => {
			const { ids } = await opened(query);
			expect(ids.length).toBeGreaterThan(0);
			const kept = await keep(query);
			expect(kept.hasText).toBe(hasText);
			expect((await opened(`run=${kept.number}`)).ids).toEqual(ids);
			const [run] = await listRuns(LOCAL_PERSON, 'quiet');
			expect(run).toMatchObject({ number: kept.number, kind: 'kept', count: ids.length });
			expect(run.name).not.toMatch(/undefined|^\s|^that /);
			const restored = restoredSettings(LOCAL_PERSON, 'quiet', kept.number);
			if (!hasText) return void (await expect(restored).rejects.toThrow('cannot be written as a strategy'));
			const { commands, now } = await restored;
			expect(now).toBe(ids.length);
			for (const command of commands) await send(command);
			expect((await opened('')).ids).toEqual(ids);
			await send({ kind: 'strategy.set', indexCode: 'yarrow', text: '' });
		}
	);

	it('can be combined, and a combination can become the strategy', async () => {
		const number = await combineRuns(LOCAL_PERSON, 'quiet', 'not', [1, 2]);
		const { commands, then, now } = await restoredSettings(LOCAL_PERSON, 'quiet', number);
		expect([then, now]).toEqual([records.filter((i) => RUNS[0](i) && !RUNS[1](i)).length, then]);
		for (const command of commands) await send(command);
		expect((await opened('')).page.count).toBe(now);
		await send({ kind: 'strategy.set', indexCode: 'yarrow', text: '' });
		const { number: region } = await keep('among=runs.1.2.3&members=0.2');
		const both = await combineRuns(LOCAL_PERSON, 'quiet', 'and', [1, region]);
		expect((await opened(`run=${both}`)).page.count).toBe((await opened(`run=${region}`)).page.count);
		// Half of it cannot be written, so the whole cannot.
		await expect(restoredSettings(LOCAL_PERSON, 'quiet', both)).rejects.toThrow('cannot be written');
	});
});
