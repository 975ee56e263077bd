/** What lets a missed pearl through, as changes of the inquiry. */
import { withoutLimits, type Command } from '$core/crosswalk';
import type { MissedPearl, WouldPass } from '$lib/server/reading';
import type { IndexSummary } from '$lib/server/vocabulary';
import { freshId, type InquiryStore } from '../inquiry/inquiry-store.svelte';
import { pickCommand, pickFor } from '../inquiry/picking';

/** A heading becomes a pick of the concept; a word becomes one of its words, or is switched on again in the index. */
export function additionCommand(
	store: InquiryStore,
	index: IndexSummary,
	{ concept, kind, uri, label }: WouldPass
): Command {
	const of = store.inquiry.concepts[concept];
	if (kind === 'heading' && uri !== undefined) {
		const known = pickFor(store, of, index.code, [{ uri, label }]);
		// It is there and finds too little: as it was set aside, rejected, or narrowed to chief ones or aspects.
		if (known) return { kind: 'pick.set', id: known.id, role: 'searched', chief: false, aspects: [] };
		return pickCommand(concept, index, [{ uri, label }]);
	}
	const word = Object.values(store.inquiry.words).find(
		(one) => one.conceptId === concept && one.text === label
	);
	return word
		? { kind: 'word.set', id: word.id, off: word.off.filter((code) => code !== index.code) }
		: { kind: 'word.add', id: freshId(), conceptId: concept, text: label };
}

/** All that a pearl needs in one step: what lets it through each block, without the limits and exclusions that lose it. */
export function catchingCommand(
	store: InquiryStore,
	index: IndexSummary,
	pearl: MissedPearl
): Command | undefined {
	const { together, blocks, exclusions, limits } = pearl;
	// A block that nothing lets it through keeps it out whatever else is done.
	if (blocks.some((block) => !together.additions.some(({ concept }) => concept === block))) return undefined;
	const commands: Command[] = [
		...together.additions.map((one) => additionCommand(store, index, one)),
		...exclusions.map((id): Command => ({ kind: 'concept.set', id, status: 'waiting' })),
		...withoutLimits(store.inquiry, index.code, limits)
	];
	return commands.length === 0
		? undefined
		: { kind: 'many', title: `Let “${pearl.title}” through in ${index.name}`, commands };
}
