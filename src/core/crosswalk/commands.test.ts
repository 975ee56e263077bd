import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CellsByPlace, cellState, inOrder, picksOf, wordsOfConcept } from './cells';
import { apply, invert, obstacle } from './changes';
import { collisions } from './collisions';
import { execute } from './commands';
import { command, empty, one, run } from './commands.test-aid';
import { reconcile } from './reconcile';
import { describe as inWords } from './describe';
import { CommandError, type Command } from './inquiry';

describe('commands', () => {
	it('are taken back whole by the inverse of their changes', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 25 }), (commands) => {
				run(empty, commands, (before, next) => {
					const changes = execute(before, next);
					const after = apply(before, changes);
					expect(obstacle(after, invert(changes))).toBeUndefined();
					expect(apply(after, invert(changes))).toEqual(before);
				});
			})
		);
	});

	it('change nothing in the state they are given', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 15 }), (commands) => {
				run(empty, commands, (before, next) => {
					const copy = structuredClone(before);
					apply(before, execute(before, next));
					expect(before).toEqual(copy);
				});
			})
		);
	});

	it('keep a cell from being both picked and without a heading, and keep no row of a removed concept', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 40 }), (commands) => {
				const state = run(empty, commands);
				for (const cell of Object.values(state.cells))
					if (cell.noHeading)
						expect(
							picksOf(state, cell.conceptId, cell.indexCode).every(({ role }) => role === 'rejected')
						).toBe(true);
				for (const table of ['words', 'cells', 'picks'] as const)
					for (const row of Object.values(state[table])) expect(state.concepts).toHaveProperty(row.conceptId);
			})
		);
	});

	it('never hold the same headings twice in a cell', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 40 }), (commands) => {
				const state = run(empty, commands);
				const names = Object.values(state.picks).map(
					(pick) => `${pick.conceptId}:${pick.indexCode}:${pick.headings.map(({ uri }) => uri).sort()}`
				);
				expect(new Set(names).size).toBe(names.length);
			})
		);
	});

	it('say in words what they do', () => {
		const state = run(empty, [{ kind: 'concept.add', id: '1', name: 'noise' }]);
		const pick: Command = {
			kind: 'pick.add', id: 'p', conceptId: '1', indexCode: 'a', headings: [{ uri: 'u', label: 'Walls' }, { uri: 'v', label: 'Paint' }], edition: ''
		}; // prettier-ignore
		expect(inWords(state, pick, () => 'Alder')).toBe('Picked Walls together with Paint in Alder for noise');
	});

	it('refuse no heading here where there are picks, and an unknown index', () => {
		const state = run(empty, [
			{ kind: 'concept.add', id: '1', name: 'noise' },
			{
				kind: 'pick.add',
				id: 'p',
				conceptId: '1',
				indexCode: 'a',
				headings: [{ uri: 'u', label: 'U' }],
				edition: ''
			}
		]);
		expect(cellState(state, '1', 'a')).toBe('picks');
		const deny: Command = { kind: 'cell.noHeading', conceptId: '1', indexCode: 'a', tried: [], edition: '' };
		expect(() => execute(state, deny)).toThrow(/has picks/);
		expect(() => execute(state, { ...deny, indexCode: 'zz' })).toThrow(/does not use/);
	});

	it('find the row that stands in the way when a change is taken back too late', () => {
		const one = run(empty, [{ kind: 'concept.add', id: '1', name: 'noise' }]);
		const rename = execute(one, { kind: 'concept.set', id: '1', name: 'sound' });
		const later = apply(
			apply(one, rename),
			execute(apply(one, rename), { kind: 'concept.set', id: '1', name: 'din' })
		);
		expect(obstacle(later, invert(rename))?.id).toBe('1');
	});

	it('come to the same whether given one by one or as one', () => {
		fc.assert(
			// Rows are found in another way from some number of commands on.
			fc.property(
				fc.oneof(fc.array(one, { maxLength: 8 }), fc.array(one, { minLength: 100, maxLength: 200 })),
				(commands) => {
					const worked: Command[] = [];
					const apart = run(empty, commands, (before, next) => {
						execute(before, next);
						worked.push(next);
					});
					const changes = execute(empty, { kind: 'many', title: 'All', commands: worked });
					expect(apply(empty, changes)).toEqual(apart);
					expect(apply(apart, invert(changes))).toEqual(empty);
				}
			)
		);
	});

	it('are bounded where each of them writes more than a row', () => {
		const asOne = (commands: Command[]) => () => execute(empty, { kind: 'many', title: 'All', commands });
		const times = (count: number, made: (i: number) => Command) => Array.from({ length: count }, (_, i) => made(i));
		expect(asOne(times(101, () => ({ kind: 'strategy.set', indexCode: 'a', lifted: true })))).toThrow(/At most 100 changes of strategies/);
		expect(asOne(times(501, (i) => ({ kind: 'concept.add', id: `c${i}`, name: `c${i}` })))).toThrow(/at most 500 concepts/);
		expect(asOne(times(500, (i) => ({ kind: 'concept.add', id: `c${i}`, name: `c${i}` })))).not.toThrow();
	}); // prettier-ignore

	it('file every cell as reading it one by one does', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 30 }), (commands) => {
				const state = run(empty, commands);
				const byPlace = new CellsByPlace(state);
				for (const concept of ['1', '2', '3'])
					for (const index of ['a', 'b']) {
						expect(byPlace.at(concept, index).state).toBe(cellState(state, concept, index));
						expect(byPlace.at(concept, index).picks).toEqual(picksOf(state, concept, index));
					}
			})
		);
	});

	it('cut nothing from a pick without narrower headings', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 30 }), (commands) => {
				for (const { withNarrower, cuts } of Object.values(run(empty, commands).picks))
					if (!withNarrower) expect(cuts).toEqual([]);
			})
		);
	});

	const start = run(empty, [
		{ kind: 'concept.add', id: '1', name: 'noise' },
		{ kind: 'concept.add', id: '2', name: 'din' },
		{ kind: 'concept.add', id: '3', name: 'rest' },
		{ kind: 'word.add', id: 'w1', conceptId: '1', text: 'Noise' },
		{ kind: 'word.add', id: 'w2', conceptId: '2', text: 'noise' },
		{ kind: 'word.add', id: 'w3', conceptId: '2', text: 'racket' },
		{ kind: 'pick.add', id: 'p1', conceptId: '1', indexCode: 'a', headings: [{ uri: 'u', label: 'U' }], edition: '' },
		{ kind: 'pick.add', id: 'p2', conceptId: '2', indexCode: 'a', headings: [{ uri: 'u', label: 'U' }], edition: '' },
		{ kind: 'pick.add', id: 'p3', conceptId: '2', indexCode: 'a', headings: [{ uri: 'v', label: 'V' }], edition: '' },
		{ kind: 'cell.noHeading', conceptId: '2', indexCode: 'b', tried: ['din'], edition: '' },
		{ kind: 'sighting.add', id: 's', text: 'Hubbub', conceptId: '2', seen: 'a record' }
	]); // prettier-ignore

	it('join two concepts without doubling and without a loss', () => {
		const joined = run(start, [{ kind: 'concept.merge', id: '2', into: '1' }]);
		expect(inOrder(joined.concepts).map(({ id: own }) => own)).toEqual(['1', '3']);
		expect(wordsOfConcept(joined, '1').map(({ text: word }) => word)).toEqual(['Noise', 'racket']);
		expect(picksOf(joined, '1', 'a').map(({ id: own }) => own)).toEqual(['p1', 'p3']);
		expect(cellState(joined, '1', 'b')).toBe('noHeading');
		expect(joined.sightings.s.conceptId).toBe('1');
		expect(() => execute(start, { kind: 'concept.merge', id: '1', into: '1' })).toThrow(/with itself/);
	});

	it('split a concept, which then stands next to what was left', () => {
		const parted = run(start, [
			{ kind: 'concept.split', id: '2', newId: '4', name: 'racket', words: ['w3'], picks: ['p3'] }
		]);
		expect(inOrder(parted.concepts).map(({ name }) => name)).toEqual(['noise', 'din', 'racket', 'rest']);
		expect(wordsOfConcept(parted, '4').map(({ id: own }) => own)).toEqual(['w3']);
		expect(picksOf(parted, '2', 'a').map(({ id: own }) => own)).toEqual(['p2']);
	});

	it('set a heading or word aside once, and again after it was dismissed', () => {
		const again = run(start, [
			{ kind: 'sighting.set', id: 's', state: 'dismissed' },
			{ kind: 'sighting.add', id: 's2', text: 'hubbub', conceptId: '2', seen: 'another record' }
		]);
		expect(Object.keys(again.sightings)).toEqual(['s']);
		expect(again.sightings.s).toMatchObject({ state: 'open', seen: 'a record' });
		expect(run(start, [{ kind: 'concept.remove', id: '2' }]).sightings.s.conceptId).toBe('');
	});
});

