/** The check of a strategy: what the crosswalk, the yields, the words, the records and the pearls say of it, together. */
import {
	checkStrategy,
	nameOfFinding,
	strayForms,
	type StrategyFinding,
	worthOf
} from '../../../core/reading';
import { COMMON_LIMITS, leavesOfStrategy, settingsOf, type Strategy } from '../../../core/search';
import { type Command, takePredecessors, type WordField } from '../../../core/crosswalk';
import { checkWords, crosswalkFacts, type OfferLine, wordOffers } from '../crosswalk';
import { allowIn, loadInquiry, WITHOUT_WORKS } from '../inquiry';
import type { Person } from '../people';
import { Cache } from '../caches';
import { changePrices, formsOfStem, searchable, strategyView } from '../search';
import { currentIndex, editionIndex } from '../vocabulary';
import { pearlsOf } from './pearl-recall';
import { introducedYears } from './value-rows';

/** Offers of a concept that are priced: each is a search of its own. */
const MOST_OFFERS = 6;

/** A finding beside what was said of it: one that was looked at and left as it is has a reason. */
export interface JudgedFinding extends StrategyFinding {
	/** Tells it from the others of its index. */
	name: string;
	left?: string;
}

/** The findings of every chosen index. */
export async function checkOfAll(
	person: Person | undefined,
	inquiryId: string
): Promise<{ code: string; findings: JudgedFinding[] }[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const shared = sharedBy(person, inquiryId);
	return Promise.all(
		inquiry.about.indexes.map(async (code) => ({
			code,
			findings: await judgedCheck(person, inquiryId, code, shared)
		}))
	);
}

/** What the check of every index needs of the whole inquiry: worked out once, however many indexes are checked. */
function sharedBy(person: Person | undefined, inquiryId: string) {
	const offers = new Cache<OfferLine[]>(500);
	const others = new Cache<unknown>(10);
	const once = <T>(name: string, make: () => Promise<T>) => others.of(name, make) as Promise<T>;
	return {
		facts: () => once('facts', () => crosswalkFacts(person, inquiryId)),
		words: () => once('words', () => checkWords(person, inquiryId)),
		pearls: () => once('pearls', () => pearlsOf(person, inquiryId)),
		offers: (concept: string) => offers.of(concept, () => wordOffers(person, inquiryId, concept))
	};
}

/** The check of one index with what was left as it is. */
export async function judgedCheck(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	shared = sharedBy(person, inquiryId)
): Promise<JudgedFinding[]> {
	const [findings, { inquiry }] = await Promise.all([
		checkOf(person, inquiryId, code, shared),
		loadInquiry(inquiryId, WITHOUT_WORKS)
	]);
	const { left } = settingsOf(inquiry, code);
	return findings.map((finding) => {
		const name = nameOfFinding(finding);
		return { ...finding, name, ...(Object.hasOwn(left, name) && { left: left[name] }) };
	});
}

