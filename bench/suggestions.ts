/** How many of the headings of the gold crosswalk the suggestions bring, beside plain look-up. */
import { GOLD, type GoldConcept } from '../demo/gold';
import { probesOf, suggest, type PickElsewhere } from '../src/core/crosswalk/suggestions';
import { lookup } from '../src/core/lookup';
import type { AcronymPair } from '../src/core/text';
import { readDemoVocabularies, type DemoVocabulary } from './demo-vocabularies';
import { table } from './measure';

const AT = 5;

interface Score {
	cells: number;
	recall: number;
	reciprocal: number;
}

/** What a researcher would do by hand: look the name and every word up, and read the answers in turn. */
function byLookup({ index }: DemoVocabulary, concept: GoldConcept, acronyms: AcronymPair[]): string[] {
	const texts = [concept.name, ...concept.words.map((word) => word.replace(/\*$/, ''))];
	const answers = texts.map((text) =>
		lookup(index.labels, text, { limit: 20, label: (n) => index.names.at(n), acronyms }).matches.map(
			({ heading }) => index.names.at(heading)
		)
	);
	const longest = Math.max(...answers.map((answer) => answer.length));
	const inTurn = Array.from({ length: longest }, (_, i) => answers.flatMap((answer) => answer[i] ?? []));
	return [...new Set(inTurn.flat())];
}

function bySuggestion(
	vocabulary: DemoVocabulary,
	concept: GoldConcept,
	all: DemoVocabulary[],
	acronyms: AcronymPair[]
): string[] {
	const elsewhere = all.flatMap(({ code, data }): PickElsewhere[] =>
		code === vocabulary.code
			? []
			: concept.picks[code].map(({ heading, fit }) => {
					const n = data.headings.findIndex(({ labels }) => labels[0].text === heading);
					if (n < 0) throw new Error(`${code} has no heading “${heading}”.`);
					const entryTerms = data.entryTerms.filter(
						({ headings, lang }) => headings.length === 1 && headings[0] === n && lang === 'en'
					);
					return { indexCode: code, label: heading, fit, entryTerms: entryTerms.map(({ text }) => text) };
				})
	);
	const { index } = vocabulary;
	const probes = probesOf(concept.name, concept.words, elsewhere);
	return suggest(index, probes, { limit: 20, acronyms }).map(({ heading }) => index.names.at(heading));
}

function judge(answers: string[][], gold: string[][]): Score {
	const cells = gold.flatMap((wanted, i) => (wanted.length > 0 ? [{ wanted, given: answers[i] }] : []));
	const mean = (of: (cell: { wanted: string[]; given: string[] }) => number) =>
		cells.reduce((sum, cell) => sum + of(cell), 0) / cells.length;
	return {
		cells: cells.length,
		recall: mean(({ wanted, given }) => {
			const brought = wanted.filter((heading) => given.slice(0, AT).includes(heading)).length;
			return brought / Math.min(AT, wanted.length);
		}),
		reciprocal: mean(({ wanted, given }) => {
			const at = given.findIndex((heading) => wanted.includes(heading));
			return at < 0 ? 0 : 1 / (at + 1);
		})
	};
}

export async function benchSuggestions(): Promise<void> {
	const all = await readDemoVocabularies();
	const acronyms = all.flatMap(({ index }) => index.labels.parts.acronyms);
	const share = (value: number) => value.toFixed(2);
	for (const sets of [false, true]) {
		const concepts = GOLD.filter((concept) => concept.sets === sets);
		const rows = all.map((vocabulary) => {
			const gold = concepts.map(({ picks }) => picks[vocabulary.code].map(({ heading }) => heading));
			const plain = judge(
				concepts.map((concept) => byLookup(vocabulary, concept, acronyms)),
				gold
			);
			const own = judge(
				concepts.map((concept) => bySuggestion(vocabulary, concept, all, acronyms)),
				gold
			);
			return [
				vocabulary.code,
				own.cells,
				share(plain.recall),
				share(own.recall),
				share(plain.reciprocal),
				share(own.reciprocal)
			];
		});
		table(
			sets
				? 'The same, on the concepts that set the weights'
				: 'Suggestions for a cell, on concepts that did not set the weights',
			['', 'cells', `look-up: recall@${AT}`, `suggestions: recall@${AT}`, 'look-up: MRR', 'suggestions: MRR'],
			rows
		);
	}
}
