/** The crosswalk as JSON: every cell with its picks, in the shape in which cells are set through the public interface. */
import {
	cellId,
	CellsByPlace,
	FITS,
	inOrder,
	ROLES,
	STATUSES,
	wordsOfConcept,
	type Fit,
	type Inquiry,
	type Role
} from '../crosswalk';
import {
	BLANK_CELL,
	type IncomingCell,
	type IncomingConcept,
	type IncomingCrosswalk,
	type IncomingWord
} from './incoming-crosswalk';
import type { IndexName } from './crosswalk-rows';

export const CROSSWALK_FORMAT = 'oakmoss-crosswalk';

/** O(cells + picks). */
export function crosswalkToJson(inquiry: Inquiry, indexes: readonly IndexName[]) {
	const cells = new CellsByPlace(inquiry);
	const chosen = inquiry.about.indexes.flatMap((code) => indexes.find((index) => index.code === code) ?? []);
	return {
		format: CROSSWALK_FORMAT,
		version: 1,
		inquiry: { id: inquiry.about.id, title: inquiry.about.title, question: inquiry.about.question },
		indexes: chosen,
		concepts: inOrder(inquiry.concepts).map(({ id, name, status }) => ({
			id,
			name,
			status,
			words: wordsOfConcept(inquiry, id).map(({ text }) => text),
			// The same with what is settled of each.
			wordsInFull: wordsOfConcept(inquiry, id).map(({ text, lang, capitals, off }) => ({
				text,
				lang,
				capitals,
				off
			})),
			cells: chosen.map(({ code }) => {
				const { state, picks } = cells.at(id, code);
				const cell = inquiry.cells[cellId(id, code)];
				return {
					index: code,
					state,
					...(state === 'noHeading' && { tried: cell.tried, edition: cell.edition, note: cell.note }),
					picks: picks.map(({ headings, withNarrower, cuts, chief, aspects, role, fit, note, edition }) => ({
						headings,
						withNarrower,
						cuts,
						chief,
						aspects,
						role,
						fit,
						note,
						edition
					}))
				};
			})
		}))
	};
}

/**
 * A crosswalk from JSON.
 * @throws Error where it is not such a document, with the place
 */
export function crosswalkFromJson(text: string): IncomingCrosswalk {
	let document: unknown;
	try {
		document = JSON.parse(text);
	} catch (error) {
		throw new Error(`This is not JSON: ${(error as Error).message}.`, { cause: error });
	}
	const { format, concepts } = (document ?? {}) as { format?: unknown; concepts?: unknown };
	if (format !== CROSSWALK_FORMAT || !Array.isArray(concepts))
		throw new Error(`This is not a crosswalk: its “format” is not “${CROSSWALK_FORMAT}”.`);
	const cells: IncomingCell[] = [];
	const textOf = (value: unknown) => (typeof value === 'string' ? value : '');
	const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
	const pairs = (value: unknown) =>
		listOf(value).map((one) => {
			const { uri, label } = (one ?? {}) as { uri?: unknown; label?: unknown };
			return { uri: textOf(uri), label: textOf(label) };
		});
	for (const concept of concepts as Record<string, unknown>[]) {
		const status = STATUSES.find((one) => one === concept?.status);
		const name: IncomingConcept = {
			id: textOf(concept?.id),
			name: textOf(concept?.name),
			...(status && { status }),
			words: wordsIn(Array.isArray(concept?.wordsInFull) ? concept.wordsInFull : concept?.words)
		};
		// What is said of the concept itself is taken in whatever is decided in its cells.
		cells.push({ ...BLANK_CELL, line: cells.length + 1, concept: name });
		for (const cell of listOf(concept?.cells) as Record<string, unknown>[]) {
			const blank: IncomingCell = {
				...BLANK_CELL,
				line: cells.length + 1,
				concept: name,
				index: textOf(cell?.index),
				edition: textOf(cell?.edition),
				noHeading: cell?.state === 'noHeading',
				tried: listOf(cell?.tried).map(textOf),
				note: textOf(cell?.note)
			};
			for (const pick of listOf(cell?.picks) as Record<string, unknown>[])
				cells.push({
					...blank,
					line: cells.length + 1,
					noHeading: false,
					edition: textOf(pick?.edition),
					headings: pairs(pick?.headings),
					withNarrower: pick?.withNarrower === true,
					cuts: pairs(pick?.cuts),
					chief: pick?.chief === true,
					aspects: listOf(pick?.aspects).map(textOf),
					role: ROLES.find((role) => role === pick?.role) ?? ('searched' satisfies Role),
					fit: FITS.find((fit) => fit === pick?.fit) ?? ('notJudged' satisfies Fit),
					note: textOf(pick?.note)
				});
			if (blank.noHeading) cells.push({ ...blank, line: cells.length + 1 });
		}
	}
	return { cells, refused: [], notKept: [] };
}

/** Words as texts, or each with what is settled of it. */
function wordsIn(value: unknown): IncomingWord[] {
	return (Array.isArray(value) ? (value as unknown[]) : []).flatMap((word): IncomingWord[] => {
		if (typeof word === 'string') return [{ text: word }];
		const { text, lang, capitals, off } = (word ?? {}) as Record<keyof IncomingWord, unknown>;
		if (typeof text !== 'string') return [];
		return [
			{
				text,
				...(typeof lang === 'string' && { lang }),
				...(capitals === true && { capitals }),
				...(Array.isArray(off) && { off: off.filter((code): code is string => typeof code === 'string') })
			}
		];
	});
}
