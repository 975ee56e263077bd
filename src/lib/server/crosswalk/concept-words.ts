/** The words of an inquiry against the indexes: what may be added, what finds nothing, what each index has of a concept. */
import {
	inOrder,
	offersFor,
	pickName,
	wordsOfConcept,
	type Inquiry,
	type Offer,
	type Word,
	type WordField
} from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { correctedTexts, headingsLabelled, headingsMatching } from '../../../core/lookup';
import {
	evaluate,
	headingExpression,
	isSearchable,
	leavesOf,
	RecordSet,
	type Leaf,
	type WordTest,
	wordTestsOf
} from '../../../core/search';
import { fold, wordsOf } from '../../../core/text';
import { Cache } from '../caches';
import { perConnection } from '../db';
import { allowIn, loadInquiry, coalescedView, WITHOUT_WORKS } from '../inquiry';
import type { Person } from '../people';
import { searchVocabulary, setsOf } from '../records';
import { type TellingWord, tellingWords } from '../search';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { type Loaded, load, placesOf } from './crosswalk-facts';
import { termsAt } from './facts-rows';

/** A word that may be added, with where it occurs. */
export interface OfferLine extends Offer {
	/** Records of each chosen index that have it; those that have none are left out. */
	records: Record<string, number>;
	/** Chosen indexes that have it as a label. */
	labelled: string[];
}

/** Offers are looked for in the records of all indexes, so there are not too many. */
const MOST_OFFERS = 40;
/** Of one index, of what records say. */
const MOST_SAID = 8;

/** Words that may be added to a concept: only those that a chosen index has, in a label or in a record. */
export async function wordOffers(
	person: Person | undefined,
	id: string,
	conceptId: string
): Promise<OfferLine[]> {
	await allowIn(person, 'read', id);
	const { inquiry, vocabularies } = await load(id);
	const offers = offersFor(
		wordsOfConcept(inquiry, conceptId).map(({ text }) => text),
		[...vocabularies.values()].flatMap(({ index }) => index.labels.parts.acronyms),
		await termsOfPicks(inquiry, vocabularies, conceptId),
		MOST_OFFERS,
		await saidOfPicks(inquiry, vocabularies, conceptId)
	);
	const plain = offers.map(({ text }) => ({ text, capitals: false }));
	const counts = await countsOf(inquiry.about.wordField, plain, await chosenIndexes(inquiry));
	return offers.flatMap((offer, i): OfferLine[] => {
		const labelled = [...vocabularies].flatMap(([code, { index }]) =>
			headingsLabelled(index.labels, offer.text) ? [code] : []
		);
		const records = counts[i];
		return labelled.length > 0 || Object.keys(records).length > 0 ? [{ ...offer, records, labelled }] : [];
	});
}

async function termsOfPicks(inquiry: Inquiry, vocabularies: Loaded['vocabularies'], conceptId: string) {
	const picks = inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.role !== 'rejected' && pick.headings.length === 1
	);
	const places = placesOf(picks, vocabularies);
	const terms = await termsAt(places.map(({ place }) => place));
	return places.map(({ uri, indexCode, place }) => ({
		indexCode,
		label: picks.find((pick) => pick.headings[0].uri === uri)?.headings[0].label ?? '',
		terms: terms.filter(({ edition, n }) => edition === place.edition && n === place.n)
	}));
}

/** The check of a strategy and the report ask for the words of every concept again and again. */
const tellingCache = perConnection(() => new Cache<TellingWord[]>(1_000));

