/** Changes in words, for messages and the history. */
import type { Command, Fit, Inquiry, Pick, Role } from './types';

export const FIT_WORDS: Record<Fit, string> = {
	notJudged: 'not judged',
	exact: 'exact',
	close: 'close',
	broader: 'broader',
	narrower: 'narrower',
	related: 'related'
};

export const ROLE_WORDS: Record<Role, string> = {
	searched: 'searched',
	recorded: 'recorded only',
	rejected: 'rejected'
};

/** "Walls together with Paint", as a pick is named in a sentence. */
export function pickName(pick: { headings: { label: string }[] }): string {
	return pick.headings.map(({ label }) => label).join(' together with ');
}

/**
 * One line that says what a command does, as it stood before it was carried out.
 * @param indexName from the code of an index to its name
 */
export function describe(inquiry: Inquiry, command: Command, indexName: (code: string) => string): string {
	const concept = (id: string) => inquiry.concepts[id]?.name ?? 'a concept';
	const pick = (id: string): Pick | undefined => inquiry.picks[id];
	const named = (id: string) => {
		const known = pick(id);
		return known ? pickName(known) : 'a pick';
	};
	switch (command.kind) {
		case 'about.set':
			if (command.title !== undefined) return `Named the inquiry “${command.title}”`;
			if (command.question !== undefined) return 'Changed the question';
			return 'Changed the subject indexes';
		case 'concept.add':
			return `Added the concept “${command.name}”`;
		case 'concept.set':
			return command.name !== undefined
				? `Renamed “${concept(command.id)}” to “${command.name}”`
				: `Set “${concept(command.id)}” to ${command.status}`;
		case 'concept.move':
			return `Moved the concept “${concept(command.id)}”`;
		case 'concept.remove':
			return `Removed the concept “${concept(command.id)}”`;
		case 'word.add':
			return `Added the word “${command.text}” to ${concept(command.conceptId)}`;
		case 'word.remove':
			return `Removed the word “${inquiry.words[command.id]?.text ?? ''}”`;
		case 'pick.add':
			return `Picked ${pickName(command)} in ${indexName(command.indexCode)} for ${concept(command.conceptId)}`;
		case 'pick.set':
			if (command.fit !== undefined) return `Judged ${named(command.id)} ${FIT_WORDS[command.fit]}`;
			if (command.withNarrower !== undefined)
				return `${named(command.id)} ${command.withNarrower ? 'with' : 'without'} narrower headings`;
			if (command.role !== undefined) return `Set ${named(command.id)} to ${ROLE_WORDS[command.role]}`;
			return `Wrote a note on ${named(command.id)}`;
		case 'pick.remove':
			return `Removed ${named(command.id)}`;
		case 'cell.noHeading':
			return `Decided: no heading for ${concept(command.conceptId)} in ${indexName(command.indexCode)}`;
		case 'cell.reopen':
			return `Reopened ${concept(command.conceptId)} in ${indexName(command.indexCode)}`;
		case 'cell.set':
			return `Set ${concept(command.conceptId)} in ${indexName(command.indexCode)}`;
	}
}
