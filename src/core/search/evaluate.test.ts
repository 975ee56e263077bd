import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyInquiry, execute, apply, SEARCHES, type Command, type Searches } from '../crosswalk';
import { resultOf, searchingAll, variantsOf, yieldsOf, type Sets } from './evaluate';
import { faultsOf } from './faults';
import {
	ASPECTS,
	naiveLeaf,
	naiveResult,
	narrower,
	someRecord,
	someStrategy,
	type NaiveRecord
} from './naive.test-aid';
import { RecordSet } from './record-set';
import { addScores } from './relevance';
import { searching, strategyOf, type Strategy } from './strategy';

const numbers = fc.oneof(
	fc.array(fc.nat({ max: 300_000 }), { maxLength: 200 }),
	// Full enough for bits, and lying over the border of two stretches.
	fc
		.tuple(fc.nat({ max: 120_000 }), fc.integer({ min: 1, max: 3 }))
		.map(([start, step]) => Array.from({ length: 15_000 }, (_, i) => start + i * step))
);

describe('sets of records', () => {
	it('agree with sets of numbers in every operation', () => {
		fc.assert(
			fc.property(numbers, numbers, numbers, (a, b, c) => {
				const [A, B, C] = [a, b, c].map((list) => RecordSet.from(list));
				const [x, y, z] = [a, b, c].map((list) => new Set(list));
				const sorted = (list: Iterable<number>) => [...new Set(list)].sort((one, two) => one - two);
				expect([...A.and(B).toArray()]).toEqual(sorted(a.filter((n) => y.has(n))));
				expect(A.andSize(B)).toBe(A.and(B).size);
				expect([...A.andNot(B).toArray()]).toEqual(sorted(a.filter((n) => !y.has(n))));
				expect([...A.or(B).toArray()]).toEqual(sorted([...a, ...b]));
				expect([...RecordSet.union([A, B, C]).toArray()]).toEqual(sorted([...x, ...y, ...z]));
				for (const n of [...a.slice(0, 5), ...b.slice(0, 5)]) expect(A.has(n)).toBe(x.has(n));
				expect(RecordSet.fromBytes(A.toBytes()).equals(A)).toBe(true);
				const stored = RecordSet.unionOfBytes([A, B, C].map((set) => set.toBytes()));
				expect(stored.equals(RecordSet.union([A, B, C]))).toBe(true);
				// Stored bytes may begin anywhere in a larger run of bytes.
				const shifted = new Uint8Array(A.toBytes().length + 1);
				shifted.set(A.toBytes(), 1);
				expect([...RecordSet.fromBytes(shifted.subarray(1)).toArray()]).toEqual(sorted(a));
			}),
			{ numRuns: 30 }
		);
	});

	it('take less room than their numbers', () => {
		const dense = RecordSet.upTo(1_000_000);
		expect(dense.size).toBe(1_000_000);
		expect(dense.bytes).toBeLessThan(150_000);
		for (const end of [0, 1, 31, 32, 33, 70_001])
			expect([...RecordSet.upTo(end).toArray()]).toEqual(Array.from({ length: end }, (_, i) => i));
		expect(RecordSet.from([5, 70_000, 900_000]).bytes).toBe(6);
	});
});

function setsOf(records: readonly NaiveRecord[]): Sets {
	return { all: RecordSet.upTo(records.length), of: (leaf) => naiveLeaf(records, leaf) };
}

const some = fc.tuple(fc.array(someRecord, { minLength: 1, maxLength: 25 }), someStrategy);
const without = (strategy: Strategy, id: string): Strategy => ({
	...strategy,
	blocks: strategy.blocks.map((block) => ({
		...block,
		lines: block.lines.filter((line) => line.id !== id)
	}))
});

