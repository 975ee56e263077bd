import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CellsByPlace, cellState, inOrder, picksOf, wordsOfConcept } from './cells';
import { apply, invert, obstacle } from './changes';
import { collisions } from './collisions';
import { execute } from './commands';
import { reconcile } from './reconcile';
import { DECISIONS, type NewEntry } from './list-entry';
import { stamped } from './reading-list';
import { describe as inWords } from './describe';
import { CommandError, emptyInquiry, FITS, ROLES, type Command, type Inquiry } from './inquiry';

const empty = emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] });

const id = fc.constantFrom('1', '2', '3');
const indexCode = fc.constantFrom('a', 'b');
const text = fc.constantFrom('noise', 'Noise', 'rest', '');
const heading = fc.constantFrom('u:1', 'u:2', 'u:3').map((uri) => ({ uri, label: uri.slice(2) }));
const edition = fc.constant('2024');
const newEntry: fc.Arbitrary<NewEntry> = fc.record({
	id,
	records: fc.uniqueArray(fc.record({ indexCode, record: fc.constantFrom('R1', 'R2', 'R3') }), {
		minLength: 1,
		maxLength: 2,
		selector: (own) => own.indexCode
	}),
	title: text,
	authors: text,
	source: text,
	year: fc.constantFrom(null, 2001)
});
const one: fc.Arbitrary<Command> = fc.oneof(
	fc.record({ kind: fc.constant('concept.add' as const), id, name: text }),
	fc.record({ kind: fc.constant('concept.set' as const), id, name: text }),
	fc.record({ kind: fc.constant('concept.move' as const), id, to: fc.integer({ min: -1, max: 4 }) }),
	fc.record({ kind: fc.constant('concept.remove' as const), id }),
	fc.record({ kind: fc.constant('word.add' as const), id, conceptId: id, text }),
	fc.record({ kind: fc.constant('word.remove' as const), id }),
	fc.record({
		kind: fc.constant('pick.add' as const),
		id,
		conceptId: id,
		indexCode,
		headings: fc.uniqueArray(heading, { minLength: 1, maxLength: 2, selector: ({ uri }) => uri }),
		edition,
		role: fc.constantFrom(...ROLES)
	}),
	fc.record({
		kind: fc.constant('pick.set' as const),
		id,
		fit: fc.constantFrom(...FITS),
		role: fc.constantFrom(...ROLES),
		withNarrower: fc.boolean(),
		cuts: fc.array(heading, { maxLength: 1 }),
		chief: fc.boolean(),
		aspects: fc.array(text, { maxLength: 2 })
	}),
	fc.record({ kind: fc.constant('pick.remove' as const), id }),
	fc.record({
		kind: fc.constant('cell.noHeading' as const),
		conceptId: id,
		indexCode,
		tried: fc.array(text),
		edition
	}),
	fc.record({ kind: fc.constant('cell.reopen' as const), conceptId: id, indexCode }),
	fc.record({ kind: fc.constant('concept.merge' as const), id, into: id }),
	fc.record({
		kind: fc.constant('concept.split' as const),
		id,
		newId: id,
		name: text,
		words: fc.uniqueArray(id),
		picks: fc.uniqueArray(id)
	}),
	fc.record({
		kind: fc.constant('word.set' as const),
		id,
		conceptId: id,
		capitals: fc.boolean(),
		off: fc.array(indexCode)
	}),
	fc.record({
		kind: fc.constant('sighting.add' as const),
		id,
		text,
		conceptId: id,
		seen: fc.constant('a list')
	}),
	fc.record({
		kind: fc.constant('sighting.set' as const),
		id,
		state: fc.constantFrom('open' as const, 'used' as const, 'dismissed' as const)
	}),
	fc.record({
		kind: fc.constant('entries.add' as const),
		from: fc.constant('a run'),
		entries: fc.array(newEntry, { maxLength: 3 })
	}),
	fc.record({
		kind: fc.constant('entries.set' as const),
		ids: fc.uniqueArray(id, { minLength: 1, maxLength: 2 }),
		decision: fc.constantFrom(...DECISIONS),
		tags: fc.array(text, { maxLength: 3 })
	}),
	fc.record({ kind: fc.constant('entries.remove' as const), ids: fc.uniqueArray(id, { maxLength: 2 }) })
);
const command = fc.oneof(
	{ weight: 9, arbitrary: one },
	{
		weight: 1,
		arbitrary: fc.record({
			kind: fc.constant('many' as const),
			title: fc.constant('Several at once'),
			commands: fc.array(one, { maxLength: 3 })
		})
	}
);

