/** Suggestions for a cell: evidence from the vocabularies, their records, other inquiries and known mappings. */
import {
	inOrder,
	picksOf,
	probesOf,
	suggest,
	wordsOfConcept,
	type Evidence,
	type FromElsewhere,
	type HeadingElsewhere,
	type Likelihood,
	type Pick,
	type PickElsewhere
} from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { isLabel, partsOfText, type LabelIndex } from '../../../core/lookup';
import { fold, wordsOf } from '../../../core/text';
import {
	countsWithNarrower,
	headingCounts,
	type HeadingLine,
	lineOf,
	lookupInIndexes,
	wordsInRecords
} from '../browse';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { currentIndex, mappingsOf } from '../vocabulary';
import { type Loaded, load, placesOf } from './crosswalk-facts';
import { introducedAt, termsAt } from './facts-rows';
import { headingsCalled, MOST_CALLED } from './headings-called';
import { mappedTo } from './mapped';
import { remembered } from './memory';
import { recordEvidence } from './record-evidence';
import { allowIn } from '../inquiry';

export interface SuggestionLine {
	heading: HeadingLine & { noteStart: string; introduced: string | null };
	/** Records with the heading or any below it; none where the index has no records. */
	withNarrower?: number;
	score: number;
	likelihood: Likelihood;
	/** Strongest first. */
	evidence: EvidenceLine[];
}

/** Evidence as the interface says it, headings by label. */
export type EvidenceLine =
	| {
			kind: 'label';
			source: 'name' | 'part' | 'word' | 'heading' | 'entry term';
			text: string;
			from?: HeadingElsewhere;
			tier: string;
			matched: string;
			score: number;
	  }
	| { kind: 'neighbour'; relation: string; of: string; score: number }
	| Extract<Evidence, { kind: 'coTagging' | 'association' | 'memory' | 'mapping' }>;

/** Pieces of evidence sent with a suggestion. */
const MOST_EVIDENCE = 8;

/** What suggestions are asked for. */
interface SuggestionQuery {
	name: string;
	words: readonly string[];
	/** Words that are off in this index: records are not asked for them. */
	off?: readonly string[];
	/** In other indexes. */
	picks: readonly Pick[];
	/** They are not picked there, but called what the concept is called. */
	areFound?: boolean;
	/** Headings of this index that are picked already. */
	taken: ReadonlySet<number>;
}

/** Suggestions for one cell, best first. */
export async function suggestionsFor(
	person: Person | undefined,
	id: string,
	conceptId: string,
	code: string
): Promise<SuggestionLine[]> {
	await allowIn(person, 'read', id);
	const { inquiry, vocabularies } = await load(id);
	const concept = inquiry.concepts[conceptId];
	if (!concept) throw new ServiceError(404, 'no-concept', 'This concept is no longer there.');
	const index = vocabularies.get(code)?.index;
	if (!index) {
		// One that is not chosen, or has no vocabulary, has nothing to suggest; one that is not there is said to be so.
		await currentIndex(code);
		return [];
	}
	const taken = picksOf(inquiry, conceptId, code)
		.filter(({ headings: picked }) => picked.length === 1)
		.flatMap(({ headings: [{ uri }] }) => index.find(uri) ?? []);
	const words = wordsOfConcept(inquiry, conceptId);
	const picks = inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.indexCode !== code && pick.role !== 'rejected'
	);
	const others = [...vocabularies.keys()].filter((other) => other !== code);
	return suggested(person, id, vocabularies, code, {
		name: concept.name,
		words: words.map(({ text }) => text),
		off: words.filter((word) => word.off.includes(code)).map(({ text }) => text),
		picks:
			picks.length > 0
				? picks
				: headingsCalled(await lookupInIndexes(person, others, concept.name, MOST_CALLED)),
		areFound: picks.length === 0,
		taken: new Set(taken)
	});
}

