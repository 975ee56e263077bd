/**
 * A thesaurus as MARC 21 authority records, in ISO 2709 or MARCXML. Each record becomes rows of the CSV format, so that one
 * reader settles labels, links and faults for every format. By “MARC 21 Format for Authority Data” (Library of Congress).
 */
import { SaxesParser } from '@rubensworks/saxes';
import type { Finding } from '../vocabulary/vocabulary-data';
import { relationOf } from './sssom-table';
import { joinList, type CsvRow } from './vocabulary-csv';

export interface MarcField {
	tag: string;
	/** Of a control field, all that it holds. */
	value?: string;
	subfields: [code: string, value: string][];
}

export interface MarcRecord {
	leader: string;
	fields: MarcField[];
	/** Where it begins, from 1: the record's number in ISO 2709, its line in XML. */
	line: number;
}

export interface MarcRows {
	rows: { line: number; row: CsvRow }[];
	findings: Finding[];
}

const [SUBFIELD, FIELD_END, RECORD_END] = ['\x1f', '\x1e', '\x1d'];

/**
 * Records of ISO 2709, already decoded from UTF-8. Fields are told apart by the signs that end them, as the directory counts
 * bytes. O(length).
 * @throws SyntaxError where the text is no ISO 2709, or in the older character set of MARC, with the number of the record
 */
export function marcRecords(text: string): MarcRecord[] {
	const records = text.split(RECORD_END);
	if (records.at(-1)?.trim() === '') records.pop();
	return records.map((raw, i): MarcRecord => {
		const line = i + 1;
		const record = raw.replace(/^[\r\n]+/, '');
		const leader = record.slice(0, 24);
		const ends = record.indexOf(FIELD_END);
		if (!/^\d{5}/.test(leader) || ends < 24 || (ends - 24) % 12 !== 0)
			throw new SyntaxError(`Record ${line} is no MARC record: it has no leader and directory.`);
		if (leader[9] !== 'a')
			throw new SyntaxError(
				`Record ${line} is not in UTF-8 (its leader has no “a” in place 9). Have the file exported in UTF-8.`
			);
		const tags = record.slice(24, ends).match(/.{12}/g) ?? [];
		const data = record.slice(ends + 1).split(FIELD_END);
		return {
			leader,
			line,
			fields: tags.map((entry, n) => {
				const tag = entry.slice(0, 3);
				const value = data[n] ?? '';
				if (tag < '010') return { tag, value, subfields: [] };
				const [, ...parts] = value.split(SUBFIELD);
				return { tag, subfields: parts.map((part): [string, string] => [part.slice(0, 1), part.slice(1)]) };
			})
		};
	});
}

/** Kinds of 5XX by the first sign of `$w`. */
const RELATIONS: Record<string, 'broader' | 'narrower' | 'earlier' | 'later'> = {
	g: 'broader',
	h: 'narrower',
	a: 'earlier',
	b: 'later'
};
/** Notes by their tag, as columns. */
const NOTES: Record<string, 'scope_note' | 'history_note' | 'definition' | 'editorial_note' | 'note'> = {
	'680': 'scope_note',
	'678': 'definition',
	'688': 'history_note',
	'667': 'editorial_note',
	'670': 'editorial_note',
	'360': 'note',
	'260': 'note'
};
/** Fields that only say how a record was made, or that follow from the rest. */
const HANDLING = /^(?:00\d|01[0-9]|03\d|04\d|09\d|336|37\d|38\d|675|7[0-4]\d|856|88\d|9\d\d)$/;

/** The parts of a heading, subdivisions after a dash. */
function termOf({ subfields }: MarcField): string {
	let term = '';
	for (const [code, value] of subfields) {
		const text = value.trim().replace(/\s+/g, ' ');
		if (text === '' || !/[a-z]/.test(code) || 'wie'.includes(code)) continue;
		term += term === '' ? text : `${'vxyz'.includes(code) ? '--' : ' '}${text}`;
	}
	// Cataloguers end some headings with a full stop, which is no part of them.
	return /[^.A-Z]\.$/.test(term) ? term.slice(0, -1) : term;
}

/** The field of a record's heading, the heading, and the record's identifier. */
function namesOf(fields: readonly MarcField[]) {
	const main = fields.find(({ tag }) => /^1\d\d$/.test(tag));
	const id = fields.find(({ tag }) => tag === '001')?.value?.trim();
	return { main, id, heading: main ? termOf(main) : '' };
}

const first = ({ subfields }: MarcField, code: string) =>
	subfields.find(([own]) => own === code)?.[1].trim() ?? '';

/** The address of the heading that a linking field (7XX) names. */
const addressOf = ({ subfields }: MarcField) =>
	subfields
		.filter(([code]) => code === '1' || code === '0')
		.map(([, value]) => value.trim())
		.find((value) => /^[a-z][a-z0-9+.-]*:\/?\/?[^\s|]+$/i.test(value));

/**
 * The rows of authority records. What is no authority record, or has no heading, is named; so are fields that nothing is kept
 * of, such as links to other vocabularies (7XX) without an address, once for each tag. O(size).
 */
