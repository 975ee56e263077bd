/** The search rules read record by record, without sets: what the set algebra must agree with. */
import fc from 'fast-check';
import type { LimitSetting } from '../crosswalk/limits';
import { SEARCHES } from '../crosswalk/inquiry';
import { searching, type HeadingTest, type Line, type Narrower, type Strategy } from './strategy';
import { matchesWord, type RecordWords, type WordTest } from './word-matching';
import type { Leaf } from './expression';
import { RecordSet } from './record-set';

export interface NaiveRecord {
	taggings: { uri: string; chief: boolean; aspect?: string }[];
	words: RecordWords;
	limits: Record<string, string[]>;
}

export function naiveHeading(record: NaiveRecord, test: HeadingTest, narrower: Narrower): boolean {
	return test.headings.every(({ uri }) => {
		const wanted = test.withNarrower
			? narrower(
					uri,
					test.cuts.map((cut) => cut.uri)
				)
			: [uri];
		return record.taggings.some(
			(tagging) =>
				wanted.includes(tagging.uri) &&
				(!test.chief || tagging.chief) &&
				(test.aspects.length === 0 || (tagging.aspect !== undefined && test.aspects.includes(tagging.aspect)))
		);
	});
}

function naiveLine(record: NaiveRecord, line: Line, narrower: Narrower): boolean {
	if (line.kind === 'heading') return naiveHeading(record, line.test, narrower);
	if (line.kind === 'word') return matchesWord(record.words, line.test);
	throw new Error('Lines of text are read before they are compared.');
}

export function naiveLimit(record: NaiveRecord, { field, values, from, to }: LimitSetting): boolean {
	const own = record.limits[field] ?? [];
	if (values) return own.some((value) => values.includes(value));
	return own.some((value) => Number(value) >= (from ?? -Infinity) && Number(value) <= (to ?? Infinity));
}

export function naiveResult(
	records: readonly NaiveRecord[],
	strategy: Strategy,
	narrower: Narrower
): Set<number> {
	const blocks = strategy.blocks
		.map((block) => ({ ...block, lines: block.lines.filter(({ off }) => !off) }))
		.filter(({ lines }) => lines.length > 0);
	return new Set(
		records.flatMap((record, n) => {
			const matches = ({ lines }: { lines: Line[] }) =>
				lines.some((line) => naiveLine(record, line, narrower));
			return blocks.every((block) => matches(block) === (block.status === 'required')) &&
				(strategy.lifted || strategy.limits.every((limit) => naiveLimit(record, limit)))
				? [n]
				: [];
		})
	);
}

/** The set of a leaf, found by going through the records. */
export function naiveLeaf(records: readonly NaiveRecord[], leaf: Leaf): RecordSet {
	const matches = ({ taggings, words, limits }: NaiveRecord): boolean => {
		switch (leaf.kind) {
			case 'heading': {
				const uris = leaf.withNarrower ? narrower(leaf.uri, leaf.cuts) : [leaf.uri];
				return taggings.some(
					({ uri, chief, aspect }) =>
						uris.includes(uri) &&
						(!leaf.chief || chief) &&
						(leaf.aspect === undefined || aspect === leaf.aspect)
				);
			}
			case 'word':
				return matchesWord(words, leaf);
			case 'value':
				return limits[leaf.field]?.includes(leaf.value) ?? false;
			case 'range':
				return (limits[leaf.field] ?? []).some(
					(value) => Number(value) >= leaf.from && Number(value) <= leaf.to
				);
			case 'labelled':
				return (limits[leaf.field] ?? []).length > 0;
		}
	};
	return RecordSet.from(records.flatMap((record, n) => (matches(record) ? [n] : [])));
}

const VOCABULARY = [
	'2020',
	'quiet',
	'room',
	'rooms',
	'noise',
	'ADHD',
	'it',
	'IT',
	'ward-noise',
	'café',
	'resting'
];
export const URIS = Array.from({ length: 8 }, (_, i) => `h${i}`);
export const ASPECTS = ['design', 'costs'];
const phrase = fc
	.array(fc.constantFrom(...VOCABULARY), { minLength: 0, maxLength: 6 })
	.map((words) => words.join(' '));

