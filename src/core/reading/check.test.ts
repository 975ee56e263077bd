import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, type Command } from '../crosswalk';
import { strategyOf, type Yields } from '../search';
import { checkStrategy, nameOfFinding, strayForms, type Checked } from './check';

const COMMANDS: Command[] = [
	{ kind: 'concept.add', id: 'c', name: 'noise' },
	{ kind: 'pick.add', id: 'p', conceptId: 'c', indexCode: 'yarrow', edition: '1', headings: [{ uri: 'u:noise', label: 'Noise' }], chief: true },
	{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noice' },
	{ kind: 'concept.add', id: 'd', name: 'sleep' },
	{ kind: 'word.add', id: 'v', conceptId: 'd', text: 'sleep' },
	{ kind: 'concept.add', id: 'x', name: 'roads' },
	{ kind: 'concept.set', id: 'x', status: 'exclude' },
	{ kind: 'word.add', id: 'y', conceptId: 'x', text: 'roads' },
	{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2000 }] }
]; // prettier-ignore
const line = (id: string, rest = {}) => ({ id, all: 9, only: 3, loss: 3, gain: 0, changed: [], ...rest });
const block = (id: string, lines: Yields['blocks'][number]['lines'], without = 50) => ({ id, all: 20, surviving: 20, without, removes: 0, lines }); // prettier-ignore

function check(
	rest: Partial<Checked> = {},
	commands: readonly Command[] = COMMANDS,
	lines: Record<string, object> = {}
) {
	const inquiry = commands.reduce(
		(before, command) => apply(before, execute(before, command)),
		emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['yarrow'] })
	);
	const strategy = strategyOf(inquiry, 'yarrow');
	const yields: Yields = {
		count: 10,
		withoutLimits: 12,
		blocks: strategy.blocks.map(({ id, lines: own }) => block(id, own.map((one) => line(one.id, lines[one.id])))), // prettier-ignore
		limits: [{ field: 'dc.date', removes: 2, doesNotMatch: 2, notLabelled: 0, surviving: 10 }],
		...rest.yields
	};
	return checkStrategy({
		inquiry,
		code: 'yarrow',
		strategy,
		facts: {},
		offers: [],
		corrections: {},
		strayStems: [],
		missed: [],
		introduced: new Map(),
		earlier: {},
		edition: '2024',
		limitLabel: (field) => (field === 'dc.date' ? 'year' : field),
		...rest,
		yields
	});
}
const rules = (...of: Parameters<typeof check>) =>
	check(...of).map(({ rule, effect }) => `${rule} ${effect}`);

