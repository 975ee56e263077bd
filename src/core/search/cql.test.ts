/** Texts in CQL and strategies. This file is long: it goes through the standard construct by construct. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WORD_FIELD_WORDS } from '../crosswalk/describe';
import type { WordField } from '../crosswalk/inquiry';
import { LONGEST_CQL } from '../crosswalk/strategy-settings';
import { CqlError, parseCql, printCql, type CqlNode } from './cql';
import { printLine, printStrategy, quote } from './cql-print';
import { readStrategy, recognised, type Resolver } from './cql-read';
import { patternFaults, PLAIN_DIALECT, printInDialect, type Dialect } from './dialect';
import { evaluate, resultOf, type Sets } from './evaluate';
import { naiveLeaf, someRecord, someStrategy, URIS } from './naive.test-aid';
import { RecordSet } from './record-set';
import type { Line, Strategy } from './strategy';
import type { WordTest } from './word-matching';

const resolver: Resolver = {
	limits: [
		{ field: 'oak.ageBand', label: 'Age band', kind: 'choice', values: ['child', 'adult', 'older'] },
		{ field: 'oak.peerReviewed', label: 'Peer reviewed', kind: 'flag', values: [] }
	],
	hasChief: true,
	heading: (label) => {
		const uri = label.toLowerCase();
		if (uri === 'din') return { uri: 'h1', label: 'H1', via: 'din' };
		return URIS.includes(uri) ? { uri, label: label.toUpperCase() } : { nearest: ['H1', 'H2'] };
	}
};

function errorOf(text: string): CqlError {
	try {
		readStrategy(text, resolver);
	} catch (error) {
		if (error instanceof CqlError) return error;
		throw error;
	}
	throw new Error(`Nothing was wrong with ${text}`);
}

const clause: fc.Arbitrary<CqlNode> = fc
	.record({
		field: fc.constantFrom('dc.subject', 'cql.anywhere', 'dc.title'),
		term: fc.string({ minLength: 1, maxLength: 12 }).filter((term) => term.trim() !== ''),
		modifiers: fc.array(
			fc.constantFrom({ name: 'oak.narrower' }, { name: 'oak.aspect', comparator: '=', value: 'a "b"' }),
			{ maxLength: 2 }
		)
	})
	.map(({ field, term, modifiers }) => ({
		kind: 'clause',
		field,
		relation: '=',
		modifiers: modifiers.map((modifier) => ({ ...modifier, start: 0, end: 0 })),
		term,
		written: quote(term),
		start: 0,
		end: 0,
		termStart: 0
	}));
const { tree } = fc.letrec<{ tree: CqlNode }>((tie) => ({
	tree: fc.oneof(
		{ depthSize: 'small' },
		clause,
		fc
			.record({ operator: fc.constantFrom('and', 'or', 'not'), left: tie('tree'), right: tie('tree') })
			.map(
				({ operator, left, right }) =>
					({ kind: 'boolean', operator, left, right, start: 0, end: 0 }) as CqlNode
			)
	)
}));

function joinedTitles(tests: readonly WordTest[]): WordTest[] {
	return tests.reduce<WordTest[]>((all, test) => {
		const last = all[all.length - 1];
		const isBoth =
			last?.field === 'title' &&
			test.field === 'abstract' &&
			last.text === test.text &&
			last.capitals === test.capitals;
		return isBoth ? [...all.slice(0, -1), { ...last, field: 'titleAndAbstract' }] : [...all, test];
	}, []);
}

/** A tree without its places. */
const shape = (node: CqlNode): unknown =>
	node.kind === 'boolean'
		? [node.operator, shape(node.left), shape(node.right)]
		: [node.field, node.relation, node.modifiers.map(({ name, value }) => [name, value]), node.term];

