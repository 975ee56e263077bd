/** What is wrong with a whole inquiry that its schema does not see: what names what is not there, or comes twice. */
import { cellId, faultOfLimit } from '../../../core/crosswalk';
import type * as v from 'valibot';
import { type bareRows, INQUIRY_FORMAT, type InquiryDocument } from './document-schema';

/**
 * The first fault, in words, with its place; undefined where there is none. O(size).
 * @param isIndex whether a code is that of a subject index here
 */
export function documentFault(
	{ inquiry, history }: InquiryDocument,
	isIndex: (code: string) => boolean
): string | undefined {
	for (const table of [
		'concepts',
		'words',
		'cells',
		'picks',
		'sightings',
		'pearls',
		'entries',
		'strategies',
		'limits',
		'names',
		'comments'
	] as const) {
		const fault = twice(
			`inquiry.${table}`,
			inquiry[table].map(({ id }) => id)
		);
		if (fault) return fault;
	}
	const listed =
		twice('inquiry.indexes', inquiry.indexes) ??
		twice(
			'history',
			history.map(({ revision }) => revision)
		);
	if (listed) return listed;

	const concepts = new Set(inquiry.concepts.map(({ id }) => id));
	for (const table of ['words', 'cells', 'picks'] as const)
		for (const [i, { conceptId }] of inquiry[table].entries())
			if (!concepts.has(conceptId))
				return `The document names a concept that it does not hold (inquiry.${table}[${i}], “${conceptId}”).`;
	for (const [i, { conceptId }] of inquiry.sightings.entries())
		if (conceptId !== '' && !concepts.has(conceptId))
			return `The document names a concept that it does not hold (inquiry.sightings[${i}], “${conceptId}”).`;
	for (const [i, cell] of inquiry.cells.entries())
		if (cell.id !== cellId(cell.conceptId, cell.indexCode))
			return `A cell is not called after its concept and index (inquiry.cells[${i}], “${cell.id}”).`;

	for (const [i, { id, setting }] of inquiry.limits.entries()) {
		const fault = id === setting.field ? faultOfLimit(setting) : 'A limit is not called after its field.';
		if (fault) return `${fault} (inquiry.limits[${i}])`;
	}

	const codes: [place: string, code: string][] = [
		...inquiry.indexes.map((code, i): [string, string] => [`inquiry.indexes[${i}]`, code]),
		...inquiry.strategies.map(({ id }, i): [string, string] => [`inquiry.strategies[${i}]`, id]),
		...(['cells', 'picks'] as const).flatMap((table) =>
			inquiry[table].map(({ indexCode }, i): [string, string] => [`inquiry.${table}[${i}]`, indexCode])
		)
	];
	const unknown = unknownIndex(codes, isIndex);
	if (unknown) return unknown;

	const done = new Set(history.flatMap(({ kind, revision }) => (kind === 'do' ? [revision] : [])));
	for (const [i, { kind, target, revision }] of history.entries()) {
		if (kind === 'do' ? target !== null : target === null || target >= revision || !done.has(target))
			return `The history undoes or redoes what it does not hold (history[${i}], revision ${revision}).`;
	}
	return undefined;
}

/** The same of rows that another document holds. */
export const faultOfRows = (rows: v.InferOutput<typeof bareRows>, isIndex: (code: string) => boolean) =>
	documentFault(
		{
			format: INQUIRY_FORMAT,
			version: 1,
			inquiry: { ...rows, id: 'rows', archived: false, comments: [] },
			history: []
		},
		isIndex
	);

/** Which name of a list comes twice, with its place. */
export function twice(what: string, names: readonly (string | number)[]): string | undefined {
	const seen = new Set<string | number>();
	const again = names.findIndex((name) => seen.size === seen.add(name).size);
	return again < 0 ? undefined : `Two of ${what} have one name, “${names[again]}” (${what}[${again}]).`;
}

/** Which code is that of no index here, with its place. */
export function unknownIndex(
	codes: readonly (readonly [place: string, code: string])[],
	isIndex: (code: string) => boolean
): string | undefined {
	const unknown = codes.find(([, code]) => !isIndex(code));
	return (
		unknown && `There is no subject index “${unknown[1]}” here (${unknown[0]}). Make one of that code first.`
	);
}
