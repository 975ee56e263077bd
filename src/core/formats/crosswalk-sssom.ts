/**
 * The crosswalk as SSSOM/TSV ("A Simple Standard for Sharing Ontological Mappings", version 1.1): a metadata block in
 * YAML, each line after a "#", then a table. What SSSOM has no slot for stands in declared extension slots.
 */
import Papa from 'papaparse';
import { FITS, ROLES, STATUSES, type Inquiry, type Role, wordsOfConcept } from '../crosswalk';
import type { IncomingCell, IncomingCrosswalk } from './incoming-crosswalk';
import { crosswalkRows, type CrosswalkRow, type IndexName } from './crosswalk-rows';
import { conceptUri } from './crosswalk-skos';
import { guard, unguarded } from './csv-guard';
import { PREDICATES, relationOf, sssomTable } from './sssom-table';
import { joinList, splitList } from './vocabulary-csv';

/** What SSSOM puts in the place of an object that was looked for and not found. */
const NOT_FOUND = 'sssom:NoTermFound';

const COLUMNS = [
	'subject_id', 'subject_label', 'predicate_id', 'predicate_modifier', 'object_id', 'object_label',
	'object_type', 'mapping_justification', 'author_label', 'mapping_date', 'object_source', 'object_source_version', 'comment',
	'oak_status', 'oak_words', 'oak_role', 'oak_fit', 'oak_with_narrower', 'oak_cuts', 'oak_chief', 'oak_aspects', 'oak_members',
	'oak_member_labels', 'oak_words_tried', 'oak_index'
] as const; // prettier-ignore
type Column = (typeof COLUMNS)[number];

const EXTENSIONS: Partial<Record<Column, string>> = {
	oak_status: 'status',
	oak_words: 'words',
	oak_role: 'role',
	oak_fit: 'fit',
	oak_with_narrower: 'withNarrower',
	oak_cuts: 'cuts',
	oak_chief: 'chief',
	oak_aspects: 'aspects',
	oak_members: 'useTogether',
	oak_member_labels: 'labelsTogether',
	oak_words_tried: 'wordsTried',
	oak_index: 'index'
};

/** Every slot of a mapping that the standard has (SSSOM 1.1); others are extensions and are declared. */
const STANDARD = new Set([
	'author_id', 'author_label', 'cardinality_scope', 'comment', 'confidence', 'creator_id', 'creator_label', 'curation_rule',
	'curation_rule_text', 'issue_tracker_item', 'license', 'mapping_cardinality', 'mapping_date', 'mapping_justification',
	'mapping_provider', 'mapping_source', 'mapping_tool', 'mapping_tool_id', 'mapping_tool_version', 'match_string', 'object_category',
	'object_id', 'object_label', 'object_match_field', 'object_preprocessing', 'object_source', 'object_source_version', 'object_type',
	'other', 'predicate_id', 'predicate_label', 'predicate_modifier', 'predicate_type', 'publication_date', 'record_id',
	'reviewer_id', 'reviewer_label', 'see_also', 'similarity_measure', 'similarity_score', 'subject_category', 'subject_id',
	'subject_label', 'subject_match_field', 'subject_preprocessing', 'subject_source', 'subject_source_version', 'subject_type'
]); // prettier-ignore

/** What a mapping from elsewhere says of how it came about, which of our own is known from the history. */
const ORIGIN = ['author_label', 'mapping_date', 'mapping_justification'] as const;
const OURS = 'semapv:ManualMappingCuration';

/** Slots of the whole set that say which set it is; those that we write. */
const OF_SET = new Set([
	'sssom_version', 'mapping_set_id', 'mapping_set_title', 'mapping_set_description', 'license', 'curie_map', 'extension_definitions',
	'subject_source', 'mapping_date'
]); // prettier-ignore

/** Slots whose values are addresses, several of them with a bar between. */
const ADDRESSES =
	/(?:_id|_source|_provider|_match_field|_preprocessing)$|^(?:issue_tracker_item|curation_rule|see_also)$/;

/** Address of a pick of several headings, which is none of them. */
const pickUri = (inquiryId: string, pickId: string) =>
	`https://oakmoss.example/inquiries/${encodeURIComponent(inquiryId)}/picks#${encodeURIComponent(pickId)}`;

/** The address by which an index is named as a source of mappings. */
export const sourceUri = (code: string) => `https://oakmoss.example/indexes/${encodeURIComponent(code)}`;

/** Who decided a pick or a cell, and on which day (ISO 8601); empty where nobody knows. */
export type DecidedOf = (row: CrosswalkRow) => { by: string; on: string };

/** Of several headings on one record, which are one object (SSSOM 1.1). */
const COMPOSED = 'composed entity expression';

/**
 * One mapping a pick; headings held together are one object composed of them, whose parts stand in an extension slot. Cells
 * that a spreadsheet would take for a formula begin with an apostrophe, as in CSV. O(rows).
 */
