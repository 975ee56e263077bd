/** How many of the headings of the gold crosswalk the suggestions bring, beside plain look-up, without and with records. */
import { GOLD, type GoldConcept } from '../demo/gold';
import { GOLD_TEXTS, type GoldText } from '../demo/gold-texts';
import { loadIndexes, loadRecords } from '../demo/loading';
import { probesOf, type PickElsewhere } from '../src/core/crosswalk/probes';
import { suggest, type Suggestion } from '../src/core/crosswalk/suggestions';
import type { Part } from '../src/core/crosswalk/likelihood';
import { isLabel, lookup, partsOfText } from '../src/core/lookup';
import type { HeadingTest } from '../src/core/search';
import { fold, type AcronymPair } from '../src/core/text';
import { currentIndex } from '../src/lib/server/vocabulary/editions';
import { recordEvidence } from '../src/lib/server/crosswalk/record-evidence';
import { readDemoVocabularies, type DemoVocabulary } from './demo-vocabularies';
import { table } from './measure';

const AT = 5;
type GoldTextPicks = GoldText['picks'];

interface Suggested extends Suggestion {
	label: string;
}

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

async function bySuggestion(
	vocabulary: DemoVocabulary,
	concept: GoldConcept,
	all: DemoVocabulary[],
	acronyms: AcronymPair[],
	withRecords: boolean,
	without: readonly Part[] = []
): Promise<Suggested[]> {
	const others = all.filter(({ code }) => code !== vocabulary.code);
	const picks = others.flatMap((other) =>
		concept.picks[other.code].map(({ heading, fit }) => ({ fit, other, n: placeOf(other, heading) }))
	);
	const elsewhere = picks.map(({ fit, other: { code, data }, n }): PickElsewhere => {
		const entryTerms = data.entryTerms.filter(
			({ headings, lang }) => headings.length === 1 && headings[0] === n && lang === 'en'
		);
		const label = data.headings[n].labels[0].text;
		return { indexCode: code, label, fit, entryTerms: entryTerms.map(({ text }) => text) };
	});
	const { code, index } = vocabulary;
	const isKnown = (word: string) =>
		others.some((other) => other.index.labels.knows(word) || other.index.labels.hasBeginning(word));
	const labels = all.map((one) => one.index.labels);
	const isPart = (run: string) => run !== fold(concept.name) && labels.some((one) => isLabel(one, run));
	const known = partsOfText(concept.name, isPart)
		.filter((part) => part.isKnown)
		.map(({ text }) => text);
	const fromRecords = withRecords
		? await recordEvidence(
				await currentIndex(code),
				index,
				[concept.name, ...concept.words],
				await Promise.all(
					others.map(async (other) => ({
						current: await currentIndex(other.code),
						picks: picks.filter((pick) => pick.other === other).map(({ n }) => plainTest(other, n))
					}))
				),
				known
			)
		: {};
	const probes = probesOf(concept.name, concept.words, elsewhere, known);
	return suggest(index, probes, { acronyms, isKnown, fromRecords, without }).map((one) => ({
		...one,
		label: index.names.at(one.heading)
	}));
}

function placeOf({ code, data }: DemoVocabulary, heading: string): number {
	const n = data.headings.findIndex(({ labels }) => labels[0].text === heading);
	if (n < 0) throw new Error(`${code} has no heading “${heading}”.`);
	return n;
}

const plainTest = ({ index }: DemoVocabulary, n: number): HeadingTest => ({
	headings: [{ uri: index.uris.at(n), label: index.names.at(n) }],
	withNarrower: false,
	cuts: [],
	chief: false,
	aspects: []
});

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

const LIKELIHOODS = ['likely', 'possible', 'far'] as const;

/** Of the suggestions of each likelihood, how many are in the gold crosswalk, and how many there are. */
function rightOnes(answers: Suggested[][], gold: string[][]): [right: number, all: number][] {
	return LIKELIHOODS.map((wanted) => {
		const found = answers.flatMap((answer, i) =>
			answer.filter(({ likelihood }) => likelihood === wanted).map(({ label }) => gold[i].includes(label))
		);
		return [found.filter(Boolean).length, found.length];
	});
}

export async function benchSuggestions(): Promise<void> {
	await loadIndexes();
	await loadRecords();
	const all = await readDemoVocabularies();
	const acronyms = all.flatMap(({ index }) => index.labels.parts.acronyms);
	for (const sets of [false, true]) {
		const concepts = GOLD.filter((concept) => concept.sets === sets);
		const scores = await Promise.all(
			all.map(async (vocabulary) => {
				const gold = concepts.map(({ picks }) => picks[vocabulary.code].map(({ heading }) => heading));
				const [byLabels, byRecords] = await Promise.all(
					[false, true].map((withRecords) =>
						Promise.all(
							concepts.map((concept) => bySuggestion(vocabulary, concept, all, acronyms, withRecords))
						)
					)
				);
				const labelsOf = (answers: Suggested[][]) =>
					answers.map((answer) => answer.map(({ label }) => label));
				return {
					code: vocabulary.code,
					plain: judge(
						concepts.map((concept) => byLookup(vocabulary, concept, acronyms)),
						gold
					),
					labels: judge(labelsOf(byLabels), gold),
					records: judge(labelsOf(byRecords), gold),
					sure: [byLabels, byRecords].map((answers) => rightOnes(answers, gold))
				};
			})
		);
		const row = (name: string, of: (score: Score) => number) =>
			scores.map(({ code, plain, labels, records }) => [
				`${code}, ${plain.cells} cells: ${name}`,
				...[plain, labels, records].map((score) => of(score).toFixed(2))
			]);
		table(
			sets
				? 'The same, on the concepts that set the weights'
				: 'Suggestions for a cell, on concepts that did not set the weights. The records are generated from the same gold crosswalk, which flatters what is found with them',
			['', 'plain look-up', 'suggestions by labels', 'suggestions with records'],
			[...row(`recall@${AT}`, ({ recall }) => recall), ...row('MRR', ({ reciprocal }) => reciprocal)]
		);
		table(
			'Of these, right',
			['', ...LIKELIHOODS],
			['by labels', 'with records'].map((way, at) => [
				way,
				...LIKELIHOODS.map((_, k) => {
					const sum = (part: 0 | 1) => scores.reduce((total, { sure }) => total + sure[at][k][part], 0);
					return `${sum(0)} of ${sum(1)}`;
				})
			])
		);
	}
	await withEachSwitchedOff(all, acronyms);
	await reliability(all, acronyms);
}

