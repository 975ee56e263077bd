import { describe, expect, it } from 'vitest';
import { EditionIndex } from '../edition/edition-index';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { apply } from './changes';
import { CellsByPlace } from './cells';
import { execute } from './commands';
import { factsOf, isThin } from './facts';
import { offersFor } from './offers';
import { probesOf } from './probes';
import { suggest } from './suggestions';
import { emptyInquiry, type Command, type PickSwitches } from './inquiry';

const data = vocabularyOf([
	{ label: 'Sound' },
	{ label: 'Noise', broader: ['Sound'], related: ['Music'], entry: ['Din', 'Unwanted sound'] },
	{ label: 'Traffic noise', broader: ['Noise'] },
	{ label: 'Fan noise', broader: ['Noise'] },
	{ label: 'Music', broader: ['Sound'], related: ['Noise'] },
	{ label: 'Walls' }
]);
const index = EditionIndex.build(data);
const uri = (label: string) =>
	data.headings.find(({ labels }) => labels[0].text === label)?.uri ?? `urn:${label}`;
const heading = (label: string) => ({ uri: uri(label), label });

function inquiryWith(...picks: [string[], PickSwitches?][]) {
	const commands: Command[] = [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'concept.add', id: 'c2', name: 'din' },
		...picks.map(([labels, switches], i): Command => ({
			kind: 'pick.add',
			id: `p${i}`,
			conceptId: 'c1',
			indexCode: 'a',
			edition: '1',
			headings: labels.map(heading),
			...switches
		}))
	];
	const start = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['a', 'b'] });
	return commands.reduce((state, command) => apply(state, execute(state, command)), start);
}
const facts = (...picks: [string[], PickSwitches?][]) => factsOf(inquiryWith(...picks), (code) => (code === 'a' ? index : undefined)); // prettier-ignore
const flags = (...picks: [string[], PickSwitches?][]) =>
	Object.values(facts(...picks)).map((own) => own.flags.map(({ kind }) => kind));

describe('what a pick stands for', () => {
	it('is itself, and what is narrower without the branches cut', () => {
		const own = facts([['Noise']], [['Sound'], { withNarrower: true }], [['Noise', 'Walls'], { withNarrower: true, cuts: [heading('Fan noise')] }]); // prettier-ignore
		expect(Object.values(own).map(({ standsFor }) => standsFor)).toEqual([1, 5, 3]);
		expect(own.p0.headings[0]).toMatchObject({ key: 'h1', belowCount: 2 });
	});

	it.each([
		['narrower than one that goes along with its narrower headings', [['Sound'], { withNarrower: true }], [['Noise']], true],
		['in a branch that was cut', [['Sound'], { withNarrower: true, cuts: [heading('Noise')] }], [['Fan noise']], false],
		['of its own', [['Noise']], [['Music']], false],
		['held together with another, where one alone is picked', [['Noise']], [['Noise', 'Walls']], true],
		['one alone, where it is only picked together with another', [['Noise', 'Walls']], [['Noise']], false],
		['not for chief headings alone, where the other is', [['Sound'], { withNarrower: true, chief: true }], [['Noise']], false],
		['for fewer aspects', [['Noise'], { withNarrower: true, aspects: ['causes', 'costs'] }], [['Fan noise'], { aspects: ['costs'] }], true],
		['for any aspect, where the other has some', [['Noise'], { withNarrower: true, aspects: ['causes'] }], [['Fan noise']], false],
		['only recorded', [['Sound'], { withNarrower: true }], [['Noise'], { role: 'recorded' as const }], false]
	] as [string, [string[], PickSwitches?], [string[], PickSwitches?], boolean][])('is covered or not: %s', (_, wide, narrow, covered) => {
		expect(flags(wide, narrow)[1].includes('covered')).toBe(covered);
		// Whatever their order, at most one of two is one too many.
		expect(flags(narrow, wide).filter((own) => own.includes('covered')).length).toBeLessThanOrEqual(1);
	}); // prettier-ignore

	it('is flagged when it has gone, was renamed, or is picked for another concept too', () => {
		const inquiry = inquiryWith([['Roofs']], [['Noise']]);
		const twice = apply(
			inquiry,
			execute(inquiry, { kind: 'pick.add', id: 'x', conceptId: 'c2', indexCode: 'a', edition: '1', headings: [{ uri: uri('Noise'), label: 'Noise (Old)' }] }) // prettier-ignore
		);
		const own = factsOf(twice, () => index);
		expect(own.p0.flags).toEqual([{ kind: 'gone', label: 'Roofs' }]);
		expect(own.p1.flags).toEqual([{ kind: 'shared', concepts: ['c2'] }]);
		expect(own.x.flags).toEqual([
			{ kind: 'renamed', from: 'Noise (Old)', to: 'Noise' },
			{ kind: 'shared', concepts: ['c1'] }
		]);
	});

	it('makes a cell thin unless an exact or close heading is searched', () => {
		const thin = (switches: PickSwitches, records?: number) =>
			isThin(new CellsByPlace(inquiryWith([['Noise'], switches])).at('c1', 'a'), records);
		expect(thin({ fit: 'related' })).toBe(true);
		expect(thin({ fit: 'exact', role: 'recorded' })).toBe(true);
		expect(thin({ fit: 'close' })).toBe(false);
		expect(thin({ fit: 'close' }, 9)).toBe(true);
		expect(isThin(new CellsByPlace(inquiryWith()).at('c1', 'a'))).toBe(false);
	});
});