export function crosswalkToSssom(
	inquiry: Inquiry,
	indexes: readonly IndexName[],
	decidedOf: DecidedOf = () => ({ by: '', on: '' })
): string {
	const { id, title, question } = inquiry.about;
	const quoted = (text: string) => JSON.stringify(text);
	const data = crosswalkRows(inquiry, indexes).flatMap((row) => mappings(inquiry, row, decidedOf(row)));
	// Said once where it holds for all, as a reader takes it for every mapping that says nothing of it.
	const dates = new Set(data.map(({ mapping_date }) => mapping_date ?? ''));
	const [date] = dates.size === 1 ? dates : [''];
	if (date) for (const one of data) delete one.mapping_date;
	const columns: string[] = [...COLUMNS];
	for (const one of data)
		for (const slot of Object.keys(one)) if (!columns.includes(slot)) columns.push(slot);
	const foreign = columns.slice(COLUMNS.length).filter((slot) => !STANDARD.has(slot));
	const head = [
		'sssom_version: "1.1"',
		`mapping_set_id: ${quoted(`https://oakmoss.example/inquiries/${encodeURIComponent(id)}/crosswalk`)}`,
		`mapping_set_title: ${quoted(title)}`,
		...(question ? [`mapping_set_description: ${quoted(question)}`] : []),
		'license: "https://w3id.org/sssom/license/unspecified"',
		...(date ? [`mapping_date: ${date}`] : []),
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
		]),
		...foreign.flatMap((slot) => [`  - slot_name: ${slot}`, `    property: oak:said-${slot}`])
	];
	const table = Papa.unparse(
		{ fields: columns, data: data.map((one) => columns.map((column) => guard(one[column] ?? ''))) },
		{ delimiter: '\t', newline: '\n', escapeFormulae: false }
	);
	return `${head.map((line) => `#${line}`).join('\n')}\n${table}\n`;
}

function mappings(
	inquiry: Inquiry,
	row: CrosswalkRow,
	{ by, on }: ReturnType<DecidedOf>
): Record<string, string>[] {
	const { concept, index, decision, pick, tried, note } = row;
	const shared = {
		subject_id: conceptUri(inquiry.about.id, concept.id),
		subject_label: concept.name,
		mapping_justification: OURS,
		object_source: sourceUri(index.code),
		author_label: by,
		mapping_date: on.slice(0, 10),
		comment: note,
		oak_status: concept.status,
		oak_words: joinList(wordsOfConcept(inquiry, concept.id).map(({ text }) => text)),
		oak_index: index.code
	};
	if (!pick)
		return decision === 'noHeading'
			? [
					{
						...shared,
						predicate_id: PREDICATES.exact,
						object_id: NOT_FOUND,
						object_source_version: row.edition,
						oak_words_tried: joinList(tried)
					}
				]
			: [];
	const { headings } = pick;
	const { predicate_id: said, ...slots } = pick.slots ?? {};
	const isComposed = headings.length > 1;
	return [
		{
			...shared,
			...slots,
			// A predicate that says more than any fit does holds until the fit is judged here.
			predicate_id: pick.fit === 'notJudged' && said ? said : PREDICATES[pick.fit],
			predicate_modifier: pick.role === 'rejected' ? 'Not' : '',
			object_id: isComposed ? pickUri(inquiry.about.id, pick.id) : headings[0].uri,
			object_label: headings.map(({ label }) => label).join(' together with '),
			object_type: isComposed ? COMPOSED : '',
			object_source_version: pick.edition,
			oak_role: pick.role,
			oak_fit: pick.fit,
			oak_with_narrower: String(pick.withNarrower),
			oak_cuts: joinList(pick.cuts.map((cut) => cut.uri)),
			oak_chief: String(pick.chief),
			oak_aspects: joinList(pick.aspects),
			oak_members: isComposed ? joinList(headings.map(({ uri }) => uri)) : '',
			oak_member_labels: isComposed ? joinList(headings.map(({ label }) => label)) : ''
		}
	];
}

/** Slots that a crosswalk has a place of its own for. */
const READ = new Set<string>([...COLUMNS, 'oak_held_together', 'subject_source']);

/**
 * A crosswalk from SSSOM/TSV of any origin: without our extension slots, the predicate gives the fit and the modifier
 * "Not" a rejected pick. Subjects are told apart by their whole IRIs. Prefixed names are resolved by the block's `curie_map`.
 * Slots that a crosswalk has no place for stay with the pick, and are written again.
 * O(rows).
 * @throws Error where there is no table with the slots that every mapping needs
 */