const SWITCHED_OFF: [says: string, Part[]][] = [
	['all of it', []],
	['without labels and entry terms', ['label']],
	['without what stands near strong matches', ['neighbourhood']],
	['without works that two indexes share', ['coTagging']],
	['without words of records', ['association']],
	['without records at all', ['coTagging', 'association']]
];

/** What each kind of evidence is worth: the same cells with it switched off. */
async function withEachSwitchedOff(all: DemoVocabulary[], acronyms: AcronymPair[]): Promise<void> {
	const concepts = GOLD.filter(({ sets }) => !sets);
	const cells = all.flatMap((vocabulary) => concepts.map((concept) => ({ vocabulary, concept })));
	const gold = cells.map(({ vocabulary, concept }) =>
		concept.picks[vocabulary.code].map(({ heading }) => heading)
	);
	const rows: string[][] = [];
	for (const [says, without] of SWITCHED_OFF) {
		const answers: Suggested[][] = [];
		for (const { vocabulary, concept } of cells)
			answers.push(await bySuggestion(vocabulary, concept, all, acronyms, true, without));
		const { recall, reciprocal } = judge(
			answers.map((answer) => answer.map(({ label }) => label)),
			gold
		);
		const [[right, likely]] = rightOnes(answers, gold);
		rows.push([says, recall.toFixed(2), reciprocal.toFixed(2), `${right} of ${likely}`]);
	}
	table(
		'The same cells, each kind of evidence switched off in turn; there are no other inquiries or mappings here to switch off',
		['', `recall@${AT}`, 'MRR', 'likely and right'],
		rows
	);
}

/** The judging texts of several words as concepts, with what other indexes have for them as picks or with what they call so. */
function asConcept(
	{ text, picks }: (typeof GOLD_TEXTS)[number],
	all: DemoVocabulary[],
	acronyms: AcronymPair[],
	arePicked: boolean
): GoldConcept {
	const own = ({ code, data, index }: DemoVocabulary) =>
		arePicked
			? picks[code]
			: lookup(index.labels, text, { limit: 2, label: (n) => index.names.at(n), acronyms })
					.matches.filter(({ tier }) => ['exact', 'entry', 'variant'].includes(tier))
					.map(({ heading }) => data.headings[heading].labels[0].text);
	return {
		name: text,
		words: [],
		sets: false,
		picks: Object.fromEntries(
			all.map((one) => [one.code, own(one).map((heading) => ({ heading, fit: 'close' as const }))])
		) as GoldConcept['picks']
	};
}

/** Of suggestions said to be so probable, how many are right: on concepts and texts that set nothing. */
async function reliability(all: DemoVocabulary[], acronyms: AcronymPair[]): Promise<void> {
	const concepts = GOLD.filter(({ sets }) => !sets);
	const texts = GOLD_TEXTS.filter(({ sets }) => !sets);
	const without = (concept: GoldConcept): GoldConcept => ({
		...concept,
		picks: { bracken: [], sorrel: [], yarrow: [], alder: [] }
	});
	const cases = [
		...[true, false].flatMap((arePicked) =>
			texts.map((text) => ({
				concept: asConcept(text, all, acronyms, arePicked),
				right: text.picks,
				set: arePicked ? 1 : 0
			}))
		),
		...concepts.flatMap((concept) => {
			const right = Object.fromEntries(
				Object.entries(concept.picks).map(([code, own]) => [code, own.map(({ heading }) => heading)])
			) as GoldTextPicks;
			return [
				{ concept, right, set: 1 },
				{ concept: without(concept), right, set: 0 }
			];
		})
	];
	const tenths = Array.from({ length: 10 }, () => [0, 1].map(() => ({ right: 0, all: 0 })));
	for (const { concept, right, set } of cases)
		for (const vocabulary of all) {
			const found = await bySuggestion(vocabulary, concept, all, acronyms, true);
			for (const { label, score } of found) {
				const own = tenths[Math.min(9, Math.floor(score * 10))][set];
				own.all++;
				if (right[vocabulary.code].includes(label)) own.right++;
			}
		}
	table(
		`How probable, and how many were right: ${concepts.length} concepts and ${texts.length} texts of several words that set nothing, over made-up records`,
		['said to be', 'nothing picked elsewhere', 'picked in other indexes'],
		tenths.map((sets, i) => [
			`${i * 10} to ${i === 9 ? 99 : i * 10 + 10} in 100`,
			...sets.map(({ right, all: count }) =>
				count === 0 ? 'none' : `${right} of ${count}, ${((100 * right) / count).toFixed(0)} %`
			)
		])
	);
}
