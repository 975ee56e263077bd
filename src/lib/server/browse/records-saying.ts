/** What the records of an index say of a text: which headings stand on those that hold its words. */
import { entryVocabulary, saidBy, setOfSaid, type RecordSet, type SaidBy } from '../../../core/search';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { contentWords, fold, pluralOf, singularOf } from '../../../core/text';
import { Cache } from '../caches';
import { perConnection } from '../db';
import { headingLists, lengthsOf, postingsOf, setsOf, type IndexSets } from '../records';
import type { CurrentIndex } from '../vocabulary';

/** A heading of the edition in use that records speak for. */
export interface SpokenFor {
	/** Its position in the edition. */
	heading: number;
	/** On so many of the records that say the text, out of so many, and how many times its usual share that is. */
	on: number;
	of: number;
	lift: number;
	/** What those records count for together, and how much of the text they hold. */
	weight: number;
	share: number;
	g2: number;
	score: number;
}

export interface RecordsSaying {
	/** How many records say the text, or what is left of it. */
	of: number;
	/** Words that all of them hold, and whether those are all words of the text. */
	words: string[];
	isWhole: boolean;
	/** Best first. */
	headings: SpokenFor[];
}

const NOTHING: RecordsSaying = { of: 0, words: [], isWhole: false, headings: [] };

/** Answers kept at hand: what is typed is asked by lanes, by suggestions and when its records are opened. */
const answers = perConnection(() => new Cache<RecordsSaying>(500));
/** Headings of one answer. */
const MOST_HEADINGS = 300;
/** Words of one text that are looked for, the first ones. */
const MOST_WORDS = 60;

/** What the records of an index say of a text. O(postings of its words), and of the headings on the records found. */
export function entryVocabularyOf(
	{ index, edition }: CurrentIndex,
	headings: EditionIndex,
	text: string
): Promise<RecordsSaying> {
	if (!edition || index.records === 0) return Promise.resolve(NOTHING);
	const sets = setsOf(index);
	return answers().of(`${sets.version} ${edition.id} ${text}`, async () => {
		const words = wordsOf(text);
		const said = await recordsSaying(sets, words);
		if (said.records.length === 0) return NOTHING;
		const [{ lists }, places] = await Promise.all([headingLists(sets), placesIn(sets, edition.id, headings)]);
		const found = entryVocabulary(said, lists, lists.countAll().counts, sets.records);
		return {
			of: said.records.length,
			words: said.words.map((place) => words[place]),
			isWhole: said.isWhole,
			headings: inOrderOfLabels(
				found.slice(0, MOST_HEADINGS).flatMap(({ heading, ...counts }) =>
					// What the edition in use has lost is not offered.
					places[heading] < 0 ? [] : [{ ...counts, heading: places[heading] }]
				),
				headings
			)
		};
	});
}

/** The records that say a text, as a set: just those that the answer counts. */
export async function setSaying({ index }: CurrentIndex, text: string): Promise<RecordSet> {
	return setOfSaid(await recordsSaying(setsOf(index), wordsOf(text)));
}

const wordsOf = (text: string) => [...new Set(contentWords(fold(text)))].slice(0, MOST_WORDS);

/** Words are looked for as they are typed, as a search does; where no record has one so, as its singular or its plural. */
async function recordsSaying(sets: IndexSets, words: readonly string[]): Promise<SaidBy> {
	const read = (texts: readonly string[]) =>
		postingsOf(
			sets,
			texts.map((text) => ({ text, as: 'word' }))
		);
	const [postings, lengths] = await Promise.all([read(words), lengthsOf(sets)]);
	const others = words.flatMap((word, place) =>
		postings[place].records.length > 0
			? []
			: [singularOf(word), pluralOf(word)].flatMap((text) => (text === undefined ? [] : [{ text, place }]))
	);
	for (const [i, posting] of (others.length > 0 ? await read(others.map(({ text }) => text)) : []).entries())
		if (posting.records.length > 0) postings[others[i].place] = posting;
	return saidBy(postings, lengths);
}

/** Where the headings that records carry stand in an edition; −1 for those it has no more. */
const placesIn = (sets: IndexSets, edition: number, headings: EditionIndex): Promise<Int32Array> =>
	sets.fact(
		'places of headings',
		async () => Int32Array.from((await headingLists(sets)).uris, (uri) => headings.find(uri) ?? -1),
		String(edition)
	);

/** Of headings that records speak for alike, by label. */
function inOrderOfLabels(found: SpokenFor[], { names }: EditionIndex): SpokenFor[] {
	return found.sort((a, b) => b.score - a.score || (names.at(a.heading) < names.at(b.heading) ? -1 : 1));
}
