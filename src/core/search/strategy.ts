/** A strategy: the search for one index, as blocks of alternatives and limits; built from the crosswalk. */
import { CellsByPlace, inOrder, wordsOfConcept } from '../crosswalk/cells';
import type { ConceptStatus, Fit, Inquiry, PickedHeading, StrategySettings } from '../crosswalk/inquiry';
import type { Expression } from './expression';
import type { LimitSetting } from '../crosswalk/limits';
import { NO_SETTINGS } from '../crosswalk/strategy-settings';
import type { WordTest } from './word-matching';

/** A heading, or several held together, as searched: with narrower headings, cuts, chief only, aspects. */
export interface HeadingTest {
	headings: PickedHeading[];
	withNarrower: boolean;
	cuts: PickedHeading[];
	chief: boolean;
	/** Any of these; any at all where empty. */
	aspects: string[];
}

export type Line = { id: string; off: boolean } & (
	| { kind: 'heading'; test: HeadingTest; fit: Fit }
	| { kind: 'word'; test: WordTest }
	/** Part of a text that says more than a line can. */
	| { kind: 'expression'; text: string; expression: Expression }
);

export interface Block {
	/** The concept's identifier; of a block that was typed, its place. */
	id: string;
	name: string;
	status: Exclude<ConceptStatus, 'waiting'>;
	lines: Line[];
	/** The cell is undecided: its words stand in for headings that nobody has looked for yet. */
	provisional: boolean;
	/** The cell was decided to have no heading: its words are all there is. */
	noHeading: boolean;
}

export interface Strategy {
	blocks: Block[];
	limits: LimitSetting[];
	/** All limits are lifted for now; they can be restored as they were. */
	lifted: boolean;
}

/** What is settled of an index's strategy besides the crosswalk. */
export function settingsOf(inquiry: Inquiry, indexCode: string): StrategySettings {
	return inquiry.strategies[indexCode] ?? { id: indexCode, ...NO_SETTINGS };
}

/**
 * The strategy of an index as the crosswalk has it: a block for each concept that is required or excluded, with its
 * searched picks and the words that are on for this index. O(rows of the inquiry).
 */
export function strategyOf(inquiry: Inquiry, indexCode: string): Strategy {
	const settings = settingsOf(inquiry, indexCode);
	const off = new Set(settings.off);
	const cells = new CellsByPlace(inquiry);
	const blocks = inOrder(inquiry.concepts).flatMap((concept): Block[] => {
		if (concept.status === 'waiting') return [];
		const { picks, state } = cells.at(concept.id, indexCode);
		const field = settings.fields[concept.id] ?? 'anywhere';
		return [
			{
				id: concept.id,
				name: concept.name,
				status: concept.status,
				provisional: state === 'undecided',
				noHeading: state === 'noHeading',
				lines: [
					...picks
						.filter(({ role }) => role === 'searched')
						.map(({ id, fit, headings, withNarrower, cuts, chief, aspects }): Line => ({
							id,
							kind: 'heading',
							off: off.has(id),
							fit,
							test: { headings, withNarrower, cuts, chief, aspects }
						})),
					...wordsOfConcept(inquiry, concept.id)
						.filter((word) => !word.off.includes(indexCode))
						.map(({ id, text, capitals }): Line => ({
							id,
							kind: 'word',
							off: off.has(id),
							test: { text, capitals, field }
						}))
				]
			}
		];
	});
	return { blocks, limits: settings.limits, lifted: settings.lifted };
}

/** A heading as a person reads it: its label, with those held together joined. */
export function labelOfTest({ headings }: HeadingTest): string {
	return headings.map(({ label }) => label).join(' together with ');
}
