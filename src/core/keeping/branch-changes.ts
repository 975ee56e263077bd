/** How much changed where in a hierarchy: branch by branch, each under one of its top headings. */
import type { HeadingChange } from '../edition/difference';
import type { EditionIndex } from '../edition/edition-index';

export interface BranchChange {
	/** The top heading, in the edition that has it; the later where both have. */
	id: string;
	label: string;
	/** Headings of the branch, in both editions together. */
	headings: number;
	/** How many of them something happened to. */
	changed: number;
	/** It is no top heading of the later edition. */
	gone: boolean;
}

/**
 * The branches in which something changed, the most changes first. A heading in several branches counts in each; in a flat
 * vocabulary every heading is a branch of its own, and only the number of changes says something. O(headings of the branches).
 */
export function branchChanges(
	changes: readonly HeadingChange[],
	before: EditionIndex,
	now: EditionIndex
): BranchChange[] {
	const changed = new Set<string>();
	for (const { from, to } of changes) {
		if (from) changed.add(from.uri);
		if (to) changed.add(to.uri);
	}
	const branches = new Map<string, { index: EditionIndex; top: number; uris: Set<string> }>();
	for (const index of [now, before])
		for (const top of index.hierarchy.tops()) {
			const uri = index.uris.at(top);
			const known = branches.get(uri) ?? { index, top, uris: new Set<string>() };
			branches.set(uri, known);
			known.uris.add(uri);
			for (const n of index.hierarchy.below(top).headings) known.uris.add(index.uris.at(n));
		}
	return [...branches.values()]
		.map(({ index, top, uris }) => ({
			id: index.keys.at(top),
			label: index.names.at(top),
			headings: uris.size,
			changed: [...uris].filter((uri) => changed.has(uri)).length,
			gone: index === before
		}))
		.filter((branch) => branch.changed > 0)
		.sort((a, b) => b.changed - a.changed || (a.label < b.label ? -1 : 1));
}
