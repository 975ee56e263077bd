import type { Command } from '$core/crosswalk';
import { freshId } from '../inquiry/inquiry-store.svelte';

/** Makes a concept whose name is its first word, which can be taken off like any other. */
export function newConcept(id: string, name: string): Command {
	const text = name.trim();
	return {
		kind: 'many',
		title: `Added the concept “${text}”`,
		commands: [
			{ kind: 'concept.add', id, name: text },
			...(text === '' ? [] : [{ kind: 'word.add' as const, id: freshId(), conceptId: id, text }])
		]
	};
}
