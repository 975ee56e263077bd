/** Taking a crosswalk in: what of it can be placed in an inquiry, what that would change, and what cannot be placed. */
import { fold } from '../text';
import {
	apply,
	cellState,
	CommandError,
	execute,
	inOrder,
	pickOfHeadings,
	type Command,
	type Fit,
	type Inquiry,
	type PickedHeading,
	type Role
} from '../crosswalk';

/** One pick, or one decision, as a file gives it. */
export interface IncomingCell {
	line: number;
	/** Either may be empty. */
	concept: { id: string; name: string };
	/** Code or name; empty where only the URI of a heading can tell. */
	index: string;
	edition: string;
	/** URI or label may be empty, not both. */
	headings: PickedHeading[];
	noHeading: boolean;
	tried: string[];
	withNarrower: boolean;
	cuts: PickedHeading[];
	chief: boolean;
	aspects: string[];
	role: Role;
	fit: Fit;
	note: string;
}

/** What an import has to know of the vocabularies. */
export interface Placement {
	/** Code of the index that a code or name means, or that has this heading where the file names none. */
	indexOf(named: string, headings: readonly PickedHeading[]): string | undefined;
	/** The heading in the index's current edition; undefined where it has none such. */
	headingOf(indexCode: string, heading: PickedHeading): PickedHeading | undefined;
	editionOf(indexCode: string): string;
}

export interface ImportPlan {
	/** All of it as one change; undefined where there is nothing to do. */
	command?: Extract<Command, { kind: 'many' }>;
	newConcepts: string[];
	added: string[];
	changed: string[];
	same: number;
	/** What could not be placed, with its line and why. */
	unplaced: { line: number; what: string; why: string }[];
}

/**
 * Plans the import; nothing is changed. Concepts are found by identifier, then by name; those that are not there are
 * added. O(cells × rows of the inquiry).
 * @param freshId gives an identifier that is not in use
 */
export function planImport(
	inquiry: Inquiry,
	cells: readonly IncomingCell[],
	placement: Placement,
	freshId: () => string
): ImportPlan {
	const plan: ImportPlan = { newConcepts: [], added: [], changed: [], same: 0, unplaced: [] };
	const commands: Command[] = [];
	let state = inquiry;
	const run = (command: Command): boolean => {
		const made = execute(state, command);
		if (made.length === 0) return false;
		state = apply(state, made);
		commands.push(command);
		return true;
	};
	const conceptOf = ({ id, name }: IncomingCell['concept']): string | undefined => {
		if (id && state.concepts[id]) return id;
		const known = inOrder(state.concepts).find((concept) => fold(concept.name) === fold(name));
		if (known || !name.trim()) return known?.id;
		const made = id || freshId();
		run({ kind: 'concept.add', id: made, name });
		plan.newConcepts.push(name);
		return made;
	};
	for (const cell of cells) {
		const what =
			cell.headings.map(({ label, uri }) => label || uri).join(' together with ') || cell.concept.name;
		const refuse = (why: string) => plan.unplaced.push({ line: cell.line, what, why });
		// A row that says only that nothing is decided has nothing to place.
		if (!cell.noHeading && cell.headings.length === 0) continue;
		const indexCode = placement.indexOf(cell.index, cell.headings);
		if (!indexCode) {
			refuse(
				cell.index
					? `There is no subject index “${cell.index}”.`
					: 'No subject index is named, and none has it.'
			);
			continue;
		}
		if (!state.about.indexes.includes(indexCode)) {
			refuse('This inquiry does not use that subject index.');
			continue;
		}
		const missing = cell.headings.find((heading) => !placement.headingOf(indexCode, heading));
		if (missing) {
			refuse(`The vocabulary in use has no heading “${missing.label || missing.uri}”.`);
			continue;
		}
		const conceptId = conceptOf(cell.concept);
		if (!conceptId) {
			refuse('No concept is named.');
			continue;
		}
		try {
			place(cell, conceptId, indexCode, what);
		} catch (error) {
			if (!(error instanceof CommandError)) throw error;
			refuse(error.message);
		}
	}
	if (commands.length > 0)
		plan.command = {
			kind: 'many',
			title: `Took in a crosswalk: ${plan.added.length} added, ${plan.changed.length} changed`,
			commands
		};
	return plan;

	function place(cell: IncomingCell, conceptId: string, indexCode: string, what: string): void {
		const { noHeading, tried, note, withNarrower, chief, aspects, role, fit } = cell;
		const name = `${what}, ${state.concepts[conceptId].name}`;
		if (noHeading) {
			const decided = cellState(state, conceptId, indexCode) === 'noHeading';
			const edition = cell.edition || placement.editionOf(indexCode);
			const done = run({ kind: 'cell.noHeading', conceptId, indexCode, tried, edition, note });
			if (!done) plan.same++;
			else (decided ? plan.changed : plan.added).push(`no heading for ${state.concepts[conceptId].name}`);
			return;
		}
		const found = (heading: PickedHeading) => placement.headingOf(indexCode, heading) ?? heading;
		const headings = cell.headings.map(found);
		const cuts = cell.cuts.map(found);
		const uris = headings.map(({ uri }) => uri);
		const known = pickOfHeadings(state, conceptId, indexCode, uris);
		const switches = { withNarrower, cuts, chief, aspects, role, fit, note };
		if (known) {
			if (run({ kind: 'pick.set', id: known.id, ...switches })) plan.changed.push(name);
			else plan.same++;
			return;
		}
		const edition = cell.edition || placement.editionOf(indexCode);
		run({ kind: 'pick.add', id: freshId(), conceptId, indexCode, headings, edition, ...switches });
		plan.added.push(name);
	}
}