describe('CQL', () => {
	it('is read back from what is printed, whatever stands in quotation marks', () => {
		fc.assert(
			fc.property(tree, (node) => {
				expect(shape(parseCql(printCql(node)).node)).toEqual(shape(node));
			})
		);
	});

	it('has a name for every place in which words are looked for, read back as one line', () => {
		const fields = Object.keys(WORD_FIELD_WORDS) as WordField[];
		const word = fc.record({
			text: fc.constantFrom('noise', 'ward noise', 'roo*', 'ADHD'),
			capitals: fc.boolean(),
			field: fc.constantFrom(...fields)
		});
		fc.assert(
			fc.property(fc.array(word, { minLength: 1, maxLength: 5 }), (tests) => {
				const lines = tests.map((test, i): Line => ({ id: `${i}`, kind: 'word', off: false, test }));
				const block = { id: 'b', name: 'b', status: 'required', provisional: false, noHeading: false, lines } as const; // prettier-ignore
				const cql = printStrategy({ blocks: [{ ...block, lines }], limits: [], lifted: false });
				const { strategy, beyond } = readStrategy(cql, resolver);
				expect(beyond, cql).toBe(false);
				expect(strategy.blocks[0].lines.map((line) => line.kind === 'word' && line.test)).toEqual(
					// A title and then the same in an abstract are one line in both.
					joinedTitles(tests)
				);
			})
		);
		expect(readStrategy('quiet', resolver).strategy.blocks[0].lines[0]).toMatchObject({
			test: { field: 'anywhere' }
		});
	});

	it('joins from left to right, and, or and not alike', () => {
		expect(shape(parseCql('a or b and c not d').node)).toEqual(
			shape(parseCql('((a or b) and c) not d').node)
		);
		expect(shape(parseCql('a or (b and c)').node)).not.toEqual(shape(parseCql('a or b and c').node));
	});

	it('says where the text departs from the grammar and what would be right there', () => {
		for (const [text, position, expected] of [
			['', 0, 'a word'],
			['quiet rooms', 6, 'and'],
			['(quiet', 0, ')'],
			['quiet)', 5, 'the end'],
			['quiet and', 9, 'a word'],
			['and quiet', 0, 'a word'],
			['dc.title =', 10, 'a word'],
			['dc.title = "quiet', 11, '"'],
			['dc.subject =/ "x"', 14, 'oak.narrower'],
			['()', 1, 'a word']
		] as const) {
			const error = errorOf(text);
			expect([text, error.position]).toEqual([text, position]);
			expect(error.expected).toContain(expected);
		}
	});

	it('names unknown fields, headings, values and modifiers with what comes near', () => {
		expect(errorOf('dc.titel = x').message).toMatch(/no field “dc\.titel”.*dc\.title/);
		const unknown = errorOf('cql.anywhere = x and dc.subject = "H9"');
		expect(unknown.position).toBe(34);
		expect(unknown.message).toMatch(/“H9” is not a heading.*“H1”, “H2”/);
		expect(errorOf('oak.ageBand = "infant"').message).toMatch(/child, adult, older/);
		expect(errorOf('dc.subject =/oak.wider "H1"').message).toMatch(/no modifier “oak\.wider”/);
		expect(errorOf('dc.subject =/oak.without="H2" "H1"').message).toMatch(/needs oak\.narrower/);
		expect(errorOf('dc.subject > "H1"').expected).toEqual(['=', 'any', 'all']);
	});

	it('refuses a lone *, stems that are too short, ranges the wrong way round, and texts without end', () => {
		expect(errorOf('quiet and *').position).toBe(10);
		expect(errorOf('qu*').message).toMatch(/at least 3 letters/);
		expect(errorOf('dc.date within "2020 2010"').message).toMatch(/wrong way round/);
		expect(errorOf('dc.date >= soon').message).toMatch(/whole number/);
		expect(errorOf('a or '.repeat(LONGEST_CQL / 4)).message).toMatch(/at most 200,000/);
		expect(errorOf('('.repeat(5_000)).message).toMatch(/nested more than 200/);
		expect(errorOf(`${'a and '.repeat(20_000)}b`).message).toMatch(/at most 2,500 words and fields/);
		expect(() => readStrategy(`${'a and '.repeat(2_400)}b`, resolver)).not.toThrow();
	});
});

