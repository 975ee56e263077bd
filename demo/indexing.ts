/** How an index of the demo describes a work: its headings as a busy indexer would choose them, its limits, its citation. */
import type { CslItem } from '../src/core/evidence/citation';
import type { DraftTagging } from '../src/core/formats/record-draft';
import { PUBLISHERS, SOURCES } from './people';
import type { Chance } from './random';
import type { Shelf } from './shelf';
import type { IndexCode } from './themes';
import type { Work } from './works';

/** Headings that works about the whole of the first question have more often than others, and that no word of it leads to. */
export const UNFORESEEN: Partial<Record<IndexCode, string[]>> = {
	yarrow: ['Bays, Shared', 'Quiet Rooms, Patient', 'Doors and Door Closers', 'Crowding, Ward', 'Corridors'],
	bracken: ['Listening', 'Class size'],
	alder: ['Doors', 'Partitions (Movable)']
}; // prettier-ignore

/** The headings an indexer gives a work: the main ones first, some a step too broad, some left out. */
export function taggingsOf(chance: Chance, work: Work, shelf: Shelf, hasChief: boolean): DraftTagging[] {
	const labels: string[] = [];
	for (const { headings } of work.subjects) {
		const own = headings[shelf.code] ?? [];
		if (own.length === 0 || chance.is(0.1)) continue;
		const label = chance.favouring(own, 1.6);
		labels.push(chance.is(0.08) ? (shelf.entry(label).parent ?? label) : label);
		if (own.length > 1 && chance.is(0.25)) labels.push(chance.of(own));
	}
	// Beside what the work is about come headings from around it, now and then one from elsewhere.
	for (let i = chance.number(1, 3); i > 0; i--) {
		const near = labels.length > 0 && chance.is(0.85) ? shelf.near(chance.of(labels)) : [];
		labels.push(
			near.length > 0
				? chance.of(near)
				: (chance.favouring(shelf.subjects, 1.2).headings[shelf.code] ?? [])[0]
		);
	}
	// Works about the whole of the first question are given some headings that nobody would look for first.
	if (work.subjects.length >= 5)
		for (const label of UNFORESEEN[shelf.code] ?? []) if (chance.is(0.4)) labels.push(label);
	const uris = new Set<string>();
	return labels.flatMap((label, i): DraftTagging[] => {
		const used = shelf.inYear(label, work.year);
		const uri = shelf.uri(used);
		if (uris.has(uri)) return [];
		uris.add(uri);
		const { aspects } = shelf.entry(used);
		return [
			{
				uri,
				label: used,
				chief: hasChief && chance.is(i === 0 ? 0.85 : i === 1 ? 0.4 : 0.08),
				...(aspects.length > 0 && chance.is(0.5) && { aspect: chance.favouring(aspects) })
			}
		];
	});
}

/** What else a record says of its work, in every index: whether it comes with pictures, tables or data. */
const comesWith = (chance: Chance): Record<string, string[]> =>
	chance.is(0.7)
		? { 'oak.comesWith': chance.some(['pictures', 'tables', 'tables', 'data'], chance.number(1, 2)) }
		: {};

/** Limits, for the part of the records that somebody labelled. */
const LABELLED: Record<IndexCode, (chance: Chance, work: Work) => Record<string, string[]>> = {
	bracken: (chance) => ({
		...(chance.is(0.72) && { 'oak.schoolStage': chance.some(['early years', 'primary', 'lower secondary', 'upper secondary', 'higher', 'adult'], chance.is(0.25) ? 2 : 1) }),
		...(chance.is(0.5) && { 'oak.writtenFor': [chance.favouring(['teachers', 'researchers', 'school leaders', 'parents', 'policy makers'], 1.5)] })
	}),
	sorrel: (chance, { people }) => ({
		...(chance.is(0.7) && { 'oak.ageBand': chance.some(['birth to 5', '6 to 12', '13 to 17', '18 to 64', '65 and older'], chance.is(0.2) ? 2 : 1) }),
		...(chance.is(0.8) && { 'oak.tookPart': [chance.favouring(['people', 'people in care', 'animals', 'computer models'], 2.5)] }),
		...(chance.is(0.6) && { 'oak.studyDesign': [chance.favouring(['experiment', 'survey', 'follow-up study', 'interview study', 'review'], 1.4)] }),
		...(chance.is(0.55) && { 'oak.participants': [String(people)] })
	}),
	yarrow: (chance) => ({
		...(chance.is(0.75) && { 'oak.placeOfCare': [chance.favouring(['hospital ward', 'intensive care', 'nursing home', 'day care', 'home'], 1.5)] }),
		...(chance.is(0.65) && { 'oak.ageBand': chance.some(['children', 'adults', 'older adults'], chance.is(0.3) ? 2 : 1) }),
		...(chance.is(0.9) && { 'oak.wherePublished': [chance.favouring(['Europe', 'North America', 'Asia', 'Australasia', 'South America', 'Africa'], 1.6)] }),
		...(chance.is(0.35) && { 'oak.shift': chance.is(0.2) ? ['day', 'night'] : [chance.of(['day', 'night'])] })
	}),
	alder: (chance) => ({
		...(chance.is(0.8) && { 'oak.kindOfWork': chance.some(['measured', 'modelled', 'surveyed'], chance.is(0.2) ? 2 : 1) }),
		...(chance.is(0.6) && { 'oak.buildingType': [chance.of(['school', 'hospital', 'office', 'dwelling', 'concert hall', 'laboratory'])] })
	})
}; // prettier-ignore

