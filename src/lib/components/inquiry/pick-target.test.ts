import { beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, emptyInquiry, execute, inOrder, type Command } from '$core/crosswalk';
import type { InquiryStore } from './inquiry-store.svelte';

const page = vi.hoisted(() => ({ url: new URL('https://x.example/'), params: {} }));
vi.mock('$app/state', () => ({ page }));

const { pickTarget } = await import('./pick-target');

let store: InquiryStore;
beforeEach(() => {
	const commands: Command[] = [
		{ kind: 'concept.add', id: 'noise', name: 'classroom noise' },
		{ kind: 'word.add', id: 'w1', conceptId: 'noise', text: 'din' },
		{ kind: 'word.add', id: 'w2', conceptId: 'noise', text: 'reverb*' },
		{ kind: 'concept.add', id: 'rest', name: 'rest' },
		{ kind: 'word.add', id: 'w3', conceptId: 'rest', text: 'Sleep' },
		{ kind: 'word.add', id: 'w4', conceptId: 'rest', text: 'din' }
	];
	const inquiry = commands.reduce(
		(before, command) => apply(before, execute(before, command)),
		emptyInquiry({ id: 'q', title: '', question: '', indexes: [] })
	);
	store = { inquiry, concepts: inOrder(inquiry.concepts) } as unknown as InquiryStore;
});

const at = (query: string) => (page.url = new URL(`https://x.example/${query}`));
const where = (query: string) => {
	const { concept, instead, isWord } = pickTarget(store, query);
	return [concept?.id, instead?.id, isWord];
};

describe('where a pick goes', () => {
	it.each([
		// The current concept has the word too.
		['?concept=rest', 'din', ['rest', undefined, true]],
		// The word is another one's, as a word, as its name, or by its stem; in any case.
		['?concept=noise', 'sleep', ['rest', 'noise', true]],
		['?concept=rest', 'Classroom Noise', ['noise', 'rest', true]],
		['?concept=rest', 'reverberation', ['noise', 'rest', true]],
		// It was said otherwise.
		['?concept=noise&to=noise', 'sleep', ['noise', 'rest', true]],
		// That was said of another concept, which is current no longer.
		['?concept=rest&to=noise', 'reverberation', ['noise', 'rest', true]],
		// A word of none.
		['?concept=rest', 'corridor', ['rest', undefined, false]],
		['', '', ['noise', undefined, true]]
	])('at %s, for “%s”', (address, query, wanted) => {
		at(address);
		expect(where(query)).toEqual(wanted);
	});

	it('is nowhere without concepts', () => {
		at('');
		store = { ...store, concepts: [] } as unknown as InquiryStore;
		expect(where('din')).toEqual([undefined, undefined, true]);
	});
});