describe('a strategy', () => {
	it('finds what going through the records finds', () => {
		fc.assert(
			fc.property(some, ([records, strategy]) => {
				const found = resultOf(strategy, setsOf(records));
				expect([...found.toArray()]).toEqual([...naiveResult(records, strategy, narrower)]);
			}),
			{ numRuns: 400 }
		);
	});

	it('has yields that are what taking each part away would do', () => {
		fc.assert(
			fc.property(some, ([records, strategy]) => {
				const count = (changed: Strategy) => naiveResult(records, changed, narrower).size;
				const yields = yieldsOf(strategy, setsOf(records), { variants: true });
				expect(yields.count).toBe(count(strategy));
				expect(yields.withoutLimits).toBe(count({ ...strategy, lifted: true }));
				for (const searches of SEARCHES)
					expect(yields.searches?.[searches]).toBe(count(searchingAll(strategy, searches)));
				const shown = strategy.blocks
					.map((block) => ({ ...block, lines: block.lines.filter(({ off }) => !off) }))
					.filter(({ lines }) => lines.length > 0);
				expect(yields.blocks.map(({ id }) => id)).toEqual(shown.map(({ id }) => id));
				shown.forEach((block, i) => {
					const mine = yields.blocks[i];
					const upTo = { blocks: shown.slice(0, i + 1), limits: [], lifted: true };
					expect(mine.surviving).toBe(count(upTo));
					const left = { ...strategy, blocks: strategy.blocks.filter(({ id }) => id !== block.id) };
					expect(mine.without).toBe(count(left));
					for (const searches of SEARCHES) {
						const other = strategy.blocks.map((one) =>
							one.id === block.id ? searching(searches, one) : one
						);
						// Of a block that is left with no line nothing is found, or nothing is taken away.
						const isEmpty = other.every(({ id, lines }) => id !== block.id || lines.every(({ off }) => off));
						const found = isEmpty ? 0 : count({ ...strategy, blocks: other });
						if (!isEmpty) expect(mine.searches?.[searches]).toBe(found);
					}
					if (block.status === 'exclude') expect(mine.removes).toBe(count(left) - yields.count);
					block.lines.forEach((line, j) => {
						const own = mine.lines[j];
						const alone = (lines: typeof block.lines) =>
							naiveResult(
								records,
								{ blocks: [{ ...block, status: 'required', lines }], limits: [], lifted: true },
								narrower
							);
						expect(own.all).toBe(alone([line]).size);
						const rest = block.lines.filter(({ id }) => id !== line.id);
						const others = rest.length > 0 ? alone(rest) : new Set<number>();
						expect(own.only).toBe([...alone([line])].filter((n) => !others.has(n)).length);
						const change = count(without(strategy, line.id)) - yields.count;
						expect(own.gain - own.loss).toBe(change);
						expect(Math.min(own.gain, own.loss)).toBe(0);
						variantsOf(line).forEach((variant, k) => {
							const changed = {
								...strategy,
								blocks: strategy.blocks.map((other) => ({
									...other,
									lines: other.lines.map((one) => (one.id === line.id ? variant.line : one))
								}))
							};
							const all = alone([{ ...variant.line, off: false }]).size;
							expect(own.changed[k]).toEqual({ change: variant.change, count: count(changed), all });
						});
					});
				});
			}),
			{ numRuns: 150 }
		);
	});

	it('splits what a limit takes away into what does not match and what is not labelled', () => {
		fc.assert(
			fc.property(some, ([records, strategy]) => {
				const limited = { ...strategy, lifted: false };
				const yields = yieldsOf(limited, setsOf(records));
				limited.limits.forEach((limit, i) => {
					const own = yields.limits[i];
					const free = naiveResult(
						records,
						{ ...limited, limits: limited.limits.filter((other) => other !== limit) },
						narrower
					);
					const kept = naiveResult(records, limited, narrower);
					const gone = [...free].filter((n) => !kept.has(n));
					expect(own.removes).toBe(gone.length);
					expect(own.notLabelled).toBe(gone.filter((n) => !records[n].limits[limit.field]).length);
					expect(own.doesNotMatch + own.notLabelled).toBe(own.removes);
				});
				const last = yields.limits[yields.limits.length - 1];
				if (last) expect(last.surviving).toBe(yields.count);
			}),
			{ numRuns: 150 }
		);
	});

	it('tests chief and aspect on the same tagging', () => {
		const words = {
			title: '',
			abstract: '',
			keywords: [],
			headings: [],
			author: [],
			source: '',
			affiliation: [],
			funder: []
		};
		const records: NaiveRecord[] = [
			{ words, limits: {}, taggings: [{ uri: 'h1', chief: true, aspect: ASPECTS[0] }] },
			{
				words,
				limits: {},
				taggings: [
					{ uri: 'h1', chief: true, aspect: ASPECTS[1] },
					{ uri: 'h1', chief: false, aspect: ASPECTS[0] }
				]
			}
		];
		const strategy: Strategy = {
			blocks: [
				{
					id: 'b',
					name: 'b',
					status: 'required',
					provisional: false,
					noHeading: false,
					lines: [
						{
							id: 'l',
							kind: 'heading',
							off: false,
							fit: 'exact',
							test: {
								headings: [{ uri: 'h1', label: 'H1' }],
								withNarrower: false,
								cuts: [],
								chief: true,
								aspects: [ASPECTS[0]]
							}
						}
					]
				}
			],
			limits: [],
			lifted: false
		};
		expect([...resultOf(strategy, setsOf(records)).toArray()]).toEqual([0]);
	});
});

