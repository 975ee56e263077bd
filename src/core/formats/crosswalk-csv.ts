/** The crosswalk as CSV (RFC 4180), for spreadsheets. */
import Papa from 'papaparse';
import { FIT_WORDS, ROLE_WORDS, type Inquiry } from '../crosswalk';
import { crosswalkRows, type IndexName } from './crosswalk-rows';

const COLUMNS = [
	'concept', 'status', 'index', 'edition', 'decision', 'heading', 'uri', 'with narrower', 'role', 'fit', 'note', 'words tried'
]; // prettier-ignore

const DECISIONS = { undecided: 'undecided', picks: 'picked', noHeading: 'no heading here' } as const;

/**
 * One row a pick, and one for each cell without picks. Headings held together stand in one row, separated by " | ".
 * Cells that a spreadsheet would take for a formula begin with an apostrophe.
 */
export function crosswalkToCsv(inquiry: Inquiry, indexes: readonly IndexName[]): string {
	const rows = crosswalkRows(inquiry, indexes).map(({ concept, index, decision, pick, tried, note }) => [
		concept.name,
		concept.status,
		index.name,
		pick?.edition ?? index.edition,
		pick?.role === 'rejected' ? 'considered' : DECISIONS[decision],
		pick?.headings.map(({ label }) => label).join(' | ') ?? '',
		pick?.headings.map(({ uri }) => uri).join(' | ') ?? '',
		pick ? (pick.withNarrower ? 'yes' : 'no') : '',
		pick ? ROLE_WORDS[pick.role] : '',
		pick ? FIT_WORDS[pick.fit] : '',
		note,
		tried.join(' | ')
	]);
	return Papa.unparse({ fields: COLUMNS, data: rows }, { escapeFormulae: true }) + '\r\n';
}
