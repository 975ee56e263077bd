/** What the vocabularies say about an inquiry: facts of its picks, suggestions, offers of words, matches by index. */
import { factsOf, type Inquiry, type Pick } from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { allow, type Person } from '../people';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { loadInquiry, WITHOUT_WORKS } from '../inquiry';
import { aspectsAt, lastChanges } from './facts-rows';

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

/** The facts of every pick, and the aspects that its headings allow. Nine queries, however many cells there are. */
export async function crosswalkFacts(person: Person | undefined, id: string) {
	allow(person, 'read');
	const { inquiry, vocabularies } = await load(id);
	const facts = factsOf(inquiry, (code) => vocabularies.get(code)?.index);
	const places = placesOf(Object.values(inquiry.picks), vocabularies);
	const rows = await aspectsAt(places.map(({ place }) => place));
	const aspects: Record<string, string[]> = {};
	for (const { uri, indexCode, place } of places) {
		const row = rows.find(({ edition, n }) => edition === place.edition && n === place.n);
		if (row && row.aspects.length > 0) aspects[`${indexCode}\n${uri}`] = row.aspects;
	}
	return { facts, aspects, changed: await lastChanges(id) };
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