describe('a strategy as text', () => {
	/** What prints: every block has a line, and something is looked for. */
	const printable = ({ blocks, limits }: Strategy): Strategy => ({
		blocks: blocks.map((block) => ({
			...block,
			lines: block.lines
				.map((line) => ({ ...line, off: false }))
				.filter((line) => line.kind !== 'heading' || !line.test.withNarrower || line.test.cuts.length < 2)
		})),
		limits,
		lifted: false
	});
	const setsOf = (records: Parameters<typeof naiveLeaf>[0]): Sets => ({
		all: RecordSet.upTo(records.length),
		of: (leaf) => naiveLeaf(records, leaf)
	});

	it('reads back as a strategy that finds the same records', () => {
		fc.assert(
			fc.property(fc.array(someRecord, { minLength: 1, maxLength: 20 }), someStrategy, (records, some) => {
				const strategy = printable(some);
				const text = printStrategy(strategy);
				const required = strategy.blocks.some(
					({ status, lines }) => status === 'required' && lines.length > 0
				);
				fc.pre(required);
				const { strategy: read, beyond } = readStrategy(text, resolver);
				expect(beyond).toBe(false);
				const sets = setsOf(records);
				const [a, b] = [strategy, read].map((one) => [...resultOf(one, sets).toArray()]);
				expect(b).toEqual(a);
				expect(printStrategy(read)).toBe(text);
			}),
			{ numRuns: 150 }
		);
	});

	it('keeps what blocks cannot show as a line of its own, and finds what the text says', () => {
		const text = '(dc.title = quiet or (dc.title = noise and dc.title = room)) and dc.date >= 2003';
		const { strategy, beyond } = readStrategy(text, resolver);
		expect(beyond).toBe(true);
		expect(strategy.blocks).toHaveLength(1);
		expect(strategy.blocks[0].lines.map(({ kind }) => kind)).toEqual(['word', 'expression']);
		expect(strategy.limits).toEqual([{ field: 'dc.date', from: 2003 }]);
		fc.assert(
			fc.property(fc.array(someRecord, { minLength: 1, maxLength: 20 }), (records) => {
				const sets = setsOf(records);
				const word = (text: string) => sets.of({ kind: 'word', text, capitals: false, field: 'title' });
				const wanted = word('quiet')
					.or(word('noise').and(word('room')))
					.and(sets.of({ kind: 'range', field: 'dc.date', from: 2003, to: Infinity }));
				expect(resultOf(strategy, sets).equals(wanted)).toBe(true);
			})
		);
	});

	it('takes an entry term as its heading and says so; reads any and all; joins ranges', () => {
		const { strategy, remarks } = readStrategy(
			'dc.subject = "din" and dc.title any "quiet noise" and dc.date >= 2001 and dc.date < 2005',
			resolver
		);
		expect(remarks[0].message).toMatch(/“din” is an entry term of “H1”/);
		const marked = 'noise or dc.subject =/oak.narrower/oak.chief "H2"';
		expect(readStrategy(marked, resolver).remarks).toEqual([]);
		expect(readStrategy(marked, { ...resolver, hasChief: false }).remarks).toEqual([
			{
				start: marked.indexOf('/oak.chief'),
				message: expect.stringMatching(/no.*chief.*Take oak.chief off/i)
			}
		]);
		expect(strategy.limits).toEqual([{ field: 'dc.date', from: 2001, to: 2004 }]);
		const [, any] = strategy.blocks;
		const line = any.lines[0];
		expect(line.kind === 'expression' && line.expression).toMatchObject({ op: 'or' });
		const sets = setsOf([]);
		expect(line.kind === 'expression' && evaluate(line.expression, sets).size).toBe(0);
	});

	it('is recognised as the crosswalk where it says the same', () => {
		fc.assert(
			fc.property(someStrategy, (some) => {
				const own = printable(some);
				fc.pre(own.blocks.some(({ status, lines }) => status === 'required' && lines.length > 0));
				const read = recognised(readStrategy(printStrategy(own), resolver).strategy, own);
				const ids = new Set(own.blocks.flatMap(({ lines }) => lines.map(({ id }) => id)));
				for (const block of read.blocks)
					for (const line of block.lines) expect(ids.has(line.id) || line.id.startsWith('line-')).toBe(true);
				expect(read.blocks.some(({ id }) => own.blocks.some((block) => block.id === id))).toBe(true);
			})
		);
	});
});

