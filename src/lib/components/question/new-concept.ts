import type { Command } from '$core/crosswalk';
import { freshId } from '../inquiry/inquiry-store.svelte';

/** A concept whose name is its first word, which can be taken off like any other. */
export function conceptWithWord(id: string, name: string): Command[] {
	const text = name.trim();
	return [
		{ kind: 'concept.add', id, name: text },
		...(text === '' ? [] : [{ kind: 'word.add' as const, id: freshId(), conceptId: id, text }])
	];
}

/** Makes such a concept in one step. */
export const newConcept = (id: string, name: string): Command => ({
	kind: 'many',
	title: `Added the concept “${name.trim()}”`,
	commands: conceptWithWord(id, name)
});