/** Carries out what makes sense and passes over the rest. */
function run(
	inquiry: Inquiry,
	commands: readonly Command[],
	each?: (before: Inquiry, command: Command) => void
): Inquiry {
	let state = inquiry;
	for (const next of commands) {
		try {
			each?.(state, next);
			state = apply(state, execute(state, next));
		} catch (error) {
			if (!(error instanceof CommandError)) throw error;
		}
	}
	return state;
}

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
			fc.property(fc.array(one, { maxLength: 8 }), (commands) => {
				const worked: Command[] = [];
				const apart = run(empty, commands, (before, next) => {
					execute(before, next);
					worked.push(next);
				});
				const changes = execute(empty, { kind: 'many', title: 'All', commands: worked });
				expect(apply(empty, changes)).toEqual(apart);
				expect(apply(apart, invert(changes))).toEqual(empty);
			})
		);
	});

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
	const value = (row: object | null, field: string) =>
		JSON.stringify((row as Record<string, unknown> | null)?.[field]);

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
						for (const field of Object.keys({ ...was, ...is }))
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

	const add: Command = {
		kind: 'entries.add',
		from: 'a run',
		entries: [
			{
				id: 'e1',
				records: [{ indexCode: 'a', record: 'R1' }],
				title: 'Hush',
				authors: '',
				source: '',
				year: null
			}
		]
	};
	it('says when a work came, and who decided what when, until it is taken back', () => {
		const came = stamped(execute(empty, add), 'ines', '2026-01-01T00:00:00.000Z');
		const listed = apply(empty, came);
		expect(listed.entries.e1).toMatchObject({
			addedAt: '2026-01-01T00:00:00.000Z',
			decidedAt: '',
			decidedBy: ''
		});
		const keep: Command = { kind: 'entries.set', ids: ['e1'], decision: 'keep' };
		const decided = stamped(execute(listed, keep), 'tomas', '2026-01-02T00:00:00.000Z');
		const kept = apply(listed, decided);
		expect(kept.entries.e1).toMatchObject({
			decision: 'keep',
			decidedAt: '2026-01-02T00:00:00.000Z',
			decidedBy: 'tomas'
		});
		const noted = stamped(
			execute(kept, { kind: 'entries.set', ids: ['e1'], note: 'Loud.' }),
			'ines',
			'later'
		);
		expect(apply(kept, noted).entries.e1).toMatchObject({ decidedBy: 'tomas', note: 'Loud.' });
		expect(apply(kept, invert(decided))).toEqual(listed);
	});

	it.each<[string, Command, string]>([
		[
			'a work that is not there',
			{ kind: 'entries.set', ids: ['gone'], decision: 'keep' },
			'no longer on the list'
		],
		[
			'a reason as long as a page',
			{ kind: 'entries.set', ids: ['e1'], reason: 'x'.repeat(501) },
			'500 characters'
		],
		[
			'tags without end',
			{ kind: 'entries.set', ids: ['e1'], tags: Array.from({ length: 51 }, (_, i) => String(i)) },
			'50 tags'
		],
		['the same entry again', add, 'saved already']
	])('refuses %s', (_, wrong, says) => {
		const listed = apply(empty, execute(empty, add));
		expect(() => execute(listed, wrong)).toThrow(says);
	});

	it('says in words what two people decided differently', () => {
		const listed = apply(empty, execute(empty, add));
		const set = (decision: 'keep' | 'drop'): Command => ({ kind: 'entries.set', ids: ['e1'], decision });
		const theirs = apply(listed, execute(listed, set('drop')));
		expect(collisions(execute(theirs, set('keep')), () => listed.entries.e1)).toEqual([
			{ what: 'Hush', part: 'decision', yours: 'kept', theirs: 'dropped' }
		]);
	});
});
