import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BibtexReader } from './bibtex';
import { itemFault, shapeFault, withTexts } from './csl-fault';
import { CslJsonReader } from './csl-json';
import { readMappings } from './known-mappings';
import { RecordCsvReader } from './record-csv';
import { parseKeyword, partKeywords, printKeyword, toDrafts } from './record-keywords';
import type { RecordReader } from './record-reading';
import { RisReader } from './ris';

/** Pieces of which real files are made, whole and broken. */
const PIECES: Record<string, string[]> = {
	ris: ['TY  - JOUR\n', 'ER  - \n', 'TI  - Quiet rooms\n', 'AU  - Ashdene, K.\n', 'PY  - 2011\n', 'PY  - soon\n', 'KW  - *Noise / causes\n', 'a line of its own\n', '\r\n', 'TY-JOUR\n', 'AB  - ', 'ID  - a1\n', '\uFEFF'],
	bibtex: ['@article{a1,', '@book{', 'title={Quiet {Rooms}}', 'title="Half', ',', '}', '{', 'year=2011', 'keywords={*Noise; sleep}', '@comment{x}', '@string{a="b"}', '@book(k, title = a # {x})', 'crossref={a1}', '@xdata{', '\n', '\\', '% not\n', 'author={Ashdene, K. and Voss, P.}'],
	csl: ['[', ']', '{"type":"book","title":"Quiet"}', ',', '{"type":"book","id":1}', '{"type":7}', '"text"', 'null', '{"title":{}}', '{', '}', '\n', '3', '{"type":"book","issued":{"date-parts":[[2011]]}}'],
	csv: ['id,type,title,year\n', 'a1,book,Quiet rooms,2011\n', 'a2,"book","Half', '"', ',,,\n', '\n', 'a3,report,Noise,soon\n', 'id;type;title\n', 'a4\n', '\r\n', '=1+1,book,x,2001\n']
}; // prettier-ignore
const READERS: Record<string, () => RecordReader> = {
	ris: () => new RisReader(),
	// What parses an entry is not of the core; this one knows a title when it sees one.
	bibtex: () =>
		new BibtexReader((entry) =>
			entry.includes('title') ? { id: 'x', type: 'book', title: entry.slice(0, 9) } : undefined
		),
	csl: () => new CslJsonReader(),
	csv: () => new RecordCsvReader()
};

describe.each(Object.keys(READERS))('a file of %s, however broken', (format) => {
	const text = fc.array(fc.oneof(fc.constantFrom(...PIECES[format]), fc.string({ maxLength: 4 })), {
		maxLength: 14
	});

	it('is read to its end: every entry is kept or refused with its line, wherever the file is cut', () => {
		fc.assert(
			fc.property(text, fc.array(fc.nat(200), { maxLength: 4 }), (pieces, cuts) => {
				const whole = pieces.join('');
				const lines = whole.split('\n').length;
				const read = (parts: readonly string[]) => {
					const reader = READERS[format]();
					parts.forEach((part) => reader.take(part));
					reader.end();
					return { ...reader.reading, broken: reader.broken };
				};
				const places = [
					0,
					...cuts.map((cut) => Math.min(cut, whole.length)).sort((a, b) => a - b),
					whole.length
				];
				const once = read([whole]);
				const cut = read(places.slice(1).map((end, i) => whole.slice(places[i], end)));
				expect(once.records.length).toBeLessThanOrEqual(once.read);
				const refused = once.findings.filter(({ severity }) => severity === 'error').length;
				if (!once.broken) expect(once.records.length + refused).toBeGreaterThanOrEqual(once.read);
				for (const { line } of [...once.records, ...once.findings])
					if (line !== undefined) {
						expect(line).toBeGreaterThanOrEqual(1);
						expect(line).toBeLessThanOrEqual(lines + 1);
					}
				for (const { item, key } of once.records) {
					expect(item.type).toBeTruthy();
					expect(typeof key).toBe('string');
					expect(itemFault(item)).toBeUndefined();
				}
				expect(cut.records).toEqual(once.records);
				expect(cut.read).toBe(once.read);
			}),
			{ numRuns: 400 }
		);
	});

	it('of nothing but white space has no entry', () => {
		const reader = READERS[format]();
		reader.take(' \n \n');
		reader.end();
		expect(reader.reading.records).toEqual([]);
	});
});

