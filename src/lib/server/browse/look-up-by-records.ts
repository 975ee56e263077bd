/** Look-up by what records say, beside labels and together with them. */
import { fused } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { contentWords, fold } from '../../../core/text';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { entryVocabularyOf, type RecordsSaying, type SpokenFor } from './records-saying';
import { headingCounts, type HeadingCounts } from './heading-counts';
import { type LaneAnswer, lanes, type LookupMatch, matchedHeading, type RecordsEvidence } from './look-up';

/** Headings that records speak for, in one list. */
const MOST_SPOKEN = 100;
/** In a lane. */
const MOST_IN_LANE = 8;
/** Characters of what is typed. */
const LONGEST = 500;

function refuseLong(query: string): void {
	if (query.length > LONGEST)
		throw new ServiceError(422, 'too-long', `What is looked up can be ${LONGEST} characters long.`);
}

/**
 * Looks a word up in one index, by labels and by records in one list: see `fused`.
 * @param withRecords whether records are asked at all
 */
export async function lookupInIndex(
	person: Person | undefined,
	code: string,
	query: string,
	limit: number,
	withRecords = true
): Promise<LaneAnswer> {
	allow(person, 'read');
	refuseLong(query);
	const indexes = await currentIndexes();
	const current = indexes.find(({ index }) => index.code === code);
	if (!current) throw new ServiceError(404, 'no-index', `There is no subject index “${code}”.`);
	const [[lane], said] = await Promise.all([
		lanes([current], indexes, query, Math.max(limit, withRecords ? MOST_SPOKEN : 0)),
		withRecords ? saidIn(current, query) : undefined
	]);
	return { ...lane, matches: joined(lane.matches, said, query).slice(0, limit) };
}

function joined(byLabel: LookupMatch[], said: SaidIn | undefined, query: string): LookupMatch[] {
	if (!said || said.found.headings.length === 0) return byLabel;
	const { found, index, counts } = said;
	const spoken = found.headings.slice(0, MOST_SPOKEN);
	// One heading may come by several compound entry terms.
	const labelled = byLabel.flatMap((match) => {
		const heading = index.find(match.heading.id);
		return heading === undefined || match.tier === 'records' ? [] : [{ heading, tier: match.tier, match }];
	});
	const matchOf = new Map(labelled.map(({ heading, match }) => [heading, match]));
	const spokenOf = new Map(spoken.map((one) => [one.heading, one]));
	return fused(labelled, spoken, contentWords(fold(query)).length).map((heading) => {
		const one = spokenOf.get(heading);
		const match = matchOf.get(heading);
		if (!one) return match as LookupMatch;
		return match ? { ...match, evidence: evidenceOf(one, found) } : byRecords(one, said, counts);
	});
}

interface SaidIn {
	index: EditionIndex;
	counts: HeadingCounts | undefined;
	found: RecordsSaying;
}

async function saidIn(current: CurrentIndex, query: string): Promise<SaidIn | undefined> {
	if (!current.edition) return undefined;
	const index = await editionIndex(current.edition);
	const [found, counts] = await Promise.all([
		entryVocabularyOf(current, index, query),
		headingCounts(current)
	]);
	return { index, counts, found };
}

const evidenceOf = ({ on, of, lift }: SpokenFor, { words }: RecordsSaying): RecordsEvidence => ({
	on,
	of,
	lift,
	words
});

function byRecords(one: SpokenFor, { index, found }: SaidIn, counts: HeadingCounts | undefined): LookupMatch {
	const heading = matchedHeading(index, one.heading, counts);
	return {
		heading,
		tier: 'records',
		matched: { text: heading.label, kind: 'records' },
		evidence: evidenceOf(one, found)
	};
}

/** What the records of one index say of what was typed. */
export interface LaneRecords {
	code: string;
	/** How many records say it, or what is left of it. */
	of: number;
	words: string[];
	isWhole: boolean;
	matches: LookupMatch[];
}

/** What the records of several indexes say of what was typed, the headings best first; all are asked at the same time. */
export async function spokenInIndexes(
	person: Person | undefined,
	codes: readonly string[],
	query: string
): Promise<LaneRecords[]> {
	allow(person, 'read');
	refuseLong(query);
	const indexes = await currentIndexes();
	return Promise.all(
		codes.map(async (code) => {
			const current = indexes.find(({ index }) => index.code === code);
			const said = current && (await saidIn(current, query));
			if (!said) return { code, of: 0, words: [], isWhole: false, matches: [] };
			const { of, words, isWhole, headings } = said.found;
			return {
				code,
				of,
				words,
				isWhole,
				matches: headings
					.filter(({ heading }) => said.index.retired[heading] === 0)
					.slice(0, MOST_IN_LANE)
					.map((one) => byRecords(one, said, said.counts))
			};
		})
	);
}
