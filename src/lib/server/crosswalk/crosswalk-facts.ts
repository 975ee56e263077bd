/** What the vocabularies say about an inquiry: facts of its picks, suggestions, offers of words, matches by index. */
import {
	factsOf,
	firstYear,
	type Inquiry,
	notPicked,
	type Pick,
	predecessorsFrom
} from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { Person } from '../people';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { allowIn, loadInquiry, coalescedView, WITHOUT_WORKS } from '../inquiry';
import { setsOf } from '../records';
import { aspectsAt, chainsAt, lastChanges } from './facts-rows';

export interface Loaded {
	inquiry: Inquiry;
	/** The chosen indexes that have a vocabulary, with it. */
	vocabularies: Map<
		string,
		{ current: CurrentIndex; edition: NonNullable<CurrentIndex['edition']>; index: EditionIndex }
	>;
}

/** An inquiry with the vocabularies of the indexes it uses. */
export async function load(id: string): Promise<Loaded> {
	const [{ inquiry }, indexes] = await Promise.all([loadInquiry(id, WITHOUT_WORKS), currentIndexes()]);
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

/** The facts of every pick, and the aspects that its headings allow. A few queries for each index, however many cells there are. */
export async function crosswalkFacts(person: Person | undefined, id: string) {
	await allowIn(person, 'read', id);
	return coalescedView(id, 'facts', () => factsNow(id));
}

async function factsNow(id: string) {
	const { inquiry, vocabularies } = await load(id);
	const facts = factsOf(inquiry, (code) => vocabularies.get(code)?.index);
	await addPeriods(inquiry, vocabularies, facts);
	const places = placesOf(Object.values(inquiry.picks), vocabularies);
	const rows = await aspectsAt(places.map(({ place }) => place));
	const aspects: Record<string, string[]> = {};
	for (const { uri, indexCode, place } of places) {
		const row = rows.find(({ edition, n }) => edition === place.edition && n === place.n);
		if (row && row.aspects.length > 0) aspects[`${indexCode}\n${uri}`] = row.aspects;
	}
	return { facts, aspects, changed: await lastChanges(id) };
}

/** Flags the picks that carry only the later years, where what carries the earlier ones is not picked. */
async function addPeriods(
	inquiry: Inquiry,
	vocabularies: Loaded['vocabularies'],
	facts: ReturnType<typeof factsOf>
): Promise<void> {
	for (const [code, { current, edition, index }] of vocabularies) {
		// Of headings held together nobody can say which of them a record would have had instead.
		const picks = Object.values(inquiry.picks).filter(
			(pick) => pick.indexCode === code && pick.role === 'searched' && pick.headings.length === 1
		);
		const numbers = picks.flatMap((pick) => index.find(pick.headings[0].uri) ?? []);
		const chains = await chainsAt(edition.id, numbers);
		if (chains.predecessors.size === 0) continue;
		const from = firstYear(inquiry, code, new Date().getFullYear()) ?? (await earliestYear(current));
		if (from === undefined) continue;
		const named = (n: number) => ({ uri: index.uris.at(n), label: index.names.at(n) });
		for (const pick of picks) {
			const n = index.find(pick.headings[0].uri);
			const year = n === undefined ? undefined : chains.introduced.get(n);
			if (n === undefined || year === undefined || year <= from) continue;
			const before = notPicked(inquiry, pick, predecessorsFrom(n, from, chains).map(named));
			if (before.length > 0)
				facts[pick.id].flags.push({ kind: 'late', label: index.names.at(n), year, from, before });
		}
	}
}

/** The earliest year that a record of an index has. */
async function earliestYear({ index }: CurrentIndex): Promise<number | undefined> {
	const [first] = (await setsOf(index).limitValues()).get('dc.date') ?? [];
	return first && Number(first.value);
}

export type CrosswalkFacts = Awaited<ReturnType<typeof crosswalkFacts>>;

/** Where the headings of picks stand in the vocabularies. */
export function placesOf(picks: readonly Pick[], vocabularies: Loaded['vocabularies']) {
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