describe('keywords', () => {
	const label = fc.constantFrom('Noise, Indoor', 'Sleep', 'Rest / Repose', 'A', 'Única');

	it('say again what they said: the heading, whether it is chief, its aspect', () => {
		fc.assert(
			fc.property(fc.constantFrom('Noise, Indoor', 'Sleep', 'A'), fc.boolean(), fc.option(fc.constantFrom('causes', 'in schools'), { nil: undefined }), (own, chief, aspect) => {
				expect(parseKeyword(printKeyword({ label: own, chief, aspect }))).toEqual({ label: own, chief, ...(aspect !== undefined && { aspect }) });
			})
		);
		expect(parseKeyword('Sleep / *causes')).toEqual({ label: 'Sleep', chief: true, aspect: 'causes' });
	}); // prettier-ignore

	const HEADINGS = new Set(['Noise, Indoor', 'Sleep', 'Rooms, Shared, Quiet', 'Alarms']);
	it.each<[string, string[], string[], string[]]>([
		['semicolons', ['Noise, Indoor; Sleep ;; '], ['Noise, Indoor', 'Sleep'], ['semicolon']],
		['commas before small letters, where nothing is a heading', ['noise, sleep,rest'], ['noise', 'sleep', 'rest'], ['comma']],
		['no comma of a heading', ['Noise, Indoor'], ['Noise, Indoor'], []],
		['commas between headings that have commas', ['Noise, Indoor, Sleep, Rooms, Shared, Quiet'], ['Noise, Indoor', 'Sleep', 'Rooms, Shared, Quiet'], ['comma']],
		['what is no heading among those that are', ['Sleep, corridor talk, Alarms'], ['Sleep', 'corridor talk', 'Alarms'], ['comma']],
		['line breaks, and semicolons within them', ['Sleep\nNoise, Indoor; Alarms'], ['Sleep', 'Noise, Indoor', 'Alarms'], ['line', 'semicolon']],
		['tabs', ['Sleep\tNoise, Indoor'], ['Sleep', 'Noise, Indoor'], ['tab']],
		['nothing, of fields that stand with others', ['noise, in rooms', 'Sleep'], ['noise, in rooms', 'Sleep'], []],
		['braces', ['{Noise, Indoor}', '{Sleep}'], ['Noise, Indoor', 'Sleep'], []]
	])('are parted by %s', (_, fields, keywords, ways) => {
		const parted = partKeywords(fields, (text) => HEADINGS.has(text));
		expect(parted.keywords).toEqual(keywords);
		expect([...parted.ways]).toEqual(ways);
	}); // prettier-ignore

	it('are parted as a person says, and are never parted where headings are named apart', () => {
		expect(partKeywords(['Noise, Indoor'], () => true, 'comma').keywords).toEqual(['Noise', 'Indoor']);
		expect(partKeywords(['noise, sleep; rest, and more'], undefined).keywords).toEqual(['noise, sleep', 'rest, and more']);
	}); // prettier-ignore

	it('become headings where they are some, and stay what they are where not; none is lost', () => {
		const known = new Map([['Noise, Indoor', 'n'], ['Sleep', 's'], ['Rest / Repose', 'r']]); // prettier-ignore
		const headingOf = (text: string) => (known.has(text) ? [{ uri: known.get(text) as string, label: text }] : undefined);
		fc.assert(
			fc.property(fc.array(fc.tuple(label, fc.boolean()), { maxLength: 5 }), (keywords) => {
				const texts = keywords.map(([own, chief]) => `${chief ? '*' : ''}${own}`);
				const record = { item: { id: 'a', type: 'book' }, key: 'a', keywords: texts, line: 1 };
				const { drafts, matched, unmatched } = toDrafts([record], headingOf, () => 'made');
				const [{ taggings, item }] = drafts;
				const headings = keywords.filter(([own]) => known.has(own));
				expect(matched).toBe(headings.length);
				expect(new Set(taggings.map((one) => one.label))).toEqual(new Set(headings.map(([own]) => own)));
				expect([...unmatched.values()].reduce((sum, count) => sum + count, 0)).toBe(texts.length - matched);
				expect((item.keyword ?? '').split('; ').filter(Boolean)).toEqual(texts.filter((_, i) => !known.has(keywords[i][0])));
			})
		);
	}); // prettier-ignore
});

