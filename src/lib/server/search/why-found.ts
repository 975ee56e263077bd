/** Why a record was found: the lines of a strategy that it matches, and which of its headings they are about. */
import {
	evaluate,
	isSearchable,
	leavesOf,
	leavesOfStrategy,
	lineExpression,
	nameOfLine,
	urisOfTest,
	type Line,
	type RecordSet,
	type Strategy,
	type WordTest
} from '../../../core/search';
import type { IndexSets, RecordLine, SearchVocabulary, TaggedHeading } from '../records';

/** A line that a record matches. */
export interface Match {
	name: string;
	isHeading: boolean;
	/** The block it belongs to: a concept, unless the strategy was typed. */
	block: string;
}

interface MatchingLine {
	line: Line;
	block: string;
	set: RecordSet;
	/** URIs that the headings of the line stand for. */
	uris: ReadonlySet<string> | undefined;
}

/** The lines of a strategy that find something, ready to be compared with records. */
export class Matching {
	private constructor(private readonly lines: readonly MatchingLine[]) {}

	static async of(sets: IndexSets, vocabulary: SearchVocabulary, strategy: Strategy): Promise<Matching> {
		const loaded = await sets.load(leavesOfStrategy(strategy, false), vocabulary);
		const { blocks } = strategy;
		return new Matching(
			blocks
				.filter(({ status }) => status === 'required')
				.flatMap((block) =>
					searchable(block.lines).map((line) => ({
						line,
						block: block.id,
						set: evaluate(lineExpression(line), loaded),
						uris: line.kind === 'heading' ? urisOfTest(line.test, vocabulary.narrower) : undefined
					}))
				)
		);
	}

	/** The lines that a record matches, and its headings with the blocks whose headings they are. O(lines + headings). */
	of<R extends RecordLine>({ n, headings }: R): { why: Match[]; headings: TaggedHeading[] } {
		const found = this.lines.filter(({ set }) => set.has(n));
		return {
			why: found.map(({ line, block }) => ({ ...nameOfLine(line), block })),
			headings: headings.map((tagged) => ({
				...tagged,
				blocks: [
					...new Set(found.flatMap(({ line, block, uris }) => (isAbout(line, uris, tagged) ? [block] : [])))
				]
			}))
		};
	}

	/** The words that are looked for in titles and in abstracts. */
	words(): { title: WordTest[]; abstract: WordTest[] } {
		const all = leavesOf(this.lines.map(({ line }) => lineExpression(line))).flatMap((leaf) =>
			leaf.kind === 'word' ? [leaf] : []
		);
		const inAny = ['keywords', 'titleAndAbstract', 'anywhere'];
		return {
			title: all.filter(({ field }) => field === 'title' || inAny.includes(field)),
			abstract: all.filter(({ field }) => field === 'abstract' || inAny.includes(field))
		};
	}
}

/** Lines that are on, and whose words can be looked for. */
function searchable(lines: readonly Line[]): Line[] {
	return lines.filter((line) => !line.off && (line.kind !== 'word' || isSearchable(line.test)));
}

function isAbout(line: Line, uris: ReadonlySet<string> | undefined, tagged: TaggedHeading): boolean {
	if (line.kind !== 'heading' || !uris?.has(tagged.uri)) return false;
	const { chief, aspects } = line.test;
	return (!chief || tagged.chief) && (aspects.length === 0 || aspects.includes(tagged.aspect ?? ''));
}
