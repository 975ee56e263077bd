/** What the records of an index say for its headings: works tagged in other indexes too, and records with some words. */
import type { FromRecords, SaidTogether, TaggedTogether } from '../../../core/crosswalk';
import { evaluate, headingExpression, leavesOf, RecordSet, type HeadingTest } from '../../../core/search';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { CurrentIndex } from '../vocabulary';
import { entryVocabularyOf } from '../browse';
import {
	countTaggings,
	systematicSample,
	type IndexSets,
	pairsOfWorks,
	searchVocabulary,
	setsOf
} from '../records';

export interface PickedIn {
	current: CurrentIndex;
	picks: readonly HeadingTest[];
}

/**
 * Both kinds of evidence, each where it can be had.
 * @param texts the concept's name and its words: what records say of each
 * @param elsewhere what is picked for the concept in other indexes
 * @param parts of the concept's name
 */
export async function recordEvidence(
	current: CurrentIndex,
	index: EditionIndex,
	texts: readonly string[],
	elsewhere: readonly PickedIn[],
	parts: readonly string[] = []
): Promise<FromRecords> {
	if (current.index.records === 0) return {};
	const [association, coTagging] = await Promise.all([
		saidOf(current, index, texts, parts),
		withPicks(current, index, elsewhere)
	]);
	return { ...(association && { association }), ...(coTagging && { coTagging }) };
}

/** Of each text no more headings than this are looked at. */
const MOST_SAID = 60;

async function saidOf(
	current: CurrentIndex,
	index: EditionIndex,
	texts: readonly string[],
	parts: readonly string[]
): Promise<SaidTogether[] | undefined> {
	const plain = [...new Set([...texts, ...parts].map((text) => text.replace(/[*?]/g, '')))];
	const said = await Promise.all(plain.map((text) => entryVocabularyOf(current, index, text)));
	if (!said.some(({ of }) => of > 0)) return undefined;
	return said.flatMap(({ headings }, i) =>
		headings.slice(0, MOST_SAID).map(({ heading, on, of, lift, score, weight, share }) => ({
			heading,
			text: plain[i],
			...(!texts.includes(plain[i]) && parts.includes(plain[i]) && { isPart: true }),
			on,
			of,
			lift,
			score,
			weight,
			share
		}))
	);
}

async function withPicks(
	current: CurrentIndex,
	index: EditionIndex,
	elsewhere: readonly PickedIn[]
): Promise<TaggedTogether[] | undefined> {
	const sets = setsOf(current.index);
	const others = elsewhere.filter(({ current: other, picks }) => picks.length > 0 && other.index.records > 0);
	const parts = await Promise.all(
		others.map(async ({ current: other, picks }) => {
			const expressions = picks.map(headingExpression);
			const there = setsOf(other.index);
			const [pairs, loaded] = await Promise.all([
				sharedWorks(sets, there),
				there.load(leavesOf(expressions), await searchVocabulary(other))
			]);
			const picked = RecordSet.union(expressions.map((expression) => evaluate(expression, loaded)));
			const all = RecordSet.from(pairs.map(({ n }) => n));
			const tagged = RecordSet.from(pairs.flatMap(({ n, other }) => (picked.has(other) ? [n] : [])));
			return { all, tagged };
		})
	);
	const all = RecordSet.union(parts.map((part) => part.all));
	const tagged = RecordSet.union(parts.map((part) => part.tagged));
	if (tagged.size === 0) return undefined;
	const version = others
		.map(({ current: { index: other } }) => `${other.id}.${other.recordsRevision}`)
		.join();
	const counted = systematicSample(tagged.toArray());
	const [inAll, inTagged] = await Promise.all([
		sets.fact(
			`headings of works in ${others.map(({ current: other }) => other.index.code).join()}`,
			() => countTaggings(sets.code, all.toArray()),
			version
		),
		headingsOn(sets, index, counted)
	]);
	const whole = byHeading(index, inAll);
	return Array.from(inTagged, ([heading, a]) => ({
		heading,
		a,
		n: counted.length,
		whole: whole.get(heading) ?? a,
		all: all.size
	}));
}

/** Pairs of records that are of one work, by their numbers in the one index and in the other. */
function sharedWorks(here: IndexSets, there: IndexSets): Promise<{ n: number; other: number }[]> {
	return here.fact(`works in ${there.code}`, () => pairsOfWorks(here.code, there.code), there.version);
}

async function headingsOn(
	sets: IndexSets,
	index: EditionIndex,
	numbers: Uint32Array
): Promise<Map<number, number>> {
	return byHeading(index, await countTaggings(sets.code, numbers));
}

/** By position in the edition; what the edition lacks is left out. */
function byHeading(
	index: EditionIndex,
	rows: readonly { uri: string; count: number }[]
): Map<number, number> {
	return new Map(
		rows.flatMap(({ uri, count }): [number, number][] => {
			const n = index.find(uri);
			return n === undefined ? [] : [[n, count]];
		})
	);
}
