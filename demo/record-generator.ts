/**
 * The demo's records: about 18,000 in four indexes, the same every time. A work is thought up first (what it is about,
 * who wrote it, where it came out); then each index that takes it in describes it in its own way: with its headings, as a
 * busy indexer would choose them, its limits, and a citation that differs a little from the others'.
 *
 * This file is long: sentences and the rules that choose them are read side by side.
 */
import type { CslItem, CslName } from '../src/core/evidence/citation';
import type { DraftTagging, RecordDraft } from '../src/core/formats/record-draft';
import { uninvert } from '../src/core/text';
import { AFFILIATIONS, FAMILIES, FUNDERS, GIVEN, PUBLISHERS, SOURCES } from './people';
import { Chance } from './random';
import { THEMES, themeNamed, type IndexCode, type Theme } from './themes';
import { demoUri, type Entry, type TextVocabulary } from './vocabulary-text';

export interface DemoRecord extends RecordDraft {
	/** It is not there yet when the demo opens, and comes in later. */
	later: boolean;
	/** Number of the work, the same in every index that has it. */
	work: number;
}

/** Records of each index, those that come later left out. */
const SIZES: Record<IndexCode, number> = { bracken: 4_000, sorrel: 5_000, yarrow: 5_000, alder: 4_000 };
const CODES = Object.keys(SIZES) as IndexCode[];
/** Of the works about a theme, which are about half of all: so 12 % of all works stand in several indexes. */
const SHARED = 0.255;
const FIRST_YEAR = 1985;
const LAST_YEAR = 2026;

/** Something a work is about: its words, and the headings each index has for it. */
interface Subject {
	phrases: readonly string[];
	headings: Partial<Record<IndexCode, readonly string[]>>;
	theme?: Theme;
}

interface Work {
	number: number;
	subjects: Subject[];
	year: number;
	title: string;
	abstract: string;
	authors: CslName[];
	affiliations: string[];
	funders: string[];
	type: string;
	language: string;
	volume: number;
	issue: number;
	page: string;
	doi: string | undefined;
	keywords: string[];
	people: number;
}

/** A vocabulary as the indexers of the demo use it. */
class Shelf {
	private readonly byLabel: Map<string, Entry>;
	readonly subjects: Subject[];

	constructor(
		readonly code: IndexCode,
		{ entries }: TextVocabulary
	) {
		this.byLabel = new Map(entries.map((entry) => [entry.label, entry]));
		this.subjects = entries
			.filter(({ retired }) => retired === undefined)
			.map((entry) => ({
				phrases: [
					...entry.terms.filter(({ lang }) => lang === 'en').map(({ text }) => text),
					spoken(entry.label)
				].map(lowered),
				headings: { [code]: [entry.label] }
			}));
	}

	entry(label: string): Entry {
		const entry = this.byLabel.get(label);
		if (!entry) throw new Error(`${this.code} has no heading “${label}”.`);
		return entry;
	}

	/** The heading as it was used in a year: one introduced later gives way to what came before it. */
	inYear(label: string, year: number): string {
		const entry = this.entry(label);
		const [before] = entry.predecessors;
		return Number(entry.introduced ?? 0) > year && before !== undefined ? before : label;
	}

	uri(label: string): string {
		const entry = this.entry(label);
		return demoUri(this.code, entry.name ?? entry.label);
	}
}

