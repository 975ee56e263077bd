/** Works of the demo as they are thought up: what each is about, in sentences, who wrote it and when. */
import { FUNDERS } from './people';
import type { Chance } from './random';
import type { Researcher, Researchers } from './researchers';
import type { Shelf, Subject } from './shelf';
import { INDEX_CODES, THEMES, themeNamed, type IndexCode, type Theme } from './themes';

export interface Work {
	number: number;
	subjects: Subject[];
	year: number;
	title: string;
	abstract: string;
	authors: Researcher[];
	hasAffiliations: boolean;
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

const sentence = (text: string) => text[0].toUpperCase() + text.slice(1);

const SETTINGS: Record<IndexCode, string[]> = {
	bracken: ['primary schools', 'open-plan classrooms', 'a rural school district', 'secondary schools', 'school libraries', 'after-school clubs', 'a teacher training college'],
	sorrel: ['the laboratory', 'a large sample of adults', 'two age groups', 'everyday settings', 'university students', 'an online panel'],
	yarrow: ['surgical wards', 'a day hospital', 'intensive care', 'nursing homes', 'rehabilitation wards', 'a children’s ward', 'four-bed bays'],
	alder: ['a test chamber', 'refurbished buildings', 'a sample of lecture rooms', 'modular classrooms', 'office floors', 'a hospital under construction']
}; // prettier-ignore

const PEOPLE: Record<IndexCode, string[]> = {
	bracken: ['teachers', 'parents', 'school leaders', 'newly qualified teachers', 'class assistants'],
	sorrel: ['volunteers', 'beginners', 'experienced observers', 'two age groups'],
	yarrow: ['ward staff', 'night nurses', 'families at the bedside', 'visitors', 'nursing students'],
	alder: ['planners', 'building owners', 'those who work there', 'site teams']
};

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
	['article-journal', 76],
	['paper-conference', 6],
	['report', 5],
	['thesis', 4],
	['chapter', 4],
	['book', 2],
	['review', 1],
	['article-magazine', 1],
	['article-newspaper', 1]
];

/** Engineers publish much at conferences. */
const ENGINEERING_KINDS: [type: string, weight: number][] = [
	['article-journal', 52],
	['paper-conference', 32],
	['report', 8],
	['thesis', 4],
	['chapter', 2],
	['book', 1],
	['article-magazine', 1]
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
	const asSubject = (theme: Theme): Subject => ({
		phrases: theme.said?.[home.code] ?? theme.phrases,
		headings: labelsOf(theme),
		theme,
		interest: theme.name
	});
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
	return home.together(chance, chance.number(2, 4));
}

const labelsOf = (theme: Theme) =>
	Object.fromEntries(INDEX_CODES.map((code) => [code, theme.gold[code].map(({ heading }) => heading)]));

export function thinkUp(
	chance: Chance,
	number: number,
	year: number,
	home: Shelf,
	researchers: Researchers
): Work {
	const subjects = subjectsOf(chance, home);
	// Nobody uses one word throughout.
	const word: Words = (i) => chance.favouring(subjects[i % subjects.length].phrases, 1.5);
	const setting = chance.of(SETTINGS[home.code]);
	const people = chance.number(8, chance.is(0.1) ? 4_000 : 320);
	const who = subjects.find(({ theme }) => theme?.part === 'people');
	const seenBy = who ? chance.favouring(who.phrases, 1.5) : chance.of(PEOPLE[home.code]);
	const title = chance.of(TITLES)(chance, word(0), word(1), seenBy, setting);
	const sentences = [
		chance.of(OPENINGS)(word, chance),
		chance.of(METHODS)(word, chance, people, setting),
		chance.of(FINDINGS)(word, chance),
		...(subjects.length > 3 ? [`${sentence(word(3))} and ${word(4)} were looked at as well.`] : []),
		...(chance.is(0.7) ? [chance.of(ENDINGS)(word)] : [])
	];
	const type = weighted(chance, home.code === 'alder' ? ENGINEERING_KINDS : KINDS);
	// A thesis is the work of one person, and comes from a school.
	const many = type === 'thesis' ? 1 : type === 'article-newspaper' ? chance.number(1, 2) : chance.favouring([2, 3, 1, 4, 5, 6, 9], 1.6); // prettier-ignore
	const authors = researchers.authorsOf(
		chance,
		home.code,
		subjects.map(({ interest }) => interest),
		many
	);
	const start = chance.number(1, 900);
	return {
		number,
		subjects,
		year,
		title,
		abstract: chance.is(0.93) ? sentences.join(' ') : '',
		authors,
		hasAffiliations: type === 'thesis' || chance.is(0.85),
		funders: chance.is(0.3) ? [chance.favouring(FUNDERS)] : [],
		type,
		language: weighted(chance, home.code === 'bracken' ? [['en', 84], ['es', 14], ['pt', 2]] : [['en', 92], ['de', 3], ['fr', 3], ['es', 2]]), // prettier-ignore
		volume: Math.max(1, year - 1980 + chance.number(-3, 12)),
		issue: chance.number(1, 6),
		page: `${start}-${start + chance.number(4, 28)}`,
		doi: year >= 1999 && chance.is(0.85) ? `10.5555/om${chance.number(10, 50)}.${year}.${number}` : undefined,
		keywords: chance.is(0.6) ? subjects.map((_, i) => word(i)) : [],
		people
	};
}
