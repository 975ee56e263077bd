/** The crosswalk as rows: one for each pick, and one for each cell that has none. */
import { cellId, cellState, inOrder, picksOf, type Concept, type Inquiry, type Pick } from '../crosswalk';

export interface IndexName {
	code: string;
	name: string;
	edition: string;
}

export interface CrosswalkRow {
	concept: Concept;
	index: IndexName;
	decision: 'undecided' | 'picks' | 'noHeading';
	pick?: Pick;
	/** The edition in which it was decided; the index's present one while nothing is. */
	edition: string;
	/** Words tried where there is no heading. */
	tried: string[];
	note: string;
}

/** Concepts in order, within them the inquiry's indexes in order, within them the picks in order. O(cells + picks). */
export function crosswalkRows(inquiry: Inquiry, indexes: readonly IndexName[]): CrosswalkRow[] {
	const chosen = inquiry.about.indexes.flatMap((code) => indexes.find((index) => index.code === code) ?? []);
	return inOrder(inquiry.concepts).flatMap((concept) =>
		chosen.flatMap((index): CrosswalkRow[] => {
			const cell = inquiry.cells[cellId(concept.id, index.code)];
			const decision = cellState(inquiry, concept.id, index.code);
			const picks = picksOf(inquiry, concept.id, index.code);
			const edition = (cell?.noHeading && cell.edition) || index.edition;
			const shared = { concept, index, decision, edition, tried: cell?.noHeading ? cell.tried : [] };
			const rows = picks.map((pick) => ({ ...shared, pick, edition: pick.edition, note: pick.note }));
			// A cell whose picks are all rejected still has its own decision to state.
			return decision === 'picks' ? rows : [...rows, { ...shared, note: cell?.noHeading ? cell.note : '' }];
		})
	);
}
