/** What a question is about: the parts of it that vocabularies or records know, as they may become concepts. */
import { isLabel, partsOfText, saysIt, type LabelIndex } from '../../../core/lookup';
import { fold, isFunctionWord, wordsOf } from '../../../core/text';
import { entryVocabularyOf, lookupInIndexes } from '../browse';
import { allowIn, chosenIndexes } from '../inquiry';
import type { Person } from '../people';
import { setsOf } from '../records';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';

/** Parts that are offered, the first ones. */
const MOST_PARTS = 12;
/** Neighbours that stand together on so many records, and on this part of those with the rarer one, belong together. */
const LEAST_TOGETHER = 5;
const SHARE_TOGETHER = 0.1;
/** A word that no vocabulary has says something where records that say it are this much of one heading. */
const LEAST_TELLING = 0.5;
/** Words that join the ideas of a question and are none. */
const JOINING = new Set(
	(
		'do does did can could should may might will would affect affects affected affecting effect effects influence ' +
		'influences impact impacts role relation relationship association between among compared comparison versus than ' +
		'use uses used using improve improves reduce reduces increase increases decrease help helps what whether why their ' +
		'there more less during after before not no any all people'
	).split(' ')
);

export interface QuestionPart {
	text: string;
	/** Of each index that has something: the heading that is called so, and how many records say it. */
	indexes: { code: string; label?: string; records: number }[];
}

interface Vocabulary {
	current: CurrentIndex;
	labels: LabelIndex;
}

/** The parts of a text that may be concepts, in the order in which they stand there, each with what the chosen indexes have. */
export async function partsOfQuestion(
	person: Person | undefined,
	inquiryId: string,
	text: string
): Promise<QuestionPart[]> {
	await allowIn(person, 'read', inquiryId);
	const codes = await chosenIndexes(person, inquiryId);
	const all = await currentIndexes();
	const vocabularies = await Promise.all(
		all
			.filter(({ index, edition }) => edition && codes.includes(index.code))
			.map(async (current): Promise<Vocabulary> => {
				const { labels } = await editionIndex(current.edition as NonNullable<typeof current.edition>);
				return { current, labels };
			})
	);
	const together = await neighboursTogether(vocabularies, text);
	const isKnown = (run: string) =>
		together.has(run) || (!JOINING.has(run) && vocabularies.some(({ labels }) => isLabel(labels, run)));
	const parts = partsOfText(text, isKnown).filter(({ text: part }) => !JOINING.has(part));
	const distinct = [...new Map(parts.map((part) => [part.text, part])).values()].slice(0, 3 * MOST_PARTS);
	const told = await Promise.all(
		distinct.map(async ({ text: part, isKnown: isOne }) => {
			const said = await Promise.all(vocabularies.map((vocabulary) => saying(vocabulary, part)));
			if (!isOne && !said.some(({ telling }) => telling >= LEAST_TELLING)) return [];
			const lanes = await lookupInIndexes(person, codes, part, 1);
			const indexes = codes.flatMap((code) => {
				const match = lanes.find((lane) => lane.code === code)?.matches[0];
				const label = match && saysIt(match.tier) ? match.heading.label : undefined;
				const records = said.find((one) => one.code === code)?.records ?? 0;
				return label === undefined && records === 0
					? []
					: [{ code, ...(label !== undefined && { label }), records }];
			});
			return indexes.length > 0 ? [{ text: part, indexes }] : [];
		})
	);
	return told.flat().slice(0, MOST_PARTS);
}

async function saying({ current }: Vocabulary, part: string) {
	const { edition, index } = current;
	if (!edition) return { code: index.code, records: 0, telling: 0 };
	const { of, isWhole, headings } = await entryVocabularyOf(current, await editionIndex(edition), part);
	return { code: index.code, records: isWhole ? of : 0, telling: isWhole ? (headings[0]?.score ?? 0) : 0 };
}

/** Pairs of neighbours that stand side by side in the records of some index far oftener than by chance. */
async function neighboursTogether(
	vocabularies: readonly Vocabulary[],
	text: string
): Promise<ReadonlySet<string>> {
	const words = wordsOf(fold(text));
	const isIdea = (word: string | undefined): word is string =>
		word !== undefined && !isFunctionWord(word) && !JOINING.has(word);
	const pairs = words.flatMap((first, i) =>
		isIdea(first) && isIdea(words[i + 1]) ? [[first, words[i + 1]] as const] : []
	);
	if (pairs.length === 0) return new Set();
	const leafOf = (text: string) => ({ kind: 'word', text, capitals: false, field: 'keywords' }) as const;
	const known = await Promise.all(
		vocabularies
			.filter(({ current }) => current.index.records > 0)
			.map(async ({ current }) => {
				const sets = setsOf(current.index);
				const loaded = await sets.load([...new Set(pairs.flat())].map(leafOf));
				// To find a pair side by side, every record that has both is read: only where there may be enough of them.
				const likely = pairs.flatMap(([first, second]) => {
					const [one, other] = [loaded.of(leafOf(first)), loaded.of(leafOf(second))];
					const least = Math.max(LEAST_TOGETHER, SHARE_TOGETHER * Math.min(one.size, other.size));
					return one.andSize(other) >= least ? [{ pair: `${first} ${second}`, least }] : [];
				});
				const counts = await sets.countWords(likely.map(({ pair }) => leafOf(pair)));
				return likely.flatMap(({ pair, least }, i) => (counts[i] >= least ? [pair] : []));
			})
	);
	return new Set(known.flat());
}
