import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { CommandError, emptyInquiry, execute, apply, type Command } from '../../../core/crosswalk';
import { command, newInquiry, sentCommand, trialBody } from './command-schema';

const id = fc.constantFrom('a', 'b', 'c', 'w1', 'p1');
const heading = fc.record({ uri: fc.constantFrom('u:1', 'u:2'), label: fc.constantFrom('Noise', 'Sleep') });
const headings = fc.array(heading, { minLength: 1, maxLength: 3 });
const text = fc.constantFrom('noise', 'night*', '  ', 'Ünïcode');
const switches = fc.record(
	{
		withNarrower: fc.boolean(),
		chief: fc.boolean(),
		aspects: fc.array(text, { maxLength: 2 }),
		role: fc.constantFrom('searched', 'recorded', 'rejected'),
		fit: fc.constantFrom('exact', 'close', 'broader', 'narrower', 'related', 'notJudged'),
		note: text
	},
	{ requiredKeys: [] }
);
const kind = <K extends Command['kind']>(name: K, fields: Record<string, fc.Arbitrary<unknown>>) =>
	fc.record({ kind: fc.constant(name), ...fields });

/** Any command, possible or not, of every kind that a person can give. */
const single = fc.oneof(
	kind('about.set', { title: text, question: text }),
	kind('concept.add', { id, name: text }),
	kind('concept.set', { id, status: fc.constantFrom('required', 'waiting', 'exclude') }),
	kind('concept.move', { id, to: fc.integer({ min: -3, max: 9 }) }),
	kind('concept.merge', { id, into: id }),
	kind('concept.split', { id, newId: id, name: text, words: fc.array(id), picks: fc.array(id) }),
	kind('concept.remove', { id }),
	kind('word.add', { id, conceptId: id, text, capitals: fc.boolean() }),
	kind('word.set', { id, text }),
	kind('word.remove', { id }),
	fc
		.tuple(
			kind('pick.add', { id, conceptId: id, indexCode: fc.constant('alder'), headings, edition: text }),
			switches
		)
		.map(([add, more]) => ({ ...add, ...more })),
	fc.tuple(kind('pick.set', { id }), switches).map(([set, more]) => ({ ...set, ...more })),
	kind('pick.remove', { id }),
	kind('cell.noHeading', {
		conceptId: id,
		indexCode: fc.constant('alder'),
		tried: fc.array(text),
		edition: text
	}),
	kind('cell.reopen', { conceptId: id, indexCode: fc.constant('alder') }),
	kind('sighting.add', { id, text, seen: text }),
	kind('sighting.set', { id, state: fc.constantFrom('open', 'used', 'dismissed') }),
	kind('pearl.add', { id, indexCode: fc.constant('alder'), record: text, title: text }),
	kind('pearl.remove', { id }),
	kind('entries.add', {
		from: text,
		entries: fc.array(
			fc.record({
				id,
				records: fc.array(fc.record({ indexCode: fc.constant('alder'), record: text }), {
					minLength: 1,
					maxLength: 2
				}),
				title: text,
				authors: text,
				source: text,
				year: fc.constantFrom(null, 1999)
			}),
			{ maxLength: 3 }
		)
	}),
	kind('entries.set', {
		ids: fc.array(id, { minLength: 1, maxLength: 3 }),
		decision: fc.constantFrom('open', 'keep', 'drop'),
		reason: text,
		tags: fc.array(text, { maxLength: 3 }),
		mends: fc.constantFrom({}, { title: 'Better' }, { page: null })
	}),
	kind('entries.remove', { ids: fc.array(id, { minLength: 1, maxLength: 3 }) }),
	kind('strategy.set', { indexCode: fc.constant('alder'), off: fc.array(id), lifted: fc.boolean(), text })
) as unknown as fc.Arbitrary<Command>;

describe('a command from outside', () => {
	it('is taken just as it was meant, whether or not it can be carried out', () => {
		fc.assert(
			fc.property(single, (one) => {
				expect(v.parse(command, one)).toEqual(one);
				const many = { kind: 'many', title: 'Several', commands: [one, one] };
				expect(v.parse(command, JSON.parse(JSON.stringify(many)))).toEqual(many);
			}),
			{ numRuns: 500 }
		);
	});

	it('that passes is carried out or refused with a reason: nothing else comes of it', () => {
		fc.assert(
			fc.property(fc.array(single, { maxLength: 12 }), (commands) => {
				let inquiry = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['alder'] });
				for (const one of commands)
					try {
						inquiry = apply(inquiry, execute(inquiry, v.parse(command, one) as Command));
					} catch (error) {
						expect(error).toBeInstanceOf(CommandError);
						expect((error as CommandError).message).toMatch(/\.$/);
					}
				for (const { conceptId } of [...Object.values(inquiry.picks), ...Object.values(inquiry.words)])
					expect(inquiry.concepts).toHaveProperty([conceptId]);
			})
		);
	});

	it.each<[string, unknown]>([
		['of no kind', { id: 'a' }],
		['of a kind that there is not', { kind: 'everything.drop', id: 'a' }],
		['with a part that it has not', { kind: 'concept.remove', id: 'a', force: true }],
		['without what it needs', { kind: 'concept.add', id: 'a' }],
		['with an empty identifier', { kind: 'concept.add', id: '', name: 'x' }],
		['with an identifier that every object has', { kind: 'concept.add', id: '__proto__', name: 'x' }],
		['with a pick of nothing', { kind: 'pick.add', id: 'p', conceptId: 'a', indexCode: 'alder', headings: [], edition: '' }],
		['with a pick of far too much', { kind: 'pick.add', id: 'p', conceptId: 'a', indexCode: 'alder', headings: Array(21).fill({ uri: 'u', label: 'L' }), edition: '' }],
		['with a fit that is none', { kind: 'pick.set', id: 'p', fit: 'perfect' }],
		['with a place that is no number', { kind: 'concept.move', id: 'a', to: 1.5 }],
		['with a note without end', { kind: 'pick.set', id: 'p', note: 'x'.repeat(100_000) }],
		['several within several', { kind: 'many', title: 'M', commands: [{ kind: 'many', title: 'N', commands: [] }] }],
		['several without a title', { kind: 'many', title: '', commands: [] }]
	])('is refused: %s', (_, one) => expect(v.safeParse(command, one).success).toBe(false)); // prettier-ignore

	it('says what its sender had seen', () => {
		const one = { kind: 'concept.remove', id: 'a' };
		expect(v.parse(sentCommand, { command: one, base: 3, client: 'w' })).toMatchObject({ base: 3, also: [], force: false }); // prettier-ignore
		for (const base of [-1, 1.5, '3']) expect(v.safeParse(sentCommand, { command: one, base, client: 'w' }).success).toBe(false); // prettier-ignore
		expect(v.safeParse(trialBody, { commands: Array(201).fill(one) }).success).toBe(false);
		expect(v.parse(newInquiry, { title: '  Quiet ' })).toEqual({ title: 'Quiet', question: '' });
		expect(v.safeParse(newInquiry, { title: '   ' }).success).toBe(false);
	});
});
