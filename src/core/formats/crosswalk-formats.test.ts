/** Crosswalks out and in again. This file is long: every format keeps the same promises. */
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, FITS, inOrder, ROLES, type Command, type Inquiry } from '../crosswalk';
import { conceptAsText, plainList } from './concept-list';
import { crosswalkFromCsv, crosswalkToCsv } from './crosswalk-csv';
import {
	BLANK_CELL,
	planImport as plannedImport,
	type IncomingCell,
	type IncomingCrosswalk,
	type Placement
} from './incoming-crosswalk';
import { crosswalkFromJson, crosswalkToJson } from './crosswalk-json';
import { crosswalkToJsonLd } from './crosswalk-skos';
import { crosswalkFromSssom, crosswalkToSssom } from './crosswalk-sssom';

const INDEXES = [
	{ code: 'alder', name: 'Alder', edition: '2022' },
	{ code: 'yarrow', name: 'Yarrow', edition: '2024' }
];
const empty = emptyInquiry({
	id: 'quiet',
	title: 'Quiet "rooms"',
	question: 'Why?',
	indexes: ['alder', 'yarrow']
});
const run = (inquiry: Inquiry, commands: readonly Command[]) =>
	commands.reduce((state, command) => apply(state, execute(state, command)), inquiry);

const LABELS = [
	'Walls',
	'Bays, Shared',
	'=SUM(A1)',
	'Absorption (Sound)',
	'A | B',
	"Nurses' desks",
	'Größe\tTab'
];
const uriOf = (label: string) => `https://v.example/${LABELS.indexOf(label)}`;
const heading = (label: string) => ({ uri: uriOf(label), label });

const placement: Placement = {
	indexOf: (named) => INDEXES.find(({ code, name }) => code === named || name === named)?.code,
	headingOf: (_, { uri, label }) => {
		const known = LABELS.find((one) => uriOf(one) === uri || (!uri && one === label));
		return known === undefined ? undefined : heading(known);
	},
	editionOf: (code) => INDEXES.find((index) => index.code === code)?.edition ?? ''
};
const planImport = (
	own: Inquiry,
	incoming: IncomingCrosswalk | IncomingCell[],
	...rest: [Placement, () => string]
) =>
	plannedImport(
		own,
		Array.isArray(incoming) ? { cells: incoming, refused: [], notKept: [] } : incoming,
		...rest
	);
let next = 0;
const freshId = () => `new-${++next}`;

