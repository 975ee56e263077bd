/** Reading an inquiry: what its cells hold and what they have come to. */
import type { Cell, Inquiry, Pick, Word } from './inquiry';

export function cellId(conceptId: string, indexCode: string): string {
	return `${conceptId}:${indexCode}`;
}

export function inOrder<T extends { position: number; id: string }>(rows: Record<string, T>): T[] {
	return Object.values(rows).sort(byPosition);
}

/** How rows stand in order, whoever holds them. */
export function byPosition(a: { position: number; id: string }, b: { position: number; id: string }): number {
	return a.position - b.position || (a.id < b.id ? -1 : 1);
}

/** Picks of one cell, in order. */
export function picksOf(inquiry: Inquiry, conceptId: string, indexCode: string): Pick[] {
	return inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode
	);
}

/** What a cell has come to: picks that count, the decision that there is no heading, or neither. */
export function cellState(
	inquiry: Inquiry,
	conceptId: string,
	indexCode: string
): 'undecided' | 'picks' | 'noHeading' {
	const standing = Object.values(inquiry.picks).some(
		(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode && pick.role !== 'rejected'
	);
	if (standing) return 'picks';
	return inquiry.cells[cellId(conceptId, indexCode)]?.noHeading ? 'noHeading' : 'undecided';
}

/** A pick of exactly these headings in this cell, whatever their order. */
export function pickOfHeadings(
	inquiry: Inquiry,
	conceptId: string,
	indexCode: string,
	uris: readonly string[]
): Pick | undefined {
	const wanted = new Set(uris);
	return Object.values(inquiry.picks).find(
		(pick) =>
			pick.conceptId === conceptId &&
			pick.indexCode === indexCode &&
			pick.headings.length === wanted.size &&
			pick.headings.every(({ uri }) => wanted.has(uri))
	);
}

/** Words of one concept, in order. */
export function wordsOfConcept(inquiry: Inquiry, conceptId: string): Word[] {
	return inOrder(inquiry.words).filter((word) => word.conceptId === conceptId);
}

export interface CellContent {
	picks: Pick[];
	cell: Cell | undefined;
	state: 'undecided' | 'picks' | 'noHeading';
}

const NOTHING: CellContent = { picks: [], cell: undefined, state: 'undecided' };

/** Every cell of the inquiry that holds something, by its identifier. O(picks log picks + cells). */
export class CellsByPlace {
	private readonly contents = new Map<string, CellContent>();

	constructor(inquiry: { picks: Inquiry['picks']; cells: Inquiry['cells'] }) {
		for (const cell of Object.values(inquiry.cells))
			this.contents.set(cell.id, { picks: [], cell, state: cell.noHeading ? 'noHeading' : 'undecided' });
		for (const pick of inOrder(inquiry.picks)) {
			const id = cellId(pick.conceptId, pick.indexCode);
			const content = this.contents.get(id) ?? { ...NOTHING, picks: [] };
			content.picks.push(pick);
			if (pick.role !== 'rejected') content.state = 'picks';
			this.contents.set(id, content);
		}
	}

	at(conceptId: string, indexCode: string): CellContent {
		return this.contents.get(cellId(conceptId, indexCode)) ?? NOTHING;
	}
}