export async function checkOf(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	shared = sharedBy(person, inquiryId)
): Promise<StrategyFinding[]> {
	await allowIn(person, 'read', inquiryId);
	const view = await strategyView(person, inquiryId, code);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const { edition } = await currentIndex(code);
	const concepts = view.strategy.blocks.filter(
		({ id, status }) => status === 'required' && inquiry.concepts[id]
	);
	const [{ facts }, words, pearls, offered] = await Promise.all([
		shared.facts(),
		shared.words(),
		shared.pearls(),
		Promise.all(concepts.map(async ({ id }) => ({ id, list: await shared.offers(id) })))
	]);
	const candidates = offered.flatMap(({ id, list }) =>
		list
			.filter(
				({ kind, records, indexCode }) =>
					kind !== 'acronym' && (records[code] ?? 0) > 0 && (indexCode ?? code) === code
			)
			.sort((a, b) => (b.records[code] ?? 0) - (a.records[code] ?? 0))
			.slice(0, MOST_OFFERS)
			.map(({ text, kind, of }) => ({ concept: id, text, kind, of }))
	);
	// A text that was typed does not follow the crosswalk: no word that is added there adds anything.
	const follows = !view.typed || view.textFault !== null;
	const adds = !follows ? [] : await addedByWords(code, view.strategy, inquiry.about.wordField, candidates);
	const strays = await strayingStems(person, code, view.strategy);
	const plain = strays.map(({ line, text }): Command => ({
		kind: 'word.set',
		id: line,
		text: text.replaceAll('*', '')
	}));
	const late = Object.values(inquiry.picks).flatMap((pick) =>
		(facts[pick.id]?.flags ?? []).flatMap((flag) =>
			flag.kind === 'late' && pick.indexCode === code
				? [{ id: pick.id, command: takePredecessors(pick, flag.before, edition?.label ?? '') }]
				: []
		)
	);
	const changes = [...plain, ...late.map(({ command }) => command)];
	const { count } = view.yields;
	const { counts } =
		changes.length > 0 ? await changePrices(person, inquiryId, code, [], changes) : { counts: [] };
	const uris = view.strategy.blocks.flatMap(({ lines }) =>
		lines.flatMap((line) => (line.kind === 'heading' ? line.test.headings.map(({ uri }) => uri) : []))
	);
	const index = edition && (await editionIndex(edition));
	const places = uris.flatMap((uri) => {
		const n = index?.find(uri);
		return n === undefined ? [] : [{ uri, n }];
	});
	const years = edition ? await introducedYears(edition.id, places.map(({ n }) => n)) : new Map<number, number>(); // prettier-ignore
	return checkStrategy({
		inquiry,
		code,
		strategy: view.strategy,
		yields: view.yields,
		facts,
		offers: candidates.map((one, i) => ({ ...one, adds: adds[i] ?? 0 })).filter((one) => one.adds > 0),
		strayStems: strays.map((stray, i) => ({ ...stray, without: counts[i] ?? count })),
		corrections: Object.fromEntries(
			Object.values(inquiry.words).flatMap(({ id, text }) => {
				const instead = words[id]?.instead;
				return instead ? [[text, instead.text]] : [];
			})
		),
		missed: pearls.find(({ index: own }) => own === code)?.missed ?? [],
		introduced: new Map(
			places.flatMap(({ uri, n }) => (years.has(n) ? [[uri, years.get(n) as number]] : []))
		),
		earlier: Object.fromEntries(late.map(({ id }, i) => [id, (counts[plain.length + i] ?? count) - count])),
		edition: edition?.label ?? '',
		limitLabel: (field) =>
			[...COMMON_LIMITS, ...view.limits].find((limit) => limit.field === field)?.label.toLowerCase() ?? field
	});
}

/** What each of some words would add if its concept had it. */
async function addedByWords(
	code: string,
	strategy: Strategy,
	field: WordField,
	words: readonly { concept: string; text: string }[]
): Promise<number[]> {
	const { sets, vocabulary } = await searchable(code);
	const additions = words.map(({ concept, text }) => ({
		block: concept,
		leaf: { kind: 'word' as const, text, capitals: false, field }
	}));
	const loaded = await sets.load(
		[...leavesOfStrategy(strategy, false), ...additions.map(({ leaf }) => leaf)],
		vocabulary
	);
	return worthOf(strategy, additions, loaded);
}

/** Stems looked into: each is a reading of the records it finds. */
const MOST_STEMS = 12;

/** The stems of a strategy that find words of something else. */
async function strayingStems(person: Person | undefined, code: string, { blocks }: Strategy) {
	const stems = blocks
		.flatMap(({ id, lines }) =>
			lines.flatMap((line) =>
				line.kind === 'word' && !line.off && /^[^\s*?]+\*$/.test(line.test.text)
					? [{ concept: id, line: line.id, text: line.test.text }]
					: []
			)
		)
		.slice(0, MOST_STEMS);
	const found = await Promise.all(
		stems.map(async (stem) => ({
			...stem,
			forms: strayForms((await formsOfStem(person, code, stem.text)).forms)
		}))
	);
	return found.filter(({ forms }) => forms.length > 0);
}