describe('a strategy of the crosswalk', () => {
	const made = (...commands: Command[]) =>
		commands.reduce(
			(state, command) => apply(state, execute(state, command)),
			emptyInquiry({ id: 'i', title: 'Quiet', question: '', indexes: ['yarrow', 'alder'] })
		);
	const noise: Command[] = [
		{ kind: 'concept.add', id: 'noise', name: 'Noise' },
		{ kind: 'word.add', id: 'w1', conceptId: 'noise', text: 'ward noise' },
		{ kind: 'word.add', id: 'w2', conceptId: 'noise', text: 'din', off: ['yarrow'] },
		{
			kind: 'pick.add',
			id: 'p1',
			conceptId: 'noise',
			indexCode: 'yarrow',
			headings: [{ uri: 'h1', label: 'Noise, Indoor' }],
			edition: '1',
			withNarrower: true
		},
		{
			kind: 'pick.add',
			id: 'p2',
			conceptId: 'noise',
			indexCode: 'yarrow',
			headings: [{ uri: 'h2', label: 'Alarms' }],
			edition: '1',
			role: 'recorded'
		}
	];

	it('has the searched picks and the words that are on, each concept a block', () => {
		const state = made(
			...noise,
			{ kind: 'concept.add', id: 'later', name: 'Later' },
			{ kind: 'concept.set', id: 'later', status: 'waiting' }
		);
		const { blocks } = strategyOf(state, 'yarrow');
		expect(blocks.map(({ name }) => name)).toEqual(['Noise']);
		expect(blocks[0].lines.map(({ id }) => id)).toEqual(['p1', 'w1']);
		expect(blocks[0].provisional).toBe(false);
		const other = strategyOf(state, 'alder').blocks[0];
		expect(other.lines.map(({ id }) => id)).toEqual(['w1', 'w2']);
		expect(other.provisional).toBe(true);
	});

	it('keeps its settings with the inquiry, to be undone like anything else', () => {
		const state = made(...noise, {
			kind: 'strategy.set',
			indexCode: 'yarrow',
			off: ['w1'],
			fields: { noise: 'title' },
			limits: [{ field: 'dc.date', from: 2015 }]
		});
		const strategy = strategyOf(state, 'yarrow');
		expect(strategy.blocks[0].lines.map(({ off }) => off)).toEqual([false, true]);
		expect(strategy.limits).toEqual([{ field: 'dc.date', from: 2015 }]);
		expect(() => execute(state, { kind: 'strategy.set', indexCode: 'sorrel', off: [] })).toThrow(
			/does not use/
		);
	});

	it('looks for words where the inquiry says, unless the strategy says otherwise', () => {
		const fieldIn = (...commands: Command[]) => {
			const [{ lines }] = strategyOf(made(...noise, ...commands), 'yarrow').blocks;
			return lines.flatMap((line) => (line.kind === 'word' ? [line.test.field] : []));
		};
		const anywhere: Command = { kind: 'about.set', wordField: 'anywhere' };
		expect(fieldIn()).toEqual(['keywords']);
		expect(fieldIn(anywhere)).toEqual(['anywhere']);
		// What was given before words could be told where to look says nothing of it, and changes nothing of it.
		expect(fieldIn(anywhere, { kind: 'about.set', title: 'Hush' })).toEqual(['anywhere']);
		const own: Command = { kind: 'strategy.set', indexCode: 'yarrow', fields: { noise: 'headings' } };
		expect(fieldIn(anywhere, own)).toEqual(['headings']);
	});

	it('searches headings alone or words alone, and keeps the rest where a block has none of them', () => {
		const lines = (index: string, searches: Searches) => {
			const set: Command = { kind: 'strategy.set', indexCode: index, searches: { noise: searches } };
			const [block] = strategyOf(made(...noise, set), index).blocks;
			return [block.lines.map(({ id, off }) => (off ? `not ${id}` : id)), block.standsIn];
		};
		expect(lines('yarrow', 'headings-and-words')).toEqual([['p1', 'w1'], false]);
		expect(lines('yarrow', 'headings')).toEqual([['p1', 'not w1'], false]);
		expect(lines('yarrow', 'words')).toEqual([['not p1', 'w1'], false]);
		expect(lines('alder', 'headings')).toEqual([['w1', 'w2'], true]);
	});

	it('says what stands in the way of a run', () => {
		const state = made(
			...noise,
			{ kind: 'concept.add', id: 'empty', name: 'Empty' },
			{ kind: 'word.add', id: 'w3', conceptId: 'noise', text: 'n*' },
			{ kind: 'pick.set', id: 'p1', cuts: [{ uri: 'h1', label: 'Noise, Indoor' }] },
			{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2020, to: 2010 }] }
		);
		const faults = faultsOf(strategyOf(state, 'yarrow'), narrower);
		expect(faults.map(({ code }) => code).sort()).toEqual([
			'cut-away',
			'dates-reversed',
			'no-line',
			'unsearchable'
		]);
	});
});