/** What records with a concept's headings say far oftener than others do, the most telling first; of each index a few. */
async function saidOfPicks(inquiry: Inquiry, vocabularies: Loaded['vocabularies'], conceptId: string) {
	const own = await Promise.all(
		[...vocabularies].map(async ([indexCode, { current }]) => {
			const picks = inOrder(inquiry.picks).filter(
				(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode && pick.role === 'searched'
			);
			if (picks.length === 0 || current.index.records === 0) return [];
			const sets = setsOf(current.index);
			const expressions = picks.map(headingExpression);
			const key = `${sets.version} ${current.edition?.id} ${JSON.stringify(expressions)}`;
			const telling = await tellingCache().of(key, async () => {
				const loaded = await sets.load(leavesOf(expressions), await searchVocabulary(current));
				const among = RecordSet.union(expressions.map((expression) => evaluate(expression, loaded)));
				return tellingWords(sets, among, MOST_SAID);
			});
			const label = pickName(picks[0]);
			return telling.map(({ text, g2 }) => ({ text, g2, label, indexCode }));
		})
	);
	return own.flat().sort((a, b) => b.g2 - a.g2);
}

async function chosenIndexes(inquiry: Inquiry): Promise<CurrentIndex[]> {
	return (await currentIndexes()).filter(({ index }) => inquiry.about.indexes.includes(index.code));
}

/** For each word, in how many records of each index it occurs; indexes that have none are left out. */
async function countsOf(
	field: WordField,
	words: readonly Pick<Word, 'text' | 'capitals'>[],
	indexes: readonly CurrentIndex[]
): Promise<Record<string, number>[]> {
	const counts: Record<string, number>[] = words.map(() => ({}));
	await Promise.all(
		indexes.map(async ({ index }) => {
			if (index.records === 0) return;
			const asked = words.flatMap((word, i) => (isSearchable(word) ? [i] : []));
			const sizes = await setsOf(index).countWords(
				asked.map((i) => ({ text: words[i].text, capitals: words[i].capitals, field }))
			);
			asked.forEach((i, at) => {
				if (sizes[at] > 0) counts[i][index.code] = sizes[at];
			});
		})
	);
	return counts;
}

const sumOf = (counts: Record<string, number>) => Object.values(counts).reduce((sum, n) => sum + n, 0);

/** What a word finds, and what to use in its place where it finds next to nothing. */
export interface WordCheck {
	records: Record<string, number>;
	/** A word that differs by a slip of the pen, with what that finds. */
	instead?: { text: string; records: number };
}

/** A word that finds so little of what another one does is a slip of the pen rather than another word. */
const SELDOM = 0.01;

/** Every word of an inquiry. Words looked for once are at hand from then on. */
export async function checkWords(person: Person | undefined, id: string): Promise<Record<string, WordCheck>> {
	await allowIn(person, 'read', id);
	return coalescedView(id, 'words', () => checksNow(id));
}

async function checksNow(id: string): Promise<Record<string, WordCheck>> {
	const { inquiry, vocabularies } = await load(id);
	const indexes = await chosenIndexes(inquiry);
	const words = inOrder(inquiry.words);
	const { wordField } = inquiry.about;
	const counts = await countsOf(wordField, words, indexes);
	const labels = [...vocabularies.values()].map(({ index }) => index);
	const remedies = words.map(({ text }) => remediesFor(text, labels));
	const found = await countsOf(
		wordField,
		remedies.flat().map((text) => ({ text, capitals: false })),
		indexes
	);
	let at = 0;
	return Object.fromEntries(
		words.map((word, i): [string, WordCheck] => {
			const options = remedies[i].map((text) => ({ text, records: sumOf(found[at++]) }));
			const best = options.sort((a, b) => b.records - a.records)[0];
			const isBetter = best !== undefined && sumOf(counts[i]) <= SELDOM * best.records && best.records > 0;
			return [word.id, { records: counts[i], ...(isBetter && { instead: best }) }];
		})
	);
}

/** Corrections of a word that are worth counting: none where any vocabulary has it. */
function remediesFor(text: string, indexes: readonly EditionIndex[]): string[] {
	const words = wordsOf(fold(text));
	if (text.includes('*') || words.length === 0) return [];
	const isKnown = (word: string) =>
		indexes.some(({ labels }) => labels.knows(word) || labels.hasBeginning(word));
	if (words.every(isKnown)) return [];
	const found = indexes.flatMap(({ labels }) =>
		correctedTexts(labels, words, (word) => !isKnown(word)).slice(0, 2)
	);
	return [...new Set(found.sort((a, b) => a.cost - b.cost).map((one) => one.text))].slice(0, 3);
}

/** How much of an index speaks of a concept. */
export interface ConceptMatches {
	/** Headings that match its name or a word. */
	headings: number;
	/** Records that have any of its words. */
	records: number;
}

/** What every index has of each concept, by index and concept. */
export async function matchesByIndex(
	person: Person | undefined,
	id: string
): Promise<Record<string, Record<string, ConceptMatches>>> {
	await allowIn(person, 'read', id);
	const [{ inquiry }, indexes] = await Promise.all([loadInquiry(id, WITHOUT_WORKS), currentIndexes()]);
	const concepts = inOrder(inquiry.concepts);
	const matches = await Promise.all(
		indexes.map(async (current) => {
			const vocabulary = current.edition && (await editionIndex(current.edition));
			const own = await Promise.all(
				concepts.map(async ({ id: conceptId, name }): Promise<[string, ConceptMatches]> => {
					const words = wordsOfConcept(inquiry, conceptId);
					const texts = words.map(({ text }) => text);
					return [
						conceptId,
						{
							headings: vocabulary ? headingsMatching(vocabulary.labels, [name, ...texts]).size : 0,
							records: await recordsWithAny(wordTestsOf(inquiry, conceptId, current.index.code), current)
						}
					];
				})
			);
			return [current.index.code, Object.fromEntries(own)] as const;
		})
	);
	return Object.fromEntries(matches);
}

async function recordsWithAny(words: readonly WordTest[], { index }: CurrentIndex): Promise<number> {
	if (index.records === 0) return 0;
	const leaves = words.map((test): Leaf => ({ kind: 'word', ...test }));
	const sets = await setsOf(index).load(leaves);
	return RecordSet.union(leaves.map((leaf) => sets.of(leaf))).size;
}