/** Where a work came out, as its kind has it. */
function cameOutIn(chance: Chance, { type, authors }: Work, code: IndexCode): Partial<CslItem> {
	const { journals, proceedings, magazines, books } = SOURCES[code];
	switch (type) {
		case 'paper-conference':
			return { 'container-title': chance.favouring(proceedings, 1.5) };
		case 'article-magazine':
		case 'article-newspaper':
			return { 'container-title': chance.of(magazines) };
		case 'chapter':
			return { 'container-title': chance.of(books), publisher: chance.of(PUBLISHERS) };
		case 'book':
			return { publisher: chance.of(PUBLISHERS) };
		case 'thesis':
		case 'report':
			return { publisher: authors[0].affiliation };
		default:
			return { 'container-title': chance.favouring(journals, 1.5) };
	}
}

/** Where the authors work: each place once, and for each author its number in that list. */
function affiliationsOf({ authors }: Work) {
	const affiliations = [...new Set(authors.map(({ affiliation }) => affiliation))];
	return {
		affiliations,
		affiliationsOfAuthors: authors.map(({ affiliation }) => [affiliations.indexOf(affiliation)])
	};
}

/** The citation as one index has it; now and then with a fault such as exports have. */
export function citationOf(
	chance: Chance,
	work: Work,
	code: IndexCode,
	key: string,
	isFirst: boolean
): CslItem {
	const isArticle = ['article-journal', 'review', 'article-magazine', 'article-newspaper'].includes(
		work.type
	);
	const initials = chance.is(isFirst ? 0.1 : 0.5);
	const shouted = chance.is(0.01);
	const isJumbled = chance.is(0.01);
	const year = !isFirst && chance.is(0.06) ? work.year - 1 : work.year;
	const keepsDoi = work.doi !== undefined && (isFirst || chance.is(0.8));
	const names = work.authors.map(({ name }) => name);
	return {
		id: key,
		type: work.type,
		title: shouted
			? work.title.toUpperCase()
			: !isFirst && chance.is(0.3)
				? work.title.replace(': ', ' – ')
				: work.title,
		author: isJumbled
			? [{ literal: names.map(({ family, given }) => `${family}, ${given}`).join('; ') }]
			: names.map(({ family, given }) => ({
					family,
					given: initials ? (given ?? '').replace(/(\p{L})\p{L}+/gu, '$1.') : given
				})),
		...cameOutIn(chance, work, code),
		...(chance.is(0.004) ? {} : { issued: { 'date-parts': [[year]] } }),
		...(isArticle && { volume: work.volume, issue: work.issue }),
		...(chance.is(0.96) && { page: chance.is(0.01) ? work.page.split('-').reverse().join('-') : work.page }),
		...(keepsDoi && { DOI: work.doi }),
		...(work.abstract !== '' && (isFirst || chance.is(0.85)) && { abstract: work.abstract }),
		language: work.language,
		...(work.keywords.length > 0 && { keyword: [...new Set(work.keywords)].join('; ') }),
		custom: {
			...(work.hasAffiliations &&
				(isJumbled ? { affiliations: affiliationsOf(work).affiliations } : affiliationsOf(work))),
			...(work.funders.length > 0 && { funders: work.funders }),
			...(isArticle && chance.is(0.9) && { peerReviewed: work.type === 'article-journal' && chance.is(0.93) })
		}
	};
}

/** The limits that a record carries. */
export const limitsOf = (chance: Chance, work: Work, code: IndexCode): Record<string, string[]> => ({
	...LABELLED[code](chance, work),
	...comesWith(chance)
});