describe('dialects', () => {
	const { strategy } = readStrategy(
		'(dc.subject =/oak.narrower/oak.without="H4"/oak.chief/oak.aspect="design" "H1" or (dc.subject = "H2" and dc.subject = "H3") or dc.title = "quiet room" or noi*) and child not traffic and oak.ageBand = "child" and dc.date >= 2015',
		resolver
	);
	const mine: Dialect = {
		...PLAIN_DIALECT,
		heading: 'H<{label}>',
		narrower: '{it}!',
		cut: '{it}~{cut}',
		chief: 'main[{it}]',
		aspect: '{it}:{aspect}',
		together: ' & ',
		word: '{word}',
		phrase: "'{words}'",
		stem: '{word}..',
		fields: { title: '{it}@t' },
		or: ' / ',
		and: ' + ',
		not: ' - ',
		group: '[{it}]',
		limitValue: '{name}={value}',
		limitFrom: '{name}≥{from}',
		limitNames: { 'oak.ageBand': 'age' }
	};

	it('print headings with their switches, words, fields and limits', () => {
		const { text, missing } = printInDialect(strategy, mine, resolver.limits, 'line');
		expect(text).toBe(
			"[main[H<H1>:design!~H4] / [H<H2> & H<H3>] / 'quiet room'@t / noi..] + child - traffic + age=child + Year≥2015"
		);
		expect(missing).toEqual([]);
		const blocks = printInDialect(strategy, mine, resolver.limits, 'blocks').text.split('\n');
		expect(blocks).toHaveLength(5);
		expect(blocks[2]).toBe('- traffic');
	});

	it('name what they cannot say and leave nothing half said', () => {
		const poor: Dialect = { ...mine, chief: '', cut: '', together: '', stem: '', limitFrom: '', not: '' };
		const { text, missing } = printInDialect(strategy, poor, resolver.limits, 'line');
		expect(text).toBe("[H<H1>:design! / 'quiet room'@t] + child + age=child");
		expect(missing).toEqual([
			'cuts of “H1”',
			'chief only of “H1”',
			'headings held together, as in “H2 together with H3”',
			'the stem “noi*”',
			'excluded blocks',
			'the limit “Year” as a range'
		]);
	});

	it('name limits that no search box knows, unless one says what it calls them', () => {
		const limits = [{ field: 'oak.availability', values: ['free'] }];
		const said = (dialect: Dialect) => printInDialect({ ...strategy, limits }, dialect, [], 'line');
		expect(said(mine).missing).toContain('the limit “Availability”');
		expect(said(mine).text).not.toContain('free');
		const named = { ...mine, limitNames: { 'oak.availability': 'ways' } };
		expect(said(named).text).toContain('ways=free');
	});

	it('fill places once, so that no heading is taken for a pattern', () => {
		const odd: Strategy = {
			...strategy,
			blocks: [
				{
					...strategy.blocks[0],
					lines: [
						{
							id: 'l',
							kind: 'word',
							off: false,
							test: { text: 'of {it} "x"', capitals: false, field: 'anywhere' }
						}
					]
				}
			],
			limits: []
		};
		expect(printInDialect(odd, PLAIN_DIALECT, [], 'line').text).toBe(`"of {it} 'x'"`);
	});

	it('say which places a pattern lacks', () => {
		expect(patternFaults(mine)).toEqual([]);
		expect(patternFaults({ ...mine, heading: 'H', cut: '{it}' })).toEqual([
			{ pattern: 'heading', message: 'The pattern needs {label}.' },
			{ pattern: 'cut', message: 'The pattern needs {cut}.' }
		]);
	});
});

