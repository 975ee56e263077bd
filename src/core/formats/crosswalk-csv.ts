/** The crosswalk as CSV (RFC 4180), for spreadsheets; and read back from it. */
import Papa from 'papaparse';
import { FIT_WORDS, FITS, ROLE_WORDS, ROLES, STATUSES, type Inquiry, wordsOfConcept } from '../crosswalk';
import type { IncomingCell, IncomingCrosswalk } from './incoming-crosswalk';
import { crosswalkRows, type IndexName } from './crosswalk-rows';
import { guard, unguarded } from './csv-guard';
import { joinList, splitList } from './vocabulary-csv';

export const CROSSWALK_COLUMNS = [
	'concept', 'status', 'index', 'edition', 'decision', 'heading', 'uri', 'with narrower', 'role', 'fit', 'note', 'words tried',
	'cut branches', 'cut uris', 'chief only', 'aspects', 'concept id', 'index code', 'words'
] as const; // prettier-ignore

const DECISIONS = { undecided: 'undecided', picks: 'picked', noHeading: 'no heading here' } as const;
const yesNo = (value: boolean) => (value ? 'yes' : 'no');

/**
 * One row a pick, and one for each cell without picks. Headings held together stand in one row, separated by " | ".
 * O(rows).
 */
export function crosswalkTable(inquiry: Inquiry, indexes: readonly IndexName[]): string[][] {
	return crosswalkRows(inquiry, indexes).map(({ concept, index, edition, decision, pick, tried, note }) => [
		concept.name,
		concept.status,
		index.name,
		edition,
		pick?.role === 'rejected' ? 'considered' : DECISIONS[decision],
		joinList(pick?.headings.map(({ label }) => label) ?? []),
		joinList(pick?.headings.map(({ uri }) => uri) ?? []),
		pick ? yesNo(pick.withNarrower) : '',
		pick ? ROLE_WORDS[pick.role] : '',
		pick ? FIT_WORDS[pick.fit] : '',
		note,
		joinList(tried),
		joinList(pick?.cuts.map(({ label }) => label) ?? []),
		joinList(pick?.cuts.map(({ uri }) => uri) ?? []),
		pick ? yesNo(pick.chief) : '',
		joinList(pick?.aspects ?? []),
		concept.id,
		index.code,
		joinList(wordsOfConcept(inquiry, concept.id).map(({ text }) => text))
	]);
}

/** Cells that a spreadsheet would take for a formula begin with an apostrophe. */
export function crosswalkToCsv(inquiry: Inquiry, indexes: readonly IndexName[]): string {
	const data = crosswalkTable(inquiry, indexes).map((row) => row.map(guard));
	return Papa.unparse({ fields: [...CROSSWALK_COLUMNS], data }) + '\r\n';
}

/**
 * A crosswalk from CSV. `concept` or `concept id`, and `index` or `index code`, are needed. O(rows).
 * @throws Error where one of these columns is missing
 */
export function crosswalkFromCsv(text: string): IncomingCrosswalk {
	const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
		header: true,
		skipEmptyLines: 'greedy',
		transformHeader: (name) => name.trim().toLowerCase()
	});
	for (const [name, other] of [
		['concept', 'concept id'],
		['index', 'index code']
	])
		if (!meta.fields?.includes(name) && !meta.fields?.includes(other))
			throw new Error(`The first line names no column “${name}”, so nothing can be placed.`);
	const keyOf = <T extends string>(words: Record<T, string>, keys: readonly T[], said: string) =>
		keys.find((key) => words[key] === said || key === said);
	const refused: IncomingCrosswalk['refused'] = [];
	const cells = data.map((row, i): IncomingCell => {
		const at = (name: (typeof CROSSWALK_COLUMNS)[number]) => unguarded(row[name] ?? '');
		const uris = splitList(at('uri'));
		const labels = splitList(at('heading'));
		const cutUris = splitList(at('cut uris'));
		const cutLabels = splitList(at('cut branches'));
		const pair = (list: string[], names: string[]) =>
			Array.from({ length: Math.max(list.length, names.length) }, (_, n) => ({
				uri: list[n] ?? '',
				label: names[n] ?? ''
			}));
		const status = STATUSES.find((one) => one === at('status').trim());
		if (at('status').trim() !== '' && !status)
			refused.push({
				line: i + 2,
				what: at('concept'),
				why: `“${at('status')}” is no status of a concept; it stays as it is. Known are ${STATUSES.join(', ')}.`
			});
		return {
			line: i + 2,
			concept: {
				id: at('concept id'),
				name: at('concept'),
				...(status && { status }),
				words: splitList(at('words')).map((text) => ({ text }))
			},
			index: at('index code') || at('index'),
			edition: at('edition'),
			headings: pair(uris, labels),
			noHeading: at('decision') === DECISIONS.noHeading,
			tried: splitList(at('words tried')),
			withNarrower: at('with narrower') === 'yes',
			cuts: pair(cutUris, cutLabels),
			chief: at('chief only') === 'yes',
			aspects: splitList(at('aspects')),
			role: keyOf(ROLE_WORDS, ROLES, at('role')) ?? 'searched',
			fit: keyOf(FIT_WORDS, FITS, at('fit')) ?? 'notJudged',
			note: at('note')
		};
	});
	const unknown = (meta.fields ?? []).filter(
		(name) => name && !(CROSSWALK_COLUMNS as readonly string[]).includes(name)
	);
	return { cells, refused, notKept: unknown.map((name) => `the column “${name}”`) };
}