describe('suggestions', () => {
	const elsewhere = [
		{ indexCode: 'b', label: 'Racket', entryTerms: ['Din', 'Uproar'], fit: 'exact' as const }
	];
	const labels = (found: ReturnType<typeof suggest>) => found.map(({ heading: n }) => index.names.at(n));

	it('come from the words of the concept, and from what is picked elsewhere and its entry terms', () => {
		const [byWord] = suggest(index, probesOf('loud places', ['noise'], []));
		expect(index.names.at(byWord.heading)).toBe('Noise');
		expect(byWord.evidence[0]).toMatchObject({
			kind: 'label',
			tier: 'exact',
			probe: { source: 'word', text: 'noise' }
		});
		const [byPick] = suggest(index, probesOf('loud places', [], elsewhere));
		expect(index.names.at(byPick.heading)).toBe('Noise');
		expect(byPick.evidence[0]).toMatchObject({
			probe: { source: 'entry term', from: { label: 'Racket' } },
			matched: 'Din'
		});
	});

	it('reach the neighbours of a strong match, which say whose they are', () => {
		const found = suggest(index, probesOf('noise', [], []));
		const traffic = found.find(({ heading: n }) => index.names.at(n) === 'Traffic noise');
		expect(traffic?.evidence).toContainEqual(
			expect.objectContaining({ kind: 'neighbour', relation: 'narrower', of: 1 })
		);
		expect(labels(found)).not.toContain('Walls');
	});

	it('leave out what is taken, are scaled to 1 and in order, and grow with the evidence', () => {
		const few = suggest(index, probesOf('noise', [], []));
		const more = suggest(index, probesOf('noise', ['din'], elsewhere));
		const scoreOf = (found: typeof few) => found.find(({ heading: n }) => n === 1)?.score ?? 0;
		expect(scoreOf(more)).toBeGreaterThan(scoreOf(few));
		for (const found of [few, more]) {
			const scores = found.map(({ score }) => score);
			expect(scores).toEqual([...scores].sort((a, b) => b - a));
			expect(Math.max(...scores)).toBeLessThanOrEqual(1);
		}
		expect(labels(suggest(index, probesOf('noise', [], []), { taken: new Set([1]) }))).not.toContain('Noise');
	});

	it('take what records have into account, by how much more often they have it, and say so', () => {
		const walls = { heading: 5, a: 12, n: 20, whole: 30, all: 400 };
		const said = { heading: 5, text: 'walls', on: 12, of: 20, lift: 8, score: 0.75, weight: 12, share: 1 };
		const cases = [
			{ part: 'coTagging', strong: walls, weak: { ...walls, heading: 4, a: 11 } },
			{ part: 'association', strong: said, weak: { ...said, heading: 4, score: 0.4 } }
		] as const;
		// One that both labels and records speak for.
		const probes = probesOf('noise', ['walls', 'rooms'], []);
		for (const { part, strong, weak } of cases) {
			const found = suggest(index, probes, { fromRecords: { [part]: [strong] } });
			const own = found.find(({ heading }) => heading === 5);
			expect(own?.evidence.find(({ kind }) => kind === part)).toMatchObject({ a: 12, n: 20, lift: 8 });
			expect(own?.parts[part]).toBeGreaterThan(0.5);
			const beside = suggest(index, probes, { fromRecords: { [part]: [strong, weak] } });
			const partOf = (n: number) => beside.find(({ heading }) => heading === n)?.parts[part] ?? 0;
			expect(partOf(4)).toBeLessThan(partOf(5));
		}
	});

	it('come through a part of a name as possible at most, unless records say the whole of it', () => {
		const probes = probesOf('noise of trains', [], [], ['noise']);
		const [noise] = suggest(index, probes).filter(({ heading }) => heading === 1);
		expect(noise.likelihood).toBe('possible');
		expect(noise.evidence[0]).toMatchObject({ kind: 'label', probe: { source: 'part', text: 'noise' } });
		const said = {
			heading: 1,
			text: 'noise of trains',
			on: 20,
			of: 25,
			lift: 9,
			score: 1.4,
			weight: 20,
			share: 1
		};
		const [sure] = suggest(index, probes, { fromRecords: { association: [said] } });
		expect(sure).toMatchObject({ heading: 1, likelihood: 'likely' });
		// Records that hold a part of it say that part.
		const partly = { ...said, share: 0.5 };
		const [still] = suggest(index, probes, { fromRecords: { association: [partly] } });
		expect(still).toMatchObject({ heading: 1, likelihood: 'possible' });
		// Nor does one record, however telling.
		const once = { ...said, heading: 5, on: 1, of: 1, weight: 1 };
		expect(labels(suggest(index, probes, { fromRecords: { association: [once] } }))).not.toContain('Walls');
	});

	it('remember other inquiries, follow known mappings, and show nothing that little speaks for', () => {
		const probes = probesOf('loud places', [], []);
		expect(suggest(index, probes)).toEqual([]);
		const memory = { heading: 5, kind: 'memory', inquiries: 2, concept: 'loud rooms', score: 1 } as const;
		const of = { indexCode: 'b', label: 'Racket' };
		const mapping = { heading: 3, kind: 'mapping', set: 'm', of, relation: 'exact', score: 1 } as const;
		const found = suggest(index, probes, { fromElsewhere: [memory, mapping] });
		expect(found.map(({ heading, likelihood }) => [heading, likelihood])).toEqual([
			[3, 'likely'],
			[5, 'possible']
		]);
		expect(found[0].evidence).toMatchObject([{ kind: 'mapping', of }]);
		const weak = suggest(index, probes, { fromElsewhere: [{ ...mapping, score: 0.3 }] });
		expect(weak.map(({ likelihood }) => likelihood)).not.toContain('likely');
	});

	it('take no word that another vocabulary has for a misspelt one', () => {
		const misspelt = suggest(index, probesOf('wallz', [], []));
		expect(misspelt.map(({ evidence }) => evidence[0])).toMatchObject([{ kind: 'label', tier: 'typo' }]);
		expect(suggest(index, probesOf('wallz', [], []), { isKnown: (word) => word === 'wallz' })).toEqual([]);
	});

	it('give the strongest evidence of each kind first', () => {
		const noise = { heading: 1, a: 12, n: 20, whole: 30, all: 400 };
		const said = { heading: 1, text: 'noise', on: 12, of: 20, lift: 8, score: 0.7, weight: 12, share: 1 };
		const [first] = suggest(index, probesOf('noise', ['din', 'unwanted sound'], elsewhere), {
			fromRecords: { coTagging: [noise], association: [said] }
		});
		expect(first.heading).toBe(1);
		const kinds = first.evidence.map(({ kind }) => kind);
		expect(new Set(kinds.slice(0, 3))).toEqual(new Set(['label', 'coTagging', 'association']));
		expect(kinds.slice(3)).toContain('label');
	});

	it('take nothing from records that have a heading no more often, or hardly ever', () => {
		const seldom = { heading: 5, a: 4, n: 20, whole: 4, all: 400 };
		const alike = { heading: 5, a: 10, n: 100, whole: 100, all: 1_000 };
		const byChance = { heading: 5, a: 14, n: 100, whole: 100, all: 1_000 };
		for (const counted of [seldom, alike, byChance])
			expect(
				labels(suggest(index, probesOf('noise', [], []), { fromRecords: { coTagging: [counted] } }))
			).not.toContain('Walls');
	});
});

describe('words offered', () => {
	it('are spellings, acronyms and entry terms that are not words yet, each once, as people say them', () => {
		const offers = offersFor(
			['behaviour', 'room acoustics', 'ANC'],
			[{ acronym: 'ANC', expansion: 'Active noise control' }],
			[
				{
					indexCode: 'a',
					label: 'Bays, Shared',
					terms: [
						{ text: 'Rooms (Shared)', lang: 'en' },
						{ text: 'Salas', lang: 'es' }
					]
				},
				{ indexCode: 'b', label: 'Shared bays', terms: [] }
			]
		);
		const texts = offers.map(({ text }) => text);
		expect(texts).toEqual(
			expect.arrayContaining(['Active noise control', 'behavior', 'shared bays', 'rooms', 'salas'])
		);
		expect(new Set(texts.map((text) => text.toLowerCase())).size).toBe(texts.length);
		// Search takes no notice of hyphens and capitals.
		expect(texts).not.toContain('room-acoustics');
		expect(offers.find(({ text }) => text === 'salas')).toMatchObject({
			kind: 'entry term',
			lang: 'es',
			indexCode: 'a'
		});
	});
});