/** Suggestions for one index, whatever they are asked for. */
export async function suggested(
	person: Person | undefined,
	inquiryId: string,
	vocabularies: Loaded['vocabularies'],
	code: string,
	{ name, words, off = [], picks, areFound = false, taken }: SuggestionQuery
): Promise<SuggestionLine[]> {
	const vocabulary = vocabularies.get(code);
	if (!vocabulary) return [];
	const { index, current } = vocabulary;
	const uris = picks.flatMap(({ headings }) => headings.map(({ uri }) => uri));
	const labels = [...vocabularies.values()].map((other) => other.index.labels);
	const parts = partsOf(name, labels);
	const [elsewhere, fromRecords, memory, mappings] = await Promise.all([
		picksElsewhere(picks, vocabularies, areFound),
		recordEvidence(
			current,
			index,
			[name, ...words.filter((word) => !off.includes(word))],
			[...vocabularies].map(([other, at]) => ({
				current: at.current,
				picks: picks.filter(({ indexCode }) => indexCode === other)
			})),
			parts
		),
		remembered(person, inquiryId, { name, words }, code, index),
		mappingsOf(uris)
	]);
	const probes = probesOf(name, words, elsewhere, parts);
	const inRecords = await wordsInRecords(
		current,
		index,
		probes.map(({ text }) => text)
	);
	const fromElsewhere: FromElsewhere[] = [...memory, ...mappedTo(index, picks, mappings, areFound)];
	const found = suggest(index, probes, {
		taken,
		acronyms: labels.flatMap(({ parts }) => parts.acronyms),
		isKnown: (word) =>
			inRecords.has(word) ||
			labels.some((other) => other !== index.labels && (other.knows(word) || other.hasBeginning(word))),
		fromRecords,
		fromElsewhere
	});
	const places = found.map(({ heading: n }) => ({ edition: vocabulary.edition.id, n }));
	const keys = found.map(({ heading }) => index.keys.at(heading));
	const [counts, withNarrower, introduced] = await Promise.all([
		headingCounts(current),
		countsWithNarrower(person, code, keys),
		introducedAt(places)
	]);
	return found.map(({ heading, score, likelihood, evidence }) => ({
		heading: {
			...lineOf(index, heading, counts),
			noteStart: index.noteStarts.at(heading),
			introduced: introduced.get(heading) ?? null
		},
		withNarrower: withNarrower[index.keys.at(heading)],
		score,
		likelihood,
		evidence: evidence.slice(0, MOST_EVIDENCE).map((one) => inWords(one, index))
	}));
}

/** The parts of a name that are labels of a chosen index; the name itself is none. */
function partsOf(name: string, labels: readonly LabelIndex[]): string[] {
	const whole = wordsOf(fold(name)).join(' ');
	const parts = partsOfText(name, (run) => run !== whole && labels.some((one) => isLabel(one, run)));
	return parts.length > 1 ? parts.filter(({ isKnown }) => isKnown).map(({ text }) => text) : [];
}

function inWords(evidence: Evidence, index: EditionIndex): EvidenceLine {
	if (evidence.kind === 'neighbour') return { ...evidence, of: index.names.at(evidence.of) };
	if (evidence.kind !== 'label') return evidence;
	const { probe, tier, matched, score } = evidence;
	return {
		kind: 'label',
		source: probe.source,
		text: probe.text,
		...(probe.from && { from: probe.from }),
		tier,
		matched,
		score
	};
}

async function picksElsewhere(
	picks: readonly Pick[],
	vocabularies: Loaded['vocabularies'],
	isFound: boolean
): Promise<PickElsewhere[]> {
	const places = placesOf(picks, vocabularies);
	const terms = await termsAt(places.map(({ place }) => place));
	return picks.flatMap(({ headings: picked, indexCode, fit }) =>
		picked.map(({ uri, label }) => {
			const at = places.find((other) => other.uri === uri && other.indexCode === indexCode)?.place;
			const own = terms.filter(({ edition, n }) => at && edition === at.edition && n === at.n);
			const entryTerms = own.map(({ text }) => text);
			return { indexCode, label, fit, entryTerms, ...(isFound && { isFound }) };
		})
	);
}
