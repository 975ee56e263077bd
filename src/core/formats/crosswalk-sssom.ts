/**
 * The crosswalk as SSSOM/TSV ("A Simple Standard for Sharing Ontological Mappings", version 1.0): a metadata block in
 * YAML, each line after a "#", then a table. What SSSOM has no slot for stands in declared extension slots.
 */
import Papa from 'papaparse';
import { FITS, ROLES, type Inquiry, type Role } from '../crosswalk';
import type { IncomingCell } from './crosswalk-import';
import { crosswalkRows, type CrosswalkRow, type IndexName } from './crosswalk-rows';
import { conceptUri } from './crosswalk-skos';
import { PREDICATES, relationOf, sssomTable } from './sssom-table';
import { joinList, splitList } from './vocabulary-csv';

/** What SSSOM puts in the place of an object that was looked for and not found. */
const NOT_FOUND = 'sssom:NoTermFound';

const COLUMNS = [
	'subject_id', 'subject_label', 'predicate_id', 'predicate_modifier', 'object_id', 'object_label',
	'mapping_justification', 'object_source', 'object_source_version', 'comment',
	'oak_role', 'oak_fit', 'oak_with_narrower', 'oak_cuts', 'oak_chief', 'oak_aspects', 'oak_held_together', 'oak_words_tried', 'oak_index'
] as const; // prettier-ignore
type Column = (typeof COLUMNS)[number];

const EXTENSIONS: Partial<Record<Column, string>> = {
	oak_role: 'role',
	oak_fit: 'fit',
	oak_with_narrower: 'withNarrower',
	oak_cuts: 'cuts',
	oak_chief: 'chief',
	oak_aspects: 'aspects',
	oak_held_together: 'useTogether',
	oak_words_tried: 'wordsTried',
	oak_index: 'index'
};

const sourceUri = (code: string) => `https://oakmoss.example/indexes/${encodeURIComponent(code)}`;

/** One mapping a heading; headings held together share a value of `oak_held_together`. O(rows). */
export function crosswalkToSssom(inquiry: Inquiry, indexes: readonly IndexName[], date: string): string {
	const { id, title, question } = inquiry.about;
	const quoted = (text: string) => JSON.stringify(text.replace(/\s+/g, ' '));
	const head = [
		'sssom_version: "1.0"',
		`mapping_set_id: ${quoted(`https://oakmoss.example/inquiries/${encodeURIComponent(id)}/crosswalk`)}`,
		`mapping_set_title: ${quoted(title)}`,
		...(question ? [`mapping_set_description: ${quoted(question)}`] : []),
		'license: "https://w3id.org/sssom/license/unspecified"',
		`mapping_date: ${quoted(date)}`,
		`subject_source: ${quoted(`https://oakmoss.example/inquiries/${encodeURIComponent(id)}`)}`,
		'curie_map:',
		'  oak: "https://oakmoss.example/terms#"',
		'  semapv: "https://w3id.org/semapv/vocab/"',
		'  skos: "http://www.w3.org/2004/02/skos/core#"',
		'  sssom: "https://w3id.org/sssom/"',
		'extension_definitions:',
		...Object.entries(EXTENSIONS).flatMap(([slot, property]) => [
			`  - slot_name: ${slot}`,
			`    property: oak:${property}`
		])
	];
	const data = crosswalkRows(inquiry, indexes).flatMap((row) => mappings(inquiry, row));
	const table = Papa.unparse(
		{ fields: [...COLUMNS], data: data.map((one) => COLUMNS.map((column) => one[column] ?? '')) },
		{ delimiter: '\t', newline: '\n', escapeFormulae: false }
	);
	return `${head.map((line) => `#${line}`).join('\n')}\n${table}\n`;
}

function mappings(inquiry: Inquiry, row: CrosswalkRow): Partial<Record<Column, string>>[] {
	const { concept, index, decision, pick, tried, note } = row;
	const flat = (text: string) => text.replace(/[\t\r\n]+/g, ' ');
	const shared = {
		subject_id: conceptUri(inquiry.about.id, concept.id),
		subject_label: flat(concept.name),
		mapping_justification: 'semapv:ManualMappingCuration',
		object_source: sourceUri(index.code),
		comment: flat(note),
		oak_index: index.code
	};
	if (!pick)
		return decision === 'noHeading'
			? [
					{
						...shared,
						predicate_id: PREDICATES.exact,
						object_id: NOT_FOUND,
						object_source_version: row.index.edition,
						oak_words_tried: flat(joinList(tried))
					}
				]
			: [];
	return pick.headings.map(({ uri, label }) => ({
		...shared,
		predicate_id: PREDICATES[pick.fit],
		predicate_modifier: pick.role === 'rejected' ? 'Not' : '',
		object_id: uri,
		object_label: flat(label),
		object_source_version: pick.edition,
		oak_role: pick.role,
		oak_fit: pick.fit,
		oak_with_narrower: String(pick.withNarrower),
		oak_cuts: joinList(pick.cuts.map((cut) => cut.uri)),
		oak_chief: String(pick.chief),
		oak_aspects: flat(joinList(pick.aspects)),
		oak_held_together: pick.headings.length > 1 ? pick.id : ''
	}));
}

/**
 * Cells of a crosswalk from SSSOM/TSV of any origin: without our extension slots, the predicate gives the fit and the
 * modifier "Not" a rejected pick. Prefixed names are resolved by the block's `curie_map`. O(rows).
 * @throws Error where there is no table with the slots that every mapping needs
 */
export function crosswalkFromSssom(text: string): IncomingCell[] {
	const { rows } = sssomTable(text);
	const cells: IncomingCell[] = [];
	const held = new Map<string, IncomingCell>();
	for (const { line, at, resolve } of rows) {
		const subject = resolve(at('subject_id'));
		const object = resolve(at('object_id'));
		const noHeading = object.endsWith('sssom:NoTermFound') || object.endsWith('/sssom/NoTermFound');
		const fit = oneOf(FITS, at('oak_fit')) ?? relationOf(resolve(at('predicate_id'))) ?? 'notJudged';
		const role: Role =
			oneOf(ROLES, at('oak_role')) ?? (at('predicate_modifier') === 'Not' ? 'rejected' : 'searched');
		const heading = { uri: object, label: at('object_label') };
		const group = at('oak_held_together');
		const known = group ? held.get(`${subject}\n${group}`) : undefined;
		if (known) {
			known.headings.push(heading);
			continue;
		}
		const cell: IncomingCell = {
			line,
			concept: { id: decodeURIComponent(subject.split('#').pop() ?? ''), name: at('subject_label') },
			index: at('oak_index') || codeOf(resolve(at('object_source'))),
			edition: at('object_source_version'),
			headings: noHeading ? [] : [heading],
			noHeading,
			tried: splitList(at('oak_words_tried')),
			withNarrower: at('oak_with_narrower') === 'true',
			cuts: splitList(at('oak_cuts')).map((uri) => ({ uri, label: '' })),
			chief: at('oak_chief') === 'true',
			aspects: splitList(at('oak_aspects')),
			role,
			fit,
			note: at('comment')
		};
		cells.push(cell);
		if (group) held.set(`${subject}\n${group}`, cell);
	}
	return cells;
}

const oneOf = <T extends string>(all: readonly T[], said: string): T | undefined =>
	all.find((one) => one === said);

function codeOf(source: string): string {
	const [, code] = /^https:\/\/oakmoss\.example\/indexes\/(.+)$/.exec(source) ?? [];
	return code ? decodeURIComponent(code) : '';
}