const note = fc.oneof(
	fc.constantFrom(
		'',
		'Because.',
		'-1 is a number',
		'two "quotes"',
		'  a leading blank',
		'over\ntwo lines',
		'a\ttab',
		'=SUM(A1)',
		'# a comment',
		"'quoted",
		'a | b'
	),
	fc
		.array(fc.constantFrom('a', ' ', '\n', '\t', '"', "'", '=', '|', '\\', '#', '@', '-', 'é'), {
			maxLength: 6
		})
		.map((signs) => signs.join(''))
);
const pick = fc.record({
	index: fc.constantFrom('alder', 'yarrow'),
	concept: fc.constantFrom('c1', 'c2'),
	labels: fc.uniqueArray(fc.constantFrom(...LABELS), { minLength: 1, maxLength: 2 }),
	withNarrower: fc.boolean(),
	cut: fc.option(fc.constantFrom(...LABELS), { nil: undefined }),
	chief: fc.boolean(),
	aspects: fc.uniqueArray(fc.constantFrom('causes', 'costs | use'), { maxLength: 2 }),
	role: fc.constantFrom(...ROLES),
	fit: fc.constantFrom(...FITS),
	note
});
const inquiry = fc.tuple(fc.array(pick, { maxLength: 6 }), fc.boolean()).map(([picks, decided]) => {
	const start = run(empty, [
		{ kind: 'concept.add', id: 'c1', name: 'noise, indoors' },
		{ kind: 'concept.set', id: 'c1', status: 'exclude' },
		{ kind: 'concept.add', id: 'c2', name: 'rest' },
		{ kind: 'concept.add', id: 'c3', name: 'people' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' }
	]);
	const commands = picks.map(({ index, concept, labels, cut, ...switches }, i): Command => ({
		kind: 'pick.add',
		id: `p${i}`,
		conceptId: concept,
		indexCode: index,
		edition: placement.editionOf(index),
		headings: labels.map(heading),
		...switches,
		cuts: cut ? [heading(cut)] : []
	}));
	const decide: Command = { kind: 'cell.noHeading', conceptId: 'c3', indexCode: 'alder', tried: ['people', 'folk'], edition: '2022', note: 'Too wide.' }; // prettier-ignore
	return run(start, [...commands, ...(decided ? [decide] : [])]);
});

/** What a crosswalk says, apart from identifiers and places. */
function content({ concepts, words, picks, cells }: Inquiry) {
	const used = new Set([...Object.values(picks), ...Object.values(cells)].map(({ conceptId }) => conceptId));
	return {
		concepts: inOrder(concepts)
			.filter(({ id }) => used.has(id))
			.map(({ name, status }) => [name, status]),
		words: inOrder(words)
			.filter(({ conceptId }) => used.has(conceptId))
			.map(({ text, conceptId }) => [text, concepts[conceptId].name]),
		picks: inOrder(picks)
			.map(({ id: _, position: __, conceptId, headings, cuts, ...rest }) => ({
				...rest,
				concept: concepts[conceptId].name,
				// A format of tables keeps a tab inside a label as a space.
				headings: headings.map(({ uri }) => uri).sort(),
				cuts: cuts.map(({ uri }) => uri).sort()
			}))
			.map((one) => JSON.stringify(one))
			.sort(),
		cells: Object.values(cells).map(({ conceptId, tried, note: why }) => [
			concepts[conceptId].name,
			tried,
			why
		])
	};
}

const WAYS: [string, (own: Inquiry) => IncomingCrosswalk][] = [
	['CSV', (own) => crosswalkFromCsv(crosswalkToCsv(own, INDEXES))],
	[
		'SSSOM',
		(own) =>
			crosswalkFromSssom(
				crosswalkToSssom(own, INDEXES, ({ pick }) => ({
					by: 'Ines',
					on: pick?.withNarrower ? '2026-01-31' : '2026-02-01'
				}))
			)
	],
	['JSON', (own) => crosswalkFromJson(JSON.stringify(crosswalkToJson(own, INDEXES)))]
];

describe.each(WAYS)('a crosswalk as %s', (_, there) => {
	it('says the same when it is taken in again, into an inquiry with nothing recorded', () => {
		fc.assert(
			fc.property(inquiry, (own) => {
				const plan = planImport(empty, there(own), placement, freshId);
				expect(plan.unplaced).toEqual([]);
				const taken = plan.command ? run(empty, [plan.command]) : empty;
				expect(content(taken)).toEqual(content(own));
			})
		);
	});

	it('changes nothing in the inquiry it came from', () => {
		fc.assert(
			fc.property(inquiry, (own) => {
				const plan = planImport(own, there(own), placement, freshId);
				expect(plan).toMatchObject({ added: [], changed: [], newConcepts: [], unplaced: [] });
				expect(plan.command).toBeUndefined();
			})
		);
	});
});

describe('taking a crosswalk in', () => {
	const cell = (fields: Partial<IncomingCell>): IncomingCell => ({
		...BLANK_CELL,
		line: 2,
		concept: { id: '', name: 'noise' },
		index: 'Alder',
		...fields
	});

	it('says of everything that cannot be placed where it stands and why, and places the rest', () => {
		const plan = planImport(
			{ ...empty, about: { ...empty.about, indexes: ['alder'] } },
			[
				cell({ line: 2, headings: [{ uri: '', label: 'Walls' }], fit: 'close' }),
				cell({ line: 3, headings: [{ uri: '', label: 'Roofs' }] }),
				cell({ line: 4, index: 'Nettle', headings: [heading('Walls')] }),
				cell({ line: 5, index: 'Yarrow', headings: [heading('Walls')] }),
				cell({ line: 6, noHeading: true }),
				cell({ line: 7, concept: { id: '', name: ' ' }, headings: [heading('Walls')] }),
				cell({ line: 8 })
			],
			placement,
			freshId
		);
		expect(plan.unplaced.map(({ line, why }) => [line, why])).toEqual([
			[3, 'The vocabulary in use has no heading “Roofs”.'],
			[4, 'There is no subject index “Nettle”.'],
			[5, 'This inquiry does not use that subject index.'],
			[6, expect.stringContaining('This cell has picks')],
			[7, 'No concept is named.']
		]);
		expect(plan.added).toEqual(['Walls, noise']);
		expect(plan.newConcepts).toEqual(['noise']);
	});

	it.each([
		['CSV without a column for concepts', () => crosswalkFromCsv('a,b\n1,2'), 'no column “concept”'],
		['SSSOM without a table', () => crosswalkFromSssom('#curie_map:\n'), 'no table after the metadata'],
		[
			'SSSOM without its slots',
			() => crosswalkFromSssom('subject_id\tfoo\na\tb'),
			'no column “predicate_id”'
		],
		['what is no JSON', () => crosswalkFromJson('{'), 'This is not JSON'],
		['other JSON', () => crosswalkFromJson('{"format":"other"}'), 'This is not a crosswalk']
	])('refuses %s', (__, read, message) => expect(read).toThrow(message));

	it('reads SSSOM of any origin: prefixes, predicates and the modifier Not', () => {
		const {
			cells: [one, two],
			notKept
		} = crosswalkFromSssom(
			[
				'#curie_map:',
				'#  v: https://v.example/',
				'#license: none',
				'subject_id\tsubject_label\tpredicate_id\tpredicate_modifier\tobject_id\tmapping_justification',
				'x:1\tnoise\tskos:broadMatch\t\tv:0\tsemapv:ManualMappingCuration',
				'x:1\tnoise\tskos:exactMatch\tNot\tv:3\tsemapv:ManualMappingCuration'
			].join('\n')
		);
		expect(one).toMatchObject({
			line: 5,
			fit: 'broader',
			role: 'searched',
			headings: [{ uri: 'https://v.example/0' }]
		});
		expect(notKept).toEqual([]);
		expect(two).toMatchObject({ role: 'rejected', headings: [{ uri: 'https://v.example/3' }] });
	});
});

describe('SSSOM from elsewhere', () => {
	const read = (...lines: string[]) => crosswalkFromSssom(lines.join('\n'));
	const COLUMNS = 'subject_id\tsubject_label\tpredicate_id\tobject_id\tobject_label';

	it('keeps subjects apart whose IRIs end alike, and names those without a label by how they end', () => {
		const incoming = read(COLUMNS, 'https://a.example/x#1\tnoise\tskos:exactMatch\thttps://v.example/0\t', 'https://b.example/y#1\trest\tskos:exactMatch\thttps://v.example/1\t', 'https://b.example/y#quiet_hours\t\tskos:exactMatch\thttps://v.example/1\t');
		const plan = planImport(empty, { ...incoming, cells: incoming.cells.map((cell) => ({ ...cell, index: 'alder' })) }, placement, freshId);
		expect(plan.newConcepts).toEqual(['noise', 'rest', 'quiet hours']);
		expect(plan.unplaced).toEqual([]);
	}); // prettier-ignore

	it('takes what the set says for every mapping, prefixes by YAML, the modifier however it is written', () => {
		const { cells } = read('#curie_map: {v: "https://v.example/", \'x\': "https://x.example/"}', '#object_source: https://oakmoss.example/indexes/alder', '#object_source_version: "2022"', '#mapping_date: 2020-01-01', `${COLUMNS}\tpredicate_modifier`, 'x:1\tnoise\tskos:closeMatch\tv:0\t\tNOT');
		expect(cells[0]).toMatchObject({ index: 'alder', edition: '2022', role: 'rejected', fit: 'close', headings: [{ uri: 'https://v.example/0' }], concept: { iri: 'https://x.example/1' } });
	}); // prettier-ignore

	it('names what it has no place for, and refuses a bad row alone', () => {
		const { cells, notKept, refused } = read(`${COLUMNS}\tconfidence\tmapping_cardinality`, 'x:1\tnoise\towl:equivalentClass\tv:0\t\t0.9\t1:1', 'x:1\tnoise\tskos:exactMatch\t\t\t\t', 'x:1\tnoise', 'x:1\tnoise\tskos:exactMatch\tv:1\tWalls\t0.5\t');
		expect(cells.map(({ line, fit }) => [line, fit])).toEqual([[2, 'notJudged'], [5, 'exact']]);
		expect(notKept).toEqual(['the predicate “owl:equivalentClass”, in 1 row: it stays with the pick, whose fit is not judged']);
		expect(refused.map(({ line }) => line).sort()).toEqual([3, 4]);
	}); // prettier-ignore

	it('keeps every slot that it has no place for, and gives it back as it was', () => {
		const incoming = read(
			'#curie_map: {v: "https://v.example/", o: "https://orcid.example/"}',
			'#license: https://l.example/1',
			'#mapping_tool: By eye',
			'#creator_id: [o:7]',
			`${COLUMNS}\tconfidence\tauthor_id\tauthor_label\tmapping_date\tmapping_justification\thouse_rank`,
			'x:1\tnoise\towl:equivalentClass\tv:0\t\t0.9\to:1|o:2\tAda\t2020-02-03\tsemapv:LexicalMatching\t',
			'x:1\tnoise\tskos:exactMatch\tv:1\t\t\t\t\t\t\tfirst',
			'x:2\trest\tskos:exactMatch\tsssom:NoTermFound\t\t0.2\t\t\t\t\t'
		);
		expect(incoming.notKept).toEqual([
			'the slot “creator_id” of the whole set',
			'the slot “confidence”, in 1 row of those that say that nothing was found',
			'the slot “mapping_tool”, in 1 row of those that say that nothing was found',
			'the predicate “owl:equivalentClass”, in 1 row: it stays with the pick, whose fit is not judged'
		]);
		const cells = incoming.cells.map((cell) => ({ ...cell, index: 'alder' }));
		const { command } = planImport(empty, { ...incoming, cells }, placement, freshId);
		const state = run(empty, command ? [command] : []);
		const text = crosswalkToSssom(state, INDEXES, () => ({ by: 'Ben', on: '2026-01-01' }));
		const table = Papa.parse<Record<string, string>>(text.split('\n').filter((line) => !line.startsWith('#')).join('\n'), { header: true, delimiter: '\t' }).data;
		expect(table[0]).toMatchObject({
			predicate_id: 'http://www.w3.org/2002/07/owl#equivalentClass',
			confidence: '0.9',
			author_id: 'https://orcid.example/1|https://orcid.example/2',
			author_label: 'Ada',
			mapping_date: '2020-02-03',
			mapping_justification: 'semapv:LexicalMatching',
			mapping_tool: 'By eye'
		});
		expect(table[1]).toMatchObject({ author_label: 'Ben', mapping_date: '2026-01-01', house_rank: 'first' });
		expect(text).toContain('#  - slot_name: house_rank');
		expect(text).not.toContain('slot_name: confidence');
		const judged = run(state, [{ kind: 'pick.set', id: inOrder(state.picks)[0].id, fit: 'close' }]);
		expect(crosswalkToSssom(judged, INDEXES)).not.toContain('equivalentClass');
		const again = crosswalkFromSssom(text);
		expect(planImport(state, again, placement, freshId)).toMatchObject({ added: [], changed: [], unplaced: [] });
	}); // prettier-ignore

	it('writes headings held together as one mapping, and reads the rows in which a release before wrote them', () => {
		const own = run(empty, [{ kind: 'concept.add', id: 'c1', name: 'noise' }, { kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'alder', headings: [heading('Walls'), heading('A | B')], edition: '2022' }]);
		const rows = crosswalkToSssom(own, INDEXES).split('\n').filter((line) => line !== '' && !line.startsWith('#'));
		expect(rows).toHaveLength(2);
		expect(rows[1]).toContain('composed entity expression');
		const before = read(`${COLUMNS}\toak_held_together`, `x:1\tnoise\tskos:exactMatch\t${uriOf('Walls')}\t\tp1`, `x:1\tnoise\tskos:exactMatch\t${uriOf('A | B')}\t\tp1`);
		expect(before.cells.map(({ headings }) => headings.map(({ uri }) => uri))).toEqual([[uriOf('Walls'), uriOf('A | B')]]);
	}); // prettier-ignore

	it('holds no cell that a spreadsheet would carry out, and comes back as it was', () => {
		const own = run(empty, [{ kind: 'concept.add', id: 'c1', name: '=HYPERLINK("x")' }, { kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'alder', headings: [{ uri: uriOf('Walls'), label: '+Walls' }], edition: '2022', note: '@SUM(1)' }]);
		const [, ...rows] = crosswalkToSssom(own, INDEXES, () => ({ by: '-Ben', on: '' })).split('\n').filter((line) => line !== '' && !line.startsWith('#'));
		for (const cell of rows.flatMap((row) => row.split('\t'))) expect(cell.replace(/^"/, '')).not.toMatch(/^[=+@-]/);
		const [cell] = crosswalkFromSssom(crosswalkToSssom(own, INDEXES)).cells;
		expect(cell).toMatchObject({ concept: { name: '=HYPERLINK("x")' }, headings: [{ label: '+Walls' }], note: '@SUM(1)' });
	}); // prettier-ignore

	it('is refused where its metadata is no YAML', () =>
		expect(() => read('#a: [b', COLUMNS)).toThrow('no YAML'));
});

describe('what a file says of concepts', () => {
	const own = run(empty, [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'concept.set', id: 'c1', status: 'exclude' },
		{ kind: 'concept.add', id: 'c2', name: 'rest' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din', lang: 'en', capitals: true, off: ['alder'] }
	]);

	it.each(WAYS.filter(([name]) => name !== 'SSSOM'))('is taken in from %s, and named before', (name, there) => {
		const plan = planImport(empty, there(own), placement, freshId);
		expect(plan.changed).toEqual(['noise: exclude instead of required']);
		expect(plan.added).toEqual(['the word “din”, noise']);
		const taken = plan.command ? run(empty, [plan.command]) : empty;
		expect(inOrder(taken.concepts).map(({ name: called, status }) => [called, status])).toEqual([['noise', 'exclude'], ['rest', 'required']]);
		if (name === 'JSON') expect(Object.values(taken.words)).toMatchObject([{ lang: 'en', capitals: true, off: ['alder'] }]);
		// Back into what it came from with another status, only that is changed.
		const turned = run(own, [{ kind: 'concept.set', id: 'c1', status: 'waiting' }]);
		expect(planImport(turned, there(own), placement, freshId)).toMatchObject({ changed: ['noise: exclude instead of waiting'], added: [], newConcepts: [] });
	}); // prettier-ignore

	it('is left where a status is none', () => {
		const { cells, refused } = crosswalkFromCsv('concept,index,status\nnoise,alder,mandatory\n');
		expect(cells[0].concept).not.toHaveProperty('status');
		expect(refused).toMatchObject([{ line: 2, why: expect.stringContaining('no status') }]);
	});

	it('passes nothing in a preview that would be refused afterwards', () => {
		const plan = plannedImport(empty, crosswalkFromJson(JSON.stringify(crosswalkToJson(own, INDEXES))), placement, freshId, (command) => (command.kind === 'word.add' ? 'too long' : undefined));
		expect(plan.unplaced).toMatchObject([{ why: 'too long' }]);
		expect(plan.command?.commands.map(({ kind }) => kind)).not.toContain('word.add');
	}); // prettier-ignore
});

describe('a crosswalk taken away', () => {
	const own = run(empty, [
		{ kind: 'concept.add', id: 'c1', name: 'noise' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
		{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'alder', headings: [heading('=SUM(A1)')], edition: '2022', fit: 'exact', withNarrower: true, cuts: [heading('Walls')] }
	]); // prettier-ignore

	it('runs no formula in a spreadsheet', () => {
		expect(crosswalkToCsv(own, INDEXES)).toContain("'=SUM(A1)");
	});

	it('has a metadata block that declares what it adds to SSSOM', () => {
		const [first, ...rest] = crosswalkToSssom(own, INDEXES, () => ({
			by: 'Ines',
			on: '2026-01-31T10:00:00Z'
		})).split('\n');
		expect(first).toBe('#sssom_version: "1.1"');
		// A day that is the same for all is said once.
		expect(rest).toContain('#mapping_date: 2026-01-31');
		expect(rest).toContain('#mapping_set_title: "Quiet \\"rooms\\""');
		expect(rest).toContain('#  - slot_name: oak_cuts');
	});

	it('is one JSON-LD document with a mapping relation and the pick in full', () => {
		const { '@graph': graph } = JSON.parse(crosswalkToJsonLd(own)) as { '@graph': Record<string, unknown>[] };
		expect(graph.find((node) => node['skos:exactMatch'])).toMatchObject({
			'skos:exactMatch': { '@id': uriOf('=SUM(A1)') },
			'oak:pick': { '@id': '_:pick-p1' }
		});
		expect(graph.find((node) => node['@id'] === '_:pick-p1')).toMatchObject({
			'oak:withNarrower': { '@value': 'true', '@type': 'http://www.w3.org/2001/XMLSchema#boolean' },
			'oak:cut': { '@id': uriOf('Walls') }
		});
	});

	it('has no label that is both preferred and alternative in RDF, stems apart, and a language on every text', () => {
		const more = run(own, [
			{ kind: 'word.add', id: 'w2', conceptId: 'c1', text: 'noise' },
			{ kind: 'word.add', id: 'w3', conceptId: 'c1', text: 'loud*', lang: 'en' }
		]);
		const { '@graph': graph } = JSON.parse(crosswalkToJsonLd(more)) as {
			'@graph': Record<string, unknown>[];
		};
		expect(graph.find((node) => node['skos:prefLabel'])).toMatchObject({
			'skos:prefLabel': { '@value': 'noise', '@language': 'und' },
			'skos:altLabel': { '@value': 'din', '@language': 'und' },
			'oak:stem': { '@value': 'loud*', '@language': 'en' }
		});
	});

	it('is a plain list of words and headings for places without a vocabulary', () => {
		expect(conceptAsText(own, 'c1', (code) => code.toUpperCase())).toBe(
			'noise\n\ndin\n\nALDER\n=SUM(A1); with narrower but Walls\n'
		);
		expect(conceptAsText(own, 'gone', String)).toBe('');
		expect(plainList(own, ['c1', 'gone'])).toBe('noise:\ndin\n=SUM\n');
	});
});