/** "Bays, Shared" as it is said, without what tells homographs apart. */
const spoken = (label: string) => uninvert(label.replace(/\s*\([^)]*\)$/, ''));
/** In the middle of a sentence; what is written in capitals stays so. */
const lowered = (text: string) =>
	text.replace(/(?<![\p{L}’'-])\p{Lu}(?=\p{Ll})/gu, (letter) => letter.toLowerCase());
const sentence = (text: string) => text[0].toUpperCase() + text.slice(1);

const SETTINGS: Record<IndexCode, string[]> = {
	bracken: ['primary schools', 'open-plan classrooms', 'a rural school district', 'secondary schools', 'school libraries', 'after-school clubs', 'a teacher training college'],
	sorrel: ['the laboratory', 'a large sample of adults', 'two age groups', 'everyday settings', 'university students', 'an online panel'],
	yarrow: ['surgical wards', 'a day hospital', 'intensive care', 'nursing homes', 'rehabilitation wards', 'a children’s ward', 'four-bed bays'],
	alder: ['a test chamber', 'refurbished buildings', 'a sample of lecture rooms', 'modular classrooms', 'office floors', 'a hospital under construction']
}; // prettier-ignore

const PEOPLE = [
	'those who work there',
	'staff',
	'families',
	'visitors',
	'planners',
	'beginners',
	'experienced teams'
];

const DESIGNS = ['a field study', 'a controlled comparison', 'a survey', 'a two-year follow-up', 'a review of the evidence', 'an interview study', 'a pilot trial', 'measurements before and after', 'a case study']; // prettier-ignore

const TITLES: ((chance: Chance, a: string, b: string, c: string, setting: string) => string)[] = [
	(chance, a, b, _, setting) => `${sentence(a)} and ${b} in ${setting}: ${chance.of(DESIGNS)}`,
	(_, a, b, c, setting) => `Does ${a} change ${b} for ${c}? Evidence from ${setting}`,
	(_, a, b, c) => `${sentence(b)} under ${a}: what we learn from ${c}`,
	(chance, a, b, _, setting) => `The bearing of ${a} on ${b}: ${chance.of(DESIGNS)} in ${setting}`,
	(_, a, b, c, setting) => `${sentence(a)}, ${b} and ${c} in ${setting}`,
	(chance, a, b) =>
		`Rethinking ${a}: ${chance.of(['lessons for', 'consequences for', 'a new account of'])} ${b}`,
	(chance, a, _, c, setting) => `${sentence(a)} as seen by ${c}: ${chance.of(DESIGNS)} from ${setting}`,
	(_, a, b) => `From ${a} to ${b}`
];

type Words = (subject: number) => string;
const OPENINGS: ((word: Words, chance: Chance) => string)[] = [
	(word) => `Little is known of how ${word(0)} bears on ${word(1)}.`,
	(word) => `Those who plan such places often name ${word(0)} first, yet ${word(1)} has been studied more.`,
	(word) => `Complaints about ${word(0)} are common; what they mean for ${word(1)} is less clear.`,
	(word, chance) =>
		`For ${chance.number(2, 6)} decades ${word(1)} has been explained without regard to ${word(0)}.`
];
const METHODS: ((word: Words, chance: Chance, people: number, setting: string) => string)[] = [
	(word, chance, people, setting) => `We followed ${people} participants in ${setting} over ${chance.number(3, 40)} weeks and recorded ${word(0)} together with ${word(1)}.`,
	(word, chance, people, setting) => `In ${setting}, ${people} people took part; ${word(0)} was varied while ${word(1)} was recorded on ${chance.number(2, 9)} days.`,
	(word, chance, people) => `A questionnaire on ${word(0)} and ${word(1)} was answered by ${people} people, ${chance.number(31, 78)} per cent of those asked.`,
	(word, _, people, setting) => `Interviews with ${people} people from ${setting} were read for what they say of ${word(0)}, ${word(1)} and ${word(2)}.`
]; // prettier-ignore
const FINDINGS: ((word: Words, chance: Chance) => string)[] = [
	(word, chance) => `Where ${word(0)} was worst, ${word(1)} fell by ${chance.number(4, 37)} per cent.`,
	(word, chance) =>
		`A change in ${word(2)} explained ${chance.number(6, 44)} per cent of the difference in ${word(1)}.`,
	(word) =>
		`No lasting effect of ${word(0)} on ${word(1)} was found, although ${word(2)} mattered more than expected.`,
	(word, chance) =>
		`Both ${word(0)} and ${word(2)} were tied to ${word(1)}, most of all in the first ${chance.number(2, 8)} weeks.`
];
const ENDINGS: ((word: Words) => string)[] = [
	(word) => `The findings speak for taking ${word(2)} into account from the start.`,
	(word) => `We discuss what this asks of those responsible for ${word(1)}.`,
	(word) => `Further work should tell ${word(0)} apart from ${word(2)}.`,
	() => 'Limits of the study and questions for practice are discussed.'
];

const KINDS: [type: string, weight: number][] = [
	['article-journal', 74],
	['paper-conference', 8],
	['report', 5],
	['thesis', 4],
	['chapter', 4],
	['book', 2],
	['review', 1],
	['article-magazine', 1],
	['article-newspaper', 1]
];

function weighted(chance: Chance, choices: readonly [string, number][]): string {
	let left = chance.number(
		1,
		choices.reduce((sum, [, weight]) => sum + weight, 0)
	);
	for (const [value, weight] of choices) if ((left -= weight) <= 0) return value;
	return choices[0][0];
}

/** What a work is about: half are drawn from the themes of the gold crosswalk, the others from all headings. */
function subjectsOf(chance: Chance, home: Shelf): Subject[] {
	const asSubject = (theme: Theme): Subject => ({ phrases: theme.phrases, headings: labelsOf(theme), theme });
	// Some works are about the whole of the demo's first question.
	if (chance.is(0.05)) {
		const core = [
			'room acoustics and noise',
			'attention',
			'sleep and rest',
			'pupils and patients',
			'design measures'
		];
		const subjects = core.map((name) => asSubject(themeNamed(name)));
		if (chance.is(0.08)) subjects.push(asSubject(themeNamed('outdoor traffic noise')));
		return subjects;
	}
	if (chance.is(0.45)) {
		const here = THEMES.filter(({ indexes }) => indexes.includes(home.code));
		const of = (...parts: Theme['part'][]) => here.filter(({ part }) => parts.includes(part));
		const chosen = [
			chance.favouring(of('cause', 'measure'), 1.4),
			chance.of(of('outcome').length > 0 ? of('outcome') : here),
			chance.of(of('people', 'measure'))
		];
		return [...new Set(chosen)].map(asSubject).concat(chance.is(0.35) ? [chance.of(home.subjects)] : []);
	}
	return chance.some(home.subjects, chance.number(2, 4));
}

const labelsOf = (theme: Theme) =>
	Object.fromEntries(CODES.map((code) => [code, theme.gold[code].map(({ heading }) => heading)]));

function thinkUp(chance: Chance, number: number, year: number, home: Shelf): Work {
	const subjects = subjectsOf(chance, home);
	// Nobody uses one word throughout.
	const word: Words = (i) => chance.favouring(subjects[i % subjects.length].phrases, 1.5);
	const setting = chance.of(SETTINGS[home.code]);
	const people = chance.number(8, chance.is(0.1) ? 4_000 : 320);
	const who = subjects.find(({ theme }) => theme?.part === 'people');
	const seenBy = who ? chance.favouring(who.phrases, 1.5) : chance.of(PEOPLE);
	const title = chance.of(TITLES)(chance, word(0), word(1), seenBy, setting);
	const sentences = [
		chance.of(OPENINGS)(word, chance),
		chance.of(METHODS)(word, chance, people, setting),
		chance.of(FINDINGS)(word, chance),
		...(subjects.length > 3 ? [`${sentence(word(3))} and ${word(4)} were looked at as well.`] : []),
		...(chance.is(0.7) ? [chance.of(ENDINGS)(word)] : [])
	];
	const authors = Array.from({ length: chance.favouring([2, 3, 1, 4, 5, 6, 9], 1.6) }, () => ({
		family: chance.favouring(FAMILIES, 1.7),
		given: chance.is(0.5) ? chance.of(GIVEN) : `${chance.of(GIVEN)} ${chance.of(GIVEN)[0]}.`
	}));
	const start = chance.number(1, 900);
	return {
		number,
		subjects,
		year,
		title,
		abstract: chance.is(0.93) ? sentences.join(' ') : '',
		authors: authors.filter((one, i) => authors.findIndex(({ family }) => family === one.family) === i),
		affiliations: chance.is(0.85) ? chance.some(AFFILIATIONS, chance.number(1, 2)) : [],
		funders: chance.is(0.3) ? [chance.favouring(FUNDERS)] : [],
		type: weighted(chance, KINDS),
		language: weighted(chance, home.code === 'bracken' ? [['en', 84], ['es', 14], ['pt', 2]] : [['en', 92], ['de', 3], ['fr', 3], ['es', 2]]), // prettier-ignore
		volume: Math.max(1, year - 1980 + chance.number(-3, 12)),
		issue: chance.number(1, 6),
		page: `${start}-${start + chance.number(4, 28)}`,
		doi:
			year >= 1999 && chance.is(0.85)
				? `10.${chance.number(58_000, 58_040)}/om.${year}.${number}`
				: undefined,
		keywords: chance.is(0.6) ? subjects.map((_, i) => word(i)) : [],
		people
	};
}

/** The headings an indexer gives a work: the main ones first, some a step too broad, some left out. */
function taggingsOf(chance: Chance, work: Work, shelf: Shelf, hasChief: boolean): DraftTagging[] {
	const labels: string[] = [];
	for (const { headings } of work.subjects) {
		const own = headings[shelf.code] ?? [];
		if (own.length === 0 || chance.is(0.1)) continue;
		const label = chance.favouring(own, 1.6);
		labels.push(chance.is(0.08) ? (shelf.entry(label).parent ?? label) : label);
		if (own.length > 1 && chance.is(0.25)) labels.push(chance.of(own));
	}
	// Beside what the work is about come headings for its surroundings, related or narrower ones among them.
	for (let i = chance.number(1, 3); i > 0; i--) {
		const near = labels.length > 0 && chance.is(0.6) ? shelf.entry(chance.of(labels)).related : [];
		labels.push(
			near.length > 0
				? chance.of(near)
				: (chance.favouring(shelf.subjects, 1.2).headings[shelf.code] ?? [])[0]
		);
	}
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

/** The citation as one index has it; now and then with a fault such as exports have. */
function citationOf(chance: Chance, work: Work, code: IndexCode, key: string, isFirst: boolean): CslItem {
	const isArticle = ['article-journal', 'review', 'article-magazine', 'article-newspaper'].includes(
		work.type
	);
	const initials = chance.is(isFirst ? 0.1 : 0.5);
	const shouted = chance.is(0.01);
	const year = !isFirst && chance.is(0.06) ? work.year - 1 : work.year;
	const keepsDoi = work.doi !== undefined && (isFirst || chance.is(0.8));
	return {
		id: key,
		type: work.type,
		title: shouted
			? work.title.toUpperCase()
			: !isFirst && chance.is(0.3)
				? work.title.replace(': ', ' – ')
				: work.title,
		author: chance.is(0.01)
			? [{ literal: work.authors.map(({ family, given }) => `${family}, ${given}`).join('; ') }]
			: work.authors.map(({ family, given }) => ({
					family,
					given: initials ? (given ?? '').replace(/(\p{L})\p{L}+/gu, '$1.') : given
				})),
		...(isArticle || work.type === 'paper-conference'
			? { 'container-title': chance.favouring(SOURCES[code], 1.5) }
			: { publisher: chance.of(PUBLISHERS) }),
		...(chance.is(0.004) ? {} : { issued: { 'date-parts': [[year]] } }),
		...(isArticle && { volume: work.volume, issue: work.issue }),
		...(chance.is(0.96) && { page: chance.is(0.01) ? work.page.split('-').reverse().join('-') : work.page }),
		...(keepsDoi && { DOI: work.doi }),
		...(work.abstract !== '' && (isFirst || chance.is(0.85)) && { abstract: work.abstract }),
		language: work.language,
		...(work.keywords.length > 0 && { keyword: [...new Set(work.keywords)].join('; ') }),
		custom: {
			...(work.affiliations.length > 0 && { affiliations: work.affiliations }),
			...(work.funders.length > 0 && { funders: work.funders }),
			...(isArticle && chance.is(0.9) && { peerReviewed: work.type === 'article-journal' && chance.is(0.93) })
		}
	};
}

/** Records of the same index about the same thing, the latest last, from which references are drawn. */
class Cited {
	private readonly bySubject = new Map<string, string[]>();

	/** Keys of earlier records to refer to; then the record itself may be referred to. */
	draw(chance: Chance, code: IndexCode, key: string, taggings: readonly DraftTagging[]): string[] {
		const cites = new Set<string>();
		for (const { uri } of taggings.slice(0, 3)) {
			const earlier = this.bySubject.get(`${code} ${uri}`) ?? [];
			for (let i = chance.number(0, 4); i > 0 && earlier.length > 0; i--)
				cites.add(
					earlier[earlier.length - 1 - Math.floor((earlier.length * chance.number(0, 99) ** 2) / 10_000)]
				);
			this.bySubject.set(`${code} ${uri}`, [...earlier.slice(-200), key]);
		}
		return [...cites];
	}
}

/**
 * All records of the demo, by index, in the order in which they were published. The same for the same vocabularies.
 * @param vocabularies as they are written by hand
 * @param hasChief whether an index marks chief headings
 */
export function generateRecords(
	vocabularies: Record<IndexCode, TextVocabulary>,
	hasChief: (code: IndexCode) => boolean
): Record<IndexCode, DemoRecord[]> {
	const chance = new Chance(1_985);
	const shelves = new Map(CODES.map((code) => [code, new Shelf(code, vocabularies[code])]));
	const shelf = (code: IndexCode) => shelves.get(code) as Shelf;
	const made: Record<IndexCode, DemoRecord[]> = { bracken: [], sorrel: [], yarrow: [], alder: [] };
	const cited = new Cited();
	const total = CODES.reduce((sum, code) => sum + SIZES[code], 0);
	// Each year has somewhat more than the one before.
	const span = LAST_YEAR - FIRST_YEAR;
	const yearAt = (part: number) =>
		Math.min(LAST_YEAR, FIRST_YEAR + Math.floor((span + 1) * Math.sqrt(0.02 + part * 0.98)));
	let placed = 0;
	const room = () => CODES.filter((code) => made[code].length < SIZES[code]);
	const take = (work: Work, code: IndexCode, isFirst: boolean, later: boolean) => {
		const key = `${code[0].toUpperCase()}-${String(made[code].length + 1).padStart(5, '0')}`;
		const taggings = taggingsOf(chance, work, shelf(code), hasChief(code));
		made[code].push({
			key,
			item: citationOf(chance, work, code, key, isFirst),
			limits: LABELLED[code](chance, work),
			taggings,
			cites: cited.draw(chance, code, key, taggings),
			later,
			work: work.number
		});
		placed++;
	};
	const homeOf = () => {
		const open = room();
		// The index that is furthest behind its share, most of the time, so that all are filled evenly.
		const behind = [...open].sort((a, b) => made[a].length / SIZES[a] - made[b].length / SIZES[b])[0];
		return chance.is(0.5) ? behind : chance.of(open);
	};
	for (let number = 1; placed < total; number++) {
		const home = homeOf();
		const work = thinkUp(chance, number, yearAt(placed / total), shelf(home));
		take(work, home, true, false);
		if (!chance.is(SHARED) || !work.subjects.some(({ theme }) => theme)) continue;
		const others = chance.some(
			room().filter((code) => code !== home),
			chance.is(0.2) ? 2 : 1
		);
		for (const code of others) take(work, code, false, false);
	}
	for (let number = 90_001; number <= 90_240; number++) {
		const home = chance.of(CODES);
		take(thinkUp(chance, number, LAST_YEAR, shelf(home)), home, true, true);
	}
	return made;
}