describe('changes of two people at once', () => {
	const base = run(empty, [
		{ kind: 'concept.add', id: '1', name: 'noise' },
		{ kind: 'pick.add', id: 'p', conceptId: '1', indexCode: 'a', headings: [{ uri: 'u', label: 'Walls' }], edition: '' }
	]); // prettier-ignore
	const meet = (theirs: Command, yours: Command) => {
		const now = run(base, [theirs]);
		return collisions(execute(now, yours), ({ id: row }) => base.picks[row] ?? null);
	};

	it('meet where they change the same part differently, and are named in words', () => {
		expect(
			meet(
				{ kind: 'pick.set', id: 'p', fit: 'close' },
				{ kind: 'pick.set', id: 'p', fit: 'exact', note: 'x' }
			)
		).toEqual([{ what: 'Walls', part: 'fit', yours: 'exact', theirs: 'close' }]);
		expect(meet({ kind: 'pick.set', id: 'p', fit: 'close' }, { kind: 'pick.remove', id: 'p' })).toEqual([
			{ what: 'Walls', part: 'as a whole', yours: 'removed', theirs: 'changed' }
		]);
	});

	it('go together where they change other parts, or say the same', () => {
		expect(
			meet({ kind: 'pick.set', id: 'p', fit: 'close' }, { kind: 'pick.set', id: 'p', note: 'x' })
		).toEqual([]);
		expect(
			meet({ kind: 'pick.set', id: 'p', fit: 'close' }, { kind: 'pick.set', id: 'p', fit: 'close' })
		).toEqual([]);
	});

	const attempt = (work: () => ReturnType<typeof reconcile>) => {
		try {
			return work();
		} catch (error) {
			if (error instanceof CommandError) return undefined;
			throw error;
		}
	};
	/** What a row says, limits of an index each apart, as they are set one by one. */
	const parts = (row: object | null): Record<string, unknown> => {
		const { limits = [], ...others } = (row ?? {}) as { limits?: { field: string }[] };
		return { ...others, ...Object.fromEntries(limits.map((limit) => [`limit ${limit.field}`, limit])) };
	};
	const value = (row: object | null, part: string) => JSON.stringify(parts(row)[part]);

	it('are never overwritten without being asked about, whatever the two did', () => {
		fc.assert(
			fc.property(
				fc.array(one, { minLength: 8, maxLength: 20 }),
				command,
				command,
				(before, theirs, yours) => {
					const seen = run(empty, before);
					const rows = attempt(() => reconcile(seen, theirs, []));
					if (!rows || !('made' in rows)) return;
					const now = apply(seen, rows.made);
					const outcome = attempt(() => reconcile(now, yours, [{ rows: rows.made }]));
					if (!outcome || !('made' in outcome)) return;
					const end = apply(now, outcome.made);
					for (const { table, id: row, before: was, after: is } of rows.made) {
						const last = (end[table] as Record<string, object>)[row] ?? null;
						for (const field of Object.keys({ ...parts(was), ...parts(is) }))
							if (value(was, field) !== value(is, field) && value(last, field) !== value(is, field))
								expect.fail(`${table} ${row}: ${field} of ${theirs.kind} was overwritten by ${yours.kind}`);
					}
				}
			),
			{ numRuns: 2_000 }
		);
	});

	it('give way where that is wanted, and what was removed is put back first', () => {
		const theirs: Command = { kind: 'pick.remove', id: 'p' };
		const yours: Command = { kind: 'pick.set', id: 'p', fit: 'exact' };
		const rows = execute(base, theirs);
		const now = apply(base, rows);
		const done = { rows, person: 'Somebody' };
		expect(reconcile(now, yours, [done])).toEqual({
			met: [{ what: 'Walls', part: 'as a whole', yours: 'changed', theirs: 'removed' }],
			others: [done]
		});
		expect(() => reconcile(now, yours, [])).toThrow(CommandError);
		const outcome = reconcile(now, yours, [done], true);
		expect('made' in outcome && apply(now, outcome.made).picks.p).toMatchObject({ fit: 'exact' });
	});
});

describe('a reading list', () => {
	it('holds each record once, tags that fold alike once, and keeps what was decided when works come again', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 40 }), (commands) => {
				run(empty, commands, (before, next) => {
					const { entries } = apply(before, execute(before, next));
					const names = Object.values(entries).flatMap(({ records }) =>
						records.map(({ indexCode, record }) => indexCode + record)
					);
					expect(new Set(names).size).toBe(names.length);
					for (const { tags } of Object.values(entries))
						expect(new Set(tags.map((tag) => tag.toLowerCase())).size).toBe(tags.length);
					if (next.kind === 'entries.add')
						for (const own of Object.values(before.entries)) expect(entries[own.id]).toEqual(own);
				});
			})
		);
	});
});
