/** An edition as it was: its headings looked up, or from the top, and the sheet of one. */
import { lookup } from '../../../core/lookup';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { editionIndex } from '../vocabulary';
import { headingCounts } from './heading-counts';
import {
	byLabel,
	type HeadingLine,
	headingSheet,
	type HeadingSheet,
	indexInEdition,
	lineOf
} from './look-up';

export interface EditionView {
	label: string;
	/** What a word leads to, best first; its top headings where no word is looked up. */
	lines: HeadingLine[];
	/** More top headings than are listed. */
	more: number;
	sheet: HeadingSheet | null;
}

const MOST_LINES = 200;

export async function browseEdition(
	person: Person | undefined,
	code: string,
	label: string,
	{ q = '', heading }: { q?: string; heading?: string }
): Promise<EditionView> {
	allow(person, 'read');
	const current = await indexInEdition(code, label);
	if (!current.edition)
		throw new ServiceError(404, 'no-vocabulary', `${current.index.name} has no vocabulary loaded.`);
	const [index, counts] = await Promise.all([editionIndex(current.edition), headingCounts(current)]);
	const word = q.trim();
	const found =
		word === ''
			? index.hierarchy.tops()
			: lookup(index.labels, word, { limit: MOST_LINES, label: (n) => index.names.at(n) }).matches.map(
					(match) => match.heading
				);
	const lines = found.slice(0, MOST_LINES).map((n) => lineOf(index, n, counts));
	return {
		label: current.edition.label,
		lines: word === '' ? lines.sort(byLabel) : lines,
		more: Math.max(0, found.length - MOST_LINES),
		sheet: heading ? await headingSheet(person, code, heading, label) : null
	};
}