export function crosswalkFromSssom(text: string): IncomingCrosswalk {
	const { rows, slots, ofSet, refused } = sssomTable(text);
	const unread = [...new Set(slots)].filter((slot) => !READ.has(slot));
	const without = new Map<string, number>();
	const cells: IncomingCell[] = [];
	const held = new Map<string, IncomingCell>();
	const predicates = new Map<string, number>();
	const unplaced: IncomingCrosswalk['refused'] = refused.map((one) => ({ ...one, what: 'a row' }));
	for (const { line, at: written, resolve } of rows) {
		const at = (slot: string) => unguarded(written(slot));
		const subject = resolve(at('subject_id'));
		const object = resolve(at('object_id'));
		if (subject === '' || object === '') {
			const why = `It names no ${subject === '' ? 'subject' : 'object'}, and a mapping needs both.`;
			unplaced.push({ line, what: at('subject_label') || at('object_label') || 'a row', why });
			continue;
		}
		const noHeading = /^(?:https:\/\/w3id\.org\/sssom\/|sssom:)NoTermFound$/.test(object);
		const relation = relationOf(resolve(at('predicate_id')));
		if (!relation && !noHeading)
			predicates.set(at('predicate_id'), (predicates.get(at('predicate_id')) ?? 0) + 1);
		const fit = oneOf(FITS, at('oak_fit')) ?? relation ?? 'notJudged';
		const isDenied = at('predicate_modifier').toLowerCase() === 'not';
		const role: Role = oneOf(ROLES, at('oak_role')) ?? (isDenied ? 'rejected' : 'searched');
		const members = splitList(at('oak_members'));
		const labels = splitList(at('oak_member_labels'));
		const headings =
			members.length > 0
				? members.map((uri, i) => ({ uri, label: labels[i] ?? '' }))
				: [{ uri: object, label: at('object_label') }];
		// As a release before wrote it: one row for each heading of those held together.
		const group = at('oak_held_together');
		const known = group ? held.get(`${subject}\n${group}`) : undefined;
		if (known) {
			known.headings.push(...headings);
			continue;
		}
		const own = ownConcept(subject);
		const kept = Object.fromEntries(
			[...unread, ...(own === undefined ? ORIGIN : [])].flatMap((slot) => {
				const value = at(slot);
				if (value === '' || (slot === 'mapping_justification' && value === OURS)) return [];
				// Its prefixes are those of this file alone.
				return [[slot, ADDRESSES.test(slot) ? value.split('|').map(resolve).join('|') : value]];
			})
		);
		if (!relation && !noHeading) kept.predicate_id = resolve(at('predicate_id'));
		if (noHeading) for (const slot of Object.keys(kept)) without.set(slot, (without.get(slot) ?? 0) + 1);
		const status = oneOf(STATUSES, at('oak_status'));
		const words = splitList(at('oak_words')).map((word) => ({ text: word }));
		const cell: IncomingCell = {
			line,
			concept: {
				id: own ?? '',
				name: at('subject_label') || lastPart(subject),
				...(own === undefined && { iri: subject }),
				...(status && { status }),
				...(words.length > 0 && { words })
			},
			index: at('oak_index') || codeOf(resolve(at('object_source'))),
			edition: at('object_source_version'),
			headings: noHeading ? [] : headings,
			noHeading,
			tried: splitList(at('oak_words_tried')),
			withNarrower: at('oak_with_narrower') === 'true',
			cuts: splitList(at('oak_cuts')).map((uri) => ({ uri, label: '' })),
			chief: at('oak_chief') === 'true',
			aspects: splitList(at('oak_aspects')),
			role,
			fit,
			note: at('comment'),
			...(!noHeading && Object.keys(kept).length > 0 && { slots: kept })
		};
		cells.push(cell);
		if (group) held.set(`${subject}\n${group}`, cell);
	}
	return {
		cells,
		refused: unplaced,
		notKept: [
			...ofSet.filter((slot) => !OF_SET.has(slot)).map((slot) => `the slot “${slot}” of the whole set`),
			...[...without].map(
				([slot, count]) => `the slot “${slot}”, in ${inRows(count)} of those that say that nothing was found`
			),
			...[...predicates].map(
				([name, count]) =>
					`the predicate “${name}”, in ${inRows(count)}: it stays with the pick, whose fit is not judged`
			)
		]
	};
}

const inRows = (count: number) => `${count} ${count === 1 ? 'row' : 'rows'}`;

const oneOf = <T extends string>(all: readonly T[], said: string): T | undefined =>
	all.find((one) => one === said);

/** The identifier of a concept of this application; undefined for a subject from elsewhere. */
function ownConcept(subject: string): string | undefined {
	const [, id] = /^https:\/\/oakmoss\.example\/inquiries\/[^#]*#(.+)$/.exec(subject) ?? [];
	return id === undefined ? undefined : decoded(id);
}

/** What an IRI ends with, for people, where nothing else names it. */
const lastPart = (iri: string) => decoded(/[^/#:]+$/.exec(iri)?.[0] ?? iri).replaceAll('_', ' ');

function codeOf(source: string): string {
	const [, code] = /^https:\/\/oakmoss\.example\/indexes\/(.+)$/.exec(source) ?? [];
	return code === undefined ? '' : decoded(code);
}

function decoded(text: string): string {
	try {
		return decodeURIComponent(text);
	} catch {
		return text;
	}
}