/** Every construct of the standard that is not carried out is refused at its place, in so many words. */
describe('CQL 1.2 beyond what is searched here', () => {
	it.each<[string, number]>([
		['dc.title = noise?', 16],
		['dc.title = "quiet room? now"', 22],
		['dc.title = "^noise"', 12],
		['dc.title = "noise^"', 17],
		['noise prox sleep', 6],
		['noise prox/unit=word sleep', 6],
		['noise and/rel.combine=sum sleep', 9],
		['noise sortBy dc.title', 13],
		['noise sortBy dc.date/sort.missingLow', 20],
		['noise sortBy oak.bestMatch/sort.descending', 26],
		['noise sortBy dc.date dc.title', 21],
		['> dc = "http://purl.org/dc/elements/1.1/" dc.title = noise', 0],
		['> "http://purl.org/dc/elements/1.1/" noise', 0],
		['dc.title == noise', 0],
		['dc.title <> noise', 0],
		['dc.title exact noise', 0],
		['dc.title encloses noise', 0],
		['dc.title within "a b"', 0],
		['dc.title scr noise', 0],
		['dc.date <> 2015', 0],
		['dc.title =/stem noise', 10],
		['dc.title any/relevant "a noise"', 12]
	])('refuses %s at its place', (text, position) => {
		const error = errorOf(text);
		expect(error.message).toContain('not supported');
		expect(error.position).toBe(position);
	});

	it.each([
		['dc.title = "no\\?se"', 'no se'],
		['dc.title = "noise\\*"', 'noise '],
		['dc.title = "noise\\?"', 'noise?'],
		['dc.title = "n?ise *oom"', 'n?ise *oom'],
		['dc.title = "a \\"b\\" \\^c"', 'a "b" ^c'],
		['dc.title = noi*', 'noi*'],
		['dc.title adj "quiet rooms"', 'quiet rooms']
	])('takes what a backslash stands before as it is: %s', (text, word) => {
		const [line] = readStrategy(text, resolver).strategy.blocks[0].lines;
		expect(line.kind === 'word' && line.test.text).toBe(word);
	});

	it('prints words that hold such signs so that they are read again', () => {
		for (const text of ['what now?', '^up', 'a "b" c\\d', 'no?se', '*oise ro?m*', 'no*se? now?']) {
			const line: Line = {
				id: 'l',
				kind: 'word',
				off: false,
				test: { text, capitals: false, field: 'keywords' }
			};
			const [read] = readStrategy(printLine(line), resolver).strategy.blocks[0].lines;
			expect(read.kind === 'word' && read.test).toEqual(line.test);
		}
	});

	it('takes an order from the text, and refuses what follows it', () => {
		const sortOf = (text: string) => readStrategy(text, resolver).sort;
		expect(sortOf('noise')).toBeUndefined();
		expect(sortOf('noise or (sleep) sortBy dc.date')).toBe('oldest');
		expect(sortOf('noise SORTBY dc.date/sort.descending')).toBe('newest');
		expect(sortOf('noise sortby oak.bestMatch')).toBe('relevance');
		expect(sortOf('"sortBy"')).toBeUndefined();
		for (const text of ['noise sortBy', 'noise sortBy dc.date and sleep (', 'noise sortBy dc.date)', '(noise sortBy dc.date)'])
			expect(() => readStrategy(text, resolver), text).toThrow(CqlError);
	}); // prettier-ignore
});
