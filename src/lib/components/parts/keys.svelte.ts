import { untrack } from 'svelte';
import { tinykeys } from 'tinykeys';

/** A key of the screen: how it is written for people, how it is bound, what it does. */
export interface KeyBinding {
	shown: string[];
	does: string;
	/** In the notation of tinykeys; left out where the element in focus handles the key itself. */
	bind?: string | string[];
	run?: (event: KeyboardEvent) => void;
	/** Also while a text is being typed. */
	always?: boolean;
}

export interface KeyGroup {
	title: string;
	keys: KeyBinding[];
}

/** The keys in force, for the sheet that lists them; screens add theirs while they are shown. */
export const keyGroups = $state<{ list: KeyGroup[] }>({ list: [] });

function isTyping(event: Event): boolean {
	const at = event.target;
	if (!(at instanceof HTMLElement)) return false;
	return (
		at.isContentEditable ||
		/^(TEXTAREA|SELECT)$/.test(at.tagName) ||
		(at instanceof HTMLInputElement && at.type !== 'checkbox')
	);
}

/** Puts a group of keys in force; answers with the way to end that. */
export function useKeys(group: KeyGroup): () => void {
	// Screens call this in an effect, which must not come to depend on the list it changes.
	untrack(() => (keyGroups.list = [...keyGroups.list, group]));
	const bindings: Record<string, (event: KeyboardEvent) => void> = {};
	for (const { bind, run, always } of group.keys) {
		if (!bind || !run) continue;
		for (const key of [bind].flat())
			bindings[key] = (event) => {
				if (!always && isTyping(event)) return;
				event.preventDefault();
				run(event);
			};
	}
	const unbind = tinykeys(window, bindings);
	return () => {
		unbind();
		untrack(() => (keyGroups.list = keyGroups.list.filter((other) => other !== group)));
	};
}
