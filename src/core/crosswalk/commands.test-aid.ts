/** Random commands, and inquiries as they come of them. */
import fc from 'fast-check';
import { apply } from './changes';
import { execute } from './commands';
import { CommandError, emptyInquiry, FITS, ROLES, type Command, type Inquiry } from './inquiry';
import type { LimitSetting } from './limits';
import { DECISIONS, type NewEntry } from './list-entry';

export const empty = emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] });

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
const limitField = fc.constantFrom('dc.date', 'dc.language', 'oak.age');
export const limit: fc.Arbitrary<LimitSetting> = fc.oneof(
	fc.record({ field: fc.constant('dc.date'), from: fc.constantFrom(2001, 2010) }),
	fc.record({ field: fc.constant('dc.date'), lastYears: fc.constantFrom(5, 10) }),
	fc.record({
		field: fc.constantFrom('dc.language', 'oak.age'),
		values: fc.uniqueArray(fc.constantFrom('en', 'de', 'old'), { minLength: 1 })
	})
);
export const one: fc.Arbitrary<Command> = fc.oneof(
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
	fc.record({
		kind: fc.constant('pick.follow' as const),
		id,
		edition: fc.constant('2025'),
		headings: fc.uniqueArray(heading, { minLength: 1, maxLength: 2, selector: ({ uri }) => uri }),
		cuts: fc.array(heading, { maxLength: 1 }),
		because: text
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
	fc.record({ kind: fc.constant('limit.set' as const), limit }),
	fc.record({ kind: fc.constant('limit.set' as const), limit, indexCode }),
	fc.record({ kind: fc.constant('limit.remove' as const), field: limitField, indexCode }),
	fc.record({ kind: fc.constant('limit.lift' as const), field: limitField, indexCode, lifted: fc.boolean() }),
	fc.record({ kind: fc.constant('limit.remove' as const), field: limitField }),
	fc.record({
		kind: fc.constant('name.set' as const),
		id: fc.constantFrom('okerlund, c', 'okerlund, carys'),
		to: fc.constantFrom('okerlund, carys', '', null),
		says: text
	}),
	fc.record({
		kind: fc.constant('strategy.set' as const),
		indexCode,
		limits: fc.uniqueArray(limit, { selector: ({ field }) => field })
	}),
	fc.record({ kind: fc.constant('entries.remove' as const), ids: fc.uniqueArray(id, { maxLength: 2 }) })
);
export const command = fc.oneof(
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
export function run(
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