export const someRecord: fc.Arbitrary<NaiveRecord> = fc.record({
	taggings: fc.array(
		fc.record(
			{ uri: fc.constantFrom(...URIS), chief: fc.boolean(), aspect: fc.constantFrom(...ASPECTS) },
			{ requiredKeys: ['uri', 'chief'] }
		),
		{ maxLength: 4 }
	),
	words: fc.record({
		title: phrase,
		abstract: phrase,
		keywords: fc.array(phrase, { maxLength: 2 }),
		headings: fc.array(phrase, { maxLength: 2 }),
		author: fc.array(phrase, { maxLength: 2 }),
		source: phrase,
		affiliation: fc.array(phrase, { maxLength: 1 }),
		funder: fc.array(phrase, { maxLength: 1 })
	}),
	limits: fc.record(
		{
			'dc.date': fc.integer({ min: 2000, max: 2006 }).map((year) => [String(year)]),
			'oak.ageBand': fc.uniqueArray(fc.constantFrom('child', 'adult', 'older'), {
				minLength: 1,
				maxLength: 2
			})
		},
		{ requiredKeys: [] }
	) as fc.Arbitrary<Record<string, string[]>>
});

const heading = fc.constantFrom(...URIS).map((uri) => ({ uri, label: uri.toUpperCase() }));

export const someWord: fc.Arbitrary<WordTest> = fc.record({
	text: fc.oneof(
		fc.constantFrom(
			...VOCABULARY,
			'roo*',
			'quiet room',
			'noise ward',
			'CAFE',
			'rest*',
			'ward noi*',
			'r?om',
			'*oise',
			'n*se',
			'qu*t r?om',
			'?ard noi*',
			'C?FE',
			'*oom*',
			'*zzz*'
		),
		fc.array(fc.constantFrom(...VOCABULARY), { minLength: 1, maxLength: 3 }).map((words) => words.join(' '))
	),
	capitals: fc.boolean(),
	field: fc.constantFrom(
		'keywords',
		'titleAndAbstract',
		'headings',
		'anywhere',
		'title',
		'abstract',
		'author',
		'source',
		'affiliation',
		'funder'
	)
});

const someLine: fc.Arbitrary<Line> = fc.oneof(
	fc.record({
		id: fc.uuid(),
		kind: fc.constant('heading' as const),
		off: fc.boolean(),
		fit: fc.constant('notJudged' as const),
		test: fc
			.record({
				headings: fc.uniqueArray(heading, { minLength: 1, maxLength: 2, selector: ({ uri }) => uri }),
				withNarrower: fc.boolean(),
				cuts: fc.uniqueArray(heading, { maxLength: 2, selector: ({ uri }) => uri }),
				chief: fc.boolean(),
				aspects: fc.uniqueArray(fc.constantFrom(...ASPECTS), { maxLength: 2 })
			})
			.map((test) => ({ ...test, cuts: test.withNarrower ? test.cuts : [] }))
	}),
	fc.record({ id: fc.uuid(), kind: fc.constant('word' as const), off: fc.boolean(), test: someWord })
);

const someLimit: fc.Arbitrary<LimitSetting> = fc.oneof(
	fc
		.tuple(fc.integer({ min: 1999, max: 2006 }), fc.integer({ min: 0, max: 4 }))
		.map(([from, span]) => ({ field: 'dc.date', from, to: from + span })),
	fc.constant({ field: 'dc.date', from: 2003 }),
	fc
		.uniqueArray(fc.constantFrom('child', 'adult', 'older'), { minLength: 1, maxLength: 2 })
		.map((values) => ({ field: 'oak.ageBand', values }))
);

export const someStrategy: fc.Arbitrary<Strategy> = fc.record({
	blocks: fc.array(
		fc
			.record({
				id: fc.uuid(),
				name: fc.constant('block'),
				status: fc.constantFrom('required' as const, 'required' as const, 'exclude' as const),
				provisional: fc.constant(false),
				noHeading: fc.constant(false),
				lines: fc.array(someLine, { maxLength: 4 })
			})
			.chain((block) =>
				fc.constantFrom(...SEARCHES, SEARCHES[0]).map((searches) => searching(searches, block))
			),
		{ maxLength: 4 }
	),
	limits: fc.uniqueArray(someLimit, { maxLength: 2, selector: ({ field }) => field }),
	lifted: fc.boolean()
});

/** A hierarchy with a cycle in it: h0 over h1 to h3, h1 over h4 and h5, h3 over h5 and h0. */
const NARROWER: Record<string, string[]> = { h0: ['h1', 'h2', 'h3'], h1: ['h4', 'h5'], h3: ['h5', 'h0'] };

export const narrower: Narrower = (uri, cuts) => {
	const found = new Set<string>();
	const waiting = [uri];
	for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
		if (found.has(at) || cuts.includes(at)) continue;
		found.add(at);
		waiting.push(...(NARROWER[at] ?? []));
	}
	return [...found];
};
