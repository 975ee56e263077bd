/** The end of a lesson: a learner's crosswalk beside its author's, cell by cell. */
import {
	CellsByPlace,
	compareCells,
	inOrder,
	pickName,
	type CellsCompared,
	type Inquiry,
	type Pick
} from '../crosswalk';
import { conceptOf } from './tasks';

/** What one side has in a cell. */
export interface SideOfCell {
	/** Headings that are searched or recorded, in words. */
	picks: { says: string; note: string }[];
	rejected: { says: string; note: string }[];
	noHeading: boolean;
	note: string;
}

/** A cell in which either of the two decided something. */
export interface OutcomeCell {
	concept: string;
	index: string;
	author: SideOfCell;
	learner: SideOfCell;
	/** Both search the same headings, or both decided that there is none. */
	isSame: boolean;
}

export interface Outcome {
	agreement: CellsCompared['all'];
	cells: OutcomeCell[];
	/** Concepts that only the learner has. */
	others: string[];
}

/** Compares two crosswalks; a concept that the learner made is the author's of the same name. O(cells + picks). */
export function outcomeOf(author: Inquiry, learner: Inquiry): Outcome {
	const concepts = inOrder(author.concepts);
	const theirs = new Map(concepts.map((concept) => [concept.id, conceptOf(learner, concept)] as const));
	const authorOf = new Map(
		[...theirs].flatMap(([id, own]) => (own === undefined ? [] : [[own, id] as const]))
	);
	// The learner's rows under the author's concepts, so that cells can be compared.
	const renamed = <Row extends { conceptId: string }>(rows: Record<string, Row>) =>
		Object.fromEntries(
			Object.entries(rows).flatMap(([id, row]) => {
				const conceptId = authorOf.get(row.conceptId);
				return conceptId === undefined ? [] : [[id, { ...row, conceptId }]];
			})
		);
	const cells = Object.fromEntries(
		Object.values(renamed(learner.cells)).map((cell) => {
			const id = `${cell.conceptId}:${cell.indexCode}`;
			return [id, { ...cell, id }];
		})
	);
	const mine = { picks: renamed(learner.picks), cells };
	const places = concepts.flatMap(({ id }) =>
		author.about.indexes.map((indexCode) => ({ conceptId: id, indexCode }))
	);
	const compared = compareCells([author, mine], places);
	const [own, other] = [new CellsByPlace(author), new CellsByPlace(mine)];
	const different = new Set(
		compared.differences.map(({ conceptId, indexCode }) => `${conceptId}:${indexCode}`)
	);
	return {
		agreement: compared.all,
		cells: places.flatMap(({ conceptId, indexCode }): OutcomeCell[] => {
			const [a, b] = [sideOf(own, conceptId, indexCode), sideOf(other, conceptId, indexCode)];
			if (isBare(a) && isBare(b)) return [];
			return [
				{
					concept: author.concepts[conceptId].name,
					index: indexCode,
					author: a,
					learner: b,
					isSame: !different.has(`${conceptId}:${indexCode}`) && isBare(a) === isBare(b)
				}
			];
		}),
		others: inOrder(learner.concepts).flatMap(({ id, name }) => (authorOf.has(id) ? [] : [name]))
	};
}

const isBare = ({ picks, rejected, noHeading }: SideOfCell) =>
	picks.length === 0 && rejected.length === 0 && !noHeading;

function sideOf(cells: CellsByPlace, conceptId: string, indexCode: string): SideOfCell {
	const { picks, cell, state } = cells.at(conceptId, indexCode);
	const told = (some: readonly Pick[]) => some.map((pick) => ({ says: pickName(pick), note: pick.note }));
	return {
		picks: told(picks.filter(({ role }) => role !== 'rejected')),
		rejected: told(picks.filter(({ role }) => role === 'rejected')),
		noHeading: state === 'noHeading',
		note: cell?.note ?? ''
	};
}
