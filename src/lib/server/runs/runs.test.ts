import fc from 'fast-check';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SEARCHES, type Command } from '../../../core/crosswalk';
import { type LimitSetting } from '../../../core/search';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import '../wings';
import { inquiryDocument, type InquiryDocument } from '../inquiry/document-schema';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { coverageOf } from '../crosswalk/coverage';
import { compareRuns } from './comparing-runs';
import { combineRuns, listRuns, logElsewhere, repeatRun, restoredSettings, runStrategy } from './runs';
import { openResult, runPage } from '../reading/opened.test-aid';
import { searchIndex, strategyView, tryCommands } from '../search/searching';
import { RIS, take, databaseWithYarrow } from '../records/yarrow.test-aid';

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('empty');
	await take('application/x-research-info-systems', RIS);
});
afterAll(() => dropDatabase(url));

describe('the strategy of an inquiry', () => {
	const send = (...commands: Command[]) =>
		commands.reduce<Promise<unknown>>(
			(before, command) => before.then(() => changeInquiry(LOCAL_PERSON, 'quiet', command)),
			Promise.resolve()
		);
	const view = () => strategyView(LOCAL_PERSON, 'quiet', 'yarrow');

	it('is built from the crosswalk, run, kept, and compared with the run before', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'quiet', title: 'Quiet', question: '' });
		await send(
			{ kind: 'about.set', indexes: ['yarrow', 'empty'] },
			{ kind: 'concept.add', id: 'c1', name: 'noise' },
			{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'yarrow', headings: [{ uri: 'https://y.example/noise', label: 'Noise, Indoor' }], edition: '1' }
		); // prettier-ignore
		expect((await view()).yields?.count).toBe(2);
		expect(await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).toBe(1);
		const widened: Command = { kind: 'pick.set', id: 'p1', withNarrower: true };
		const tried = await tryCommands(LOCAL_PERSON, 'quiet', 'yarrow', [widened]);
		expect(tried.view.yields.count).toBe(3);
		expect(tried.trial).toEqual({
			before: 2,
			after: 3,
			gained: 1,
			lost: 0
		});
		expect((await view()).yields?.count).toBe(2);
		await send(widened, {
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [{ field: 'dc.date', lastYears: 200 }]
		});
		const limited = await view();
		expect(limited.yields?.limits).toEqual([
			{ field: 'dc.date', removes: 1, doesNotMatch: 0, notLabelled: 1, surviving: 2 }
		]);
		expect(await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).toBe(2);
		const compared = await compareRuns(LOCAL_PERSON, 'quiet', 1, 2);
		expect(compared).toMatchObject({ both: 2, gained: 0, lost: 0, recordsChanged: false });
		expect(compared.differences.map(({ change, effect }) => [change, effect])).toEqual([
			['changed', 1],
			['added', 0]
		]);
		const [second, first] = await listRuns(LOCAL_PERSON, 'quiet');
		expect(second.change).toEqual({ number: 1, by: 0 });
		expect(second.limits[0]).toMatch(/^Year: \d{4} to \d{4}$/);
		expect(first.cql).toBe('dc.subject = "Noise, Indoor"');
	});

	it('says how a run differs from the one it is the next version of, and of no other', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'texts', title: 'Texts', question: '', indexes: ['yarrow'] });
		const run = async (text: string) => {
			await changeInquiry(LOCAL_PERSON, 'texts', { kind: 'strategy.set', indexCode: 'yarrow', text });
			return runStrategy(LOCAL_PERSON, 'texts', 'yarrow');
		};
		const first = await run('noise or sleep');
		const author = await run('dc.creator = "Voss"');
		const wider = await run('noise or sleep or alarms');
		const both = await combineRuns(LOCAL_PERSON, 'texts', 'or', [first, author]);
		const same = await run('noise or sleep or alarms');
		const lines = await listRuns(LOCAL_PERSON, 'texts');
		const changeOf = (number: number) => lines.find((line) => line.number === number)?.change?.number;
		expect([first, author, wider, both, same].map(changeOf)).toEqual([undefined, undefined, first, undefined, wider]);
		// A combination is another search, and its parts can be told; the same text is the same search.
		const told = await compareRuns(LOCAL_PERSON, 'texts', first, both);
		expect(told).toMatchObject({ isTold: true, isSame: false });
		expect(await compareRuns(LOCAL_PERSON, 'texts', wider, same)).toMatchObject({ isSame: true, differences: [] });
	}); // prettier-ignore

	it('finds the same again when a run is restored, whatever has been changed since', async () => {
		const heading = fc.constantFrom('noise', 'alarm', 'sleep');
		const labels = { noise: 'Noise, Indoor', alarm: 'Alarms', sleep: 'Sleep' };
		const limit = fc.constantFrom<LimitSetting>(
			{ field: 'dc.date', from: 2010 },
			{ field: 'dc.date', lastYears: 8 },
			{ field: 'dc.type', values: ['journal article'] },
			{ field: 'oak.shift', values: ['night'] }
		);
		const texts = [
			'',
			'noise',
			'dc.subject = "Sleep" or cql.anywhere = "alarms"',
			'noise and dc.date >= 2000',
			'(noise or alarms) not (sleep and (night or wards)) and dc.date >= 1990'
		];
		const change = fc.oneof(
			fc.record({ kind: fc.constant('pick' as const), heading, concept: fc.constantFrom('c1', 'c2'), withNarrower: fc.boolean(), chief: fc.boolean() }),
			fc.record({ kind: fc.constant('word' as const), concept: fc.constantFrom('c1', 'c2'), text: fc.constantFrom('wards', 'night', 'alarm*') }),
			fc.record({ kind: fc.constant('status' as const), status: fc.constantFrom('required' as const, 'exclude' as const, 'waiting' as const) }),
			fc.record({ kind: fc.constant('limits' as const), limits: fc.uniqueArray(limit, { maxLength: 2, selector: ({ field }) => field }), lifted: fc.boolean() }),
			fc.record({ kind: fc.constant('limit-for-all' as const), limit }),
			fc.record({ kind: fc.constant('lift' as const), limit, lifted: fc.boolean() }),
			fc.record({ kind: fc.constant('field' as const), field: fc.constantFrom('title' as const, 'anywhere' as const) }),
			fc.record({ kind: fc.constant('searches' as const), concept: fc.constantFrom('c1', 'c2'), searches: fc.constantFrom(...SEARCHES) }),
			fc.record({ kind: fc.constant('place' as const), wordField: fc.constantFrom('anywhere' as const, 'keywords' as const, 'headings' as const) }),
			fc.record({ kind: fc.constant('text' as const), text: fc.constantFrom(...texts) }),
			fc.constant({ kind: 'remove' as const })
		); // prettier-ignore
		let made = 0;
		const commandsFor = async (id: string, step: typeof change extends fc.Arbitrary<infer T> ? T : never): Promise<Command[]> => {
			const { inquiry } = await readInquiry(LOCAL_PERSON, id);
			const at = { indexCode: 'yarrow' };
			switch (step.kind) {
				case 'pick':
					return [{ kind: 'pick.add', id: `p${made++}`, conceptId: step.concept, ...at, edition: '1', headings: [{ uri: `https://y.example/${step.heading}`, label: labels[step.heading] }], withNarrower: step.withNarrower, chief: step.chief }];
				case 'word':
					return [{ kind: 'word.add', id: `w${made++}`, conceptId: step.concept, text: step.text }];
				case 'status':
					return [{ kind: 'concept.set', id: 'c2', status: step.status }];
				case 'limits':
					return [{ kind: 'strategy.set', ...at, limits: step.limits, lifted: step.lifted }];
				case 'limit-for-all':
					return [{ kind: 'limit.set', limit: step.limit }];
				case 'lift':
					return Object.hasOwn(inquiry.limits, step.limit.field) ? [{ kind: 'limit.lift', field: step.limit.field, ...at, lifted: step.lifted }] : [];
				case 'field':
					return [{ kind: 'strategy.set', ...at, fields: { c1: step.field } }];
				case 'searches':
					return [{ kind: 'strategy.set', ...at, searches: { [step.concept]: step.searches } }];
				case 'place':
					return [{ kind: 'about.set', wordField: step.wordField }];
				case 'text':
					return [{ kind: 'strategy.set', ...at, text: step.text }];
				case 'remove':
					return Object.keys(inquiry.picks).slice(0, 1).map((pick): Command => ({ kind: 'pick.remove', id: pick }));
			}
		}; // prettier-ignore
		const steps = fc.array(change, { minLength: 1, maxLength: 6 });
		await fc.assert(
			fc.asyncProperty(steps, steps, async (before, after) => {
				const id = `restored-${made++}`;
				await createInquiry(LOCAL_PERSON, { id, title: 'Restored', question: '', indexes: ['yarrow'] });
				const carryOut = async (commands: Command[]) => {
					for (const command of commands) await changeInquiry(LOCAL_PERSON, id, command);
				};
				await carryOut([
					{ kind: 'concept.add', id: 'c1', name: 'noise' },
					{ kind: 'word.add', id: `w${made++}`, conceptId: 'c1', text: 'noise' },
					{ kind: 'concept.add', id: 'c2', name: 'sleep' },
					{ kind: 'word.add', id: `w${made++}`, conceptId: 'c2', text: 'sleep' }
				]);
				for (const step of before) await carryOut(await commandsFor(id, step));
				const number = await runStrategy(LOCAL_PERSON, id, 'yarrow');
				const page = { sort: 'oldest' as const, offset: 0, limit: 40 };
				const then = (await openResult(LOCAL_PERSON, id, 'yarrow', {}, page)).page;
				for (const step of after) await carryOut(await commandsFor(id, step));
				const restored = await restoredSettings(LOCAL_PERSON, id, number);
				expect(restored).toMatchObject({ then: then.count, now: then.count });
				await carryOut(restored.commands);
				const now = (await openResult(LOCAL_PERSON, id, 'yarrow', {}, page)).page;
				expect(now.records.map((record) => record.id)).toEqual(then.records.map((record) => record.id));
			}),
			{ numRuns: 40 }
		);
	});

	it('can be restored from a run, repeated, combined, and logged by hand', async () => {
		expect(await restoredSettings(LOCAL_PERSON, 'quiet', 1)).toMatchObject({
			commands: [{ text: 'dc.subject = "Noise, Indoor"', limits: [] }],
			then: 2,
			now: 2
		});
		expect(await restoredSettings(LOCAL_PERSON, 'quiet', 2)).toMatchObject({
			commands: [{ text: '', limits: [{ field: 'dc.date' }] }]
		});
		expect(await repeatRun(LOCAL_PERSON, 'quiet', 1)).toBe(3);
		expect(await combineRuns(LOCAL_PERSON, 'quiet', 'or', [1, 2])).toBe(4);
		expect(await runPage(LOCAL_PERSON, 'quiet', 4, { sort: 'oldest', offset: 0, limit: 10 })).toMatchObject({
			page: { count: 2 }
		});
		const at = new Date('2026-01-02');
		expect(
			await logElsewhere(LOCAL_PERSON, 'quiet', { indexCode: 'empty', text: 'x', count: 9, at, note: '' })
		).toBe(5);
		await expect(combineRuns(LOCAL_PERSON, 'quiet', 'and', [1, 5])).rejects.toThrow(/same subject index/);
		await expect(compareRuns(LOCAL_PERSON, 'quiet', 1, 5)).rejects.toThrow(/different subject indexes/);
		await expect(runPage(LOCAL_PERSON, 'quiet', 5, { sort: 'newest', offset: 0, limit: 1 })).rejects.toThrow(
			/made elsewhere/
		);
	});

	it('tells of each cell what its picks find and what its words add, for the indexes that have records', async () => {
		await send({ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'wards' });
		const found = async (cql: string) => (await searchIndex(LOCAL_PERSON, 'yarrow', { cql })).count;
		const headings = await found('dc.subject =/oak.narrower "Noise, Indoor"');
		const coverage = await coverageOf(LOCAL_PERSON, 'quiet');
		expect(coverage['c1:yarrow']).toEqual({
			headings,
			all: await found('dc.subject =/oak.narrower "Noise, Indoor" or wards'),
			picks: { p1: headings }
		});
		await expect(coverageOf(undefined, 'quiet')).rejects.toMatchObject({ status: 401 });
		await send({ kind: 'word.remove', id: 'w1' });
	});

	it('goes along with its runs in the document of the inquiry, and what they found where it is there', async () => {
		const document = v.parse(
			inquiryDocument(),
			JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, 'quiet')))
		) as InquiryDocument & { runs: { number: number; kind: string; records?: string[] }[] };
		expect(document.runs.map(({ number, kind, records }) => [number, kind, records?.length])).toEqual([
			[1, 'run', 2],
			[2, 'run', 2],
			[3, 'run', 2],
			[4, 'combined', 2],
			[5, 'elsewhere', undefined]
		]);
		const copy = await importInquiry(LOCAL_PERSON, document);
		const [own, taken] = [await listRuns(LOCAL_PERSON, 'quiet'), await listRuns(LOCAL_PERSON, copy)];
		expect(taken).toEqual(own);
		const wanted = { sort: 'newest', offset: 0, limit: 10 } as const;
		expect(await runPage(LOCAL_PERSON, copy, 4, wanted)).toEqual(
			await runPage(LOCAL_PERSON, 'quiet', 4, wanted)
		);
		expect(await runStrategy(LOCAL_PERSON, copy, 'yarrow')).toBe(6);

		// Where a record of it is not there, what a run found is not made up from the others.
		const elsewhere = document.runs.map((run) => ({
			...run,
			...(run.records && { records: ['never heard of', ...run.records.slice(1)] })
		}));
		const other = await importInquiry(LOCAL_PERSON, { ...document, runs: elsewhere });
		expect((await listRuns(LOCAL_PERSON, other))[1].count).toBe(2);
		await expect(runPage(LOCAL_PERSON, other, 4, wanted)).rejects.toThrow(/were not kept/);
		const twice = { ...document, runs: [...document.runs, document.runs[0]] };
		await expect(importInquiry(LOCAL_PERSON, twice)).rejects.toThrow(/one name/);
	});

	it('follows a typed text, and keeps one that cannot be read while the crosswalk’s is shown', async () => {
		await send({
			kind: 'strategy.set',
			indexCode: 'yarrow',
			limits: [],
			text: 'dc.subject = "Sleep" or (alarms and night)'
		});
		const typed = await view();
		expect(typed).toMatchObject({ typed: true, beyond: true, textFault: null });
		expect(typed.yields?.count).toBe(2);
		// What was typed holds its own limits, in a run and when that is repeated.
		await send({
			kind: 'strategy.set',
			indexCode: 'yarrow',
			text: '(dc.subject = "Sleep" or (alarms and night)) and dc.date < 2015'
		});
		const run = await runStrategy(LOCAL_PERSON, 'quiet', 'yarrow');
		const again = await repeatRun(LOCAL_PERSON, 'quiet', run);
		const counts = (await listRuns(LOCAL_PERSON, 'quiet')).map(({ number, count }) => [number, count]);
		expect(counts.slice(0, 2)).toEqual([
			[again, 1],
			[run, 1]
		]);
		await send({ kind: 'strategy.set', indexCode: 'yarrow', text: 'dc.subject = "Sleeep"' });
		const broken = await view();
		expect(broken.textFault).toMatchObject({ position: 13 });
		expect(broken.cql).toBe('dc.subject = "Sleeep"');
		expect(broken.strategy.blocks[0].name).toBe('noise');
		await expect(runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).rejects.toThrow(/not a heading/);
	});

	it('does not run with a required block that has nothing to search', async () => {
		await send(
			{ kind: 'strategy.set', indexCode: 'yarrow', text: '' },
			{ kind: 'concept.add', id: 'c2', name: 'rest' }
		);
		await expect(runStrategy(LOCAL_PERSON, 'quiet', 'yarrow')).rejects.toThrow(
			/“rest” has neither a pick nor a word/
		);
		expect((await view()).faults).toHaveLength(1);
	});
});
