/** For which concept a heading is picked that a word led to. */
import { page } from '$app/state';
import { wordsOfConcept, type Concept } from '$core/crosswalk';
import { fold } from '$core/text/fold';
import { currentConcept } from './in-hand';
import type { InquiryStore } from './inquiry-store.svelte';

export interface PickTarget {
	/** Where picks go; nothing in an inquiry without concepts. */
	concept: Concept | undefined;
	/** The other concept that they may go to instead: the current one, or the one whose word was looked up. */
	instead?: Concept;
	/** The word looked up is one of a concept, or there is none. */
	isWord: boolean;
}

/**
 * The concept whose word was looked up; the current one where it has the word too, where no concept has it, or where the
 * address says so. O(words of the inquiry).
 * @param query the word looked up; empty where none was
 */
export function pickTarget(store: InquiryStore, query: string): PickTarget {
	const current = currentConcept(store);
	if (query === '' || !current) return { concept: current, isWord: true };
	if (hasWord(store, current, query)) return { concept: current, isWord: true };
	const owner = store.concepts.find((concept) => hasWord(store, concept, query));
	if (!owner) return { concept: current, isWord: false };
	return page.url.searchParams.get('to') === current.id
		? { concept: current, instead: owner, isWord: true }
		: { concept: owner, instead: current, isWord: true };
}

/** Whether a text is a concept's name or one of its words; a stem stands for every word that begins so. */
function hasWord(store: InquiryStore, { id, name }: Concept, text: string): boolean {
	const asked = fold(text);
	const isIt = (word: string) =>
		word.endsWith('*') ? asked.startsWith(fold(word.slice(0, -1))) : fold(word) === asked;
	return isIt(name) || wordsOfConcept(store.inquiry, id).some((word) => isIt(word.text));
}
