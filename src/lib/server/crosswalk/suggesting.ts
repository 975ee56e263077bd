/** Suggestions for a cell: evidence from the vocabularies, their records, other inquiries and known mappings. */
import {
	inOrder,
	picksOf,
	probesOf,
	suggest,
	wordsOfConcept,
	type Evidence,
	type FromElsewhere,
	type Likelihood,
	type Pick,
	type PickElsewhere,
	type RecordPart
} from '../../../core/crosswalk';
import { wordTestsOf } from '../../../core/search';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { countsWithNarrower, headingCounts, type HeadingLine, lineOf, wordsInRecords } from '../browse';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { mappingsOf } from '../vocabulary';
import { type Loaded, load, placesOf } from './crosswalk-facts';
import { introducedAt, termsAt } from './facts-rows';
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
			source: 'name' | 'word' | 'heading' | 'entry term';
			text: string;
			from?: { indexCode: string; label: string };
			tier: string;
			matched: string;
			score: number;
	  }
	| { kind: 'neighbour'; relation: string; of: string; score: number }
	| Extract<Evidence, { kind: RecordPart | 'memory' | 'mapping' }>;

/** Pieces of evidence sent with a suggestion. */
const MOST_EVIDENCE = 8;

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
	const vocabulary = vocabularies.get(code);
	if (!vocabulary) return [];
	const { index, current } = vocabulary;
	const words = wordsOfConcept(inquiry, conceptId);
	const tests = wordTestsOf(inquiry, conceptId, code);
	const picks = inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.indexCode !== code && pick.role !== 'rejected'
	);
	const uris = picks.flatMap(({ headings }) => headings.map(({ uri }) => uri));
	const [elsewhere, fromRecords, memory, mappings] = await Promise.all([
		picksElsewhere(picks, vocabularies),
		recordEvidence(
			current,
			index,
			tests.length > 0 ? tests : [{ text: concept.name, capitals: false, field: 'keywords' as const }],
			[...vocabularies].map(([other, at]) => ({
				current: at.current,
				picks: picks.filter(({ indexCode }) => indexCode === other)
			}))
		),
		remembered(person, id, { name: concept.name, words: words.map(({ text }) => text) }, code, index),
		mappingsOf(uris)
	]);
	const probes = probesOf(
		concept.name,
		words.map(({ text }) => text),
		elsewhere
	);
	const inRecords = await wordsInRecords(
		current,
		index,
		probes.map(({ text }) => text)
	);
	const taken = picksOf(inquiry, conceptId, code)
		.filter(({ headings: picked }) => picked.length === 1)
		.flatMap(({ headings: [{ uri }] }) => index.find(uri) ?? []);
	const all = [...vocabularies.values()].map((other) => other.index.labels);
	const fromElsewhere: FromElsewhere[] = [...memory, ...mappedTo(index, picks, mappings)];
	const found = suggest(index, probes, {
		taken: new Set(taken),
		acronyms: all.flatMap(({ parts }) => parts.acronyms),
		isKnown: (word) =>
			inRecords.has(word) ||
			all.some((labels) => labels !== index.labels && (labels.knows(word) || labels.hasBeginning(word))),
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
	vocabularies: Loaded['vocabularies']
): Promise<PickElsewhere[]> {
	const places = placesOf(picks, vocabularies);
	const terms = await termsAt(places.map(({ place }) => place));
	return picks.flatMap(({ headings: picked, indexCode, fit }) =>
		picked.map(({ uri, label }) => {
			const at = places.find((other) => other.uri === uri && other.indexCode === indexCode)?.place;
			const own = terms.filter(({ edition, n }) => at && edition === at.edition && n === at.n);
			return { indexCode, label, fit, entryTerms: own.map(({ text }) => text) };
		})
	);
}
