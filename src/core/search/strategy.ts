/** A strategy: the search for one index, as blocks of alternatives and limits; built from the crosswalk. */
import { CellsByPlace, inOrder, wordsOfConcept } from '../crosswalk/cells';
import type {
	ConceptStatus,
	Fit,
	Inquiry,
	PickedHeading,
	Searches,
	StrategySettings
} from '../crosswalk/inquiry';
import { limitsOfIndex } from '../crosswalk/limit-commands';
import type { Expression } from './expression';
import type { LimitSetting } from '../crosswalk/limits';
import { NO_SETTINGS } from '../crosswalk/strategy-settings';
import { isSearchable, type WordTest } from './word-matching';

/** A heading, or several held together, as searched: with narrower headings, cuts, chief only, aspects. */
export interface HeadingTest {
	headings: PickedHeading[];
	withNarrower: boolean;
	cuts: PickedHeading[];
	chief: boolean;
	/** Any of these; any at all where empty. */
	aspects: string[];
}

/** Whether a line can be looked for at all: a word may be none that an index can search. */
export const canSearch = (line: Line): boolean => line.kind !== 'word' || isSearchable(line.test);

/** Whether nothing is looked for: no required block has a line that is on. Without one, everything would match. O(lines). */
export const searchesNothing = ({ blocks }: Strategy): boolean =>
	!blocks.some(
		({ status, lines }) => status === 'required' && lines.some((line) => !line.off && canSearch(line))
	);

/** URIs of a heading and all below it, without the branches that were cut. */
export type Narrower = (uri: string, cuts: readonly string[]) => readonly string[];

/** URIs of the headings that a test stands for: those it names, and with narrower those below them that are not cut away. */
export function urisOfTest({ headings, withNarrower, cuts }: HeadingTest, narrower: Narrower): Set<string> {
	const cutUris = cuts.map(({ uri }) => uri);
	return new Set(headings.flatMap(({ uri }) => (withNarrower ? narrower(uri, cutUris) : [uri])));
}

export type Line = {
	id: string;
	/** Not searched: left out by hand, or because its block does not search what it is. */
	off: boolean;
	/** It is off only because of what its block searches. */
	unsearched?: boolean;
} & (
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
	/** What it is set to look for; headings and words where nothing is said. */
	searches?: Searches;
	/** It has nothing of what it is set to look for, so it searches the rest. */
	standsIn?: boolean;
}

export interface Strategy {
	blocks: Block[];
	limits: LimitSetting[];
	/** All limits are lifted for now; they can be restored as they were. */
	lifted: boolean;
}

/** What is settled of an index's strategy besides the crosswalk. */
export function settingsOf(inquiry: Inquiry, indexCode: string): StrategySettings {
	// A row from before a setting was introduced lacks that.
	return { ...NO_SETTINGS, ...inquiry.strategies[indexCode], id: indexCode };
}

/**
 * The words of a concept as a block of an index looks for them: those that are on there and can be looked for. Whatever says
 * how many records have them counts these. O(words of the inquiry).
 */
export function wordTestsOf(inquiry: Inquiry, conceptId: string, indexCode: string): WordTest[] {
	const field = settingsOf(inquiry, indexCode).fields[conceptId] ?? inquiry.about.wordField;
	return wordsOfConcept(inquiry, conceptId)
		.filter(({ off }) => !off.includes(indexCode))
		.map(({ text, capitals }): WordTest => ({ text, capitals, field }))
		.filter(isSearchable);
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
		const field = settings.fields[concept.id] ?? inquiry.about.wordField;
		const searches = settings.searches[concept.id] ?? 'headings-and-words';
		return [
			searching(searches, {
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
			})
		];
	});
	return { blocks, limits: limitsOfIndex(inquiry, indexCode), lifted: settings.lifted };
}

/**
 * A block that searches headings and words, headings alone or words alone. Where it has none of what it is to search, the
 * others go on being searched, as a block without a line would stop the whole strategy. O(lines).
 */
export function searching(searches: Searches, block: Block): Block {
	const wanted = (line: Line) =>
		searches === 'headings-and-words' ||
		line.kind === 'expression' ||
		(line.kind === 'heading') === (searches === 'headings');
	const byHand = (line: Line) => line.off && !line.unsearched;
	const standsIn = !block.lines.some((line) => wanted(line) && !byHand(line));
	const lines = block.lines.map((line): Line => {
		const { unsearched: _, ...own } = line;
		const off = byHand(line);
		return off || standsIn || wanted(line) ? { ...own, off } : { ...own, off: true, unsearched: true };
	});
	return { ...block, lines, searches, standsIn };
}

/** A heading as a person reads it: its label, with those held together joined. */
export function labelOfTest({ headings }: HeadingTest): string {
	return headings.map(({ label }) => label).join(' together with ');
}
