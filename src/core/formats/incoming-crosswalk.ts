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
	type ConceptStatus,
	type Fit,
	type Inquiry,
	type PickedHeading,
	type Role
} from '../crosswalk';

/** A concept as a file names it. */
export interface IncomingConcept {
	/** Of a concept of this application; empty where the file is from elsewhere. */
	id: string;
	name: string;
	/** What tells it from the file's other concepts, where its identifier is none of ours. */
	iri?: string;
	/** Left out where the file says nothing of them: they stay as they are then. */
	status?: ConceptStatus;
	words?: IncomingWord[];
}

export interface IncomingWord {
	text: string;
	lang?: string;
	capitals?: boolean;
	off?: string[];
}

/** One pick, or one decision, as a file gives it. */
export interface IncomingCell {
	line: number;
	concept: IncomingConcept;
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
	/** What the mapping says besides; what a pick has stays where a file says nothing. */
	slots?: Record<string, string>;
}

/** A cell of which nothing is said. */
export const BLANK_CELL: IncomingCell = {
	line: 0,
	concept: { id: '', name: '' },
	index: '',
	edition: '',
	headings: [],
	noHeading: false,
	tried: [],
	withNarrower: false,
	cuts: [],
	chief: false,
	aspects: [],
	role: 'searched',
	fit: 'notJudged',
	note: ''
};

/** A file as it was read. */
export interface IncomingCrosswalk {
	cells: IncomingCell[];
	/** Rows that say nothing that could be placed, each with its line and why. */
	refused: ImportPlan['unplaced'];
	/** What has no place in a crosswalk, in words. */
	notKept: string[];
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
	/** What has no place in a crosswalk, in words. */
	notKept: string[];
}

/**
 * Plans the import; nothing is changed. Concepts are found by identifier, then by name; those that are not there are
 * added. The status and the words of a concept are taken over where the file states them; words that it does not have stay.
 * O(cells × rows of the inquiry).
 * @param freshId gives an identifier that is not in use
 * @param faultOf why a command would not be taken, though it could be carried out: the preview passes nothing that is
 *   refused afterwards
 * @throws CommandError where all of it is more than one change can be
 */
export function planImport(
	inquiry: Inquiry,
	{ cells, refused, notKept }: IncomingCrosswalk,
	placement: Placement,
	freshId: () => string,
	faultOf: (command: Command) => string | undefined = () => undefined
): ImportPlan {
	const plan: ImportPlan = {
		newConcepts: [],
		added: [],
		changed: [],
		same: 0,
		unplaced: [...refused],
		notKept
	};
	const commands: Command[] = [];
	let state = inquiry;
	const run = (command: Command): boolean => {
		const fault = faultOf(command);
		if (fault !== undefined) throw new CommandError('invalid', fault);
		const made = execute(state, command);
		if (made.length === 0) return false;
		state = apply(state, made);
		commands.push(command);
		return true;
	};
	/** Concepts of the file by what tells them apart, once they were placed. */
	const placed = new Map<string, string>();
	const conceptOf = ({ id, name, iri = '' }: IncomingConcept): string | undefined => {
		if (id && state.concepts[id]) return id;
		const known = placed.get(iri || id);
		if (known !== undefined && (iri || id)) return known;
		const named = inOrder(state.concepts).find((concept) => fold(concept.name) === fold(name))?.id;
		if (named === undefined && !name.trim()) return undefined;
		const own = named ?? (id || freshId());
		if (named === undefined) {
			run({ kind: 'concept.add', id: own, name });
			plan.newConcepts.push(name);
		}
		placed.set(iri || id, own);
		return own;
	};
	/** Takes over what the file says of a concept itself; each is looked at once. */
	const settled = new Set<string>();
	const settle = (conceptId: string, { status, words = [] }: IncomingConcept) => {
		if (settled.has(conceptId)) return;
		settled.add(conceptId);
		const { name, status: before } = state.concepts[conceptId];
		if (status !== undefined && run({ kind: 'concept.set', id: conceptId, status }))
			plan.changed.push(`${name}: ${status} instead of ${before}`);
		for (const word of words)
			if (run({ kind: 'word.add', id: freshId(), conceptId, ...word }))
				plan.added.push(`the word “${word.text}”, ${name}`);
	};
	for (const cell of cells) {
		const what =
			cell.headings.map(({ label, uri }) => label || uri).join(' together with ') || cell.concept.name;
		const refuse = (why: string) => plan.unplaced.push({ line: cell.line, what, why });
		const saysOfConcept = cell.concept.status !== undefined || (cell.concept.words ?? []).length > 0;
		if (saysOfConcept)
			try {
				const conceptId = conceptOf(cell.concept);
				if (conceptId) settle(conceptId, cell.concept);
			} catch (error) {
				if (!(error instanceof CommandError)) throw error;
				refuse(error.message);
			}
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
		try {
			const conceptId = conceptOf(cell.concept);
			if (conceptId) place(cell, conceptId, indexCode, what);
			else refuse('No concept is named.');
		} catch (error) {
			if (!(error instanceof CommandError)) throw error;
			refuse(error.message);
		}
	}
	if (commands.length > 0) {
		const title = `Took in a crosswalk: ${plan.added.length} added, ${plan.changed.length} changed`;
		const command = { kind: 'many' as const, title, commands };
		const fault = faultOf(command);
		if (fault !== undefined)
			throw new CommandError('invalid', `The file changes more than one step can: ${fault}.`);
		plan.command = command;
	}
	return plan;

	function place(cell: IncomingCell, conceptId: string, indexCode: string, what: string): void {
		const { noHeading, tried, note, withNarrower, chief, aspects, role, fit, slots } = cell;
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
		const switches = { withNarrower, cuts, chief, aspects, role, fit, note, ...(slots && { slots }) };
		if (known) {
			// What the file does not say of a mapping, it still says.
			const said = slots && { slots: { ...known.slots, ...slots } };
			if (run({ kind: 'pick.set', id: known.id, ...switches, ...said })) plan.changed.push(name);
			else plan.same++;
			return;
		}
		const edition = cell.edition || placement.editionOf(indexCode);
		run({ kind: 'pick.add', id: freshId(), conceptId, indexCode, headings, edition, ...switches });
		plan.added.push(name);
	}
}