describe('an item of CSL-JSON', () => {
	it.each<[string, unknown, RegExp]>([
		['no object', 'text', /not an object/],
		['a list', [], /not an object/],
		['without a type', { title: 'x' }, /type/],
		['an id that is neither text nor number', { type: 'book', id: {} }, /id/],
		['an id without end', { type: 'book', id: 'x'.repeat(1_001) }, /longer than 1000/],
		['a title that is none', { type: 'book', title: ['x'] }, /title is not text/],
		['a volume that is none', { type: 'book', volume: {} }, /volume/],
		['authors that are no list', { type: 'book', author: { family: 'x' } }, /author is not a list/],
		['a name of numbers', { type: 'book', author: [{ family: 7 }] }, /name of its author/],
		['a date that is none', { type: 'book', issued: 2011 }, /issued is not a date/],
		['date-parts that are none', { type: 'book', issued: { 'date-parts': [2011] } }, /date-parts/],
		['a custom that is none', { type: 'book', custom: 'x' }, /custom is not an object/],
		['affiliations that are no texts', { type: 'book', custom: { affiliations: [1] } }, /affiliations/],
		[
			'authors’ places that are no places',
			{ type: 'book', custom: { affiliationsOfAuthors: [[-1]] } },
			/affiliationsOfAuthors/
		]
	])('is refused in words: %s', (_, item, message) => expect(shapeFault(item)).toMatch(message));

	it.each<[unknown, object]>([
		['2011', { 'date-parts': [[2011]] }],
		['2011-05-03', { 'date-parts': [[2011, 5, 3]] }],
		['2011-05/2012', { 'date-parts': [[2011, 5], [2012]] }],
		['2011~', { 'date-parts': [[2011]], circa: true }],
		['2011-21', { raw: '2011-21' }],
		['spring 2011', { raw: 'spring 2011' }],
		[{ raw: '2011-05' }, { 'date-parts': [[2011, 5]] }],
		[{ raw: 'May 2011' }, { raw: 'May 2011' }],
		[{ literal: 'in press' }, { literal: 'in press' }]
	])('is taken with its date however that is written: %j', (issued, wanted) => {
		const reader = new CslJsonReader();
		reader.take(JSON.stringify({ type: 'book', title: 'x', issued }));
		reader.end();
		expect(reader.reading.records[0].item.issued).toEqual(wanted);
	}); // prettier-ignore

	it('is taken with numbers where text belongs, as text', () => {
		const item = { type: 'book', title: 1984, page: 7, volume: 3 };
		expect(withTexts(item)).toEqual({ type: 'book', title: '1984', page: '7', volume: 3 });
		expect(shapeFault(withTexts(item))).toBeUndefined();
		expect(withTexts({ type: 'book' })).toEqual({ type: 'book' });
	});

	it('is refused for what no text may hold, wherever that stands, and for what is nested or long without end', () => {
		fc.assert(
			fc.property(
				fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 6 }),
				fc.constantFrom('\0', '\ud800'),
				(path, bad) => {
					const nest = (leaf: unknown) =>
						path.reduceRight<unknown>((inner, name) => ({ [name]: inner }), leaf);
					expect(itemFault({ type: 'book', own: nest('plain') })).toBeUndefined();
					expect(itemFault({ type: 'book', own: nest(`x${bad}`) })).toMatch(/own holds/);
					expect(itemFault({ type: 'book', own: nest({ [`x${bad}`]: 1 }) })).toMatch(/name of a part/);
				}
			)
		);
		const deep = (levels: number): unknown => (levels === 0 ? 1 : [deep(levels - 1)]);
		expect(itemFault({ own: deep(15) })).toBeUndefined();
		expect(itemFault({ own: deep(30) })).toMatch(/20 levels/);
		expect(itemFault({ abstract: 'x'.repeat(300_001) })).toMatch(/300,000 characters/);
	});
});

describe('known mappings', () => {
	const HEAD = '#curie_map:\n#  a: https://a.example/\n#mapping_set_title: "Trees"\n';
	const COLUMNS = 'subject_id\tpredicate_id\tobject_id\tpredicate_modifier\tconfidence\n';
	const read = (rows: string) => readMappings(HEAD + COLUMNS + rows);

	it('are read with their prefixes, their title and how sure they are', () => {
		const { title, mappings, read: rows } = read('a:oak\tskos:exactMatch\thttps://b.example/1\t\t0.9\n');
		expect([title, rows]).toEqual(['Trees', 1]);
		expect(mappings).toEqual([{ subject: 'https://a.example/oak', object: 'https://b.example/1', relation: 'exact', confidence: 0.9 }]); // prettier-ignore
	});

	it.each([
		['a:oak\tskos:exactMatch\ta:elm\tNot\t1\n', 'mapping-denied'],
		['a:oak\tskos:exactMatch\ta:elm\t\t1.2\n', 'mapping-confidence'],
		['a:oak\tskos:exactMatch\ta:elm\t\tvery\n', 'mapping-confidence'],
		['a:oak\towl:sameAs\ta:elm\t\t1\n', 'mapping-relation-unknown']
	])('leave out what they cannot mean, and say so: %j', (row, rule) => {
		const { mappings, findings } = read(row);
		expect(mappings).toEqual([]);
		expect(findings).toMatchObject([{ rule, line: 5 }]);
	});

	it('refuse what is no table of mappings', () => {
		expect(() => readMappings('')).toThrow(/no table/);
		expect(() => readMappings('subject_id\tobject_id\nx\ty\n')).toThrow(/predicate_id/);
	});
});