describe('best match', () => {
	/** The score of one record of a hundred, by a term that some others have too. */
	function score(title: number, abstract: number, { length = 40, having = 10 } = {}): number {
		const scores = new Float64Array(100);
		const records = Uint32Array.from({ length: having }, (_, n) => n);
		const posting = {
			records,
			title: new Uint8Array(having).fill(1).fill(title, 0, 1),
			abstract: new Uint8Array(having).fill(abstract, 0, 1)
		};
		const lengths = new Uint32Array(100).fill(40).fill(length, 0, 1);
		addScores(scores, posting, { lengths, mean: 40 }, new Uint8Array(100).fill(1, 0, 1));
		expect([...scores.subarray(1)]).toEqual(new Array<number>(99).fill(0));
		return scores[0];
	}

	it('counts a word in the title for more, a rare word for more, and a short record for more', () => {
		expect(score(1, 0)).toBeGreaterThan(score(0, 1));
		expect(score(0, 1)).toBeGreaterThan(score(0, 1, { having: 60 }));
		expect(score(1, 0, { length: 10 })).toBeGreaterThan(score(1, 0, { length: 90 }));
		// A word that stands among the author's keywords only.
		expect(score(0, 0)).toBe(0);
	});

	it('grows with every occurrence, by less each time', () => {
		const scores = [1, 2, 3, 4].map((times) => score(0, times));
		const steps = scores.slice(1).map((next, i) => next - scores[i]);
		expect(steps.every((step) => step > 0)).toBe(true);
		expect(steps[0]).toBeGreaterThan(steps[1]);
	});
});
