/**
 * What windows send, over lines that fail, is tested against a server in memory too (client). This holds
 * that server to the real one: given the same sendings, both do, refuse and ask the same.
 */
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ServerInMemory } from '../../client/server.test-aid';
import type { Command } from '../../../core/crosswalk';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { ServiceError } from '../errors';
import { LOCAL_PERSON } from '../people/access';
import { createIndex } from '../vocabulary/subject-indexes';
import { createInquiry } from './inquiries';
import { changeInquiry, changesSince, readInquiry } from './inquiry-changes';
import '../wings';

let url: string;
let number = 0;

beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'alder', name: 'alder', discipline: 'engineering' });
});
afterAll(() => dropDatabase(url));

const conceptId = fc.constantFrom('c1', 'c2', 'c1', 'c2', 'c3');
const text = fc.constantFrom('noise', 'rest', 'walls');
const constant = <const T>(value: T) => fc.constant(value);
const BEGUN: Command[] = [
	{ kind: 'concept.add', id: 'c1', name: 'noise' },
	{ kind: 'concept.add', id: 'c2', name: 'rest' },
	{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' }
];
/** Few names, so that sendings meet, repeat each other and speak of what is not there. */
const single: fc.Arbitrary<Command> = fc.oneof(
	fc.record({ kind: constant('concept.add'), id: conceptId, name: text }),
	fc.record({ kind: constant('concept.set'), id: conceptId, name: text }),
	fc.record({
		kind: constant('concept.set'),
		id: conceptId,
		status: fc.constantFrom('required', 'waiting', 'exclude')
	}),
	fc.record({ kind: constant('concept.move'), id: conceptId, to: fc.nat({ max: 2 }) }),
	fc.record({ kind: constant('concept.remove'), id: conceptId }),
	fc.record({ kind: constant('concept.merge'), id: conceptId, into: conceptId }),
	fc.record({ kind: constant('word.add'), id: fc.constantFrom('w1', 'w2'), conceptId, text }),
	fc.record({ kind: constant('word.set'), id: fc.constantFrom('w1', 'w2'), text }),
	fc.record({
		kind: constant('pick.add'),
		id: fc.constantFrom('p1', 'p2'),
		conceptId,
		indexCode: constant('alder'),
		headings: text.map((label) => [{ uri: `https://a.example/${label}`, label }]),
		edition: constant('1')
	}),
	fc.record({ kind: constant('pick.set'), id: fc.constantFrom('p1', 'p2'), note: text }),
	fc.record({ kind: constant('pick.remove'), id: fc.constantFrom('p1', 'p2') }),
	fc.record({
		kind: constant('cell.noHeading'),
		conceptId,
		indexCode: constant('alder'),
		tried: text.map((word) => [word]),
		edition: constant('1')
	})
);
const command = fc.oneof(
	{ weight: 5, arbitrary: single },
	{
		weight: 1,
		arbitrary: fc.record({
			kind: constant('many'),
			title: constant('Several'),
			commands: fc.array(single, { minLength: 1, maxLength: 3 })
		})
	}
);
const step = fc.record({
	command,
	client: fc.constantFrom('window 1', 'window 2'),
	/** How many changes the sender has not seen yet. */
	unseen: fc.nat({ max: 4 }),
	tookOver: fc.boolean(),
	force: fc.oneof({ weight: 4, arbitrary: constant(false) }, { weight: 1, arbitrary: constant(true) }),
	/** Its answer was lost, and it is sent again right after or once others have been there. */
	again: fc.option(fc.nat({ max: 3 }), { freq: 2 })
});

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
const told = (done: { revision: number; changes: unknown; summary: string }) =>
	plain({ revision: done.revision, changes: done.changes, summary: done.summary });

describe('what windows send', () => {
	it('is done, refused and asked about by the real server as by the one in memory', async () => {
		const seen = { done: 0, again: 0, met: 0, refused: 0 };
		await fc.assert(
			fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 16 }), async (steps) => {
				const id = await createInquiry(LOCAL_PERSON, { id: `s${++number}`, title: 'Quiet', question: '' });
				for (const command of BEGUN) await changeInquiry(LOCAL_PERSON, id, command);
				const opened = await readInquiry(LOCAL_PERSON, id);
				const memory = new ServerInMemory(opened.inquiry);
				memory.revision = opened.revision;
				const sent = steps.map(({ command, client, tookOver, force }, i) => ({
					command: plain(command) as Command,
					client,
					...(tookOver ? { also: ['window 1'] } : {}),
					sending: `${id} ${i}`,
					force
				}));
				const queue = steps.flatMap(({ unseen, again }, i) =>
					again === null
						? [{ i, unseen, at: i }]
						: [
								{ i, unseen, at: i },
								{ i, unseen, at: i + again + 0.5 }
							]
				);
				const known = new Set<string>();
				for (const { i, unseen } of queue.sort((a, b) => a.at - b.at)) {
					const { command, ...sender } = {
						...sent[i],
						base: Math.max(opened.revision, memory.revision - unseen)
					};
					const expected = await memory.send({ command, ...sender });
					if (expected === 'away') throw new Error('Nothing is away here.');
					const real = await changeInquiry(LOCAL_PERSON, id, command, sender).catch((error: unknown) => {
						if (!(error instanceof ServiceError)) throw error;
						return error;
					});
					if (real instanceof ServiceError) {
						if (!('refused' in expected)) throw new Error(`Only the real one refuses: ${real.message}`);
						const { refused } = expected;
						expect(real.code).toBe(refused.code);
						if (real.code === 'collision') {
							seen.met++;
							const { collisions } = real.details as { collisions: unknown };
							expect(plain(collisions)).toEqual(
								plain((refused.details as { collisions: unknown }).collisions)
							);
						} else {
							seen.refused++;
							expect(real.message).toBe(refused.message);
						}
					} else {
						if (!('done' in expected)) throw new Error('Only the one in memory refuses.');
						seen[known.has(sender.sending) ? 'again' : 'done']++;
						known.add(sender.sending);
						expect(told(real)).toEqual(told(expected.done));
					}
				}
				const stands = await readInquiry(LOCAL_PERSON, id);
				expect(stands.inquiry).toEqual(memory.inquiry);
				expect(stands.revision).toBe(memory.revision);
				const { changes } = await changesSince(LOCAL_PERSON, id, opened.revision);
				expect(
					plain(changes.map(({ revision, rows, summary, client }) => [revision, rows, summary, client]))
				).toEqual(
					plain(memory.log.map(({ revision, rows, summary, client }) => [revision, rows, summary, client]))
				);
			}),
			{ numRuns: 60 }
		);
		// Each of the four came up often enough to speak of.
		for (const count of Object.values(seen)) expect(count).toBeGreaterThan(15);
	});
});
