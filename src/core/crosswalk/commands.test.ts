import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, cellState, execute, invert, obstacle, picksOf } from './commands';
import { describe as inWords } from './describe';
import { CommandError, FITS, ROLES, type Command, type Inquiry } from './types';

const empty: Inquiry = {
	about: { id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] },
	concepts: {},
	words: {},
	cells: {},
	picks: {}
};

const id = fc.constantFrom('1', '2', '3');
const indexCode = fc.constantFrom('a', 'b');
const text = fc.constantFrom('noise', 'Noise', 'rest', '');
const heading = fc.constantFrom('u:1', 'u:2', 'u:3').map((uri) => ({ uri, label: uri.slice(2) }));
const edition = fc.constant('2024');
const command: fc.Arbitrary<Command> = fc.oneof(
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
		role: fc.constantFrom(...ROLES)
	}),
	fc.record({ kind: fc.constant('pick.remove' as const), id }),
	fc.record({
		kind: fc.constant('cell.noHeading' as const),
		conceptId: id,
		indexCode,
		tried: fc.array(text),
		edition
	}),
	fc.record({ kind: fc.constant('cell.reopen' as const), conceptId: id, indexCode })
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
});