describe('the check of a strategy', () => {
	it('finds what is undecided, and nothing wrong with what brings something', () =>
		expect(rules()).toEqual(['undecided 0']));

	it('tells narrower headings that are not taken, and what chief only costs, with the mend of each', () => {
		const changed = [{ change: 'narrower', count: 31, all: 40 }, { change: 'chief', count: 14, all: 20 }, { change: 'aspects', count: 99, all: 99 }]; // prettier-ignore
		const found = check({}, COMMANDS, { p: { changed } });
		expect(found.slice(0, 2).map(({ rule, effect, mend }) => [rule, effect, mend])).toEqual([
			['narrower-not-taken', 21, { kind: 'pick.set', id: 'p', withNarrower: true }],
			['chief-only', 4, { kind: 'pick.set', id: 'p', chief: false }]
		]);
		// What would find less or the same is no finding.
		const none = [{ change: 'narrower', count: 10, all: 9 }, { change: 'chief', count: 8, all: 8 }]; // prettier-ignore
		expect(rules({}, COMMANDS, { p: { changed: none } })).toEqual(['undecided 0']);
	});

	it('tells words that find nothing, misspelt ones with what was meant, and lines that bring nothing', () => {
		const nothing = { all: 0, only: 0, loss: 0 };
		const misspelt = check({ corrections: { noice: 'noise' } }, COMMANDS, { w: nothing }).find(({ rule }) => rule === 'misspelt'); // prettier-ignore
		expect(misspelt).toMatchObject({ rule: 'misspelt', place: { concept: 'c', line: 'w' }, mend: { kind: 'word.set', id: 'w', text: 'noise' } }); // prettier-ignore
		expect(rules({}, COMMANDS, { w: nothing })).toContain('finds-nothing 0');
		expect(check({}, COMMANDS, { w: { all: 4, only: 0, loss: 0 } }).find(({ rule }) => rule === 'brings-nothing')?.mend).toEqual({ kind: 'strategy.set', indexCode: 'yarrow', off: ['w'] }); // prettier-ignore
		// The only line of a block is never in vain.
		expect(rules({}, COMMANDS, { v: { all: 4, only: 0, loss: 0 } })).not.toContain('brings-nothing 0');
	});

	it('tells a concept that is searched by headings alone, or by words alone where headings are picked', () => {
		const alone = COMMANDS.filter((command) => !('id' in command) || command.id !== 'w');
		expect(rules({}, alone)).toContain('headings-only 0');
		const words = [...COMMANDS, { kind: 'pick.set', id: 'p', role: 'recorded' } as Command];
		expect(rules({}, words)).toContain('words-only 0');
	});

	it('tells retired and covered headings, those introduced later, and what a limit drops', () => {
		const flags = (flag: object) => ({ facts: { p: { headings: [], standsFor: 1, flags: [flag] } } }) as unknown as Partial<Checked>; // prettier-ignore
		expect(rules(flags({ kind: 'retired', label: 'Noise' }))).toContain('retired-heading -3');
		expect(rules(flags({ kind: 'covered', by: 'q' }))).toContain('covered 0');
		expect(rules(flags({ kind: 'shared', concepts: ['d'] }))).toEqual(['undecided 0']);
		expect(rules({ introduced: new Map([['u:noise', 2010]]) })).toContain('introduced-later 0');
		expect(rules({ introduced: new Map([['u:noise', 1990]]) })).toEqual(['undecided 0']);
		const limits = [{ field: 'dc.date', removes: 9, doesNotMatch: 2, notLabelled: 7, surviving: 10 }];
		expect(check({ yields: { limits } as Yields })[0]).toMatchObject({ rule: 'limit-drops-unlabelled', effect: 7, place: { limit: 'dc.date' } }); // prettier-ignore
	});

	it('tells exclusions that take pearls away, and the block that alone keeps out most', () => {
		const only = (id: string) => ({ blocks: [id], exclusions: [] });
		const missed = [only('d'), only('d'), { blocks: [], exclusions: ['x'] }];
		expect(rules({ missed })).toEqual(['block-loses-pearls 40', 'exclusion-loses-pearls 40', 'undecided 0']);
		expect(rules({ missed: [only('d'), { blocks: ['c', 'd'], exclusions: [] }, only('c')] })).toEqual([
			'undecided 0'
		]);
	});

	it('offers forms and entry terms that the index has, and puts what has most effect first', () => {
		const offers = [
			{ concept: 'd', text: 'sleeping', kind: 'spelling', of: 'sleep', adds: 2 },
			{ concept: 'd', text: 'slumber', kind: 'entry term', of: 'Sleep', adds: 12 }
		];
		const found = check({ offers });
		expect(found.map(({ rule }) => rule)).toEqual(['entry-term-missing', 'spelling-missing', 'undecided']);
		expect(found[0].mend).toMatchObject({ kind: 'word.add', conceptId: 'd', text: 'slumber' });
	});

	it('tells a stem that finds what is about something else, with what the word alone would find', () => {
		const strayStems = [{ line: 'v', concept: 'd', text: 'rest*', forms: ['restaurant'], without: 7 }];
		const [finding] = check({ strayStems }).filter(({ rule }) => rule === 'stem-strays');
		expect(finding).toMatchObject({
			effect: -3,
			place: { concept: 'd', line: 'v' },
			mend: { kind: 'word.set', id: 'v', text: 'rest' }
		});
		expect(finding.text).toContain('“restaurant”');
	});

	it('calls each finding by what stays the same of it, whatever its numbers are', () => {
		const offers = ['siesta', 'nap'].map((text) => ({
			concept: 'd',
			text,
			kind: 'plural',
			of: 'sleep',
			adds: 4
		}));
		const named = (adds: number) =>
			check({ offers: offers.map((offer) => ({ ...offer, adds })) }).map((finding) => nameOfFinding(finding));
		expect(named(4)).toEqual(named(4_000));
		expect(new Set(named(4)).size).toBe(named(4).length);
	});
});

describe('forms of a stem that stray', () => {
	const forms = (...of: [string, number][]) => strayForms(of.map(([form, records]) => ({ form, records })));
	it('are those of another word that enough records have, and no inflected ones', () => {
		expect(forms(['rest', 80], ['resting', 20], ['rests', 9], ['restaurant', 30], ['restore', 1])).toEqual(['restaurant']); // prettier-ignore
		expect(forms(['pupils', 90], ['pupil', 60], ['pupillary', 40])).toEqual(['pupillary']);
		expect(forms(['retrofit', 50], ['retrofits', 30], ['retrofitting', 20], ['retrofitted', 9])).toEqual([]);
		expect(forms()).toEqual([]);
	});
});
