/** What the words of the trade mean, each told where it stands until it has been read. */
import { keepHere, keptHere } from '../parts/kept-here';

export const MEANINGS = {
	heading:
		'A heading is the one name that an index has agreed on for a subject: every record about it carries that name, whatever its authors called it.',
	chief: 'A chief heading is what the record is mainly about; the others are touched on.',
	aspect: 'An aspect is the side of a subject that a record looks at: its causes, its cost, its measurement.',
	fit: 'Fit says how well a heading of this index covers your concept: exactly, closely, more widely, more narrowly, or beside it.',
	narrower:
		'With narrower takes a heading with all that stands below it in the hierarchy, as records carry the narrowest heading that holds.',
	yield:
		'A yield is what a part brings: the records it finds, those that only it finds, and what would be lost without it.'
} as const;
export type Term = keyof typeof MEANINGS;

const PLACE = 'oakmoss:meanings-read';

class ReadMeanings {
	private read = $state.raw<readonly string[]>(keptHere(PLACE, []));

	isRead(term: Term): boolean {
		return this.read.includes(term);
	}
	add(terms: readonly Term[]): void {
		this.read = [...new Set([...this.read, ...terms])];
		keepHere(PLACE, this.read);
	}
}
export const readMeanings = new ReadMeanings();
export const ALL_TERMS = Object.keys(MEANINGS) as Term[];
