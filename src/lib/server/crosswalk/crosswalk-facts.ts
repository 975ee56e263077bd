/** What the vocabularies say about an inquiry: facts of its picks, suggestions, offers of words, matches by index. */
import {
	factsOf,
	inOrder,
	offersFor,
	picksOf,
	probesOf,
	suggest,
	wordsOfConcept,
	type Evidence,
	type Inquiry,
	type Offer,
	type Pick,
	type PickElsewhere,
	type RecordPart
} from '../../../core/crosswalk';
import { headingsMatching } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { allow, type Person } from '../people';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { loadInquiry } from '../inquiry';
import { aspectsAt, lastChanges, termsAt } from './crosswalk-rows';
import { recordEvidence } from './record-evidence';
import { type HeadingLine, lineOf } from '../browse';

interface Loaded {
	inquiry: Inquiry;
	/** The chosen indexes that have a vocabulary, with it. */
	vocabularies: Map<
		string,
		{ current: CurrentIndex; edition: NonNullable<CurrentIndex['edition']>; index: EditionIndex }
	>;
}

async function load(id: string): Promise<Loaded> {
	const [{ inquiry }, indexes] = await Promise.all([loadInquiry(id), currentIndexes()]);
	const vocabularies: Loaded['vocabularies'] = new Map();
	await Promise.all(
		indexes.map(async (current) => {
			const {
				index: { code },
				edition
			} = current;
			if (edition && inquiry.about.indexes.includes(code))
				vocabularies.set(code, { current, edition, index: await editionIndex(edition) });
		})
	);
	return { inquiry, vocabularies };
}

/** The facts of every pick, and the aspects that its headings allow. Nine queries, however many cells there are. */
export async function crosswalkFacts(person: Person | undefined, id: string) {
	allow(person, 'read');
	const { inquiry, vocabularies } = await load(id);
	const facts = factsOf(inquiry, (code) => vocabularies.get(code)?.index);
	const places = placesOf(Object.values(inquiry.picks), vocabularies);
	const rows = await aspectsAt(places.map(({ place }) => place));
	const aspects: Record<string, string[]> = {};
	for (const { uri, indexCode, place } of places) {
		const row = rows.find(({ edition, n }) => edition === place.edition && n === place.n);
		if (row && row.aspects.length > 0) aspects[`${indexCode}\n${uri}`] = row.aspects;
	}
	return { facts, aspects, changed: await lastChanges(id) };
}

export type CrosswalkFacts = Awaited<ReturnType<typeof crosswalkFacts>>;

function placesOf(picks: readonly Pick[], vocabularies: Loaded['vocabularies']) {
	return picks.flatMap(({ indexCode, headings: picked }) => {
		const vocabulary = vocabularies.get(indexCode);
		return picked.flatMap(({ uri }) => {
			const n = vocabulary?.index.find(uri);
			return n === undefined || !vocabulary
				? []
				: [{ uri, indexCode, place: { edition: vocabulary.edition.id, n } }];
		});
	});
}

export interface SuggestionLine {
	heading: HeadingLine & { noteStart: string };
	score: number;
	parts: Record<string, number>;
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
	| Extract<Evidence, { kind: RecordPart }>;

const EVIDENCE_SHOWN = 3;

/** Suggestions for one cell, from the concept's words, what is picked for it in other indexes, and the records. */
export async function suggestionsFor(
	person: Person | undefined,
	id: string,
	conceptId: string,
	code: string
): Promise<SuggestionLine[]> {
	allow(person, 'read');
	const { inquiry, vocabularies } = await load(id);
	const concept = inquiry.concepts[conceptId];
	if (!concept) throw new ServiceError(404, 'no-concept', 'This concept is no longer there.');
	const vocabulary = vocabularies.get(code);
	if (!vocabulary) return [];
	const { index, current } = vocabulary;
	const words = wordsOfConcept(inquiry, conceptId);
	const picks = inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.indexCode !== code && pick.role !== 'rejected'
	);
	const [elsewhere, fromRecords] = await Promise.all([
		picksElsewhere(picks, vocabularies),
		recordEvidence(
			current,
			index,
			// A word that is off here is not looked for in the records either.
			[{ text: concept.name, capitals: false }, ...words.filter(({ off }) => !off.includes(code))],
			[...vocabularies].map(([other, at]) => ({
				current: at.current,
				picks: picks.filter(({ indexCode }) => indexCode === other)
			}))
		)
	]);
	const probes = probesOf(
		concept.name,
		words.map(({ text }) => text),
		elsewhere
	);
	const taken = picksOf(inquiry, conceptId, code)
		.filter(({ headings: picked }) => picked.length === 1)
		.flatMap(({ headings: [{ uri }] }) => index.find(uri) ?? []);
	const acronyms = [...vocabularies.values()].flatMap((other) => other.index.labels.parts.acronyms);
	return suggest(index, probes, { taken: new Set(taken), acronyms, fromRecords }).map(
		({ heading, score, parts, evidence }) => ({
			heading: { ...lineOf(index, heading), noteStart: index.noteStarts.at(heading) },
			score,
			parts,
			evidence: evidence.slice(0, EVIDENCE_SHOWN).map((one) => inWords(one, index))
		})
	);
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

/** Words that may be added to a concept. */
export async function wordOffers(
	person: Person | undefined,
	id: string,
	conceptId: string
): Promise<Offer[]> {
	allow(person, 'read');
	const { inquiry, vocabularies } = await load(id);
	const picks = inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.role !== 'rejected' && pick.headings.length === 1
	);
	const places = placesOf(picks, vocabularies);
	const terms = await termsAt(places.map(({ place }) => place));
	const picked = places.map(({ uri, indexCode, place }) => ({
		indexCode,
		label: picks.find((pick) => pick.headings[0].uri === uri)?.headings[0].label ?? '',
		terms: terms.filter(({ edition, n }) => edition === place.edition && n === place.n)
	}));
	const acronyms = [...vocabularies.values()].flatMap(({ index }) => index.labels.parts.acronyms);
	return offersFor(
		wordsOfConcept(inquiry, conceptId).map(({ text }) => text),
		acronyms,
		picked
	);
}

/** How many headings of every index match each concept's name and words. */
export async function matchesByIndex(person: Person | undefined, id: string) {
	allow(person, 'read');
	const [{ inquiry }, indexes] = await Promise.all([loadInquiry(id), currentIndexes()]);
	const concepts = inOrder(inquiry.concepts);
	const matches: Record<string, Record<string, number>> = {};
	for (const { index, edition } of indexes) {
		if (!edition) continue;
		const { labels } = await editionIndex(edition);
		matches[index.code] = Object.fromEntries(
			concepts.map(({ id: conceptId, name }) => {
				const words = wordsOfConcept(inquiry, conceptId).map(({ text }) => text);
				return [conceptId, headingsMatching(labels, [name, ...words]).size];
			})
		);
	}
	return matches;
}
