import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, FITS, inOrder, ROLES, type Command, type Inquiry } from '../crosswalk';
import { conceptAsText, plainList } from './concept-list';
import { crosswalkFromCsv, crosswalkToCsv } from './crosswalk-csv';
import { planImport, type IncomingCell, type Placement } from './crosswalk-import';
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
let next = 0;
const freshId = () => `new-${++next}`;

const note = fc.constantFrom('', 'Because.', '-1 is a number', 'two "quotes"');
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
function content({ concepts, picks, cells }: Inquiry) {
	return {
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

const WAYS: [string, (own: Inquiry) => IncomingCell[]][] = [
	['CSV', (own) => crosswalkFromCsv(crosswalkToCsv(own, INDEXES))],
	['SSSOM', (own) => crosswalkFromSssom(crosswalkToSssom(own, INDEXES, '2026-01-31'))],
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
		line: 2,
		concept: { id: '', name: 'noise' },
		index: 'Alder',
		edition: '',
		headings: [],
		noHeading: false,
		tried: [],
		withNarrower: false,
		cuts: [],
		chief: false,
		aspects: [],
		role: 'searched',
		fit: 'notJudged',
		note: '',
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
		const [one, two] = crosswalkFromSssom(
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
		expect(two).toMatchObject({ role: 'rejected', headings: [{ uri: 'https://v.example/3' }] });
	});
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
		const [first, ...rest] = crosswalkToSssom(own, INDEXES, '2026-01-31').split('\n');
		expect(first).toBe('#sssom_version: "1.0"');
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

	it('is a plain list of words and headings for places without a vocabulary', () => {
		expect(conceptAsText(own, 'c1', (code) => code.toUpperCase())).toBe(
			'noise\n\ndin\n\nALDER\n=SUM(A1); with narrower but Walls\n'
		);
		expect(conceptAsText(own, 'gone', String)).toBe('');
		expect(plainList(own, ['c1', 'gone'])).toBe('noise:\ndin\n=SUM\n');
	});
});
