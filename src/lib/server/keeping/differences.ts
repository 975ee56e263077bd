/** What changed between two editions, as it is looked through and taken away. */
import Papa from 'papaparse';
import type { ChangeKind, HeadingChange } from '../../../core/edition/difference';
import { guard } from '../../../core/formats/csv-guard';
import { branchChanges, type BranchChange, sentence } from '../../../core/keeping';
import { fold } from '../../../core/text';
import { allow, type Person } from '../people';
import { differenceOfEditions, editionIndex, editionLabelled } from '../vocabulary';

export interface DifferenceAsked {
	from: string;
	to: string;
	/** Kinds that are wanted; all where empty. */
	kinds: readonly ChangeKind[];
	/** Text that a label of the change holds. */
	typed: string;
	/** How many are shown. */
	most: number;
}

export interface DifferenceView {
	headings: { before: number; after: number; both: number };
	counts: Record<ChangeKind, number>;
	/** Changes that were asked for, and as many of them as are shown, each with a sentence. */
	total: number;
	changes: (HeadingChange & { says: string })[];
	/** Headings of both editions that gained or lost entry terms. */
	entryTerms: number;
	newCycles: string[][];
	branches: BranchChange[];
}

/** Branches shown; the rest is in the list. */
const MOST_BRANCHES = 12;

export async function differenceView(
	person: Person | undefined,
	code: string,
	{ from, to, kinds, typed, most }: DifferenceAsked
): Promise<DifferenceView> {
	allow(person, 'read');
	const difference = await differenceOfEditions(person, code, from, to);
	const [before, now] = await Promise.all(
		[from, to].map(async (label) => editionIndex(await editionLabelled(code, label)))
	);
	const wanted = fold(typed);
	const holds = ({ from: old, to: other }: HeadingChange) =>
		[old, other].some((heading) => heading && fold(heading.label).includes(wanted));
	const found = difference.changes.filter(
		(change) =>
			(kinds.length === 0 || change.kinds.some((kind) => kinds.includes(kind))) &&
			(wanted === '' || holds(change))
	);
	return {
		headings: difference.headings,
		counts: difference.counts,
		total: found.length,
		changes: found.slice(0, most).map((change) => ({ ...change, says: sentence(change) })),
		entryTerms: difference.entryTerms.length,
		newCycles: difference.newCycles,
		branches: branchChanges(difference.changes, before, now).slice(0, MOST_BRANCHES)
	};
}

/** The difference as CSV: a row a change, and one for each heading that gained or lost entry terms. */
export async function differenceCsv(
	person: Person | undefined,
	code: string,
	from: string,
	to: string
): Promise<string> {
	const { changes, entryTerms } = await differenceOfEditions(person, code, from, to);
	const list = (texts: readonly string[] = []) => texts.join(' | ');
	const rows = changes.map(({ kinds, from: old, to: now, evidence, broader, notes = [] }) => [
		list(kinds.map(inWords)),
		old?.id ?? '',
		old?.label ?? '',
		now?.id ?? '',
		now?.label ?? '',
		list(broader?.before),
		list(broader?.after),
		list(notes.map(({ before }) => before)),
		list(notes.map(({ after }) => after)),
		'',
		'',
		list(evidence)
	]);
	for (const { heading, came, gone } of entryTerms) {
		const { id, label } = heading;
		rows.push(['entry terms changed', id, label, id, label, '', '', '', '', list(came), list(gone), '']);
	}
	const columns = [
		'change',
		'id before',
		'heading before',
		'id after',
		'heading after',
		'broader before',
		'broader after',
		'note before',
		'note after',
		'entry terms gained',
		'entry terms lost',
		'evidence'
	];
	return Papa.unparse([columns, ...rows.map((row) => row.map(guard))], { newline: '\r\n' });
}

/** “noteChanged” as “note changed”. */
const inWords = (kind: ChangeKind) => kind.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