export function marcRows(records: readonly MarcRecord[]): MarcRows {
	const rows: MarcRows['rows'] = [];
	const findings: Finding[] = [];
	const left = new Map<string, { count: number; line: number }>();
	/** Rows are told apart by identifier, so what others say of a heading needs the one that it has. */
	const idOf = new Map<string, string>();
	for (const { fields } of records) {
		const { heading, id } = namesOf(fields);
		if (heading !== '' && id) idOf.set(heading, id);
	}
	const named = (term: string): CsvRow => ({ heading: term, ...(idOf.has(term) && { id: idOf.get(term) }) });
	for (const { leader, fields, line } of records) {
		const refuse = (rule: string, message: string) =>
			void findings.push({ severity: 'error', rule, line, message: `${message} It was left out.` });
		if (leader[6] !== 'z') {
			refuse('no-authority', `Record ${line} is no authority record.`);
			continue;
		}
		if (leader[5] === 'd') {
			findings.push({
				severity: 'note',
				rule: 'no-authority',
				line,
				message: `Record ${line} is marked as deleted; it was left out.`
			});
			continue;
		}
		const { main, heading, id } = namesOf(fields);
		if (heading === '') {
			refuse('missing-label', `Record ${line} has no heading (1XX).`);
			continue;
		}
		const say = (row: CsvRow) => rows.push({ line, row: { ...(id && { id }), heading, ...row } });
		say({});
		for (const field of fields) {
			const { tag } = field;
			const note = NOTES[tag];
			if (field === main || HANDLING.test(tag)) continue;
			if (/^4\d\d$/.test(tag)) {
				const term = termOf(field);
				if (term !== '') say({ entry_terms: joinList([term]) });
			} else if (/^5\d\d$/.test(tag)) {
				const term = termOf(field);
				if (term === '') continue;
				const relation = RELATIONS[first(field, 'w')[0] ?? ''];
				if (relation === 'broader') say({ broader: joinList([term]) });
				else if (relation === 'narrower')
					rows.push({ line, row: { ...named(term), broader: joinList([id || heading]) } });
				else if (relation === 'earlier') say({ replaces: joinList([term]) });
				else if (relation === 'later')
					rows.push({ line, row: { ...named(term), replaces: joinList([id || heading]) } });
				else say({ related: joinList([term]) });
			} else if (note) {
				const text = field.subfields
					.filter(([code]) => 'aiub'.includes(code))
					.map(([, value]) => value.trim())
					.join(' ');
				if (text !== '') say({ [note]: text });
			} else if (/^(?:053|08[0-3])$/.test(tag)) {
				const mark = first(field, 'a');
				if (mark !== '') say({ notation: mark });
			} else if (/^7[0-58]\d$/.test(tag) && addressOf(field) !== undefined) {
				const relation = relationOf(first(field, '4'));
				// The format says that the two are equivalents, not how nearly.
				const isStated = relation !== undefined && relation !== 'notJudged';
				say({ mappings: joinList([`${isStated ? relation : 'close'} ${addressOf(field)}`]) });
			} else {
				const known = left.get(tag);
				if (known) known.count++;
				else left.set(tag, { count: 1, line });
			}
		}
	}
	for (const [tag, { count, line }] of left)
		findings.push({
			severity: 'note',
			rule: 'statement-not-kept',
			line,
			subject: tag,
			message: `The field ${tag} comes ${count === 1 ? 'once' : `${count} times`}, first in record ${line}; nothing is kept of it.`
		});
	return { rows, findings };
}

/**
 * Records of MARCXML (http://www.loc.gov/MARC21/slim), whatever prefix its names have. O(length).
 * @throws SyntaxError where it is no well-formed XML, with the line
 */
export function marcXmlRecords(text: string): MarcRecord[] {
	const records: MarcRecord[] = [];
	let record: MarcRecord | undefined;
	let field: MarcField | undefined;
	let held = '';
	const parser = new SaxesParser();
	parser.on('error', ({ message }) => {
		throw new SyntaxError(message.replace(/^\d+:\d+: /, `Line ${parser.line}: `));
	});
	parser.on('opentag', ({ name, attributes }) => {
		held = '';
		const at = (attribute: string) => String(attributes[attribute] ?? '');
		switch (name.replace(/^.*:/, '')) {
			case 'record':
				record = { leader: '', fields: [], line: parser.line };
				break;
			case 'controlfield':
			case 'datafield':
				field = { tag: at('tag'), subfields: [] };
				record?.fields.push(field);
				break;
			case 'subfield':
				field?.subfields.push([at('code'), '']);
		}
	});
	parser.on('text', (piece) => (held += piece));
	parser.on('cdata', (piece) => (held += piece));
	parser.on('closetag', ({ name }) => {
		switch (name.replace(/^.*:/, '')) {
			case 'leader':
				if (record) record.leader = held;
				break;
			case 'controlfield':
				if (field) field.value = held;
				break;
			case 'subfield': {
				const last = field?.subfields.at(-1);
				if (last) last[1] = held;
				break;
			}
			case 'record':
				if (record) records.push(record);
				record = undefined;
		}
		held = '';
	});
	parser.write(text).close();
	return records;
}
