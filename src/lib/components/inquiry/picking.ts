import { pickOfHeadings, type Command, type Concept, type PickSwitches } from '$core/crosswalk';
import type { IndexSummary } from '$lib/server/vocabulary';
import { freshId, type InquiryStore } from './inquiry-store.svelte';

interface Ref {
	uri: string;
	label: string;
}

/** How a heading, or several together, stands in a cell. */
export function pickFor(
	store: InquiryStore,
	concept: Concept | undefined,
	code: string,
	headings: readonly Ref[]
) {
	if (!concept) return undefined;
	return pickOfHeadings(
		store.inquiry,
		concept.id,
		code,
		headings.map(({ uri }) => uri)
	);
}

/** Picks what is not picked, and takes back what is. A rejected pick becomes a searched one. */
export function togglePick(
	store: InquiryStore,
	concept: Concept | undefined,
	index: IndexSummary,
	headings: readonly Ref[]
): void {
	if (!concept) return;
	const known = pickFor(store, concept, index.code, headings);
	if (known && known.role !== 'rejected') store.send({ kind: 'pick.remove', id: known.id });
	else addPick(store, concept, index, headings);
}

/** What is said of a pick as it is made. */
type SaidOfPick = Pick<PickSwitches, 'role' | 'aspects' | 'fit' | 'note'> & { because?: string };

/** What picks headings, held together where they are several, for a concept. */
export function pickCommand(
	conceptId: string,
	{ code, edition }: Pick<IndexSummary, 'code' | 'edition'>,
	headings: readonly Ref[],
	switches: SaidOfPick = {}
): Command {
	return {
		kind: 'pick.add',
		id: freshId(),
		conceptId,
		indexCode: code,
		edition: edition ?? '',
		headings: headings.map(({ uri, label }) => ({ uri, label })),
		...switches
	};
}

/** Picks headings as they are said to be; what is picked already stays as it is. */
export function addPick(
	store: InquiryStore,
	concept: Concept,
	index: IndexSummary,
	headings: readonly Ref[],
	switches?: SaidOfPick
): void {
	store.send(pickCommand(concept.id, index, headings, switches));
}

/** Sets a heading, or several together, aside for the current concept. */
export function setAside(
	store: InquiryStore,
	concept: Concept | undefined,
	code: string,
	headings: readonly Ref[],
	seen: string
): void {
	for (const { uri, label } of headings)
		store.send({
			kind: 'sighting.add',
			id: freshId(),
			text: label,
			uri,
			indexCode: code,
			conceptId: concept?.id ?? '',
			seen
		});
}
